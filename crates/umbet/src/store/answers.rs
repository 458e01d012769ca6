//! Questions answered: how it goes with each kind, and the knots a learner missed last.

use super::Store;
use crate::error::Error;
use chrono::{DateTime, Utc};
use serde::Serialize;
use umbet_core::teach::question::Kind;
use utoipa::ToSchema;

/// How it goes with one kind of question.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct KindScore {
    /// The kind.
    pub kind: String,
    /// Questions answered.
    pub asked: i64,
    /// Answered right.
    pub right: i64,
}

/// The last answer to questions about a knot.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct LastAnswer {
    /// The knot.
    pub knot: String,
    /// What was asked, in its words.
    pub asked: &'static str,
    /// It was right.
    pub right: bool,
    /// When.
    pub at: DateTime<Utc>,
}

impl KindScore {
    /// Every kind asked so far: of a learner, or of nobody in particular.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn list(store: &Store, learner: Option<i64>) -> Result<Vec<Self>, Error> {
        Ok(sqlx::query_file_as!(Self, "queries/answer-score.sql", learner).fetch_all(store.pool()).await?)
    }

    /// Keeps one answer.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn add(
        store: &Store,
        learner: Option<i64>,
        (kind, seed): (Kind, u32),
        knot: &str,
        right: bool,
        at: DateTime<Utc>,
    ) -> Result<(), Error> {
        let (kind, at) = (kind.id(), at.to_rfc3339());
        sqlx::query_file!("queries/answer-add.sql", learner, kind, seed, knot, right, at).execute(store.pool()).await?;
        Ok(())
    }
}

impl LastAnswer {
    /// The last answer to each knot a learner was asked about, oldest first.
    ///
    /// # Errors
    /// When the store fails, or a time in it cannot be read.
    pub async fn of_learner(store: &Store, learner: i64) -> Result<Vec<Self>, Error> {
        let rows = sqlx::query_file!("queries/answer-last.sql", learner).fetch_all(store.pool()).await?;
        let read = rows.into_iter().map(|row| {
            let at = row.at.parse::<DateTime<Utc>>().map_err(|e| Error::Export(e.into()))?;
            let asked = Kind::ALL.iter().find(|k| k.id() == row.kind).map_or("a question", |k| k.words());
            Ok(Self { knot: row.knot, asked, right: row.is_right, at })
        });
        read.collect()
    }
}

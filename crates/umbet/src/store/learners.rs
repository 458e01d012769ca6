//! Learners of a course.

use super::{NAME_LONG, Store, changed, name, note, touched};
use crate::error::Error;
use crate::store::settings::Hand;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Most learners of a course.
pub const MOST_LEARNERS: usize = 200;

/// A learner.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Learner {
    /// Number.
    pub id: i64,
    /// Their course.
    pub course_id: i64,
    /// What they are called.
    pub name: String,
    /// The hand that leads.
    pub hand: Hand,
    /// Not there today.
    pub away: bool,
    /// Note.
    pub note: String,
    /// Version.
    pub version: i64,
}

/// A learner as given.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LearnerInput {
    /// What they are called.
    pub name: String,
    /// The hand that leads.
    #[serde(default)]
    pub hand: Hand,
    /// Not there today.
    #[serde(default)]
    pub away: bool,
    /// Note.
    #[serde(default)]
    pub note: String,
    /// Version the change is made to; not asked of a new learner.
    #[serde(default)]
    pub version: i64,
}

struct Row {
    id: i64,
    course_id: i64,
    name: String,
    hand: String,
    away: bool,
    note: String,
    version: i64,
}

impl From<Row> for Learner {
    fn from(r: Row) -> Self {
        let hand = Hand::read(&r.hand);
        Self { id: r.id, course_id: r.course_id, name: r.name, hand, away: r.away, note: r.note, version: r.version }
    }
}

impl Learner {
    /// Learners of a course, by name.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn list(store: &Store, course: i64) -> Result<Vec<Self>, Error> {
        let rows = sqlx::query_file_as!(Row, "queries/learner-list.sql", course).fetch_all(store.pool()).await?;
        Ok(rows.into_iter().map(Self::from).collect())
    }

    /// One learner.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn get(store: &Store, id: i64) -> Result<Self, Error> {
        let row = sqlx::query_file_as!(Row, "queries/learner-get.sql", id).fetch_optional(store.pool()).await?;
        row.map(Self::from).ok_or(Error::Missing("learner"))
    }

    /// Adds a roster to a course, all of it or nothing.
    ///
    /// # Errors
    /// When a line cannot be used, naming it, when there are too many, or the store fails.
    pub async fn add_all(store: &Store, course: i64, roster: &[LearnerInput]) -> Result<Vec<Self>, Error> {
        let there = Self::list(store, course).await?.len();
        if there + roster.len() > MOST_LEARNERS {
            return Err(Error::fault("learners", format!("A course has {MOST_LEARNERS} learners at most.")));
        }
        let checked =
            roster.iter().enumerate().map(|(line, l)| l.check_line(line + 1)).collect::<Result<Vec<_>, _>>()?;
        let whole = store.as_one().await?;
        let mut ids = Vec::new();
        for l in checked {
            ids.push(Self::add(&whole, course, &l).await?);
        }
        whole.keep().await?;
        let all = Self::list(store, course).await?;
        Ok(all.into_iter().filter(|l| ids.contains(&l.id)).collect())
    }

    /// Adds one learner and tells their number.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn add(store: &Store, course: i64, l: &LearnerInput) -> Result<i64, Error> {
        let hand = l.hand.word();
        let done = sqlx::query_file!("queries/learner-add.sql", course, l.name, hand, l.note);
        Ok(done.execute(store.pool()).await?.last_insert_rowid())
    }

    /// Changes a learner.
    ///
    /// # Errors
    /// When a value cannot be used, the version is old, or the store fails.
    pub async fn put(store: &Store, id: i64, input: &LearnerInput) -> Result<Self, Error> {
        let l = input.check()?;
        let hand = l.hand.word();
        let done = sqlx::query_file!("queries/learner-put.sql", l.name, hand, l.away, l.note, id, l.version)
            .execute(store.pool())
            .await?;
        changed(done.rows_affected(), Self::get(store, id).await)
    }

    /// Takes a learner off the course, with all their tries; [`Self::restore`] brings them back.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn delete(store: &Store, id: i64) -> Result<(), Error> {
        let done = sqlx::query_file!("queries/learner-delete.sql", id).execute(store.pool()).await?;
        touched(done.rows_affected(), "learner")
    }

    /// Brings a learner back; one that is there already is answered as it is.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn restore(store: &Store, id: i64) -> Result<Self, Error> {
        sqlx::query_file!("queries/learner-restore.sql", id).execute(store.pool()).await?;
        Self::get(store, id).await
    }
}

impl LearnerInput {
    fn check(&self) -> Result<Self, Error> {
        let words = name("name", &self.name, NAME_LONG)?;
        Ok(Self { name: words, note: note("note", &self.note)?, ..self.clone() })
    }

    /// The same for one line of many: what is wrong is told with its line.
    fn check_line(&self, line: usize) -> Result<Self, Error> {
        self.check().map_err(|e| match e {
            Error::Unusable(mut faults) => {
                for f in &mut faults {
                    f.says = format!("Line {line}: {}", f.says);
                }
                Error::Unusable(faults)
            }
            e => e,
        })
    }
}

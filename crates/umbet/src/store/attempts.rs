//! Drills answered, and the score they make.

use super::Store;
use crate::error::Error;
use serde::Serialize;
use utoipa::ToSchema;

/// How a learner does with one knot.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct KnotScore {
    /// Knot id.
    pub knot: String,
    /// Questions answered.
    pub asked: i64,
    /// Named right.
    pub named: i64,
    /// The wrong place found, or that there is none.
    pub spotted: i64,
}

impl KnotScore {
    /// Every knot asked so far.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn list(store: &Store) -> Result<Vec<Self>, Error> {
        Ok(sqlx::query_file_as!(Self, "queries/attempt-score.sql").fetch_all(store.pool()).await?)
    }

    /// Keeps one answer.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn add(store: &Store, seed: u32, knot: &str, named: bool, spotted: bool) -> Result<(), Error> {
        sqlx::query_file!("queries/attempt-add.sql", seed, knot, named, spotted).execute(store.pool()).await?;
        Ok(())
    }

    /// Begins the score anew.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn clear(store: &Store) -> Result<(), Error> {
        sqlx::query_file!("queries/attempt-clear.sql").execute(store.pool()).await?;
        Ok(())
    }

    /// Brings back what was begun anew last.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn restore(store: &Store) -> Result<(), Error> {
        sqlx::query_file!("queries/attempt-restore.sql").execute(store.pool()).await?;
        Ok(())
    }
}

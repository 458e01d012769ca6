//! Drills answered, and the score they make.

use crate::error::Error;
use serde::Serialize;
use sqlx::SqlitePool;
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
    pub async fn list(pool: &SqlitePool) -> Result<Vec<Self>, Error> {
        Ok(sqlx::query_file_as!(Self, "queries/attempt-score.sql").fetch_all(pool).await?)
    }

    /// Keeps one answer.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn add(pool: &SqlitePool, seed: u32, knot: &str, named: bool, spotted: bool) -> Result<(), Error> {
        sqlx::query_file!("queries/attempt-add.sql", seed, knot, named, spotted).execute(pool).await?;
        Ok(())
    }

    /// Begins the score anew.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn clear(pool: &SqlitePool) -> Result<(), Error> {
        sqlx::query_file!("queries/attempt-clear.sql").execute(pool).await?;
        Ok(())
    }
}

//! The shelter planned for a job, and what is ticked off.

use super::touched;
use crate::error::Error;
use serde::{Deserialize, Serialize};
use sqlx::SqlitePool;
use umbet_core::rig::shelter::ShelterDraft;
use utoipa::ToSchema;

/// A job's shelter.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KeptShelter {
    /// As it was asked for.
    pub shelter: ShelterDraft,
    /// Ids of what is done of its order of work and its strike.
    #[serde(default)]
    pub ticked: Vec<String>,
    /// Version the change is made to; 0 where there was none.
    #[serde(default)]
    pub version: i64,
}

struct Row {
    asked: String,
    ticked: String,
    version: i64,
}

impl KeptShelter {
    /// The shelter of a job, where one was planned.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn of_job(pool: &SqlitePool, job: i64) -> Result<Option<Self>, Error> {
        let row = sqlx::query_file!("queries/shelter-get.sql", job).fetch_optional(pool).await?;
        let row = row.map(|r| Row { asked: r.asked, ticked: r.ticked, version: r.version });
        row.map(Self::read).transpose()
    }

    fn read(r: Row) -> Result<Self, Error> {
        Ok(Self {
            shelter: serde_json::from_str(&r.asked)?,
            ticked: serde_json::from_str(&r.ticked)?,
            version: r.version,
        })
    }

    /// Keeps it with the job.
    ///
    /// # Errors
    /// When a value cannot be used, there is no such job, another window changed it first, or the store fails.
    pub async fn keep(&self, pool: &SqlitePool, job: i64) -> Result<Self, Error> {
        let faults = self.shelter.faults();
        if !faults.is_empty() {
            return Err(Error::Unusable(faults));
        }
        if self.ticked.len() > 200 || self.ticked.iter().any(|t| t.len() > 60) {
            return Err(Error::fault("ticked", "Tick off 200 things at most, by their ids."));
        }
        let (asked, ticked) = (serde_json::to_string(&self.shelter)?, serde_json::to_string(&self.ticked)?);
        let rows = match self.version {
            0 => sqlx::query_file!("queries/shelter-add.sql", job, asked, ticked).execute(pool).await?.rows_affected(),
            v => {
                sqlx::query_file!("queries/shelter-put.sql", job, asked, ticked, v).execute(pool).await?.rows_affected()
            }
        };
        let there = Self::of_job(pool, job).await?;
        touched(rows, there.is_some(), "job")?;
        there.ok_or(Error::Missing("job"))
    }
}

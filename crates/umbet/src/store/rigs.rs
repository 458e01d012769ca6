//! Rigs planned for a job, of every kind, and what is ticked off of their work.

use super::{Store, changed};
use crate::error::Error;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use umbet_core::rig::Planner;
use utoipa::ToSchema;

/// A job's rig of one kind.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KeptRig {
    /// As it was asked for; its shape is the planner's own.
    #[schema(value_type = Object)]
    pub draft: Value,
    /// Ids of what is done of its order of work and its strike.
    #[serde(default)]
    pub ticked: Vec<String>,
    /// Version the change is made to; 0 where there was none.
    #[serde(default)]
    pub version: i64,
}

impl KeptRig {
    /// A job's rig of this kind, where one was planned; a draft of an older version is brought up to the planner's.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn of_job(store: &Store, job: i64, planner: &Planner) -> Result<Option<Self>, Error> {
        let row = sqlx::query_file!("queries/rig-get.sql", job, planner.kind).fetch_optional(store.pool()).await?;
        let Some(r) = row else { return Ok(None) };
        let stored: Value = serde_json::from_str(&r.draft)?;
        let from = u32::try_from(r.draft_version).unwrap_or(0);
        let draft = if from < planner.version { (planner.upgrade)(from, stored) } else { stored };
        Ok(Some(Self { draft, ticked: serde_json::from_str(&r.ticked)?, version: r.version }))
    }

    /// Kinds of rig a job has.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn kinds_of_job(store: &Store, job: i64) -> Result<Vec<String>, Error> {
        let rows = sqlx::query_file!("queries/rig-list.sql", job).fetch_all(store.pool()).await?;
        Ok(rows.into_iter().map(|r| r.kind).collect())
    }

    /// Keeps it with the job.
    ///
    /// # Errors
    /// When a value cannot be used, there is no such job, another window changed it first, or the store fails.
    pub async fn keep(&self, store: &Store, job: i64, planner: &Planner) -> Result<Self, Error> {
        (planner.read)(self.draft.clone()).map_err(Error::Unusable)?;
        if self.ticked.len() > 200 || self.ticked.iter().any(|t| t.len() > 60) {
            return Err(Error::fault("ticked", "Tick off 200 things at most, by their ids."));
        }
        let (draft, ticked) = (serde_json::to_string(&self.draft)?, serde_json::to_string(&self.ticked)?);
        let (kind, of) = (planner.kind, i64::from(planner.version));
        let done = match self.version {
            0 => sqlx::query_file!("queries/rig-add.sql", job, kind, draft, of, ticked).execute(store.pool()).await?,
            v => {
                sqlx::query_file!("queries/rig-put.sql", job, kind, draft, of, ticked, v).execute(store.pool()).await?
            }
        };
        let now = Self::of_job(store, job, planner).await?.ok_or(Error::Missing("job"));
        changed(done.rows_affected(), now)
    }
}

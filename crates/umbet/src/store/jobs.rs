//! Jobs and their joints. A joint is a situation, as it was said, and the knot taken for it.

use super::{NAME_LONG, Store, changed, name, note, touched};
use crate::error::Error;
use serde::{Deserialize, Serialize};
use umbet_core::choose::unknown_names;
use umbet_core::knot::catalogue;
use umbet_core::situation::{Draft, Situation, draft};
use utoipa::ToSchema;

/// A job in the list.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct JobSummary {
    /// Number.
    pub id: i64,
    /// Name.
    pub name: String,
    /// Place.
    pub place: String,
    /// Note.
    pub note: String,
    /// Version.
    pub version: i64,
    /// How many joints it has.
    pub joints: i64,
    /// Ids of the knots taken for them, joint after joint.
    pub knots: Vec<String>,
}

/// A job.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Job {
    /// Number.
    pub id: i64,
    /// Name.
    pub name: String,
    /// Place.
    pub place: String,
    /// Note.
    pub note: String,
    /// Version.
    pub version: i64,
}

/// A job as given.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct JobInput {
    /// Name.
    pub name: String,
    /// Place.
    #[serde(default)]
    pub place: String,
    /// Note.
    #[serde(default)]
    pub note: String,
    /// Version the change is made to; not asked of a new job.
    #[serde(default)]
    pub version: i64,
}

/// A joint.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Joint {
    /// Number.
    pub id: i64,
    /// Its job.
    pub job_id: i64,
    /// Place in the order of the job.
    pub position: i64,
    /// Name.
    pub name: String,
    /// The situation as it was said.
    pub situation: Draft,
    /// Id of the knot taken.
    pub knot: Option<String>,
    /// Note.
    pub note: String,
    /// Version.
    pub version: i64,
}

/// A joint whose situation cannot be read any more: the rest of its job is none the worse for it.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct UnreadableJoint {
    /// Number.
    pub id: i64,
    /// Name.
    pub name: String,
    /// What is in the way, and what to do.
    pub says: String,
}

/// A joint as given.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct JointInput {
    /// Name.
    pub name: String,
    /// The situation.
    pub situation: Draft,
    /// Id of the knot taken.
    #[serde(default)]
    pub knot: Option<String>,
    /// Note.
    #[serde(default)]
    pub note: String,
    /// Place in the order of the job; the end when absent.
    #[serde(default)]
    pub position: Option<i64>,
    /// Version the change is made to; not asked of a new joint.
    #[serde(default)]
    pub version: i64,
}

impl JobInput {
    fn check(&self) -> Result<Self, Error> {
        Ok(Self {
            name: name("name", &self.name, NAME_LONG)?,
            place: note("place", &self.place)?,
            note: note("note", &self.note)?,
            version: self.version,
        })
    }
}

impl Job {
    /// There is a job, or was one.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn any(store: &Store) -> Result<bool, Error> {
        Ok(sqlx::query_file_scalar!("queries/job-any.sql").fetch_one(store.pool()).await?)
    }

    /// All jobs, oldest first.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn list(store: &Store) -> Result<Vec<JobSummary>, Error> {
        let rows = sqlx::query_file!("queries/job-list.sql").fetch_all(store.pool()).await?;
        let summaries = rows.into_iter().map(|r| JobSummary {
            id: r.id,
            name: r.name,
            place: r.place,
            note: r.note,
            version: r.version,
            joints: r.joints,
            knots: r.knots.unwrap_or_default().split_whitespace().map(str::to_owned).collect(),
        });
        Ok(summaries.collect())
    }

    /// One job.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn get(store: &Store, id: i64) -> Result<Self, Error> {
        sqlx::query_file_as!(Self, "queries/job-get.sql", id)
            .fetch_optional(store.pool())
            .await?
            .ok_or(Error::Missing("job"))
    }

    /// Adds a job.
    ///
    /// # Errors
    /// When a value cannot be used, or the store fails.
    pub async fn add(store: &Store, input: &JobInput) -> Result<Self, Error> {
        let j = input.check()?;
        let done = sqlx::query_file!("queries/job-add.sql", j.name, j.place, j.note).execute(store.pool()).await?;
        Self::get(store, done.last_insert_rowid()).await
    }

    /// Changes a job.
    ///
    /// # Errors
    /// When a value cannot be used, the version is old, or the store fails.
    pub async fn put(store: &Store, id: i64, input: &JobInput) -> Result<Self, Error> {
        let j = input.check()?;
        let done = sqlx::query_file!("queries/job-put.sql", j.name, j.place, j.note, id, j.version)
            .execute(store.pool())
            .await?;
        changed(done.rows_affected(), Self::get(store, id).await)
    }

    /// Puts a job away; [`Self::restore`] brings it back.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn delete(store: &Store, id: i64) -> Result<(), Error> {
        let done = sqlx::query_file!("queries/job-delete.sql", id).execute(store.pool()).await?;
        touched(done.rows_affected(), "job")
    }

    /// Brings a job back; one that is there already is answered as it is.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn restore(store: &Store, id: i64) -> Result<Self, Error> {
        sqlx::query_file!("queries/job-restore.sql", id).execute(store.pool()).await?;
        Self::get(store, id).await
    }
}

/// A joint as the store holds it.
struct Row {
    id: i64,
    job_id: i64,
    position: i64,
    name: String,
    situation: String,
    draft_version: i64,
    knot: Option<String>,
    note: String,
    version: i64,
}

impl Row {
    /// The joint, its situation brought up to what is read today; or why it cannot be.
    fn read(self) -> Result<Joint, UnreadableJoint> {
        let from = u32::try_from(self.draft_version).unwrap_or(0);
        match draft::stored(from, &self.situation) {
            Ok(situation) => Ok(Joint {
                id: self.id,
                job_id: self.job_id,
                position: self.position,
                name: self.name,
                situation,
                knot: self.knot,
                note: self.note,
                version: self.version,
            }),
            Err(why) => Err(UnreadableJoint {
                id: self.id,
                name: self.name,
                says: format!("What was said of it cannot be read ({why}). Put it away and say it afresh."),
            }),
        }
    }
}

impl JointInput {
    /// Checked, with the situation as text.
    fn check(&self) -> Result<(Self, String), Error> {
        Situation::read(&self.situation).map_err(Error::Unusable)?;
        let unknown = unknown_names(&self.situation, catalogue());
        if !unknown.is_empty() {
            return Err(Error::Unusable(unknown));
        }
        if self.knot.as_deref().is_some_and(|k| catalogue().find(k).is_none()) {
            return Err(Error::fault("knot", "No such knot. Take one of the catalogue."));
        }
        if self.position.is_some_and(|p| !(1..=LAST_PLACE).contains(&p)) {
            return Err(Error::fault("position", format!("Give a place in the order from 1 to {LAST_PLACE}.")));
        }
        let checked =
            Self { name: name("name", &self.name, NAME_LONG)?, note: note("note", &self.note)?, ..self.clone() };
        let situation = serde_json::to_string(&self.situation)?;
        Ok((checked, situation))
    }
}

/// Last place in a job's order.
pub const LAST_PLACE: i64 = 10_000;

impl Joint {
    /// A job's joints in their order, those that can be read and those that cannot.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn list(store: &Store, job: i64) -> Result<(Vec<Self>, Vec<UnreadableJoint>), Error> {
        let rows = sqlx::query_file_as!(Row, "queries/joint-list.sql", job).fetch_all(store.pool()).await?;
        let (mut good, mut bad) = (Vec::new(), Vec::new());
        for row in rows {
            match row.read() {
                Ok(joint) => good.push(joint),
                Err(joint) => bad.push(joint),
            }
        }
        Ok((good, bad))
    }

    /// One joint.
    ///
    /// # Errors
    /// When there is none, it cannot be read, or the store fails.
    pub async fn get(store: &Store, id: i64) -> Result<Self, Error> {
        let row = sqlx::query_file_as!(Row, "queries/joint-get.sql", id).fetch_optional(store.pool()).await?;
        row.ok_or(Error::Missing("joint"))?.read().map_err(|j| Error::fault("situation", j.says))
    }

    /// Adds a joint at the end of a job.
    ///
    /// # Errors
    /// When a value cannot be used, there is no such job, or the store fails.
    pub async fn add(store: &Store, job: i64, input: &JointInput) -> Result<Self, Error> {
        let (j, situation) = input.check()?;
        Job::get(store, job).await?;
        let of = i64::from(draft::VERSION);
        let done = sqlx::query_file!("queries/joint-add.sql", job, j.name, situation, j.knot, j.note, of)
            .execute(store.pool())
            .await?;
        Self::get(store, done.last_insert_rowid()).await
    }

    /// Changes a joint.
    ///
    /// # Errors
    /// When a value cannot be used, the version is old, or the store fails.
    pub async fn put(store: &Store, id: i64, input: &JointInput) -> Result<Self, Error> {
        let (j, situation) = input.check()?;
        let of = i64::from(draft::VERSION);
        let done = sqlx::query_file!(
            "queries/joint-put.sql",
            j.name,
            situation,
            j.knot,
            j.note,
            j.position,
            id,
            j.version,
            of
        )
        .execute(store.pool())
        .await?;
        changed(done.rows_affected(), Self::get(store, id).await)
    }

    /// Puts a joint away; [`Self::restore`] brings it back.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn delete(store: &Store, id: i64) -> Result<(), Error> {
        let done = sqlx::query_file!("queries/joint-delete.sql", id).execute(store.pool()).await?;
        touched(done.rows_affected(), "joint")
    }

    /// Brings a joint back; one that is there already is answered as it is.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn restore(store: &Store, id: i64) -> Result<Self, Error> {
        sqlx::query_file!("queries/joint-restore.sql", id).execute(store.pool()).await?;
        Self::get(store, id).await
    }
}

//! Cord in the kit.

use super::{NAME_LONG, Store, changed, name, note, touched};
use crate::error::Error;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A hank of cord.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
pub struct KitCord {
    /// Number.
    pub id: i64,
    /// What it is called.
    pub name: String,
    /// Id of its kind.
    pub kind: String,
    /// Length, metres.
    pub length_m: f64,
    /// Measured thickness; the kind's own when absent.
    pub diameter_mm: Option<f64>,
    /// Note.
    pub note: String,
    /// Version.
    pub version: i64,
}

/// A hank as given.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CordInput {
    /// What it is called.
    pub name: String,
    /// Id of its kind.
    pub kind: String,
    /// Length, metres.
    pub length_m: f64,
    /// Measured thickness.
    #[serde(default)]
    pub diameter_mm: Option<f64>,
    /// Note.
    #[serde(default)]
    pub note: String,
    /// Version the change is made to; not asked of a new hank.
    #[serde(default)]
    pub version: i64,
}

/// Least and most length of a hank, metres.
pub const LENGTH_M: [f64; 2] = [0.05, 2000.0];
/// Least and most thickness measured, millimetres.
pub const THICK_MM: [f64; 2] = [0.5, 60.0];

impl CordInput {
    fn check(&self) -> Result<Self, Error> {
        if umbet_core::cord::cord(&self.kind).is_none() {
            return Err(Error::fault("kind", "No such cord. Take one of the list of cords."));
        }
        if !(self.length_m.is_finite() && (LENGTH_M[0]..=LENGTH_M[1]).contains(&self.length_m)) {
            return Err(Error::fault(
                "length_m",
                format!("Give a length between {} and {} m.", LENGTH_M[0], LENGTH_M[1]),
            ));
        }
        if self.diameter_mm.is_some_and(|d| !(d.is_finite() && (THICK_MM[0]..=THICK_MM[1]).contains(&d))) {
            return Err(Error::fault(
                "diameter_mm",
                format!("Give a thickness between {} and {} mm, or none.", THICK_MM[0], THICK_MM[1]),
            ));
        }
        Ok(Self { name: name("name", &self.name, NAME_LONG)?, note: note("note", &self.note)?, ..self.clone() })
    }
}

impl KitCord {
    /// All hanks, by name.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn list(store: &Store) -> Result<Vec<Self>, Error> {
        Ok(sqlx::query_file_as!(Self, "queries/cord-list.sql").fetch_all(store.pool()).await?)
    }

    /// One hank.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn get(store: &Store, id: i64) -> Result<Self, Error> {
        sqlx::query_file_as!(Self, "queries/cord-get.sql", id)
            .fetch_optional(store.pool())
            .await?
            .ok_or(Error::Missing("cord"))
    }

    /// Adds a hank.
    ///
    /// # Errors
    /// When a value cannot be used, or the store fails.
    pub async fn add(store: &Store, input: &CordInput) -> Result<Self, Error> {
        let c = input.check()?;
        let done = sqlx::query_file!("queries/cord-add.sql", c.name, c.kind, c.length_m, c.diameter_mm, c.note)
            .execute(store.pool())
            .await?;
        Self::get(store, done.last_insert_rowid()).await
    }

    /// Changes a hank.
    ///
    /// # Errors
    /// When a value cannot be used, the version is old, or the store fails.
    pub async fn put(store: &Store, id: i64, input: &CordInput) -> Result<Self, Error> {
        let c = input.check()?;
        let done =
            sqlx::query_file!("queries/cord-put.sql", c.name, c.kind, c.length_m, c.diameter_mm, c.note, id, c.version)
                .execute(store.pool())
                .await?;
        changed(done.rows_affected(), Self::get(store, id).await)
    }

    /// Takes a hank out of the kit; [`Self::restore`] brings it back.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn delete(store: &Store, id: i64) -> Result<(), Error> {
        let done = sqlx::query_file!("queries/cord-delete.sql", id).execute(store.pool()).await?;
        touched(done.rows_affected(), "cord")
    }

    /// Brings a hank back.
    ///
    /// # Errors
    /// When none was taken out, or the store fails.
    pub async fn restore(store: &Store, id: i64) -> Result<Self, Error> {
        let done = sqlx::query_file!("queries/cord-restore.sql", id).execute(store.pool()).await?;
        touched(done.rows_affected(), "cord")?;
        Self::get(store, id).await
    }
}

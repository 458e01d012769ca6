//! The user's own knots, in the notation.

use super::{NAME_LONG, Store, changed, name, note, touched};
use crate::error::Error;
use crate::work;
use serde::{Deserialize, Serialize};
use umbet_core::dress::{self, Dressed};
use umbet_core::knot::Knot;
use utoipa::ToSchema;

/// An own knot.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
pub struct OwnKnot {
    /// Number.
    pub id: i64,
    /// What it is called.
    pub name: String,
    /// Its path in the notation.
    pub path: String,
    /// Note.
    pub note: String,
    /// Version.
    pub version: i64,
}

/// An own knot as given.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OwnKnotInput {
    /// What it is called.
    #[schema(min_length = 1, max_length = 80)]
    pub name: String,
    /// Its path in the notation.
    pub path: String,
    /// Note.
    #[serde(default)]
    pub note: String,
    /// Version the change is made to; not asked of a new one.
    #[serde(default)]
    pub version: i64,
}

impl OwnKnotInput {
    async fn check(&self) -> Result<Self, Error> {
        let (called, path) = (self.name.clone(), self.path.clone());
        work::aside(move || Knot::own(&called, &path).map_err(|e| Error::fault("path", e.to_string()))).await?;
        Ok(Self { name: name("name", &self.name, NAME_LONG)?, note: note("note", &self.note)?, ..self.clone() })
    }
}

impl OwnKnot {
    /// The knot of its path.
    ///
    /// # Errors
    /// When the path, checked when it was kept, no longer reads.
    pub fn knot(&self) -> Result<Knot, Error> {
        Knot::own(&self.name, &self.path).map_err(|e| Error::fault("path", e.to_string()))
    }

    /// All own knots, by name.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn list(store: &Store) -> Result<Vec<Self>, Error> {
        Ok(sqlx::query_file_as!(Self, "queries/own-knot-list.sql").fetch_all(store.pool()).await?)
    }

    /// One of them.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn get(store: &Store, id: i64) -> Result<Self, Error> {
        let found = sqlx::query_file_as!(Self, "queries/own-knot-get.sql", id).fetch_optional(store.pool()).await?;
        found.ok_or(Error::Missing("own knot"))
    }

    /// Its drawn-up form, where one of the path with this mark is kept.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn form(store: &Store, id: i64, mark: &str) -> Result<Option<Dressed>, Error> {
        let kept = sqlx::query_file_scalar!("queries/own-form-get.sql", id, mark).fetch_optional(store.pool()).await?;
        Ok(kept.and_then(|text: String| dress::read(&text).ok()).map(|(_, form)| form))
    }

    /// Keeps its drawn-up form.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn keep_form(store: &Store, id: i64, mark: &str, form: &str) -> Result<(), Error> {
        sqlx::query_file!("queries/own-form-keep.sql", id, mark, form).execute(store.pool()).await?;
        Ok(())
    }

    /// Keeps a new one.
    ///
    /// # Errors
    /// When the path cannot be laid, a value cannot be used, or the store fails.
    pub async fn add(store: &Store, input: &OwnKnotInput) -> Result<Self, Error> {
        let k = input.check().await?;
        let done = sqlx::query_file!("queries/own-knot-add.sql", k.name, k.path, k.note).execute(store.pool()).await?;
        Self::get(store, done.last_insert_rowid()).await
    }

    /// Changes one.
    ///
    /// # Errors
    /// When the path cannot be laid, the version is old, or the store fails.
    pub async fn put(store: &Store, id: i64, input: &OwnKnotInput) -> Result<Self, Error> {
        let k = input.check().await?;
        let done = sqlx::query_file!("queries/own-knot-put.sql", k.name, k.path, k.note, id, k.version);
        changed(done.execute(store.pool()).await?.rows_affected(), Self::get(store, id).await)
    }

    /// Takes one away; [`Self::restore`] brings it back.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn delete(store: &Store, id: i64) -> Result<(), Error> {
        let done = sqlx::query_file!("queries/own-knot-delete.sql", id).execute(store.pool()).await?;
        touched(done.rows_affected(), "own knot")
    }

    /// Brings one back; one that is there already is answered as it is.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn restore(store: &Store, id: i64) -> Result<Self, Error> {
        sqlx::query_file!("queries/own-knot-restore.sql", id).execute(store.pool()).await?;
        Self::get(store, id).await
    }
}

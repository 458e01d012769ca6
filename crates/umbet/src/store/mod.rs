//! The user's data: one SQLite file. SQL lives in `queries/`, one file a statement, checked when compiled.

mod attempts;
mod cords;
mod jobs;
mod own_knots;
mod rigs;
mod settings;

pub use attempts::KnotScore;
pub use cords::{CordInput, KitCord};
pub use jobs::{Job, JobInput, JobSummary, Joint, JointInput, UnreadableJoint};
pub use own_knots::{OwnKnot, OwnKnotInput};
pub use rigs::KeptRig;
pub use settings::{Hand, Light, Settings};

use crate::error::Error;
use sqlx::SqlitePool;
use sqlx::sqlite::{SqliteConnectOptions, SqliteJournalMode, SqlitePoolOptions, SqliteSynchronous};
use std::path::Path;
use std::time::Duration;

/// The data file, open. Only the functions of this module reach its tables.
#[derive(Debug, Clone)]
pub struct Store(SqlitePool);

impl Store {
    fn pool(&self) -> &SqlitePool {
        &self.0
    }

    /// Lets running statements end and closes the file.
    pub async fn close(&self) {
        self.0.close().await;
    }
}

/// Opens the data file, making it where it is missing, and brings it up to date.
///
/// An answered write is on disk (WAL, synchronous FULL), so that a killed process loses none.
///
/// # Errors
/// When the file cannot be made, opened or migrated.
pub async fn open(file: &Path) -> anyhow::Result<Store> {
    if let Some(folder) = file.parent() {
        std::fs::create_dir_all(folder)?;
    }
    let options = SqliteConnectOptions::new()
        .filename(file)
        .create_if_missing(true)
        .foreign_keys(true)
        .journal_mode(SqliteJournalMode::Wal)
        .synchronous(SqliteSynchronous::Full)
        .busy_timeout(Duration::from_secs(5));
    let pool = SqlitePoolOptions::new().max_connections(4).connect_with(options).await?;
    sqlx::migrate!().run(&pool).await?;
    Ok(Store(pool))
}

/// A write that touched nothing: the row is gone, or another window changed it first.
fn touched(rows: u64, still_there: bool, what: &'static str) -> Result<(), Error> {
    match (rows, still_there) {
        (0, true) => Err(Error::Stale),
        (0, false) => Err(Error::Missing(what)),
        _ => Ok(()),
    }
}

/// Trims a name and keeps it within reason.
fn name(field: &str, words: &str, most: usize) -> Result<String, Error> {
    let words = words.trim();
    match words.chars().count() {
        0 => Err(Error::fault(field, "Give it a name.")),
        n if n > most => Err(Error::fault(field, format!("Keep it to {most} characters; this has {n}."))),
        _ => Ok(words.to_owned()),
    }
}

/// A note may be empty.
fn note(field: &str, words: &str) -> Result<String, Error> {
    const MOST: usize = 2000;
    let n = words.chars().count();
    if n > MOST {
        Err(Error::fault(field, format!("Keep it to {MOST} characters; this has {n}.")))
    } else {
        Ok(words.to_owned())
    }
}

//! The data file: opened by one server at a time, told from other files, brought up to date.

use crate::trouble::Trouble;
use sqlx::migrate::MigrateError;
use sqlx::sqlite::{SqliteConnectOptions, SqliteJournalMode, SqlitePoolOptions, SqliteSynchronous};
use sqlx::{ConnectOptions, Connection, SqliteConnection, SqlitePool};
use std::fs::{File, OpenOptions, TryLockError};
use std::path::{Path, PathBuf};
use std::sync::Arc;
use std::time::Duration;

/// `application_id` of our files: "UMBT". The migration that sets it says the same.
pub(super) const OURS: i64 = 0x554d_4254;
/// How long another program's lock is waited for.
const PATIENCE: Duration = Duration::from_secs(5);

/// The data file, open. Only the functions of this module reach its tables.
#[derive(Debug, Clone)]
pub struct Store {
    pool: SqlitePool,
    options: SqliteConnectOptions,
    /// Held while the file is open, so that no second server opens it.
    lock: Arc<File>,
}

/// Why a data file cannot be opened, in words.
#[derive(Debug, thiserror::Error)]
pub enum Unopened {
    /// Another server has it.
    #[error("another Umbet has the data file {0} open: stop that one first, or name another file with --data")]
    Running(PathBuf),
    /// It is something else.
    #[error("{0} is not a data file of Umbet (it is no database); it was left as it is")]
    NoDatabase(PathBuf),
    /// It is another program's.
    #[error("{0} is a database of another program; it was left as it is")]
    Foreign(PathBuf),
    /// It was written by a later version.
    #[error("{0} was written by a newer Umbet than this one: use that, or restore a backup of before")]
    Newer(PathBuf),
    /// The folder or its lock cannot be made.
    #[error("{0} cannot be made or locked: {1}; name another place with --data")]
    Place(PathBuf, std::io::Error),
    /// SQLite says no, and it is known what it means.
    #[error("the data file {0} cannot be used: {1}")]
    Trouble(PathBuf, Trouble),
    /// SQLite says no.
    #[error("the data file {0} cannot be opened: {1}")]
    Other(PathBuf, sqlx::Error),
}

impl Store {
    pub(super) fn pool(&self) -> &SqlitePool {
        &self.pool
    }

    /// Lets running statements end and closes the file.
    pub async fn close(&self) {
        self.pool.close().await;
        // Dropping the last copy would do the same; a copy may outlive this.
        let _ = self.lock.unlock();
    }

    /// A store whose writes are one: all of them are there after [`Self::keep`], and none when it is dropped without.
    ///
    /// # Errors
    /// When the file cannot be written.
    pub async fn as_one(&self) -> Result<Self, sqlx::Error> {
        let pool = SqlitePoolOptions::new().max_connections(1).connect_with(self.options.clone()).await?;
        sqlx::query("begin immediate").execute(&pool).await?;
        Ok(Self { pool, options: self.options.clone(), lock: self.lock.clone() })
    }

    /// Keeps what was written since [`Self::as_one`].
    ///
    /// # Errors
    /// When it cannot be written; then none of it is kept.
    pub async fn keep(self) -> Result<(), sqlx::Error> {
        sqlx::query("commit").execute(&self.pool).await?;
        self.pool.close().await;
        Ok(())
    }
}

/// Opens the data file, making it where it is missing, and brings it up to date.
///
/// An answered write is on disk (WAL, synchronous FULL), so that a killed process loses none.
///
/// # Errors
/// [`Unopened`] says why not; a file that is not ours is left as it is.
pub async fn open(file: &Path) -> Result<Store, Unopened> {
    let lock = locked(file)?;
    let said = |e| unopened(file, e);
    if is_there(file) {
        ours(file).await?;
    }
    let options = options(file)
        .create_if_missing(true)
        .foreign_keys(true)
        .journal_mode(SqliteJournalMode::Wal)
        .synchronous(SqliteSynchronous::Full);
    let pool = SqlitePoolOptions::new().max_connections(4).connect_with(options.clone()).await.map_err(said)?;
    sqlx::migrate!().run(&pool).await.map_err(|e| unmigrated(file, e))?;
    Ok(Store { pool, options, lock: Arc::new(lock) })
}

pub(super) fn options(file: &Path) -> SqliteConnectOptions {
    SqliteConnectOptions::new().filename(file).busy_timeout(PATIENCE).disable_statement_logging()
}

fn is_there(file: &Path) -> bool {
    std::fs::metadata(file).is_ok_and(|m| m.len() > 0)
}

/// The lock beside a data file; the system lets go of it with the process, however that ends.
pub(super) fn locked(file: &Path) -> Result<File, Unopened> {
    let place = |e| Unopened::Place(file.to_owned(), e);
    if let Some(folder) = file.parent() {
        std::fs::create_dir_all(folder).map_err(place)?;
    }
    let mut name = file.as_os_str().to_owned();
    name.push(".lock");
    let lock = OpenOptions::new().create(true).truncate(false).write(true).open(name).map_err(place)?;
    match lock.try_lock() {
        Ok(()) => Ok(lock),
        Err(TryLockError::WouldBlock) => Err(Unopened::Running(file.to_owned())),
        Err(TryLockError::Error(e)) => Err(place(e)),
    }
}

/// What tells whose a file is.
struct Seen {
    application_id: i64,
    tables: Vec<String>,
    /// First and last migration that were made; nought where none was.
    migrations: [i64; 2],
}

async fn seen(options: SqliteConnectOptions) -> Result<Seen, sqlx::Error> {
    let mut c = SqliteConnection::connect_with(&options).await?;
    let application_id = sqlx::query_scalar("pragma application_id").fetch_one(&mut c).await?;
    let tables: Vec<String> =
        sqlx::query_scalar("select name from sqlite_master where type = 'table'").fetch_all(&mut c).await?;
    let (first, last) = if tables.iter().any(|t| t == "_sqlx_migrations") {
        let ends = "select coalesce(min(version), 0), coalesce(max(version), 0) from _sqlx_migrations";
        sqlx::query_as(ends).fetch_one(&mut c).await?
    } else {
        (0, 0)
    };
    c.close().await?;
    Ok(Seen { application_id, tables, migrations: [first, last] })
}

/// The version of our file, nought where it holds nothing yet. Nothing of it is changed; only what a write that was cut off left
/// half done is taken back first, as any opening would: a file cannot be read before.
///
/// # Errors
/// When it is not ours, or newer than this program.
pub(super) async fn ours(file: &Path) -> Result<i64, Unopened> {
    let found = match seen(options(file).read_only(true)).await {
        Err(e) if Trouble::of(&e) == Some(Trouble::ReadOnly) => seen(options(file)).await,
        found => found,
    };
    let Seen { application_id, tables, migrations: [first, version] } = found.map_err(|e| unopened(file, e))?;
    // The first versions did not mark their files, and one killed while it was being made is not marked yet: they begin with
    // our first migration, or hold nothing.
    let ours = sqlx::migrate!().iter().map(|m| m.version).min();
    let begun = if first == 0 { tables.iter().all(|t| t == "_sqlx_migrations") } else { ours == Some(first) };
    if application_id != OURS && !(application_id == 0 && begun) {
        return Err(Unopened::Foreign(file.to_owned()));
    }
    let newest = sqlx::migrate!().iter().map(|m| m.version).max().unwrap_or(0);
    if version > newest { Err(Unopened::Newer(file.to_owned())) } else { Ok(version) }
}

pub(super) fn unopened(file: &Path, e: sqlx::Error) -> Unopened {
    let file = file.to_owned();
    match Trouble::of(&e) {
        Some(Trouble::NoDatabase) => Unopened::NoDatabase(file),
        Some(trouble) => Unopened::Trouble(file, trouble),
        None => Unopened::Other(file, e),
    }
}

fn unmigrated(file: &Path, e: MigrateError) -> Unopened {
    match e {
        MigrateError::VersionMissing(_) | MigrateError::VersionMismatch(_) => Unopened::Newer(file.to_owned()),
        MigrateError::Execute(e) | MigrateError::ExecuteMigration(e, _) => unopened(file, e),
        other => Unopened::Other(file.to_owned(), sqlx::Error::Migrate(Box::new(other))),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Killed in its very first write, a file has a journal beside it that wants to be rolled back before anything can be read, which
    /// a read-only look may not do (SQLITE_READONLY_ROLLBACK): it is begun again, not refused for ever.
    #[tokio::test]
    async fn a_file_whose_first_write_was_cut_off_is_begun_again() {
        let folder = tempfile::tempdir().expect("a folder");
        let (begun, left) = (folder.path().join("begun.db"), folder.path().join("left.db"));
        let mut c = SqliteConnection::connect_with(
            &options(&begun).create_if_missing(true).journal_mode(SqliteJournalMode::Delete),
        )
        .await
        .expect("it opens");
        for says in [
            "create table first (a)",
            "drop table first",
            "pragma cache_size = 1",
            "begin",
            "create table _sqlx_migrations (a)",
            "insert into _sqlx_migrations select hex(randomblob(2000)) from \
             (with recursive n(i) as (select 1 union all select i + 1 from n where i < 60) select i from n)",
        ] {
            sqlx::query(says).execute(&mut c).await.expect(says);
        }
        let journal = |file: &Path| PathBuf::from(format!("{}-journal", file.display()));
        std::fs::copy(&begun, &left).expect("copied");
        std::fs::copy(journal(&begun), journal(&left)).expect("there is a journal");
        let looked = seen(options(&left).read_only(true)).await;
        assert_eq!(looked.err().and_then(|e| Trouble::of(&e)), Some(Trouble::ReadOnly), "the state that is meant");
        let store = open(&left).await.expect("begun again");
        let jobs: i64 = sqlx::query_scalar("select count(*) from job").fetch_one(store.pool()).await.expect("ours");
        assert_eq!(jobs, 0);
    }

    /// The codes as SQLite itself gives them: a full file, a read-only one, one held by another.
    #[tokio::test]
    async fn what_sqlite_refuses_is_told_in_words() {
        let folder = tempfile::tempdir().expect("a folder");
        let file = folder.path().join("data.db");
        let store = open(&file).await.expect("it opens");
        let mut c = SqliteConnection::connect_with(&options(&file)).await.expect("it opens");
        sqlx::query("pragma max_page_count = 1").execute(&mut c).await.expect("set");
        let full =
            sqlx::query("insert into job (name, note) values ('a', hex(randomblob(40000)))").execute(&mut c).await;
        assert_eq!(full.err().and_then(|e| Trouble::of(&e)), Some(Trouble::Full));
        let mut c = SqliteConnection::connect_with(&options(&file).read_only(true)).await.expect("it opens");
        let read_only = sqlx::query("insert into job (name) values ('a')").execute(&mut c).await;
        assert_eq!(read_only.err().and_then(|e| Trouble::of(&e)), Some(Trouble::ReadOnly));
        let held = store.as_one().await.expect("it begins");
        let hasty = options(&file).busy_timeout(Duration::from_millis(20));
        let mut c = SqliteConnection::connect_with(&hasty).await.expect("it opens");
        let locked = sqlx::query("insert into job (name) values ('a')").execute(&mut c).await;
        assert_eq!(locked.err().and_then(|e| Trouble::of(&e)), Some(Trouble::Locked));
        drop(held);
    }
}

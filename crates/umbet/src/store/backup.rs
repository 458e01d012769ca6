//! A copy of the data file, made while it is in use, and put back.

use super::file::{Store, Unopened, locked, options, ours, unopened};
use crate::error::Error;
use sqlx::{Connection, SqliteConnection};
use std::path::{Path, PathBuf};

/// Why a backup is not put back.
#[derive(Debug, thiserror::Error)]
pub enum Unrestored {
    /// The backup or the data file cannot be opened.
    #[error(transparent)]
    Unopened(#[from] Unopened),
    /// There is no such backup.
    #[error("there is no backup {0}")]
    Missing(PathBuf),
    /// It is damaged.
    #[error("the backup {0} is damaged ({1}); nothing was changed")]
    Damaged(PathBuf, String),
    /// Files cannot be moved.
    #[error("the backup could not be put in place: {0}; the old file is kept")]
    Place(#[from] std::io::Error),
}

/// Writes a whole copy of the data file to `to`, which must not be there yet, while others read and write on.
///
/// `VACUUM INTO` takes one read transaction, as the online backup interface does, so the copy is of one moment
/// (https://www.sqlite.org/lang_vacuum.html); what is written meanwhile is in the next copy.
///
/// # Errors
/// When there is something at `to`, or it cannot be written.
pub async fn copy(store: &Store, to: &Path) -> Result<(), Error> {
    let mut c = store.pool().acquire().await?;
    Ok(vacuum_into(&mut c, to).await?)
}

/// The same for a data file that is not open here, while a server may have it.
///
/// # Errors
/// When it is not ours, there is something at `to`, or it cannot be written.
pub async fn copy_file(data: &Path, to: &Path) -> anyhow::Result<()> {
    ours(data).await?;
    let mut c = SqliteConnection::connect_with(&options(data)).await.map_err(|e| unopened(data, e))?;
    vacuum_into(&mut c, to).await?;
    Ok(c.close().await?)
}

async fn vacuum_into(c: &mut SqliteConnection, to: &Path) -> anyhow::Result<()> {
    anyhow::ensure!(!std::fs::exists(to)?, "{} is there already; name a new file", to.display());
    sqlx::query("vacuum into ?1").bind(to.to_string_lossy().into_owned()).execute(c).await?;
    std::fs::File::open(to)?.sync_all()?;
    Ok(())
}

/// Puts a backup in the place of the data file, after reading it through; the file that was there is kept beside it under
/// the name answered.
///
/// # Errors
/// [`Unrestored`] says what is wrong; then nothing was changed.
pub async fn restore(data: &Path, backup: &Path) -> Result<Option<PathBuf>, Unrestored> {
    let _lock = locked(data)?;
    sound(backup).await?;
    let mut fresh = data.as_os_str().to_owned();
    fresh.push(".restoring");
    let fresh = PathBuf::from(fresh);
    std::fs::copy(backup, &fresh)?;
    std::fs::File::open(&fresh)?.sync_all()?;
    let kept = if data.exists() { Some(put_by(data).await?) } else { None };
    std::fs::rename(&fresh, data)?;
    Ok(kept)
}

/// Reads a backup through: ours, no newer than this program, no page damaged.
async fn sound(backup: &Path) -> Result<(), Unrestored> {
    if !backup.is_file() {
        return Err(Unrestored::Missing(backup.to_owned()));
    }
    ours(backup).await?;
    let said = |e| unopened(backup, e);
    let mut c = SqliteConnection::connect_with(&options(backup).read_only(true)).await.map_err(said)?;
    let says: Result<String, sqlx::Error> = sqlx::query_scalar("pragma integrity_check(1)").fetch_one(&mut c).await;
    match says {
        Ok(well) if well == "ok" => Ok(()),
        Ok(wrong) => Err(Unrestored::Damaged(backup.to_owned(), wrong)),
        Err(e) => Err(Unrestored::Damaged(backup.to_owned(), e.to_string())),
    }
}

/// Moves the data file aside, with what its log still holds.
async fn put_by(data: &Path) -> Result<PathBuf, Unrestored> {
    // Whatever can be read of the log goes into the file; where nothing can, the file is kept as it is, log and all.
    if let Ok(mut c) = SqliteConnection::connect_with(&options(data)).await {
        let _ = sqlx::query("pragma wal_checkpoint(truncate)").execute(&mut c).await;
        let _ = c.close().await;
    }
    let name = |n: u32, end: &str| {
        let mut name = data.as_os_str().to_owned();
        name.push(format!(".before-restore-{n}{end}"));
        PathBuf::from(name)
    };
    let n = (1..).find(|n| !name(*n, "").exists()).unwrap_or(1);
    std::fs::rename(data, name(n, ""))?;
    for end in ["-wal", "-shm"] {
        let mut beside = data.as_os_str().to_owned();
        beside.push(end);
        if Path::new(&beside).exists() {
            std::fs::rename(beside, name(n, end))?;
        }
    }
    Ok(name(n, ""))
}

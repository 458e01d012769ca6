//! What the data file's refusals mean to a person.

/// What SQLite's refusals mean to a person.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
pub enum Trouble {
    /// SQLITE_BUSY, SQLITE_LOCKED.
    #[error("another program has it locked; close that program and try again")]
    Locked,
    /// SQLITE_READONLY, SQLITE_CANTOPEN, SQLITE_PERM.
    #[error("it cannot be written; its file or folder is read-only")]
    ReadOnly,
    /// SQLITE_FULL.
    #[error("the disk is full; make room and try again")]
    Full,
    /// SQLITE_CORRUPT.
    #[error("it is damaged; put a backup back with `umbet restore`")]
    Damaged,
    /// SQLITE_NOTADB.
    #[error("it is no database")]
    NoDatabase,
}

impl Trouble {
    /// Reads a result code of SQLite (https://www.sqlite.org/rescode.html): the low byte is the primary one.
    pub fn of(e: &sqlx::Error) -> Option<Self> {
        let code: u32 = e.as_database_error()?.code()?.parse().ok()?;
        match code & 0xff {
            5 | 6 => Some(Self::Locked),
            3 | 8 | 14 => Some(Self::ReadOnly),
            13 => Some(Self::Full),
            11 => Some(Self::Damaged),
            26 => Some(Self::NoDatabase),
            _ => None,
        }
    }
}

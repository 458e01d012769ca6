//! Writing into the ledger of cord.

use super::Store;
use crate::error::Error;

/// An entry about to be written.
pub(super) struct Written<'a> {
    pub(super) what: &'a str,
    pub(super) change_m: f64,
    pub(super) about: &'a str,
    pub(super) who: &'a str,
    pub(super) note: &'a str,
}

impl<'a> Written<'a> {
    /// An entry of what the kit's page does.
    pub(super) const fn of(what: &'a str, change_m: f64) -> Self {
        Self { what, change_m, about: "", who: "", note: "" }
    }

    pub(super) async fn write(&self, whole: &Store, id: i64) -> Result<(), Error> {
        let Self { what, change_m, about, who, note } = *self;
        sqlx::query_file!("queries/cord-entry-add.sql", id, who, what, change_m, about, note)
            .execute(whole.pool())
            .await?;
        Ok(())
    }
}

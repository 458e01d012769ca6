//! The kit at hand: read whole once, then only the pieces that changed since.
//!
//! A large kit is ten thousand pieces, and every list, search and plan reads all of them. A data file numbers each change
//! of a piece (`cord.changed`), so that one number tells whether what was read holds.

use crate::error::Error;
use crate::store::{KitCord, Store};
use std::collections::HashSet;
use std::sync::{Arc, PoisonError, RwLock};
use tokio::sync::Mutex;

/// The kit as it was at some change.
#[derive(Debug, Default)]
pub struct Kit {
    changed: i64,
    /// Every piece, retired ones last, by name.
    pub pieces: Vec<KitCord>,
    /// Kinds of cord there are, each once.
    pub kinds: Vec<String>,
}

impl Kit {
    /// Pieces that lie at their place, whole from end to end: what a plan may be cut from.
    pub fn to_cut_from(&self) -> impl Iterator<Item = &KitCord> {
        self.pieces.iter().filter(|c| c.is_free() && c.is_one_length())
    }

    /// Pieces that are not retired.
    pub fn in_use(&self) -> impl Iterator<Item = &KitCord> {
        self.pieces.iter().filter(|c| c.retired.is_none())
    }

    fn of(changed: i64, mut pieces: Vec<KitCord>) -> Self {
        pieces.sort_by(|a, b| (a.retired.is_some(), &a.name, a.id).cmp(&(b.retired.is_some(), &b.name, b.id)));
        let mut kinds: Vec<String> =
            pieces.iter().map(|c| &c.kind).collect::<HashSet<_>>().into_iter().cloned().collect();
        kinds.sort_unstable();
        Self { changed, pieces, kinds }
    }

    async fn brought_up(&self, store: &Store, newest: i64) -> Result<Self, Error> {
        let (now, gone) = KitCord::changed_since(store, self.changed).await?;
        let touched: HashSet<i64> = now.iter().map(|c| c.id).chain(gone).collect();
        let stay = self.pieces.iter().filter(|c| !touched.contains(&c.id)).cloned();
        Ok(Self::of(newest, stay.chain(now).collect()))
    }
}

/// The kit, kept at hand.
#[derive(Debug, Default)]
pub struct KitAtHand {
    now: RwLock<Arc<Kit>>,
    reading: Mutex<()>,
}

impl KitAtHand {
    /// As it was when it was read last: for those who cannot wait for the disk.
    pub fn last_read(&self) -> Arc<Kit> {
        self.now.read().unwrap_or_else(PoisonError::into_inner).clone()
    }

    /// As it is.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn now(&self, store: &Store) -> Result<Arc<Kit>, Error> {
        // One reads at a time, so that an older reading never takes the place of a newer.
        let one_reads = self.reading.lock().await;
        let newest = KitCord::newest_change(store).await?;
        let before = self.last_read();
        if before.changed == newest {
            return Ok(before);
        }
        let now = Arc::new(before.brought_up(store, newest).await?);
        *self.now.write().unwrap_or_else(PoisonError::into_inner) = now.clone();
        drop(one_reads);
        Ok(now)
    }
}

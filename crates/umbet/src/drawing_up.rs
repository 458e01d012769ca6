//! Own knots drawn up on request: one after another in the background, with their progress, until they are done, refused or
//! no longer wanted.
//!
//! What is drawn up is kept in the data file with the mark of its path; here only what is under way is known.

use crate::error::{Error, capital};
use crate::store::{OwnKnot, Store};
use serde::Serialize;
use std::collections::HashMap;
use std::sync::atomic::{AtomicBool, AtomicU32, Ordering};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use tokio::sync::Semaphore;
use umbet_core::dress::{Undressed, dress, mark_of, written};
use umbet_core::knot::Knot;
use utoipa::ToSchema;

/// How far drawing up is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Stage {
    /// Nobody has asked for it.
    NotBegun,
    /// Another is before it.
    Waiting,
    /// It is being drawn up.
    Working,
    /// It is kept.
    Done,
    /// It cannot be drawn up, or was stopped.
    Refused,
}

/// How it goes with drawing up an own knot.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct DrawingUp {
    /// How far it is.
    pub stage: Stage,
    /// Share of the work that is done at most.
    pub share: f64,
    /// In words.
    pub says: String,
}

/// One that was asked for.
#[derive(Debug, Default)]
struct Work {
    /// Mark of the path it is computed from.
    of: String,
    begun: AtomicBool,
    /// Thousandths that are done.
    done: AtomicU32,
    stop: AtomicBool,
    /// Why there will be none.
    refused: Mutex<Option<String>>,
}

/// Most that are remembered; those that are over give way first.
const REMEMBERED: usize = 64;

/// All that were asked for, by own knot.
#[derive(Debug)]
pub struct Works {
    all: Mutex<HashMap<i64, Arc<Work>>>,
    place: Arc<Semaphore>,
}

impl Default for Works {
    fn default() -> Self {
        Self { all: Mutex::default(), place: Arc::new(Semaphore::new(1)) }
    }
}

fn held<T>(lock: &Mutex<T>) -> MutexGuard<'_, T> {
    lock.lock().unwrap_or_else(PoisonError::into_inner)
}

impl Work {
    fn is_over(&self) -> bool {
        held(&self.refused).is_some()
    }

    fn refuse(&self, why: &str) {
        *held(&self.refused) = Some(why.to_owned());
    }

    fn told(&self) -> DrawingUp {
        let share = f64::from(self.done.load(Ordering::Relaxed)) / 1000.0;
        let (stage, says) = match &*held(&self.refused) {
            Some(why) => (Stage::Refused, format!("{}.", capital(why))),
            None if self.begun.load(Ordering::Relaxed) => (Stage::Working, "Being drawn up.".to_owned()),
            None => (Stage::Waiting, "Waiting for its turn.".to_owned()),
        };
        DrawingUp { stage, share, says }
    }
}

impl Works {
    fn of(&self, id: i64, mark: &str) -> Option<Arc<Work>> {
        held(&self.all).get(&id).filter(|w| w.of == mark).cloned()
    }

    /// Remembers a new one; `None` when there are too many, or this one is under way.
    fn begin(&self, id: i64, mark: &str) -> Option<Arc<Work>> {
        let mut all = held(&self.all);
        if let Some(before) = all.get(&id) {
            if before.of == mark && !before.is_over() {
                return None;
            }
            before.stop.store(true, Ordering::Relaxed);
        }
        if all.len() >= REMEMBERED {
            all.retain(|_, w| !w.is_over());
        }
        let work = Arc::new(Work { of: mark.to_owned(), ..Work::default() });
        let room = all.len() < REMEMBERED;
        room.then(|| all.insert(id, work.clone()));
        room.then_some(work)
    }

    /// Forgets one that is kept.
    fn forget(&self, id: i64, work: &Arc<Work>) {
        let mut all = held(&self.all);
        if all.get(&id).is_some_and(|w| Arc::ptr_eq(w, work)) {
            all.remove(&id);
        }
    }
}

/// How it goes with an own knot.
///
/// # Errors
/// When the store fails.
pub async fn told(store: &Store, works: &Works, kept: &OwnKnot) -> Result<DrawingUp, Error> {
    let mark = mark_of(&kept.knot()?);
    if OwnKnot::form(store, kept.id, &mark).await?.is_some() {
        return Ok(DrawingUp { stage: Stage::Done, share: 1.0, says: "Drawn up.".to_owned() });
    }
    let none = DrawingUp { stage: Stage::NotBegun, share: 0.0, says: "Not drawn up yet.".to_owned() };
    Ok(works.of(kept.id, &mark).map_or(none, |w| w.told()))
}

/// Begins it, unless it is kept or under way.
///
/// # Errors
/// When the path no longer reads, or the store fails.
pub async fn begin(store: &Store, works: &Arc<Works>, kept: &OwnKnot) -> Result<DrawingUp, Error> {
    let knot = kept.knot()?;
    let now = told(store, works, kept).await?;
    if now.stage != Stage::Done
        && let Some(work) = works.begin(kept.id, &mark_of(&knot))
    {
        tokio::spawn(run(store.clone(), works.clone(), kept.id, knot, work));
    }
    told(store, works, kept).await
}

/// No longer wanted.
///
/// # Errors
/// When the path no longer reads, or the store fails.
pub async fn stop(store: &Store, works: &Works, kept: &OwnKnot) -> Result<DrawingUp, Error> {
    if let Some(work) = works.of(kept.id, &mark_of(&kept.knot()?)) {
        work.stop.store(true, Ordering::Relaxed);
        work.refuse("stopped");
    }
    told(store, works, kept).await
}

async fn run(store: Store, works: Arc<Works>, id: i64, knot: Knot, work: Arc<Work>) {
    let Ok(_place) = works.place.clone().acquire_owned().await else { return };
    if work.stop.load(Ordering::Relaxed) {
        return;
    }
    work.begun.store(true, Ordering::Relaxed);
    let under_way = work.clone();
    let done = tokio::task::spawn_blocking(move || {
        let mut go_on = |share: f64| {
            under_way.done.store((share.clamp(0.0, 1.0) * 1000.0).round() as u32, Ordering::Relaxed);
            !under_way.stop.load(Ordering::Relaxed)
        };
        dress(&knot, &mut go_on).map(|form| written(&knot, &form))
    });
    match done.await {
        Ok(Ok(form)) => match OwnKnot::keep_form(&store, id, &work.of, &form).await {
            Ok(()) => works.forget(id, &work),
            Err(e) => work.refuse(&e.to_string()),
        },
        Ok(Err(Undressed::Stopped)) => work.refuse("stopped"),
        Ok(Err(why)) => work.refuse(&format!("it cannot be drawn up: {why}")),
        Err(broken) => work.refuse(&broken.to_string()),
    }
}

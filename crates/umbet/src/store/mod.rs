//! The user's data: one SQLite file. SQL lives in `queries/`, one file a statement, checked when compiled.

mod answers;
mod attempts;
mod backup;
pub mod cords;
pub mod courses;
mod entries;
mod file;
pub mod jobs;
pub mod learners;
mod ledger;
mod own_knots;
mod rigs;
pub mod settings;
mod tries;

pub use answers::{KindScore, LastAnswer};
pub use attempts::KnotScore;
pub use backup::{copy, copy_file, restore};
pub use cords::{CordInput, KitCord};
pub use courses::{Course, CourseInput, CourseSummary, Doing, Lesson};
pub use file::{Store, Unopened, open};
pub use jobs::{Job, JobInput, JobSummary, Joint, JointInput, UnreadableJoint};
pub use learners::{Learner, LearnerInput};
pub use ledger::{CordEntry, Deed, DeedInput, Done, LedgerLine};
pub use own_knots::{OwnKnot, OwnKnotInput};
pub use rigs::KeptRig;
pub use settings::{Hand, Light, Settings};
pub use tries::{KeptTry, LONGEST_MISSTEP, Practised, TriesNumbered, TryInput};

use crate::error::Error;
use serde::Serialize;
/// A versioned write that touched nothing: the row is gone, or another window changed it first, to what `now` is.
fn changed<T: Serialize>(rows: u64, now: Result<T, Error>) -> Result<T, Error> {
    if rows == 0 { Err(Error::Stale(serde_json::to_value(now?)?)) } else { now }
}

/// A write that touched nothing: there was no such row.
fn touched(rows: u64, what: &'static str) -> Result<(), Error> {
    if rows == 0 { Err(Error::Missing(what)) } else { Ok(()) }
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

/// Longest name, characters.
pub const NAME_LONG: usize = 80;
/// Longest note, characters.
pub const NOTE_LONG: usize = 2000;

/// A note may be empty.
fn note(field: &str, words: &str) -> Result<String, Error> {
    let n = words.chars().count();
    if n > NOTE_LONG {
        Err(Error::fault(field, format!("Keep it to {NOTE_LONG} characters; this has {n}.")))
    } else {
        Ok(words.to_owned())
    }
}

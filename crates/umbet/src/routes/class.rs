//! Where the learners of a course stand: what board, ladder, record and a learner's own page all read.

use crate::store::{Course, Learner};
use crate::tied::{Tied, TiedClass, TiedKnots};
use chrono::{DateTime, Utc};
use std::collections::BTreeMap;
use std::sync::Arc;
use umbet_core::knot::catalogue;
use umbet_core::teach::practice::{Due, due_by};
use umbet_core::teach::standard::Standing;
use umbet_core::teach::tries::Try;

/// A learner at one knot.
pub struct At {
    /// By the standard; from what was seen.
    pub standing: Standing,
    /// When it is due; from everything, seen or not.
    pub due: Option<Due>,
    /// Days until then; below zero when overdue.
    pub in_days: Option<i64>,
    tied: Arc<Tied>,
}

impl At {
    /// All tries, oldest first.
    pub fn tries(&self) -> &[Try] {
        self.tied.tries()
    }

    /// Due today or overdue.
    pub fn is_due(&self) -> bool {
        self.in_days.is_some_and(|d| d <= 0)
    }

    /// Seconds of the last right try that was seen.
    pub fn seconds(&self) -> Option<f64> {
        self.tries().iter().rev().filter(|t| t.witnessed && t.right()).find_map(|t| t.seconds)
    }
}

/// A knot's name.
pub fn called(id: &str) -> String {
    catalogue().find(id).map_or_else(|| id.replace('-', " "), |k| k.entry.name.clone())
}

/// One learner at one knot.
pub fn standing_at(course: &Course, knot: &str, tied: Arc<Tied>, now: DateTime<Utc>) -> At {
    let standard = course.standard_of(knot);
    let standing = standard.standing(tied.tries(), now);
    let due = due_by(course.spread, tied.tries(), || tied.memory(standard.within_s), now);
    At { standing, in_days: due.map(|d| d.in_days(now.date_naive())), due, tied }
}

/// A learner at every knot they have tried.
pub fn standings_of(course: &Course, knots: &TiedKnots, now: DateTime<Utc>) -> BTreeMap<String, At> {
    knots.iter().map(|(knot, tied)| (knot.clone(), standing_at(course, knot, tied.clone(), now))).collect()
}

/// Every learner at every knot they have tried.
pub fn standings(
    course: &Course,
    learners: &[Learner],
    tied: &TiedClass,
    now: DateTime<Utc>,
) -> BTreeMap<i64, BTreeMap<String, At>> {
    let of = |l: &Learner| tied.learner(l.id).map(|knots| standings_of(course, knots, now)).unwrap_or_default();
    learners.iter().map(|l| (l.id, of(l))).collect()
}

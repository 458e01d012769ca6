//! Where the learners of a course stand: what board, ladder, record and a learner's own page all read.

use crate::store::{Course, KeptTry, Learner};
use chrono::{DateTime, Utc};
use std::collections::BTreeMap;
use umbet_core::knot::catalogue;
use umbet_core::teach::practice::{Due, due};
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
    /// All tries, oldest first.
    pub tries: Vec<Try>,
}

impl At {
    /// Due today or overdue.
    pub fn is_due(&self) -> bool {
        self.in_days.is_some_and(|d| d <= 0)
    }

    /// Seconds of the last right try that was seen.
    pub fn seconds(&self) -> Option<f64> {
        self.tries.iter().rev().filter(|t| t.witnessed && t.right()).find_map(|t| t.seconds)
    }
}

/// A knot's name.
pub fn called(id: &str) -> String {
    catalogue().find(id).map_or_else(|| id.replace('-', " "), |k| k.entry.name.clone())
}

/// One learner at one knot.
pub fn standing_at(course: &Course, knot: &str, tries: Vec<Try>, now: DateTime<Utc>) -> At {
    let standard = course.standard_of(knot);
    let standing = standard.standing(&tries, now);
    let due = due(course.spread, &tries, standard.within_s, now);
    At { standing, in_days: due.map(|d| d.in_days(now.date_naive())), due, tries }
}

/// Every learner at every knot they have tried.
pub fn standings(
    course: &Course,
    learners: &[Learner],
    tries: &[KeptTry],
    now: DateTime<Utc>,
) -> BTreeMap<i64, BTreeMap<String, At>> {
    let mut sorted: BTreeMap<i64, BTreeMap<String, Vec<Try>>> =
        learners.iter().map(|l| (l.id, BTreeMap::new())).collect();
    for t in tries {
        if let Some(of) = sorted.get_mut(&t.learner_id) {
            of.entry(t.knot.clone()).or_default().push(t.tried.clone());
        }
    }
    let at = |(knot, tries): (String, Vec<Try>)| {
        let at = standing_at(course, &knot, tries, now);
        (knot, at)
    };
    sorted.into_iter().map(|(id, knots)| (id, knots.into_iter().map(at).collect())).collect()
}

//! Cord a class practises with over a whole course: what each learner is given, and what it is shown with.

use super::course::{PlannedLesson, cord_to_practise};
use crate::knot::{Knot, catalogue};

/// Cords of one length for a class.
#[derive(Debug, Clone, PartialEq)]
pub struct ClassCord {
    /// What they are called.
    pub name: &'static str,
    /// It is the other of two that are joined: another colour.
    pub second: bool,
    /// Each, metres.
    pub length_m: f64,
    /// How many.
    pub times: usize,
    /// The knot that asks for so much.
    pub for_knot: &'static str,
}

/// One cord for each learner, long enough for every knot of the course; a second of another colour where two are joined; and
/// the same once more to show with.
pub fn class_cords(lessons: &[PlannedLesson], class: u32) -> Vec<ClassCord> {
    let taught: Vec<&Knot> = lessons.iter().flat_map(|l| &l.knots).filter_map(|t| catalogue().find(t.knot)).collect();
    let of_each = |k: &Knot| cord_to_practise(k).m() / k.path.strands.len().max(1) as f64;
    let longest = |knots: &mut dyn Iterator<Item = &&'static Knot>| {
        knots.map(|k| (of_each(k), k.id.as_str())).max_by(|a, b| a.0.total_cmp(&b.0))
    };
    let first = longest(&mut taught.iter());
    let second = longest(&mut taught.iter().filter(|k| k.path.strands.len() > 1));
    let cords = |name, times: usize, second, of: Option<(f64, &'static str)>| {
        of.map(|(length_m, for_knot)| ClassCord { name, second, length_m, times, for_knot })
    };
    let each = class as usize;
    [
        cords("Practice cord", each, false, first),
        cords("Second cord, another colour", each, true, second),
        cords("To show with", 1, false, first),
        cords("To show with, another colour", 1, true, second),
    ]
    .into_iter()
    .flatten()
    .filter(|c| c.times > 0)
    .collect()
}

//! Cord a class practises with over a whole course: what each learner is given, and what it is shown with.

use super::course::{Made, PlannedLesson, cord_to_practise};
use crate::knot::{Knot, catalogue};
use crate::project::{ProjectCord, USUAL_CORD, project};
use crate::units::Reader;

/// Cords of one length for a class.
#[derive(Debug, Clone, PartialEq)]
pub struct ClassCord {
    /// What they are called.
    pub name: String,
    /// It is the other of two that are joined: another colour.
    pub second: bool,
    /// Each, metres.
    pub length_m: f64,
    /// How many.
    pub times: usize,
    /// What asks for so much, as it stands in a sentence: the knot, or what is made of it.
    pub asked_by: String,
    /// Id of the cord it is of, where that is not the class's own.
    pub kind: Option<&'static str>,
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
    let cords = |name: &str, times: usize, second, of: Option<(f64, &'static str)>| {
        of.map(|(length_m, knot)| {
            let asked_by = catalogue().find(knot).map_or_else(String::new, |k| k.entry.one());
            ClassCord { name: name.to_owned(), second, length_m, times, asked_by, kind: None }
        })
    };
    let each = class as usize;
    let practised = [
        cords("Practice cord", each, false, first),
        cords("Second cord, another colour", each, true, second),
        cords("To show with", 1, false, first),
        cords("To show with, another colour", 1, true, second),
    ];
    let made = lessons.iter().flat_map(|l| &l.made).flat_map(|m| made_of(m, each));
    practised.into_iter().flatten().chain(made).filter(|c| c.times > 0).collect()
}

/// Cord for something that is made: it is used up, each learner's own.
fn made_of(made: &Made, class: usize) -> Vec<ClassCord> {
    let Some(project) = project(made.project) else { return Vec::new() };
    let cord = |c: ProjectCord| ClassCord {
        name: if c.times > 1 { made.name.to_owned() } else { format!("{}, {}", made.name, c.name.to_lowercase()) },
        second: false,
        length_m: c.length_m,
        times: class * c.times as usize,
        asked_by: format!("the {}", made.name.to_lowercase()),
        kind: Some(USUAL_CORD),
    };
    project.usual(&Reader::default()).cords.into_iter().map(cord).collect()
}

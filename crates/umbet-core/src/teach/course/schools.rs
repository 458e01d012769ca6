//! Schools of planning a course, where instructors differ: few knots deeply or a whole family, by object or by use, name first
//! or use first. None is better; side by side they show what each costs.

use super::{Breadth, CourseDraft, Opening, Sorting};

/// A school.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct School {
    /// Stable id.
    pub id: &'static str,
    /// Its name.
    pub name: &'static str,
    /// What it holds with, in a sentence.
    pub says: &'static str,
    /// How much is taken up.
    pub breadth: Breadth,
    /// What comes first.
    pub opening: Opening,
    /// In which order.
    pub sorting: Sorting,
}

/// Those of which instructors speak (common practice).
pub const SCHOOLS: [School; 3] = [
    School {
        id: "few",
        name: "Few, and deeply",
        says: "The knots the jobs ask for and no more, each ten times over; a use first, then its name; each right behind what it builds on.",
        breadth: Breadth::Few,
        opening: Opening::Use,
        sorting: Sorting::Ladder,
    },
    School {
        id: "family",
        name: "A whole family",
        says: "Near kin beside each knot, five times each, so that the class learns to choose; those that do the same together.",
        breadth: Breadth::Family,
        opening: Opening::Use,
        sorting: Sorting::Use,
    },
    School {
        id: "object",
        name: "Object by object",
        says: "All that is tied to one object before the next; each knot by its name and parts first, then what it is for.",
        breadth: Breadth::Few,
        opening: Opening::Name,
        sorting: Sorting::Object,
    },
];

impl School {
    /// A course asked for, as this school would plan it.
    pub fn of(&self, draft: &CourseDraft) -> CourseDraft {
        CourseDraft { breadth: self.breadth, opening: self.opening, sorting: self.sorting, ..draft.clone() }
    }
}

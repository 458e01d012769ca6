//! What instructors reach for, class by class, read from `catalogue/reached-for.toml`: the order among equals, each with the
//! sentence it is taught with. The first class whose conditions all hold is the situation's.

use crate::cord::Construction;
use crate::situation::{HandsState, Release, Shape, Situation, Stays, Task, Tension, Way};
use serde::Deserialize;
use std::sync::LazyLock;

/// One class of situations.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Class {
    /// Stable id.
    pub id: String,
    /// Jobs.
    pub task: Vec<Task>,
    /// Shapes; all when absent.
    pub shape: Option<Vec<Shape>>,
    /// Ways it pulls.
    pub way: Option<Vec<Way>>,
    /// How it comes off.
    pub off: Option<Vec<Release>>,
    /// How long it stays.
    pub stays: Option<Vec<Stays>>,
    /// What its tension does.
    pub tension: Option<Vec<Tension>>,
    /// Hands.
    pub hands: Option<Vec<HandsState>>,
    /// Builds of cord.
    pub cord: Option<Vec<Construction>>,
    /// Slick cord, or not.
    pub slick: Option<bool>,
    /// Two cords unlike in thickness by a third or more, or not.
    pub unequal: Option<bool>,
    /// Near an end it can run off.
    pub near_end: Option<bool>,
    /// What it is tied to moves by itself.
    pub moves: Option<bool>,
    /// What it holds must not be tightened on.
    pub must_not_close: Option<bool>,
    /// No end is free.
    pub in_the_bight: Option<bool>,
    /// What is reached for, first to last: the knot's id and what is said of it.
    pub knots: Vec<(String, String)>,
}

impl Class {
    /// Where a knot stands in it, from 0; behind all where it is not reached for.
    pub fn place(&self, knot: &str) -> usize {
        self.knots.iter().position(|(id, _)| id == knot).unwrap_or(self.knots.len())
    }

    /// What is said of a knot here.
    pub fn says(&self, knot: &str) -> Option<&str> {
        self.knots.iter().find(|(id, _)| id == knot).map(|(_, says)| says.as_str())
    }

    fn holds(&self, s: &Situation) -> bool {
        fn among<T: PartialEq>(list: Option<&Vec<T>>, it: &T) -> bool {
            list.is_none_or(|l| l.contains(it))
        }
        let is = |wanted: Option<bool>, so: bool| wanted.is_none_or(|w| w == so);
        let ratio = s.second.map_or(1.0, |c| (c.diameter / s.cord.diameter).max(s.cord.diameter / c.diameter));
        self.task.contains(&s.task)
            && among(self.shape.as_ref(), &s.object.kind.shape)
            && among(self.way.as_ref(), &s.way)
            && among(self.off.as_ref(), &s.off)
            && among(self.stays.as_ref(), &s.stays)
            && among(self.tension.as_ref(), &s.tension)
            && among(self.hands.as_ref(), &s.hands)
            && among(self.cord.as_ref(), &s.cord.kind.construction)
            && is(self.slick, s.cord.kind.slick() || s.second.is_some_and(|c| c.kind.slick()))
            && is(self.unequal, ratio >= UNEQUAL)
            && is(self.near_end, s.object.near_end)
            && is(self.moves, s.object.moves)
            && is(self.must_not_close, s.object.must_not_close)
            && is(self.in_the_bight, !s.end_free)
    }
}

/// From this ratio of thickness two cords are unlike (common practice).
pub const UNEQUAL: f64 = 1.3;

/// Every class, in the order they are asked.
///
/// # Panics
/// When the built-in file is faulty, which the tests rule out.
pub fn classes() -> &'static [Class] {
    #[derive(Deserialize)]
    struct File {
        class: Vec<Class>,
    }
    static CLASSES: LazyLock<Vec<Class>> = LazyLock::new(|| {
        let file: File =
            toml::from_str(include_str!("../../catalogue/reached-for.toml")).expect("catalogue/reached-for.toml reads");
        file.class
    });
    &CLASSES
}

/// The class of a situation.
pub(super) fn class_of(s: &Situation) -> Option<&'static Class> {
    classes().iter().find(|c| c.holds(s))
}

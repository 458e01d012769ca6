//! Questions to practise by: what is it, which would you use, what comes next, which of two is right, in which order.
//!
//! A question is made from its seed and the knots it may be about alone, so that it can be asked again and marked without
//! being stored. Every kind is a file of its own and a line of [`KINDS`].

mod choosing;
mod name;
mod next;
mod order;
mod which;

use crate::draw::{Figure, FigureError, Scene, draw, drawn_up};
use crate::dress::dressed;
use crate::knot::Knot;
use crate::topology::Misstep;
use crate::units::Reader;
use rand::prelude::*;
use rand::rngs::ChaCha8Rng;
use serde::{Deserialize, Serialize};

words! {
    /// What is asked.
    Kind {
        /// A knot as it lies in the hand, and names to choose from.
        Name => "What is it?",
        /// A situation in a sentence, and knots to choose from.
        Choosing => "Which would you use?",
        /// A knot on its way, and moves to choose from.
        Next => "What comes next?",
        /// Two drawings, one of them tied wrong.
        Which => "Which is right?",
        /// The moves of a knot, shuffled.
        Order => "In which order?",
    }
}

/// Makes a question about one of these knots; nothing where these dice make none.
type Make = fn(&[&'static Knot], &mut Dice<'_>) -> Option<Question>;

/// Every kind, and how it is made.
const KINDS: [(Kind, Make); 5] = [
    (Kind::Name, name::ask),
    (Kind::Choosing, choosing::ask),
    (Kind::Next, next::ask),
    (Kind::Which, which::ask),
    (Kind::Order, order::ask),
];

/// Answers offered.
const OFFERED: usize = 4;
/// Throws of the dice before a kind is given up for these knots.
const THROWS: usize = 60;

/// What a question is made with: chance, and how quantities are put into words.
struct Dice<'a> {
    chance: ChaCha8Rng,
    reader: &'a Reader,
}

/// What a picture shows of a knot.
#[derive(Debug, Clone, Copy)]
pub enum Shown {
    /// Drawn up, or as laid where it is not drawn up.
    Tied,
    /// As laid, to tie from.
    Laid,
    /// After so many moves, from 1.
    Step(usize),
    /// As laid, with a misstep in it.
    Wrong(&'static Misstep),
}

/// A picture of a question.
#[derive(Debug, Clone, Copy)]
pub struct Picture {
    /// Of this knot.
    pub knot: &'static Knot,
    /// What of it.
    pub shown: Shown,
    /// For the other hand.
    pub mirrored: bool,
    /// From behind.
    pub behind: bool,
}

/// An answer offered.
#[derive(Debug, Clone)]
pub struct Offered {
    /// In words; empty where its picture is all.
    pub says: String,
    /// Its picture.
    pub picture: Option<Picture>,
    /// What is to be said of it once the question is answered: why it is not right.
    pub because: String,
}

/// A question.
#[derive(Debug, Clone)]
pub struct Question {
    /// The knot it is about.
    pub knot: &'static Knot,
    /// In a sentence.
    pub asks: String,
    /// The situation it is asked of, in a few sentences; empty where there is none.
    pub given: String,
    /// What is shown with it.
    pub picture: Option<Picture>,
    /// Answers to choose from, or to put in order.
    pub offered: Vec<Offered>,
    /// The right one; or all of them, in order.
    pub right: Vec<usize>,
    /// What is said of the right answer.
    pub says: String,
}

impl Picture {
    fn of(knot: &'static Knot, shown: Shown) -> Self {
        Self { knot, shown, mirrored: false, behind: false }
    }

    /// The drawing, with words that do not give the answer away.
    ///
    /// # Errors
    /// [`FigureError`] when the knot has no such move.
    pub fn drawn(&self, size: [f64; 2], alt: String) -> Result<Scene, FigureError> {
        let mut figure = Figure { size, mirrored: self.mirrored, behind: self.behind, ..Figure::default() };
        figure.alt = Some(alt.clone());
        match self.shown {
            Shown::Tied => match dressed(&self.knot.id) {
                Some(form) => Ok(Scene { alt, ..drawn_up(self.knot, form, 1.0, &figure) }),
                None => draw(self.knot, &figure),
            },
            Shown::Laid => draw(self.knot, &figure),
            Shown::Step(n) => {
                (figure.step, figure.untold) = (Some(n), true);
                draw(self.knot, &figure)
            }
            Shown::Wrong(m) => draw(&self.knot.laid_as(m.path.clone()), &figure),
        }
    }
}

impl Question {
    /// The answers are to be put in order.
    pub fn ordered(&self) -> bool {
        self.right.len() > 1
    }

    /// All pictures: its own first, then those of the answers.
    pub fn pictures(&self) -> Vec<Picture> {
        self.picture.into_iter().chain(self.offered.iter().filter_map(|o| o.picture)).collect()
    }

    /// What is said once it is answered so; nothing for an answer that is none of those offered.
    pub fn marked(&self, chosen: &[usize]) -> Option<Marked> {
        let all: Vec<usize> = (0..self.offered.len()).collect();
        let mut sorted = chosen.to_vec();
        sorted.sort_unstable();
        let is_one = if self.ordered() { sorted == all } else { chosen.len() == 1 && all.contains(&chosen[0]) };
        if !is_one {
            return None;
        }
        let right = chosen == self.right;
        let because = match chosen {
            [one] if !right => self.offered[*one].because.clone(),
            _ => String::new(),
        };
        Some(Marked { right, because })
    }
}

/// An answer marked.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Marked {
    /// It was right.
    pub right: bool,
    /// Why not; empty where it was, or where nothing is to be said of that answer.
    pub because: String,
}

/// The question of this kind and seed about one of these knots; nothing where they give none of that kind.
pub fn question(kind: Kind, seed: u64, about: &[&'static Knot], reader: &Reader) -> Option<Question> {
    let (_, make) = KINDS.iter().find(|(k, _)| *k == kind)?;
    let mut dice = Dice { chance: ChaCha8Rng::seed_from_u64(seed), reader };
    (0..THROWS).find_map(|_| make(about, &mut dice))
}

/// Shuffles answers, of which the first is right; tells where it went.
fn shuffled(offered: Vec<Offered>, dice: &mut Dice<'_>) -> (Vec<Offered>, Vec<usize>) {
    let mut places: Vec<usize> = (0..offered.len()).collect();
    places.shuffle(&mut dice.chance);
    let right = places.iter().position(|p| *p == 0);
    (places.into_iter().map(|p| offered[p].clone()).collect(), right.into_iter().collect())
}

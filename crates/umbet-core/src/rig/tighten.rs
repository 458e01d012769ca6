//! How a line is drawn tight by one person, and what that reaches.

use super::plan::Named;
use super::working::{KEPT, LEAST_MARGIN};
use crate::cord::Cord;
use crate::knot::{Knot, catalogue};
use crate::situation::UsedCord;
use crate::statics::purchase::looped_band;
use crate::units::{Band, Force, Reader};
use serde::{Deserialize, Serialize};

words!(
    /// How a line is drawn tight.
    Tighten {
        /// Two round turns walked round the anchor and a slipped hitch.
        RoundTurns => "by two round turns walked round it",
        /// Through a loop in the line and round the anchor.
        Looped => "through a loop and round it",
        /// By hand, and hitched.
        ByHand => "by hand, and hitched",
    }
);

impl Tighten {
    /// All of them, to choose from.
    pub fn named() -> Vec<Named> {
        Self::ALL.iter().map(|t| Named::new(t.id(), t.words())).collect()
    }
}

/// One way and what it reaches.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Reach {
    /// The way.
    pub tighten: Tighten,
    /// Tension in the line, newtons, an estimate.
    pub set_n: Band,
    /// The same in a sentence.
    pub says: String,
}

/// Friction of rope round a tree or post (engineering handbooks, recalled; a band).
pub const AT_ANCHOR: Band = Band { low: 0.3, high: 0.6 };

/// What every way reaches with this pull.
pub fn reaches(cord: &UsedCord, pull_n: f64, reader: &Reader) -> Vec<Reach> {
    [Tighten::ByHand, Tighten::Looped, Tighten::RoundTurns].map(|t| reach(cord, pull_n, t, reader)).into()
}

/// What this way reaches.
pub fn set_by(tighten: Tighten, cord: &UsedCord, pull_n: f64) -> Band {
    match tighten {
        // What is held while the hitch is made: some of it is always lost (common practice).
        Tighten::ByHand => Band { low: 0.6 * pull_n, high: 0.9 * pull_n },
        // The turns hold it meanwhile: next to nothing is lost (common practice).
        Tighten::RoundTurns => Band { low: 0.85 * pull_n, high: pull_n },
        Tighten::Looped => {
            let wet = if cord.wet { cord.kind.wet_grip } else { 1.0 };
            looped_band(pull_n, cord.on_itself(), AT_ANCHOR.scaled(wet))
        }
    }
}

fn reach(cord: &UsedCord, pull_n: f64, tighten: Tighten, reader: &Reader) -> Reach {
    let set_n = set_by(tighten, cord, pull_n);
    let words = |f: f64| reader.force(Force::from_n(f));
    let (low, high) = (words(set_n.low), words(set_n.high));
    let says = match tighten {
        Tighten::ByHand => format!("Pulled by hand and hitched: {low} to {high} stay in the line."),
        Tighten::RoundTurns => {
            format!("Two round turns walked round the anchor: {low} to {high}, kept while you hitch.")
        }
        Tighten::Looped => format!(
            "Through a loop and round the anchor: {low} to {high}, {:.1} to {:.1} times your pull, not 3.",
            set_n.low / pull_n,
            set_n.high / pull_n
        ),
    };
    Reach { tighten, set_n, says }
}

/// A line's stiffness: its stretch is reached somewhere between a fifth of its strength and all of it. The cord's section
/// counts as it measures.
pub fn stiffness(cord: &UsedCord) -> Band {
    let Cord { strength_n, stretch_percent, diameter, .. } = cord.kind;
    let section = (cord.diameter / *diameter).powi(2);
    let stretch = stretch_percent / 100.0;
    Band { low: 0.2 * strength_n.low / stretch * section, high: strength_n.high / stretch * section }
}

/// What a cord may bear at work, newtons: a fifth of what it surely bears at its knot.
pub fn working_n(cord: &UsedCord) -> f64 {
    cord.at_knot(KEPT).low / LEAST_MARGIN
}

/// How much of a cord is taken in while a line of this length is drawn from slack to this tension, metres.
pub fn stretch_m(cord: &UsedCord, length_m: f64, set_n: f64) -> f64 {
    length_m * set_n / stiffness(cord).low
}

/// The purchases of the catalogue, each in a sentence: what its loop is good for, and how it frees.
pub fn loops() -> Vec<String> {
    let purchases: Vec<&Knot> = catalogue().knots().iter().filter(|k| k.entry.purchase.is_some()).collect();
    // Those that build on another purchase only tie it off otherwise.
    let own_loop = |k: &&&Knot| !k.entry.builds_on.iter().any(|b| purchases.iter().any(|p| p.id == *b));
    let said = |k: &&Knot| format!("{}: {} {}", k.entry.name, k.entry.about, k.entry.release.say);
    purchases.iter().filter(own_loop).map(said).collect()
}

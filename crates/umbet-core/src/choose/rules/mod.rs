//! The rules. Each is one small function with a name, a sentence and a source. A new rule is a function
//! in one of these files and a line in [`TIES`] or [`HOLDS`].

mod cord_suits;
mod grips;
mod hands;
mod lets_go;
mod pulls;
pub(crate) mod strength;
mod tension;
pub(crate) mod tied_here;

use super::candidate::Candidate;
use super::case::Case;
pub(super) use super::finding::{Finding, NumberWords, Weight};
use crate::knot::Mend;

/// A rule.
pub struct Rule {
    /// Stable id.
    pub id: &'static str,
    /// The question it answers.
    pub asks: &'static str,
    /// Judges.
    pub judge: fn(&Candidate<'_>, &Case<'_>) -> Option<Finding>,
}

/// The first rules: can it be got there and tied there, in this cord, under this load? The first that refuses is the first reason
/// that would have to change.
pub const TIES: &[Rule] = &[
    tied_here::TASK,
    tied_here::SHAPE,
    tied_here::ONTO,
    tied_here::PASSES,
    tied_here::HOLE,
    hands::TIGHT,
    hands::STATE,
    cord_suits::CONSTRUCTION,
    cord_suits::JOINING_REEF,
    cord_suits::CLOSES,
    cord_suits::UNEQUAL,
    tension::TENSION,
    strength::BEARS,
    strength::STRONG,
    tied_here::CORD_THERE_IS,
];

/// The rules after that: how it holds, how it lets go, what it asks of the cord.
pub const HOLDS: &[Rule] = &[
    pulls::ROUGH_ONLY,
    pulls::ALONG,
    pulls::BOTH_PARTS,
    pulls::THREE_WAYS,
    pulls::NEAR_END,
    pulls::MUST_NOT_CLOSE,
    pulls::SHAKEN,
    pulls::KEPT_LOADED,
    pulls::BACKUP,
    pulls::HANGS_TRUE,
    cord_suits::SLICK,
    grips::GRIPS,
    lets_go::ONE_PULL,
    lets_go::LEAVES,
    lets_go::BY_HAND,
    lets_go::ON_PURPOSE,
    lets_go::OVERHEAD,
    strength::EDGE,
    cord_suits::UNLIKE,
    cord_suits::RAW_END,
    cord_suits::SHARP_BEND,
];

pub(super) fn refuses(rule: &'static str, says: String, change: &str) -> Option<Finding> {
    Some(Finding {
        rule,
        weight: Weight::Refuses,
        says,
        change: change.into(),
        numbers: Vec::new(),
        source: "practice",
    })
}

fn wants(rule: &'static str, mends: &'static [Mend], says: String, change: &str) -> Option<Finding> {
    Some(Finding {
        rule,
        weight: Weight::Wants(mends),
        says,
        change: change.into(),
        numbers: Vec::new(),
        source: "practice",
    })
}

fn notes(rule: &'static str, says: String) -> Option<Finding> {
    Some(Finding { rule, weight: Weight::Notes, says, change: String::new(), numbers: Vec::new(), source: "practice" })
}

pub(super) use crate::words::capital;

fn number(of: &str, words: String) -> NumberWords {
    NumberWords { of: of.to_owned(), words }
}

//! The rules. Each is one small function with a name, a sentence and a source. A new rule is a function
//! in one of these files and a line in [`ALL`].

mod cord_suits;
mod grips;
mod hands;
mod lets_go;
mod plainer;
mod pulls;
pub(crate) mod strength;
mod tension;
pub(crate) mod tied_here;

use super::answer::{NumberWords, Reason};
use super::candidate::Candidate;
use super::case::Case;
use crate::knot::Mend;

/// How much a finding weighs.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Weight {
    /// The knot does not fit, whatever is done.
    Refuses,
    /// It fits only with one of these mends, the first that can be made.
    Wants(&'static [Mend]),
    /// It fits, and would fit better with one of these.
    Prefers(&'static [Mend]),
    /// Worth saying.
    Notes,
}

impl Weight {
    pub(super) fn order(&self) -> u8 {
        match self {
            Self::Refuses => 0,
            Self::Wants(_) => 1,
            Self::Prefers(_) => 2,
            Self::Notes => 3,
        }
    }
}

/// What a rule found.
#[derive(Debug, Clone)]
pub struct Finding {
    /// The rule's id.
    pub rule: &'static str,
    /// How much it weighs.
    pub weight: Weight,
    /// Why, in a sentence.
    pub says: String,
    /// What would make the knot fit.
    pub change: String,
    /// Numbers behind it.
    pub numbers: Vec<NumberWords>,
    /// Source id.
    pub source: &'static str,
}

impl Finding {
    /// Mends it asks for.
    pub(super) fn wish(&self) -> Option<&'static [Mend]> {
        match self.weight {
            Weight::Wants(m) | Weight::Prefers(m) => Some(m),
            Weight::Refuses | Weight::Notes => None,
        }
    }

    pub(super) fn reason(&self) -> Reason {
        Reason {
            rule: self.rule.to_owned(),
            says: self.says.clone(),
            numbers: self.numbers.clone(),
            source: self.source.to_owned(),
        }
    }
}

/// A rule.
pub struct Rule {
    /// Stable id.
    pub id: &'static str,
    /// The question it answers.
    pub asks: &'static str,
    /// Judges.
    pub judge: fn(&Candidate<'_>, &Case<'_>) -> Option<Finding>,
}

/// Every rule. The first that refuses is the first reason that would have to change.
pub const ALL: &[Rule] = &[
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
    plainer::ENOUGH,
    pulls::ROUGH_ONLY,
    pulls::ALONG,
    pulls::BOTH_PARTS,
    pulls::THREE_WAYS,
    pulls::NEAR_END,
    pulls::MUST_NOT_CLOSE,
    pulls::SHAKEN,
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

/// What a rule says of a candidate.
pub(super) fn again(rule: &str, candidate: &Candidate<'_>, case: &Case<'_>) -> Option<String> {
    ALL.iter().find(|r| r.id == rule).and_then(|r| (r.judge)(candidate, case)).map(|f| f.says)
}

fn refuses(rule: &'static str, says: String, change: &str) -> Option<Finding> {
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

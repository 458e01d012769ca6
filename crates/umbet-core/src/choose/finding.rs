//! What a rule finds, and the sentences and numbers that travel with it.

use crate::knot::Mend;
use serde::Serialize;

/// A number in a reason.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NumberWords {
    /// What it measures.
    pub of: String,
    /// In the reader's measures.
    pub words: String,
}

/// Why, in a sentence.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Reason {
    /// The rule that says so.
    pub rule: String,
    /// The sentence.
    pub says: String,
    /// The numbers behind it.
    pub numbers: Vec<NumberWords>,
    /// Source id.
    pub source: String,
}

/// A question about an answer, and what there is to say.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Asked {
    /// The question.
    pub asks: String,
    /// The answer.
    pub says: String,
}

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

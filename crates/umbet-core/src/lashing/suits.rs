//! How poles meet, what they want to do there, and what a lashing suits.

use serde::{Deserialize, Serialize};

words!(
    /// How poles meet.
    Meet {
        /// Crossed and touching.
        Cross => "cross and bear on each other",
        /// Crossed, with a gap.
        Sprung => "cross but spring apart",
        /// Overlapped, to lengthen.
        Longer => "overlap, to make a longer one",
        /// Two legs.
        TwoLegs => "stand as two legs",
        /// Three legs.
        ThreeLegs => "stand as three legs",
        /// Side by side across another.
        Floor => "lie side by side across a bearer, as a floor",
    }
);

impl Meet {
    /// Poles bound at one place.
    pub const fn poles(self) -> usize {
        if matches!(self, Self::ThreeLegs) { 3 } else { 2 }
    }

    /// Poles that meet so cross at an angle.
    pub const fn crossed(self) -> bool {
        matches!(self, Self::Cross | Self::Sprung)
    }
}

words!(
    /// What poles want to do where they are lashed.
    Wants {
        /// Slide along each other.
        Slide => "slide along each other",
        /// Part.
        Part => "part",
        /// Turn.
        Turn => "turn, as scissors do",
    }
);

/// What a lashing suits.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Suits {
    /// Poles that meet so.
    pub meet: Meet,
    /// From which angle to which, degrees; any where it says none.
    #[serde(default)]
    pub deg: Option<[f64; 2]>,
    /// Against what, and its place among those that hold against it: the first is taken before the second.
    #[serde(default)]
    pub against: Vec<(Wants, u32)>,
    /// Why.
    pub because: String,
    /// Why not, beyond these angles.
    #[serde(default)]
    pub beyond: String,
}

//! Cord a knot takes: turns round the object, the body of the knot, and the tail.
//!
//! A turn is a girth of the object, along the cord's middle: π(D + d) round, 4 D + π d on a square: geometry. The diameters in a knot's body are
//! measured on drawn-up forms (overhand 12.7 d, figure eight 17.4 d, bowline 26.1 d; see docs/methods/dressing.md), on an object
//! common practice (clove 5 d besides its turns); read them to about a tenth. Tails: twelve diameters and never under four
//! fingers (common practice).

use crate::knot::{Knot, Tail, Usage};
use crate::units::{Length, Reader};
use serde::Serialize;

/// How far a length may be off, as a share of it.
pub const ERROR_SHARE: f64 = 0.1;

/// A length taken, item by item.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Taken {
    /// Round the object.
    pub turns: Length,
    /// In the knot.
    pub body: Length,
    /// Left over as a loop or working length.
    pub eye: Length,
    /// Kept to slide along, of an adjustable hitch.
    pub travel: Length,
    /// The tail, or both.
    pub tail: Length,
    /// Tails left: one, or two where two ends are tied.
    pub tails: usize,
    /// How much of it all is of the second rope.
    pub second: Length,
}

impl Taken {
    /// All of it.
    pub fn total(&self) -> Length {
        self.turns + self.body + self.eye + self.travel + self.tail
    }
}

impl Taken {
    /// Item by item, in the reader's measures; what is nothing is left out.
    pub fn items(&self, r: &Reader) -> Vec<LengthItem> {
        let tail = if self.tails > 1 { "both tails" } else { "tail" };
        let list = [
            ("round it", self.turns),
            ("in the knot", self.body),
            ("loop", self.eye),
            ("to slide along", self.travel),
            (tail, self.tail),
        ];
        let item = |(of, l): (&str, Length)| LengthItem { of: of.into(), length_m: l.m(), words: r.length(l) };
        list.into_iter().filter(|(_, l)| l.mm() > 0.5).map(item).collect()
    }
}

/// One item of a length, for the API.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LengthItem {
    /// What it is for.
    pub of: String,
    /// Metres.
    pub length_m: f64,
    /// In the reader's measures.
    pub words: String,
}

/// Cord taken by a knot with this usage, each turn `girth` long. `ends` are the ropes whose ends are tied, by thickness; rope
/// in the knot counts by their mean.
pub fn taken(usage: &Usage, tail: Tail, ends: &[Length], girth: Length) -> Taken {
    let body = |d: Length| d * (usage.body_d / ends.len().max(1) as f64);
    let sum = |of: &dyn Fn(Length) -> Length| ends.iter().map(|d| of(*d)).fold(Length::default(), |a, b| a + b);
    Taken {
        turns: girth * usage.turns,
        body: sum(&body),
        eye: Length::from_m(usage.loop_m),
        travel: Length::from_m(usage.travel_m),
        tail: sum(&|d| tail_length(tail, d)),
        tails: ends.len(),
        second: ends.get(1).map_or(Length::default(), |d| body(*d) + tail_length(tail, *d)),
    }
}

/// The ropes whose ends a knot ties: in one rope of this thickness, or in this and another.
pub fn ends(knot: &Knot, cord: Length, other: Option<Length>) -> Vec<Length> {
    match knot.path.strands.len() {
        0 | 1 => vec![cord],
        _ => vec![cord, other.unwrap_or(cord)],
    }
}

/// The tail a knot wants in cord `d` thick.
pub fn tail_length(tail: Tail, d: Length) -> Length {
    (d * tail.diameters).max(Length::from_m(tail.least_m))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::object::Section;
    use std::f64::consts::PI;

    /// Clove hitch: 2·π(D + d) + about 5 d, measured on dressed forms for D from 2 to 16 d.
    #[test]
    fn a_clove_takes_two_turns_and_five_diameters() {
        let usage = Usage { turns: 2.0, body_d: 5.0, ..Usage::default() };
        let d = Length::from_mm(12.0);
        let t = taken(&usage, Tail::default(), &[d], Section::Round.girth(Length::from_mm(48.0), d));
        let expected = 2.0 * PI * 0.060 + 5.0 * 0.012;
        assert!(((t.turns + t.body).m() - expected).abs() < 1e-9);
        assert!((t.tail.mm() - 144.0).abs() < 1e-9);
    }

    #[test]
    fn a_tail_is_never_under_four_fingers() {
        assert!((tail_length(Tail::default(), Length::from_mm(2.0)).mm() - 75.0).abs() < 1e-9);
    }
}

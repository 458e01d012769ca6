//! What the drawing of food hung out of reach shows.

use super::draft::{KeptFrom, Larder, StaysUp};
use super::hung::LarderFacts;
use crate::draw::{LarderLooks, larder_side};
use crate::rig::{Drawing, Given};
use crate::units::Length;

/// From the side, to scale.
pub fn drawings(larder: &Larder, facts: &LarderFacts, given: &Given<'_>) -> Vec<Drawing> {
    let (d, reader) = (&larder.said, given.reader);
    let m = |m: f64| reader.length(Length::from_m(m));
    let looks = LarderLooks {
        width: given.width,
        branch_m: d.branch_m,
        branch_thick_m: d.branch_mm / 1000.0,
        out_m: d.out_m,
        below_m: facts.below_m,
        bag_m: d.bag_m,
        tied_off_m: (d.by == StaysUp::TiedOff).then_some(d.away_m),
        stick: d.by == StaysUp::Stick,
        second: d.by == StaysUp::Balanced,
        disc: d.from == KeptFrom::Mice,
        short: facts.short_m.map(|s| s.is_some()),
        words: [m(facts.bottom_m.max(0.0)), m(d.out_m), m(facts.below_m)],
        mass: reader.mass(d.mass_kg),
    };
    vec![Drawing { id: "side", name: "Side", scene: larder_side(&looks) }]
}

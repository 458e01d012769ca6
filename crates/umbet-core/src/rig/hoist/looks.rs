//! What the drawing of a hoist shows.

use super::HoistFacts;
use super::draft::{Hoist, Hoisted};
use crate::draw::{HoistLooks, HoistedLooks, hoist_side};
use crate::rig::{Drawing, Given};
use crate::units::Length;

/// From the side, as it hangs a little off the ground.
pub fn drawings(hoist: &Hoist, facts: &HoistFacts, given: &Given<'_>) -> Vec<Drawing> {
    let (d, reader) = (&hoist.said, given.reader);
    let m = |m: f64| reader.length(Length::from_m(m));
    let looks = HoistLooks {
        width: given.width,
        thing: match d.thing {
            Hoisted::Axe | Hoisted::Hammer => HoistedLooks::Headed,
            Hoisted::Ladder => HoistedLooks::Ladder,
            Hoisted::Bucket => HoistedLooks::Bucket,
            Hoisted::Saw | Hoisted::Plank | Hoisted::Pole => HoistedLooks::Straight,
        },
        long_m: if d.thing.led() { d.long_m } else { 0.35 },
        thick_m: d.thick_mm / 1000.0,
        balance_m: d.balances_m(),
        hitch_m: facts.hitch_m,
        leads_m: facts.leads_m.clone(),
        bends: d.from.bends(),
        high_m: d.high_m,
        guided: d.guided,
        words: [m(d.high_m), m(facts.hitch_m), reader.mass(d.mass_kg), reader.forces(facts.wanted_n)],
    };
    vec![Drawing { id: "side", name: "Side", scene: hoist_side(&looks) }]
}

//! What the drawing of a hung bar shows.

use super::{Bar, Hang, HangFacts};
use crate::draw::{HangLooks, HungLooks, hang_side};
use crate::rig::{Drawing, Given};
use crate::units::{Force, Length};

/// From the side.
pub fn drawings(hang: &Hang, facts: &HangFacts, given: &Given<'_>) -> Vec<Drawing> {
    let (said, reader) = (&hang.said, given.reader);
    let looks = HangLooks {
        width: given.width,
        length_m: said.length_m,
        drop_m: said.high_m - said.at_m,
        at_m: said.at_m,
        thick_m: said.thick_mm / 1000.0,
        wood: said.bar == Bar::Pole,
        lines_m: said.lines_m.clone(),
        shares: facts.alike_n.iter().map(|n| reader.force(Force::from_n(*n))).collect(),
        things: said
            .things
            .iter()
            .map(|t| HungLooks { name: t.name.clone(), mass: reader.mass(t.mass_kg), along_m: t.along_m, ties: t.ties })
            .collect(),
        words: [reader.length(Length::from_m(said.length_m)), reader.length(Length::from_m(said.at_m))],
    };
    vec![Drawing { id: "side", name: "Side", scene: hang_side(&looks) }]
}

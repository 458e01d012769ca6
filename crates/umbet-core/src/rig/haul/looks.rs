//! What the drawing of a haul shows.

use super::{Haul, HaulFacts, Thing};
use crate::draw::{HaulLooks, haul_side};
use crate::rig::{Drawing, Given};
use crate::units::Length;

/// From the side.
pub fn drawings(haul: &Haul, facts: &HaulFacts, given: &Given<'_>) -> Vec<Drawing> {
    let reader = given.reader;
    let said = &haul.said;
    let looks = HaulLooks {
        width: given.width,
        slope: said.slope_percent / 100.0,
        length_m: said.length_m,
        thick_m: said.thick_mm / 1000.0,
        runners: said.thing == Thing::Sledge,
        wood: said.thing != Thing::Pipe,
        leads_m: haul.leads_at_m(),
        lip: said.lip_deg.to_radians(),
        people: usize::from(said.people),
        words: [
            format!("{}, {}", said.thing.words(), reader.mass(said.mass_kg)),
            format!("{} to start it", reader.forces(facts.pull.start_n)),
            format!("half hitch {} from the end", reader.length(Length::from_m(haul.leads_at_m()))),
            format!("{} brought", reader.forces(facts.pull.brought_n)),
        ],
    };
    vec![Drawing { id: "side", name: "Side", scene: haul_side(&looks) }]
}

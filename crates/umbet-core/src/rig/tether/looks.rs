//! What the drawings of a tether show.

use super::TetherFacts;
use super::draft::{Held, Tether, TiedTo};
use crate::draw::{NearLooks, TetherLooks, TetheredAs, TiedAs, beside, tether_above, tether_side};
use crate::rig::{Drawing, Given};
use crate::units::Length;

/// Share of the width the side view takes where there is one from above.
const SIDE: f64 = 0.62;

/// From the side, and from above.
pub fn drawings(tether: &Tether, facts: &TetherFacts, given: &Given<'_>) -> Vec<Drawing> {
    let (d, reader) = (&tether.said, given.reader);
    let m = |m: f64| reader.length(Length::from_m(m));
    let above = d.held != Held::Led;
    let looks = TetherLooks {
        width: if above { given.width * SIDE } else { given.width },
        held: match d.held {
            Held::Animal => TetheredAs::Animal,
            Held::Boat => TetheredAs::Boat,
            Held::Gear => TetheredAs::Gear,
            Held::Led => TetheredAs::Led,
        },
        to: match d.to {
            TiedTo::Tree | TiedTo::Post => TiedAs::Trunk,
            TiedTo::Rail => TiedAs::Rail,
            TiedTo::Ring => TiedAs::Ring,
            TiedTo::Stake => TiedAs::Stake,
        },
        to_m: d.to_mm / 1000.0,
        to_high_m: d.to_high_m,
        eye_high_m: d.eye_high_m,
        off_m: d.off_m,
        line_m: d.line_m,
        long_m: d.long_m,
        water_m: (d.held == Held::Boat).then_some([d.falls_m, d.rises_m]),
        sweep_m: facts.reach.sweep_m,
        around: d
            .around
            .iter()
            .map(|near| NearLooks {
                name: near.name.clone(),
                at_m: near.at_m,
                thick_m: near.thick_mm / 1000.0,
                caught: facts.reach.caught.iter().any(|c| c.name == near.name.trim()),
            })
            .collect(),
        words: [m(d.line_m), m(d.to_high_m), m(facts.reach.sweep_m)],
    };
    let side = tether_side(&looks);
    let scene = if above {
        let from_above = tether_above(&TetherLooks { width: given.width * (1.0 - SIDE), ..looks });
        beside(side, "From above", from_above)
    } else {
        side
    };
    vec![Drawing { id: "side", name: "Side", scene }]
}

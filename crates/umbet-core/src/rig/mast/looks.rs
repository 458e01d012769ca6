//! What the drawings of a mast show.

use super::draft::Mast;
use super::forces::MastForces;
use crate::draw::{GuysLooks, MastLooks, PoleLooks, PolesLooks, beside, mast_above, mast_side, poles_turned};
use crate::rig::{Drawing, Given};
use crate::units::{Force, Length};
use std::f64::consts::TAU;

/// From the side, beside it from above; and turned.
pub fn drawings(mast: &Mast, forces: &MastForces, given: &Given<'_>) -> Vec<Drawing> {
    let looks = looks(mast, forces, given);
    let narrow = |share: f64| MastLooks { width: given.width * share, ..looks.clone() };
    let side = beside(mast_side(&narrow(0.58)), "From above", mast_above(&narrow(0.42)));
    let turned = poles_turned(&in_space(mast, given));
    vec![
        Drawing { id: "side", name: "Side", scene: side },
        Drawing { id: Drawing::TURNED, name: "Turned", scene: turned },
    ]
}

fn looks(mast: &Mast, forces: &MastForces, given: &Given<'_>) -> MastLooks {
    let reader = given.reader;
    let m = |m: f64| reader.length(Length::from_m(m));
    let d = &mast.said;
    let guys = |(i, high): (usize, &f64)| GuysLooks {
        high_m: *high,
        out_m: mast.out_m(i),
        words: [m(*high), format!("up to {}", reader.force(Force::from_n(forces.levels[i].guy_n.high)))],
    };
    MastLooks {
        width: given.width,
        high_m: d.size.high_m,
        thick_m: [d.size.thick_mm / 1000.0, d.size.top_mm / 1000.0],
        guys: d.guys_m.iter().enumerate().map(guys).collect(),
        sides: d.sides as usize,
        deep_m: d.deep_m,
        headed: d.head_kg > 0.0 || d.head_m2 > 0.0,
        pulled: (d.head_n > 0.0).then(|| reader.force(Force::from_n(d.head_n))),
        wind: format!("Beaufort {}", d.beaufort),
        words: [m(d.size.high_m), m(d.out_m), m(mast.apart_m(d.guys_m.len() - 1))],
    }
}

/// The mast as a pole and its guys as lines in space.
fn in_space(mast: &Mast, given: &Given<'_>) -> PolesLooks {
    let d = &mast.said;
    let stake = |level: usize, side: u32| {
        let a = TAU * f64::from(side) / f64::from(d.sides) + 0.35;
        [mast.out_m(level) * a.cos(), mast.out_m(level) * a.sin(), 0.0]
    };
    let guys = (0..d.guys_m.len()).flat_map(|l| (0..d.sides).map(move |s| (l, s)));
    let lines: Vec<_> = guys.map(|(l, s)| [[0.0, 0.0, d.guys_m[l]], stake(l, s)]).collect();
    PolesLooks {
        width: given.width,
        thick_m: d.size.thick_mm / 1000.0,
        poles: vec![PoleLooks { from: [0.0; 3], to: [0.0, 0.0, d.size.high_m] }],
        feet: (0..d.sides).map(|s| stake(d.guys_m.len() - 1, s)).collect(),
        lines,
        high_m: d.size.high_m,
        ..PolesLooks::default()
    }
}

//! How often a path goes round its object, counted on the path itself.
//!
//! On a pole that lies in the drawing, a **pass** leads the rope across its face or its back from edge to edge: two passes
//! are a turn. A hitch that rides on the object is left by its standing part and its tail half way across: its first and
//! its last pass count half. One tied on its own standing part closes its eye, and its passes count whole. Round a pole
//! seen end-on the rope comes back to where it began, so its angle counts in whole turns. How a pole is laid out does not
//! matter, nor how thick: a turn is a girth of whatever it goes round.

use super::facts::Stands;
use super::notation::{Axis, Pole};
use super::path::{KnotPath, Strand};
use super::spline::{P2, P3};
use std::f64::consts::{PI, TAU};

/// Rope this near to a pole seen end-on goes round it, in rope diameters from its surface.
const NEAR: f64 = 3.0;

/// Turns round all poles of a path.
pub fn turns(path: &KnotPath, stands: Stands) -> f64 {
    path.poles.iter().map(|p| round(p, &path.strands, stands)).sum()
}

fn round(pole: &Pole, strands: &[Strand], stands: Stands) -> f64 {
    let all = |of: &dyn Fn(&Strand) -> f64| strands.iter().map(of).sum::<f64>();
    let half_passes = match stands {
        Stands::Nooses => 0.0,
        Stands::Rides | Stands::Loop | Stands::Itself => 1.0,
    };
    match pole.axis {
        Axis::Z => (all(&|s| s.points.windows(2).map(|w| angle(pole, w[0], w[1])).sum()) / TAU).round(),
        Axis::X => (all(&|s| passes(pole, 1, s)).round() - half_passes).max(0.0) / 2.0,
        Axis::Y => (all(&|s| passes(pole, 0, s)).round() - half_passes).max(0.0) / 2.0,
    }
}

/// Passes of a rope across a pole in the drawing; `across` is the coordinate that runs from edge to edge of it. A rope that
/// ends on the pole counts as far from the edge as it ends: what it winds round itself there lies on rope.
fn passes(pole: &Pole, across: usize, strand: &Strand) -> f64 {
    let r = pole.radius;
    let off = |p: &P3| (p[across] - pole.at[across]).clamp(-r, r);
    let edge = strand.points.iter().rposition(|p| off(p).abs() >= r).unwrap_or(0);
    let to_edge: f64 = strand.points[..=edge].windows(2).map(|w| (off(&w[1]) - off(&w[0])).abs()).sum();
    let from_edge = strand.points.last().map_or(0.0, |end| (off(end) - off(&strand.points[edge])).abs());
    (to_edge + from_edge) / (2.0 * r)
}

/// Angle round a pole seen end-on, nought far from it.
fn angle(pole: &Pole, a: P3, b: P3) -> f64 {
    let from: [P2; 2] = [a, b].map(|p| [p[0] - pole.at[0], p[1] - pole.at[1]]);
    if from[0][0].hypot(from[0][1]) > pole.radius + NEAR {
        return 0.0;
    }
    let [was, is] = from.map(|p| p[1].atan2(p[0]));
    ((is - was + PI).rem_euclid(TAU) - PI).abs()
}

//! What a drawn-up form must prove: the same tie on every closure, strands that touch without overlapping, bends the rope
//! can make, and its object still held.

use super::ropes::{Chain, Ropes};
use super::tighten::Rest;
use crate::knot::path::{KnotPath, crossings};
use crate::topology::{Closure, Laurent, MOST_PROVED, What, closures, jones};
use glam::{DQuat, DVec3, EulerRot};

/// Why a form that was computed is not shown.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum Undressed {
    /// A closure has another polynomial than before.
    #[error("drawn up it is another tie: {0} differs")]
    Other(String),
    /// Strands lie in one another.
    #[error("strands overlap by {0:.1} % of the diameter")]
    Overlap(f64),
    /// Sharper than rope bends.
    #[error("a bend of {0:.2} diameters, sharper than rope bends")]
    Sharp(f64),
    /// The object is out of it.
    #[error("it fell off its object")]
    Fell,
    /// A bight or loop slipped off the finger that held it.
    #[error("a loop slipped out")]
    SlippedOut,
    /// More rope than is drawn up.
    #[error("{MOST_ROPE} diameters of rope at most are drawn up, and this is {0:.0} long")]
    Long(f64),
    /// It has more crossings than could be proved afterwards.
    #[error("{MOST_PROVED} crossings at most are drawn up, and this has {0}")]
    Crossings(usize),
    /// Nobody wants it any more.
    #[error("stopped")]
    Stopped,
}

/// Most rope that is drawn up, in diameters: half as much again as any knot of the catalogue has. It bounds time and memory.
pub const MOST_ROPE: f64 = 900.0;
/// Most overlap of two strands, in diameters.
pub const MOST_OVERLAP: f64 = 0.01;
/// Sharpest bend, in diameters.
pub const SHARPEST: f64 = 0.5;

/// Refuses a path whose drawing up would take more time and memory than one may: known before it begins.
///
/// # Errors
/// [`Undressed::Long`] or [`Undressed::Crossings`].
pub fn within_bounds(path: &KnotPath) -> Result<(), Undressed> {
    let crossings = path.crossings.len();
    let length =
        |points: &[[f64; 3]]| -> f64 { points.windows(2).map(|w| DVec3::from(w[0]).distance(DVec3::from(w[1]))).sum() };
    let rope: f64 = path.strands.iter().map(|s| length(&s.points)).sum();
    match () {
        () if crossings > MOST_PROVED => Err(Undressed::Crossings(crossings)),
        () if rope > MOST_ROPE => Err(Undressed::Long(rope)),
        () => Ok(()),
    }
}

/// Holds a drawn-up form to what it was.
///
/// # Errors
/// [`Undressed`] says what it no longer is.
pub fn prove(path: &KnotPath, ropes: &Ropes, rest: &Rest) -> Result<(), Undressed> {
    let overlap = 1.0 - rest.least_distance;
    if overlap > MOST_OVERLAP {
        return Err(Undressed::Overlap(overlap * 100.0));
    }
    if rest.least_radius < SHARPEST {
        return Err(Undressed::Sharp(rest.least_radius));
    }
    for round in &ropes.rounds {
        let lies_on = |x: &DVec3| round.across(*x).length() < round.radius + 0.56;
        if !ropes.x.iter().any(lies_on) {
            return Err(if round.object { Undressed::Fell } else { Undressed::SlippedOut });
        }
    }
    same_tie(path, ropes)
}

/// Every closure an entry states has the polynomial it had. (The halves of a loop cut at its crown are none of them: they
/// depend on where the crown came to lie.) Where strands stand one behind the other a drawing cannot tell them apart: then
/// it is looked at a little from the side.
fn same_tie(path: &KnotPath, ropes: &Ropes) -> Result<(), Undressed> {
    const TILTS: [[f64; 2]; 6] = [[0.0, 0.0], [0.07, 0.05], [-0.06, 0.08], [0.1, -0.1], [-0.15, -0.13], [0.17, 0.16]];
    let value = |c: &Closure| c.diagrams.each_ref().map(jones);
    let stated = |c: &&Closure| !matches!(c.what, What::Halves | What::HalvesJoined);
    let before = closures(path);
    let mut left: Vec<(What, [Laurent; 2])> = before.iter().filter(stated).map(|c| (c.what, value(c))).collect();
    for tilt in TILTS {
        let Some(after) = laid_along(path, ropes, tilt) else { continue };
        let after: Vec<_> = closures(&after).iter().map(|c| (c.what, value(c))).collect();
        left.retain(|c| !after.contains(c));
        if left.is_empty() {
            return Ok(());
        }
    }
    Err(Undressed::Other(format!("{:?}", left[0].0)))
}

/// The path with its ropes laid where they came to lie; `None` when that cannot be read as a drawing.
fn laid_along(path: &KnotPath, ropes: &Ropes, tilt: [f64; 2]) -> Option<KnotPath> {
    let turn = DQuat::from_euler(EulerRot::XYZ, tilt[0], tilt[1], 0.0);
    let mut after = path.clone();
    for (strand, c) in after.strands.iter_mut().zip(&ropes.chains) {
        let place = &ropes.place[c.nodes()];
        let find = |i: usize| place.partition_point(|m| *m < i as f64).min(place.len() - 1);
        if let Some(leg) = &mut strand.back {
            let tip = round_finger(ropes, c, find(leg.tip_from));
            (leg.tip_from, leg.from, leg.to) = (tip, (tip + 1).max(find(leg.from)), find(leg.to).max(tip + 2));
        }
        strand.crown = strand.crown.map(|i| round_finger(ropes, c, find(i)));
        strand.along = place.iter().map(|m| strand.along[(*m as usize).min(strand.along.len() - 1)]).collect();
        // A hair's shift against strands that stand exactly one behind the other.
        let shift = |i: usize| DVec3::new(1e-5 * (i as f64 * 1.7).sin(), 1e-5 * (i as f64 * 2.3).cos(), 0.0);
        strand.points = ropes.x[c.nodes()].iter().enumerate().map(|(i, p)| (turn * *p + shift(i)).to_array()).collect();
    }
    for (pole, round) in after.poles.iter_mut().zip(ropes.rounds.iter().filter(|r| r.object)) {
        pole.at = [round.at.x, round.at.y];
    }
    after.crossings = crossings(&after.strands).ok()?;
    Some(after)
}

/// The middle of the stretch that lies round a finger, the one nearest to node `k`: where a tip or a crown came to lie.
fn round_finger(ropes: &Ropes, c: &Chain, k: usize) -> usize {
    let lies_on =
        |i: usize| ropes.rounds.iter().any(|r| !r.object && r.across(ropes.x[c.from + i]).length() < r.radius + 0.6);
    let mut stretches: Vec<(usize, usize)> = Vec::new();
    for i in (0..c.n).filter(|i| lies_on(*i)) {
        match stretches.last_mut() {
            Some(last) if i <= last.1 + 2 => last.1 = i,
            _ => stretches.push((i, i)),
        }
    }
    let middle = stretches.iter().map(|(a, b)| a.midpoint(*b));
    middle.min_by_key(|m| m.abs_diff(k)).unwrap_or(k)
}

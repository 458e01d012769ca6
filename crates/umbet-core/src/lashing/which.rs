//! Which lashing for how poles meet, and for what they want to do.
//!
//! Each lashing's file says what it suits, at which angles, and against what, best first; the figures are of [`super::hold`].

use super::entry::{Lashing, lashings};
use super::hold::Bound;
use super::lay::{How, Laying};
use super::suits::{Meet, Suits, Wants};
use super::{Cord, Counts, Unlaid};
use crate::units::{Length, Reader};
use serde::Serialize;

/// What is asked.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Asked {
    /// How the poles meet.
    pub meet: Meet,
    /// Angle between them, degrees, of two that cross.
    pub deg: f64,
    /// What they want to do.
    pub wants: Wants,
}

/// A lashing judged.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LashingAnswer {
    /// Its id.
    pub id: String,
    /// Its name.
    pub name: String,
    /// It fits.
    pub fits: bool,
    /// Why, or why not.
    pub because: String,
    /// What it holds on common poles, where it fits.
    pub holds: Option<String>,
}

/// Least and most angle of poles that cross, degrees: less is side by side.
pub const DEG: [f64; 2] = [10.0, 90.0];
/// Poles and cord the figures are told for, metres and newtons: an arm's thickness, and what a plain cord so thick bears at its knot
/// (common practice).
pub(super) const POLE_M: f64 = 0.06;
pub(super) const CORD_M: f64 = 0.006;
pub(super) const CORD_N: f64 = 2500.0;

/// What goes for every answer.
pub const CAUTION: &str = "What one holds is an estimate: read it as a ratio, never as a safe load. No lashing keeps an angle by itself: a frame that leans wants a brace across it.";

/// Every lashing judged: those that fit first, the best of them before the others; then those for poles that meet so at another angle.
pub fn which(asked: Asked, reader: &Reader) -> Vec<LashingAnswer> {
    let mut all: Vec<(u32, bool, LashingAnswer)> = lashings().iter().map(|l| judged(l, asked, reader)).collect();
    all.sort_by_key(|(place, elsewhere, _)| (*place, *elsewhere));
    all.into_iter().map(|(.., answer)| answer).collect()
}

/// Its place, the last where it does not fit; whether it is for other poles altogether; and the answer.
fn judged(l: &Lashing, asked: Asked, reader: &Reader) -> (u32, bool, LashingAnswer) {
    let suits = l.suits.iter().find(|s| s.meet == asked.meet);
    let (place, because) = match suits {
        None => (None, format!("It is for poles that {}.", l.meet.words())),
        Some(s) => judge(s, asked),
    };
    let holds = place.and_then(|_| held(l, asked.meet.crossed(), reader).ok());
    let answer = LashingAnswer { id: l.id.clone(), name: l.name.clone(), fits: place.is_some(), because, holds };
    (place.unwrap_or(u32::MAX), suits.is_none(), answer)
}

/// Its place, where it fits, and why or why not.
fn judge(suits: &Suits, asked: Asked) -> (Option<u32>, String) {
    let within = |d: [f64; 2]| (d[0]..=d[1]).contains(&asked.deg);
    if asked.meet.crossed() && !suits.deg.is_none_or(within) {
        return (None, suits.beyond.clone());
    }
    let place = match suits.against.iter().find(|(w, _)| *w == asked.wants) {
        Some((_, place)) => Some(*place),
        None if suits.against.is_empty() => Some(1),
        None => None,
    };
    (place, suits.because.clone())
}

/// What it is tied on, where figures are told for common poles, and its cord, metres.
pub(super) fn on_common_poles(l: &Lashing, counts: Counts) -> Result<(Bound, f64), Unlaid> {
    let script = l.with(counts);
    let radii = vec![POLE_M / 2.0 / CORD_M; script.poles.len()];
    let cord = Cord::of(&Laying::lay(&script, &radii, How::TIGHT)?);
    let turn_m = cord.turns * CORD_M / l.of_both_ends(counts).turns.max(1) as f64;
    let bound = Bound { pole_m: POLE_M, cord_m: CORD_M, turn_m, opened: 0.0, high_m: 0.0, cord_n: CORD_N };
    Ok((bound, cord.total() * CORD_M))
}

fn held(l: &Lashing, crossed: bool, reader: &Reader) -> Result<String, Unlaid> {
    let (bound, cord_m) = on_common_poles(l, l.usual())?;
    let [slip_n, turning] = l.holds(l.usual(), bound);
    let turning =
        if crossed { format!(", and turns from {:.0} to {:.0} Nm", turning.low, turning.high) } else { String::new() };
    let (poles, cord) = (reader.diameter(Length::from_m(POLE_M)), reader.diameter(Length::from_m(CORD_M)));
    Ok(format!(
        "On poles of {poles} it takes {} of {cord} cord without its tails; one pole slips along the other from {}{turning}, est.",
        reader.length(Length::from_m(cord_m)),
        reader.forces(slip_n)
    ))
}

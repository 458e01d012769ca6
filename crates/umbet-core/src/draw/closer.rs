//! The crowded part of a picture much longer than it is high: drawn by itself, larger, and its place marked in the whole.

use super::laid::{busy_part, crossing_indices, laid_before, moved};
use super::view::View;
use super::{Item, Scene};
use crate::knot::Knot;
use crate::knot::spline::P3;
use serde::{Deserialize, Serialize};

/// Which of the two is drawn.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Part {
    /// The part by itself.
    Enlarged,
    /// The whole, with the part's place marked.
    Marked,
}

/// Only pictures so many times longer than they are high have a part enlarged.
const LONGER: f64 = 1.4;
/// And at least so many rope diameters long: a shorter one is drawn as thick as rope is drawn at all.
const LONG: f64 = 24.0;
/// A part is worth enlarging where it gains so much.
const GAINS: f64 = 1.5;
/// Pictures are about so much wider than high.
const WIDER: f64 = 1.5;
/// Room round it, in rope diameters.
pub(super) const ROOM: f64 = 2.5;

/// What is crowded: the move to come, or every crossing of the finished knot; nothing where the whole shows it as large.
pub(super) fn crowded(knot: &Knot, step: Option<usize>) -> Option<Vec<P3>> {
    let ropes = 0..knot.path.strands.len();
    let crossings =
        |rope: usize| crossing_indices(knot, rope).into_iter().map(move |i| knot.path.strands[rope].points[i]);
    let part: Vec<P3> = match step {
        Some(step) => moved(knot, step).into_iter().flat_map(|m| m.points).collect(),
        None => ropes.flat_map(crossings).collect(),
    };
    let whole = laid_before(knot, knot.laid.len());
    let [long, high] = extent(whole.iter().flat_map(|l| busy_part(knot, l)).flatten());
    let [wide, tall] = extent(part.iter().copied()).map(|x| x + 2.0 * ROOM);
    let gain = (long / WIDER).max(high) / (wide / WIDER).max(tall);
    (part.len() > 3 && long > LONG && long > LONGER * high && gain > GAINS).then_some(part)
}

/// A picture of this knot has a part worth enlarging, at this move or finished.
pub fn has_part(knot: &Knot, step: Option<usize>) -> bool {
    crowded(knot, step).is_some()
}

fn extent(points: impl Iterator<Item = P3>) -> [f64; 2] {
    let start = ([f64::MAX; 2], [f64::MIN; 2]);
    let (low, high) = points.fold(start, |(low, high): ([f64; 2], [f64; 2]), p| {
        ([low[0].min(p[0]), low[1].min(p[1])], [high[0].max(p[0]), high[1].max(p[1])])
    });
    [high[0] - low[0], high[1] - low[1]].map(|x| x.max(0.0))
}

/// A frame round its place in the whole.
pub(super) fn mark(part: &[P3], view: &View, scene: &mut Scene) {
    let (low, high) = view.box_of(part, ROOM);
    let ([left, bottom], [right, top]) = (view.page(low), view.page(high));
    scene.items.push(Item::Rect { class: "part", at: [left, top, right - left, bottom - top] });
}

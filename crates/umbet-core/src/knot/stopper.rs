//! An overhand in the tail, hard against the knot: the overhand's own path laid on at the end of a rope.

use super::notation::{self, Letter, Level, PathText, Waypoint};
use super::path::KnotPath;
use super::spline::P2;

/// The overhand from where the tail enters it, in rope diameters: along x, and across.
const OVERHAND: [P2; 15] = [
    [1.5, 0.0],
    [5.0, 0.0],
    [8.0, 2.0],
    [6.0, 5.0],
    [3.0, 4.0],
    [2.0, 0.0],
    [3.0, -3.0],
    [5.0, -3.0],
    [5.2, 0.0],
    [5.4, 3.0],
    [5.4, 5.0],
    [5.4, 7.0],
    [5.4, 9.0],
    [5.4, 10.0],
    [5.4, 11.0],
];
/// Where it meets itself: waypoint behind which the letter stands, and whether it passes over.
const MEETINGS: [(usize, bool); 3] = [(5, true), (8, false), (10, true)];
/// How far beyond the tail's end it may be set where there is no room at once, in rope diameters.
const FARTHER: [f64; 4] = [0.0, 3.0, 6.0, 10.0];

/// The path with an overhand in its last rope's tail; `None` where the tail is a bight's or there is no room for it.
pub(super) fn on_tail(text: &str, path: &KnotPath) -> Option<KnotPath> {
    let read = notation::parse(text).ok()?;
    let rope = read.ropes.last()?;
    if rope.tuck.is_some() || rope.double.is_some() {
        return None;
    }
    let strand = path.strands.last()?;
    let end = strand.points.last()?;
    let before = strand.points[strand.points.len().saturating_sub(6)];
    let l = (end[0] - before[0]).hypot(end[1] - before[1]).max(1e-9);
    let way = [(end[0] - before[0]) / l, (end[1] - before[1]) / l];
    let set = |far: f64, side: f64| KnotPath::build(&laid_on(&read, [end[0], end[1]], way, far, side)?).ok();
    FARTHER.iter().flat_map(|far| [1.0, -1.0].map(|side| (*far, side))).find_map(|(far, side)| set(far, side))
}

fn laid_on(read: &PathText, end: P2, way: P2, far: f64, side: f64) -> Option<PathText> {
    let mut text = read.clone();
    let rope = text.ropes.last_mut()?;
    let first = rope.waypoints.len();
    // Behind a pole there is no room to tie: the tail comes to the front or stays in its plane.
    let level = match rope.waypoints.last()?.level {
        Level::Plane => Level::Plane,
        _ => Level::Front,
    };
    let place = |p: &P2| {
        let (x, y) = (p[0] + far, p[1] * side);
        [end[0] + way[0] * x - way[1] * y, end[1] + way[1] * x + way[0] * y]
    };
    rope.waypoints.extend(OVERHAND.iter().map(|p| Waypoint { at: place(p), level }));
    rope.letters.extend(MEETINGS.iter().map(|(after, over)| Letter { over: *over, after: first + after }));
    text.count = text.count.map(|n| n + MEETINGS.len());
    Some(text)
}

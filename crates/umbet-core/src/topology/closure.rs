//! Open rope made into closed curves: its ends joined nearer than everything, or behind everything; a
//! pole made into a loop that is closed far away.

use crate::knot::notation::{Axis, Pole};
use crate::knot::spline::P3;

/// Where the ends are joined.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Side {
    /// Nearer the viewer than everything.
    Front,
    /// Behind everything.
    Behind,
}

/// Farther than anything drawn.
const FAR: f64 = 400.0;

/// Pieces of rope joined end to start in a ring, each join on its own side.
///
/// One piece gives the closure of a knot; two give a bend's, with the joins named in turn.
pub fn closed(pieces: &[(&[P3], Side)]) -> Vec<P3> {
    let mut out: Vec<P3> = Vec::new();
    for (i, (piece, side)) in pieces.iter().enumerate() {
        out.extend_from_slice(piece);
        let next = pieces[(i + 1) % pieces.len()].0;
        if let (Some(a), Some(b)) = (piece.last(), next.first()) {
            out.extend(join(*a, *b, *side));
        }
    }
    out
}

/// A path from `a` to `b` at one height. It bows out a little, so that it never runs along a strand.
fn join(a: P3, b: P3, side: Side) -> [P3; 3] {
    let z = if side == Side::Front { FAR / 2.0 } else { -FAR / 2.0 };
    let bow = [(a[0] + b[0]) / 2.0 + 0.37, (a[1] + b[1]) / 2.0 - 0.53, z];
    [[a[0], a[1], z], bow, [b[0], b[1], z]]
}

/// A pole as a loop: along its axis, and back far away.
pub fn pole_loop(pole: &Pole) -> Vec<P3> {
    let [x, y] = pole.at;
    match pole.axis {
        Axis::X => vec![
            [x - FAR, y, 0.0],
            [x + FAR, y, 0.0],
            [x + FAR, y - 3.0 * FAR, -2.0 * FAR],
            [x - FAR, y - 3.0 * FAR, -2.0 * FAR],
        ],
        Axis::Y => vec![
            [x, y - FAR, 0.0],
            [x, y + FAR, 0.0],
            [x + 3.0 * FAR, y + FAR, -2.0 * FAR],
            [x + 3.0 * FAR, y - FAR, -2.0 * FAR],
        ],
        // Seen end-on the axis is a point: it is tilted by a hair, and closed beyond everything.
        Axis::Z => vec![
            [x - 0.011, y - 0.007, -2.0 * FAR],
            [x + 0.011, y + 0.007, 2.0 * FAR],
            [x + 2.0 * FAR + 0.3, y + 37.0, 2.0 * FAR],
            [x + 2.0 * FAR, y + 38.0, -2.0 * FAR],
        ],
    }
}

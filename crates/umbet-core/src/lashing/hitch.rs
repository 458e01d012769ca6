//! The hitches a lashing begins and ends with, laid once on a pole in its own coordinates.

use super::pole::Pole;
use glam::DVec3;
use std::f64::consts::TAU;

/// A clove hitch: turns round the pole from its front, lane along it, cords beneath.
const CLOVE: [[f64; 3]; 15] = [
    [-0.25, -0.62, 0.0],
    [0.0, -0.6, 0.0],
    [0.25, -0.66, 0.0],
    [0.5, -1.15, 0.0],
    [0.75, -1.72, 0.0],
    [0.88, -1.1, 0.75],
    [0.95, -0.55, 1.0],
    [1.0, 0.0, 1.0],
    [1.05, 0.55, 1.0],
    [1.12, 1.1, 0.75],
    [1.25, 1.72, 0.0],
    [1.5, 1.15, 0.0],
    [1.75, 0.66, 0.0],
    [2.0, 0.6, 0.0],
    [2.25, 0.62, 0.0],
];

/// A clove hitch begun at `first` turns and ended before `last`, its lanes `spread` times as wide as they lie.
pub fn clove(first: f64, last: f64, spread: f64) -> Vec<[f64; 3]> {
    let mut rows: Vec<[f64; 3]> = CLOVE.into_iter().filter(|r| r[0] > -0.3 && r[0] < last).collect();
    rows[0][0] = first;
    rows.iter_mut().for_each(|r| r[1] *= spread);
    rows
}

/// Where a hitch's table is put on a pole.
#[derive(Debug, Clone, Copy)]
pub struct Place {
    /// Place of lane 0 along the pole.
    pub at: f64,
    /// Lanes grow along the pole (1) or against it (−1).
    pub lanes: f64,
    /// Turns grow from the front toward this side.
    pub side: DVec3,
}

/// A table laid on a pole: each point and the turns made by then.
pub fn on_pole(pole: &Pole, rows: &[[f64; 3]], place: &Place) -> Vec<(DVec3, f64)> {
    let point = |[turn, lane, layer]: [f64; 3]| {
        let (sin, cos) = (TAU * turn).sin_cos();
        let out = (DVec3::Z * cos + place.side * sin) * (pole.radius + 0.5 + layer);
        (pole.middle + pole.along * (place.at + lane * place.lanes) + out, turn)
    };
    smooth_rows(rows).into_iter().map(point).collect()
}

/// A curve through the rows, closer where they turn.
fn smooth_rows(rows: &[[f64; 3]]) -> Vec<[f64; 3]> {
    let n = rows.len();
    let beyond = |a: [f64; 3], b: [f64; 3]| [0, 1, 2].map(|k| 2.0 * a[k] - b[k]);
    let at = |i: isize| match i {
        -1 => beyond(rows[0], rows[1]),
        i if i as usize >= n => beyond(rows[n - 1], rows[n - 2]),
        i => rows[i as usize],
    };
    let mut out = Vec::new();
    for i in 0..n as isize - 1 {
        let [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
        let pieces = ((36.0 * (c[0] - b[0]).abs()) as usize + 1).max(3);
        for k in 0..pieces {
            let t = k as f64 / pieces as f64;
            out.push([0, 1, 2].map(|k| uniform(a[k], b[k], c[k], d[k], t)));
        }
    }
    out.push(rows[n - 1]);
    out
}

/// A uniform Catmull–Rom segment between `b` and `c`.
pub fn uniform(a: f64, b: f64, c: f64, d: f64, t: f64) -> f64 {
    0.5 * (2.0 * b + (c - a) * t + (2.0 * a - 5.0 * b + 4.0 * c - d) * t * t + (3.0 * b - a - 3.0 * c + d) * t * t * t)
}

/// A smooth curve through points in space.
pub fn through(points: &[DVec3]) -> Vec<DVec3> {
    const PIECES: usize = 10;
    let n = points.len();
    let at = |i: isize| match i {
        -1 => points[0] * 2.0 - points[1],
        i if i as usize >= n => points[n - 1] * 2.0 - points[n - 2],
        i => points[i as usize],
    };
    let mut out = Vec::new();
    for i in 0..n as isize - 1 {
        let [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
        for k in 0..PIECES {
            let t = k as f64 / PIECES as f64;
            out.push(DVec3::new(
                uniform(a.x, b.x, c.x, d.x, t),
                uniform(a.y, b.y, c.y, d.y, t),
                uniform(a.z, b.z, c.z, d.z, t),
            ));
        }
    }
    out.push(points[n - 1]);
    out
}

//! A knot as a tube in space: Wavefront OBJ, one object a rope and one a pole, unit the rope's diameter.

use crate::knot::notation::{Axis, Pole};
use crate::knot::path::KnotPath;
use crate::knot::spline::P3;
use std::fmt::Write as _;

/// Corners of the tube's cross-section.
const SIDES: usize = 12;
/// Half a diameter.
const RADIUS: f64 = 0.5;
/// How far a pole is drawn to either side, in rope diameters.
const POLE_REACH: f64 = 14.0;

/// The whole knot as OBJ text.
pub fn to_obj(name: &str, path: &KnotPath) -> String {
    let mut out = format!("# {name}, unit: the rope's diameter\n");
    let mut first = 1;
    for s in &path.strands {
        let _ = writeln!(out, "o rope_{}", s.name);
        first += tube(&mut out, &spaced(&s.points), RADIUS, first);
    }
    for h in &path.pieces {
        let _ = writeln!(out, "o piece_{}", h.name);
        first += tube(&mut out, &spaced(&h.points), h.radius, first);
    }
    for p in &path.poles {
        let _ = writeln!(out, "o pole_{}", p.name);
        first += tube(&mut out, &axis(p), p.radius, first);
    }
    out
}

/// Points at least a fifth of a diameter apart.
fn spaced(points: &[P3]) -> Vec<P3> {
    let mut out: Vec<P3> = Vec::new();
    for p in points {
        if out.last().is_none_or(|q| length(sub(*p, *q)) > 0.2) {
            out.push(*p);
        }
    }
    out
}

fn axis(p: &Pole) -> Vec<P3> {
    let k = match p.axis {
        Axis::X => 0,
        Axis::Y => 1,
        Axis::Z => 2,
    };
    [-POLE_REACH, POLE_REACH]
        .map(|s| {
            let mut end = [p.at[0], p.at[1], 0.0];
            end[k] += s;
            end
        })
        .to_vec()
}

/// Writes one tube; returns how many corners it has.
fn tube(out: &mut String, line: &[P3], radius: f64, first: usize) -> usize {
    let mut across = if line.len() < 2 { return 0 } else { perpendicular(direction(line, 0)) };
    for (i, p) in line.iter().enumerate() {
        let t = direction(line, i);
        // The frame is carried along, so that the tube does not twist.
        across = unit(sub(across, scaled(t, dot(across, t))));
        let other = cross(t, across);
        for k in 0..SIDES {
            let (s, c) = (k as f64 / SIDES as f64 * std::f64::consts::TAU).sin_cos();
            let v: Vec<f64> = (0..3).map(|j| p[j] + radius * (c * across[j] + s * other[j])).collect();
            let _ = writeln!(out, "v {:.4} {:.4} {:.4}", v[0], v[1], v[2]);
        }
    }
    for i in 0..line.len() - 1 {
        let (a, b) = (first + i * SIDES, first + (i + 1) * SIDES);
        for k in 0..SIDES {
            let n = (k + 1) % SIDES;
            let _ = writeln!(out, "f {} {} {} {}", a + k, a + n, b + n, b + k);
        }
    }
    for (start, turned) in [(first, true), (first + (line.len() - 1) * SIDES, false)] {
        let mut cap: Vec<String> = (0..SIDES).map(|k| (start + k).to_string()).collect();
        if turned {
            cap.reverse();
        }
        let _ = writeln!(out, "f {}", cap.join(" "));
    }
    line.len() * SIDES
}

fn direction(line: &[P3], i: usize) -> P3 {
    unit(sub(line[(i + 1).min(line.len() - 1)], line[i.saturating_sub(1)]))
}

fn perpendicular(t: P3) -> P3 {
    let helper = if t[2].abs() < 0.9 { [0.0, 0.0, 1.0] } else { [1.0, 0.0, 0.0] };
    unit(cross(t, helper))
}

fn sub(a: P3, b: P3) -> P3 {
    [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
}

fn scaled(a: P3, s: f64) -> P3 {
    a.map(|x| x * s)
}

fn dot(a: P3, b: P3) -> f64 {
    a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
}

fn cross(a: P3, b: P3) -> P3 {
    [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
}

fn length(a: P3) -> f64 {
    dot(a, a).sqrt()
}

fn unit(a: P3) -> P3 {
    scaled(a, 1.0 / length(a).max(1e-12))
}

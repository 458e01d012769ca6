//! Cord worked along its length, drawn up, lying from left to right; and flat mats, from above.

use super::rope::{Pattern, Piece, Run};
use super::tight::tubes;
use super::view::View;
use super::{Item, Scene};
use crate::knot::path::KnotPath;
use crate::knot::spline::{P2, P3};

/// Rope that leads away from the bar is shown so far out, in diameters.
const SHOWN_OUT: f64 = 4.0;

/// Strands of a bar, the two of its core first, as they were drawn up downward. Where the strands that work are of two colours,
/// the last is the other.
pub fn bar(strands: &[Vec<P3>], two_colours: bool, size: P2, alt: String) -> Scene {
    let lying = |p: &P3| [-p[1], p[0], p[2]];
    let near = |s: &Vec<P3>| s.iter().filter(|p| p[0].abs() <= SHOWN_OUT).map(lying).collect();
    let other = |k: usize| two_colours && k + 1 == strands.len();
    painted(strands.iter().enumerate().map(|(k, s)| run(near(s), other(k))).collect(), size, alt)
}

/// So many of the same bar side by side, as wide each as given, without the ends that lead away from them.
pub fn bars(strands: &[Vec<P3>], (count, wide): (u32, f64), size: P2, alt: String) -> Scene {
    let beside = |k: u32| {
        let kept = |s: &Vec<P3>| s.iter().filter(|p| p[0].abs() <= wide / 2.0 + 0.1).copied().collect::<Vec<P3>>();
        let lying = move |p: P3| [-p[1], p[0] + f64::from(k) * wide, p[2]];
        strands.iter().map(move |s| run(kept(s).into_iter().map(lying).collect(), false))
    };
    painted((0..count).flat_map(beside).collect(), size, alt)
}

/// Lanes of a flat mat, seen from above.
pub fn mat(lanes: &[Vec<P3>], size: P2, alt: String) -> Scene {
    painted(lanes.iter().map(|l| run(l.clone(), false)).collect(), size, alt)
}

fn run(points: Vec<P3>, other: bool) -> Run {
    let pattern = if other { Pattern::Laid } else { Pattern::Braided };
    Run { points, pattern, thick: 1.0, whipped: false, whipped_start: false }
}

fn painted(runs: Vec<Run>, size: P2, alt: String) -> Scene {
    let none = KnotPath::nothing();
    let points: Vec<Vec<P3>> = runs.iter().map(|r| r.points.clone()).collect();
    let view = View::frame(&none, &points, None, false, false, size, [8.0; 4]);
    let (mut painted, ink) = tubes(&runs, &[], &view);
    painted.sort_by(|a: &Piece, b| a.depth.total_cmp(&b.depth));
    let mut items: Vec<Item> = painted.into_iter().flat_map(|p| p.items).collect();
    items.extend(ink);
    Scene { width: size[0], height: size[1], items, alt }
}

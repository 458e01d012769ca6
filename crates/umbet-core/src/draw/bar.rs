//! Cord worked along its length, drawn up, lying from left to right.

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
    let runs: Vec<Run> = strands
        .iter()
        .enumerate()
        .map(|(k, s)| {
            let other = two_colours && k + 1 == strands.len();
            Run {
                points: s.iter().filter(|p| p[0].abs() <= SHOWN_OUT).map(lying).collect(),
                pattern: if other { Pattern::Laid } else { Pattern::Braided },
                thick: 1.0,
                whipped: false,
                whipped_start: false,
            }
        })
        .collect();
    let none = KnotPath::nothing();
    let points: Vec<Vec<P3>> = runs.iter().map(|r| r.points.clone()).collect();
    let view = View::frame(&none, &points, None, false, false, size, [8.0; 4]);
    let (mut painted, ink) = tubes(&runs, &[], &view);
    painted.sort_by(|a: &Piece, b| a.depth.total_cmp(&b.depth));
    let mut items: Vec<Item> = painted.into_iter().flat_map(|p| p.items).collect();
    items.extend(ink);
    Scene { width: size[0], height: size[1], items, alt }
}

//! Diagrams: crossings with their four edges, from a path in space or from a planar-diagram code.
//!
//! A crossing lists its edges counter-clockwise from the incoming lower one, as the tables do.

use crate::knot::meeting::{Meeting, Place, meetings};
use crate::knot::spline::{P2, P3};

/// A crossing: edges counter-clockwise from the incoming lower edge, and its sign.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Crossing {
    /// Edge numbers.
    pub edges: [usize; 4],
    /// +1 where the upper strand, turned counter-clockwise, falls on the lower; −1 otherwise.
    pub sign: i32,
}

/// A diagram of closed curves.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Diagram {
    /// Crossings in no particular order.
    pub crossings: Vec<Crossing>,
    /// Closed curves that cross nothing.
    pub free_loops: usize,
}

impl Diagram {
    /// The diagram of closed polylines seen along z; the last point of each runs back to its first.
    pub fn of(curves: &[Vec<P3>]) -> Self {
        let (crossings, passes) = seen(curves, true);
        Self { crossings, free_loops: passes.along.iter().filter(|a| a.is_empty()).count() }
    }

    /// The diagram of open ropes seen along z, and the first and last edge of each. Edges of one rope carry
    /// consecutive numbers; a rope that crosses nothing is one edge.
    pub fn of_open(ropes: &[Vec<P3>]) -> (Self, Vec<[usize; 2]>) {
        let (crossings, passes) = seen(ropes, false);
        let ends = passes.first.iter().zip(&passes.along).map(|(first, a)| [*first, first + a.len()]).collect();
        (Self { crossings, free_loops: 0 }, ends)
    }

    /// From a planar-diagram code, four edges a crossing. Edges of one curve carry consecutive numbers.
    pub fn from_code(code: &[[usize; 4]]) -> Self {
        let crossings = code.iter().map(|&edges| Crossing { edges, sign: code_sign(code, edges) }).collect();
        Self { crossings, free_loops: 0 }
    }

    /// The planar-diagram code.
    pub fn code(&self) -> Vec<[usize; 4]> {
        self.crossings.iter().map(|c| c.edges).collect()
    }

    /// Sum of the signs.
    pub fn writhe(&self) -> i32 {
        self.crossings.iter().map(|c| c.sign).sum()
    }
}

/// Where each curve passes its crossings, in order along it.
struct Passes {
    /// For each curve: (place along it, crossing, is the later strand of that meeting).
    along: Vec<Vec<(f64, usize, bool)>>,
    /// First edge number of each curve.
    first: Vec<usize>,
    /// The last edge of each curve is its first.
    closed: bool,
}

impl Passes {
    fn of(curves: usize, found: &[Meeting], closed: bool) -> Self {
        let mut along = vec![Vec::new(); curves];
        for (i, m) in found.iter().enumerate() {
            along[m.early.rope].push((m.early.index, i, false));
            along[m.late.rope].push((m.late.index, i, true));
        }
        let mut first = Vec::new();
        let mut edges = 1;
        for a in &mut along {
            a.sort_by(|x, y| x.0.total_cmp(&y.0));
            first.push(edges);
            edges += a.len() + usize::from(!closed);
        }
        Self { along, first, closed }
    }

    /// Edges into and out of a crossing along one strand.
    fn edges(&self, place: Place, crossing: usize, late: bool) -> (usize, usize) {
        let a = &self.along[place.rope];
        let k = a.iter().position(|p| p.1 == crossing && p.2 == late).unwrap_or(0);
        let first = self.first[place.rope];
        if self.closed { (first + (k + a.len() - 1) % a.len(), first + k) } else { (first + k, first + k + 1) }
    }
}

/// The crossings of polylines seen along z, and where each line passes them.
fn seen(lines: &[Vec<P3>], closed: bool) -> (Vec<Crossing>, Passes) {
    let back = |l: &Vec<P3>| if closed { l.first().copied() } else { None };
    let flat: Vec<Vec<P2>> =
        lines.iter().map(|l| l.iter().copied().chain(back(l)).map(|p| [p[0], p[1]]).collect()).collect();
    let found = meetings(&flat.iter().map(Vec::as_slice).collect::<Vec<_>>());
    let passes = Passes::of(lines.len(), &found, closed);
    let crossings = found.iter().enumerate().map(|(i, m)| crossing(lines, m, i, &passes)).collect();
    (crossings, passes)
}

fn crossing(curves: &[Vec<P3>], m: &Meeting, i: usize, passes: &Passes) -> Crossing {
    let late_over = height(curves, m.late) > height(curves, m.early);
    let (over, under) = if late_over { (m.late, m.early) } else { (m.early, m.late) };
    let (over_in, over_out) = passes.edges(over, i, late_over);
    let (under_in, under_out) = passes.edges(under, i, !late_over);
    let (o, u) = (direction(curves, over), direction(curves, under));
    if o[0] * u[1] - o[1] * u[0] > 0.0 {
        Crossing { edges: [under_in, over_out, under_out, over_in], sign: 1 }
    } else {
        Crossing { edges: [under_in, over_in, under_out, over_out], sign: -1 }
    }
}

fn segment(curves: &[Vec<P3>], p: Place) -> (P3, P3, f64) {
    let c = &curves[p.rope];
    let k = p.index as usize;
    (c[k % c.len()], c[(k + 1) % c.len()], p.index - k as f64)
}

fn height(curves: &[Vec<P3>], p: Place) -> f64 {
    let (a, b, f) = segment(curves, p);
    a[2] + f * (b[2] - a[2])
}

fn direction(curves: &[Vec<P3>], p: Place) -> P2 {
    let (a, b, _) = segment(curves, p);
    [b[0] - a[0], b[1] - a[1]]
}

/// The upper strand runs from the second edge to the fourth, or back; its numbers say which.
fn code_sign(code: &[[usize; 4]], [under_in, second, under_out, fourth]: [usize; 4]) -> i32 {
    let apart = fourth as i64 - second as i64;
    let forward = match apart {
        1 => !two_edge_curve(code, second, fourth) || enters(code, second, [under_in, under_out]),
        -1 => two_edge_curve(code, second, fourth) && enters(code, second, [under_in, under_out]),
        a => a < 0,
    };
    if forward { -1 } else { 1 }
}

/// Edges `a` and `b` make a whole curve: they meet end to end at two crossings.
fn two_edge_curve(code: &[[usize; 4]], a: usize, b: usize) -> bool {
    let together =
        |c: &&[usize; 4]| (c[0] == a || c[0] == b || c[1] == a || c[1] == b) && c.contains(&a) && c.contains(&b);
    code.iter().filter(together).count() == 2
}

/// Edge `e` goes into this crossing: it leaves the other one that it touches, as its lower strand.
fn enters(code: &[[usize; 4]], e: usize, here: [usize; 2]) -> bool {
    code.iter().filter(|c| [c[0], c[2]] != here).any(|c| c[2] == e)
}

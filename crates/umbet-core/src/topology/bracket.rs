//! Kauffman's bracket by contraction, and the Jones polynomial from it.
//!
//! Crossings are taken one at a time, each next to what is already taken. What remembers the past is the
//! way the open edges are joined in pairs, with a polynomial for each such pairing.

use super::diagram::Diagram;
use super::laurent::Laurent;
use std::collections::HashMap;

/// A pairing of open edges: sorted pairs, lower edge first.
pub(super) type Pairing = Vec<(usize, usize)>;

/// The Jones polynomial in x = √t (only even powers for an odd number of curves), 1 for the unknot.
pub fn jones(diagram: &Diagram) -> Laurent {
    let loop_value = loop_value();
    let mut bracket = Laurent::default();
    contracted(diagram).values().for_each(|v| bracket.add_scaled(v, 1, 0));
    bracket.trim();
    for _ in 0..diagram.free_loops {
        bracket = &bracket * &loop_value;
    }
    let one_loop_off = bracket.divided_by(&loop_value).unwrap_or_default();
    // t = A⁻⁴, so √t = A⁻².
    untwisted(&one_loop_off, diagram.writhe()).powers_divided(-2).unwrap_or_default()
}

/// A bracket freed from `w` kinks: times (−A³)^(−w).
pub(super) fn untwisted(bracket: &Laurent, w: i32) -> Laurent {
    let mut v = Laurent::default();
    v.add_scaled(bracket, if w % 2 == 0 { 1 } else { -1 }, -3 * w);
    v.trim();
    v
}

/// −A² − A⁻².
fn loop_value() -> Laurent {
    Laurent::new(-2, vec![-1, 0, 0, 0, -1])
}

/// The state sum: a polynomial in A for each way the ends left open are joined in pairs. A closed diagram has
/// only the empty way.
pub(super) fn contracted(diagram: &Diagram) -> HashMap<Pairing, Laurent> {
    let mut states: HashMap<Pairing, Laurent> = HashMap::from([(Vec::new(), Laurent::one())]);
    for i in order(diagram) {
        let [a, b, c, d] = diagram.crossings[i].edges;
        let mut next: HashMap<Pairing, Laurent> = HashMap::with_capacity(states.len() * 2);
        for (pairing, value) in &states {
            for (power, joins) in [(1, [(a, b), (c, d)]), (-1, [(a, d), (b, c)])] {
                let mut joined = pairing.clone();
                let loops = joins.iter().filter(|(x, y)| join(&mut joined, *x, *y)).count();
                joined.sort_unstable();
                add_loops(next.entry(joined).or_default(), value, power, loops);
            }
        }
        states = next;
    }
    states
}

/// Most states [`contracted`] will go through for a diagram, known before it begins: at each crossing the open edges lie on
/// the rim of what is taken, and of `w` of them there are as many pairings that can lie flat as the Catalan number of `w/2`.
pub(super) fn states(diagram: &Diagram) -> u64 {
    let mut open = std::collections::HashSet::new();
    let mut sum = 0u64;
    for i in order(diagram) {
        sum = sum.saturating_add(flat_pairings(open.len() / 2));
        for e in diagram.crossings[i].edges {
            if !open.remove(&e) {
                open.insert(e);
            }
        }
    }
    sum
}

/// The Catalan number: ways to join `2n` places on a circle in pairs so that no two joins cross.
fn flat_pairings(n: usize) -> u64 {
    (0..n as u64).fold(1u64, |c, k| c.saturating_mul(2 * (2 * k + 1)) / (k + 2))
}

/// Adds value · Aᵖ · (−A² − A⁻²)^loops.
fn add_loops(to: &mut Laurent, value: &Laurent, power: i32, loops: usize) {
    match loops {
        0 => to.add_scaled(value, 1, power),
        1 => {
            to.add_scaled(value, -1, power + 2);
            to.add_scaled(value, -1, power - 2);
        }
        _ => {
            to.add_scaled(value, 1, power + 4);
            to.add_scaled(value, 2, power);
            to.add_scaled(value, 1, power - 4);
        }
    }
}

/// Joins the ends of two edges; true when that closes a loop.
fn join(pairing: &mut Pairing, x: usize, y: usize) -> bool {
    // An edge seen for the first time stays open under its own name; seen again, it is used up.
    let mut far = |e: usize| match pairing.iter().position(|p| p.0 == e || p.1 == e) {
        Some(i) => {
            let (p, q) = pairing.swap_remove(i);
            if p == e { q } else { p }
        }
        None => e,
    };
    if x == y {
        return true;
    }
    let fx = far(x);
    if fx == y {
        return true;
    }
    let fy = far(y);
    pairing.push((fx.min(fy), fx.max(fy)));
    false
}

/// Each crossing next to those taken: the one with most edges already open.
fn order(diagram: &Diagram) -> Vec<usize> {
    let n = diagram.crossings.len();
    let mut left: Vec<usize> = (0..n).collect();
    let mut open: Vec<usize> = Vec::new();
    let mut order = Vec::with_capacity(n);
    while !left.is_empty() {
        let touching = |i: usize| diagram.crossings[i].edges.iter().filter(|e| open.contains(e)).count();
        let best = (0..left.len()).max_by_key(|&k| (touching(left[k]), usize::MAX - k)).unwrap_or(0);
        let i = left.remove(best);
        for e in diagram.crossings[i].edges {
            match open.iter().position(|o| *o == e) {
                Some(k) => drop(open.swap_remove(k)),
                None => open.push(e),
            }
        }
        order.push(i);
    }
    order
}

#[cfg(test)]
mod tests {
    use super::*;

    /// OEIS A000108.
    #[test]
    fn pairings_that_lie_flat_are_catalans() {
        assert_eq!((0..9).map(flat_pairings).collect::<Vec<_>>(), [1, 1, 2, 5, 14, 42, 132, 429, 1430]);
    }

    /// KnotInfo's code of 4_1: the states gone through are no more than was said before.
    #[test]
    fn the_work_is_known_before_it_begins() {
        let d = Diagram::from_code(&[[4, 2, 5, 1], [8, 6, 1, 5], [6, 3, 7, 4], [2, 7, 3, 8]]);
        assert!((4..=12).contains(&states(&d)), "{}", states(&d));
        assert_eq!(states(&Diagram { crossings: Vec::new(), free_loops: 1 }), 0);
    }
}

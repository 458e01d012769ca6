//! Planar-diagram codes compared whatever their numbering, and numbered anew along their curves.

use super::closure::{Side, closed, pole_loop};
use super::diagram::Diagram;
use crate::knot::catalogue;
use crate::knot::path::KnotPath;
use std::collections::HashMap;
use std::sync::LazyLock;

/// A place where an edge ends: crossing and slot.
type End = (usize, usize);

/// Which end each end is joined with.
fn joined(code: &[[usize; 4]]) -> Vec<[End; 4]> {
    let mut met: HashMap<usize, Vec<End>> = HashMap::new();
    for (c, edges) in code.iter().enumerate() {
        for (s, e) in edges.iter().enumerate() {
            met.entry(*e).or_default().push((c, s));
        }
    }
    let far = |c: usize, s: usize| {
        let both = &met[&code[c][s]];
        if both[0] == (c, s) { both[both.len() - 1] } else { both[0] }
    };
    (0..code.len()).map(|c| [0, 1, 2, 3].map(|s| far(c, s))).collect()
}

/// A code without its numbers: the same for every numbering, every order of crossings and every direction of its curves.
/// Two codes of one drawing, or of its mirror image, have one of these in common.
fn unnumbered(code: &[[usize; 4]], mirrored: bool) -> Vec<Vec<u16>> {
    let joined = joined(code);
    let mut left: Vec<bool> = vec![true; code.len()];
    let mut pieces = Vec::new();
    while let Some(first) = left.iter().position(|l| *l) {
        let (_, piece) = told_from(&joined, (first, 0), mirrored);
        piece.iter().for_each(|c| left[*c] = false);
        let starts = piece.iter().flat_map(|c| (0..4).map(move |s| (*c, s)));
        pieces.push(starts.map(|at| told_from(&joined, at, mirrored).0).min().unwrap_or_default());
    }
    pieces.sort();
    pieces
}

/// The piece of a code told from one end: crossings in the order they are reached, and each one's four neighbours, turned so
/// that the end by which it was reached comes first.
fn told_from(joined: &[[End; 4]], start: End, mirrored: bool) -> (Vec<u16>, Vec<usize>) {
    let mut reached = vec![start];
    let mut number: HashMap<usize, usize> = HashMap::from([(start.0, 0)]);
    let mut told = Vec::new();
    let turned = |s: usize, k: usize| if mirrored { (s + 4 - k) % 4 } else { (s + k) % 4 };
    let mut i = 0;
    while i < reached.len() {
        let (c, s) = reached[i];
        told.push((s % 2) as u16);
        for k in 0..4 {
            let (other, slot) = joined[c][turned(s, k)];
            let next = number.len();
            let n = *number.entry(other).or_insert(next);
            if n == next {
                reached.push((other, slot));
            }
            let base = reached[n].1;
            let apart = if mirrored { (base + 4 - slot) % 4 } else { (slot + 4 - base) % 4 };
            told.push((n * 4 + apart) as u16);
        }
        i += 1;
    }
    (told, reached.into_iter().map(|r| r.0).collect())
}

/// The code numbered along its curves; `None` where a curve runs against itself, so that it is no code.
pub(super) fn renumbered(code: &[[usize; 4]]) -> Option<Vec<[usize; 4]>> {
    let joined = joined(code);
    let mut new = vec![[0; 4]; code.len()];
    let mut next = 1;
    let lower = (0..code.len()).map(|c| (c, 0));
    let upper = (0..code.len()).map(|c| (c, 1));
    for start in lower.chain(upper) {
        let mut at = start;
        if new[at.0][at.1] != 0 {
            continue;
        }
        // The edge that comes in by the first end is the curve's last.
        let begun = next;
        loop {
            let out = (at.0, (at.1 + 2) % 4);
            if (at != start && at.1 == 2) || new[out.0][out.1] != 0 {
                return None;
            }
            new[out.0][out.1] = next;
            let into = joined[out.0][out.1];
            new[into.0][into.1] = next;
            next += 1;
            at = into;
            if at == start {
                break;
            }
        }
        // Numbers begin where the tables begin: with the edge into the first end.
        let turn = |e: usize| if e == next - 1 { begun } else { e + 1 };
        for edges in &mut new {
            edges.iter_mut().filter(|e| **e >= begun).for_each(|e| *e = turn(*e));
        }
    }
    Some(new)
}

/// The code of a knot's drawing: its ropes closed in front, its poles as further curves.
pub fn code_of(path: &KnotPath) -> Vec<[usize; 4]> {
    let mut curves: Vec<_> = path.strands.iter().map(|s| closed(&[(&s.points, Side::Front)])).collect();
    curves.extend(path.poles.iter().map(pole_loop));
    Diagram::of(&curves).code()
}

/// Catalogue knots that have a drawing of this code, however it is numbered, in either hand.
pub(super) fn known(code: &[[usize; 4]]) -> Vec<&'static str> {
    type Codes = Vec<(&'static str, Vec<Vec<u16>>)>;
    static KNOWN: LazyLock<Codes> = LazyLock::new(|| {
        let all = catalogue().knots().iter().flat_map(|k| k.all_paths().map(move |p| (k, p)));
        all.map(|(k, p)| (k.id.as_str(), unnumbered(&code_of(p), false))).collect()
    });
    let mine = [unnumbered(code, false), unnumbered(code, true)];
    let mut ids: Vec<&str> = KNOWN.iter().filter(|(_, c)| !c.is_empty() && mine.contains(c)).map(|k| k.0).collect();
    ids.dedup();
    ids
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::topology::{knot_name, simplified};

    #[test]
    fn every_exported_code_reads_back_however_it_is_numbered() {
        for k in catalogue().knots() {
            let code = code_of(&k.path);
            if code.is_empty() {
                continue;
            }
            let most = code.iter().flatten().max().copied().unwrap_or(0);
            let mut other: Vec<[usize; 4]> = code.iter().map(|c| c.map(|e| 7 * (most + 3 - e))).collect();
            other.reverse();
            let mirrored: Vec<[usize; 4]> = code.iter().map(|c| [c[0], c[3], c[2], c[1]]).collect();
            for c in [&code, &other, &mirrored] {
                let found = known(c);
                assert!(found.contains(&k.id.as_str()), "{} reads back as {found:?}", k.id);
                assert!(found.len() <= 3, "{}: {found:?} have one code", k.id);
            }
        }
    }

    /// KnotInfo's codes of 3_1 and 6_3, their numbers exchanged and shifted.
    #[test]
    fn numbers_are_set_right_along_the_curve() {
        let codes = [
            vec![[1, 5, 2, 4], [3, 1, 4, 6], [5, 3, 6, 2]],
            vec![[4, 2, 5, 1], [8, 4, 9, 3], [12, 9, 1, 10], [10, 5, 11, 6], [6, 11, 7, 12], [2, 8, 3, 7]],
        ];
        for code in codes {
            let name = |c: &[[usize; 4]]| knot_name(&simplified(&Diagram::from_code(c)));
            let odd: Vec<[usize; 4]> = code.iter().map(|c| c.map(|e| (e * 29) % 101)).collect();
            let new = renumbered(&odd).expect("a code");
            assert_eq!(name(&new), name(&code));
            let numbers: std::collections::BTreeSet<usize> = new.iter().flatten().copied().collect();
            assert_eq!(numbers.into_iter().collect::<Vec<_>>(), (1..=2 * code.len()).collect::<Vec<_>>());
        }
    }
}

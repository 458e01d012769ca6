//! What have I tied? A knot read from a walk along the rope, or from a planar-diagram code.
//!
//! A **walk** says one crossing after another along the rope, from the standing end: `o` or `u` for over
//! or under, and the crossing's number; `l` or `r` behind it says to which side the other strand runs.
//! `o1 u2 o3 u1 o2 u3` is an overhand. Each number comes twice, once over and once under. Where the sides
//! are not said, every way that can lie flat is tried. The ends lead away from the knot.
//!
//! A **planar-diagram code** gives four edges a crossing, counter-clockwise from the incoming lower one.

use super::code;
use super::diagram::{Crossing, Diagram};
use super::identify::catalogue_of_type;
use super::simplify::simplified;
use super::table::{Named, knot_name};

/// Most ways a telling without sides may lie that are told apart: with more, the sides have to be said.
const MOST_MEANT: usize = 24;
/// Most crossings read.
pub const MOST: usize = 40;
/// Most crossings of a code that is looked up: some drawings of the catalogue, with their poles, have more than [`MOST`].
const MOST_CODED: usize = 200;
/// Most crossings whose sides may be left unsaid.
const MOST_UNSAID: usize = 14;

/// A walk or a code cannot be read.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum CodeError {
    /// A word that is none.
    #[error("word {place}, `{found}`: expected {expected}")]
    Word {
        /// Which word, from 1.
        place: usize,
        /// The word.
        found: String,
        /// What could stand there.
        expected: &'static str,
    },
    /// A crossing is not passed twice, once over and once under.
    #[error("crossing {0} must come twice, once over and once under")]
    Twice(usize),
    /// An edge of a code does not come twice.
    #[error("edge {0} must come twice in the code")]
    Edge(usize),
    /// It cannot lie flat.
    #[error("these crossings cannot lie flat as said: look again at crossing {0}")]
    NotFlat(usize),
    /// Too much, or nothing.
    #[error("give 1 to {MOST} crossings, or up to {MOST_UNSAID} when the sides are not said")]
    Size,
    /// More ropes than one.
    #[error("this is {0} closed curves; a knot is one")]
    Curves(usize),
}

/// A knot read.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Tied {
    /// Its name in the tables.
    pub named: Named,
    /// Catalogue knots of that type.
    pub knots: Vec<&'static str>,
    /// Crossings left when what is slack is drawn out.
    pub crossings: usize,
    /// Knots one changed crossing away: crossing (from 0 in the order read), knot.
    pub near: Vec<(usize, &'static str)>,
}

/// Names a diagram of one curve.
pub fn tied(diagram: &Diagram) -> Tied {
    let left = simplified(diagram);
    let named = knot_name(&left);
    let near = (0..diagram.crossings.len()).flat_map(|i| {
        let changed = knot_name(&changed(diagram, i));
        catalogue_of_type(&changed).into_iter().take(1).map(move |id| (i, id))
    });
    Tied { knots: catalogue_of_type(&named), crossings: left.crossings.len(), near: near.collect(), named }
}

/// Names what a telling may mean, of each name the first: near ones are looked for only where there is one name.
pub fn tied_all(diagrams: &[Diagram]) -> Vec<Tied> {
    let mut all: Vec<Tied> = Vec::new();
    for d in diagrams {
        let left = simplified(d);
        let named = knot_name(&left);
        if !all.iter().any(|t| t.named == named) {
            let knots = catalogue_of_type(&named);
            all.push(Tied { knots, crossings: left.crossings.len(), near: Vec::new(), named });
        }
    }
    if let ([one], [d, ..]) = (&mut all[..], diagrams) {
        *one = tied(d);
    }
    all
}

/// The diagram with one crossing changed: what was over is under.
fn changed(diagram: &Diagram, i: usize) -> Diagram {
    let mut d = diagram.clone();
    let Crossing { edges: [a, b, c, e], sign } = d.crossings[i];
    // The strand that was above, entering by its own slot, is now the lower one.
    d.crossings[i].edges = if sign > 0 { [e, a, b, c] } else { [b, c, e, a] };
    d.crossings[i].sign = -sign;
    d
}

/// A planar-diagram code read.
#[derive(Debug, Clone, PartialEq)]
pub enum Coded {
    /// A drawing of the catalogue: the knots that are drawn so.
    Known(Vec<&'static str>),
    /// One curve, to be named by what it is.
    Curve(Diagram),
}

/// Reads a planar-diagram code: numbers in fours, whatever stands between them and however the edges are numbered.
///
/// # Errors
/// [`CodeError`] says which edge or number is wrong.
pub fn read_code(text: &str) -> Result<Coded, CodeError> {
    let mut numbers = Vec::new();
    for word in text.split(|c: char| !c.is_ascii_alphanumeric()).filter(|w| !w.is_empty()) {
        let digits = word.trim_start_matches(|c: char| c.is_ascii_alphabetic());
        if digits.is_empty() {
            continue;
        }
        let n: usize = digits.parse().map_err(|_| wrong_word(numbers.len(), word, "the number of an edge"))?;
        numbers.push(n);
    }
    if numbers.is_empty() || numbers.len() > 4 * MOST_CODED {
        return Err(CodeError::Size);
    }
    if numbers.len() % 4 != 0 {
        return Err(wrong_word(numbers.len() - 1, "the end", "four edges a crossing"));
    }
    if let Some(n) = numbers.iter().find(|n| numbers.iter().filter(|m| m == n).count() != 2) {
        return Err(CodeError::Edge(*n));
    }
    let code: Vec<[usize; 4]> = numbers.chunks(4).map(|c| [c[0], c[1], c[2], c[3]]).collect();
    let known = code::known(&code);
    if !known.is_empty() {
        return Ok(Coded::Known(known));
    }
    if code.len() > MOST {
        return Err(CodeError::Size);
    }
    let d = Diagram::from_code(&code::renumbered(&code).ok_or(CodeError::NotFlat(1))?);
    match curves(&d) {
        1 if is_flat(&d) => Ok(Coded::Curve(d)),
        1 => Err(CodeError::NotFlat(1)),
        n => Err(CodeError::Curves(n)),
    }
}

pub(super) fn wrong_word(before: usize, found: &str, expected: &'static str) -> CodeError {
    CodeError::Word { place: before + 1, found: found.chars().take(20).collect(), expected }
}

/// One pass of a walk.
#[derive(Debug, Clone, Copy)]
struct Pass {
    over: bool,
    crossing: usize,
    /// The other strand runs to the left.
    left: Option<bool>,
}

/// Reads a walk: every diagram it can mean, at least one.
///
/// # Errors
/// [`CodeError`] says which word or crossing is wrong.
pub fn read_walk(text: &str) -> Result<Vec<Diagram>, CodeError> {
    let words: Vec<&str> = text.split([' ', ',', ';', '\n', '\t']).filter(|w| !w.is_empty()).collect();
    let passes = words.iter().enumerate().map(|(i, w)| pass(i, w)).collect::<Result<Vec<_>, _>>()?;
    let mut numbers: Vec<usize> = passes.iter().map(|p| p.crossing).collect();
    numbers.sort_unstable();
    numbers.dedup();
    for n in &numbers {
        let at: Vec<&Pass> = passes.iter().filter(|p| p.crossing == *n).collect();
        if at.len() != 2 || at[0].over == at[1].over {
            return Err(CodeError::Twice(*n));
        }
    }
    let signs: Vec<Option<i32>> = numbers.iter().map(|n| sign_said(&passes, *n)).collect();
    let unsaid: Vec<usize> = (0..signs.len()).filter(|&i| signs[i].is_none()).collect();
    if numbers.is_empty() || numbers.len() > MOST || unsaid.len() > MOST_UNSAID {
        return Err(CodeError::Size);
    }
    // The mirror image of the plane says the same walk: one free sign is fixed.
    let free = if unsaid.len() == signs.len() { unsaid.len() - 1 } else { unsaid.len() };
    let flat = (0..1u32 << free).filter_map(|bits| {
        let sign = |i: usize| {
            let k = unsaid.iter().position(|u| *u == i).unwrap_or(0);
            signs[i].unwrap_or(if bits >> k & 1 == 1 { -1 } else { 1 })
        };
        let d = walked(&passes, &numbers, sign);
        is_flat(&d).then_some(d)
    });
    let flat: Vec<Diagram> = flat.take(MOST_MEANT).collect();
    if flat.is_empty() { Err(CodeError::NotFlat(not_flat(&passes, &numbers))) } else { Ok(flat) }
}

/// The crossing without which the rest can lie flat: the one to look at again. The first where there is no such one.
fn not_flat(passes: &[Pass], numbers: &[usize]) -> usize {
    let rest_is_flat = |n: &&usize| {
        let left: Vec<Pass> = passes.iter().filter(|p| p.crossing != **n).copied().collect();
        let numbers: Vec<usize> = numbers.iter().filter(|m| m != n).copied().collect();
        let signs: Vec<Option<i32>> = numbers.iter().map(|n| sign_said(&left, *n)).collect();
        let unsaid: Vec<usize> = (0..signs.len()).filter(|&i| signs[i].is_none()).collect();
        !numbers.is_empty()
            && (0..1u32 << unsaid.len().min(MOST_UNSAID)).any(|bits| {
                let of = |i: usize| {
                    unsaid.iter().position(|u| *u == i).map_or(1, |k| if bits >> k & 1 == 1 { -1 } else { 1 })
                };
                is_flat(&walked(&left, &numbers, |i| signs[i].unwrap_or_else(|| of(i))))
            })
    };
    numbers.iter().find(rest_is_flat).copied().unwrap_or(numbers[0])
}

fn pass(i: usize, word: &str) -> Result<Pass, CodeError> {
    let wrong = || wrong_word(i, word, "o or u and a number, as in o1, or with the side, as in o1l");
    let over = match word.chars().next() {
        Some('o' | 'O') => true,
        Some('u' | 'U') => false,
        _ => return Err(wrong()),
    };
    let rest = &word[1..];
    let left = match rest.chars().last() {
        Some('l' | 'L') => Some(true),
        Some('r' | 'R') => Some(false),
        _ => None,
    };
    let digits = rest.trim_end_matches(['l', 'L', 'r', 'R']);
    Ok(Pass { over, crossing: digits.parse().map_err(|_| wrong())?, left })
}

/// +1 where the lower strand runs to the left of the upper one.
fn sign_said(passes: &[Pass], crossing: usize) -> Option<i32> {
    let p = passes.iter().find(|p| p.crossing == crossing && p.left.is_some())?;
    Some(if p.over == (p.left == Some(true)) { 1 } else { -1 })
}

fn walked(passes: &[Pass], numbers: &[usize], sign: impl Fn(usize) -> i32) -> Diagram {
    let n = passes.len();
    // Pass k comes by edge k (the last edge before the first pass) and leaves by edge k + 1.
    let edges = |over: bool, c: usize| {
        let k = passes.iter().position(|p| p.crossing == c && p.over == over).unwrap_or(0);
        (if k == 0 { n } else { k }, k + 1)
    };
    let crossing = |(i, c): (usize, &usize)| {
        let ((over_in, over_out), (under_in, under_out)) = (edges(true, *c), edges(false, *c));
        let sign = sign(i);
        let edges =
            if sign > 0 { [under_in, over_out, under_out, over_in] } else { [under_in, over_in, under_out, over_out] };
        Crossing { edges, sign }
    };
    Diagram { crossings: numbers.iter().enumerate().map(crossing).collect(), free_loops: 0 }
}

/// Where each edge ends: the two places (crossing, slot) it stands at.
fn ends(d: &Diagram) -> std::collections::HashMap<usize, Vec<(usize, usize)>> {
    let mut ends = std::collections::HashMap::new();
    for (c, crossing) in d.crossings.iter().enumerate() {
        for (s, e) in crossing.edges.iter().enumerate() {
            ends.entry(*e).or_insert_with(Vec::new).push((c, s));
        }
    }
    ends
}

/// Orbits of a map on the half-edges.
fn orbits(d: &Diagram, turn: usize) -> usize {
    let ends = ends(d);
    let mut seen = vec![false; 4 * d.crossings.len()];
    let mut count = 0;
    for start in 0..seen.len() {
        let mut h = start;
        if seen[h] {
            continue;
        }
        count += 1;
        while !seen[h] {
            seen[h] = true;
            let here = (h / 4, h % 4);
            let pair = &ends[&d.crossings[here.0].edges[here.1]];
            let far = if pair[0] == here { pair[1] } else { pair[0] };
            h = far.0 * 4 + (far.1 + turn) % 4;
        }
    }
    count
}

/// Closed curves: straight on at each crossing, counted both ways.
fn curves(d: &Diagram) -> usize {
    orbits(d, 2) / 2
}

/// Euler: crossings − edges + faces is 2 on a plane (one piece, n crossings, 2n edges).
fn is_flat(d: &Diagram) -> bool {
    orbits(d, 1) == d.crossings.len() + 2
}

#[cfg(test)]
mod tests {
    use super::*;

    fn walk(text: &str) -> Vec<Tied> {
        read_walk(text).expect("reads").iter().map(tied).collect()
    }

    #[test]
    fn a_walk_along_an_overhand_names_it() {
        for t in walk("o1 u2 o3 u1 o2 u3") {
            assert_eq!(t.knots, ["overhand"]);
            assert_eq!(t.crossings, 3);
        }
    }

    /// Common practice: a figure eight tucked half a turn short is an overhand.
    #[test]
    fn a_figure_eight_is_one_crossing_from_nothing_and_named() {
        let t = &walk("o1 u2 o3 u1 o4 u3 o2 u4")[0];
        // A loop that closes to the same comes after it, until one has said whether there is a loop.
        assert_eq!(t.knots, ["figure-eight", "eskimo-bowline-slipped"]);
        assert_eq!(t.named, Named::One("4_1".into()));
    }

    #[test]
    fn what_falls_open_is_nothing() {
        assert!(walk("o1 o2 o3 u1 u2 u3").iter().all(|t| t.named == Named::Nothing));
    }

    #[test]
    fn faults_name_the_place() {
        assert_eq!(read_walk("o1 u2 o1 u2"), Err(CodeError::Twice(1)));
        assert!(matches!(read_walk("o1 x2"), Err(CodeError::Word { place: 2, .. })));
        assert!(matches!(read_walk("o1 u2 u1 o2"), Err(CodeError::NotFlat(_))));
        assert_eq!(read_walk(""), Err(CodeError::Size));
        assert_eq!(read_code("1 5 2 4 3 1 4 6 5 3 6 7"), Err(CodeError::Edge(2)));
        assert!(matches!(read_code("1 2 3"), Err(CodeError::Word { .. })));
    }

    #[test]
    fn the_crossing_to_look_at_again_is_one_without_which_it_lies_flat() {
        let eight = ["o1", "u2", "o3", "u1", "o4", "u3", "o2", "u4"];
        let mut named = std::collections::BTreeSet::new();
        for i in 0..=eight.len() {
            for j in i..=eight.len() {
                let mut words = eight.to_vec();
                words.insert(j, "u5");
                words.insert(i, "o5");
                let Err(CodeError::NotFlat(n)) = read_walk(&words.join(" ")) else { continue };
                named.insert(n);
                words.retain(|w| !w.ends_with(&n.to_string()));
                assert!(read_walk(&words.join(" ")).is_ok(), "crossing {n} of {i}, {j}");
            }
        }
        assert!(named.len() > 1 && named.contains(&5), "{named:?}");
    }

    /// KnotInfo's code of 3_1, in three ways of writing it.
    #[test]
    fn a_code_reads_however_it_is_bracketed() {
        for text in ["[[1,5,2,4],[3,1,4,6],[5,3,6,2]]", "X[1,5,2,4] X[3,1,4,6] X[5,3,6,2]", "1 5 2 4;3 1 4 6;5 3 6 2"] {
            assert_eq!(read_code(text), Ok(Coded::Known(vec!["overhand"])));
        }
    }

    #[test]
    fn two_curves_are_no_knot() {
        assert_eq!(read_code("4 1 3 2 2 3 1 4"), Err(CodeError::Curves(2)));
    }
}

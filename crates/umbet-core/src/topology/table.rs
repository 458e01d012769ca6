//! Published tables of knots and links, and the name a diagram has in them.
//!
//! KnotInfo and LinkInfo (C. Livingston and A. H. Moore, *Tables of Invariants*; `database-knotinfo` on
//! PyPI): every prime knot to twelve crossings, every two-component link to ten. A name is given only when
//! it is the only one the fingerprint and the number of crossings leave.

use super::bracket::jones;
use super::diagram::Diagram;
use super::laurent::Laurent;
use super::simplify::simplified;
use std::collections::HashMap;
use std::sync::LazyLock;

const KNOTS: &str = include_str!("../../catalogue/tables/knots.csv");
const LINKS: &str = include_str!("../../catalogue/tables/links.csv");

/// Crossings up to which the table of knots is whole.
const WHOLE: usize = 12;
/// Crossings up to which the table of two-component links is whole.
const WHOLE_LINKS: usize = 10;

/// What closed curves are called.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Named {
    /// No crossing is left: a plain ring, or rings that come apart.
    Nothing,
    /// The only name left, such as `3_1#m3_1` (`m`: mirror image; `#`: one after the other).
    One(String),
    /// Names the fingerprint cannot tell apart.
    OneOf(Vec<String>),
    /// Not in the tables, or too tangled for them.
    Unknown,
}

/// A type and its crossing number.
#[derive(Debug, Clone)]
struct Kind {
    name: String,
    crossings: usize,
}

type Index = HashMap<Laurent, Vec<Kind>>;

/// The name of one closed curve.
pub fn knot_name(diagram: &Diagram) -> Named {
    name(&simplified(diagram), &KNOT_INDEX, WHOLE, |v| v.powers_divided(2))
}

/// The name of two closed curves; which way each runs does not matter.
pub fn link_name(diagram: &Diagram) -> Named {
    let d = simplified(diagram);
    if d.free_loops > 0 && !d.crossings.is_empty() {
        // One curve came off: what stays is a knot beside a ring.
        return name(&Diagram { free_loops: 0, ..d }, &KNOT_INDEX, WHOLE, |v| v.powers_divided(2));
    }
    name(&d, &LINK_INDEX, WHOLE_LINKS, |v| Some(v.clone()))
}

fn name(d: &Diagram, index: &Index, whole: usize, key: impl Fn(&Laurent) -> Option<Laurent>) -> Named {
    let n = d.crossings.len();
    if n == 0 {
        return Named::Nothing;
    }
    // What is more tangled than the table is whole gets no name whatever its polynomial.
    if n > whole {
        return Named::Unknown;
    }
    let kinds = key(&jones(d)).and_then(|v| index.get(&v)).map_or(&[][..], Vec::as_slice);
    let mut left: Vec<String> = kinds.iter().filter(|k| k.crossings <= n).map(|k| k.name.clone()).collect();
    left.dedup();
    match left.len() {
        0 => Named::Unknown,
        1 => Named::One(left.remove(0)),
        _ => Named::OneOf(left),
    }
}

/// Links of a plain rope wound straight round a pole: 1, 2, 3, 4, 5 turns (LinkInfo: the torus links T(2, 2n)).
const PLAIN_TURNS: [&str; 5] = ["L2a1", "L4a1", "L6a3", "L8a14", "L10a118"];

/// The link is a rope wound straight round a pole, or off it.
pub(super) fn plain_turns(link: &Named) -> bool {
    let turn = |n: &String| PLAIN_TURNS.contains(&n.trim_start_matches('m'));
    match link {
        Named::Nothing => true,
        Named::One(n) => turn(n),
        Named::OneOf(all) => all.iter().all(turn),
        Named::Unknown => false,
    }
}

/// Rows of a table: name, polynomial.
fn rows(text: &'static str) -> impl Iterator<Item = (&'static str, Laurent)> {
    text.lines().filter(|l| !l.starts_with('#')).filter_map(|line| {
        let mut cells = line.split(';');
        let (name, _, polynomial) = (cells.next()?, cells.next()?, cells.next()?);
        let mut numbers = polynomial.split_whitespace().map_while(|n| n.parse::<i64>().ok());
        let low = numbers.next()? as i32;
        Some((name, Laurent::new(low, numbers.collect())))
    })
}

/// The number a name begins with: `11n_34`, `L6a1{0}`.
fn crossing_number(name: &str) -> usize {
    let digits: String = name.trim_start_matches('L').chars().take_while(char::is_ascii_digit).collect();
    digits.parse().unwrap_or(0)
}

fn with_mirror(name: &str, v: &Laurent) -> Vec<(String, Laurent)> {
    let mut both = vec![(name.to_owned(), v.clone())];
    let m = v.mirrored();
    if m != *v {
        both.push((format!("m{name}"), m));
    }
    both
}

fn insert(index: &mut Index, name: String, crossings: usize, v: Laurent) {
    index.entry(v).or_default().push(Kind { name, crossings });
}

/// Primes, their mirror images, and all sums to twelve crossings.
static KNOT_INDEX: LazyLock<Index> = LazyLock::new(|| {
    let mut index = Index::new();
    let mut all: Vec<(String, usize, Laurent)> = Vec::new();
    for (name, v) in rows(KNOTS) {
        all.extend(with_mirror(name, &v).into_iter().map(|(n, v)| (n, crossing_number(name), v)));
    }
    let primes: Vec<_> = all.iter().filter(|k| k.1 + 3 <= WHOLE).cloned().collect();
    let mut sums: Vec<(String, usize, Laurent, usize)> =
        primes.iter().enumerate().map(|(i, k)| (k.0.clone(), k.1, k.2.clone(), i)).collect();
    while let Some((name, crossings, v, last)) = sums.pop() {
        for (i, (other, n, w)) in primes.iter().enumerate().skip(last) {
            if crossings + n <= WHOLE {
                let sum = (format!("{name}#{other}"), crossings + n, &v * w);
                all.push(sum.clone());
                sums.push((sum.0, sum.1, sum.2, i));
            }
        }
    }
    all.into_iter().for_each(|(name, crossings, v)| insert(&mut index, name, crossings, v));
    index
});

/// Links without their orientations, their mirror images, and a knotted rope with a ring round it.
static LINK_INDEX: LazyLock<Index> = LazyLock::new(|| {
    let mut index = Index::new();
    let mut hopf = Vec::new();
    for (name, v) in rows(LINKS) {
        let plain = name.split('{').next().unwrap_or(name);
        if crossing_number(plain) == 2 {
            hopf.push(v.clone());
        }
        with_mirror(plain, &v).into_iter().for_each(|(n, v)| insert(&mut index, n, crossing_number(plain), v));
    }
    for (name, v) in rows(KNOTS).filter(|(name, _)| crossing_number(name) + 2 <= WHOLE_LINKS) {
        for (n, v) in with_mirror(name, &v) {
            let in_root = v.powers_multiplied(2);
            for h in &hopf {
                insert(&mut index, format!("{n}#L2a1"), crossing_number(name) + 2, &in_root * h);
            }
        }
    }
    index.values_mut().for_each(|kinds| {
        kinds.sort_by(|a, b| (a.crossings, &a.name).cmp(&(b.crossings, &b.name)));
        kinds.dedup_by(|a, b| a.name == b.name);
    });
    index
});

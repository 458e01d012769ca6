//! The ladder: knots ordered by what they build on. A strand between two knots is what they share, read off their paths where it
//! can be: one begins as the other, or is the other followed or doubled; or declared in the entry.

use crate::knot::path::KnotPath;
use crate::knot::{Knot, catalogue};
use crate::topology::{Made, identify};
use crate::words::{listed, number};
use serde::Serialize;
use std::collections::{BTreeMap, BTreeSet};
use std::sync::LazyLock;

/// What the upper knot takes from the lower one.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case", tag = "how")]
pub enum Shared {
    /// After so many of its moves the upper knot is the lower one.
    BeginsAs {
        /// Moves of the upper knot.
        moves: usize,
    },
    /// Its rope, or each of its strands, is the lower knot again.
    Followed,
    /// The same with more turns.
    MoreTurns,
    /// The entry says that it reuses its moves.
    Declared,
}

/// A strand of the ladder.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Strand {
    /// The knot below.
    pub below: &'static str,
    /// The knot that builds on it.
    pub above: &'static str,
    /// What they share, told most plainly.
    pub shared: Shared,
    /// The entry says that the lower one comes first, however else that shows.
    pub declared: bool,
}

impl Strand {
    /// What they share, in a sentence.
    pub fn says(&self) -> String {
        let name = |id: &str| catalogue().find(id).map_or_else(|| id.to_owned(), |k| k.entry.said());
        let below = name(self.below);
        match self.shared {
            Shared::BeginsAs { moves: 1 } => format!("Its first move is the {below}."),
            Shared::BeginsAs { moves } => format!("Its first {} moves are the {below}.", number(moves as u32)),
            Shared::Followed => format!("It is the {below}, followed or doubled."),
            Shared::MoreTurns => format!("It is the {below} with more turns."),
            Shared::Declared => format!("It reuses the moves of the {below}."),
        }
    }
}

/// All strands of the catalogue: each pair of knots once, by what is shared most plainly.
pub fn strands() -> &'static [Strand] {
    static STRANDS: LazyLock<Vec<Strand>> = LazyLock::new(|| without_rings(found()));
    &STRANDS
}

fn found() -> Vec<Strand> {
    let mut all: BTreeMap<(&'static str, &'static str), (Shared, bool)> = BTreeMap::new();
    for knot in catalogue().taught() {
        let above = knot.id.as_str();
        let begun = begins_as(knot).into_iter().map(|(below, moves)| (below, Shared::BeginsAs { moves }));
        let more = knot.entry.more_of.as_deref().map(|below| (below, Shared::MoreTurns));
        let declared = knot.entry.builds_on.iter().map(|below| (below.as_str(), Shared::Declared));
        for (below, shared) in begun.chain(followed(knot)).chain(more).chain(declared) {
            if below != above {
                let (plainest, first) = all.entry((below, above)).or_insert((shared, false));
                *plainest = shared.min(*plainest);
                *first |= shared == Shared::Declared;
            }
        }
    }
    all.into_iter().map(|((below, above), (shared, declared))| Strand { below, above, shared, declared }).collect()
}

/// Knots that this one is after some of its moves, each with the first such move: by the identity of the rope laid so far, drawn
/// with as many crossings as the lower knot. A longer drawing of the same type is no move that hands would know again.
fn begins_as(knot: &Knot) -> BTreeMap<&'static str, usize> {
    let mut found = BTreeMap::new();
    for moves in 1..knot.laid.len() {
        let Some(path) = knot.after(moves).filter(|p| !p.crossings.is_empty()) else { continue };
        let alike = |k: &&Knot| drawn_alike(&k.path, &path);
        let alike: Vec<&'static str> = catalogue().taught().filter(alike).map(|k| k.id.as_str()).collect();
        if alike.iter().all(|id| *id == knot.id) {
            continue;
        }
        let Made::Knots(ids) = identify(&path) else { continue };
        for id in ids.into_iter().filter(|id| *id != knot.id && alike.contains(id)) {
            found.entry(id).or_insert(moves);
        }
    }
    found
}

/// With as many legs run back and objects, and as many crossings; round an object, whose turns prove more, one more or less.
fn drawn_alike(a: &KnotPath, b: &KnotPath) -> bool {
    let legs_back = |p: &KnotPath| p.strands.iter().filter(|s| s.back.is_some()).count();
    let apart = a.crossings.len().abs_diff(b.crossings.len());
    a.poles.len() == b.poles.len() && legs_back(a) == legs_back(b) && apart <= usize::from(!a.poles.is_empty())
}

/// Knots in bare rope whose type each strand of this one has.
fn followed(knot: &Knot) -> Vec<(&'static str, Shared)> {
    let e = &knot.entry;
    let each = e.identity.strands.as_ref().or_else(|| {
        let ropes = e.identity.ropes.as_ref()?;
        ropes.iter().all(|r| *r == ropes[0]).then(|| &ropes[0])
    });
    let Some(each) = each.filter(|name| *name != "unknot") else { return Vec::new() };
    let plain = |k: &&Knot| {
        k.path.strands.len() == 1
            && k.path.poles.is_empty()
            && k.entry.identity.strands.is_none()
            && k.entry.identity.threaded.is_none()
            && k.entry.identity.front.as_ref() == Some(each)
    };
    catalogue().knots().iter().filter(plain).map(|k| (k.id.as_str(), Shared::Followed)).collect()
}

/// Leaves a strand out where following the rest upward would come back: of two knots that begin as one another the one with fewer
/// moves is below.
fn without_rings(mut all: Vec<Strand>) -> Vec<Strand> {
    let effort = |id: &str| catalogue().find(id).map_or((0, 0), |k| (k.entry.hands.moves, k.path.crossings.len()));
    // What an entry declares stands; the rest is held to it.
    all.sort_by_key(|s| (!s.declared, effort(s.above), s.above, s.below));
    let mut kept: Vec<Strand> = Vec::new();
    for s in all {
        let lower = effort(s.below) <= effort(s.above) || s.declared;
        if lower && !reaches(&kept, s.above, s.below) {
            kept.push(s);
        }
    }
    kept
}

fn reaches(strands: &[Strand], from: &str, to: &str) -> bool {
    from == to || strands.iter().filter(|s| s.below == from).any(|s| reaches(strands, s.above, to))
}

/// What a knot builds on, directly.
pub fn below(id: &str) -> impl Iterator<Item = &'static Strand> {
    strands().iter().filter(move |s| s.above == id)
}

/// These knots with everything they build on, and what that builds on, as ids.
pub fn with_what_they_build_on<'a>(wanted: impl IntoIterator<Item = &'a str>) -> BTreeSet<&'static str> {
    let mut all = BTreeSet::new();
    let mut open: Vec<&'static str> =
        wanted.into_iter().filter_map(|id| catalogue().find(id)).map(|k| k.id.as_str()).collect();
    while let Some(id) = open.pop() {
        if all.insert(id) {
            // Declared strands are what an instructor would teach first; what paths share beyond these is a help, not a need.
            open.extend(below(id).filter(|s| s.declared).map(|s| s.below));
        }
    }
    all
}

/// How high a knot stands among these: 0 on the ground, one more than the highest of them it builds on.
pub fn height(id: &str, among: &BTreeSet<&'static str>) -> usize {
    below(id).filter(|s| among.contains(s.below)).map(|s| height(s.below, among) + 1).max().unwrap_or(0)
}

/// Rungs from the ground up, knots of a rung in the catalogue's order.
pub fn rungs(among: &BTreeSet<&'static str>) -> Vec<Vec<&'static str>> {
    let mut rungs: Vec<Vec<&'static str>> = Vec::new();
    for id in catalogue().knots().iter().map(|k| k.id.as_str()).filter(|id| among.contains(id)) {
        let h = height(id, among);
        if rungs.len() <= h {
            rungs.resize(h + 1, Vec::new());
        }
        rungs[h].push(id);
    }
    rungs
}

/// A knot taught before what it builds on.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Gap {
    /// The knot that would hang free.
    pub knot: &'static str,
    /// Its lesson, from 0.
    pub lesson: usize,
    /// What is missing below it.
    pub needs: &'static str,
    /// The lesson that comes too late; nothing when it is in none.
    pub comes: Option<usize>,
}

impl Gap {
    /// In a sentence.
    pub fn says(&self) -> String {
        let name = |id: &str| catalogue().find(id).map_or_else(|| id.to_owned(), |k| k.entry.name.clone());
        let (above, needs) = (name(self.knot), name(self.needs).to_lowercase());
        match self.comes {
            Some(l) => {
                format!("{above} in lesson {} builds on the {needs}, which comes in lesson {}.", self.lesson + 1, l + 1)
            }
            None => format!("{above} in lesson {} builds on the {needs}, which no lesson teaches.", self.lesson + 1),
        }
    }
}

/// Gaps of a course: knots of a lesson whose declared foundations are neither known nor taught in it or before.
pub fn gaps(lessons: &[Vec<&'static str>], knows: &BTreeSet<&'static str>) -> Vec<Gap> {
    let lesson_of = |id: &'static str| lessons.iter().position(|l| l.contains(&id));
    let mut gaps = Vec::new();
    for (lesson, knots) in lessons.iter().enumerate() {
        for knot in knots {
            let needs = below(knot).filter(|s| s.declared && !knows.contains(s.below));
            for s in needs {
                let comes = lesson_of(s.below);
                if comes.is_none_or(|l| l > lesson) && lesson_of(knot) == Some(lesson) {
                    gaps.push(Gap { knot, lesson, needs: s.below, comes });
                }
            }
        }
    }
    gaps
}

/// The reason an order cannot be climbed, in one sentence.
pub fn why_not(gaps: &[Gap]) -> Option<String> {
    let says: Vec<String> = gaps.iter().map(Gap::says).collect();
    (!says.is_empty()).then(|| listed(&says.iter().map(|s| s.trim_end_matches('.')).collect::<Vec<_>>()) + ".")
}

//! What stays the same of a tied path however its rope is moved: the polynomials of its closures, alone
//! and with the pole, how often it goes round the pole, and a bend's bracket with its ends held.

use super::bracket::{jones, states};
use super::closure::{Side, closed, pole_loop};
use super::diagram::Diagram;
use super::laurent::Laurent;
use super::simplify::simplified;
use super::tangle::{self, TangleBracket};
use crate::knot::notation::{Axis, Pole};
use crate::knot::path::{KnotPath, Strand};
use crate::knot::spline::P3;

/// Closed curves made from a path, each with the ends joined nearer than everything and behind it.
#[derive(Debug, Clone)]
pub struct Closure {
    /// What was joined.
    pub what: What,
    /// Ends joined in front, ends joined behind.
    pub diagrams: [Diagram; 2],
}

/// What a closure was made of.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum What {
    /// One rope alone, by number.
    Rope(usize),
    /// One rope as far as the tip of its bight or eye: its end threaded where a bight was pushed.
    Threaded(usize),
    /// Two ropes: standing parts joined on one side, ends on the other.
    Joined,
    /// Two ropes: each end joined with the other's standing part.
    Crosswise,
    /// A loop cut at its crown, each half's ends joined: on one side the first half, on the other the second.
    Halves,
    /// A loop cut at its crown: the standing part joined with the tail's half, and the tail with it.
    HalvesJoined,
    /// The first rope with a pole, by number; the second has the pole turned end for end.
    WithPole(usize, bool),
}

/// All closures of a path, always in the same order.
pub fn closures(path: &KnotPath) -> Vec<Closure> {
    let mut all = Vec::new();
    for (k, s) in path.strands.iter().enumerate() {
        all.push(one_rope(What::Rope(k), &s.points));
        if let Some(leg) = s.back {
            all.push(one_rope(What::Threaded(k), &s.points[..=leg.tip_from]));
        }
    }
    if let [a, b] = &path.strands[..] {
        let turned: Vec<P3> = a.points.iter().rev().copied().collect();
        all.push(two_ropes(What::Joined, &turned, &b.points));
        all.push(two_ropes(What::Crosswise, &a.points, &b.points));
    }
    if let Some((a, b)) = halves(path) {
        all.push(both(What::Halves, |near, far| vec![closed(&[(&a, near)]), closed(&[(&b, far)])]));
        let turned: Vec<P3> = a.iter().rev().copied().collect();
        all.push(two_ropes(What::HalvesJoined, &turned, &b));
    }
    for (k, pole) in path.poles.iter().enumerate() {
        all.extend([false, true].map(|turned| with_pole(k, turned, &path.strands[0], pole)));
    }
    all
}

/// The two halves of a loop cut at its crown.
fn halves(path: &KnotPath) -> Option<(Vec<P3>, Vec<P3>)> {
    let [rope] = &path.strands[..] else { return None };
    let crown = rope.crown?;
    Some((rope.points[..crown].to_vec(), rope.points[crown..].to_vec()))
}

fn both(what: What, curves: impl Fn(Side, Side) -> Vec<Vec<P3>>) -> Closure {
    let of = |near, far| simplified(&Diagram::of(&curves(near, far)));
    Closure { what, diagrams: [of(Side::Front, Side::Behind), of(Side::Behind, Side::Front)] }
}

fn one_rope(what: What, points: &[P3]) -> Closure {
    both(what, |near, _| vec![closed(&[(points, near)])])
}

fn two_ropes(what: What, a: &[P3], b: &[P3]) -> Closure {
    both(what, |near, far| vec![closed(&[(a, near), (b, far)])])
}

fn with_pole(k: usize, turned: bool, rope: &Strand, pole: &Pole) -> Closure {
    let mut ring = pole_loop(pole);
    if turned {
        ring.reverse();
    }
    both(What::WithPole(k, turned), |near, _| vec![closed(&[(&rope.points, near)]), ring.clone()])
}

/// A path's fingerprint. Two ties with unlike fingerprints are different.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Fingerprint {
    ropes: usize,
    bights: usize,
    alone: Vec<[Laurent; 2]>,
    joined: Vec<[Laurent; 2]>,
    /// Both ways the pole may run, sorted.
    poles: Vec<[[Laurent; 2]; 2]>,
    turns: Vec<u32>,
    tangles: Vec<TangleBracket>,
}

/// Most states the fingerprint of a path goes through, known before it is begun.
pub(super) fn states_of(path: &KnotPath, all: &[Closure]) -> u64 {
    let closed = all.iter().flat_map(|c| c.diagrams.each_ref().map(states));
    let open = match (&path.strands[..], halves(path)) {
        // Once with the bights as they lie, once with their ends threaded.
        ([a, b], _) => 2 * tangle::states_of(&a.points, &b.points),
        (_, Some((a, b))) => tangle::states_of(&a, &b.into_iter().rev().collect::<Vec<_>>()),
        _ => 0,
    };
    closed.fold(open, u64::saturating_add)
}

/// Brackets of two ropes, or of the halves of a loop cut at its crown, with the ends where they lie; and again
/// with a bight's end threaded.
fn tangles(path: &KnotPath) -> Vec<TangleBracket> {
    if let [a, b] = &path.strands[..] {
        let threaded = |s: &Strand| s.back.map_or(s.points.len(), |leg| leg.tip_from + 1);
        let slipped = a.back.is_some() || b.back.is_some();
        let whole = TangleBracket::of(&a.points, &b.points);
        let end = || TangleBracket::of(&a.points[..threaded(a)], &b.points[..threaded(b)]);
        return std::iter::once(whole).chain(slipped.then(end)).collect();
    }
    // Each half stands at its own end and has the crown for its tail.
    halves(path).map(|(a, b)| TangleBracket::of(&a, &b.into_iter().rev().collect::<Vec<_>>())).into_iter().collect()
}

impl Fingerprint {
    /// Of a path.
    pub fn of(path: &KnotPath) -> Self {
        Self::from_closures(path, &closures(path))
    }

    /// From closures made already.
    pub fn from_closures(path: &KnotPath, all: &[Closure]) -> Self {
        let value = |c: &Closure| c.diagrams.each_ref().map(jones);
        let chosen = |f: &dyn Fn(What) -> bool| all.iter().filter(|c| f(c.what)).map(value).collect::<Vec<_>>();
        let with_poles = chosen(&|w| matches!(w, What::WithPole(..)));
        let pair = |p: &[[Laurent; 2]]| {
            let mut both = [p[0].clone(), p[1].clone()];
            both.sort();
            both
        };
        Self {
            ropes: path.strands.len(),
            bights: path.strands.iter().filter(|s| s.back.is_some_and(|b| b.bight)).count(),
            alone: chosen(&|w| matches!(w, What::Rope(_) | What::Threaded(_))),
            joined: chosen(&|w| matches!(w, What::Joined | What::Crosswise | What::Halves | What::HalvesJoined)),
            poles: with_poles.chunks(2).map(pair).collect(),
            turns: path.poles.iter().map(|p| turns(&path.strands[0], p)).collect(),
            tangles: tangles(path),
        }
    }

    /// The same tie, its mirror image, or either seen from behind.
    pub fn same_tie(&self, other: &Self) -> bool {
        other.views().contains(self)
    }

    /// Every way the same tie can be met: as it is, in a mirror, from behind, its two ropes exchanged.
    pub(super) fn views(&self) -> Vec<Self> {
        let seen = [(false, false), (true, false), (false, true), (true, true)].map(|(m, s)| self.seen(m, s));
        let exchanged = |view: &Self| {
            let mut other = view.clone();
            other.alone.reverse();
            other
        };
        let two = if self.ropes == 2 { seen.iter().map(exchanged).collect() } else { Vec::new() };
        seen.into_iter().chain(two).collect()
    }

    /// Its closures alone: the same wherever the tails were laid.
    pub(super) fn closures_agree(&self, other: &Self) -> bool {
        (self.ropes, self.bights) == (other.ropes, other.bights)
            && self.turns == other.turns
            && self.alone == other.alone
            && self.joined == other.joined
            && self.poles == other.poles
    }

    /// In a mirror, or from behind.
    fn seen(&self, mirror: bool, swap: bool) -> Self {
        let one = |p: &[Laurent; 2]| {
            let mut q = p.each_ref().map(|v| if mirror { v.mirrored() } else { v.clone() });
            if swap {
                q.reverse();
            }
            q
        };
        let mut s = self.clone();
        if mirror {
            s.tangles.iter_mut().for_each(|t| *t = t.mirrored());
        }
        s.alone.iter_mut().chain(&mut s.joined).for_each(|p| *p = one(p));
        for pair in &mut s.poles {
            *pair = pair.each_ref().map(one);
            pair.sort();
        }
        s
    }
}

/// How often a rope passes the far side of a pole: behind it, or, end-on, across from where it comes.
pub(super) fn turns(rope: &Strand, pole: &Pole) -> u32 {
    let first = rope.points.first().copied().unwrap_or_default();
    let away = [pole.at[0] - first[0], pole.at[1] - first[1]];
    let reach = away[0].hypot(away[1]).max(1e-9);
    // Distance along the pole's far side, and across it.
    let place = |p: &P3| {
        let v = [p[0] - pole.at[0], p[1] - pole.at[1]];
        match pole.axis {
            Axis::X => (-p[2], v[1]),
            Axis::Y => (-p[2], v[0]),
            Axis::Z => {
                let far = (v[0] * away[0] + v[1] * away[1]) / reach;
                let near = v[0].hypot(v[1]) < pole.radius + 2.5;
                (if near { far } else { 0.0 }, (v[1] * away[0] - v[0] * away[1]) / reach)
            }
        }
    };
    let placed: Vec<(f64, f64)> = rope.points.iter().map(place).collect();
    placed.windows(2).filter(|w| (w[0].1 < 0.0) != (w[1].1 < 0.0) && w[0].0 > 0.0).count() as u32
}

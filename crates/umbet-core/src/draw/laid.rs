//! What lies on the page before a move: each rope as far as it is laid, in one stretch or several.

use super::rope::{Pattern, Run};
use super::view::View;
use crate::knot::notation::{Axis, Pole};
use crate::knot::path::{Hardware, Strand};
use crate::knot::spline::{P2, P3, catmull_rom, distance, lengths};
use crate::knot::{Knot, Place};
use crate::object::Look;

/// A stretch of one rope that lies on the page.
#[derive(Debug, Clone)]
pub(super) struct Laid {
    pub(super) rope: usize,
    pub(super) points: Vec<P3>,
    /// How its first point ends.
    pub(super) first: Tip,
    /// How its last point ends.
    pub(super) last: Tip,
}

/// How a laid stretch ends on the page.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Tip {
    /// The rope runs on out of the frame.
    RunsOff,
    /// A rope's whipped end.
    Whipped,
    /// The rope goes on where it is not laid yet.
    Cut,
}

/// What is laid before move `step`: each rope up to the farthest place named so far. A rope about to make
/// its first move shows its standing part.
pub(super) fn laid_before(knot: &Knot, step: usize) -> Vec<Laid> {
    let begins = |rope: usize| knot.laid.get(step).is_some_and(|moves| moves.iter().any(|p| p.rope == rope));
    let lay = |rope: usize| {
        let places: Vec<Place> = knot.laid[..step].iter().flatten().filter(|p| p.rope == rope).copied().collect();
        match places.last() {
            _ if in_stretches(knot, rope) => stretches(knot, rope, &places),
            Some(last) => vec![laid_to(knot, *last)],
            None if begins(rope) => vec![standing_part(knot, rope)],
            None => Vec::new(),
        }
    };
    (0..knot.path.strands.len()).flat_map(lay).collect()
}

/// The hands lay this rope in another order than it runs.
fn in_stretches(knot: &Knot, rope: usize) -> bool {
    knot.laid.iter().flatten().any(|p| p.rope == rope && p.from.is_some())
}

/// What is laid of a rope that is laid in stretches, those that touch made one.
fn stretches(knot: &Knot, rope: usize, places: &[Place]) -> Vec<Laid> {
    let strand = &knot.path.strands[rope];
    let mut ranges: Vec<(usize, usize)> = places
        .iter()
        .map(|p| (p.from.map_or(0, |f| strand.index_at(f, false)), strand.index_at(p.waypoint, p.back)))
        .map(|(a, b)| (a.min(b), a.max(b)))
        .collect();
    ranges.sort_unstable();
    let mut joined: Vec<(usize, usize)> = Vec::new();
    for (from, to) in ranges {
        match joined.last_mut() {
            Some(last) if from <= last.1 + 1 => last.1 = last.1.max(to),
            _ => joined.push((from, to)),
        }
    }
    let end = strand.points.len() - 1;
    let far_end = if knot.entry.mid_line { Tip::RunsOff } else { Tip::Whipped };
    let laid = |(from, to): (usize, usize)| Laid {
        rope,
        points: strand.points[from..=to].to_vec(),
        first: if from == 0 { own_start(knot) } else { Tip::Cut },
        last: if to >= end { far_end } else { Tip::Cut },
    };
    joined.into_iter().map(laid).collect()
}

/// How a rope's own first point ends: it runs off, except where both ends are tails.
fn own_start(knot: &Knot) -> Tip {
    if knot.entry.two_tails { Tip::Whipped } else { Tip::RunsOff }
}

/// A rope's standing part, up to where it first bends, crosses or meets the object.
pub(super) fn standing_part(knot: &Knot, rope: usize) -> Laid {
    let points = &knot.path.strands[rope].points;
    let to = first_busy(knot, rope, points).saturating_sub(6).max(6).min(points.len() - 1);
    Laid { rope, points: points[..=to].to_vec(), first: own_start(knot), last: Tip::Whipped }
}

/// Index of the first point that crosses, bends or lies at an object.
pub(super) fn first_busy(knot: &Knot, rope: usize, points: &[P3]) -> usize {
    let first = (0..points.len()).find(|&i| busy(knot, points, i)).unwrap_or(0);
    crossing_indices(knot, rope).into_iter().min().map_or(first, |c| c.min(first))
}

pub(super) fn busy(knot: &Knot, points: &[P3], i: usize) -> bool {
    knot.path.poles.iter().any(|q| near(q, points[i])) || bends(points, i)
}

fn laid_to(knot: &Knot, place: Place) -> Laid {
    let strand = &knot.path.strands[place.rope];
    let at = strand.index_at(place.waypoint, place.back);
    let in_bight = strand.back.is_some_and(|leg| leg.bight && !place.back && at <= leg.tip_from);
    let tail = tail_behind_bight(knot, place.rope);
    let points = if in_bight { bight_at(strand, at, tail) } else { strand.points[..=at].to_vec() };
    // In the middle of a line the far end runs on: at the last point, or behind a bight's return leg.
    let goes_on = in_bight && tail < strand.points.len();
    let runs_on = goes_on || knot.entry.mid_line && (in_bight || at + 2 >= strand.points.len());
    Laid { rope: place.rope, points, first: own_start(knot), last: if runs_on { Tip::RunsOff } else { Tip::Whipped } }
}

/// One past the last point of the rope behind a bight that is there while it is pushed: the whole tail, or a little of it where
/// later moves lay the rest.
fn tail_behind_bight(knot: &Knot, rope: usize) -> usize {
    const A_LITTLE: usize = 16;
    let strand = &knot.path.strands[rope];
    let all = strand.points.len();
    let Some(leg) = strand.back else { return all };
    let mut places = knot.laid.iter().flatten().filter(|p| p.rope == rope && !p.back);
    let later = places.any(|p| (leg.to + 1..all - 2).contains(&strand.index_at(p.waypoint, false)));
    if later { (leg.to + A_LITTLE).min(all) } else { all }
}

/// A bight pushed as far as point `at`: out leg, round tip, the return leg from there, and the rope behind it to `tail`.
fn bight_at(strand: &Strand, at: usize, tail: usize) -> Vec<P3> {
    let Some(leg) = strand.back else { return strand.points[..=at].to_vec() };
    let here = strand.along[at];
    let first = strand.along[leg.to - 1];
    if here <= first {
        return strand.points[..=at].to_vec();
    }
    if at >= leg.tip_from {
        return strand.points[..tail].to_vec();
    }
    let back = (leg.from..leg.to).find(|&i| strand.along[i] <= here).unwrap_or(leg.to - 1);
    let mut points = strand.points[..=at].to_vec();
    points.extend(round_tip(&strand.points[at.saturating_sub(2)..=at], strand.points[back]));
    points.extend(&strand.points[back..tail]);
    points
}

/// A bight on its way from one point to another: its out leg, its nose, and the return leg beside it, with the place of the nose
/// among these points. `None` where it is no bight that moves.
pub(super) fn bight_moved(strand: &Strand, from: usize, to: usize) -> Option<(Vec<P3>, usize)> {
    let leg = strand.back.filter(|leg| leg.bight)?;
    // It is pushed as far as its tip; what moves behind that is the tail.
    let at = to.min(leg.tip_from);
    let (here, start) = (strand.along[at], strand.along[leg.to - 1]);
    if from + 2 >= at || here <= start {
        return None;
    }
    let kept = strand.along[from].max(start);
    let end = (leg.from..leg.to).rfind(|&i| strand.along[i] >= kept).unwrap_or(leg.to - 1);
    let back = (leg.from..leg.to).find(|&i| strand.along[i] <= here).unwrap_or(end);
    let mut points = strand.points[from..=at].to_vec();
    let out = points.len();
    if at == leg.tip_from {
        points.extend(&strand.points[leg.tip_from + 1..leg.from]);
    } else {
        points.extend(round_tip(&strand.points[at - 2..=at], strand.points[back]));
    }
    let nose = out.midpoint(points.len());
    points.extend(&strand.points[back..=end.max(back)]);
    Some((points, nose))
}

fn round_tip(out: &[P3], back: P3) -> Vec<P3> {
    let (before, end) = (out[0], out[out.len() - 1]);
    let l = distance([before[0], before[1]], [end[0], end[1]]).max(1e-9);
    let t = [(end[0] - before[0]) / l, (end[1] - before[1]) / l];
    let half = distance([end[0], end[1]], [back[0], back[1]]) / 2.0;
    let (a, b) = ([end[0], end[1]], [back[0], back[1]]);
    let middle = [(a[0] + b[0]) / 2.0 + t[0] * half * 1.3, (a[1] + b[1]) / 2.0 + t[1] * half * 1.3];
    let beside = |p: P2| [p[0] + t[0] * half * 0.8, p[1] + t[1] * half * 0.8];
    let z = (end[2] + back[2]) / 2.0;
    let curve = catmull_rom(&[a, beside(a), middle, beside(b), b], 0.25).points;
    curve[1..curve.len() - 1].iter().map(|p| [p[0], p[1], z]).collect()
}

/// The laid rope less the far part of its standing ends, which may run off the frame.
pub(super) fn busy_part(knot: &Knot, laid: &Laid) -> Vec<Vec<P3>> {
    const LEAD: f64 = 3.5;
    let run = lengths(laid.points.iter().map(|p| [p[0], p[1]]));
    let first = first_busy(knot, laid.rope, &laid.points);
    let crossed = crossing_indices(knot, laid.rope);
    let last = if laid.last != Tip::RunsOff {
        laid.points.len() - 1
    } else {
        let l = (0..laid.points.len()).rev().find(|&i| busy(knot, &laid.points, i)).unwrap_or(laid.points.len() - 1);
        crossed.iter().copied().max().map_or(l, |c| c.max(l)).min(laid.points.len() - 1)
    };
    let keep = (0..laid.points.len()).filter(|&i| run[i] >= run[first] - LEAD && run[i] <= run[last] + LEAD);
    vec![keep.map(|i| laid.points[i]).collect()]
}

/// The way a rope goes in a move, and where its arrow's head is.
pub(super) struct Moved {
    pub(super) points: Vec<P3>,
    pub(super) head: usize,
}

/// The way of every rope that moves in this step.
pub(super) fn moved(knot: &Knot, step: usize) -> Vec<Moved> {
    let mut all = Vec::new();
    for (place, led) in knot.laid[step].iter().zip(knot.led(step)) {
        let (strand, to) = (&knot.path.strands[led.rope], led.to);
        let from = led.from.unwrap_or_else(|| standing_part(knot, led.rope).points.len() - 1);
        let bight = (place.from.is_none() && !place.back).then(|| bight_moved(strand, from, to)).flatten();
        let (mut points, head) = bight.unwrap_or_else(|| {
            let end = strand.points[from.min(to)..=from.max(to)].to_vec();
            let head = end.len() - 1;
            (end, head)
        });
        if points.len() > 3 {
            if from > to {
                points.reverse();
            }
            all.push(Moved { points, head });
        }
    }
    all
}

/// Of each rope of the finished knot, whether its beginning and its end are whipped ends; else it runs on.
pub fn whipped(knot: &Knot) -> Vec<[bool; 2]> {
    let all = laid_before(knot, knot.laid.len());
    let mine = |rope| all.iter().filter(move |l| l.rope == rope);
    (0..knot.path.strands.len())
        .map(|rope| [mine(rope).any(|l| l.first == Tip::Whipped), mine(rope).any(|l| l.last == Tip::Whipped)])
        .collect()
}

impl Laid {
    /// Turned for the page, with ends that run on led out of the frame.
    pub(super) fn run(&self, view: &View) -> Run {
        let turned: Vec<P3> = self.points.iter().map(|&p| view.turn(p)).collect();
        let mut points = if self.first == Tip::RunsOff { led_out(&turned) } else { turned };
        if self.last == Tip::RunsOff {
            points.reverse();
            points = led_out(&points);
            points.reverse();
        }
        let pattern = if self.rope == 0 { Pattern::Braided } else { Pattern::Laid };
        let (whipped, whipped_start) = (self.last == Tip::Whipped, self.first == Tip::Whipped);
        Run { points, pattern, thick: 1.0, whipped, whipped_start }
    }
}

/// The clips and toggles that are there before move `step`.
pub(super) fn hardware(knot: &Knot, step: usize, view: &View) -> Vec<Run> {
    let run = |h: &Hardware| Run {
        points: h.points.iter().map(|&p| view.turn(p)).collect(),
        pattern: if h.look == Look::Steel { Pattern::Steel } else { Pattern::Timber },
        thick: 2.0 * h.radius,
        whipped: false,
        whipped_start: false,
    };
    knot.path.pieces.iter().filter(|h| h.after <= step).map(run).collect()
}

/// A straight lead from far outside the frame to the first point.
pub(super) fn led_out(points: &[P3]) -> Vec<P3> {
    const FAR: f64 = 70.0;
    let (a, b) = (points[0], points[3.min(points.len() - 1)]);
    let l = distance([a[0], a[1]], [b[0], b[1]]).max(1e-9);
    let t = [(a[0] - b[0]) / l, (a[1] - b[1]) / l];
    let steps = (FAR / 0.5) as usize;
    let lead = (1..=steps).rev().map(|i| {
        let s = i as f64 * 0.5;
        [a[0] + t[0] * s, a[1] + t[1] * s, a[2]]
    });
    lead.chain(points.iter().copied()).collect()
}

pub(super) fn crossing_indices(knot: &Knot, rope: usize) -> Vec<usize> {
    let both = knot.path.crossings.iter().flat_map(|c| [c.over, c.under]);
    both.filter(|p| p.rope == rope).map(|p| p.index as usize).collect()
}

fn near(pole: &Pole, p: P3) -> bool {
    let v = [p[0] - pole.at[0], p[1] - pole.at[1]];
    let reach = match pole.axis {
        Axis::X => v[1].abs(),
        Axis::Y => v[0].abs(),
        Axis::Z => v[0].hypot(v[1]),
    };
    reach < pole.radius + 1.6
}

fn bends(points: &[P3], i: usize) -> bool {
    let (a, b, c) = (points[i.saturating_sub(4)], points[i], points[(i + 4).min(points.len() - 1)]);
    let (u, v) = ([b[0] - a[0], b[1] - a[1]], [c[0] - b[0], c[1] - b[1]]);
    let l = (u[0].hypot(u[1]) * v[0].hypot(v[1])).max(1e-9);
    (u[0] * v[1] - u[1] * v[0]).abs() / l > 0.25
}

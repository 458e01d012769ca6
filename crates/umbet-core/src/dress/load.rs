//! A knot of the catalogue as rope to be drawn up: its ends led out and pulled, fingers in its loops, tension along it.

use super::hold::Held;
use super::ropes::{Line, Ropes, Round, Shares};
use super::tighten::Schedule;
use crate::knot::notation::{Axis, Pole};
use crate::knot::path::KnotPath;
use crate::knot::{Family, Knot, Stands};
use glam::DVec3;

/// Rope kept beyond the outermost meeting, then led straight out.
const KEEP: f64 = 5.0;
/// How far a standing end is led out.
const OUT: f64 = 9.0;
/// Radius of a finger in a loop.
const FINGER: f64 = 1.5;
/// Radius of a finger in the tip of a bight.
const TIP: f64 = 0.15;

/// The knot as rope, and how to draw it up.
pub struct Load {
    /// Its rope.
    pub ropes: Ropes,
    /// How.
    pub schedule: Schedule,
}

/// One rope's first and last point that meets something, as indices of its path.
#[derive(Clone, Copy)]
struct Meets {
    first: usize,
    last: usize,
}

/// The knot as rope.
pub fn load(knot: &Knot) -> Load {
    let path = &knot.path;
    let points = points(path);
    let mut rounds: Vec<Round> = path.poles.iter().map(object).collect();
    let fingers = fingers(knot, &points);
    rounds.extend(fingers.iter().map(|f| f.round));
    let meets: Vec<Meets> = (0..points.len()).map(|k| meets(path, &points, &rounds, k)).collect();
    bring_near(knot, &points, &mut rounds, &fingers);
    let mut lines: Vec<Line> = (0..points.len()).map(|k| led_out(k, &points, &meets, &rounds)).collect();
    turn_pulls(knot, &mut lines, &meets, &fingers);
    part_ends(&mut lines);
    if knot.entry.grip.stands == Stands::Rides {
        let along = |l: &Line| rounds.iter().any(|r| r.object && r.axis.z == 0.0 && r.axis.dot(l.pull[0]).abs() > 0.5);
        lines.iter_mut().for_each(|l| l.pinned[0] = along(l));
    }
    for (k, line) in lines.iter_mut().enumerate() {
        line.shares = shares(knot, k, meets[k], &rounds, &points[k]);
        line.body = body(path, k, meets[k], &rounds, &points[k]);
    }
    let side_on = path.poles.iter().any(|p| p.axis != Axis::Z);
    let held = match knot.entry.grip.stands {
        _ if path.strands.iter().any(|s| s.crown.is_some()) => Held::Touching,
        // Pulled along its bar, a hitch is kept by what pulls it.
        Stands::Rides if lines.iter().any(|l| l.pinned[0]) => Held::Nothing,
        Stands::Rides if side_on => Held::AlongObject,
        Stands::Rides => Held::Nothing,
        _ => Held::Body,
    };
    let near_object = match knot.entry.family {
        _ if knot.entry.grip.stands != Stands::Nooses || knot.entry.purchase.is_some() => f64::MAX,
        Family::Adjustable => 4.0,
        _ => 1.2,
    };
    let schedule = Schedule { held, near_object, ..Schedule::default() };
    Load { ropes: Ropes::new(lines, rounds, schedule.spacing), schedule }
}

/// First and last place of each rope that meets something, as the path is laid.
pub fn meets_of(knot: &Knot) -> Vec<(f64, f64)> {
    let points: Vec<Vec<DVec3>> = points(&knot.path);
    let rounds: Vec<Round> = knot.path.poles.iter().map(object).collect();
    let span = |k| {
        let m = meets(&knot.path, &points, &rounds, k);
        (m.first as f64, m.last as f64)
    };
    (0..points.len()).map(span).collect()
}

fn points(path: &KnotPath) -> Vec<Vec<DVec3>> {
    path.strands.iter().map(|s| s.points.iter().map(|p| DVec3::from(*p)).collect()).collect()
}

fn object(pole: &Pole) -> Round {
    let axis = match pole.axis {
        Axis::X => DVec3::X,
        Axis::Y => DVec3::Y,
        Axis::Z => DVec3::Z,
    };
    Round { at: DVec3::new(pole.at[0], pole.at[1], 0.0), axis, radius: pole.radius, object: true, goes_to: None }
}

/// A finger that holds a loop or the tip of a bight open.
struct Finger {
    rope: usize,
    round: Round,
    loop_: bool,
}

fn fingers(knot: &Knot, points: &[Vec<DVec3>]) -> Vec<Finger> {
    let path = &knot.path;
    let mut out = Vec::new();
    let held = knot.entry.dress.finger.or(knot.entry.holds.filter(|_| path.poles.is_empty()));
    let is_loop = matches!(knot.entry.family, Family::EndLoop | Family::MidLoop);
    if let Some(h) = held {
        let round = Round {
            at: DVec3::new(h.at[0], h.at[1], 0.0),
            axis: DVec3::Z,
            radius: FINGER.min(h.r),
            object: false,
            goes_to: None,
        };
        out.push(Finger { rope: 0, loop_: true, round });
    }
    for (rope, (s, p)) in path.strands.iter().zip(points).enumerate() {
        if let Some(leg) = s.back {
            // Between the ends of the round tip, or in the middle of the eye.
            let tip = &p[leg.tip_from..leg.from];
            let middle = tip.iter().sum::<DVec3>() / tip.len() as f64;
            let between = (p[leg.tip_from] + p[leg.from.min(p.len() - 1)]) / 2.0;
            if !leg.bight && held.is_some() {
                continue;
            }
            let eye = !leg.bight || (is_loop && s.crown.is_none());
            let at = if eye { middle } else { between };
            let room = tip.iter().map(|q| (*q - at).truncate().length()).fold(f64::MAX, f64::min) - 0.5;
            let radius = if eye { FINGER.min(room).max(TIP) } else { TIP };
            out.push(Finger {
                rope,
                loop_: eye,
                round: Round { at, axis: DVec3::Z, radius, object: false, goes_to: None },
            });
        }
        if let Some(c) = s.crown.filter(|_| held.is_none()) {
            let (a, b) = (p[c.saturating_sub(10)], p[(c + 10).min(p.len() - 1)]);
            let inward = ((a + b) / 2.0 - p[c]).with_z(0.0).normalize_or_zero();
            let at = p[c] + inward * (FINGER + 0.6);
            out.push(Finger {
                rope,
                loop_: true,
                round: Round { at, axis: DVec3::Z, radius: FINGER, object: false, goes_to: None },
            });
        }
    }
    out
}

/// How far the finger in a loop is brought from the middle of the knot.
const LOOP: f64 = 7.0;

/// How far the object a purchase runs round is brought from the nearest part of its knots.
const PURCHASE: f64 = 5.0;

/// The middle of all places where rope crosses rope.
fn middle(path: &KnotPath, points: &[Vec<DVec3>]) -> DVec3 {
    let at = path.crossings.iter().map(|c| points[c.over.rope][c.over.index as usize]);
    at.sum::<DVec3>() / (path.crossings.len().max(1) as f64)
}

/// Fingers in loops come near the knot, so that it is not small beside a long loop.
fn bring_near(knot: &Knot, points: &[Vec<DVec3>], rounds: &mut [Round], fingers: &[Finger]) {
    let path = &knot.path;
    let middle = middle(path, points);
    let nooses = knot.entry.grip.stands == Stands::Nooses;
    if knot.entry.purchase.is_some() {
        // The far end of a purchase is drawn near: what is tied is what is looked at.
        let nearest = |r: &Round| {
            let all = path.crossings.iter().map(|c| points[c.over.rope][c.over.index as usize] - r.at);
            all.map(|v| v.with_z(0.0)).min_by(|a, b| a.length().total_cmp(&b.length()))
        };
        for r in rounds.iter_mut().filter(|r| r.object) {
            let near = nearest(r).unwrap_or_default();
            r.goes_to = Some(r.at + near.normalize_or_zero() * (near.length() - r.radius - PURCHASE).max(0.0));
        }
    }
    let poles = path.poles.len();
    for (finger, round) in fingers.iter().zip(&mut rounds[poles..]) {
        let from = (round.at - middle).with_z(0.0);
        if finger.loop_ && !nooses && from.length() > LOOP {
            round.goes_to = Some(middle + from.normalize() * LOOP);
        }
    }
}

fn lies_on(r: &Round, p: DVec3) -> bool {
    r.across(p).length() < r.radius + 1.2
}

fn meets(path: &KnotPath, points: &[Vec<DVec3>], rounds: &[Round], rope: usize) -> Meets {
    let crossed =
        path.crossings.iter().flat_map(|c| [c.over, c.under]).filter(|p| p.rope == rope).map(|p| p.index as usize);
    let touched = (0..points[rope].len()).filter(|&i| rounds.iter().any(|r| lies_on(r, points[rope][i])));
    let all: Vec<usize> = crossed.chain(touched).collect();
    let middle = points[rope].len() / 2;
    Meets { first: all.iter().min().copied().unwrap_or(middle), last: all.iter().max().copied().unwrap_or(middle) }
}

/// A rope cut a little beyond what it meets and led straight out, as far as nothing stands in its way.
fn led_out(rope: usize, points: &[Vec<DVec3>], meets: &[Meets], rounds: &[Round]) -> Line {
    const STEP: f64 = crate::knot::spline::SPACING;
    let keep = (KEEP / STEP) as usize;
    let p = &points[rope];
    let (a, z) = (meets[rope].first.saturating_sub(keep), (meets[rope].last + keep).min(p.len() - 1));
    let mut line = Line { points: p[a..=z].to_vec(), place: (a..=z).map(|i| i as f64).collect(), ..Line::default() };
    for last in [false, true] {
        let n = line.points.len();
        let (end, before) =
            if last { (line.points[n - 1], line.points[n - 4]) } else { (line.points[0], line.points[3]) };
        let way = (end - before).with_z(0.0).normalize_or_zero();
        // Rope of its own that the end grows from is not in its way.
        let in_the_way =
            |r: usize, i: usize| r != rope || ((a..=z).contains(&i) && if last { i + 12 < z } else { i > a + 12 });
        let free = |q: &DVec3| {
            let rope_free = points.iter().enumerate().all(|(r, b)| {
                b.iter().enumerate().all(|(i, o)| !in_the_way(r, i) || (*o - *q).truncate().length() > 1.6)
            });
            rope_free && rounds.iter().all(|r| r.axis != DVec3::Z || r.across(*q).length() > r.radius + 1.2)
        };
        let out = (1..=(OUT / STEP) as usize).map(|i| end + way * (i as f64 * STEP));
        let out: Vec<DVec3> = out.take_while(free).collect();
        let place = if last { z } else { a } as f64;
        if last {
            line.place.extend(out.iter().map(|_| place));
            line.points.extend(out);
        } else {
            line.place.splice(0..0, out.iter().map(|_| place));
            line.points.splice(0..0, out.into_iter().rev());
        }
        line.pull[usize::from(last)] = way;
    }
    line
}

/// Where a tie has no object, what pulls against what: the ends of a stopper or a bend apart, a loop's standing part
/// away from its crown.
fn turn_pulls(knot: &Knot, lines: &mut [Line], meets: &[Meets], fingers: &[Finger]) {
    if !knot.path.poles.is_empty() {
        return;
    }
    if let [a, b] = lines {
        let apart = (a.pull[0] - b.pull[0]).normalize_or_zero();
        (a.pull[0], b.pull[0]) = (apart, -apart);
        return;
    }
    let line = &mut lines[0];
    match fingers.iter().find(|f| f.loop_ && f.rope == 0) {
        Some(finger) if !knot.entry.mid_line => {
            let s = &knot.path.strands[0].points;
            let work = &s[meets[0].first..=meets[0].last];
            let middle = work.iter().map(|p| DVec3::from(*p)).sum::<DVec3>() / work.len() as f64;
            line.pull[0] = (middle - finger.round.at).with_z(0.0).normalize_or_zero();
        }
        Some(_) => {}
        None => line.pull[1] = if knot.path.strands[0].back.is_some() { line.pull[1] } else { -line.pull[0] },
    }
}

/// Turns a tail that would lie along another end away from it, to the side it lies on: as one would to show the knot.
fn part_ends(lines: &mut [Line]) {
    const LEAST: f64 = 0.7;
    let ends: Vec<(usize, usize)> = (0..lines.len()).flat_map(|k| [(k, 0), (k, 1)]).collect();
    for &(k, tail) in ends.iter().filter(|e| e.1 == 1) {
        for &(other, end) in ends.iter().filter(|e| **e != (k, tail)) {
            let (mine, way) = (lines[k].pull[tail].truncate(), lines[other].pull[end].truncate());
            let angle = way.angle_to(mine);
            if angle.abs() >= LEAST || mine.length() < 0.5 || way.length() < 0.5 {
                continue;
            }
            let tip = |l: &Line, end: usize| if end == 1 { l.points[l.points.len() - 1] } else { l.points[0] };
            let beside = way.perp_dot((tip(&lines[k], tail) - tip(&lines[other], end)).truncate());
            let side = if beside.abs() > 0.3 { beside.signum() } else { angle.signum() };
            lines[k].pull[tail] = way.rotate(glam::DVec2::from_angle(side * LEAST)).extend(0.0);
        }
    }
}

fn shares(knot: &Knot, rope: usize, m: Meets, rounds: &[Round], points: &[DVec3]) -> Shares {
    let path = &knot.path;
    let (first, last) = (m.first as f64, m.last as f64);
    let crossed = || path.crossings.iter().flat_map(|c| [c.over, c.under]).filter(|p| p.rope == rope).map(|p| p.index);
    let tail = if knot.entry.mid_line || knot.entry.two_tails { 1.0 } else { 0.6 };
    if let Some(crown) = path.strands[rope].crown.filter(|_| !knot.entry.mid_line) {
        // Each leg of a loop carries half, the tail a little.
        let crown = crown as f64;
        let before = crossed().filter(|i| *i < crown).fold(0.0, f64::max);
        let after = crossed().filter(|i| *i > crown).fold(f64::MAX, f64::min);
        return Shares(vec![(first, 1.0), (before, 0.5), (after, 0.5), (last, 0.2)]);
    }
    let on = |i: &usize| rounds.iter().filter(|r| r.object).any(|r| lies_on(r, points[*i]));
    if knot.entry.grip.stands == Stands::Nooses {
        let touched: Vec<usize> = (0..points.len()).filter(on).collect();
        if let (Some(f), Some(l)) = (touched.first(), touched.last()) {
            let (f, l) = (*f as f64, *l as f64);
            let next = crossed().filter(|i| *i > l).fold(f64::MAX, f64::min);
            if next < f64::MAX {
                // The eye hangs slack while the hitch is drawn up on its own standing part.
                let slack = 0.15;
                return Shares(vec![
                    (f, 1.0),
                    (f + 3.0, slack),
                    ((next - 8.0).max(f + 4.0), slack),
                    (next.max(f + 5.0), 1.0),
                    (last.max(next + 1.0), tail),
                ]);
            }
        }
    }
    Shares(vec![(first, 1.0), (last, tail)])
}

/// The stretches of a rope the hand holds.
fn body(path: &KnotPath, rope: usize, m: Meets, rounds: &[Round], points: &[DVec3]) -> Vec<(f64, f64)> {
    let crossed = || path.crossings.iter().flat_map(|c| [c.over, c.under]).filter(|p| p.rope == rope).map(|p| p.index);
    let (first, last) = (m.first as f64, m.last as f64);
    let on = |i: &usize| rounds.iter().filter(|r| r.object).any(|r| lies_on(r, points[*i]));
    if let Some(l) = (0..points.len()).rev().find(on) {
        let next = crossed().filter(|i| *i > l as f64).fold(f64::MAX, f64::min);
        return if next < last { vec![(next, last)] } else { vec![(first, last)] };
    }
    vec![(first, last)]
}

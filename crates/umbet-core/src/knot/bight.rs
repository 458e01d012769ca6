//! Rope that runs back beside itself: a bight pushed through, an eye, a doubled rope.

use super::lay::{
    BackLeg, Event, Laid, Levels, PathError, Strand, WHOLE_LAYER, find, level_curve, level_step, solve_heights,
};
use super::meeting::Meeting;
use super::notation::{Double, RopeText, Tuck};
use super::spline::{P2, P3, SPACING, catmull_rom, interpolate, left_of, lengths, tangents};

/// Second pass: every tuck becomes two legs and a round tip, then the tail runs on.
pub(super) fn grow_tucks(
    ropes: &[RopeText],
    laid: Vec<Laid>,
    levels: &Levels,
    letters: &mut [Vec<P2>],
) -> Result<Vec<Laid>, PathError> {
    let mut tail_from = vec![usize::MAX; ropes.len()];
    let mut grown: Vec<Laid> = Vec::with_capacity(laid.len());
    for (k, (rope, l)) in ropes.iter().zip(laid).enumerate() {
        grown.push(match rope.tuck {
            Some(tuck) => {
                let (l, from) = grow_tuck(rope, tuck, &l, levels);
                tail_from[k] = from;
                l
            }
            None => l,
        });
    }
    let events = tuck_events(ropes, &grown, &tail_from, letters)?;
    solve_heights(&mut grown, &events);
    Ok(grown)
}

/// The legs keep their middle line's over and under; the tail has letters of its own.
fn tuck_events(
    ropes: &[RopeText],
    grown: &[Laid],
    tail_from: &[usize],
    places: &mut [Vec<P2>],
) -> Result<Vec<Event>, PathError> {
    let all: Vec<Meeting> = find(grown)?.into_iter().filter(|m| level_step(grown, m).abs() <= WHOLE_LAYER).collect();
    let mut events = Vec::new();
    for (k, rope) in ropes.iter().enumerate() {
        let tip = rope.tuck.map_or(usize::MAX, |t| t.tip);
        let mut letters = rope.letters.iter().filter(|l| l.after >= tip);
        let in_tail = |m: &&Meeting| m.late.rope == k && m.late.index >= tail_from[k] as f64;
        let drawn = all.iter().filter(in_tail).count();
        let written = letters.clone().count();
        if drawn != written {
            let places: Vec<String> =
                all.iter().filter(in_tail).map(|m| format!("{:.1?}", grown[k].at(m.late))).collect();
            return Err(PathError::Letters {
                rope: format!("{} (tail behind the tuck)", rope.name),
                letters: written,
                meetings: drawn,
                places: places.join("; "),
            });
        }
        for m in all.iter().filter(|m| m.late.rope == k) {
            let late_over = if in_tail(&m) {
                places[k].push(grown[k].at(m.late));
                letters.next().is_some_and(|l| l.over)
            } else {
                interpolate(&grown[k].z, m.late.index) > interpolate(&grown[m.early.rope].z, m.early.index)
            };
            events.push(Event { meeting: *m, late_over });
        }
    }
    Ok(events)
}

/// Out leg, round tip, return leg, tail. Returns the rope and the index where its tail begins.
fn grow_tuck(rope: &RopeText, tuck: Tuck, mid: &Laid, levels: &Levels) -> (Laid, usize) {
    let k0 = mid.along.partition_point(|&a| a < tuck.start as f64);
    let side = if tuck.left { 1.0 } else { -1.0 };
    let t = tangents(&mid.points);
    let run = lengths(mid.points.iter().copied());
    // A line doubled from its very beginning is doubled everywhere.
    let off = |i: usize| {
        if tuck.start == 0 {
            return tuck.half_width;
        }
        let w = ((run[i] - run[k0] + 1.2) / 3.4).clamp(0.0, 1.0);
        w * w * (3.0 - 2.0 * w) * tuck.half_width
    };
    let shifted = |i: usize, s: f64| {
        let n = left_of(t[i]);
        [mid.points[i][0] + s * n[0] * off(i), mid.points[i][1] + s * n[1] * off(i)]
    };
    let last = mid.points.len() - 1;
    let back_ids: Vec<usize> = (k0 + 4..=last).rev().collect();
    let out: Vec<P2> = (0..=last).map(|i| shifted(i, side)).collect();
    let back: Vec<P2> = back_ids.iter().map(|&i| shifted(i, -side)).collect();
    let n = left_of(t[last]);
    let tip = tip_arc(out[last], back[0], mid.points[last], t[last], [n[0] * side, n[1] * side], tuck);

    let mut l = Laid { points: out, along: mid.along.clone(), base: mid.base.clone(), z: mid.z.clone(), back: None };
    let tip_from = l.points.len();
    l.extend(tip.iter().map(|&p| (p, tuck.tip as f64, mid.base[last], mid.z[last])));
    let from = l.points.len();
    l.extend(back.iter().zip(&back_ids).map(|(&p, &i)| (p, mid.along[i], mid.base[i], mid.z[i])));
    let to = l.points.len();
    l.back = Some(BackLeg { tip_from: tip_from - 1, from, to, bight: true });
    add_tail(&mut l, rope, tuck, mid.base[k0], levels);
    (l, to)
}

impl Laid {
    fn extend(&mut self, samples: impl Iterator<Item = (P2, f64, f64, f64)>) {
        for (p, a, b, z) in samples {
            self.points.push(p);
            self.along.push(a);
            self.base.push(b);
            self.z.push(z);
        }
    }
}

/// Samples of the round end of a bight, or of an eye.
fn tip_arc(out: P2, back: P2, end: P2, t: P2, n: P2, tuck: Tuck) -> Vec<P2> {
    let w = tuck.half_width;
    let at = |across: f64, along: f64| [end[0] + n[0] * across + t[0] * along, end[1] + n[1] * across + t[1] * along];
    let shape: Vec<P2> = match tuck.eye {
        Some((q, l)) => {
            let half = [(w, 0.1), (w * 0.4 + q * 0.6, l * 0.2), (q, l * 0.5), (q * 0.6, l * 0.88)];
            let there = half.iter().map(|&(a, b)| at(a, b));
            there.chain([at(0.0, l)]).chain(half.iter().rev().map(|&(a, b)| at(-a, b))).collect()
        }
        None => {
            let q = w * 1.06;
            let (side, top) = (0.5 + w * 0.9, 0.5 + w * 1.25);
            vec![at(q, 0.5), at(q * 0.75, side), at(0.0, top), at(-q * 0.75, side), at(-q, 0.5)]
        }
    };
    let mut through = vec![out];
    through.extend(shape);
    through.push(back);
    let samples = catmull_rom(&through, SPACING).points;
    samples[1..samples.len() - 1].to_vec()
}

fn add_tail(l: &mut Laid, rope: &RopeText, tuck: Tuck, base_at_start: f64, levels: &Levels) {
    let n = l.points.len();
    let tail = &rope.waypoints[tuck.tip + 1..];
    let mut through = vec![l.points[n - 8], l.points[n - 1]];
    through.extend(tail.iter().map(|w| w.at));
    let samples = catmull_rom(&through, SPACING);
    let level = level_curve(&tail.iter().map(|w| w.level).collect::<Vec<_>>(), levels);
    let first = samples.along.partition_point(|&a| a < 1.0) + 1;
    let taken = (first..samples.points.len()).map(|i| {
        let a = samples.along[i];
        let base =
            if a < 2.0 { base_at_start + (level.at(0.0) - base_at_start) * (a - 1.0) } else { level.at(a - 2.0) };
        (samples.points[i], tuck.tip as f64 + a - 1.0, base, 0.0)
    });
    l.extend(taken.collect::<Vec<_>>().into_iter());
}

/// Two strands beside the spine, joined by an eye at its end; both keep the spine's heights.
pub(super) fn follow_back(spine: Strand, d: Double) -> Strand {
    let flat = spine.flat();
    let t = tangents(&flat);
    let beside = |i: usize, s: f64| {
        let n = left_of(t[i]);
        [flat[i][0] + s * n[0] * d.half_width, flat[i][1] + s * n[1] * d.half_width, spine.points[i][2]]
    };
    let last = flat.len() - 1;
    let mut points: Vec<P3> = (0..=last).map(|i| beside(i, 1.0)).collect();
    let mut along = spine.along.clone();
    let back: Vec<usize> = trimmed(&flat, d.tail);
    let eye = eye_points(flat[last], t[last], d);
    let mut through: Vec<P2> = vec![[points[last][0], points[last][1]]];
    through.extend(eye);
    let ret = beside(last, -1.0);
    through.push([ret[0], ret[1]]);
    let tip_from = points.len() - 1;
    let samples = catmull_rom(&through, SPACING).points;
    for p in &samples[1..samples.len() - 1] {
        points.push([p[0], p[1], spine.points[last][2]]);
        along.push(last_waypoint(&spine));
    }
    let from = points.len();
    for &i in back.iter().rev() {
        points.push(beside(i, -1.0));
        along.push(spine.along[i]);
    }
    let leg = BackLeg { tip_from, from, to: points.len(), bight: false };
    Strand { name: spine.name, points, along, back: Some(leg), crown: None }
}

fn last_waypoint(s: &Strand) -> f64 {
    s.along.last().copied().unwrap_or(0.0)
}

/// Indices of the spine the second strand follows, less its shorter tail.
fn trimmed(flat: &[P2], tail: f64) -> Vec<usize> {
    let run = lengths(flat.iter().copied());
    (0..flat.len()).filter(|&i| run[i] >= tail).collect()
}

fn eye_points(end: P2, t: P2, d: Double) -> Vec<P2> {
    let n = left_of(t);
    let (l, w) = (d.loop_length, d.wide);
    let neck = (w * 0.45).max(d.half_width * 1.1);
    let shape = [(neck, 0.2), (w * 0.85, 0.45), (w, 0.8), (w * 0.5, 1.05), (0.0, 1.12)];
    let mirrored = shape[..4].iter().rev().map(|&(a, b)| (-a, b));
    let all = shape.iter().copied().chain(mirrored);
    all.map(|(a, b)| [end[0] + n[0] * a + t[0] * l * b, end[1] + n[1] * a + t[1] * l * b]).collect()
}

//! From the text of a path to centrelines in space.
//!
//! 1. Each rope's waypoints become a smooth curve.
//! 2. Its meetings with rope laid before are found and matched with the letters.
//! 3. Heights are solved so that every over lies over.
//! 4. A bight tuck grows its two legs, which take over and under from their middle line.
//! 5. A doubled rope is followed back.

use super::meeting::{Meeting, Place, meetings};
use super::notation::{Axis, Double, Letter, Level, PathText, Pole, RopeText, Tuck};
use super::spline::{Monotone, P2, P3, SPACING, Samples, catmull_rom, interpolate, left_of, lengths, tangents};

/// A knot's ropes in space, with the poles they go round.
#[derive(Debug, Clone)]
pub struct KnotPath {
    /// Ropes in the order of the text.
    pub strands: Vec<Strand>,
    /// Poles as laid out.
    pub poles: Vec<Pole>,
    /// All crossings of rope with rope.
    pub crossings: Vec<Crossing>,
}

/// One rope's centreline.
#[derive(Debug, Clone)]
pub struct Strand {
    /// Its name in the notation.
    pub name: String,
    /// Points about a quarter of a diameter apart, standing end first.
    pub points: Vec<P3>,
    /// The waypoint each point stands at, fractional between two.
    pub along: Vec<f64>,
    /// Where the rope runs back beside itself: the return leg of a tuck or of a doubled rope.
    pub back: Option<BackLeg>,
}

/// Index ranges of a leg that runs back beside the way it came.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct BackLeg {
    /// First point of the round tip (or eye).
    pub tip_from: usize,
    /// First point of the return leg.
    pub from: usize,
    /// One past the return leg's last point; what follows is the tail.
    pub to: usize,
    /// Pushed through as a bight, not followed with the end.
    pub bight: bool,
}

/// Two strands crossing, the upper one first.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Crossing {
    /// Where on the upper strand.
    pub over: Place,
    /// Where on the lower strand.
    pub under: Place,
}

/// The text reads, but what it draws is not what it says.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum PathError {
    /// The letters do not match the meetings.
    #[error("rope {rope}: {letters} letters but {meetings} meetings; write one o or u for each: {places}")]
    Letters {
        /// The rope.
        rope: String,
        /// Letters written.
        letters: usize,
        /// Meetings drawn.
        meetings: usize,
        /// Where the meetings are.
        places: String,
    },
    /// A letter stands far from the meeting it belongs to.
    #[error("rope {rope}: letter {number} stands behind waypoint {written} but its meeting is behind waypoint {drawn}")]
    LetterPlace {
        /// The rope.
        rope: String,
        /// Which letter, from 1.
        number: usize,
        /// Where it is written.
        written: usize,
        /// Where the strands meet.
        drawn: usize,
    },
    /// `count` disagrees with the drawing.
    #[error("the drawing has {drawn} crossings but `count` says {written}")]
    Count {
        /// Crossings drawn.
        drawn: usize,
        /// Crossings claimed.
        written: usize,
    },
    /// Two strands meet while one of them changes level.
    #[error("rope {rope}: a meeting in the middle of a level change near {x:.1},{y:.1}; move it off the edge")]
    LevelChange {
        /// The rope.
        rope: String,
        /// Where.
        x: f64,
        /// Where.
        y: f64,
    },
}

/// Half the height difference between an over and an under, in rope diameters.
const LIFT: f64 = 0.6;
/// A level difference from which the level decides and no letter is written.
const WHOLE_LAYER: f64 = 1.7;
/// Room between a pole's surface and the middle of rope lying on it.
const ON_SURFACE: f64 = 0.7;

impl KnotPath {
    /// Builds the path a text describes.
    ///
    /// # Errors
    /// [`PathError`] when letters, levels or the crossing count disagree with what is drawn.
    pub fn build(text: &PathText) -> Result<Self, PathError> {
        let levels = Levels::of(&text.poles);
        let mut laid: Vec<Laid> = text.ropes.iter().map(|r| Laid::new(r, &levels)).collect();
        let events = letter_events(&text.ropes, &laid)?;
        solve_heights(&mut laid, &events);
        if text.ropes.iter().any(|r| r.tuck.is_some()) {
            laid = grow_tucks(&text.ropes, laid, &levels)?;
        }
        let strands: Vec<Strand> = text.ropes.iter().zip(laid).map(|(r, l)| l.into_strand(r)).collect();
        let path = Self { crossings: crossings(&strands), strands, poles: text.poles.clone() };
        match text.count {
            Some(written) if written != path.crossings.len() => {
                Err(PathError::Count { drawn: path.crossings.len(), written })
            }
            _ => Ok(path),
        }
    }
}

impl Strand {
    /// Index of the point at waypoint `w`; `back` asks for the return leg.
    pub fn index_at(&self, w: f64, back: bool) -> usize {
        let nearest = |range: std::ops::Range<usize>| {
            range.min_by(|&a, &b| (self.along[a] - w).abs().total_cmp(&(self.along[b] - w).abs())).unwrap_or(0)
        };
        match self.back {
            Some(leg) if back => nearest(leg.from..leg.to),
            Some(leg) if w <= self.along[leg.tip_from] + 1e-9 => nearest(0..leg.tip_from + 1),
            Some(leg) => nearest(leg.to.min(self.points.len() - 1)..self.points.len()),
            None => nearest(0..self.points.len()),
        }
    }

    /// The points seen in the drawing plane.
    pub fn flat(&self) -> Vec<P2> {
        self.points.iter().map(|p| [p[0], p[1]]).collect()
    }
}

/// All crossings among finished strands.
pub fn crossings(strands: &[Strand]) -> Vec<Crossing> {
    let flat: Vec<Vec<P2>> = strands.iter().map(Strand::flat).collect();
    let refs: Vec<&[P2]> = flat.iter().map(Vec::as_slice).collect();
    let height = |p: Place| {
        let z = |i: usize| strands[p.rope].points[i.min(strands[p.rope].points.len() - 1)][2];
        let i = p.index.floor() as usize;
        z(i) + (p.index - i as f64) * (z(i + 1) - z(i))
    };
    let upper_first = |m: Meeting| {
        if height(m.late) > height(m.early) {
            Crossing { over: m.late, under: m.early }
        } else {
            Crossing { over: m.early, under: m.late }
        }
    };
    meetings(&refs).into_iter().map(upper_first).collect()
}

/// Heights of the four levels.
struct Levels {
    front: f64,
    behind: f64,
}

impl Levels {
    fn of(poles: &[Pole]) -> Self {
        let reach = poles.iter().filter(|p| p.axis != Axis::Z).map(|p| p.radius).fold(0.0, f64::max);
        Self { front: reach + ON_SURFACE, behind: -reach - ON_SURFACE }
    }
    fn height(&self, level: Level) -> f64 {
        match level {
            Level::Front => self.front,
            Level::Behind => self.behind,
            Level::Middle | Level::Plane => 0.0,
        }
    }
}

/// A rope on its way from waypoints to a strand.
struct Laid {
    points: Vec<P2>,
    along: Vec<f64>,
    base: Vec<f64>,
    z: Vec<f64>,
    back: Option<BackLeg>,
}

impl Laid {
    /// The middle line, up to the tip of a tuck where there is one.
    fn new(rope: &RopeText, levels: &Levels) -> Self {
        let n = rope.tuck.map_or(rope.waypoints.len(), |t| t.tip + 1);
        let wp: Vec<P2> = rope.waypoints[..n].iter().map(|w| w.at).collect();
        let Samples { points, along } = catmull_rom(&wp, SPACING);
        let base = level_curve(&rope.waypoints[..n].iter().map(|w| w.level).collect::<Vec<_>>(), levels);
        let base = along.iter().map(|&a| base.at(a)).collect();
        Self { z: vec![0.0; points.len()], points, along, base, back: None }
    }

    fn at(&self, place: Place) -> P2 {
        let x: Vec<f64> = self.points.iter().map(|p| p[0]).collect();
        let y: Vec<f64> = self.points.iter().map(|p| p[1]).collect();
        [interpolate(&x, place.index), interpolate(&y, place.index)]
    }

    fn into_strand(self, rope: &RopeText) -> Strand {
        let points = self.points.iter().zip(&self.z).map(|(p, &z)| [p[0], p[1], z]).collect();
        let strand = Strand { name: rope.name.clone(), points, along: self.along, back: self.back };
        match rope.double {
            Some(d) => follow_back(strand, d),
            None => strand,
        }
    }
}

fn level_curve(levels: &[Level], heights: &Levels) -> Monotone {
    let z = levels.iter().map(|&l| heights.height(l)).collect();
    Monotone::through((0..levels.len()).map(|i| i as f64).collect(), z)
}

/// A meeting with the answer which strand is above.
struct Event {
    meeting: Meeting,
    late_over: bool,
}

fn find(laid: &[Laid]) -> Vec<Meeting> {
    let refs: Vec<&[P2]> = laid.iter().map(|l| l.points.as_slice()).collect();
    meetings(&refs)
}

/// Difference of level, later strand less earlier.
fn level_step(laid: &[Laid], m: &Meeting) -> f64 {
    interpolate(&laid[m.late.rope].base, m.late.index) - interpolate(&laid[m.early.rope].base, m.early.index)
}

/// Matches letters with meetings; meetings a whole layer apart need none.
fn letter_events(ropes: &[RopeText], laid: &[Laid]) -> Result<Vec<Event>, PathError> {
    let mut asked: Vec<Vec<Meeting>> = vec![Vec::new(); ropes.len()];
    for m in find(laid) {
        let step = level_step(laid, &m).abs();
        if step > WHOLE_LAYER {
            continue;
        }
        if step > 0.9 {
            let [x, y] = laid[m.late.rope].at(m.late);
            return Err(PathError::LevelChange { rope: ropes[m.late.rope].name.clone(), x, y });
        }
        asked[m.late.rope].push(m);
    }
    let mut events = Vec::new();
    for (k, rope) in ropes.iter().enumerate() {
        let tip = rope.tuck.map_or(usize::MAX, |t| t.tip);
        let letters: Vec<Letter> = rope.letters.iter().copied().filter(|l| l.after < tip).collect();
        check_letters(rope, &laid[k], &letters, &asked[k])?;
        let pairs = asked[k].iter().zip(&letters);
        events.extend(pairs.map(|(&meeting, l)| Event { meeting, late_over: l.over }));
    }
    Ok(events)
}

fn check_letters(rope: &RopeText, laid: &Laid, letters: &[Letter], asked: &[Meeting]) -> Result<(), PathError> {
    if letters.len() != asked.len() {
        let places = asked.iter().map(|m| {
            let [x, y] = laid.at(m.late);
            format!("{x:.1},{y:.1} behind waypoint {}", laid.along[m.late.index as usize].floor())
        });
        return Err(PathError::Letters {
            rope: rope.name.clone(),
            letters: letters.len(),
            meetings: asked.len(),
            places: places.collect::<Vec<_>>().join("; "),
        });
    }
    for (i, (l, m)) in letters.iter().zip(asked).enumerate() {
        let drawn = laid.along[m.late.index as usize].floor() as usize;
        if l.after.abs_diff(drawn) > 1 {
            return Err(PathError::LetterPlace { rope: rope.name.clone(), number: i + 1, written: l.after, drawn });
        }
    }
    Ok(())
}

/// Heights along every rope: [`LIFT`] up where it goes over, down where it goes under, level between.
fn solve_heights(laid: &mut [Laid], events: &[Event]) {
    for (k, l) in laid.iter_mut().enumerate() {
        let run = lengths(l.points.iter().copied());
        let mut marks: Vec<(f64, f64)> = Vec::new();
        for e in events {
            let lift = if e.late_over { LIFT } else { -LIFT };
            if e.meeting.late.rope == k {
                marks.push((interpolate(&run, e.meeting.late.index), lift));
            }
            if e.meeting.early.rope == k {
                marks.push((interpolate(&run, e.meeting.early.index), -lift));
            }
        }
        marks.sort_by(|a, b| a.0.total_cmp(&b.0));
        let curve = height_curve(&marks, run.last().copied().unwrap_or(0.0));
        l.z = run.iter().zip(&l.base).map(|(&s, b)| b + curve.at(s)).collect();
    }
}

fn height_curve(marks: &[(f64, f64)], end: f64) -> Monotone {
    let (mut x, mut y) = (vec![-5.0], vec![0.0]);
    for &(s, h) in marks {
        let last = *x.last().unwrap_or(&0.0);
        if s - last > 5.2 {
            x.extend([last + 2.5, s - 2.5]);
            y.extend([0.0, 0.0]);
        }
        let last = *x.last().unwrap_or(&0.0);
        x.push(s.max(last + 1e-3));
        y.push(h);
    }
    x.push(end.max(*x.last().unwrap_or(&0.0)) + 2.5);
    y.push(0.0);
    Monotone::through(x, y)
}

/// Second pass: every tuck becomes two legs and a round tip, then the tail runs on.
fn grow_tucks(ropes: &[RopeText], laid: Vec<Laid>, levels: &Levels) -> Result<Vec<Laid>, PathError> {
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
    let events = tuck_events(ropes, &grown, &tail_from)?;
    solve_heights(&mut grown, &events);
    Ok(grown)
}

/// The legs keep their middle line's over and under; the tail has letters of its own.
fn tuck_events(ropes: &[RopeText], grown: &[Laid], tail_from: &[usize]) -> Result<Vec<Event>, PathError> {
    let all: Vec<Meeting> = find(grown).into_iter().filter(|m| level_step(grown, m).abs() <= WHOLE_LAYER).collect();
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
fn follow_back(spine: Strand, d: Double) -> Strand {
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
    Strand { name: spine.name, points, along, back: Some(leg) }
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

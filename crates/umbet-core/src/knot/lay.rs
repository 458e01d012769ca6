//! Rope on its way from waypoints to centrelines: the curve, its level, its letters matched with its meetings, its heights.

use super::meeting::{Meeting, Place, meetings_up_to};
use super::notation::{Axis, Letter, Level, PathText, RopeText};
use super::spline::{Monotone, P2, P3, SPACING, Samples, catmull_rom, interpolate, lengths};

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
    /// The point at the crown of a fixed loop.
    pub crown: Option<usize>,
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
    /// More rope than is worked out.
    #[error("too long a path: {LONGEST_D} diameters at most, this has {0:.0}")]
    TooLong(f64),
    /// More crossings than are worked out.
    #[error("too tangled a path: {MOST_CROSSINGS} crossings at most")]
    TooTangled,
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

/// Longest path worked out, in rope diameters; the longest knot of the catalogue takes 400.
pub const LONGEST_D: f64 = 4000.0;
/// Most crossings of rope with rope worked out; no knot of the catalogue has 25.
pub const MOST_CROSSINGS: usize = 120;

/// Half the height difference between an over and an under, in rope diameters.
const LIFT: f64 = 0.6;
/// A level difference from which the level decides and no letter is written.
pub(super) const WHOLE_LAYER: f64 = 1.7;
/// Room between a pole's surface and the middle of rope lying on it.
const ON_SURFACE: f64 = 0.7;

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

/// Heights of the four levels.
pub(super) struct Levels {
    front: f64,
    behind: f64,
}

impl Levels {
    pub(super) fn of(text: &PathText) -> Self {
        let side_on = text.poles.iter().filter(|p| p.axis != Axis::Z).map(|p| p.radius);
        let reach = side_on.chain(text.pieces.iter().map(|p| p.radius)).fold(0.0, f64::max);
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
pub(super) struct Laid {
    pub(super) points: Vec<P2>,
    pub(super) along: Vec<f64>,
    pub(super) base: Vec<f64>,
    pub(super) z: Vec<f64>,
    pub(super) back: Option<BackLeg>,
}

impl Laid {
    /// The middle line, up to the tip of a tuck where there is one.
    pub(super) fn new(rope: &RopeText, levels: &Levels) -> Self {
        let n = rope.tuck.map_or(rope.waypoints.len(), |t| t.tip + 1);
        let wp: Vec<P2> = rope.waypoints[..n].iter().map(|w| w.at).collect();
        let Samples { points, along } = catmull_rom(&wp, SPACING);
        let base = level_curve(&rope.waypoints[..n].iter().map(|w| w.level).collect::<Vec<_>>(), levels);
        let base = along.iter().map(|&a| base.at(a)).collect();
        Self { z: vec![0.0; points.len()], points, along, base, back: None }
    }

    pub(super) fn at(&self, place: Place) -> P2 {
        let x: Vec<f64> = self.points.iter().map(|p| p[0]).collect();
        let y: Vec<f64> = self.points.iter().map(|p| p[1]).collect();
        [interpolate(&x, place.index), interpolate(&y, place.index)]
    }
}

pub(super) fn level_curve(levels: &[Level], heights: &Levels) -> Monotone {
    let z = levels.iter().map(|&l| heights.height(l)).collect();
    Monotone::through((0..levels.len()).map(|i| i as f64).collect(), z)
}

/// A meeting with the answer which strand is above.
pub(super) struct Event {
    pub(super) meeting: Meeting,
    pub(super) late_over: bool,
}

pub(super) fn find(laid: &[Laid]) -> Result<Vec<Meeting>, PathError> {
    let lines: Vec<&[P2]> = laid.iter().map(|l| l.points.as_slice()).collect();
    find_among(&lines)
}

/// Meetings among lines of the drawing, within what is worked out.
pub(super) fn find_among(lines: &[&[P2]]) -> Result<Vec<Meeting>, PathError> {
    meetings_up_to(lines, MOST_CROSSINGS).ok_or(PathError::TooTangled)
}

/// Difference of level, later strand less earlier.
pub(super) fn level_step(laid: &[Laid], m: &Meeting) -> f64 {
    interpolate(&laid[m.late.rope].base, m.late.index) - interpolate(&laid[m.early.rope].base, m.early.index)
}

/// Matches letters with meetings; meetings a whole layer apart need none.
pub(super) fn letter_events(ropes: &[RopeText], laid: &[Laid]) -> Result<Vec<Event>, PathError> {
    let mut asked: Vec<Vec<Meeting>> = vec![Vec::new(); ropes.len()];
    for m in find(laid)? {
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

/// Where each letter stands, rope by rope.
pub(super) fn letter_places(laid: &[Laid], events: &[Event]) -> Vec<Vec<P2>> {
    let mut places = vec![Vec::new(); laid.len()];
    for Event { meeting: Meeting { late, .. }, .. } in events {
        places[late.rope].push(laid[late.rope].at(*late));
    }
    places
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
pub(super) fn solve_heights(laid: &mut [Laid], events: &[Event]) {
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

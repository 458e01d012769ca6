//! Cord worked along its length, the same again and again: laid open as it is begun, drawn up by computation, and measured.
//!
//! A bar is half knots or half hitches about a core of two strands. The core is held straight; what works about it is drawn up by
//! its ends, so that neighbours draw each other together. What one cell is long, and how much cord goes into it, is read off the
//! middle of the finished stretch, between cells that have neighbours on both sides. See docs/methods/projects.md.

use crate::dress::{Line, Rest, Ropes, Round, Schedule, mark, tighten};
use crate::knot::spline::P3;
use glam::DVec3;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use std::sync::LazyLock;

words!(
    /// What the cord does, again and again.
    Working {
        /// Half knots to either side by turns, about a core of two strands.
        HalfKnotsByTurns => "half knots to either side by turns",
        /// Half knots all one way, about a core of two strands.
        HalfKnotsOneWay => "half knots all one way",
        /// Half hitches of one cord, all one way, about a core of two strands.
        HalfHitches => "half hitches, all one way",
        /// Bights from either side by turns, each through the one before, before and behind a core of two strands.
        SlipLoops => "slipped loops from either side by turns, about a core",
        /// The same without a core: a chain of two cords, drawn from either end by turns.
        LoopsByTurns => "loops from either cord by turns",
    }
);

/// Cells of the stretch that is drawn up: enough for four that have neighbours on both sides.
const CELLS: usize = 6;
/// Loops of the stretch, where they come from either side by turns.
const LOOPS: usize = 10;
/// Strands of the core, where there is one.
const CORE: usize = 2;
/// Cells left out at either end of what is measured.
const ENDS: usize = 1;
/// Distance of two cells as they are laid open, in diameters.
const OPEN: f64 = 3.0;
/// Steps of drawing up: longer than a knot, each cell waits for its neighbour.
const MOST: usize = 1500;
/// The same where loops hold loops: until they lie close and even, as a hand leaves them. Drawn to the end, without friction, one
/// loop eats the next.
const UNTIL_CLOSE: usize = 40;
/// Changes with the method, so that what an older one made is made again.
const METHOD: &str = "1";

/// A stretch of worked cord, drawn up.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Worked {
    /// Mark of what it was drawn up from.
    pub of: String,
    /// How it went.
    pub rest: Rest,
    /// Length of one cell along the finished piece, in diameters.
    pub cell_d: f64,
    /// Cord that goes into one cell, strand by strand that works, in diameters.
    pub cord_d: Vec<f64>,
    /// Strands, the two of the core first: runs of points in diameters.
    pub strands: Vec<Vec<P3>>,
}

include!(concat!(env!("OUT_DIR"), "/worked_files.rs"));

/// The stretch that was drawn up ahead; nothing where none is written.
pub fn worked(working: Working) -> Option<&'static Worked> {
    static ALL: LazyLock<BTreeMap<&'static str, Worked>> = LazyLock::new(|| {
        let read = |(id, text): &(&'static str, &str)| Some((*id, serde_json::from_str(text).ok()?));
        WORKED_FILES.iter().filter_map(read).collect()
    });
    ALL.get(working.id().as_str())
}

/// Workings whose stretch is not the one that is drawn up now.
pub fn stale() -> Vec<String> {
    let fresh = |w: &Working| worked(*w).is_some_and(|form| form.of == w.mark());
    Working::ALL.iter().filter(|w| !fresh(w)).map(|w| w.id()).collect()
}

impl Worked {
    /// Cord for one length of the finished piece, the core left out.
    pub fn times(&self) -> f64 {
        self.cord_d.iter().sum::<f64>() / self.cell_d
    }
}

impl Worked {
    /// How wide the bar is, in diameters: from edge to edge where its ends do not stand out.
    pub fn wide_d(&self) -> f64 {
        let working = &self.strands[self.strands.len() - self.cord_d.len()..];
        let y = |p: &P3| p[1];
        let all = working.iter().flatten().map(y);
        let (low, high) = all.fold((f64::MAX, f64::MIN), |(l, h), y| (l.min(y), h.max(y)));
        let (low, high) = (low + (high - low) * 0.3, high - (high - low) * 0.3);
        let inner = working.iter().flatten().filter(|p| (low..high).contains(&p[1])).map(|p| p[0]);
        let (left, right) = inner.fold((f64::MAX, f64::MIN), |(l, r), x| (l.min(x), r.max(x)));
        right - left + 1.0
    }
}

fn v(x: f64, y: f64, z: f64) -> DVec3 {
    DVec3::new(x, y, z)
}

impl Working {
    /// Mark of what it is drawn up from: stale when the way it is laid open, or the method, is another.
    pub fn mark(self) -> String {
        let (lines, rounds) = self.laid();
        let points: Vec<&Vec<DVec3>> = lines.iter().map(|l| &l.points).collect();
        let about: Vec<(DVec3, f64)> = rounds.iter().map(|r| (r.at, r.radius)).collect();
        mark(&format!("{METHOD} {} {points:?} {about:?}", self.steps()))
    }

    /// Drawn up and measured. This takes seconds.
    pub fn worked(self) -> Worked {
        let (lines, rounds) = self.laid();
        let marks = self.marks(&lines[0]);
        let mut ropes = Ropes::new(lines, rounds, Schedule::default().spacing);
        let rest =
            tighten(&mut ropes, &Schedule { gripped: false, most: self.steps(), ..Schedule::default() }, &mut |_| true);
        let cells: Vec<[f64; 2]> = marks.iter().map(|m| self.cell(&ropes, m)).collect();
        let strand = |from: usize, to: usize| ropes.x[from..to].to_vec();
        let chain = ropes.chains[0].nodes();
        let worked = match self.middle(&ropes.lines[0]) {
            Some(place) => {
                let middle = ropes.place.partition_point(|p| *p < place);
                let mut first = strand(chain.start, middle + 1);
                first.reverse();
                vec![first, strand(middle, chain.end)]
            }
            None => vec![strand(chain.start, chain.end)],
        };
        let core = if self.core() == 0 { Vec::new() } else { Self::core_lines(&worked) };
        let kept = |s: &Vec<DVec3>| s.iter().map(|p| p.to_array().map(hundredths)).collect();
        Worked {
            of: self.mark(),
            rest,
            cell_d: hundredths(cells.iter().map(|c| c[0]).sum::<f64>() / cells.len() as f64),
            cord_d: cells.iter().map(|c| hundredths(c[1])).collect(),
            strands: core.iter().chain(&worked).map(kept).collect(),
        }
    }

    /// Strands of its core.
    pub const fn core(self) -> usize {
        match self {
            Self::LoopsByTurns => 0,
            _ => CORE,
        }
    }

    /// Steps it is drawn up.
    fn steps(self) -> usize {
        if self.turns() == 1 { MOST } else { UNTIL_CLOSE }
    }

    /// Cells from one mark of a strand to its next: two where the strands take turns.
    fn turns(self) -> usize {
        if matches!(self, Self::SlipLoops | Self::LoopsByTurns) { 2 } else { 1 }
    }

    /// The place at which one cord, laid behind the core by its middle, becomes two strands.
    fn middle(self, line: &Line) -> Option<f64> {
        let by_middle = self != Self::HalfHitches;
        line.points.iter().position(|p| by_middle && p.x == 0.0 && p.y >= OPEN).map(|i| i as f64)
    }

    /// Where each strand does the same again, cell after cell, by place: as it is laid open it crosses its middle there.
    fn marks(self, line: &Line) -> Vec<Vec<f64>> {
        let p = &line.points;
        let meets = |i: &usize| match self {
            Self::HalfHitches => p[*i].x == 0.0 && p[*i].z > 0.0,
            _ => p[*i].x == 0.0 && p[*i].y < OPEN,
        };
        let all: Vec<f64> = (0..p.len() - 1).filter(meets).map(|i| i as f64).collect();
        let Some(middle) = self.middle(line) else { return vec![all] };
        let (mut first, second): (Vec<f64>, Vec<f64>) = all.into_iter().partition(|m| *m < middle);
        first.reverse();
        // A loop crosses the middle twice: there and back.
        let once = |all: Vec<f64>| all.into_iter().step_by(self.turns()).collect();
        vec![once(first), once(second)]
    }

    /// What one cell is long, and what of a strand goes into it, between cells with neighbours on both sides.
    fn cell(self, ropes: &Ropes, marks: &[f64]) -> [f64; 2] {
        let inner = &marks[ENDS..marks.len() - ENDS];
        let at = |place: f64| ropes.place.partition_point(|p| *p < place).min(ropes.x.len() - 1);
        let (first, last) = (at(inner[0]), at(inner[inner.len() - 1]));
        let cells = ((inner.len() - 1) * self.turns()) as f64;
        let run: f64 = ropes.x[first.min(last)..=first.max(last)].windows(2).map(|w| w[0].distance(w[1])).sum();
        let far = ropes.x[last] - ropes.x[first];
        [far.y.abs() / cells, run / cells]
    }

    /// The core beside what works about it.
    fn core_lines(halves: &[Vec<DVec3>]) -> Vec<Vec<DVec3>> {
        let (low, high) = halves.iter().flatten().fold((f64::MAX, f64::MIN), |(l, h), p| (l.min(p.y), h.max(p.y)));
        let strand = |x: f64| {
            let steps = ((high - low + 6.0) / 0.25) as usize;
            (0..=steps).map(|i| v(x, high + 3.0 - 0.25 * i as f64, 0.0)).collect()
        };
        vec![strand(-0.5), strand(0.5)]
    }

    /// Laid open, as it is begun, with what is held.
    fn laid(self) -> (Vec<Line>, Vec<Round>) {
        match self {
            Self::HalfKnotsByTurns => half_knots(true),
            Self::HalfKnotsOneWay => half_knots(false),
            Self::HalfHitches => half_hitches(),
            Self::SlipLoops => loops(core()),
            Self::LoopsByTurns => loops(Vec::new()),
        }
    }
}

fn hundredths(x: f64) -> f64 {
    (x * 100.0).round() / 100.0
}

/// The two strands of the core, held straight.
fn core() -> Vec<Round> {
    let strand = |x: f64| Round { at: v(x, 0.0, 0.0), axis: DVec3::Y, radius: 0.5, object: true, goes_to: None };
    vec![strand(-0.5), strand(0.5)]
}

fn line(points: Vec<DVec3>, pull: [DVec3; 2]) -> Line {
    let place = (0..points.len()).map(|i| i as f64).collect();
    Line { points, place, pull, ..Line::default() }
}

/// The strand that lies over the core in the half knot at this height; `s` is the side it comes from.
fn over(s: f64, y: f64) -> [DVec3; 7] {
    [
        v(s * 2.6, y + 1.2, 0.0),
        v(s * 2.5, y + 0.5, 0.0),
        v(s * 1.7, y, 0.6),
        v(0.0, y, 1.15),
        v(-s * 1.4, y, 0.6),
        v(-s * 2.1, y - 0.1, -0.4),
        v(-s * 2.6, y - 1.0, -0.2),
    ]
}

/// From the core's back up through the loop beside it at side `s`, over what makes the loop, and out.
fn up_through(s: f64, y: f64) -> [DVec3; 6] {
    [
        v(0.0, y, -1.15),
        v(s, y + 0.3, -0.8),
        v(s * 1.6, y + 0.7, 0.0),
        v(s * 2.0, y + 0.5, 0.8),
        v(s * 2.5, y - 0.1, 0.9),
        v(s * 2.7, y - 0.8, 0.2),
    ]
}

/// The other strand: over the first, behind the core, and up through its loop at side `s`.
fn behind(s: f64, y: f64) -> Vec<DVec3> {
    let mut all = vec![
        v(-s * 2.6, y + 1.2, 0.0),
        v(-s * 2.3, y + 0.4, 0.8),
        v(-s * 2.0, y - 0.3, 0.8),
        v(-s * 1.7, y - 0.7, 0.0),
        v(-s, y - 0.3, -0.8),
    ];
    all.extend(up_through(s, y));
    all
}

fn half_knots(by_turns: bool) -> (Vec<Line>, Vec<Round>) {
    let begin = |s: f64| vec![v(s * 1.5, OPEN, -0.9), v(s * 2.4, OPEN - 0.4, -0.2)];
    let mut strands = [begin(-1.0), begin(1.0)];
    // The side the first strand is on.
    let mut side = -1.0;
    for n in 0..CELLS {
        let y = -(n as f64) * OPEN;
        let s = if by_turns && n % 2 == 1 { 1.0 } else { -1.0 };
        let first_is_over = side * s > 0.0;
        strands[usize::from(!first_is_over)].extend(over(s, y));
        strands[usize::from(first_is_over)].extend(behind(s, y));
        side = -side;
    }
    let [mut first, second] = strands;
    let end = -(CELLS as f64) * OPEN;
    let out = |s: f64| v(s * 8.0, end, 0.0);
    first.push(out(side));
    let mut rope: Vec<DVec3> = first.into_iter().rev().collect();
    rope.push(v(0.0, OPEN, -1.15));
    rope.extend(second);
    rope.push(out(-side));
    (vec![line(rope, [v(side, 0.0, 0.0), v(-side, 0.0, 0.0)])], core())
}

fn half_hitches() -> (Vec<Line>, Vec<Round>) {
    let mut rope = vec![v(-8.0, OPEN, 0.0)];
    for n in 0..CELLS {
        let y = -(n as f64) * OPEN;
        rope.extend(&over(-1.0, y)[..4]);
        rope.extend([v(1.7, y - 0.1, 0.3), v(1.9, y - 0.3, -0.3), v(1.0, y - 0.1, -0.9)]);
        rope.extend(up_through(-1.0, y));
    }
    rope.push(v(-8.0, -(CELLS as f64) * OPEN, 0.0));
    (vec![line(rope, [-DVec3::X, -DVec3::X])], core())
}

/// A bight from side `s`, at height `y`: in through the bight before it, from the side `-f` of the bar to the side `f`, across the
/// bar, and back the same way below.
fn bight(s: f64, f: f64, y: f64) -> Vec<DVec3> {
    // The bight before it lies so much higher.
    let before = y + OPEN;
    let leg = |up: f64| {
        vec![
            v(s * 4.5, before + 0.45 * up, -f * 1.6),
            v(s * 3.2, before + 0.45 * up, -f * 1.6),
            v(s * 2.4, before + 0.4 * up, -f * 0.3),
            v(s * 1.8, before - 0.15 + 0.4 * up, f),
            v(0.0, y + up, f * 1.3),
            v(-s * 2.0, y + 1.3 * up, f * 0.6),
            v(-s * 3.4, y + 0.9 * up, 0.0),
        ]
    };
    let mut all = leg(1.0);
    all.push(v(-s * 3.8, y, 0.0));
    all.extend(leg(-1.0).into_iter().rev());
    all
}

/// Bights from either side by turns, the last held open by a finger.
fn loops(core: Vec<Round>) -> (Vec<Line>, Vec<Round>) {
    let begin = |s: f64| vec![v(s * 2.5, OPEN + 1.6, -0.6)];
    let mut strands = [begin(-1.0), begin(1.0)];
    for n in 0..LOOPS {
        let left = n % 2 == 0;
        let s = if left { -1.0 } else { 1.0 };
        strands[usize::from(!left)].extend(bight(s, -s, -(n as f64) * OPEN));
    }
    let end = |n: usize| 0.2 - (n as f64) * OPEN;
    let [mut first, second] = strands;
    first.push(v(-9.0, end(LOOPS - 3), 1.6));
    let mut rope: Vec<DVec3> = first.into_iter().rev().collect();
    rope.push(v(0.0, OPEN + 2.0, -1.15));
    rope.extend(second);
    rope.push(v(9.0, end(LOOPS - 2), -1.6));
    let last = v(-2.9, -((LOOPS - 1) as f64) * OPEN, 0.0);
    let finger = Round { at: last, axis: DVec3::Z, radius: 0.4, object: false, goes_to: None };
    let rounds = core.into_iter().chain([finger]).collect();
    (vec![line(rope, [-DVec3::X, DVec3::X])], rounds)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_working_is_laid_open_with_room_for_its_rope() {
        for &working in Working::ALL {
            let (lines, rounds) = working.laid();
            assert!(lines[0].points.len() > 6 * CELLS, "{working:?}");
            assert!(rounds.iter().filter(|r| r.object).count() == working.core(), "{working:?}");
        }
        let marks: std::collections::BTreeSet<String> = Working::ALL.iter().map(|w| w.mark()).collect();
        assert_eq!(marks.len(), Working::ALL.len());
    }
}

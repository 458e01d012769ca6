//! Begun with the middle of the cord: both ends work, one as it is written, the other mirrored; a reef knot of both finishes.
//!
//! As one line, from the end of the one to the end of the other, it is a lashing of twice as many turns in one sense round.

use super::corner::{Corner, LIES};
use super::{Laying, Unlaid};
use crate::lashing::hitch::through;
use crate::lashing::notation::{Arm, Group, Pass, Turns};
use crate::lashing::strand::{Strand, Taut};
use glam::DVec3;

/// A reef knot lying before a pole, of the end that comes from the right: across, along the pole, before it. The other end lies
/// as this turned about the pole, before where this is behind.
const REEF: [[f64; 3]; 13] = [
    [5.4, 2.0, -0.5],
    [3.8, 0.85, -0.15],
    [1.7, 0.55, -0.55],
    [0.0, 0.85, 0.55],
    [-1.2, 1.15, -0.3],
    [-1.75, 0.6, -0.55],
    [-1.95, 0.0, -0.6],
    [-1.75, -0.6, -0.55],
    [-1.2, -1.15, -0.3],
    [0.0, -0.85, 0.55],
    [1.7, -0.55, -0.55],
    [3.4, -0.6, -0.1],
    [4.2, -0.75, 0.1],
];
/// From the frapping to the reef knot, and before the pole it lies on, diameters.
const REEF_OFF: f64 = 3.0;
const REEF_BEFORE: f64 = 1.25;

/// Which of the two ends.
#[derive(Clone, Copy, PartialEq, Eq)]
enum End {
    /// As it is written.
    Written,
    /// Mirrored.
    Mirrored,
}

impl Laying<'_> {
    /// All of it: turns with both ends, frapping with both, one within the other; then both are tied.
    pub(super) fn both_ends(&mut self) -> Result<(), Unlaid> {
        let groups = self.script.groups.clone();
        for end in [End::Written, End::Mirrored] {
            for (i, group) in groups.iter().enumerate() {
                match group {
                    Group::Start(_, Some(pole), arms) => self.half_behind(i, *pole, arms, end)?,
                    Group::Wrap(turns) => self.turns_of(i, turns, end)?,
                    _ => {}
                }
            }
            std::mem::swap(&mut self.strand, &mut self.other_end);
        }
        for end in [End::Written, End::Mirrored] {
            for (i, group) in groups.iter().enumerate() {
                match group {
                    Group::Frap(turns) if turns.count == 0 => {}
                    Group::Frap(turns) if end == End::Written => self.frap_crossing(i, turns)?,
                    Group::Frap(turns) => self.frap_crossing(i, &turns.mirrored())?,
                    _ => {}
                }
            }
            std::mem::swap(&mut self.strand, &mut self.other_end);
        }
        for end in [End::Written, End::Mirrored] {
            for (i, group) in groups.iter().enumerate() {
                if let Group::End(_, pole, arm) = group {
                    self.reef(i, *pole, *arm, end);
                }
            }
            std::mem::swap(&mut self.strand, &mut self.other_end);
        }
        self.join();
        Ok(())
    }

    /// One line of both: from the mirrored end to the written one.
    fn join(&mut self) {
        let mut points = std::mem::take(&mut self.other_end.points);
        points.reverse();
        self.middle = Some(points.len());
        points.append(&mut self.strand.points);
        self.strand = Strand { points };
    }

    /// From the middle of the cord, behind the pole, to its side.
    fn half_behind(&mut self, group: usize, name: char, arms: &[Arm], end: End) -> Result<(), Unlaid> {
        let arm = arms.first().ok_or_else(|| Unlaid("the middle lies behind one pole’s arm".into()))?;
        let pole = self.pole(name).clone();
        let side = if end == End::Written { DVec3::X } else { DVec3::NEG_X };
        let lanes = 2 * self.wraps().map(|t| t.count).max().unwrap_or(1);
        let lane = self.half(&pole) + 0.6 + lanes as f64 * super::PITCH;
        let sign = arm.way().dot(pole.along).signum();
        for i in 0..=8 {
            let angle = (LIES * f64::from(i) / 8.0).to_radians();
            let out = DVec3::NEG_Z * angle.cos() + side * angle.sin();
            let at = pole.middle + pole.along * (sign * lane) + out * (pole.radius + 0.5);
            self.strand.lay(at, group, (f64::from(i) / 8.0).max(0.01));
        }
        Ok(())
    }

    /// Turns with one end: each lane beside the last of the other end.
    fn turns_of(&mut self, group: usize, turns: &Turns, end: End) -> Result<(), Unlaid> {
        let turns = if end == End::Written { turns.clone() } else { turns.mirrored() };
        let n = turns.word.len();
        for k in 0..turns.count {
            for (j, pass) in turns.word.iter().enumerate() {
                let (before, after) = (&turns.word[(j + n - 1) % n], &turns.word[(j + 1) % n]);
                let at = Corner {
                    group,
                    turn: k as f64 + (j + 1) as f64 / n as f64,
                    lane: lane(&turns, (k, j), pass, end),
                    first: false,
                };
                self.corner(at, [before, pass, after])?;
            }
        }
        Ok(())
    }

    /// One end of a reef knot that lies before a pole.
    fn reef(&mut self, group: usize, name: char, arm: Arm, end: End) {
        let pole = self.pole(name).clone();
        let way = arm.way();
        let reach = self.hull.iter().map(|p| p[0] * way.x + p[1] * way.y).fold(self.outermost(&pole), f64::max);
        let middle =
            way * (reach + REEF_OFF * self.how.spread) + DVec3::Z * (pole.middle.z + pole.radius + REEF_BEFORE);
        let turned = if end == End::Written { 1.0 } else { -1.0 };
        let wide = self.how.spread;
        let at = |[x, y, z]: [f64; 3]| middle + DVec3::new(x * turned * wide, y * wide, z * turned);
        let mut points: Vec<DVec3> = REEF.iter().map(|r| at(*r)).collect();
        // Its own tail is beyond the knot.
        let last = points.pop().unwrap_or(middle);
        points.push(last + DVec3::X * (turned * self.how.tail));
        let curve = through(&points);
        self.lead(&[curve[0]], (group, 0.01), &Taut::default());
        for (i, p) in curve.iter().enumerate().skip(1) {
            self.strand.lay(*p, group, (i as f64 / (curve.len() - 1) as f64).max(0.02));
        }
    }
}

/// In the order they are laid: where the two ends pass one after the other, and where both pass at once the written one first; out
/// from the crossing, on poles of `in` toward it. The middle of the cord lies outermost there.
fn lane(turns: &Turns, (k, j): (usize, usize), pass: &Pass, end: End) -> usize {
    let at_once = j % 2 == 1;
    let first = if at_once { end == End::Written } else { j == 0 };
    let order = 2 * k + usize::from(!first);
    let inward = pass.poles.first().is_some_and(|p| turns.inward.contains(p));
    if inward { 2 * turns.count - 1 - order } else { order }
}

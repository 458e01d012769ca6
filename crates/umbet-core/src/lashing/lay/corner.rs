//! Turns that pass a crossing's four corners: before one pole, behind the other.

use super::{Laying, PITCH, Unlaid, face};
use crate::lashing::notation::{Pass, Turns};
use crate::lashing::strand::Taut;
use glam::DVec3;

/// So far round a pole's face a pass lies on it, degrees to either side.
pub(super) const LIES: f64 = 62.0;
/// Points of a pass.
const POINTS: usize = 15;

/// Where a pass of a corner is laid.
#[derive(Debug, Clone, Copy)]
pub(super) struct Corner {
    /// Its group.
    pub group: usize,
    /// How far that is laid then.
    pub turn: f64,
    /// Its lane, from the crossing out.
    pub lane: usize,
    /// It is the first of all.
    pub first: bool,
}

impl Laying<'_> {
    pub(super) fn corner_turns(&mut self, group: usize, turns: &Turns) -> Result<(), Unlaid> {
        let n = turns.word.len();
        for k in 0..turns.count {
            for (j, pass) in turns.word.iter().enumerate() {
                let (before, after) = (&turns.word[(j + n - 1) % n], &turns.word[(j + 1) % n]);
                let inward = pass.poles.first().is_some_and(|p| turns.inward.contains(p));
                let lane = if inward { turns.count - 1 - k } else { k };
                let turn = k as f64 + (j + 1) as f64 / n as f64;
                self.corner(Corner { group, turn, lane, first: k == 0 && j == 0 }, [before, pass, after])?;
            }
        }
        Ok(())
    }

    /// One pass, between the one before it and the one after it.
    pub(super) fn corner(&mut self, at: Corner, [before, pass, after]: [&Pass; 3]) -> Result<(), Unlaid> {
        let Corner { group, turn, .. } = at;
        let arm = |p: &Pass| p.arms.first().map(|a| a.way()).ok_or_else(|| Unlaid("a pass names its arm".into()));
        let (here, from, to) = (arm(pass)?, arm(before)?, arm(after)?);
        let name = pass.poles.first().copied().ok_or_else(|| Unlaid("a pass names its pole".into()))?;
        let pole = self.pole(name).clone();
        let square = |v: DVec3| (v - pole.along * v.dot(pole.along)).normalize_or(DVec3::X);
        let (from_side, to_side) = (square(from), square(to));
        if here.dot(pole.along).abs() < 0.5 {
            return Err(Unlaid(format!("pole {name} has no such arm")));
        }
        let lane = self.half(&pole) + 0.6 + at.lane as f64 * PITCH;
        let sign = here.dot(pole.along).signum();
        let arc: Vec<DVec3> = (0..POINTS)
            .map(|i| {
                let angle = (-LIES + 2.0 * LIES * i as f64 / (POINTS - 1) as f64).to_radians();
                let side = if angle < 0.0 { from_side } else { to_side };
                let out = DVec3::Z * (angle.cos() * face(pass)) + side * angle.sin().abs();
                pole.middle + pole.along * (sign * lane) + out * (pole.radius + 0.5)
            })
            .collect();
        let other = self.half(&self.other(&pole).clone());
        if at.first {
            // The lead comes in with the turns, so that it lies in the corner's bundle.
            self.lead(&[here * (lane - 0.05) + from * (other + 0.75)], (group, 0.01), &Taut::default());
        }
        let corner = here * (lane + 0.4) + from * (other + 2.0);
        self.lead(&[corner, arc[0]], (group, turn), &Taut::default());
        arc[1..].iter().for_each(|p| self.strand.lay(*p, group, turn));
        Ok(())
    }
}

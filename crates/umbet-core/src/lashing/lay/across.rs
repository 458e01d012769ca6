//! Turns over a crossing itself, held in planes side by side.

use super::{Laying, PITCH, Unlaid, face};
use crate::lashing::notation::{Group, Hitch, Turns};
use crate::lashing::pole::Pole;
use crate::lashing::strand::Taut;
use glam::DVec3;

impl Laying<'_> {
    /// Where the line `lane` along `way` passes before or behind a pole, with so many cords beneath.
    pub(super) fn crown(pole: &Pole, face: f64, way: DVec3, normal: DVec3, lane: f64, layer: f64) -> DVec3 {
        let square = way - pole.along * way.dot(pole.along);
        let across = if way.dot(pole.along).abs() < 0.99 { square.normalize() } else { way };
        let flat = DVec3::new(pole.middle.x, pole.middle.y, 0.0);
        let along = -(normal * lane - flat).dot(across) / way.dot(across);
        normal * lane + way * along + DVec3::Z * (pole.middle.z + face * (pole.radius + 0.5 + layer))
    }

    /// Turns lie so far aside as the hitch at the crossing wants room.
    pub(super) fn aside(&self) -> f64 {
        if matches!(self.script.groups.first(), Some(Group::Start(Hitch::Timber, ..))) { 1.9 } else { 0.0 }
    }

    pub(super) fn turns_across(&mut self, group: usize, turns: &Turns) -> Result<(), Unlaid> {
        let pair = |i: usize| match turns.word[i].arms.as_slice() {
            [_, to] => Ok(to.way()),
            _ => Err(Unlaid("a pass over the crossing goes from one arm to another, as `+we`".into())),
        };
        let earlier = self.script.groups[..group].iter().rev().find_map(|g| match g {
            Group::Wrap(t) => t.word.last().and_then(|p| p.arms.last()).map(|a| a.way()),
            _ => None,
        });
        let layer = if earlier.is_some() { 1.0 } else { 0.0 };
        let (front, reach) = (self.front().clone(), self.front().radius * 1.5 + 3.0);
        let back = self.other(&front).clone();
        let normal = DVec3::Z.cross(pair(0)?) * if earlier.is_some() { -1.0 } else { 1.0 };
        for k in 0..turns.count {
            for j in 0..turns.word.len() {
                let pass = &turns.word[j];
                let (way, pole) = (pair(j)?, if pass.front { &front } else { &back });
                let half = if j == 0 { 0.0 } else { 0.5 };
                let aside = if earlier.is_some() { 0.0 } else { self.aside() };
                let lane = (k as f64 - (turns.count - 1) as f64 / 2.0 + half) * PITCH + aside;
                let crown = Self::crown(pole, face(pass), way, normal, lane, layer);
                let at = (group, k as f64 + (j + 1) as f64 / turns.word.len() as f64);
                let round = -way * reach + normal * (lane - 0.25 * PITCH);
                if k > 0 || j > 0 {
                    let how = Taut { layers: vec![layer, layer / 2.0, 0.0, layer / 2.0, layer], plane: Some(normal) };
                    self.lead(&[round, crown], at, &how);
                } else if let Some(came) = earlier {
                    // The change of direction: out of one opening, over the front pole's arm, in at the next.
                    let here = self.strand.end().unwrap_or_default();
                    let arm = (came - way).normalize_or(DVec3::X);
                    let sign = arm.dot(front.along).signum();
                    let over = front.middle
                        + front.along * (sign * (self.half(&front) + 1.2))
                        + DVec3::Z * (front.radius + 0.5);
                    let out = came * (reach * 0.85) + DVec3::Y * here.y;
                    let down = -way * (reach * 0.85) - DVec3::Z;
                    let how = Taut { layers: vec![0.0, 0.0, 0.0, 0.0, layer], plane: None };
                    self.lead(&[out, over, down, crown], at, &how);
                } else {
                    self.lead(&[round, crown], at, &Taut { layers: vec![layer; 2], plane: None });
                }
            }
        }
        Ok(())
    }
}

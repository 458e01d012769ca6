//! Turns round poles side by side.

use super::{Laying, PITCH, Unlaid, face};
use crate::lashing::notation::{Group, Turns};
use crate::lashing::strand::Taut;
use glam::DVec3;

impl Laying<'_> {
    pub(super) fn side_turns(&mut self, group: usize, turns: &Turns) -> Result<(), Unlaid> {
        let word: Vec<(char, f64)> = turns
            .word
            .iter()
            .map(|p| match p.poles.as_slice() {
                [pole] => Ok((*pole, face(p))),
                _ => Err(Unlaid("a turn round poles side by side names one pole a pass".into())),
            })
            .collect::<Result<_, _>>()?;
        let m = word.len();
        // Figures of eight cross in every gap: each lane is two cords wide.
        let eight = word.windows(2).any(|w| w[0].0 != w[1].0 && w[0].1 * w[1].1 < 0.0);
        let lane = PITCH * if eight { 2.0 } else { self.how.loose };
        let bottom = self.top;
        self.top += turns.count as f64 * lane;
        let mut last = self.begun_on();
        let (mut last_face, mut y, mut heading) = (1.0, bottom, 1.0);
        for k in 0..turns.count {
            let mut back = 0;
            for (j, (name, face)) in word.iter().enumerate() {
                let pole = self.pole(*name).clone();
                let from = self.pole(last).clone();
                let mut via = Vec::new();
                if *name == last {
                    heading = -heading;
                    via.push(DVec3::X * (pole.middle.x - heading * (pole.radius + 2.0)));
                } else if *face * last_face < 0.0 {
                    let lean = if pole.middle.x > from.middle.x { -0.5 } else { 0.5 };
                    let middle = f64::midpoint(pole.middle.x, from.middle.x);
                    via.push(DVec3::X * (middle + (pole.radius - from.radius) * lean));
                }
                let up = if heading > 0.0 {
                    if j < m - 1 {
                        back = 0;
                    }
                    k as f64 + if j < m - 1 { 0.0 } else { 1.0 }
                } else {
                    let share = if eight { 0.5 } else { f64::from(back + 1) / (m as f64 / 2.0 + 1.0) };
                    back += 1;
                    k as f64 + share
                };
                let height = bottom + lane * up;
                via.iter_mut().for_each(|v: &mut DVec3| v.y = f64::midpoint(y, height));
                via.push(DVec3::new(pole.middle.x, height, face * (pole.radius + 0.5)));
                let plane = (k > 0 || j > 0).then_some(DVec3::Y);
                let at = (group, k as f64 + (j + 1) as f64 / m as f64);
                self.lead(&via, at, &Taut { layers: Vec::new(), plane });
                (last, last_face, y) = (*name, *face, height);
            }
        }
        Ok(())
    }

    /// The pole its first hitch is on.
    fn begun_on(&self) -> char {
        match self.script.groups.first() {
            Some(Group::Start(_, Some(pole), _)) => *pole,
            _ => self.poles[0].name,
        }
    }
}

//! A floor on its bearer: over each pole, under the bearer, over the next.

use super::{Laying, Unlaid, face};
use crate::lashing::notation::{Group, Script, Turns};
use crate::lashing::pole::Pole;
use crate::lashing::strand::Taut;
use glam::DVec3;

/// The poles of a floor, one for every turn, about the middle of their bearer: letters on from `first`.
pub(super) fn poles(script: &Script, first: char, along: DVec3, radius: f64, apart: f64) -> Vec<Pole> {
    let turns = script.groups.iter().find_map(|g| if let Group::Wrap(t) = g { Some(t.count) } else { None });
    let count = turns.unwrap_or(1);
    let step = 2.0 * radius + apart;
    (0..count)
        .map(|k| {
            let x = (k as f64 - (count - 1) as f64 / 2.0) * step;
            let name = char::from_u32(first as u32 + k as u32).unwrap_or(first);
            Pole { name, along, radius, middle: DVec3::new(x, 0.0, radius) }
        })
        .collect()
}

impl Laying<'_> {
    /// Slantwise over a pole, down the bearer's far side in the gap behind it, under the bearer, and up its near side.
    pub(super) fn floor_turns(&mut self, group: usize, turns: &Turns) -> Result<(), Unlaid> {
        let [over, under] = turns.word.as_slice() else { return Err(odd()) };
        if face(over) < 0.0 || face(under) > 0.0 {
            return Err(odd());
        }
        let [bearer, floor @ ..] = self.poles.as_slice() else { return Err(odd()) };
        let (bearer, floor) = (bearer.clone(), floor.to_vec());
        let low = bearer.middle.z - bearer.radius - 0.5;
        for (k, pole) in floor.iter().enumerate() {
            let before = pole.middle.x - pole.radius - self.how.apart / 2.0;
            let behind = pole.middle.x + pole.radius + self.how.apart / 2.0;
            let (top, out) = (pole.middle.z + pole.radius + 0.5, bearer.radius + 2.0);
            let crown = DVec3::new(pole.middle.x, 0.0, top);
            // The first is come to from the hitch, which lies on top of the bearer.
            let from = if k == 0 { DVec3::new(before, -0.3, top * 0.6) } else { DVec3::new(before, -out, 0.0) };
            self.lead(&[from, crown], (group, k as f64 + 0.5), &Taut::default());
            let way = [DVec3::new(behind, out, 0.0), DVec3::new(behind, 0.0, low)];
            self.lead(&way, (group, k as f64 + 1.0), &Taut::default());
        }
        Ok(())
    }
}

fn odd() -> Unlaid {
    Unlaid("a floor’s turn goes over its pole and under the bearer, as `A+ U-`".into())
}

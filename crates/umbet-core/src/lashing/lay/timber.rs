//! A timber hitch round two poles where they cross: two clasped bights on the front, its tail twisted back about its own part.

use super::{Laying, PITCH, Unlaid};
use crate::lashing::hitch::through;
use crate::lashing::notation::Arm;
use crate::lashing::strand::{Taut, length, resampled, smoothed, taut};
use glam::DVec3;
use std::f64::consts::TAU;

/// Twists of the tail (common practice: two or three).
const TWISTS: f64 = 2.0;

impl Laying<'_> {
    pub(super) fn timber(&mut self, group: usize, arms: &[Arm]) -> Result<(), Unlaid> {
        let [_, to] = arms else { return Err(Unlaid("a timber hitch goes from one arm to another".into())) };
        let (way, normal) = (to.way(), DVec3::Z.cross(to.way()));
        let count = self.wraps().next().map_or(1, |t| t.count) as f64;
        let y = -(count / 2.0 + 1.35) * PITCH + self.aside();
        let front = self.front().clone();
        let back = self.other(&front).clone();
        let eye = Self::crown(&front, 1.0, way, normal, y, 0.0);
        let behind = Self::crown(&back, -1.0, way, normal, y, 0.0);
        let reach = front.radius * 1.5 + 3.0;
        let (lo, hi) = (y - 1.05, y + 1.05);
        let at = |x: f64, lane: f64, z: f64| eye + way * x + normal * (lane - y) + DVec3::Z * z;
        let in_lane = |p: DVec3| p - normal * (p.dot(normal) - lo);
        let round = [
            at(1.6, lo, 0.0),
            at(3.2, lo, -0.4),
            way * reach,
            behind,
            -way * reach,
            at(-3.4, lo, -0.5),
            at(-1.6, lo, 0.0),
        ]
        .map(in_lane);
        let loop_ = taut(&round, &Taut { layers: Vec::new(), plane: Some(normal) }, &self.poles);

        let [tail, loop_] = self.twisted(&loop_, normal, front.radius);
        let first = through(&[
            at(-1.0, hi, 0.25),
            at(0.2, hi - 0.05, 0.55),
            at(1.25, y + 0.6, 0.5),
            at(1.6, y, 0.0),
            at(1.25, y - 0.6, -0.1),
            at(0.2, lo, 0.0),
            at(-1.0, lo, 0.0),
        ]);
        let second = through(&[
            at(1.0, lo, 0.6),
            at(-0.2, lo, 0.75),
            at(-1.2, y - 0.55, 0.6),
            at(-1.5, y, 0.1),
            at(-1.2, y + 0.55, -0.1),
            at(-0.2, hi, -0.1),
            at(1.0, hi, 0.0),
            at(2.2, hi, 0.0),
        ]);
        let backward = loop_.into_iter().rev().collect();
        let parts = [tail, first, backward, second];
        let whole: Vec<DVec3> = parts.iter().flatten().copied().collect();
        let points = smoothed(resampled(&whole, 0.25), 4);
        let so_far = |k: usize| {
            let upto: usize = parts[..k].iter().map(Vec::len).sum();
            (length(&whole[..upto]) / length(&whole) * points.len() as f64) as usize
        };
        self.worked_back = Some([so_far(1), so_far(2), so_far(3)]);
        points.iter().for_each(|p| self.strand.lay(*p, group, 1.0));
        Ok(())
    }

    /// The tail, from its tip to the eye, and the loop, whose last stretch it is twisted with: two strands about each other, the inner
    /// one on the pole by turns.
    fn twisted(&self, loop_: &[DVec3], normal: DVec3, radius: f64) -> [Vec<DVec3>; 2] {
        const POINTS: usize = 400;
        /// The loop comes to lie on the pole again so far beyond the tip, as a share of the stretch.
        const BEYOND: f64 = 0.2;
        let total = length(loop_);
        let span = (2.05 * radius).min(9.5);
        let (mut tail, mut own) = (Vec::new(), resampled(loop_, total / POINTS as f64));
        let last = own.len() - 1;
        for (i, c) in own.iter_mut().enumerate() {
            // From 0 at the eye to 1 at the tip.
            let u = (1.0 - i as f64 / last as f64) * total / span;
            if u > 1.0 + BEYOND {
                continue;
            }
            let off = |p: &super::Pole| {
                let out = p.out(*c);
                out / (out.length() - p.radius).max(0.1) / out.length().max(1e-9)
            };
            let away = self.poles.iter().map(off).sum::<DVec3>().normalize_or(DVec3::Z);
            let (sin, cos) = (TAU * TWISTS * u).sin_cos();
            let apart = normal * cos + away * sin;
            let twisted = (5.0 * u).min(1.0).min((1.0 + BEYOND - u) / BEYOND);
            *c += (away - apart) * (twisted / 2.0);
            if u <= 1.0 {
                tail.push(*c + apart * (1.0 + 0.9 * (1.0 - u * 5.0).max(0.0)));
            }
        }
        [tail, own]
    }
}

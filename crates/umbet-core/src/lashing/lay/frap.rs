//! Frapping: the taut hull of the turns it goes round, in the plane between the poles.

use super::{GAP, Laying, PITCH, Unlaid};
use crate::lashing::notation::{Group, Hitch, Turns};
use crate::lashing::pole::Pole;
use crate::lashing::strand::{Strand, Taut, smoothed};
use glam::DVec3;
use std::f64::consts::{FRAC_PI_4, TAU};

/// Points of a turn about a crossing.
const POINTS: usize = 120;
/// A frapping turn sways so far before and behind the plane it lies in, diameters: behind one pole, before the other.
const SWAY: f64 = 0.58;
/// From here on a turn steps out to the next lane, as a share of it.
const STEPS_OUT: f64 = 0.88;

impl Laying<'_> {
    /// Points of what frapping squeezes: the turns, and a hitch made round both poles.
    fn squeezed(&self) -> Vec<Option<DVec3>> {
        let bound = |group: usize| match &self.script.groups[group] {
            Group::Wrap(_) | Group::Start(Hitch::Timber, ..) => true,
            Group::Start(..) | Group::Frap(_) | Group::End(..) => false,
        };
        let of = |strand: &Strand| strand.points.iter().map(|p| bound(p.group).then_some(p.at)).collect::<Vec<_>>();
        [of(&self.strand), vec![None], of(&self.other_end)].concat()
    }

    /// Round the turns in the gap between two poles side by side.
    pub(super) fn frap_gap(&mut self, group: usize, turns: &Turns) -> Result<(), Unlaid> {
        let [a, b] = turns.word[0].poles.as_slice() else {
            return Err(Unlaid("frapping names the two poles of its gap, as `AB+`".into()));
        };
        let (a, b) = (self.pole(*a).clone(), self.pole(*b).clone());
        let apart = b.middle.x - a.middle.x - a.radius - b.radius;
        if (apart - GAP).abs() > 1e-6 {
            return Err(Unlaid(format!("poles {} and {} do not lie beside each other", a.name, b.name)));
        }
        let x = f64::midpoint(a.middle.x + a.radius, b.middle.x - b.radius);
        let n = turns.count;
        let wide = (n - 1) as f64 / 2.0 * PITCH;
        let here = self.squeezed();
        let crosses = |p: DVec3, q: DVec3| [0.0, wide, -wide].iter().any(|e| (p.x - x - e) * (q.x - x - e) <= 0.0);
        let strands: Vec<[f64; 2]> = here
            .windows(2)
            .filter_map(|w| w[0].zip(w[1]).filter(|(p, q)| crosses(*p, *q)).map(|(p, _)| [p.z, p.y]))
            .collect();
        if strands.is_empty() {
            return Err(Unlaid("there are no turns in the gap to frap".into()));
        }
        // Two turns fill the gap; the next two lie over them.
        let layers: Vec<Vec<[f64; 2]>> = (0..n.div_ceil(2))
            .map(|layer| {
                let mut round = hull(&strands, 1.0 + layer as f64 * PITCH, 2 * POINTS);
                if turns.word[0].front {
                    round.reverse();
                }
                let first = foremost(&round, &strands);
                round.rotate_left(first);
                round
            })
            .collect();
        let per = layers[0].len();
        let line: Vec<DVec3> = (0..=per * n)
            .map(|i| {
                let turn = (i / per).min(n - 1);
                let far = (i - turn * per) as f64 / per as f64;
                let round = &layers[turn / 2];
                let [z, y] = round[i % per % round.len()];
                let lane = if n == 1 {
                    0.0
                } else if turn.is_multiple_of(2) {
                    far - 1.0
                } else {
                    far
                };
                let lane = if (turn / 2).is_multiple_of(2) { lane } else { -lane };
                DVec3::new(x + lane * PITCH, y, z)
            })
            .collect();
        self.laid_round(group, n, &smoothed(line, 3), per);
        Ok(())
    }

    /// Round the turns about a crossing, behind the front pole and before the back one.
    pub(super) fn frap_crossing(&mut self, group: usize, turns: &Turns) -> Result<(), Unlaid> {
        let here = self.squeezed();
        let strands: Vec<[f64; 2]> = here
            .windows(2)
            .filter_map(|w| w[0].zip(w[1]).filter(|(p, q)| p.z * q.z <= 0.0).map(|(p, _)| [p.x, p.y]))
            .collect();
        if strands.is_empty() {
            return Err(Unlaid("there are no turns to frap".into()));
        }
        let front = self.front().clone();
        let (begins, turning) = self.opening(turns, &front)?;
        let lies = front.along.y.atan2(front.along.x);
        let n = turns.count;
        let lanes: Vec<Vec<[f64; 2]>> =
            (0..=n).map(|k| by_angle(hull(&strands, 1.0 + (self.frapped + k) as f64 * PITCH, 720))).collect();
        let line: Vec<DVec3> = (0..=POINTS * n)
            .map(|i| {
                let u = i as f64 / POINTS as f64;
                let k = (u as usize).min(n - 1);
                let angle = begins + turning * TAU * u;
                let mut r = radius_at(&lanes[k], angle);
                let left = u - k as f64;
                if left > STEPS_OUT {
                    r += (radius_at(&lanes[k + 1], angle) - r) * (left - STEPS_OUT) / (1.0 - STEPS_OUT);
                }
                DVec3::new(r * angle.cos(), r * angle.sin(), -SWAY * (2.0 * (angle - lies)).cos())
            })
            .collect();
        self.hull = lanes[n - 1].iter().map(|p| [p[1] * p[0].cos(), p[1] * p[0].sin()]).collect();
        self.frapped += n;
        self.laid_round(group, n, &line, POINTS);
        Ok(())
    }

    /// From which angle, and which way round. The faces of its word are given by the poles, and it begins in the opening the turns
    /// end in; a word that says otherwise cannot be tied.
    fn opening(&self, turns: &Turns, front: &Pole) -> Result<(f64, f64), Unlaid> {
        let mut arms = Vec::new();
        for pass in &turns.word {
            let (Some(pole), Some(arm)) = (pass.poles.first(), pass.arms.first()) else {
                return Err(Unlaid("frapping names pole and arm, as `C-e`".into()));
            };
            if pass.front == (*pole == front.name) {
                let lies = if pass.front { "before" } else { "behind" };
                return Err(Unlaid(format!("frapping cannot pass {lies} {pole}: it goes between the poles")));
            }
            arms.push(arm.way());
        }
        let angle = |v: DVec3| v.y.atan2(v.x);
        let turning = arms[0].cross(arms[1]).z.signum();
        let begins = angle(arms[0]) - turning * FRAC_PI_4;
        // Turns over the crossing end on its crown, on their way to the last pass's arm.
        let last = self.wraps().last().and_then(|t| t.word.last());
        let heads = last.filter(|p| p.poles.is_empty()).and_then(|p| p.arms.last()).map(|a| a.way());
        let here = heads.unwrap_or_else(|| self.strand.end().unwrap_or_default());
        let off = (angle(here) - begins).rem_euclid(TAU);
        if off.min(TAU - off) > TAU / 6.0 {
            return Err(Unlaid("the turns end in another opening than the frapping begins in".into()));
        }
        Ok((begins, turning))
    }

    fn laid_round(&mut self, group: usize, count: usize, line: &[DVec3], per: usize) {
        self.lead(&[line[0]], (group, 0.01), &Taut::default());
        for (i, p) in line.iter().enumerate().skip(1).filter(|(i, _)| per < 200 || i % 2 == 1) {
            self.strand.lay(*p, group, (i as f64 / per as f64).min(count as f64));
        }
        if let Some(last) = self.strand.points.last_mut() {
            last.turn = count as f64;
        }
    }
}

/// Where a loop round strands comes out on top before them.
fn foremost(round: &[[f64; 2]], strands: &[[f64; 2]]) -> usize {
    let most = |k: usize| strands.iter().map(|p| p[k]).fold(f64::MIN, f64::max);
    let (front, top) = (most(0), most(1));
    let ahead = |i: &usize| round[*i][0] >= front + 0.2 && round[*i][1] <= top;
    (0..round.len()).filter(ahead).max_by(|i, j| round[*i][1].total_cmp(&round[*j][1])).unwrap_or(0)
}

/// The taut loop round discs of this radius: a convex hull, counter-clockwise, its points at even distances.
fn hull(middles: &[[f64; 2]], radius: f64, points: usize) -> Vec<[f64; 2]> {
    const ROUND: usize = 40;
    let mut all: Vec<[f64; 2]> = middles
        .iter()
        .flat_map(|m| {
            (0..ROUND).map(move |k| {
                let (sin, cos) = (TAU * k as f64 / ROUND as f64).sin_cos();
                [m[0] + cos * radius, m[1] + sin * radius]
            })
        })
        .collect();
    all.sort_by(|a, b| a[0].total_cmp(&b[0]).then(a[1].total_cmp(&b[1])));
    let chain = |points: &mut dyn Iterator<Item = [f64; 2]>| {
        let mut half: Vec<[f64; 2]> = Vec::new();
        for p in points {
            while let [.., a, b] = half.as_slice()
                && (b[0] - a[0]) * (p[1] - b[1]) - (b[1] - a[1]) * (p[0] - b[0]) <= 0.0
            {
                half.pop();
            }
            half.push(p);
        }
        half.pop();
        half
    };
    let mut corners = chain(&mut all.iter().copied());
    corners.extend(chain(&mut all.iter().rev().copied()));
    corners.push(corners[0]);
    let line: Vec<DVec3> = corners.iter().map(|p| DVec3::new(p[0], p[1], 0.0)).collect();
    let total: f64 = line.windows(2).map(|w| w[0].distance(w[1])).sum();
    let mut even = super::super::strand::resampled(&line, total / points as f64);
    even.pop();
    even.into_iter().map(|p| [p.x, p.y]).collect()
}

/// Points of a loop about the origin as angle and distance, by angle.
fn by_angle(loop_: Vec<[f64; 2]>) -> Vec<[f64; 2]> {
    let mut all: Vec<[f64; 2]> = loop_.into_iter().map(|[x, y]| [y.atan2(x).rem_euclid(TAU), x.hypot(y)]).collect();
    all.sort_by(|a, b| a[0].total_cmp(&b[0]));
    all
}

fn radius_at(polar: &[[f64; 2]], angle: f64) -> f64 {
    let angle = angle.rem_euclid(TAU);
    let n = polar.len();
    let i = polar.partition_point(|p| p[0] < angle);
    let (a, b) = (polar[(i + n - 1) % n], polar[i % n]);
    let wide = (b[0] - a[0]).rem_euclid(TAU).max(1e-12);
    a[1] + (b[1] - a[1]) * ((angle - a[0]).rem_euclid(TAU) / wide).clamp(0.0, 1.0)
}

//! What keeps rope out of rope, out of the object, and from bending sharper than it can.

use super::ropes::{Chain, Ropes};
use glam::DVec3;

/// Two stretches of rope near each other, each by its two nodes.
pub type Pair = [usize; 4];

/// The nearest points of two stretches: how far along each, and from the first to the second.
pub struct Nearest {
    /// Fraction of the first stretch.
    pub s: f64,
    /// Fraction of the second.
    pub t: f64,
    /// From the one to the other.
    pub between: DVec3,
}

/// The nearest points of two stretches.
pub fn nearest(x: &[DVec3], p: Pair) -> Nearest {
    let [p0, p1, q0, q1] = p.map(|i| x[i]);
    let (u, v, w) = (p1 - p0, q1 - q0, p0 - q0);
    let (a, b, c, d, e) = (u.dot(u), u.dot(v), v.dot(v), u.dot(w), v.dot(w));
    let det = a * c - b * b;
    let mut s = if det < 1e-9 * a * c { 0.5 } else { ((b * e - c * d) / det).clamp(0.0, 1.0) };
    let mut t = (b * s + e) / c.max(1e-18);
    if t < 0.0 {
        t = 0.0;
        s = (-d / a.max(1e-18)).clamp(0.0, 1.0);
    } else if t > 1.0 {
        t = 1.0;
        s = ((b - d) / a.max(1e-18)).clamp(0.0, 1.0);
    }
    Nearest { s, t, between: q0 + v * t - p0 - u * s }
}

/// Rope nearer than this along itself is a neighbour, not a contact.
const NEIGHBOUR: f64 = 1.65;

/// Every two stretches nearer than `reach` that are no neighbours along the rope.
pub fn pairs(ropes: &Ropes, reach: f64) -> Vec<Pair> {
    struct Stretch {
        ends: [usize; 2],
        chain: usize,
        middle: DVec3,
        run: f64,
    }
    let mut all: Vec<Stretch> = Vec::new();
    let mut whole = Vec::new();
    for (k, c) in ropes.chains.iter().enumerate() {
        let mut run = 0.0;
        for i in 0..c.segments() {
            let ends = [c.node(i), c.node(i + 1)];
            let long = ropes.x[ends[0]].distance(ropes.x[ends[1]]);
            all.push(Stretch {
                ends,
                chain: k,
                middle: (ropes.x[ends[0]] + ropes.x[ends[1]]) / 2.0,
                run: run + long / 2.0,
            });
            run += long;
        }
        whole.push(run);
    }
    let spacing = whole.iter().sum::<f64>() / all.len() as f64;
    let reach = reach + spacing;
    let neighbour = NEIGHBOUR * ropes.thick.max(0.5);
    all.sort_by(|a, b| a.middle.x.total_cmp(&b.middle.x));
    let mut out = Vec::new();
    for (i, a) in all.iter().enumerate() {
        for b in all[i + 1..].iter().take_while(|b| b.middle.x - a.middle.x < reach) {
            if a.middle.distance_squared(b.middle) >= reach * reach {
                continue;
            }
            if a.chain == b.chain {
                let apart = (a.run - b.run).abs();
                let closed = ropes.chains[a.chain].closed;
                if apart < neighbour || (closed && whole[a.chain] - apart < neighbour) {
                    continue;
                }
            }
            let (a, b) = if a.ends[0] < b.ends[0] { (a, b) } else { (b, a) };
            out.push([a.ends[0], a.ends[1], b.ends[0], b.ends[1]]);
        }
    }
    out
}

/// Distance of the two nearest strands.
pub fn least_distance(ropes: &Ropes, pairs: &[Pair]) -> f64 {
    pairs.iter().map(|p| nearest(&ropes.x, *p).between.length()).fold(f64::MAX, f64::min)
}

/// How far each node may move so that no strand passes through another or through a round: less than half its distance.
/// Together with them, the pairs that may touch `soon`.
pub fn bounds(ropes: &Ropes, pairs: &[Pair], soon: f64) -> (Vec<f64>, Vec<Pair>) {
    const MOST: f64 = 0.3;
    const HALF: f64 = 0.45;
    let mut bound = vec![MOST; ropes.x.len()];
    let mut touching = Vec::with_capacity(pairs.len());
    for p in pairs {
        let far = nearest(&ropes.x, *p).between.length();
        p.iter().for_each(|&i| bound[i] = bound[i].min(HALF * far));
        if far < soon {
            touching.push(*p);
        }
    }
    for r in ropes.rounds.iter().filter(|r| r.is_thin()) {
        for (x, b) in ropes.x.iter().zip(&mut bound) {
            *b = b.min((HALF * r.across(*x).length()).max(0.02));
        }
    }
    (bound, touching)
}

/// Moves apart what overlaps, through all contacts, bends and rounds, forwards and back.
///
/// Two stretches that are some way apart cannot touch before their nodes have moved that far: until then they are passed over,
/// with the same outcome to the last digit.
pub struct Apart<'a> {
    /// Pairs that may touch.
    pairs: &'a [Pair],
    /// Least radius of bend, in diameters.
    least_radius: f64,
    /// How far each node has been moved in all sweeps.
    moved: Vec<f64>,
    /// For each pair, the sum of its nodes' motions before which it cannot touch.
    free_until: Vec<f64>,
}

impl<'a> Apart<'a> {
    /// Of these pairs, in rope of so many nodes.
    pub fn new(pairs: &'a [Pair], least_radius: f64, nodes: usize) -> Self {
        Self { pairs, least_radius, moved: vec![0.0; nodes], free_until: vec![f64::MIN; pairs.len()] }
    }

    /// Nodes were moved by somebody else: every pair may touch.
    pub fn look_again(&mut self) {
        self.free_until.fill(f64::MIN);
    }

    /// One sweep; answers the deepest overlap it met.
    pub fn sweep(&mut self, ropes: &mut Ropes, back: bool) -> f64 {
        let n = self.pairs.len();
        let mut deepest = 0.0f64;
        for k in 0..n {
            deepest = deepest.max(self.part(ropes, if back { n - 1 - k } else { k }));
        }
        if self.least_radius > 0.0 {
            for c in ropes.chains.clone() {
                self.unbend(ropes, &c, back);
            }
        }
        // Rounds have the last word: no rope ends up on the wrong side of one.
        for k in 0..ropes.rounds.len() {
            self.clear_round(ropes, k);
        }
        deepest
    }

    fn shift(&mut self, ropes: &mut Ropes, node: usize, by: DVec3) {
        ropes.x[node] += by;
        self.moved[node] += by.length();
    }

    fn part(&mut self, ropes: &mut Ropes, which: usize) -> f64 {
        const EASE: f64 = 0.9;
        /// More than rounding can make of a distance.
        const ROUNDING: f64 = 1e-9;
        let p = self.pairs[which];
        let moved = |s: &Self| p.iter().map(|&i| s.moved[i]).sum::<f64>();
        if moved(self) < self.free_until[which] {
            return 0.0;
        }
        let near = nearest(&ropes.x, p);
        let far = near.between.length();
        if far >= ropes.thick || far < 1e-9 {
            self.free_until[which] = moved(self) + far - ropes.thick - ROUNDING;
            return 0.0;
        }
        let c = [1.0 - near.s, near.s, 1.0 - near.t, near.t];
        let weight: f64 = c.iter().map(|c| c * c).sum();
        let push = near.between * (EASE * (ropes.thick - far) / far / weight);
        for k in 0..4 {
            self.shift(ropes, p[k], push * if k < 2 { -c[k] } else { c[k] });
        }
        ropes.thick - far
    }

    /// No chord is shorter than that of a circle of the least radius with the same arc (Schur's comparison). The arc is
    /// measured where it is: nodes crowded by a hand must not read as a bend.
    fn unbend(&mut self, ropes: &mut Ropes, c: &Chain, back: bool) {
        let radius = self.least_radius * ropes.thick;
        let mut run = Vec::with_capacity(c.n + 1);
        run.push(0.0);
        for k in 0..c.segments() {
            run.push(run[k] + ropes.x[c.node(k)].distance(ropes.x[c.node(k + 1)]));
        }
        let total = run[c.segments()];
        let spacing = total / c.segments() as f64;
        let mut apart = 2;
        while (apart as f64) * spacing < std::f64::consts::PI * radius && apart < c.n / 2 {
            let count = if c.closed { c.n } else { c.n - apart };
            for kk in 0..count {
                let k = if back { count - 1 - kk } else { kk };
                let (i, j) = (c.node(k), c.node(k + apart));
                let mut arc = run[(k + apart) % c.n] - run[k];
                if k + apart >= c.n {
                    arc += total;
                }
                let v = ropes.x[j] - ropes.x[i];
                let half = (arc / (2.0 * radius)).min(std::f64::consts::FRAC_PI_2);
                // A sine is no more than the first three terms of its series, and those cost less, as squares cost less than roots.
                let square = half * half;
                let most = 2.0 * radius * half * (1.0 - square / 6.0 * (1.0 - square / 20.0));
                if v.length_squared() >= most * most {
                    continue;
                }
                let long = v.length();
                // As good as straight: no circle of that radius is meant.
                if long > 0.995 * arc {
                    continue;
                }
                let chord = 2.0 * radius * half.sin() * 0.999;
                if long < chord {
                    let g = v * (0.25 * (chord - long) / long.max(1e-9));
                    self.shift(ropes, i, -g);
                    self.shift(ropes, j, g);
                }
            }
            apart = (apart + 1).max((apart as f64 * 1.6) as usize);
        }
    }

    fn clear_round(&mut self, ropes: &mut Ropes, which: usize) {
        let round = ropes.rounds[which];
        let need = round.radius + 0.5 * ropes.thick;
        if !round.is_thin() {
            for i in 0..ropes.x.len() {
                let v = round.across(ropes.x[i]);
                let far = v.length();
                if far < need && far > 1e-9 {
                    self.shift(ropes, i, v * ((need - far) / far));
                }
            }
            return;
        }
        for c in ropes.chains.clone() {
            for k in 0..c.segments() {
                let (i, j) = (c.node(k), c.node(k + 1));
                let (p, q) = (round.across(ropes.x[i]), round.across(ropes.x[j]));
                let e = q - p;
                let f = (-p.dot(e) / e.length_squared().max(1e-12)).clamp(0.0, 1.0);
                let near = p + e * f;
                let far = near.length();
                if far < need && far > 1e-9 {
                    let g = near * ((need - far) / far / ((1.0 - f).powi(2) + f * f));
                    self.shift(ropes, i, g * (1.0 - f));
                    self.shift(ropes, j, g * f);
                }
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::dress::{Line, Round};
    use std::f64::consts::TAU;

    /// A coil of three turns with this pitch, one diameter of rope.
    fn coil(pitch: f64) -> Ropes {
        let at = |i: i32| {
            let t = f64::from(i) / 40.0 * TAU;
            DVec3::new(3.0 * t.cos(), 3.0 * t.sin(), pitch * t / TAU)
        };
        let points: Vec<DVec3> = (0..=120).map(at).collect();
        let place = (0..=120).map(f64::from).collect();
        Ropes::new(vec![Line { points, place, ..Line::default() }], Vec::new(), 0.25)
    }

    #[test]
    fn nearest_points_are_nearer_than_any_sampled() {
        let mut seed = 7u64;
        let mut dice = || {
            seed = seed.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
            (seed >> 33) as f64 / f64::from(u32::MAX) * 4.0
        };
        for _ in 0..500 {
            let x: Vec<DVec3> = (0..4).map(|_| DVec3::new(dice(), dice(), dice())).collect();
            let near = nearest(&x, [0, 1, 2, 3]);
            let far = near.between.length();
            for i in 0..=20 {
                for j in 0..=20 {
                    let (a, b) = (x[0].lerp(x[1], f64::from(i) / 20.0), x[2].lerp(x[3], f64::from(j) / 20.0));
                    assert!(far <= a.distance(b) + 1e-9, "{far} is not the least, {}", a.distance(b));
                }
            }
            let there = x[0].lerp(x[1], near.s) + near.between;
            assert!(there.distance(x[2].lerp(x[3], near.t)) < 1e-9);
        }
    }

    /// What is passed over would not have been moved: with every pair looked at in every sweep the rope lies the same.
    #[test]
    fn passing_over_changes_nothing() {
        for pitch in [0.6, 0.9, 1.02] {
            let (mut quick, mut slow) = (coil(pitch), coil(pitch));
            let near = pairs(&quick, 1.4);
            let mut passing = Apart::new(&near, 0.65, quick.x.len());
            for k in 0..30 {
                let deepest = passing.sweep(&mut quick, k % 2 == 1);
                let all = Apart::new(&near, 0.65, slow.x.len()).sweep(&mut slow, k % 2 == 1);
                assert_eq!((deepest, &quick.x), (all, &slow.x), "pitch {pitch}, sweep {k}");
            }
        }
    }

    #[test]
    fn turns_that_overlap_are_moved_apart_and_those_that_do_not_stay() {
        let mut tight = coil(0.8);
        assert!(least_distance(&tight, &pairs(&tight, 1.4)) < 0.85);
        for k in 0..60 {
            let near = pairs(&tight, 1.4);
            Apart::new(&near, 0.65, tight.x.len()).sweep(&mut tight, k % 2 == 1);
        }
        assert!(least_distance(&tight, &pairs(&tight, 1.4)) > 0.995);
        let mut loose = coil(1.5);
        let before = loose.x.clone();
        let near = pairs(&loose, 1.4);
        assert_eq!(Apart::new(&near, 0.65, loose.x.len()).sweep(&mut loose, false), 0.0);
        assert!(loose.x.iter().zip(&before).all(|(a, b)| a.distance(*b) < 1e-9));
    }

    #[test]
    fn every_pair_within_reach_is_found() {
        let ropes = coil(1.1);
        let found = pairs(&ropes, 1.4);
        let n = ropes.x.len();
        for i in 0..n - 1 {
            // Farther along the rope than a neighbour, and within reach.
            for j in i + 8..n - 1 {
                if nearest(&ropes.x, [i, i + 1, j, j + 1]).between.length() < 1.4 {
                    assert!(found.contains(&[i, i + 1, j, j + 1]), "{i} and {j}");
                }
            }
        }
    }

    #[test]
    fn rope_is_kept_off_a_round_and_a_sharp_bend_opens() {
        let mut ropes = coil(1.5);
        ropes.rounds.push(Round { at: DVec3::ZERO, axis: DVec3::Z, radius: 2.8, object: true, goes_to: None });
        Apart::new(&[], 0.65, ropes.x.len()).sweep(&mut ropes, false);
        assert!(ropes.x.iter().all(|x| x.truncate().length() > 3.3 - 1e-9));
        let bend: Vec<DVec3> =
            (-12..=12).map(|i| DVec3::new(f64::from(i).abs() * 0.25, f64::from(i) * 0.02, 0.0)).collect();
        let place = (0..25).map(f64::from).collect();
        let mut sharp = Ropes::new(vec![Line { points: bend, place, ..Line::default() }], Vec::new(), 0.25);
        let before = sharp.least_radius();
        for k in 0..80 {
            Apart::new(&[], 0.65, sharp.x.len()).sweep(&mut sharp, k % 2 == 1);
        }
        assert!(before < 0.3 && sharp.least_radius() > 0.5, "{before} opens to {}", sharp.least_radius());
    }
}

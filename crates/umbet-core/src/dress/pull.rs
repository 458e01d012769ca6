//! Tension and bending, solved implicitly.
//!
//! One step of a chain minimises `|x - x0|^2 l / 2 dt + T / 2l sum |e|^2 + B / 2l^3 sum |x[i-1] - 2 x[i] + x[i+1]|^2 - F x_end`:
//! springs without a rest length, so that the rope shrinks under its tension as if drawn out at its ends; the ends are
//! pulled by a force, not pinned, so that a tail follows its knot. The matrix has five bands and is factored directly.

use super::ropes::{Chain, Ropes};
use glam::DVec3;

/// How a rope resists.
#[derive(Debug, Clone, Copy)]
pub struct Stiffness {
    /// The pull, in any unit of force: only its ratio to `bend` matters.
    pub tension: f64,
    /// Resistance to bending, in pull times diameter squared.
    pub bend: f64,
}

/// A symmetric matrix of five bands: its diagonal, the one beside it and the one beside that.
struct Bands {
    main: Vec<f64>,
    next: Vec<f64>,
    over: Vec<f64>,
}

impl Bands {
    fn new(n: usize, main: f64) -> Self {
        Self { main: vec![main; n], next: vec![0.0; n], over: vec![0.0; n] }
    }

    /// Adds `w (v . x)^2` for a row `v` that stands at `at`.
    fn add<const N: usize>(&mut self, at: usize, v: [f64; N], w: f64) {
        for i in 0..N {
            self.main[at + i] += w * v[i] * v[i];
            if i + 1 < N {
                self.next[at + i] += w * v[i] * v[i + 1];
            }
            if i + 2 < N {
                self.over[at + i] += w * v[i] * v[i + 2];
            }
        }
    }

    /// Solves for the right side in place, by LDL^T.
    fn solve(mut self, y: &mut [DVec3]) {
        let n = y.len();
        for i in 0..n {
            let (d, a, b) = (self.main[i], self.next[i], self.over[i]);
            if i + 1 < n {
                let l = a / d;
                self.main[i + 1] -= l * a;
                self.next[i + 1] -= l * b;
                let part = y[i] * l;
                y[i + 1] -= part;
                self.next[i] = l;
            }
            if i + 2 < n {
                let l = b / d;
                self.main[i + 2] -= l * b;
                let part = y[i] * l;
                y[i + 2] -= part;
                self.over[i] = l;
            }
        }
        for i in (0..n).rev() {
            y[i] /= self.main[i];
            if i + 1 < n {
                let part = y[i + 1] * self.next[i];
                y[i] -= part;
            }
            if i + 2 < n {
                let part = y[i + 2] * self.over[i];
                y[i] -= part;
            }
        }
    }
}

/// Nodes repeated before and behind a closed chain: farther than one step is felt.
const LAP: usize = 40;

/// What holds a pinned end, beside which the pull is nothing.
const PIN: f64 = 1e9;

/// Where tension and bending alone would take the nodes within `dt`.
pub fn pulled(ropes: &Ropes, dt: f64, stiff: Stiffness) -> Vec<DVec3> {
    let mut out = ropes.x.clone();
    for (chain, line) in ropes.chains.iter().zip(&ropes.lines) {
        let long = ropes.length_of(chain) / chain.segments() as f64;
        let share = |k: usize| line.shares.at(ropes.place[chain.node(k)]);
        let lap = if chain.closed { LAP.min(chain.n - 1) } else { 0 };
        let count = chain.n + 2 * lap;
        let node = |k: usize| (k + chain.n * 2 - lap) % chain.n;
        let mass = long / dt;
        let mut bands = Bands::new(count, mass);
        for k in 0..count - 1 {
            bands.add(k, [-1.0, 1.0], stiff.tension * share(node(k)) / long);
        }
        if stiff.bend > 0.0 {
            for k in 0..count - 2 {
                bands.add(k, [1.0, -2.0, 1.0], stiff.bend / long.powi(3));
            }
        }
        let mut y: Vec<DVec3> = (0..count).map(|k| ropes.x[chain.from + node(k)] * mass).collect();
        if !chain.closed {
            for (end, k) in [(0, 0), (1, count - 1)] {
                if line.pinned[end] {
                    bands.main[k] += PIN;
                    y[k] += ropes.x[chain.from + node(k)] * PIN;
                } else {
                    y[k] += line.pull[end] * stiff.tension * share(if end == 0 { 0 } else { chain.n - 2 });
                }
            }
        }
        bands.solve(&mut y);
        out[chain.nodes()].copy_from_slice(&y[lap..lap + chain.n]);
    }
    out
}

/// Takes out of a motion what runs along the rope: tension may then differ along it, as friction makes it.
pub fn only_across(ropes: &Ropes, to: &mut [DVec3]) {
    for c in &ropes.chains {
        for k in 0..c.n {
            let i = c.node(k);
            let t = ropes.tangent(c, k);
            let u = to[i] - ropes.x[i];
            to[i] = ropes.x[i] + u - t * u.dot(t);
        }
    }
}

/// Nodes of a chain that bend: more than `cos` of 0.95 within a diameter.
pub fn bent(ropes: &Ropes, c: &Chain) -> Vec<bool> {
    let way = |a: usize, b: usize| (ropes.x[c.from + b] - ropes.x[c.from + a]).normalize_or_zero();
    (0..c.n).map(|k| k >= 4 && k + 4 < c.n && way(k - 4, k).dot(way(k, k + 4)) < 0.95).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::dress::{Line, Ropes};

    /// Five bands against the same matrix written out and multiplied back.
    #[test]
    fn bands_are_solved() {
        let n = 9;
        let mut bands = Bands::new(n, 0.7);
        let mut full = vec![vec![0.0; n]; n];
        (0..n).for_each(|i| full[i][i] += 0.7);
        let mut add = |at: usize, v: &[f64], w: f64| {
            for i in 0..v.len() {
                for j in 0..v.len() {
                    full[at + i][at + j] += w * v[i] * v[j];
                }
            }
        };
        for k in 0..n - 1 {
            let w = 1.0 + k as f64 * 0.3;
            bands.add(k, [-1.0, 1.0], w);
            add(k, &[-1.0, 1.0], w);
        }
        for k in 0..n - 2 {
            bands.add(k, [1.0, -2.0, 1.0], 2.5);
            add(k, &[1.0, -2.0, 1.0], 2.5);
        }
        let right: Vec<DVec3> = (0..n).map(|i| DVec3::new(i as f64, (i * i) as f64, 1.0)).collect();
        let mut x = right.clone();
        bands.solve(&mut x);
        for i in 0..n {
            let back: DVec3 = (0..n).map(|j| x[j] * full[i][j]).sum();
            assert!(back.distance(right[i]) < 1e-9, "row {i}: {back} is not {}", right[i]);
        }
    }

    fn straight(pull: [DVec3; 2]) -> Ropes {
        let points: Vec<DVec3> = (0..41).map(|i| DVec3::X * (f64::from(i) * 0.25)).collect();
        let place = (0..41).map(f64::from).collect();
        Ropes::new(vec![Line { points, place, pull, ..Line::default() }], Vec::new(), 0.25)
    }

    #[test]
    fn a_straight_rope_pulled_at_both_ends_stays_where_it_is() {
        let ropes = straight([-DVec3::X, DVec3::X]);
        let mut to = pulled(&ropes, 0.3, Stiffness { tension: 1.0, bend: 0.15 });
        only_across(&ropes, &mut to);
        for (a, b) in to.iter().zip(&ropes.x) {
            assert!(a.distance(*b) < 1e-9);
        }
    }

    #[test]
    fn an_end_goes_the_way_it_is_pulled_and_a_pinned_one_does_not() {
        let mut ropes = straight([-DVec3::X, DVec3::Y]);
        ropes.lines[0].pinned[0] = true;
        let to = pulled(&ropes, 0.3, Stiffness { tension: 1.0, bend: 0.15 });
        assert!(to[0].distance(ropes.x[0]) < 1e-6);
        assert!(to[to.len() - 1].y > 0.05, "{}", to[to.len() - 1]);
    }
}

//! Rope as a chain of nodes, with the rigid rounds it goes about and the hands at its ends.
//!
//! Unit of length: the rope's diameter.

use glam::DVec3;

/// One rope's nodes among all nodes.
#[derive(Debug, Clone, Copy)]
pub struct Chain {
    /// Its first node.
    pub from: usize,
    /// How many nodes it has.
    pub n: usize,
    /// Its last node joins its first.
    pub closed: bool,
}

impl Chain {
    /// Stretches between two nodes.
    pub fn segments(&self) -> usize {
        if self.closed { self.n } else { self.n - 1 }
    }

    /// The `k`th node, counted round where the chain is closed.
    pub fn node(&self, k: usize) -> usize {
        self.from + k % self.n
    }

    /// Nodes, as indices among all.
    pub fn nodes(&self) -> std::ops::Range<usize> {
        self.from..self.from + self.n
    }
}

/// A rigid round thing rope lies against: the object, or a finger that holds a loop open.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Round {
    /// A point of its axis.
    pub at: DVec3,
    /// The way its axis runs, of length 1.
    pub axis: DVec3,
    /// Its radius.
    pub radius: f64,
    /// The object itself, not a finger.
    pub object: bool,
    /// Where a finger is brought while the knot is drawn up: a loop is made as small as it is drawn.
    pub goes_to: Option<DVec3>,
}

impl Round {
    /// From its axis to a point, across it.
    pub fn across(&self, p: DVec3) -> DVec3 {
        let v = p - self.at;
        v - self.axis * v.dot(self.axis)
    }

    /// Thinner than the distance of two nodes: rope is kept off it by its stretches, not by its nodes.
    pub fn is_thin(&self) -> bool {
        self.radius < 1.0
    }
}

/// Tension by place along a rope, as a share of the pull: `(place, share)`, straight between two.
#[derive(Debug, Clone, Default)]
pub struct Shares(pub Vec<(f64, f64)>);

impl Shares {
    /// At a place; 1 where nothing is said.
    pub fn at(&self, place: f64) -> f64 {
        let i = self.0.partition_point(|p| p.0 <= place);
        match (i.checked_sub(1).map(|h| self.0[h]), self.0.get(i)) {
            (None, None) => 1.0,
            (None, Some(next)) => next.1,
            (Some(last), None) => last.1,
            (Some(a), Some(b)) => a.1 + (place - a.0) / (b.0 - a.0) * (b.1 - a.1),
        }
    }
}

/// One rope as given: its points, their place on the path, and how its ends are pulled.
#[derive(Debug, Clone, Default)]
pub struct Line {
    /// Points from end to end.
    pub points: Vec<DVec3>,
    /// Place on the path as laid of each point.
    pub place: Vec<f64>,
    /// Its ends are joined.
    pub closed: bool,
    /// The way each end is pulled, of length 1.
    pub pull: [DVec3; 2],
    /// Ends that stay where they are led, instead of following their pull.
    pub pinned: [bool; 2],
    /// Tension along it.
    pub shares: Shares,
    /// Stretches by place that are the knot's body, held by a hand.
    pub body: Vec<(f64, f64)>,
}

/// All ropes of a tie, on their way from open to tight.
#[derive(Debug, Clone)]
pub struct Ropes {
    /// Nodes of all chains.
    pub x: Vec<DVec3>,
    /// Place on the path of each node, carried along.
    pub place: Vec<f64>,
    /// Chains, one a rope.
    pub chains: Vec<Chain>,
    /// What was given of each rope.
    pub lines: Vec<Line>,
    /// Rigid rounds.
    pub rounds: Vec<Round>,
    /// How thick the rope is now: it begins as thin as there is room for, and grows to 1.
    pub thick: f64,
}

impl Ropes {
    /// Ropes with nodes `spacing` apart.
    pub fn new(lines: Vec<Line>, rounds: Vec<Round>, spacing: f64) -> Self {
        let mut ropes = Self { x: Vec::new(), place: Vec::new(), chains: Vec::new(), lines, rounds, thick: 1.0 };
        let given: Vec<_> = ropes.lines.iter().map(|l| (l.points.clone(), l.place.clone(), l.closed)).collect();
        ropes.set(given, spacing);
        ropes
    }

    fn set(&mut self, curves: Vec<(Vec<DVec3>, Vec<f64>, bool)>, spacing: f64) {
        self.x.clear();
        self.place.clear();
        self.chains.clear();
        for (points, place, closed) in curves {
            let (points, place) = resampled(&points, &place, closed, spacing);
            self.chains.push(Chain { from: self.x.len(), n: points.len(), closed });
            self.x.extend(points);
            self.place.extend(place);
        }
    }

    /// Spaces the nodes evenly again.
    pub fn resample(&mut self, spacing: f64) {
        let now = self.chains.iter().map(|c| (self.x[c.nodes()].to_vec(), self.place[c.nodes()].to_vec(), c.closed));
        let now = now.collect();
        self.set(now, spacing);
    }

    /// Length of one chain.
    pub fn length_of(&self, c: &Chain) -> f64 {
        (0..c.segments()).map(|k| self.x[c.node(k)].distance(self.x[c.node(k + 1)])).sum()
    }

    /// Length of all rope.
    pub fn length(&self) -> f64 {
        self.chains.iter().map(|c| self.length_of(c)).sum()
    }

    /// The way the rope runs at the `k`th node of a chain, of length 1.
    pub fn tangent(&self, c: &Chain, k: usize) -> DVec3 {
        let (h, j) = if c.closed {
            (c.node(k + c.n - 1), c.node(k + 1))
        } else {
            (c.node(k.saturating_sub(1)), c.node((k + 1).min(c.n - 1)))
        };
        (self.x[j] - self.x[h]).normalize_or_zero()
    }

    /// Shortest and longest stretch between two nodes, in shares of the mean.
    pub fn evenness(&self) -> (f64, f64) {
        let mut even = (f64::MAX, 0.0f64);
        for c in &self.chains {
            let mean = self.length_of(c) / c.segments() as f64;
            for k in 0..c.segments() {
                let l = self.x[c.node(k)].distance(self.x[c.node(k + 1)]) / mean;
                even = (even.0.min(l), even.1.max(l));
            }
        }
        even
    }

    /// Moves every node a little along its rope toward even spacing; its place on the path goes along.
    pub fn spread(&mut self) {
        for c in &self.chains {
            let old: Vec<DVec3> = self.x[c.nodes()].to_vec();
            let place: Vec<f64> = self.place[c.nodes()].to_vec();
            for k in if c.closed { 0..c.n } else { 1..c.n - 1 } {
                let (h, j) = ((k + c.n - 1) % c.n, (k + 1) % c.n);
                let (a, b) = (old[k].distance(old[h]), old[j].distance(old[k]));
                let shift = 0.25 * (b - a);
                let (to, long) = if shift > 0.0 { (j, b) } else { (h, a) };
                let f = (shift.abs() / long.max(1e-9)).min(0.4);
                self.x[c.from + k] = old[k].lerp(old[to], f);
                self.place[c.from + k] = place[k] + f * (place[to] - place[k]);
            }
        }
    }

    /// Least radius the rope bends to: of the circle through a node and the ones two before and two behind it.
    pub fn least_radius(&self) -> f64 {
        const AWAY: usize = 2;
        let mut least = f64::MAX;
        for c in &self.chains {
            for k in if c.closed { 0..c.n } else { AWAY..c.n - AWAY } {
                let [h, i, j] = [c.node(k + c.n - AWAY), c.node(k), c.node(k + AWAY)].map(|n| self.x[n]);
                let (u, v, w) = (i - h, j - i, j - h);
                let twice_area = u.cross(v).length();
                if twice_area > 1e-9 {
                    least = least.min(u.length() * v.length() * w.length() / (2.0 * twice_area));
                }
            }
        }
        least
    }
}

/// Points about `spacing` apart along a curve through the given ones.
fn resampled(p: &[DVec3], place: &[f64], closed: bool, spacing: f64) -> (Vec<DVec3>, Vec<f64>) {
    let n = p.len();
    let at =
        |i: isize| if closed { p[i.rem_euclid(n as isize) as usize] } else { p[i.clamp(0, n as isize - 1) as usize] };
    let segments = if closed { n } else { n - 1 };
    let mut run = vec![0.0];
    for k in 0..segments {
        run.push(run[k] + at(k as isize).distance(at(k as isize + 1)));
    }
    let count = (run[segments] / spacing).round().max(4.0) as usize;
    let (mut points, mut places) = (Vec::with_capacity(count + 1), Vec::with_capacity(count + 1));
    let mut k = 0;
    for j in 0..(if closed { count } else { count + 1 }) {
        let s = run[segments] * j as f64 / count as f64;
        while k + 1 < segments && run[k + 1] < s {
            k += 1;
        }
        let f = ((s - run[k]) / (run[k + 1] - run[k]).max(1e-12)).clamp(0.0, 1.0);
        let i = k as isize;
        let at_an_end = !closed && (k == 0 || k + 1 == segments);
        points.push(if at_an_end {
            at(i).lerp(at(i + 1), f)
        } else {
            cubic([at(i - 1), at(i), at(i + 1), at(i + 2)], f)
        });
        places.push(place[k] + f * (place[(k + 1) % n] - place[k]));
    }
    (points, places)
}

/// Catmull and Rom's cubic between the middle two of four points.
fn cubic(q: [DVec3; 4], f: f64) -> DVec3 {
    let (f2, f3) = (f * f, f * f * f);
    q[0] * (-0.5 * f3 + f2 - 0.5 * f)
        + q[1] * (1.5 * f3 - 2.5 * f2 + 1.0)
        + q[2] * (-1.5 * f3 + 2.0 * f2 + 0.5 * f)
        + q[3] * (0.5 * f3 - 0.5 * f2)
}

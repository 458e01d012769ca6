//! How a line lies: from ring to ring over or round the things in its way, the pull in each stretch, and what it does to each
//! thing and ring. Forces balance: what the line does to things and rings sums to nothing.

use super::draft::{Item, ItemShape, Load, PassDraft, PassKind};
use crate::rig::Impossible;
use crate::rig::tighten::set_by;

/// A place or a force: rearward, to the right, up.
pub type V3 = [f64; 3];

/// A place where a line bends over a thing.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Bend {
    /// The thing.
    pub item: usize,
    /// Where.
    pub at: V3,
}

/// A line as it lies.
#[derive(Debug, Clone, PartialEq)]
pub struct Laid {
    /// Its rings' places.
    pub rings: [V3; 2],
    /// Where it bends, from the first ring to the second.
    pub bends: Vec<Bend>,
}

/// A force on a thing, and where.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Press {
    /// The thing.
    pub item: usize,
    /// Where.
    pub at: V3,
    /// Newtons.
    pub force_n: V3,
}

/// Height at which a line goes round a thing, as a share of the thing's (common practice: above its middle).
const ROUND_AT: f64 = 0.6;
/// Friction of cord on what it is drawn over: what it loses at each bend (handbooks, a band).
pub const OVER_GOODS: [f64; 2] = [0.1, 0.3];
/// Points an arc of a round thing is made of.
const ARC: usize = 13;

pub(super) fn minus(a: V3, b: V3) -> V3 {
    [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
}

pub(super) fn norm(a: V3) -> f64 {
    a[0].hypot(a[1]).hypot(a[2])
}

fn unit(from: V3, to: V3) -> V3 {
    let d = minus(to, from);
    let n = norm(d).max(1e-9);
    d.map(|x| x / n)
}

impl Laid {
    /// All its points, rings included.
    pub fn points(&self) -> Vec<V3> {
        let [a, b] = self.rings;
        [a].into_iter().chain(self.bends.iter().map(|b| b.at)).chain([b]).collect()
    }

    /// From ring to ring, metres.
    pub fn length_m(&self) -> f64 {
        self.points().windows(2).map(|w| norm(minus(w[1], w[0]))).sum()
    }

    /// The pull in each stretch from the first ring on, drawn tight at the second ring: less past every bend.
    pub fn pulls(&self, set_n: f64, friction: f64) -> Vec<f64> {
        let points = self.points();
        let mut pulls = vec![set_n];
        for w in points.windows(3).rev() {
            let (u, v) = (unit(w[0], w[1]), unit(w[1], w[2]));
            let cos = (u[0] * v[0] + u[1] * v[1] + u[2] * v[2]).clamp(-1.0, 1.0);
            let next = pulls[pulls.len() - 1] * (-friction * cos.acos()).exp();
            pulls.push(next);
        }
        pulls.reverse();
        pulls
    }

    /// What it does to each thing it bends over, by these pulls.
    pub fn presses(&self, pulls: &[f64]) -> Vec<Press> {
        let points = self.points();
        let at = |(i, b): (usize, &Bend)| {
            let (before, after) = (unit(b.at, points[i]), unit(b.at, points[i + 2]));
            let force_n = [0, 1, 2].map(|k| pulls[i] * before[k] + pulls[i + 1] * after[k]);
            Press { item: b.item, at: b.at, force_n }
        };
        self.bends.iter().enumerate().map(at).collect()
    }

    /// What it does to its two rings.
    pub fn on_rings(&self, pulls: &[f64]) -> [V3; 2] {
        let points = self.points();
        let last = points.len() - 1;
        let of = |from: usize, to: usize, n: f64| unit(points[from], points[to]).map(|u| u * n);
        [of(0, 1, pulls[0]), of(last, last - 1, pulls[pulls.len() - 1])]
    }

    /// Which way each end leads away from the thing: from its outermost bend to its ring.
    pub fn legs(&self) -> [V3; 2] {
        let points = self.points();
        let last = points.len() - 1;
        [unit(points[1], points[0]), unit(points[last - 1], points[last])]
    }
}

impl Item {
    /// Height of its top over the deck.
    pub fn top_m(&self) -> f64 {
        self.base_m + self.said.size_m[2]
    }

    /// Its outline from above.
    pub fn outline(&self) -> Vec<[f64; 2]> {
        let ([x, y], [rx, ry]) = (self.said.at_m, [self.said.size_m[0] / 2.0, self.said.size_m[1] / 2.0]);
        if self.said.shape == ItemShape::Upright {
            let turn = |i: usize| std::f64::consts::TAU * i as f64 / 24.0;
            return (0..24).map(|i| [x + rx * turn(i).cos(), y + ry * turn(i).sin()]).collect();
        }
        vec![[x - rx, y - ry], [x + rx, y - ry], [x + rx, y + ry], [x - rx, y + ry]]
    }

    /// Where an upright plane from `a` to `b` cuts it: along the plane, and up.
    fn section(&self, a: V3, b: V3) -> Vec<[f64; 2]> {
        let Some([s0, s1]) = cut(&self.outline(), a, b) else { return Vec::new() };
        let (low, high) = (self.base_m, self.top_m());
        if self.said.shape != ItemShape::Lying {
            return vec![[s0, low], [s0, high], [s1, low], [s1, high]];
        }
        let half = (high - low) / 2.0;
        let arc = |i: usize| {
            let u = -1.0 + 2.0 * i as f64 / (ARC - 1) as f64;
            [f64::midpoint(s0, s1) + u * (s1 - s0) / 2.0, low + half + half * (1.0 - u * u).max(0.0).sqrt()]
        };
        (0..ARC).map(arc).collect()
    }
}

/// From where to where a line from `a` to `b` is within an outline, metres from `a`.
fn cut(outline: &[[f64; 2]], a: V3, b: V3) -> Option<[f64; 2]> {
    let d = [b[0] - a[0], b[1] - a[1]];
    let long = d[0].hypot(d[1]);
    let across = |p: [f64; 2]| (d[0] * (p[1] - a[1]) - d[1] * (p[0] - a[0])) / long;
    let along = |p: [f64; 2]| (d[0] * (p[0] - a[0]) + d[1] * (p[1] - a[1])) / long;
    let mut at = Vec::new();
    for (i, p) in outline.iter().enumerate() {
        let q = outline[(i + 1) % outline.len()];
        let (u, v) = (across(*p), across(q));
        if (u < 0.0) != (v < 0.0) {
            let t = u / (u - v);
            at.push(along(*p) + t * (along(q) - along(*p)));
        }
    }
    let (low, high) = at.iter().fold((f64::MAX, f64::MIN), |(l, h), s| (l.min(*s), h.max(*s)));
    (high - low > 1e-6).then_some([low, high])
}

/// Turns to the left of the way from `o` to `a`.
fn left([ox, oy]: [f64; 2], [ax, ay]: [f64; 2], [bx, by]: [f64; 2]) -> f64 {
    (ax - ox) * (by - oy) - (ay - oy) * (bx - ox)
}

/// Convex hull, anticlockwise, by its points' numbers (A. M. Andrew, 1979).
fn hull(points: &[[f64; 2]]) -> Vec<usize> {
    let mut order: Vec<usize> = (0..points.len()).collect();
    order.sort_by(|&i, &j| points[i][0].total_cmp(&points[j][0]).then(points[i][1].total_cmp(&points[j][1])));
    let half = |order: &mut dyn Iterator<Item = usize>| {
        let mut chain: Vec<usize> = Vec::new();
        for i in order {
            while chain.len() > 1
                && left(points[chain[chain.len() - 2]], points[chain[chain.len() - 1]], points[i]) <= 1e-12
            {
                chain.pop();
            }
            chain.push(i);
        }
        chain.pop();
        chain
    };
    let mut all = half(&mut order.iter().copied());
    all.extend(half(&mut order.iter().rev().copied()));
    all
}

/// The hull from its first point to its second, both given as 0 and 1, the way that meets `by`.
fn round(points: &[[f64; 2]], by: usize) -> Option<Vec<usize>> {
    let ring = hull(points);
    let at = |i: usize| ring.iter().position(|k| *k == i);
    let (start, end) = (at(0)?, at(1)?);
    let n = ring.len();
    let walk = |step: usize| {
        let mut way = Vec::new();
        let mut k = (start + step) % n;
        while k != end {
            way.push(ring[k]);
            k = (k + step) % n;
        }
        way
    };
    [walk(1), walk(n - 1)].into_iter().find(|way| way.contains(&by))
}

impl Load {
    fn ring(&self, i: usize) -> V3 {
        let [x, y] = self.said.deck.rings[i].at_m;
        [x, y, 0.0]
    }

    /// A line as it lies.
    ///
    /// # Errors
    /// It cannot lie so: it would run through something, or touches nothing.
    pub fn laid(&self, n: usize, p: &PassDraft) -> Result<Laid, Impossible> {
        for r in p.rings {
            if let Some(item) =
                self.items.iter().find(|i| i.base_m < 1e-9 && i.said.covers(self.said.deck.rings[r].at_m))
            {
                return Err(Impossible(format!(
                    "Ring {} lies under {}: a line cannot lead to it. Shift the load or take another ring.",
                    r + 1,
                    item.said.the()
                )));
            }
        }
        let rings = p.rings.map(|r| self.ring(r));
        let bends = match p.kind {
            PassKind::Over => self.over(p.item, rings),
            PassKind::Through => self.through(p.item, rings),
            PassKind::RoundFront => self.round(p, rings, -1.0),
            PassKind::RoundBack => self.round(p, rings, 1.0),
        };
        let laid = Laid { rings, bends };
        self.lies(n, p, &laid)?;
        Ok(laid)
    }

    fn lies(&self, n: usize, p: &PassDraft, laid: &Laid) -> Result<(), Impossible> {
        let name = self.items[p.item].said.the();
        let line = format!("Line {} {} {name}", n + 1, p.kind.words());
        if !laid.bends.iter().any(|b| b.item == p.item) {
            let says = match p.kind {
                PassKind::Over => "does not touch it: take rings on both sides of it, or lay it over what lies on top",
                _ => "cannot go round it between these rings: take rings on the other side of it",
            };
            return Err(Impossible(format!("{line} {says}.")));
        }
        let points = laid.points();
        let through = self.items.iter().enumerate().find(|(i, item)| {
            // What it bends over it lies on; a hull runs through nothing.
            !laid.bends.iter().any(|b| b.item == *i)
                && p.kind != PassKind::Over
                && points.windows(2).any(|w| item.in_the_way(w[0], w[1]))
        });
        match through {
            Some((_, other)) => Err(Impossible(format!(
                "{line} would run through {}: take rings past it, or go over both.",
                other.said.the()
            ))),
            None => Ok(()),
        }
    }

    /// Over everything in the upright plane through both rings, but for what stands on the thing: that is set on the line.
    fn over(&self, thing: usize, [a, b]: [V3; 2]) -> Vec<Bend> {
        let upon = self.upon(thing);
        let long = norm(minus(b, a));
        // The rings a hair lower, so that a thing that stands out over them is gone round from below.
        let mut points = vec![[0.0, -1e-3], [long, -1e-3]];
        let mut whose = vec![usize::MAX; 2];
        for (i, item) in self.items.iter().enumerate().filter(|(i, _)| !upon.contains(i)) {
            for p in item.section(a, b) {
                points.push(p);
                whose.push(i);
            }
        }
        let highest = (2..points.len()).max_by(|&i, &j| points[i][1].total_cmp(&points[j][1]));
        let way = highest.and_then(|top| round(&points, top)).unwrap_or_default();
        let at = |[s, z]: [f64; 2]| [a[0] + (b[0] - a[0]) * s / long, a[1] + (b[1] - a[1]) * s / long, z];
        way.into_iter().map(|i| Bend { item: whose[i], at: at(points[i]) }).collect()
    }

    /// From either ring over the thing's upper edge to the eye in the middle of its top.
    fn through(&self, i: usize, rings: [V3; 2]) -> Vec<Bend> {
        let item = &self.items[i];
        let eye = [item.said.at_m[0], item.said.at_m[1], item.top_m()];
        let edge = |ring: V3| {
            let foot = [eye[0], eye[1], 0.0];
            let long = norm(minus(foot, ring)).max(1e-9);
            let s = cut(&item.outline(), ring, foot)?[0] / long;
            (s > 0.0).then(|| Bend {
                item: i,
                at: [ring[0] + (eye[0] - ring[0]) * s, ring[1] + (eye[1] - ring[1]) * s, eye[2]],
            })
        };
        let [near, far] = rings.map(edge);
        near.into_iter().chain([Bend { item: i, at: eye }]).chain(far).collect()
    }

    /// Round one side of a thing, level, and down to the rings.
    fn round(&self, p: &PassDraft, [a, b]: [V3; 2], side: f64) -> Vec<Bend> {
        let item = &self.items[p.item];
        let mut points = vec![[a[0], a[1]], [b[0], b[1]]];
        points.extend(item.outline());
        let foremost = (2..points.len()).max_by(|&i, &j| (side * points[i][0]).total_cmp(&(side * points[j][0])));
        let z = item.base_m + ROUND_AT * item.said.size_m[2];
        let way = foremost.and_then(|f| round(&points, f)).unwrap_or_default();
        way.into_iter().map(|i| Bend { item: p.item, at: [points[i][0], points[i][1], z] }).collect()
    }

    /// The pull in each stretch of a line, least and most.
    pub fn pulls(&self, laid: &Laid) -> [Vec<f64>; 2] {
        let set = set_by(self.said.tighten, &self.cord, self.said.pull_n);
        [laid.pulls(set.low, OVER_GOODS[1]), laid.pulls(set.high, OVER_GOODS[0])]
    }
}

impl Item {
    /// A straight stretch runs through it.
    fn in_the_way(&self, a: V3, b: V3) -> bool {
        let inside = |t: f64| {
            let p = [0, 1, 2].map(|k| a[k] + t * (b[k] - a[k]));
            self.said.covers([p[0], p[1]]) && p[2] > self.base_m + 1e-6 && p[2] < self.top_m() - 1e-6
        };
        (1..40).any(|i| inside(f64::from(i) / 40.0))
    }
}

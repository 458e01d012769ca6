//! The hand that holds the knot while it is drawn up: the middle of its body stays where it was.

use super::contact::{Pair, nearest};
use super::pull::bent;
use super::ropes::Ropes;
use glam::DVec3;

/// What the hand keeps still.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Held {
    /// Nothing: the object holds it.
    Nothing,
    /// The stretches of rope named as its body.
    Body,
    /// Whatever bends and touches other rope, off the object.
    Touching,
    /// The same as `Body`, but only along the object: a hitch is kept from walking along its bar.
    AlongObject,
}

/// The hand, and where it took hold.
#[derive(Debug)]
pub struct Hand {
    held: Held,
    /// How near its object it brings the knot, surface to surface.
    near_object: f64,
    anchor: Option<DVec3>,
}

/// Rope that leaves the knot gives way over this length.
const GIVE: f64 = 3.0;
/// Farthest the hand moves at once.
const MOST: f64 = 0.1;

impl Hand {
    /// A hand that has yet to take hold.
    pub fn new(held: Held, near_object: f64) -> Self {
        Self { held, near_object, anchor: None }
    }

    /// Brings the body back to where the hand took hold.
    pub fn steady(&mut self, ropes: &mut Ropes, pairs: &[Pair]) {
        let on = match self.held {
            Held::Nothing => return,
            Held::Body | Held::AlongObject => body(ropes),
            Held::Touching => touching(ropes, pairs),
        };
        let count = on.iter().filter(|o| **o).count();
        if count == 0 {
            return;
        }
        let middle = ropes.x.iter().zip(&on).filter(|(_, on)| **on).map(|(x, _)| *x).sum::<DVec3>() / count as f64;
        let toward = self.toward_object(ropes, &on, middle);
        let anchor = *self.anchor.get_or_insert(middle) + toward;
        self.anchor = Some(anchor);
        ropes.rounds.iter_mut().filter(|r| !r.object && r.goes_to.is_none()).for_each(|r| r.at += toward);
        let mut back = anchor - middle;
        if self.held == Held::AlongObject {
            let Some(object) = ropes.rounds.iter().find(|r| r.object) else { return };
            back = object.axis * back.dot(object.axis);
            let back = back.clamp_length_max(MOST);
            ropes.x.iter_mut().for_each(|x| *x += back);
            return;
        }
        let back = back.clamp_length_max(MOST);
        for c in ropes.chains.clone() {
            let spacing = ropes.length_of(&c) / c.segments() as f64;
            for (k, far) in from_body(&on[c.nodes()], spacing).into_iter().enumerate() {
                ropes.x[c.from + k] += back * (1.0 - far / GIVE).max(0.0);
            }
        }
    }
}

impl Hand {
    /// A little way toward the object, while the knot is farther off than it is to be.
    fn toward_object(&self, ropes: &Ropes, on: &[bool], middle: DVec3) -> DVec3 {
        const AT_ONCE: f64 = 0.03;
        let Some(object) = ropes.rounds.iter().find(|r| r.object && self.held == Held::Body) else {
            return DVec3::ZERO;
        };
        let body = ropes.x.iter().zip(on).filter(|(_, on)| **on);
        let off = body.map(|(x, _)| object.across(*x).length() - object.radius - 0.5).fold(f64::MAX, f64::min);
        if off <= self.near_object { DVec3::ZERO } else { -object.across(middle).normalize_or_zero() * AT_ONCE }
    }
}

/// How far along the rope each node is from the body.
fn from_body(on: &[bool], spacing: f64) -> Vec<f64> {
    let mut far = vec![f64::MAX; on.len()];
    let mut run = f64::MAX;
    for k in 0..on.len() {
        run = if on[k] { 0.0 } else { run + spacing };
        far[k] = run;
    }
    run = f64::MAX;
    for k in (0..on.len()).rev() {
        run = if on[k] { 0.0 } else { run + spacing };
        far[k] = far[k].min(run);
    }
    far
}

fn body(ropes: &Ropes) -> Vec<bool> {
    let mut on = vec![false; ropes.x.len()];
    for (c, line) in ropes.chains.iter().zip(&ropes.lines) {
        for i in c.nodes() {
            on[i] = line.body.iter().any(|b| ropes.place[i] >= b.0 && ropes.place[i] <= b.1);
        }
    }
    on
}

fn touching(ropes: &Ropes, pairs: &[Pair]) -> Vec<bool> {
    let mut on = vec![false; ropes.x.len()];
    for p in pairs {
        if nearest(&ropes.x, *p).between.length() < 1.3 * ropes.thick {
            p.iter().for_each(|&i| on[i] = true);
        }
    }
    for c in &ropes.chains {
        for (k, bends) in bent(ropes, c).into_iter().enumerate() {
            let i = c.from + k;
            let lies_on = ropes.rounds.iter().any(|r| r.across(ropes.x[i]).length() < r.radius + 1.0);
            on[i] &= bends && !lies_on;
        }
    }
    on
}

//! What follows from a knot's drawn-up form: the cord in it, how wide it is across its standing part, how sharply its rope bends.
//! Lengths are in diameters. See docs/methods/dressing.md.

use super::Frame;
use glam::DVec3;

/// What is read off a drawn-up form about no object.
#[derive(Debug, Clone, PartialEq)]
pub struct Shape {
    /// Cord in the knot: from where it first touches rope to where it last does, eyes and drawn loops taken out.
    pub cord_d: f64,
    /// How wide it is across its standing part, the narrowest way and the widest.
    pub wide_d: [f64; 2],
    /// The least radius its rope's middle bends to.
    pub sharpest_d: f64,
}

/// Strands whose middles are no farther apart touch: rope gives a little.
const TOUCH: f64 = 1.1;
/// Rope nearer than this along itself is a neighbour, not a contact.
const NEIGHBOUR: f64 = 1.65;
/// A stretch longer than this that touches nothing is an eye, or a loop drawn out.
const FREE: f64 = 4.0;
/// The way an end leads is read over so much of it.
const LEADS: f64 = 2.0;
/// A bend wider than this is as good as straight.
const STRAIGHT: f64 = 4.0;
/// Points beside a bend that count with it: three quarters of a diameter.
const BESIDE: usize = 3;
/// Bends are read over so much rope to either side: nodes lie a quarter apart.
const OVER: f64 = 0.5;

/// Legs of an eye lie beside each other point by point, or so many points off.
const REACH: usize = 16;

/// One rope of a form.
struct Rope {
    points: Vec<DVec3>,
    /// Running length at each point.
    along: Vec<f64>,
    /// Points at or near which it bends.
    bends: Vec<bool>,
    /// Stretches in the knot: first and last point of each.
    within: Vec<[usize; 2]>,
}

impl Shape {
    /// Of a drawn-up form; nothing where no rope touches rope.
    pub fn of(frame: &Frame) -> Option<Self> {
        let mut ropes: Vec<Rope> = frame.ropes.iter().map(|r| Rope::new(r)).collect();
        let within: Vec<Vec<[usize; 2]>> = (0..ropes.len()).map(|k| within(&ropes, k)).collect();
        ropes.iter_mut().zip(within).for_each(|(rope, w)| rope.within = w);
        let cord_d: f64 = ropes.iter().map(Rope::cord).sum();
        let first = ropes.iter().find(|r| !r.within.is_empty())?;
        let axis = first.leads();
        let inside = |r: &Rope| r.within.iter().flat_map(|[a, b]| r.points[*a..=*b].to_vec()).collect::<Vec<_>>();
        let body: Vec<DVec3> = ropes.iter().flat_map(inside).collect();
        Some(Self {
            cord_d,
            wide_d: across(&body, axis),
            sharpest_d: ropes.iter().map(Rope::sharpest).fold(f64::MAX, f64::min),
        })
    }

    /// In a sentence.
    pub fn says(&self) -> String {
        let [narrow, wide] = self.wide_d;
        format!(
            "As it is drawn up by hand {:.0} diameters of cord lie in it, its eyes left out; it is {narrow:.1} to {wide:.1} diameters across; its rope’s sharpest bend has a radius of {:.1}.",
            self.cord_d, self.sharpest_d
        )
    }
}

impl Rope {
    fn new(points: &[[f64; 3]]) -> Self {
        let points: Vec<DVec3> = points.iter().map(|p| DVec3::from(*p)).collect();
        let mut along = vec![0.0];
        for w in points.windows(2) {
            along.push(along[along.len() - 1] + w[0].distance(w[1]));
        }
        let mut rope = Self { points, along, bends: Vec::new(), within: Vec::new() };
        let bent: Vec<bool> = (0..rope.points.len()).map(|i| rope.radius(i) < STRAIGHT).collect();
        let near = |i: usize| bent[i.saturating_sub(BESIDE)..(i + BESIDE + 1).min(bent.len())].contains(&true);
        rope.bends = (0..bent.len()).map(near).collect();
        rope
    }

    /// Radius of the circle through a point and those a little before and behind it.
    fn radius(&self, i: usize) -> f64 {
        let before = self.along.partition_point(|s| *s < self.along[i] - OVER);
        let behind = self.along.partition_point(|s| *s < self.along[i] + OVER).min(self.points.len() - 1);
        // At its very ends there is nothing beside the point to read a bend by.
        if self.along[i] < OVER || self.along[i] + OVER > self.along[self.along.len() - 1] {
            return f64::MAX;
        }
        let [a, b, c] = [before, i, behind].map(|k| self.points[k]);
        let area = (b - a).cross(c - a).length() / 2.0;
        a.distance(b) * b.distance(c) * c.distance(a) / (4.0 * area).max(1e-12)
    }

    fn cord(&self) -> f64 {
        self.within.iter().map(|[a, b]| self.along[*b] - self.along[*a]).sum()
    }

    /// The way its first end leads away from the knot.
    fn leads(&self) -> DVec3 {
        let first = self.within[0][0];
        let back = self.along.partition_point(|s| *s < self.along[first] - LEADS).min(first);
        (self.points[back] - self.points[first]).normalize_or_zero()
    }

    fn sharpest(&self) -> f64 {
        self.within.iter().flat_map(|[a, b]| *a..=*b).map(|i| self.radius(i)).fold(f64::MAX, f64::min)
    }
}

/// Points each point of rope `k` touches: rope and place.
fn touching(ropes: &[Rope], k: usize) -> Vec<Vec<(usize, usize)>> {
    let own = &ropes[k];
    let of = |i: usize| {
        let near = |(j, other): (usize, &Rope)| {
            let there = |n: usize| j != k || (own.along[i] - other.along[n]).abs() > NEIGHBOUR;
            let touches = |n: usize| own.points[i].distance(other.points[n]) < TOUCH;
            (0..other.points.len()).filter(|n| there(*n) && touches(*n)).map(|n| (j, n)).collect::<Vec<_>>()
        };
        ropes.iter().enumerate().flat_map(near).collect()
    };
    (0..own.points.len()).map(of).collect()
}

/// Stretches of rope `k` in the knot: from first touch to last, without eyes and their legs where those touch but each other.
fn within(ropes: &[Rope], k: usize) -> Vec<[usize; 2]> {
    let touches = touching(ropes, k);
    let touched = |i: &usize| !touches[*i].is_empty();
    // Ends that merely lie beside each other, straight, are not the knot.
    let tied = |i: &usize| touched(i) && (ropes[k].bends[*i] || touches[*i].iter().any(|(j, n)| ropes[*j].bends[*n]));
    let n = touches.len();
    let (Some(first), Some(last)) = ((0..n).find(tied), (0..n).rfind(tied)) else { return Vec::new() };
    let mut stretches = Vec::new();
    let mut from = first;
    let mut i = first;
    while i < last {
        let next = (i + 1..=last).find(touched).unwrap_or(last);
        if ropes[k].along[next] - ropes[k].along[i] > FREE {
            let [a, b] = legs(&touches, k, [i, next]);
            if a > from {
                stretches.push([from, a]);
            }
            from = b;
        }
        i = next;
    }
    stretches.push([from, last]);
    stretches
}

/// Where an eye really leaves the knot: its two legs may lie side by side for a while, touching nothing else.
fn legs(touches: &[Vec<(usize, usize)>], k: usize, [mut a, mut b]: [usize; 2]) -> [usize; 2] {
    let only = |i: usize, low: usize, high: usize| touches[i].iter().all(|(j, n)| *j == k && (low..=high).contains(n));
    loop {
        let back = a > 0 && only(a, b.saturating_sub(REACH), b + REACH);
        let on = b + 1 < touches.len() && only(b, a.saturating_sub(REACH), a + REACH);
        if !(back || on) || a == 0 || b + 1 >= touches.len() {
            return [a, b];
        }
        a -= usize::from(back);
        b += usize::from(on);
    }
}

/// Widths of these points across an axis, rope's thickness included: the narrowest way and the widest.
fn across(points: &[DVec3], axis: DVec3) -> [f64; 2] {
    let u = axis.any_orthonormal_vector();
    let v = axis.cross(u);
    let width = |turn: f64| {
        let way = u * turn.cos() + v * turn.sin();
        let (low, high) =
            points.iter().map(|p| p.dot(way)).fold((f64::MAX, f64::MIN), |(l, h), x| (l.min(x), h.max(x)));
        high - low + 1.0
    };
    let all = (0..90).map(|k| width(f64::from(k) * std::f64::consts::PI / 90.0));
    all.fold([f64::MAX, f64::MIN], |[l, h], w| [l.min(w), h.max(w)])
}

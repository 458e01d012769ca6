//! A knot drawn up, as it lies in the hand: tubes with an outline, a light and a dark side, and marks that run along the rope.
//!
//! Short stretches are filled from the farthest to the nearest; then the outlines, of which only what is seen is drawn: each
//! point of a tube's edge is compared with every tube, and with the object, that could stand before it. Under another strand an
//! outline stops a little early, so that the strand is seen to pass beneath.

use super::Item;
use super::rope::{Pattern, Piece, Run};
use super::view::{View, thinned};
use crate::knot::notation::{Axis, Pole};
use crate::knot::spline::{P2, P3, distance, left_of};
use std::collections::HashMap;

/// Length of one filled stretch, in diameters.
const STRETCH: f64 = 0.5;
/// An outline stops this far from the strand that passes over it, in diameters.
const GAP: f64 = 0.1;
/// Rope nearer along itself than this hides nothing of its own.
const OWN: f64 = 0.8;
/// The light comes from the upper left, from the viewer's side.
const LIGHT: P2 = [-0.55, 0.83];
/// Width of ink, in diameters; never less than [`LEAST_INK`] pixels.
const INK: f64 = 0.085;
/// Least width of ink, in pixels.
const LEAST_INK: f64 = 1.2;
/// How much wider ink is where a strand passes over another.
const SWELL: f64 = 1.7;
/// Length of a whipping, in rope diameters (common practice: one to one and a half).
const WHIPPING: f64 = 1.5;

/// A rope ready to be painted: its line on the plane, its run and its direction.
struct Tube<'a> {
    run: &'a Run,
    flat: Vec<P2>,
    /// Running length in space.
    along: Vec<f64>,
    /// Direction on the plane, of length 1 or less: shorter the more it points at the viewer.
    way: Vec<P2>,
    radius: f64,
}

impl<'a> Tube<'a> {
    fn new(run: &'a Run) -> Self {
        let p = &run.points;
        let flat: Vec<P2> = p.iter().map(|p| [p[0], p[1]]).collect();
        let mut along = vec![0.0];
        for w in p.windows(2) {
            along.push(along[along.len() - 1] + space(w[0], w[1]));
        }
        let way = (0..p.len())
            .map(|i| {
                let (a, b) = (p[i.saturating_sub(1)], p[(i + 1).min(p.len() - 1)]);
                let l = space(a, b).max(1e-9);
                [(b[0] - a[0]) / l, (b[1] - a[1]) / l]
            })
            .collect();
        Self { run, flat, along, way, radius: run.thick / 2.0 }
    }

    /// The normal on the plane, to the left of the way it runs; `None` where it points at the viewer.
    fn left(&self, i: usize) -> Option<P2> {
        let w = self.way[i];
        let l = w[0].hypot(w[1]);
        (l > 0.12).then(|| left_of([w[0] / l, w[1] / l]))
    }
}

fn space(a: P3, b: P3) -> f64 {
    ((a[0] - b[0]).powi(2) + (a[1] - b[1]).powi(2) + (a[2] - b[2]).powi(2)).sqrt()
}

/// What can stand before a point: stretches of tubes by where they lie on the plane, and side-on objects.
struct Screen<'a> {
    tubes: &'a [Tube<'a>],
    cells: HashMap<(i32, i32), Vec<(usize, usize)>>,
    hides: &'a Hides<'a>,
}

/// Whether a point at this place of the plane and this height is hidden by an object.
pub(super) type Hides<'a> = dyn Fn(P2, f64) -> bool + 'a;

/// A side-on object on the plane.
struct Bar {
    upright: bool,
    middle: f64,
    radius: f64,
}

/// What lies at a point of an edge.
#[derive(Clone, Copy, PartialEq, Eq)]
enum Seen {
    Hidden,
    /// Seen, with nothing close behind it.
    Plain,
    /// Seen, and passing over another strand.
    Over,
}

impl<'a> Screen<'a> {
    fn new(tubes: &'a [Tube<'a>], hides: &'a Hides<'a>) -> Self {
        let mut cells: HashMap<(i32, i32), Vec<(usize, usize)>> = HashMap::new();
        for (t, tube) in tubes.iter().enumerate() {
            for (i, p) in tube.flat.iter().enumerate() {
                cells.entry(cell(*p)).or_default().push((t, i));
            }
        }
        Self { tubes, cells, hides }
    }

    /// How a point of a tube's edge is seen.
    fn seen(&self, tube: usize, i: usize, at: P2) -> Seen {
        let mine = &self.tubes[tube];
        let z = mine.run.points[i][2];
        if (self.hides)(at, z) {
            return Seen::Hidden;
        }
        let (cx, cy) = cell(at);
        let mut seen = Seen::Plain;
        for dx in -1..=1 {
            for dy in -1..=1 {
                for &(t, j) in self.cells.get(&(cx + dx, cy + dy)).into_iter().flatten() {
                    let other = &self.tubes[t];
                    let apart = if t == tube { (other.along[j] - mine.along[i]).abs() } else { f64::MAX };
                    if apart < OWN {
                        continue;
                    }
                    let far = distance(at, other.flat[j]);
                    let gap = if apart > 2.5 { GAP } else { -0.04 };
                    let before =
                        other.run.points[j][2] + (other.radius.powi(2) - far.powi(2)).max(0.0).sqrt() > z + 0.02;
                    if before && other.run.points[j][2] > z - 0.3 && far < other.radius + gap {
                        return Seen::Hidden;
                    }
                    if far < other.radius + 0.1 && other.run.points[j][2] < z {
                        seen = Seen::Over;
                    }
                }
            }
        }
        seen
    }
}

impl Bar {
    fn hides(&self, at: P2, z: f64) -> bool {
        let off = (if self.upright { at[0] } else { at[1] } - self.middle).abs();
        off < self.radius && z < (self.radius.powi(2) - off.powi(2)).sqrt() - 0.1
    }
}

/// Cells are a diameter wide: what hides a point lies in its own or the next.
fn cell(p: P2) -> (i32, i32) {
    (p[0].floor() as i32, p[1].floor() as i32)
}

/// Fills of all ropes, and over them the outlines that are seen.
pub(super) fn tubes(runs: &[Run], poles: &[Pole], view: &View) -> (Vec<Piece>, Vec<Item>) {
    let bar = |p: &Pole| {
        let (c, r) = view.turned_pole(p);
        Bar { upright: p.axis == Axis::Y, middle: if p.axis == Axis::Y { c[0] } else { c[1] }, radius: r }
    };
    let bars: Vec<Bar> = poles.iter().filter(|p| p.axis != Axis::Z).map(bar).collect();
    let hides = |at, z| bars.iter().any(|b: &Bar| b.hides(at, z));
    tubes_among(runs, &Among { hides: &hides, shown: &|_| true, stretch: STRETCH }, view)
}

/// What stands before a rope, and how finely it is painted.
pub(super) struct Among<'a> {
    /// What hides an edge.
    pub hides: &'a Hides<'a>,
    /// Only what is shown is filled.
    pub shown: &'a dyn Fn(P3) -> bool,
    /// Length of one filled stretch, in diameters.
    pub stretch: f64,
}

/// The same among any objects.
pub(super) fn tubes_among(runs: &[Run], among: &Among<'_>, view: &View) -> (Vec<Piece>, Vec<Item>) {
    let tubes: Vec<Tube<'_>> = runs.iter().map(Tube::new).collect();
    let screen = Screen::new(&tubes, among.hides);
    let fills = tubes.iter().flat_map(|t| stretches(t, among, view)).collect();
    let ink = (0..tubes.len()).flat_map(|t| outline(&screen, t, view)).collect();
    (fills, ink)
}

/// The seen parts of both edges of a tube.
fn outline(screen: &Screen<'_>, which: usize, view: &View) -> Vec<Item> {
    let tube = &screen.tubes[which];
    let mut plain: Vec<Vec<P2>> = Vec::new();
    let mut over: Vec<Vec<P2>> = Vec::new();
    for side in [1.0, -1.0] {
        let edge = |i: usize| {
            let n = tube.left(i)?;
            let r = side * tube.radius;
            Some([tube.flat[i][0] + n[0] * r, tube.flat[i][1] + n[1] * r])
        };
        let mut run: Vec<P2> = Vec::new();
        let mut swollen: Vec<P2> = Vec::new();
        for i in 0..tube.flat.len() {
            let at = edge(i);
            let seen = at.map_or(Seen::Hidden, |at| screen.seen(which, i, at));
            match (seen, at) {
                (Seen::Hidden, _) | (_, None) => {
                    end_run(&mut run, &mut plain);
                    end_run(&mut swollen, &mut over);
                }
                (_, Some(at)) => {
                    run.push(view.page(at));
                    if seen == Seen::Over {
                        swollen.push(view.page(at));
                    } else {
                        end_run(&mut swollen, &mut over);
                    }
                }
            }
        }
        end_run(&mut run, &mut plain);
        end_run(&mut swollen, &mut over);
    }
    let width = (INK * view.scale).max(LEAST_INK);
    let line = |runs: Vec<Vec<P2>>, width: f64| {
        let runs: Vec<_> = runs.iter().map(|r| thinned(r, 0.12)).collect();
        (!runs.is_empty()).then_some(Item::Lines { class: "re", runs, width: Some(width), dash: None })
    };
    [line(plain, width), line(over, width * SWELL)].into_iter().flatten().collect()
}

fn end_run(run: &mut Vec<P2>, all: &mut Vec<Vec<P2>>) {
    if run.len() > 1 {
        all.push(std::mem::take(run));
    }
    run.clear();
}

/// Dyes of a rope: its body, its dark and its light side.
const fn dyes(pattern: Pattern) -> [&'static str; 3] {
    match pattern {
        Pattern::Braided => ["ra", "rad", "ral"],
        Pattern::Laid => ["rb", "rbd", "rbl"],
        Pattern::Steel => ["hs", "hs", "hs"],
        Pattern::Timber => ["ht", "ht", "ht"],
    }
}

fn stretches(tube: &Tube<'_>, among: &Among<'_>, view: &View) -> Vec<Piece> {
    let end = tube.along[tube.along.len() - 1];
    let shown: Vec<bool> = tube.run.points.iter().map(|p| (among.shown)(*p)).collect();
    let mut out = Vec::new();
    let mut from = 0;
    while from + 1 < tube.flat.len() {
        let whipped = |i: usize| {
            (tube.run.whipped && tube.along[i] > end - WHIPPING) || (tube.run.whipped_start && tube.along[i] < WHIPPING)
        };
        let mut to = from + 1;
        while to + 1 < tube.flat.len()
            && tube.along[to] - tube.along[from] < among.stretch
            && whipped(to) == whipped(from + 1)
            && shown[to] == shown[from]
        {
            to += 1;
        }
        if shown[from] && shown[to] {
            out.push(stretch(tube, from, to, whipped(from + 1) && whipped(to - 1), view));
        }
        from = to;
    }
    out
}

/// One filled stretch, a little longer than it is, so that no seam is seen.
fn stretch(tube: &Tube<'_>, from: usize, to: usize, whipped: bool, view: &View) -> Piece {
    let (a, b) = (from.saturating_sub(1), (to + 1).min(tube.flat.len() - 1));
    let depth = tube.run.points[from..=to].iter().map(|p| p[2]).sum::<f64>() / (to - from + 1) as f64;
    let dye = if whipped { ["rt", "rtd", "rt"] } else { dyes(tube.run.pattern) };
    let page: Vec<P2> = tube.flat[a..=b].iter().map(|p| view.page(*p)).collect();
    let mut items =
        vec![Item::Lines { class: dye[0], runs: vec![page], width: Some(tube.run.thick * view.scale), dash: None }];
    // Where the rope turns toward the eye a stretch is short: its round is seen.
    if (a..=b).any(|i| tube.way[i][0].hypot(tube.way[i][1]) < 0.5) {
        items.extend((from..=to).map(|i| Item::Circle {
            class: dye[0],
            at: view.page(tube.flat[i]),
            r: tube.radius * view.scale,
        }));
    }
    for (side, class) in [(Side::Dark, dye[1]), (Side::Lit, dye[2])] {
        items.extend(band(tube, a, b, side, view).map(|points| Item::Fill { class, points }));
    }
    if whipped {
        items.push(twine(tube, from, to, view));
    } else {
        items.extend(marks(tube, from, to, view));
    }
    Piece { depth, items }
}

/// Which side of a rope a band lies on, and how wide it is at most, in shares of the thickness.
#[derive(Clone, Copy)]
enum Side {
    /// Away from the light, from the edge inwards.
    Dark,
    /// Toward the light, a little off the edge, as a shine is.
    Lit,
}

/// A band along one side, the wider the more the rope lies across the light; `None` where it points at the viewer.
fn band(tube: &Tube<'_>, from: usize, to: usize, side: Side, view: &View) -> Option<Vec<P2>> {
    let (sign, outer, wide) = match side {
        Side::Dark => (-1.0, 0.5, 0.36),
        Side::Lit => (1.0, 0.36, 0.18),
    };
    let mut edges = [Vec::new(), Vec::new()];
    for i in from..=to {
        let n = tube.left(i)?;
        let lit = n[0] * LIGHT[0] + n[1] * LIGHT[1];
        let toward = sign * lit.signum() * tube.run.thick;
        for (edge, r) in edges.iter_mut().zip([outer, outer - wide * lit.abs()]) {
            edge.push(view.page([tube.flat[i][0] + n[0] * toward * r, tube.flat[i][1] + n[1] * toward * r]));
        }
    }
    let [mut points, inner] = edges;
    points.extend(inner.into_iter().rev());
    Some(points)
}

/// Marks that run along the rope, where it is seen from the side.
fn marks(tube: &Tube<'_>, from: usize, to: usize, view: &View) -> Option<Item> {
    if view.scale < 8.0 {
        return None;
    }
    let (step, class, width) = match tube.run.pattern {
        Pattern::Braided => (0.95, "fl", 0.11),
        Pattern::Laid => (0.6, "ly", 0.09),
        Pattern::Steel | Pattern::Timber => return None,
    };
    let mut runs = Vec::new();
    for i in from..to {
        let k = (tube.along[i] / step).ceil();
        if k * step >= tube.along[i + 1] {
            continue;
        }
        let (Some(n), w) = (tube.left(i), tube.way[i]) else { continue };
        let flat = w[0].hypot(w[1]);
        if flat < 0.45 {
            continue;
        }
        let t = [w[0], w[1]];
        let c = tube.flat[i];
        let at = |a: f64, across: f64| view.page([c[0] + t[0] * a + n[0] * across, c[1] + t[1] * a + n[1] * across]);
        runs.push(match tube.run.pattern {
            Pattern::Braided => vec![at(-0.18, 0.27), at(0.14, 0.0), at(-0.18, -0.27)],
            _ => vec![at(-0.3, 0.38), at(-0.08, 0.12), at(0.08, -0.12), at(0.3, -0.38)],
        });
    }
    (!runs.is_empty()).then(|| Item::Lines { class, runs, width: Some((width * view.scale).max(1.0)), dash: None })
}

/// Turns of twine round a whipped end.
fn twine(tube: &Tube<'_>, from: usize, to: usize, view: &View) -> Item {
    let turn = |i: usize| {
        let (p, n) = (tube.flat[i], tube.left(i).unwrap_or([0.0, 1.0]));
        let at = |r: f64| view.page([p[0] + n[0] * r, p[1] + n[1] * r]);
        vec![at(0.46 * tube.run.thick), at(-0.46 * tube.run.thick)]
    };
    let runs = (from..=to).filter(|i| (i - from).is_multiple_of(2)).map(turn).collect();
    Item::Lines { class: "wh", runs, width: Some((0.12 * view.scale).max(1.3)), dash: None }
}

/// Ends of ropes that do not run off: closed with ink.
pub(super) fn cut_ends(runs: &[Run], view: &View) -> Vec<Item> {
    let width = (INK * view.scale).max(LEAST_INK);
    let cap = |p: P3, toward: P3, thick: f64| {
        let l = distance([p[0], p[1]], [toward[0], toward[1]]).max(1e-9);
        let n = left_of([(toward[0] - p[0]) / l, (toward[1] - p[1]) / l]);
        let at = |s: f64| view.page([p[0] + n[0] * s * thick / 2.0, p[1] + n[1] * s * thick / 2.0]);
        Item::Lines { class: "re", runs: vec![vec![at(1.0), at(-1.0)]], width: Some(width), dash: None }
    };
    let mut items = Vec::new();
    for run in runs {
        let n = run.points.len();
        if run.whipped && n > 3 {
            items.push(cap(run.points[n - 1], run.points[n - 3], run.thick));
        }
        if run.whipped_start && n > 3 {
            items.push(cap(run.points[0], run.points[2], run.thick));
        }
    }
    items
}

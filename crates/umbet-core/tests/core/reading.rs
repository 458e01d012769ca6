//! Every drawing read back from its primitives alone, as an eye reads it: which strand lies on top at each crossing, and whether
//! rope passes before or behind its object, compared with the path.

use umbet_core::draw::{Figure, Item, Mark, Scene, draw};
use umbet_core::knot::notation::{Axis, Pole};
use umbet_core::knot::{Knot, catalogue};

type P2 = [f64; 2];

/// One painted stroke of rope, with its place in the order of painting.
struct Stroke<'a> {
    order: usize,
    points: &'a [P2],
}

/// A picture as an eye reads it.
struct Read<'a> {
    strokes: Vec<Stroke<'a>>,
    /// When the object was painted.
    object: Option<usize>,
    /// Pixels a rope diameter.
    scale: f64,
    /// Where the places asked for lie on the page.
    places: Vec<P2>,
}

impl<'a> Read<'a> {
    fn of(scene: &'a Scene) -> Self {
        let mut read = Self { strokes: Vec::new(), object: None, scale: 0.0, places: Vec::new() };
        for (order, item) in scene.items.iter().enumerate() {
            match item {
                Item::Lines { class: "re", runs, width, dash: None } => {
                    read.scale = read.scale.max(width.unwrap_or(0.0));
                    read.strokes.extend(runs.iter().map(|points| Stroke { order, points }));
                }
                Item::Fill { class, .. } | Item::Rect { class, .. } if class.starts_with("ob ") => {
                    read.object = read.object.or(Some(order));
                }
                Item::Press { at, .. } => read.places.push(*at),
                _ => {}
            }
        }
        read
    }

    /// Every stroke through a place, the last painted first: the angle it runs at there.
    fn through(&self, p: P2) -> Vec<(usize, f64)> {
        let mut found: Vec<(usize, f64)> = Vec::new();
        for s in &self.strokes {
            let near = s.points.windows(2).map(|w| (apart(p, w), (w[1][1] - w[0][1]).atan2(w[1][0] - w[0][0])));
            if let Some((far, angle)) = near.min_by(|a, b| a.0.total_cmp(&b.0))
                && far < 0.2 * self.scale
            {
                found.push((s.order, angle));
            }
        }
        found.sort_by_key(|f| std::cmp::Reverse(f.0));
        found
    }
}

fn apart(p: P2, w: &[P2]) -> f64 {
    let (u, v) = ([w[1][0] - w[0][0], w[1][1] - w[0][1]], [p[0] - w[0][0], p[1] - w[0][1]]);
    let f = ((u[0] * v[0] + u[1] * v[1]) / (u[0] * u[0] + u[1] * u[1]).max(1e-12)).clamp(0.0, 1.0);
    (v[0] - f * u[0]).hypot(v[1] - f * u[1])
}

/// Angle between two lines, from 0 to a right angle.
fn between(a: f64, b: f64) -> f64 {
    let d = (a - b).rem_euclid(std::f64::consts::PI);
    d.min(std::f64::consts::PI - d)
}

/// A place of the path asked for on the page, and where a hair further along its strand lies.
struct Asked {
    rope: usize,
    index: usize,
}

/// What is asked of each picture of a knot.
struct Questions<'a> {
    knot: &'a Knot,
    asked: Vec<Asked>,
    /// Crossings: places of the upper strand and of the lower one.
    crossings: Vec<(usize, usize)>,
    /// Passages of a side-on object: a place, and whether rope lies before it there.
    passages: Vec<(usize, bool)>,
}

impl<'a> Questions<'a> {
    fn of(knot: &'a Knot) -> Self {
        let mut q = Self { knot, asked: Vec::new(), crossings: Vec::new(), passages: Vec::new() };
        let mut ask = |rope: usize, index: usize| {
            q.asked.push(Asked { rope, index });
            q.asked.len() - 1
        };
        for c in &knot.path.crossings {
            let over = ask(c.over.rope, c.over.index as usize);
            let under = ask(c.under.rope, c.under.index as usize);
            q.crossings.push((over, under));
        }
        if let Some(pole) = knot.path.poles.first().filter(|p| p.axis != Axis::Z) {
            for (rope, s) in knot.path.strands.iter().enumerate() {
                for index in (0..s.points.len()).step_by(5) {
                    let z = s.points[index][2];
                    if off(pole, s.points[index]) < 0.7 * pole.radius && z.abs() > 0.8 {
                        let at = ask(rope, index);
                        q.passages.push((at, z > 0.0));
                    }
                }
            }
        }
        q
    }

    fn point(&self, asked: usize, further: usize) -> [f64; 3] {
        let a = &self.asked[asked];
        let points = &self.knot.path.strands[a.rope].points;
        points[(a.index + further).min(points.len() - 1)]
    }

    /// The figure with every place asked for, each followed by one a little further along its strand.
    fn figure(&self, base: Figure) -> Figure {
        let mark = |p: [f64; 3]| Mark { at: [p[0], p[1]], name: "x".into() };
        let presses = (0..self.asked.len()).flat_map(|i| [mark(self.point(i, 0)), mark(self.point(i, 2))]).collect();
        Figure { presses, ..base }
    }

    /// Whether the rope lies there before move `step`: a rope laid from its start as far as the last move took it.
    fn is_laid(&self, asked: usize, step: Option<usize>) -> bool {
        let Some(step) = step else { return true };
        let a = &self.asked[asked];
        let strand = &self.knot.path.strands[a.rope];
        let mine = || self.knot.laid.iter().flatten().filter(|p| p.rope == a.rope);
        if strand.back.is_some() || mine().any(|p| p.from.is_some()) {
            return false;
        }
        let laid = self.knot.laid[..step].iter().flatten().filter(|p| p.rope == a.rope);
        laid.map(|p| strand.index_at(p.waypoint, p.back)).max().is_some_and(|end| a.index + 4 < end)
    }

    /// Compares a picture with the path; answers how much of it could be read.
    fn check(&self, read: &Read<'_>, step: Option<usize>, behind: bool, what: &str) -> (usize, usize) {
        let at = |i: usize| read.places[2 * i];
        let angle = |i: usize| {
            let (a, b) = (read.places[2 * i], read.places[2 * i + 1]);
            (b[1] - a[1]).atan2(b[0] - a[0])
        };
        let mut seen = (0, 0);
        for &(over, under) in &self.crossings {
            let (upper, lower) = if behind { (under, over) } else { (over, under) };
            let strokes = read.through(at(over));
            let runs = |i: usize| strokes.iter().any(|s| between(s.1, angle(i)) < 0.3);
            // Both strands are laid, and cross widely enough to be told apart.
            if between(angle(over), angle(under)) < 0.6 || !runs(over) || !runs(under) {
                continue;
            }
            let top = strokes[0].1;
            assert!(
                between(top, angle(upper)) < between(top, angle(lower)),
                "{what}: at {:?} the lower strand is painted on top",
                self.point(over, 0)
            );
            seen.0 += 1;
        }
        let Some(object) = read.object else { return seen };
        for &(place, before) in &self.passages {
            if !self.is_laid(place, step) {
                continue;
            }
            let strokes = read.through(at(place));
            let mine: Vec<_> = strokes.iter().filter(|s| between(s.1, angle(place)) < 0.35).collect();
            // Two strands, one before and one behind, over one another cannot be told apart here.
            if mine.is_empty() || mine.iter().any(|s| (s.0 > object) != (mine[0].0 > object)) {
                continue;
            }
            assert_eq!(
                mine[0].0 > object,
                before != behind,
                "{what}: at {:?} rope passes on the wrong side",
                self.point(place, 0)
            );
            seen.1 += 1;
        }
        seen
    }
}

fn off(pole: &Pole, p: [f64; 3]) -> f64 {
    if pole.axis == Axis::X { (p[1] - pole.at[1]).abs() } else { (p[0] - pole.at[0]).abs() }
}

#[test]
fn every_drawing_reads_as_its_path() {
    let (mut pictures, mut crossings, mut passages) = (0, 0, 0);
    for knot in catalogue().knots() {
        let questions = Questions::of(knot);
        let steps = (0..knot.laid.len()).map(Some).chain([None]);
        for step in steps {
            for (behind, mirrored) in [(false, false), (true, false), (false, true), (true, true)] {
                let base = Figure { size: [900.0, 640.0], step, behind, mirrored, ..Figure::default() };
                let scene = draw(knot, &questions.figure(base)).expect("it draws");
                let what = format!("{}, move {step:?}, behind {behind}, mirrored {mirrored}", knot.id);
                let seen = questions.check(&Read::of(&scene), step, behind, &what);
                (pictures, crossings, passages) = (pictures + 1, crossings + seen.0, passages + seen.1);
            }
        }
    }
    println!("{pictures} pictures: {crossings} crossings and {passages} places before or behind an object read back");
    assert!(pictures > 1500 && crossings > 6_000 && passages > 7_000, "{pictures} {crossings} {passages}");
}

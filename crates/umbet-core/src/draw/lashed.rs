//! A lashing on its poles: move by move, from the front, from behind, or turned in space. What hides what is asked of the geometry.

use super::figure::{both_edges, ghosted};
use super::labels::{Seen as Dots, next_move};
use super::rope::{Pattern, Piece, Run};
use super::tight::{Among, cut_ends, tubes_among};
use super::view::View;
use super::{Item, Scene};
use crate::knot::spline::{P2, P3, distance};
use crate::knot::told;
use crate::lashing::strand::resampled;
use crate::lashing::{Counts, Lashing, Laying, Move, Pole};
use glam::{DMat3, DVec3};
use serde::{Deserialize, Serialize};

/// A lashing laid, with its moves.
pub struct Tied<'a> {
    /// Which.
    pub lashing: &'a Lashing,
    /// Poles and cord.
    pub laid: &'a Laying<'a>,
    /// Move by move.
    pub moves: &'a [Move],
}

words!(
    /// From where it is seen.
    LashingSeen {
        /// From the front.
        Front => "from the front",
        /// From behind.
        Behind => "from behind",
        /// Turned in space, so that front and side are seen.
        Turned => "turned",
    }
);

/// How a lashing is drawn.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct LashedFigure {
    /// The move that comes next, from 0; all of it tied where there is none.
    pub step: Option<usize>,
    /// From where.
    pub seen: LashingSeen,
    /// For the left hand.
    pub mirrored: bool,
    /// The cord is laid, not braided.
    pub laid: bool,
    /// Frame, pixels.
    pub size: P2,
}

/// Room round the cord, diameters.
const ROOM: f64 = 2.2;
/// Distance of the points a cord is drawn by, diameters.
const STEP: f64 = 0.6;
/// Poles run off the frame: so far, diameters.
const FAR: f64 = 80.0;

impl LashedFigure {
    fn turn(&self) -> DMat3 {
        let seen = match self.seen {
            LashingSeen::Front => DMat3::IDENTITY,
            LashingSeen::Behind => DMat3::from_rotation_y(std::f64::consts::PI),
            LashingSeen::Turned => DMat3::from_rotation_x(0.42) * DMat3::from_rotation_y(-0.66),
        };
        let hand = if self.mirrored { DMat3::from_diagonal(DVec3::new(-1.0, 1.0, 1.0)) } else { DMat3::IDENTITY };
        seen * hand
    }
}

/// Draws it.
pub fn lashed(tied: &Tied<'_>, figure: &LashedFigure) -> Scene {
    let turn = figure.turn();
    let line: Vec<DVec3> = tied.laid.strand.points.iter().map(|p| turn * p.at).collect();
    let pole = |p: &Pole| Pole { along: turn * p.along, middle: turn * p.middle, ..p.clone() };
    let poles = from_the_back(tied.laid.poles.iter().map(pole).collect());
    let view = framed(&line, figure.size);
    let hidden = |p: DVec3| poles.iter().any(|q| q.hides(p, DVec3::Z));

    let mut items: Vec<Item> = poles.iter().flat_map(|p| pole_items(p, &view)).collect();
    let next = figure.step.and_then(|i| tied.moves.get(i));
    let laid = tied.laid_before(figure.step);
    let both = tied.laid.middle.is_some();
    let back = !both && next.is_some_and(|m| m.then[0] < m.lies[0]);
    let lies = &line[laid[0]..laid[1]];
    let mut points: Vec<P3> =
        if lies.len() > 3 { resampled(lies, STEP) } else { Vec::new() }.iter().map(DVec3::to_array).collect();
    if back {
        points.reverse();
    }
    let mut pieces = Vec::new();
    let mut ink = Vec::new();
    if !points.is_empty() {
        let run = Run {
            points,
            pattern: if figure.laid { Pattern::Laid } else { Pattern::Braided },
            thick: 1.0,
            whipped: true,
            // The tail stays in the hand while the long end works, and the long end runs off while the tail does.
            whipped_start: both || (!back && laid[0] == 0),
        };
        items.extend(ghosts(&run.points, &hidden, &view));
        let hides = |at: P2, z: f64| hidden(DVec3::new(at[0], at[1], z));
        let runs = [run];
        let shown = |p: P3| !hidden(DVec3::from_array(p));
        let (fills, outline) = tubes_among(&runs, &Among { hides: &hides, shown: &shown, stretch: 2.0 * STEP }, &view);
        pieces.extend(fills);
        ink.extend(outline);
        if !hidden(DVec3::from_array(runs[0].points[runs[0].points.len() - 1])) {
            ink.extend(cut_ends(&runs, &view));
        }
    }
    pieces.sort_by(|a, b| a.depth.total_cmp(&b.depth));
    items.extend(pieces.into_iter().flat_map(|p| p.items));
    items.extend(ink);
    if let Some(m) = next {
        items.extend(dotted(&line, m, laid, &hidden, &view).into_iter().flat_map(|p| p.items));
    }
    Scene { width: figure.size[0], height: figure.size[1], items, alt: alt(tied, figure) }
}

impl Tied<'_> {
    /// From which to which point the cord lies before a move; all of it where none comes.
    pub fn laid_before(&self, step: Option<usize>) -> [usize; 2] {
        const LEAD: usize = 18;
        let all = self.laid.strand.points.len();
        let Some(next) = step.and_then(|i| self.moves.get(i)) else { return [0, all] };
        let [from, to] = next.lies;
        if let Some(middle) = self.laid.middle {
            // Both ends run off a little where nothing lies yet.
            let off = |then: usize| (LEAD / 2).min(then.abs_diff(middle) / 2);
            return [from.min(middle - off(next.then[0])), to.max(middle + off(next.then[1]))];
        }
        if next.then[0] >= from {
            return [0, to.max(LEAD.min(next.then[1]))];
        }
        // Worked with the short end: what lies is from there to a lead of the long end.
        let lead = self.laid.worked_back.map_or(all, |w| (w[2] + LEAD).min(all));
        [from, lead]
    }
}

/// Frames the cord, not the poles.
pub(super) fn framed(line: &[DVec3], size: P2) -> View {
    let low = line.iter().copied().reduce(DVec3::min).unwrap_or_default() - DVec3::splat(ROOM);
    let high = line.iter().copied().reduce(DVec3::max).unwrap_or_default() + DVec3::splat(ROOM);
    View::plain([low.x, low.y], [high.x, high.y], size, [8.0; 4])
}

/// Poles in the order they are painted: none over one that lies before it where the two cross in the picture.
fn from_the_back(mut poles: Vec<Pole>) -> Vec<Pole> {
    let mut order = Vec::new();
    while !poles.is_empty() {
        let is_back = |p: &Pole| poles.iter().all(|q| !behind(q, p));
        let back = poles.iter().position(is_back).unwrap_or(0);
        order.push(poles.remove(back));
    }
    order
}

/// One pole lies behind another: where their axes cross in the picture; in the middle, where they run side by side.
fn behind(a: &Pole, b: &Pole) -> bool {
    let cross = a.along.x * b.along.y - a.along.y * b.along.x;
    if cross.abs() < 1e-6 {
        return a.middle.z < b.middle.z - 1e-9;
    }
    let apart = b.middle - a.middle;
    let on_a = a.middle + a.along * ((apart.x * b.along.y - apart.y * b.along.x) / cross);
    let on_b = b.middle + b.along * ((apart.x * a.along.y - apart.y * a.along.x) / cross);
    on_a.z < on_b.z - 1e-9
}

/// A pole that runs off the frame, with its grain.
pub(super) fn pole_items(pole: &Pole, view: &View) -> Vec<Item> {
    let way = DVec3::new(pole.along.x, pole.along.y, 0.0);
    let side = DVec3::new(-way.y, way.x, 0.0).normalize_or(DVec3::X);
    let at = |along: f64, off: f64| {
        let p = pole.middle + pole.along * along + side * (off * pole.radius);
        view.page([p.x, p.y])
    };
    let mut items =
        vec![Item::Fill { class: "ob bark", points: vec![at(-FAR, -1.0), at(FAR, -1.0), at(FAR, 1.0), at(-FAR, 1.0)] }];
    let mut grain = Vec::new();
    for (row, off) in [-0.72, -0.4, -0.08, 0.24, 0.52, 0.8].into_iter().enumerate() {
        let mut from = -FAR - row as f64 * 3.0;
        let mut k = row;
        while from < FAR {
            let long = 6.0 + 3.1 * ((k * 7 + row * 3) % 5) as f64;
            grain.push(vec![at(from, off), at(from + long, off)]);
            from += long + 2.0 + 0.9 * ((k * 3) % 4) as f64;
            k += 1;
        }
    }
    items.push(Item::Lines { class: "og", runs: grain, width: None, dash: None });
    items.extend([-1.0, 1.0].map(|off| Item::line("oe", vec![at(-FAR, off), at(FAR, off)])));
    items
}

/// What lies behind a pole, dashed on it.
pub(super) fn ghosts(points: &[P3], hidden: &dyn Fn(DVec3) -> bool, view: &View) -> Vec<Item> {
    let mut edges: Vec<Vec<P2>> = Vec::new();
    let mut stretch: Vec<P2> = Vec::new();
    let mut close = |stretch: &mut Vec<P2>| {
        if stretch.len() > 3 {
            edges.extend(both_edges(stretch, view));
        }
        stretch.clear();
    };
    for p in points {
        if hidden(DVec3::from_array(*p)) {
            // A stretch that runs at the eye has no edges.
            if stretch.last().is_none_or(|q| distance(*q, [p[0], p[1]]) > 0.02) {
                stretch.push([p[0], p[1]]);
            }
        } else {
            close(&mut stretch);
        }
    }
    close(&mut stretch);
    ghosted(edges, view)
}

/// The next move's dots.
fn dotted(line: &[DVec3], m: &Move, laid: [usize; 2], hidden: &dyn Fn(DVec3) -> bool, view: &View) -> Vec<Piece> {
    let before = &line[laid[0]..laid[1]];
    // Under cord already laid, where that lies between it and the eye.
    let under = |p: &DVec3| before.iter().any(|q| (q.x - p.x).hypot(q.y - p.y) < 0.5 && q.z > p.z + 0.5 && !hidden(*q));
    let dots = |way: Vec<DVec3>| {
        let turned: Vec<P3> = way.iter().map(DVec3::to_array).collect();
        let seen: Vec<Dots> =
            way.iter().map(|p| if hidden(*p) || under(p) { Dots::Behind } else { Dots::Plainly }).collect();
        next_move(&turned, turned.len().saturating_sub(1), &seen, view)
    };
    let on = &line[laid[1].min(m.then[1].saturating_sub(1))..m.then[1]];
    let back: Vec<DVec3> = line[m.then[0]..=laid[0]].iter().rev().copied().collect();
    let ways = [(m.then[1] > m.lies[1], on.to_vec()), (m.then[0] < m.lies[0], back)];
    ways.into_iter().filter(|(more, _)| *more).flat_map(|(_, way)| dots(way)).collect()
}

fn alt(tied: &Tied<'_>, figure: &LashedFigure) -> String {
    let seen = if figure.seen == LashingSeen::Front { String::new() } else { format!(", {}", figure.seen.words()) };
    let hand = if figure.mirrored { ", left-handed" } else { "" };
    let now = match figure.step.and_then(|i| tied.moves.get(i).map(|m| (i, m))) {
        Some((i, m)) => {
            format!("move {} of {}: {}", i + 1, tied.moves.len(), told(&m.say, figure.mirrored))
        }
        None => format!("tied. {}", tied.lashing.looks(Counts::of(tied.laid.script())).join(" ")),
    };
    format!("{}{seen}{hand}, {now}", tied.lashing.name)
}

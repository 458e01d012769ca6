//! Rope as it is drawn: spans in order of depth, ink swelling where a strand passes over.
//!
//! A strand is cut half way between two crossings, so each span takes part in one crossing at most and
//! can be sorted by its height there: the painter's order is exact. Nothing is masked with the colour of
//! the ground, so the drawing works on any.

use super::Item;
use super::view::{View, thinned};
use crate::knot::meeting::{Meeting, Place, meetings};
use crate::knot::notation::{Axis, Pole};
use crate::knot::spline::{P2, P3, distance, interpolate, left_of, lengths, tangents};

/// How a rope looks. Ropes are told apart by lightness, pattern and edge, not by hue alone.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Pattern {
    /// Dark, with pale chevrons that point to the working end.
    Braided,
    /// Pale, with slanted dark strands.
    Laid,
    /// No rope: a clip.
    Steel,
    /// No rope: a toggle.
    Timber,
}

impl Pattern {
    const fn class(self) -> &'static str {
        match self {
            Self::Braided => "ra",
            Self::Laid => "rb",
            Self::Steel => "hs",
            Self::Timber => "ht",
        }
    }
}

/// A run of rope on the page, ready to draw.
#[derive(Debug, Clone)]
pub struct Run {
    /// Points, turned but not yet in pixels.
    pub points: Vec<P3>,
    /// How it looks.
    pub pattern: Pattern,
    /// How thick it is, in diameters of the rope.
    pub thick: f64,
    /// Ends in a whipped working end.
    pub whipped: bool,
    /// Begins with a whipped end too.
    pub whipped_start: bool,
}

/// A painted piece of rope and the depth it lies at.
pub struct Piece {
    /// Height used for sorting.
    pub depth: f64,
    /// Its primitives, bottom first.
    pub items: Vec<Item>,
}

/// Length of a whipping, in rope diameters (common practice: one to one and a half).
const WHIPPING: f64 = 1.5;

/// Cuts every run at its crossings and levels and paints the spans.
pub fn pieces(runs: &[Run], poles: &[Pole], view: &View) -> Vec<Piece> {
    let flat: Vec<Vec<P2>> = runs.iter().map(|r| r.points.iter().map(|p| [p[0], p[1]]).collect()).collect();
    let refs: Vec<&[P2]> = flat.iter().map(Vec::as_slice).collect();
    let crossings = meetings(&refs);
    let mut out = Vec::new();
    for (k, run) in runs.iter().enumerate() {
        let mine = on_run(runs, &crossings, k, &|p| apart(poles, view, p));
        let line = Line { flat: &flat[k], length: lengths(flat[k].iter().copied()), tangent: tangents(&flat[k]) };
        for span in spans(run, &mine, &line.length, &passages(run, poles, view)) {
            out.push(paint(run, &line, &span, view));
        }
    }
    out
}

/// A run in the plane, with what is asked of it again and again.
struct Line<'a> {
    flat: &'a [P2],
    length: Vec<f64>,
    tangent: Vec<P2>,
}

/// A crossing as one strand meets it.
struct Here {
    index: f64,
    z: f64,
    over: bool,
}

/// A bar seen from its side stands between what lies before it and what lies behind it at this place.
fn apart(poles: &[Pole], view: &View, p: P2) -> bool {
    poles.iter().filter(|q| q.axis != Axis::Z).any(|pole| {
        let (c, r) = view.turned_pole(pole);
        let off = if pole.axis == Axis::X { p[1] - c[1] } else { p[0] - c[0] };
        off.abs() < r
    })
}

/// Crossings of run `k` in order. A strand before an object lies on the object, not on a strand behind it: `apart` tells where.
fn on_run(runs: &[Run], crossings: &[Meeting], k: usize, apart: &dyn Fn(P2) -> bool) -> Vec<Here> {
    let z = |p: Place| {
        let points = &runs[p.rope].points;
        let i = p.index as usize;
        let j = (i + 1).min(points.len() - 1);
        points[i][2] + (p.index - i as f64) * (points[j][2] - points[i][2])
    };
    let mut here = Vec::new();
    for m in crossings {
        for (a, b) in [(m.early, m.late), (m.late, m.early)] {
            if a.rope == k {
                let p = runs[k].points[a.index as usize];
                let parted = z(a) > 0.0 && z(b) < 0.0 && apart([p[0], p[1]]);
                here.push(Here { index: a.index, z: z(a), over: z(a) > z(b) && !parted });
            }
        }
    }
    here.sort_by(|a, b| a.index.total_cmp(&b.index));
    here
}

/// Part of a run with one crossing at most.
struct Span {
    from: usize,
    to: usize,
    depth: f64,
    /// Running length at which it passes over, if it does.
    over_at: Option<f64>,
}

fn spans(run: &Run, here: &[Here], length: &[f64], passages: &[usize]) -> Vec<Span> {
    let mut cuts: Vec<usize> = vec![0];
    for pair in here.windows(2) {
        let middle = (interpolate(length, pair[0].index) + interpolate(length, pair[1].index)) / 2.0;
        cuts.push(length.partition_point(|&l| l < middle));
    }
    cuts.extend(passages);
    cuts.push(run.points.len() - 1);
    cuts.sort_unstable();
    cuts.dedup();
    cuts.windows(2)
        .map(|c| {
            let inside = here.iter().find(|h| h.index >= c[0] as f64 && h.index < c[1] as f64);
            let mean = run.points[c[0]..=c[1]].iter().map(|p| p[2]).sum::<f64>() / (c[1] - c[0] + 1) as f64;
            let over_at = inside.filter(|h| h.over).map(|h| interpolate(length, h.index));
            Span { from: c[0], to: c[1], depth: inside.map_or(mean, |h| h.z), over_at }
        })
        .collect()
}

/// Where the rope comes over a side-on object or leaves it, and where it changes side there: between two of these it passes
/// before the object or behind it, wherever it comes from.
fn passages(run: &Run, poles: &[Pole], view: &View) -> Vec<usize> {
    /// A little outside the object's edge: the end of a stroke is square to its rope, not to the edge.
    const EDGE: f64 = 0.3;
    let mut cuts = Vec::new();
    for pole in poles.iter().filter(|p| p.axis != Axis::Z) {
        let (c, r) = view.turned_pole(pole);
        let side = |p: &P3| {
            let off = if pole.axis == Axis::X { p[1] - c[1] } else { p[0] - c[0] };
            if off.abs() < r + EDGE { if p[2] < 0.0 { -1 } else { 1 } } else { 0 }
        };
        let sides: Vec<i32> = run.points.iter().map(side).collect();
        cuts.extend((1..sides.len()).filter(|&i| sides[i] != sides[i - 1]));
    }
    cuts
}

fn paint(run: &Run, line: &Line<'_>, span: &Span, view: &View) -> Piece {
    let (flat, length) = (line.flat, &line.length);
    let scale = view.scale;
    let ink = (0.085f64).max(1.2 / scale).min(0.2);
    let end = *length.last().unwrap_or(&0.0);
    let body_to = if run.whipped { length.partition_point(|&l| l < end - WHIPPING) } else { flat.len() - 1 };
    let page = |from: usize, to: usize| -> Vec<P2> {
        thinned(&flat[from..=to].iter().map(|&p| view.page(p)).collect::<Vec<_>>(), 0.12)
    };
    let mut items = Vec::new();
    items.push(Item::Lines {
        class: "re",
        runs: vec![page(span.from, span.to)],
        width: Some(run.thick * scale),
        dash: None,
    });
    if let Some(at) = span.over_at {
        items.push(Item::Fill { class: "rs", points: swelling(line, span, at, run.thick, view) });
    }
    let fill = |class: &'static str, from: usize, to: usize| Item::Lines {
        class,
        runs: vec![page(from.saturating_sub(1), (to + 1).min(flat.len() - 1))],
        width: Some(scale * (run.thick - 2.0 * ink)),
        dash: None,
    };
    let body_from = if run.whipped_start { length.partition_point(|&l| l < WHIPPING) } else { 0 };
    let (a, b) = (span.from.max(body_from), span.to.min(body_to));
    if span.from < body_from.min(span.to) {
        items.push(fill("rt", span.from, body_from.min(span.to)));
        items.push(whipping(line, span.from, body_from.min(span.to), view));
    }
    if a < b {
        items.push(fill(run.pattern.class(), a, b));
        items.extend(texture(run, line, a, b, view));
    }
    let end_from = span.from.max(body_to);
    if end_from < span.to {
        items.push(fill("rt", end_from, span.to));
        items.push(whipping(line, end_from, span.to, view));
    }
    Piece { depth: span.depth, items }
}

/// Extra ink each side of a strand where it passes over, tapering to nothing.
fn swelling(line: &Line<'_>, span: &Span, at: f64, thick: f64, view: &View) -> Vec<P2> {
    let (flat, length) = (line.flat, &line.length);
    const REACH: f64 = 1.5;
    const FULL: f64 = 0.6;
    const INK: f64 = 0.15;
    let from = length.partition_point(|&l| l < at - REACH).max(span.from);
    let to = length.partition_point(|&l| l < at + REACH).min(span.to).max(from + 1).min(flat.len() - 1);
    let t = &line.tangent[from..=to];
    let side = |s: f64| {
        let points = flat[from..=to].iter().zip(t).zip(&length[from..=to]);
        points.map(move |((p, t), l)| {
            let w = thick / 2.0 + INK * ((REACH - (l - at).abs()) / (REACH - FULL)).clamp(0.0, 1.0);
            let n = left_of(*t);
            view.page([p[0] + s * w * n[0], p[1] + s * w * n[1]])
        })
    };
    let mut outline: Vec<P2> = side(1.0).collect();
    let mut other: Vec<P2> = side(-1.0).collect();
    other.reverse();
    outline.extend(other);
    outline
}

/// Chevrons or slanted strands at even distances along the whole run, those that fall in this span.
fn texture(run: &Run, line: &Line<'_>, from: usize, to: usize, view: &View) -> Option<Item> {
    let (flat, length, t) = (line.flat, &line.length, &line.tangent);
    // Smaller than this, texture is only noise.
    if view.scale < 8.0 {
        return None;
    }
    let (step, class, width) = match run.pattern {
        Pattern::Braided => (0.95, "fl", 0.11),
        Pattern::Laid => (0.6, "ly", 0.09),
        Pattern::Steel | Pattern::Timber => return None,
    };
    let mut marks = Vec::new();
    let mut next = (length[from] / step).ceil() * step + step * 0.25;
    for i in from..to {
        if length[i] <= next && next < length[i + 1] {
            let rise = (run.points[i + 1][2] - run.points[i][2]).abs() / distance(flat[i], flat[i + 1]).max(1e-6);
            let bend = 1.0
                - (t[i.saturating_sub(3)][0] * t[(i + 3).min(to)][0]
                    + t[i.saturating_sub(3)][1] * t[(i + 3).min(to)][1]);
            // Where the rope turns away from the eye its texture is not seen.
            if rise < 1.6 && bend < 0.6 {
                marks.push(mark(run.pattern, flat[i], t[i], view));
            }
        }
        while next <= length[i + 1] {
            next += step;
        }
    }
    (!marks.is_empty()).then(|| Item::Lines {
        class,
        runs: marks,
        width: Some((width * view.scale).max(1.0)),
        dash: None,
    })
}

fn mark(pattern: Pattern, c: P2, t: P2, view: &View) -> Vec<P2> {
    let n = left_of(t);
    let at =
        |along: f64, across: f64| view.page([c[0] + t[0] * along + n[0] * across, c[1] + t[1] * along + n[1] * across]);
    match pattern {
        Pattern::Braided => vec![at(-0.18, 0.27), at(0.14, 0.0), at(-0.18, -0.27)],
        _ => vec![at(-0.3, 0.38), at(-0.08, 0.12), at(0.08, -0.12), at(0.3, -0.38)],
    }
}

/// Four turns of twine across the end, and the cut.
fn whipping(line: &Line<'_>, from: usize, to: usize, view: &View) -> Item {
    let (flat, t) = (line.flat, &line.tangent);
    let turns = 4.min(to - from);
    let mut runs: Vec<Vec<P2>> = (0..=turns)
        .map(|k| {
            let i = to - (to - from) * k / (turns + 1);
            let (p, n) = (flat[i], left_of(t[i]));
            vec![
                view.page([p[0] + 0.46 * n[0], p[1] + 0.46 * n[1]]),
                view.page([p[0] - 0.46 * n[0], p[1] - 0.46 * n[1]]),
            ]
        })
        .collect();
    runs.retain(|r| distance(r[0], r[1]) > 0.1);
    Item::Lines { class: "wh", runs, width: Some((0.12 * view.scale).max(1.3)), dash: None }
}

//! Marks for hands in a move: a thumb where the rope is pinched, an arrow at what is hauled on, one along what is slid.

use super::labels;
use super::rope::Run;
use super::view::View;
use super::{Anchor, Item};
use crate::knot::notation::Axis;
use crate::knot::spline::{P2, P3, distance};
use crate::knot::{Family, Knot, Place};

/// What is on the page already.
pub(super) struct Drawn<'a> {
    pub(super) knot: &'a Knot,
    pub(super) view: &'a View,
    pub(super) size: P2,
    /// Points of rope and of the way of the move, in pixels.
    pub(super) drawn: Vec<P2>,
}

/// Below this many pixels to a diameter there is no room for a thumb.
const LEAST_SCALE: f64 = 5.5;

/// Every mark for a hand in this move.
pub(super) fn hands(page: &Drawn<'_>, step: usize) -> Vec<Item> {
    let Some(other) = page.knot.other_hand.get(step) else { return Vec::new() };
    if page.view.scale < LEAST_SCALE {
        return Vec::new();
    }
    let hauls = other.hauls.iter().flat_map(|at| page.haul(*at, step));
    let slide = other.slides.then(|| page.slide()).flatten();
    let mut items: Vec<Item> = slide.into_iter().flatten().chain(hauls).collect();
    // What is hauled or slid is in both hands.
    if items.is_empty() {
        items.extend(page.knot.pinched(step).and_then(|at| page.thumb(at)).into_iter().flatten());
    }
    items
}

/// Of a finished knot: an arrow at each end, outward along it, and one out of a loop that is held open.
pub(super) fn hauled(page: &Drawn<'_>, runs: &[Run]) -> Vec<Item> {
    let mut items = Vec::new();
    for run in runs {
        let way: Vec<P2> = run.points.iter().map(|p| page.view.page([p[0], p[1]])).collect();
        let back: Vec<P2> = way.iter().rev().copied().collect();
        items.extend(page.at_end(&way, 8.0).into_iter().chain(page.at_end(&back, 8.0)));
    }
    if let Some(held) = page.knot.entry.holds {
        items.extend(page.at_end(&[page.middle(), page.view.place([held.at[0], held.at[1], 0.0])], 0.0));
    }
    items
}

impl Drawn<'_> {
    /// An arrow outward at an end, or out of a loop at its crown.
    fn haul(&self, at: Place, step: usize) -> Vec<Item> {
        let strand = &self.knot.path.strands[at.rope];
        let i = strand.index_at(at.waypoint, at.back);
        let made = self.knot.laid[step].iter().any(|p| (p.rope, p.waypoint, p.back) == (at.rope, at.waypoint, at.back));
        let on_page = |p: &P3| self.view.place(*p);
        let (way, clear) = if i == 0 {
            (strand.points.iter().rev().map(on_page).collect::<Vec<_>>(), 8.0)
        } else if made || i + 2 >= strand.points.len() {
            (strand.points[..=i].iter().map(on_page).collect(), 16.0)
        } else {
            (vec![self.middle(), on_page(&strand.points[i])], 10.0)
        };
        self.at_end(&way, clear)
    }

    /// An arrow at the last of a way that is seen, outward along it; none where the way still bends beyond the frame, as where
    /// only a part of a knot is shown.
    fn at_end(&self, way: &[P2], clear: f64) -> Vec<Item> {
        let inside = |p: &P2| (0..2).all(|k| p[k] > 10.0 && p[k] < self.size[k] - 10.0);
        match way.iter().rposition(inside) {
            Some(tip) if tip > 0 && straight(&way[tip..]) => self.outward(way[tip], way[tip.saturating_sub(5)], clear),
            _ => Vec::new(),
        }
    }

    /// The middle of the knot's crossings.
    fn middle(&self) -> P2 {
        let path = &self.knot.path;
        let all =
            path.crossings.iter().map(|c| self.view.place(path.strands[c.over.rope].points[c.over.index as usize]));
        let (sum, n) = all.fold(([0.0; 2], 0.0), |(s, n), p| ([s[0] + p[0], s[1] + p[1]], n + 1.0));
        [sum[0] / f64::max(n, 1.0), sum[1] / f64::max(n, 1.0)]
    }

    /// An arrow beside the knot the way it is slid: toward what it is tied to, or away from that where sliding tightens the line.
    fn slide(&self) -> Option<Vec<Item>> {
        const LONG: f64 = 46.0;
        let held = || self.knot.entry.holds.map(|h| (self.view.place([h.at[0], h.at[1], 0.0]), h.r * self.view.scale));
        let (object, radius) = self.knot.path.poles.first().map(|p| self.view.pole(p)).or_else(held)?;
        let knot = self.middle();
        let apart = distance(object, knot);
        let sign = if self.knot.entry.family == Family::Adjustable { -1.0 } else { 1.0 };
        let way = [sign * (object[0] - knot[0]) / apart, sign * (object[1] - knot[1]) / apart];
        let from = (apart - radius - LONG).max(0.0) / 2.0;
        let places = [1.0, -1.0, 1.8, -1.8].map(|side| {
            let beside = side * (3.2 * self.view.scale + 12.0);
            [knot[0] + way[0] * from - way[1] * beside, knot[1] + way[1] * from + way[0] * beside]
        });
        let covers = |at: &P2| {
            let on = |p: &&P2| distance(**p, [at[0] + way[0] * LONG / 2.0, at[1] + way[1] * LONG / 2.0]) < 30.0;
            let off = (0..2).any(|k| at[k] < 24.0 || at[k] > self.size[k] - 24.0);
            self.drawn.iter().filter(on).count() + if off { 1000 } else { 0 }
        };
        let at = places.into_iter().min_by_key(covers)?;
        // Its word on the side away from the knot.
        let out = if (at[0] - knot[0]) * -way[1] + (at[1] - knot[1]) * way[0] > 0.0 { 30.0 } else { -30.0 };
        let middle = [at[0] + way[0] * LONG / 2.0 - way[1] * out, at[1] + way[1] * LONG / 2.0 + way[0] * out];
        let words = [middle[0].clamp(28.0, self.size[0] - 28.0), middle[1].clamp(20.0, self.size[1] - 14.0) + 5.0];
        let mut items = labels::pull(at, way, None, self.size);
        items.push(Item::Text { class: "labn halo", at: words, anchor: Anchor::Middle, text: "slide".into() });
        Some(items)
    }

    /// A block arrow outward from a tip: beyond it where there is room, else beside it, where it covers least of what is drawn; never
    /// on an object seen end-on.
    fn outward(&self, tip: P2, before: P2, clear: f64) -> Vec<Item> {
        const LONG: f64 = 52.0;
        let inside = |p: P2| (0..2).all(|k| p[k] > 10.0 && p[k] < self.size[k] - 10.0);
        let l = distance(tip, before).max(1e-9);
        let way = [(tip[0] - before[0]) / l, (tip[1] - before[1]) / l];
        let n = [-way[1], way[0]];
        let at = |along: f64, across: f64| {
            [tip[0] + way[0] * along + n[0] * across, tip[1] + way[1] * along + n[1] * across]
        };
        let beside = self.view.scale * 0.7 + 14.0;
        let mut froms = vec![at(clear, 0.0)];
        froms.extend([1.0, -1.0, 1.9, -1.9].iter().flat_map(|s| [0.0, -LONG, -2.0 * LONG].map(|a| at(a, s * beside))));
        let end_on = self.knot.path.poles.iter().filter(|p| p.axis == Axis::Z).map(|p| self.view.pole(p));
        let end_on: Vec<(P2, f64)> = end_on.collect();
        let free = |p: P2| inside(p) && end_on.iter().all(|(c, r)| distance(*c, p) > *r);
        let along = |f: &P2, s: f64| [f[0] + way[0] * LONG * s, f[1] + way[1] * LONG * s];
        let fits = |f: &P2| [0.0, 0.5, 1.0].iter().all(|s| free(along(f, *s)));
        // Rope and dots are as wide as they are, the arrow's head twelve pixels to either side.
        let covers = |f: &P2| {
            let reach = self.view.scale / 2.0 + 8.0;
            let on = |p: &&P2| [0.1, 0.4, 0.7].iter().any(|s| distance(**p, along(f, *s)) < reach);
            self.drawn.iter().filter(on).count()
        };
        let best = froms.into_iter().filter(fits).min_by_key(covers);
        best.map(|f| labels::pull(f, way, None, self.size)).unwrap_or_default()
    }

    /// A thumb on a place, from the side where it covers least.
    fn thumb(&self, at: P3) -> Option<Vec<Item>> {
        let tip = self.view.place(at);
        let wide = (0.95 * self.view.scale).clamp(9.0, 24.0);
        let long = 3.6 * wide;
        let covered = |turn: &f64| {
            let way = [turn.cos(), turn.sin()];
            let along = |p: &P2| (p[0] - tip[0]) * way[0] + (p[1] - tip[1]) * way[1];
            let beside = |p: &P2| ((p[1] - tip[1]) * way[0] - (p[0] - tip[0]) * way[1]).abs();
            let covers = |p: &&P2| along(p) > wide && along(p) < long + wide && beside(p) < wide * 1.2;
            let end = [tip[0] + way[0] * long, tip[1] + way[1] * long];
            let off = (0..2).any(|k| end[k] < 4.0 || end[k] > self.size[k] - 4.0);
            self.drawn.iter().filter(covers).count() + if off { 400 } else { 0 }
        };
        let turns: Vec<f64> = (0..16).map(|k| f64::from(k) * std::f64::consts::PI / 8.0 + 0.3).collect();
        let turn = turns.into_iter().min_by_key(covered)?;
        Some(thumb(tip, [turn.cos(), turn.sin()], wide, long))
    }
}

/// It runs on much the same way from its first point to its last.
fn straight(way: &[P2]) -> bool {
    const MUCH: f64 = 0.9;
    let along: f64 = way.windows(2).map(|w| distance(w[0], w[1])).sum();
    distance(way[0], way[way.len() - 1]) >= MUCH * along
}

/// A thumb seen from its nail: its tip a little beyond `tip`, reaching away along `way`.
fn thumb(tip: P2, way: P2, wide: f64, long: f64) -> Vec<Item> {
    let at = |along: f64, across: f64| {
        [tip[0] + way[0] * along - way[1] * across, tip[1] + way[1] * along + way[0] * across]
    };
    let round = |r: f64, flat: f64, from: f64, to: f64| -> Vec<P2> {
        (0..=20)
            .map(|k| from + (to - from) * f64::from(k) / 20.0)
            .map(|a| at(-r * flat * a.cos(), r * a.sin()))
            .collect()
    };
    let half = std::f64::consts::FRAC_PI_2;
    let mut outline = vec![at(long, -wide * 1.1)];
    outline.extend(round(wide, 1.0, -half, half));
    outline.push(at(long, wide * 1.1));
    let mut nail = round(wide * 0.56, 1.1, -half, half);
    nail.extend([at(wide * 0.55, wide * 0.5), at(wide * 0.68, 0.0), at(wide * 0.55, -wide * 0.5)]);
    nail.push(nail[0]);
    vec![
        Item::Fill { class: "thumb", points: outline.clone() },
        Item::line("thumb-edge", outline),
        Item::line("thumb-edge nail", nail),
    ]
}

//! A line between two anchors from the side, to scale.

use super::{Anchor, Item, Scene};
use crate::knot::spline::P2;

/// What is drawn, in metres.
#[derive(Debug, Clone)]
pub struct Elevation {
    /// Width and height in pixels.
    pub size: P2,
    /// Level distance of the anchors.
    pub span_m: f64,
    /// How much higher the far anchor is.
    pub rise_m: f64,
    /// Sag below the straight line, least and most.
    pub sag_m: [f64; 2],
    /// Height of the near anchor over the ground.
    pub high_m: f64,
    /// Where gear hangs, as a share of the span, and how far it lies below the straight line, least and most; where none hangs the
    /// load is spread along the line.
    pub hung: Vec<[f64; 3]>,
    /// Words: span, sag, pull on the anchors, load.
    pub words: [String; 4],
}

/// Half a tree's thickness.
const TREE: f64 = 0.14;
/// Room at the sides for the words.
const SIDE: f64 = 130.0;

/// Draws it.
pub fn elevation(e: &Elevation) -> Scene {
    let top = e.high_m + e.rise_m.max(0.0) + 0.7;
    let scale = ((e.size[0] - 2.0 * SIDE) / e.span_m).min((e.size[1] - 90.0) / (top + e.sag_m[1].max(0.0) * 0.2));
    let left = (e.size[0] - e.span_m * scale) / 2.0;
    let ground = e.size[1] - 46.0;
    let page = |x: f64, y: f64| [left + x * scale, ground - y * scale];
    let near = e.high_m;
    let mut items = vec![Item::Fill {
        class: "soil",
        points: vec![[0.0, ground], [e.size[0], ground], [e.size[0], e.size[1]], [0.0, e.size[1]]],
    }];
    for x in [0.0, e.span_m] {
        let half = (TREE * scale).max(5.0);
        let (p, top) = (page(x, 0.0), page(x, top));
        items.push(Item::Rect { class: "ob bark", at: [p[0] - half, top[1], 2.0 * half, p[1] - top[1]] });
        items.push(Item::line("oe", vec![[p[0] - half, p[1]], [p[0] - half, top[1]]]));
        items.push(Item::line("oe", vec![[p[0] + half, p[1]], [p[0] + half, top[1]]]));
    }
    // `which` of the two sags: 1 the least, 2 the most; 0 the straight line.
    let curve = |which: usize| -> Vec<P2> {
        // What would hang lower lies on the ground.
        let at = |u: f64, below: f64| page(u * e.span_m, (near + e.rise_m * u - below).max(0.0));
        let below = |h: &[f64; 3]| if which == 0 { 0.0 } else { h[which] };
        if e.hung.is_empty() {
            let sag = if which == 0 { 0.0 } else { e.sag_m[which - 1] };
            return (0..=60).map(|i| f64::from(i) / 60.0).map(|u| at(u, 4.0 * sag * u * (1.0 - u))).collect();
        }
        let hung = e.hung.iter().map(|h| at(h[0], below(h)));
        [at(0.0, 0.0)].into_iter().chain(hung).chain([at(1.0, 0.0)]).collect()
    };
    items.push(Item::Lines { class: "chord", runs: vec![curve(0)], width: Some(2.0), dash: Some((6.0, 7.0)) });
    items.push(Item::Lines { class: "re", runs: vec![curve(2)], width: Some(7.0), dash: None });
    items.push(Item::Lines { class: "ra", runs: vec![curve(2)], width: Some(4.0), dash: None });
    items.push(Item::Lines { class: "nx", runs: vec![curve(1)], width: Some(4.0), dash: None });
    items.extend(words(e, &page, near, ground));
    Scene {
        width: e.size[0],
        height: e.size[1],
        items,
        alt: format!("The line from the side, to scale: {}", e.words.join("; ")),
    }
}

fn words(e: &Elevation, page: &dyn Fn(f64, f64) -> P2, near: f64, ground: f64) -> Vec<Item> {
    let text = |class, at, anchor, words: &String| Item::Text { class, at, anchor, text: words.clone() };
    let (a, b) = (page(0.0, 0.0), page(e.span_m, 0.0));
    // What hangs lowest, where the words stand; the middle where a load is spread.
    let lowest = e.hung.iter().copied().max_by(|a, b| a[2].total_cmp(&b[2]));
    let [low, _, below] = lowest.unwrap_or([0.5, 0.0, e.sag_m[1]]);
    let hang = page(low * e.span_m, (near + e.rise_m * low - below).max(0.0));
    let chord = page(low * e.span_m, near + e.rise_m * low);
    let y = ground + 20.0;
    // Beside what hangs alone; over a row, which leaves no room below.
    let sag = if e.hung.len() > 1 { chord[1] - 10.0 } else { hang[1] + 26.0 };
    let mut items = vec![
        Item::line("dim", vec![[a[0], y], [b[0], y]]),
        text("dimt", [f64::midpoint(a[0], b[0]), y + 20.0], Anchor::Middle, &e.words[0]),
        Item::line("dim", vec![chord, hang]),
        text("dimt halo", [hang[0] + 24.0, sag], Anchor::Start, &e.words[1]),
    ];
    let half = if e.hung.len() > 1 { 11.0 } else { 16.0 };
    items.extend(e.hung.iter().map(|h| {
        let p = page(h[0] * e.span_m, near + e.rise_m * h[0] - h[2]);
        let top = (p[1] + 4.0).min(ground - 2.0 * half + 2.0);
        Item::Rect { class: "gear", at: [p[0] - half, top, 2.0 * half, 2.0 * half - 2.0] }
    }));
    // Above the ground, however low the line hangs.
    let named = (hang[1] + 58.0).min(ground - 12.0);
    items.push(text("lab halo", [hang[0], named], Anchor::Middle, &e.words[3]));
    let top = page(0.0, near);
    items.push(text("lab halo", [top[0] - 18.0, top[1] - 8.0], Anchor::End, &e.words[2]));
    items
}

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
    /// Where the load hangs, as a share of the span; spread along the line when absent.
    pub at: Option<f64>,
    /// Words: span, sag, pull on the anchors, load.
    pub words: [String; 4],
}

/// Height of the lower anchor over the ground.
const ANCHOR_HEIGHT: f64 = 1.8;
/// Half a tree's thickness.
const TREE: f64 = 0.14;
/// Room at the sides for the words.
const SIDE: f64 = 130.0;

/// Draws it.
pub fn elevation(e: &Elevation) -> Scene {
    let lowest = ANCHOR_HEIGHT - e.rise_m.min(0.0);
    let top = lowest + e.rise_m.max(0.0) + 0.7;
    let scale = ((e.size[0] - 2.0 * SIDE) / e.span_m).min((e.size[1] - 90.0) / (top + e.sag_m[1].max(0.0) * 0.2));
    let left = (e.size[0] - e.span_m * scale) / 2.0;
    let ground = e.size[1] - 46.0;
    let page = |x: f64, y: f64| [left + x * scale, ground - y * scale];
    let near = lowest;
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
    let curve = |sag: f64| -> Vec<P2> {
        let below = |u: f64| match e.at {
            Some(at) if u < at => sag * u / at,
            Some(at) => sag * (1.0 - u) / (1.0 - at),
            None => 4.0 * sag * u * (1.0 - u),
        };
        let mut along: Vec<f64> = (0..=60).map(|i| f64::from(i) / 60.0).chain(e.at).collect();
        along.sort_by(f64::total_cmp);
        along.into_iter().map(|u| page(u * e.span_m, near + e.rise_m * u - below(u))).collect()
    };
    items.push(Item::Lines { class: "chord", runs: vec![curve(0.0)], width: Some(2.0), dash: Some((6.0, 7.0)) });
    items.push(Item::Lines { class: "re", runs: vec![curve(e.sag_m[1])], width: Some(7.0), dash: None });
    items.push(Item::Lines { class: "ra", runs: vec![curve(e.sag_m[1])], width: Some(4.0), dash: None });
    items.push(Item::Lines { class: "nx", runs: vec![curve(e.sag_m[0])], width: Some(4.0), dash: None });
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
    let low = e.at.unwrap_or(0.5);
    let hang = page(low * e.span_m, near + e.rise_m * low - e.sag_m[1]);
    let chord = page(low * e.span_m, near + e.rise_m * low);
    let y = ground + 20.0;
    let mut items = vec![
        Item::line("dim", vec![[a[0], y], [b[0], y]]),
        text("dimt", [f64::midpoint(a[0], b[0]), y + 20.0], Anchor::Middle, &e.words[0]),
        Item::line("dim", vec![chord, hang]),
        text("dimt halo", [hang[0] + 24.0, hang[1] + 26.0], Anchor::Start, &e.words[1]),
    ];
    if e.at.is_some() {
        items.push(Item::Rect { class: "gear", at: [hang[0] - 16.0, hang[1] + 4.0, 32.0, 30.0] });
    }
    // Above the ground, however low the line hangs.
    let named = (hang[1] + 58.0).min(ground - 12.0);
    items.push(text("lab halo", [hang[0], named], Anchor::Middle, &e.words[3]));
    let top = page(0.0, near);
    items.push(text("lab halo", [top[0] - 18.0, top[1] - 8.0], Anchor::End, &e.words[2]));
    items
}

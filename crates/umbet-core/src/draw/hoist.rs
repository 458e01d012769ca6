//! A thing hoisted, from the side: its line as it goes, and beside it the thing large, with its hitch and half hitches.

use super::scale::{dimension, rope_line, text};
use super::{Anchor, Item, Scene};

/// What is hoisted, as it is drawn.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum HoistedLooks {
    /// A handle with a head low down.
    Headed,
    /// A plank, a pole, a saw.
    Straight,
    /// Rails and rungs.
    Ladder,
    /// On its bail.
    Bucket,
}

/// A thing hoisted.
#[derive(Debug, Clone)]
pub struct HoistLooks {
    /// Width in pixels.
    pub width: f64,
    /// What it is.
    pub thing: HoistedLooks,
    /// Its length.
    pub long_m: f64,
    /// Its thickness.
    pub thick_m: f64,
    /// Where it balances, from its upper end.
    pub balance_m: f64,
    /// Where it is hitched.
    pub hitch_m: f64,
    /// Half hitches.
    pub leads_m: Vec<f64>,
    /// The line goes over something and down again.
    pub bends: bool,
    /// How high it is to come.
    pub high_m: f64,
    /// A second line from its low end.
    pub guided: bool,
    /// Its height, where the hitch is, its mass, the pull wanted: in words.
    pub words: [String; 4],
}

/// Height of the drawing, pixels.
const HIGH: f64 = 470.0;
/// Ground, and what it goes over.
const GROUND: f64 = 46.0;
const OVER: f64 = 30.0;
/// Top of the thing where it is drawn large, and its length, pixels.
const LARGE: [f64; 2] = [84.0, 300.0];

/// Draws it.
pub fn hoist_side(h: &HoistLooks) -> Scene {
    let ground = HIGH - GROUND;
    let soil = vec![[0.0, ground], [h.width, ground], [h.width, HIGH], [0.0, HIGH]];
    let mut items = vec![Item::Fill { class: "soil", points: soil }];
    items.extend(to_scale(h, ground));
    items.extend(large(h));
    let half = h.width * 0.56;
    items.push(Item::line("oe thin", vec![[half, 0.0], [half, HIGH]]));
    items.push(text("lab halo", [half + 14.0, 26.0], Anchor::Start, "How it hangs"));
    let alt = format!(
        "Hoisted {} high, {}; beside it how it hangs, its hitch {} from its upper end.",
        h.words[0], h.words[2], h.words[1]
    );
    Scene { width: h.width, height: HIGH, items, alt }
}

/// The hoist to scale: the thing a little off the ground, its line up and over.
fn to_scale(h: &HoistLooks, ground: f64) -> Vec<Item> {
    let scale = ((ground - OVER - 40.0) / h.high_m).min(110.0);
    let top = ground - h.high_m * scale;
    let (x, off) = (h.width * 0.24, 0.12 * (ground - top));
    let long = (h.long_m * scale).max(14.0).min(ground - top - off);
    let wide = (h.thick_m * scale).clamp(6.0, 26.0);
    let up = ground - off - long;
    let mut items = Vec::new();
    if h.bends {
        let beam = [x - 40.0, top - OVER, 200.0, OVER];
        items.push(Item::Rect { class: "ob wood", at: beam });
        let [l, t, w, b] = [beam[0], beam[1], beam[2], beam[3]];
        items.push(Item::line("oe", vec![[l, t], [l + w, t], [l + w, t + b], [l, t + b], [l, t]]));
        let away = [x + 130.0, ground - 60.0];
        items.extend(rope_line("ra", [x, up], [x, top - OVER], 5.0));
        items.extend(rope_line("ra", [x, top - OVER], [x + 46.0, top - OVER], 5.0));
        items.extend(rope_line("ra", [x + 46.0, top - OVER], away, 5.0));
        items.push(Item::Fill {
            class: "pull",
            points: vec![
                [away[0] + 10.0, away[1] + 34.0],
                [away[0] - 8.0, away[1] + 14.0],
                [away[0] + 14.0, away[1] + 8.0],
            ],
        });
        items.push(text("lab halo", [away[0] + 18.0, away[1] - 4.0], Anchor::Start, &h.words[3]));
    } else {
        items.extend(rope_line("ra", [x, up], [x, 10.0], 5.0));
        items.push(Item::Fill { class: "pull", points: vec![[x, 6.0], [x - 12.0, 30.0], [x + 12.0, 30.0]] });
        items.push(text("lab halo", [x + 22.0, 34.0], Anchor::Start, &h.words[3]));
    }
    if h.guided {
        items.extend(rope_line("rb", [x, ground - off], [x - 110.0, ground - 8.0], 4.0));
        items.push(text("lab halo", [x - 20.0, ground + 26.0], Anchor::End, "guiding line"));
    }
    items.extend(thing(h, [x, up], long, wide));
    let far = x - 58.0;
    items.extend(dimension(
        [far, ground],
        [far, top],
        [far - 10.0, f64::midpoint(top, ground)],
        Anchor::End,
        &h.words[0],
    ));
    items
}

/// The thing with its upper end here.
fn thing(h: &HoistLooks, [x, up]: [f64; 2], long: f64, wide: f64) -> Vec<Item> {
    let outline =
        |l: f64, t: f64, w: f64, high: f64| vec![[l, t], [l + w, t], [l + w, t + high], [l, t + high], [l, t]];
    let part = |class, points: Vec<[f64; 2]>| [Item::Fill { class, points: points.clone() }, Item::line("oe", points)];
    let mut items = Vec::new();
    match h.thing {
        HoistedLooks::Straight => items.extend(part("ob wood", outline(x - wide / 2.0, up, wide, long))),
        HoistedLooks::Headed => {
            items.extend(part("ob wood", outline(x - wide / 2.0, up, wide, long)));
            let head = [(-2.6, -1.3), (2.2, -1.0), (2.2, 1.0), (-2.6, 1.3), (-2.6, -1.3)];
            let at = |(a, b): (f64, f64)| [x + a * wide, up + long - 1.2 * wide + b * wide];
            items.extend(part("ob steel", head.into_iter().map(at).collect()));
        }
        HoistedLooks::Ladder => {
            let rails = (2.2 * wide).max(18.0);
            for side in [-1.0, 1.0] {
                items.extend(part("ob wood", outline(x + side * rails - 4.0, up, 8.0, long)));
            }
            let rungs = ((h.long_m / 0.3).round() as usize).clamp(3, 20);
            for i in 0..rungs {
                let y = up + long * (i as f64 + 0.5) / rungs as f64;
                items.push(Item::Lines {
                    class: "oe",
                    runs: vec![vec![[x - rails, y], [x + rails, y]]],
                    width: Some(6.0),
                    dash: None,
                });
            }
        }
        HoistedLooks::Bucket => {
            let w = long * 0.9;
            let bail: Vec<[f64; 2]> = (0..=16)
                .map(|i| {
                    let a = std::f64::consts::PI * f64::from(i) / 16.0;
                    [x - w / 2.0 * a.cos(), up + 0.45 * long * (1.0 - a.sin())]
                })
                .collect();
            items.push(Item::Lines { class: "oe", runs: vec![bail], width: Some(5.0), dash: None });
            let body = vec![
                [x - w / 2.0, up + 0.45 * long],
                [x + w / 2.0, up + 0.45 * long],
                [x + w / 2.6, up + long],
                [x - w / 2.6, up + long],
                [x - w / 2.0, up + 0.45 * long],
            ];
            items.extend(part("ob steel", body));
        }
    }
    items
}

/// The thing large: its hitch as three turns, its half hitches as one each, the line along it, its balance marked.
fn large(h: &HoistLooks) -> Vec<Item> {
    let [top, long] = LARGE;
    let x = h.width * 0.74;
    let scale = long / h.long_m;
    let wide = (h.thick_m * scale).clamp(16.0, 46.0);
    let y = |m: f64| top + m * scale;
    let mut items = thing(h, [x, top], long, wide);
    let belt = |at: f64, turns: usize| {
        (0..turns).flat_map(move |i| {
            let y = at + (i as f64 - (turns as f64 - 1.0) / 2.0) * 13.0;
            rope_line("ra", [x - wide / 2.0 - 5.0, y], [x + wide / 2.0 + 5.0, y], 9.0)
        })
    };
    let line = x + wide / 2.0 - 4.0;
    if h.leads_m.is_empty() {
        items.extend(rope_line("ra", [x, top + 6.0], [x, 44.0], 9.0));
        items.extend(rope_line("ra", [x - 10.0, top + 4.0], [x + 10.0, top + 4.0], 9.0));
    } else {
        items.extend(rope_line("ra", [line, y(h.hitch_m)], [line, 44.0], 9.0));
        items.extend(belt(y(h.hitch_m), 3));
        for lead in &h.leads_m {
            items.extend(belt(y(*lead), 1));
        }
        let left = x - wide / 2.0 - 12.0;
        items.push(Item::Lines {
            class: "dim",
            runs: vec![vec![[left - 8.0, y(h.balance_m)], [x + wide, y(h.balance_m)]]],
            width: None,
            dash: Some((6.0, 5.0)),
        });
        items.push(text("dimt halo", [left - 16.0, y(h.balance_m) + 6.0], Anchor::End, "balance"));
        let right = x + wide / 2.0 + 36.0;
        let words_at = [right + 10.0, f64::midpoint(top, y(h.hitch_m))];
        items.extend(dimension([right, top], [right, y(h.hitch_m)], words_at, Anchor::Start, &h.words[1]));
        items.push(text("lab halo", [right, y(h.hitch_m) + 22.0], Anchor::Start, "hitch"));
        items.push(text("lab halo", [left, y(h.leads_m[0]) + 6.0], Anchor::End, "half hitch"));
    }
    items.push(text("labn halo", [x, top + long + 30.0], Anchor::Middle, &h.words[2]));
    items
}

//! A load to scale: from its left side, and from above, forward to the left of the page.

use super::scale::{covers, dimension, name_beside, overlap, rope_line, text, wind_arrow};
use super::{Anchor, Item, Scene};
use crate::knot::spline::P2;

/// What stands under the load.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Under {
    /// Two wheels and a shaft.
    Wheels,
    /// Runners.
    Runners,
    /// A hull.
    Hull,
}

/// How a thing looks.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Body {
    /// Flat sides.
    Box,
    /// A standing cylinder.
    Upright,
    /// A lying cylinder.
    Lying,
    /// Side by side.
    Bundle,
    /// A sack.
    Sack,
}

/// A thing of the load, metres: rearward, to the right, up.
#[derive(Debug, Clone)]
pub struct BodyLooks {
    /// Its name and mass.
    pub name: String,
    /// How it looks.
    pub body: Body,
    /// Middle of its foot.
    pub at: [f64; 3],
    /// Length, width, height.
    pub size: [f64; 3],
}

/// A line.
#[derive(Debug, Clone)]
pub struct LineLooks {
    /// From ring to ring.
    pub points: Vec<[f64; 3]>,
    /// Its number and what it does.
    pub words: [String; 2],
    /// It is to come: dotted.
    pub to_come: bool,
}

/// A load.
#[derive(Debug, Clone)]
pub struct LoadLooks {
    /// Width in pixels.
    pub width: f64,
    /// Deck: length and width.
    pub deck: P2,
    /// Height of the board across its front.
    pub board_m: f64,
    /// Under it.
    pub under: Under,
    /// Rings.
    pub rings: Vec<P2>,
    /// On it, in the order it was laid.
    pub bodies: Vec<BodyLooks>,
    /// Over and round it.
    pub lines: Vec<LineLooks>,
    /// The slackest thing: where, which way it goes on the page of the side and on that from above, and in words.
    pub slack: Option<([f64; 3], [P2; 2], [String; 2])>,
    /// Length and width of the deck in words.
    pub words: [String; 2],
}

/// Room at the sides of the page, pixels.
const EDGE: f64 = 90.0;
/// Height of a view from the side at most, pixels.
const TALL: f64 = 330.0;
/// Most pixels a metre.
const SCALE: f64 = 230.0;
/// Height of the deck over the ground, metres.
const DECK_HIGH: f64 = 0.42;
/// Thickness of a line, pixels.
const LINE: f64 = 8.0;
/// Radius of a number, pixels.
const DISC: f64 = 13.0;

struct Frame {
    scale: f64,
    left: f64,
}

impl LoadLooks {
    fn frame(&self) -> Frame {
        let ends = |side: f64| self.bodies.iter().map(move |b| b.at[0] + side * b.size[0] / 2.0);
        let rings = || self.rings.iter().map(|r| r[0]);
        let low = ends(-1.0).chain(rings()).fold(-0.25, f64::min);
        let high = ends(1.0).chain(rings()).fold(self.deck[0] + 0.1, f64::max);
        let tall = self.top() + DECK_HIGH;
        let scale = ((self.width - 2.0 * EDGE) / (high - low)).min(TALL / tall.max(0.3)).min(SCALE);
        Frame { scale, left: (self.width - (high - low) * scale) / 2.0 - low * scale }
    }

    fn top(&self) -> f64 {
        self.bodies.iter().map(|b| b.at[2] + b.size[2]).fold(self.board_m.max(0.15), f64::max)
    }
}

fn disc(at: P2, number: &str, to_come: bool) -> Vec<Item> {
    let class = if to_come { "nxh" } else { "pull" };
    vec![Item::Circle { class, at, r: DISC }, text("flagt", [at[0], at[1] + 6.0], Anchor::Middle, number)]
}

fn line(points: Vec<P2>, to_come: bool) -> Vec<Item> {
    if to_come {
        return vec![Item::Lines { class: "nx", runs: vec![points], width: None, dash: None }];
    }
    points.windows(2).flat_map(|w| rope_line("ra", w[0], w[1], LINE)).collect()
}

/// From the left side.
pub fn load_side(l: &LoadLooks) -> Scene {
    let f = l.frame();
    let head = 64.0;
    let deck = head + l.top() * f.scale;
    let ground = deck + DECK_HIGH * f.scale;
    let height = ground + 30.0;
    let page = |p: [f64; 3]| [f.left + p[0] * f.scale, deck - p[2] * f.scale];
    let mut items = under(l, &f, deck, ground, height);
    for b in &l.bodies {
        items.extend(body_side(b, &page, f.scale));
    }
    for s in &l.lines {
        let near: Vec<P2> = near_side(&s.points).into_iter().map(&page).collect();
        items.extend(line(near, s.to_come));
    }
    for r in &l.rings {
        items.extend(ring([f.left + r[0] * f.scale, deck + 5.0]));
    }
    items.extend(numbers(l, &page));
    if let Some((at, [way, _], words)) = l.slack.as_ref().filter(|(_, [way, _], _)| way[0] != 0.0 || way[1] != 0.0) {
        items.extend(slack(page(*at), *way, words, l.width));
    }
    for b in &l.bodies {
        let middle = page([b.at[0], b.at[1], b.at[2] + b.size[2] / 2.0]);
        items.push(name_beside(middle, b.size[2] * f.scale / 2.0, &b.name, &items, [l.width, height]));
    }
    Scene { width: l.width, height, items, alt: format!("The load from its left side, to scale: {}.", said(l)) }
}

/// What of a line is seen from the left: the way from the left ring up to where it is highest or farthest round.
fn near_side(points: &[[f64; 3]]) -> Vec<[f64; 3]> {
    let from_left = points.first().zip(points.last()).is_none_or(|(a, b)| a[1] <= b[1]);
    let mut ordered: Vec<[f64; 3]> = points.to_vec();
    if !from_left {
        ordered.reverse();
    }
    let middle = ordered
        .iter()
        .map(|p| p[1])
        .fold(f64::MAX, f64::min)
        .midpoint(ordered.iter().map(|p| p[1]).fold(f64::MIN, f64::max));
    let seen = ordered.iter().take_while(|p| p[1] <= middle + 1e-6).count();
    ordered.truncate(seen.max(1) + 1);
    ordered
}

/// Numbers of the lines over the load, each with its words, none upon another.
fn numbers(l: &LoadLooks, page: &dyn Fn([f64; 3]) -> P2) -> Vec<Item> {
    let mut items: Vec<Item> = Vec::new();
    let mut taken: Vec<[f64; 4]> = Vec::new();
    for s in &l.lines {
        let top = s.points.iter().copied().max_by(|a, b| a[2].total_cmp(&b[2])).unwrap_or_default();
        let at = page(top);
        let mut disc_at = [at[0], at[1] - DISC - 12.0];
        let label = |d: P2| text("lab halo", [d[0] + DISC + 8.0, d[1] + 6.0], Anchor::Start, &s.words[1]);
        let boxed = |d: P2| {
            let [_, t, r, b] = covers(&label(d)).unwrap_or_default();
            [d[0] - DISC, t.min(d[1] - DISC), r, b.max(d[1] + DISC)]
        };
        while taken.iter().any(|t| overlap(*t, boxed(disc_at))) && disc_at[1] > 2.0 * DISC {
            disc_at[1] -= 8.0;
        }
        taken.push(boxed(disc_at));
        items.push(Item::line("oe thin", vec![[disc_at[0], disc_at[1] + DISC], at]));
        items.extend(disc(disc_at, &s.words[0], s.to_come));
        items.push(label(disc_at));
    }
    items
}

/// From above.
pub fn load_above(l: &LoadLooks) -> Scene {
    let f = l.frame();
    let bodies = l.bodies.iter().map(|b| b.at[1].abs() + b.size[1] / 2.0);
    let widest = bodies.chain(l.rings.iter().map(|r| r[1].abs())).fold(l.deck[1] / 2.0, f64::max);
    let middle = 44.0 + widest * f.scale;
    let height = 2.0 * middle + 30.0;
    let page = |p: [f64; 3]| [f.left + p[0] * f.scale, middle - p[1] * f.scale];
    let mut items = deck_above(l, &f, middle);
    for b in &l.bodies {
        items.extend(body_above(b, &page, f.scale));
    }
    for s in &l.lines {
        items.extend(line(s.points.iter().copied().map(page).collect(), s.to_come));
    }
    for (i, r) in l.rings.iter().enumerate() {
        let at = page([r[0], r[1], 0.0]);
        let y = if r[1] > 0.0 { at[1] - 12.0 } else { at[1] + 24.0 };
        items.extend(ring(at));
        items.push(text("labn halo", [at[0], y], Anchor::Middle, &(i + 1).to_string()));
    }
    for s in &l.lines {
        let across = s.points.len() / 2;
        let mid = [0, 1].map(|k| f64::midpoint(s.points[across - 1][k], s.points[across][k]));
        items.extend(disc(page([mid[0], mid[1], 0.0]), &s.words[0], s.to_come));
    }
    let [a, b] = [0.0, l.deck[0]].map(|x| f.left + x * f.scale);
    let y = height - 22.0;
    items.extend(dimension([a, y], [b, y], [b + 12.0, y + 6.0], Anchor::Start, &l.words[0]));
    if let Some((at, [_, way], words)) = l.slack.as_ref().filter(|(_, [_, way], _)| way[1] != 0.0) {
        items.extend(slack(page(*at), *way, words, l.width));
    }
    Scene { width: l.width, height, items, alt: format!("The load from above, to scale: {}.", said(l)) }
}

fn said(l: &LoadLooks) -> String {
    let bodies = l.bodies.iter().map(|b| b.name.clone());
    let lines = l.lines.iter().map(|s| format!("line {}, {}", s.words[0], s.words[1]));
    bodies.chain(lines).collect::<Vec<_>>().join("; ")
}

fn ring(at: P2) -> [Item; 2] {
    [Item::Circle { class: "ob steel", at, r: 5.0 }, Item::Circle { class: "oe thin hollowed", at, r: 5.0 }]
}

/// Where the slackest thing goes, and how soon.
fn slack(at: P2, way: P2, words: &[String; 2], width: f64) -> Vec<Item> {
    let start = [at[0] + 60.0 * way[0], at[1] + 26.0 + 40.0 * way[1]];
    let wide = words.iter().map(|w| w.chars().count() as f64 * 9.0).fold(0.0, f64::max);
    let middle =
        (start[0] + 0.5 * wide * way[0]).clamp(wide / 2.0 + 8.0, (width - wide / 2.0 - 8.0).max(wide / 2.0 + 8.0));
    let mut items = wind_arrow(start, way, "");
    items.pop();
    let rows = if way[1] == 0.0 { [start[1] - 66.0, start[1] - 46.0] } else { [start[1] + 14.0, start[1] + 34.0] };
    items.extend([0, 1].map(|i| text("lab halo", [middle, rows[i]], Anchor::Middle, &words[i])));
    items
}

/// Wheels, runners or a hull, and the ground or water.
fn under(l: &LoadLooks, f: &Frame, deck: f64, ground: f64, height: f64) -> Vec<Item> {
    let x = |m: f64| f.left + m * f.scale;
    let thick = 12.0;
    let class = if l.under == Under::Hull { "sheet" } else { "soil" };
    let mut items =
        vec![Item::Fill { class, points: vec![[0.0, ground], [l.width, ground], [l.width, height], [0.0, height]] }];
    match l.under {
        Under::Wheels => {
            let r = (ground - deck - thick) / 2.0 + 8.0;
            let hub = [x(l.deck[0] * 0.55), ground - r];
            items.push(Item::Circle { class: "ob steel", at: hub, r });
            items.push(Item::Circle { class: "oe hollowed", at: hub, r });
            items.push(Item::Circle { class: "pull", at: hub, r: 4.0 });
            items.push(Item::Lines {
                class: "oe",
                runs: vec![vec![[x(0.1), deck + thick], [x(0.1), ground]]],
                width: Some(6.0),
                dash: None,
            });
            items.push(Item::Lines {
                class: "oe",
                runs: vec![vec![[x(0.0), deck + thick / 2.0], [(x(0.0) - 170.0).max(0.0), deck - 26.0]]],
                width: Some(8.0),
                dash: None,
            });
        }
        Under::Runners => {
            let runner = vec![[x(-0.15), ground - 40.0], [x(0.05), ground - 5.0], [x(l.deck[0]), ground - 5.0]];
            items.push(Item::Lines { class: "oe", runs: vec![runner], width: Some(8.0), dash: None });
            for m in [0.2, 0.5, 0.8] {
                let post = vec![[x(l.deck[0] * m), deck + thick], [x(l.deck[0] * m), ground - 5.0]];
                items.push(Item::Lines { class: "oe", runs: vec![post], width: Some(5.0), dash: None });
            }
        }
        Under::Hull => {
            let (bow, stern) = (x(-0.35), x(l.deck[0] + 0.2));
            let keel = ground + 12.0;
            items.push(Item::Fill {
                class: "ob wood",
                points: vec![[bow, deck - 14.0], [stern, deck - 6.0], [stern - 20.0, keel], [bow + 60.0, keel]],
            });
        }
    }
    items.push(Item::Rect { class: "ob wood", at: [x(0.0), deck, l.deck[0] * f.scale, thick] });
    items.extend(framed([x(0.0), deck, l.deck[0] * f.scale, thick]));
    if l.board_m > 0.0 {
        let high = l.board_m * f.scale;
        items.push(Item::Rect { class: "ob steel", at: [x(0.0) - 10.0, deck - high, 10.0, high + thick] });
        items.extend(framed([x(0.0) - 10.0, deck - high, 10.0, high + thick]));
    }
    items
}

fn framed([x, y, w, h]: [f64; 4]) -> Vec<Item> {
    vec![Item::line("oe", vec![[x, y], [x + w, y], [x + w, y + h], [x, y + h], [x, y]])]
}

const fn look(body: Body) -> &'static str {
    match body {
        Body::Box | Body::Bundle => "ob wood",
        Body::Upright | Body::Lying => "ob steel",
        Body::Sack => "gear",
    }
}

fn body_side(b: &BodyLooks, page: &dyn Fn([f64; 3]) -> P2, scale: f64) -> Vec<Item> {
    let [left, top] = page([b.at[0] - b.size[0] / 2.0, 0.0, b.at[2] + b.size[2]]);
    let (w, h) = (b.size[0] * scale, b.size[2] * scale);
    let mut items = vec![Item::Rect { class: look(b.body), at: [left, top, w, h] }];
    items.extend(framed([left, top, w, h]));
    let level = |share: f64| Item::line("og hollowed", vec![[left, top + h * share], [left + w, top + h * share]]);
    match b.body {
        Body::Bundle => items.push(level(0.5)),
        Body::Upright => items.extend([level(0.33), level(0.66)]),
        Body::Lying => items.extend([level(0.25), level(0.8)]),
        Body::Box | Body::Sack => {}
    }
    items
}

fn body_above(b: &BodyLooks, page: &dyn Fn([f64; 3]) -> P2, scale: f64) -> Vec<Item> {
    if b.body == Body::Upright {
        let (at, r) = (page(b.at), b.size[0].min(b.size[1]) / 2.0 * scale);
        return vec![
            Item::Circle { class: look(b.body), at, r },
            Item::Circle { class: "oe hollowed", at, r },
            Item::Circle { class: "og hollowed", at, r: r * 0.85 },
        ];
    }
    let [left, top] = page([b.at[0] - b.size[0] / 2.0, b.at[1] + b.size[1] / 2.0, 0.0]);
    let (w, h) = (b.size[0] * scale, b.size[1] * scale);
    let mut items = vec![Item::Rect { class: look(b.body), at: [left, top, w, h] }];
    items.extend(framed([left, top, w, h]));
    let level = |share: f64| Item::line("og hollowed", vec![[left, top + h * share], [left + w, top + h * share]]);
    match b.body {
        Body::Bundle => items.extend([level(0.25), level(0.5), level(0.75)]),
        Body::Lying => items.extend([level(0.2), level(0.8)]),
        _ => {}
    }
    items
}

fn deck_above(l: &LoadLooks, f: &Frame, middle: f64) -> Vec<Item> {
    let (x, half) = (f.left, l.deck[1] / 2.0 * f.scale);
    let wide = l.deck[0] * f.scale;
    let mut items = vec![Item::Rect { class: "sheet", at: [x, middle - half, wide, 2.0 * half] }];
    if l.under == Under::Wheels {
        for side in [-0.25, 0.25] {
            let y = middle + side * 2.0 * half;
            let shaft = vec![[x, y], [(x - 170.0).max(0.0), y]];
            items.push(Item::Lines { class: "oe", runs: vec![shaft], width: Some(7.0), dash: None });
        }
    }
    if l.board_m > 0.0 {
        items.push(Item::Rect { class: "ob steel", at: [x - 10.0, middle - half, 10.0, 2.0 * half] });
        items.extend(framed([x - 10.0, middle - half, 10.0, 2.0 * half]));
    }
    items
}

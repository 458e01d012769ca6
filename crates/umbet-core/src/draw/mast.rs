//! A mast on guys, to scale: from the side and from above.

use super::scale::{cross, dimension, rope_line, text, trunk_above, wind_arrow};
use super::{Anchor, Item, Scene};
use crate::knot::spline::P2;
use std::f64::consts::TAU;

/// Guys of one level.
#[derive(Debug, Clone, PartialEq)]
pub struct GuysLooks {
    /// Where they sit on the mast.
    pub high_m: f64,
    /// From its foot to their stakes.
    pub out_m: f64,
    /// How high, and what the hardest bears, in words.
    pub words: [String; 2],
}

/// A mast.
#[derive(Debug, Clone)]
pub struct MastLooks {
    /// Width in pixels.
    pub width: f64,
    /// Its height.
    pub high_m: f64,
    /// Thickness at its foot and at its top.
    pub thick_m: [f64; 2],
    /// Its guys, from the lowest up.
    pub guys: Vec<GuysLooks>,
    /// Sides it is guyed to.
    pub sides: usize,
    /// Depth of its stakes.
    pub deep_m: f64,
    /// Something is at its head.
    pub headed: bool,
    /// Pull of a line from its head, in words.
    pub pulled: Option<String>,
    /// The wind, in words.
    pub wind: String,
    /// Its height, from foot to stake and from stake to stake, in words.
    pub words: [String; 3],
}

/// Height of the drawings, pixels.
const HIGH: f64 = 430.0;
/// Height of the ground, and room over the head, pixels.
const GROUND: f64 = 70.0;
const OVER: f64 = 40.0;
/// Room at the sides: for heights, and for stakes.
const EDGE: P2 = [120.0, 40.0];

impl MastLooks {
    fn out_m(&self) -> f64 {
        self.guys.iter().map(|g| g.out_m).fold(0.5, f64::max)
    }

    /// From the side the guys to lee of three stand half as far out; those of four as far.
    fn lee(&self) -> f64 {
        if self.sides == 3 { 0.5 } else { 1.0 }
    }
}

/// From the side, the wind from the left.
pub fn mast_side(looks: &MastLooks) -> Scene {
    let ground = HIGH - GROUND;
    let wide = looks.out_m() * (1.0 + looks.lee());
    let scale = ((looks.width - EDGE[0] - EDGE[1] - 60.0) / wide).min((ground - OVER) / looks.high_m);
    let foot = EDGE[0] + looks.out_m() * scale;
    let foot = foot + ((looks.width - EDGE[1] - 60.0) - (EDGE[0] + wide * scale)).max(0.0) / 2.0;
    let at = |x: f64, z: f64| [foot + x * scale, ground - z * scale];
    let soil = vec![[0.0, ground], [looks.width, ground], [looks.width, HIGH], [0.0, HIGH]];
    let mut items = vec![Item::Fill { class: "soil", points: soil }];
    for g in &looks.guys {
        for out in [-g.out_m, g.out_m * looks.lee()] {
            items.extend(rope_line("ra", at(0.0, g.high_m), at(out, 0.0), 4.0));
        }
    }
    for g in &looks.guys {
        for out in [-g.out_m, g.out_m * looks.lee()] {
            items.push(stake(at(out, 0.0), out.signum(), (looks.deep_m * scale).max(12.0)));
        }
    }
    items.extend(stem(looks, scale, foot, ground));
    items.extend(head(looks, at(0.0, looks.high_m)));
    items.extend(pulls(looks, &at));
    let left = at(-looks.out_m(), 0.0)[0];
    let level = ground + 44.0;
    let words_at = [f64::midpoint(left, foot), level + 22.0];
    items.extend(dimension([left, level], [foot, level], words_at, Anchor::Middle, &looks.words[1]));
    let right = (at(looks.out_m() * looks.lee(), 0.0)[0] + 22.0).min(looks.width - 76.0);
    items.extend(heights(looks, right, &|z| at(0.0, z)[1]));
    items.extend(wind_arrow([60.0, 70.0], [1.0, 0.0], &looks.wind));
    let alt = format!("From the side, to scale: {} high, stakes {} out.", looks.words[0], looks.words[1]);
    Scene { width: looks.width, height: HIGH, items, alt }
}

/// What the hardest guys bear: of the highest beside them, of the lowest under them.
fn pulls(looks: &MastLooks, at: &dyn Fn(f64, f64) -> P2) -> Vec<Item> {
    let on = |g: &GuysLooks, share: f64| at(-g.out_m * (1.0 - share), share * g.high_m);
    let mut items = Vec::new();
    if let Some(g) = looks.guys.last() {
        let [x, y] = on(g, 0.5);
        items.push(text("lab halo", [x - 12.0, y - 6.0], Anchor::End, &g.words[1]));
    }
    if let [g, _, ..] = looks.guys.as_slice() {
        let [x, y] = on(g, 0.18);
        items.push(text("lab halo", [x + 16.0, y + 8.0], Anchor::Start, &g.words[1]));
    }
    items
}

/// Heights of the guys and of the mast, on one upright.
fn heights(looks: &MastLooks, x: f64, up: &dyn Fn(f64) -> f64) -> Vec<Item> {
    let mut items = dimension(
        [x, up(0.0)],
        [x, up(looks.high_m)],
        [x + 10.0, up(looks.high_m) - 4.0],
        Anchor::Start,
        &looks.words[0],
    );
    for g in looks.guys.iter().filter(|g| up(g.high_m) - up(looks.high_m) > 16.0) {
        let y = up(g.high_m);
        let tick = vec![[x - 6.0, y], [x + 6.0, y]];
        items.push(Item::Lines { class: "dim", runs: vec![tick], width: None, dash: None });
        items.push(text("dimt halo", [x + 10.0, y + 6.0], Anchor::Start, &g.words[0]));
    }
    items
}

/// The mast itself, thicker at its foot.
fn stem(looks: &MastLooks, scale: f64, foot: f64, ground: f64) -> Vec<Item> {
    let [low, high] = looks.thick_m.map(|t| (t * scale / 2.0).clamp(3.0, 12.0));
    let top = ground - looks.high_m * scale;
    let edge = vec![
        [foot - low, ground + 6.0],
        [foot - high, top],
        [foot + high, top],
        [foot + low, ground + 6.0],
        [foot - low, ground + 6.0],
    ];
    vec![Item::Fill { class: "ob wood", points: edge.clone() }, Item::line("oe", edge)]
}

/// A pennant where something is at the head; an arrow where a line pulls it.
fn head(looks: &MastLooks, [x, y]: P2) -> Vec<Item> {
    let mut items = Vec::new();
    if looks.headed {
        let edge = vec![[x, y - 4.0], [x + 34.0, y + 4.0], [x, y + 14.0], [x, y - 4.0]];
        items.push(Item::Fill { class: "flag", points: edge.clone() });
        items.push(Item::line("oe thin", edge));
    }
    if let Some(words) = &looks.pulled {
        items.extend(rope_line("rb", [x, y - 2.0], [x + 70.0, y - 14.0], 4.0));
        items.push(text("lab halo", [x + 76.0, y - 12.0], Anchor::Start, words));
    }
    items
}

/// A stake that leans away from the mast, as deep as it goes.
fn stake([x, y]: P2, way: f64, deep: f64) -> Item {
    let run = vec![[x + way * 0.25 * 12.0, y - 12.0], [x - way * 0.25 * deep, y + deep]];
    Item::Lines { class: "oe", runs: vec![run], width: Some(6.0), dash: None }
}

/// From above, one side into the wind.
pub fn mast_above(looks: &MastLooks) -> Scene {
    let middle = [looks.width / 2.0, HIGH / 2.0 + 6.0];
    let scale = (f64::min(looks.width, HIGH) / 2.0 - EDGE[1] - 18.0) / looks.out_m();
    let at = |out: f64, side: usize| {
        let a = TAU * side as f64 / looks.sides as f64 + TAU / 2.0;
        [middle[0] + out * scale * a.cos(), middle[1] + out * scale * a.sin()]
    };
    let mut items = Vec::new();
    let all = || looks.guys.iter().flat_map(|g| (0..looks.sides).map(move |s| (g, s)));
    for (g, side) in all() {
        items.extend(rope_line("ra", middle, at(g.out_m, side), 4.0));
    }
    for (g, side) in all() {
        items.push(cross(at(g.out_m, side)));
    }
    items.extend(trunk_above(middle, 6.0, true));
    let [a, b] = [at(looks.out_m(), 1), at(looks.out_m(), 2 % looks.sides)];
    let between = vec![a, b];
    items.push(Item::Lines { class: "dim", runs: vec![between], width: None, dash: Some((6.0, 5.0)) });
    let words_at = [f64::midpoint(a[0], b[0]) + 10.0, f64::midpoint(a[1], b[1]) + 24.0];
    items.push(text("dimt halo", words_at, Anchor::Start, &looks.words[2]));
    let near = at(0.5 * looks.out_m(), 0);
    items.push(text("dimt halo", [near[0], near[1] - 12.0], Anchor::Middle, &looks.words[1]));
    let alt = format!("From above, to scale: stakes {} out, {} from one to the next.", looks.words[1], looks.words[2]);
    Scene { width: looks.width, height: HIGH, items, alt }
}

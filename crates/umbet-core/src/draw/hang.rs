//! A bar hung from lines, from the side, to scale.

use super::scale::{dimension, rope_line, text};
use super::{Anchor, Item, Scene};
use crate::knot::spline::P2;

/// A thing on the bar.
#[derive(Debug, Clone)]
pub struct HungLooks {
    /// Its name.
    pub name: String,
    /// Its mass in words.
    pub mass: String,
    /// From where to where, metres.
    pub along_m: P2,
    /// Ties round the bar, of cloth; none for what hangs by itself.
    pub ties: u32,
}

/// A hung bar.
#[derive(Debug, Clone)]
pub struct HangLooks {
    /// Width in pixels.
    pub width: f64,
    /// Length of the bar.
    pub length_m: f64,
    /// From what it hangs from down to it.
    pub drop_m: f64,
    /// Its height over the floor.
    pub at_m: f64,
    /// Its thickness.
    pub thick_m: f64,
    /// Of wood.
    pub wood: bool,
    /// Where the lines hold it.
    pub lines_m: Vec<f64>,
    /// What each bears, in words.
    pub shares: Vec<String>,
    /// On it.
    pub things: Vec<HungLooks>,
    /// Its length and its height in words.
    pub words: [String; 2],
}

/// Room at the sides, pixels.
const EDGE: f64 = 80.0;
/// Least room for the lines and most for the whole, pixels.
const DROP: [f64; 2] = [90.0, 200.0];
/// Most pixels from the bar to the floor.
const BELOW: f64 = 190.0;

/// Draws it.
pub fn hang_side(h: &HangLooks) -> Scene {
    let scale = (h.width - 2.0 * EDGE) / h.length_m;
    let x = |m: f64| EDGE + m * scale;
    let top = 56.0;
    let bar = top + (h.drop_m * scale).clamp(DROP[0], DROP[1]);
    let thick = (h.thick_m * scale).clamp(10.0, 40.0);
    let floor = bar + thick + (h.at_m * scale).clamp(150.0, BELOW);
    let height = floor + 34.0;
    let mut items = vec![
        Item::Rect { class: "ob wood", at: [0.0, top - 26.0, h.width, 26.0] },
        Item::line("oe", vec![[0.0, top], [h.width, top]]),
        Item::Fill { class: "soil", points: vec![[0.0, floor], [h.width, floor], [h.width, height], [0.0, height]] },
    ];
    for t in &h.things {
        items.extend(thing(t, &x, bar + thick));
    }
    let class = if h.wood { "ob wood" } else { "ob steel" };
    let (left, right) = (x(0.0), x(h.length_m));
    items.push(Item::Rect { class, at: [left, bar, right - left, thick] });
    let edge = vec![[left, bar], [right, bar], [right, bar + thick], [left, bar + thick], [left, bar]];
    items.push(Item::line("oe", edge));
    for (i, (m, share)) in h.lines_m.iter().zip(&h.shares).enumerate() {
        items.extend(rope_line("ra", [x(*m), top - 24.0], [x(*m), bar + thick], 6.0));
        let at = [x(*m), f64::midpoint(top, bar)];
        items.push(Item::Circle { class: "pull", at, r: 13.0 });
        items.push(text("flagt", [at[0], at[1] + 6.0], Anchor::Middle, &(i + 1).to_string()));
        let last = i + 1 == h.lines_m.len();
        let (side, anchor) = if last { (-20.0, Anchor::End) } else { (20.0, Anchor::Start) };
        items.push(text("lab halo", [at[0] + side, at[1] + 6.0], anchor, share));
    }
    let y = floor - 18.0;
    items.extend(dimension([left, y], [right, y], [f64::midpoint(left, right), y - 8.0], Anchor::Middle, &h.words[0]));
    let end = right + 26.0;
    items.extend(dimension([end, bar + thick], [end, floor], [end - 8.0, floor - 60.0], Anchor::End, &h.words[1]));
    let said: Vec<String> = h.shares.iter().enumerate().map(|(i, s)| format!("line {} {s}", i + 1)).collect();
    Scene { width: h.width, height, items, alt: format!("The bar from the side, to scale: {}.", said.join(", ")) }
}

fn thing(t: &HungLooks, x: &dyn Fn(f64) -> f64, under: f64) -> Vec<Item> {
    let [a, b] = t.along_m.map(x);
    let wide = (b - a).max(34.0);
    let left = f64::midpoint(a, b) - wide / 2.0;
    let (top, high) = (under + 14.0, 46.0);
    // Two hooks, or every tie in its place.
    let count = t.ties.max(2);
    let step = (wide - 12.0) / f64::from(count - 1);
    let hangers = (0..count).map(|i| left + 6.0 + step * f64::from(i)).map(|x| vec![[x, under - 6.0], [x, top]]);
    let class = if t.ties > 0 { "ra" } else { "oe" };
    let edge = vec![[left, top], [left + wide, top], [left + wide, top + high], [left, top + high], [left, top]];
    vec![
        Item::Lines { class, runs: hangers.collect(), width: Some(if t.ties > 0 { 5.0 } else { 3.0 }), dash: None },
        Item::Rect { class: "gear", at: [left, top, wide, high] },
        Item::line("oe", edge),
        text("lab halo", [f64::midpoint(a, b), top + high + 20.0], Anchor::Middle, &t.name),
        text("labn halo", [f64::midpoint(a, b), top + high + 40.0], Anchor::Middle, &t.mass),
    ]
}

//! A haul from the side: the ground, the thing, the line and those who pull. The thing is to scale, the way is shortened.

use super::scale::{rope_line, text};
use super::{Anchor, Item, Scene};
use crate::knot::spline::P2;

/// A haul.
#[derive(Debug, Clone)]
pub struct HaulLooks {
    /// Width in pixels.
    pub width: f64,
    /// Rise of the way over its length.
    pub slope: f64,
    /// Length of the thing.
    pub length_m: f64,
    /// Its thickness.
    pub thick_m: f64,
    /// It runs on runners, drawn by a ring.
    pub runners: bool,
    /// It is of wood.
    pub wood: bool,
    /// The half hitch that leads stands so far from the leading end.
    pub leads_m: f64,
    /// The line bends over a lip by so much, radians.
    pub lip: f64,
    /// How many pull.
    pub people: usize,
    /// The thing, what starts it, where the half hitch stands, what is brought.
    pub words: [String; 4],
}

/// Height of the drawing, pixels.
const HIGH: f64 = 420.0;
/// Height of a person, pixels.
const PERSON: f64 = 74.0;
/// So many people are drawn; more are said.
const DRAWN: usize = 6;

/// Draws it: the way leads from the left to the right.
pub fn haul_side(h: &HaulLooks) -> Scene {
    let thing = h.width * 0.36;
    let scale = thing / h.length_m.max(0.1);
    let thick = (h.thick_m * scale).clamp(14.0, 90.0);
    let slope = h.slope.atan();
    let along = [slope.cos(), -slope.sin()];
    let up = [slope.sin(), slope.cos()].map(|x| -x);
    let up = [up[0], up[1]];
    let foot = [h.width * 0.06, HIGH * 0.62 + (h.slope * h.width * 0.3).clamp(-90.0, 90.0)];
    let at = |s: f64, n: f64| [foot[0] + along[0] * s + up[0] * n, foot[1] + along[1] * s + up[1] * n];
    let lip_at = h.width * if h.lip > 0.0 { 0.6 } else { 2.0 };
    let mut items = ground(h, &at, lip_at, slope);
    items.extend(body(h, &at, thing, thick));
    let path = line(h, &at, thing, thick, lip_at, slope);
    items.extend(path.windows(2).flat_map(|w| rope_line("ra", w[0], w[1], 7.0)));
    if !h.runners {
        items.extend(band(&at, thing * 0.66, thick, 3));
        items.extend(band(&at, thing - h.leads_m * scale, thick, 1));
    }
    items.extend(people(h, &path));
    items.extend(words(h, &at, thing, thick, &path, scale));
    Scene { width: h.width, height: HIGH, items, alt: format!("The haul from the side: {}.", h.words.join("; ")) }
}

fn ground(h: &HaulLooks, at: &dyn Fn(f64, f64) -> P2, lip_at: f64, slope: f64) -> Vec<Item> {
    let end = lip_at.min(h.width * 1.3);
    let mut top = vec![at(-200.0, 0.0), at(end, 0.0)];
    if lip_at < h.width {
        let [x, y] = at(end, 0.0);
        let beyond = slope - h.lip;
        top.push([x + 700.0 * beyond.cos(), y - 700.0 * beyond.sin()]);
    }
    let last = top[top.len() - 1];
    let mut soil = top.clone();
    soil.extend([[last[0], HIGH.max(last[1])], [-200.0, HIGH]]);
    vec![Item::Fill { class: "soil", points: soil }, Item::line("oe", top)]
}

fn body(h: &HaulLooks, at: &dyn Fn(f64, f64) -> P2, thing: f64, thick: f64) -> Vec<Item> {
    let class = if h.wood { "ob wood" } else { "ob steel" };
    let lift = if h.runners { 14.0 } else { 0.0 };
    let corners = vec![at(0.0, lift), at(thing, lift), at(thing, thick + lift), at(0.0, thick + lift)];
    let mut edge = corners.clone();
    edge.push(corners[0]);
    let mut items = vec![Item::Fill { class, points: corners }, Item::line("oe", edge)];
    if h.runners {
        let runner = vec![at(-10.0, 3.0), at(thing + 10.0, 3.0), at(thing + 34.0, 22.0)];
        items.push(Item::Lines { class: "oe", runs: vec![runner], width: Some(7.0), dash: None });
    } else {
        items.push(Item::line("og hollowed", vec![at(8.0, thick * 0.4), at(thing - 8.0, thick * 0.45)]));
    }
    items
}

/// Turns round the thing, side by side.
fn band(at: &dyn Fn(f64, f64) -> P2, s: f64, thick: f64, turns: usize) -> Vec<Item> {
    let turn = |i: usize| {
        let s = s + 9.0 * i as f64;
        rope_line("ra", at(s, -1.0), at(s + 3.0, thick + 1.0), 7.0)
    };
    (0..turns).flat_map(turn).collect()
}

/// From the hitch along the top, off over the leading end, and up the way; over the lip where there is one.
fn line(h: &HaulLooks, at: &dyn Fn(f64, f64) -> P2, thing: f64, thick: f64, lip_at: f64, slope: f64) -> Vec<P2> {
    let high = 34.0;
    let from = if h.runners {
        vec![at(thing + 6.0, 22.0)]
    } else {
        vec![at(thing * 0.7, thick + 2.0), at(thing, thick + 3.0)]
    };
    let mut path = from;
    if lip_at < h.width {
        let [x, y] = at(lip_at, 4.0);
        path.push([x, y]);
        let beyond = slope - h.lip;
        let far = (h.width - 40.0 - x).max(60.0);
        path.push([x + far * beyond.cos(), y - far * beyond.sin() - 20.0]);
    } else {
        let far = (h.width - 40.0 - at(0.0, 0.0)[0]) / slope.cos();
        path.push(at(far, high));
    }
    path
}

/// Those who pull, along the line's last stretch.
fn people(h: &HaulLooks, path: &[P2]) -> Vec<Item> {
    let (from, to) = (path[path.len() - 2], path[path.len() - 1]);
    let long = (to[0] - from[0]).hypot(to[1] - from[1]).max(1.0);
    let [dx, dy] = [(to[0] - from[0]) / long, (to[1] - from[1]) / long];
    let shown = h.people.clamp(1, DRAWN);
    let gap = ((long - 130.0) / shown as f64).clamp(18.0, 52.0);
    let mut items = Vec::new();
    for i in 0..shown {
        let back = 14.0 + gap * i as f64;
        let hand = [to[0] - dx * back, to[1] - dy * back];
        let foot = [hand[0] - 10.0, hand[1] + PERSON * 0.46];
        let neck = [hand[0] + 14.0, hand[1] - PERSON * 0.28];
        let body = vec![foot, [hand[0] + 8.0, hand[1] + 6.0], neck];
        items.push(Item::Lines { class: "oe", runs: vec![body, vec![neck, hand]], width: Some(5.0), dash: None });
        items.push(Item::Circle { class: "pull", at: [neck[0] + 4.0, neck[1] - 9.0], r: 8.0 });
    }
    if h.people > DRAWN {
        let at = [to[0] - 60.0, to[1] - PERSON];
        items.push(text("lab halo", at, Anchor::Middle, &format!("{} people", h.people)));
    }
    items
}

fn words(h: &HaulLooks, at: &dyn Fn(f64, f64) -> P2, thing: f64, thick: f64, path: &[P2], scale: f64) -> Vec<Item> {
    let [name, start, leads, brought] = &h.words;
    let below = |s: f64, n: f64| {
        let [x, y] = at(s, 0.0);
        [x, y + n]
    };
    let mut items = vec![text("lab halo", below(thing * 0.3, 30.0), Anchor::Middle, name)];
    if !h.runners {
        let tip = at(thing - h.leads_m * scale, thick + 6.0);
        let label = [tip[0] - 30.0, tip[1] - 54.0];
        items.push(Item::line("oe thin", vec![[label[0], label[1] + 6.0], tip]));
        items.push(text("dimt halo", label, Anchor::End, leads));
    }
    items.push(text("lab halo", below(thing + 24.0, 54.0), Anchor::Start, start));
    let end = path[path.len() - 1];
    items.push(text("lab halo", [end[0] + 20.0, end[1] - PERSON * 0.62], Anchor::End, brought));
    items
}

//! Food hung out of reach, from the side and to scale: trunk and branch, the line as it goes, the bag, and how clear it hangs.

use super::scale::{dimension, rope_line, text, trunk};
use super::{Anchor, Item, Scene};

/// Food hung out of reach.
#[derive(Debug, Clone)]
pub struct LarderLooks {
    /// Width in pixels.
    pub width: f64,
    /// Height of the branch.
    pub branch_m: f64,
    /// Its thickness at the trunk.
    pub branch_thick_m: f64,
    /// From the trunk out to the line.
    pub out_m: f64,
    /// From the branch down to the bag's knot.
    pub below_m: f64,
    /// From the bag's top to its bottom.
    pub bag_m: f64,
    /// To the trunk it is tied off at, if it is.
    pub tied_off_m: Option<f64>,
    /// A stick in the line holds it.
    pub stick: bool,
    /// A second bag hangs on the other end.
    pub second: bool,
    /// A disc on the line keeps off what climbs down.
    pub disc: bool,
    /// Too low, too near the trunk, too near the branch.
    pub short: [bool; 3],
    /// Over the ground, out from the trunk, below the branch: in words.
    pub words: [String; 3],
    /// Its mass in words.
    pub mass: String,
}

/// Height of the drawing, pixels.
const HIGH: f64 = 470.0;
const GROUND: f64 = 40.0;
/// Room over the branch.
const OVER: f64 = 62.0;
/// Trunk of the tree, pixels.
const TRUNK: f64 = 54.0;
/// Between the two parts of the line at the branch, pixels.
const APART: f64 = 26.0;

/// Draws it.
pub fn larder_side(l: &LarderLooks) -> Scene {
    let ground = HIGH - GROUND;
    let across = l.out_m + l.tied_off_m.unwrap_or(0.0) + 2.2;
    let scale = ((ground - OVER) / l.branch_m).min((l.width - TRUNK - 60.0) / across);
    let branch = ground - l.branch_m * scale;
    let left = ((l.width - TRUNK - across * scale) / 2.0).max(30.0);
    let x = left + TRUNK + l.out_m * scale;
    let thick = (l.branch_thick_m * scale).clamp(9.0, 30.0);
    let mut items = vec![Item::Fill {
        class: "soil",
        points: vec![[0.0, ground], [l.width, ground], [l.width, HIGH], [0.0, HIGH]],
    }];
    items.extend(trunk(left, TRUNK, [branch - 50.0, ground]));
    items.extend(limb([left + TRUNK, branch], x + APART + 70.0, thick));
    if let Some(away) = l.tied_off_m {
        let far = (x + away * scale).min(l.width - TRUNK - 6.0);
        items.extend(trunk(far, TRUNK * 0.8, [branch + 30.0, ground]));
        let tie = [far, ground - (1.5 * scale).min(ground - branch - 20.0)];
        items.extend(rope_line("ra", [x + APART, branch], tie, 5.0));
        for n in 0..2 {
            let y = tie[1] + f64::from(n) * 9.0;
            items.extend(rope_line("ra", [far - 4.0, y], [far + TRUNK * 0.8 + 4.0, y], 5.0));
        }
    }
    let knot = branch + l.below_m * scale;
    items.extend(rope_line("ra", [x, branch - thick - 2.0], [x, knot], 5.0));
    items.extend(rope_line("ra", [x, branch - thick - 2.0], [x + APART, branch - thick - 2.0], 5.0));
    if l.tied_off_m.is_none() {
        items.extend(rope_line("ra", [x + APART, branch - thick - 2.0], [x + APART, knot - 6.0], 5.0));
    } else {
        items.extend(rope_line("ra", [x + APART, branch - thick - 2.0], [x + APART, branch], 5.0));
    }
    items.extend(bag([x, knot], l.bag_m * scale));
    if l.second {
        items.extend(bag([x + APART + 8.0, knot], l.bag_m * scale));
    }
    if l.stick {
        items.push(Item::Lines {
            class: "oe",
            runs: vec![vec![[x - 16.0, knot - 8.0], [x + APART + 16.0, knot - 8.0]]],
            width: Some(9.0),
            dash: None,
        });
        items.push(text("lab halo", [x + APART + 24.0, knot - 2.0], Anchor::Start, "stick"));
    }
    if l.disc {
        let y = knot - (0.15 * scale).max(14.0);
        items.push(Item::Lines {
            class: "oe",
            runs: vec![vec![[x - 22.0, y], [x + 22.0, y]]],
            width: Some(5.0),
            dash: None,
        });
        items.push(text("lab halo", [x - 28.0, y + 5.0], Anchor::End, "disc"));
    }
    items.extend(clear(l, [x, ground], branch, knot, scale));
    let alt = format!(
        "A bag of {} under a branch: {} over the ground, {} out from the trunk, {} below the branch.",
        l.mass, l.words[0], l.words[1], l.words[2]
    );
    Scene { width: l.width, height: HIGH, items, alt }
}

/// The branch, tapering outward.
fn limb([from, y]: [f64; 2], to: f64, thick: f64) -> Vec<Item> {
    let points = vec![
        [from, y - thick - 4.0],
        [to, y - thick * 0.7],
        [to, y - thick * 0.3],
        [from, y + 2.0],
        [from, y - thick - 4.0],
    ];
    vec![Item::Fill { class: "ob bark", points: points.clone() }, Item::line("oe", points)]
}

/// A bag hanging by its neck.
fn bag([x, top]: [f64; 2], high: f64) -> Vec<Item> {
    let high = high.max(18.0);
    let wide = (high * 0.62).max(16.0);
    let outline = vec![
        [x - 4.0, top],
        [x + 4.0, top],
        [x + wide / 2.0, top + 0.35 * high],
        [x + wide / 2.0, top + 0.9 * high],
        [x + wide / 3.0, top + high],
        [x - wide / 3.0, top + high],
        [x - wide / 2.0, top + 0.9 * high],
        [x - wide / 2.0, top + 0.35 * high],
        [x - 4.0, top],
    ];
    vec![Item::Fill { class: "sheet", points: outline.clone() }, Item::line("oe", outline)]
}

/// How clear it hangs; what is too little is said to be.
fn clear(l: &LarderLooks, [x, ground]: [f64; 2], branch: f64, knot: f64, scale: f64) -> Vec<Item> {
    let said = |i: usize| if l.short[i] { format!("{}: too little", l.words[i]) } else { l.words[i].clone() };
    let bottom = (knot + (l.bag_m * scale).max(18.0)).min(ground);
    let mut items =
        dimension([x, ground], [x, bottom], [x + 12.0, f64::midpoint(ground, bottom)], Anchor::Start, &said(0));
    let out = [x - l.out_m * scale, x];
    let y = branch - 32.0;
    let words = [f64::midpoint(out[0], out[1]), y - 8.0];
    items.extend(dimension([out[0], y], [out[1], y], words, Anchor::Middle, &said(1)));
    let side = x - 26.0;
    items.extend(dimension(
        [side, branch],
        [side, knot],
        [side - 10.0, f64::midpoint(branch, knot) + 18.0],
        Anchor::End,
        &said(2),
    ));
    items
}

//! What is drawn to scale on any site: ropes, trunks, poles, pegs, dimensions, wind and north.

use super::{Anchor, Item};
use crate::knot::spline::P2;

/// Where metres lie on the page: pixels a metre, and the page's place of 0,0.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Frame {
    /// Pixels a metre.
    pub scale: f64,
    /// Page place of the near anchor's face (from above) or of the ground there (from the side).
    pub origin: P2,
}

/// A line of words.
pub fn text(class: &'static str, at: P2, anchor: Anchor, text: &str) -> Item {
    Item::Text { class, at, anchor, text: text.to_owned() }
}

/// A trunk or post from the side, from its foot to its top.
pub fn trunk(x: f64, width: f64, [top, bottom]: P2) -> Vec<Item> {
    let edge = |x: f64| Item::line("oe", vec![[x, bottom], [x, top]]);
    vec![Item::Rect { class: "ob bark", at: [x, top, width, bottom - top] }, edge(x), edge(x + width)]
}

/// A rope in one colour with its dark edge.
pub fn rope_line(class: &'static str, a: P2, b: P2, width: f64) -> Vec<Item> {
    let line = |class, w| Item::Lines { class, runs: vec![vec![a, b]], width: Some(w), dash: None };
    vec![line("re", width + 3.0), line(class, width)]
}

/// A peg from the side, its head leaning away.
pub fn peg(at: P2) -> Item {
    Item::Lines {
        class: "oe",
        runs: vec![vec![[at[0] - 3.0, at[1] - 8.0], [at[0] + 3.0, at[1] + 9.0]]],
        width: Some(4.0),
        dash: None,
    }
}

/// A peg from above.
pub fn cross(at: P2) -> Item {
    let run = |dx: f64| vec![[at[0] - 6.0, at[1] - dx], [at[0] + 6.0, at[1] + dx]];
    Item::Lines { class: "oe", runs: vec![run(6.0), run(-6.0)], width: Some(4.0), dash: None }
}

/// A drip stop.
pub fn drop(at: P2) -> Item {
    let [x, y] = at;
    Item::Fill { class: "nxh", points: vec![[x, y + 3.0], [x + 5.0, y + 13.0], [x, y + 18.0], [x - 5.0, y + 13.0]] }
}

/// Width of a letter of the labels in the mean, and the height of a line of them, pixels.
pub const LETTER: P2 = [9.0, 15.0];

/// What a line of words covers: left, top, right, bottom. Nothing for what is no words.
pub fn covers(item: &Item) -> Option<[f64; 4]> {
    let Item::Text { at, anchor, text, .. } = item else { return None };
    let wide = text.chars().count() as f64 * LETTER[0];
    let left = match anchor {
        Anchor::Start => at[0],
        Anchor::Middle => at[0] - wide / 2.0,
        Anchor::End => at[0] - wide,
    };
    Some([left, at[1] + 2.0 - LETTER[1], left + wide, at[1] + 2.0])
}

/// Two boxes share a place.
pub fn overlap(a: [f64; 4], b: [f64; 4]) -> bool {
    a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3]
}

/// A name beside what is round: below it, above it, at its right or left, the first that keeps clear of the words and round
/// things already there, and within the drawing; below where none does.
pub fn name_beside(at: P2, r: f64, name: &str, items: &[Item], size: P2) -> Item {
    let r = r.max(6.0);
    let taken: Vec<[f64; 4]> = items.iter().filter_map(|i| covers(i).or_else(|| round(i))).collect();
    let places = [
        ([at[0], at[1] + r + 20.0], Anchor::Middle),
        ([at[0], at[1] - r - 8.0], Anchor::Middle),
        ([at[0] + r + 8.0, at[1] + 5.0], Anchor::Start),
        ([at[0] - r - 8.0, at[1] + 5.0], Anchor::End),
    ];
    let words = places.map(|(at, anchor)| text("lab halo", at, anchor, name));
    let clear = |item: &&Item| {
        covers(item).is_some_and(|[l, t, r, b]| {
            let inside = l >= 0.0 && t >= 0.0 && r <= size[0] && b <= size[1];
            inside && !taken.iter().any(|o| overlap([l, t, r, b], *o))
        })
    };
    words.iter().find(clear).unwrap_or(&words[0]).clone()
}

fn round(item: &Item) -> Option<[f64; 4]> {
    let Item::Circle { at, r, .. } = item else { return None };
    Some([at[0] - r, at[1] - r, at[0] + r, at[1] + r])
}

/// A trunk, post or pole from above; crossed out where it is not sound.
pub fn trunk_above(at: P2, r: f64, sound: bool) -> Vec<Item> {
    let r = r.max(6.0);
    let mut items = vec![
        Item::Circle { class: "ob bark", at, r },
        Item::Circle { class: "oe hollowed", at, r },
        Item::Circle { class: "og hollowed", at, r: r * 0.5 },
    ];
    if !sound {
        let d = r + 4.0;
        let run = |s: f64| vec![[at[0] - d, at[1] - s * d], [at[0] + d, at[1] + s * d]];
        items.push(Item::Lines { class: "bad", runs: vec![run(1.0), run(-1.0)], width: Some(4.0), dash: None });
    }
    items
}

/// A dimension line with its words, level or upright.
pub fn dimension(a: P2, b: P2, words_at: P2, anchor: Anchor, words: &str) -> Vec<Item> {
    let upright = (a[0] - b[0]).abs() < 1.0;
    let tick = |p: P2| {
        if upright {
            vec![[p[0] - 6.0, p[1]], [p[0] + 6.0, p[1]]]
        } else {
            vec![[p[0], p[1] - 6.0], [p[0], p[1] + 6.0]]
        }
    };
    vec![
        Item::Lines { class: "dim", runs: vec![vec![a, b], tick(a), tick(b)], width: None, dash: None },
        text("dimt halo", words_at, anchor, words),
    ]
}

/// Width of a pennant with these words.
pub fn pennant_width(first: &str, second: &str) -> f64 {
    first.chars().count().max(second.chars().count()) as f64 * 8.8 + 30.0
}

/// From where to where below the line its cloth hangs.
pub const PENNANT: P2 = [14.0, 66.0];

/// A pennant hung from the line, two lines of words on it.
pub fn pennant([x, y]: P2, first: &str, second: &str) -> Vec<Item> {
    let wide = pennant_width(first, second);
    let [top, low] = PENNANT.map(|below| y + below);
    vec![
        Item::Lines { class: "oe", runs: vec![vec![[x, y - 8.0], [x, low + 4.0]]], width: Some(4.0), dash: None },
        Item::Fill {
            class: "flag",
            points: vec![[x, top], [x + wide, top], [x + wide - 16.0, y + 40.0], [x + wide, low], [x, low]],
        },
        text("flagt", [x + 10.0, y + 35.0], Anchor::Start, first),
        text("flagt", [x + 10.0, y + 56.0], Anchor::Start, second),
    ]
}

/// Points given along and across a direction, turned to it about a place.
fn turned(at: P2, [dx, dy]: P2, points: &[P2]) -> Vec<P2> {
    points.iter().map(|[a, b]| [at[0] + a * dx - b * dy, at[1] + a * dy + b * dx]).collect()
}

/// The way the wind blows.
pub fn wind_arrow(at: P2, to: P2, words: &str) -> Vec<Item> {
    let middle = [at[0], at[1] - 26.0];
    vec![
        Item::Lines {
            class: "oe",
            runs: vec![turned(middle, to, &[[-26.0, 0.0], [8.0, 0.0]])],
            width: Some(7.0),
            dash: None,
        },
        Item::Fill { class: "pull", points: turned(middle, to, &[[26.0, 0.0], [2.0, 14.0], [2.0, -14.0]]) },
        text("lab halo", [at[0] - 40.0, at[1] + 26.0], Anchor::Start, words),
    ]
}

/// A needle to north.
pub fn north(at: P2, to: P2) -> Vec<Item> {
    let letter = turned(at, to, &[[-16.0, 0.0]])[0];
    vec![
        Item::Fill { class: "nxh", points: turned(at, to, &[[20.0, 0.0], [-4.0, 7.0], [-4.0, -7.0]]) },
        text("dimt halo", [letter[0], letter[1] + 6.0], Anchor::Middle, "N"),
    ]
}

/// A metre.
pub fn scale_bar(f: &Frame, at: P2) -> Vec<Item> {
    let metre = f.scale;
    let tick = |m: f64| vec![[at[0] + m * metre, at[1] - 6.0], [at[0] + m * metre, at[1] + 6.0]];
    let line = vec![at, [at[0] + metre, at[1]]];
    vec![
        Item::Lines { class: "dim", runs: vec![line, tick(0.0), tick(1.0)], width: None, dash: None },
        text("dimt halo", [at[0] + metre + 10.0, at[1] + 6.0], Anchor::Start, "1 m"),
    ]
}

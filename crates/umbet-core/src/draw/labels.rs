//! Words beside the drawing: telltales with leaders, the next move, pull arrows.

use super::rope::Piece;
use super::view::{View, thinned};
use super::{Anchor, Item};
use crate::knot::spline::{P2, P3, distance};

/// A telltale placed on the page.
pub struct Telltale<'a> {
    /// The place it means.
    pub at: P2,
    /// What is seen there.
    pub look: &'a str,
}

/// From and to, down the page.
pub type Band = (f64, f64);

/// Height of one line of label, in pixels.
const LINE: f64 = 21.0;
/// Characters to a line of label.
const WRAP: usize = 18;
/// Width kept for a column of labels.
pub const COLUMN: f64 = 196.0;

/// Telltales as numbered dots, in the order of the list that explains them.
pub fn numbered(tells: &[Telltale<'_>]) -> Vec<Item> {
    let dot = |(i, t): (usize, &Telltale<'_>)| {
        let at = [t.at[0], t.at[1] + 5.5];
        let text = (i + 1).to_string();
        [
            Item::Circle { class: "tell", at: t.at, r: 12.0 },
            Item::Text { class: "telln", at, anchor: Anchor::Middle, text },
        ]
    };
    tells.iter().enumerate().flat_map(dot).collect()
}

/// A ring round a place, with its name beside it.
pub fn ring(at: P2, name: &str, view: &View) -> Vec<Item> {
    let r = (view.scale * 1.05).clamp(13.0, 40.0);
    let tag = [at[0] + r * 0.72 + 7.0, at[1] - r * 0.72 - 5.0];
    let class = if name.is_empty() { "ring" } else { "ring ask" };
    let mut items = vec![Item::Circle { class: "ring-c", at, r }, Item::Circle { class, at, r }];
    if !name.is_empty() {
        items.push(Item::Circle { class: "tell", at: tag, r: 12.0 });
        let base = [tag[0], tag[1] + 5.5];
        items.push(Item::Text { class: "telln", at: base, anchor: Anchor::Middle, text: name.to_owned() });
    }
    items
}

/// Sets telltales in two columns, left and right, each with a leader to its place.
pub fn telltales(tells: &[Telltale<'_>], size: P2, taken: [Option<Band>; 2]) -> Vec<Item> {
    let mut order: Vec<&Telltale<'_>> = tells.iter().collect();
    order.sort_by(|a, b| a.at[0].total_cmp(&b.at[0]));
    let (left, right) = order.split_at(order.len() / 2);
    let mut items = Vec::new();
    for (column, is_left, taken) in [(left, true, taken[0]), (right, false, taken[1])] {
        let mut column = column.to_vec();
        column.sort_by(|a, b| a.at[1].total_cmp(&b.at[1]));
        items.extend(set_column(&column, is_left, size, taken));
    }
    items
}

fn set_column(column: &[&Telltale<'_>], is_left: bool, size: P2, taken: Option<Band>) -> Vec<Item> {
    let lines: Vec<Vec<String>> = column.iter().map(|t| wrapped(t.look, WRAP)).collect();
    let mut top = 64.0;
    let mut tops = Vec::new();
    for (i, t) in column.iter().enumerate() {
        let height = lines[i].len() as f64 * LINE;
        let below: f64 = lines[i..].iter().map(|l| l.len() as f64 * LINE + 22.0).sum();
        let mut y = (t.at[1] - height / 2.0).min(size[1] - below - 40.0).max(top);
        // Words never lie across a strand that runs off through their column.
        if let Some((low, high)) = taken.filter(|(low, high)| y < high + 8.0 && y + height > low - 8.0) {
            y = if low - 10.0 - height > top { low - 10.0 - height } else { high + 10.0 };
        }
        tops.push(y);
        top = y + height + 22.0;
    }
    let x = if is_left { COLUMN - 22.0 } else { size[0] - COLUMN + 22.0 };
    let anchor = if is_left { Anchor::End } else { Anchor::Start };
    let mut items = Vec::new();
    for ((t, lines), y) in column.iter().zip(&lines).zip(tops) {
        let start = [if is_left { x + 8.0 } else { x - 8.0 }, y + lines.len() as f64 * LINE / 2.0];
        items.push(Item::line("lead-halo", vec![start, t.at]));
        items.push(Item::line("lead", vec![start, t.at]));
        items.push(Item::Circle { class: "tell", at: t.at, r: 7.0 });
        for (k, words) in lines.iter().enumerate() {
            let at = [x, y + LINE * (k as f64 + 0.78)];
            items.push(Item::Text { class: "lab halo", at, anchor, text: words.clone() });
        }
    }
    items
}

/// How wide words are, in letters of the house's own face; those of the faces that complete it are a third wider.
fn letters(words: &str) -> usize {
    let others = words.chars().filter(|c| !c.is_ascii()).count();
    words.chars().count() + others.div_ceil(3)
}

/// Words broken into lines of about `width` characters.
pub fn wrapped(words: &str, width: usize) -> Vec<String> {
    let mut lines: Vec<String> = Vec::new();
    for word in words.split_whitespace() {
        match lines.last_mut() {
            Some(line) if letters(line) + letters(word) < width => {
                line.push(' ');
                line.push_str(word);
            }
            _ => lines.push(word.to_owned()),
        }
    }
    lines
}

/// How a point of the next move is seen.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Seen {
    /// On top of everything laid.
    Plainly,
    /// Behind an object: smaller dots, drawn on it.
    Behind,
    /// Under rope already laid: the dots go beneath it.
    Under,
    /// Under the move itself, where it crosses its own way: a gap.
    Gap,
}

/// The next move: dots with a solid head at one of its points, the last or the nose of a bight. What goes under laid rope is painted
/// at its own depth.
pub fn next_move(turned: &[P3], head: usize, seen: &[Seen], view: &View) -> Vec<Piece> {
    const ON_TOP: f64 = 1.0e3;
    let page: Vec<P2> = turned.iter().map(|p| view.page([p[0], p[1]])).collect();
    if page.len() < 3 {
        return Vec::new();
    }
    let mut pieces = Vec::new();
    let mut from = 0;
    for i in 1..=page.len() {
        if i < page.len() && seen[i] == seen[from] {
            continue;
        }
        let run = thinned(&page[from.saturating_sub(1)..i], 0.1);
        let (depth, items) = match seen[from] {
            Seen::Gap => (ON_TOP, Vec::new()),
            Seen::Behind => (ON_TOP, vec![Item::line("nx hid", run)]),
            Seen::Plainly => (ON_TOP, vec![Item::line("nx-c", run.clone()), Item::line("nx", run)]),
            Seen::Under => {
                let depth = turned[from..i].iter().map(|p| p[2]).fold(f64::MAX, f64::min);
                (depth, vec![Item::line("nx-c", run.clone()), Item::line("nx", run)])
            }
        };
        pieces.push(Piece { depth, items });
        from = i;
    }
    let tip = page[head];
    let away = |p: &&P2| distance(**p, tip) > 9.0;
    let before = page[..head].iter().rev().find(away).copied().unwrap_or(page[0]);
    let beside = page[head..].iter().find(away).copied().unwrap_or(before);
    let before = [(before[0] + beside[0]) / 2.0, (before[1] + beside[1]) / 2.0];
    let head = Item::Fill { class: "nxh", points: arrow_head(before, tip, (0.6 * view.scale).clamp(5.5, 11.0)) };
    pieces.push(Piece { depth: ON_TOP, items: vec![head] });
    pieces
}

fn arrow_head(from: P2, tip: P2, size: f64) -> Vec<P2> {
    let l = distance(from, tip).max(1e-9);
    let t = [(tip[0] - from[0]) / l, (tip[1] - from[1]) / l];
    let at = |along: f64, across: f64| [tip[0] + t[0] * along - t[1] * across, tip[1] + t[1] * along + t[0] * across];
    vec![at(size, 0.0), at(-size * 0.6, size * 0.75), at(-size * 0.6, -size * 0.75)]
}

/// Least distance of words from the frame's top and bottom.
const LEAST_Y: f64 = 20.0;

/// A block arrow beside a strand that runs off the frame, pointing the way it is pulled.
pub fn pull(from: P2, way: P2, words: Option<&str>, size: P2) -> Vec<Item> {
    let n = [-way[1], way[0]];
    let at =
        |along: f64, across: f64| [from[0] + way[0] * along + n[0] * across, from[1] + way[1] * along + n[1] * across];
    let arrow = vec![
        at(0.0, 4.0),
        at(26.0, 4.0),
        at(26.0, 12.0),
        at(46.0, 0.0),
        at(26.0, -12.0),
        at(26.0, -4.0),
        at(0.0, -4.0),
    ];
    let mut items = vec![Item::Fill { class: "pull", points: arrow }];
    if let Some(words) = words {
        // Beside the arrow, where there is room: words run about nine pixels a letter.
        let half = words.len() as f64 * 4.5;
        let reach = 22.0 + half * n[0].abs();
        // The top left corner is where a page sets its own marks.
        let cornered = |p: P2| p[0] < 130.0 && p[1] < 66.0;
        let off = |p: P2| p[1] < LEAST_Y || p[1] > size[1] - LEAST_Y;
        let first = at(20.0, reach);
        let side = if cornered(first) || off(first) { at(20.0, -reach) } else { first };
        let x = side[0].clamp(half + 6.0, (size[0] - half - 6.0).max(half + 6.0));
        items.push(Item::Text {
            class: "labn halo",
            at: [x, side[1].clamp(LEAST_Y, size[1] - LEAST_Y) + 6.0],
            anchor: Anchor::Middle,
            text: words.to_owned(),
        });
    }
    items
}

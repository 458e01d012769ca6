//! A common whipping put on a rope's end, move by move: a bight laid along it, turns over that, the end through the eye, the eye drawn
//! under, both ends trimmed (common practice).
//!
//! Rope and twine are drawn to one scale; the turns are as many as make the whipping so long as is asked, and lie side by side.

use super::scale::rope_line;
use super::{Anchor, Item, Scene};
use crate::knot::spline::P2;

/// Moves of a whipping, from 1.
pub const WHIPPING_MOVES: usize = 5;
/// Rope and twine as they are drawn, pixels thick.
const ROPE: f64 = 64.0;
const TWINE: f64 = 9.0;
/// The paper, and where the rope lies on it.
const SIZE: P2 = [420.0, 220.0];
const MIDDLE: f64 = 104.0;
const END: f64 = 330.0;
/// The bight's legs lie so far from the rope's middle; its eye so far past the turns.
const LEG: f64 = 9.0;
const EYE: f64 = 26.0;

/// How many turns make a whipping `long` rope diameters long, as it is drawn.
pub fn whipping_turns(long: f64) -> usize {
    (long * ROPE / TWINE).round().max(4.0) as usize
}

/// The whipping after `done` of its moves, with what the next one does; all of them done, and it is finished.
pub fn whipping(done: usize, long: f64) -> Scene {
    let turns = whipping_turns(long);
    let first = END - 22.0 - turns as f64 * TWINE;
    let turn_at = |i: usize| first + (i as f64 + 0.5) * TWINE;
    let last = first + turns as f64 * TWINE;
    let mut items = rope();
    let eye = last + EYE;
    if (1..WHIPPING_MOVES).contains(&done) {
        items.extend(bight(first, eye, done));
    }
    match done {
        0 | 1 => {}
        2 => items.extend(twine(&[[first - 6.0, MIDDLE + LEG], [first - 12.0, MIDDLE + ROPE / 2.0 + 34.0]])),
        _ => items.extend((0..turns).flat_map(|i| turn(turn_at(i)))),
    }
    if done == 3 {
        items.extend(twine(&[[last, MIDDLE - ROPE / 2.0], [last + 30.0, MIDDLE - ROPE / 2.0 - 30.0]]));
    }
    if done == 4 {
        let over = [[last, MIDDLE - ROPE / 2.0], [last + 18.0, MIDDLE - 26.0]];
        items.extend(twine(&[over[0], over[1], [eye - 5.0, MIDDLE], [eye + 34.0, MIDDLE + 26.0]]));
    }
    items.extend(next(done, first, last, eye));
    let alt = format!("A common whipping, {done} of {WHIPPING_MOVES} moves done, {turns} turns");
    Scene { width: SIZE[0], height: SIZE[1], items, alt }
}

/// The rope, its end at the right.
fn rope() -> Vec<Item> {
    let (top, bottom) = (MIDDLE - ROPE / 2.0, MIDDLE + ROPE / 2.0);
    let mut items = vec![
        Item::Fill { class: "gear", points: vec![[0.0, top], [END, top], [END, bottom], [0.0, bottom]] },
        Item::line("oe", vec![[END, top], [END, bottom]]),
    ];
    // Its braid: strokes that lean along it.
    for i in 0..12 {
        let x = 14.0 + f64::from(i) * 27.0;
        items.push(Item::line("og", vec![[x, bottom - 6.0], [x + 12.0, MIDDLE], [x, top + 6.0]]));
    }
    items
}

fn twine(points: &[P2]) -> Vec<Item> {
    let line = |class, w| Item::Lines { class, runs: vec![points.to_vec()], width: Some(w), dash: None };
    vec![line("re", TWINE + 1.0), line("ra", TWINE - 2.0)]
}

/// The bight along the rope: its short end at the left, its eye at the right.
fn bight_points(eye: f64, left: f64, long_end: f64) -> Vec<P2> {
    let nose = |k: usize| {
        let a = std::f64::consts::PI * (k as f64 / 8.0 - 0.5);
        [eye + LEG * a.cos(), MIDDLE + LEG * a.sin()]
    };
    let mut points = vec![[left, MIDDLE - LEG], [eye, MIDDLE - LEG]];
    points.extend((0..=8).map(nose));
    points.push([long_end, MIDDLE + LEG]);
    points
}

fn bight(first: f64, eye: f64, done: usize) -> Vec<Item> {
    let mut points = bight_points(eye, 40.0, first - 6.0);
    if done == 1 {
        points.push([first - 60.0, MIDDLE + LEG + 10.0]);
    }
    twine(&points)
}

/// One turn over the front.
fn turn(x: f64) -> Vec<Item> {
    let half = ROPE / 2.0 + 3.0;
    rope_line("ra", [x - 1.5, MIDDLE + half], [x + 1.5, MIDDLE - half], TWINE - 2.0)
}

/// Where the hand goes next: dots, and a word for what is pulled or cut.
fn next(done: usize, first: f64, last: f64, eye: f64) -> Vec<Item> {
    let dots = |points: Vec<P2>| Item::Lines { class: "nx", runs: vec![points], width: None, dash: None };
    let said =
        |at: P2, words: &str| Item::Text { class: "dimt halo", at, anchor: Anchor::Middle, text: words.to_owned() };
    let low = MIDDLE + ROPE / 2.0;
    match done {
        0 => vec![dots(bight_points(eye, 40.0, first - 40.0)), said([first - 30.0, low + 40.0], "a bight along it")],
        1 => vec![
            dots(vec![[first - 60.0, MIDDLE + LEG + 10.0], [first - 6.0, low + 34.0]]),
            said([first, low + 60.0], "down and round"),
        ],
        2 => {
            let from = |i: i32| first + f64::from(i) * 26.0;
            let across = (0..4).map(|i| vec![[from(i), low], [from(i) + 6.0, MIDDLE - ROPE / 2.0]]);
            let mut items: Vec<Item> = across.map(dots).collect();
            items.push(said([f64::midpoint(first, last), low + 60.0], "turn beside turn"));
            items
        }
        3 => vec![
            dots(vec![[last + 30.0, MIDDLE - ROPE / 2.0 - 30.0], [eye + 20.0, MIDDLE - 30.0], [eye - 4.0, MIDDLE]]),
            said([eye, low + 40.0], "through the eye"),
        ],
        4 => vec![
            dots(vec![[36.0, MIDDLE - LEG], [8.0, MIDDLE - LEG]]),
            said([84.0, MIDDLE - ROPE / 2.0 - 14.0], "pull, then trim"),
        ],
        _ => Vec::new(),
    }
}

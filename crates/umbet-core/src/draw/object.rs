//! Things rope is made fast to: flat material colour, two ink edges, one telling texture.

use super::view::{ObjectLook, View};
use super::{Anchor, Item};
use crate::knot::notation::{Axis, Pole};
use crate::knot::spline::P2;
use crate::object::{Look, Section};

/// Paints the object itself.
pub fn paint(pole: &Pole, object: &ObjectLook, view: &View, size: P2) -> Vec<Item> {
    let (c, r) = view.pole(pole);
    match pole.axis {
        Axis::Z => end_on(c, r, object),
        Axis::X => side_on(c[1], r, object, size, false),
        Axis::Y if object.look == Look::Hand => hand(c[0], r, size[1]),
        Axis::Y => side_on(c[0], r, object, size, true),
    }
}

const fn class(look: Look) -> &'static str {
    match look {
        Look::Steel => "ob steel",
        Look::Timber => "ob wood",
        Look::Bark => "ob bark",
        Look::Rope => "ob laid",
        Look::Hand => "ob hand",
    }
}

fn end_on(c: P2, r: f64, object: &ObjectLook) -> Vec<Item> {
    let outline = |k: f64| -> Vec<P2> {
        (0..72)
            .map(|i| {
                let (s, q) = (f64::from(i) * 5.0).to_radians().sin_cos();
                let e = match object.section {
                    Section::Round => 1.0,
                    Section::Square => (q.abs().powi(6) + s.abs().powi(6)).powf(-1.0 / 6.0),
                };
                [c[0] + r * k * e * q, c[1] + r * k * e * s]
            })
            .collect()
    };
    let closed = |mut p: Vec<P2>| {
        p.push(p[0]);
        p
    };
    let mut items = vec![Item::Fill { class: class(object.look), points: outline(1.0) }];
    match object.look {
        Look::Steel => {
            items.push(Item::Fill { class: "hollow", points: outline(0.76) });
            items.push(Item::line("oe thin", closed(outline(0.76))));
        }
        Look::Rope => items.extend((0..STRANDS).map(|k| {
            let (s, q) = (f64::from(k) * 360.0 / f64::from(STRANDS)).to_radians().sin_cos();
            Item::line("ol", vec![c, [c[0] + r * q, c[1] + r * s]])
        })),
        Look::Hand => {}
        Look::Timber | Look::Bark => {
            items.extend([0.76, 0.5, 0.22].map(|k| Item::line("og", closed(outline(k)))));
        }
    }
    items.push(Item::line("oe", closed(outline(1.0))));
    items
}

/// A bar across (or up) the whole frame, running off both edges.
fn side_on(middle: f64, r: f64, object: &ObjectLook, size: P2, upright: bool) -> Vec<Item> {
    let length = if upright { size[1] } else { size[0] };
    let rect = |class: &'static str, from: f64, thick: f64| Item::Rect {
        class,
        at: if upright {
            [middle + from, -20.0, thick, length + 40.0]
        } else {
            [-20.0, middle + from, length + 40.0, thick]
        },
    };
    let rule = |class: &'static str, at: f64, a: f64, b: f64| {
        let run =
            if upright { vec![[middle + at, a], [middle + at, b]] } else { vec![[a, middle + at], [b, middle + at]] };
        Item::line(class, run)
    };
    let mut items = vec![rect(class(object.look), -r, 2.0 * r)];
    match (object.look, object.section) {
        (Look::Steel, Section::Round) => {
            items.push(rect("oh", -r * 0.62, r * 0.34));
            items.push(rect("os", r * 0.55, r * 0.45));
        }
        (Look::Steel, Section::Square) => items.push(rect("os", r * 0.55, r * 0.45)),
        (Look::Rope, _) => items.extend(lay(r, length).into_iter().map(|run| {
            let turned = |p: P2| if upright { [middle + p[1], p[0]] } else { [p[0], middle + p[1]] };
            Item::line("ol", run.into_iter().map(turned).collect())
        })),
        _ => items.extend(grain(r, length).into_iter().map(|(at, a, b)| rule("og", at, a, b))),
    }
    items.push(rule("oe", -r, -20.0, length + 20.0));
    items.push(rule("oe", r, -20.0, length + 20.0));
    items
}

/// How much shorter each finger is than the longest, as a share of the palm's half width.
const FINGERS: [f64; 4] = [0.3, 0.0, 0.12, 0.6];
/// Room over the longest finger, pixels.
const OVER_FINGERS: f64 = 8.0;

/// A hand from its fingertips down out of the frame.
fn hand(middle: f64, r: f64, high: f64) -> Vec<Item> {
    let w = r / 2.0;
    let mut items = vec![Item::Rect { class: "ob hand", at: [middle - r, high * 0.45, 2.0 * r, high] }];
    for (i, shorter) in FINGERS.into_iter().enumerate() {
        let (left, top) = (middle - r + w * i as f64, OVER_FINGERS + shorter * r);
        let tip = (0..=16).map(|k| {
            let (s, c) = (f64::from(k) / 16.0 * std::f64::consts::PI).sin_cos();
            [left + w / 2.0 * (1.0 - c), top + w / 2.0 * (1.0 - s)]
        });
        let ends = [[left, high * 0.5], [left + w, high * 0.5]];
        let outline: Vec<P2> = std::iter::once(ends[0]).chain(tip).chain([ends[1]]).collect();
        items.push(Item::Fill { class: "ob hand", points: outline.clone() });
        items.push(Item::line(if i == 0 || i == 3 { "oe thin" } else { "og" }, outline));
    }
    let side = |x: f64, class| Item::line(class, vec![[x, high * 0.45], [x, high + 20.0]]);
    items.extend([side(middle - r, "oe thin"), side(middle + r, "oe thin")]);
    items
}

/// Strands of a laid rope.
const STRANDS: i32 = 3;

/// The seams between the strands of a laid rope, across its face from edge to edge.
fn lay(r: f64, length: f64) -> Vec<Vec<P2>> {
    // Half a turn shows at a time; a strand comes round in about three diameters and a half.
    let pitch = 7.0 * r / f64::from(STRANDS);
    let seam = |x: f64| {
        let at = |i: i32| {
            let angle = f64::from(i) / 8.0 * std::f64::consts::PI;
            [x + f64::from(i) / 8.0 * 3.5 * r, -r * angle.cos()]
        };
        (0..=8).map(at).collect()
    };
    let count = ((length + 40.0 + 3.5 * r) / pitch).ceil().max(1.0) as i32;
    (0..count).map(|k| seam(-20.0 - 3.5 * r + f64::from(k) * pitch)).collect()
}

/// Lines of grain: always the same for the same size, without a random generator.
fn grain(r: f64, length: f64) -> Vec<(f64, f64, f64)> {
    let mut lines = Vec::new();
    for (row, f) in [-0.72, -0.42, -0.12, 0.2, 0.5, 0.8].into_iter().enumerate() {
        let mut x = -30.0 * row as f64;
        let mut k = row;
        while x < length {
            let long = 60.0 + 37.0 * ((k * 7 + row * 3) % 5) as f64;
            lines.push((f * r, x, (x + long).min(length + 20.0)));
            x += long + 22.0 + 9.0 * ((k * 3) % 4) as f64;
            k += 1;
        }
    }
    lines
}

/// The object's size set beside it: a dimension across a bar, a word over a disc. Its words stand over the bar on the right;
/// on the left under it, where a place is often marked over it, unless the tail's words are `low_left` there.
pub fn dimension(pole: &Pole, words: &str, view: &View, size: P2, on_the_right: bool, low_left: bool) -> Vec<Item> {
    let (c, r) = view.pole(pole);
    let text = |at: P2, anchor: Anchor| Item::Text { class: "dimt halo", at, anchor, text: words.to_owned() };
    match pole.axis {
        Axis::X => {
            let (x, anchor) = if on_the_right { (size[0] - 26.0, Anchor::End) } else { (26.0, Anchor::Start) };
            let edge = if on_the_right { size[0] - 12.0 } else { 12.0 };
            let tick = |y: f64| vec![[x - 8.0, y], [x + 8.0, y]];
            let (top, bottom) = (c[1] - r, c[1] + r);
            let runs = vec![tick(top), tick(bottom), vec![[x, top], [x, bottom]]];
            vec![
                Item::Lines { class: "dim", runs, width: None, dash: None },
                text(
                    [
                        edge,
                        if on_the_right || low_left {
                            (top - 9.0).max(20.0)
                        } else {
                            (bottom + 22.0).min(size[1] - 8.0)
                        },
                    ],
                    anchor,
                ),
            ]
        }
        Axis::Y => {
            // Beside the bar where there is room, else on its face.
            let (x, y, wide) = (c[0] + r + 10.0, size[1] - 18.0, words.len() as f64 * 9.2);
            let room = x + wide < size[0];
            vec![if room { text([x, y], Anchor::Start) } else { text([size[0] - 8.0, y], Anchor::End) }]
        }
        Axis::Z => Vec::new(),
    }
}

/// The size of an object seen end-on: over it, under it, beside it or on its face, where least rope lies under the words.
pub fn end_on_dimension(pole: &Pole, words: &str, view: &View, size: P2, rope: &[P2]) -> Item {
    const HIGH: f64 = 17.0;
    let (c, r) = view.pole(pole);
    let (half, clear) = (words.len() as f64 * 4.6, view.scale * 1.1 + 9.0);
    let low_edge = size[1] - 8.0;
    let on_face = [c[0], c[1] + HIGH / 2.0 - 2.0];
    let places = [
        [c[0], (c[1] - r - clear).max(18.0)],
        [c[0], (c[1] + r + clear + HIGH).min(low_edge)],
        [c[0] + r + clear + half, c[1]],
        [c[0] - r - clear - half, c[1]],
        on_face,
    ];
    let half_rope = view.scale / 2.0;
    let covered = |at: &P2| {
        let covers = |p: &&P2| {
            (p[0] - at[0]).abs() < half + half_rope && p[1] > at[1] - HIGH - half_rope && p[1] < at[1] + half_rope + 3.0
        };
        rope.iter().filter(covers).count()
    };
    let inside = |at: P2| [at[0].clamp(half + 4.0, (size[0] - half - 4.0).max(half + 4.0)), at[1]];
    let at = places.map(inside).into_iter().min_by_key(covered).unwrap_or(on_face);
    Item::Text { class: "dimt halo", at, anchor: Anchor::Middle, text: words.to_owned() }
}

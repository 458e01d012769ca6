//! Pictures of knots drawn up: every one of them, at every size, in either hand and from behind.

use umbet_core::draw::{Anchor, Figure, Item, Scene, drawn_up, to_svg};
use umbet_core::dress::dressed;
use umbet_core::knot::catalogue;

/// How many things of this class are drawn.
fn has(s: &Scene, wanted: &str) -> usize {
    let of = |i: &&Item| match i {
        Item::Fill { class, .. } | Item::Lines { class, .. } | Item::Circle { class, .. } => *class == wanted,
        _ => false,
    };
    s.items.iter().filter(of).count()
}

/// Every knot drawn up, from both sides and in both hands: whipped where it has an end, with its own marks, within its frame.
#[test]
fn every_knot_is_painted_drawn_up() {
    let mut painted = 0;
    for knot in catalogue().knots() {
        let Some(form) = dressed(&knot.id) else { continue };
        for (mirrored, behind) in [(false, false), (true, false), (false, true)] {
            for share in [0.0, 0.4, 1.0] {
                let figure = Figure { mirrored, behind, size: [305.0, 158.0], ..Figure::default() };
                let s = drawn_up(knot, form, share, &figure);
                let what = format!("{} {mirrored} {behind} {share}", knot.id);
                assert_eq!(has(&s, "wh") > 0, !knot.entry.mid_line, "{what}: whipped ends");
                assert!(has(&s, "re") > 0 && has(&s, "rad") + has(&s, "rbd") > 3, "{what}: outline and shade");
                let svg = to_svg(&s, None);
                assert!(!svg.contains("NaN") && svg.len() < 220_000, "{what}: {} bytes", svg.len());
                assert!(s.alt.contains(&knot.entry.name));
                painted += 1;
            }
        }
    }
    assert!(painted > 500, "{painted}");
}

/// A thumbnail and the large picture of one form show the same rope, the larger at a larger scale.
#[test]
fn a_form_fills_its_frame() {
    for id in ["overhand", "reef", "clove-hitch", "zeppelin-bend"] {
        let knot = catalogue().find(id).expect("a knot");
        let form = dressed(id).expect("drawn up");
        let width = |size: [f64; 2]| {
            let s = drawn_up(knot, form, 1.0, &Figure { size, ..Figure::default() });
            let wide = s.items.iter().filter_map(|i| match i {
                Item::Lines { class: "ra" | "rb", width, .. } => *width,
                _ => None,
            });
            wide.fold(0.0, f64::max)
        };
        let (small, large) = (width([305.0, 158.0]), width([850.0, 440.0]));
        assert!(small > 9.0, "{id}: rope {small:.1} px thick in a thumbnail");
        assert!((large / small - 2.8).abs() < 0.5 || large >= 45.9, "{id}: {small:.1} and {large:.1} px");
    }
}

/// The length of the tail is said beside rope, not on it: on every knot drawn up, large and small, in either hand.
#[test]
fn words_at_the_tail_cover_no_rope() {
    let (mut said, mut covered) = (0, Vec::new());
    for knot in catalogue().knots() {
        let Some(form) = dressed(&knot.id) else { continue };
        for (size, mirrored) in [([850.0, 440.0], false), ([850.0, 440.0], true), ([362.0, 380.0], false)] {
            let figure = Figure { size, mirrored, tail: Some("tail 144 mm".into()), ..Figure::default() };
            let s = drawn_up(knot, form, 1.0, &figure);
            let words = s.items.iter().find_map(|i| match i {
                Item::Text { at, anchor, text, .. } if text.starts_with("tail") => Some((*at, *anchor)),
                _ => None,
            });
            let Some((at, anchor)) = words else { continue };
            let left = if anchor == Anchor::Start { at[0] } else { at[0] - 90.0 };
            let inside =
                |p: &[f64; 2]| (left..left + 90.0).contains(&p[0]) && (at[1] - 14.0..at[1] + 2.0).contains(&p[1]);
            let rope = s.items.iter().filter_map(|i| match i {
                Item::Lines { class: "ra" | "rb" | "rt", runs, .. } => Some(runs),
                _ => None,
            });
            said += 1;
            if rope.flatten().flatten().any(inside) {
                covered.push((knot.id.as_str(), size, mirrored));
            }
        }
    }
    assert!(said > 120 && covered.len() * 50 <= said, "{} of {said}: {covered:?}", covered.len());
}

//! Hands in pictures: what is pinched, hauled and slid, and how much one picture asks of them.

use crate::drawing::{count, figure, scene};
use umbet_core::draw::{Figure, Part};
use umbet_core::knot::meeting::Place;
use umbet_core::knot::{Knot, catalogue};

/// What a move's words say of hauling and sliding its file marks and its picture shows, and the other way round.
#[test]
fn hands_do_what_the_words_say() {
    const SAID: [&str; 11] = [
        "draw up",
        "draws up",
        "draw both",
        "draw all",
        "draw end",
        "draw eye",
        "draw the",
        "snug",
        "haul",
        "pull",
        "drawn",
    ];
    let mut wrong = Vec::new();
    for knot in catalogue().knots() {
        for (i, (step, hand)) in knot.entry.step.iter().zip(&knot.other_hand).enumerate() {
            let say = step.say.to_lowercase();
            // Beside a strand that is hauled already nothing is hauled.
            let nothing = [
                "hauled part",
                "hauled strand",
                "the pull",
                "the line is hauled",
                "the haul settle",
                "draw the bight",
                "draw both legs",
                "draw the loop",
                "draw the next",
            ];
            let say = nothing.iter().fold(say, |s, n| s.replace(n, ""));
            let said = SAID.iter().any(|s| say.contains(s)) || say.contains("slide it") || say.contains("slide both");
            let marked = !hand.hauls.is_empty() || hand.slides;
            if marked != said && !(marked && ["draw", "set"].iter().any(|s| say.contains(s))) {
                wrong.push(format!("{} {}: {}", knot.id, i + 1, step.say));
            }
            let page = scene(&knot.id, &Figure { size: [900.0, 700.0], step: Some(i), ..figure() });
            if marked != (count(&page, "pull") > 0) {
                wrong.push(format!("{} {}: {} arrows drawn", knot.id, i + 1, count(&page, "pull")));
            }
        }
    }
    assert!(wrong.is_empty(), "{wrong:#?}");
}

/// A thumb holds what would fall open: never on the way of the move itself, never before anything is laid, and not where both
/// hands haul.
#[test]
fn a_thumb_pinches_what_is_laid() {
    let large = |step| Figure { size: [900.0, 700.0], step: Some(step), ..figure() };
    let thumbs: Vec<usize> = (0..5).map(|step| count(&scene("bowline", &large(step)), "thumb")).collect();
    assert_eq!(thumbs, [0, 1, 1, 1, 0]);
    let mut drawn = 0;
    for knot in catalogue().knots() {
        for step in 0..knot.laid.len() {
            let Some(at) = knot.pinched(step) else { continue };
            drawn += 1;
            let nearest = moved_points(knot, step).map(|p| (p[0] - at[0]).hypot(p[1] - at[1])).fold(f64::MAX, f64::min);
            assert!(step > 0 && nearest > 2.0, "{} {}: {nearest:.2} from the move", knot.id, step + 1);
        }
    }
    assert!(drawn > 150, "{drawn}");
}

/// Where only a part of a knot is shown an end beyond it has no arrow: it would stand at a bend that is not hauled.
#[test]
fn an_end_beyond_the_picture_has_no_arrow() {
    let knot = catalogue().find("sheepshank").expect("known");
    let last = knot.laid.len() - 1;
    let arrows = |part| {
        count(&scene("sheepshank", &Figure { size: [560.0, 380.0], step: Some(last), part, ..figure() }), "pull")
    };
    assert_eq!((arrows(None), arrows(Some(Part::Enlarged)), arrows(Some(Part::Marked))), (2, 1, 2));
}

/// Points of the rope that moves in a step.
fn moved_points(knot: &Knot, step: usize) -> impl Iterator<Item = [f64; 3]> {
    knot.led(step).flat_map(move |led| {
        let from = led.from.unwrap_or(led.to);
        knot.path.strands[led.rope].points[from.min(led.to)..=from.max(led.to)].to_vec()
    })
}

/// Where a whole line is led round a far anchor, the knot made before is set, and no hand is there to hold it.
#[test]
fn nobody_holds_a_knot_while_walking_to_the_anchor() {
    let rounds = |k: &'static Knot| {
        let named = k.entry.step.iter().position(|s| s.short == "Round" && s.say.contains("round the anchor"));
        named.map(|step| (k, step))
    };
    let walked: Vec<_> = catalogue().knots().iter().filter_map(rounds).collect();
    assert!(walked.len() > 6);
    for (knot, step) in walked {
        assert_eq!(knot.pinched(step), None, "{}", knot.id);
        assert!(knot.pinched(step + 2).is_some(), "{}: its hitch is held while the next is made", knot.id);
    }
}

/// No picture asks for more than three crossings at once. A doubled strand counts as one: a bight's two legs, the middle of a
/// core laid double. What passes behind an object is not seen to cross.
#[test]
fn no_move_makes_more_than_three_crossings() {
    // Bights laid leg by leg, and a core of two strands.
    const DOUBLED: [&str; 4] = ["highwaymans", "truckers-clips", "chain", "cobra-bar"];
    let mut most = Vec::new();
    for knot in catalogue().knots() {
        let path = &knot.path;
        let back = |p: &Place| path.strands[p.rope].back.is_some_and(|l| (l.from..l.to).contains(&(p.index as usize)));
        let z = |p: &Place| path.strands[p.rope].points[p.index as usize][2];
        let seen: Vec<_> = path
            .crossings
            .iter()
            .filter(|c| !back(&c.over) && !back(&c.under) && z(&c.over) - z(&c.under) < 2.5)
            .collect();
        let laid = |p: &Place, step: usize| {
            knot.laid[..step].iter().flatten().filter(|q| q.rope == p.rope).any(|q| {
                let strand = &path.strands[q.rope];
                let to = strand.index_at(q.waypoint, q.back) as f64;
                let from = q.from.map_or(0.0, |f| strand.index_at(f, false) as f64);
                (from.min(to)..=from.max(to)).contains(&p.index)
            })
        };
        let made = |step: usize| seen.iter().filter(|c| laid(&c.over, step) && laid(&c.under, step)).count();
        for step in 0..knot.laid.len() {
            let new = made(step + 1) - made(step);
            let doubled = DOUBLED.contains(&knot.id.as_str());
            if new > if doubled { 6 } else { 3 } {
                most.push(format!("{} {}: {new}", knot.id, step + 1));
            }
        }
    }
    assert!(most.is_empty(), "{most:#?}");
}

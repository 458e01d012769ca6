//! Questions to practise by: made from their seed alone, with one right answer that can be told from the others.

use std::collections::BTreeSet;
use umbet_core::draw::to_svg;
use umbet_core::knot::{Knot, catalogue};
use umbet_core::teach::question::{Kind, Question, Shown, question};
use umbet_core::units::Reader;

const SEEDS: u64 = 60;

fn all() -> Vec<&'static Knot> {
    catalogue().knots().iter().collect()
}

fn asked(kind: Kind) -> Vec<Question> {
    let made: Vec<Question> = (0..SEEDS).filter_map(|seed| question(kind, seed, &all(), &Reader::default())).collect();
    assert!(made.len() as u64 * 10 > SEEDS * 9, "{kind:?}: {} of {SEEDS}", made.len());
    made
}

fn only(q: &Question) -> usize {
    let [one] = q.right[..] else { panic!("{}: not one answer", q.asks) };
    one
}

#[test]
fn a_question_is_the_same_when_asked_again_and_another_seed_asks_another() {
    for kind in Kind::ALL {
        let told = |q: &Question| (q.asks.clone(), q.offered.iter().map(|o| o.says.clone()).collect::<Vec<_>>());
        let (once, again) = (asked(*kind), asked(*kind));
        assert_eq!(once.iter().map(told).collect::<Vec<_>>(), again.iter().map(told).collect::<Vec<_>>());
        let knots: BTreeSet<&str> = once.iter().map(|q| q.knot.id.as_str()).collect();
        assert!(knots.len() > 8, "{kind:?} asks of {knots:?} alone");
    }
}

#[test]
fn answers_can_be_told_apart_and_the_right_one_is_marked_right_alone() {
    for kind in Kind::ALL {
        for q in asked(*kind) {
            let words: BTreeSet<&str> = q.offered.iter().map(|o| o.says.as_str()).collect();
            let pictured = q.offered.iter().all(|o| o.picture.is_some());
            assert!(pictured || words.len() == q.offered.len(), "{kind:?} {}: {words:?}", q.asks);
            assert!(q.marked(&q.right).is_some_and(|m| m.right && m.because.is_empty()), "{}", q.asks);
            let mut turned = q.right.clone();
            turned.reverse();
            for wrong in (0..q.offered.len()).map(|i| vec![i]).chain([turned]).filter(|w| *w != q.right) {
                assert!(q.marked(&wrong).is_none_or(|m| !m.right), "{}: {wrong:?}", q.asks);
            }
            for none in [vec![], vec![99], vec![0, 0], vec![q.offered.len()]] {
                assert_eq!(q.marked(&none), None, "{}: {none:?}", q.asks);
            }
            assert!(!q.says.is_empty() && !q.says.contains("  ") && !q.asks.contains(".."), "{} {}", q.asks, q.says);
        }
    }
}

/// The picture of a question about a name does not say the name; a question about a pair shows both the same way round.
#[test]
fn pictures_do_not_give_the_answer_away() {
    for kind in Kind::ALL {
        for q in asked(*kind).iter().take(20) {
            for p in q.pictures() {
                let scene = p.drawn([300.0, 300.0], "A tie".into()).unwrap_or_else(|e| panic!("{}: {e}", q.asks));
                let svg = to_svg(&scene, None);
                assert!(svg.contains("A tie") && svg.len() > 800, "{}", q.asks);
                let says = svg.contains(&q.knot.entry.name) || svg.contains(&q.knot.entry.said());
                assert!(!says, "{kind:?} {}: the drawing names it", q.asks);
            }
            let views: BTreeSet<(bool, bool)> = q.pictures().iter().map(|p| (p.mirrored, p.behind)).collect();
            assert!(views.len() < 2, "{}", q.asks);
        }
    }
}

#[test]
fn the_names_offered_are_of_knots_that_look_otherwise() {
    for q in asked(Kind::Name) {
        assert_eq!(q.offered[only(&q)].says, q.knot.entry.name);
        for (i, o) in q.offered.iter().enumerate().filter(|(i, _)| *i != only(&q)) {
            let other = catalogue().knots().iter().find(|k| k.entry.name == o.says).expect("a knot of that name");
            let same =
                other.entry.identity == q.knot.entry.identity && other.path.poles.len() == q.knot.path.poles.len();
            assert!(!same, "{} and {} come to one picture", q.knot.id, other.id);
            assert!(q.marked(&[i]).is_some_and(|m| m.because.contains(" would show: ")), "{}", o.says);
        }
    }
}

#[test]
fn the_next_move_is_the_one_that_comes_next() {
    for q in asked(Kind::Next) {
        let Some(Shown::Step(done)) = q.picture.map(|p| p.shown) else { panic!("{}: no picture", q.asks) };
        let mirrored = q.picture.is_some_and(|p| p.mirrored);
        let next = &q.knot.entry.step[done].say;
        let said = umbet_core::knot::told(next, mirrored);
        assert_eq!(q.offered[only(&q)].says, said, "{} after {done}", q.knot.id);
        let picture = q.picture.expect("a picture").drawn([400.0, 300.0], "A tie".into()).expect("drawn");
        assert!(!to_svg(&picture, None).contains("nxh"), "{}: the dotted line tells it", q.knot.id);
        assert!(q.asks.contains(&format!("after move {done}")));
    }
}

#[test]
fn of_two_the_one_as_its_path_goes_is_right() {
    for q in asked(Kind::Which) {
        assert_eq!(q.offered.len(), 2);
        let shown = |i: usize| q.offered[i].picture.map(|p| p.shown);
        assert!(matches!(shown(only(&q)), Some(Shown::Laid)), "{}", q.asks);
        let Some(Shown::Wrong(m)) = shown(1 - only(&q)) else { panic!("{}: two right ones", q.asks) };
        assert!(q.says.contains(&m.done), "{}", q.says);
    }
}

#[test]
fn moves_put_in_the_right_order_are_the_knots_own() {
    for q in asked(Kind::Order) {
        let put: Vec<&str> = q.right.iter().map(|i| q.offered[*i].says.as_str()).collect();
        let own: Vec<&str> = q.knot.entry.step.iter().map(|s| s.say.as_str()).collect();
        assert_eq!(put, own, "{}", q.knot.id);
        assert!(q.ordered() && !q.offered.iter().map(|o| o.says.as_str()).eq(own), "{}: not shuffled", q.knot.id);
    }
}

/// A situation's one fitting answer among those refused there, each for a reason of its own.
#[test]
fn of_knots_for_a_situation_one_fits_and_the_others_say_why_not() {
    for q in asked(Kind::Choosing) {
        assert_eq!(q.offered[only(&q)].says, q.knot.entry.name, "{}", q.asks);
        let reasons: BTreeSet<String> =
            (0..q.offered.len()).filter(|i| *i != only(&q)).filter_map(|i| Some(q.marked(&[i])?.because)).collect();
        assert_eq!(reasons.len(), q.offered.len() - 1, "{}: {reasons:?}", q.asks);
        assert!(reasons.iter().all(|r| r.ends_with('.') && r.len() > 8), "{reasons:?}");
    }
}

/// A learner of few knots is asked about those alone.
#[test]
fn questions_keep_to_the_knots_they_are_about() {
    let about: Vec<&'static Knot> =
        ["bowline", "clove-hitch"].iter().map(|id| catalogue().find(id).expect("a knot")).collect();
    for kind in Kind::ALL {
        for seed in 0..10 {
            if let Some(q) = question(*kind, seed, &about, &Reader::default()) {
                assert!(["bowline", "clove-hitch"].contains(&q.knot.id.as_str()), "{kind:?}: {}", q.knot.id);
            }
        }
    }
    assert!(question(Kind::Name, 1, &[], &Reader::default()).is_none());
}

/// Nothing is to be won by guessing a place: the right answer stands anywhere.
#[test]
fn the_right_answer_stands_anywhere() {
    for kind in [Kind::Name, Kind::Choosing, Kind::Next, Kind::Which] {
        let made = asked(kind);
        let places = made[0].offered.len();
        let mut stands = vec![0; places];
        made.iter().for_each(|q| stands[only(q)] += 1);
        let fair = made.len() as f64 / places as f64;
        // Within what chance does one time in ten thousand (normal approximation of the binomial).
        let most = 4.0 * (fair * (1.0 - 1.0 / places as f64)).sqrt();
        assert!(
            stands.iter().all(|n| (f64::from(*n) - fair).abs() < most),
            "{kind:?}: {stands:?}, each about {fair:.0}"
        );
    }
}

/// The left hand's questions say and show the left hand: of a pair of sides, never the right hand's words beside the left
/// hand's drawing.
#[test]
fn moves_told_beside_a_mirrored_drawing_are_mirrored() {
    let mut turned = 0;
    for q in asked(Kind::Next).iter().filter(|q| q.picture.is_some_and(|p| p.mirrored)) {
        for step in &q.knot.entry.step {
            let other = umbet_core::knot::told(&step.say, true);
            let plain = q.offered.iter().any(|o| o.says == step.say);
            assert!(other == step.say || !plain, "{}: {} is told as for the right hand", q.knot.id, step.say);
            turned += usize::from(other != step.say && q.offered.iter().any(|o| o.says == other));
        }
    }
    assert!(turned > 0, "no sentence with a side in it was asked");
}

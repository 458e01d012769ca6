//! What must hold whatever is asked.

use proptest::prelude::*;
use umbet_core::choose::{Answer, Verdict, choose};
use umbet_core::hold::{Friction, Grip, Network};
use umbet_core::knot::catalogue;
use umbet_core::knot::notation::{LONGEST_TEXT, parse};
use umbet_core::knot::path::KnotPath;
use umbet_core::object::{Shape, surfaces};
use umbet_core::situation::{Draft, Situation, Task, Way};
use umbet_core::units::Reader;

fn answer(d: &Draft) -> Answer {
    choose(catalogue(), &Situation::read(d).expect("reads"), &Reader::default())
}

fn any_draft() -> impl Strategy<Value = Draft> {
    let cords: Vec<String> = umbet_core::cord::cords().iter().map(|c| c.id.clone()).collect();
    let surface: Vec<String> = surfaces().iter().map(|s| s.id.clone()).collect();
    let words = (prop::sample::select(Task::ALL), prop::sample::select(Shape::ALL), prop::sample::select(Way::ALL));
    let names = (prop::sample::select(cords.clone()), prop::sample::select(cords), prop::sample::select(surface));
    (words, names, 1.0..4000.0f64, any::<bool>(), any::<bool>()).prop_map(
        |((task, shape, way), (a, b, s), force, wet, end)| {
            let mut d = Draft::usual(task);
            d.shape = Some(shape);
            d.way = Some(way);
            d.cord.kind = a;
            d.cord.wet = wet;
            d.end_free = Some(end);
            if let Some(second) = &mut d.second {
                second.kind = b;
            }
            d.surface = Some(s);
            d.force_n = Some(force);
            d
        },
    )
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(60))]

    #[test]
    fn every_readable_draft_is_answered_for_every_knot(d in any_draft()) {
        let a = answer(&d);
        prop_assert_eq!(a.knots.len(), catalogue().knots().len());
        for k in &a.knots {
            prop_assert!(k.facts.cord_m.is_finite() && k.facts.cord_m > 0.0);
            prop_assert_eq!(k.verdict == Verdict::DoesNotFit, k.would_fit.is_some());
        }
    }

    #[test]
    fn a_heavier_pull_never_turns_unfit_into_fit(d in any_draft(), more in 1.0..3.0f64) {
        let heavier = Draft { force_n: d.force_n.map(|f| f * more), ..d.clone() };
        let (a, b) = (answer(&d), answer(&heavier));
        // A cord refused fits nothing: what is then judged is another cord.
        if b.cord_refused.is_some() || b.knots.iter().all(|k| k.verdict == Verdict::DoesNotFit) {
            return Ok(());
        }
        prop_assert!(a.cord_refused.is_none(), "a cord bears only the heavier pull");
        for k in a.knots.iter().filter(|k| k.verdict == Verdict::DoesNotFit) {
            let still = b.knots.iter().any(|x| x.id == k.id && x.verdict == Verdict::DoesNotFit);
            prop_assert!(still, "{} fits only under a heavier pull", k.name);
        }
    }

    #[test]
    fn more_friction_never_loosens_a_grip(object in 0.0..0.8f64, rope in 0.0..0.5f64, more in 0.0..0.4f64, radius in 0.6..40.0f64) {
        for k in catalogue().knots().iter().filter(|k| !k.entry.grip.network.is_empty()) {
            let n = Network::new(&k.entry.grip.network, radius);
            let (a, b) = (n.grip(Friction { object, rope }), n.grip(Friction { object: object + more, rope }));
            let ordered = match (a, b) {
                (Grip::Locks, Grip::Multiplies(_)) => false,
                (Grip::Multiplies(x), Grip::Multiplies(y)) => y >= x * (1.0 - 1e-6),
                _ => true,
            };
            prop_assert!(ordered, "{}: {a:?} then {b:?}", k.id);
        }
    }

    #[test]
    fn the_parser_never_panics(text in "(pole P [xyz] r=[0-9.]{1,4}\n)?(rope [AB]\n flat( (-?[0-9]{1,3},-?[0-9]{1,3}|o|u|F|M|B|0|\\(L|\\)|@[0-9],[0-9]|w=1)){0,14}\n){0,3}") {
        if let Ok(path) = parse(&text) {
            let _ = KnotPath::build(&path);
        }
    }

    #[test]
    fn any_text_at_all_is_refused_or_read(text in ".{0,400}") {
        let _ = parse(&text);
    }
}

#[test]
fn a_path_written_back_reads_the_same() {
    for k in catalogue().knots() {
        let path = parse(&k.entry.path).expect("reads");
        let again = parse(&path.to_string()).unwrap_or_else(|e| panic!("{}: {e}\n{path}", k.id));
        let near = |a: f64, b: f64| (a - b).abs() < 1e-9;
        for (r, s) in path.ropes.iter().zip(&again.ropes) {
            assert_eq!((&r.name, &r.letters, r.double), (&s.name, &s.letters, s.double), "{}", k.id);
            let same = r
                .waypoints
                .iter()
                .zip(&s.waypoints)
                .all(|(a, b)| near(a.at[0], b.at[0]) && near(a.at[1], b.at[1]) && a.level == b.level);
            assert!(same && r.waypoints.len() == s.waypoints.len(), "{}", k.id);
        }
        assert_eq!((path.poles, path.count), (again.poles, again.count), "{}", k.id);
    }
}

#[test]
fn faults_name_the_line_and_what_was_expected() {
    let fault = |text: &str| parse(text).expect_err("faulty").to_string();
    assert_eq!(
        fault("rope A\n flat 0,0 1,x"),
        "line 2: found `1,x`, expected a waypoint `x,y`, a polar one `@r,angle`, a letter o or u, a level F M B 0, or a tuck"
    );
    assert_eq!(fault("pole P q r=2"), "line 1: found `q`, expected an axis: x, y or z");
    assert_eq!(fault("rope A\n flat 0,0\nrope B\n flat 0,0 1,1"), "line 1: found `A`, expected two waypoints at least");
    assert_eq!(fault("flat 0,0"), "line 1: found `flat`, expected a line `rope A` before the first `flat`");
    assert!(fault(&"x".repeat(LONGEST_TEXT + 1)).contains("20 000 bytes"));
}

#[test]
fn a_missing_letter_is_caught_and_its_place_named() {
    let built = |text: &str| KnotPath::build(&parse(text).expect("reads")).map(|_| ()).map_err(|e| e.to_string());
    let overhand = "rope A\n flat -9,0 1,0 4,2 2,5 -1,4 -2,0 o -1,-3 1,-3 1.2,0 u 1.4,3 1.4,5 o 1.4,9";
    assert_eq!(built(overhand), Ok(()));
    let fault = built(&overhand.replace(" u ", " ")).expect_err("a letter is missing");
    assert!(fault.starts_with("rope A: 2 letters but 3 meetings"), "{fault}");
    let fault = built(&format!("count 4\n{overhand}")).expect_err("the count is wrong");
    assert_eq!(fault, "the drawing has 3 crossings but `count` says 4");
    let moved = overhand.replace("-2,0 o -1,-3 1,-3", "-2,0 -1,-3 1,-3 o");
    assert!(built(&moved).expect_err("a letter stands elsewhere").contains("letter 1 stands behind waypoint 7"));
}

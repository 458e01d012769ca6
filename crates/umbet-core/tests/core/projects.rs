//! Things made of cord: bars as they were drawn up, and what a wanted size takes.

use umbet_core::cord::cord;

use umbet_core::knot::{catalogue, measured};
use umbet_core::project::{Making, ProjectPlan, Wanted, Weave, Working, project, projects, stale, worked};
use umbet_core::topology::{Diagram, Named, knot_name};
use umbet_core::units::{Length, Reader};

fn planned(id: &str, sizes_m: &[f64]) -> ProjectPlan {
    let kind = cord("paracord-iii").expect("a cord");
    let wanted = Wanted { sizes_m: sizes_m.to_vec(), diameter: kind.diameter };
    project(id).expect("a project").plan(&wanted, kind, &Reader::default())
}

fn metres(plan: &ProjectPlan) -> f64 {
    plan.cords.iter().map(|c| f64::from(c.times) * c.length_m).sum()
}

/// Forms kept beside the projects are those the program draws up now.
#[test]
fn no_bar_is_stale() {
    assert_eq!(stale(), Vec::<String>::new(), "run `cargo xtask dress`");
}

/// No two strands of a bar go through each other: those of the core touch, and what works about it lies against it and itself.
#[test]
fn strands_of_a_bar_keep_their_thickness() {
    for &working in Working::ALL {
        let form = worked(working).expect("it was drawn up");
        for (a, strand) in form.strands.iter().enumerate() {
            for (b, other) in form.strands.iter().enumerate().skip(a + 1) {
                let near = |p: &[f64; 3], q: &[f64; 3]| (0..3).map(|k| (p[k] - q[k]).powi(2)).sum::<f64>().sqrt();
                // Both halves of one cord begin in one point behind the core.
                let begun = strand[0] == other[0];
                let skip = if begun { 8 } else { 0 };
                let least = strand.iter().skip(skip).flat_map(|p| other.iter().skip(skip).map(move |q| near(p, q)));
                let least = least.fold(f64::MAX, f64::min);
                assert!(least > 0.97, "{working:?}: strands {a} and {b} are {least:.3} diameters apart");
            }
        }
        assert!(form.rest.least_radius > 0.6, "{working:?}");
    }
}

/// The trade reckons a foot of cord to an inch of cobra bar (common practice): twelve times, its ends in it. What is measured on
/// the drawn-up form, core and all, comes to that within a tenth; a spiral takes a little less, half hitches much less.
#[test]
fn a_cobra_bar_takes_what_the_trade_says() {
    let bar = metres(&planned("cobra-bar", &[1.0])) - 0.3;
    assert!((10.5..13.2).contains(&bar), "{bar:.2} m of cord to a metre");
    let spiral = metres(&planned("spiral-bar", &[1.0])) - 0.3;
    let hitches = metres(&planned("half-hitch-bar", &[1.0])) - 0.25;
    assert!(hitches < spiral && spiral < bar, "{hitches:.2}, {spiral:.2}, {bar:.2}");
    let two = planned("cobra-bar-two-colours", &[1.0]);
    assert_eq!(two.cords.len(), 2);
    assert!((metres(&two) - 0.4 - bar).abs() < 0.02, "the same cord, of two colours");
    // Twice as thick, half as many half knots, and as much cord: the shape alone counts.
    let rope = cord("braid-polyester-8").expect("a cord");
    let wanted = Wanted { sizes_m: vec![1.0], diameter: Length::from_mm(8.0) };
    let thick = project("cobra-bar").expect("a project").plan(&wanted, rope, &Reader::default());
    assert!((metres(&thick) - 0.3 - bar).abs() < 0.02);
}

/// Mats woven over and under by turns are the knots of the tables: three leads and four bights are 8_18, three and five 10_123
/// (the first from FACTS of the trade, as the carrick mat; both in C. Livingston, A. H. Moore, KnotInfo), a long mat of three and
/// two the 7_4 of the endless knot (common practice).
#[test]
fn a_mat_is_the_knot_of_the_tables() {
    let named = |weave: Weave| knot_name(&Diagram::of(&weave.mat().strands(30.0)[..1]));
    for (weave, name) in [
        (Weave::Round { leads: 3, bights: 4 }, "8_18"),
        (Weave::Round { leads: 3, bights: 5 }, "10_123"),
        (Weave::Long { across: 3, along: 2 }, "7_4"),
    ] {
        let made = named(weave);
        assert!(matches!(&made, Named::One(n) if n.trim_start_matches('m') == name), "{weave:?} is {made:?}");
    }
    let crossings = |weave: Weave| weave.mat().passages.len() / 2;
    // A line to and fro p and q times crosses itself 2 p q − p − q times.
    assert_eq!(crossings(Weave::Long { across: 3, along: 5 }), 22);
}

/// Cord of the coin-shaped mat against its line integrated by itself: a ring whose radius swings between a half and a tenth of what
/// is across, three times round. Lanes beside it are as much longer outside as shorter inside; over and under adds a little. The
/// mat is as far across as was asked, and one lane more would not go in.
#[test]
fn a_mat_takes_what_its_lanes_are_long() {
    let mat = Weave::Round { leads: 3, bights: 4 }.mat();
    let once: f64 = (0..36_000)
        .map(|i| {
            let t = std::f64::consts::TAU * f64::from(i) / 36_000.0;
            let (r, swing) = (0.3 + 0.2 * (4.0 * t).cos(), -0.8 * (4.0 * t).sin());
            (9.0 * r * r + swing * swing).sqrt() * std::f64::consts::TAU / 36_000.0
        })
        .sum();
    for across_d in [14.0, 25.0, 60.0] {
        let lanes = mat.lanes(across_d);
        let flat = f64::from(lanes) * once * (across_d - f64::from(lanes));
        let share = mat.cord_d(across_d) / flat;
        assert!((1.0..1.1).contains(&share), "{across_d}: {share:.3}");
        assert!(mat.across_d(lanes + 1) > across_d && mat.across_d(lanes) <= across_d);
        let drawn = mat.strands(across_d);
        assert_eq!(drawn.len(), lanes as usize);
        let x = drawn.iter().flatten().map(|p| p[0]);
        let (left, right) = x.fold((f64::MAX, f64::MIN), |(l, r), x| (l.min(x), r.max(x)));
        assert!((right - left + 1.0 - across_d).abs() < 0.05 * across_d, "{:.1} across", right - left + 1.0);
    }
    let mat = project("coin-mat").expect("a project");
    let why = |kind: &str, m: f64| {
        let kind = cord(kind).expect("a cord");
        mat.unfit(&Wanted { sizes_m: vec![m], diameter: kind.diameter }, kind, &Reader::default())
    };
    assert!(why("laid-manila-16", 0.05).is_some_and(|w| w.contains("too thick") && w.contains("or more")));
    assert!(why("bank-line-2", 0.6).is_some_and(|w| w.contains("followed") && w.contains("or less")));
    assert_eq!(why("paracord-iii", 0.1), None);
}

/// Five cords of six metres make a sandal, in about an hour and a half (practitioners, handed down with the trade's own figures);
/// goggles are two bars; both take as many cords from the kit as they have bars.
#[test]
fn what_is_made_of_bars_side_by_side_takes_a_cord_for_each() {
    let sole = planned("sandal", &[0.27]);
    assert_eq!(sole.cords[0].times, 5);
    assert!((4.8..6.4).contains(&sole.cords[0].length_m), "{:.2} m each", sole.cords[0].length_m);
    assert!(sole.time.contains("100 minutes"), "{}", sole.time);
    assert!(sole.because.iter().any(|b| b.contains("side by side are about 1")), "{:?}", sole.because);
    let bar = planned("cobra-bar", &[0.15]);
    let goggles = planned("goggles", &[0.15]);
    assert_eq!(goggles.cords[0].times, 2);
    assert!((goggles.cords[0].length_m - 0.7 - (bar.cords[0].length_m - 0.3)).abs() < 0.011);
}

/// What is said to run out in one go is no knot at all in its own rope: its ends joined, the path of the working cord comes apart.
#[test]
fn what_runs_out_in_one_go_is_no_knot() {
    for p in projects() {
        let Making::Bar { working, .. } = &p.making else { continue };
        let form = worked(*working).expect("it was drawn up");
        let halves = &form.strands[working.core()..];
        let [first, second] = halves else { continue };
        let mut rope: Vec<[f64; 3]> = first.iter().rev().chain(second).copied().collect();
        // Its ends led away to either side and joined far off.
        let (a, b) = (rope[0], rope[rope.len() - 1]);
        let far = |p: [f64; 3], y: f64| [60.0 * p[0].signum(), y, p[2]];
        rope.insert(0, far(a, a[1]));
        rope.push(far(b, b[1]));
        rope.extend([far(b, -80.0), far(a, -80.0)]);
        let nothing = knot_name(&Diagram::of(&[rope])) == Named::Nothing;
        assert_eq!(nothing, p.in_one_go, "{}", p.id);
    }
}

/// A net worked by hand: 0.5 m wide of meshes with sides of 50 mm, 70.7 mm across each, are eight; 0.3 m high, 35.4 mm a row, nine.
/// Each of the 72 takes 100 mm of sides and its sheet bend as drawn up, a tenth more for the hand; half a metre is its head line.
#[test]
fn a_net_is_its_meshes() {
    let plan = planned("net", &[0.5, 0.3, 0.05]);
    let bend = measured("sheet-bend").expect("it was measured").cord_d;
    let thick = cord("paracord-iii").expect("a cord").diameter.m();
    let by_hand = 72.0 * (0.1 + bend * thick) * 1.1 + 0.5 + 0.3;
    assert!((metres(&plan) - by_hand).abs() < 0.011, "{} and {by_hand}", metres(&plan));
    assert!(plan.cells.contains("72 meshes"), "{}", plan.cells);
    assert!(metres(&planned("net", &[0.5, 0.3, 0.025])) > 1.5 * metres(&plan), "finer takes more");
}

/// A stopper at the end takes what its own drawn-up form takes; a chain is the trade's rule and says so.
#[test]
fn what_is_not_measured_says_so() {
    let lanyard = planned("lanyard", &[0.1]);
    assert!(lanyard.because.iter().any(|b| b.contains("stopper takes")), "{:?}", lanyard.because);
    let chain = planned("chain", &[2.0]);
    assert!(
        chain.because[0].contains("Not measured") && chain.because[0].contains("8.00 m to 10.00 m"),
        "{:?}",
        chain.because
    );
    assert!(chain.undone.contains("One pull"));
}

/// Cord that does not draw up makes nothing; thick cord makes no short bar and no fine net, and is told what it would make.
#[test]
fn what_no_hand_could_make_is_refused() {
    let why = |id: &str, kind: &str, sizes_m: &[f64]| {
        let kind = cord(kind).expect("a cord");
        let wanted = Wanted { sizes_m: sizes_m.to_vec(), diameter: kind.diameter };
        project(id).expect("a project").unfit(&wanted, kind, &Reader::default())
    };
    for p in projects() {
        for kind in ["wire-2", "shock-6", "webbing-25", "kernmantle-11"] {
            assert!(why(&p.id, kind, &[]).is_some_and(|w| w.contains("take supple cord")), "{} of {kind}", p.id);
        }
        assert_eq!(why(&p.id, "paracord-iii", &[]), None, "{}", p.id);
    }
    // Five bars of rope are no sole, nor five of twine.
    assert!(why("sandal", "laid-manila-16", &[]).is_some_and(|w| w.contains("wider than fits a foot")));
    assert!(
        why("sandal", "bank-line-2", &[]).is_some_and(|w| w.contains("narrower than fits a foot. Take thicker cord"))
    );
    assert!(why("goggles", "braid-polyester-8", &[]).is_some_and(|w| w.contains("wider than fits a face")));
    assert!(why("cobra-bar", "laid-manila-16", &[0.03]).is_some_and(|w| w.contains("fewer than 4 half knots")));
    assert!(why("net", "laid-manila-16", &[0.6, 0.5, 0.015]).is_some_and(|w| w.contains("100 mm or more")));
}

/// Each is made of knots there are, says how it is made, and grows with its size.
#[test]
fn every_project_can_be_made() {
    assert!(projects().len() >= 14);
    for p in projects() {
        for knot in p.knots.iter().chain(&p.drawn) {
            assert!(catalogue().find(knot).is_some(), "{}: no knot {knot}", p.id);
        }
        assert!(p.moves.len() >= 3 && !p.lessons.is_empty() && p.cell_s[0] < p.cell_s[1], "{}", p.id);
        assert_eq!(p.sizes.len(), if matches!(p.making, Making::Meshes { .. }) { 3 } else { 1 }, "{}", p.id);
        let sizes =
            |k: f64| p.sizes.iter().enumerate().map(move |(i, s)| if i < 2 { k * s.usual_m } else { s.usual_m });
        let (one, two) =
            (planned(&p.id, &sizes(1.0).collect::<Vec<_>>()), planned(&p.id, &sizes(2.0).collect::<Vec<_>>()));
        assert!(metres(&two) > metres(&one) && metres(&one) > 0.3, "{}", p.id);
        assert!(one.time.ends_with("est.") && !one.cords.is_empty(), "{}: {}", p.id, one.time);
        assert!(p.sizes.iter().all(|s| (s.within_m[0]..=s.within_m[1]).contains(&s.usual_m)), "{}", p.id);
    }
}

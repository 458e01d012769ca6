//! Bars hung from lines: shares against the lever by hand, and what is said where it does not hang.

use proptest::prelude::*;
use umbet_core::rig::hang::{Bar, Hang, HangDraft, HungThing, Weight, shares};
use umbet_core::rig::{Given, Impossible, Planned, Rig};
use umbet_core::situation::Habits;
use umbet_core::units::G;
use umbet_core::units::Reader;

fn planned(d: &HangDraft) -> Result<Planned, Impossible> {
    let (habits, reader) = (Habits::default(), Reader::default());
    let hang = Hang::read(d).unwrap_or_else(|f| panic!("{f:?}"));
    hang.plan(&Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 })
}

fn thing(mass_kg: f64, along_m: [f64; 2]) -> HungThing {
    HungThing { name: "sack".into(), mass_kg, along_m, ties: 0 }
}

/// The lever: 100 N a quarter of the way between two lines puts 75 N on the near one, 25 N on the far one.
#[test]
fn two_lines_share_by_the_lever() {
    let borne = shares(&[0.0, 2.0], &[Weight { n: 100.0, along_m: [0.5, 0.5] }]).expect("hangs");
    assert!((borne[0] - 75.0).abs() < 1e-9 && (borne[1] - 25.0).abs() < 1e-9, "{borne:?}");
}

/// A stiff bar on three springs alike, weight over the first: 5/6, 1/3, and −1/6 that no line can push: then the lever of two,
/// all of it on the first (texts on statics, the table on four legs cut to three).
#[test]
fn no_line_pushes() {
    let at = |x: f64| shares(&[0.0, 1.0, 2.0], &[Weight { n: 60.0, along_m: [x, x] }]).expect("hangs");
    let near = |a: &[f64], b: [f64; 3]| a.iter().zip(b).all(|(a, b)| (a - b).abs() < 1e-9);
    assert!(near(&at(1.0), [20.0, 20.0, 20.0]), "{:?}", at(1.0));
    assert!(near(&at(0.5), [35.0, 20.0, 5.0]), "{:?}", at(0.5));
    assert!(near(&at(0.0), [60.0, 0.0, 0.0]), "{:?}", at(0.0));
}

/// A pole on its two ends with its weight in the middle bends most there: M = WL/4.
#[test]
fn a_pole_bends_most_under_its_weight() {
    let d = HangDraft {
        length_m: 2.0,
        mass_kg: 0.1,
        things: vec![thing(40.0, [1.0, 1.0])],
        lines_m: vec![0.0, 2.0],
        ..HangDraft::usual()
    };
    let hang = Hang::read(&d).expect("reads");
    let (alike, _) = hang.borne().expect("hangs");
    let by_hand = 40.0 * G * 2.0 / 4.0 + 0.1 * G * 2.0 / 8.0;
    assert!((hang.bending_nm(&alike) - by_hand).abs() < 0.01 * by_hand, "{}", hang.bending_nm(&alike));
    let thin = planned(&HangDraft { thick_mm: 20.0, ..d.clone() }).expect("hangs").plan;
    assert!(thin.parts[0].id == "bar" && thin.change.iter().any(|c| c.contains("pole is used")), "{:?}", thin.change);
    let pipe = planned(&HangDraft { bar: Bar::Pipe, thick_mm: 20.0, ..d }).expect("hangs").plan;
    assert!(pipe.parts.iter().all(|p| p.id != "bar") && pipe.known_from.iter().any(|k| k.contains("not judged")));
}

#[test]
fn what_tips_or_holds_nothing_is_refused() {
    let tips = HangDraft { things: vec![thing(80.0, [3.0, 3.0])], lines_m: vec![0.1, 1.0], ..HangDraft::usual() };
    let says = planned(&tips).expect_err("tips").0;
    assert!(says.contains("past the last line on the right"), "{says}");
    let fault = |change: &dyn Fn(&mut HangDraft)| {
        let mut d = HangDraft::usual();
        change(&mut d);
        Hang::read(&d).expect_err("refused")[0].says.clone()
    };
    assert!(fault(&|d| d.lines_m = vec![1.0]).contains("on one it tips"));
    assert!(fault(&|d| d.lines_m = vec![1.0, 1.0]).contains("hold as one"));
    assert!(fault(&|d| d.lines_m[0] = 3.4).contains("past its end"));
    assert!(fault(&|d| d.at_m = 3.0).contains("below what it hangs from"));
    assert!(fault(&|d| d.things[0].along_m = [2.0, 1.0]).contains("from left to right"));
    assert!(fault(&|d| d.things[0].mass_kg = 0.0).contains("Mass of wet gear"));
}

/// The last line stands within 15 cm of the bar's end (common practice); over heads a tenth of the strength, and a second line.
#[test]
fn ends_and_heads_are_minded() {
    let d = HangDraft::usual();
    let plan = planned(&d).expect("hangs").plan;
    assert!(plan.change.is_empty(), "{:?}", plan.change);
    assert!(plan.cautions[0].starts_with("Never people"));
    let inward = planned(&HangDraft { lines_m: vec![0.4, 1.5, 2.9], ..d.clone() }).expect("hangs").plan;
    assert!(
        inward.change.iter().any(|c| c.starts_with("On the left the last line stands 0.40 m")),
        "{:?}",
        inward.change
    );
    let heads = HangDraft { over_heads: true, things: vec![thing(60.0, [1.0, 2.0])], ..d };
    let heads = planned(&heads).expect("hangs").plan;
    assert!(heads.change.iter().any(|c| c.contains("tenth")), "{:?}", heads.change);
    assert!(heads.order.iter().any(|s| s.id == "second") && heads.cautions.len() == 3);
}

/// Two end hitches that cannot run off, the others between, every line from beam to bar.
#[test]
fn every_line_is_tied_and_cut() {
    let plan = planned(&HangDraft::usual()).expect("hangs").plan;
    let ids: Vec<&str> = plan.joints.iter().map(|j| j.id.as_str()).collect();
    assert_eq!(ids, ["end", "inner", "top"]);
    assert!(plan.joints.iter().all(|j| !j.knot.is_empty()), "{:?}", plan.joints);
    assert!(plan.cuts[0].times == 2 && plan.cuts[1].times == 1 && plan.cuts[0].each_m > 2.8);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]

    /// Lines bear all of it and turn nothing: forces and moments balance to a millionth, and none pushes.
    #[test]
    fn lines_bear_what_hangs(
        lines in prop::collection::btree_set(0u32..300, 2..8),
        things in prop::collection::vec((0.5..60.0f64, 0.0..3.0f64, 0.0..3.0f64), 0..5),
    ) {
        let lines_m: Vec<f64> = lines.into_iter().map(|c| f64::from(c) / 100.0).collect();
        prop_assume!(lines_m.windows(2).all(|w| w[1] - w[0] > 0.02));
        let things = things.into_iter().map(|(kg, a, b)| thing(kg, [a.min(b), a.max(b)])).collect();
        let hang = Hang::read(&HangDraft { lines_m: lines_m.clone(), things, ..HangDraft::usual() }).expect("reads");
        let Ok((alike, bands)) = hang.borne() else { return Ok(()) };
        let weights = hang.weights();
        let total: f64 = weights.iter().map(|w| w.n).sum();
        let moment: f64 = weights.iter().map(|w| w.n * f64::midpoint(w.along_m[0], w.along_m[1])).sum();
        let turned: f64 = lines_m.iter().zip(&alike).map(|(x, n)| x * n).sum();
        prop_assert!((alike.iter().sum::<f64>() - total).abs() < 1e-6 * total);
        prop_assert!((turned - moment).abs() < 1e-6 * total, "{turned} against {moment}");
        prop_assert!(alike.iter().zip(&bands).all(|(n, b)| *n >= 0.0 && b.low <= n + 1e-9 && *n <= b.high + 1e-9));
    }
}

/// A cloth of three metres on seven ties: every half metre one, round a bar of 60 mm and through its eyelet; tied on before the bar is
/// raised. Four ties let its edge hang.
#[test]
fn a_cloth_is_tied_on_while_the_bar_hangs_low() {
    let with = |ties| {
        let cloth = HungThing { name: "the wet sail".into(), ties, ..thing(8.0, [0.0, 3.0]) };
        HangDraft { things: vec![cloth], ..HangDraft::usual() }
    };
    let plan = |ties| planned(&with(ties)).expect("goes").plan;
    let seven = plan(7);
    let ties = seven.joints.iter().find(|j| j.id == "tie").expect("ties");
    assert!(ties.times == 7 && !ties.knot.is_empty(), "{ties:?}");
    let cut = seven.cuts.iter().find(|c| c.name == "Tie of the cloth").expect("cut");
    let round = std::f64::consts::PI * 0.066;
    assert!(cut.times == 7 && (cut.items[0].length_m - round).abs() < 1e-9, "{:?}", cut.items);
    let place = |id: &str| seven.order.iter().position(|s| s.id == id).unwrap_or_else(|| panic!("no {id}"));
    assert!(place("ends") < place("cloth-0") && place("cloth-0") < place("raise"));
    assert!(seven.order[place("cloth-0")].figures[0][1].contains("0.50 m"), "{:?}", seven.order[place("cloth-0")]);
    assert!(!seven.change.iter().any(|c| c.contains("bights")), "{:?}", seven.change);
    let four = plan(4).change.join(" ");
    assert!(four.contains("The wet sail hangs in bights between its ties: seven"), "{four}");
    let why = Hang::read(&with(1)).expect_err("one tie").remove(0);
    assert_eq!(why.field, "things.0.ties");
}

//! Loads tied down, against the rules' own worked examples and tables, and calculations by hand.

use proptest::prelude::*;
use umbet_core::rig::load::rules::{friction::TopOver, rating::fewest};
use umbet_core::rig::load::{
    Going, Hold, ItemDraft, ItemShape, Load, LoadDraft, Movement, PassDraft, PassKind, Ring, load_stock,
    unmarked_limit_n,
};
use umbet_core::rig::tighten::Tighten;
use umbet_core::rig::{Given, Impossible, Planned, Rig};
use umbet_core::situation::{CordDraft, Fault, Habits, used_cord};
use umbet_core::units::G;
use umbet_core::units::Reader;

fn planned_for(d: &LoadDraft, habits: &Habits) -> Result<Planned, Impossible> {
    let load = Load::read(d).expect("the draft reads");
    load.plan(&Given { kit: &[], habits, reader: &Reader::default(), width: 868.0 })
}

fn planned(d: &LoadDraft) -> Result<Planned, Impossible> {
    planned_for(d, &Habits::default())
}

fn impossible(d: &LoadDraft) -> String {
    planned(d).expect_err("does not go").0
}

fn faults(d: &LoadDraft) -> Vec<Fault> {
    Load::read(d).expect_err("out of reason")
}

fn holds(d: &LoadDraft) -> Vec<Hold> {
    Load::read(d).expect("reads").reckoned().expect("lies").holds
}

fn hold(d: &LoadDraft, item: usize, movement: Movement) -> Hold {
    holds(d).into_iter().find(|h| h.item == item && h.movement == movement).expect("judged")
}

fn pass(kind: PassKind, item: usize, rings: [usize; 2]) -> PassDraft {
    PassDraft { kind, item, rings, padded: false }
}

/// One box of 1 × 0.5 × 1 m and 100 kg in the middle of a bare deck, with rings at 1 m and 2 m on both sides and no line.
fn one_box() -> LoadDraft {
    let mut d = LoadDraft::usual();
    d.deck.length_m = 3.0;
    d.deck.width_m = 2.0;
    d.deck.board_m = 0.0;
    d.deck.bears_kg = 1000.0;
    d.deck.rings =
        [[1.0, -0.9], [1.0, 0.9], [2.0, -0.9], [2.0, 0.9]].map(|at_m| Ring { at_m, bears_n: 5000.0 }).to_vec();
    d.items = vec![ItemDraft {
        name: "crate".into(),
        shape: ItemShape::Box,
        size_m: [1.0, 0.5, 1.0],
        mass_kg: 100.0,
        at_m: [1.5, 0.0],
        ..d.items[0].clone()
    }];
    d.passes.clear();
    d
}

/// EN 12195-1:2010, 6.2, worked example: 1 000 kg, μ 0.4, α 90°, 3 000 N, forward 0.8 g: 2.04, so three lines.
#[test]
fn the_standards_worked_example_of_lines_over_the_top() {
    let example = TopOver { c: 0.8, c_z: 1.0, mass_kg: 1000.0, mu: 0.4, sin_alpha: 1.0, tension_n: 3000.0, f_s: 1.25 };
    assert!((example.lines() - 2.04).abs() < 0.005, "{}", example.lines());
    // Friction alone is enough where it is more than what is asked.
    assert!(TopOver { mu: 0.9, ..example }.lines().abs() < 1e-12);
}

/// US 49 CFR 393.110: 1 up to 5 ft and 1 100 lb; 2 up to 5 ft and heavier, or to 10 ft; then one more for each 10 ft or part;
/// with blocking ahead one for each 10 ft or part.
#[test]
fn the_rules_own_counts_of_lines() {
    let (ft, lb) = (0.3048, 0.453_592_37);
    for (length_ft, mass_lb, stopped, wants) in [
        (5.0, 1100.0, false, 1),
        (5.0, 1101.0, false, 2),
        (8.0, 100.0, false, 2),
        (10.0, 5000.0, false, 2),
        (10.1, 100.0, false, 3),
        (20.0, 100.0, false, 3),
        (21.0, 100.0, false, 4),
        (21.0, 100.0, true, 3),
        (4.0, 100.0, true, 1),
    ] {
        assert_eq!(fewest(length_ft * ft, mass_lb * lb, stopped), wants, "{length_ft} ft, {mass_lb} lb, {stopped}");
    }
}

/// US 49 CFR 393.108, rope that bears no mark: polyester of 3/8 in 555 lb, 1/2 in 960; double-braid nylon of 3/8 in 336.
#[test]
fn rope_without_a_mark_counts_by_the_rules_table() {
    let limit = |kind: &str, mm: f64| {
        let draft = CordDraft { kind: kind.into(), diameter_mm: Some(mm), wet: false, worn: false, raw_end: false };
        unmarked_limit_n(&used_cord("cord", &draft).expect("a cord")).map(|n| (n / 4.448_221_6).round())
    };
    assert_eq!(limit("braid-polyester-12", 9.525), Some(555.0));
    assert_eq!(limit("braid-polyester-12", 12.7), Some(960.0));
    assert_eq!(limit("braid-polyester-12", 12.0), Some(555.0), "of two rows the thinner");
    assert_eq!(limit("kernmantle-10", 10.0), Some(336.0));
    assert_eq!(limit("braid-polyester-8", 8.0), None, "too thin to count");
}

/// By hand, the box with no line: slides at μ; tips forward at b/h = 0.5/0.5 = 1 g, to the side at 0.25/0.5 = 0.5 g.
#[test]
fn a_box_without_lines_slides_at_its_friction_and_tips_by_its_foot() {
    let d = one_box();
    let mu = load_stock().contacts.iter().find(|c| c.id == d.items[0].on).expect("listed").friction(false);
    for movement in [Movement::Forward, Movement::Rearward, Movement::Sideways] {
        let h = hold(&d, 0, movement);
        assert!((h.held_g.low - mu.low).abs() < 1e-9 && (h.held_g.high - mu.high).abs() < 1e-9, "{h:?}");
    }
    let tip = hold(&d, 0, Movement::Tip);
    assert!((tip.held_g.low - 0.5).abs() < 1e-9, "{tip:?}");
    assert!(hold(&d, 0, Movement::Bounce).held_g.high.abs() < 1e-9, "nothing keeps it down");
}

/// By hand: one line over the box at its middle, legs from (0.9, 0) to (0.25, 1). T at the tightened side, T·e^(−μφ) beyond
/// the two edges; each leg bends by the angle whose tangent is 0.65. Sliding: μ(mg + ΣT sin α)/mg.
#[test]
fn a_line_over_the_top_presses_as_its_legs_lead() {
    let mut d = one_box();
    d.deck.rings.extend([[1.5, -0.9], [1.5, 0.9]].map(|at_m| Ring { at_m, bears_n: 5000.0 }));
    d.passes = vec![pass(PassKind::Over, 0, [4, 5])];
    d.tighten = Tighten::ByHand;
    d.pull_n = 200.0;
    let leg = (0.65f64).hypot(1.0);
    let sine = 1.0 / leg;
    // From the leg to level: the angle between (−0.65, 1) and (−1, 0).
    let bend = (0.65f64 / leg).acos();
    let set = 0.6 * 200.0;
    let (near, far) = (set, set * (-0.3 * 2.0 * bend).exp());
    let press = (near + far) * sine;
    let mu = load_stock().contacts[0].friction(false).low;
    let by_hand = mu * (100.0 * G + press) / (100.0 * G);
    let h = hold(&d, 0, Movement::Rearward);
    assert!((h.held_g.low - by_hand).abs() < 1e-6, "{} against {by_hand}", h.held_g.low);
    assert!((hold(&d, 0, Movement::Bounce).held_g.low - press / (100.0 * G)).abs() < 1e-6);
}

/// A line round the front stops what slides forward, and that alone; one through an eye stops every way.
#[test]
fn lines_across_the_way_stop_what_they_lie_across() {
    let bare = one_box();
    let with = |kind, rings| LoadDraft { passes: vec![pass(kind, 0, rings)], ..one_box() };
    let front = with(PassKind::RoundFront, [2, 3]);
    let more = |d: &LoadDraft, m| hold(d, 0, m).held_g.low - hold(&bare, 0, m).held_g.low;
    assert!(more(&front, Movement::Forward) > 1.0);
    assert!(more(&front, Movement::Rearward) < 0.3);
    let back = with(PassKind::RoundBack, [0, 1]);
    assert!(more(&back, Movement::Rearward) > 1.0 && more(&back, Movement::Forward) < 0.3);
    let eye = with(PassKind::Through, [0, 3]);
    for m in [Movement::Forward, Movement::Rearward, Movement::Sideways] {
        assert!(more(&eye, m) > 0.3, "{m:?}");
    }
}

/// A plank with one line over its front end slides aside no sooner than before, but swings about that line as if none were there: its
/// own friction by hand, μ m g L/2 over m g L/2. A second line over its other end keeps it by both.
#[test]
fn a_long_thing_swings_about_its_one_line() {
    let mut d = one_box();
    d.items[0].size_m = [2.0, 0.3, 0.2];
    d.items[0].mass_kg = 20.0;
    d.deck.rings =
        [[0.6, -0.9], [0.6, 0.9], [2.4, -0.9], [2.4, 0.9]].map(|at_m| Ring { at_m, bears_n: 5000.0 }).to_vec();
    let friction = Load::read(&d).expect("reads").items[0].contact.friction(false);
    let bare = hold(&d, 0, Movement::Swing);
    assert!((bare.held_g.low - friction.low).abs() < 1e-9, "{bare:?}");
    d.passes = vec![pass(PassKind::Over, 0, [0, 1])];
    let laid_at = Load::read(&d).expect("reads").reckoned().expect("lies").pressed.laid[0].bends[0].at[0];
    let (one, aside) = (hold(&d, 0, Movement::Swing), hold(&d, 0, Movement::Sideways));
    // About the line at x: friction under its weight ((x − a)² + (b − x)²) / 2L over the way to its middle.
    let by_hand = friction.low * ((laid_at - 0.5).powi(2) + (2.5 - laid_at).powi(2)) / 4.0 / (1.5 - laid_at).abs();
    assert!((one.held_g.low - by_hand).abs() < 1e-9, "{} for {by_hand}", one.held_g.low);
    assert!(one.held_g.low < aside.held_g.low, "{one:?} beside {aside:?}");
    let with_two = LoadDraft { passes: vec![d.passes[0].clone(), pass(PassKind::Over, 0, [2, 3])], ..d.clone() };
    assert!(hold(&with_two, 0, Movement::Swing).held_g.low > 1.5 * one.held_g.low);
    assert!(holds(&one_box()).iter().any(|h| h.movement == Movement::Swing), "twice as long as wide swings");
    let square = LoadDraft { items: vec![ItemDraft { size_m: [0.6, 0.5, 0.5], ..d.items[0].clone() }], ..one_box() };
    assert!(holds(&square).iter().all(|h| h.movement != Movement::Swing));
}

/// What lies rolls unless it is chocked: over a chock of a third of its radius at √(1 − (2/3)²) / (2/3) = 1.118 g.
#[test]
fn a_drum_that_lies_rolls_until_it_is_chocked() {
    let mut d = one_box();
    d.items[0].shape = ItemShape::Lying;
    d.items[0].size_m = [1.0, 0.6, 0.6];
    assert!(hold(&d, 0, Movement::Roll).held_g.low.abs() < 1e-9);
    let remedy = planned(&d).expect("goes").own["remedies"][0]["says"].to_string();
    assert!(remedy.contains("Chock"), "{remedy}");
    d.items[0].chocked = true;
    assert!((hold(&d, 0, Movement::Roll).held_g.low - 1.118).abs() < 1e-3);
}

/// The board in front stops what stands at it, and not what stands on that and higher than the board.
#[test]
fn a_board_stops_what_stands_at_it() {
    let mut d = LoadDraft::usual();
    d.passes.clear();
    d.items[1].at_m[0] = 0.25;
    assert!(hold(&d, 0, Movement::Forward).blocked.is_some());
    let drum = hold(&d, 1, Movement::Forward);
    assert_eq!(drum.blocked.is_some(), d.deck.board_m >= 0.14, "{drum:?}");
    d.deck.board_m = 0.05;
    assert!(hold(&d, 1, Movement::Forward).blocked.is_none());
}

/// The smallest change is tried, not said: what it promises is so once it is made, and it is dotted on the drawings.
#[test]
fn what_a_change_promises_is_so_once_it_is_made() {
    let before = planned(&LoadDraft::usual()).expect("goes");
    assert_eq!(before.own["kept"], false);
    assert!(before.plan.change[0].starts_with("First to go: the drum, sliding forward"), "{:?}", before.plan.change);
    let remedies = before.own["remedies"].as_array().expect("a list").clone();
    assert!(remedies.len() > 1);
    assert!(remedies.iter().any(|r| r["line"] == 3), "a line more is offered");
    for r in remedies {
        let d: LoadDraft = serde_json::from_value(r["draft"].clone()).expect("a draft");
        let after = planned(&d).expect("goes");
        assert_eq!(after.own["kept"], r["keeps_all"], "{}", r["says"]);
        assert!(after.own["kept"] == true || after.own["holds"] != before.own["holds"]);
    }
    let dotted = before.drawings.iter().all(|d| umbet_core::draw::to_svg(&d.scene, None).contains("class=\"nx\""));
    assert!(dotted, "the line to come is dotted on both drawings");
}

/// A thing kept every way asks for nothing more.
#[test]
fn what_is_kept_asks_for_no_change() {
    let mut d = LoadDraft::usual();
    d.passes.push(pass(PassKind::RoundFront, 1, [2, 3]));
    let p = planned(&d).expect("goes");
    assert_eq!(p.own["kept"], true, "{}", p.own["first"]);
    assert_eq!(p.own["remedies"].as_array().map(Vec::len), Some(0));
    assert!(!p.plan.change.iter().any(|c| c.starts_with("First to go")));
}

#[test]
fn what_cannot_be_is_refused_with_what_to_change() {
    let usual = LoadDraft::usual();
    let with = |change: &dyn Fn(&mut LoadDraft)| {
        let mut d = usual.clone();
        change(&mut d);
        d
    };
    for n in [0.0, -5.0, f64::NAN] {
        let says = faults(&with(&|d| d.deck.rings[2].bears_n = n))[0].says.clone();
        assert!(says.contains("Ring 3") && says.contains("say what it bears"), "{says}");
    }
    let heavy = impossible(&with(&|d| d.items[0].mass_kg = 500.0));
    assert!(heavy.contains("545 kg") && heavy.contains("200 kg") && heavy.contains("345 kg off"), "{heavy}");
    let inside = impossible(&with(&|d| d.deck.rings[2].at_m = [1.0, -0.1]));
    assert!(inside.contains("lies under the planks"), "{inside}");
    let beside = impossible(&with(&|d| d.passes[2].rings = [0, 1]));
    assert!(beside.contains("Line 3 over the drum does not touch it"), "{beside}");
    let wrong_side = impossible(&with(&|d| d.passes.push(pass(PassKind::RoundFront, 1, [0, 1]))));
    assert!(wrong_side.contains("cannot go round it"), "{wrong_side}");
    // A post stands between the drum and the rings behind: the line to them would run through it.
    let mut post = usual.items[1].clone();
    post.name = "post".into();
    post.size_m = [0.2, 0.2, 1.0];
    post.at_m = [1.0, 0.29];
    let through = impossible(&with(&|d| {
        d.items.push(post.clone());
        d.passes.push(pass(PassKind::RoundFront, 1, [6, 7]));
    }));
    assert!(through.contains("would run through the post"), "{through}");
    assert!(faults(&with(&|d| d.items[1].at_m = [0.5, 3.0]))[0].says.contains("not over the deck"));
    assert!(faults(&with(&|d| d.passes[0].item = 9))[0].says.contains("Line 1"));
    assert!(faults(&with(&|d| d.passes[0].rings = [1, 1]))[0].says.contains("two rings"));
}

/// Too strong a pull crushes what can be crushed, an edge wants padding, an overhang its rag: said, each once.
#[test]
fn what_is_to_be_minded_is_said_once() {
    let mut d = LoadDraft::usual();
    d.items[1].crush_n = Some(60.0);
    d.items[1].sharp = true;
    let p = planned(&d).expect("goes");
    let all = p.plan.change.join(" ");
    for says in ["drum crushed", "Pad line 3", "0.82 m behind the deck"] {
        assert_eq!(all.to_lowercase().matches(&says.to_lowercase()).count(), 1, "{says}: {all}");
    }
    assert_eq!(p.plan.parts[0].id, "crush-1", "it gives first");
    d.passes[2].padded = true;
    assert!(!planned(&d).expect("goes").plan.change.join(" ").contains("Pad line"));
}

/// The school of one's habits is the one shown; both are answered.
#[test]
fn both_schools_answer_and_habits_choose() {
    for (wished, shown) in [("load-rules-rating", "load-rules-rating"), ("", "load-rules-friction")] {
        let habits = Habits { schools: vec![wished.to_owned()], ..Habits::default() };
        let own = planned_for(&LoadDraft::usual(), &habits).expect("goes").own;
        assert_eq!(own["school"], shown);
        assert_eq!(own["verdicts"].as_array().map(Vec::len), Some(2));
    }
    let ids: Vec<&str> = vec!["load-rules-friction", "load-rules-rating"];
    let offered = umbet_core::choose::matters();
    for id in ids {
        assert!(offered.iter().any(|m| m.ways.iter().any(|w| w.id == id)), "{id} can be chosen in the habits");
    }
}

/// Each line is cut from ring to ring, with both its knots; its order of work stands on what is laid.
#[test]
fn lines_are_cut_and_laid_in_an_order_that_can_be_done() {
    let p = planned(&LoadDraft::usual()).expect("goes").plan;
    assert_eq!(p.cuts.len(), 3);
    for cut in &p.cuts {
        let sum: f64 = cut.items.iter().map(|i| i.length_m).sum();
        assert!((sum - cut.each_m).abs() < 1e-9 && cut.items.len() == 4, "{cut:?}");
    }
    let at = |id: &str| p.order.iter().position(|s| s.id == id).expect("a step");
    assert!(at("set-0") < at("line-0") && at("line-0") < at("set-1") && at("set-1") < at("line-2"));
    assert!(p.strike.iter().position(|s| s.id == "free-2") < p.strike.iter().position(|s| s.id == "off-1"));
}

/// What is set on a thing is set on its line: a sack over the planks' line leaves that line where it lies.
#[test]
fn a_line_lies_under_what_is_set_on_its_thing() {
    let mut d = LoadDraft::usual();
    let sack = ItemDraft {
        name: "sack".into(),
        at_m: [1.3, 0.0],
        size_m: [0.5, 0.4, 0.25],
        mass_kg: 25.0,
        ..d.items[1].clone()
    };
    d.items.push(ItemDraft { shape: ItemShape::Sack, ..sack });
    let load = Load::read(&d).expect("reads");
    let planks = load.laid(1, &d.passes[1]).expect("it lies");
    assert!(planks.bends.iter().all(|b| b.item == 0), "{planks:?}");
    let p = planned(&d).expect("goes");
    let at = |id: &str| p.plan.order.iter().position(|s| s.id == id).expect("a step");
    assert!(at("line-1") < at("set-2"));
    assert!(hold(&d, 2, Movement::Bounce).held_g.high.abs() < 1e-9, "nothing goes over the sack itself");
}

#[test]
fn an_empty_deck_says_what_comes_next() {
    let mut d = LoadDraft::usual();
    d.items.clear();
    d.passes.clear();
    let p = planned(&d).expect("goes");
    assert!(p.plan.said.contains("Put the first thing on it"));
    assert!(p.plan.order.is_empty() && p.plan.cuts.is_empty() && p.drawings.len() == 2);
}

fn any_load() -> impl Strategy<Value = LoadDraft> {
    let item = (0usize..5, 0.15..1.2f64, 0.1..0.7f64, 0.1..0.9f64, 1.0..80.0f64, 0.2..1.4f64, -0.2..0.2f64);
    let line = (0usize..4, 0usize..3, 0usize..8, 0usize..8);
    let all = (prop::collection::vec(item, 1..4), prop::collection::vec(line, 0..5), 20.0..400.0f64, 0usize..3);
    all.prop_map(|(items, lines, pull_n, going)| {
        let mut d = LoadDraft::usual();
        d.deck.bears_kg = 500.0;
        d.pull_n = pull_n;
        d.going = Going::ALL[going];
        let base = d.items[0].clone();
        let thing = |(shape, l, w, h, mass_kg, x, y): (usize, f64, f64, f64, f64, f64, f64)| ItemDraft {
            shape: ItemShape::ALL[shape],
            size_m: [l, w, h],
            mass_kg,
            at_m: [x, y],
            ..base.clone()
        };
        d.items = items.into_iter().map(thing).collect();
        let n = d.items.len();
        let lines = lines.into_iter().filter(|l| l.2 != l.3);
        d.passes = lines.map(|(kind, item, a, b)| pass(PassKind::ALL[kind], item % n, [a, b])).collect();
        d
    })
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(300))]

    /// What lines do to things and to rings sums to nothing, to a millionth of the pull.
    #[test]
    fn forces_balance_whatever_is_tied(d in any_load()) {
        let load = Load::read(&d).expect("reads");
        for (n, p) in d.passes.iter().enumerate() {
            let Ok(laid) = load.laid(n, p) else { continue };
            for pulls in load.pulls(&laid) {
                let mut sum = [0.0; 3];
                let presses = laid.presses(&pulls).into_iter().map(|p| p.force_n);
                for f in presses.chain(laid.on_rings(&pulls)) {
                    (0..3).for_each(|k| sum[k] += f[k]);
                }
                prop_assert!(sum.iter().all(|s| s.abs() < 1e-6 * pulls[0].max(1.0)), "{sum:?}");
                prop_assert!(pulls.windows(2).all(|w| w[0] <= w[1] + 1e-9), "drawn tight at the second ring");
            }
        }
    }

    /// Whatever goes is planned with finite figures, and lines press down.
    #[test]
    fn any_load_is_answered(d in any_load()) {
        let Ok(p) = planned(&d) else { return Ok(()) };
        let text = serde_json::to_string(&p.own).expect("it serializes");
        prop_assert!(!text.contains("NaN") && !text.contains("null,\"high\""));
        for h in holds(&d) {
            prop_assert!(h.held_g.low >= 0.0 && h.held_g.low <= h.held_g.high && h.held_g.high.is_finite(), "{h:?}");
        }
        // Whatever lies on the deck, lines pull their rings up and so press what they go over down.
        let load = Load::read(&d).expect("reads");
        for (laid, pulls) in load.reckoned().expect("it lies").pressed.laid.iter().map(|l| (l, load.pulls(l))) {
            let up: f64 = laid.on_rings(&pulls[0]).iter().map(|f| f[2]).sum();
            prop_assert!(up >= -1e-3 * d.pull_n, "{laid:?}");
        }
    }
}

/// Who prefers clips clips a loop into the first ring of every line, with a clip for each; nobody walks round a ring, and turns through
/// it jam on themselves.
#[test]
fn clips_and_turns_are_what_a_ring_allows() {
    let clips = Habits { schools: vec!["hardware-clips".into()], ..Habits::default() };
    let d = LoadDraft { tighten: Tighten::RoundTurns, ..LoadDraft::usual() };
    let lines = d.passes.len();
    let [with, without] = [&clips, &Habits::default()].map(|h| planned_for(&d, h).expect("goes").plan);
    let first = |p: &umbet_core::rig::RigPlan| p.joints.iter().find(|j| j.id == "fixed-end").expect("a joint").clone();
    assert!(first(&with).situation.shape != first(&without).situation.shape);
    assert!(!first(&with).knot.is_empty() && !first(&without).knot.is_empty());
    assert!(with.needs.iter().any(|n| n.starts_with(&format!("{lines} × clip"))), "{:?}", with.needs);
    assert!(!without.needs.iter().any(|n| n.contains("clip")), "{:?}", without.needs);
    let says = |p: &umbet_core::rig::RigPlan| p.order.iter().map(|s| s.say.clone()).collect::<Vec<_>>().join(" ");
    assert!(says(&with).contains("on the clip in it") && !says(&without).contains("clip"));
    assert!(says(&with).contains("so that it jams") && !says(&with).contains("walk"), "{}", says(&with));
    let planner = umbet_core::rig::PLANNERS.iter().find(|p| p.kind == "load").expect("a planner");
    let ways = (planner.stock)()["tightenings"].to_string();
    assert!(ways.contains("jam") && !ways.contains("walked"), "a ring is not walked round: {ways}");
}

//! Poles lashed together: forces by hand and in balance, what is refused, what is promised held.

use proptest::prelude::*;
use umbet_core::rig::poles::{Bears, Build, Poles, PolesDraft};
use umbet_core::rig::{Given, Impossible, Planned, Rig};
use umbet_core::situation::Habits;
use umbet_core::units::{Reader, UnitSystem};

fn read(d: &PolesDraft) -> Poles {
    Poles::read(d).unwrap_or_else(|f| panic!("{f:?}"))
}

fn planned(d: &PolesDraft) -> Result<Planned, Impossible> {
    let (habits, reader) = (Habits::default(), Reader::default());
    read(d).plan(&Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 })
}

fn build(build: Build) -> PolesDraft {
    PolesDraft { build, lashed_m: 2.2, ..PolesDraft::usual() }
}

fn refused(d: &PolesDraft) -> String {
    planned(d).map_or_else(|no| no.0, |p| panic!("it goes: {}", p.plan.said))
}

/// By hand: 40 kg on three legs 2.6 m to the lashing, feet 0.85 m out: each leg 392.4 / 3 / cos a, outward tan a of its share; their
/// own weight, 700 kg/m³, comes on top: half of each leg's.
#[test]
fn a_tripod_stands_by_hand() {
    let d = PolesDraft::usual();
    let forces = read(&d).standing(&Reader::default()).expect("goes").forces(d.build, 0.0).expect("goes");
    let high = (2.6f64.powi(2) - 0.85f64.powi(2)).sqrt();
    let leg_n = std::f64::consts::PI * 0.075f64.powi(2) / 4.0 * 2.6 * 700.0 * 9.81;
    let share = (40.0 * 9.81 + 1.5 * leg_n) / 3.0;
    let (push, out) = (share * 2.6 / high, share * 0.85 / high);
    assert!((forces.pushed.0.high - push).abs() < 0.5, "{:?} for {push}", forces.pushed);
    assert!((forces.foot_n[0] - out).abs() < 0.5, "{:?} for {out}", forces.foot_n);
    assert!((forces.foot_n[1] - share - leg_n / 2.0).abs() < 0.5);
    // A line from foot to foot, slid: out over √3.
    let lined = PolesDraft { spread_line: true, ..d };
    let forces = read(&lined).standing(&Reader::default()).expect("goes").forces(lined.build, 0.0).expect("goes");
    assert!(forces.slides_well && (forces.line_n - out / 3f64.sqrt()).abs() < 0.5, "{}", forces.line_n);
}

#[test]
fn every_build_is_planned_whole() {
    for b in Build::ALL {
        let p = planned(&build(*b)).unwrap_or_else(|no| panic!("{b:?}: {}", no.0));
        assert!(p.drawings.len() == 2 && !p.plan.order.is_empty() && !p.plan.cuts.is_empty(), "{b:?}");
        assert!(!p.plan.parts.is_empty(), "{b:?} gives nowhere");
        assert!(p.plan.cautions.iter().any(|c| c.contains("nobody")), "{b:?}");
        let own: Vec<&str> =
            p.own["lashings"].as_array().expect("goes").iter().filter_map(|l| l["lashing"].as_str()).collect();
        let lashed = umbet_core::lashing::lashing(own[0]).expect("goes");
        assert_eq!(lashed.meet, b.meet(), "{b:?}");
        for s in p.plan.order.iter().chain(&p.plan.strike) {
            assert!(s.say.ends_with('.') && !s.say.contains("  ") && !s.say.contains(".."), "{b:?}: {}", s.say);
        }
        for part in &p.plan.parts {
            assert!(part.margin.low.is_finite() && part.pull_n.high > 0.0, "{b:?}: {}", part.says);
        }
    }
}

/// A table bears on eight ends of four legs: its own weight and what lies on it come down at its feet; without its long braces it would
/// rack, with them nothing is guyed. The cord of its top is each pole's box gone round once, by hand.
#[test]
fn a_top_stands_on_two_trestles() {
    for b in [Build::Table, Build::Bridge] {
        let d = PolesDraft::usual_of(b);
        let standing = read(&d).standing(&Reader::default()).expect("goes");
        assert_eq!((standing.feet.len(), standing.guyed.len()), (4, 0), "{b:?}");
        let forces = standing.forces(b, 0.0).expect("goes");
        let solved = forces.holding.as_ref().expect("goes");
        let down: f64 = standing.feet.iter().map(|f| solved.feet_n[*f].z).sum();
        let all: f64 = standing.frame.loads.iter().map(|l| -l.z).sum();
        assert!((down - all).abs() < 1e-6 * all && down > d.mass_kg * 9.8, "{b:?}: {down} of {all}");
        // Leant on lengthwise it holds by its two long braces, the last of its poles; without them it folds.
        let mut leant_on = standing.frame.clone();
        leant_on.loads.iter_mut().for_each(|l| l.y += 5.0);
        assert!(leant_on.solved().is_ok(), "{b:?} folds");
        leant_on.poles.truncate(leant_on.poles.len() - 2);
        assert!(leant_on.solved().is_err(), "{b:?} stands without its long braces");

        let p = planned(&d).expect("goes");
        let steps: Vec<&str> = p.plan.order.iter().map(|s| s.id.as_str()).collect();
        let place =
            |id: &str| steps.iter().position(|s| *s == id).unwrap_or_else(|| panic!("{b:?}: no {id} in {steps:?}"));
        assert!(
            place("tie-top") < place("stand")
                && place("stand") < place("tie-bearers")
                && place("tie-long") < place("deck")
        );
        // 1.5 m with thin poles of 37.5 mm a hand apart: one every 137.5 mm, 12 of them; round 75 and 37.5 mm and twice the cord.
        if b == Build::Table {
            assert!(p.plan.needs.iter().any(|n| n.starts_with("12 × thin pole of 0.90 m")), "{:?}", p.plan.needs);
            let top = p.plan.cuts.iter().find(|c| c.name.starts_with("Floor lashing")).expect("cord of the top");
            let once = 2.0 * (0.075 + 0.0375 + 0.02) + 0.0375 + 0.01 + 0.1375;
            let by_hand = 12.0 * once + 4.0 * std::f64::consts::PI * 0.085 + 0.3;
            // Laid taut round round poles it takes less than round a box, and no less than three quarters of it.
            let taken = top.each_m / by_hand;
            assert!((0.75..1.0).contains(&taken) && top.times == 2, "{} for {by_hand}", top.each_m);
        }
    }
    for b in [Build::Trestle, Build::Table, Build::Bridge] {
        let narrow = PolesDraft { out_m: 0.15, bar_m: 0.2, ..PolesDraft::usual_of(b) };
        let says = planned(&narrow).expect("goes").plan.change.join(" ");
        assert!(says.contains("tips sideways"), "{b:?}: {says}");
        assert!(
            !planned(&PolesDraft::usual_of(b)).expect("goes").plan.change.join(" ").contains("tips sideways"),
            "{b:?}"
        );
    }
    let people = PolesDraft { bears: Bears::People, ..PolesDraft::usual_of(Build::Bridge) };
    assert!(refused(&people).contains("bear no people"), "{}", refused(&people));
}

/// As it is usually built each stands without a warning that it parts.
#[test]
fn what_is_usual_stands() {
    for b in Build::ALL {
        let p = planned(&PolesDraft::usual_of(*b)).unwrap_or_else(|no| panic!("{b:?}: {}", no.0));
        assert!(
            !p.plan.change.iter().any(|c| c.contains("breaks under it") || c.contains("bows out under")),
            "{b:?}: {:?}",
            p.plan.change
        );
    }
}

/// On paper the lashing itself stands beside what is built with it.
#[test]
fn the_lashing_goes_to_paper() {
    let (habits, reader) = (Habits::default(), Reader::default());
    for b in Build::ALL {
        let given = Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 };
        let paper = read(&build(*b)).on_paper(&given);
        assert_eq!(paper.len(), 1, "{b:?}");
        assert!(paper[0].scene.alt.contains("turned") && paper[0].scene.items.len() > 2, "{b:?}");
    }
}

/// A trestle's top bar bends as a beam on two ends: W L / 4 between its lashings (any handbook of statics), less what its ends hold.
#[test]
fn a_trestles_top_bends_by_the_handbook() {
    let d = PolesDraft { mass_kg: 60.0, lashed_m: 1.2, bar_m: 0.3, out_m: 0.6, ..build(Build::Trestle) };
    let forces = read(&d).standing(&Reader::default()).expect("goes").forces(d.build, 0.0).expect("goes");
    let (name, moment) = forces.bent.expect("goes");
    let by_hand = 60.0 * 9.81 * (2.0 * 0.6 * 0.7) / 4.0;
    assert_eq!(name, "top bar");
    assert!((moment - by_hand).abs() < 0.05 * by_hand, "{moment} for {by_hand}");
    // Each end of it goes down its leg: half of all.
    assert!((forces.slips_n[0].high - 0.5 * 60.0 * 9.81).abs() < 60.0, "{:?}", forces.slips_n);
}

#[test]
fn what_cannot_be_lashed_is_refused_with_what_to_change() {
    let d = PolesDraft::usual;
    assert!(refused(&PolesDraft { bears: Bears::People, ..d() }).contains("no people"));
    assert!(refused(&PolesDraft { out_m: 2.5, ..d() }).contains("do not meet"));
    assert!(refused(&PolesDraft { lashed_m: 3.4, ..d() }).contains("past the end"));
    assert!(refused(&PolesDraft { bar_m: 2.1, ..build(Build::AFrame) }).contains("too near its top"));
    assert!(refused(&PolesDraft { long_m: 3.5, ..build(Build::Longer) }).contains("cannot overlap"));
    for (kind, says) in [("shock-6", "Elastic"), ("webbing-25", "flat"), ("wire-2", "Wire")] {
        let mut odd = d();
        odd.cord.kind = kind.into();
        assert!(refused(&odd).contains(says), "{kind}");
    }
    let thin = PolesDraft { pole_mm: 25.0, ..d() };
    assert!(refused(&thin).contains("does not lie round"));
    let faults = |d: &PolesDraft| {
        Poles::read(d).map(|_| ()).expect_err("refused").into_iter().map(|f| f.says).collect::<String>()
    };
    assert!(faults(&PolesDraft { lashing: Some("square".into()), ..d() }).contains("three poles"));
    assert!(
        faults(&PolesDraft { lashing: Some("tripod".into()), ..build(Build::Shears) }).contains("binds three poles")
    );
    assert!(faults(&PolesDraft { lashing: Some("bow".into()), ..d() }).contains("of the list"));
    assert!(faults(&PolesDraft { mass_kg: f64::NAN, ..d() }).contains("What it bears: 1 to 500 kg"));
    assert!(faults(&PolesDraft { turns: Some(40), ..d() }).contains("Turns: 2 to 12"));
}

/// What the change line promises is so once it is made.
#[test]
fn feet_that_may_slide_are_held_by_the_line_it_asks_for() {
    let d = PolesDraft { ground: "boards-wet".into(), out_m: 1.1, ..PolesDraft::usual() };
    let before = planned(&d).expect("goes");
    assert!(before.plan.parts.iter().any(|p| p.id == "foot" && p.margin.low < 1.0));
    assert!(
        before.plan.change.iter().any(|c| c.starts_with("The feet ") && c.contains("slide")),
        "{:?}",
        before.plan.change
    );
    assert!(before.own["line"].is_string());
    let after = planned(&PolesDraft { spread_line: true, ..d }).expect("goes");
    assert!(after.plan.parts.iter().all(|p| p.id != "foot"));
    assert!(after.plan.cuts.iter().any(|c| c.name == "Line from foot to foot"));
    assert!(after.plan.joints.iter().any(|j| j.id == "foot" && j.times == 3));
}

#[test]
fn the_turns_it_asks_for_hold() {
    let d = PolesDraft { mass_kg: 90.0, ..build(Build::Cross) };
    let before = planned(&d).expect("goes");
    let says = before.plan.change.join(" ");
    if let Some(at) = says.find(" turns hold it") {
        let word = says[..at].rsplit(' ').find(|w| *w != "frapping").expect("goes");
        let n =
            ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"];
        let n = n.iter().position(|w| *w == word).unwrap_or_else(|| panic!("{says}"));
        let after = if says[..at].ends_with("frapping") {
            PolesDraft { frapping: Some(n), ..d }
        } else {
            PolesDraft { turns: Some(n), ..d }
        };
        assert!(planned(&after).expect("goes").plan.change.iter().all(|c| !c.contains("may slip")));
    } else {
        assert!(says.is_empty() || says.contains("a turn or two more do not change that"), "{says}");
    }
}

/// A trestle far overloaded: what breaks is said to break, and lashings that want the same are told of in one sentence.
#[test]
fn what_gives_is_said_once_and_as_it_is() {
    let d = PolesDraft { mass_kg: 500.0, pole_mm: 60.0, out_m: 1.0, ..build(Build::Trestle) };
    let p = planned(&d).expect("goes").plan;
    let bent = p.parts.iter().find(|p| p.id == "bent").expect("goes");
    assert!(bent.margin.low < 1.0, "{}", bent.says);
    let says = if bent.margin.high < 1.0 { " breaks under it" } else { " may break under it" };
    assert!(p.change.iter().any(|c| c.contains(says)), "{:?}", p.change);
    let slipping = p.parts.iter().filter(|p| p.id.starts_with("slip-") && p.margin.low < 1.0).count();
    assert!(slipping > 1, "{:?}", p.parts);
    let stops = p.change.iter().filter(|c| c.contains("stub of a branch")).count();
    let sure = p.parts.iter().filter(|p| p.id.starts_with("slip-") && p.margin.high < 1.0).count();
    assert!(stops <= if sure > 0 && sure < slipping { 2 } else { 1 }, "{:?}", p.change);
    // A little on stout poles: nothing to change in the wood.
    let stout = planned(&PolesDraft { mass_kg: 20.0, pole_mm: 120.0, ..d }).expect("goes").plan;
    assert!(stout.change.iter().all(|c| !c.contains("breaks at less")), "{:?}", stout.change);
}

/// Wear, wet and thin cord count in what a lashing holds: none is hauled harder than it bears.
#[test]
fn weak_cord_holds_less() {
    let slip = |kind: &str, worn: bool, wet: bool| {
        let mut d = PolesDraft { pole_mm: 50.0, ..build(Build::Cross) };
        d.cord.kind = kind.into();
        (d.cord.worn, d.cord.wet) = (worn, wet);
        let p = planned(&d).expect("goes");
        (p.own["lashings"][0]["slip_n"]["high"].as_f64().expect("goes"), p.plan.change)
    };
    let twine = "twine-jute-3";
    let (sound, _) = slip(twine, false, false);
    let (worn, says) = slip(twine, true, true);
    assert!(worn < 0.8 * sound, "{worn} of {sound}");
    assert!(says.iter().any(|c| c.contains("too weak to be hauled") || c.contains("stub of a branch")), "{says:?}");
    // What is strong enough for any hand is hauled as hard when it is worn.
    assert_eq!(slip("laid-manila-10", false, false).0, slip("laid-manila-10", true, false).0);
}

/// Feet are read and typed in the reader's measures; nothing is said in two.
#[test]
fn measures_follow_the_reader() {
    let (habits, reader) = (Habits::default(), Reader { units: UnitSystem::Imperial, ..Reader::default() });
    let p = read(&PolesDraft::usual())
        .plan(&Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 })
        .expect("goes");
    let all = format!("{} {:?} {:?} {:?}", p.plan.said, p.plan.measures, p.plan.change, p.plan.order);
    assert!(!all.contains(" kg") && !all.contains(" mm ") && !all.contains(" m,"), "{all}");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]

    /// Whatever legged thing stands, its forces add up, at every joint and over the whole.
    #[test]
    fn forces_balance(
        which in 0usize..7,
        lashed_m in 1.5f64..3.5,
        out in 0.15f64..0.8,
        bar in 0.1f64..0.6,
        mass_kg in 1.0f64..500.0,
        pole_mm in 40.0f64..200.0,
        spread_line: bool,
        long_m in 0.5f64..5.0,
    ) {
        let build = Build::ALL[which];
        let apex = lashed_m * (1.0 - out * out * 0.81).sqrt();
        let d = PolesDraft {
            build,
            lashed_m,
            pole_m: 5.0,
            out_m: out * lashed_m * 0.89,
            bar_m: (bar * apex).clamp(0.1, 6.0),
            mass_kg,
            pole_mm,
            spread_line,
            long_m,
            ..PolesDraft::usual()
        };
        let standing = read(&d).standing(&Reader::default()).expect("goes");
        let forces = standing.forces(build, 0.0).expect("goes");
        let solved = forces.holding.as_ref().expect("goes");
        let all: f64 = standing.frame.loads.iter().map(|l| l.norm()).sum();
        prop_assert!(standing.frame.out_of_balance(solved) < 1e-6 * all, "{}", standing.frame.out_of_balance(solved));
        let down: f64 = standing.feet.iter().map(|f| solved.feet_n[*f].z).sum();
        prop_assert!((down - all).abs() < 1e-6 * all);
    }
}

/// With a lashing of both ends what is advised is more than there is, and it holds; one turn is said as one.
#[test]
fn advice_for_a_lashing_from_the_middle_is_more_than_there_is() {
    let heavy =
        PolesDraft { lashing: Some("square-middle".into()), mass_kg: 30.0, ..PolesDraft::usual_of(Build::Cross) };
    let slips = |d: &PolesDraft| {
        let p = planned(d).expect("goes").plan;
        (p.parts.iter().find(|x| x.id.starts_with("slip")).map_or(0.0, |x| x.margin.low), p)
    };
    let (margin, plan) = slips(&heavy);
    assert!(margin < 1.0);
    let advice = plan.change.iter().find(|c| c.contains(" hold it")).expect("what would hold");
    assert!(advice.ends_with("three turns with each end hold it."), "{advice}");
    assert!(slips(&PolesDraft { turns: Some(3), ..heavy.clone() }).0 >= 1.0, "{advice}");
    let said: Vec<&str> = plan.order.iter().map(|s| s.say.as_str()).collect();
    assert!(said.iter().any(|s| s.contains("two turns, one frapping turn with each end")), "{said:#?}");
    let bare = slips(&PolesDraft { frapping: Some(0), ..PolesDraft::usual_of(Build::Shears) }).1;
    assert!(
        bare.cautions.iter().any(|c| c.contains("unfrapped"))
            && bare.order.iter().any(|s| s.say.contains("no frapping turns"))
            && bare.order.iter().all(|s| !s.say.contains("frap again"))
    );
}

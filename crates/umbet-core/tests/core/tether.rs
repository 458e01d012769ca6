//! Things tethered: tugs by hand from textbooks, lines that hang no lower than said, promises kept once they are made, refusals.

use proptest::prelude::*;
use umbet_core::rig::tether::{
    EyeKind, Freed, Held, NearThing, Tether, TetherDraft, TiedTo, belly, fallen_n, longest, parts_n, stopped_n,
};
use umbet_core::rig::{Given, Impossible, Planned, Rig, new_cord};
use umbet_core::situation::Habits;
use umbet_core::units::{Reader, UnitSystem};

fn read(d: &TetherDraft) -> Tether {
    Tether::read(d).unwrap_or_else(|f| panic!("{f:?}"))
}

fn planned_for(d: &TetherDraft, units: UnitSystem) -> Result<Planned, Impossible> {
    let (habits, reader) = (Habits::default(), Reader { units, ..Reader::default() });
    read(d).plan(&Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 })
}

fn planned(d: &TetherDraft) -> Planned {
    planned_for(d, UnitSystem::Metric).unwrap_or_else(|no| panic!("{}", no.0))
}

fn usual(held: Held) -> TetherDraft {
    TetherDraft::usual_of(held)
}

fn knot(p: &Planned, id: &str) -> String {
    p.plan.joints.iter().find(|j| j.id == id).map_or_else(|| panic!("no joint {id}"), |j| j.knot.clone())
}

fn changes(p: &Planned) -> String {
    p.plan.change.join(" ")
}

/// Every mode a person can say: planned whole, every knot found, every sentence a sentence.
#[test]
fn every_mode_is_planned_whole() {
    let mut walked = 0;
    for held in Held::ALL {
        for to in TiedTo::ALL {
            for eye in EyeKind::ALL {
                for freed in Freed::ALL {
                    let d = TetherDraft { to: *to, eye: *eye, freed: *freed, ..usual(*held) };
                    let to_mm = if *to == TiedTo::Ring { 16.0 } else { 120.0 };
                    let eye_mm = if *eye == EyeKind::Neck { 250.0 } else { 14.0 };
                    let d = TetherDraft { to_mm, eye_mm, ..d };
                    let Ok(tether) = Tether::read(&d) else { continue };
                    let (habits, reader) = (Habits::default(), Reader::default());
                    let p = tether
                        .plan(&Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 })
                        .unwrap_or_else(|no| panic!("{held:?} {to:?}: {}", no.0));
                    for j in &p.plan.joints {
                        let told = *freed == Freed::OnePull
                            && j.id == "tie"
                            && changes(&p).contains("nothing that one pull frees");
                        assert!(
                            !j.knot.is_empty() || told,
                            "{held:?} {to:?} {eye:?} {freed:?}: nothing fits {}",
                            j.name
                        );
                    }
                    let steps = p.plan.order.iter().chain(&p.plan.strike).map(|s| &s.say);
                    for say in steps.chain(&p.plan.measures).chain(&p.plan.change).chain(&p.plan.cautions) {
                        assert!(say.ends_with('.') && !say.contains("  ") && !say.contains(".."), "{say}");
                        assert!(
                            !say.contains("a a ") && !say.contains("othing fits") || say.contains("Open it in Choose"),
                            "{say}"
                        );
                    }
                    walked += 1;
                }
            }
        }
    }
    assert!(walked > 120, "{walked}");
}

/// By hand. ½mv² = ½F²/k: 100 kg at 1 m/s on 10 kN/m, 1 kN. A weight dropped from no height pulls twice itself; from far, √(2Wkh).
#[test]
fn tugs_by_the_textbook() {
    assert!((stopped_n(50.0, 10_000.0) - 1000.0).abs() < 1e-9);
    assert!((fallen_n(40.0, 0.0, 5000.0) - 80.0).abs() < 1e-9);
    let far = fallen_n(10.0, 100.0, 1e6);
    assert!((far - 10.0 - (2.0 * 10.0 * 1e6 * 100.0 + 100.0f64).sqrt()).abs() < 1e-6, "{far}");
    // Energy: what fell is in the stretch, W(h + F/k) = F²/2k.
    let (w, h, k) = (60.0, 1.3, 4000.0);
    let f = fallen_n(w, h, k);
    assert!((w * (h + f / k) - f * f / (2.0 * k)).abs() < 1e-9);
}

/// Slack counts: the more of it an animal runs out, the harder it is stopped; a longer fall pulls harder; wind and current too.
#[test]
fn what_makes_it_worse_makes_it_worse() {
    let worst = |d: &TetherDraft| {
        let t = read(d);
        t.tug(&t.reach(&Reader::default()).expect("goes")).worst_n.high
    };
    let animal = usual(Held::Animal);
    assert!(worst(&TetherDraft { line_m: 4.0, ..animal.clone() }) > worst(&animal));
    let gear = usual(Held::Gear);
    assert!(worst(&TetherDraft { fall_m: 1.0, ..gear.clone() }) > 2.0 * worst(&gear));
    let boat = TetherDraft::usual();
    assert!(worst(&TetherDraft { beaufort: 8, ..boat.clone() }) > worst(&boat));
    assert!(worst(&TetherDraft { current_ms: 2.0, ..boat.clone() }) > worst(&boat));
    // A line that stretches is jerked less: nylon against polyester as thick.
    let stiff = TetherDraft { cord: TetherDraft { ..boat.clone() }.cord, ..boat.clone() };
    let mut poly = stiff;
    poly.cord.kind = "braid-polyester-12".into();
    assert!(worst(&poly) > worst(&boat));
}

/// Release by who stands by, by rope, by what is asked for.
#[test]
fn it_comes_off_as_practice_has_it() {
    let animal = usual(Held::Animal);
    assert_eq!(knot(&planned(&animal), "tie"), "chained-tether");
    let alone = planned(&TetherDraft { watched: false, ..animal.clone() });
    assert_ne!(knot(&alone, "tie"), "chained-tether");
    assert!(alone.plan.measures[0].contains("Nobody stands by"));
    let mut short = TetherDraft { line_m: 0.9, off_m: 0.6, ..animal.clone() };
    short.cord.kind = "laid-manila-16".into();
    assert_eq!(knot(&planned(&short), "tie"), "bowline");
    let asked = planned(&TetherDraft { watched: false, freed: Freed::OnePull, ..animal.clone() });
    assert!(changes(&asked).contains("frees it for anybody"));
    // Halter: a bend, that sits on its eye; a neck: what cannot tighten.
    let p = planned(&animal);
    assert_eq!(knot(&p, "eye"), "double-sheet-bend");
    assert!(p.plan.order.iter().any(|s| s.say.contains("sits on the eye itself")));
    assert_eq!(knot(&planned(&TetherDraft { eye: EyeKind::Neck, eye_mm: 250.0, ..animal }), "eye"), "bowline");
}

/// A stopper lets the tail be shorter where the tail is not pulled; the cut is so much shorter.
#[test]
fn a_stopper_shortens_a_tail_that_is_not_pulled() {
    let d = TetherDraft { watched: false, ..usual(Held::Gear) };
    let mut stout = d.clone();
    stout.cord.kind = "laid-manila-16".into();
    let (plain, stopped) = (planned(&stout), planned(&TetherDraft { stopper: true, ..stout }));
    let cut = |p: &Planned| p.plan.cuts[0].each_m;
    if plain.plan.measures.iter().any(|m| m.starts_with("A stopper")) {
        assert!(cut(&stopped) < cut(&plain));
        assert!(stopped.plan.order.iter().any(|s| s.id == "stopper"));
    } else {
        assert!((cut(&stopped) - cut(&plain)).abs() < 1e-9);
    }
    let pulled = planned(&TetherDraft { stopper: true, ..usual(Held::Animal) });
    assert!(changes(&pulled).contains("no stopper") && pulled.plan.order.iter().all(|s| s.id != "stopper"));
}

/// What the change line promises is so once it is made: feet stay out, things are clear, the tide is met.
#[test]
fn promises_are_kept() {
    let animal = usual(Held::Animal);
    let long = TetherDraft { line_m: 3.0, ..animal };
    let p = planned(&long);
    assert!(changes(&p).contains("A foot goes over the line"));
    let best = longest(long.off_m, [long.to_high_m, long.eye_high_m], 0.4 * long.eye_high_m);
    assert!(!changes(&planned(&TetherDraft { line_m: best, ..long.clone() })).contains("A foot goes over"));

    let near = |at_m| vec![NearThing { name: "old gate".into(), at_m, thick_mm: 200.0 }];
    let caught = planned(&TetherDraft { around: near(2.0), ..long.clone() });
    assert!(changes(&caught).contains("round old gate"));
    let clear = caught.own["reach"]["caught"][0]["clear_m"].as_f64().expect("goes");
    let then = planned(&TetherDraft { line_m: clear, around: near(2.0), ..long.clone() });
    assert!(!changes(&then).contains("round old gate"), "{}", changes(&then));
    assert!(!changes(&planned(&TetherDraft { around: near(9.0), ..long })).contains("round old gate"));

    // A boat comes farthest when the water has brought its bow level with the tie.
    let afloat = |line_m, rises_m| TetherDraft { line_m, rises_m, around: near(3.0), ..TetherDraft::usual() };
    for rises_m in [0.0, 0.4, 2.0] {
        let caught = planned(&afloat(4.0, rises_m));
        let clear = caught.own["reach"]["caught"][0]["clear_m"].as_f64().expect("goes");
        let then = planned(&afloat(clear, rises_m));
        assert!(!changes(&then).contains("round old gate"), "{rises_m}: {}", changes(&then));
    }

    let boat = TetherDraft { falls_m: 3.0, line_m: 4.4, ..TetherDraft::usual() };
    let tight = planned(&boat);
    assert!(changes(&tight).contains("all but tight"));
    let least = tight.own["reach"]["tide"]["least_m"].as_f64().expect("goes");
    let by_hand = boat.off_m.hypot(boat.to_high_m + 3.0 - boat.eye_high_m);
    assert!((least - by_hand).abs() < 1e-9);
    assert!(!changes(&planned(&TetherDraft { line_m: 1.1 * least + 0.01, ..boat })).contains("all but tight"));
}

/// The weak link: two strands a turn; what is named as fit does fit; one that does not is said to, and why.
#[test]
fn the_link_parts_between_a_balk_and_a_wreck() {
    let twine = new_cord("twine-jute-3").expect("in the list");
    let (one, two) = (parts_n(&twine, 1), parts_n(&twine, 2));
    assert!((two.high - 2.0 * one.high).abs() < 1e-9 && (one.high - 2.0 * twine.strength_n().high).abs() < 1e-9);
    assert!(one.low < twine.strength_n().low * 2.0 * 0.6 + 1e-9);
    let led = usual(Held::Led);
    let good = planned(&led);
    assert_eq!(good.own["link"]["good"], true, "{}", changes(&good));
    assert!(good.plan.cuts.iter().any(|c| c.name == "Weak link"));
    let mut strong = led.clone();
    strong.link.kind = "paracord-iii".into();
    let p = planned(&strong);
    assert!(
        changes(&p).contains("drags the next one down") && changes(&p).contains("3 mm jute twine once round"),
        "{}",
        changes(&p)
    );
    let heavy = planned(&TetherDraft { mass_kg: 400.0, ..led.clone() });
    assert!(changes(&heavy).contains("only balks") && changes(&heavy).contains("twice round"), "{}", changes(&heavy));
    let mut worn = led.clone();
    (worn.link.worn, worn.link.wet) = (true, true);
    assert!(
        read(&worn).link_facts(&Reader::default()).parts_n.high
            < read(&led).link_facts(&Reader::default()).parts_n.high
    );
    let mut thin = led;
    thin.cord.kind = "twine-jute-3".into();
    assert!(changes(&planned(&thin)).contains("stronger lead"), "{}", changes(&planned(&thin)));
}

#[test]
fn what_cannot_be_is_refused_with_what_to_change() {
    let refused =
        |d: &TetherDraft| planned_for(d, UnitSystem::Metric).map_or_else(|no| no.0, |p| panic!("{}", p.plan.said));
    let boat = TetherDraft::usual();
    assert!(refused(&TetherDraft { falls_m: 6.0, ..boat.clone() }).contains("hangs by its line"));
    assert!(refused(&TetherDraft { off_m: 5.0, ..usual(Held::Animal) }).contains("does not reach"));
    assert!(refused(&TetherDraft { fall_m: 9.0, ..usual(Held::Gear) }).contains("twice its line"));
    for (kind, says) in [("shock-6", "Elastic"), ("wire-2", "Wire")] {
        let mut odd = boat.clone();
        odd.cord.kind = kind.into();
        assert!(refused(&odd).contains(says));
    }
    let faults = |d: &TetherDraft| {
        Tether::read(d).map(|_| ()).expect_err("refused").into_iter().map(|f| f.says).collect::<String>()
    };
    assert!(faults(&TetherDraft { eye: EyeKind::Neck, ..boat.clone() }).contains("has a neck"));
    assert!(faults(&TetherDraft { to: TiedTo::Tree, ..usual(Held::Led) }).contains("ring of the saddle"));
    assert!(faults(&TetherDraft { link_turns: 0, ..usual(Held::Led) }).contains("1 to 6"));
    assert!(faults(&TetherDraft { mass_kg: f64::NAN, ..boat.clone() }).contains("Its mass"));
    let nameless = vec![NearThing { name: "  ".into(), at_m: 1.0, thick_mm: 100.0 }];
    assert!(faults(&TetherDraft { around: nameless, ..boat }).contains("Name each thing"));
}

/// A stake or post that gives is told of, by depth and thickness.
#[test]
fn what_it_is_tied_to_is_judged() {
    let on = |to, to_mm, deep_m| TetherDraft { to, to_mm, deep_m, to_high_m: 0.9, line_m: 2.0, ..usual(Held::Animal) };
    assert!(
        changes(&planned(&on(TiedTo::Stake, 50.0, 0.3))).contains("stake draws")
            || changes(&planned(&on(TiedTo::Stake, 50.0, 0.3))).contains("stake may draw")
    );
    assert!(!changes(&planned(&on(TiedTo::Stake, 50.0, 1.2))).contains("draw"));
    assert!(changes(&planned(&on(TiedTo::Post, 40.0, 0.6))).contains("the post "));
    assert!(!changes(&planned(&on(TiedTo::Post, 200.0, 0.6))).contains("the post breaks"));
}

#[test]
fn measures_follow_the_reader() {
    for held in Held::ALL {
        let p = planned_for(&usual(*held), UnitSystem::Imperial).unwrap_or_else(|no| panic!("{}", no.0));
        let all = format!("{} {:?} {:?} {:?}", p.plan.said, p.plan.measures, p.plan.change, p.plan.order);
        assert!(!all.contains(" kg") && !all.contains(" N ") && !all.contains(" m "), "{all}");
    }
}

/// Length of a chain of straight bits hung between two places with its lowest place at the belly: a line cannot hang lower.
fn hung_m(apart: f64, [a, b]: [f64; 2], low: f64) -> f64 {
    apart.hypot(a + b - 2.0 * low)
}

proptest! {
    /// The belly is where a weight sliding on the line would hang: folded there, the line is as long as it is; and the longest line
    /// for a height of belly has that belly.
    #[test]
    fn the_belly_is_where_it_is_said(
        apart in 0.0f64..5.0,
        tie in 0.0f64..3.0,
        eye in 0.0f64..3.0,
        more in 0.0f64..4.0,
    ) {
        let line = apart.hypot(tie - eye) + more;
        let low = belly(line, apart, [tie, eye]);
        prop_assert!((hung_m(apart, [tie, eye], low) - line).abs() < 1e-9);
        prop_assert!(low <= tie.min(eye) + 1e-9);
        prop_assert!((longest(apart, [tie, eye], low) - line).abs() < 1e-9);
    }

    /// Whatever is said within reason is planned or refused in words; it never comes farther than its line.
    #[test]
    fn whatever_is_said_is_answered(
        held in 0usize..4,
        mass_kg in 0.5f64..900.0,
        to_high in 0.0f64..4.0,
        eye_high in 0.1f64..3.0,
        line in 0.3f64..12.0,
        off in 0.0f64..6.0,
        falls in 0.0f64..4.0,
        wet: bool,
        worn: bool,
    ) {
        let mut d = TetherDraft {
            mass_kg, to_high_m: to_high, eye_high_m: eye_high, line_m: line, off_m: off, falls_m: falls,
            ..usual(Held::ALL[held])
        };
        (d.cord.wet, d.cord.worn) = (wet, worn);
        match planned_for(&d, UnitSystem::Metric) {
            Err(no) => prop_assert!(no.0.ends_with('.') && no.0.contains(" m")),
            Ok(p) => {
                let sweep = p.own["reach"]["sweep_m"].as_f64().expect("goes");
                prop_assert!(sweep <= line + 1e-9 && sweep >= off - 1e-9);
                prop_assert!(p.plan.parts.iter().all(|x| x.margin.low.is_finite() && x.margin.low <= x.margin.high));
            }
        }
    }
}

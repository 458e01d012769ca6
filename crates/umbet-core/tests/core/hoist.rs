//! Things hoisted: pull by hand, where hitch and half hitches go, what is refused, what is promised held.

use proptest::prelude::*;
use umbet_core::rig::hoist::{HauledFrom, Hoist, HoistDraft, Hoisted};
use umbet_core::rig::{Given, Impossible, Planned, Rig};
use umbet_core::situation::Habits;
use umbet_core::units::{Reader, UnitSystem};

fn read(d: &HoistDraft) -> Hoist {
    Hoist::read(d).unwrap_or_else(|f| panic!("{f:?}"))
}

fn planned_for(d: &HoistDraft, units: UnitSystem) -> Result<Planned, Impossible> {
    let (habits, reader) = (Habits::default(), Reader { units, ..Reader::default() });
    read(d).plan(&Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 })
}

fn planned(d: &HoistDraft) -> Planned {
    planned_for(d, UnitSystem::Metric).unwrap_or_else(|no| panic!("{}", no.0))
}

#[test]
fn every_thing_is_hoisted_every_way() {
    for thing in Hoisted::ALL {
        for from in HauledFrom::ALL {
            for guided in [true, false] {
                let d = HoistDraft { from: *from, guided, ..HoistDraft::usual_of(*thing) };
                let p = planned(&d);
                for j in &p.plan.joints {
                    assert!(!j.knot.is_empty(), "{thing:?} {from:?}: nothing fits {}", j.name);
                }
                for say in p
                    .plan
                    .order
                    .iter()
                    .chain(&p.plan.strike)
                    .map(|s| &s.say)
                    .chain(&p.plan.measures)
                    .chain(&p.plan.change)
                {
                    assert!(say.ends_with('.') && !say.contains("  ") && !say.contains(".."), "{say}");
                }
                assert!(p.plan.cautions[0].contains("Never people"));
                assert_eq!(p.plan.cuts.len(), 1 + usize::from(guided));
                assert_eq!(p.plan.joints[0].knot == "tool-hoist", thing.led(), "{thing:?}: {}", p.plan.joints[0].knot);
                assert_eq!(p.plan.order.iter().any(|s| s.id == "lead"), thing.led(), "{thing:?}");
                assert_eq!(p.plan.order.iter().any(|s| s.id == "over"), from.bends());
            }
        }
    }
}

/// By hand: 10 kg, 98.07 N, hand over hand from above; half round a beam e^(0.25π) = 2.19 to e^(0.5π) = 4.81 times as much, and as
/// much less to hold it (Euler–Eytelwein).
#[test]
fn the_pull_by_hand() {
    let d = HoistDraft { mass_kg: 10.0, from: HauledFrom::Above, people: 1, ..HoistDraft::usual() };
    let above = read(&d).facts();
    assert!((above.wanted_n.low - 98.0665).abs() < 1e-9 && (above.wanted_n.high - above.wanted_n.low).abs() < 1e-9);
    assert!(above.over_n.is_none());
    let beam = read(&HoistDraft { from: HauledFrom::Beam, ..d }).facts();
    assert!(
        (beam.wanted_n.low / 98.0665 - 2.193).abs() < 0.001 && (beam.wanted_n.high / 98.0665 - 4.810).abs() < 0.001
    );
    assert!((beam.held_n.low * 4.810 - 98.0665).abs() < 0.02);
    let over = beam.over_n.expect("it bends");
    assert!((over.high - 98.0665 - beam.wanted_n.high).abs() < 1e-9);
}

/// What the change line promises is so once it is made.
#[test]
fn those_it_asks_for_bring_it_up() {
    let d = HoistDraft { people: 1, mass_kg: 20.0, ..HoistDraft::usual() };
    let p = planned(&d);
    let fewest = p.own["fewest"].as_u64().expect("somebody can") as u8;
    assert!(fewest > 1 && p.plan.change.iter().any(|c| c.contains("surely do")), "{:?}", p.plan.change);
    let then = planned(&HoistDraft { people: fewest, ..d.clone() });
    assert!(then.plan.change.iter().all(|c| !c.contains("bring it up")), "{:?}", then.plan.change);
    let heavy = planned(&HoistDraft { mass_kg: 120.0, ..d });
    assert!(heavy.own["fewest"].is_null() && heavy.plan.change.iter().any(|c| c.contains("a block overhead")));
    let mut thin = HoistDraft::usual_of(Hoisted::Ladder);
    thin.cord.kind = "paracord-iii".into();
    let says = planned(&HoistDraft { guided: false, ..thin }).plan.change.join(" ");
    assert!(says.contains("cuts the hands") && says.contains("a tenth") && says.contains("guiding line"), "{says}");
}

#[test]
fn what_cannot_be_is_refused() {
    let low = planned_for(&HoistDraft { high_m: 2.0, ..HoistDraft::usual() }, UnitSystem::Metric);
    assert!(low.is_err_and(|no| no.0.contains("carry it, or tilt it up")));
    let faults = |d: &HoistDraft| {
        Hoist::read(d).map(|_| ()).expect_err("refused").into_iter().map(|f| f.says).collect::<String>()
    };
    assert!(faults(&HoistDraft { balance_m: Some(9.0), ..HoistDraft::usual() }).contains("balances between its ends"));
    assert!(faults(&HoistDraft { people: 0, ..HoistDraft::usual() }).contains("1 to 6"));
    assert!(faults(&HoistDraft { mass_kg: 900.0, ..HoistDraft::usual() }).contains("by hand: 0.2 to 150 kg"));
}

#[test]
fn measures_follow_the_reader() {
    let p = planned_for(&HoistDraft::usual(), UnitSystem::Imperial).unwrap_or_else(|no| panic!("{}", no.0));
    let all = format!("{} {:?} {:?} {:?}", p.plan.said, p.plan.measures, p.plan.change, p.plan.order);
    assert!(!all.contains(" kg") && !all.contains(" N,") && !all.contains(" m "), "{all}");
}

proptest! {
    /// It hangs true: its hitch is below the balance and on the thing, its half hitches in order above the hitch, one of them above
    /// the balance; whatever it weighs, more is wanted up than is held down.
    #[test]
    fn it_hangs_true(thing in 0usize..6, long_m in 0.3f64..9.0, share in 0.05f64..0.95, mass_kg in 0.3f64..140.0) {
        let d = HoistDraft {
            long_m, mass_kg, balance_m: Some(share * long_m), high_m: 12.0, ..HoistDraft::usual_of(Hoisted::ALL[thing])
        };
        let facts = read(&d).facts();
        prop_assert!(facts.hitch_m > share * long_m && facts.hitch_m < long_m);
        prop_assert!(facts.leads_m.windows(2).all(|w| w[0] < w[1]) && facts.leads_m.iter().all(|m| *m < facts.hitch_m));
        prop_assert!(facts.leads_m[0] < share * long_m, "{:?}", facts.leads_m);
        prop_assert!(facts.held_n.high <= facts.wanted_n.low + 1e-9);
    }
}

//! Food hung out of reach: where it comes to hang against the length of its line worked by hand, what is too low, too near or too
//! weak, and what cannot be hung.

use proptest::prelude::*;
use umbet_core::rig::larder::{KeptFrom, Larder, LarderDraft, RIGHT_UP_M, StaysUp};
use umbet_core::rig::{Given, Impossible, Planned, Rig};
use umbet_core::situation::Habits;
use umbet_core::units::{G, Reader};

fn planned(d: &LarderDraft) -> Result<Planned, Impossible> {
    let (reader, habits) = (Reader::default(), Habits::default());
    let given = Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 };
    Larder::read(d).expect("it is within reason").plan(&given)
}

fn says(d: &LarderDraft) -> String {
    planned(d).expect("it hangs").plan.change.join(" ")
}

/// Hauled right up under a branch of six metres, a stick put in at two: 4.3 m of line between, so it rests 2.15 m down, its top at
/// 3.85 and its bottom at 3.35.
#[test]
fn a_stick_lets_it_down_half_way() {
    let d = LarderDraft { branch_m: 6.0, reach_m: 2.0, by: StaysUp::Stick, ..LarderDraft::usual() };
    let hung = Larder::read(&d).expect("within reason").hung();
    assert!((hung.below_m - 2.15).abs() < 1e-9, "{}", hung.below_m);
    assert!((hung.bottom_m - 3.35).abs() < 1e-9, "{}", hung.bottom_m);
    let two = LarderDraft { by: StaysUp::Balanced, ..d };
    assert!((Larder::read(&two).expect("within reason").hung().below_m - 2.15).abs() < 1e-9, "so do two that balance");
}

/// Against bears, four metres over the ground with half a metre of bag: tied off a branch of six metres will do, held by a stick it
/// wants one of 7.3 m; and with the branch that is named it is high enough.
#[test]
fn the_branch_that_is_wanted_is_named_and_does() {
    for (by, wanted) in [(StaysUp::TiedOff, 6.0), (StaysUp::Stick, 7.3), (StaysUp::Balanced, 7.3)] {
        let low = LarderDraft {
            from: KeptFrom::Bears,
            by,
            branch_m: 5.0,
            out_m: 2.2,
            branch_mm: 250.0,
            ..LarderDraft::usual()
        };
        let hung = Larder::read(&low).expect("within reason").hung();
        assert!((hung.branch_wanted_m - wanted).abs() < 1e-9, "{by:?}: {}", hung.branch_wanted_m);
        assert!(says(&low).contains(&format!("too low for bears: take a branch {wanted:.2} m high")), "{}", says(&low));
        let right = LarderDraft { branch_m: wanted, ..low };
        let hung = Larder::read(&right).expect("within reason").hung();
        assert_eq!(hung.short_m, [None; 3], "{by:?}");
        assert!(!says(&right).contains("too low"), "{}", says(&right));
    }
}

/// Too near the trunk is told with how much is missing; a branch that breaks, hands that are too weak, a line that is too thin.
#[test]
fn what_is_wrong_is_told() {
    let d = LarderDraft::usual();
    assert_eq!(says(&d), "", "as it is begun it hangs well");
    let near = LarderDraft { out_m: 0.6, ..d.clone() };
    assert!(
        says(&near).contains("Foxes and dogs reach it from the trunk: lay the line 0.40 m farther out."),
        "{}",
        says(&near)
    );
    let thin = LarderDraft { branch_mm: 45.0, ..d.clone() };
    assert!(says(&thin).contains("The branch "), "{}", says(&thin));
    let weak = LarderDraft { pull_n: 60.0, ..d.clone() };
    assert!(says(&weak).contains("cannot haul it up over bare wood"), "{}", says(&weak));
    let heavy = LarderDraft { mass_kg: 25.0, ..d.clone() };
    assert!(says(&heavy).contains("The line "), "{}", says(&heavy));
    let bears = LarderDraft { from: KeptFrom::Bears, branch_m: 7.0, out_m: 2.5, branch_mm: 250.0, ..d };
    assert!(says(&bears).contains("bitten through"), "{}", says(&bears));
}

/// What does not leave the ground, and what is within reach anyway, is refused with what to take instead.
#[test]
fn what_does_not_hang_is_refused() {
    let ground = LarderDraft { branch_m: 1.2, bag_m: 1.0, ..LarderDraft::usual() };
    let Impossible(why) = planned(&ground).expect_err("on the ground");
    assert!(why.contains("does not leave the ground: take one 3.30 m high"), "{why}");
    let within = LarderDraft { branch_m: 2.2, by: StaysUp::Stick, ..LarderDraft::usual() };
    let Impossible(why) = planned(&within).expect_err("within reach");
    assert!(why.contains("is within reach"), "{why}");
    assert!(Larder::read(&LarderDraft { mass_kg: 0.0, ..LarderDraft::usual() }).is_err());
    assert!(Larder::read(&LarderDraft { branch_m: f64::NAN, ..LarderDraft::usual() }).is_err());
}

/// The stick's hitch can be tied in the middle of a line; mice meet a disc; nothing is tied at a trunk where nothing is tied off.
#[test]
fn each_way_has_its_own_work() {
    for by in StaysUp::ALL {
        for from in KeptFrom::ALL {
            let d = LarderDraft {
                by: *by,
                from: *from,
                branch_m: 9.0,
                out_m: 2.5,
                branch_mm: 250.0,
                ..LarderDraft::usual()
            };
            let plan = planned(&d).expect("it hangs").plan;
            let steps: Vec<&str> = plan.order.iter().map(|s| s.id.as_str()).collect();
            assert_eq!(steps.contains(&"tie"), *by == StaysUp::TiedOff, "{by:?}");
            assert_eq!(steps.contains(&"stick"), *by == StaysUp::Stick);
            assert_eq!(steps.contains(&"disc"), *from == KeptFrom::Mice);
            assert!(plan.joints.iter().all(|j| !j.knot.is_empty()), "{by:?} {:?}", plan.joints);
            if let Some(stick) = plan.joints.iter().find(|j| j.id == "stick") {
                assert!(["clove-hitch", "marlinspike-hitch"].contains(&stick.knot.as_str()), "{}", stick.knot);
            }
            assert!(plan.needs.iter().any(|n| n.contains("disc") && n.contains("plate")) == (*from == KeptFrom::Mice));
        }
    }
}

proptest! {
    /// The line is as long as the way it goes: from the bag on the ground over the branch to the hand that hauls, and what stands
    /// below the branch at rest is within what was let out. Forces: what is hauled is more than the bag, what the branch bears more
    /// than both; a heavier bag is never easier, a higher branch never hangs it lower.
    #[test]
    fn lines_reach_and_forces_add_up(
        mass_kg in 0.5..25.0_f64,
        branch_m in 3.0..15.0_f64,
        bag_m in 0.1..1.0_f64,
        by in prop::sample::select(StaysUp::ALL.to_vec()),
        from in prop::sample::select(KeptFrom::ALL.to_vec()),
    ) {
        let d = LarderDraft { mass_kg, branch_m, bag_m, by, from, branch_mm: 400.0, ..LarderDraft::usual() };
        let Ok(planned) = planned(&d) else { return Ok(()) };
        let hung = Larder::read(&d).expect("within reason").hung();
        let cut: f64 = planned.plan.cuts.iter().map(|c| c.each_m).sum();
        let reached = match by {
            StaysUp::TiedOff => (branch_m - 1.5).hypot(d.away_m),
            StaysUp::Stick | StaysUp::Balanced => branch_m - d.reach_m,
        };
        prop_assert!(cut >= branch_m - bag_m + reached, "{cut} of line under a branch of {branch_m}");
        prop_assert!(hung.haul_n.low > mass_kg * G && hung.haul_n.high < 6.0 * mass_kg * G);
        prop_assert!(hung.branch_n.low >= 2.0 * mass_kg * G - 1e-9 && hung.branch_n.high <= hung.haul_n.high + mass_kg * G + 1e-9);
        prop_assert!(hung.below_m >= RIGHT_UP_M - 1e-9 && hung.bottom_m < branch_m);
        let higher = LarderDraft { branch_m: branch_m + 0.5, ..d.clone() };
        prop_assert!(Larder::read(&higher).map(|l| l.hung().bottom_m).unwrap_or(f64::MAX) > hung.bottom_m);
        let heavier = LarderDraft { mass_kg: mass_kg * 1.1, ..d };
        prop_assert!(Larder::read(&heavier).map(|l| l.hung().haul_n.low).unwrap_or(f64::MAX) > hung.haul_n.low);
    }
}

//! Hauls over the ground: the inclined plane by hand, the capstan over a lip, and what is said where it does not go.

use proptest::prelude::*;
use umbet_core::rig::haul::{Haul, HaulDraft, HaulPull, Pulled, Thing, grounds};
use umbet_core::rig::{Given, Planned, Rig};
use umbet_core::situation::Habits;
use umbet_core::units::G;
use umbet_core::units::Reader;

fn haul(d: &HaulDraft) -> Haul {
    Haul::read(d).unwrap_or_else(|f| panic!("{f:?}"))
}

fn pull(d: &HaulDraft) -> HaulPull {
    haul(d).pull()
}

fn planned(d: &HaulDraft) -> Planned {
    let (habits, reader) = (Habits::default(), Reader::default());
    haul(d).plan(&Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 }).expect("goes")
}

/// The inclined plane: 100 kg up a slope of 3 in 4 (36.87°) at μ 0.5 takes mg(0.5 · 0.8 + 0.6) = mg; on the level μ mg.
#[test]
fn a_slope_adds_its_share_of_the_weight() {
    let d = HaulDraft { mass_kg: 100.0, over: "gravel".into(), slope_percent: 75.0, ..HaulDraft::usual() };
    let mu = grounds().iter().find(|g| g.id == "gravel").expect("listed").friction;
    assert!((mu.low - 0.5).abs() < 1e-12);
    assert!((pull(&d).moving_n.low - 100.0 * G).abs() < 1e-6, "{:?}", pull(&d));
    let level = pull(&HaulDraft { slope_percent: 0.0, ..d });
    assert!((level.moving_n.low - 50.0 * G).abs() < 1e-9 && (level.moving_n.high - 80.0 * G).abs() < 1e-9);
}

/// Over a lip of a quarter turn at μ 0.5 the pull is e^(π/4) = 2.19 times as great (Euler–Eytelwein).
#[test]
fn a_lip_multiplies_the_pull() {
    let d = HaulDraft { lip_deg: 90.0, ..HaulDraft::usual() };
    let p = pull(&d);
    assert!((p.wanted_n.high / p.start_n.high - 2.193).abs() < 1e-3);
    let says = planned(&d).plan.change.join(" ");
    assert!(says.contains("does not bend over the lip"), "{says}");
}

/// A rough log is drawn with a timber hitch and a leading half hitch (common practice); a smooth pipe wants turns that grip.
#[test]
fn the_hitch_fits_what_is_drawn() {
    let log = planned(&HaulDraft::usual()).plan;
    assert_eq!(log.joints[0].knot, "timber-hitch", "{}", log.joints[0].because);
    assert!(
        log.order
            .iter()
            .any(|s| s.id == "lead" && s.say.starts_with("Lay its half hitch") && s.say.contains("nose lifts"))
    );
    let half_hitches = |p: &umbet_core::rig::RigPlan| {
        p.cuts[0].items.iter().filter(|i| i.of.contains("half hitch that leads")).count()
    };
    assert_eq!(half_hitches(&log), 1, "it is measured to, and its cord is the hitch's own");
    let pipe = HaulDraft { thing: Thing::Pipe, surface: "steel-smooth".into(), thick_mm: 90.0, ..HaulDraft::usual() };
    let pipe = planned(&pipe).plan;
    assert_ne!(pipe.joints[0].knot, "timber-hitch");
    assert_eq!(half_hitches(&pipe), 2);
    assert_ne!(pipe.joints[0].knot_name, "Nothing fits", "{}", pipe.joints[0].because);
    let sledge = planned(&HaulDraft { thing: Thing::Sledge, ..HaulDraft::usual() }).plan;
    assert!(!sledge.order.iter().any(|s| s.id == "lead"), "a sledge has no nose to lift");
}

/// What is promised of more people, and of easier ways, is so.
#[test]
fn what_would_do_is_reckoned() {
    let d = HaulDraft::usual();
    let (h, p) = (haul(&d), pull(&d));
    let fewest = h.fewest(p.wanted_n.high).expect("some number does");
    let with = |n: u32| pull(&HaulDraft { people: n as u8, ..d.clone() });
    assert!(with(fewest).brought_n.low >= p.wanted_n.high && with(fewest - 1).brought_n.low < p.wanted_n.high);
    let says = planned(&d).plan.change.join(" ");
    assert!(says.contains("Four may move it. Seven surely do.") && says.contains("On rollers on planks"), "{says}");
    let enough = planned(&HaulDraft { people: fewest as u8, ..d.clone() }).plan;
    assert!(!enough.change.iter().any(|c| c.contains("move it")), "{:?}", enough.change);
    // One pull through a loop is worth more than straight, and less than three.
    let looped = pull(&HaulDraft { pulled: Pulled::Looped, ..d.clone() });
    assert!(looped.brought_n.low > p.brought_n.high && looped.brought_n.high < 3.0 * p.brought_n.high);
    let stone = HaulDraft { mass_kg: 5000.0, over: "sand".into(), slope_percent: 60.0, ..d };
    let says = planned(&stone).plan.change.join(" ");
    assert!(says.contains("do not move it. No number on one line does"), "{says}");
}

/// Down a slope steeper than its friction it runs: held back from behind, nobody below.
#[test]
fn what_runs_away_is_held_back() {
    let d = HaulDraft { over: "snow".into(), slope_percent: -30.0, ..HaulDraft::usual() };
    let p = planned(&d).plan;
    assert!(p.change[0].contains("hold it back"), "{:?}", p.change);
    assert!(p.measures.iter().any(|m| m.contains("pull it away by itself")));
    assert!(p.order.iter().any(|s| s.say.contains("nobody below it")));
    assert!(p.order.iter().any(|s| s.id == "haul" && s.say.starts_with("Let it down")));
    assert!(!p.change.iter().any(|c| c.contains("rollers")), "rollers are the last thing it wants");
}

#[test]
fn what_is_out_of_reason_is_refused_by_its_name() {
    let fault = |change: &dyn Fn(&mut HaulDraft)| {
        let mut d = HaulDraft::usual();
        change(&mut d);
        Haul::read(&d).expect_err("refused")[0].field.clone()
    };
    assert_eq!(fault(&|d| d.mass_kg = 0.0), "mass_kg");
    assert_eq!(fault(&|d| d.people = 0), "people");
    assert_eq!(fault(&|d| d.slope_percent = f64::NAN), "slope_percent");
    assert_eq!(fault(&|d| d.over = "lava".into()), "over");
    assert_eq!(fault(&|d| d.surface = "lace".into()), "surface");
    assert_eq!(fault(&|d| d.lip_deg = 120.0), "lip_deg");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(120))]

    /// Every haul is answered with bands the right way round, and a steeper way never takes less.
    #[test]
    fn any_haul_is_answered(mass in 1.0..2000.0f64, slope in -90.0..90.0f64, over in 0usize..9, lip in 0.0..90.0f64, people in 1u8..20) {
        let d = HaulDraft { mass_kg: mass, slope_percent: slope, over: grounds()[over].id.clone(), lip_deg: lip, people, ..HaulDraft::usual() };
        let p = pull(&d);
        for b in [p.moving_n, p.start_n, p.wanted_n, p.brought_n] {
            prop_assert!(b.low >= 0.0 && b.low <= b.high && b.high.is_finite(), "{b:?}");
        }
        // The steepest pull of an inclined plane is where tan θ is 1/μ: up to 100 % no ground here has that.
        let steeper = pull(&HaulDraft { slope_percent: slope + 5.0, ..d.clone() });
        prop_assert!(steeper.moving_n.low >= p.moving_n.low - 1e-9);
        let plan = planned(&d);
        prop_assert!(!umbet_core::draw::to_svg(&plan.drawings[0].scene, None).contains("NaN"));
        prop_assert!(!plan.plan.order.is_empty() && plan.plan.cuts[0].each_m > 3.0);
    }
}

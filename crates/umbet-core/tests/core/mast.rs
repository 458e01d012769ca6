//! Masts on guys: forces against hand calculations, balance, and what is said where one does not stand.

use proptest::prelude::*;
use umbet_core::rig::mast::{Mast, MastDraft, MastSize, Section, Stakes, mast_kinds};
use umbet_core::rig::{Given, Planned, Rig};
use umbet_core::situation::Habits;
use umbet_core::statics::wind::{gust_of, pressure};
use umbet_core::units::Reader;

fn read(d: &MastDraft) -> Mast {
    Mast::read(d).unwrap_or_else(|f| panic!("{f:?}"))
}

fn planned(d: &MastDraft) -> Planned {
    let (habits, reader) = (Habits::default(), Reader::default());
    let given = Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 };
    read(d).plan(&given).unwrap_or_else(|why| panic!("{}", why.0))
}

fn near(a: f64, b: f64) {
    assert!((a - b).abs() < 1e-6 * b.abs().max(1.0), "{a} for {b}");
}

/// A pole of one thickness guyed at its very top, in still air but for a line that pulls there: the guys take all of it, the foot
/// nothing; in the one that looks away from it T = F / cos a once the others are slack.
#[test]
fn guys_at_the_top_take_the_pull_at_the_top() {
    let usual = MastDraft::usual();
    let size = MastSize { high_m: 4.0, thick_mm: 60.0, top_mm: 60.0, wall_mm: 2.0 };
    let d = MastDraft {
        size,
        guys_m: vec![4.0],
        out_m: 3.0,
        head_n: 400.0,
        head_m2: 0.0,
        beaufort: 0,
        pull_n: 10.0,
        ..usual
    };
    let f = read(&d).forces();
    near(f.foot_n.high, 0.0);
    near(f.levels[0].aside_n.low, 400.0);
    // 3, 4, 5: the guy is 5 m long, its cosine 0.6.
    near(f.levels[0].guy_n.high, 400.0 / 0.6);
    // Two guys of three at 60° to the pull take 400 N level each, and press 4/3 of it down; the pole and what is on it weigh.
    let weight = (read(&d).above_kg(0.0) + d.head_kg) * 9.80665;
    near(f.down_n.high, 2.0 * 400.0 * 4.0 / 3.0 + weight);
    near(read(&d).above_kg(0.0), 650.0 * 4.0 * std::f64::consts::PI * 0.06f64.powi(2) / 4.0);
}

/// Even wind on a pole of one thickness, hinged at its foot and guyed at the top: half to either, w L² / 8 in its middle.
#[test]
fn wind_on_a_pole_is_shared_by_foot_and_guys() {
    let usual = MastDraft::usual();
    let size = MastSize { high_m: 4.0, thick_mm: 60.0, top_mm: 60.0, wall_mm: 2.0 };
    let d = MastDraft { size, guys_m: vec![4.0], out_m: 4.0, head_kg: 0.0, head_m2: 0.0, ..usual };
    let f = read(&d).forces();
    let all = 1.2 * pressure(gust_of(d.beaufort)) * 0.06 * 4.0;
    near(f.aside_n.high, all);
    near(f.foot_n.high, all / 2.0);
    near(f.levels[0].aside_n.high, all / 2.0);
    // σ = M r / I + N / A, the moment made deeper by the push: a few hundredths here.
    let section = Section::of(0.06, 0.03);
    let plain = section.stress(f.stretches[0].push_n.high, all * 4.0 / 8.0) / 30e6;
    let used = f.stretches[0].used.high;
    assert!(used >= plain && used < 1.2 * plain, "{used} for {plain}");
}

/// Tube: A = π/4 (D² − d²), I = π/64 (D⁴ − d⁴); 50 by 2 mm has 3.016 cm² and 8.70 cm⁴ (tables of sections).
#[test]
fn a_tube_as_in_the_tables() {
    let tube = Section::of(0.05, 0.002);
    assert!((tube.area_m2 * 1e4 - 3.016).abs() < 0.001, "{}", tube.area_m2);
    assert!((tube.second_m4 * 1e8 - 8.70).abs() < 0.01, "{}", tube.second_m4);
}

#[test]
fn every_kind_stands_as_it_is_usually_put_up() {
    for kind in mast_kinds() {
        for stakes in Stakes::ALL {
            let d = MastDraft { stakes: *stakes, beaufort: 4, ..MastDraft::usual_of(kind) };
            let p = planned(&d).plan;
            assert!(p.joints.iter().all(|j| !j.knot.is_empty()), "{}: {:?}", kind.id, p.joints);
            let holds = |id: &str| p.parts.iter().find(|x| x.id.starts_with(id)).is_some_and(|x| x.margin.low > 1.0);
            assert!(["guy", "stake", "bows", "breaks"].iter().all(|id| holds(id)), "{}: {:#?}", kind.id, p.parts);
            assert_eq!(p.cuts.len(), d.guys_m.len());
            for (i, cut) in p.cuts.iter().enumerate() {
                assert!(cut.each_m > read(&d).guy_m(i) && cut.times == d.sides as usize);
            }
        }
    }
}

/// What is out of reason says what to change; nothing of it is planned.
#[test]
fn what_is_no_mast_is_refused() {
    let refused = |d: MastDraft, says: &str| {
        let faults = Mast::read(&d).expect_err("refused");
        assert!(faults.iter().any(|f| f.says.contains(says)), "{says}: {faults:?}");
    };
    let usual = MastDraft::usual;
    refused(MastDraft { sides: 2, ..usual() }, "three sides, or four");
    refused(MastDraft { guys_m: vec![], ..usual() }, "one level");
    refused(MastDraft { guys_m: vec![4.0, 2.0], ..usual() }, "half a metre");
    refused(MastDraft { guys_m: vec![7.0], ..usual() }, "higher than the mast");
    refused(MastDraft { head_kg: f64::NAN, ..usual() }, "Mass at its head");
    let tube = MastDraft::usual_of(&mast_kinds()[1]);
    let size = MastSize { wall_mm: 10.0, top_mm: 15.0, ..tube.size };
    refused(MastDraft { size, ..tube }, "wall is thicker");
}

/// Where something gives, what helps is said, and it does help.
#[test]
fn what_is_advised_helps() {
    let stormy = MastDraft { beaufort: 9, head_m2: 0.6, deep_m: 0.25, ..MastDraft::usual() };
    let before = planned(&stormy).plan;
    assert!(
        before.change.iter().any(|c| c.contains("A stake") && c.contains("each guy its own")),
        "{:?}",
        before.change
    );
    let margin = |d: &MastDraft, id: &str| {
        let p = planned(d).plan;
        p.parts.iter().find(|x| x.id.starts_with(id)).map_or(0.0, |x| x.margin.low)
    };
    for better in [
        MastDraft { deep_m: 0.5, ..stormy.clone() },
        MastDraft { stakes: Stakes::Own, ..stormy.clone() },
        MastDraft { out_m: 6.0, ..stormy.clone() },
    ] {
        assert!(margin(&better, "stake") > margin(&stormy, "stake"), "{better:?}");
    }
    let mut more = MastDraft { head_kg: 20.0, ..stormy.clone() };
    more.guy(1);
    let one = margin(&more, "bows");
    more.guy(3);
    assert!(margin(&more, "bows") > one, "guys nearer to each other stiffen it");
    let near = planned(&MastDraft { out_m: 1.0, ..MastDraft::usual() }).plan;
    assert!(near.change.iter().any(|c| c.contains("The stakes stand near")), "{:?}", near.change);
}

/// What comes off the head last on, first off; a guy whose hitch would slip is tied by one that holds, or tied off.
#[test]
fn lines_from_a_head_are_drawn_after_the_guys_and_let_go_before() {
    let p = planned(&MastDraft { head_n: 150.0, ..MastDraft::usual() }).plan;
    let at = |steps: &[umbet_core::rig::Step], id: &str| steps.iter().position(|s| s.id == id).expect("there");
    assert!(at(&p.order, "head") > at(&p.order, "upper"));
    assert!(at(&p.strike, "head-off") < at(&p.strike, "upper-off"));
}

#[test]
fn no_guy_slips_down_its_own_line() {
    for (beaufort, head_n) in [(2, 0.0), (6, 0.0), (6, 250.0), (9, 600.0)] {
        let d = MastDraft { beaufort, head_n, ..MastDraft::usual() };
        let p = planned(&d).plan;
        let hitch = p.joints.iter().find(|j| j.id == "stake").expect("there");
        let slips = p.parts.iter().find(|x| x.id == "hitch");
        assert!(slips.is_none_or(|x| x.margin.low >= 1.0), "{beaufort}, {head_n} N, {}: {slips:?}", hitch.knot);
        assert!(!hitch.knot.is_empty());
    }
    let own =
        MastDraft { head_n: 600.0, knots: [("stake".to_owned(), "taut-line".to_owned())].into(), ..MastDraft::usual() };
    let p = planned(&own).plan;
    assert!(p.change.iter().any(|c| c.contains("hitch slips")), "{:?}", p.change);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]

    /// Level pushes and the foot’s take up all the wind puts on it, and turn it about its foot nowhere.
    #[test]
    fn a_mast_is_in_balance(
        high in 3.0..12.0f64, shares in prop::collection::vec(0.2..1.0f64, 1..=3), thick in 30.0..150.0f64,
        taper in 0.4..1.0f64, pull in 0.0..500.0f64, area in 0.0..1.0f64, beaufort in 0u8..10, sides in 3u32..=4,
    ) {
        let mut guys_m: Vec<f64> = shares.iter().map(|s| s * high).collect();
        guys_m.sort_by(f64::total_cmp);
        prop_assume!(guys_m[0] >= 0.5 && guys_m.windows(2).all(|w| w[1] - w[0] >= 0.5));
        let size = MastSize { high_m: high, thick_mm: thick, top_mm: (taper * thick).max(10.0), wall_mm: 2.0 };
        let d = MastDraft { size, guys_m: guys_m.clone(), head_n: pull, head_m2: area, beaufort, sides, ..MastDraft::usual() };
        let mast = read(&d);
        let f = mast.forces();
        // Without signs the foot’s share cannot be added: the turning about it can, level by level, where none holds back.
        let guys: f64 = f.levels.iter().map(|l| l.aside_n.high).sum();
        prop_assert!(guys + f.foot_n.high >= f.aside_n.high - 1e-6);
        for (level, l) in f.levels.iter().enumerate() {
            let cosine = mast.out_m(level) / mast.guy_m(level);
            prop_assert!(l.guy_n.high * cosine >= l.aside_n.high - 1e-6, "the guy into the wind takes the push");
            prop_assert!(l.guy_n.low <= l.guy_n.high + 1e-9);
        }
        prop_assert!(f.stretches.iter().all(|s| s.push_n.low <= s.push_n.high + 1e-9 && s.bows_n.low > 0.0));
        prop_assert!(f.stretches.windows(2).all(|w| w[0].push_n.high >= w[1].push_n.high - 1e-9), "pressed most at its foot");
    }
}

/// In still air nothing bends it but what it carries: what its breaking is measured by is what its guys put on it, not a wind of nothing.
#[test]
fn in_still_air_the_guys_alone_press_it() {
    let calm = MastDraft { beaufort: 0, ..MastDraft::usual() };
    let p = planned(&calm).plan;
    let breaks = p.parts.iter().find(|x| x.id.starts_with("breaks")).expect("judged");
    assert!(breaks.pull_n.low > 100.0 && breaks.margin.low > 3.0, "{breaks:?}");
    assert!(p.parts.iter().all(|x| x.bears_n.low > 5.0), "{:#?}", p.parts);
    // No gust blows, and what the foot feels is its weight alone.
    assert!(p.parts.iter().all(|x| !x.says.contains("gust")), "{:#?}", p.parts);
    let foot = p.order.iter().find(|s| s.id == "foot").expect("dug in");
    assert!(!foot.say.contains("aside") && foot.figures.len() == 1, "{foot:?}");
}

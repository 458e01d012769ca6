//! Shelters on sites of every kind: whatever is said within reason is answered, and the answer hangs together.

use proptest::prelude::*;
use umbet_core::knot::catalogue;

use crate::planning::{planned_with, try_plan, try_with};
use umbet_core::rig::Hank;
use umbet_core::rig::anchor::{AnchorDraft, AnchorKind};
use umbet_core::rig::shelter::{CoverDraft, Gives, Pitch, ShelterDraft, ShelterPlan, Wish, stock};
use umbet_core::rig::tighten::Tighten;
use umbet_core::situation::Habits;
use umbet_core::units::{Reader, UnitSystem};

const KINDS: [AnchorKind; 4] = [AnchorKind::Tree, AnchorKind::Post, AnchorKind::Vehicle, AnchorKind::Peg];

fn anchor(name: &'static str) -> impl Strategy<Value = AnchorDraft> {
    let kind = prop::sample::select(KINDS.to_vec());
    (kind, -6.0..6.0f64, -6.0..6.0f64, 60.0..600.0f64, 0.0..1.2f64, 0.8..3.0f64).prop_map(
        move |(kind, east, north, size_mm, low_m, reach)| AnchorDraft {
            name: name.into(),
            kind,
            at_m: [east, north],
            size_mm: if kind == AnchorKind::Vehicle { size_mm / 20.0 + 3.0 } else { size_mm },
            surface: "bark-rough".into(),
            low_m,
            high_m: low_m + reach,
            sound: true,
        },
    )
}

pub fn site() -> impl Strategy<Value = ShelterDraft> {
    let anchors = (anchor("one"), anchor("two"), anchor("three"));
    let lie = (-25.0..25.0f64, -25.0..25.0f64, prop::option::of(0.0..360.0f64), 0u8..=12, 1u8..=6);
    let cover = (
        prop::sample::select(stock().covers.iter().map(|c| c.id.clone()).collect::<Vec<_>>()),
        1.5..5.0f64,
        1.5..5.0f64,
    );
    let set = (
        prop::sample::select(Pitch::ALL.to_vec()),
        prop::sample::select(Wish::ALL.to_vec()),
        prop::sample::select(Tighten::ALL.to_vec()),
        prop::sample::select(Gives::ALL.to_vec()),
        any::<bool>(),
        any::<bool>(),
    );
    (anchors, lie, cover, set, 50.0..900.0f64, 0.0..300.0f64).prop_map(|(anchors, lie, cover, set, pull_n, gear_n)| {
        let (slope_percent, slope_across_percent, wind_from_deg, beaufort, people) = lie;
        let (pitch, wish, tighten, gives, line_over, split) = set;
        ShelterDraft {
            anchors: vec![anchors.0, anchors.1, anchors.2],
            cover: CoverDraft { kind: cover.0, length_m: cover.1, width_m: cover.2 },
            slope_percent,
            slope_across_percent,
            wind_from_deg,
            beaufort,
            people,
            pitch,
            wish,
            tighten,
            gives,
            line_over,
            split,
            pull_n,
            gear_n,
            ..ShelterDraft::of_the_crew()
        }
    })
}

/// What must be so of every plan, wherever it stands.
fn hangs_together(d: &ShelterDraft, p: &ShelterPlan) -> Result<(), TestCaseError> {
    let g = &p.facts.geometry;
    prop_assert!(g.headroom_m >= g.needed_m - 1e-9, "nobody can sit under it: {}", g.headroom_m);
    for corner in &g.outline {
        let over = corner[2] - g.ground.at(corner[0], corner[1]);
        prop_assert!(over > 0.0, "{:?}: a corner {over} m over the ground", d.pitch);
    }
    for guy in &g.guys {
        let peg = guy.peg[2] - g.ground.at(guy.peg[0], guy.peg[1]);
        prop_assert!(peg.abs() < 1e-9, "a peg {peg} m over the ground");
        let run = (0..3).map(|i| (guy.peg[i] - guy.from[i]).powi(2)).sum::<f64>().sqrt();
        prop_assert!((run - guy.run_m).abs() < 1e-9 && run < 12.0);
    }
    let holding = if d.pitch.needs_two_anchors() { 2 } else { 1 };
    for i in 0..holding {
        let (low, high) = (p.facts.between.low_m[i], p.facts.between.high_m[i]);
        let tie = g.ties_m[i];
        prop_assert!((low - 0.01..=high + 0.01).contains(&tie), "{:?}: tied at {tie}, may be {low} to {high}", d.pitch);
    }
    prop_assert!(p.facts.forces.guys_n.iter().all(|b| b.low > 0.0 && b.low <= b.high && b.high.is_finite()));
    for band in [
        p.facts.forces.calm_n,
        p.facts.forces.ridge_n,
        p.facts.forces.sag_m,
        p.facts.forces.stretch_m,
        p.facts.forces.pool_n,
    ] {
        prop_assert!(band.low >= 0.0 && band.low <= band.high && band.high.is_finite(), "{band:?}");
    }
    balances(d, p)?;
    keeps_its_edges(d, p)?;
    let middle = |b: umbet_core::units::Band| (b.low * b.high).sqrt();
    prop_assert!(p.rig.parts.windows(2).all(|w| middle(w[0].margin) <= middle(w[1].margin)), "not in order");
    for cut in &p.rig.cuts {
        let sum: f64 = cut.items.iter().map(|i| i.length_m).sum();
        prop_assert!((sum - cut.each_m).abs() < 1e-9 && cut.times > 0, "{}", cut.name);
    }
    for joint in &p.rig.joints {
        prop_assert!(joint.knot.is_empty() || catalogue().find(&joint.knot).is_some(), "{}", joint.knot);
        prop_assert!(!joint.because.is_empty());
    }
    let mut ids: Vec<&str> = p.rig.order.iter().chain(&p.rig.strike).map(|o| o.id.as_str()).collect();
    let all = ids.len();
    ids.sort_unstable();
    ids.dedup();
    prop_assert_eq!(ids.len(), all, "what is ticked off has a name of its own");
    let said = p.rig.measures.iter().chain(&p.rig.change).chain(&p.rig.cautions);
    for words in said {
        prop_assert!(!words.contains("NaN") && !words.contains("inf") && words.ends_with('.'), "{words}");
    }
    Ok(())
}

/// Forces balance: wind, weight, gear, what every guy, peg and anchor, pole and peak line puts on the shelter, add up to nothing.
fn balances(d: &ShelterDraft, p: &ShelterPlan) -> Result<(), TestCaseError> {
    let acting = &p.facts.forces.in_balance;
    let largest = acting.iter().flat_map(|a| a.n).fold(1.0f64, |m, n| m.max(n.abs()));
    for i in 0..3 {
        let sum: f64 = acting.iter().map(|a| a.n[i]).sum();
        prop_assert!(sum.abs() < 1e-6 * largest, "{:?}: {sum} N left over along {i} of {acting:?}", d.pitch);
    }
    Ok(())
}

/// Every edge of the cover is as long as it was cut, on any ground.
fn keeps_its_edges(d: &ShelterDraft, p: &ShelterPlan) -> Result<(), TestCaseError> {
    let o = &p.facts.geometry.outline;
    let edge = |i: usize| {
        let (a, b) = (o[i], o[(i + 1) % o.len()]);
        (0..3).map(|k| (a[k] - b[k]).powi(2)).sum::<f64>().sqrt()
    };
    let (l, w) = (d.cover.length_m, d.cover.width_m);
    let lengths: &[f64] = match d.pitch {
        // Seen from above the two panels are one outline: the ends of its sides are folded over the ridge.
        Pitch::AFrame | Pitch::FlatFly => return Ok(()),
        Pitch::LeanTo => &[l, w, l, w],
        Pitch::HalfPyramid => &[l / 2.0, w, l, w, l / 2.0],
        Pitch::PloughPoint => &[l, w, l, w],
    };
    for (i, long) in lengths.iter().enumerate() {
        prop_assert!((edge(i) - long).abs() < 1e-6, "{:?}: edge {i} is {} and was cut {long}", d.pitch, edge(i));
    }
    Ok(())
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(160))]

    /// Any site within reason is answered: with a plan that hangs together, or with what to change.
    #[test]
    fn any_site_is_answered(d in site()) {
        match try_plan(&d) {
            Ok(p) => hangs_together(&d, &p)?,
            Err(why) => prop_assert!(why.len() > 30 && why.ends_with('.'), "{why}"),
        }
    }

    /// The same site is the same plan, to the last figure; what it measures out to depends on the reader's measures, the
    /// plan itself does not.
    #[test]
    fn the_same_is_answered_the_same(d in site()) {
        let of = |units| try_with(&d, &[], &Habits::default(), &Reader { units, ..Reader::default() });
        let (metric, again, imperial) = (of(UnitSystem::Metric), of(UnitSystem::Metric), of(UnitSystem::Imperial));
        prop_assert_eq!(&metric, &again);
        if let (Ok(a), Ok(b)) = (metric, imperial) {
            prop_assert_eq!(a.facts.geometry, b.facts.geometry);
            prop_assert_eq!(a.facts.forces, b.facts.forces);
        }
    }

    /// Moving and turning the whole site changes nothing but the compass: the wind turned with it presses alike.
    #[test]
    fn a_site_turned_with_its_wind_is_the_same(d in site(), by in 0.0..360.0f64, east in -40.0..40.0f64) {
        let mut turned = d.clone();
        turned.between = Some([0, 1]);
        let mut still = d;
        still.between = Some([0, 1]);
        // Bearings turn the way of the clock, from north through east.
        let (s, c) = by.to_radians().sin_cos();
        for a in &mut turned.anchors {
            let [x, y] = a.at_m;
            a.at_m = [x * c + y * s + east, y * c - x * s];
        }
        turned.wind_from_deg = still.wind_from_deg.map(|w| (w + by) % 360.0);
        let of = try_plan;
        if let (Ok(a), Ok(b)) = (of(&still), of(&turned)) {
            prop_assert!((a.facts.forces.hardest_guy_n.high / b.facts.forces.hardest_guy_n.high - 1.0).abs() < 1e-6);
            prop_assert!((a.facts.geometry.ridge_m - b.facts.geometry.ridge_m).abs() < 1e-6);
        }
    }
}

/// A vehicle's ring and a peg are joints of their own shape.
#[test]
fn a_vehicle_and_a_peg_are_tied_to() {
    for (kind, knots_on) in [(AnchorKind::Vehicle, "ring"), (AnchorKind::Peg, "post")] {
        let mut d = ShelterDraft::of_the_crew();
        (d.anchors[0].kind, d.anchors[0].size_mm) = (kind, 14.0);
        let p = planned_with(&d, &[], &Habits::default(), &Reader::default());
        let joint = p.rig.joints.iter().find(|j| j.id == "fixed-end").expect("a fixed end");
        let shape = joint.situation.shape.expect("a shape");
        assert_eq!(format!("{shape:?}").to_lowercase(), knots_on);
        assert!(!joint.knot.is_empty(), "{knots_on}: {}", joint.because);
    }
    let mut d = ShelterDraft::of_the_crew();
    (d.anchors[0].kind, d.anchors[0].size_mm) = (AnchorKind::Vehicle, 14.0);
    let p = planned_with(&d, &[], &Habits::default(), &Reader::default());
    assert!(p.rig.cautions.iter().any(|c| c.contains("nobody drives off")), "{:?}", p.rig.cautions);
}

/// A knot of one's own choice stands, and says why it was not the answer.
#[test]
fn ones_own_choice_is_kept_with_its_reason() {
    let mut d = ShelterDraft::of_the_crew();
    d.knots.insert("fixed-end".into(), "clove-hitch".into());
    d.knots.insert("guy-peg".into(), "zeppelin-bend".into());
    let p = planned_with(&d, &[], &Habits::default(), &Reader::default());
    let of = |id: &str| p.rig.joints.iter().find(|j| j.id == id).expect("a joint");
    assert_eq!(of("fixed-end").knot, "clove-hitch");
    assert_eq!(of("guy-peg").knot, "zeppelin-bend");
    assert!(of("guy-peg").because.starts_with("Your own choice."), "{}", of("guy-peg").because);
}

/// Without the cord in the kit, another that is long enough is named; with none, what is wanted.
#[test]
fn what_the_kit_lacks_is_said() {
    let d = ShelterDraft::of_the_crew();
    let other =
        Hank { name: "the red braid".into(), kind: "braid-polyester-8".into(), length_m: 30.0, ..Hank::default() };
    let p = planned_with(&d, &[other], &Habits::default(), &Reader::default());
    let ridge = &p.rig.cuts[0];
    assert!(ridge.hank.is_none());
    assert!(
        ridge.short[0].contains("None of this cord") && ridge.short[0].contains("the red braid"),
        "{:?}",
        ridge.short
    );
    let scrap = Hank { name: "a scrap".into(), kind: d.guy_cord.kind.clone(), length_m: 0.5, ..Hank::default() };
    let p = planned_with(&d, &[scrap], &Habits::default(), &Reader::default());
    assert!(
        p.rig.cuts[1].short[0].contains("a scrap") && p.rig.cuts[1].short[0].contains("short"),
        "{:?}",
        p.rig.cuts[1].short
    );
}

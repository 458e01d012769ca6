//! Shelters on sites of every kind: whatever is said within reason is answered, and the answer hangs together.

use proptest::prelude::*;
use umbet_core::knot::catalogue;
use umbet_core::rig::shelter::{
    Anchor, AnchorKind, Cover, Gives, Hank, Pitch, Plan, ShelterDraft, Tighten, Wish, plan, stock, uses_both,
};
use umbet_core::situation::Habits;
use umbet_core::units::{Reader, UnitSystem};

const KINDS: [AnchorKind; 4] = [AnchorKind::Tree, AnchorKind::Post, AnchorKind::Vehicle, AnchorKind::Peg];

fn anchor(name: &'static str) -> impl Strategy<Value = Anchor> {
    let kind = prop::sample::select(KINDS.to_vec());
    (kind, -6.0..6.0f64, -6.0..6.0f64, 60.0..600.0f64, 0.0..1.2f64, 0.8..3.0f64).prop_map(
        move |(kind, east, north, size_mm, low_m, reach)| Anchor {
            name: name.into(),
            kind,
            at_m: [east, north],
            size_mm,
            surface: "bark-rough".into(),
            low_m,
            high_m: low_m + reach,
            sound: true,
        },
    )
}

fn site() -> impl Strategy<Value = ShelterDraft> {
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
            cover: Cover { kind: cover.0, length_m: cover.1, width_m: cover.2 },
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
fn hangs_together(d: &ShelterDraft, p: &Plan) -> Result<(), TestCaseError> {
    let g = &p.geometry;
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
    let holding = if uses_both(d.pitch) { 2 } else { 1 };
    for i in 0..holding {
        let (low, high) = (p.between.low_m[i], p.between.high_m[i]);
        let tie = g.ties_m[i];
        prop_assert!((low - 0.01..=high + 0.01).contains(&tie), "{:?}: tied at {tie}, may be {low} to {high}", d.pitch);
    }
    prop_assert!(p.forces.guys_n.iter().all(|b| b.low > 0.0 && b.low <= b.high && b.high.is_finite()));
    for band in [p.forces.calm_n, p.forces.ridge_n, p.forces.sag_m, p.forces.stretch_m, p.forces.pool_n] {
        prop_assert!(band.low >= 0.0 && band.low <= band.high && band.high.is_finite(), "{band:?}");
    }
    let middle = |b: umbet_core::units::Band| (b.low * b.high).sqrt();
    prop_assert!(p.parts.windows(2).all(|w| middle(w[0].margin) <= middle(w[1].margin)), "not in order");
    for cut in &p.cuts {
        let sum: f64 = cut.items.iter().map(|i| i.length_m).sum();
        prop_assert!((sum - cut.each_m).abs() < 1e-9 && cut.times > 0, "{}", cut.name);
    }
    for joint in &p.joints {
        prop_assert!(joint.knot.is_empty() || catalogue().find(&joint.knot).is_some(), "{}", joint.knot);
        prop_assert!(!joint.because.is_empty());
    }
    let mut ids: Vec<&str> = p.order.iter().chain(&p.strike).map(|o| o.id.as_str()).collect();
    let all = ids.len();
    ids.sort_unstable();
    ids.dedup();
    prop_assert_eq!(ids.len(), all, "what is ticked off has a name of its own");
    let said = p.measures.iter().chain(&p.change).chain(&p.cautions);
    for words in said {
        prop_assert!(!words.contains("NaN") && !words.contains("inf") && words.ends_with('.'), "{words}");
    }
    Ok(())
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(160))]

    /// Any site within reason is answered: with a plan that hangs together, or with what to change.
    #[test]
    fn any_site_is_answered(d in site()) {
        prop_assert_eq!(d.faults(), vec![]);
        match plan(&d, &[], &Habits::default(), &Reader::default()) {
            Ok(p) => hangs_together(&d, &p)?,
            Err(why) => prop_assert!(why.0.len() > 30 && why.0.ends_with('.'), "{}", why.0),
        }
    }

    /// The same site is the same plan, to the last figure; what it measures out to depends on the reader's measures, the
    /// plan itself does not.
    #[test]
    fn the_same_is_answered_the_same(d in site()) {
        let of = |units| plan(&d, &[], &Habits::default(), &Reader { units, ..Reader::default() }).map_err(|e| e.0);
        let (metric, again, imperial) = (of(UnitSystem::Metric), of(UnitSystem::Metric), of(UnitSystem::Imperial));
        prop_assert_eq!(&metric, &again);
        if let (Ok(a), Ok(b)) = (metric, imperial) {
            prop_assert_eq!(a.geometry, b.geometry);
            prop_assert_eq!(a.forces, b.forces);
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
        let of = |d: &ShelterDraft| plan(d, &[], &Habits::default(), &Reader::default());
        if let (Ok(a), Ok(b)) = (of(&still), of(&turned)) {
            prop_assert!((a.forces.hardest_guy_n.high / b.forces.hardest_guy_n.high - 1.0).abs() < 1e-6);
            prop_assert!((a.geometry.ridge_m - b.geometry.ridge_m).abs() < 1e-6);
        }
    }
}

/// A vehicle's ring and a peg are joints of their own shape.
#[test]
fn a_vehicle_and_a_peg_are_tied_to() {
    for (kind, knots_on) in [(AnchorKind::Vehicle, "ring"), (AnchorKind::Peg, "peg")] {
        let mut d = ShelterDraft::of_the_crew();
        d.anchors[0].kind = kind;
        let p = plan(&d, &[], &Habits::default(), &Reader::default()).unwrap_or_else(|e| panic!("{}", e.0));
        let joint = p.joints.iter().find(|j| j.id == "fixed-end").expect("a fixed end");
        let shape = joint.situation.as_ref().and_then(|s| s.shape).expect("a shape");
        assert_eq!(format!("{shape:?}").to_lowercase(), knots_on);
        assert!(!joint.knot.is_empty(), "{knots_on}: {}", joint.because);
    }
    let mut d = ShelterDraft::of_the_crew();
    d.anchors[0].kind = AnchorKind::Vehicle;
    let p = plan(&d, &[], &Habits::default(), &Reader::default()).unwrap_or_else(|e| panic!("{}", e.0));
    assert!(p.cautions.iter().any(|c| c.contains("nobody drives off")), "{:?}", p.cautions);
}

/// A knot of one's own choice stands, and says why it was not the answer.
#[test]
fn ones_own_choice_is_kept_with_its_reason() {
    let mut d = ShelterDraft::of_the_crew();
    d.knots.insert("fixed-end".into(), "clove-hitch".into());
    d.knots.insert("guy-peg".into(), "zeppelin-bend".into());
    let p = plan(&d, &[], &Habits::default(), &Reader::default()).unwrap_or_else(|e| panic!("{}", e.0));
    let of = |id: &str| p.joints.iter().find(|j| j.id == id).expect("a joint");
    assert_eq!(of("fixed-end").knot, "clove-hitch");
    assert_eq!(of("guy-peg").knot, "zeppelin-bend");
    assert!(of("guy-peg").because.starts_with("Your own choice."), "{}", of("guy-peg").because);
}

/// Without the cord in the kit, another that is long enough is named; with none, what is wanted.
#[test]
fn what_the_kit_lacks_is_said() {
    let d = ShelterDraft::of_the_crew();
    let other = Hank { name: "the red braid".into(), kind: "braid-polyester-8".into(), length_m: 30.0 };
    let p = plan(&d, &[other], &Habits::default(), &Reader::default()).unwrap_or_else(|e| panic!("{}", e.0));
    let ridge = &p.cuts[0];
    assert!(ridge.hank.is_none());
    assert!(
        ridge.short[0].contains("None of this cord") && ridge.short[0].contains("the red braid"),
        "{:?}",
        ridge.short
    );
    let scrap = Hank { name: "a scrap".into(), kind: d.guy_cord.kind.clone(), length_m: 0.5 };
    let p = plan(&d, &[scrap], &Habits::default(), &Reader::default()).unwrap_or_else(|e| panic!("{}", e.0));
    assert!(p.cuts[1].short[0].contains("a scrap") && p.cuts[1].short[0].contains("short"), "{:?}", p.cuts[1].short);
}

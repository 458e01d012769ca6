//! The shelter's joints: each chosen as any joint is, by the way of tightening and the schools, and changed at will.

use umbet_core::knot::catalogue;

use crate::planning::{planned, planned_with, shelter};
use umbet_core::rig::shelter::{Pitch, ShelterDraft, ShelterPlan};
use umbet_core::rig::tighten::Tighten;
use umbet_core::situation::Habits;
use umbet_core::units::Reader;

const PITCHES: [Pitch; 5] = [Pitch::AFrame, Pitch::LeanTo, Pitch::FlatFly, Pitch::HalfPyramid, Pitch::PloughPoint];

#[test]
fn every_joint_is_answered_and_can_be_changed() {
    for pitch in PITCHES {
        for tighten in Tighten::ALL {
            let d = ShelterDraft { pitch, tighten: *tighten, ..shelter() };
            let p = planned(&d);
            for j in &p.rig.joints {
                assert!(catalogue().find(&j.knot).is_some(), "{pitch:?}: {} has {}", j.name, j.knot);
                assert!(!j.because.is_empty() && !j.cord.is_empty(), "{}", j.name);
            }
            assert_eq!(p.rig.joints.iter().any(|j| j.id == "tight-end"), pitch.needs_two_anchors());
        }
    }
    let first = planned(&shelter());
    let guy = first.rig.joints.iter().find(|j| j.id == "guy-peg").expect("a guy hitch");
    let other = &guy.others[0][0];
    let mut d = shelter();
    d.knots.insert("guy-peg".into(), other.clone());
    let changed = planned(&d);
    assert_eq!(changed.rig.joints.iter().find(|j| j.id == "guy-peg").map(|j| &j.knot), Some(other));
    assert_ne!(changed.rig.cuts[1].each_m, first.rig.cuts[1].each_m);
}

#[test]
fn a_school_decides_the_fixed_end_and_the_loop() {
    let schools = ["fixed-end-bowline".to_owned(), "mid-line-loop-butterfly".to_owned()];
    let mut d = ShelterDraft { tighten: Tighten::Looped, ..shelter() };
    let p = planned_with(&d, &[], &Habits { schools: schools.to_vec(), ..Habits::default() }, &Reader::default());
    let knot = |p: &ShelterPlan, id: &str| {
        p.rig.joints.iter().find(|j| j.id == id).map(|j| j.knot.clone()).unwrap_or_default()
    };
    assert_eq!(knot(&p, "tight-end"), "truckers-butterfly");
    assert_eq!(knot(&p, "fixed-end"), "bowline");
    assert_eq!(knot(&planned(&d), "fixed-end"), "siberian-hitch");
    d.knots.insert("tight-end".into(), "truckers-sheepshank".into());
    assert_eq!(knot(&planned(&d), "tight-end"), "truckers-sheepshank");
    let purchases = p.rig.joints.iter().find(|j| j.id == "tight-end").map(|j| j.others.len());
    assert_eq!(purchases, Some(8), "six loops, and three other ways of tying off, less the one taken");
}

/// Each way of tightening has its own end: turns walked tight are locked by a slipped hitch and take their girths of cord, three
/// of them, a loop is a purchase, and a hand's pull is held by turns too while it is hitched.
#[test]
fn the_way_of_tightening_chooses_its_end() {
    let end = |tighten| {
        let d = ShelterDraft { tighten, ..shelter() };
        let plan = planned(&d);
        let joint = plan.rig.joints.into_iter().find(|j| j.id == "tight-end").expect("both ends are tied");
        let cord: f64 = joint.cord.iter().filter(|i| i.of == "round it").map(|i| i.length_m).sum();
        (joint.knot, cord)
    };
    let (walked, round) = end(Tighten::RoundTurns);
    assert_eq!(walked, "two-turns-slipped");
    let larch = shelter().anchors.iter().find(|a| a.name == "the larch").map(|a| a.size_mm).expect("it stands there");
    assert!((round - 3.0 * std::f64::consts::PI * (larch + 6.0) / 1000.0).abs() < 1e-9, "{round} m round it");
    assert!(end(Tighten::Looped).0.starts_with("truckers-"));
    assert_eq!(end(Tighten::ByHand).0, "two-turns-slipped");
}

/// Common practice: five loops for a purchase, four ways of tying it off; each can be preferred, the loop before the tie-off.
#[test]
fn a_school_decides_the_purchase() {
    let d = ShelterDraft { tighten: Tighten::Looped, ..shelter() };
    let tight = |schools: &[&str]| {
        let schools: Vec<String> = schools.iter().map(|s| (*s).to_owned()).collect();
        let p = planned_with(&d, &[], &Habits { schools: schools.to_vec(), ..Habits::default() }, &Reader::default());
        p.rig.joints.into_iter().find(|j| j.id == "tight-end").map(|j| j.knot).unwrap_or_default()
    };
    for (school, purchase) in [
        ("mid-line-loop-butterfly", "truckers-butterfly"),
        ("mid-line-loop-slip", "truckers-slip-loop"),
        ("mid-line-loop-directional", "truckers-directional"),
        ("mid-line-loop-bowline", "truckers-bowline"),
        ("mid-line-loop-sheepshank", "truckers-sheepshank"),
        ("tie-off-one-strand", "truckers-butterfly"),
        ("tie-off-both-strands", "truckers-both-strands"),
        ("tie-off-slipped", "truckers-slipped"),
        ("tie-off-repeated", "truckers-repeated"),
    ] {
        assert_eq!(tight(&[school]), purchase, "{school}");
    }
    assert_eq!(tight(&["tie-off-slipped", "mid-line-loop-slip"]), "truckers-slip-loop");
    assert_eq!(tight(&[]), "truckers-butterfly");
    let begun = |school: &str| ShelterDraft::begun(&[school.to_owned()]).tighten;
    assert_eq!(begun("tightening-looped"), Tighten::Looped);
    assert_eq!(begun("tightening-round-turns"), Tighten::RoundTurns);
    assert_eq!(ShelterDraft::begun(&[]), shelter());
}

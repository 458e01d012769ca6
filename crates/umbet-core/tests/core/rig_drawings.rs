//! Drawings of every rig, as it is begun and with every word of its sentence changed in turn, wide and on a phone: what is drawn lies
//! on the paper, and no words lie on others.

use crate::walks::{changes, made};
use umbet_core::draw::scale::{covers, overlap};
use umbet_core::draw::{Item, Scene, to_svg};
use umbet_core::rig::{Given, PLANNERS, Planned, Planner};
use umbet_core::situation::Habits;
use umbet_core::units::{Reader, UnitSystem};

fn drawn(planner: &Planner, draft: serde_json::Value, width: f64, units: UnitSystem) -> Option<Planned> {
    let (habits, reader) = (Habits::default(), Reader { units, ..Reader::default() });
    let rig = (planner.read)(draft).ok()?;
    rig.plan(&Given { kit: &[], habits: &habits, reader: &reader, width }).ok()
}

/// A letter of the labels is reckoned 9 pixels wide and is 7.6 in the mean (measured on the shipped font): shared places narrower
/// than the difference are no touching letters.
fn narrowed([l, t, r, b]: [f64; 4]) -> [f64; 4] {
    let spare = 0.08 * (r - l);
    [l + spare, t + 2.0, r - spare, b - 2.0]
}

fn words(scene: &Scene) -> Vec<([f64; 4], &str)> {
    scene
        .items
        .iter()
        .filter_map(|i| match i {
            Item::Text { text, .. } => covers(i).map(|b| (narrowed(b), text.as_str())),
            _ => None,
        })
        .collect()
}

fn amiss(scene: &Scene) -> Option<String> {
    let all = words(scene);
    for (i, (a, one)) in all.iter().enumerate() {
        if a[0] < -2.0 || a[1] < -2.0 || a[2] > scene.width + 2.0 || a[3] > scene.height + 2.0 {
            return Some(format!("“{one}” lies off the paper: {a:?} on {} by {}", scene.width, scene.height));
        }
        // Two rings that were put on one place are numbered there, one over the other.
        let ring = |words: &str| words.chars().all(|c| c.is_ascii_digit());
        let apart = |other: &str| !(ring(one) && ring(other));
        if let Some((_, other)) = all[i + 1..].iter().find(|(b, other)| apart(other) && overlap(*a, *b)) {
            return Some(format!("“{one}” and “{other}” lie on each other"));
        }
    }
    None
}

fn look(at: &str, planned: &Planned, wrong: &mut Vec<String>) {
    for d in &planned.drawings {
        let svg = to_svg(&d.scene, None);
        assert!(!svg.contains("NaN"), "{at} {}", d.id);
        assert!(svg.contains("role=\"img\"") || svg.contains("aria-label"), "{at} {} says what it is", d.id);
        if let Some(says) = amiss(&d.scene) {
            wrong.push(format!("{at}, {}: {says}", d.id));
        }
    }
}

/// As they are begun, in both measures, wide.
#[test]
fn words_of_every_rig_keep_clear() {
    let mut wrong = Vec::new();
    for planner in PLANNERS {
        let draft = (planner.begin)(&Habits::default());
        for units in [UnitSystem::Metric, UnitSystem::Imperial] {
            let planned = drawn(planner, draft.clone(), 868.0, units).expect("it is begun as something that goes");
            assert!(!planned.drawings.is_empty(), "{}", planner.kind);
            look(&format!("{} in {units:?}", planner.kind), &planned, &mut wrong);
        }
    }
    assert!(wrong.is_empty(), "{wrong:#?}");
}

/// With each word of the sentence changed in turn, to numbers nobody would give as well: all but one drawing in sixty are clear (16 of 1 498
/// were not, at a deck of eight metres and an anchor twenty away).
#[test]
fn words_keep_clear_whatever_is_said() {
    let (mut wrong, mut looked) = (Vec::new(), 0);
    for planner in PLANNERS {
        let draft = (planner.begin)(&Habits::default());
        for change in changes(planner, &draft) {
            let Some(planned) = drawn(planner, made(&draft, &[&change]), 868.0, UnitSystem::Metric) else { continue };
            looked += planned.drawings.len();
            look(&format!("{} with {change:?}", planner.kind), &planned, &mut wrong);
        }
    }
    assert!(looked > 1000, "{looked}");
    assert!(wrong.len() * 60 <= looked, "{} of {looked}: {:#?}", wrong.len(), &wrong[..wrong.len().min(30)]);
}

//! Every cord of the list put to every kind of rig: refused, or planned with all that is wrong with it said.

use serde_json::Value;
use umbet_core::cord::{Construction, Cord, cords};
use umbet_core::rig::{Given, Impossible, PLANNERS, Planned, Planner};
use umbet_core::situation::Habits;
use umbet_core::units::Reader;

/// Sets every cord of a draft.
fn with_cord(draft: &mut Value, kind: &str, spent: bool) {
    match draft {
        Value::Object(map) => {
            if map.contains_key("kind") && map.contains_key("worn") {
                map.insert("kind".into(), kind.into());
                map.insert("diameter_mm".into(), Value::Null);
                map.insert("wet".into(), spent.into());
                map.insert("worn".into(), spent.into());
            } else {
                map.values_mut().for_each(|v| with_cord(v, kind, spent));
            }
        }
        Value::Array(all) => all.iter_mut().for_each(|v| with_cord(v, kind, spent)),
        _ => {}
    }
}

fn planned(planner: &Planner, kind: &str, spent: bool) -> Result<Planned, Impossible> {
    let habits = Habits::default();
    let mut draft = (planner.begin)(&habits);
    with_cord(&mut draft, kind, spent);
    let rig = (planner.read)(draft).unwrap_or_else(|f| panic!("{} of {kind}: {f:?}", planner.kind));
    rig.plan(&Given { kit: &[], habits: &habits, reader: &Reader::default(), width: 868.0 })
}

fn walk(mut each: impl FnMut(&Planner, &Cord, Result<Planned, Impossible>)) {
    for planner in PLANNERS {
        for cord in cords() {
            for spent in [false, true] {
                each(planner, cord, planned(planner, &cord.id, spent));
            }
        }
    }
}

/// Elastic cord is no line for any of them, wire and webbing for few.
#[test]
fn what_a_line_is_of_is_asked_in_every_rig() {
    let mut taken: Vec<(&str, Construction)> = Vec::new();
    walk(|planner, cord, plan| {
        let odd = matches!(cord.construction, Construction::Shock | Construction::Wire | Construction::Webbing);
        match plan {
            Ok(_) if odd => taken.push((planner.kind, cord.construction)),
            Ok(_) => {}
            Err(no) if odd => assert!(no.0.contains("Take rope"), "{}: {}", planner.kind, no.0),
            Err(no) => {
                assert!(no.0.contains("parts") || no.0.contains("does not lie round"), "{}: {}", planner.kind, no.0)
            }
        }
    });
    taken.dedup();
    assert!(taken.iter().all(|(_, c)| *c != Construction::Shock), "{taken:?}");
    assert_eq!(
        taken,
        [
            ("line", Construction::Webbing),
            ("line", Construction::Wire),
            ("load", Construction::Webbing),
            ("hang", Construction::Wire),
        ]
    );
}

/// A joint without a knot is among what is to be changed, and no sentence of the work passes it over.
#[test]
fn what_nothing_fits_is_said_in_every_rig() {
    walk(|planner, cord, plan| {
        let Ok(Planned { plan, .. }) = plan else { return };
        for joint in plan.joints.iter().filter(|j| j.knot.is_empty()) {
            let told = plan.change.iter().filter(|c| c.starts_with(&format!("{}: nothing", joint.name))).count();
            assert_eq!(told, 1, "{} of {}: {} in {:?}", planner.kind, cord.name, joint.name, plan.change);
        }
        for step in plan.order.iter().chain(&plan.strike) {
            assert!(!step.say.contains("othing fits"), "{}: {}", planner.kind, step.say);
        }
    });
}

/// A line that parts, or may, is said to; never merely to be used too far.
#[test]
fn a_line_that_parts_is_said_to_part() {
    let mut seen = [0; 2];
    walk(|planner, cord, plan| {
        let Ok(Planned { plan, .. }) = plan else { return };
        for part in plan.parts.iter().filter(|p| ["line", "cord", "ridge"].contains(&p.id.as_str())) {
            let said = plan.change.join(" ");
            if part.margin.high < 1.0 {
                seen[0] += 1;
                assert!(said.contains(" parts under it"), "{} of {}: {said}", planner.kind, cord.name);
            } else if part.margin.low < 1.0 {
                seen[1] += 1;
                assert!(said.contains(" may part under it"), "{} of {}: {said}", planner.kind, cord.name);
            }
        }
    });
    assert!(seen.iter().all(|n| *n > 3), "{seen:?}");
}

/// The cord named in place of one that is too weak is taken, and the sentence is gone.
#[test]
fn the_cord_named_in_its_place_does() {
    let mut tried = 0;
    walk(|planner, cord, plan| {
        let says = match plan {
            Ok(p) => p.plan.change.join(" "),
            Err(no) => no.0,
        };
        let lower = says.to_lowercase();
        let Some((before, after)) = lower.split_once(": take ").or_else(|| lower.split_once("on it. take ")) else {
            return;
        };
        let named = cords().iter().find(|c| {
            let said = c.said(c.diameter, &Reader::default()).to_lowercase();
            after.starts_with(&format!("{said},"))
        });
        let Some(named) = named else { return };
        let which = before.rsplit(". ").next().unwrap_or_default();
        let which: String = which.split_whitespace().take_while(|w| !["parts", "may", "bears"].contains(w)).collect();
        // A cord that stretches less pulls harder on itself: only the sentence of what hangs or is hauled is held to its word.
        if !["hang", "hoist", "haul"].contains(&planner.kind) {
            return;
        }
        tried += 1;
        let then = planned(planner, &named.id, false).unwrap_or_else(|no| panic!("{}: {}", planner.kind, no.0));
        let still = then.plan.change.join(" ").to_lowercase().replace(' ', "");
        assert!(
            !still.contains(&format!("{which}bearsmore")) && !still.contains(&format!("{which}maypart")),
            "{} of {} to {}: {still}",
            planner.kind,
            cord.name,
            named.name
        );
    });
    assert!(tried > 5, "{tried}");
}

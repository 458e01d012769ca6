//! Every cord of the list put to every kind of rig: refused, or planned with all that is wrong with it said.

use serde_json::Value;
use umbet_core::cord::{Construction, Cord, cords};
use umbet_core::rig::LineWork;
use umbet_core::rig::working::{Asked, Had, LEAST_MARGIN, serves};
use umbet_core::rig::{Given, Impossible, PLANNERS, Planned, Planner};
use umbet_core::situation::{CordDraft, Draft, Habits, Task, UsedCord, used_cord};
use umbet_core::units::{Force, Length, Reader};

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

fn used(kind: &str) -> UsedCord {
    let draft = CordDraft { kind: kind.into(), ..Draft::usual(Task::MakeFast).cord };
    UsedCord { wet: false, worn: false, ..used_cord("cord", &draft).expect("a cord of the list") }
}

fn whole(cord: UsedCord, m: f64) -> Had {
    Had { cord, length: Length::from_m(m), made_up: false }
}

fn asked(length_m: f64, pull_n: f64, work: LineWork) -> Asked {
    Asked { length: Length::from_m(length_m), pull: Force::from_n(pull_n), work, wet: false }
}

/// A piece is found by what it must do: too short, too weak, the wrong make and a line that cuts the hands are each told why not.
#[test]
fn a_piece_is_found_by_what_it_must_do() {
    let reader = Reader::default();
    let has = |kind: &str, m: f64, a: &Asked| serves(&whole(used(kind), m), a, &reader);
    let strung = asked(10.0, 400.0, LineWork::Strung);
    // 6 mm polyester braid, 5 500 N at the least, six tenths at the knot: 3 300 N, eight times 400 N.
    assert_eq!(
        has("braid-polyester-6", 12.0, &strung).as_deref(),
        Ok("At a knot it bears 3,300 to 5,300 N, est.: 8 times the pull; 2.00 m longer.")
    );
    assert_eq!(has("braid-polyester-6", 9.4, &strung), Err("It is 600 mm short.".replace("600 mm", "0.60 m")));
    let weak = has("bank-line-2", 84.0, &strung).expect_err("too weak");
    assert!(weak.contains("may part under it") && weak.contains("5 times is wanted"), "{weak}");
    let some = has("paracord-iii", 30.0, &strung).expect_err("not strong enough");
    assert!(some.contains("3.7 times the pull, and 5 times is wanted"), "{some}");
    let flat = has("webbing-25", 30.0, &asked(10.0, 400.0, LineWork::Hung)).expect_err("webbing");
    assert!(flat.contains("Webbing lies flat"), "{flat}");
    let thin = has("braid-polyester-8", 30.0, &asked(10.0, 400.0, LineWork::Hauled)).expect_err("thin");
    assert!(thin.contains("cuts the hands"), "{thin}");
    assert!(has("braid-polyester-12", 30.0, &asked(10.0, 400.0, LineWork::Hauled)).is_ok());
}

/// A piece with a loop made in its end is never cut: it serves a line that leaves no more than can be stowed.
#[test]
fn a_made_up_piece_serves_as_it_is() {
    let (reader, strung) = (Reader::default(), asked(10.0, 400.0, LineWork::Strung));
    let made_up = |m| Had { made_up: true, ..whole(used("braid-polyester-6"), m) };
    let says = serves(&made_up(12.0), &strung, &reader).expect("a quarter more at most");
    assert!(says.ends_with("2.00 m longer, to be stowed: it is not cut."), "{says}");
    let long = serves(&made_up(12.6), &strung, &reader).expect_err("more than a quarter");
    assert_eq!(long, "A knot is made in its end, so it is not cut, and 2.60 m too much is no length to stow.");
    assert!(serves(&whole(used("braid-polyester-6"), 12.6), &strung, &reader).is_ok(), "a plain one is cut");
}

/// Nothing that is found is used beyond a fifth of what it bears at its knot, worn or wet; and wet nylon serves less than dry.
#[test]
fn nothing_found_is_used_too_far() {
    let reader = Reader::default();
    for cord in cords() {
        for work in LineWork::ALL {
            for (worn, wet) in [(false, false), (true, false), (false, true), (true, true)] {
                for pull_n in [50.0, 200.0, 800.0, 3200.0] {
                    let piece = UsedCord { worn, ..used(&cord.id) };
                    let a = Asked { wet, ..asked(5.0, pull_n, work) };
                    let Ok(says) = serves(&whole(piece, 20.0), &a, &reader) else { continue };
                    let bears = UsedCord { wet, ..piece }.at_knot(umbet_core::rig::working::KEPT).low;
                    assert!(bears >= LEAST_MARGIN * pull_n, "{} {work:?} {pull_n}: {says}", cord.name);
                    assert!(says.contains("est."), "{says}");
                    assert!(cord.construction != Construction::Shock, "{} {work:?}: {says}", cord.name);
                }
            }
        }
    }
    let nylon = used("braid-nylon-6");
    let least = nylon.at_knot(umbet_core::rig::working::KEPT).low / LEAST_MARGIN;
    let just = asked(5.0, least * 0.999, LineWork::Strung);
    assert!(serves(&whole(nylon, 9.0), &just, &reader).is_ok());
    assert!(serves(&whole(nylon, 9.0), &Asked { wet: true, ..just }, &reader).is_err());
}

/// Whoever reads only the sentence at the head of a plan or sheet knows that the cord it was reckoned with is spent, in every rig.
#[test]
fn the_head_of_a_plan_says_that_its_cord_is_spent() {
    for planner in PLANNERS {
        let said = |spent| {
            let kinds = ["braid-polyester-12", "braid-polyester-6", "laid-nylon-12", "paracord-iii"];
            let plans = kinds.into_iter().filter_map(|kind| planned(planner, kind, spent).ok());
            plans.map(|p| p.plan.said).next().unwrap_or_else(|| panic!("{}: no cord serves", planner.kind))
        };
        assert!(said(true).contains("wet and worn"), "{}: {}", planner.kind, said(true));
        assert!(!said(false).contains("worn"), "{}: {}", planner.kind, said(false));
    }
}

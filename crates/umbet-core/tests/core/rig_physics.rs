//! What must be so of every rig whatever its numbers, by what a rope is: a worn rope bears no more than a sound one, a wet one no more
//! than a dry one, a heavier thing pulls no less, a longer way takes no less cord. Each is asked of every planner, changed in that
//! alone.

use serde_json::{Value, json};
use std::collections::BTreeMap;
use umbet_core::rig::{Given, Hank, PLANNERS, Planned, Planner};
use umbet_core::situation::Habits;
use umbet_core::units::{Band, Reader};

fn planner(kind: &str) -> &'static Planner {
    PLANNERS.iter().find(|p| p.kind == kind).unwrap_or_else(|| panic!("no {kind}"))
}

fn begun(kind: &str) -> Value {
    (planner(kind).begin)(&Habits::default())
}

fn with(draft: &Value, at: &str, value: impl Into<Value>) -> Value {
    let mut now = draft.clone();
    *now.pointer_mut(at).unwrap_or_else(|| panic!("no {at}")) = value.into();
    now
}

fn of_kit(kind: &str, draft: &Value, kit: &[Hank]) -> Planned {
    let habits = Habits::default();
    let rig = (planner(kind).read)(draft.clone()).unwrap_or_else(|f| panic!("{kind}: {f:?}"));
    let given = Given { kit, habits: &habits, reader: &Reader::default(), width: 868.0 };
    rig.plan(&given).unwrap_or_else(|why| panic!("{kind} {draft}: {}", why.0))
}

fn planned(kind: &str, draft: &Value) -> Planned {
    of_kit(kind, draft, &[])
}

fn margins(p: &Planned) -> BTreeMap<String, Band> {
    p.plan.parts.iter().map(|x| (x.id.to_string(), x.margin)).collect()
}

fn cord_in_all(p: &Planned) -> f64 {
    p.plan.cuts.iter().map(|c| c.each_m * c.times as f64).sum()
}

/// Where the cord of each rig stands in its draft.
const CORDS: [(&str, &str); 10] = [
    ("shelter", "/ridge_cord"),
    ("shelter", "/guy_cord"),
    ("line", "/cord"),
    ("load", "/cord"),
    ("haul", "/cord"),
    ("hang", "/cord"),
    ("hoist", "/cord"),
    ("poles", "/cord"),
    ("mast", "/cord"),
    ("tether", "/cord"),
];

/// Its knots, joint by joint.
fn tied(p: &Planned) -> Vec<&str> {
    p.plan.joints.iter().map(|j| j.knot.as_str()).collect()
}

/// A part judged in both stands no better in the second.
fn no_better(what: &str, first: &Planned, second: &Planned) {
    let (before, after) = (margins(first), margins(second));
    for (id, b) in &before {
        // Under a harder pull another hitch is tied: what that holds is its own.
        let Some(a) = after.get(id).filter(|_| id != "hitch" || tied(first) == tied(second)) else { continue };
        assert!(a.low <= b.low * (1.0 + 1e-9) + 1e-12, "{what}: {id} had {b:?} and has {a:?}");
    }
}

/// A worn line is the same line at three quarters of its strength: no part of any rig stands better on it, and one stands worse.
#[test]
fn a_worn_line_holds_no_better() {
    for (kind, at) in CORDS {
        let draft = begun(kind);
        let (sound, worn) = (planned(kind, &draft), planned(kind, &with(&draft, &format!("{at}/worn"), true)));
        no_better(&format!("{kind}{at} worn"), &sound, &worn);
        let (before, after) = (margins(&sound), margins(&worn));
        let judged = before.iter().any(|(id, b)| after.get(id).is_some_and(|a| a.low < 0.999 * b.low));
        // A lashing without a spread line is judged by how it grips, not by what its cord bears.
        assert!(judged || kind == "poles", "{kind}{at}: worn cord changes nothing: {before:?}");
        assert!(kind == "line" || worn.plan.cuts.iter().any(|c| c.worn), "{kind}{at}: its cut list knows");
        assert!(sound.plan.cuts.iter().all(|c| !c.worn), "{kind}{at}");
    }
}

/// Nylon loses in the wet: no line of it holds better wet. Lengths to cut stay what they are where the same knots are chosen.
#[test]
fn a_wet_line_holds_no_better() {
    for (kind, at) in CORDS {
        let mut draft = with(&begun(kind), &format!("{at}/kind"), "laid-nylon-12");
        if kind == "shelter" {
            draft = with(&draft, "/ridge_cord/kind", "braid-nylon-6");
        }
        let (dry, wet) = (planned(kind, &draft), planned(kind, &with(&draft, &format!("{at}/wet"), true)));
        let line = |p: &Planned| {
            let of_line =
                p.plan.parts.iter().filter(|x| ["line", "ridge", "guy", "rope"].iter().any(|l| x.id.starts_with(l)));
            of_line.map(|x| (x.id.to_string(), x.margin)).collect::<BTreeMap<_, _>>()
        };
        for (id, b) in line(&dry) {
            let Some(a) = line(&wet).get(&id).copied() else { continue };
            // A slacker wet line may pull less; what it bears by itself is never more.
            assert!(a.low <= b.low * 1.25, "{kind}{at}: {id} {b:?} dry, {a:?} wet");
        }
    }
}

/// Twice the mass, and nothing that was judged stands better; three times, and something stands worse.
#[test]
fn a_heavier_thing_is_held_no_better() {
    for (kind, at, factor) in [
        ("haul", "/mass_kg", 1.4),
        ("hang", "/things/0/mass_kg", 2.0),
        ("hoist", "/mass_kg", 1.5),
        ("poles", "/mass_kg", 2.0),
        ("tether", "/mass_kg", 2.0),
    ] {
        let draft = begun(kind);
        let kg = draft.pointer(at).and_then(Value::as_f64).expect("a mass");
        let (light, heavy) = (planned(kind, &draft), planned(kind, &with(&draft, at, kg * factor)));
        no_better(&format!("{kind} heavier"), &light, &heavy);
        let lows = |p: &Planned| p.plan.parts.iter().map(|x| x.margin.low).fold(f64::MAX, f64::min);
        assert!(lows(&heavy) < lows(&light), "{kind}: {} and {}", lows(&light), lows(&heavy));
    }
}

/// More wind, no better a margin of anything it blows on.
#[test]
fn more_wind_is_held_no_better() {
    for (kind, at) in
        [("shelter", "/beaufort"), ("line", "/hung/cover/beaufort"), ("tether", "/beaufort"), ("mast", "/beaufort")]
    {
        let draft = begun(kind);
        let mut before: Option<(i64, Planned)> = None;
        for force in 3..=8i64 {
            let habits = Habits::default();
            let rig = (planner(kind).read)(with(&draft, at, force)).expect("reads");
            let given = Given { kit: &[], habits: &habits, reader: &Reader::default(), width: 868.0 };
            let Ok(now) = rig.plan(&given) else { continue };
            if let Some((less, then)) = &before {
                no_better(&format!("{kind}: Beaufort {less} to {force}"), then, &now);
            }
            before = Some((force, now));
        }
        assert!(before.is_some(), "{kind} never stands");
    }
}

/// A longer way takes more cord, and no less than the way itself.
#[test]
fn a_longer_way_takes_more_cord() {
    for (kind, at, lengths) in [
        ("hoist", "/high_m", [3.0, 4.0, 5.0, 6.0]),
        ("hang", "/high_m", [2.6, 2.8, 3.2, 4.0]),
        ("tether", "/line_m", [3.0, 4.0, 6.0, 9.0]),
    ] {
        let draft = begun(kind);
        let taken: Vec<f64> = lengths.iter().map(|m| cord_in_all(&planned(kind, &with(&draft, at, *m)))).collect();
        for (i, pair) in taken.windows(2).enumerate() {
            assert!(
                pair[1] > pair[0] - 1e-9,
                "{kind}: {} m takes {} m, {} m takes {} m",
                lengths[i],
                pair[0],
                lengths[i + 1],
                pair[1]
            );
        }
        assert!(taken[3] > taken[0], "{kind}: {taken:?}");
    }
    let hoist = begun("hoist");
    for high in [3.0, 5.0, 9.0] {
        let p = planned("hoist", &with(&hoist, "/high_m", high));
        assert!(p.plan.cuts.iter().map(|c| c.each_m).fold(0.0, f64::max) > high, "up and down again: {high}");
    }
}

/// Thicker poles bend less: no leg of a tripod or trestle stands worse for being thicker, of the same length under the same load.
#[test]
fn thicker_poles_stand_no_worse() {
    let draft = begun("poles");
    let legs = |mm: f64| {
        let p = planned("poles", &with(&draft, "/pole_mm", mm));
        p.plan.parts.iter().filter(|x| x.id.contains("leg")).map(|x| x.margin.low).fold(f64::MAX, f64::min)
    };
    let [thin, middling, thick] = [50.0, 75.0, 100.0].map(legs);
    assert!(thin < middling && middling < thick, "{thin} {middling} {thick}");
    // Euler: with the fourth power of the thickness, less what the poles themselves weigh more.
    assert!(thick / thin > 8.0 && thick / thin < 16.5, "{}", thick / thin);
}

/// People: more of them bring no less, and never so much more than as many times one.
#[test]
fn more_people_bring_no_less() {
    let draft = with(&begun("hoist"), "/mass_kg", 60.0);
    let brought = |n: i64| {
        let p = planned("hoist", &with(&draft, "/people", n));
        p.own["brought_n"]["low"].as_f64().expect("a pull")
    };
    let all: Vec<f64> = (1..=4).map(brought).collect();
    assert!(all.windows(2).all(|w| w[1] > w[0]), "{all:?}");
    assert!(all[3] <= 4.0 * all[0] + 1e-9, "{all:?}");
}

/// The kit changes no force, no knot and no length: only which hank serves.
#[test]
fn the_kit_changes_no_force() {
    for p in PLANNERS {
        let draft = begun(p.kind);
        let bare = planned(p.kind, &draft);
        let kit: Vec<Hank> = bare
            .plan
            .cuts
            .iter()
            .enumerate()
            .map(|(i, c)| Hank {
                name: format!("Hank {i}"),
                kind: c.cord.clone(),
                length_m: c.total_m() + 5.0,
                ..Hank::default()
            })
            .collect();
        let served = of_kit(p.kind, &draft, &kit);
        assert_eq!(margins(&bare), margins(&served), "{}", p.kind);
        assert!((cord_in_all(&bare) - cord_in_all(&served)).abs() < 1e-9, "{}", p.kind);
        for (a, b) in bare.plan.cuts.iter().zip(&served.plan.cuts) {
            assert_eq!(a.items, b.items, "{}", p.kind);
            assert!(a.hank.is_none() && b.hank.is_some(), "{}: {} is served", p.kind, b.name);
        }
        let knots = |p: &Planned| p.plan.joints.iter().map(|j| j.knot.clone()).collect::<Vec<_>>();
        assert_eq!(knots(&bare), knots(&served), "{}", p.kind);
    }
}

/// The same draft gives the same plan, to the last letter; and so does the draft that was written out and read again.
#[test]
fn the_same_draft_gives_the_same_plan() {
    for p in PLANNERS {
        let draft = begun(p.kind);
        let say = |d: &Value| {
            let p = planned(p.kind, d);
            (serde_json::to_string(&p.plan).expect("written"), p.own.to_string())
        };
        let first = say(&draft);
        assert_eq!(first, say(&draft), "{}", p.kind);
        let again: Value = serde_json::from_str(&draft.to_string()).expect("read");
        assert_eq!(first, say(&again), "{}", p.kind);
    }
}

/// What moves along a drawing moves the same by the mirrored way back: dragged there and back again, the draft is as it was.
#[test]
fn dragged_there_and_back_nothing_has_changed() {
    use umbet_core::rig::Dragged;
    let habits = Habits::default();
    let given = Given { kit: &[], habits: &habits, reader: &Reader::default(), width: 868.0 };
    let draft = begun("shelter");
    let planned = planned("shelter", &draft);
    let mut moved = 0;
    for d in &planned.drawings {
        for x in (40..820).step_by(26) {
            for y in (30..400).step_by(26) {
                let from = [f64::from(x), f64::from(y)];
                let to = [from[0] + 12.0, from[1] + 6.0];
                let there = Dragged { drawing: d.id, from, to };
                let Some(now) = (planner("shelter").moved)(&draft, &given, &there) else { continue };
                assert_ne!(now, draft, "{} at {from:?}", d.id);
                assert!((planner("shelter").read)(now).is_ok(), "{} at {from:?}", d.id);
                moved += 1;
            }
        }
    }
    assert!(moved > 0, "nothing can be moved");
}

/// A gust's pull grows with the square of its speed (q = ½ ρ v²): a taut line under a cover, from the same set, at 10 and 20 m/s.
#[test]
fn wind_presses_with_the_square_of_its_speed() {
    let draft = begun("shelter");
    let lift = |ms: f64| planned("shelter", &with(&draft, "/gust_ms", ms)).own["forces"]["gust_ms"].as_f64();
    if let (Some(slow), Some(fast)) = (lift(8.0), lift(16.0)) {
        assert!((fast / slow - 2.0).abs() < 1e-9, "{slow} {fast}");
    }
    for (slow, fast) in [(6.0, 12.0), (8.0, 16.0)] {
        let hardest = |ms: f64| {
            let p = planned("shelter", &with(&draft, "/gust_ms", ms));
            p.plan.parts.iter().filter(|x| x.id.contains("guy")).map(|x| x.pull_n.high).fold(0.0, f64::max)
        };
        let [a, b] = [slow, fast].map(hardest);
        assert!(b > a, "{slow} m/s {a} N, {fast} m/s {b} N");
        assert!(b < 4.6 * a, "no more than the square: {slow} m/s {a} N, {fast} m/s {b} N");
    }
}

/// Every number of a draft that can be typed is typed as it stands, in both measures, and the draft is what it was.
#[test]
fn a_number_typed_as_it_stands_changes_nothing() {
    use umbet_core::rig::{shown, typed};
    use umbet_core::units::UnitSystem;
    let mut tried = 0;
    for p in PLANNERS {
        let draft = begun(p.kind);
        for units in [UnitSystem::Metric, UnitSystem::Imperial] {
            let reader = Reader { units, ..Reader::default() };
            for field in shown(&draft, &(p.fields)(&draft), &reader) {
                let text = field.value.clone();
                let now = typed(draft.clone(), &(p.fields)(&draft), &field.at, &text, &reader)
                    .unwrap_or_else(|f| panic!("{} {}: {}", p.kind, field.at, f.says));
                let [before, after] = [&draft, &now].map(|d| d.pointer(&field.at).and_then(Value::as_f64));
                let (Some(before), Some(after)) = (before, after) else { continue };
                let near = (before - after).abs() <= 0.012 * before.abs().max(1.0);
                assert!(near, "{} {} “{text}”: {before} became {after}", p.kind, field.at);
                let nonsense = typed(draft.clone(), &(p.fields)(&draft), &field.at, "a lot", &reader);
                let says = nonsense.expect_err("no number").says;
                assert!(says.ends_with('.') && says.contains("number"), "{} {}: {says}", p.kind, field.at);
                tried += 1;
            }
        }
    }
    assert!(tried > 60, "{tried}");
}

/// Stowed: an empty wish, an unknown part and a value of another sort are faults with a place, never a panic.
#[test]
fn what_cannot_be_read_is_a_fault_with_a_place() {
    for p in PLANNERS {
        let draft = begun(p.kind);
        for wrong in [json!(null), json!([]), json!("a rig"), json!({}), json!({ "unknown": 1 })] {
            let Err(faults) = (p.read)(wrong.clone()) else { panic!("{} reads {wrong}", p.kind) };
            assert!(
                !faults.is_empty() && faults.iter().all(|f| !f.field.is_empty() && f.says.ends_with('.')),
                "{faults:?}"
            );
        }
        let mut more = draft.clone();
        more["nobody_says_this"] = json!(1);
        let Err(faults) = (p.read)(more) else { panic!("{} takes an unknown part", p.kind) };
        assert!(faults[0].says.contains("nobody_says_this"), "{}: {faults:?}", p.kind);
        let keys: Vec<String> = draft.as_object().expect("an object").keys().cloned().collect();
        for key in keys {
            let Err(faults) = (p.read)(with(&draft, &format!("/{key}"), json!({ "?": [1, "x"] }))) else {
                // A map from joints to knots takes any names; what they name is looked up.
                assert_eq!(key, "knots", "{}", p.kind);
                continue;
            };
            assert!(faults.iter().all(|f| f.says.ends_with('.')), "{} {key}: {faults:?}", p.kind);
        }
    }
}

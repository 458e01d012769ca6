//! Every planner walked as a practitioner would walk it: each part of its sentence set to each thing it can say, one at a time and
//! two together, in both measures. What comes is a plan whose words are whole, whose drawings can be drawn and whose lines can be
//! cut, or a refusal that is a sentence.

use crate::sentences::{amiss, is_sentence, said};
use serde_json::{Value, json};
use std::collections::BTreeSet;
use umbet_core::cord::cords;
use umbet_core::draw::to_svg;
use umbet_core::object::surfaces;
use umbet_core::rig::{Given, PLANNERS, Planned, Planner};
use umbet_core::situation::Habits;
use umbet_core::units::{Reader, UnitSystem};

/// A place in a draft, and what to put there.
pub type Change = (String, Value);

fn leaves(at: &str, value: &Value, all: &mut Vec<(String, Value)>) {
    match value {
        Value::Object(map) => map.iter().for_each(|(k, v)| leaves(&format!("{at}/{k}"), v, all)),
        Value::Array(list) => list.iter().enumerate().for_each(|(i, v)| leaves(&format!("{at}/{i}"), v, all)),
        leaf => all.push((at.to_owned(), leaf.clone())),
    }
}

/// What a word of a draft may be besides: read off the refusal of a word that nobody says, or any of the lists.
fn words_for(planner: &Planner, draft: &Value, at: &str) -> Vec<Value> {
    let mut wrong = draft.clone();
    *wrong.pointer_mut(at).expect("a place") = json!("?");
    let Err(faults) = (planner.read)(wrong) else { return Vec::new() };
    let says = faults.iter().map(|f| f.says.as_str()).collect::<String>();
    if says.contains("unknown variant") {
        let named: Vec<&str> = says.split('`').skip(1).step_by(2).skip(1).collect();
        return named.into_iter().map(|w| json!(w)).collect();
    }
    let lists = cords().iter().map(|c| &c.id).chain(surfaces().iter().map(|s| &s.id));
    let mut all: Vec<Value> = lists.map(|id| json!(id)).collect();
    let mut others = Vec::new();
    leaves("", &(planner.stock)(), &mut others);
    all.extend(others.into_iter().filter(|(at, v)| at.ends_with("/id") && v.is_string()).map(|(_, v)| v));
    all
}

/// Everything one part of a draft can be made to say.
pub fn changes(planner: &Planner, draft: &Value) -> Vec<Change> {
    let mut parts = Vec::new();
    leaves("", draft, &mut parts);
    let mut all = Vec::new();
    for (at, value) in parts {
        let others = match &value {
            Value::Bool(b) => vec![json!(!b)],
            Value::Number(n) => {
                let n = n.as_f64().unwrap_or_default();
                let whole = value.is_u64() || value.is_i64();
                let tried = [0.0, n / 2.0, n * 1.3, n * 2.0, n * 5.0, -n, 1.0];
                tried.into_iter().map(|x| if whole { json!(x.round() as i64) } else { json!(x) }).collect()
            }
            Value::String(_) => words_for(planner, draft, &at),
            _ => vec![json!(true), json!(1.0), json!(20.0), json!(300.0)],
        };
        all.extend(others.into_iter().filter(|o| *o != value).map(|o| (at.clone(), o)));
    }
    all
}

pub fn made(draft: &Value, change: &[&Change]) -> Value {
    let mut now = draft.clone();
    for (at, value) in change {
        *now.pointer_mut(at).expect("a place") = value.clone();
    }
    now
}

/// A number followed by a unit of the other system, if there is one: everything else is said in the reader's own.
fn strange_unit(words: &str, units: UnitSystem) -> Option<String> {
    let strange: &[&str] = match units {
        UnitSystem::Imperial => &["m", "cm", "mm", "N", "kN", "kg", "m²", "m/s", "km"],
        _ => &["ft", "lbf", "lb", "ft²", "mph"],
    };
    let said: Vec<&str> = words.split_whitespace().collect();
    let number = |w: &str| w.starts_with(|c: char| c.is_ascii_digit()) && !w.ends_with(['.', ',', ':']);
    let unit = |w: &str| strange.contains(&w.trim_end_matches(|c: char| !c.is_alphanumeric()));
    said.windows(2).find(|w| number(w[0]) && unit(w[1])).map(|w| format!("“{} {}” in: {words}", w[0], w[1]))
}

fn is_sound(planner: &Planner, planned: &Planned, units: UnitSystem) -> Result<(), String> {
    let p = &planned.plan;
    for (where_said, all) in said(p) {
        let once: BTreeSet<&str> = all.iter().copied().collect();
        if once.len() != all.len() && where_said != "parts" {
            return Err(format!("{where_said} says something twice: {all:#?}"));
        }
        for words in all {
            if let Some(wrong) = amiss(words).or_else(|| strange_unit(words, units)) {
                return Err(format!("{where_said}: {wrong}"));
            }
            if !is_sentence(words) && where_said != "parts" {
                return Err(format!("{where_said}: no sentence: {words}"));
            }
        }
    }
    let ids: Vec<&str> = p.order.iter().chain(&p.strike).map(|s| s.id.as_ref()).collect();
    if ids.iter().collect::<BTreeSet<_>>().len() != ids.len() {
        return Err(format!("a step twice: {ids:?}"));
    }
    // A line by itself is reckoned with, and not put up.
    if (p.order.is_empty() && planner.kind != "line") || p.cautions.is_empty() {
        return Err("no order of work, or no caution".into());
    }
    for c in &p.cuts {
        let sum: f64 = c.items.iter().map(|i| i.length_m).sum();
        if !(c.each_m.is_finite() && c.each_m > 0.0 && c.times > 0 && (sum - c.each_m).abs() < 1e-6) {
            return Err(format!("a line of no length: {c:?}"));
        }
    }
    for part in &p.parts {
        if !(part.margin.low.is_finite() && part.margin.low >= 0.0 && part.margin.low <= part.margin.high) {
            return Err(format!("a margin that is none: {part:?}"));
        }
    }
    for d in &planned.drawings {
        let svg = to_svg(&d.scene, None);
        if svg.contains("NaN") || svg.contains("inf") || d.scene.alt.is_empty() {
            return Err(format!("a drawing that is none: {}", d.scene.alt));
        }
    }
    Ok(())
}

/// What is wrong with the answer to this draft; whether it was a plan.
fn put(planner: &Planner, draft: &Value, units: UnitSystem) -> Result<bool, String> {
    let reader = Reader { units, ..Reader::default() };
    let habits = Habits::default();
    let rig = match (planner.read)(draft.clone()) {
        Ok(rig) => rig,
        Err(faults) => {
            let bare = faults.iter().find(|f| !f.says.ends_with('.') || amiss(&f.says).is_some());
            return bare.map_or(Ok(false), |f| Err(format!("a fault that is no sentence: {}: {}", f.field, f.says)));
        }
    };
    match rig.plan(&Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 }) {
        Ok(planned) => is_sound(planner, &planned, units).map(|()| true),
        Err(why) if is_sentence(&why.0) && amiss(&why.0).is_none() && strange_unit(&why.0, units).is_none() => {
            Ok(false)
        }
        Err(why) => Err(format!("a refusal that is no sentence: {}", why.0)),
    }
}

/// Walks every planner with these changes, and tells everything that is wrong at once, each kind of wrong once.
fn walk(each: impl Fn(&[Change]) -> Vec<Vec<usize>>) {
    let (mut wrong, mut plans, mut refusals) = (Vec::<String>::new(), 0, 0);
    for planner in PLANNERS {
        let draft = (planner.begin)(&Habits::default());
        let all = changes(planner, &draft);
        for taken in each(&all) {
            let taken: Vec<&Change> = taken.into_iter().map(|i| &all[i]).collect();
            let now = made(&draft, &taken);
            for units in [UnitSystem::Metric, UnitSystem::Imperial] {
                match put(planner, &now, units) {
                    Ok(true) => plans += 1,
                    Ok(false) => refusals += 1,
                    Err(says) => wrong.push(format!("{} with {taken:?}: {says}", planner.kind)),
                }
            }
        }
    }
    let mut kinds = BTreeSet::new();
    let of_kind =
        |w: &&String| kinds.insert(w.rsplit(": ").next().unwrap_or_default().chars().take(40).collect::<String>());
    let told: Vec<&String> = wrong.iter().filter(of_kind).take(25).collect();
    assert!(told.is_empty(), "{} wrong of {}: {told:#?}", wrong.len(), wrong.len() + plans + refusals);
    assert!(plans > 500 && refusals > 100, "{plans} plans, {refusals} refusals");
}

/// Each part of each rig's sentence set to each thing it can say.
#[test]
fn every_part_is_set_to_everything_it_can_say() {
    walk(|all| (0..all.len()).map(|i| vec![i]).collect());
}

/// Two parts at once, of all pairs every so many: a step that shares no factor with their number goes through all of them in turn.
#[test]
fn two_parts_are_set_at_once() {
    const TRIED: usize = 700;
    walk(|all| {
        let pairs = all.len() * all.len();
        let pair = |k: usize| {
            let n = k.wrapping_mul(7_919) % pairs.max(1);
            [n / all.len(), n % all.len()]
        };
        let apart = |p: &[usize; 2]| all[p[0]].0 != all[p[1]].0;
        (0..TRIED).map(pair).filter(apart).map(Vec::from).collect()
    });
}

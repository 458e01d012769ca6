//! The table of situations (`tests/core/situations.toml`): what an instructor would say, row by row.

use serde::Deserialize;
use umbet_core::choose::{Answer, KnotAnswer, Verdict, choose};
use umbet_core::knot::catalogue;
use umbet_core::situation::{Draft, Situation};
use umbet_core::units::Reader;

#[derive(Deserialize)]
struct Table {
    row: Vec<Row>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Row {
    name: String,
    situation: Draft,
    #[serde(default)]
    first: Vec<String>,
    #[serde(default)]
    must: Vec<String>,
    #[serde(default)]
    never: Vec<String>,
    #[serde(default)]
    says: Vec<String>,
    #[serde(default)]
    silent: Vec<String>,
    cord: Option<String>,
    #[serde(default)]
    declined: bool,
}

fn rows() -> Vec<Row> {
    toml::from_str::<Table>(include_str!("situations.toml")).expect("the table reads").row
}

/// Everything an answer says of itself and its knots.
fn all_words(a: &Answer) -> String {
    let knot = |k: &KnotAnswer| {
        let reasons = [&k.lead].into_iter().chain(&k.reasons).map(|r| r.says.clone());
        let mends = k.mends.iter().map(|m| m.says.clone() + " " + &m.because.says);
        let asked = k.asked.iter().map(|q| q.says.clone());
        let all: Vec<String> = reasons.chain(mends).chain(asked).chain(k.would_fit.clone()).collect();
        all.join(" ")
    };
    let cord = a.cord_refused.iter().map(|c| format!("{} {}", c.says, c.take.as_deref().unwrap_or("")));
    let give_up = a.give_up.iter().map(|g| g.says.clone());
    let all: Vec<String> = a
        .declined
        .clone()
        .into_iter()
        .chain(cord)
        .chain(a.knots.iter().map(knot))
        .chain(give_up)
        .chain(a.cautions.clone())
        .collect();
    all.join(" ")
}

/// What is wrong with a row's answer, in words.
fn faults(row: &Row) -> Vec<String> {
    let s = Situation::read(&row.situation).unwrap_or_else(|f| panic!("{}: {f:?}", row.name));
    let a = choose(catalogue(), &s, &Reader::default());
    let mut wrong = Vec::new();
    let of = |id: &String| a.knots.iter().find(|k| k.id == *id).unwrap_or_else(|| panic!("{}: no knot {id}", row.name));
    if row.declined {
        return if a.declined.is_some() && a.knots.is_empty() { wrong } else { vec!["is not declined".into()] };
    }
    if let Some(cord) = &row.cord {
        let refused = a.cord_refused.is_some();
        if refused != (cord == "refused") {
            wrong.push(format!("the cord is {}", if refused { "refused" } else { "kept" }));
        }
    }
    let first = a.knots.first().filter(|k| k.verdict != Verdict::DoesNotFit).map_or("nothing", |k| k.id.as_str());
    if !row.first.is_empty() && !row.first.iter().any(|f| f == first) {
        wrong.push(format!("{first} is first, not {:?}", row.first));
    }
    for id in row.must.iter().filter(|id| of(id).verdict == Verdict::DoesNotFit) {
        wrong.push(format!("{id} does not fit: {}", of(id).lead.says));
    }
    for id in row.never.iter().filter(|id| of(id).verdict != Verdict::DoesNotFit) {
        wrong.push(format!("{id} fits: {}", of(id).lead.says));
    }
    let words = all_words(&a);
    for says in row.says.iter().filter(|w| !words.contains(*w)) {
        wrong.push(format!("nothing says “{says}”"));
    }
    for says in row.silent.iter().filter(|w| words.contains(*w)) {
        wrong.push(format!("something says “{says}”"));
    }
    wrong
}

#[test]
fn the_table_is_answered_as_an_instructor_would() {
    let rows = rows();
    assert!(rows.len() >= 120, "{} rows", rows.len());
    let wrong: Vec<String> =
        rows.iter().flat_map(|r| faults(r).into_iter().map(|f| format!("{}: {f}", r.name))).collect();
    assert!(wrong.is_empty(), "{} of {} rows:\n{}", wrong.len(), rows.len(), wrong.join("\n"));
}

/// Rows have names of their own, and every knot a row names is in the catalogue.
#[test]
fn rows_are_told_apart() {
    let rows = rows();
    let mut names: Vec<&str> = rows.iter().map(|r| r.name.as_str()).collect();
    names.sort_unstable();
    names.dedup();
    assert_eq!(names.len(), rows.len());
}

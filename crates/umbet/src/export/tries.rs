//! Tries as rows for other hands, and back: CSV (RFC 4180).

use super::rows::{self, Columns, Parts, number};
use super::workbook::{Cell, Table};
use crate::error::Error;
use crate::store::{KeptTry, Learner};
use anyhow::Result;
use chrono::{DateTime, Days, NaiveDateTime, Utc};
use std::collections::HashMap;
use umbet_core::knot::{Knot, catalogue};
use umbet_core::teach::tries::{Came, Condition, Try};
use umbet_core::topology::misstep_written;

/// The columns.
const COLUMNS: [&str; 9] = ["learner", "knot", "at", "result", "misstep", "seconds", "conditions", "seen", "way"];

/// Seen by an instructor.
const SEEN: &str = "instructor";
/// Logged by the learner.
const OWN: &str = "own log";

/// Tries of these learners, a row each, oldest first.
///
/// # Errors
/// When a row cannot be written; memory alone is written to.
pub fn csv_of(learners: &[Learner], tries: &[KeptTry]) -> Result<String> {
    let names: HashMap<i64, &str> = learners.iter().map(|l| (l.id, l.name.as_str())).collect();
    let mut writer = csv::Writer::from_writer(Vec::new());
    writer.write_record(COLUMNS)?;
    for t in tries {
        writer.write_record(row_of(names.get(&t.learner_id).copied().unwrap_or_default(), t))?;
    }
    Ok(String::from_utf8(writer.into_inner()?)?)
}

/// A try as its row.
fn row_of(learner: &str, t: &KeptTry) -> [String; 9] {
    let (result, misstep) = match &t.tried.came {
        Came::Right => ("right", ""),
        Came::Wrong(misstep) => ("wrong", misstep.as_deref().unwrap_or_default()),
    };
    [
        shown(learner),
        t.knot.clone(),
        t.tried.at.to_rfc3339(),
        result.to_owned(),
        misstep.to_owned(),
        t.tried.seconds.map(|s| format!("{s:.1}")).unwrap_or_default(),
        conditions_said(&t.tried.under),
        if t.tried.witnessed { SEEN } else { OWN }.to_owned(),
        t.tried.way.clone().unwrap_or_default(),
    ]
}

/// The same as a table.
pub fn table_of(learners: &[Learner], tries: &[KeptTry]) -> Table {
    let names: HashMap<i64, &str> = learners.iter().map(|l| (l.id, l.name.as_str())).collect();
    let row = |t: &KeptTry| {
        let name = names.get(&t.learner_id).copied().unwrap_or_default();
        let mut cells = row_of(name, t).map(|words| Cell::from(words.as_str()));
        // Written as text: here no name is taken for a formula.
        cells[0] = name.into();
        cells[2] = Cell::At(t.tried.at);
        cells[5] = t.tried.seconds.map_or(Cell::Empty, Cell::Number);
        cells.to_vec()
    };
    let widths = [24.0, 24.0, 17.0, 8.0, 12.0, 9.0, 28.0, 12.0, 24.0];
    let columns = COLUMNS.iter().map(|c| (*c).to_owned()).zip(widths).collect();
    Table { name: "Tries", columns, rows: tries.iter().map(row).collect(), below: None }
}

/// A name that a spreadsheet would take for a formula is set apart by a leading apostrophe (OWASP, CSV injection).
fn shown(name: &str) -> String {
    if name.starts_with(FORMULA) { format!("'{name}") } else { name.to_owned() }
}

const FORMULA: [char; 6] = ['=', '+', '-', '@', '\t', '\r'];

/// The name as it was before [`shown`].
fn as_given(name: &str) -> &str {
    name.strip_prefix('\'').filter(|n| n.starts_with(FORMULA)).unwrap_or(name)
}

/// Reads rows of tries of these learners; only learner, knot, time and result must be there.
///
/// # Errors
/// Every bad row with its line and reason.
pub fn tries_of(text: &str, learners: &[Learner], now: DateTime<Utc>) -> Result<Vec<KeptTry>, Error> {
    rows::read(text, &Columns { names: &COLUMNS, needed: 4 }, |part| try_of(part, learners, now))
}

fn try_of(part: &Parts<'_>, learners: &[Learner], now: DateTime<Utc>) -> Result<KeptTry, String> {
    let name = part.get("learner");
    let mut of_name = learners.iter().filter(|l| l.name == as_given(name));
    let learner = match (of_name.next(), of_name.next()) {
        (Some(l), None) => l.id,
        (None, _) => return Err(format!("no learner of this course is called “{name}”.")),
        _ => return Err(format!("two learners of this course are called “{name}”: give one another name first.")),
    };
    let knot = knot_of(part.get("knot"))?;
    let tried = Try {
        at: moment(part.get("at"), now)?,
        came: came_of(part.get("result"), part.get("misstep"), knot)?,
        seconds: seconds(part.get("seconds"))?,
        under: conditions(part.get("conditions"))?,
        way: way_of(part.get("way"), knot)?,
        witnessed: match part.get("seen").to_lowercase().as_str() {
            SEEN | "" => true,
            OWN => false,
            other => return Err(format!("write {SEEN} or {OWN} under “seen”; this says “{other}”.")),
        },
    };
    Ok(KeptTry { id: 0, learner_id: learner, lesson_id: None, knot: knot.id.clone(), tried })
}

/// The knot of this id or name.
pub fn knot_of(words: &str) -> Result<&'static Knot, String> {
    let same = |k: &&Knot| k.id == words || k.entry.name.to_lowercase() == words.to_lowercase();
    catalogue().taught().find(same).ok_or_else(|| format!("there is no knot “{words}”."))
}

fn came_of(result: &str, misstep: &str, knot: &Knot) -> Result<Came, String> {
    match result.to_lowercase().as_str() {
        "right" => Ok(Came::Right),
        "wrong" if misstep.is_empty() => Ok(Came::Wrong(None)),
        "wrong" if misstep.len() <= 60 && misstep_written(knot, misstep).is_some() => {
            Ok(Came::Wrong(Some(misstep.to_owned())))
        }
        "wrong" => Err(format!("the {} has no misstep “{misstep}”; leave it empty.", knot.entry.said())),
        other => Err(format!("write right or wrong as the result; this says “{other}”.")),
    }
}

fn way_of(words: &str, knot: &Knot) -> Result<Option<String>, String> {
    if words.is_empty() {
        return Ok(None);
    }
    let named = knot.entry.way.iter().find(|w| w.name.to_lowercase() == words.to_lowercase());
    let named = named.ok_or_else(|| format!("the {} has no way of tying “{words}”.", knot.entry.said()))?;
    Ok(Some(named.name.clone()))
}

/// A moment with its zone, or a plain one, taken as UTC. Nothing was tied tomorrow, nor before 1990.
fn moment(words: &str, now: DateTime<Utc>) -> Result<DateTime<Utc>, String> {
    let plain = || ["%Y-%m-%dT%H:%M", "%Y-%m-%d %H:%M", "%Y-%m-%dT%H:%M:%S", "%Y-%m-%d %H:%M:%S"];
    let read = words.parse::<DateTime<Utc>>().ok();
    let read =
        read.or_else(|| plain().iter().find_map(|f| NaiveDateTime::parse_from_str(words, f).ok()).map(|n| n.and_utc()));
    let at = read.ok_or_else(|| format!("“{words}” is no time; write it as 2026-05-02T18:30."))?;
    let latest = now.checked_add_days(Days::new(1)).unwrap_or(now);
    let earliest = DateTime::<Utc>::from_timestamp(631_152_000, 0).unwrap_or_default();
    if at < earliest || at > latest {
        return Err(format!("“{words}” lies before 1990 or in the future."));
    }
    Ok(at)
}

fn seconds(words: &str) -> Result<Option<f64>, String> {
    match number(words) {
        Ok(None) => Ok(None),
        Ok(Some(s)) if (0.5..=3600.0).contains(&s) => Ok(Some(s)),
        _ => Err(format!("give 0.5 to 3 600 seconds, or none; this says “{words}”.")),
    }
}

/// Conditions in their words, parted by semicolons.
pub fn conditions_said(all: &[Condition]) -> String {
    all.iter().map(|c| c.words()).collect::<Vec<_>>().join("; ")
}

/// Conditions by their words, parted by semicolons, each once.
pub fn conditions(words: &str) -> Result<Vec<Condition>, String> {
    let one = |w: &str| {
        let found = Condition::ALL.iter().find(|c| c.words() == w.to_lowercase()).copied();
        found.ok_or_else(|| format!("“{w}” is no condition that is logged."))
    };
    let all: Vec<Condition> =
        words.split(';').map(str::trim).filter(|w| !w.is_empty()).map(one).collect::<Result<_, _>>()?;
    Ok(Condition::ALL.iter().copied().filter(|c| all.contains(c)).collect())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_name_is_never_a_formula() {
        assert_eq!(shown("=1+1"), "'=1+1");
        assert_eq!(shown("Anouk"), "Anouk");
        for name in ["=1+1", "Anouk", "'t Hooft", "-x"] {
            assert_eq!(as_given(&shown(name)), name);
        }
    }

    #[test]
    fn a_moment_is_read_with_and_without_its_zone() {
        let now = "2026-05-03T00:00:00Z".parse().expect("a moment");
        for words in ["2026-05-02T18:30", "2026-05-02 18:30:00", "2026-05-02T20:30:00+02:00", "2026-05-02T18:30:00Z"] {
            assert_eq!(moment(words, now).expect(words).to_rfc3339(), "2026-05-02T18:30:00+00:00");
        }
        for words in ["", "2.5.2026", "2026-13-01T00:00", "1889-05-02T18:30", "2030-01-01T00:00"] {
            assert!(moment(words, now).is_err(), "{words}");
        }
    }
}

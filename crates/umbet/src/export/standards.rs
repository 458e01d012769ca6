//! The standards of a course as rows: the course's own first, its knot left empty, then knots that have theirs.

use super::rows::{self, Columns, Parts, number};
use super::tries::{conditions, conditions_said, knot_of};
use crate::error::Error;
use crate::store::Course;
use anyhow::Result;
use std::collections::BTreeMap;
use umbet_core::teach::standard::Standard;

const COLUMNS: Columns = Columns {
    names: &["knot", "in a row", "within seconds", "once", "tail fingers", "untied", "lapses days"],
    needed: 2,
};

/// The standards of a course, a row each.
///
/// # Errors
/// When a row cannot be written; memory alone is written to.
pub fn csv_of(course: &Course) -> Result<String> {
    let mut writer = csv::Writer::from_writer(Vec::new());
    writer.write_record(COLUMNS.names)?;
    let own = course.standards.iter().map(|(knot, s)| (knot.as_str(), s));
    for (knot, s) in std::iter::once(("", &course.standard)).chain(own) {
        let said = |n: Option<String>| n.unwrap_or_default();
        writer.write_record([
            knot,
            &s.in_a_row.to_string(),
            &said(s.within_s.map(|n| n.to_string())),
            &conditions_said(&s.once),
            &said(s.tail_fingers.map(|n| n.to_string())),
            if s.untied { "yes" } else { "no" },
            &said(s.lapses_days.map(|n| n.to_string())),
        ])?;
    }
    Ok(String::from_utf8(writer.into_inner()?)?)
}

/// Standards read back: the course's own, where a row has no knot, and those of knots.
pub struct Standards {
    /// The course's.
    pub of_course: Option<Standard>,
    /// Of knots, by id.
    pub of_knots: BTreeMap<String, Standard>,
}

/// Reads rows of standards.
///
/// # Errors
/// Every bad row with its line and reason.
pub fn standards_of(text: &str) -> Result<Standards, Error> {
    let all = rows::read(text, &COLUMNS, row)?;
    let mut found = Standards { of_course: None, of_knots: BTreeMap::new() };
    for (knot, standard) in all {
        let twice = match knot {
            None => found.of_course.replace(standard).map(|_| "the course".to_owned()),
            Some(id) => found.of_knots.insert(id.clone(), standard).map(|_| format!("`{id}`")),
        };
        if let Some(twice) = twice {
            return Err(Error::fault("lines", format!("There are two rows for {twice}.")));
        }
    }
    Ok(found)
}

fn row(part: &Parts<'_>) -> Result<(Option<String>, Standard), String> {
    let knot = match part.get("knot") {
        "" => None,
        words => Some(knot_of(words)?.id.clone()),
    };
    let whole = |name: &str| -> Result<Option<u32>, String> {
        let n = number(part.get(name))?;
        let whole = n.filter(|n| n.fract() == 0.0 && (0.0..=1e6).contains(n)).map(|n| n as u32);
        if n.is_some() && whole.is_none() { Err(format!("give a whole number under “{name}”.")) } else { Ok(whole) }
    };
    let standard = Standard {
        in_a_row: whole("in a row")?.ok_or("say how many are asked in a row.")?,
        within_s: number(part.get("within seconds"))?,
        once: conditions(part.get("once"))?,
        untied: match part.get("untied").to_lowercase().as_str() {
            "yes" => true,
            "" | "no" => false,
            other => return Err(format!("write yes or no under “untied”; this says “{other}”.")),
        },
        tail_fingers: whole("tail fingers")?,
        lapses_days: whole("lapses days")?,
    };
    standard.check().map_err(|e| e.to_string())?;
    Ok((knot, standard))
}

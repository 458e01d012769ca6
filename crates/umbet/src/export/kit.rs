//! The kit and its ledger as rows: pieces as they are, deeds as they were done; both read back.

use super::rows::{self, Columns, Parts, number};
use crate::error::Error;
use crate::store::{CordInput, Deed, KitCord, LedgerLine};
use anyhow::Result;
use umbet_core::cord::{Cord, cords};
use umbet_core::knot::catalogue;

const PIECES: Columns = Columns {
    names: &["name", "kind", "length m", "thickness mm", "colour", "place", "ends", "made in its end", "note"],
    needed: 3,
};

const DEEDS: Columns = Columns { names: &["piece", "deed", "length m", "times", "about", "who", "note"], needed: 2 };

/// The kit, a row a piece, with what it is besides.
///
/// # Errors
/// When a row cannot be written; memory alone is written to.
pub fn csv_of_kit(kit: &[KitCord]) -> Result<String> {
    let mut writer = csv::Writer::from_writer(Vec::new());
    writer.write_record(PIECES.names.iter().chain(&["worn", "with", "retired"]))?;
    for c in kit {
        writer.write_record([
            c.name.as_str(),
            &c.kind,
            &format!("{:.2}", c.length_m),
            &c.diameter_mm.map(|d| d.to_string()).unwrap_or_default(),
            &c.colour,
            &c.place,
            &c.ends,
            &c.made,
            &c.note,
            if c.worn { "yes" } else { "no" },
            c.held_by.as_deref().unwrap_or_default(),
            c.retired.as_deref().unwrap_or_default(),
        ])?;
    }
    Ok(String::from_utf8(writer.into_inner()?)?)
}

/// The ledger, a row an entry.
///
/// # Errors
/// When a row cannot be written; memory alone is written to.
pub fn csv_of_ledger(lines: &[LedgerLine]) -> Result<String> {
    let mut writer = csv::Writer::from_writer(Vec::new());
    writer.write_record(["at", "piece", "what", "change m", "about", "who", "note"])?;
    for l in lines {
        let e = &l.entry;
        writer.write_record([&e.at, &l.piece, &e.what, &format!("{:.2}", e.change_m), &e.about, &e.who, &e.note])?;
    }
    Ok(String::from_utf8(writer.into_inner()?)?)
}

/// Pieces as they are brought.
///
/// # Errors
/// Every bad row with its line and reason.
pub fn pieces_of(text: &str) -> Result<Vec<CordInput>, Error> {
    rows::read(text, &PIECES, |part| {
        let length_m = number(part.get("length m"))?.ok_or("say how long it is, in metres.")?;
        let piece = CordInput {
            name: part.get("name").to_owned(),
            kind: kind_of(part.get("kind"))?.id.clone(),
            length_m,
            length: None,
            thickness: None,
            diameter_mm: number(part.get("thickness mm"))?,
            note: part.get("note").to_owned(),
            colour: part.get("colour").to_owned(),
            place: part.get("place").to_owned(),
            ends: part.get("ends").to_lowercase(),
            made: made_of(part.get("made in its end"))?,
            version: 0,
        };
        piece.check().map_err(|e| e.says())?;
        Ok(piece)
    })
}

/// A deed as it is brought: the piece by its name.
#[derive(Debug)]
pub struct DeedLine {
    /// Name of the piece.
    pub piece: String,
    /// What was done.
    pub deed: Deed,
    /// Who did it.
    pub who: String,
    /// Note.
    pub note: String,
}

/// Deeds as they are brought, in their order.
///
/// # Errors
/// Every bad row with its line and reason.
pub fn deeds_of(text: &str) -> Result<Vec<DeedLine>, Error> {
    rows::read(text, &DEEDS, |part| {
        let about = part.get("about").to_owned();
        let deed = match part.get("deed").to_lowercase().as_str() {
            "cut" => Deed::Cut {
                length: None,
                length_m: number(part.get("length m"))?.ok_or("say how long the piece cut off is, in metres.")?,
                name: about,
                times: times(part)?,
            },
            "issued" | "out" => Deed::Issued { to: about },
            "returned" | "back" => Deed::Returned { place: about },
            "shaken" | "jerk" => Deed::Shaken {},
            "inspected" => Deed::Inspected {
                worn: match about.to_lowercase().as_str() {
                    "worn" => true,
                    "sound" | "" => false,
                    other => return Err(format!("write sound or worn under “about”; this says “{other}”.")),
                },
            },
            "retired" => Deed::Retired { reason: about },
            other => {
                return Err(format!(
                    "“{other}” is no deed: cut, issued, returned, shaken, inspected or retired. Two are joined on the page."
                ));
            }
        };
        Ok(DeedLine {
            piece: part.get("piece").to_owned(),
            deed,
            who: part.get("who").to_owned(),
            note: part.get("note").to_owned(),
        })
    })
}

fn times(part: &Parts<'_>) -> Result<u32, String> {
    let n = number(part.get("times"))?.unwrap_or(1.0);
    if n.fract() == 0.0 && n >= 1.0 { Ok(n as u32) } else { Err("give a whole number under “times”.".into()) }
}

/// A kind of cord by its id or its name.
fn kind_of(words: &str) -> Result<&'static Cord, String> {
    let called = |c: &&Cord| c.id == words || c.name.eq_ignore_ascii_case(words);
    cords().iter().find(called).ok_or_else(|| format!("no cord is called “{words}”. Take one of the list of cords."))
}

/// A knot made in an end, by its id or its name.
fn made_of(words: &str) -> Result<String, String> {
    if words.is_empty() {
        return Ok(String::new());
    }
    let called = |k: &&umbet_core::knot::Knot| k.id == words || k.entry.name.eq_ignore_ascii_case(words);
    let found = catalogue().knots().iter().find(called);
    found.map(|k| k.id.clone()).ok_or_else(|| format!("no knot is called “{words}”."))
}

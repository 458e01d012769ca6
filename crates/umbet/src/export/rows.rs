//! Rows of a CSV (RFC 4180) that somebody brings: each column by its name in the first line, in any order; every bad row is told
//! with its line, and nothing is read by halves.

use crate::error::Error;
use std::collections::HashMap;
use umbet_core::situation::Fault;

/// Bad rows that are told of at once.
const TOLD: usize = 20;

/// What may stand in the first line, and how many of these must.
pub struct Columns {
    /// Their names; those that must be there come first.
    pub names: &'static [&'static str],
    /// So many must be there.
    pub needed: usize,
}

/// The parts of one row, by column; a part that is not there is empty.
pub struct Parts<'a> {
    places: &'a HashMap<String, usize>,
    row: csv::StringRecord,
}

impl Parts<'_> {
    /// The part under this name.
    pub fn get(&self, name: &str) -> &str {
        self.places.get(name).and_then(|i| self.row.get(*i)).unwrap_or_default()
    }
}

/// Reads every row by `read`.
///
/// # Errors
/// Every bad row with its line and reason, or what is wrong with the first line.
pub fn read<T>(text: &str, columns: &Columns, read: impl Fn(&Parts<'_>) -> Result<T, String>) -> Result<Vec<T>, Error> {
    let mut reader = csv::ReaderBuilder::new().flexible(true).trim(csv::Trim::All).from_reader(text.as_bytes());
    let header = reader.headers().map_err(|e| Error::fault("lines", format!("The first line cannot be read: {e}.")))?;
    let places = places_of(header, columns)?;
    let (mut all, mut faults) = (Vec::new(), Vec::new());
    for row in reader.records() {
        let position = row.as_ref().map_or_else(csv::Error::position, csv::StringRecord::position);
        let line = position.map_or(0, csv::Position::line);
        match row.map_err(|e| e.to_string()).and_then(|row| read(&Parts { places: &places, row })) {
            Ok(t) => all.push(t),
            Err(says) => faults.push(Fault { field: "lines".into(), says: format!("Line {line}: {says}") }),
        }
    }
    if faults.len() > TOLD {
        let more = faults.len() - TOLD;
        faults.truncate(TOLD);
        faults.push(Fault { field: "lines".into(), says: format!("And {more} more lines.") });
    }
    match () {
        () if !faults.is_empty() => Err(Error::Unusable(faults)),
        () if all.is_empty() => Err(Error::fault("lines", "There is no row below the first line.")),
        () => Ok(all),
    }
}

fn places_of(header: &csv::StringRecord, columns: &Columns) -> Result<HashMap<String, usize>, Error> {
    let places: HashMap<String, usize> = header.iter().enumerate().map(|(i, name)| (name.to_lowercase(), i)).collect();
    if let Some(other) = header.iter().find(|name| !columns.names.contains(&name.to_lowercase().as_str())) {
        let says = format!("There is no column “{other}”. Name them in the first line: {}.", columns.names.join(", "));
        return Err(Error::fault("lines", says));
    }
    match columns.names[..columns.needed].iter().find(|name| !places.contains_key(**name)) {
        Some(missing) => Err(Error::fault("lines", format!("The column “{missing}” is missing in the first line."))),
        None => Ok(places),
    }
}

/// A number of a part, or none where it is empty.
///
/// # Errors
/// When it is no number.
pub fn number(words: &str) -> Result<Option<f64>, String> {
    if words.is_empty() {
        return Ok(None);
    }
    let read = words.parse::<f64>().ok().filter(|n| n.is_finite());
    read.map(Some).ok_or_else(|| format!("“{words}” is no number."))
}

//! Tries as rows for other hands: CSV (RFC 4180) and a spreadsheet's worth of columns.

use crate::store::{KeptTry, Learner};
use anyhow::Result;
use std::collections::HashMap;
use umbet_core::teach::tries::Came;

/// The columns.
const COLUMNS: [&str; 8] = ["learner", "knot", "at", "result", "misstep", "seconds", "conditions", "seen"];

/// Tries of these learners, a row each, oldest first.
///
/// # Errors
/// When a row cannot be written; memory alone is written to.
pub fn csv_of(learners: &[Learner], tries: &[KeptTry]) -> Result<String> {
    let names: HashMap<i64, &str> = learners.iter().map(|l| (l.id, l.name.as_str())).collect();
    let mut writer = csv::Writer::from_writer(Vec::new());
    writer.write_record(COLUMNS)?;
    for t in tries {
        let (result, misstep) = match &t.tried.came {
            Came::Right => ("right", ""),
            Came::Wrong(misstep) => ("wrong", misstep.as_deref().unwrap_or_default()),
        };
        let conditions: Vec<&str> = t.tried.under.iter().map(|c| c.words()).collect();
        writer.write_record([
            shown(names.get(&t.learner_id).copied().unwrap_or_default()).as_str(),
            &t.knot,
            &t.tried.at.to_rfc3339(),
            result,
            misstep,
            &t.tried.seconds.map(|s| format!("{s:.1}")).unwrap_or_default(),
            &conditions.join("; "),
            if t.tried.witnessed { "instructor" } else { "own log" },
        ])?;
    }
    Ok(String::from_utf8(writer.into_inner()?)?)
}

/// A name that a spreadsheet would take for a formula is set apart by a leading apostrophe (OWASP, CSV injection).
fn shown(name: &str) -> String {
    if name.starts_with(['=', '+', '-', '@', '\t', '\r']) { format!("'{name}") } else { name.to_owned() }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_name_is_never_a_formula() {
        assert_eq!(shown("=1+1"), "'=1+1");
        assert_eq!(shown("Anouk"), "Anouk");
    }
}

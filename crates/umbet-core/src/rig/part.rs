//! What can give, and how many times its pull it bears.

use crate::units::{Band, Reader};
use crate::words::capital;
use serde::Serialize;

/// Something that can give.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[cfg_attr(feature = "schema", schema(as = RigPart))]
pub struct Part {
    /// Which.
    pub id: String,
    /// What happens.
    pub what: String,
    /// What it bears, newtons.
    pub bears_n: Band,
    /// What is put on it, newtons.
    pub pull_n: Band,
    /// How many times the pull it bears.
    pub margin: Band,
    /// What it bears and what is put on it, in the reader's measures.
    pub words: [String; 2],
    /// In a sentence.
    pub says: String,
}

impl Part {
    /// Judged under a pull; `puts` names what pulls, `when` may add from when it gives.
    pub fn judged(id: &str, what: &str, bears_n: Band, pull_n: Band, puts: &str, when: &str, reader: &Reader) -> Self {
        let words = [bears_n, pull_n].map(|n| reader.forces(n));
        let [bears, pull] = &words;
        let when = if when.is_empty() { String::new() } else { format!("; {when}") };
        let says = format!("{}: bears {bears}, {puts} {pull} on it{when}.", capital(what));
        Self { id: id.into(), what: what.into(), bears_n, pull_n, margin: margin(bears_n, pull_n), words, says }
    }

    /// Weakest first.
    pub fn in_order(parts: &mut [Self]) {
        parts.sort_by(|a, b| middle(a.margin).total_cmp(&middle(b.margin)));
    }
}

/// How many times the pull is borne.
pub fn margin(bears: Band, pull: Band) -> Band {
    Band { low: bears.low / pull.high.max(1.0), high: bears.high / pull.low.max(1.0) }
}

/// The middle of a band of ratios or pulls.
pub fn middle(b: Band) -> f64 {
    (b.low * b.high).sqrt()
}

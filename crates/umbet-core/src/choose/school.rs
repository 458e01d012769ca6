//! Schools of practice: where practitioners differ, read from `catalogue/schools.toml`.

use crate::knot::Catalogue;
use crate::situation::{Draft, Fault};
use serde::{Deserialize, Serialize};
use std::sync::LazyLock;

/// A matter practitioners differ about.
#[derive(Debug, Clone, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Matter {
    /// Stable id.
    pub id: String,
    /// What it is about.
    pub about: String,
    /// The ways.
    #[serde(rename = "way")]
    pub ways: Vec<WayOfPractice>,
}

/// One way of doing it.
#[derive(Debug, Clone, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct WayOfPractice {
    /// Stable id; a situation prefers a school by it.
    pub id: String,
    /// Its name.
    pub name: String,
    /// Why its people do it so.
    pub why: String,
    /// Knots it puts first among equals.
    pub knots: Vec<String>,
    /// Purchases it takes in a tensioning system, best first.
    #[serde(default)]
    pub purchases: Vec<String>,
}

/// Every matter.
///
/// # Panics
/// When the built-in file is faulty, which the tests rule out.
pub fn matters() -> &'static [Matter] {
    #[derive(Deserialize)]
    struct File {
        matter: Vec<Matter>,
    }
    static MATTERS: LazyLock<Vec<Matter>> = LazyLock::new(|| {
        let file: File =
            toml::from_str(include_str!("../../catalogue/schools.toml")).expect("catalogue/schools.toml reads");
        file.matter
    });
    &MATTERS
}

/// Schools and knots a draft names that there are none of.
pub fn unknown_names(draft: &Draft, catalogue: &Catalogue) -> Vec<Fault> {
    let short = |name: &str| name.chars().take(40).collect::<String>();
    let known = |id: &str| matters().iter().flat_map(|m| &m.ways).any(|w| w.id == id);
    let schools = draft
        .schools
        .iter()
        .filter(|s| !known(s))
        .map(|s| Fault { field: "schools".into(), says: format!("No school is called “{}”.", short(s)) });
    let knots = draft
        .knows
        .iter()
        .filter(|k| catalogue.find(k).is_none())
        .map(|k| Fault { field: "knows".into(), says: format!("No knot is called “{}”.", short(k)) });
    schools.chain(knots).collect()
}

/// Whether any of the schools puts this knot first.
pub(super) fn prefers(schools: &[String], knot: &str) -> bool {
    let ways = matters().iter().flat_map(|m| &m.ways);
    ways.filter(|w| schools.contains(&w.id)).any(|w| w.knots.iter().chain(&w.purchases).any(|k| k == knot))
}

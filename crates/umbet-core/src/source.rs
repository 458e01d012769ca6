//! Sources of values, read from `catalogue/sources.toml`.

use serde::{Deserialize, Serialize};
use std::sync::LazyLock;

/// How far a value can be trusted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum SourceKind {
    /// Published: anyone can look it up.
    Published,
    /// Recalled from the work named: a band.
    Recalled,
    /// Common practice of the trade.
    Practice,
    /// Computed by this program.
    Model,
}

/// Where a value comes from.
#[derive(Debug, Clone, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Source {
    /// Stable id.
    pub id: String,
    /// Kind.
    pub kind: SourceKind,
    /// What it is.
    pub title: String,
}

/// All sources.
///
/// # Panics
/// When the built-in file is faulty, which the tests rule out.
pub fn sources() -> &'static [Source] {
    #[derive(Deserialize)]
    struct File {
        source: Vec<Source>,
    }
    static SOURCES: LazyLock<Vec<Source>> = LazyLock::new(|| {
        let file: File =
            toml::from_str(include_str!("../catalogue/sources.toml")).expect("catalogue/sources.toml reads");
        file.source
    });
    &SOURCES
}

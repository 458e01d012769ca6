//! What poles stand on, read from `catalogue/poles.toml`; every value names its source.

use crate::cord::Sourced;
use crate::units::Band;
use serde::Deserialize;
use std::sync::LazyLock;

/// What poles stand on.
#[derive(Debug, Clone)]
pub struct Ground {
    /// Stable id.
    pub id: String,
    /// Its name.
    pub name: String,
    /// Push aside that moves a foot, as a share of what it bears.
    pub friction: Band,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Row {
    id: String,
    name: String,
    friction: Sourced<[f64; 2]>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    ground: Vec<Row>,
}

/// Every ground there is.
///
/// # Panics
/// When the built-in file is faulty, which the tests rule out.
pub fn grounds() -> &'static [Ground] {
    static ALL: LazyLock<Vec<Ground>> = LazyLock::new(|| {
        let file: File =
            toml::from_str(include_str!("../../../catalogue/poles.toml")).expect("catalogue/poles.toml reads");
        let read = |r: Row| Ground { id: r.id, name: r.name, friction: Band::new(r.friction.v[0], r.friction.v[1]) };
        file.ground.into_iter().map(read).collect()
    });
    &ALL
}

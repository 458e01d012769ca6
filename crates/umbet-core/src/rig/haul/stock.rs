//! What things are dragged over, read from `catalogue/haul.toml`; every value names its source.

use crate::cord::Sourced;
use crate::units::Band;
use serde::Deserialize;
use std::sync::LazyLock;

/// What a thing is dragged over.
#[derive(Debug, Clone)]
pub struct Over {
    /// Stable id.
    pub id: String,
    /// Its name.
    pub name: String,
    /// Pull on the level, as a share of the weight.
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
    over: Vec<Row>,
}

/// Every ground there is.
///
/// # Panics
/// When the built-in file is faulty, which the tests rule out.
pub fn grounds() -> &'static [Over] {
    static ALL: LazyLock<Vec<Over>> = LazyLock::new(|| {
        let file: File =
            toml::from_str(include_str!("../../../catalogue/haul.toml")).expect("catalogue/haul.toml reads");
        let read = |r: Row| Over { id: r.id, name: r.name, friction: Band::new(r.friction.v[0], r.friction.v[1]) };
        file.over.into_iter().map(read).collect()
    });
    &ALL
}

//! Grounds and how they rub, read from a file of the catalogue; every value names its source.

use crate::cord::Sourced;
use crate::units::Band;
use serde::Deserialize;

/// A ground, and what rubs on it.
#[derive(Debug, Clone)]
pub struct Ground {
    /// Stable id.
    pub id: String,
    /// Its name.
    pub name: String,
    /// Pull or push along it that moves a thing, as a share of what presses it down.
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

impl Ground {
    /// All of a file.
    ///
    /// # Errors
    /// It is no TOML, or not of its shape.
    pub fn all(text: &str) -> Result<Vec<Self>, toml::de::Error> {
        let file: File = toml::from_str(text)?;
        let read = |r: Row| Self { id: r.id, name: r.name, friction: Band::new(r.friction.v[0], r.friction.v[1]) };
        Ok(file.ground.into_iter().map(read).collect())
    }
}

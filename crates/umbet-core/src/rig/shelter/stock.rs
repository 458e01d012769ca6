//! Covers and grounds, read from `catalogue/shelter.toml`; every value names its source.

use crate::cord::Sourced;
use crate::units::Band;
use crate::units::G;
use serde::Deserialize;
use std::sync::LazyLock;

/// A kind of cover.
#[derive(Debug, Clone)]
pub struct CoverKind {
    /// Stable id.
    pub id: String,
    /// Its name.
    pub name: String,
    /// Weight, newtons a square metre.
    pub n_per_m2: f64,
    /// Pull one tie point bears, newtons.
    pub bears_n: Band,
    /// It slackens when wet.
    pub stretches_wet: bool,
    /// Tied to eyelets, not to sewn loops.
    pub eyelets: bool,
}

/// What pegs are driven into.
#[derive(Debug, Clone)]
pub struct Ground {
    /// Stable id.
    pub id: String,
    /// Its name.
    pub name: String,
    /// Pull at which a peg draws, newtons.
    pub peg_n: Band,
}

/// A peg of this length holds what the grounds’ figures say (common practice), metres.
const PEG_M: f64 = 0.23;

impl Ground {
    /// What a stake driven so deep bears: by the square of its depth (common practice).
    pub fn bears(&self, deep_m: f64) -> Band {
        self.peg_n.scaled((deep_m / PEG_M).powi(2))
    }
}

/// All there is.
pub struct Stock {
    /// Covers.
    pub covers: Vec<CoverKind>,
    /// Grounds.
    pub grounds: Vec<Ground>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct CoverRow {
    id: String,
    name: String,
    g_per_m2: Sourced<f64>,
    bears_n: Sourced<[f64; 2]>,
    stretches_wet: Sourced<bool>,
    eyelets: bool,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct GroundRow {
    id: String,
    name: String,
    peg_n: Sourced<[f64; 2]>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    cover: Vec<CoverRow>,
    ground: Vec<GroundRow>,
}

/// The built-in stock.
///
/// # Panics
/// When the built-in file is faulty, which the tests rule out.
pub fn stock() -> &'static Stock {
    static STOCK: LazyLock<Stock> = LazyLock::new(|| {
        let file: File =
            toml::from_str(include_str!("../../../catalogue/shelter.toml")).expect("catalogue/shelter.toml reads");
        let band = |s: Sourced<[f64; 2]>| Band::new(s.v[0], s.v[1]);
        let cover = |r: CoverRow| CoverKind {
            id: r.id,
            name: r.name,
            n_per_m2: r.g_per_m2.v / 1000.0 * G,
            bears_n: band(r.bears_n),
            stretches_wet: r.stretches_wet.v,
            eyelets: r.eyelets,
        };
        Stock {
            covers: file.cover.into_iter().map(cover).collect(),
            grounds: file.ground.into_iter().map(|r| Ground { id: r.id, name: r.name, peg_n: band(r.peg_n) }).collect(),
        }
    });
    &STOCK
}

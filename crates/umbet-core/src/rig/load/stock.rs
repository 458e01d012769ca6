//! What loads stand on, and what rope without a mark counts for, read from `catalogue/load.toml`; every value names its source.

use crate::cord::{Construction, Sourced};
use crate::situation::UsedCord;
use crate::units::{Band, N_PER_LBF};
use serde::Deserialize;
use std::sync::LazyLock;

/// What an item stands on.
#[derive(Debug, Clone)]
pub struct Contact {
    /// Stable id.
    pub id: String,
    /// Its name.
    pub name: String,
    dry: Band,
    wet: Band,
}

impl Contact {
    /// Friction, dry or wet.
    pub fn friction(&self, wet: bool) -> Band {
        if wet { self.wet } else { self.dry }
    }
}

/// Working load limits of rope of one sort that bears no mark.
#[derive(Debug, Clone)]
struct Unmarked {
    of: String,
    /// From a thickness on, millimetres; pounds.
    rows: Vec<[f64; 2]>,
}

/// All there is.
pub struct LoadStock {
    /// What goods stand on.
    pub contacts: Vec<Contact>,
    unmarked: Vec<Unmarked>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct ContactRow {
    id: String,
    name: String,
    dry: Sourced<[f64; 2]>,
    wet: Sourced<[f64; 2]>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct UnmarkedRow {
    of: String,
    row: Sourced<Vec<[f64; 2]>>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    contact: Vec<ContactRow>,
    unmarked: Vec<UnmarkedRow>,
}

/// The built-in stock.
///
/// # Panics
/// When the built-in file is faulty, which the tests rule out.
pub fn load_stock() -> &'static LoadStock {
    static STOCK: LazyLock<LoadStock> = LazyLock::new(|| {
        let file: File =
            toml::from_str(include_str!("../../../catalogue/load.toml")).expect("catalogue/load.toml reads");
        let band = |s: Sourced<[f64; 2]>| Band::new(s.v[0], s.v[1]);
        let contact = |r: ContactRow| Contact { id: r.id, name: r.name, dry: band(r.dry), wet: band(r.wet) };
        LoadStock {
            contacts: file.contact.into_iter().map(contact).collect(),
            unmarked: file.unmarked.into_iter().map(|r| Unmarked { of: r.of, rows: r.row.v }).collect(),
        }
    });
    &STOCK
}

/// Working load limit of this rope where nobody has marked it, newtons (49 CFR 393.108); `None` where the rule has no row for
/// it: too thin, or of another fibre.
pub fn unmarked_limit_n(cord: &UsedCord) -> Option<f64> {
    let braid = matches!(cord.kind.construction, Construction::Braid | Construction::Kernmantle);
    let of = match cord.kind.material.as_str() {
        "nylon" if braid => "double-braid nylon",
        other => other,
    };
    let sort = load_stock().unmarked.iter().find(|u| u.of == of)?;
    let counts = |row: &&[f64; 2]| cord.diameter.mm() + 1e-9 >= row[0];
    sort.rows.iter().take_while(counts).last().map(|row| row[1] * N_PER_LBF)
}

//! Cord kinds, read from `catalogue/cords.toml`; every value there names its source.

use crate::units::{Band, Length, Reader};
use serde::{Deserialize, Serialize};
use std::sync::LazyLock;

/// How a cord is made.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Construction {
    /// A core in a braided mantle.
    Kernmantle,
    /// Plaited.
    Braid,
    /// Three strands laid up.
    Laid,
    /// Twisted twine.
    Twine,
    /// Flat or tubular webbing.
    Webbing,
    /// Elastic.
    Shock,
    /// Braided round nothing: flattens where it is bent.
    Hollow,
    /// Laid of wires.
    Wire,
}

/// How easily it bends.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Stiffness {
    /// Falls into any bend.
    Supple,
    /// In between.
    Middling,
    /// Springs out of bends.
    Stiff,
}

/// A kind of cord.
#[derive(Debug, Clone)]
pub struct Cord {
    /// Stable id.
    pub id: String,
    /// Its name.
    pub name: String,
    /// Material.
    pub material: String,
    /// Construction.
    pub construction: Construction,
    /// Diameter; for webbing, the diameter of a round cord of the same thickness when knotted.
    pub diameter: Length,
    /// Breaking strength when new, newtons, an estimate.
    pub strength_n: Band,
    /// Stretch at a working pull, per cent.
    pub stretch_percent: f64,
    /// Stiffness.
    pub stiffness: Stiffness,
    /// Its grip on a surface against a middling synthetic cord.
    pub grip: f64,
    /// Friction on itself.
    pub on_itself: Band,
    /// Share of that friction kept when wet.
    pub wet_grip: f64,
    /// Share of its strength kept when wet.
    pub wet_strength: f64,
    /// Sources by field.
    pub sources: Vec<(String, String)>,
}

impl Cord {
    /// Its name for a reader: a size that belongs to the name in the reader's own measures, and what was measured where that
    /// is another: `3 mm polyester guy line`, `1/8 in polyester guy line`, `parachute cord, 3.5 mm thick`.
    pub fn said(&self, diameter: Length, reader: &Reader) -> String {
        let named = match self.name.split_once(" mm ") {
            Some((mm, rest)) => match mm.parse::<f64>() {
                Ok(mm) => format!("{} {rest}", reader.diameter(Length::from_mm(mm))),
                Err(_) => self.name.clone(),
            },
            None => self.name.clone(),
        };
        let own = (diameter.mm() - self.diameter.mm()).abs() < 0.05;
        if own { named } else { format!("{named}, {} thick", reader.diameter(diameter)) }
    }

    /// Of plant fibre: it chars where others melt, and mildews.
    pub fn natural(&self) -> bool {
        matches!(self.material.as_str(), "manila" | "jute" | "cotton" | "sisal" | "hemp")
    }

    /// Slides on itself: polyethylene and the like.
    pub fn slick(&self) -> bool {
        self.on_itself.low < 0.13
    }
}

/// A made-up piece is longer than the line it serves by a quarter of it at most, or by thirty centimetres (common practice).
const MADE_UP_OVER: f64 = 0.25;
const MADE_UP_OVER_M: f64 = 0.3;

/// Whether a piece with a loop or a stopper made in its end serves a line as it is: it is not cut, and what is over is stowed.
pub fn serves_made_up(has_m: f64, wanted_m: f64) -> bool {
    let over = has_m - wanted_m;
    (-1e-6..=MADE_UP_OVER_M.max(MADE_UP_OVER * wanted_m)).contains(&over)
}

/// A value with its source id.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub(crate) struct Sourced<T> {
    /// Value.
    pub v: T,
    /// Source id of `catalogue/sources.toml`.
    pub s: String,
}

#[derive(Deserialize)]
struct File {
    cord: Vec<Row>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Row {
    id: String,
    name: String,
    material: String,
    construction: Construction,
    diameter_mm: Sourced<f64>,
    strength_n: Sourced<[f64; 2]>,
    stretch_percent: Sourced<f64>,
    stiffness: Sourced<Stiffness>,
    grip: Sourced<f64>,
    on_itself: Sourced<[f64; 2]>,
    wet_grip: Sourced<f64>,
    wet_strength: Sourced<f64>,
}

impl From<Row> for Cord {
    fn from(r: Row) -> Self {
        let sources = [
            ("diameter_mm", &r.diameter_mm.s),
            ("strength_n", &r.strength_n.s),
            ("stretch_percent", &r.stretch_percent.s),
            ("stiffness", &r.stiffness.s),
            ("grip", &r.grip.s),
            ("on_itself", &r.on_itself.s),
            ("wet_grip", &r.wet_grip.s),
            ("wet_strength", &r.wet_strength.s),
        ];
        Self {
            sources: sources.map(|(f, s)| (f.to_owned(), s.clone())).to_vec(),
            id: r.id,
            name: r.name,
            material: r.material,
            construction: r.construction,
            diameter: Length::from_mm(r.diameter_mm.v),
            strength_n: Band::new(r.strength_n.v[0], r.strength_n.v[1]),
            stretch_percent: r.stretch_percent.v,
            stiffness: r.stiffness.v,
            grip: r.grip.v,
            on_itself: Band::new(r.on_itself.v[0], r.on_itself.v[1]),
            wet_grip: r.wet_grip.v,
            wet_strength: r.wet_strength.v,
        }
    }
}

/// Every cord kind.
///
/// # Panics
/// When the built-in file is faulty, which the tests rule out.
pub fn cords() -> &'static [Cord] {
    static CORDS: LazyLock<Vec<Cord>> = LazyLock::new(|| {
        let file: File = toml::from_str(include_str!("../catalogue/cords.toml")).expect("catalogue/cords.toml reads");
        file.cord.into_iter().map(Cord::from).collect()
    });
    &CORDS
}

/// The cord kind with this id.
pub fn cord(id: &str) -> Option<&'static Cord> {
    cords().iter().find(|c| c.id == id)
}

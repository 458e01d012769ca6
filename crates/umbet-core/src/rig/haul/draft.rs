//! A haul as it is said: the thing, the way, the people; and the same once it was read.

use super::stock::grounds;
use crate::object::{Material, surface};
use crate::rig::ground::Ground;
use crate::rig::shared::Called;
use crate::rig::{Faults, FieldAt, Quantity};
use crate::situation::{CordDraft, Fault, Shape, UsedCord};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

words!(
    /// What is dragged.
    Thing {
        /// A trunk.
        Log => "log",
        /// A pipe.
        Pipe => "pipe",
        /// Poles or planks together.
        Poles => "bundle of poles",
        /// A sledge with a ring in front.
        Sledge => "sledge",
    }
);

words!(
    /// How it is pulled.
    Pulled {
        /// Everybody on the line.
        Straight => "straight, all on the line",
        /// A loop in the line, round an anchor ahead and back.
        Looped => "through a loop and round an anchor ahead",
    }
);

/// A haul as it is said.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct HaulDraft {
    /// What is dragged.
    pub thing: Thing,
    /// Its length, metres.
    pub length_m: f64,
    /// Its thickness, millimetres.
    pub thick_mm: f64,
    /// Its mass, kilograms.
    pub mass_kg: f64,
    /// Id of its surface.
    pub surface: String,
    /// Id of what it is dragged over.
    pub over: String,
    /// The way rises so much, per cent; less than nought where it falls.
    #[serde(default)]
    pub slope_percent: f64,
    /// How far, metres.
    pub way_m: f64,
    /// The line bends over a lip by so much, degrees.
    #[serde(default)]
    pub lip_deg: f64,
    /// How many pull.
    pub people: u8,
    /// What each pulls with, newtons.
    pub pull_n: f64,
    /// How.
    pub pulled: Pulled,
    /// The line.
    pub cord: CordDraft,
    /// Knots one took oneself, by joint.
    #[serde(default)]
    pub knots: BTreeMap<String, String>,
    /// What one calls what it is made fast to.
    #[serde(default)]
    pub called: Called,
}

/// A haul that was read.
#[derive(Debug, Clone)]
pub struct Haul {
    /// As it was said.
    pub said: HaulDraft,
    /// What it is dragged over.
    pub over: &'static Ground,
    /// Its surface.
    pub material: &'static Material,
    /// The line.
    pub cord: UsedCord,
}

/// Least and most length of what is dragged, metres.
pub const LENGTH_M: [f64; 2] = [0.3, 20.0];
/// Least and most thickness, millimetres.
pub const THICK_MM: [f64; 2] = [20.0, 1200.0];
/// Least and most mass, kilograms.
pub const MASS_KG: [f64; 2] = [1.0, 5000.0];
/// Steepest fall and rise, per cent.
pub const SLOPE_PERCENT: [f64; 2] = [-100.0, 100.0];
/// Least and most way, metres.
pub const WAY_M: [f64; 2] = [1.0, 500.0];
/// Least and most bend over a lip, degrees.
pub const LIP_DEG: [f64; 2] = [0.0, 90.0];
/// Most who pull.
pub const PEOPLE: u8 = 30;
/// Least and most that one pulls, newtons.
pub const PULL_N: [f64; 2] = [10.0, 600.0];

impl HaulDraft {
    /// A larch stringer for a footbridge, up a bank.
    pub fn usual() -> Self {
        Self {
            thing: Thing::Log,
            length_m: 5.0,
            thick_mm: 220.0,
            mass_kg: 140.0,
            surface: "bark-rough".into(),
            over: "grass-wet".into(),
            slope_percent: 8.0,
            way_m: 40.0,
            lip_deg: 0.0,
            people: 4,
            pull_n: 250.0,
            pulled: Pulled::Straight,
            cord: CordDraft::of("laid-manila-16"),
            knots: BTreeMap::new(),
            called: Called::new(),
        }
    }

    /// Its numbers.
    pub fn fields(&self) -> Vec<FieldAt> {
        vec![
            FieldAt::new("/length_m", "Length", Quantity::Length),
            FieldAt::new("/thick_mm", "Thickness", Quantity::Thickness),
            FieldAt::new("/mass_kg", "Mass", Quantity::Mass),
            FieldAt::new("/slope_percent", "Rise of the way", Quantity::PerCent).or(0.0),
            FieldAt::new("/way_m", "How far", Quantity::Length),
            FieldAt::new("/lip_deg", "Bend of the line over a lip, degrees", Quantity::Number).or(0.0),
            FieldAt::new("/people", "How many pull", Quantity::Count),
            FieldAt::new("/pull_n", "What each pulls", Quantity::Pull),
            FieldAt::diameter("/cord/diameter_mm", "Thickness of the line", &self.cord),
        ]
    }
}

impl Thing {
    /// The shape its hitch is chosen for.
    pub const fn shape(self) -> Shape {
        match self {
            Self::Log => Shape::Log,
            Self::Pipe => Shape::Pipe,
            Self::Poles => Shape::Bundle,
            Self::Sledge => Shape::Ring,
        }
    }
}

impl Haul {
    /// Reads it.
    ///
    /// # Errors
    /// What is out of reason, and what to change.
    pub fn read(d: &HaulDraft) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults::default();
        faults.within("length_m", "Its length", d.length_m, LENGTH_M, "m");
        faults.within("thick_mm", "Its thickness", d.thick_mm, THICK_MM, "mm");
        faults.within("mass_kg", "Its mass", d.mass_kg, MASS_KG, "kg");
        faults.within("slope_percent", "Rise of the way", d.slope_percent, SLOPE_PERCENT, "%");
        faults.within("way_m", "How far", d.way_m, WAY_M, "m");
        faults.within("lip_deg", "Bend over the lip", d.lip_deg, LIP_DEG, "degrees");
        faults.within("people", "How many pull", f64::from(d.people), [1.0, f64::from(PEOPLE)], "people");
        faults.within("pull_n", "What each pulls", d.pull_n, PULL_N, "N");
        faults.knots(d.knots.values());
        faults.called(&d.called, &["ahead"]);
        let over = grounds().iter().find(|o| o.id == d.over);
        faults.ask("over", over.is_some(), "What it is dragged over: take one of the list.");
        let material = surface(&d.surface);
        faults.ask("surface", material.is_some(), "Its surface: take one of the list.");
        let cord = faults.cord("cord", &d.cord);
        let read = over.zip(material).zip(cord);
        faults.or(read.map(|((over, material), cord)| Self { said: d.clone(), over, material, cord }))
    }

    /// The knot taken by one's own choice at this joint.
    pub fn own_knot(&self, joint: &str) -> Option<&str> {
        self.said.knots.get(joint).map(String::as_str)
    }
}

//! A bar hung from lines, as it is said; and the same once it was read.

use crate::object::{Material, surface};
use crate::rig::shared::Called;
use crate::rig::{Faults, FieldAt, Quantity};
use crate::situation::{CordDraft, Fault, UsedCord};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

words!(
    /// What is hung.
    Bar {
        /// Of wood.
        Pole => "pole",
        /// Of metal.
        Pipe => "pipe",
    }
);

words!(
    /// What it hangs from.
    Overhead {
        /// A living branch.
        Branch => "a branch",
        /// A beam.
        Beam => "a beam",
        /// A pipe or rail.
        Rail => "a rail",
    }
);

/// Something that hangs on the bar.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct HungThing {
    /// What it is called.
    pub name: String,
    /// Its mass, kilograms.
    pub mass_kg: f64,
    /// From where to where along the bar, metres from its left end; alike where it hangs in one place.
    pub along_m: [f64; 2],
    /// Cloth: tied on by so many ties through its eyelets, evenly apart. None for what hangs by itself.
    #[serde(default)]
    pub ties: u32,
}

/// A bar hung from lines, as it is said.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct HangDraft {
    /// What is hung.
    pub bar: Bar,
    /// Its length, metres.
    pub length_m: f64,
    /// Its thickness, millimetres.
    pub thick_mm: f64,
    /// Its own mass, kilograms.
    pub mass_kg: f64,
    /// Id of its surface.
    pub surface: String,
    /// What hangs on it.
    pub things: Vec<HungThing>,
    /// Where the lines hold it, metres from its left end.
    pub lines_m: Vec<f64>,
    /// What it hangs from.
    pub overhead: Overhead,
    /// Thickness of that, millimetres.
    pub over_mm: f64,
    /// Height of that over the floor, metres.
    pub high_m: f64,
    /// Height the bar is to hang at, metres.
    pub at_m: f64,
    /// Somebody may be under it.
    #[serde(default)]
    pub over_heads: bool,
    /// The cord.
    pub cord: CordDraft,
    /// Knots one took oneself, by joint.
    #[serde(default)]
    pub knots: BTreeMap<String, String>,
    /// What one calls what it is made fast to.
    #[serde(default)]
    pub called: Called,
}

/// A hung bar that was read.
#[derive(Debug, Clone)]
pub struct Hang {
    /// As it was said, its lines from left to right.
    pub said: HangDraft,
    /// The bar's surface.
    pub material: &'static Material,
    /// The cord.
    pub cord: UsedCord,
}

/// Least and most length of the bar, metres.
pub const LENGTH_M: [f64; 2] = [0.3, 15.0];
/// Least and most thickness of bar and overhead, millimetres.
pub const THICK_MM: [f64; 2] = [10.0, 800.0];
/// Least and most mass of the bar or of a thing on it, kilograms.
pub const MASS_KG: [f64; 2] = [0.1, 1000.0];
/// Least and most height of what it hangs from, metres.
pub const HIGH_M: [f64; 2] = [0.5, 15.0];
/// Least and most height of the bar, metres.
pub const AT_M: [f64; 2] = [0.1, 14.0];
/// Most lines, and most things on it.
pub const LINES: usize = 12;
/// A place typed in feet comes back so far off, metres: one place is still one.
const AS_TYPED_M: f64 = 0.01;
/// Most ties of one cloth.
pub const TIES: u32 = 40;
/// Narrowest cloth that is tied on, metres.
const LEAST_CLOTH_M: f64 = 0.1;
/// Longest name of a thing, characters.
pub const NAME_LONG: usize = 40;

impl HangDraft {
    /// A pole for wet gear under a beam, on three lines.
    pub fn usual() -> Self {
        let thing = |name: &str, mass_kg, along_m| HungThing { name: name.into(), mass_kg, along_m, ties: 0 };
        Self {
            bar: Bar::Pole,
            length_m: 3.0,
            thick_mm: 60.0,
            mass_kg: 6.0,
            surface: "timber-dry".into(),
            things: vec![thing("wet gear", 18.0, [0.2, 1.8]), thing("tool roll", 9.0, [2.4, 2.4])],
            lines_m: vec![0.1, 1.5, 2.9],
            overhead: Overhead::Beam,
            over_mm: 150.0,
            high_m: 2.8,
            at_m: 1.9,
            over_heads: false,
            cord: CordDraft::of("braid-polyester-6"),
            knots: BTreeMap::new(),
            called: Called::new(),
        }
    }

    /// Its numbers.
    pub fn fields(&self) -> Vec<FieldAt> {
        let mut all = vec![
            FieldAt::new("/length_m", "Length of the bar", Quantity::Length),
            FieldAt::new("/thick_mm", "Thickness of the bar", Quantity::Thickness),
            FieldAt::new("/mass_kg", "Mass of the bar", Quantity::Mass),
            FieldAt::new("/over_mm", "Thickness of what it hangs from", Quantity::Thickness),
            FieldAt::new("/high_m", "Height of what it hangs from", Quantity::Length),
            FieldAt::new("/at_m", "Height of the bar", Quantity::Length),
            FieldAt::diameter("/cord/diameter_mm", "Thickness of the cord", &self.cord),
        ];
        for i in 0..self.lines_m.len() {
            all.push(FieldAt::new(
                format!("/lines_m/{i}"),
                format!("Line {}, from the left end", i + 1),
                Quantity::Length,
            ));
        }
        for (i, thing) in self.things.iter().enumerate() {
            let name = &thing.name;
            all.push(FieldAt::new(format!("/things/{i}/mass_kg"), format!("{name}, mass"), Quantity::Mass));
            all.push(FieldAt::new(format!("/things/{i}/along_m/0"), format!("{name}, from"), Quantity::Length));
            all.push(FieldAt::new(format!("/things/{i}/along_m/1"), format!("{name}, to"), Quantity::Length));
            all.push(FieldAt::new(format!("/things/{i}/ties"), format!("{name}, ties"), Quantity::Count).or(0.0));
        }
        all
    }
}

impl Hang {
    /// Reads it.
    ///
    /// # Errors
    /// What is out of reason, and what to change.
    pub fn read(d: &HangDraft) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults::default();
        faults.within("length_m", "Length of the bar", d.length_m, LENGTH_M, "m");
        faults.within("thick_mm", "Thickness of the bar", d.thick_mm, THICK_MM, "mm");
        faults.within("mass_kg", "Mass of the bar", d.mass_kg, MASS_KG, "kg");
        faults.within("over_mm", "Thickness of what it hangs from", d.over_mm, THICK_MM, "mm");
        faults.within("high_m", "Height of what it hangs from", d.high_m, HIGH_M, "m");
        faults.within("at_m", "Height of the bar", d.at_m, AT_M, "m");
        faults.ask("at_m", d.at_m < d.high_m, "The bar hangs below what it hangs from.");
        faults.ask(
            "lines_m",
            (2..=LINES).contains(&d.lines_m.len()),
            "Two lines at least: on one it tips. Twelve at most.",
        );
        for (i, x) in d.lines_m.iter().enumerate() {
            let on = (0.0..=d.length_m).contains(x);
            faults.ask(
                &format!("lines_m.{i}"),
                on,
                &format!("Line {} does not hold the bar: it is past its end.", i + 1),
            );
        }
        let mut lines_m = d.lines_m.clone();
        lines_m.sort_by(f64::total_cmp);
        let apart = lines_m.windows(2).all(|w| w[1] - w[0] >= 0.02);
        faults.ask("lines_m", apart, "Two lines at one place hold as one: spread them.");
        faults.ask("things", d.things.len() <= LINES, "Twelve things at most: take like ones together.");
        for (i, t) in d.things.iter().enumerate() {
            let name = t.name.trim();
            let named = (1..=NAME_LONG).contains(&name.chars().count());
            faults.ask(&format!("things.{i}.name"), named, "Name each thing in 40 characters.");
            faults.within(&format!("things.{i}.mass_kg"), &format!("Mass of {name}"), t.mass_kg, MASS_KG, "kg");
            let on =
                t.along_m.iter().all(|x| (0.0..=d.length_m).contains(x)) && t.along_m[0] <= t.along_m[1] + AS_TYPED_M;
            faults.ask(
                &format!("things.{i}.along_m"),
                on,
                &format!("The place of {name} is not on the bar, from left to right."),
            );
            let spread = t.along_m[1] - t.along_m[0] >= LEAST_CLOTH_M;
            let tied = t.ties == 0 || (2..=TIES).contains(&t.ties) && spread;
            let says = format!(
                "Ties of {name}: none where it hangs by itself; 2 to {TIES} along a cloth as wide as a hand at least."
            );
            faults.ask(&format!("things.{i}.ties"), tied, &says);
        }
        faults.knots(d.knots.values());
        faults.called(&d.called, &["over"]);
        let material = surface(&d.surface);
        faults.ask("surface", material.is_some(), "Surface of the bar: take one of the list.");
        let cord = faults.cord("cord", &d.cord);
        let (material, cord) = faults.or(material.zip(cord))?;
        let mut things = d.things.clone();
        things.iter_mut().for_each(|t| t.along_m[1] = t.along_m[1].max(t.along_m[0]));
        Ok(Self { said: HangDraft { lines_m, things, ..d.clone() }, material, cord })
    }

    /// The knot taken by one's own choice at this joint.
    pub fn own_knot(&self, joint: &str) -> Option<&str> {
        self.said.knots.get(joint).map(String::as_str)
    }
}

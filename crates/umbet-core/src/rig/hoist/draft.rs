//! A thing hoisted, as it is said; and the same once it was read.

use crate::rig::shared::Called;
use crate::rig::{Faults, FieldAt, Quantity};
use crate::situation::{CordDraft, Fault, Shape, UsedCord};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

words!(
    /// What is hoisted.
    Hoisted {
        /// An axe, its head low.
        Axe => "axe",
        /// A saw, its blade covered.
        Saw => "saw",
        /// A hammer, its head low.
        Hammer => "hammer",
        /// A ladder.
        Ladder => "ladder",
        /// A plank.
        Plank => "plank",
        /// A long pole.
        Pole => "long pole",
        /// A bucket on its bail.
        Bucket => "bucket",
    }
);

words!(
    /// Who hauls, and over what.
    HauledFrom {
        /// From the ground, over a branch.
        Branch => "from the ground over a branch",
        /// From the ground, over a beam.
        Beam => "from the ground over a beam",
        /// Hand over hand from above.
        Above => "hand over hand from above",
    }
);

/// What is known of a thing without being asked.
pub struct HoistedAs {
    /// The shape its hitch finds.
    pub shape: Shape,
    /// Its surface, where that is asked of such a shape.
    pub surface: Option<&'static str>,
    /// Where its balance lies, as a share of its length from the end that goes up first.
    pub balance: f64,
    /// Which end goes up first.
    pub leads: &'static str,
    /// What its hitch is tied on.
    pub on: &'static str,
    /// What is done before.
    pub before: &'static str,
}

impl Hoisted {
    /// What is known of it.
    pub fn known(self) -> HoistedAs {
        let tool =
            |leads, on, before| HoistedAs { shape: Shape::Bundle, surface: None, balance: 0.8, leads, on, before };
        match self {
            Self::Axe => tool("the handle’s end", "the handle, close under the head", "Sheathe its edge."),
            Self::Hammer => {
                tool("the handle’s end", "the handle, close under the head", "Try the head: it must not be loose.")
            }
            Self::Saw => {
                HoistedAs { balance: 0.55, ..tool("its far end", "its grip", "Cover its teeth and tie the cover on.") }
            }
            Self::Ladder => HoistedAs {
                shape: Shape::Pipe,
                surface: Some("timber-dry"),
                balance: 0.5,
                leads: "its top",
                on: "a rung below its middle, the line led up between the rails",
                before: "Tie a sliding ladder’s halves together.",
            },
            Self::Plank => HoistedAs {
                shape: Shape::Square,
                surface: Some("timber-dry"),
                balance: 0.5,
                leads: "one end",
                on: "the plank, below its middle",
                before: "Look for nails and long cracks.",
            },
            Self::Pole => HoistedAs {
                shape: Shape::Log,
                surface: Some("timber-dry"),
                balance: 0.55,
                leads: "its thin end",
                on: "the pole, below its balance",
                before: "Trim what would catch.",
            },
            Self::Bucket => HoistedAs {
                shape: Shape::Ring,
                surface: None,
                balance: 0.5,
                leads: "its bail",
                on: "the bail",
                before: "Fill it no higher than a hand under its rim; nothing stands out.",
            },
        }
    }

    /// It is led by half hitches; a bucket hangs by its bail.
    pub const fn led(self) -> bool {
        !matches!(self, Self::Bucket)
    }
}

impl HauledFrom {
    /// Its line bends over something on its way down to those who haul.
    pub const fn bends(self) -> bool {
        !matches!(self, Self::Above)
    }
}

/// A thing hoisted, as it is said.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct HoistDraft {
    /// What is hoisted.
    pub thing: Hoisted,
    /// Its mass, kilograms.
    pub mass_kg: f64,
    /// Its length, metres.
    pub long_m: f64,
    /// Its thickness where it is hitched, millimetres.
    pub thick_mm: f64,
    /// From the end that goes up first to where it balances, metres; as such things usually balance when absent.
    #[serde(default)]
    pub balance_m: Option<f64>,
    /// Who hauls, and over what.
    pub from: HauledFrom,
    /// So high it is to come, metres.
    pub high_m: f64,
    /// People who haul.
    pub people: u8,
    /// Pull of each, newtons.
    pub pull_n: f64,
    /// A second line from its low end, by which it is guided.
    #[serde(default)]
    pub guided: bool,
    /// The cord.
    pub cord: CordDraft,
    /// Knots one took oneself, by joint.
    #[serde(default)]
    pub knots: BTreeMap<String, String>,
    /// What one calls what it is made fast to.
    #[serde(default)]
    pub called: Called,
}

/// A thing hoisted that was read.
#[derive(Debug, Clone)]
pub struct Hoist {
    /// As it was said.
    pub said: HoistDraft,
    /// The cord.
    pub cord: UsedCord,
}

/// Least and most mass, kilograms: beyond it wants a winch and somebody licensed for it.
pub const MASS_KG: [f64; 2] = [0.2, 150.0];
/// Least and most length, metres.
pub const LONG_M: [f64; 2] = [0.2, 9.0];
/// Least and most thickness, millimetres.
pub const THICK_MM: [f64; 2] = [5.0, 400.0];
/// Least and most height, metres.
pub const HIGH_M: [f64; 2] = [1.0, 30.0];
/// Most people on the line.
pub const PEOPLE: u8 = 6;
/// Least and most pull of one, newtons.
pub const PULL_N: [f64; 2] = [50.0, 500.0];

impl HoistDraft {
    /// A plank for the footbridge.
    pub fn usual() -> Self {
        Self {
            thing: Hoisted::Plank,
            mass_kg: 12.0,
            long_m: 2.4,
            thick_mm: 150.0,
            balance_m: None,
            from: HauledFrom::Beam,
            high_m: 4.0,
            people: 3,
            pull_n: 250.0,
            guided: true,
            cord: CordDraft::of("braid-polyester-12"),
            knots: BTreeMap::new(),
            called: Called::new(),
        }
    }

    /// Another thing hoisted as it usually is: as heavy, as long and as thick as such things are.
    pub fn usual_of(thing: Hoisted) -> Self {
        let (mass_kg, long_m, thick_mm) = match thing {
            Hoisted::Axe => (1.8, 0.8, 35.0),
            Hoisted::Saw => (1.2, 0.75, 35.0),
            Hoisted::Hammer => (1.5, 0.4, 32.0),
            Hoisted::Ladder => (14.0, 3.5, 30.0),
            Hoisted::Plank => return Self::usual(),
            Hoisted::Pole => (12.0, 4.0, 70.0),
            Hoisted::Bucket => (12.0, 0.4, 8.0),
        };
        let guided = long_m > 1.5;
        Self { thing, mass_kg, long_m, thick_mm, guided, people: 1, high_m: 5.0, ..Self::usual() }
    }

    /// Where it balances, from the end that goes up first, metres.
    pub fn balances_m(&self) -> f64 {
        self.balance_m.unwrap_or(self.thing.known().balance * self.long_m)
    }

    /// Its numbers.
    pub fn fields(&self) -> Vec<FieldAt> {
        let mut all = vec![
            FieldAt::new("/mass_kg", "Its mass", Quantity::Mass),
            FieldAt::new("/thick_mm", "Thickness where it is hitched", Quantity::Thickness),
            FieldAt::new("/high_m", "How high it is to come", Quantity::Length),
            FieldAt::new("/people", "People who haul", Quantity::Count),
            FieldAt::new("/pull_n", "Pull of each", Quantity::Pull),
            FieldAt::diameter("/cord/diameter_mm", "Thickness of the cord", &self.cord),
        ];
        if self.thing.led() {
            all.push(FieldAt::new("/long_m", "Its length", Quantity::Length));
            let balance = FieldAt::new("/balance_m", "It balances, from the end that goes up first", Quantity::Length);
            all.push(balance.or(self.thing.known().balance * self.long_m));
        }
        all
    }
}

impl Hoist {
    /// Reads it.
    ///
    /// # Errors
    /// What is out of reason, and what to change.
    pub fn read(d: &HoistDraft) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults::default();
        faults.within("mass_kg", "Its mass, for hoisting by hand", d.mass_kg, MASS_KG, "kg");
        faults.within("long_m", "Its length", d.long_m, LONG_M, "m");
        faults.within("thick_mm", "Thickness where it is hitched", d.thick_mm, THICK_MM, "mm");
        faults.within("high_m", "How high it is to come", d.high_m, HIGH_M, "m");
        faults.ask("people", (1..=PEOPLE).contains(&d.people), "People who haul: 1 to 6.");
        faults.within("pull_n", "Pull of each", d.pull_n, PULL_N, "N");
        let on = d.balance_m.is_none_or(|b| b.is_finite() && b > 0.0 && b < d.long_m);
        faults.ask("balance_m", on, "It balances between its ends: say where, from the end that goes up first.");
        faults.knots(d.knots.values());
        faults.called(&d.called, &["over"]);
        let cord = faults.cord("cord", &d.cord);
        let cord = faults.or(cord)?;
        Ok(Self { said: d.clone(), cord })
    }

    /// The knot taken by one's own choice at this joint.
    pub fn own_knot(&self, joint: &str) -> Option<&str> {
        self.said.knots.get(joint).map(String::as_str)
    }
}

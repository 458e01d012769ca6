//! Poles lashed together, as they are said; and the same once they were read.

use super::stock::grounds;
use crate::lashing::{Counts, FRAPPING, Lashing, Meet, TURNS, lashing, lashings};
use crate::rig::ground::Ground;
use crate::rig::{Faults, FieldAt, Quantity};
use crate::situation::{CordDraft, Fault, UsedCord};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

words!(
    /// What is built of poles.
    Build {
        /// Three legs.
        Tripod => "tripod",
        /// Two legs, kept upright by guys.
        Shears => "pair of shears",
        /// Two legs and a bar.
        AFrame => "A-frame",
        /// Two legs, two ledgers, two braces.
        Trestle => "trestle",
        /// A ridge pole on two pairs of shears.
        Rack => "drying rack",
        /// Two trestles, two bearers, a top.
        Table => "camp table",
        /// Two trestles, two bearers, treads; what crosses stands in its middle.
        Bridge => "bridge for gear",
        /// One pole on another.
        Cross => "bar across an upright",
        /// Two poles that spring apart.
        Brace => "brace across a frame",
        /// Two poles in line.
        Longer => "longer pole of two",
    }
);

words!(
    /// What it bears.
    Bears {
        /// Gear.
        Gear => "gear",
        /// People.
        People => "people",
    }
);

impl Build {
    /// How its poles meet where the lashing is that it stands or falls by.
    pub const fn meet(self) -> Meet {
        match self {
            Self::Tripod => Meet::ThreeLegs,
            Self::Shears | Self::AFrame | Self::Rack => Meet::TwoLegs,
            Self::Trestle | Self::Table | Self::Bridge | Self::Cross => Meet::Cross,
            Self::Brace => Meet::Sprung,
            Self::Longer => Meet::Longer,
        }
    }

    /// It stands on feet set apart.
    pub const fn legged(self) -> bool {
        matches!(self, Self::Tripod | Self::Shears | Self::AFrame | Self::Rack) || self.trestled()
    }

    /// It stands on trestles.
    pub const fn trestled(self) -> bool {
        matches!(self, Self::Trestle | Self::Table | Self::Bridge)
    }

    /// It has a top on two trestles.
    pub const fn topped(self) -> bool {
        matches!(self, Self::Table | Self::Bridge)
    }

    /// It has a bar between its legs.
    pub const fn barred(self) -> bool {
        matches!(self, Self::AFrame) || self.trestled()
    }

    /// What it stands or falls by keeps feet from sliding apart.
    pub const fn lined(self) -> bool {
        matches!(self, Self::Tripod | Self::Shears | Self::Rack)
    }

    /// It falls over but for guys.
    pub const fn guyed(self) -> bool {
        matches!(self, Self::Shears | Self::AFrame | Self::Trestle | Self::Rack)
    }
}

/// Poles lashed together, as they are said.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct PolesDraft {
    /// What is built.
    pub build: Build,
    /// Thickness of the poles where they are lashed, millimetres.
    pub pole_mm: f64,
    /// Length of the legs, or of each pole, metres.
    pub pole_m: f64,
    /// From the foot along the leg to the lashing; of a bar across an upright its height; of a trestle the height of its top.
    pub lashed_m: f64,
    /// From the middle out to each foot, metres.
    pub out_m: f64,
    /// Height of the bar or lower ledger, metres.
    pub bar_m: f64,
    /// Length of the ridge pole between its shears, or the overlap of a longer pole, metres.
    pub long_m: f64,
    /// Id of what it stands on.
    pub ground: String,
    /// A line from foot to foot keeps them together.
    pub spread_line: bool,
    /// What it bears.
    pub bears: Bears,
    /// Its mass, kilograms.
    pub mass_kg: f64,
    /// The cord lashed with.
    pub cord: CordDraft,
    /// The lashing taken where legs meet; the usual one where none is named.
    #[serde(default)]
    pub lashing: Option<String>,
    /// Turns of it.
    #[serde(default)]
    pub turns: Option<usize>,
    /// Its frapping turns.
    #[serde(default)]
    pub frapping: Option<usize>,
    /// Knots one took oneself, by joint.
    #[serde(default)]
    pub knots: BTreeMap<String, String>,
}

/// Poles that were read.
#[derive(Debug, Clone)]
pub struct Poles {
    /// As they were said.
    pub said: PolesDraft,
    /// What they stand on.
    pub ground: &'static Ground,
    /// The cord.
    pub cord: UsedCord,
    /// The lashing where they meet.
    pub lashing: &'static Lashing,
    /// Its turns.
    pub counts: Counts,
}

/// Least and most thickness of a pole, millimetres.
pub const POLE_MM: [f64; 2] = [20.0, 250.0];
/// Least and most length of a pole, metres.
pub const POLE_M: [f64; 2] = [0.5, 9.0];
/// Least and most height of a lashing, metres.
pub const LASHED_M: [f64; 2] = [0.3, 8.5];
/// Least and most distance of a foot from the middle, metres.
pub const OUT_M: [f64; 2] = [0.1, 4.0];
/// Least and most height of a bar, metres.
pub const BAR_M: [f64; 2] = [0.1, 6.0];
/// Least and most length of a ridge or overlap, metres.
pub const LONG_M: [f64; 2] = [0.3, 6.0];
/// Least and most mass, kilograms.
pub const MASS_KG: [f64; 2] = [1.0, 500.0];

impl PolesDraft {
    /// A tripod for a wash stand.
    pub fn usual() -> Self {
        Self {
            build: Build::Tripod,
            pole_mm: 75.0,
            pole_m: 3.0,
            lashed_m: 2.6,
            out_m: 0.85,
            bar_m: 0.9,
            long_m: 1.2,
            ground: "rock-wet".into(),
            spread_line: false,
            bears: Bears::Gear,
            mass_kg: 40.0,
            cord: CordDraft::of("laid-manila-10"),
            lashing: None,
            turns: None,
            frapping: None,
            knots: BTreeMap::new(),
        }
    }

    /// What is built, as large as such things usually are.
    pub fn usual_of(build: Build) -> Self {
        // Poles' length, height of the lashing, feet out, height of the bar, ridge or span, what it bears.
        let [pole_m, lashed_m, out_m, bar_m, long_m, mass_kg] = match build {
            Build::Tripod => return Self::usual(),
            Build::Shears => [3.5, 3.1, 0.9, 0.9, 1.2, 40.0],
            Build::AFrame => [3.0, 2.6, 0.8, 0.7, 1.2, 40.0],
            Build::Trestle => [1.8, 1.4, 0.6, 0.4, 1.2, 60.0],
            Build::Rack => [2.4, 2.0, 0.6, 0.9, 2.0, 20.0],
            Build::Table => [1.0, 0.8, 0.5, 0.25, 1.5, 30.0],
            Build::Bridge => [1.0, 0.8, 0.6, 0.25, 2.4, 60.0],
            Build::Cross => [2.5, 1.4, 0.6, 0.4, 1.2, 25.0],
            Build::Brace => [2.5, 1.4, 0.6, 0.4, 1.2, 20.0],
            Build::Longer => [3.0, 2.6, 0.6, 0.4, 0.9, 20.0],
        };
        Self { build, pole_m, lashed_m, out_m, bar_m, long_m, mass_kg, ..Self::usual() }
    }

    /// Its numbers.
    pub fn fields(&self) -> Vec<FieldAt> {
        let mut all = vec![
            FieldAt::new("/pole_mm", "Thickness of the poles", Quantity::Thickness),
            FieldAt::new("/pole_m", "Length of the poles", Quantity::Length),
            FieldAt::new("/mass_kg", "What it bears", Quantity::Mass),
            FieldAt::diameter("/cord/diameter_mm", "Thickness of the cord", &self.cord),
        ];
        if self.build.legged() || self.build == Build::Cross {
            all.push(FieldAt::new("/lashed_m", self.lashed_label(), Quantity::Length));
        }
        if self.build.legged() {
            all.push(FieldAt::new("/out_m", "Feet, out from the middle", Quantity::Length));
        }
        if self.build.barred() {
            all.push(FieldAt::new("/bar_m", "Height of the bar", Quantity::Length));
        }
        if self.build == Build::Rack {
            all.push(FieldAt::new("/long_m", "From shears to shears", Quantity::Length));
        }
        if self.build.topped() {
            all.push(FieldAt::new("/long_m", "From trestle to trestle", Quantity::Length));
        }
        if self.build == Build::Longer {
            all.push(FieldAt::new("/long_m", "Overlap of the two", Quantity::Length));
        }
        all
    }

    fn lashed_label(&self) -> &'static str {
        match self.build {
            Build::Cross => "Height of the bar on the upright",
            Build::Trestle | Build::Table | Build::Bridge => "Height of its top",
            _ => "From the foot to the lashing",
        }
    }
}

/// The lashing taken for poles that meet so, first the one that is usual.
pub fn fitting(meet: Meet) -> impl Iterator<Item = &'static Lashing> {
    let usual = |l: &&&Lashing| l.id != "tripod-plain";
    let all: Vec<&Lashing> = lashings().iter().filter(|l| l.meet == meet).collect();
    let (first, rest): (Vec<_>, Vec<_>) = all.into_iter().partition(|l| usual(&l));
    first.into_iter().chain(rest)
}

impl Poles {
    /// Reads them.
    ///
    /// # Errors
    /// What is out of reason, and what to change.
    pub fn read(d: &PolesDraft) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults::default();
        faults.within("pole_mm", "Thickness of the poles", d.pole_mm, POLE_MM, "mm");
        faults.within("pole_m", "Length of the poles", d.pole_m, POLE_M, "m");
        faults.within("lashed_m", d.lashed_label(), d.lashed_m, LASHED_M, "m");
        faults.within("out_m", "Feet, out from the middle", d.out_m, OUT_M, "m");
        faults.within("bar_m", "Height of the bar", d.bar_m, BAR_M, "m");
        faults.within("long_m", "From shears to shears, or the overlap", d.long_m, LONG_M, "m");
        faults.within("mass_kg", "What it bears", d.mass_kg, MASS_KG, "kg");
        let count = |n: Option<usize>, [least, most]: [usize; 2]| n.is_none_or(|n| (least..=most).contains(&n));
        faults.ask("turns", count(d.turns, TURNS), "Turns: 2 to 12.");
        faults.ask("frapping", count(d.frapping, FRAPPING), "Frapping turns: 0 to 6.");
        faults.knots(d.knots.values());
        let taken = match &d.lashing {
            None => fitting(d.build.meet()).next(),
            Some(id) => {
                let named = lashing(id);
                faults.ask("lashing", named.is_some(), "Take a lashing of the list.");
                named
            }
        };
        if let Some(taken) = taken {
            let wants = d.build.meet().poles();
            let says = match taken.meet.poles() {
                3 => format!("{} binds three poles. A {} has two there.", taken.name, d.build.words()),
                _ => format!(
                    "{} is for poles that {}; a {} wants another.",
                    taken.name,
                    taken.meet.words(),
                    d.build.words()
                ),
            };
            let fits = taken.meet == d.build.meet();
            faults.ask(
                "lashing",
                fits,
                if wants == 3 { "A tripod takes three poles: take a lashing of three legs." } else { &says },
            );
        }
        let ground = grounds().iter().find(|g| g.id == d.ground);
        faults.ask("ground", ground.is_some(), "Ground: take one of the list.");
        let cord = faults.cord("cord", &d.cord);
        let ((ground, lashing), cord) = faults.or(ground.zip(taken).zip(cord))?;
        let usual = lashing.usual();
        let counts = Counts {
            turns: d.turns.unwrap_or(usual.turns),
            frapping: if lashing.frapped() { d.frapping.unwrap_or(usual.frapping) } else { 0 },
        };
        Ok(Self { said: d.clone(), ground, cord, lashing, counts })
    }

    /// The knot taken by one's own choice at this joint.
    pub fn own_knot(&self, joint: &str) -> Option<&str> {
        self.said.knots.get(joint).map(String::as_str)
    }
}

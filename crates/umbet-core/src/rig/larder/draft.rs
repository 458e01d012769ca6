//! Food hung out of reach, as it is said; and the same once it was read.

use crate::rig::shared::Called;
use crate::rig::{Faults, FieldAt, Quantity};
use crate::situation::{CordDraft, Fault, UsedCord};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

words!(
    /// What it is kept from.
    KeptFrom {
        /// They climb, reach and follow a line.
        Bears => "bears",
        /// They stand up and leap.
        Foxes => "foxes and dogs",
        /// They climb down a line.
        Mice => "mice and rats",
        /// The wet on the ground.
        Damp => "the damp",
    }
);

words!(
    /// How it stays up.
    StaysUp {
        /// The line goes down to a trunk.
        TiedOff => "tied off at a trunk",
        /// A stick hitched into the hauling part catches under the branch line's ring.
        Stick => "held by a stick in the line",
        /// Two bags, one on each end.
        Balanced => "balanced by a second bag",
    }
);

impl KeptFrom {
    /// Clear of the ground, out from the trunk, below the branch: metres at least (common practice, from memory; where a rule of
    /// the place says more, that holds).
    pub const fn clear_m(self) -> [f64; 3] {
        match self {
            Self::Bears => [4.0, 2.0, 1.5],
            Self::Foxes => [2.0, 1.0, 0.3],
            Self::Mice => [1.0, 0.5, 1.0],
            Self::Damp => [0.5, 0.3, 0.3],
        }
    }
}

/// Food hung out of reach, as it is said.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct LarderDraft {
    /// Mass of the bag; of each, where two balance, kilograms.
    pub mass_kg: f64,
    /// From its top to its bottom, metres.
    pub bag_m: f64,
    /// Height of the branch where the line goes over it, metres.
    pub branch_m: f64,
    /// From the trunk out to the line, metres.
    pub out_m: f64,
    /// Thickness of the branch at the trunk, millimetres.
    pub branch_mm: f64,
    /// As high as one reaches, metres.
    pub reach_m: f64,
    /// To the trunk it is tied off at, metres.
    pub away_m: f64,
    /// Pull of who hauls, newtons.
    pub pull_n: f64,
    /// What it is kept from.
    pub from: KeptFrom,
    /// How it stays up.
    pub by: StaysUp,
    /// The cord.
    pub cord: CordDraft,
    /// Knots one took oneself, by joint.
    #[serde(default)]
    pub knots: BTreeMap<String, String>,
    /// What one calls what it is made fast to.
    #[serde(default)]
    pub called: Called,
}

/// Food hung out of reach that was read.
#[derive(Debug, Clone)]
pub struct Larder {
    /// As it was said.
    pub said: LarderDraft,
    /// The cord.
    pub cord: UsedCord,
}

/// Least and most mass, kilograms.
pub const MASS_KG: [f64; 2] = [0.5, 25.0];
/// Least and most length of the bag, metres.
pub const BAG_M: [f64; 2] = [0.1, 1.2];
/// Least and most height of the branch, metres.
pub const BRANCH_M: [f64; 2] = [1.0, 15.0];
/// Least and most distance from the trunk, metres.
pub const OUT_M: [f64; 2] = [0.2, 6.0];
/// Least and most thickness of the branch, millimetres.
pub const BRANCH_MM: [f64; 2] = [20.0, 400.0];
/// Least and most reach, metres.
pub const REACH_M: [f64; 2] = [1.2, 3.0];
/// Least and most distance of the trunk it is tied off at, metres.
pub const AWAY_M: [f64; 2] = [0.5, 20.0];
/// Least and most pull, newtons.
pub const PULL_N: [f64; 2] = [50.0, 500.0];

impl LarderDraft {
    /// A crew's food for two days.
    pub fn usual() -> Self {
        Self {
            mass_kg: 5.0,
            bag_m: 0.5,
            branch_m: 5.5,
            out_m: 1.6,
            branch_mm: 140.0,
            reach_m: 2.0,
            away_m: 3.0,
            pull_n: 250.0,
            from: KeptFrom::Foxes,
            by: StaysUp::TiedOff,
            cord: CordDraft::of("paracord-iii"),
            knots: BTreeMap::new(),
            called: Called::new(),
        }
    }

    /// Its numbers.
    pub fn fields(&self) -> Vec<FieldAt> {
        let bag = if self.by == StaysUp::Balanced { "Mass of each bag" } else { "Mass of the bag" };
        let mut all = vec![
            FieldAt::new("/mass_kg", bag, Quantity::Mass),
            FieldAt::new("/bag_m", "Bag, from top to bottom", Quantity::Length),
            FieldAt::new("/branch_m", "Height of the branch", Quantity::Length),
            FieldAt::new("/out_m", "From the trunk out to the line", Quantity::Length),
            FieldAt::new("/branch_mm", "Thickness of the branch at the trunk", Quantity::Thickness),
            FieldAt::new("/pull_n", "Pull of who hauls", Quantity::Pull),
            FieldAt::diameter("/cord/diameter_mm", "Thickness of the cord", &self.cord),
        ];
        all.push(match self.by {
            StaysUp::TiedOff => FieldAt::new("/away_m", "To the trunk it is tied off at", Quantity::Length),
            StaysUp::Stick | StaysUp::Balanced => FieldAt::new("/reach_m", "As high as you reach", Quantity::Length),
        });
        all
    }
}

impl Larder {
    /// Reads it.
    ///
    /// # Errors
    /// What is out of reason, and what to change.
    pub fn read(d: &LarderDraft) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults::default();
        faults.within("mass_kg", "Mass of the bag", d.mass_kg, MASS_KG, "kg");
        faults.within("bag_m", "Bag, from top to bottom", d.bag_m, BAG_M, "m");
        faults.within("branch_m", "Height of the branch", d.branch_m, BRANCH_M, "m");
        faults.within("out_m", "From the trunk out to the line", d.out_m, OUT_M, "m");
        faults.within("branch_mm", "Thickness of the branch at the trunk", d.branch_mm, BRANCH_MM, "mm");
        faults.within("reach_m", "As high as you reach", d.reach_m, REACH_M, "m");
        faults.within("away_m", "To the trunk it is tied off at", d.away_m, AWAY_M, "m");
        faults.within("pull_n", "Pull of who hauls", d.pull_n, PULL_N, "N");
        faults.knots(d.knots.values());
        faults.called(&d.called, &["branch"]);
        let cord = faults.cord("cord", &d.cord);
        let cord = faults.or(cord)?;
        Ok(Self { said: d.clone(), cord })
    }

    /// The knot taken by one's own choice at this joint.
    pub fn own_knot(&self, joint: &str) -> Option<&str> {
        self.said.knots.get(joint).map(String::as_str)
    }
}

//! Where a bag comes to hang by the length of its line, and what branch, line and hands bear.

use super::draft::{Larder, StaysUp};
use crate::rig::anchor::GREEN_WOOD;
use crate::rig::haul::OVER_A_LIP;
use crate::units::Band;
use crate::units::G;
use serde::Serialize;
use std::f64::consts::PI;

/// Hauled right up, the bag's knot stands so far below the branch, metres (common practice: a hand's width and the knot).
pub const RIGHT_UP_M: f64 = 0.3;
/// Low enough to be hooked down again with a stick, above the reach of who stands, metres (common practice).
pub const HOOKED_M: f64 = 1.5;

/// Where it hangs and what that puts on what holds it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LarderFacts {
    /// From the branch down to its knot, metres.
    pub below_m: f64,
    /// Its bottom over the ground, metres; below zero it does not leave it.
    pub bottom_m: f64,
    /// Clear of the ground, out from the trunk, below the branch, metres at least.
    pub wanted_m: [f64; 3],
    /// What is wanted and not reached.
    pub short_m: [Option<f64>; 3],
    /// The lowest branch with which it would be high enough, metres.
    pub branch_wanted_m: f64,
    /// To haul it up, newtons.
    pub haul_n: Band,
    /// What the branch bears, newtons.
    pub branch_n: Band,
}

impl Larder {
    /// From the branch down to its knot where it comes to rest, metres.
    ///
    /// Tied off it is left as high as it may hang. With a stick, or with a second bag, the line between its knot and what is
    /// hitched in at arm's reach is as long as it was when the bag stood right up: it comes to rest half way.
    pub fn below_m(&self) -> f64 {
        let d = &self.said;
        match d.by {
            StaysUp::TiedOff => d.from.clear_m()[2].max(RIGHT_UP_M),
            StaysUp::Stick | StaysUp::Balanced => f64::midpoint(RIGHT_UP_M, (d.branch_m - d.reach_m).max(RIGHT_UP_M)),
        }
    }

    /// Where it hangs, and the forces.
    pub fn hung(&self) -> LarderFacts {
        let d = &self.said;
        let below_m = self.below_m();
        let bottom_m = d.branch_m - below_m - d.bag_m;
        let wanted_m = d.from.clear_m();
        let has = [bottom_m, d.out_m, below_m];
        let short = |i: usize| (has[i] < wanted_m[i] - 1e-9).then_some(wanted_m[i] - has[i]);
        let weight = d.mass_kg * G;
        let over = |mu: f64| (mu * PI).exp();
        let up = Band { low: over(OVER_A_LIP.low), high: over(OVER_A_LIP.high) };
        LarderFacts {
            below_m,
            bottom_m,
            wanted_m,
            short_m: [short(0), short(1), short(2)],
            branch_wanted_m: self.branch_wanted_m(),
            haul_n: Band { low: weight * up.low, high: weight * up.high },
            branch_n: match d.by {
                // Being hauled is the hardest: both parts pull down.
                StaysUp::TiedOff | StaysUp::Stick => {
                    Band { low: weight * (1.0 + up.low), high: weight * (1.0 + up.high) }
                }
                StaysUp::Balanced => Band { low: 2.0 * weight, high: weight * (1.0 + up.high) },
            },
        }
    }

    /// The lowest branch with which its bottom is as high as is wanted and its knot as far below the branch.
    fn branch_wanted_m(&self) -> f64 {
        let d = &self.said;
        let [ground, _, below] = d.from.clear_m();
        let high = ground + d.bag_m;
        match d.by {
            StaysUp::TiedOff => high + below.max(RIGHT_UP_M),
            // branch − (0.3 + branch − reach) / 2 = high, and (0.3 + branch − reach) / 2 ≥ below.
            StaysUp::Stick | StaysUp::Balanced => {
                (2.0 * high + RIGHT_UP_M - d.reach_m).max(2.0 * below - RIGHT_UP_M + d.reach_m)
            }
        }
    }

    /// What the branch bears where the line goes over it, newtons: M = σπd³/32 at the trunk.
    pub fn branch_bears(&self) -> Band {
        GREEN_WOOD.scaled(PI * (self.said.branch_mm / 1000.0).powi(3) / 32.0 / self.said.out_m)
    }
}

//! What a haul takes, and what those who pull bring to the line.

use super::draft::{Haul, Pulled};
use crate::rig::tighten::AT_ANCHOR;
use crate::statics::purchase::looped_band;
use crate::units::Band;
use crate::units::G;
use serde::Serialize;

/// To start a thing takes so much more than to keep it moving (common practice: up to a third).
const TO_START: f64 = 1.3;
/// Friction of a line over a lip of rock, turf or wood (handbooks of rope friction, a band).
pub const OVER_A_LIP: Band = Band { low: 0.25, high: 0.5 };

/// Forces of a haul, newtons.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HaulPull {
    /// In the line at the thing, while it moves.
    pub moving_n: Band,
    /// In the line at the thing, to start it.
    pub start_n: Band,
    /// What those who pull have to bring, beyond the lip.
    pub wanted_n: Band,
    /// What they bring to the line.
    pub brought_n: Band,
    /// What holds it back where it would run away down the slope; nothing where it stays.
    pub runs_n: f64,
}

impl Haul {
    /// The forces: m g (μ cos θ + sin θ) along the way; e^(μφ) of it beyond a lip.
    pub fn pull(&self) -> HaulPull {
        let weight = self.said.mass_kg * G;
        let slope = (self.said.slope_percent / 100.0).atan();
        let along = |mu: f64| weight * (mu * slope.cos() + slope.sin());
        let moving = Band::new(along(self.over.friction.low).max(0.0), along(self.over.friction.high).max(0.0));
        let start_n = Band { low: moving.low, high: moving.high * TO_START };
        let bend = self.said.lip_deg.to_radians();
        let beyond = |mu: f64| (mu * bend).exp();
        let wanted_n = Band { low: start_n.low * beyond(OVER_A_LIP.low), high: start_n.high * beyond(OVER_A_LIP.high) };
        HaulPull {
            moving_n: moving,
            start_n,
            wanted_n,
            brought_n: self.brought(f64::from(self.said.people)),
            runs_n: (-along(self.over.friction.low)).max(0.0),
        }
    }

    /// What so many bring to the line.
    fn brought(&self, people: f64) -> Band {
        let hands = people * self.said.pull_n;
        match self.said.pulled {
            // Many on one line never pull as one (common practice: a tenth to a fifth is lost).
            Pulled::Straight if people > 1.0 => Band { low: 0.8 * hands, high: hands },
            Pulled::Straight => Band { low: hands, high: hands },
            Pulled::Looped => {
                let wet = if self.cord.wet { self.cord.kind.wet_grip } else { 1.0 };
                looped_band(hands, self.cord.on_itself(), AT_ANCHOR.scaled(wet))
            }
        }
    }

    /// The fewest who surely move it, where so many could.
    pub fn fewest(&self, wanted_n: f64) -> Option<u32> {
        (1..=u32::from(super::draft::PEOPLE)).find(|n| self.brought(f64::from(*n)).low >= wanted_n)
    }
}

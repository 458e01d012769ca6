//! How hard a tethered thing tugs: what it does all day, and the worst. Bands, estimates each.

use super::draft::{Held, Tether};
use super::reach::TetherReach;
use crate::rig::tighten::stiffness;
use crate::statics::wind::{beaufort_speed, gust_of, pressure};
use crate::units::Band;
use crate::units::G;
use serde::Serialize;

/// How hard it tugs, newtons.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Tug {
    /// What it does all day.
    pub daily_n: Band,
    /// The worst.
    pub worst_n: Band,
}

/// An animal leans into its line with this share of its weight, and sets back with that (common practice; no table gives them).
const LEANS: Band = Band { low: 0.05, high: 0.3 };
const SETS_BACK: Band = Band { low: 0.5, high: 1.2 };
/// So fast an animal starts (an estimate), metres a second squared.
const STARTS: f64 = 3.0;
/// An animal's neck and body give a metre to so many times its weight (an estimate).
const BODY: f64 = 2.5;
/// Drag of a boat seen by wind: from bow on to beam on, over length times height of the bow (wind loads on moored craft, recalled).
const IN_WIND: Band = Band { low: 0.2, high: 1.1 };
/// Drag of a hull in a current, over the volume it displaces to the power of two thirds (an estimate: from bow on to beam on).
const IN_CURRENT: Band = Band { low: 0.15, high: 1.0 };
/// A boat surges in a landing's wash with this speed (an estimate), metres a second.
const SURGE_MS: Band = Band { low: 0.1, high: 0.5 };
/// Sea water, kilograms a cubic metre.
const SEA: f64 = 1025.0;

/// Pull in a line of this stiffness (newtons a metre) that stops so much energy (joules): ½F²/k (any textbook of mechanics).
pub fn stopped_n(joules: f64, k: f64) -> f64 {
    (2.0 * joules * k).sqrt()
}

/// Pull in a line of this stiffness that stops a weight which fell so far: W(1 + √(1 + 2kh/W)) (any textbook of mechanics).
pub fn fallen_n(weight_n: f64, fall_m: f64, k: f64) -> f64 {
    weight_n * (1.0 + (1.0 + 2.0 * k * fall_m / weight_n).sqrt())
}

/// Two springs one behind the other.
fn behind(a: f64, b: f64) -> f64 {
    1.0 / (1.0 / a + 1.0 / b)
}

impl Tether {
    /// The line's stiffness at its length, newtons a metre.
    fn line_k(&self) -> Band {
        stiffness(&self.cord).scaled(1.0 / self.said.line_m)
    }

    /// How hard it tugs.
    pub fn tug(&self, reach: &TetherReach) -> Tug {
        match self.said.held {
            Held::Animal | Held::Led => self.of_animal(reach.slack_m),
            Held::Boat => self.of_boat(),
            Held::Gear => self.of_gear(),
        }
    }

    /// It leans; it sets back; or it runs out the slack and is stopped by line, neck and body.
    fn of_animal(&self, slack_m: f64) -> Tug {
        let weight = self.said.mass_kg * G;
        let joules = self.said.mass_kg * STARTS * slack_m;
        let k = behind(self.line_k().high, BODY * weight);
        let sets = SETS_BACK.scaled(weight);
        Tug {
            daily_n: LEANS.scaled(weight),
            worst_n: Band { low: sets.low, high: sets.high.max(stopped_n(joules, k)) },
        }
    }

    /// Wind and current, bow on to beam on, and a surge stopped by the line's stretch.
    fn of_boat(&self) -> Tug {
        let d = &self.said;
        let side = d.long_m * d.eye_high_m;
        let wet = (d.mass_kg / SEA).powf(2.0 / 3.0);
        let water = 0.5 * SEA * d.current_ms.powi(2) * wet;
        let lies = |wind: f64, b: fn(Band) -> f64| b(IN_WIND) * pressure(wind) * side + b(IN_CURRENT) * water;
        let daily = Band {
            low: lies(beaufort_speed(d.beaufort), |b| b.low),
            high: lies(beaufort_speed(d.beaufort), |b| b.high),
        };
        let surge = |v: f64, k: f64| stopped_n(0.5 * d.mass_kg * v * v, k);
        let (k, gust) = (self.line_k(), gust_of(d.beaufort));
        Tug {
            daily_n: daily,
            worst_n: Band {
                low: lies(gust, |b| b.low) + surge(SURGE_MS.low, k.low),
                high: lies(gust, |b| b.high) + surge(SURGE_MS.high, k.high),
            },
        }
    }

    /// Its weight; or its weight stopped after a fall.
    fn of_gear(&self) -> Tug {
        let weight = self.said.mass_kg * G;
        let k = self.line_k();
        let worst = if self.said.fall_m > 0.0 {
            Band { low: fallen_n(weight, self.said.fall_m, k.low), high: fallen_n(weight, self.said.fall_m, k.high) }
        } else {
            Band { low: weight, high: weight }
        };
        Tug { daily_n: Band { low: 0.2 * weight, high: weight }, worst_n: worst }
    }
}

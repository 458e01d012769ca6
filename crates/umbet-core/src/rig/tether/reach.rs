//! How far a tethered thing comes, how its line hangs, what it winds itself round, and what a tide asks for.

use super::draft::{Held, NearThing, Tether};
use crate::rig::Impossible;
use crate::units::{Length, Reader};
use serde::Serialize;
use std::f64::consts::PI;

/// How far it comes and how its line lies.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TetherReach {
    /// Line there is beyond the straight way from tie to eye where it stands, metres.
    pub slack_m: f64,
    /// The eye comes so far from the tie along the level, at any height of the water, metres.
    pub sweep_m: f64,
    /// Height of the slack line's lowest place at least, metres; below nothing where it lies on the ground.
    pub belly_m: f64,
    /// Line one lap round what it is tied to takes, metres; nothing where it cannot be walked round.
    pub lap_m: Option<f64>,
    /// Things it can wind itself round.
    pub caught: Vec<CaughtAt>,
    /// What the tide asks for.
    pub tide: Option<TideReach>,
}

/// A thing a line can wind itself round.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CaughtAt {
    /// Its name.
    pub name: String,
    /// Laps until no line is left.
    pub laps: f64,
    /// A line this long or shorter does not come to it, metres; nothing where none does.
    pub clear_m: Option<f64>,
}

/// A line from a tie that stays to a boat that goes up and down.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TideReach {
    /// The least line with which it does not hang at low water, metres.
    pub least_m: f64,
    /// At high water the bow comes so far from the tie, metres.
    pub sweep_high_m: f64,
    /// The tie is under water at high water.
    pub under: bool,
}

/// Lowest place of a slack line between two heights so far apart: no lower than where a weight would hang that slides on it.
pub fn belly(line_m: f64, apart_m: f64, [tie_m, eye_m]: [f64; 2]) -> f64 {
    f64::midpoint(tie_m, eye_m) - 0.5 * (line_m.powi(2) - apart_m.powi(2)).max(0.0).sqrt()
}

/// The longest line whose belly stays at this height.
pub fn longest(apart_m: f64, [tie_m, eye_m]: [f64; 2], belly_m: f64) -> f64 {
    apart_m.hypot(tie_m + eye_m - 2.0 * belly_m)
}

/// Along the level a line reaches so far from a tie so much higher or lower.
fn level_m(line_m: f64, rise_m: f64) -> f64 {
    (line_m.powi(2) - rise_m.powi(2)).max(0.0).sqrt()
}

impl Tether {
    /// How far it comes.
    ///
    /// # Errors
    /// The line is shorter than the way it has to go.
    pub fn reach(&self, reader: &Reader) -> Result<TetherReach, Impossible> {
        let d = &self.said;
        let m = |m: f64| reader.length_up(Length::from_m(m));
        if d.held == Held::Gear && d.fall_m > 2.0 * d.line_m {
            return Err(Impossible(format!(
                "Tied by {} of line it cannot fall {}: twice its line at the most.",
                m(d.line_m),
                m(d.fall_m)
            )));
        }
        let rise = d.to_high_m - d.eye_high_m;
        let straight = d.off_m.hypot(rise);
        if d.line_m < straight {
            return Err(Impossible(format!(
                "The line does not reach: from tie to eye it is {}, and the line is {}.",
                m(straight),
                m(d.line_m)
            )));
        }
        let tide = self.tide(reader)?;
        let sweep_m = level_m(d.line_m, self.least_rise());
        Ok(TetherReach {
            slack_m: d.line_m - straight,
            sweep_m,
            belly_m: belly(d.line_m, d.off_m, [d.to_high_m, d.eye_high_m]),
            lap_m: (d.to.walked_round() && d.held != Held::Boat)
                .then(|| PI * (d.to_mm / 1000.0 + self.cord.diameter.m())),
            caught: d.around.iter().filter_map(|near| self.caught(near, sweep_m)).collect(),
            tide,
        })
    }

    /// From the eye up to the tie: as it stands, and of a boat at low and at high water.
    fn rises(&self) -> [f64; 3] {
        let d = &self.said;
        let rise = d.to_high_m - d.eye_high_m;
        if d.held == Held::Boat { [rise, rise + d.falls_m, rise - d.rises_m] } else { [rise; 3] }
    }

    /// The least there is between them as the water goes from one to the other: there it comes farthest.
    fn least_rise(&self) -> f64 {
        let [now, low, high] = self.rises();
        if low.signum() == high.signum() { now.abs().min(low.abs()).min(high.abs()) } else { 0.0 }
    }

    fn caught(&self, near: &NearThing, sweep_m: f64) -> Option<CaughtAt> {
        let d = &self.said;
        let thick = near.thick_mm / 1000.0;
        let face = (near.at_m - thick / 2.0).max(0.0);
        if sweep_m <= face {
            return None;
        }
        let clear = face.hypot(self.least_rise());
        let laps = (sweep_m - face) / (PI * (thick + self.cord.diameter.m()));
        // A line that must reach where it stands, and at low water too, cannot be so short.
        let least = d.off_m.hypot(self.rises().into_iter().fold(0.0, |a: f64, r| a.max(r.abs())));
        let clear_m = (clear >= least).then_some(clear);
        Some(CaughtAt { name: near.name.trim().to_owned(), laps, clear_m })
    }

    fn tide(&self, reader: &Reader) -> Result<Option<TideReach>, Impossible> {
        let d = &self.said;
        if d.held != Held::Boat {
            return Ok(None);
        }
        let m = |m: f64| reader.length_up(Length::from_m(m));
        let [_, low, high] = self.rises();
        let least_m = d.off_m.hypot(low);
        if d.line_m < least_m {
            return Err(Impossible(format!(
                "At low water the boat hangs by its line: {} at least from ring to bow, and the line is {}. Lengthen it, or tie it to what floats.",
                m(least_m),
                m(d.line_m)
            )));
        }
        Ok(Some(TideReach { least_m, sweep_high_m: level_m(d.line_m, high), under: d.to_high_m < d.rises_m }))
    }
}

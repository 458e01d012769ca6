//! Each lashing of what is built, measured: its cord by geometry and by rule, and what it holds.

use super::build::{LashedAt, Standing};
use super::draft::Poles;
use crate::lashing::hold::Bound;
use crate::lashing::lay::PITCH;
use crate::lashing::{Cord, Counts, How, Laying, Meet};
use crate::rig::Impossible;
use crate::rig::cut::item;
use crate::rig::working::KEPT;
use crate::units::{Band, Length, Reader};
use crate::usage::LengthItem;
use serde::Serialize;

/// A lashing of what is built.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LashingFacts {
    /// Stable id of the place.
    pub id: String,
    /// Where.
    pub place: String,
    /// Id of the lashing.
    pub lashing: String,
    /// Its name.
    pub name: String,
    /// How many of it.
    pub times: usize,
    /// Turns and frapping turns.
    pub counts: Counts,
    /// It is frapped.
    pub frapped: bool,
    /// Poles' radius in diameters of the cord, for its drawing.
    pub radius: f64,
    /// Cord by geometry: each part's name, metres, and words.
    pub cord: Vec<LengthItem>,
    /// All of it, metres, and in words.
    pub total_m: f64,
    /// The same in words.
    pub total: String,
    /// By the trade's rule of thumb, metres.
    pub rule_m: f64,
    /// The same in words.
    pub rule: String,
    /// By how much the two differ, in words.
    pub differ: String,
    /// Length of one turn round the poles, metres.
    pub turn_m: f64,
    /// What one more turn takes, in words.
    pub turn_takes: String,
    /// What one more frapping turn takes.
    pub frapping_takes: String,
    /// Along a pole it slips from here, newtons.
    pub slip_n: Band,
    /// Slip, and turning where poles cross, in words.
    pub holds: String,
}

/// Tails left at either end of a lashing, metres together (common practice: a hand and a half each).
const TAILS_M: f64 = 0.3;
/// The rule of thumb: three feet of cord for each inch of the poles' thickness added (common practice; from memory).
const RULE_M_PER_M: f64 = 0.9144 / 0.0254;

impl Poles {
    /// Each lashing measured: its cord by geometry and by rule, and what it holds.
    pub(super) fn lashings(&self, standing: &Standing, reader: &Reader) -> Result<Vec<LashingFacts>, Impossible> {
        let mut all: Vec<LashingFacts> = Vec::new();
        for l in &standing.lashed {
            // The same lashing elsewhere takes the same cord and holds as much.
            let same = all.iter().find(|f| f.lashing == l.lashing.id && f.counts == l.counts).cloned();
            let facts = same.map_or_else(|| self.measured(l, reader), Ok)?;
            all.push(LashingFacts { id: l.id.into(), place: l.name.clone(), times: l.nodes.len(), ..facts });
        }
        Ok(all)
    }

    /// Cord of one frapping turn where there is none yet; nothing where the lashing has none.
    fn first_frapping_m(&self, at: &LashedAt, radius: f64) -> Result<f64, Impossible> {
        let script = at.lashing.with(Counts { frapping: 1, ..at.counts });
        let laid = Laying::lay(&script, &vec![radius; script.poles.len()], How::TIGHT);
        let laid = laid.map_err(|e| Impossible(format!("{}: {e}.", at.lashing.name)))?;
        Ok(Cord::of(&laid).frapping * self.cord.diameter.m())
    }

    fn measured(&self, at: &LashedAt, reader: &Reader) -> Result<LashingFacts, Impossible> {
        let (pole_m, cord_m) = (self.said.pole_mm / 1000.0, self.cord.diameter.m());
        let radius = pole_m / 2.0 / cord_m;
        let script = at.lashing.with(at.counts);
        let radii = vec![radius; script.poles.len()];
        let laid =
            Laying::lay(&script, &radii, How::TIGHT).map_err(|e| Impossible(format!("{}: {e}.", at.lashing.name)))?;
        let cord = Cord::of(&laid);
        let groups = if at.lashing.meet == Meet::Sprung { 2.0 } else { 1.0 };
        // One more turn is one more of each end, where both work.
        let more_m = |of: f64, count: usize| if count > 0 { of * cord_m / count as f64 } else { 0.0 };
        let turn_m = more_m(cord.turns, at.counts.turns);
        let frap_m = match at.counts.frapping {
            0 => self.first_frapping_m(at, radius)?,
            n => more_m(cord.frapping, n),
        };
        let round_m = more_m(cord.turns, at.lashing.of_both_ends(at.counts).turns) / groups;
        let bound = self.bound(at, round_m);
        let [slip_n, turning] = at.lashing.holds(at.counts, bound);
        let w = |m: f64| reader.length(Length::from_m(m));
        let parts = [("start", cord.start), ("turns", cord.turns), ("frapping", cord.frapping), ("end", cord.end)];
        let mut items: Vec<_> =
            parts.into_iter().filter(|p| p.1 > 0.0).map(|(name, d)| item(name, d * cord_m, reader)).collect();
        items.push(item("both tails", TAILS_M, reader));
        let total_m: f64 = items.iter().map(|i| i.length_m).sum();
        let rule_m = at.lashing.meet.poles() as f64 * pole_m * RULE_M_PER_M;
        let differ = if rule_m >= total_m {
            format!("{} more than it takes", w(rule_m - total_m))
        } else {
            format!("{} too short", w(total_m - rule_m))
        };
        let turns = if turning.high > 0.0 {
            format!("; turning, {:.0} to {:.0} Nm", turning.low, turning.high)
        } else {
            String::new()
        };
        Ok(LashingFacts {
            id: at.id.into(),
            place: at.name.clone(),
            lashing: at.lashing.id.clone(),
            name: at.lashing.name.clone(),
            times: at.nodes.len(),
            counts: at.counts,
            frapped: at.lashing.frapped(),
            radius,
            cord: items,
            total_m,
            total: reader.length_up(Length::from_m(total_m)),
            rule_m,
            rule: w(rule_m),
            differ,
            turn_m: round_m,
            turn_takes: w(turn_m),
            frapping_takes: w(frap_m),
            slip_n,
            holds: format!("Slips along a pole from {}{turns}, est.", reader.forces(slip_n)),
        })
    }

    /// What a lashing is tied on; legs open as far as their feet stand out.
    pub(super) fn bound(&self, at: &LashedAt, turn_m: f64) -> Bound {
        let legs = matches!(at.lashing.meet, Meet::TwoLegs | Meet::ThreeLegs);
        let lanes = if at.lashing.id == "tripod" { 2.0 } else { 1.0 };
        let cord_m = self.cord.diameter.m();
        Bound {
            pole_m: self.said.pole_mm / 1000.0,
            cord_m,
            turn_m,
            opened: if legs { self.said.out_m / self.apex_m() } else { 0.0 },
            cord_n: self.cord.at_knot(KEPT).low,
            high_m: if legs { at.counts.turns as f64 * lanes * PITCH * cord_m } else { 0.0 },
        }
    }
}

//! Which side of the shelter the wind meets, and how hard it then presses on a panel.

use super::draft::{Pitch, ShelterDraft};
use super::looks::Bearing;
use crate::units::Band;

/// Pressure across a steep panel as a share of the wind's own (handbook tables for canopy roofs, recalled).
const STEEP: Band = Band { low: 0.4, high: 0.8 };
/// The same for a flat one, up or down.
const FLAT: Band = Band { low: 0.3, high: 0.9 };
/// The same where the wind blows in at the open side and is held there (the same tables, blocked below, recalled).
const INTO_OPEN: Band = Band { low: 0.6, high: 1.2 };
/// The same for wind along the ridge, through from end to end (the same tables, recalled).
const THROUGH: Band = Band { low: 0.2, high: 0.6 };
/// Slope from which a panel is steep.
const STEEP_FROM: f64 = 0.52;

/// Where the wind blows to, in the shelter's own directions: one long, along the ridge and across it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Blow {
    /// Toward the far anchor.
    pub along: f64,
    /// To the right of one who looks there.
    pub across: f64,
}

/// How much of it meets a closed panel, an open side, and goes through along the ridge; they add up to one.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Shares {
    /// On closed panels.
    pub panel: f64,
    /// Into the open side.
    pub open: f64,
    /// Along the ridge.
    pub through: f64,
}

impl Blow {
    /// As asked; where nothing was, across the ridge, on the closed side.
    pub fn of(draft: &ShelterDraft, bearing: &Bearing) -> Self {
        let Some(from) = draft.wind_from_deg else {
            return match draft.pitch {
                Pitch::HalfPyramid | Pitch::PloughPoint => Self { along: -1.0, across: 0.0 },
                Pitch::AFrame | Pitch::LeanTo | Pitch::FlatFly => Self { along: 0.0, across: -1.0 },
            };
        };
        let (east, north) = from.to_radians().sin_cos();
        let [along, across] = bearing.turned([-east, -north]);
        Self { along, across }
    }

    /// What it meets.
    pub fn shares(self, pitch: Pitch) -> Shares {
        let (in_front, behind) = (|v: f64| v.max(0.0).powi(2), |v: f64| v.min(0.0).powi(2));
        let (x, y) = (self.along, self.across);
        match pitch {
            Pitch::AFrame | Pitch::FlatFly => Shares { panel: y * y, open: 0.0, through: x * x },
            // Open before the ridge, closed behind it.
            Pitch::LeanTo => Shares { panel: behind(y), open: in_front(y), through: x * x },
            // Open toward the near anchor, closed on all other sides.
            Pitch::HalfPyramid | Pitch::PloughPoint => {
                Shares { panel: behind(x) + y * y, open: in_front(x), through: 0.0 }
            }
        }
    }
}

impl Shares {
    /// Pressure on a panel of this slope, as a share of the wind's own.
    pub fn on_panel(&self, slope: f64) -> Band {
        let closed = if slope >= STEEP_FROM { STEEP } else { FLAT };
        let sum =
            |f: fn(&Band) -> f64| self.panel * f(&closed) + self.open * f(&INTO_OPEN) + self.through * f(&THROUGH);
        Band::new(sum(|b| b.low), sum(|b| b.high))
    }

    /// What to change about the way it stands, where the wind asks for it.
    pub fn remark(&self, pitch: Pitch) -> Option<&'static str> {
        match pitch {
            _ if self.open > 0.25 => {
                Some("The wind blows into the open side: turn the shelter about, its back to the wind.")
            }
            Pitch::AFrame | Pitch::LeanTo if self.through > 0.5 => Some(
                "The wind blows along the ridge, in at the end: close that end, or turn the ridge across the wind.",
            ),
            _ => None,
        }
    }
}

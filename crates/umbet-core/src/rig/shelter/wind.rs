//! Which panels the wind meets, and how hard it presses on each.

use super::bearing::Bearing;
use super::draft::{Pitch, Shelter};
use super::pitch::Place;
use crate::units::Band;

/// One end of the estimates.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum End {
    /// The lower end.
    Low,
    /// The upper end.
    High,
}

impl End {
    /// Both.
    pub const BOTH: [Self; 2] = [Self::Low, Self::High];

    /// This end of a band.
    pub fn of(self, b: Band) -> f64 {
        match self {
            Self::Low => b.low,
            Self::High => b.high,
        }
    }

    /// The other end.
    pub fn other(self) -> Self {
        match self {
            Self::Low => Self::High,
            Self::High => Self::Low,
        }
    }
}

/// Pressure across a steep panel as a share of the wind's own (handbook tables for canopy roofs, recalled).
const STEEP: Band = Band { low: 0.4, high: 0.8 };
/// The same for a flat one.
const FLAT: Band = Band { low: 0.3, high: 0.9 };
/// The same where the wind blows in at the open side and is held there (the same tables, blocked below, recalled).
const INTO_OPEN: Band = Band { low: 0.6, high: 1.2 };
/// The same for wind along the ridge, through from end to end (the same tables, recalled).
const THROUGH: Band = Band { low: 0.2, high: 0.6 };
/// A panel is steep from this rise out of the level (the sine of 30°).
const STEEP_FROM: f64 = 0.5;

/// Where the wind blows to, in the shelter's own directions: one long, along the ridge and across it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Blow {
    /// Toward the far anchor.
    pub along: f64,
    /// To the right of one who looks there.
    pub across: f64,
}

/// What the wind does to one panel, as shares of its own pressure.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Press {
    /// How hard it tightens the cloth, from whichever side.
    pub tightens: f64,
    /// How hard it presses inward, on the closed side; less than nothing where it presses outward.
    pub inward: f64,
}

impl Blow {
    /// As asked; where nothing was, across the ridge, on the closed side.
    pub fn of(shelter: &Shelter, bearing: &Bearing) -> Self {
        let Some(from) = shelter.wind_from_deg else {
            return match shelter.pitch {
                Pitch::HalfPyramid | Pitch::PloughPoint => Self { along: -1.0, across: 0.0 },
                Pitch::AFrame | Pitch::LeanTo | Pitch::FlatFly => Self { along: 0.0, across: -1.0 },
            };
        };
        let (east, north) = from.to_radians().sin_cos();
        let [along, across] = bearing.turned([-east, -north]);
        Self { along, across }
    }

    /// How much of it blows in at the open side, and how much through along the ridge.
    fn open_and_through(self, pitch: Pitch) -> [f64; 2] {
        let (x, y) = (self.along, self.across);
        match pitch {
            Pitch::AFrame | Pitch::FlatFly => [0.0, x * x],
            // Open before the ridge, closed behind it.
            Pitch::LeanTo => [y.max(0.0).powi(2), x * x],
            // Open toward the near anchor, closed on all other sides.
            Pitch::HalfPyramid | Pitch::PloughPoint => [x.max(0.0).powi(2), 0.0],
        }
    }

    /// On a panel that lies so, `normal` a metre straight out of it.
    pub fn on(self, pitch: Pitch, normal: Place, end: End) -> Press {
        let level = normal[0].hypot(normal[1]);
        // On a level panel it rubs rather than presses; it is taken as met.
        let meets = if level < 1e-6 { 1.0 } else { -(self.along * normal[0] + self.across * normal[1]) / level };
        let closed = meets.max(0.0).powi(2) * end.of(if level >= STEEP_FROM { STEEP } else { FLAT });
        let [open, through] = self.open_and_through(pitch);
        let outward = open * end.of(INTO_OPEN) + through * end.of(THROUGH);
        Press { tightens: closed + outward, inward: closed - outward }
    }

    /// What to change about the way it stands, where the wind asks for it.
    pub fn remark(self, pitch: Pitch) -> Option<&'static str> {
        let [open, through] = self.open_and_through(pitch);
        match pitch {
            _ if open > 0.25 => {
                Some("The wind blows into the open side: turn the shelter about, its back to the wind.")
            }
            Pitch::AFrame | Pitch::LeanTo if through > 0.5 => Some(
                "The wind blows along the ridge, in at the end: close that end, or turn the ridge across the wind.",
            ),
            _ => None,
        }
    }
}

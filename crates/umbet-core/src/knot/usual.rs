//! What a knot is shown on where no joint says: sizes that can be read on a page and tied in the hand.

use super::read::Knot;
use crate::object::{Shape, object_kind};
use crate::units::Length;

/// A middling object for a knot, and cord to go with it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Usual {
    /// The shape.
    pub shape: Shape,
    /// Diameter of the object.
    pub size: Length,
    /// Diameter of the cord.
    pub cord: Length,
    /// Surface id.
    pub surface: &'static str,
}

/// A rail of scaffold thickness in rope a hand holds well.
const RAIL_MM: f64 = 48.0;
const LINE_MM: f64 = 12.0;
/// Cord on a rope is clearly thinner than the rope, or it does not bite (common practice).
const ON_ROPE: f64 = 0.45;

impl Knot {
    /// What it is shown on where no joint says.
    pub fn usual(&self) -> Usual {
        let shape = self.entry.shapes.first().copied().unwrap_or(Shape::Post);
        let (size, cord, surface) = match shape {
            Shape::Rope if !self.path.poles.is_empty() => {
                let rope = object_kind(Shape::Rope);
                (rope.size_mm, (rope.size_mm * ON_ROPE).round(), rope.surface.as_str())
            }
            Shape::Log | Shape::Post => (RAIL_MM, LINE_MM, "bark-rough"),
            _ => (RAIL_MM, LINE_MM, "timber-dry"),
        };
        Usual { shape, size: Length::from_mm(size), cord: Length::from_mm(cord), surface }
    }
}

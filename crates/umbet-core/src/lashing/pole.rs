//! Round poles in space.

use glam::DVec3;

/// A straight round pole, longer than any lashing. Everything is in diameters of the cord: `x` right, `y` up, `z` to the viewer.
#[derive(Debug, Clone, PartialEq)]
pub struct Pole {
    /// Its letter in the notation.
    pub name: char,
    /// Unit vector along it.
    pub along: DVec3,
    /// Its radius.
    pub radius: f64,
    /// A point of its axis.
    pub middle: DVec3,
}

impl Pole {
    /// From the axis to a point, square to the axis.
    pub fn out(&self, p: DVec3) -> DVec3 {
        let v = p - self.middle;
        v - self.along * v.dot(self.along)
    }

    /// The sight line from `p` toward `eye` (a unit vector) goes through it.
    pub fn hides(&self, p: DVec3, eye: DVec3) -> bool {
        /// A cord that only grazes the sight line is seen.
        const GRAZE: f64 = 0.02;
        let out = self.out(p);
        let across = eye - self.along * eye.dot(self.along);
        let square = across.length_squared();
        if square < 1e-9 {
            return false;
        }
        let nearest = -out.dot(across) / square;
        nearest > 0.0 && (out + across * nearest).length() < self.radius - GRAZE
    }
}

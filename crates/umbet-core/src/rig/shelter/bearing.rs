//! How the ridge lies among the anchors, and where metres lie on the drawing of it.

use super::draft::Shelter;
use super::site::Between;
use serde::{Deserialize, Serialize};

/// Where metres lie on the drawing from above.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OnPage {
    /// Pixels a metre.
    pub scale: f64,
    /// Page place of the near anchor's face.
    pub origin: [f64; 2],
    /// The ridge among the anchors.
    pub bearing: Bearing,
}

/// Where the ridge lies among the anchors: the near anchor's face, and the way the ridge runs.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Bearing {
    /// Where the near anchor's face is, metres east and north.
    pub from_m: [f64; 2],
    /// One metre along the ridge.
    pub along: [f64; 2],
}

impl OnPage {
    /// The place on the site, metres east and north, of one on the page.
    pub fn place(&self, at: [f64; 2]) -> [f64; 2] {
        let [x, y] = [0, 1].map(|i| (at[i] - self.origin[i]) / self.scale);
        let ([ux, uy], [fx, fy]) = (self.bearing.along, self.bearing.from_m);
        [fx + x * ux + y * uy, fy + x * uy - y * ux]
    }
}

impl Bearing {
    /// Of a plan. Behind an anchor that stands alone the shelter lies to windward, its back to the wind; to the north where
    /// no wind was named.
    pub fn of(shelter: &Shelter, between: &Between) -> Self {
        let [a, b] = between.anchors.map(|i| &shelter.anchors[i]);
        let (dx, dy) = (b.at_m[0] - a.at_m[0], b.at_m[1] - a.at_m[1]);
        let apart = dx.hypot(dy);
        let along = if apart > 1e-9 {
            [dx / apart, dy / apart]
        } else {
            let (east, north) = shelter.wind_from_deg.unwrap_or(0.0).to_radians().sin_cos();
            [east, north]
        };
        let r = a.face_m();
        Self { from_m: [a.at_m[0] + along[0] * r, a.at_m[1] + along[1] * r], along }
    }

    /// Along and across the ridge; across grows to the right of one who looks along it.
    pub(super) fn local(&self, at: [f64; 2]) -> [f64; 2] {
        self.turned([at[0] - self.from_m[0], at[1] - self.from_m[1]])
    }

    /// A direction, given east and north.
    pub(super) fn turned(&self, [x, y]: [f64; 2]) -> [f64; 2] {
        [x * self.along[0] + y * self.along[1], x * self.along[1] - y * self.along[0]]
    }
}

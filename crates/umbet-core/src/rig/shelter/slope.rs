//! How the site lies: the ground as a plane, and how high the ridge can be tied at each end of it.

use super::draft::Shelter;
use super::site::Between;
use crate::rig::Impossible;
use crate::units::{Length, Reader};
use serde::Serialize;

/// The ground, taken as a plane; its height is nought in the middle between the anchors.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Plane {
    /// Rise along the ridge, metres a metre.
    pub along: f64,
    /// Rise across it, to the right of one who looks from the near anchor to the far one.
    pub across: f64,
    /// Where along the ridge it is nought.
    pub middle_m: f64,
}

impl Plane {
    /// Of a site.
    pub fn of(shelter: &Shelter, between: &Between) -> Self {
        Self { along: shelter.rises[0], across: shelter.rises[1], middle_m: between.span_m / 2.0 }
    }

    /// Height of the ground at a place.
    pub fn at(&self, x: f64, y: f64) -> f64 {
        self.along * (x - self.middle_m) + self.across * y
    }
}

/// How the ridge lies over the ground.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum RidgeSlope {
    /// Level, so that the cover does not slide.
    Level,
    /// As the ground does, so that no eave digs into it.
    WithTheGround,
}

/// Steepest a ridge may lie, metres a metre: on a steeper one the cover slides (common practice).
const STEEPEST: f64 = 0.25;

/// Heights of the ridge's straight line at both anchors, over the ground in the middle, for a ridge that stands `h` over it
/// there: as level, or as much with the ground, as the anchors allow. It is tied `sag` higher.
///
/// # Errors
/// [`Impossible`] when the anchors do not let a line so high, or only a steep one.
pub fn ties(
    between: &Between,
    plane: &Plane,
    h: f64,
    sag: f64,
    slope: RidgeSlope,
    reader: &Reader,
) -> Result<[f64; 2], Impossible> {
    let m = |m: f64| reader.length(Length::from_m(m));
    let ground = [plane.at(0.0, 0.0), plane.at(between.span_m, 0.0)];
    let [low, high] = [between.low_m, between.high_m].map(|l| [l[0] + ground[0] - sag, l[1] + ground[1] - sag]);
    let twice = (2.0 * h).max(low[0] + low[1]);
    if twice > high[0] + high[1] + 1e-9 {
        let [near, far] = between.high_m;
        return Err(Impossible(format!(
            "The ridge wants {} in its middle, but a line can be tied {} high at most at its near end and {} at its far end: ask for it lower, or take other anchors.",
            m(h),
            m(near),
            m(far)
        )));
    }
    let wanted = match slope {
        RidgeSlope::Level => h,
        RidgeSlope::WithTheGround => h + ground[0],
    };
    let near = wanted.max(low[0]).max(twice - high[1]).min(high[0]).min(twice - low[1]);
    let far = twice - near;
    let rise = far - near;
    if rise.abs() > STEEPEST * between.span_m {
        return Err(Impossible(format!(
            "The ridge would rise {} over {}, and the cover would slide down it: tie nearer to level, or take other anchors.",
            m(rise.abs()),
            m(between.span_m)
        )));
    }
    Ok([near, far])
}

//! How long a knot takes to teach, from its moves and the class; corrected by the times an instructor has logged.
//!
//! The rules are common practice, rounded: shown twice slowly and once turned over, then the wrong one; tied guided move by move
//! with a look at each pair of hands; drilled on the real object; tested one by one.

use crate::knot::Knot;
use serde::Serialize;

/// Seconds to show a move, each of two times.
const SHOWN_S: f64 = 10.0;
/// Seconds to name it and its parts, turn it over and show the wrong one.
const TOLD_S: f64 = 120.0;
/// Seconds for a class to follow a move.
const GUIDED_S: f64 = 45.0;
/// Seconds to look at one learner's knot.
const LOOK_S: f64 = 15.0;
/// Seconds a learner takes for a move while it is new.
const NEW_MOVE_S: f64 = 8.0;
/// Seconds to untie it and begin again.
const UNTIED_S: f64 = 15.0;
/// Share of it all that a plan may be off before anything is logged.
const UNKNOWN: f64 = 0.3;
/// A recap of a knot takes this share of its drill.
const RECAP: f64 = 0.5;

/// Minutes of a knot in a lesson, by what is done.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Minutes {
    /// Shown by the instructor.
    pub shown: f64,
    /// Tied guided, move by move.
    pub guided: f64,
    /// Drilled on the real object.
    pub drilled: f64,
    /// Tested, and struck.
    pub tested: f64,
}

impl Minutes {
    /// A knot new to this class, tied so many times in the drill.
    pub fn of(knot: &Knot, class: u32, times: u32) -> Self {
        let (moves, class) = (f64::from(knot.entry.hands.moves), f64::from(class));
        Self {
            shown: (2.0 * SHOWN_S * moves + TOLD_S) / 60.0,
            guided: (GUIDED_S * moves + LOOK_S * class) / 60.0,
            drilled: f64::from(times) * (NEW_MOVE_S * moves + UNTIED_S) / 60.0,
            tested: LOOK_S * class / 60.0,
        }
    }

    /// The same knot taken up again: drilled for half as long, and looked at.
    #[must_use]
    pub fn again(self) -> Self {
        Self { shown: 0.0, guided: 0.0, drilled: self.drilled * RECAP, tested: self.tested }
    }

    /// All of it.
    pub fn total(&self) -> f64 {
        self.shown + self.guided + self.drilled + self.tested
    }

    /// Longer or shorter by a factor.
    #[must_use]
    pub fn times(self, by: f64) -> Self {
        Self { shown: self.shown * by, guided: self.guided * by, drilled: self.drilled * by, tested: self.tested * by }
    }
}

/// This instructor's pace: minutes taken against minutes planned.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Pace {
    /// Taken for each minute planned.
    pub factor: f64,
    /// It lies between these, an estimate that narrows as lessons are logged.
    pub band: [f64; 2],
    /// From so many knots taught.
    pub logged: usize,
}

impl Pace {
    /// From minutes planned and taken, knot by knot. The geometric mean, drawn towards the plan while little is logged: the plan
    /// counts as two knots taught.
    pub fn of(logged: &[[f64; 2]]) -> Self {
        const PLAN_COUNTS: f64 = 2.0;
        let usable: Vec<f64> = logged.iter().filter(|[p, t]| *p > 0.0 && *t > 0.0).map(|[p, t]| (t / p).ln()).collect();
        let n = usable.len() as f64;
        let mean = usable.iter().sum::<f64>() / (n + PLAN_COUNTS);
        let own: f64 = usable.iter().map(|v| (v - mean).powi(2)).sum();
        let spread = ((own + PLAN_COUNTS * UNKNOWN.powi(2)) / (n + PLAN_COUNTS)).sqrt();
        // The band is of the next total, of which the mean is known to the root of what was logged.
        let half = spread * (1.0 / (n + 1.0)).sqrt();
        Self { factor: mean.exp(), band: [(mean - half).exp(), (mean + half).exp()], logged: usable.len() }
    }
}

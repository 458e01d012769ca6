//! One try at a knot by one learner: what the board logs with a tap.

use chrono::{DateTime, Utc};
use serde::{Deserialize, Serialize};

words! {
    /// What made it harder than on the bench.
    Condition {
        /// In gloves.
        Gloves => "in gloves",
        /// With wet cord.
        Wet => "wet",
        /// Eyes shut, or blindfold.
        EyesShut => "eyes shut",
        /// Behind the back.
        BehindTheBack => "behind the back",
        /// With the other hand leading.
        OtherHand => "with the other hand",
        /// Above the head.
        Overhead => "overhead",
        /// Without an end.
        InTheBight => "in the bight",
        /// While the line pulls.
        UnderTension => "under tension",
        /// At its place in a rig, as a test.
        OnTheRig => "on the rig",
    }
}

/// How it came out.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Came {
    /// The knot that was asked for, dressed.
    Right,
    /// Another: one of the knot's missteps by its id, or a mistake that no misstep tells.
    Wrong(Option<String>),
}

/// A try.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Try {
    /// When.
    pub at: DateTime<Utc>,
    /// How it came out.
    pub came: Came,
    /// Seconds it took, if the clock ran.
    pub seconds: Option<f64>,
    /// What made it harder.
    pub under: Vec<Condition>,
    /// The way of tying that was used, by its name; the way drawn first where none is named.
    #[serde(default)]
    pub way: Option<String>,
    /// An instructor saw it. What learners log by themselves is practice and proves nothing.
    pub witnessed: bool,
}

impl Try {
    /// It came out right.
    pub fn right(&self) -> bool {
        self.came == Came::Right
    }
}

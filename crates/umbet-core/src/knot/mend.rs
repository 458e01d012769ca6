//! Changes that may be made to a knot so that it fits; what each does is `choose::mend`'s affair.

use serde::{Deserialize, Serialize};

/// A change that makes a knot fit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Mend {
    /// One more turn round the object or line.
    MoreTurn,
    /// A round turn before the hitches.
    RoundTurnFirst,
    /// A half hitch behind it on the standing part.
    BackupHalfHitch,
    /// The last tuck made with a bight.
    SlipLast,
    /// A second turn in a bend.
    DoubleIt,
    /// Twice the tail.
    LongerTail,
    /// An overhand of the bight round the line.
    LockBight,
    /// Something soft under the cord at a hard edge.
    PadEdge,
    /// Stronger cord.
    HeavierCord,
}

impl Mend {
    /// Open to every knot, whatever its file says.
    pub fn always_possible(self) -> bool {
        matches!(self, Self::PadEdge | Self::HeavierCord)
    }

    /// It is made with an end: not where only the bight is free.
    pub fn wants_an_end(self) -> bool {
        matches!(
            self,
            Self::RoundTurnFirst | Self::BackupHalfHitch | Self::SlipLast | Self::DoubleIt | Self::LongerTail
        )
    }

    /// How often it may be made to one knot.
    pub fn most(self) -> usize {
        if self == Self::MoreTurn { 3 } else { 1 }
    }
}

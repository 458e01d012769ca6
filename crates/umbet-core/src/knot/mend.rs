//! Changes that may be made to a knot so that it fits; what each does is `choose::mend`'s affair.

use serde::{Deserialize, Serialize};

/// A change that makes a knot fit, where it has no name of its own. What makes another knot of the catalogue of it stands in
/// the knot's file under `becomes` and is judged under that name.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Mend {
    /// One more turn round the object.
    MoreTurn,
    /// One more turn of a sliding hitch, on the line.
    TurnOnLine,
    /// A round turn before the hitches.
    RoundTurnFirst,
    /// A half hitch behind it on the standing part.
    BackupHalfHitch,
    /// The last tuck made with a bight.
    SlipLast,
    /// A second turn in a bend.
    DoubleIt,
    /// An overhand in the tail, hard against the knot.
    StopperOnTail,
    /// Twice the tail.
    LongerTail,
    /// An overhand of the bight round the line.
    LockBight,
    /// A stick through the slipped bight.
    Toggle,
    /// Hitches cast off, hauled in, and hitched again.
    Retie,
    /// Something soft under the cord at a hard edge.
    PadEdge,
    /// The line never let slack while it is in.
    KeepLoaded,
}

impl Mend {
    /// Open to every knot, whatever its file says.
    pub fn always_possible(self) -> bool {
        self == Self::PadEdge
    }

    /// It is made with an end: not where only the bight is free.
    pub fn wants_an_end(self) -> bool {
        !matches!(self, Self::MoreTurn | Self::LockBight | Self::PadEdge | Self::KeepLoaded)
    }

    /// It changes how the rope lies: the drawing must show it.
    pub fn changes_the_path(self) -> bool {
        !matches!(self, Self::LongerTail | Self::Retie | Self::PadEdge | Self::KeepLoaded)
    }
}

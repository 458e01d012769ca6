//! Choosing.

use serde::{Deserialize, Serialize};
/// A change that makes a knot fit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Mend { MoreTurn, RoundTurnFirst, RidingTurn, BackupHalfHitch, SlipLast, DoubleIt, LongerTail, StopperBehind, LockBight, PadEdge, HeavierCord }

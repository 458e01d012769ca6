//! Which piece of cord each line is cut from, so that the fewest spools are bought and the longest pieces stay whole.
//!
//! [`stock`] is the bare problem in whole units, as operations research states it (cutting stock with pieces of several lengths, some
//! of them limited). [`plan`] puts lines and hanks into it and tells the answer.

mod columns;
mod join;
mod labels;
mod lines;
mod plan;
mod problem;
mod stock;
mod ticket;
mod whole;

pub use join::{Bend, in_parts};
pub use labels::{Label, labels};
pub use lines::{Kept, Line, SEALED_M, Spare};
pub use plan::{Buy, CutAlike, CutFrom, CutPiece, CuttingPlan, LEAST_LEFT_M, SPOOL_M, plan};
pub use problem::{Bar, Demand, Pattern};
pub use stock::{Solved, solve};
pub use ticket::ticket;

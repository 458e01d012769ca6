//! The rules and the computation of Umbet, with no interface code, clock, file or network.
//!
//! Two ideas carry it: *a knot is a path* ([`knot`], [`draw`]) and *a joint is a situation*
//! ([`situation`]) answered by choosing with reasons ([`choose`]).

#[macro_use]
mod words;

pub mod care;
pub mod choose;
pub mod cord;
pub mod cutting;
pub mod draw;
pub mod dress;
pub mod hold;
pub mod knot;
pub mod lashing;
pub mod object;
pub mod project;
pub mod rig;
pub mod situation;
pub mod source;
pub mod statics;
pub mod teach;
pub mod topology;
pub mod units;
pub mod usage;

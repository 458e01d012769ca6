//! What is wanted of cord, and what there is of it.

use serde::Serialize;

/// Sealing both ends of a line takes so much (common practice: a finger's breadth), metres.
pub const SEALED_M: f64 = 0.02;

/// A line that is wanted.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Line {
    /// What it is called.
    pub name: String,
    /// Id of its cord.
    pub kind: String,
    /// Each, metres.
    pub length_m: f64,
    /// How many.
    pub times: usize,
    /// It was reckoned with as worn: worn pieces serve it, and sound ones are kept.
    pub worn: bool,
    /// Its colour; empty where any will do.
    pub colour: String,
}

/// A piece there is.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Spare {
    /// Number and version it is kept under.
    pub kept: Option<Kept>,
    /// What it is called.
    pub name: String,
    /// Id of its cord.
    pub kind: String,
    /// Its length, metres.
    pub length_m: f64,
    /// It is worn.
    pub worn: bool,
    /// Its colour.
    pub colour: String,
    /// Both its ends are finished: sealing them takes nothing more of it.
    pub sealed: bool,
    /// A loop or a stopper is made in its end: it serves as it is, or not at all.
    pub made_up: bool,
}

/// Where a piece is kept.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Kept {
    /// Its number.
    pub id: i64,
    /// The version of it this was worked out with.
    pub version: i64,
}

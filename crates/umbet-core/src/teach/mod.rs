//! Teaching: drills that a learner can do alone.

pub mod spot;

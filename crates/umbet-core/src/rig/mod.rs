//! Rigs: lines between what they are made fast to, and what they bear.

pub mod line;
pub mod shelter;

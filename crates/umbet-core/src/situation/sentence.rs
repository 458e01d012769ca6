//! Sentence
use super::{Draft}; 
/// f
pub struct Fragment; 
/// o
pub struct OptionWords; 
/// p
pub const PART_IDS: &[&str] = &[];
/// o
pub fn options(_: &Draft) {}
/// s
pub fn sentence(_: &Draft) {}

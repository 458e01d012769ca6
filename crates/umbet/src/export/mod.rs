//! Files for other hands: sheets as PDF.

pub mod pdf;

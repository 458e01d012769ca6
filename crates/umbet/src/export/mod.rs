//! Files for other hands: sheets as PDF, lessons as a calendar.

pub mod calendar;
pub mod pdf;
pub mod record;

//! Files for other hands: sheets as PDF, lessons as a calendar, tries and standards as rows, and back, the record as a
//! workbook.

pub mod calendar;
pub mod pdf;
mod rows;
pub mod standards;
pub mod tries;
pub mod workbook;

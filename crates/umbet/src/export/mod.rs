//! Files for other hands: sheets as PDF, lessons as a calendar, tries, standards, kit and ledger as rows, and back, the record as a
//! workbook.

pub mod calendar;
pub mod kit;
pub mod pdf;
mod rows;
pub mod square;
pub mod standards;
pub mod tries;
pub mod workbook;

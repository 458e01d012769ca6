//! Files for other hands: sheets as PDF, lessons as a calendar, tries as rows and as a workbook.

pub mod calendar;
pub mod pdf;
pub mod tries;
pub mod workbook;

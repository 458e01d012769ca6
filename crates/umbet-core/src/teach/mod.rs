//! Teaching: what to teach in which order, who can tie what, what is about to be forgotten, and drills that a learner can do
//! alone. Nothing here knows a clock or a store: times are given.

pub mod class_cord;
pub mod course;
pub mod curve;
pub mod handout;
pub mod ladder;
pub mod minutes;
pub mod practice;
pub mod question;
pub mod ready;
pub mod review;
pub mod spot;
pub mod standard;
pub mod test_sheet;
pub mod tries;

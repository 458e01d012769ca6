//! The application, over its real router and its real page: one program, a module for each matter.

mod access;
mod api;
mod classes;
mod contract;
mod document;
mod habits;
mod hoist;
mod in_and_out;
mod journeys;
mod killed;
mod load;
mod loads;
mod poles;
mod process;
mod prove;
mod rigs;
mod robust;
mod screenshots;
mod stored;
mod stories;
mod support;
mod teaching;
mod teaching_edges;
mod teaching_files;
mod tether;
mod windows;

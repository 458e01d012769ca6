//! Lines under load, wind, and what a pull by hand really reaches.

pub mod beam;
pub mod frame;
pub mod line;
pub mod purchase;
pub mod wind;

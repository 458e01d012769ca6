//! Lashings: poles bound by turns, the turns squeezed by frapping, as paths computed from words of passes.
//!
//! A lashing's file says only which pole is passed, before or behind, on which arm ([`notation`]); the cord's centreline is
//! computed ([`lay`]) and proved ([`word`]): what it binds is a word in the free group of the poles.

mod entry;
mod hitch;
pub mod hold;
pub mod lay;
pub mod notation;
pub mod pole;
pub mod strand;
mod suits;
pub mod tighten;
pub mod which;
pub mod word;

pub use entry::{Cord, Counts, FRAPPING, Lashing, LashingError, Move, TURNS, lashing, lashing_files, lashings};
pub use lay::{DRAWN, How, Laying, Unlaid};
pub use notation::{Script, parse};
pub use pole::Pole;
pub use strand::{Point, Strand};
pub use suits::{Meet, Suits, Wants};

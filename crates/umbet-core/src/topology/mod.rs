//! What a path truly is: its diagram and a fingerprint that does not change when rope is moved.
//!
//! The fingerprint is the Jones polynomial, by Kauffman's state sum (L. H. Kauffman, *State models and
//! the Jones polynomial*, Topology 26 (1987) 395), contracted crossing by crossing over a small frontier:
//! the work grows with the frontier's width, not with the number of crossings. Checked against every
//! prime knot to 12 crossings of KnotInfo and every two-component link to 10 of LinkInfo.

mod action;
mod bracket;
mod closure;
mod code;
mod diagram;
mod fingerprint;
mod identify;
mod laurent;
mod misstep;
mod release;
mod simplify;
mod table;
mod tangle;
mod telling;
mod tied;

pub use action::{Action, Wrong, laid_wrong, parse_actions};
pub use bracket::jones;
pub use closure::{Side, closed, pole_loop};
pub use code::code_of;
pub use diagram::{Crossing, Diagram};
pub use fingerprint::{Closure, Fingerprint, What, closures};
pub use identify::{MOST_PROVED, Made, Unprovable, identify, prove};
pub use laurent::Laurent;
pub use misstep::{Misstep, misstep_written, missteps, missteps_of};
pub use release::{Clear, Drawn, Letting, TailPulled, known_letting, letting, stopper};
pub use simplify::simplified;
pub use table::{Named, knot_name, link_name};
pub use tangle::TangleBracket;
pub use telling::{About, Likeness, Telling};
pub use tied::{CodeError, Coded, MOST, Tied, read_code, read_walk, tied, tied_all};

//! Knots: the notation they are written in, the path it describes, and the catalogue entry round it.

mod bight;
mod catalogue;
mod drawn;
mod entry;
mod facts;
pub mod find;
mod lay;
mod measured;
pub mod meeting;
mod mend;
pub mod notation;
mod other_hand;
pub mod path;
mod read;
mod sides;
pub mod spline;
mod stopper;
mod turns;
mod upto;
mod usual;
mod written;

pub use catalogue::{Catalogue, CatalogueError, catalogue};
pub use entry::{Caution, Drawn, DrawnUp, Family, Held, Identity, Mistake, OtherWay, Part, School, Step, Telltale};
pub use facts::{
    Along, Backup, CordNeeds, Grip, Hands, Leaves, LetsGo, Onto, Purchase, Stands, Strength, Tail, Untie, Usage, Wear,
};
pub use measured::{Measured, measured};
pub use mend::Mend;
pub use other_hand::Led;
pub use read::{EntryError, Knot, OtherHand, Place, place};
pub use sides::told;
pub use usual::Usual;

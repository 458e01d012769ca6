//! Knots: the notation they are written in, the path it describes, and the catalogue entry round it.

mod bight;
mod catalogue;
mod drawn;
mod entry;
pub mod meeting;
mod mend;
pub mod notation;
pub mod path;
mod read;
pub mod spline;
mod stopper;
mod turns;
mod usual;

pub use catalogue::{Catalogue, CatalogueError, catalogue};
pub use entry::{
    Along, Backup, Caution, CordNeeds, Drawn, Family, Grip, Hands, Held, Identity, Leaves, Mistake, Onto, OtherWay,
    Part, Purchase, Release, School, Stands, Step, Strength, Tail, Telltale, Untie, Usage, Wear, WrongForm,
};
pub use mend::Mend;
pub use read::{EntryError, Knot, Place, place};
pub use usual::Usual;

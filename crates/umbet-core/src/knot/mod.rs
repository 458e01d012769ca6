//! Knots: the notation they are written in, the path it describes, and the catalogue entry round it.

mod bight;
mod catalogue;
mod entry;
pub mod meeting;
mod mend;
pub mod notation;
pub mod path;
pub mod spline;

pub use catalogue::{Catalogue, CatalogueError, catalogue};
pub use entry::{
    Along, Backup, Caution, CordNeeds, EntryError, Family, Grip, Hands, Identity, Knot, Leaves, Mistake, OtherWay,
    Part, Place, Release, School, Stands, Step, Strength, Tail, Telltale, Untie, Usage, Wear, WrongForm, place,
};
pub use mend::Mend;

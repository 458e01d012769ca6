//! Rigs: from what was said of a site to lines, joints, forces and an order of work.
//!
//! What is common to all kinds has a file each here. A kind of rig is a folder, and a line in [`PLANNERS`].

pub mod anchor;
pub mod cut;
mod faults;
mod fields;
pub mod ground;
pub mod hang;
pub mod haul;
pub mod hoist;
pub mod joint;
pub mod larder;
pub mod line;
pub mod lists;
pub mod load;
pub mod mast;
mod page;
mod part;
mod plan;
pub mod poles;
pub mod shared;
pub mod shelter;
mod step;
pub mod tether;
pub mod tighten;
pub mod working;

pub use cut::{Cut, Hank};
pub use faults::{Faults, Impossible, new_cord};
pub use fields::{FieldAt, Quantity, RigField, shown, typed};
pub use joint::{Joint, JointAsk};
pub use page::{DRAWING_WIDTH, pages};
pub use part::{Part, margin, middle};
pub use plan::{Dragged, Drawing, Given, Named, Planned, Planner, Rig, RigDraft, RigPlan, draft};
pub use step::Step;
pub use working::{LineWork, Strained};

/// Every kind of rig there is.
pub const PLANNERS: &[Planner] = &[
    shelter::PLANNER,
    line::PLANNER,
    load::PLANNER,
    haul::PLANNER,
    hang::PLANNER,
    hoist::PLANNER,
    larder::PLANNER,
    poles::PLANNER,
    mast::PLANNER,
    tether::PLANNER,
];

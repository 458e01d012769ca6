//! Things made of cord: how much it takes, how long it lasts to make, and whether it gives its cord back.

mod bar;
mod entry;
mod mat;
mod picture;
mod plan;

pub use bar::{Worked, Working, stale, worked};
pub use entry::{Making, Project, Rule, Sized, WornOn, project, projects};
pub use mat::{Mat, Weave};
pub use plan::{ProjectCord, ProjectPlan, USUAL_CORD, Wanted};

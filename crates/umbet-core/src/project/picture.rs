//! What a project looks like: its drawn-up form, its lanes, or the knot it is made of.

use super::bar::worked;
use super::entry::{Making, Project};
use super::plan::Wanted;
use crate::draw::{Figure, Scene, bar, bars, draw, mat};
use crate::knot::catalogue;

/// Size of a drawing, pixels; and of what is about as wide as it is long.
const LONG: [f64; 2] = [620.0, 190.0];
const WIDE: [f64; 2] = [620.0, 330.0];

impl Project {
    /// As it looks in that size; nothing where neither form nor knot of it is drawn.
    pub fn picture(&self, wanted: &Wanted) -> Option<Scene> {
        let name = &self.name;
        match &self.making {
            Making::Mat { weave } => {
                let lanes = weave.mat().strands(wanted.across_d());
                Some(mat(&lanes, WIDE, format!("{name}, followed until it is full.")))
            }
            Making::Bar { working, side_by_side: count @ 2.., .. } => worked(*working).map(|form| {
                bars(&form.strands, (*count, form.wide_d()), WIDE, format!("{name}: bars side by side, drawn up."))
            }),
            Making::Bar { working, two_colours, .. } => {
                worked(*working).map(|form| bar(&form.strands, *two_colours, LONG, format!("{name}, drawn up.")))
            }
            Making::Meshes { .. } | Making::ByRule => {
                let knot = self.drawn.as_deref().and_then(|id| catalogue().find(id))?;
                draw(knot, &Figure { size: LONG, ..Figure::default() }).ok()
            }
        }
    }
}

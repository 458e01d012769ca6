//! Schools of rules for securing loads. Neither replaces the law where one is. A further school is a file here and a line in
//! [`SCHOOLS`], and a way of the matter `load-rules` in `catalogue/schools.toml`.

pub mod friction;
pub mod rating;

use super::draft::Load;
use super::held::{Hold, Pressed};
use crate::units::Reader;
use serde::Serialize;

/// What a school of rules says of a load.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RuleVerdict {
    /// Id, as in the habits.
    pub id: String,
    /// Its name.
    pub name: String,
    /// Everything it asks is met.
    pub met: bool,
    /// What it asks and what there is, thing by thing.
    pub says: Vec<String>,
    /// The sections read.
    pub sections: String,
}

/// What is judged.
#[derive(Clone, Copy)]
pub struct Judged<'a> {
    /// The load.
    pub load: &'a Load,
    /// As its lines lie.
    pub pressed: &'a Pressed,
    /// How far each thing is kept.
    pub holds: &'a [Hold],
    /// The measures read in.
    pub reader: &'a Reader,
}

/// Every school.
pub const SCHOOLS: &[fn(&Judged<'_>) -> RuleVerdict] = &[friction::verdict, rating::verdict];

impl Judged<'_> {
    /// The things that stand on the deck itself: each is judged with what stands on it.
    fn on_the_deck(&self) -> impl Iterator<Item = usize> + '_ {
        self.load.items.iter().enumerate().filter(|(_, i)| i.stands_on.is_none()).map(|(k, _)| k)
    }

    /// Mass of a thing and of what stands on it, kilograms.
    fn mass(&self, i: usize) -> f64 {
        let upon = self.load.upon(i);
        [i].iter().chain(&upon).map(|k| self.load.items[*k].said.mass_kg).sum()
    }
}

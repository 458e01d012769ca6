//! What rigs are made fast to, by name: one thing that several rigs of a job hold on to bears them all.

use super::faults::Faults;
use crate::units::{Band, Reader};
use crate::words::{capital, listed};
use serde::Serialize;
use std::collections::BTreeMap;

/// What a person calls the things a rig is made fast to, by the id the rig knows each by.
pub type Called = BTreeMap<String, String>;

/// Longest such name, characters.
pub const CALLED_LONG: usize = 60;

/// Something a rig is made fast to, and what the rig puts on it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HeldBy {
    /// The id the rig knows it by.
    pub id: String,
    /// What it is called.
    pub name: String,
    /// What the rig puts on it, newtons.
    pub pull_n: Band,
    /// What it bears of such a pull, newtons, where that can be known.
    pub bears_n: Option<Band>,
    /// It can be called otherwise in the rig's draft, under `called`.
    pub named_here: bool,
}

impl HeldBy {
    /// Under the name a person gave it, or the one such a thing usually has.
    pub fn called(called: &Called, id: &str, usual: &str, pull_n: Band, bears_n: Option<Band>) -> Self {
        let name = called.get(id).map_or(usual, |n| n.trim()).to_owned();
        Self { id: id.into(), name, pull_n, bears_n, named_here: true }
    }
}

impl Faults {
    /// Names given to what a rig is made fast to.
    pub fn called(&mut self, called: &Called, known: &[&str]) {
        for (id, name) in called {
            let field = format!("called.{id}");
            self.ask(&field, known.contains(&id.as_str()), "It is made fast to nothing of that id.");
            let good = (1..=CALLED_LONG).contains(&name.trim().chars().count());
            self.ask(&field, good, "Call it something of 60 characters at most.");
        }
    }
}

/// Something several rigs of a job are made fast to.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SharedAnchor {
    /// What it is called.
    pub name: String,
    /// What they put on it together, newtons, were they all to pull the same way at once.
    pub pull_n: Band,
    /// What it bears, by the rig that says least; nothing where none can say.
    pub bears_n: Option<Band>,
    /// It may give under all of them.
    pub may_give: bool,
    /// In a sentence or two.
    pub says: String,
}

/// What more than one of these is made fast to: each rig's name, and what it is made fast to. Names are compared without regard
/// to capitals.
pub fn shared(rigs: &[(String, Vec<HeldBy>)], reader: &Reader) -> Vec<SharedAnchor> {
    let mut by_name: BTreeMap<String, Vec<(&str, &HeldBy)>> = BTreeMap::new();
    for (rig, held) in rigs {
        for h in held {
            by_name.entry(h.name.to_lowercase()).or_default().push((rig, h));
        }
    }
    let several = |on: &&Vec<(&str, &HeldBy)>| on.iter().any(|(rig, _)| *rig != on[0].0);
    by_name.values().filter(several).map(|on| together(on, reader)).collect()
}

fn together(on: &[(&str, &HeldBy)], reader: &Reader) -> SharedAnchor {
    let name = on[0].1.name.clone();
    let sum = |f: fn(Band) -> f64| on.iter().map(|(_, h)| f(h.pull_n)).sum();
    let pull_n = Band { low: sum(|b| b.low), high: sum(|b| b.high) };
    let bears_n = on.iter().filter_map(|(_, h)| h.bears_n).min_by(|a, b| a.low.total_cmp(&b.low));
    let may_give = bears_n.is_some_and(|b| b.low <= pull_n.high);
    let each: Vec<String> =
        on.iter().map(|(rig, h)| format!("{} ({})", rig.to_lowercase(), reader.forces(h.pull_n))).collect();
    let bears = match bears_n {
        None => "What it bears is not known here.".to_owned(),
        Some(b) if may_give => {
            format!("It may give from {}, est.: take another for one of them.", reader.forces(b))
        }
        Some(b) => format!("It gives from {}, est.", reader.forces(b)),
    };
    let says = format!(
        "{} holds {}: {} in all, were they to pull the same way at once. {bears}",
        capital(&name),
        listed(&each),
        reader.forces(pull_n)
    );
    SharedAnchor { name, pull_n, bears_n, may_give, says }
}

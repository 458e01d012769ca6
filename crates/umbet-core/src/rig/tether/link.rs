//! The weak link between a led animal and the one ahead: what it parts at, and what would do.

use super::draft::{LINK_TURNS, Tether};
use crate::cord::{Construction, cords};
use crate::rig::new_cord;
use crate::rig::working::KEPT;
use crate::situation::UsedCord;
use crate::units::G;
use crate::units::{Band, Reader};
use crate::words::number;
use serde::Serialize;

/// A weak link, and what is asked of it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LinkFacts {
    /// It parts at, newtons.
    pub parts_n: Band,
    /// It has to stand more than an animal that balks puts on it, and to part before this, newtons.
    pub window_n: Band,
    /// It does both.
    pub good: bool,
    /// What does, thinnest first: in words, with what it parts at.
    pub fits: Vec<String>,
}

/// An animal led balks with this share of its weight and the link stands it; a wreck pulls the next down with that share, and the
/// link is gone before (an estimate from packers’ practice; no table gives it).
const BALKS: f64 = 0.1;
pub(super) const DRAGS_DOWN: f64 = 0.7;
/// Strands of one link share a pull as unevenly as this at worst (an estimate).
const SHARED: f64 = 0.75;
/// Links are made of cord no thicker than this (common practice), millimetres.
const THIN_MM: f64 = 4.5;
/// So many that do are named.
const NAMED: usize = 3;

/// A ring of so many turns parts at: two strands a turn, at its knot and unevenly shared at worst, whole at best.
pub fn parts_n(cord: &UsedCord, turns: usize) -> Band {
    let strands = 2.0 * turns as f64;
    let (at_knot, whole) = (cord.at_knot(KEPT), cord.strength_n());
    Band { low: strands * at_knot.low * SHARED, high: strands * whole.high }
}

/// So many times round, in words.
pub(super) fn times(turns: usize) -> String {
    match turns {
        1 => "once".into(),
        2 => "twice".into(),
        n => format!("{} times", number(n as u32)),
    }
}

impl Tether {
    /// What the link has to stand, and before what it has to part.
    fn window(&self) -> Band {
        let weight = self.said.mass_kg * G;
        // The lead and its knots have to outlast it.
        let lead = self.cord.at_knot(KEPT).low;
        Band { low: BALKS * weight, high: (DRAGS_DOWN * weight).min(lead / 2.0) }
    }

    /// The weak link judged.
    pub fn link_facts(&self, reader: &Reader) -> LinkFacts {
        let window_n = self.window();
        let does = |p: Band| p.low >= window_n.low && p.high <= window_n.high;
        let parts = parts_n(&self.link, self.said.link_turns);
        let thin = cords().iter().filter(|c| {
            c.diameter.mm() <= THIN_MM
                && !matches!(c.construction, Construction::Shock | Construction::Wire | Construction::Webbing)
        });
        let mut fits: Vec<(usize, String)> = thin
            .filter_map(|c| {
                let cord = new_cord(&c.id)?;
                let turns = (LINK_TURNS[0]..=LINK_TURNS[1]).find(|t| does(parts_n(&cord, *t)))?;
                let parts = reader.forces(parts_n(&cord, turns));
                Some((turns, format!("{} {} round, {parts}", c.said(c.diameter, reader), times(turns))))
            })
            .collect();
        fits.sort_by_key(|f| f.0);
        LinkFacts {
            parts_n: parts,
            window_n,
            good: does(parts),
            fits: fits.into_iter().take(NAMED).map(|f| f.1).collect(),
        }
    }
}

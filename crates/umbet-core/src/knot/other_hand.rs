//! Where the other hand pinches what would fall open while a move is made.

use super::path::Crossing;
use super::read::{Knot, Place};
use super::spline::{P3, distance};

/// A move that comes nearer than this to a crossing, in diameters, needs the room a thumb would take.
const ROOM: f64 = 2.2;

impl Knot {
    /// Where the other hand pinches what is laid, so that it does not fall open while move `step` is made: the last crossing laid
    /// that the move itself keeps clear of. `None` where nothing is laid that could fall open.
    pub fn pinched(&self, step: usize) -> Option<P3> {
        if !self.other_hand.get(step)?.pinches {
            return None;
        }
        let way = self.way_of(step);
        let clear = |p: &P3| way.iter().all(|q| distance([p[0], p[1]], [q[0], q[1]]) > ROOM);
        let over = |c: &Crossing| self.path.strands[c.over.rope].points[c.over.index as usize];
        // One strand behind the object cannot be pinched against one before it.
        let together = |c: &Crossing| {
            let under = self.path.strands[c.under.rope].points[c.under.index as usize];
            over(c)[2] - under[2] < 2.0 && over(c)[2] > -0.5
        };
        let mut laid: Vec<_> = self
            .path
            .crossings
            .iter()
            .filter(|c| together(c))
            .filter_map(|c| Some((self.laid_at(c.over)?.max(self.laid_at(c.under)?), c)))
            .filter(|((laid, _), _)| *laid < step)
            .collect();
        laid.sort_by_key(|(laid, _)| *laid);
        laid.into_iter().rev().map(|(_, c)| over(c)).find(clear)
    }

    /// In which move a place is laid, and how far along its rope it lies.
    fn laid_at(&self, at: super::meeting::Place) -> Option<(usize, usize)> {
        let covers = |p: &Place| {
            let strand = &self.path.strands[p.rope];
            let to = strand.index_at(p.waypoint, p.back) as f64;
            let from = p.from.map_or(0.0, |f| strand.index_at(f, false) as f64);
            p.rope == at.rope && (from.min(to)..=from.max(to)).contains(&at.index)
        };
        self.laid.iter().position(|moves| moves.iter().any(covers)).map(|step| (step, at.index as usize))
    }

    /// The rope that moves in a step.
    fn way_of(&self, step: usize) -> Vec<P3> {
        let stretch = |led: Led| {
            let from = led.from.unwrap_or(0);
            self.path.strands[led.rope].points[from.min(led.to)..=from.max(led.to)].to_vec()
        };
        self.led(step).flat_map(stretch).collect()
    }

    /// Each rope that moves in a step, from where it lies already to where it is laid.
    pub fn led(&self, step: usize) -> impl Iterator<Item = Led> {
        self.laid[step].iter().map(move |p| {
            let strand = &self.path.strands[p.rope];
            let at = |q: &Place| strand.index_at(q.waypoint, q.back);
            let now = self.laid[..step].iter().flatten().rfind(|q| q.rope == p.rope).map(at);
            let own = p.from.map(|f| strand.index_at(f, false));
            Led { rope: p.rope, from: own.or(now), to: at(p) }
        })
    }
}

/// One rope as it is led in a move, by points of its path.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Led {
    /// Number of the rope.
    pub rope: usize,
    /// Where it lies already; `None` where nothing of it is laid.
    pub from: Option<usize>,
    /// Where it is laid.
    pub to: usize,
}

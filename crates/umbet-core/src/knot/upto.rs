//! A knot half way: its rope as far as it is laid after a move.

use super::Knot;
use super::path::{KnotPath, crossings};

impl Knot {
    /// The rope after the first `moves` moves. `None` where a move is laid apart from what lies already, or none is made.
    pub fn after(&self, moves: usize) -> Option<KnotPath> {
        let places = moves.checked_sub(1).and_then(|last| self.laid.get(last))?;
        if self.laid[..moves].iter().flatten().any(|p| p.from.is_some()) {
            return None;
        }
        let mut path = self.path.clone();
        for (rope, strand) in path.strands.iter_mut().enumerate() {
            let place = places.iter().find(|p| p.rope == rope)?;
            let ends = strand.index_at(place.waypoint, place.back) + 1;
            if ends < 2 {
                return None;
            }
            strand.points.truncate(ends);
            strand.along.truncate(ends);
            strand.crown = strand.crown.filter(|c| *c < ends);
            strand.back = strand.back.filter(|leg| leg.from < ends).map(|mut leg| {
                leg.to = leg.to.min(ends);
                leg
            });
        }
        path.crossings = crossings(&path.strands).ok()?;
        Some(path)
    }
}

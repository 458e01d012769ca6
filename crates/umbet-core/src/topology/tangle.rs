//! A bend with its four ends held fast: Kauffman's bracket of the open diagram, which needs no rule for
//! joining ends.

use super::bracket::{contracted, states, untwisted};
use super::diagram::Diagram;
use super::laurent::Laurent;
use crate::knot::spline::P3;

/// The bracket of two ropes in A, one polynomial for each way of joining the four ends in pairs, freed from
/// the kinks of each rope in itself.
///
/// Two bends of unlike brackets cannot be laid into each other while their ends are held. Exchanging the two
/// ropes changes nothing; exchanging the ends of one exchanges `standing` and `crossed`; the mirror image has
/// 1/A for A.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord)]
pub struct TangleBracket {
    /// Each standing part with its own tail.
    pub own: Laurent,
    /// Standing part with standing part, tail with tail.
    pub standing: Laurent,
    /// Each standing part with the other rope's tail.
    pub crossed: Laurent,
}

/// Most states the bracket of two ropes goes through; see [`super::bracket::states`].
pub(super) fn states_of(a: &[P3], b: &[P3]) -> u64 {
    states(&Diagram::of_open(&[a.to_vec(), b.to_vec()]).0)
}

impl TangleBracket {
    /// Of two ropes, each from its standing part to its tail.
    pub fn of(a: &[P3], b: &[P3]) -> Self {
        let (diagram, ends) = Diagram::of_open(&[a.to_vec(), b.to_vec()]);
        let ([a_stands, a_tail], [b_stands, b_tail]) = (ends[0], ends[1]);
        let same_rope = |edges: [usize; 4]| (edges[0] < b_stands) == (edges[1] < b_stands);
        let kinks = diagram.crossings.iter().filter(|c| same_rope(c.edges)).map(|c| c.sign).sum();
        let states = contracted(&diagram);
        let joined = |to: usize| {
            let mut sum = Laurent::default();
            for (pairing, value) in &states {
                let own = (a_stands.min(to), a_stands.max(to));
                // A rope that crosses nothing is in no pairing: it is joined with itself.
                if pairing.contains(&own) || (a_stands == to && pairing.iter().all(|p| p.0 != to && p.1 != to)) {
                    sum.add_scaled(value, 1, 0);
                }
            }
            untwisted(&sum, kinks)
        };
        Self { own: joined(a_tail), standing: joined(b_stands), crossed: joined(b_tail) }
    }

    /// The mirror image's.
    #[must_use]
    pub fn mirrored(&self) -> Self {
        let Self { own, standing, crossed } = self;
        Self { own: own.mirrored(), standing: standing.mirrored(), crossed: crossed.mirrored() }
    }

    /// With the ends of one rope exchanged.
    #[must_use]
    pub fn ends_exchanged(&self) -> Self {
        Self { own: self.own.clone(), standing: self.crossed.clone(), crossed: self.standing.clone() }
    }
}

//! Where in each rope the knot is, while it is drawn up.

use super::contact::{nearest, pairs};
use super::pull::bent;
use super::ropes::{Chain, Ropes};

fn on_object(ropes: &Ropes, i: usize) -> bool {
    ropes.rounds.iter().any(|r| r.object && r.across(ropes.x[i]).length() < r.radius + 0.56)
}

/// Nodes that are in the knot: they touch rope, and they or what they touch bends; or they lie on the object. Strands that
/// merely run along each other, as the legs of a bight, are not the knot.
fn in_knot(ropes: &Ropes) -> Vec<bool> {
    let mut bends = vec![false; ropes.x.len()];
    for c in &ropes.chains {
        let own = bent(ropes, c);
        for k in 0..c.n {
            bends[c.from + k] = own[k.saturating_sub(3)..(k + 4).min(c.n)].contains(&true);
        }
    }
    let on_finger = |i: usize| ropes.rounds.iter().any(|r| !r.object && r.across(ropes.x[i]).length() < r.radius + 2.0);
    let mut on: Vec<bool> = (0..ropes.x.len()).map(|i| on_object(ropes, i)).collect();
    for p in pairs(ropes, ropes.thick + 0.3) {
        let touches = nearest(&ropes.x, p).between.length() < 1.06;
        if touches && p.iter().any(|&i| bends[i] && !on_finger(i)) {
            p.iter().for_each(|&i| on[i] = true);
        }
    }
    on
}

/// First and last node of each chain in the knot, counted along the chain.
pub fn spans(ropes: &Ropes) -> Vec<(usize, usize)> {
    let on = in_knot(ropes);
    let span = |c: &Chain| {
        let on = &on[c.nodes()];
        (on.iter().position(|o| *o).unwrap_or(0), on.iter().rposition(|o| *o).unwrap_or(c.n - 1))
    };
    ropes.chains.iter().map(span).collect()
}

//! What must its tension do once it is set?

use super::{Rule, notes, refuses};
use crate::knot::Family;
use crate::situation::Tension;

/// Tightened again, hauled tight, or meant to slip first.
pub const TENSION: Rule = Rule {
    id: "tension",
    asks: "Does its tension do what is asked?",
    judge: |c, case| {
        let slides = c.knot.entry.family == Family::Adjustable;
        match (case.s.tension, slides) {
            (Tension::AsSet, _) => None,
            (Tension::Adjusted, true) => {
                notes("tension", "Slides along its own line by hand, grips when it pulls.".into())
            }
            (Tension::Adjusted, false) => {
                refuses("tension", "Must be untied to be tightened.".into(), "Fits if it is set once")
            }
            (Tension::Purchase, _) => refuses(
                "tension",
                "Gives no purchase of its own: that takes a loop in the line and a turn round the anchor.".into(),
                "Fits behind a purchase, as its tie-off",
            ),
            (Tension::Yields, true) => {
                notes("tension", "In a gust the hitch slips before an eyelet tears, and is re-set by hand.".into())
            }
            (Tension::Yields, false) => refuses(
                "tension",
                "Does not slip: what it is tied to gives first.".into(),
                "Fits where nothing may give",
            ),
        }
    },
};

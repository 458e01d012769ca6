//! What must its tension do once it is set?

use super::{Mend, Rule, notes, number, refuses, wants};
use crate::knot::Family;
use crate::situation::Tension;

/// Tightened again, hauled tight, or meant to slip first.
pub const TENSION: Rule = Rule {
    id: "tension",
    asks: "Does its tension do what is asked?",
    judge: |c, case| {
        let e = &c.knot.entry;
        let slides = e.family == Family::Adjustable && e.purchase.is_none();
        match (case.s.tension, &e.purchase) {
            (Tension::Purchase, Some(p)) => {
                let reached = case.reader.forces(case.reached(p.over_clip));
                let says = format!(
                    "Your pull of {} reaches {reached} in the line, est.: not three times.",
                    case.reader.force(case.s.haul)
                );
                let mut f = notes("tension", says)?;
                f.numbers.push(number("made of", format!("{}, {}", p.loop_, p.tied_off)));
                f.numbers.push(number("travel", "a third of what is hauled in".into()));
                f.source = "model";
                Some(f)
            }
            (Tension::Purchase, None) => refuses(
                "tension",
                "Gives no purchase of its own: that takes a loop in the line and a turn round the anchor.".into(),
                "Fits where it is pulled tight by hand",
            ),
            (Tension::AsSet | Tension::Yields, Some(_)) => refuses(
                "tension",
                "Hauls a line tight; nothing here asks for that.".into(),
                "Fits where the line is hauled tight by a purchase",
            ),
            (Tension::AsSet, None) => None,
            (Tension::Adjusted, None) if slides => {
                notes("tension", "Slides along its own line by hand, grips when it pulls.".into())
            }
            (Tension::Adjusted, _) if e.grip.retied && !c.has(Mend::Retie) => wants(
                "tension",
                &[Mend::Retie],
                "Does not slide; its turns hold the line while its hitches are taken afresh.".into(),
                "Fits if it is set once",
            ),
            (Tension::Adjusted, _) if e.grip.retied => {
                notes("tension", "Tightened again by hitching it afresh.".into())
            }
            (Tension::Adjusted, _) => {
                refuses("tension", "Must be untied to be tightened.".into(), "Fits if it is set once")
            }
            (Tension::Yields, None) if slides => {
                notes("tension", "In a gust the hitch slips before an eyelet tears, and is re-set by hand.".into())
            }
            (Tension::Yields, None) => refuses(
                "tension",
                "Does not slip: what it is tied to gives first.".into(),
                "Fits where nothing may give",
            ),
        }
    },
};

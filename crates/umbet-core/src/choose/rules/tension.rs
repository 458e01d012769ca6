//! What must its tension do once it is set?

use super::{Candidate, Case, Finding, Mend, Rule, notes, number, refuses, wants};
use crate::knot::Family;
use crate::situation::Tension;

/// Tightened again, hauled tight, or meant to slip first.
pub const TENSION: Rule = Rule {
    id: "tension",
    asks: "Does its tension do what is asked?",
    judge: |c, case| {
        let e = &c.knot.entry;
        let slips = slips_under(c, case);
        if slips.is_some() {
            return slips;
        }
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
                let mut f = notes("tension", "Slides along its own line by hand, grips when it pulls.".into())?;
                f.numbers.extend(e.grip.slips_in(case.rope).map(|n| number("slips from, est.", case.reader.forces(n))));
                Some(f)
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

/// So much more a hitch holds with one turn more on the line (as the taut-line’s three and one beside its two and one).
const ONE_TURN_MORE: f64 = 1.5;

/// An adjustable hitch that slips under this pull keeps no tension, unless slipping is what is asked of it.
fn slips_under(c: &Candidate<'_>, case: &Case<'_>) -> Option<Finding> {
    let as_it_is = c.knot.entry.grip.slips_in(case.rope)?;
    let slips_n = if c.has(Mend::TurnOnLine) { as_it_is.scaled(ONE_TURN_MORE) } else { as_it_is };
    let pull = case.s.force.n();
    if case.s.tension == Tension::Yields || pull <= slips_n.low {
        return None;
    }
    let (from, pull_said, less) = (case.reader.forces(slips_n), case.force(pull), "Fits where less pulls");
    if pull <= slips_n.high {
        let says = format!("Slides along its own line by hand; it may slip from {from}, est.: {pull_said} pull here.");
        return Some(Finding { numbers: vec![number("slips from, est.", from)], ..notes("tension", says)? });
    }
    let says = format!("It slips down its own line from {from}, est., and goes slack: {pull_said} pull here.");
    if c.has(Mend::TurnOnLine) || pull > ONE_TURN_MORE * slips_n.high {
        refuses("tension", says, less)
    } else {
        wants("tension", &[Mend::TurnOnLine], says, less)
    }
}

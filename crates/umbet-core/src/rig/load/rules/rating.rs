//! Aggregate working load limit: what all lines are rated for together, and how many a thing asks for by its length and mass
//! (US 49 CFR 393.106 to 393.110).

use super::{Judged, RuleVerdict};
use crate::rig::load::draft::{PassDraft, PassKind};
use crate::rig::load::held::Movement;
use crate::rig::load::stock::unmarked_limit_n;
use crate::units::Force;
use crate::units::G;
use crate::words::{capital, number};

/// Metres in a foot, kilograms in a pound.
const FOOT_M: f64 = 0.3048;
const POUND_KG: f64 = 0.453_592_37;

/// Fewest lines for a thing so long and heavy (393.110): one up to 5 ft and 1 100 lb; two up to 5 ft and heavier, or up to
/// 10 ft; one more for each further 10 ft or part of them; where it is stopped in front, one for each 10 ft or part.
pub fn fewest(length_m: f64, mass_kg: f64, stopped: bool) -> u32 {
    let feet = length_m / FOOT_M;
    let tens = |ft: f64| ((ft / 10.0) - 1e-9).ceil().max(0.0) as u32;
    if stopped {
        return tens(feet).max(1);
    }
    match feet {
        ft if ft <= 5.0 && mass_kg / POUND_KG <= 1100.0 => 1,
        ft if ft <= 10.0 => 2,
        ft => 2 + tens(ft - 10.0),
    }
}

/// Share of a line's limit that counts (393.106(d)): the whole of one that goes over to the other side, half of one that is
/// made fast to the thing or comes back to the side it came from.
fn share(p: &PassDraft, judged: &Judged<'_>) -> f64 {
    let [a, b] = p.rings.map(|r| judged.load.said.deck.rings[r].at_m[1]);
    if p.kind != PassKind::Through && a * b < 0.0 { 1.0 } else { 0.5 }
}

/// What it says of this load.
pub fn verdict(judged: &Judged<'_>) -> RuleVerdict {
    let limit = unmarked_limit_n(&judged.load.cord);
    let (mut met, mut says) = (true, Vec::new());
    if limit.is_none() {
        met = judged.load.items.is_empty();
        says.push(
            "This cord counts for nothing here: unmarked rope is listed from 3/8 in (9.5 mm) on, of manila, polypropylene, \
             polyester or nylon. Take rope with a mark."
                .into(),
        );
    }
    for i in judged.on_the_deck().filter(|_| limit.is_some()) {
        let (good, line) = of_item(judged, i, limit.unwrap_or(0.0));
        met &= good;
        says.push(line);
    }
    RuleVerdict {
        id: "load-rules-rating".into(),
        name: "49 CFR 393: working load limits".into(),
        met,
        says,
        sections: "49 CFR 393.106(d), 393.108 (rope that bears no mark) and 393.110.".into(),
    }
}

fn of_item(judged: &Judged<'_>, i: usize, limit_n: f64) -> (bool, String) {
    let upon = judged.load.upon(i);
    let lines: Vec<&PassDraft> =
        judged.load.said.passes.iter().filter(|p| p.item == i || upon.contains(&p.item)).collect();
    let ring =
        |p: &PassDraft| p.rings.map(|r| judged.load.said.deck.rings[r].bears_n).into_iter().fold(f64::MAX, f64::min);
    let has_n: f64 = lines.iter().map(|p| share(p, judged) * limit_n.min(ring(p))).sum();
    let (item, mass) = (&judged.load.items[i], judged.mass(i));
    let asked_n = 0.5 * mass * G;
    let stopped = judged.holds.iter().any(|h| h.item == i && h.movement == Movement::Forward && h.blocked.is_some());
    let asks = fewest(item.said.size_m[0], mass, stopped);
    let good = has_n >= asked_n && lines.len() as u32 >= asks;
    let with = if upon.is_empty() { "" } else { " and what stands on it" };
    let force = |n: f64| judged.reader.force(Force::from_n(n));
    let line = format!(
        "{}{with}: limits of {} together, half its weight is {}; {} lines, {} asked for.",
        capital(&item.said.name),
        force(has_n.max(1.0)),
        force(asked_n),
        lines.len(),
        number(asks)
    );
    (good, line)
}

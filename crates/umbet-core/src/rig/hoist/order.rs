//! Hoisting and bringing down, in order.

use super::HoistFacts;
use super::draft::{HauledFrom, Hoist};
use crate::rig::joint::{find, knot_at};
use crate::rig::{Joint, Step};
use crate::units::{Length, Reader};
use crate::words::{listed, number};

/// Hitches that end in the half hitch that leads.
const LEADING: [&str; 2] = ["tool-hoist", "timber-hitch"];

/// What is wanted besides cord.
pub fn needs(hoist: &Hoist) -> Vec<String> {
    match hoist.said.from {
        HauledFrom::Branch => vec!["Padding for the bark".into()],
        HauledFrom::Beam => vec!["Padding for its edges".into()],
        HauledFrom::Above => Vec::new(),
    }
}

/// The order of work.
pub fn order(hoist: &Hoist, facts: &HoistFacts, joints: &[Joint], reader: &Reader) -> Vec<Step> {
    let d = &hoist.said;
    let known = d.thing.known();
    let m = |m: f64| reader.length(Length::from_m(m));
    let look = match d.from {
        HauledFrom::Branch => {
            "Look at the branch: alive, thicker than an arm, nothing dead above it. Clear the ground under it and keep it clear."
        }
        HauledFrom::Beam => {
            "Look at the beam and at what holds it, pad its edges. Clear the ground under it and keep it clear."
        }
        HauledFrom::Above => {
            "Whoever hauls stands where a fall is not possible, or is held by gear made for it. Clear the ground below and keep it clear."
        }
    };
    let mut all = vec![Step::new("look", "Look up", look), Step::new("ready", "Ready", known.before)];
    if d.from.bends() {
        all.push(Step::new(
            "over",
            "Over",
            "Throw a light line over first with a bag on it, and draw the hoisting line after it.",
        ));
    }
    let tie = format!("Tie {} on {}, and draw it hard.", knot_at(joints, "hitch"), known.on);
    let tie = Step::new("hitch", "Hitch", tie).at("hitch");
    if d.thing.led() {
        all.push(tie.with(&format!("from {}", known.leads), m(facts.hitch_m)));
        all.push(leads(facts, joints, known.leads, &m));
    } else {
        all.push(tie);
    }
    if d.guided {
        let low = if d.thing.led() { "its low end" } else { "the bail too" };
        let say = format!("Tie {} on {low}; whoever holds it stands off to the side.", knot_at(joints, "guide"));
        all.push(Step::new("guide", "Guide", say).at("guide"));
    }
    all.push(Step::new("lift", "A hand high", "Bring it a hand off the ground and look: it hangs upright, nothing creeps. If it leans, move the half hitch, not the hitch."));
    let haul = if d.from.bends() {
        "On the call haul together, hand over hand, standing to the side of it; a turn round a post holds it while you rest."
    } else {
        "Haul hand over hand, the line kept clear of the edge; whoever is below only guides."
    };
    all.push(Step::new("haul", "Haul", haul).with("wanted, est.", reader.forces(facts.wanted_n)));
    all.push(Step::new(
        "fast",
        "Make fast",
        "Made fast before anybody reaches for it; taken in hand before anybody unties it.",
    ));
    all
}

fn leads(facts: &HoistFacts, joints: &[Joint], from: &str, m: &dyn Fn(f64) -> String) -> Step {
    let own = find(joints, "hitch").is_some_and(|j| LEADING.contains(&j.knot.as_str()));
    let count = facts.leads_m.len();
    let places: Vec<String> = facts.leads_m.iter().rev().map(|x| m(*x)).collect();
    let say = match (own, count) {
        (true, 1) => "Lay its half hitch near the leading end, the line coming off along it: it hangs true.".to_owned(),
        (true, n) => format!(
            "Lay its half hitch, and {} more, all turned the same way, the last near the leading end.",
            number(n as u32 - 1)
        ),
        (false, 1) => {
            "Throw a half hitch round it near the leading end, the line coming off along it: it hangs true.".to_owned()
        }
        (false, n) => format!(
            "Throw {} half hitches round it, all turned the same way, the last near the leading end.",
            number(n as u32)
        ),
    };
    Step::new("lead", "Lead", say).with(&format!("from {from}"), listed(&places))
}

/// Bringing it down.
pub fn strike(hoist: &Hoist, facts: &HoistFacts, reader: &Reader) -> Vec<Step> {
    let down = if hoist.said.from.bends() {
        "Let it down hand under hand, a turn of the line round a post behind you; nobody under it."
    } else {
        "Let it down hand under hand; whoever is below guides it off to the side."
    };
    vec![
        Step::new("down", "Let down", down).with("to hold it, est.", reader.forces(facts.held_n)),
        Step::new(
            "off",
            "Cast off",
            "Lay it down before the half hitches are thrown off; then the hitch. Draw the line through by its plain end.",
        ),
    ]
}

//! The two ends of a load's lines.

use super::draft::{Going, Load};
use crate::rig::joint::{Joint, JointAsk, under};
use crate::rig::middle;
use crate::rig::tighten::{Tighten, set_by};
use crate::situation::{Draft, Habits, Manner, Release, Shape, Task, Tension};
use crate::units::Reader;

/// Metal of a deck's ring, millimetres.
const RING_MM: f64 = 10.0;

/// The school that takes clips where they save time.
const CLIPS: &str = "hardware-clips";

/// Who prefers hardware clips a loop into the first ring of every line. Two clips in place of the loop that tightens work loose on a
/// way that shakes; choosing says so.
pub fn clipped(habits: &Habits) -> bool {
    habits.schools.iter().any(|s| s == CLIPS)
}

/// The joints: made fast at the first ring, drawn tight at the second.
pub fn joints(load: &Load, habits: &Habits, reader: &Reader) -> Vec<Joint> {
    let lines = load.said.passes.len();
    if lines == 0 {
        return Vec::new();
    }
    let set_n = middle(set_by(load.said.tighten, &load.cord, load.said.pull_n));
    let manner = if load.said.going == Going::Water { Manner::SlackAndTight } else { Manner::Jerking };
    let on_ring = Draft {
        shape: Some(Shape::Ring),
        size_mm: Some(RING_MM),
        off: Some(Release::ByHand),
        manner: Some(manner),
        ..under(Task::MakeFast, &load.said.cord, set_n)
    };
    let tight = if load.said.tighten == Tighten::Looped {
        Draft { tension: Some(Tension::Purchase), haul_n: Some(load.said.pull_n), ..on_ring.clone() }
    } else {
        Draft { tight: true, ..on_ring.clone() }
    };
    let on_clip = Draft { shape: Some(Shape::Clip), size_mm: None, open_end: None, ..on_ring.clone() };
    let ask = |id, name: &str, situation| JointAsk { id, name: name.into(), times: lines, situation, rather: None };
    let first = if clipped(habits) {
        ask("fixed-end", "Clip in the first ring of each line", on_clip)
    } else {
        ask("fixed-end", "First ring of each line", on_ring)
    };
    [first, ask("tight-end", "Second ring, drawn tight", tight)]
        .into_iter()
        .map(|ask| {
            let own = load.own_knot(ask.id);
            Joint::answered(ask, own, habits, reader)
        })
        .collect()
}

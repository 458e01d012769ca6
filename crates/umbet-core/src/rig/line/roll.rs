//! A tool roll on a line: how its ties go on, and how it is rolled up and tied with the last of them.

use super::{Hung, LineAsk};
use crate::rig::cut::{item, of_joint};
use crate::rig::joint::{JointAsk, knot_at, under};
use crate::rig::{Cut, Joint, Step, new_cord};
use crate::situation::{CordDraft, Draft, Release, Shape, Task, Way};
use crate::units::Reader;
use crate::usage::LengthItem;

/// What its ties are of.
const TIE: &str = "guy-polyester-3";
/// From the roll's edge to the line, metres (common practice: a hand's breadth).
const DROP_M: f64 = 0.1;
/// A roll with its tools, rolled up: so thick, metres (common practice: a fist and a half).
const ROLLED_M: f64 = 0.12;

impl LineAsk {
    /// Ties on the line, in the roll's eyelets, and the last of them round it once it is rolled up.
    pub(super) fn roll_joints(&self, ties: u32, n: f64) -> Vec<JointAsk> {
        let cord = CordDraft { wet: self.said.cord.wet, ..CordDraft::of(TIE) };
        let each = n / f64::from(ties);
        let ask = |id, name: &str, times, situation| JointAsk { id, name: name.into(), times, situation, rather: None };
        let on_line = Draft {
            shape: Some(Shape::Rope),
            size_mm: Some(self.cord.diameter.mm()),
            way: Some(Way::Along),
            off: Some(Release::ByHand),
            ..under(Task::MakeFast, &cord, each)
        };
        let eyelet = Draft { shape: Some(Shape::Eyelet), ..under(Task::MakeFast, &cord, each) };
        let rolled = Draft {
            shape: Some(Shape::Bundle),
            size_mm: Some(1000.0 * ROLLED_M),
            off: Some(Release::OnePull),
            ..under(Task::MakeFast, &cord, 20.0)
        };
        vec![
            ask("on-line", "The roll’s ties on the line", ties as usize, on_line),
            ask("eyelets", "Ties in the roll’s eyelets", ties as usize, eyelet),
            ask("rolled", "Last tie round the roll, rolled up", 1, rolled),
        ]
    }

    /// The ties, all alike: as long as they hang, or as go round the roll.
    pub(super) fn roll_ties(&self, ties: u32, joints: &[Joint], reader: &Reader) -> Option<Cut> {
        let cord = new_cord(TIE)?;
        let eyelet = || of_joint(joints, "eyelets", "in its eyelet", reader);
        let hung = [
            Some(item("from the line to the roll", DROP_M, reader)),
            of_joint(joints, "on-line", "on the line", reader),
            eyelet(),
        ];
        // What goes round the roll is counted with the knot that ties it there.
        let round = [of_joint(joints, "rolled", "round it", reader), eyelet(), None];
        let sum = |items: &[Option<LengthItem>]| items.iter().flatten().map(|i| i.length_m).sum::<f64>();
        let longer = if sum(&hung) >= sum(&round) { hung } else { round };
        Some(Cut::of("Tie", ties as usize, &cord, longer.into_iter().flatten().collect(), reader))
    }

    pub(super) fn hang_roll(&self, joints: &[Joint]) -> Step {
        let say = format!(
            "Tie the roll on by its outer ties first, drawn apart so that it hangs without a fold, then by those between: {}. Heavy tools next to a tie.",
            knot_at(joints, "on-line")
        );
        Step::new("roll", "Hang the roll", say).at("on-line")
    }

    /// Rolled up, and tied with the tie at its outer end.
    pub(super) fn strike_roll(&self, joints: &[Joint]) -> Step {
        let say = format!(
            "Every tool in its pocket and counted. Cast off the ties from one end on, fold the flap over, roll it toward the last one, and tie it with that: {}.",
            knot_at(joints, "rolled")
        );
        Step::new("off", "Roll up", say).at("rolled")
    }

    /// Ties of the roll it carries.
    pub(super) const fn ties(&self) -> Option<u32> {
        match self.said.hung {
            Hung::Roll { ties, .. } => Some(ties),
            _ => None,
        }
    }
}

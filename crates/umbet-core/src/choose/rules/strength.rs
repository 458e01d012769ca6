//! Is it strong enough?

use super::{Finding, Mend, Rule, Weight, number, wants};
use crate::choose::answer::band_of_force;

/// Strength at the weakest section over the pull.
pub const STRONG: Rule = Rule {
    id: "strong",
    asks: "Is the knotted cord strong enough?",
    judge: |c, case| {
        let left = case.strength_left(c);
        let times = left.low / case.s.force.n();
        let wanted = case.working_share();
        let numbers = vec![
            number("left at the knot", format!("{}, est.", band_of_force(&case.reader, left))),
            number("times the pull", format!("{times:.1}")),
            number("wanted", format!("{wanted:.0}")),
        ];
        let met = c.mends().contains(&Mend::HeavierCord);
        let (weight, says) = if times >= wanted || met {
            (Weight::Notes, format!("Bears {times:.1} times the pull at its weakest; {wanted:.0} are wanted."))
        } else {
            (
                Weight::Wants(&[Mend::HeavierCord]),
                format!("Bears only {times:.1} times the pull; {wanted:.0} are wanted."),
            )
        };
        Some(Finding {
            rule: "strong",
            weight,
            says,
            change: "Fits in stronger cord".into(),
            numbers,
            source: "rescue-manuals",
        })
    },
};

/// A hard arris cuts.
pub const EDGE: Rule = Rule {
    id: "edge",
    asks: "Does an edge cut it?",
    judge: |c, case| {
        if !case.s.object.sharp_edge || c.padded {
            return None;
        }
        wants("edge", &[Mend::PadEdge], "A hard edge saws through cord under load.".into(), "Fits a rounded edge")
    },
};

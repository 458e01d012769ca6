//! Is it strong enough, and what it is tied to?

use super::{Finding, Mend, Rule, Weight, notes, number, refuses, wants};

/// From so many times the pull nobody asks how many exactly.
const AMPLE: f64 = 10.0;

/// Strength at the weakest section over the pull. A cord too weak for every knot is refused as a cord, by [`super::super::choose`].
pub const STRONG: Rule = Rule {
    id: "strong",
    asks: "Is the knotted cord strong enough?",
    judge: |c, case| {
        let left = c.strength_left(case);
        let times = left.low / case.s.force.n();
        let wanted = case.working_share();
        let numbers = vec![
            number("left at the knot", format!("{}, est.", case.reader.forces(left))),
            number("bears", times_words(times)),
            number("wanted", format!("{wanted:.0}")),
        ];
        let enough = times >= wanted || !case.asks_strength;
        let (weight, says) = match (enough, case.s.drawn_up_only()) {
            (true, true) => (Weight::Notes, "Not loaded: the hand gives before the cord does.".to_owned()),
            (true, _) if times >= AMPLE.max(wanted) => (Weight::Notes, "Strength is ample.".to_owned()),
            (true, _) => {
                (Weight::Notes, format!("Bears {times:.1} times the pull at its weakest; {wanted:.0} are wanted."))
            }
            (false, true) => (Weight::Refuses, "Breaks under what the hand draws up.".to_owned()),
            (false, false) => {
                (Weight::Refuses, format!("Bears only {times:.1} times the pull in this cord; {wanted:.0} are wanted."))
            }
        };
        Some(Finding {
            rule: "strong",
            weight,
            says,
            change: "Fits in stronger cord".into(),
            numbers,
            source: "practice",
        })
    },
};

/// How many times the pull, to the precision it is known to.
pub(crate) fn times_words(times: f64) -> String {
    if times >= AMPLE { "ample: over 10 × the pull".into() } else { format!("{times:.1} × the pull") }
}

/// What it is tied to gives before the line does.
pub const BEARS: Rule = Rule {
    id: "bears",
    asks: "Does what it is tied to bear the pull?",
    judge: |_, case| {
        let kind = case.s.object.kind;
        let bears = kind.bears_n.filter(|_| !case.s.drawn_up_only() && case.asks_strength)?;
        let (n, r) = (case.s.force.n(), &case.reader);
        let band = r.forces(bears);
        if n > bears.high {
            let says = format!(
                "One {} {} at {band}, est.: {} is too much for it.",
                kind.shape.words(),
                kind.gives,
                case.force(n)
            );
            return refuses("bears", says, "Fits with the pull shared between several");
        }
        if n > bears.low {
            return notes(
                "bears",
                format!("One {} {} at {band}, est.: look at it first.", kind.shape.words(), kind.gives),
            );
        }
        None
    },
};

/// A hard arris cuts.
pub const EDGE: Rule = Rule {
    id: "edge",
    asks: "Does an edge cut it?",
    judge: |c, case| {
        if !case.s.object.sharp_edge || c.has(Mend::PadEdge) {
            return None;
        }
        wants("edge", &[Mend::PadEdge], "A hard edge saws through cord under load.".into(), "Fits a rounded edge")
    },
};

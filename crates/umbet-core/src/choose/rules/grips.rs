//! Does it grip?

use super::{Finding, Mend, Rule, Weight, capital, number};
use crate::choose::candidate::{Candidate, Grade, Need, ROOM};
use crate::choose::case::Case;
use crate::knot::Stands;

/// Friction needed against the surface's band.
pub const GRIPS: Rule = Rule { id: "grips", asks: "Does the surface give the grip it needs?", judge };

fn judge(c: &Candidate<'_>, case: &Case<'_>) -> Option<Finding> {
    let need = c.grip_needed(case);
    let grade = c.grade_at(need, case);
    // A loop is not there to grip.
    if grade == Grade::Itself || c.knot.entry.grip.stands == Stands::Loop {
        return None;
    }
    let along = case.along_a_bar();
    let asks_nothing = need.is_some_and(|n| n.cautious < 1e-6);
    let (weight, says) = match (grade, need) {
        // Whether it slides along the bar is a matter of its turns, which the rule of the pull counts.
        (Grade::WithRoom | Grade::Barely, _) if along && (asks_nothing || !c.turns_to_spare(case)) => return None,
        (Grade::WithRoom, _) if asks_nothing => {
            (Weight::Notes, "Draws tight on its own standing part, whatever the surface.".into())
        }
        (Grade::WithRoom, Some(n)) => (Weight::Notes, times(case, n)),
        (Grade::Barely, Some(n)) if along => (Weight::Notes, times(case, n)),
        (Grade::Barely, Some(n)) => (helpful(c, case, n).map_or(Weight::Notes, Weight::Prefers), times(case, n)),
        (_, Some(n)) if n.hopeful.is_finite() => (Weight::Wants(helpful(c, case, n).unwrap_or(&[])), times(case, n)),
        _ => (
            Weight::Wants(helpful(c, case, NONE).unwrap_or(&[])),
            "No friction locks it in this cord: it needs its tail held.".into(),
        ),
    };
    let mut numbers = Vec::new();
    if let Some(n) = need.filter(|n| n.cautious.is_finite()) {
        numbers.push(number("grip needed", format!("{:.2}, est.", n.cautious)));
        numbers.push(number("the surface gives", format!("{:.2} to {:.2}, est.", case.surface.low, case.surface.high)));
    }
    Some(Finding { rule: "grips", weight, says, change: "Fits a rougher surface".into(), numbers, source: "model" })
}

/// The first mend that lowers the need: what it does is computed, not asserted.
fn helpful(c: &Candidate<'_>, case: &Case<'_>, need: Need) -> Option<&'static [Mend]> {
    const TRIED: [Mend; 3] = [Mend::MoreTurn, Mend::RoundTurnFirst, Mend::BackupHalfHitch];
    let lowers = |m: &Mend| {
        c.may(*m, case)
            && c.with(*m)
                .grip_needed(case)
                .is_some_and(|n| n.cautious < need.cautious * 0.98 || n.hopeful < need.hopeful * 0.98)
    };
    TRIED.iter().find(|m| lowers(m)).map(std::slice::from_ref)
}

/// More grip than this is not worth counting.
const PLENTY: f64 = 10.0;

/// No friction of the object would do.
const NONE: Need = Need { cautious: f64::INFINITY, hopeful: f64::INFINITY };

fn times(case: &Case<'_>, need: Need) -> String {
    let (low, high) = (case.surface.low / need.cautious, case.surface.high / need.hopeful);
    if need.hopeful < 1e-6 && low < ROOM {
        let rope = case.rope;
        return format!(
            "It locks on its own cord, and this rubs {:.2} to {:.2} on itself: it may creep, so look at it again.",
            rope.low, rope.high
        );
    }
    let wet = if case.s.cord.wet { "Wet, " } else { "" };
    let surface = case.s.object.material.name.replace("-barked", " bark");
    let opening = if wet.is_empty() { capital(&surface) } else { format!("{wet}{surface}") };
    if low > PLENTY {
        return format!("{opening} gives more than ten times the grip it needs.");
    }
    let room = if low >= ROOM { "" } else { ", too little to spare" };
    format!("{opening} gives {low:.1} to {high:.1} times the grip it needs{room}.")
}

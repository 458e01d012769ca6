//! Does it grip?

use super::{Finding, Mend, Rule, Weight, capital, number};
use crate::choose::candidate::{Candidate, Case, Grade, ROOM};

/// Friction needed against the surface's band.
pub const GRIPS: Rule = Rule { id: "grips", asks: "Does the surface give the grip it needs?", judge };

fn judge(c: &Candidate<'_>, case: &Case<'_>) -> Option<Finding> {
    let need = c.grip_needed(case);
    let grade = c.grade_at(need, case);
    if grade == Grade::Itself {
        return None;
    }
    let along = case.along_a_bar();
    let asks_nothing = need.is_some_and(|n| n < 1e-6);
    let (weight, says) = match (grade, need) {
        // Whether it slides along the bar is a matter of its turns, which the rule of the pull counts.
        (Grade::WithRoom | Grade::Barely, _) if along && (asks_nothing || !c.turns_to_spare(case)) => return None,
        (Grade::Slides, _) => {
            (Weight::Notes, "A fixed loop grips nothing: it stays, and slides where it is led.".into())
        }
        (Grade::WithRoom, _) if asks_nothing => {
            (Weight::Notes, "Draws tight on its own standing part: it needs no grip of the surface.".into())
        }
        (Grade::WithRoom, Some(n)) => (Weight::Notes, times(case, n)),
        (Grade::Barely, Some(n)) if along => (Weight::Notes, times(case, n)),
        (Grade::Barely, Some(n)) => (helpful(c, case, n).map_or(Weight::Notes, Weight::Prefers), times(case, n)),
        (_, Some(n)) if n.is_finite() => (Weight::Wants(helpful(c, case, n).unwrap_or(&[])), times(case, n)),
        _ => (
            Weight::Wants(helpful(c, case, f64::INFINITY).unwrap_or(&[])),
            "No friction locks it in this cord: it needs its tail held.".into(),
        ),
    };
    let mut numbers = Vec::new();
    if let Some(n) = need.filter(|n| n.is_finite()) {
        numbers.push(number("grip needed", format!("{n:.2}, est.")));
        numbers.push(number("the surface gives", format!("{:.2} to {:.2}, est.", case.surface.low, case.surface.high)));
    }
    Some(Finding { rule: "grips", weight, says, change: "Fits a rougher surface".into(), numbers, source: "model" })
}

/// The first mend that lowers the need: what it does is computed, not asserted.
fn helpful(c: &Candidate<'_>, case: &Case<'_>, need: f64) -> Option<&'static [Mend]> {
    const TRIED: [Mend; 3] = [Mend::MoreTurn, Mend::RoundTurnFirst, Mend::BackupHalfHitch];
    let lowers = |m: &Mend| c.may(*m, case) && c.with(*m, case).grip_needed(case).is_some_and(|n| n < need * 0.98);
    TRIED.iter().find(|m| lowers(m)).map(std::slice::from_ref)
}

fn times(case: &Case<'_>, need: f64) -> String {
    let (low, high) = (case.surface.low / need, case.surface.high / need);
    let wet = if case.s.cord.wet { "Wet, " } else { "" };
    let surface = &case.s.object.material.name;
    let opening = if wet.is_empty() { capital(surface) } else { format!("{wet}{surface}") };
    if low > 20.0 {
        return format!("{opening} gives more than twenty times the grip it needs.");
    }
    let room = if low >= ROOM { "" } else { ", too little to spare" };
    format!("{opening} gives {low:.1} to {high:.1} times the grip it needs{room}.")
}

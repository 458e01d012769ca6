//! Friction and lashing force: how many lines over the top a thing asks for (EN 12195-1:2010, 6.2, top-over lashing).

use super::{Judged, RuleVerdict};
use crate::rig::load::draft::PassKind;
use crate::rig::load::held::Movement;
use crate::units::G;
use crate::words::{capital, number};

/// What a top-over lashing is reckoned from.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct TopOver {
    /// Horizontal acceleration, g.
    pub c: f64,
    /// Vertical acceleration, g.
    pub c_z: f64,
    /// Mass, kilograms.
    pub mass_kg: f64,
    /// Friction.
    pub mu: f64,
    /// Sine of the angle between line and deck.
    pub sin_alpha: f64,
    /// Tension in the line, newtons.
    pub tension_n: f64,
    /// Safety factor: 1.25 forward, 1.1 otherwise.
    pub f_s: f64,
}

impl TopOver {
    /// Lines it asks for: n ≥ (c − μ·c_z)·m·g·f_s / (2·μ·sin α·F_T). Nought where friction alone is enough.
    pub fn lines(&self) -> f64 {
        let Self { c, c_z, mass_kg, mu, sin_alpha, tension_n, f_s } = *self;
        ((c - mu * c_z) * mass_kg * 9.81 * f_s / (2.0 * mu * sin_alpha * tension_n)).max(0.0)
    }
}

/// What it says of this load.
pub fn verdict(judged: &Judged<'_>) -> RuleVerdict {
    let (mut met, mut says) = (true, Vec::new());
    for i in 0..judged.load.items.len() {
        let (good, line) = of_item(judged, i);
        met &= good;
        says.push(line);
    }
    RuleVerdict {
        id: "load-rules-friction".into(),
        name: "EN 12195-1: friction and lashing force".into(),
        met,
        says,
        sections: "EN 12195-1:2010, clause 4 (accelerations) and 6.2 (top-over lashing); what stops a thing outright counts for it."
            .into(),
    }
}

/// Safety factor of the standard.
const fn safety(movement: Movement) -> f64 {
    if matches!(movement, Movement::Forward) { 1.25 } else { 1.1 }
}

fn of_item(judged: &Judged<'_>, i: usize) -> (bool, String) {
    let item = &judged.load.items[i];
    let over: Vec<(f64, f64)> = over_top(judged, i);
    let has = over.len();
    let (sin_alpha, tension_n) = match has {
        0 => (1.0, judged.usual_tension()),
        n => (over.iter().map(|o| o.0).sum::<f64>() / n as f64, over.iter().map(|o| o.1).sum::<f64>() / n as f64),
    };
    let mu = item.contact.friction(judged.load.said.deck.wet).low;
    let asks = |movement: Movement| {
        let hold = judged.holds.iter().find(|h| h.item == i && h.movement == movement)?;
        if hold.blocked.is_some() {
            return None;
        }
        let mass_kg = judged.mass(i);
        // What lies across its way takes its share off.
        let way = if movement == Movement::Forward { -1.0 } else { 1.0 };
        let across = if movement == Movement::Sideways { 0.0 } else { judged.across(i, way) };
        let c = movement.asked_g(judged.load.said.going) - across / (mass_kg * G);
        Some(
            TopOver { c, c_z: 1.0, mass_kg, mu, sin_alpha: sin_alpha.max(0.05), tension_n, f_s: safety(movement) }
                .lines(),
        )
    };
    let worst = [Movement::Forward, Movement::Rearward, Movement::Sideways]
        .into_iter()
        .filter_map(|m| Some((m, asks(m)?)))
        .max_by(|a, b| a.1.total_cmp(&b.1));
    let name = capital(&item.said.name);
    let Some((movement, n)) = worst.filter(|w| w.1 > 1e-9) else {
        return (true, format!("{name}: friction and what stops it are enough."));
    };
    let wants = (n - 1e-9).ceil();
    let lines = |n: f64| if n < 13.0 { number(n as u32) } else { format!("{n:.0}") };
    let good = has as f64 >= wants;
    let what = match movement {
        Movement::Forward => "in a dead stop",
        Movement::Rearward => "starting off",
        _ => "to the side",
    };
    (good, format!("{name}: {what} it asks for {} over the top, and has {}.", lines(wants), lines(has as f64)))
}

/// Of each line over the thing's top, or that of what stands on it: the sine of its angle, and its pull, at their least.
fn over_top(judged: &Judged<'_>, i: usize) -> Vec<(f64, f64)> {
    let upon = judged.load.upon(i);
    let here = |k: usize| k == i || upon.contains(&k);
    let lines = judged.load.said.passes.iter().enumerate();
    lines
        .filter(|(_, p)| p.kind == PassKind::Over && here(p.item))
        .map(|(n, _)| {
            let legs = judged.pressed.laid[n].legs();
            let sine = legs[0][2].abs().midpoint(legs[1][2].abs());
            let pulls = &judged.pressed.pulls[n][0];
            (sine, f64::midpoint(pulls[0], pulls[pulls.len() - 1]))
        })
        .collect()
}

impl Judged<'_> {
    fn usual_tension(&self) -> f64 {
        crate::rig::tighten::set_by(self.load.said.tighten, &self.load.cord, self.load.said.pull_n).low
    }

    fn across(&self, i: usize, way: f64) -> f64 {
        crate::rig::load::held::borne_across(self.load, self.pressed, i, [way, 0.0, 0.0])
    }
}

//! What gives first, and what to change so that it does not.

use super::build::{LashedAt, Standing};
use super::draft::{Build, Poles};
use super::forces::Forces;
use super::lashed::LashingFacts;
use crate::lashing::hold::Bound;
use crate::lashing::{Counts, FRAPPING, TURNS};
use crate::rig::anchor::GREEN_WOOD;
use crate::rig::working::{KEPT, LEAST_MARGIN};
use crate::rig::{LineWork, Part, Strained};
use crate::units::{Band, Length, Reader};
use crate::words::{capital, listed, small};
use std::f64::consts::PI;

/// Young's modulus of green round wood, pascals (wood handbooks, recalled).
const WOOD_E: Band = Band { low: 6e9, high: 11e9 };
/// Wood is used to no more than this share of what breaks it, as a ratio (common practice).
const WOOD_MARGIN: f64 = 3.0;
/// Feet of a tripod, and of a trestle at least, stand out between these shares of its height (common practice: a third to a half).
const TRIPOD_OUT: [f64; 2] = [0.25, 0.7];
/// So many more turns are asked for at most: beyond them a lashing is worked harder, not longer (common practice).
const MORE: usize = 2;
/// An overlap is this share of a pole at least (common practice: a quarter).
const OVERLAP: f64 = 0.25;

impl Poles {
    pub(super) fn parts(
        &self,
        standing: &Standing,
        forces: &Forces,
        lashed: &[LashingFacts],
        reader: &Reader,
    ) -> Vec<Part> {
        let thick = self.said.pole_mm / 1000.0;
        let all = self.all_n(standing);
        let mut parts: Vec<Part> = lashed
            .iter()
            .zip(&forces.slips_n)
            .zip(&standing.lashed)
            .filter(|((_, pull), at)| pull.high > 1.0 && !at.rests)
            .map(|((l, pull), _)| {
                let what = format!("a pole slips, {}", small(&l.place));
                Part::judged(&format!("slip-{}", l.id), &what, l.slip_n, *pull, "the load puts", "", reader)
            })
            .collect();
        if forces.pushed.0.high > 1.0 {
            // Euler: π² E I / L², I = π d⁴ / 64.
            let k = PI.powi(3) * thick.powi(4) / 64.0 / forces.pushed.1.powi(2);
            parts.push(Part::judged(
                "leg",
                "a leg bows out",
                WOOD_E.scaled(k),
                forces.pushed.0,
                "the load puts",
                "",
                reader,
            ));
        }
        if let Some((name, moment)) = forces.bent {
            let bears = GREEN_WOOD.scaled(PI * thick.powi(3) / 32.0 / moment * all);
            let what = format!("the {name} breaks");
            parts.push(Part::judged("bent", &what, bears, Band { low: all, high: all }, "all of it puts", "", reader));
        }
        let [aside, down] = forces.foot_n;
        if aside > 1.0 && !forces.slides_well {
            let bears = self.ground.friction.scaled(down);
            parts.push(Part::judged(
                "foot",
                "a foot slides",
                bears,
                Band { low: aside, high: aside },
                "the legs put",
                "",
                reader,
            ));
        }
        if forces.line_n > 1.0 && !standing.lines.is_empty() {
            let pull = Band { low: forces.line_n, high: forces.line_n };
            let bears = self.cord.at_knot(KEPT);
            parts.push(Part::judged(
                "line",
                "the line between the feet parts",
                bears,
                pull,
                "the legs put",
                "",
                reader,
            ));
        }
        Part::in_order(&mut parts);
        parts
    }

    pub(super) fn change(
        &self,
        standing: &Standing,
        parts: &[Part],
        lashed: &[LashingFacts],
        reader: &Reader,
    ) -> Vec<String> {
        let m = |m: f64| reader.length(Length::from_m(m));
        let mut all: Vec<String> = parts.iter().filter_map(|p| self.gives(p, standing, reader)).collect();
        all.extend(self.slipping(standing, parts, lashed));
        all.extend(self.tips(&m));
        all
    }

    /// What of wood, ground or line gives, and what to change.
    fn gives(&self, part: &Part, standing: &Standing, reader: &Reader) -> Option<String> {
        let low = part.margin.low;
        match part.id.as_str() {
            "foot" if low < 1.0 => Some(format!(
                "The feet {}, est.: dig them in, or lay a line from foot to foot, {}.",
                may(part, "slide first", "slide"),
                reader.length(Length::from_m(self.line_m(standing)))
            )),
            "leg" if low < 1.0 => Some(format!(
                "A leg {} under it, est., and down it comes: thicker poles, or the lashing lower.",
                may(part, "bow out", "bows out")
            )),
            "leg" if low < WOOD_MARGIN => {
                Some("A leg bows out at less than three times this: thicker poles, or the lashing lower.".into())
            }
            "bent" if low < WOOD_MARGIN => {
                let which = part.what.trim_end_matches(" breaks");
                let says = if low < 1.0 {
                    format!("{} under it, est.", may(part, "break", "breaks"))
                } else {
                    "breaks at less than three times this".into()
                };
                Some(format!("{} {says}: thicker poles, a shorter span, or less on it.", capital(which)))
            }
            "line" => {
                let (cord, work) = (&self.cord, LineWork::Lashed);
                let (name, or) = ("the line between the feet", "double it");
                Strained { part, cord, work, least: LEAST_MARGIN, name, or }.says(reader)
            }
            _ => None,
        }
    }

    /// Lashings that slip, those together that want the same.
    fn slipping(&self, standing: &Standing, parts: &[Part], lashed: &[LashingFacts]) -> Vec<String> {
        let mut wants: Vec<(Better, bool, Vec<String>)> = Vec::new();
        for part in parts.iter().filter(|p| p.margin.low < 1.0) {
            let of = |l: &LashingFacts| part.id.strip_prefix("slip-") == Some(l.id.as_str());
            let Some((facts, at)) = lashed.iter().zip(&standing.lashed).find(|(l, _)| of(l)) else { continue };
            let (better, sure) = (self.better(part, facts, at), part.margin.high < 1.0);
            let place = small(&facts.place);
            match wants.iter_mut().find(|w| w.0 == better && w.1 == sure) {
                Some(same) => same.2.push(place),
                None => wants.push((better, sure, vec![place])),
            }
        }
        wants.iter().map(|(better, sure, places)| better.says(*sure, &listed(places))).collect()
    }

    /// The fewest more turns with which a lashing laid by a light hand still holds; stronger cord or a stop, where none will.
    fn better(&self, part: &Part, facts: &LashingFacts, at: &LashedAt) -> Better {
        let slip_n = |c: &Counts, bound: Bound| at.lashing.holds(*c, bound)[0];
        let holds = |c: &Counts| {
            let at = LashedAt { counts: *c, ..at.clone() };
            slip_n(c, self.bound(&at, facts.turn_m)).low >= part.pull_n.high
        };
        let frapping = (at.counts.frapping..=FRAPPING[1]).map(|frapping| Counts { frapping, ..at.counts });
        let turns = (at.counts.turns..=TURNS[1]).map(|turns| Counts { turns, ..at.counts });
        let (frapping, turns) = (frapping.take(MORE + 1), turns.take(MORE + 1));
        match frapping.filter(|_| at.lashing.frapped()).chain(turns).find(|c| holds(c)) {
            Some(c) if c.frapping > at.counts.frapping => {
                let said = at.lashing.says_turns(None, Some(c.frapping));
                if c.frapping == 1 { Better::One(said) } else { Better::Several(said) }
            }
            Some(c) => Better::Several(at.lashing.says_turns(Some(c.turns), None)),
            None => {
                let bound = self.bound(at, facts.turn_m);
                let strong = slip_n(&at.counts, Bound { cord_n: f64::INFINITY, ..bound }).low;
                if strong >= part.pull_n.high { Better::Cord } else { Better::Stop }
            }
        }
    }

    /// Legs or an overlap out of proportion.
    fn tips(&self, m: &dyn Fn(f64) -> String) -> Option<String> {
        let d = &self.said;
        let share = d.out_m / self.apex_m();
        match d.build {
            Build::Tripod if share < TRIPOD_OUT[0] => {
                Some(format!("It stands narrow and tips easily: set the feet {} out.", m(self.apex_m() * 0.4)))
            }
            Build::Tripod if share > TRIPOD_OUT[1] => Some(format!(
                "It stands wide; its legs pry at the lashing: set the feet {} out.",
                m(self.apex_m() * 0.5)
            )),
            b if b.trestled() && share < TRIPOD_OUT[0] => {
                Some(format!("It stands narrow and tips sideways: set the feet {} out.", m(self.apex_m() * 0.4)))
            }
            Build::Longer if d.long_m < OVERLAP * d.pole_m => {
                Some(format!("The overlap is short: a quarter of a pole, {}.", m(OVERLAP * d.pole_m)))
            }
            _ => None,
        }
    }
}

/// "may break", or "breaks" where it does at its strongest too.
fn may(part: &Part, gives: &str, surely: &str) -> String {
    if part.margin.high < 1.0 { surely.to_owned() } else { format!("may {gives}") }
}

/// What keeps a pole from slipping in its lashing.
#[derive(Debug, Clone, PartialEq)]
enum Better {
    /// One frapping turn.
    One(String),
    /// So many turns, or frapping turns.
    Several(String),
    /// Cord that may be hauled harder.
    Cord,
    /// A stop; no turn or two more do.
    Stop,
}

impl Better {
    fn says(&self, surely: bool, places: &str) -> String {
        let slips = if surely { "However hard it is hauled" } else { "Laid by a light hand on smooth poles" };
        let slips = format!("{slips} it {}, {places}", if surely { "slips" } else { "may slip" });
        match self {
            Self::One(turn) => format!("{slips}: {turn} holds it."),
            Self::Several(turns) => format!("{slips}: {turns} hold it."),
            Self::Cord => format!("{slips}: this cord is too weak to be hauled as it wants; take a stronger one."),
            Self::Stop if surely => format!(
                "{slips}, and a turn or two more do not change that: less on it, or let the wood bear, in a crotch or on the stub of a branch."
            ),
            Self::Stop => format!(
                "{slips}, and a turn or two more do not change that: rough the poles there, haul each turn until it creaks, and leave the stub of a branch or a peg under it as a stop."
            ),
        }
    }
}

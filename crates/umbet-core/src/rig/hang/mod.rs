//! A bar or pole hung level from lines, with what hangs on it.

mod cloth;
mod draft;
mod lists;
mod looks;
mod share;

pub use draft::{
    AT_M, Bar, HIGH_M, Hang, HangDraft, HungThing, LENGTH_M, LINES, MASS_KG, NAME_LONG, Overhead, THICK_MM, TIES,
};
pub use share::{Weight, shares};

use super::anchor::GREEN_WOOD;
use super::cut::{item, of_joint, serve};
use super::joint::{JointAsk, knot_at};
use super::lists::Change;
use super::working::{KEPT, LEAST_MARGIN};
use super::{
    Cut, FieldAt, Given, Impossible, Joint, LineWork, Named, Part, Planned, Planner, Rig, RigDraft, RigPlan, Step,
    Strained,
};
use crate::object::surfaces;
use crate::rig::shared::HeldBy;
use crate::situation::{Draft, Fault, Habits, Release, Shape, Stays, Task, UsedCord};
use crate::units::{Band, Force, Length, Reader};
use crate::words::{capital, listed, number};
use serde::Serialize;
use std::f64::consts::PI;

/// Bars hung from lines.
pub const PLANNER: Planner = Planner::of::<HangDraft>("hang", "A bar hung level");

impl RigDraft for HangDraft {
    type Read = Hang;
    type Choices = HangChoices;

    fn begun(_habits: &Habits) -> Self {
        Self::usual()
    }

    fn choices() -> Self::Choices {
        HangChoices::built_in()
    }

    fn taken(&self) -> Result<Self::Read, Vec<Fault>> {
        Hang::read(self)
    }

    fn numbers(&self) -> Vec<FieldAt> {
        self.fields()
    }

    fn listed(&self, list: &str, change: Change) -> Option<Self> {
        self.with(list, change)
    }
}

/// What there is to choose from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HangChoices {
    /// What is hung.
    pub bars: Vec<Named>,
    /// From what.
    pub overheads: Vec<Named>,
    /// Its surface.
    pub surfaces: Vec<Named>,
}

impl HangChoices {
    fn built_in() -> Self {
        Self {
            bars: Bar::ALL.iter().map(|b| Named::new(b.id(), b.words())).collect(),
            overheads: Overhead::ALL.iter().map(|o| Named::new(o.id(), o.words())).collect(),
            surfaces: surfaces().iter().map(|m| Named::new(&m.id, &m.name)).collect(),
        }
    }
}

/// What only a hung bar's plan has.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HangFacts {
    /// What each line bears where all are tied alike, from left to right, newtons.
    pub alike_n: Vec<f64>,
    /// The least and most where any one was tied slack.
    pub borne_n: Vec<Band>,
    /// The greatest bending moment of the bar, newton metres.
    pub bending_nm: f64,
}

/// The last line stands within so much of the bar's end (common practice).
const END_M: f64 = 0.15;
/// Over heads the cord bears so many times its share (common practice: a tenth of its strength).
const OVER_HEADS: f64 = 10.0;
/// Wood is used to no more than this share of what breaks it, as a ratio (common practice).
const WOOD_MARGIN: f64 = 3.0;

impl Hang {
    fn least_margin(&self) -> f64 {
        if self.said.over_heads { OVER_HEADS } else { LEAST_MARGIN }
    }

    fn joints(&self, hardest_n: f64, habits: &Habits, reader: &Reader) -> Vec<Joint> {
        let lines = self.said.lines_m.len();
        let base = Draft {
            cord: self.said.cord.clone(),
            force_n: Some(hardest_n.max(20.0)),
            stays: Some(Stays::Night),
            off: Some(Release::ByHand),
            overhead: self.said.over_heads,
            ..Draft::usual(Task::MakeFast)
        };
        let shape = if self.said.bar == Bar::Pole { Shape::Post } else { Shape::Pipe };
        let on_bar = Draft {
            shape: Some(shape),
            size_mm: Some(self.said.thick_mm),
            surface: Some(self.said.surface.clone()),
            ..base.clone()
        };
        let over = match self.said.overhead {
            Overhead::Branch => Shape::Post,
            Overhead::Beam => Shape::Square,
            Overhead::Rail => Shape::Pipe,
        };
        let top = Draft { shape: Some(over), size_mm: Some(self.said.over_mm), ..base };
        let ask = |id, name: &str, times, situation| JointAsk { id, name: name.into(), times, situation, rather: None };
        let mut asks = vec![ask("end", "On the bar, the two ends", 2, Draft { near_end: true, ..on_bar.clone() })];
        if lines > 2 {
            asks.push(ask("inner", "On the bar, between", lines - 2, on_bar));
        }
        asks.push(ask("top", "Overhead", lines, top));
        asks.extend(self.ties());
        asks.into_iter()
            .map(|ask| {
                let own = self.own_knot(ask.id);
                Joint::answered(ask, own, habits, reader)
            })
            .collect()
    }

    fn parts(&self, facts: &HangFacts, reader: &Reader) -> Vec<Part> {
        let hardest = facts.borne_n.iter().copied().max_by(|a, b| a.high.total_cmp(&b.high)).unwrap_or_default();
        let mut all = vec![Part::judged(
            "line",
            "a line parts at its knot",
            self.cord.at_knot(KEPT),
            hardest,
            "its share is",
            "",
            reader,
        )];
        if self.said.bar == Bar::Pole {
            // M = σπd³/32 breaks it: so many times all that hangs on it.
            let breaks = PI * (self.said.thick_mm / 1000.0).powi(3) / 32.0;
            let total: f64 = self.weights().iter().map(|w| w.n).sum();
            let bears = GREEN_WOOD.scaled(breaks / facts.bending_nm.max(1e-6) * total);
            all.push(Part::judged(
                "bar",
                "the pole breaks",
                bears,
                Band { low: total, high: total },
                "all of it puts",
                "",
                reader,
            ));
        }
        Part::in_order(&mut all);
        all
    }

    fn strained<'a>(&'a self, line: &'a Part) -> Strained<'a> {
        let (cord, work) = (&self.cord, LineWork::Hung);
        Strained {
            part: line,
            cord,
            work,
            least: self.least_margin(),
            name: "a line",
            or: "hang it from one line more",
        }
    }

    fn change(&self, parts: &[Part], reader: &Reader) -> Vec<String> {
        let mut all = self.slack_edges(reader);
        let m = |m: f64| reader.length(Length::from_m(m));
        for part in parts {
            if part.id == "line" {
                all.extend(self.strained(part).says(reader));
            }
            if part.id == "bar" && part.margin.low < WOOD_MARGIN {
                all.push("The pole is used to more than a third of what breaks it: a thicker one, a line more, or less on it.".into());
            }
        }
        let lines = &self.said.lines_m;
        let ends = [("left", lines[0]), ("right", self.said.length_m - lines[lines.len() - 1])];
        for (end, off) in ends.into_iter().filter(|(_, off)| *off > END_M) {
            all.push(format!("On the {end} the last line stands {} from the end: set it within {}.", m(off), m(END_M)));
        }
        all
    }

    fn cuts(&self, joints: &[Joint], given: &Given<'_>) -> Vec<Cut> {
        let reader = given.reader;
        let drop = self.said.high_m - self.said.at_m;
        let line = |name: &str, times: usize, on: &str| {
            let mut items = vec![item("from what it hangs from to the bar", drop, reader)];
            items.extend(of_joint(joints, "top", "overhead", reader));
            items.extend(of_joint(joints, on, "on the bar", reader));
            Cut::of(name, times, &self.cord, items, reader)
        };
        let mut cuts = vec![line("Line at an end", 2, "end")];
        if self.said.lines_m.len() > 2 {
            cuts.push(line("Line between", self.said.lines_m.len() - 2, "inner"));
        }
        cuts.extend(self.tie_cuts(joints, reader));
        serve(&mut cuts, given.kit, reader, |_, _| Vec::new());
        cuts
    }

    fn order(&self, joints: &[Joint], facts: &HangFacts, reader: &Reader) -> Vec<Step> {
        let m = |m: f64| reader.length(Length::from_m(m));
        let places: Vec<String> = self.said.lines_m.iter().map(|x| m(*x)).collect();
        let look = match self.said.overhead {
            Overhead::Branch => {
                "Look at the branch from below and from the trunk: alive, thicker than an arm, nothing dead above it."
            }
            Overhead::Beam => "Look at the beam and at what holds it. Pad its edges under the cord.",
            Overhead::Rail => "Look at the rail and at its fixings: what is not made to bear is not hung from.",
        };
        let between = if self.said.lines_m.len() > 2 {
            format!(" Between them {}.", knot_at(joints, "inner"))
        } else {
            String::new()
        };
        let hardest = facts.borne_n.iter().map(|b| b.high).fold(0.0, f64::max);
        let mut all = vec![
            Step::new("look", "Look up", look),
            Step::new(
                "drop",
                "Drop",
                format!("Lead {} lines over it and down to the floor.", number(self.said.lines_m.len() as u32)),
            ),
            Step::new(
                "mark",
                "Mark",
                format!(
                    "Mark the bar at {} from its left end, and every line at one place from its end.",
                    listed(&places)
                ),
            ),
            Step::new(
                "ends",
                "Ends",
                format!(
                    "At floor level tie the two ends first, each doubled against running off: {}.{between}",
                    knot_at(joints, "end")
                ),
            )
            .at("end"),
        ];
        all.extend(self.tie_on(joints, reader));
        let raise = format!(
            "Raise it together, end and end alike, and make every line fast overhead with {}.",
            knot_at(joints, "top")
        );
        all.push(Step::new("raise", "Raise", raise).at("top").with("height of the bar", m(self.said.at_m)));
        let level = "Sight it from the side against something level; every line is to be as tight as its neighbours: pluck them. Work the tails away out of sight, long enough to tie again.";
        all.push(
            Step::new("level", "Level", level).with("most in one line, est.", reader.force(Force::from_n(hardest))),
        );
        if self.said.things.iter().any(|t| t.ties == 0) {
            let hang = "Hang things on from the middle outward, the heaviest nearest to a line.";
            all.push(Step::new("hang", "Hang", hang));
        }
        if self.said.over_heads {
            all.push(Step::new("second", "Second line", "Lead a second line from each end to another place overhead, just slack: nothing over heads hangs on one knot."));
        }
        all
    }
}

impl Hang {
    /// All of its lines together on what it hangs from.
    fn held_by(&self, facts: &HangFacts) -> HeldBy {
        let all: f64 = facts.alike_n.iter().sum();
        let usual = format!("the {}", self.said.overhead.words().trim_start_matches("a "));
        HeldBy::called(&self.said.called, "over", &usual, Band { low: all, high: all }, None)
    }
}

impl Rig for Hang {
    fn lines(&self) -> Vec<(&UsedCord, LineWork)> {
        vec![(&self.cord, LineWork::Hung)]
    }

    fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
        let reader = given.reader;
        let (alike_n, borne_n) = self.borne()?;
        let facts = HangFacts { bending_nm: self.bending_nm(&alike_n), alike_n, borne_n };
        let hardest = facts.borne_n.iter().map(|b| b.high).fold(0.0, f64::max);
        let joints = self.joints(hardest, given.habits, reader);
        let parts = self.parts(&facts, reader);
        if let Some(line) = parts.iter().find(|p| p.id == "line") {
            self.strained(line).holds(reader)?;
        }
        let share = |(i, b): (usize, &Band)| format!("Line {} bears {}, est.", i + 1, reader.forces(*b));
        let mut measures: Vec<String> = facts.borne_n.iter().enumerate().map(share).collect();
        if self.said.lines_m.len() > 2 {
            measures.push(
                "More than two lines never bear quite what they should: the upper figures are for one tied slack."
                    .into(),
            );
        }
        let total: f64 = self.said.mass_kg + self.said.things.iter().map(|t| t.mass_kg).sum::<f64>();
        let names: Vec<&str> = self.said.things.iter().map(|t| t.name.as_str()).collect();
        let with = if names.is_empty() { String::new() } else { format!(" with {}", listed(&names)) };
        let said = format!(
            "A {} of {}{with}, {} in all, hung level from {} on {} lines of {}.",
            self.said.bar.words(),
            reader.length(Length::from_m(self.said.length_m)),
            reader.mass(total),
            self.said.overhead.words(),
            number(self.said.lines_m.len() as u32),
            self.cord.said(reader)
        );
        let mut cautions = vec![
            "Never people: nobody sits, swings or climbs on it.".to_owned(),
            "Nobody under it while it is raised or loaded.".to_owned(),
        ];
        if self.said.over_heads {
            cautions.push(capital("over heads rated gear, a second line and a competent person decide; local rules for lifting come first."));
        }
        let drawings = looks::drawings(self, &facts, given);
        let own = serde_json::to_value(&facts).unwrap_or_default();
        let plan = RigPlan {
            hitches: Vec::new(),
            held_by: vec![self.held_by(&facts)],
            said,
            measures,
            change: self.change(&parts, reader),
            parts,
            cuts: self.cuts(&joints, given),
            order: self.order(&joints, &facts, reader),
            strike: vec![
                Step::new("unload", "Unload", "Take things off from the ends inward."),
                Step::new("lower", "Lower", "Let it down end and end alike, then cast off."),
            ],
            joints,
            needs: Vec::new(),
            cautions,
            known_from: vec![
                "Shares: a stiff bar on lines that stretch alike, T = W/n + M(x − x̄)/Σ(x − x̄)²; none pushes; the band is over any one of them tied slack.".into(),
                "The pole: M = σπd³/32, bending strength of green wood as a band (handbooks, recalled). A pipe’s wall is not known here: it is not judged.".into(),
                "The last line within 15 cm of the end; a tenth of the strength over heads, a fifth elsewhere (common practice).".into(),
            ],
        };
        Ok(Planned { plan, drawings, own })
    }
}

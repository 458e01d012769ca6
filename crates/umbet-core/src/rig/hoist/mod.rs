//! A tool or spar hoisted so that it hangs true: its hitch below the balance, half hitches that lead above it.

mod draft;
mod looks;
mod order;

pub use draft::{HIGH_M, HauledFrom, Hoist, HoistDraft, Hoisted, LONG_M, MASS_KG, PEOPLE, PULL_N, THICK_MM};

use super::cut::{item, of_joint, serve};
use super::haul::OVER_A_LIP;
use super::joint::JointAsk;
use super::working::KEPT;
use super::working::cuts_hands;
use super::{
    Cut, FieldAt, Given, Impossible, Joint, LineWork, Named, Part, Planned, Planner, Rig, RigDraft, RigPlan, Strained,
};
use crate::rig::shared::HeldBy;
use crate::situation::{Draft, Fault, Habits, Release, Task, UsedCord};
use crate::units::G;
use crate::units::{Band, Force, Length, Reader};
use crate::words::{capital, number, with_article};
use serde::Serialize;
use std::f64::consts::PI;

/// Things hoisted.
pub const PLANNER: Planner = Planner::of::<HoistDraft>("hoist", "A tool or spar hoisted");

impl RigDraft for HoistDraft {
    type Read = Hoist;
    type Choices = HoistChoices;

    fn begun(_habits: &Habits) -> Self {
        Self::usual()
    }

    fn choices() -> Self::Choices {
        HoistChoices {
            things: Hoisted::ALL.iter().map(|t| Named::new(t.id(), with_article(t.words()))).collect(),
            from: HauledFrom::ALL.iter().map(|f| Named::new(f.id(), f.words())).collect(),
            usual: Hoisted::ALL.iter().map(|t| HoistDraft::usual_of(*t)).collect(),
        }
    }

    fn taken(&self) -> Result<Self::Read, Vec<Fault>> {
        Hoist::read(self)
    }

    fn numbers(&self) -> Vec<FieldAt> {
        self.fields()
    }
}

/// What there is to choose from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HoistChoices {
    /// What is hoisted.
    pub things: Vec<Named>,
    /// Who hauls, and over what.
    pub from: Vec<Named>,
    /// Each of them as it usually is.
    pub usual: Vec<HoistDraft>,
}

/// What only a hoist's plan has.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HoistFacts {
    /// What those who haul have to bring, newtons.
    pub wanted_n: Band,
    /// What they bring, newtons.
    pub brought_n: Band,
    /// What holds it on its way down, newtons.
    pub held_n: Band,
    /// What the branch or beam bears; nothing from above.
    pub over_n: Option<Band>,
    /// The fewest who surely hoist it, where so many could.
    pub fewest: Option<u8>,
    /// From the end that goes up first to its hitch, metres.
    pub hitch_m: f64,
    /// From that end to each half hitch, metres, the one next to it first.
    pub leads_m: Vec<f64>,
}

/// What hangs in the air is hung on a tenth of what a line bears (common practice).
const IN_THE_AIR: f64 = 10.0;
/// The hitch stands beyond the balance by this share of what is left of the thing (common practice: a hand or two).
const BEYOND: f64 = 0.3;
/// The first half hitch stands this far from the leading end, as a share of the length, and no farther, metres (common practice).
const LEADS: f64 = 0.08;
const LEADS_WITHIN_M: f64 = 0.25;
/// Half hitches stand about so far apart (common practice), metres.
const APART_M: f64 = 1.0;
/// So many half hitches at most.
const MOST: usize = 5;
/// Each who hauls from above takes so much line in hand (common practice), metres.
const IN_HAND_M: f64 = 1.5;
/// Many on one line never pull as one (common practice: up to a fifth is lost).
const TOGETHER: f64 = 0.8;
/// The guiding line reaches so far beyond the height (common practice), metres: its holder stands clear.
const CLEAR_M: f64 = 3.0;

impl Hoist {
    /// From the end that goes up first to its hitch, metres: below its balance, or it turns over.
    pub fn hitch_m(&self) -> f64 {
        let d = &self.said;
        let balance = d.balances_m();
        if d.thing.led() { balance + BEYOND * (d.long_m - balance) } else { 0.0 }
    }

    /// From that end to each half hitch, metres: above its balance, or it swings across.
    pub fn leads_m(&self) -> Vec<f64> {
        if !self.said.thing.led() {
            return Vec::new();
        }
        let first = (LEADS * self.said.long_m).min(LEADS_WITHIN_M).min(self.said.balances_m() / 2.0);
        let run = self.hitch_m() - first;
        let count = ((run / APART_M).ceil() as usize).clamp(1, MOST);
        (0..count).map(|i| first + run * i as f64 / count as f64).collect()
    }

    fn brought(&self, people: u8) -> Band {
        let all = f64::from(people) * self.said.pull_n;
        Band { low: if people > 1 { TOGETHER * all } else { all }, high: all }
    }

    /// Forces and places. Over a branch or beam the line turns half round: e^(μπ) more up, as much less held on the way down.
    pub fn facts(&self) -> HoistFacts {
        let weight = self.said.mass_kg * G;
        let bends = self.said.from.bends();
        let up = |mu: f64| if bends { (mu * PI).exp() } else { 1.0 };
        let wanted_n = Band { low: weight * up(OVER_A_LIP.low), high: weight * up(OVER_A_LIP.high) };
        HoistFacts {
            wanted_n,
            brought_n: self.brought(self.said.people),
            held_n: Band { low: weight / up(OVER_A_LIP.high), high: weight / up(OVER_A_LIP.low) },
            over_n: bends.then_some(Band { low: weight + wanted_n.low, high: weight + wanted_n.high }),
            fewest: (1..=PEOPLE).find(|n| self.brought(*n).low >= wanted_n.high),
            hitch_m: self.hitch_m(),
            leads_m: self.leads_m(),
        }
    }

    fn joints(&self, habits: &Habits, reader: &Reader) -> Vec<Joint> {
        let d = &self.said;
        let known = d.thing.known();
        let on = |task, force_n: f64| Draft {
            shape: Some(known.shape),
            size_mm: Some(d.thick_mm),
            surface: known.surface.map(str::to_owned),
            cord: d.cord.clone(),
            force_n: Some(force_n.max(20.0)),
            overhead: true,
            off: Some(Release::ByHand),
            ..Draft::usual(task)
        };
        let task = if d.thing.led() { Task::Hoist } else { Task::MakeFast };
        let name = format!("On the {}", d.thing.words());
        let situation = on(task, d.mass_kg * G);
        let mut asks =
            vec![JointAsk { id: "hitch", name, times: 1, situation, rather: d.thing.led().then_some("tool-hoist") }];
        if d.guided {
            let situation = Draft { overhead: false, ..on(Task::MakeFast, 0.2 * d.mass_kg * G) };
            let low = if d.thing.led() { "its low end" } else { "the bail" };
            let name = format!("Guiding line on {low}");
            asks.push(JointAsk { id: "guide", name, times: 1, situation, rather: None });
        }
        asks.into_iter()
            .map(|ask| {
                let own = self.own_knot(ask.id);
                Joint::answered(ask, own, habits, reader)
            })
            .collect()
    }

    fn cuts(&self, facts: &HoistFacts, joints: &[Joint], given: &Given<'_>) -> Vec<Cut> {
        let (d, reader) = (&self.said, given.reader);
        let mut items: Vec<_> = of_joint(joints, "hitch", "on it", reader).into_iter().collect();
        if d.thing.led() {
            items.push(item("along it to its leading end", facts.hitch_m, reader));
            let girth = PI * (d.thick_mm / 1000.0 + self.cord.diameter.m());
            let more = facts.leads_m.len().saturating_sub(1) as f64;
            if more > 0.0 {
                items.push(item("the other half hitches", more * girth, reader));
            }
        }
        items.push(item("up to where it goes", d.high_m, reader));
        if d.from.bends() {
            items.push(item("over it and down again", d.high_m, reader));
        }
        items.push(item("for those who haul", IN_HAND_M * f64::from(d.people), reader));
        let mut cuts = vec![Cut::of("Hoisting line", 1, &self.cord, items, reader)];
        if d.guided {
            let mut items = vec![item("from its low end, clear of it", d.high_m + CLEAR_M, reader)];
            items.extend(of_joint(joints, "guide", "on it", reader));
            cuts.push(Cut::of("Guiding line", 1, &self.cord, items, reader));
        }
        serve(&mut cuts, given.kit, reader, |_, _| Vec::new());
        cuts
    }

    fn strained<'a>(&'a self, line: &'a Part) -> Strained<'a> {
        let (cord, work) = (&self.cord, LineWork::Hauled);
        Strained { part: line, cord, work, least: IN_THE_AIR, name: "the line", or: "take it up in parts" }
    }

    fn change(&self, facts: &HoistFacts, line: &Part, reader: &Reader) -> Vec<String> {
        let d = &self.said;
        let mut all = Vec::new();
        if facts.brought_n.low < facts.wanted_n.high {
            let n = u32::from(d.people);
            let may = if facts.brought_n.high < facts.wanted_n.low { "cannot" } else { "may not" };
            let then = match facts.fewest {
                Some(f) => format!("{} surely do", number(u32::from(f))),
                None if d.from.bends() => {
                    "a block overhead in place of the bare turn takes the rubbing away".to_owned()
                }
                None => "lighten it, or take it up in parts".to_owned(),
            };
            all.push(format!("{} pulling so {may} bring it up: {then}.", capital(&number(n))));
        }
        all.extend(self.strained(line).says(reader));
        all.extend(cuts_hands(&self.cord, facts.wanted_n.high, reader));
        if d.thing.led() && d.long_m > 1.5 && !d.guided {
            all.push("So long a thing turns in the air and catches: a guiding line from its low end.".into());
        }
        all
    }

    fn measures(&self, facts: &HoistFacts, reader: &Reader) -> Vec<String> {
        let m = |m: f64| reader.length(Length::from_m(m));
        let d = &self.said;
        let mut all = vec![
            format!(
                "To bring it up: {}, est.; those who haul bring {}.",
                reader.forces(facts.wanted_n),
                reader.forces(facts.brought_n)
            ),
            format!("To hold it on its way down: {}, est.", reader.forces(facts.held_n)),
        ];
        if let Some(over) = facts.over_n {
            all.push(format!("What it goes over bears both parts of the line: {}, est.", reader.forces(over)));
        }
        if d.thing.led() {
            all.push(format!(
                "It balances {} from {}; its hitch goes {} from there, below the balance.",
                m(d.balances_m()),
                d.thing.known().leads,
                m(facts.hitch_m)
            ));
        }
        all
    }
}

/// What it is hauled over, as long as nobody calls it otherwise.
const OVER: &str = "what it is hauled over";

impl Rig for Hoist {
    fn lines(&self) -> Vec<(&UsedCord, LineWork)> {
        vec![(&self.cord, LineWork::Hauled)]
    }

    fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
        let (d, reader) = (&self.said, given.reader);
        if d.thing.led() && d.high_m < d.long_m {
            return Err(Impossible(format!(
                "Hung upright it is {} long, and it is to come only {} high: carry it, or tilt it up.",
                reader.length(Length::from_m(d.long_m)),
                reader.length(Length::from_m(d.high_m))
            )));
        }
        let facts = self.facts();
        let joints = self.joints(given.habits, reader);
        let pull = Band { low: d.mass_kg * G, high: facts.wanted_n.high };
        let line = Part::judged(
            "line",
            "the line parts at its knot",
            self.cord.at_knot(KEPT),
            pull,
            "hauling puts",
            "",
            reader,
        );
        self.strained(&line).holds(reader)?;
        let said = format!(
            "{} of {}, hoisted {} {}, {} on {}.",
            capital(&with_article(d.thing.words())),
            reader.mass(d.mass_kg),
            reader.length(Length::from_m(d.high_m)),
            d.from.words(),
            if d.people == 1 { "one".to_owned() } else { number(u32::from(d.people)) },
            self.cord.said(reader)
        );
        let drawings = looks::drawings(self, &facts, given);
        let own = serde_json::to_value(&facts).unwrap_or_default();
        let plan = RigPlan {
            hitches: Vec::new(),
            held_by: facts.over_n.map(|n| HeldBy::called(&d.called, "over", OVER, n, None)).into_iter().collect(),
            said,
            measures: self.measures(&facts, reader),
            change: self.change(&facts, &line, reader),
            parts: vec![line],
            cuts: self.cuts(&facts, &joints, given),
            needs: order::needs(self),
            order: order::order(self, &facts, &joints, reader),
            strike: order::strike(self, &facts, reader),
            joints,
            cautions: vec![
                "Nobody under it, from before it leaves the ground until it is made fast. Never people.".into(),
                "Nobody winds the line round a hand. One calls, and all stop at a word from anybody.".into(),
                format!("Estimates; over {} rated gear and a competent person decide, and local rules for lifting come first.", "heads"),
            ],
            known_from: vec![
                format!("Half a turn over branch or beam: e^(μπ), μ {:.2} to {:.2} (Euler–Eytelwein; a band).", OVER_A_LIP.low, OVER_A_LIP.high),
                "Hitch below the balance, half hitches above it, a metre apart; a tenth of the strength in the air (common practice).".into(),
                format!("A pull of {} each is as it was said.", reader.force(Force::from_n(d.pull_n))),
            ],
        };
        Ok(Planned { plan, drawings, own })
    }
}

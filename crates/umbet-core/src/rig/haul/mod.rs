//! A haul: a log, a pipe, poles or a sledge drawn over the ground by people on a line.

mod draft;
mod looks;
mod pull;
mod stock;

pub use draft::{
    Haul, HaulDraft, LENGTH_M, LIP_DEG, MASS_KG, PEOPLE, PULL_N, Pulled, SLOPE_PERCENT, THICK_MM, Thing, WAY_M,
};
pub use pull::{HaulPull, OVER_A_LIP};
pub use stock::grounds;

use super::cut::{item, of_joint, serve};
use super::joint::{JointAsk, knot_at, under};
use super::working::cuts_hands;
use super::working::{KEPT, LEAST_MARGIN};
use super::{
    Cut, FieldAt, Given, Impossible, Joint, LineWork, Named, Part, Planned, Planner, Rig, RigDraft, RigPlan, Step,
    Strained, middle,
};
use crate::object::surfaces;
use crate::rig::shared::HeldBy;
use crate::situation::{Draft, Fault, Habits, Release, Shape, Task, Tension, UsedCord, Way};
use crate::units::{Band, Force, Length, Reader};
use crate::words::{capital, number};
use serde::Serialize;

/// Things dragged over the ground.
pub const PLANNER: Planner = Planner::of::<HaulDraft>("haul", "A haul over the ground");

impl RigDraft for HaulDraft {
    type Read = Haul;
    type Choices = HaulChoices;

    fn begun(_habits: &Habits) -> Self {
        Self::usual()
    }

    fn choices() -> Self::Choices {
        HaulChoices::built_in()
    }

    fn taken(&self) -> Result<Self::Read, Vec<Fault>> {
        Haul::read(self)
    }

    fn numbers(&self) -> Vec<FieldAt> {
        self.fields()
    }
}

/// What there is to choose from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HaulChoices {
    /// What is dragged.
    pub things: Vec<Named>,
    /// Over what.
    pub overs: Vec<Named>,
    /// How it is pulled.
    pub pulled: Vec<Named>,
    /// Its surface.
    pub surfaces: Vec<Named>,
}

impl HaulChoices {
    fn built_in() -> Self {
        Self {
            things: Thing::ALL.iter().map(|t| Named::new(t.id(), t.words())).collect(),
            overs: grounds().iter().map(|o| Named::new(&o.id, &o.name)).collect(),
            pulled: Pulled::ALL.iter().map(|p| Named::new(p.id(), p.words())).collect(),
            surfaces: surfaces().iter().map(|m| Named::new(&m.id, &m.name)).collect(),
        }
    }
}

/// What only a haul's plan has.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HaulFacts {
    /// Whether it goes, in a sentence.
    pub first: String,
    /// Forces.
    pub pull: HaulPull,
    /// The fewest who surely move it, where so many could.
    pub fewest: Option<u32>,
}

/// The half hitch that leads stands so far from the leading end, as a share of the length, and no farther than so many metres
/// (common practice: near the end, so that the nose lifts).
const LEADS_AT: f64 = 0.12;
const LEADS_WITHIN_M: f64 = 0.5;
/// The hitch stands so far from the leading end, as a share of the length (common practice: a third).
const HITCHED_AT: f64 = 1.0 / 3.0;
/// Line between the thing and the first who pulls: out of the reach of what rolls (common practice), metres.
const CLEAR_M: f64 = 3.0;
/// Line for each who pulls, metres.
const EACH_M: f64 = 1.0;

impl Haul {
    fn is_long(&self) -> bool {
        self.said.thing != Thing::Sledge
    }

    /// Where the half hitch that leads stands, metres from the leading end.
    pub fn leads_at_m(&self) -> f64 {
        (LEADS_AT * self.said.length_m).min(LEADS_WITHIN_M)
    }

    fn joints(&self, pull: &HaulPull, habits: &Habits, reader: &Reader) -> Vec<Joint> {
        let force = middle(pull.start_n).max(20.0);
        let on = Draft {
            shape: Some(self.said.thing.shape()),
            size_mm: Some(if self.is_long() { self.said.thick_mm } else { 12.0 }),
            surface: self.is_long().then(|| self.said.surface.clone()),
            cord: self.said.cord.clone(),
            force_n: Some(force),
            ..Draft::usual(Task::Drag)
        };
        let on = if self.is_long() { Draft { way: Some(Way::Along), ..on } } else { on };
        let name = format!("On the {}", self.said.thing.words());
        let mut asks = vec![JointAsk { id: "hitch", name, times: 1, situation: on, rather: None }];
        if self.said.pulled == Pulled::Looped {
            let anchor = Draft {
                shape: Some(Shape::Post),
                tension: Some(Tension::Purchase),
                haul_n: Some(self.said.pull_n * f64::from(self.said.people)),
                off: Some(Release::ByHand),
                ..under(Task::MakeFast, &self.said.cord, middle(pull.brought_n))
            };
            asks.push(JointAsk {
                id: "ahead",
                name: "Loop and anchor ahead".into(),
                times: 1,
                situation: anchor,
                rather: None,
            });
        }
        asks.into_iter()
            .map(|ask| {
                let own = self.own_knot(ask.id);
                Joint::answered(ask, own, habits, reader)
            })
            .collect()
    }

    /// Whether it goes, and with how many.
    fn first(&self, pull: &HaulPull, fewest: Option<u32>) -> String {
        if pull.runs_n > 0.0 {
            return "It may run away by itself: hold it back with a line behind, two or more on it.".to_owned();
        }
        let n = u32::from(self.said.people);
        if pull.brought_n.low >= pull.wanted_n.high {
            return format!("{} it.", capital(&people(n, "moves", "move")));
        }
        let more = match fewest {
            Some(n) => format!("{}.", capital(&people(n, "surely does", "surely do"))),
            None => "No number on one line does: rollers, skids, or a winch and someone licensed for it.".to_owned(),
        };
        if pull.brought_n.high < pull.wanted_n.low {
            format!("{} not move it. {more}", capital(&people(n, "does", "do")))
        } else {
            format!("{} move it. {more}", capital(&people(n, "may", "may")))
        }
    }

    fn change(&self, pull: &HaulPull, line: &Part, facts: &HaulFacts, reader: &Reader) -> Vec<String> {
        let mut all = Vec::new();
        if pull.runs_n > 0.0 || pull.brought_n.low < pull.wanted_n.high {
            all.push(facts.first.clone());
        }
        if pull.brought_n.low < pull.wanted_n.high && pull.runs_n <= 0.0 {
            all.extend(self.easier(pull, reader));
        }
        let (cord, work) = (&self.cord, LineWork::Hauled);
        let strained =
            Strained { part: line, cord, work, least: LEAST_MARGIN, name: "the line", or: "haul on two lines" };
        all.extend(strained.says(reader));
        all.extend(cuts_hands(cord, self.said.pull_n, reader));
        all
    }

    /// What makes it easier, reckoned: another way over the ground, a purchase.
    fn easier(&self, pull: &HaulPull, reader: &Reader) -> Vec<String> {
        let tried = |change: &dyn Fn(&mut HaulDraft)| {
            let mut d = self.said.clone();
            change(&mut d);
            let then = Haul::read(&d).ok()?.pull();
            let better = then.wanted_n.high - then.brought_n.low < pull.wanted_n.high - pull.brought_n.low - 1.0;
            better.then_some(then)
        };
        let force = |b: Band| reader.forces(b);
        let mut all = Vec::new();
        for id in ["skids", "rollers"] {
            let Some(over) = grounds().iter().find(|o| o.id == id) else { continue };
            if let Some(then) = tried(&|d| id.clone_into(&mut d.over)) {
                all.push(format!(
                    "On {}: {} wanted in place of {}.",
                    over.name,
                    force(then.wanted_n),
                    force(pull.wanted_n)
                ));
            }
        }
        if let Some(then) = tried(&|d| d.pulled = Pulled::Looped) {
            all.push(format!(
                "Through a loop and round an anchor ahead the same people bring {}.",
                force(then.brought_n)
            ));
        }
        if let Some(then) = (self.said.lip_deg > 0.0).then(|| tried(&|d| d.lip_deg = 0.0)).flatten() {
            all.push(format!("Standing so that the line does not bend over the lip: {} wanted.", force(then.wanted_n)));
        }
        all
    }

    fn cuts(&self, joints: &[Joint], given: &Given<'_>) -> Vec<Cut> {
        let reader = given.reader;
        let mut items = Vec::new();
        items.extend(of_joint(joints, "hitch", "on it", reader));
        if self.is_long() {
            let between = (HITCHED_AT * self.said.length_m - self.leads_at_m()).max(0.0);
            items.push(item("from the hitch to the half hitch that leads", between, reader));
            if !has_a_lead(joints) {
                let girth = std::f64::consts::PI * (self.said.thick_mm / 1000.0 + self.cord.diameter.m());
                items.push(item("the half hitch that leads", girth, reader));
            }
        }
        items.push(item("clear of it", CLEAR_M, reader));
        if self.said.pulled == Pulled::Looped {
            // Twice the stretch between loop and anchor, which is as long as one haul.
            items.push(item("to the anchor ahead and back", 3.0 * self.one_haul_m(), reader));
            items.extend(of_joint(joints, "ahead", "loop and anchor", reader));
        }
        items.push(item("for those who pull", EACH_M * f64::from(self.said.people), reader));
        let mut cuts = vec![Cut::of("Haul line", 1, &self.cord, items, reader)];
        serve(&mut cuts, given.kit, reader, |_, _| Vec::new());
        cuts
    }

    /// How far it comes in one haul through the loop, before the loop has to be set anew.
    fn one_haul_m(&self) -> f64 {
        self.said.way_m.min(6.0)
    }

    fn order(&self, joints: &[Joint], pull: &HaulPull, reader: &Reader) -> Vec<Step> {
        let thing = self.said.thing.words();
        let m = |m: f64| reader.length(Length::from_m(m));
        let mut all = vec![Step::new(
            "way",
            "The way",
            "Walk the way: clear what it would catch on, lay skids across soft places, mark holes. Agree on one who calls.",
        )];
        let knot = knot_at(joints, "hitch");
        let hitch = if self.is_long() {
            format!("Tie {knot} on the {thing}, a third back from the leading end, drawn hard against it.")
        } else {
            format!("Tie {knot} to the ring of the {thing}.")
        };
        all.push(Step::new("hitch", "Hitch", hitch).at("hitch").with("to start it, est.", reader.forces(pull.start_n)));
        if self.is_long() {
            let which = if has_a_lead(joints) { "Lay its half hitch" } else { "Throw a half hitch round it" };
            let say = format!(
                "{which} near the leading end, the line coming off on top: it leads the pull, and the nose lifts."
            );
            all.push(Step::new("lead", "Lead", say).with("from the leading end", m(self.leads_at_m())));
        }
        if self.said.lip_deg > 0.0 {
            all.push(Step::new("lip", "Lip", "Pad the lip under the line with a round pole laid along it, made fast."));
        }
        if self.said.pulled == Pulled::Looped {
            let say = format!("Lead the line to the anchor ahead and back, with {}.", knot_at(joints, "ahead"));
            all.push(Step::new("ahead", "Anchor", say).at("ahead"));
        }
        let stand = match self.said.slope_percent {
            s if s > 3.0 => {
                "Stand above it and to the sides of the line, one behind the other; nobody below it at any time."
            }
            s if s < -3.0 => "Hold back from above and behind; nobody below it, nobody beside where it can roll.",
            _ => {
                "Stand to the sides of the line, one behind the other; nobody between the thing and its anchor, nobody astride."
            }
        };
        all.push(Step::new("stand", "Stand", stand).with("first from it", m(CLEAR_M)));
        let call = if pull.runs_n > 0.0 {
            "Let it down on the line behind, a turn of it round a tree, hand over hand; chock it before anyone lets go."
        } else {
            "Take up the slack gently; on the call all lean in together. Between hauls chock it before anyone lets go."
        };
        all.push(Step::new("haul", "Haul", call).with("moving, est.", reader.forces(pull.moving_n)));
        all
    }
}

/// Hitches that end in a half hitch of their own, which leads where it is laid near the end.
const LEADING: [&str; 1] = ["timber-hitch"];

fn has_a_lead(joints: &[Joint]) -> bool {
    joints.iter().any(|j| LEADING.contains(&j.knot.as_str()))
}

/// So many people and what they do: `one moves it`, `four move it`.
fn people(n: u32, one: &str, many: &str) -> String {
    format!("{} {}", number(n), if n == 1 { one } else { many })
}

impl Haul {
    /// The anchor ahead, where the line goes through a loop and round it: it holds what the thing is drawn with, less the hands' own
    /// pull.
    fn held_by(&self, pull: &HaulPull) -> Vec<HeldBy> {
        let looped = self.said.pulled == Pulled::Looped;
        looped
            .then(|| HeldBy::called(&self.said.called, "ahead", "the anchor ahead", pull.brought_n, None))
            .into_iter()
            .collect()
    }
}

impl Rig for Haul {
    fn lines(&self) -> Vec<(&UsedCord, LineWork)> {
        vec![(&self.cord, LineWork::Hauled)]
    }

    fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
        let reader = given.reader;
        let pull = self.pull();
        let fewest = self.fewest(pull.wanted_n.high);
        let facts = HaulFacts { first: self.first(&pull, fewest), pull, fewest };
        let joints = self.joints(&pull, given.habits, reader);
        let on_line = Band::new(pull.start_n.low.max(1.0), pull.start_n.high.max(pull.brought_n.high));
        let line = Part::judged(
            "line",
            "the line parts at its knot",
            self.cord.at_knot(KEPT),
            on_line,
            "hauling puts",
            "",
            reader,
        );
        let change = self.change(&pull, &line, &facts, reader);
        let words = |b: Band| reader.forces(b);
        let mut measures = Vec::new();
        if pull.start_n.high > 0.0 {
            measures.push(format!("To start it: {}, est.; moving: {}.", words(pull.start_n), words(pull.moving_n)));
        }
        let n = u32::from(self.said.people);
        measures.push(format!(
            "{} {} to the line, est.",
            capital(&people(n, "brings", "bring")),
            words(pull.brought_n)
        ));
        if self.said.lip_deg > 0.0 {
            measures.push(format!("Over the lip they have to bring {}.", words(pull.wanted_n)));
        }
        if pull.runs_n > 0.0 {
            measures
                .push(format!("Downhill up to {} pull it away by itself.", reader.force(Force::from_n(pull.runs_n))));
        }
        if self.said.pulled == Pulled::Looped {
            let hauls = (self.said.way_m / self.one_haul_m()).ceil();
            measures.push(format!(
                "Through the loop it comes {} a haul: {hauls:.0} hauls.",
                reader.length(Length::from_m(self.one_haul_m()))
            ));
        }
        let said = format!(
            "A {} of {}, {}, drawn {} over {} on {}.",
            self.said.thing.words(),
            reader.mass(self.said.mass_kg),
            reader.length(Length::from_m(self.said.length_m)),
            reader.length(Length::from_m(self.said.way_m)),
            self.over.name,
            self.cord.said(reader)
        );
        let drawings = looks::drawings(self, &facts, given);
        let own = serde_json::to_value(&facts).unwrap_or_default();
        let plan = RigPlan {
            hitches: Vec::new(),
            held_by: self.held_by(&pull),
            said,
            measures,
            parts: vec![line],
            cuts: self.cuts(&joints, given),
            order: self.order(&joints, &pull, reader),
            strike: vec![
                Step::new("chock", "Chock", "Chock it on both sides before anybody slackens the line."),
                Step::new(
                    "off",
                    "Cast off",
                    "Cast off the half hitch, then the hitch; coil the line clear of the way.",
                ),
            ],
            joints,
            change,
            needs: vec!["two chocks".into()],
            cautions: vec![
                "A line that parts whips: nobody in line with it, nobody astride, no turns round a hand.".into(),
                "What rolls goes downhill sideways too: nobody on its lower side.".into(),
                "Estimates. Power winches and felled timber are work for those licensed for it.".into(),
            ],
            known_from: vec![
                "Pull: m g (μ cos θ + sin θ) along a slope of tan θ; up to a third more to start (common practice)."
                    .into(),
                "Friction over ground: handbooks of hand hauling, recalled, a band.".into(),
                format!(
                    "Over a lip e^(μφ), μ {:.2} to {:.2} (Euler–Eytelwein; a band).",
                    OVER_A_LIP.low, OVER_A_LIP.high
                ),
                "Purchase: P(1 + e₁ + e₁e₂), e = exp(−μπ) (Euler–Eytelwein).".into(),
            ],
        };
        Ok(Planned { plan, drawings, own })
    }
}

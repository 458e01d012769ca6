//! Poles lashed together: a joint, or legs, frames and racks that stand on it.

mod build;
mod draft;
mod forces;
mod looks;
mod order;
mod stock;

pub use build::{LashedAt, Role, Standing};
pub use draft::{BAR_M, Bears, Build, LASHED_M, LONG_M, MASS_KG, OUT_M, POLE_M, POLE_MM, Poles, PolesDraft, fitting};
pub use forces::Forces;
pub use stock::grounds;

use super::anchor::GREEN_WOOD;
use super::cut::{item, of_joint, serve};
use super::joint::{JointAsk, under};
use super::tighten::{KEPT, LEAST_MARGIN};
use super::{Cut, Drawing, FieldAt, Given, Impossible, Joint, Named, Part, Planned, Planner, Rig, RigDraft, RigPlan};
use crate::lashing::hold::{Bound, bands};
use crate::lashing::lay::PITCH;
use crate::lashing::{Cord, Counts, FRAPPING, How, Lashing, Laying, Meet, TURNS};
use crate::situation::{Draft, Fault, Habits, Release, Shape, Task, Tension};
use crate::units::{Band, Length, Reader};
use crate::words::{capital, number, small};
use build::G;
use serde::Serialize;
use std::f64::consts::PI;

/// Poles lashed together.
pub const PLANNER: Planner = Planner::of::<PolesDraft>("poles", "Poles lashed together");

impl RigDraft for PolesDraft {
    type Read = Poles;
    type Choices = PolesChoices;

    fn begun(_habits: &Habits) -> Self {
        Self::usual()
    }

    fn choices() -> Self::Choices {
        let lashing = |l: &Lashing| LashingChoice { id: l.id.clone(), name: l.name.clone(), meet: l.meet };
        let builds = |b: &Build| BuildChoice {
            id: b.id(),
            name: b.words().into(),
            meet: b.meet(),
            legged: b.legged(),
            barred: b.barred(),
            lined: b.lined(),
        };
        PolesChoices {
            builds: Build::ALL.iter().map(builds).collect(),
            grounds: grounds().iter().map(|g| Named::new(&g.id, &g.name)).collect(),
            bears: Bears::ALL.iter().map(|b| Named::new(b.id(), b.words())).collect(),
            lashings: crate::lashing::lashings().iter().map(lashing).collect(),
        }
    }

    fn taken(&self) -> Result<Self::Read, Vec<Fault>> {
        Poles::read(self)
    }

    fn numbers(&self) -> Vec<FieldAt> {
        self.fields()
    }
}

/// What there is to choose from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PolesChoices {
    /// What is built.
    pub builds: Vec<BuildChoice>,
    /// What it stands on.
    pub grounds: Vec<Named>,
    /// What it bears.
    pub bears: Vec<Named>,
    /// Every lashing.
    pub lashings: Vec<LashingChoice>,
}

/// Something that can be built, and what has to be said of it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BuildChoice {
    /// Id.
    pub id: String,
    /// Name.
    pub name: String,
    /// How its poles meet.
    pub meet: Meet,
    /// It stands on feet set apart.
    pub legged: bool,
    /// It has a bar or ledger.
    pub barred: bool,
    /// A line from foot to foot helps.
    pub lined: bool,
}

/// A lashing to choose.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LashingChoice {
    /// Id.
    pub id: String,
    /// Name.
    pub name: String,
    /// How the poles meet that it binds.
    pub meet: Meet,
}

/// What only poles' plans have.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PolesFacts {
    /// Its lashings, the one it stands or falls by first.
    pub lashings: Vec<LashingFacts>,
    /// What gives first, in a few words.
    pub first: String,
    /// A line from foot to foot would help: how long, in words.
    pub line: Option<String>,
}

/// A lashing of what is built.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LashingFacts {
    /// Stable id of the place.
    pub id: String,
    /// Where.
    pub place: String,
    /// Id of the lashing.
    pub lashing: String,
    /// Its name.
    pub name: String,
    /// How many of it.
    pub times: usize,
    /// Turns and frapping turns.
    pub counts: Counts,
    /// It is frapped.
    pub frapped: bool,
    /// Poles' radius in diameters of the cord, for its drawing.
    pub radius: f64,
    /// Cord by geometry: each part's name, metres, and words.
    pub cord: Vec<crate::usage::LengthItem>,
    /// All of it, metres, and in words.
    pub total_m: f64,
    /// The same in words.
    pub total: String,
    /// By the trade's rule of thumb, metres.
    pub rule_m: f64,
    /// The same in words.
    pub rule: String,
    /// By how much the two differ, in words.
    pub differ: String,
    /// What one more turn takes, in words.
    pub turn_takes: String,
    /// What one more frapping turn takes.
    pub frapping_takes: String,
    /// Along a pole it slips from here, newtons.
    pub slip_n: Band,
    /// Slip, and turning where poles cross, in words.
    pub holds: String,
}

/// Tails left at either end of a lashing, metres together (common practice: a hand and a half each).
const TAILS_M: f64 = 0.3;
/// The rule of thumb: three feet of cord for each inch of the poles' thickness added (common practice; from memory).
const RULE_M_PER_M: f64 = 0.9144 / 0.0254;
/// Young's modulus of green round wood, pascals (wood handbooks, recalled).
const WOOD_E: Band = Band { low: 6e9, high: 11e9 };
/// Wood is used to no more than this share of what breaks it, as a ratio (common practice).
const WOOD_MARGIN: f64 = 3.0;
/// Feet of a tripod stand out between these shares of its height (common practice: a third to a half).
const TRIPOD_OUT: [f64; 2] = [0.25, 0.7];
/// So many more turns are asked for at most: beyond them a lashing is worked harder, not longer (common practice).
const MORE: usize = 2;
/// An overlap is this share of a pole at least (common practice: a quarter).
const OVERLAP: f64 = 0.25;

impl Poles {
    fn all_n(&self, standing: &Standing) -> f64 {
        -standing.frame.loads.iter().map(|l| l.z).sum::<f64>()
    }

    /// Each lashing measured: its cord by geometry and by rule, and what it holds.
    fn lashings(&self, standing: &Standing, reader: &Reader) -> Result<Vec<LashingFacts>, Impossible> {
        let mut all: Vec<LashingFacts> = Vec::new();
        for l in &standing.lashed {
            // The same lashing elsewhere takes the same cord and holds as much.
            let same = all.iter().find(|f| f.lashing == l.lashing.id && f.counts == l.counts).cloned();
            let facts = same.map_or_else(|| self.measured(l, reader), Ok)?;
            all.push(LashingFacts { id: l.id.into(), place: l.name.clone(), times: l.nodes.len(), ..facts });
        }
        Ok(all)
    }

    fn measured(&self, at: &LashedAt, reader: &Reader) -> Result<LashingFacts, Impossible> {
        let (pole_m, cord_m) = (self.said.pole_mm / 1000.0, self.cord.diameter.m());
        let radius = pole_m / 2.0 / cord_m;
        let script = at.lashing.with(at.counts);
        let radii = vec![radius; script.poles.len()];
        let laid =
            Laying::lay(&script, &radii, How::TIGHT).map_err(|e| Impossible(format!("{}: {e}.", at.lashing.name)))?;
        let cord = Cord::of(&laid);
        let groups = if at.lashing.meet == Meet::Sprung { 2.0 } else { 1.0 };
        let turn_m = cord.turns * cord_m / at.counts.turns as f64;
        let frap_m = if at.counts.frapping > 0 { cord.frapping * cord_m / at.counts.frapping as f64 } else { 0.0 };
        let bound = self.bound(at, turn_m / groups);
        let [slip_n, turning] = bands(at.lashing.meet, at.counts, bound);
        let w = |m: f64| reader.length(Length::from_m(m));
        let parts = [("start", cord.start), ("turns", cord.turns), ("frapping", cord.frapping), ("end", cord.end)];
        let mut items: Vec<_> =
            parts.into_iter().filter(|p| p.1 > 0.0).map(|(name, d)| item(name, d * cord_m, reader)).collect();
        items.push(item("both tails", TAILS_M, reader));
        let total_m: f64 = items.iter().map(|i| i.length_m).sum();
        let rule_m = at.lashing.meet.poles() as f64 * pole_m * RULE_M_PER_M;
        let differ = if rule_m >= total_m {
            format!("{} more than it takes", w(rule_m - total_m))
        } else {
            format!("{} too short", w(total_m - rule_m))
        };
        let turns = if turning.high > 0.0 {
            format!("; turning, {:.0} to {:.0} Nm", turning.low, turning.high)
        } else {
            String::new()
        };
        Ok(LashingFacts {
            id: at.id.into(),
            place: at.name.clone(),
            lashing: at.lashing.id.clone(),
            name: at.lashing.name.clone(),
            times: at.nodes.len(),
            counts: at.counts,
            frapped: at.lashing.frapped(),
            radius,
            cord: items,
            total_m,
            total: reader.length_up(Length::from_m(total_m)),
            rule_m,
            rule: w(rule_m),
            differ,
            turn_takes: w(turn_m),
            frapping_takes: w(frap_m),
            slip_n,
            holds: format!("Slips along a pole from {}{turns}, est.", reader.forces(slip_n)),
        })
    }

    /// What a lashing is tied on; legs open as far as their feet stand out.
    fn bound(&self, at: &LashedAt, turn_m: f64) -> Bound {
        let legs = matches!(at.lashing.meet, Meet::TwoLegs | Meet::ThreeLegs);
        let lanes = if at.lashing.id == "tripod" { 2.0 } else { 1.0 };
        let cord_m = self.cord.diameter.m();
        Bound {
            pole_m: self.said.pole_mm / 1000.0,
            cord_m,
            turn_m,
            opened: if legs { self.said.out_m / self.apex_m() } else { 0.0 },
            cord_n: self.cord.at_knot(KEPT).low,
            high_m: if legs { at.counts.turns as f64 * lanes * PITCH * cord_m } else { 0.0 },
        }
    }

    fn parts(&self, standing: &Standing, forces: &Forces, lashed: &[LashingFacts], reader: &Reader) -> Vec<Part> {
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

    fn change(&self, standing: &Standing, parts: &[Part], lashed: &[LashingFacts], reader: &Reader) -> Vec<String> {
        let mut all = Vec::new();
        let m = |m: f64| reader.length(Length::from_m(m));
        let d = &self.said;
        for part in parts {
            let low = part.margin.low;
            match part.id.as_str() {
                "foot" if low < 1.0 => all.push(format!(
                    "The feet may slide first, est.: dig them in, or lay a line from foot to foot, {}.",
                    m(self.line_m(standing))
                )),
                "leg" if low < WOOD_MARGIN => {
                    all.push("A leg may bow out: thicker poles, or the lashing lower.".into());
                }
                "bent" if low < WOOD_MARGIN => all.push(format!(
                    "{} with a margin under three: thicker poles, a shorter span, or less on it.",
                    capital(&part.what)
                )),
                "line" if low < LEAST_MARGIN => {
                    all.push("The line between the feet bears more than a fifth of its strength: double it.".into());
                }
                id if id.starts_with("slip-") && low < 1.0 => {
                    let at = lashed.iter().zip(&standing.lashed).find(|(l, _)| id == format!("slip-{}", l.id));
                    if let Some((facts, at)) = at {
                        all.push(self.holds_better(part, facts, at));
                    }
                }
                _ => {}
            }
        }
        if d.build == Build::Tripod {
            let share = d.out_m / self.apex_m();
            if share < TRIPOD_OUT[0] {
                all.push(format!("It stands narrow and tips easily: set the feet {} out.", m(self.apex_m() * 0.4)));
            } else if share > TRIPOD_OUT[1] {
                all.push(format!(
                    "It stands wide; its legs pry at the lashing: set the feet {} out.",
                    m(self.apex_m() * 0.5)
                ));
            }
        }
        if d.build == Build::Longer && d.long_m < OVERLAP * d.pole_m {
            all.push(format!("The overlap is short: a quarter of a pole, {}.", m(OVERLAP * d.pole_m)));
        }
        all
    }

    /// The fewest more turns with which a lashing laid by a light hand still holds; a stop, where none will.
    fn holds_better(&self, part: &Part, facts: &LashingFacts, at: &LashedAt) -> String {
        let place = small(&facts.place);
        let turn_m = facts.cord.iter().find(|i| i.of == "turns").map_or(1.0, |i| i.length_m) / at.counts.turns as f64;
        let groups = if at.lashing.meet == Meet::Sprung { 2.0 } else { 1.0 };
        let holds = |c: &Counts| {
            let at = LashedAt { counts: *c, ..at.clone() };
            bands(at.lashing.meet, *c, self.bound(&at, turn_m / groups))[0].low >= part.pull_n.high
        };
        let frapping = (at.counts.frapping..=FRAPPING[1]).map(|frapping| Counts { frapping, ..at.counts });
        let turns = (at.counts.turns..=TURNS[1]).map(|turns| Counts { turns, ..at.counts });
        let (frapping, turns) = (frapping.take(MORE + 1), turns.take(MORE + 1));
        let more = frapping.filter(|_| at.lashing.frapped()).chain(turns).find(|c| holds(c));
        match more {
            Some(c) if c.frapping > at.counts.frapping => format!(
                "Laid by a light hand on smooth poles it may slip, {place}: {} frapping turns hold it.",
                number(c.frapping as u32)
            ),
            Some(c) => format!(
                "Laid by a light hand on smooth poles it may slip, {place}: {} turns hold it.",
                number(c.turns as u32)
            ),
            None => format!(
                "Laid by a light hand on smooth poles it may slip, {place}, and a turn or two more do not change that: rough the poles there, haul each turn until it creaks, and leave the stub of a branch or a peg under it as a stop."
            ),
        }
    }

    /// Length of the line from foot to foot, without its knots, metres.
    fn line_m(&self, standing: &Standing) -> f64 {
        let at = |n: usize| standing.frame.nodes[n];
        let feet = &standing.feet;
        match feet.len() {
            3 => 3.0 * (at(feet[0]) - at(feet[1])).norm(),
            _ => feet.chunks(2).map(|c| (at(c[0]) - at(c[c.len() - 1])).norm()).sum(),
        }
    }

    fn joints(&self, standing: &Standing, forces: &Forces, habits: &Habits, reader: &Reader) -> Vec<Joint> {
        let mut asks = Vec::new();
        let on_leg = |force_n: f64| Draft {
            shape: Some(Shape::Post),
            size_mm: Some(self.said.pole_mm),
            surface: Some("timber-dry".into()),
            off: Some(Release::ByHand),
            ..under(Task::MakeFast, &self.said.cord, force_n)
        };
        if !standing.lines.is_empty() {
            let situation = on_leg(forces.line_n.max(40.0));
            let times = standing.feet.len();
            asks.push(JointAsk { id: "foot", name: "Line on the feet".into(), times, situation, rather: None });
        }
        if self.said.build.guyed() {
            let pull = self.guy_n(standing);
            let times = 2 * standing.guyed.len();
            let top = Draft { near_end: true, ..on_leg(pull) };
            let peg = Draft {
                shape: Some(Shape::Peg),
                tension: Some(Tension::Adjusted),
                off: Some(Release::ByHand),
                ..under(Task::Guy, &self.said.cord, pull)
            };
            asks.push(JointAsk { id: "guy-top", name: "Guys on the legs".into(), times, situation: top, rather: None });
            asks.push(JointAsk { id: "guy-peg", name: "Guys at the pegs".into(), times, situation: peg, rather: None });
        }
        asks.into_iter()
            .map(|ask| {
                let own = self.own_knot(ask.id);
                Joint::answered(ask, own, habits, reader)
            })
            .collect()
    }

    /// A guy at 45° keeps upright what leans by a tenth (common practice for what is raised by hand), newtons.
    fn guy_n(&self, standing: &Standing) -> f64 {
        let each = self.all_n(standing) / standing.guyed.len().max(1) as f64;
        (0.1 * each * std::f64::consts::SQRT_2).max(40.0)
    }

    fn cuts(&self, standing: &Standing, lashed: &[LashingFacts], joints: &[Joint], given: &Given<'_>) -> Vec<Cut> {
        let reader = given.reader;
        let of = |l: &LashingFacts| {
            Cut::of(&format!("{}, {}", l.name, small(&l.place)), l.times, &self.cord, l.cord.clone(), reader)
        };
        let mut cuts: Vec<Cut> = lashed.iter().map(of).collect();
        if !standing.lines.is_empty() {
            let rows = if standing.feet.len() == 3 { 1 } else { standing.lines.len() };
            let mut items = vec![item("from foot to foot", self.line_m(standing) / rows as f64, reader)];
            for _ in 0..standing.feet.len() / rows {
                items.extend(of_joint(joints, "foot", "on a foot", reader));
            }
            cuts.push(Cut::of("Line from foot to foot", rows, &self.cord, items, reader));
        }
        if self.said.build.guyed() {
            let run = standing.high_m() * std::f64::consts::SQRT_2;
            let mut items = vec![item("from the top to its peg", run, reader)];
            items.extend(of_joint(joints, "guy-top", "on the leg", reader));
            items.extend(of_joint(joints, "guy-peg", "at the peg", reader));
            cuts.push(Cut::of("Guy", 2 * standing.guyed.len(), &self.cord, items, reader));
        }
        serve(&mut cuts, given.kit, reader, |_, _| Vec::new());
        cuts
    }

    fn needs(&self, standing: &Standing, reader: &Reader) -> Vec<String> {
        let mut all: Vec<String> = Vec::new();
        for role in &standing.roles {
            let long = reader.length_up(Length::from_m(role.wants_m));
            let thick = reader.diameter(Length::from_mm(self.said.pole_mm));
            let says = format!("{} of {long}, {thick}", role.name);
            match all.iter_mut().find(|a| a.ends_with(&format!(" × {says}"))) {
                Some(same) => {
                    let n: usize = same.split(' ').next().and_then(|n| n.parse().ok()).unwrap_or(1);
                    *same = format!("{} × {says}", n + 1);
                }
                None => all.push(format!("1 × {says}")),
            }
        }
        if self.said.build.guyed() {
            all.push(format!("{} × peg", 2 * standing.guyed.len()));
        }
        all
    }

    fn measures(&self, standing: &Standing, forces: &Forces, reader: &Reader) -> Vec<String> {
        let mut all = Vec::new();
        let m = |m: f64| reader.length(Length::from_m(m));
        if self.said.build.legged() {
            all.push(format!("Its top stands {} high.", m(standing.high_m())));
            let at = |n: usize| standing.frame.nodes[n];
            all.push(format!("Feet {} apart.", m((at(standing.feet[0]) - at(standing.feet[1])).norm())));
            all.push(format!("Hardest leg: {} along it.", reader.forces(forces.pushed.0)));
            all.push(format!(
                "Hardest foot: {} down, {} outward.",
                reader.forces(Band { low: forces.foot_n[1], high: forces.foot_n[1] }),
                reader.forces(Band { low: forces.foot_n[0], high: forces.foot_n[0] })
            ));
            if forces.line_n > 1.0 && !standing.lines.is_empty() {
                let n = Band { low: forces.line_n, high: forces.line_n };
                all.push(format!("In the line from foot to foot: {}.", reader.forces(n)));
            } else if forces.slides_well && self.said.build.barred() {
                all.push("If its feet slide the bar holds them: the higher figures are for that.".into());
            }
        } else {
            all.push(format!("Along a pole at each lashing: {}.", reader.forces(forces.slips_n[0])));
        }
        all
    }

    fn said(&self, reader: &Reader) -> String {
        let d = &self.said;
        let a = if d.build == Build::AFrame { "An" } else { "A" };
        format!(
            "{a} {}, its poles {} thick, {} long, lashed in {} with {}, to bear {} of {}.",
            d.build.words(),
            reader.diameter(Length::from_mm(d.pole_mm)),
            reader.length(Length::from_m(d.pole_m)),
            self.cord.kind.said(self.cord.diameter, reader),
            self.lashing.said,
            reader.mass(d.mass_kg),
            d.bears.words()
        )
    }

    /// What cord and poles do as they dry and wet.
    fn weathers(&self) -> &'static str {
        match self.cord.kind.material.as_str() {
            "manila" | "jute" | "sisal" | "cotton" => {
                "Natural fibre draws tight when it wets and slackens as it dries: lash it damp, and frap again next day."
            }
            "nylon" => "Nylon gives when it is wet: haul again after rain, and frap again next day.",
            _ => "Green poles shrink as they dry, and every lashing slackens: frap again next day.",
        }
    }
}

impl Rig for Poles {
    fn on_paper(&self, given: &Given<'_>) -> Vec<Drawing> {
        looks::tied(self, given.width).into_iter().collect()
    }

    fn plan(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
        let reader = given.reader;
        if self.said.bears == Bears::People {
            return Err(Impossible(
                "Poles lashed by hand bear no people here: nobody stands, sits or swings on them, or passes under what hangs from them. That wants rated gear and somebody competent who has seen it."
                    .into(),
            ));
        }
        let standing = self.standing(reader)?;
        let forces = standing
            .forces(self.said.build, self.said.mass_kg * G)
            .ok_or_else(|| Impossible("It folds: nothing keeps its joints where they are.".into()))?;
        let lashed = self.lashings(&standing, reader)?;
        let parts = self.parts(&standing, &forces, &lashed, reader);
        let joints = self.joints(&standing, &forces, given.habits, reader);
        let first = parts.first().map_or_else(String::new, |p| p.what.clone());
        let slides = parts.iter().any(|p| p.id == "foot" && p.margin.low < 1.0);
        let line = slides.then(|| reader.length(Length::from_m(self.line_m(&standing))));
        let drawings = looks::drawings(self, &standing, &forces, given);
        let mut cautions = vec![
            "Gear only: nobody on it, nobody under what hangs from it.".to_owned(),
            "Figures are estimates; local rules and somebody who has seen it decide.".to_owned(),
        ];
        if self.said.build.legged() {
            cautions.push(
                "Look up before raising: branches, lines. Nobody within a pole’s length but those who raise it.".into(),
            );
        }
        cautions.push(self.weathers().into());
        let plan = RigPlan {
            said: self.said(reader),
            measures: self.measures(&standing, &forces, reader),
            change: self.change(&standing, &parts, &lashed, reader),
            cuts: self.cuts(&standing, &lashed, &joints, given),
            needs: self.needs(&standing, reader),
            order: order::order(self, &standing, &lashed, &joints, reader),
            strike: order::strike(self),
            parts,
            joints,
            cautions,
            known_from: vec![
                "Poles: a space frame by the stiffness method, poles stiff, lashings hinges, their own weight with them; worked out with feet that hold and with feet that slide.".into(),
                "Lashings: the cord’s own line by geometry; the rule beside it is three feet of cord for each inch of the poles’ thickness added (common practice).".into(),
                "What a lashing holds: frapping draws the turns in, turns press the poles, cord and poles rub; a band from a light hand on smooth poles to a strong one on rough. That a lashing tightens itself under load is left out.".into(),
                "Legs: Euler’s push π²EI/L²; bending strength and stiffness of green wood as bands (handbooks, recalled). Feet: friction on each ground as a band, an estimate.".into(),
            ],
        };
        let own = serde_json::to_value(PolesFacts { lashings: lashed, first, line }).unwrap_or_default();
        Ok(Planned { plan, drawings, own })
    }
}

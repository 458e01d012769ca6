//! Food hung out of reach over a branch: where the bag comes to hang by the length of its line, and whether that is high, far and
//! low enough for what it is kept from.

mod draft;
mod hung;
mod looks;
mod order;

pub use draft::{
    AWAY_M, BAG_M, BRANCH_M, BRANCH_MM, KeptFrom, Larder, LarderDraft, MASS_KG, OUT_M, PULL_N, REACH_M, StaysUp,
};
pub use hung::{HOOKED_M, LarderFacts, RIGHT_UP_M};

use super::cut::{item, of_joint, serve};
use super::joint::JointAsk;
use super::working::{KEPT, LEAST_MARGIN, cuts_hands};
use super::{
    Cut, FieldAt, Given, Impossible, Joint, LineWork, Named, Part, Planned, Planner, Rig, RigDraft, RigPlan, Strained,
};
use crate::rig::shared::HeldBy;
use crate::situation::{Draft, Fault, Habits, Release, Shape, Task, UsedCord};
use crate::units::{Band, G, Length, Reader};
use crate::words::capital;
use serde::Serialize;

/// Food hung out of reach.
pub const PLANNER: Planner = Planner::of::<LarderDraft>("larder", "Food hung out of reach");

/// A branch is used to no more than this share of what breaks it, as a ratio (common practice).
const WOOD_MARGIN: f64 = 3.0;
/// Line in hand below the reach of who hauls, metres (common practice).
const IN_HAND_M: f64 = 1.5;
/// A trunk it is tied off at, millimetres, and how high: as such trunks are.
const TRUNK_MM: f64 = 200.0;
const TIED_OFF_HIGH_M: f64 = 1.5;
/// What is tied on a bag: its ring or drawn neck, millimetres.
const EYE_MM: f64 = 8.0;
/// A stick as thick as a thumb, millimetres.
const STICK_MM: f64 = 22.0;

impl RigDraft for LarderDraft {
    type Read = Larder;
    type Choices = LarderChoices;

    fn begun(_habits: &Habits) -> Self {
        Self::usual()
    }

    fn choices() -> Self::Choices {
        LarderChoices {
            from: KeptFrom::ALL.iter().map(|k| Named::new(k.id(), k.words())).collect(),
            by: StaysUp::ALL.iter().map(|b| Named::new(b.id(), b.words())).collect(),
        }
    }

    fn taken(&self) -> Result<Self::Read, Vec<Fault>> {
        Larder::read(self)
    }

    fn numbers(&self) -> Vec<FieldAt> {
        self.fields()
    }
}

/// What there is to choose from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LarderChoices {
    /// What it is kept from.
    pub from: Vec<Named>,
    /// How it stays up.
    pub by: Vec<Named>,
}

impl Larder {
    fn joints(&self, habits: &Habits, reader: &Reader) -> Vec<Joint> {
        let d = &self.said;
        let on = |shape, size_mm: f64, surface: Option<&str>, overhead| Draft {
            shape: Some(shape),
            size_mm: Some(size_mm),
            surface: surface.map(str::to_owned),
            cord: d.cord.clone(),
            force_n: Some((d.mass_kg * G).max(20.0)),
            overhead,
            off: Some(Release::ByHand),
            ..Draft::usual(Task::MakeFast)
        };
        // A bag's eye is soft: its own cord, drawn together.
        let bag = on(Shape::Eye, EYE_MM, None, true);
        let kept = Some("round-turn-two-half-hitches");
        let ask = |id, name: &str, situation, rather| JointAsk { id, name: name.into(), times: 1, situation, rather };
        let mut asks = vec![ask("bag", "On the bag", bag.clone(), kept)];
        match d.by {
            StaysUp::TiedOff => {
                let trunk = on(Shape::Post, TRUNK_MM, Some("bark-rough"), false);
                asks.push(ask("tie-off", "At the trunk", trunk, None));
            }
            // Tied in the middle of the line; a stick is open at its end, so that loops drop over it.
            StaysUp::Stick => {
                let stick = Draft { end_free: Some(false), ..on(Shape::Peg, STICK_MM, None, true) };
                asks.push(ask("stick", "Round the stick", stick, Some("clove-hitch")));
            }
            StaysUp::Balanced => asks.push(ask("second", "On the second bag", bag, kept)),
        }
        asks.into_iter()
            .map(|ask| {
                let own = self.own_knot(ask.id);
                Joint::answered(ask, own, habits, reader)
            })
            .collect()
    }

    fn cuts(&self, joints: &[Joint], given: &Given<'_>) -> Vec<Cut> {
        let (d, reader) = (&self.said, given.reader);
        let mut items: Vec<_> = of_joint(joints, "bag", "on the bag", reader).into_iter().collect();
        // While the bag stands on the ground the line runs from it over the branch to a hand.
        items.push(item("from the bag on the ground up over the branch", d.branch_m - d.bag_m, reader));
        match d.by {
            StaysUp::TiedOff => {
                let run = (d.branch_m - TIED_OFF_HIGH_M).max(0.0).hypot(d.away_m);
                items.push(item("down to the trunk", run, reader));
                items.extend(of_joint(joints, "tie-off", "at the trunk", reader));
            }
            StaysUp::Stick | StaysUp::Balanced => {
                items.push(item("down to a hand at reach", (d.branch_m - d.reach_m).max(0.0), reader));
                items.push(item("in hand", IN_HAND_M, reader));
                let id = if d.by == StaysUp::Stick { "stick" } else { "second" };
                let on = if d.by == StaysUp::Stick { "round the stick" } else { "on the second bag" };
                items.extend(of_joint(joints, id, on, reader));
            }
        }
        let mut cuts = vec![Cut::of("The line", 1, &self.cord, items, reader)];
        serve(&mut cuts, given.kit, reader, |_, _| Vec::new());
        cuts
    }

    fn parts(&self, facts: &LarderFacts, reader: &Reader) -> [Part; 2] {
        let hauled = Band { low: self.said.mass_kg * G, high: facts.haul_n.high };
        let line = Part::judged(
            "line",
            "the line parts at its knot",
            self.cord.at_knot(KEPT),
            hauled,
            "hauling puts",
            "",
            reader,
        );
        let branch = Part::judged(
            "branch",
            "the branch breaks at the trunk",
            self.branch_bears(),
            facts.branch_n,
            "both parts of the line put",
            "",
            reader,
        );
        [line, branch]
    }

    fn strained<'a>(&'a self, line: &'a Part) -> Strained<'a> {
        Strained {
            part: line,
            cord: &self.cord,
            work: LineWork::Hung,
            least: LEAST_MARGIN,
            name: "the line",
            or: "hang it in two",
        }
    }

    fn change(&self, facts: &LarderFacts, [line, branch]: &[Part; 2], reader: &Reader) -> Vec<String> {
        let d = &self.said;
        let m = |m: f64| reader.length(Length::from_m(m));
        let mut all = Vec::new();
        let [ground, out, below] = facts.short_m;
        if ground.is_some() || below.is_some() {
            let is = match (ground, below) {
                (Some(short), _) => format!("It hangs {} too low for {}", m(short), d.from.words()),
                (None, _) => {
                    format!("It hangs {} too near the branch for {}", m(below.unwrap_or_default()), d.from.words())
                }
            };
            let or = match d.by {
                StaysUp::TiedOff => String::new(),
                StaysUp::Stick | StaysUp::Balanced => {
                    format!(", or hitch it in higher than {}, standing on something that cannot roll", m(d.reach_m))
                }
            };
            all.push(format!("{is}: take a branch {} high{or}.", m(facts.branch_wanted_m)));
        }
        if let Some(short) = out {
            all.push(format!(
                "{} reach it from the trunk: lay the line {} farther out.",
                capital(d.from.words()),
                m(short)
            ));
        }
        all.extend(self.strained(line).says(reader));
        let low = branch.margin.low;
        if low < WOOD_MARGIN {
            let gives = if branch.margin.high < 1.0 {
                "breaks under it, est."
            } else if low < 1.0 {
                "may break under it, est."
            } else {
                "breaks at less than three times this"
            };
            all.push(format!("The branch {gives}: a thicker one, nearer the trunk, or less in the bag."));
        }
        if facts.haul_n.low > d.pull_n {
            all.push(format!("One cannot haul it up over bare wood: {} are wanted, est.; take a ring or a block over the branch, or hang it in two.", reader.forces(facts.haul_n)));
        } else if facts.haul_n.high > d.pull_n {
            all.push(
                "One may not bring it up over rough bark: a second pair of hands, or a ring over the branch.".into(),
            );
        }
        if d.by == StaysUp::TiedOff && d.from == KeptFrom::Bears {
            all.push("A line tied off below is found and bitten through where bears have learnt it: held by a stick, nothing is tied below.".into());
        }
        if d.by == StaysUp::Balanced && facts.bottom_m > d.reach_m + HOOKED_M {
            all.push(format!(
                "Nobody hooks it down again from {} up: carry a stick long enough, or hold it by a stick in the line.",
                m(facts.bottom_m)
            ));
        }
        all
    }

    fn measures(&self, facts: &LarderFacts, reader: &Reader) -> Vec<String> {
        let d = &self.said;
        let m = |m: f64| reader.length(Length::from_m(m));
        let [ground, out, below] = facts.wanted_m;
        let mut all = vec![
            format!(
                "Its bottom hangs {} over the ground, its knot {} below the branch, {} out from the trunk.",
                m(facts.bottom_m),
                m(facts.below_m),
                m(d.out_m)
            ),
            format!(
                "Wanted against {}: {} over the ground, {} out, {} below the branch.",
                d.from.words(),
                m(ground),
                m(out),
                m(below)
            ),
            format!("To haul it up over the branch: {}, est.", reader.forces(facts.haul_n)),
            format!("On the branch meanwhile: {}, est.", reader.forces(facts.branch_n)),
        ];
        if d.by != StaysUp::TiedOff {
            all.push("Hauled right up and let down, it comes to rest half way between branch and reach: the line between is as long as it was.".into());
        }
        all
    }
}

impl Rig for Larder {
    fn lines(&self) -> Vec<(&UsedCord, LineWork)> {
        vec![(&self.cord, LineWork::Hauled)]
    }

    fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
        let (d, reader) = (&self.said, given.reader);
        let facts = self.hung();
        let m = |m: f64| reader.length(Length::from_m(m));
        if facts.bottom_m <= 0.0 {
            return Err(Impossible(format!(
                "Under a branch of {} it does not leave the ground: take one {} high.",
                m(d.branch_m),
                m(facts.branch_wanted_m)
            )));
        }
        if d.by != StaysUp::TiedOff && d.branch_m <= d.reach_m + RIGHT_UP_M {
            return Err(Impossible(format!(
                "A branch of {} is within reach: hang the bag on it, or take one {} high.",
                m(d.branch_m),
                m(facts.branch_wanted_m)
            )));
        }
        let joints = self.joints(given.habits, reader);
        let parts = self.parts(&facts, reader);
        self.strained(&parts[0]).holds(reader)?;
        let thin = cuts_hands(&self.cord, facts.haul_n.high, reader);
        let change = self.change(&facts, &parts, reader);
        let two = if d.by == StaysUp::Balanced { "Two bags of" } else { "A bag of" };
        let mut parts = parts.to_vec();
        Part::in_order(&mut parts);
        let plan = RigPlan {
            hitches: Vec::new(),
            held_by: vec![HeldBy::called(&d.called, "branch", "the branch", facts.branch_n, Some(self.branch_bears()))],
            said: format!(
                "{two} {}, kept from {}, over a branch {} up, {}, on {}.",
                reader.mass(d.mass_kg),
                d.from.words(),
                m(d.branch_m),
                d.by.words(),
                self.cord.said(reader)
            ),
            measures: self.measures(&facts, reader),
            change,
            parts,
            cuts: self.cuts(&joints, given),
            needs: order::needs(self, thin.is_some()),
            order: order::order(self, &facts, &joints, thin.is_some(), reader),
            strike: order::strike(self, &facts, reader),
            joints,
            cautions: vec![
                "Nobody under it while it goes up, hangs or comes down.".into(),
                "Where a locker, a canister or a rule of the place is given, that comes first: no bag in a tree is proof.".into(),
                "Cook and wash well away from it and from where people sleep; everything that smells goes into it.".into(),
            ],
            known_from: vec![
                "How high, how far out and how far below: common practice, from memory; a rule of the place that says more holds.".into(),
                "Held by a stick or a second bag: the line between keeps its length, so it rests half way (by geometry).".into(),
                format!("Half a turn over bark: e^(μπ), μ {:.2} to {:.2} (Euler–Eytelwein; a band). The branch: bending of green wood, σπd³/32 (handbooks, recalled).", super::haul::OVER_A_LIP.low, super::haul::OVER_A_LIP.high),
            ],
        };
        let drawings = looks::drawings(self, &facts, given);
        let own = serde_json::to_value(&facts).unwrap_or_default();
        Ok(Planned { plan, drawings, own })
    }
}

//! Something tethered: a boat, an animal, gear, or an animal led behind another.

mod draft;
mod joints;
mod link;
mod looks;
mod order;
mod reach;
mod tug;
mod weakest;

pub use draft::{
    AROUND, AT_M, BEAUFORT, CURRENT_MS, DEEP_M, EYE_MM, EyeKind, FALL_M, Freed, HIGH_M, Held, LINE_M, LINK_TURNS,
    LONG_M, MASS_KG, NAME_LONG, NEAR_MM, NearThing, OFF_M, TIDE_M, TO_MM, Tether, TetherDraft, TiedTo,
};
pub use link::{LinkFacts, parts_n};
pub use reach::{CaughtAt, TetherReach, TideReach, belly, longest};
pub use tug::{Tug, fallen_n, stopped_n};

use super::lists::{Change, changed, fresh_name};
use super::{FieldAt, Given, Impossible, LineWork, Named, Part, Planned, Planner, Rig, RigDraft, RigPlan};
use crate::object::surfaces;
use crate::rig::shared::HeldBy;
use crate::situation::{Fault, Habits, UsedCord};
use crate::units::{Band, Length, Reader};
use crate::words::{capital, with_article};
use serde::Serialize;

/// Things tethered.
pub const PLANNER: Planner = Planner::of::<TetherDraft>("tether", "Something tethered");

impl RigDraft for TetherDraft {
    type Read = Tether;
    type Choices = TetherChoices;

    fn begun(_habits: &Habits) -> Self {
        Self::usual()
    }

    fn choices() -> Self::Choices {
        TetherChoices::built_in()
    }

    fn taken(&self) -> Result<Self::Read, Vec<Fault>> {
        Tether::read(self)
    }

    fn numbers(&self) -> Vec<FieldAt> {
        self.fields()
    }

    fn listed(&self, list: &str, change: Change) -> Option<Self> {
        let name = fresh_name("thing", self.around.iter().map(|t| t.name.as_str()));
        let fresh = || Some(NearThing { name, at_m: 2.0, thick_mm: 200.0 });
        let around = (list == "/around").then(|| changed(&self.around, change, AROUND, fresh))??;
        Some(Self { around, ..self.clone() })
    }
}

/// What there is to choose from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TetherChoices {
    /// What is tethered.
    pub held: Vec<Named>,
    /// To what.
    pub to: Vec<Named>,
    /// At what.
    pub eyes: Vec<Named>,
    /// How it comes off.
    pub freed: Vec<Named>,
    /// Surfaces.
    pub surfaces: Vec<Named>,
    /// What a stake is driven into.
    pub grounds: Vec<Named>,
    /// Each of them as it is usually tethered.
    pub usual: Vec<TetherDraft>,
}

impl TetherChoices {
    fn built_in() -> Self {
        Self {
            held: Held::ALL.iter().map(|h| Named::new(h.id(), with_article(h.words()))).collect(),
            to: TiedTo::ALL.iter().map(|t| Named::new(t.id(), t.words())).collect(),
            eyes: EyeKind::ALL.iter().map(|e| Named::new(e.id(), e.words())).collect(),
            freed: Freed::ALL.iter().map(|f| Named::new(f.id(), f.words())).collect(),
            surfaces: surfaces().iter().map(|s| Named::new(&s.id, &s.name)).collect(),
            grounds: super::shelter::stock().grounds.iter().map(|g| Named::new(&g.id, &g.name)).collect(),
            usual: Held::ALL.iter().map(|h| TetherDraft::usual_of(*h)).collect(),
        }
    }
}

/// What only a tether's plan has.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TetherFacts {
    /// How it comes off, and why.
    pub comes_off: String,
    /// How far it comes.
    pub reach: TetherReach,
    /// How hard it tugs.
    pub tug: Tug,
    /// Its weak link.
    pub link: Option<LinkFacts>,
}

impl Tether {
    fn said(&self, reader: &Reader) -> String {
        let d = &self.said;
        let what = d.held.words();
        let to = if d.held == Held::Led {
            format!(
                "by a weak link of {} {} round",
                self.link.kind.said(self.link.diameter, reader),
                link::times(d.link_turns)
            )
        } else {
            format!("to {}", d.to.words())
        };
        format!(
            "{} of {}, tied {to}, on {} of {}.",
            capital(&with_article(what)),
            reader.mass(d.mass_kg),
            reader.length(Length::from_m(d.line_m)),
            self.cord.said(reader)
        )
    }

    fn measures(&self, facts: &TetherFacts, reader: &Reader) -> Vec<String> {
        let m = |m: f64| reader.length(Length::from_m(m));
        let (reach, tug) = (&facts.reach, &facts.tug);
        let mut all = vec![facts.comes_off.clone()];
        all.push(format!(
            "It tugs with {}, est.; at the worst with {}.",
            reader.forces(tug.daily_n),
            reader.forces(tug.worst_n)
        ));
        if self.said.held != Held::Led {
            let its = if self.animal() { "Its head" } else { "It" };
            all.push(format!(
                "{its} comes {} from its tie; {} of the line is slack where it stands.",
                m(reach.sweep_m),
                m(reach.slack_m)
            ));
        }
        if self.animal() && reach.belly_m > 0.0 {
            all.push(format!("At its slackest the line hangs to {} above the ground.", m(reach.belly_m)));
        }
        if let Some(lap) = reach.lap_m.filter(|_| self.animal()) {
            all.push(format!(
                "Each lap round {} takes {} of it; {:.0} laps, and its nose is there.",
                self.said.to.words().replacen("a ", "the ", 1),
                m(lap),
                (self.said.line_m / lap).floor().max(1.0)
            ));
        }
        if let Some(tide) = &reach.tide {
            all.push(format!(
                "At low water {} of line are wanted at least; at high water its bow comes {} from the tie.",
                m(tide.least_m),
                m(tide.sweep_high_m)
            ));
        }
        if let Some(link) = &facts.link {
            all.push(format!(
                "The link parts at {}, est.; it should between {}.",
                reader.forces(link.parts_n),
                reader.forces(link.window_n).replace(" to ", " and ")
            ));
        }
        all
    }

    fn cautions(&self) -> Vec<String> {
        let mut all = vec![
            "Estimates: what tugs all night finds the weakest place. Look again before you leave it, and after."
                .to_owned(),
        ];
        if matches!(self.said.to, TiedTo::Rail | TiedTo::Ring) && self.said.held != Held::Led {
            let to = self.said.to.words().replacen("a ", "the ", 1);
            all.push(format!("What {to} bears is not known here: hang your weight on it first."));
        }
        match self.said.held {
            Held::Animal => {
                all.push(
                    "No loop that tightens goes round a neck or a leg; a knife within reach of whoever stands by."
                        .into(),
                );
                all.push("Never a turn of the line round a hand. No tied animal is left alone for long.".into());
            }
            Held::Led => {
                all.push("Nobody is tied to an animal or has a turn of the lead round a hand.".into());
                all.push("The link is made new once it was shocked; the lead and its knots have to outlast it.".into());
            }
            Held::Boat => {
                all.push(
                    "A line that parts whips: nobody in line with it. Nobody stands in the bight of a line.".into(),
                );
                all.push("Harbour rules and the tide tables of the place decide; a second line out the other way where it lies for long.".into());
            }
            Held::Gear => all.push("Nobody below gear that can fall; no line made fast to a person.".into()),
        }
        all
    }
}

impl Tether {
    fn held_by(&self, facts: &TetherFacts, parts: &[Part]) -> HeldBy {
        let pull = Band { low: facts.tug.daily_n.high, high: facts.tug.worst_n.high };
        let bears = parts.iter().find(|p| p.id == "to").map(|p| p.bears_n);
        let usual = self.said.to.words().replacen("a ", "the ", 1);
        HeldBy::called(&self.said.called, "to", &usual, pull, bears)
    }
}

impl Rig for Tether {
    fn lines(&self) -> Vec<(&UsedCord, LineWork)> {
        vec![(&self.cord, LineWork::Tethered)]
    }

    fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
        let reader = given.reader;
        let reach = self.reach(reader)?;
        let tug = self.tug(&reach);
        let joints = self.joints(&tug, given.habits, reader);
        let link = (self.said.held == Held::Led).then(|| self.link_facts(reader));
        let facts = TetherFacts { comes_off: self.released().1.to_owned(), reach, tug, link };
        let parts = self.parts(&facts, reader);
        let mut measures = self.measures(&facts, reader);
        if let (false, Some([tail, stopped])) = (self.said.stopper, self.tails_m(&joints)) {
            let m = |m: f64| reader.length(Length::from_m(m));
            measures.push(format!(
                "A stopper in its end lets the tail be {} in place of {}, itself counted.",
                m(stopped),
                m(tail)
            ));
        }
        let drawings = looks::drawings(self, &facts, given);
        let plan = RigPlan {
            hitches: Vec::new(),
            held_by: vec![self.held_by(&facts, &parts)],
            said: self.said(reader),
            measures,
            change: self.change(&facts, &parts, reader),
            parts,
            cuts: self.cuts(&joints, given),
            needs: self.needs(),
            order: order::order(self, &facts.reach, &facts.tug, &joints, reader),
            strike: order::strike(self),
            joints,
            cautions: self.cautions(),
            known_from: vec![
                "The worst tug: energy stopped by the line’s stretch, F = √(2Ek); a fall, F = W(1 + √(1 + 2kh/W)) (textbooks of mechanics). What an animal puts into it is an estimate.".into(),
                "Wind: ½ρv² over length times height of the bow, bow on to beam on; current over the volume displaced to the power of two thirds; both bands, estimates.".into(),
                "The slack line’s belly hangs no lower than a weight sliding on it would.".into(),
                "High and short for an animal that stands; quick release where somebody stands by, a bowline where the rope is short and stiff (common practice).".into(),
            ],
        };
        let own = serde_json::to_value(&facts).unwrap_or_default();
        Ok(Planned { plan, drawings, own })
    }
}

impl Tether {
    fn needs(&self) -> Vec<String> {
        let mut all = Vec::new();
        if self.said.to == TiedTo::Stake {
            all.push("1 × stake".to_owned());
            all.push("1 × mallet".into());
        }
        if self.said.to == TiedTo::Tree {
            all.push(capital("padding for the bark"));
        }
        if self.said.held == Held::Boat {
            all.push(capital("padding against chafe"));
        }
        all
    }
}

//! Poles lashed together: a joint, or legs, frames and racks that stand on it.

mod build;
mod cuts;
mod draft;
mod forces;
mod lashed;
mod looks;
mod order;
mod stock;
mod weakest;

pub use build::{LashedAt, Role, Standing};
pub use draft::{BAR_M, Bears, Build, LASHED_M, LONG_M, MASS_KG, OUT_M, POLE_M, POLE_MM, Poles, PolesDraft, fitting};
pub use forces::Forces;
pub use lashed::LashingFacts;
pub use stock::grounds;

use super::{Drawing, FieldAt, Given, Impossible, LineWork, Named, Planned, Planner, Rig, RigDraft, RigPlan};
use crate::lashing::{FRAPPING, Lashing, Meet, TURNS};
use crate::situation::{Fault, Habits, UsedCord};
use crate::units::G;
use crate::units::{Band, Length, Reader};
use serde::Serialize;

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
            usual: Build::ALL.iter().map(|b| PolesDraft::usual_of(*b)).collect(),
            turns: TURNS,
            frapping: FRAPPING,
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
    /// Each of what is built, as large as it usually is.
    pub usual: Vec<PolesDraft>,
    /// Least and most turns of a lashing.
    pub turns: [usize; 2],
    /// Least and most frapping turns.
    pub frapping: [usize; 2],
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

impl Poles {
    /// All it bears and weighs, newtons.
    fn all_n(&self, standing: &Standing) -> f64 {
        -standing.frame.loads.iter().map(|l| l.z).sum::<f64>()
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
            self.cord.said(reader),
            self.lashing.said,
            reader.mass(d.mass_kg),
            d.bears.words()
        )
    }

    /// What cord and poles do as they dry and wet.
    fn weathers(&self) -> String {
        let does = match self.cord.kind.material.as_str() {
            _ if self.cord.kind.natural() => {
                "Natural fibre draws tight when it wets and slackens as it dries: lash it damp, and"
            }
            "nylon" => "Nylon gives when it is wet: haul again after rain, and",
            _ => "Green poles shrink as they dry, and every lashing slackens:",
        };
        let frapped = self.lashing.frapped() && self.counts.frapping > 0;
        let again = if frapped { "frap again next day" } else { "lash anew next day what has come loose" };
        format!("{does} {again}.")
    }
}

impl Rig for Poles {
    fn on_paper(&self, given: &Given<'_>) -> Vec<Drawing> {
        looks::tied(self, given.width).into_iter().collect()
    }

    fn lines(&self) -> Vec<(&UsedCord, LineWork)> {
        vec![(&self.cord, LineWork::Lashed)]
    }

    fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
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
        if self.lashing.frapped() && self.counts.frapping == 0 {
            cautions
                .push("Left unfrapped its turns may roll along the poles: look at them whenever it was moved.".into());
        }
        let plan = RigPlan {
            held_by: Vec::new(),
            said: self.said(reader),
            measures: self.measures(&standing, &forces, reader),
            change: self.change(&standing, &parts, &lashed, reader),
            cuts: self.cuts(&standing, &lashed, &joints, given),
            needs: self.needs(&standing, reader),
            order: order::order(self, &standing, &lashed, &joints, reader),
            strike: order::strike(self),
            parts,
            hitches: standing.hitches(),
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

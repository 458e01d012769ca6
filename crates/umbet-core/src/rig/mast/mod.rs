//! A ready-made mast on one to three levels of guys.

mod draft;
mod forces;
mod joints;
mod looks;
mod order;
mod stock;
mod weakest;

pub use draft::{
    BEAUFORT, DEEP_M, HEAD_KG, HEAD_M2, HEAD_N, HIGH_M, LEVELS, Mast, MastDraft, OUT_M, PULL_N, SIDES, Stakes,
    THICK_MM, WALL_MM,
};
pub use forces::{LevelForces, MastForces, StretchForces};
pub use stock::{MastKind, MastSize, Section, mast_kinds};

use super::lists::Change;
use super::{FieldAt, Given, Impossible, LineWork, Named, Planned, Planner, Rig, RigDraft, RigPlan};
use crate::situation::{Fault, Habits, UsedCord};
use crate::units::{Band, Length, Reader};
use crate::words::{listed, number};
use serde::Serialize;

/// A mast on guys.
pub const PLANNER: Planner = Planner::of::<MastDraft>("mast", "A mast on guys");

impl RigDraft for MastDraft {
    type Read = Mast;
    type Choices = MastChoices;

    fn begun(_habits: &Habits) -> Self {
        Self::usual()
    }

    fn choices() -> Self::Choices {
        MastChoices {
            masts: mast_kinds()
                .iter()
                .map(|k| MastChoice {
                    id: k.id.clone(),
                    name: k.name.clone(),
                    hollow: k.hollow,
                    usual: Self::usual_of(k),
                })
                .collect(),
            stakes: Stakes::ALL.iter().map(|s| Named::new(s.id(), s.words())).collect(),
            sides: (SIDES[0]..=SIDES[1]).map(|n| Named::new(n.to_string(), format!("{} sides", number(n)))).collect(),
            grounds: super::shelter::stock().grounds.iter().map(|g| Named::new(&g.id, &g.name)).collect(),
            levels: LEVELS,
        }
    }

    fn taken(&self) -> Result<Self::Read, Vec<Fault>> {
        Mast::read(self)
    }

    fn numbers(&self) -> Vec<FieldAt> {
        self.fields()
    }

    fn listed(&self, list: &str, change: Change) -> Option<Self> {
        let levels = match change {
            Change::More(_) => self.guys_m.len() + 1,
            Change::Less(at) if at < self.guys_m.len() => self.guys_m.len() - 1,
            Change::Less(_) => return None,
        };
        let fits = list == "/guys_m" && (LEVELS[0]..=LEVELS[1]).contains(&levels);
        fits.then(|| {
            let mut other = self.clone();
            other.guy(levels);
            other
        })
    }
}

/// What there is to choose from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MastChoices {
    /// What masts are made of.
    pub masts: Vec<MastChoice>,
    /// Where the guys of one side go.
    pub stakes: Vec<Named>,
    /// Sides it can be guyed to.
    pub sides: Vec<Named>,
    /// What stakes are driven into.
    pub grounds: Vec<Named>,
    /// Fewest and most levels of guys.
    pub levels: [usize; 2],
}

/// A mast to choose.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MastChoice {
    /// Id.
    pub id: String,
    /// Name.
    pub name: String,
    /// It has a wall.
    pub hollow: bool,
    /// Such a mast as it is usually put up.
    pub usual: MastDraft,
}

/// What only a mast's plan has.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MastFacts {
    /// The guy that bears most of each level, from the lowest up, newtons.
    pub guys_n: Vec<Band>,
    /// How far its top moves in a gust, metres.
    pub sways_m: Band,
}

impl Mast {
    fn said(&self, reader: &Reader) -> String {
        let m = |m: f64| reader.length(Length::from_m(m));
        let d = &self.said;
        let heights: Vec<String> = d.guys_m.iter().map(|h| m(*h)).collect();
        format!(
            "A mast of {}, {} high, guyed to {} sides at {} in {}, its outermost stakes {} out in {}, for Beaufort {}.",
            self.kind.name,
            m(d.size.high_m),
            number(d.sides),
            listed(&heights),
            self.cord.said(reader),
            m(d.out_m),
            self.ground.name,
            d.beaufort
        )
    }

    fn measures(&self, forces: &MastForces, reader: &Reader) -> Vec<String> {
        let m = |m: f64| reader.length(Length::from_m(m));
        let by_level = self.said.guys_m.iter().zip(&forces.levels);
        let guys: Vec<String> = by_level.map(|(h, l)| format!("{} at {}", reader.forces(l.guy_n), m(*h))).collect();
        let mut all = vec![
            format!("A gust puts {} on it in all, est.", reader.forces(forces.aside_n)),
            format!("In the guy that looks into the wind: {}, est.", listed(&guys)),
            format!("A stake is pulled with {}, est.", reader.forces(forces.stake_n)),
            format!(
                "Its foot presses {} down and {} aside, est.; it weighs {}.",
                reader.forces(forces.down_n),
                reader.forces(forces.foot_n),
                reader.mass(self.above_kg(0.0) + self.said.head_kg)
            ),
        ];
        let [low, high] = [forces.sways_m.low, forces.sways_m.high].map(Length::from_m);
        all.push(format!("As the guys give, its top moves {} in a gust, est.", reader.lengths(low, high)));
        all
    }

    fn needs(&self) -> Vec<String> {
        let each = if self.said.stakes == Stakes::Own { self.said.guys_m.len() } else { 1 };
        let mut all = vec![format!("{} × stake", self.said.sides as usize * each), "1 × mallet".into()];
        if self.kind.ringed {
            all.push(format!("{} × guy ring that sits on the mast", self.said.guys_m.len()));
        }
        all.push("1 × stone or board under its foot".into());
        all
    }
}

impl Rig for Mast {
    fn lines(&self) -> Vec<(&UsedCord, LineWork)> {
        vec![(&self.cord, LineWork::Pitched)]
    }

    fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
        let reader = given.reader;
        let forces = self.forces();
        let joints = self.joints(&forces, given.habits, reader);
        let parts = self.parts(&forces, &joints, reader);
        let plan = RigPlan {
            said: self.said(reader),
            measures: self.measures(&forces, reader),
            change: self.change(&forces, &parts, reader),
            parts,
            cuts: self.cuts(&joints, given),
            needs: self.needs(),
            order: self.order(&forces, &joints, reader),
            strike: self.strike(&joints),
            joints,
            cautions: vec![
                "Nobody climbs it, and nobody stands under it who does not raise it.".into(),
                "Wires overhead kill: if it can fall on one it is not raised. In thunder nobody is near it.".into(),
                "Guys across a path are marked at eye height.".into(),
                "Estimates: the maker’s rating and local rules decide.".into(),
            ],
            known_from: vec![
                "Mast: a beam that runs through over its levels of guys, hinged at its foot (theorem of three moments); level ground; guys stiff beside the mast.".into(),
                "Wind: ½ρv² in gusts on the mast and what is at its head, drag 1.0 to 1.2 (wind-loading handbooks, recalled); hardest straight into one guy.".into(),
                "Guys: stiff alike all round until those to lee are slack, then the one into the wind takes all. Bowing out: Euler’s π²EI/L² between guys, at the top free.".into(),
                "Stakes: by ground as pegs, by the square of their depth (common practice): lean on yours before you trust it.".into(),
            ],
            ..RigPlan::default()
        };
        let facts = MastFacts { guys_n: forces.levels.iter().map(|l| l.guy_n).collect(), sways_m: forces.sways_m };
        let drawings = looks::drawings(self, &forces, given);
        let own = serde_json::to_value(&facts).unwrap_or_default();
        Ok(Planned { plan, drawings, own })
    }
}

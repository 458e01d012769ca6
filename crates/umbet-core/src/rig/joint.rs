//! A joint of a rig is a situation, and choosing answers it.

use crate::choose::{KnotAnswer, Verdict, shortlist};
use crate::knot::catalogue;
use crate::situation::{CordDraft, Draft, Habits, Situation, Stays, Task};
use crate::units::Reader;
use crate::usage::LengthItem;
use serde::Serialize;

/// A joint and the knot taken.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[cfg_attr(feature = "schema", schema(as = RigJoint))]
pub struct Joint {
    /// Stable id.
    pub id: String,
    /// Where it is.
    pub name: String,
    /// How many there are of it.
    pub times: usize,
    /// The situation it was judged as.
    pub situation: Draft,
    /// The knot's id.
    pub knot: String,
    /// Its name.
    pub knot_name: String,
    /// Why, with the mends it needs.
    pub because: String,
    /// Others that fit, best first, by id and name.
    pub others: Vec<[String; 2]>,
    /// Cord it takes, item by item.
    pub cord: Vec<LengthItem>,
    /// What stays in the line when it is undone.
    pub leaves: String,
    /// How it lets go.
    pub lets_go: String,
}

/// One joint as it is asked.
#[derive(Debug, Clone)]
pub struct JointAsk {
    /// Stable id.
    pub id: &'static str,
    /// Where it is.
    pub name: String,
    /// How many there are of it.
    pub times: usize,
    /// Its situation.
    pub situation: Draft,
    /// Taken before the first answer where it fits: the way of working asks for it.
    pub rather: Option<&'static str>,
}

/// A joint of a rig that stands for a night, under this pull.
pub fn under(task: Task, cord: &CordDraft, force_n: f64) -> Draft {
    Draft {
        cord: cord.clone(),
        force_n: Some(force_n.clamp(20.0, 20_000.0)),
        stays: Some(Stays::Night),
        ..Draft::usual(task)
    }
}

/// Others that fit are offered up to so many.
const OTHERS: usize = 8;

impl Joint {
    /// The joint answered; `own` is the knot one took oneself.
    pub fn answered(ask: JointAsk, own: Option<&str>, habits: &Habits, reader: &Reader) -> Self {
        let Ok(read) = Situation::read_for(&ask.situation, habits) else { return Self::unanswered(ask) };
        let mut knots = shortlist(catalogue(), &read, reader, own);
        let fits = knots.iter().take_while(|k| k.verdict != Verdict::DoesNotFit).count();
        let place = |id: &str| knots.iter().position(|k| k.id == id);
        let rather = ask.rather.and_then(place).filter(|i| *i < fits);
        let wished = own.and_then(place).or(rather);
        let Some(at) = wished.or((fits > 0).then_some(0)) else { return Self::unanswered(ask) };
        let others = knots[..fits].iter().enumerate().filter(|(i, _)| *i != at).take(OTHERS);
        let others = others.map(|(_, k)| [k.id.clone(), k.name.clone()]).collect();
        Self::taken(ask, knots.swap_remove(at), others)
    }

    fn taken(ask: JointAsk, taken: KnotAnswer, others: Vec<[String; 2]>) -> Self {
        let because = match (taken.verdict, &taken.mended) {
            (Verdict::DoesNotFit, _) => format!("Your own choice. {}", taken.lead.says),
            (_, None) => taken.lead.says.clone(),
            (_, Some(mended)) => format!("{} With {}.", taken.lead.says, mended.says),
        };
        let lets_go = catalogue().find(&taken.id).map_or_else(String::new, |k| k.entry.release.say.clone());
        Self {
            id: ask.id.into(),
            name: ask.name,
            times: ask.times,
            situation: ask.situation,
            knot: taken.id,
            knot_name: taken.name,
            because,
            others,
            cord: taken.facts.cord,
            leaves: taken.facts.leaves,
            lets_go,
        }
    }

    fn unanswered(ask: JointAsk) -> Self {
        Self {
            id: ask.id.into(),
            name: ask.name,
            times: ask.times,
            situation: ask.situation,
            knot: String::new(),
            knot_name: "Nothing fits".into(),
            because: "Open it in Choose: it says which wish to give up.".into(),
            others: Vec::new(),
            cord: Vec::new(),
            leaves: String::new(),
            lets_go: String::new(),
        }
    }

    /// Its knot's name within a sentence.
    pub fn knot_said(&self) -> String {
        catalogue().find(&self.knot).map_or_else(|| self.knot_name.to_lowercase(), |k| k.entry.said())
    }

    /// All the cord in it, metres.
    pub fn cord_m(&self) -> f64 {
        self.cord.iter().map(|i| i.length_m).fold(0.0, |a, b| a + b)
    }
}

/// The joint of this id.
pub fn find<'a>(joints: &'a [Joint], id: &str) -> Option<&'a Joint> {
    joints.iter().find(|j| j.id == id)
}

/// One of its knots within a sentence, `a bowline`; where there is no such joint, or nothing fits it, it is still to be chosen.
pub fn knot_at(joints: &[Joint], id: &str) -> String {
    let knot = find(joints, id).and_then(|j| catalogue().find(&j.knot));
    knot.map_or_else(|| "the knot still to be chosen".into(), |k| k.entry.one())
}

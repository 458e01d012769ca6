//! What every planner answers with, and how a planner is made known.

use super::cut::{Cut, Hank};
use super::faults::Impossible;
use super::fields::FieldAt;
use super::joint::Joint;
use super::lists::Change;
use super::part::Part;
use super::shared::HeldBy;
use super::step::Step;
use super::working::{LineWork, fit, unanswered};
use crate::draw::Scene;
use crate::situation::{Fault, Habits, UsedCord};
use crate::units::Reader;
use serde::Serialize;
use serde::de::DeserializeOwned;
use serde_json::Value;
use std::collections::BTreeSet;

/// A rig worked out: what is common to rigs of every kind.
#[derive(Debug, Clone, Default, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RigPlan {
    /// What is planned, in a sentence.
    pub said: String,
    /// What it measures out to, in sentences.
    pub measures: Vec<String>,
    /// What gives, weakest first.
    pub parts: Vec<Part>,
    /// Knots.
    pub joints: Vec<Joint>,
    /// Ids of knots that are part of something larger, as the hitches of a lashing.
    pub hitches: Vec<&'static str>,
    /// What it is made fast to, and what it puts on that.
    pub held_by: Vec<HeldBy>,
    /// Lines to cut.
    pub cuts: Vec<Cut>,
    /// What is wanted besides cord: pegs, poles, padding.
    pub needs: Vec<String>,
    /// Rigging, first to last.
    pub order: Vec<Step>,
    /// Striking.
    pub strike: Vec<Step>,
    /// What to change, where something is out of reason.
    pub change: Vec<String>,
    /// Cautions.
    pub cautions: Vec<String>,
    /// Sources and assumptions.
    pub known_from: Vec<String>,
}

/// One drawing of a rig, to scale.
#[derive(Debug, Clone)]
pub struct Drawing {
    /// Stable id.
    pub id: &'static str,
    /// Its heading.
    pub name: &'static str,
    /// The picture.
    pub scene: Scene,
}

impl Drawing {
    /// Id of a view turned in space: to be looked round on a screen, a sheet has no room for it.
    pub const TURNED: &'static str = "turned";
}

/// What a rig is worked out with.
#[derive(Debug, Clone, Copy)]
pub struct Given<'a> {
    /// Cord there is.
    pub kit: &'a [Hank],
    /// The person's habits.
    pub habits: &'a Habits,
    /// The measures read in.
    pub reader: &'a Reader,
    /// Width of the drawings, pixels.
    pub width: f64,
}

/// A rig worked out, drawn, with what only its own kind has.
#[derive(Debug, Clone)]
pub struct Planned {
    /// What is common.
    pub plan: RigPlan,
    /// Its drawings, the telling one first.
    pub drawings: Vec<Drawing>,
    /// What only rigs of its kind have; its shape is the planner's own.
    pub own: Value,
}

/// A rig that was read: it cannot be wrong, only impossible.
pub trait Rig {
    /// Works it out.
    ///
    /// # Errors
    /// [`Impossible`] says what is in the way, and what to change.
    fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible>;

    /// Its lines, each with what it does.
    fn lines(&self) -> Vec<(&UsedCord, LineWork)>;

    /// Works it out, on lines fit for it; joints that nothing fits are among what is to be changed.
    ///
    /// # Errors
    /// [`Impossible`] says what is in the way, and what to change.
    fn plan(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
        for (cord, work) in self.lines() {
            fit(cord, work)?;
        }
        let mut planned = self.worked_out(given)?;
        planned.plan.change.extend(unanswered(&planned.plan.joints));
        Ok(planned)
    }

    /// Drawings for its sheet only: on a screen something better stands for them.
    fn on_paper(&self, _given: &Given<'_>) -> Vec<Drawing> {
        Vec::new()
    }
}

/// A draft read, or what is out of reason in it.
pub type ReadRig = Result<Box<dyn Rig>, Vec<Fault>>;

/// A kind of rig that can be planned.
#[derive(Clone, Copy)]
pub struct Planner {
    /// Stable id, part of addresses.
    pub kind: &'static str,
    /// Its name, the head of its sheet.
    pub name: &'static str,
    /// Version of its drafts; older ones are brought up to it by `upgrade`.
    pub version: u32,
    /// A draft to begin with.
    pub begin: fn(&Habits) -> Value,
    /// What there is to choose from.
    pub stock: fn() -> Value,
    /// Reads a draft.
    pub read: fn(Value) -> ReadRig,
    /// The numbers of a draft that can be typed.
    pub fields: fn(&Value) -> Vec<FieldAt>,
    /// The draft with what stands at one place of a drawing put at another; `None` where nothing stands there, or nothing can
    /// be put elsewhere.
    pub moved: fn(&Value, &Given<'_>, &Dragged<'_>) -> Option<Value>,
    /// The draft with one more or one less in one of its lists (JSON pointer); `None` where there is no such list, or nothing to
    /// change.
    pub listed: fn(&Value, &str, Change) -> Option<Value>,
    /// Brings a draft of an older version up to this one.
    pub upgrade: fn(u32, Value) -> Value,
}

/// A draft of one kind of rig: what [`Planner::of`] makes a planner of.
pub trait RigDraft: Serialize + DeserializeOwned {
    /// The same once it was read.
    type Read: Rig + 'static;
    /// What there is to choose from.
    type Choices: Serialize;

    /// One to begin with.
    fn begun(habits: &Habits) -> Self;

    /// What there is to choose from.
    fn choices() -> Self::Choices;

    /// Reads it.
    ///
    /// # Errors
    /// What is out of reason, and what to change.
    fn taken(&self) -> Result<Self::Read, Vec<Fault>>;

    /// Its numbers.
    fn numbers(&self) -> Vec<FieldAt>;

    /// The same with what stands at one place of a drawing put at another.
    fn put(&self, _given: &Given<'_>, _dragged: &Dragged<'_>) -> Option<Self> {
        None
    }

    /// The same with one more or one less in one of its lists.
    fn listed(&self, _list: &str, _change: Change) -> Option<Self> {
        None
    }
}

impl Planner {
    /// The planner of this sort of draft, in its first version.
    pub const fn of<D: RigDraft>(kind: &'static str, name: &'static str) -> Self {
        Self {
            kind,
            name,
            version: 1,
            begin: |habits| serde_json::to_value(D::begun(habits)).unwrap_or_default(),
            stock: || serde_json::to_value(D::choices()).unwrap_or_default(),
            read: |value| Ok(Box::new(draft::<D>(value)?.taken()?)),
            fields: |value| draft::<D>(value.clone()).map(|d| d.numbers()).unwrap_or_default(),
            moved: |value, given, dragged| {
                let draft: D = draft(value.clone()).ok()?;
                serde_json::to_value(draft.put(given, dragged)?).ok()
            },
            listed: |value, list, change| {
                let draft: D = draft(value.clone()).ok()?;
                serde_json::to_value(draft.listed(list, change)?).ok()
            },
            upgrade: |_, value| value,
        }
    }
}

/// From where to where something was dragged on a drawing, pixels.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Dragged<'a> {
    /// The drawing.
    pub drawing: &'a str,
    /// Where it stood.
    pub from: [f64; 2],
    /// Where it is put.
    pub to: [f64; 2],
}

impl std::fmt::Debug for Planner {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        f.debug_struct("Planner").field("kind", &self.kind).finish_non_exhaustive()
    }
}

impl RigPlan {
    /// Ids of all knots it is tied with, each once: those of its joints, and those that are part of something larger.
    pub fn knots(&self) -> BTreeSet<&str> {
        let of_joints = self.joints.iter().map(|j| j.knot.as_str()).filter(|k| !k.is_empty());
        of_joints.chain(self.hitches.iter().copied()).collect()
    }

    /// What of these is ticked off in order: of the work and of the strike, the first ones without a gap.
    pub fn in_order(&self, ticked: &[String]) -> Vec<String> {
        let done = |list: &[Step]| {
            let run = list.iter().take_while(|s| ticked.contains(&s.id));
            run.map(|s| s.id.clone()).collect::<Vec<_>>()
        };
        [done(&self.order), done(&self.strike)].concat()
    }
}

/// A name to choose.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Named {
    /// Id.
    pub id: String,
    /// Name.
    pub name: String,
}

impl Named {
    /// A name and its id.
    pub fn new(id: impl Into<String>, name: impl Into<String>) -> Self {
        Self { id: id.into(), name: name.into() }
    }
}

/// Reads a draft's JSON, or says which field cannot be read.
///
/// # Errors
/// The field and what is wrong with it, in the words of the reader.
pub fn draft<T: DeserializeOwned>(value: Value) -> Result<T, Vec<Fault>> {
    serde_json::from_value(value).map_err(|e| vec![Fault { field: "draft".into(), says: format!("{e}.") }])
}

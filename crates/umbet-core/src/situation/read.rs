//! From what a person said to a situation that cannot be wrong.

use super::{CordDraft, Draft, HandsState, Manner, Off, Shape, Stays, Task, Tension, Way};
use crate::cord::{Cord, cord};
use crate::object::{Material, ObjectKind, object_kind, surface};
use crate::units::{Band, Force, Length};
use serde::Serialize;

/// One value that cannot be used, and what to change.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Fault {
    /// The field, as it is named in the draft.
    pub field: String,
    /// What to change, in a sentence.
    pub says: String,
}

/// A cord as it lies in the hand.
#[derive(Debug, Clone, Copy)]
pub struct UsedCord {
    /// Its kind.
    pub kind: &'static Cord,
    /// Its diameter.
    pub diameter: Length,
    /// Wet.
    pub wet: bool,
    /// Worn.
    pub worn: bool,
    /// Its end is raw.
    pub raw_end: bool,
}

/// What a joint is tied to.
#[derive(Debug, Clone, Copy)]
pub struct SituationObject {
    /// Its shape and what goes with it.
    pub kind: &'static ObjectKind,
    /// Diameter or width.
    pub size: Length,
    /// Its surface.
    pub material: &'static Material,
    /// A loop can be dropped over its end.
    pub open_end: bool,
    /// It has an edge that cuts.
    pub sharp_edge: bool,
}

/// A joint's situation, every value within reason.
#[derive(Debug, Clone)]
pub struct Situation {
    /// What the knot is to do.
    pub task: Task,
    /// What it is tied to.
    pub object: SituationObject,
    /// The cord.
    pub cord: UsedCord,
    /// The other cord, where two are joined.
    pub second: Option<UsedCord>,
    /// Which way it pulls.
    pub way: Way,
    /// How it pulls.
    pub manner: Manner,
    /// How hard.
    pub force: Force,
    /// How long it stays.
    pub stays: Stays,
    /// What its tension must do.
    pub tension: Tension,
    /// How it comes off.
    pub off: Off,
    /// Nothing may stay in the line.
    pub leaves_nothing: bool,
    /// Tied while the line is tight.
    pub tight: bool,
    /// An end is free.
    pub end_free: bool,
    /// The hands.
    pub hands: HandsState,
    /// People hang on it or pass under it.
    pub people: bool,
    /// Knots known.
    pub knows: Vec<String>,
    /// Schools preferred.
    pub schools: Vec<String>,
}

impl Situation {
    /// Reads a draft.
    ///
    /// # Errors
    /// Every value that cannot be used, each with what to change.
    pub fn read(draft: &Draft) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults(Vec::new());
        let object = faults.take(object(draft));
        let cord = faults.take(used_cord("cord", &draft.cord));
        let second = match (&draft.second, draft.task) {
            (Some(c), Task::Join) => faults.take(used_cord("second", c)),
            (None, Task::Join) => faults.take(used_cord("second", &draft.cord)),
            _ => None,
        };
        let force =
            faults.take(within("force_n", draft.force_n.unwrap_or(usual_force(draft.task)), 1.0, 50_000.0, "N"));
        if draft.knows.len() > 200 || draft.schools.len() > 50 {
            faults.0.push(Fault { field: "knows".into(), says: "List 200 knots and 50 schools at most.".into() });
        }
        let (Some(object), Some(cord), Some(force), true) = (object, cord, force, faults.0.is_empty()) else {
            return Err(faults.0);
        };
        Ok(Self {
            task: draft.task,
            object,
            cord,
            second,
            way: draft.way.unwrap_or(usual_way(draft.task)),
            manner: draft.manner.unwrap_or(Manner::Steady),
            force: Force::from_n(force),
            stays: draft.stays.unwrap_or(Stays::Dusk),
            tension: draft.tension.unwrap_or(usual_tension(draft.task)),
            off: draft.off.unwrap_or(Off::ByHand),
            leaves_nothing: draft.leaves_nothing,
            tight: draft.tight,
            end_free: draft.end_free.unwrap_or(draft.task != Task::MidLoop),
            hands: draft.hands.unwrap_or(HandsState::Bare),
            people: draft.people,
            knows: draft.knows.clone(),
            schools: draft.schools.clone(),
        })
    }

    /// Radius of the object in cord diameters.
    pub fn ratio(&self) -> f64 {
        self.object.size / self.cord.diameter / 2.0
    }

    /// Friction of this cord on this surface, an estimate.
    pub fn surface_friction(&self) -> Band {
        let m = self.object.material;
        let band = if self.cord.wet { m.wet } else { m.dry };
        band.scaled(self.cord.kind.grip)
    }

    /// Friction of this cord on itself, an estimate.
    pub fn rope_friction(&self) -> Band {
        let c = self.cord.kind;
        if self.cord.wet { c.on_itself.scaled(c.wet_grip) } else { c.on_itself }
    }
}

struct Faults(Vec<Fault>);

impl Faults {
    fn take<T>(&mut self, read: Result<T, Fault>) -> Option<T> {
        read.map_err(|f| self.0.push(f)).ok()
    }
}

fn object(draft: &Draft) -> Result<SituationObject, Fault> {
    let shape = draft.shape.unwrap_or(usual_shape(draft.task));
    let kind = object_kind(shape);
    let name = draft.surface.as_deref().unwrap_or(&kind.surface);
    let material = surface(name).ok_or_else(|| Fault {
        field: "surface".into(),
        says: format!("No surface is called “{}”. Take one of the list of surfaces.", short(name)),
    })?;
    let size = within("size_mm", draft.size_mm.unwrap_or(kind.size_mm), kind.least_mm, kind.most_mm, "mm")?;
    let open_end = draft.open_end.unwrap_or(kind.open_end);
    Ok(SituationObject { kind, size: Length::from_mm(size), material, open_end, sharp_edge: draft.sharp_edge })
}

fn used_cord(field: &str, draft: &CordDraft) -> Result<UsedCord, Fault> {
    let kind = cord(&draft.kind).ok_or_else(|| Fault {
        field: format!("{field}.kind"),
        says: format!("No cord is called “{}”. Take one of the list of cords.", short(&draft.kind)),
    })?;
    let diameter = draft.diameter_mm.unwrap_or(kind.diameter.mm());
    let mm = within(&format!("{field}.diameter_mm"), diameter, 0.5, 60.0, "mm")?;
    Ok(UsedCord { kind, diameter: Length::from_mm(mm), wet: draft.wet, worn: draft.worn, raw_end: draft.raw_end })
}

fn within(field: &str, value: f64, least: f64, most: f64, unit: &str) -> Result<f64, Fault> {
    if value.is_finite() && (least..=most).contains(&value) {
        return Ok(value);
    }
    Err(Fault {
        field: field.to_owned(),
        says: format!("{value} {unit} is out of reason here: give {least} to {most} {unit}."),
    })
}

/// A stranger's words, kept short enough to be read back.
fn short(name: &str) -> String {
    name.chars().take(40).collect()
}

/// What a task is usually done on.
pub(super) fn usual_shape(task: Task) -> Shape {
    match task {
        Task::MakeFast | Task::EndLoop => Shape::Post,
        Task::Guy => Shape::Peg,
        Task::Drag => Shape::Log,
        Task::Join => Shape::Rope,
        Task::MidLoop => Shape::Bight,
        Task::Stop => Shape::Hole,
        Task::Bind => Shape::Bundle,
    }
}

fn usual_way(task: Task) -> Way {
    match task {
        Task::Drag => Way::Along,
        Task::MidLoop => Way::ThreeWays,
        _ => Way::Away,
    }
}

/// A guy is tightened again; anything else stays as it is set.
fn usual_tension(task: Task) -> Tension {
    if task == Task::Guy { Tension::Adjusted } else { Tension::AsSet }
}

/// Middling pulls (common practice).
fn usual_force(task: Task) -> f64 {
    match task {
        Task::MakeFast | Task::EndLoop | Task::MidLoop => 200.0,
        Task::Guy | Task::Join => 150.0,
        Task::Drag => 900.0,
        Task::Stop | Task::Bind => 80.0,
    }
}

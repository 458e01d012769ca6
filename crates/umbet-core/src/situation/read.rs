//! From what a person said to a situation that cannot be wrong.

use super::{Coat, CordDraft, Draft, HandsState, Manner, Release, Shape, Stays, Task, Tension, Way};
use crate::cord::{Cord, cord};
use crate::object::{Finish, Material, ObjectKind, object_kind, surface};
use crate::units::{Band, Force, Length, Reader};
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

/// What belongs to the person, not to the joint: it holds for every joint, wherever that is shown.
#[derive(Debug, Clone, Default, PartialEq, Serialize)]
pub struct Habits {
    /// Knots known, by id.
    pub knows: Vec<String>,
    /// Schools preferred, by id.
    pub schools: Vec<String>,
    /// Kinds of cord in the kit, by id.
    pub kit: Vec<String>,
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

impl UsedCord {
    /// In words, with what lessens it: `worn 12 mm polyester braid`.
    pub fn said(&self, reader: &Reader) -> String {
        let state = match (self.wet, self.worn) {
            (false, false) => "",
            (true, false) => "wet ",
            (false, true) => "worn ",
            (true, true) => "wet and worn ",
        };
        format!("{state}{}", self.kind.said(self.diameter, reader))
    }

    /// Share of new strength left where it is wet or worn; worn counts three quarters (common practice).
    pub fn kept(&self) -> f64 {
        let wet = if self.wet { self.kind.wet_strength } else { 1.0 };
        wet * if self.worn { 0.75 } else { 1.0 }
    }

    /// Breaking strength as it lies in the hand, unknotted, newtons. Cord thicker or thinner than its kind's own is taken as
    /// strong as its section.
    pub fn strength_n(&self) -> Band {
        self.kind.strength_n.scaled(self.kept() * (self.diameter / self.kind.diameter).powi(2))
    }

    /// What is left of that at a knot that keeps such a share of it: the weakest section of a line.
    pub fn at_knot(&self, kept: Band) -> Band {
        let s = self.strength_n();
        Band { low: s.low * kept.low, high: s.high * kept.high }
    }

    /// Friction on itself, wet or dry.
    pub fn on_itself(&self) -> Band {
        self.kind.on_itself.scaled(if self.wet { self.kind.wet_grip } else { 1.0 })
    }
}

/// What a joint is tied to.
#[derive(Debug, Clone, Copy)]
pub struct SituationObject {
    /// Its shape and what goes with it.
    pub kind: &'static ObjectKind,
    /// Diameter or width; of a ring, its metal's.
    pub size: Length,
    /// Inner width, where rope goes through it.
    pub opening: Option<Length>,
    /// Its surface.
    pub material: &'static Material,
    /// What lies on the surface.
    pub coat: Coat,
    /// A loop can be dropped over its end.
    pub open_end: bool,
    /// The hitch can run off that end.
    pub near_end: bool,
    /// It moves.
    pub moves: bool,
    /// What goes round it must not tighten.
    pub must_not_close: bool,
    /// It has an edge that cuts.
    pub sharp_edge: bool,
}

impl SituationObject {
    /// How slippery it counts, mud and ice reckoned in.
    pub fn finish(&self) -> Finish {
        match self.coat {
            Coat::Clean => self.material.finish,
            Coat::Mud => self.material.finish.max(Finish::Smooth),
            Coat::Ice => Finish::Slick,
        }
    }
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
    /// The load hangs overhead.
    pub overhead: bool,
    /// How hard the person hauls on a purchase.
    pub haul: Force,
    /// Cord there is for it, where that is little.
    pub cord_there_is: Option<Length>,
    /// How long it stays.
    pub stays: Stays,
    /// What its tension must do.
    pub tension: Tension,
    /// How it comes off.
    pub off: Release,
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
    /// Whose joint it is.
    pub habits: Habits,
}

/// A body's lean, what one person hauls by hand (common practice).
const USUAL_HAUL_N: f64 = 250.0;
/// Share of its friction a surface keeps under mud and under ice (common practice).
const MUD: f64 = 0.6;
const ICE: f64 = 0.35;

impl Situation {
    /// Reads a draft of nobody in particular.
    ///
    /// # Errors
    /// Every value that cannot be used, each with what to change.
    pub fn read(draft: &Draft) -> Result<Self, Vec<Fault>> {
        Self::read_for(draft, &Habits::default())
    }

    /// Reads a draft for a person with these habits; schools and knots the draft names itself count before theirs.
    ///
    /// # Errors
    /// Every value that cannot be used, each with what to change.
    pub fn read_for(draft: &Draft, habits: &Habits) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults(Vec::new());
        let object = faults.take(object(draft));
        let cord = faults.take(used_cord("cord", &draft.cord));
        let second = match (&draft.second, draft.task) {
            (Some(c), Task::Join) => faults.take(used_cord("second", c)),
            (None, Task::Join) => faults.take(used_cord("second", &draft.cord)),
            _ => None,
        };
        let force = faults.take(within("force_n", draft.force_n.unwrap_or(usual_force(draft.task)), FORCE_N, "N"));
        let haul = faults.take(within("haul_n", draft.haul_n.unwrap_or(USUAL_HAUL_N), HAUL_N, "N"));
        let there_is = draft.cord_m.map(|m| faults.take(within("cord_m", m, CORD_M, "m")));
        if draft.knows.len() > 200 || draft.schools.len() > 50 {
            faults.0.push(Fault { field: "knows".into(), says: "List 200 knots and 50 schools at most.".into() });
        }
        let (Some(object), Some(cord), Some(force), Some(haul), true) =
            (object, cord, force, haul, faults.0.is_empty())
        else {
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
            overhead: draft.overhead,
            haul: Force::from_n(haul),
            cord_there_is: there_is.flatten().map(Length::from_m),
            stays: draft.stays.unwrap_or(Stays::Dusk),
            tension: draft.tension.unwrap_or(usual_tension(draft.task)),
            off: draft.off.unwrap_or(Release::ByHand),
            leaves_nothing: draft.leaves_nothing,
            tight: draft.tight,
            end_free: draft.end_free.unwrap_or(draft.task != Task::MidLoop),
            hands: draft.hands.unwrap_or(HandsState::Bare),
            people: draft.people,
            habits: Habits {
                knows: of_its_own(&draft.knows, &habits.knows),
                schools: of_its_own(&draft.schools, &habits.schools),
                kit: habits.kit.clone(),
            },
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
        let coat = match self.object.coat {
            Coat::Clean => 1.0,
            Coat::Mud => MUD,
            Coat::Ice => ICE,
        };
        band.scaled(self.cord.kind.grip * coat)
    }

    /// Friction of this cord on itself, an estimate.
    pub fn rope_friction(&self) -> Band {
        let c = self.cord.kind;
        if self.cord.wet { c.on_itself.scaled(c.wet_grip) } else { c.on_itself }
    }

    /// It works by its own grip and carries no load: bindings, stowed line, loops drawn to size, stoppers.
    pub fn drawn_up_only(&self) -> bool {
        matches!(self.task, Task::Bind | Task::Stow | Task::OwnLoop | Task::Stop)
    }
}

fn of_its_own(own: &[String], habits: &[String]) -> Vec<String> {
    if own.is_empty() { habits.to_vec() } else { own.to_vec() }
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
    let usual = if draft.task == Task::Hoist { HOISTED_MM.clamp(kind.least_mm, kind.most_mm) } else { kind.size_mm };
    let size = within("size_mm", draft.size_mm.unwrap_or(usual), [kind.least_mm, kind.most_mm], "mm")?;
    let opening = match kind.opening_mm {
        None => None,
        Some([least, middling, most]) => {
            let mm = within("opening_mm", draft.opening_mm.unwrap_or(middling), [least, most], "mm")?;
            Some(Length::from_mm(mm))
        }
    };
    Ok(SituationObject {
        kind,
        size: Length::from_mm(size),
        opening,
        material,
        coat: draft.coat.unwrap_or(Coat::Clean),
        open_end: draft.open_end.unwrap_or(kind.open_end) || draft.near_end,
        near_end: draft.near_end && kind.faced,
        moves: draft.moves,
        must_not_close: draft.must_not_close,
        sharp_edge: draft.sharp_edge,
    })
}

/// What is hoisted is thinner than what is dragged: a tool's handle, a spar.
const HOISTED_MM: f64 = 60.0;

/// A cord as it was named, read.
///
/// # Errors
/// When there is no such cord, or its measured diameter is out of reason.
pub fn used_cord(field: &str, draft: &CordDraft) -> Result<UsedCord, Fault> {
    let kind = cord(&draft.kind).ok_or_else(|| Fault {
        field: format!("{field}.kind"),
        says: format!("No cord is called “{}”. Take one of the list of cords.", short(&draft.kind)),
    })?;
    let diameter = draft.diameter_mm.unwrap_or(kind.diameter.mm());
    let [least, most] = thicknesses(kind);
    if !(diameter.is_finite() && (least..=most).contains(&diameter)) {
        let says = format!("Thickness of {}: {least:.1} to {most:.1} mm.", kind.name);
        return Err(Fault { field: format!("{field}.diameter_mm"), says });
    }
    let mm = diameter;
    Ok(UsedCord { kind, diameter: Length::from_mm(mm), wet: draft.wet, worn: draft.worn, raw_end: draft.raw_end })
}

/// How thick a cord of this kind may measure: half of its own thickness to twice that; beyond, it is another cord.
pub fn thicknesses(kind: &Cord) -> [f64; 2] {
    [kind.diameter.mm() / 2.0, kind.diameter.mm() * 2.0]
}

/// Least and most of a field that can be typed, in its own unit; `None` when no field is called so.
pub(super) fn limits(draft: &Draft, field: &str) -> Option<[f64; 2]> {
    let kind = object_kind(draft.shape.unwrap_or(usual_shape(draft.task)));
    Some(match field {
        "size_mm" => [kind.least_mm, kind.most_mm],
        "opening_mm" => kind.opening_mm.map(|[least, _, most]| [least, most])?,
        "cord.diameter_mm" => thicknesses(cord(&draft.cord.kind)?),
        "second.diameter_mm" => thicknesses(cord(&draft.second.as_ref()?.kind)?),
        "force_n" => FORCE_N,
        "haul_n" => HAUL_N,
        "cord_m" => CORD_M,
        _ => return None,
    })
}

/// Least and most pull of a joint, newtons.
pub const FORCE_N: [f64; 2] = [1.0, 50_000.0];
/// Least and most a person hauls with, newtons.
pub const HAUL_N: [f64; 2] = [10.0, 2_000.0];
/// Least and most cord there is, metres.
pub const CORD_M: [f64; 2] = [0.1, 500.0];

fn within(field: &str, value: f64, [least, most]: [f64; 2], unit: &str) -> Result<f64, Fault> {
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
        Task::Drag | Task::Hoist => Shape::Log,
        Task::Join => Shape::Rope,
        Task::MidLoop | Task::Stow | Task::OwnLoop => Shape::Bight,
        Task::Stop => Shape::Hole,
        Task::Bind => Shape::Bundle,
    }
}

fn usual_way(task: Task) -> Way {
    match task {
        Task::Drag | Task::Hoist => Way::Along,
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
        Task::Hoist => 100.0,
        Task::Stop | Task::Bind => 80.0,
        Task::Stow | Task::OwnLoop => 40.0,
    }
}

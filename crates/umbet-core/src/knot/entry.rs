//! One knot's file: its path, the words beside it, and the facts choosing asks for.
//!
//! A file is TOML under `catalogue/knots/`; its name is the knot's id. Adding a knot is adding a file.

use super::mend::Mend;
use crate::hold::Element;
use crate::object::Shape;
use crate::situation::Task;
use crate::units::Band;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

/// What kind of knot it is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Family {
    /// Stops a cord passing a hole.
    Stopper,
    /// A loop in the end.
    EndLoop,
    /// A loop in the middle of a line.
    MidLoop,
    /// Joins two cords.
    Bend,
    /// Binds a bundle or parcel.
    Binding,
    /// Makes a cord fast to something.
    Hitch,
    /// Made fast, yet slid by hand to tighten.
    Adjustable,
    /// Rope worked on itself to stow it or make it thicker.
    Sinnet,
}

/// How a hitch stays where it is put.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "kebab-case")]
pub enum Stands {
    /// It grips the object itself.
    Rides,
    /// It is tied on its own standing part and draws tight like a noose.
    Nooses,
    /// A fixed loop: it stays, and grips nothing.
    Loop,
    /// It has no object (bends, stoppers).
    #[default]
    Itself,
}

/// Which pulls along a bar it takes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "kebab-case")]
pub enum Along {
    /// None: it creeps.
    #[default]
    Creeps,
    /// Toward the side of its riding turns only.
    OneWay,
    /// Either way.
    Either,
}

/// How a knot behaves when the pull swings, jerks or goes slack.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Default, Serialize, Deserialize)]
#[serde(rename_all = "kebab-case")]
pub enum Wear {
    /// Stays as dressed.
    #[default]
    Stays,
    /// Works loose in time; wants a backup.
    Loosens,
    /// Falls apart.
    Fails,
}

/// How it comes undone after load.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Untie {
    /// By hand, after any load.
    Easy,
    /// By hand, with work after a heavy load.
    Fair,
    /// Jams: a spike after a heavy load.
    Jams,
    /// Has to be cut.
    Cut,
}

/// Where a knot grips and how that is reckoned.
#[derive(Debug, Clone, Default, Deserialize)]
#[serde(deny_unknown_fields, default)]
pub struct Grip {
    /// How it stays.
    pub stands: Stands,
    /// Friction network from tail to load; empty when the model does not apply.
    pub network: Vec<Element>,
    /// Pulls along a bar.
    pub along: Along,
    /// Turns that grip on the side of the pull, for a pull along.
    pub turns_along: u32,
    /// Holds only where rough bark or timber keeps its turns (timber hitch).
    pub rough_only: bool,
    /// Loaded from three sides.
    pub three_ways: bool,
    /// When the pull swings from side to side.
    pub swinging: Wear,
    /// When it is jerked.
    pub jerking: Wear,
    /// When it goes slack and tight again.
    pub slack: Wear,
    /// The same, in stiff cord.
    pub slack_stiff: Option<Wear>,
    /// A half hitch behind it.
    pub backup: Backup,
    /// Tightened again by casting off its hitches, hauling in and hitching again: its turns hold meanwhile.
    pub retied: bool,
    /// What it hoists hangs true: it holds a pole at two places, or far along it.
    pub hangs_true: bool,
    /// Its turns bite the arrises of square stock.
    pub bites_arrises: bool,
}

/// When a hitch is backed up with a half hitch (common practice).
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Deserialize)]
#[serde(rename_all = "kebab-case")]
pub enum Backup {
    /// Not needed.
    #[default]
    Never,
    /// Where it matters: practitioners differ.
    WhereItMatters,
    /// Always.
    Always,
}

/// What stays in the line when the object is gone and the ends are drawn.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Leaves {
    /// True when the line comes away clear.
    pub nothing: bool,
    /// What stays, in words; how that is known is computed from the path.
    pub what: String,
}

/// How it lets go.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Release {
    /// One pull on the tail frees it, even under load.
    #[serde(default)]
    pub one_pull: bool,
    /// By hand after load.
    pub untie: Untie,
    /// What it leaves in the line.
    pub leaves: Leaves,
    /// How to let it go, in a sentence.
    pub say: String,
}

/// What it asks of the hands.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Hands {
    /// Moves to tie it.
    pub moves: u32,
    /// An end is threaded through a narrow place.
    pub threads: bool,
    /// Can be tied in mittens.
    pub mittens: bool,
    /// Can be tied with one hand.
    #[serde(default)]
    pub one_hand: bool,
    /// Can be checked by feel.
    #[serde(default)]
    pub by_feel: bool,
    /// How it comes onto its object, or is tied where it has none.
    pub onto: Vec<Onto>,
    /// Can be made fast while the line is tight.
    #[serde(default)]
    pub under_tension: bool,
}

impl Hands {
    /// It can be tied with an end.
    pub fn end(&self) -> bool {
        self.onto.iter().any(|o| matches!(o, Onto::End | Onto::EndOver))
    }

    /// It can be tied with no end free.
    pub fn bight(&self) -> bool {
        self.onto.iter().any(|o| matches!(o, Onto::Bight | Onto::BightOver))
    }
}

/// How a knot comes onto an object. What is tied to no object is tied with an end, or in the bight.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Onto {
    /// The end is led round or through it.
    End,
    /// Tied in the hand with an end; its loop is then dropped over an open end, or clipped in.
    EndOver,
    /// A bight is led round or through it.
    Bight,
    /// Made in the bight; its loops are then dropped over an open end, or clipped in.
    BightOver,
}

impl Onto {
    /// It can be got there only over an open end.
    pub fn over(self) -> bool {
        matches!(self, Self::EndOver | Self::BightOver)
    }

    /// It is made with an end.
    pub fn with_end(self) -> bool {
        matches!(self, Self::End | Self::EndOver)
    }

    /// How it gets there, in a sentence.
    pub fn says(self) -> &'static str {
        match self {
            Self::End => "Its end is led round.",
            Self::EndOver => "Tied in the hand, then dropped over the open end.",
            Self::Bight => "A bight is led round; no end is wanted.",
            Self::BightOver => "Made in the bight and dropped over the open end.",
        }
    }
}

/// Strength kept at the knot.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Strength {
    /// Share of the cord's strength kept, both ends of the estimate.
    pub kept: Band,
    /// Source id.
    pub source: String,
}

/// What it asks of the cord.
#[derive(Debug, Clone, Default, Deserialize)]
#[serde(deny_unknown_fields, default)]
pub struct CordNeeds {
    /// Thickest cord whose turns still close, millimetres; supple laid rope may be half as thick again.
    pub closes_to_mm: Option<f64>,
    /// In slick cord: holds, loosens (one more turn) or fails.
    pub slick: Wear,
    /// Joins cords of unlike thickness.
    pub unequal: bool,
    /// A thickness ratio from which it must be doubled.
    pub doubles_from: Option<f64>,
    /// Made for flat webbing.
    pub webbing: bool,
    /// Bites in shock cord.
    pub shock: bool,
    /// Holds in stranded wire.
    pub wire: bool,
}

/// What a purchase is made of: a loop in the line, and how it is tied off.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Purchase {
    /// The loop, in words: `a butterfly`.
    pub loop_: String,
    /// How it is tied off, in words.
    pub tied_off: String,
    /// How the loop frees after a great pull, in a sentence.
    pub frees: String,
    /// It frees after any pull.
    pub always_frees: bool,
}

/// The place of an object within a loop: the path does not go by it, the drawing shows it.
#[derive(Debug, Clone, Copy, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Held {
    /// Its middle, in the drawing plane of the path.
    pub at: [f64; 2],
    /// Radius, in rope diameters, as the path is laid out.
    pub r: f64,
}

/// The same knot drawn for another task, or with a change made to it that has no name of its own.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Drawn {
    /// Drawn so for this task.
    pub task: Option<Task>,
    /// Drawn so with this mend made.
    pub mend: Option<Mend>,
    /// Both its ends are tails.
    #[serde(default)]
    pub two_tails: bool,
    /// The rope in the notation.
    pub path: String,
    /// What this path must prove to be.
    pub identity: Identity,
    /// How that was confirmed.
    pub confirmed: String,
}

/// Cord it takes: `turns` round the object, `body_d` diameters of knot, and a tail.
#[derive(Debug, Clone, Default, Deserialize)]
#[serde(deny_unknown_fields, default)]
pub struct Usage {
    /// Turns round the object: counted on the path where that shows the object, stated where it does not.
    pub turns: f64,
    /// Diameters of cord in the knot besides.
    pub body_d: f64,
    /// Width of a stopper, in diameters.
    pub width_d: f64,
    /// Extra length a loop or long tail wants, metres.
    pub loop_m: f64,
    /// Cord an adjustable hitch needs to travel along, metres.
    pub travel_m: f64,
    /// Tail in diameters (10–12, common practice), never under four fingers.
    pub tail: Tail,
}

/// The tail a knot needs.
#[derive(Debug, Clone, Copy, Deserialize)]
#[serde(deny_unknown_fields, default)]
pub struct Tail {
    /// In cord diameters.
    pub diameters: f64,
    /// Never less than this, metres.
    pub least_m: f64,
}

impl Default for Tail {
    /// Twelve diameters and four fingers (common practice).
    fn default() -> Self {
        Self { diameters: 12.0, least_m: 0.075 }
    }
}

/// What the path must prove to be, in the names of KnotInfo and LinkInfo (`m` for a mirror image, `#` for
/// a sum, `unknot` for none); up to mirror. The tests hold every drawing to it.
#[derive(Debug, Clone, Default, Deserialize)]
#[serde(deny_unknown_fields, default)]
pub struct Identity {
    /// Ends of the one rope joined nearer than everything.
    pub front: Option<String>,
    /// Ends joined behind everything; where it differs the type depends on the closure.
    pub behind: Option<String>,
    /// A slipped form's end threaded in place of its bight.
    pub threaded: Option<String>,
    /// Rope and pole as a two-component link, or `unlink`.
    pub link: Option<String>,
    /// How often a stretch winds round the first pole that runs across or up, either way round.
    pub winds: Vec<Winding>,
    /// Each rope alone.
    pub ropes: Option<Vec<String>>,
    /// Two ropes: standing parts joined in front, ends joined behind.
    pub joined: Option<String>,
    /// Two ropes: each end joined with the other's standing part.
    pub crosswise: Option<String>,
    /// Each strand of a doubled rope alone.
    pub strands: Option<String>,
    /// Stretches of the first rope alone: an assembly is known by its parts.
    pub parts: Vec<Part>,
}

/// A stretch of rope and how often it winds round a pole: what a closed ring's link cannot tell.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Winding {
    /// Where it begins, such as `A0`.
    pub from: String,
    /// Where it ends.
    pub to: String,
    /// Whole turns.
    pub times: u32,
}

/// A stretch of rope that is a knot of its own.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Part {
    /// From this place, such as `A0`.
    pub from: String,
    /// To this place.
    pub to: String,
    /// Its ends joined in front, it is this.
    pub is: String,
}

/// One move.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Step {
    /// How far each rope is laid after it, such as `A12` or `A15 B7`.
    pub upto: String,
    /// One word for it.
    pub short: String,
    /// The move in a sentence.
    pub say: String,
    /// A sentence of help.
    #[serde(default)]
    pub hint: String,
}

/// Another way of tying the same knot: other moves, the same knot in the end.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct OtherWay {
    /// What it is called.
    pub name: String,
    /// Both ends of the line run on while it is tied.
    #[serde(default)]
    pub mid_line: bool,
    /// Its moves.
    pub pose: Vec<Pose>,
}

/// One move of another way, and how the rope lies after it.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Pose {
    /// The move in a sentence.
    pub say: String,
    /// The rope in the notation; the finished knot when absent, or the knot's own drawing up to `moves`.
    pub path: Option<String>,
    /// So many of the knot's own moves are made.
    pub moves: Option<usize>,
    /// The path is the knot already, only dressed differently: the tests hold its fingerprint to it.
    #[serde(default)]
    pub tied: bool,
}

/// What to look for on the finished knot.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Telltale {
    /// The place it means, such as `A11.5`.
    pub at: String,
    /// What is seen there.
    pub look: String,
}

/// A usual mistake.
#[derive(Debug, Clone, Deserialize, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Mistake {
    /// What was done.
    pub done: String,
    /// What it makes.
    pub makes: String,
    /// What that does.
    pub so: String,
    /// The tying action, as `topology::parse_actions` reads it, when it is one: the product lays it, draws it and
    /// checks what it makes.
    #[serde(default, skip_serializing)]
    pub action: Option<String>,
}

/// A wrong form of this knot that has a name of its own.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct WrongForm {
    /// Its name.
    pub name: String,
    /// The tying actions that make it of this knot.
    pub action: String,
    /// What the wrong form must prove to be.
    pub identity: Identity,
    /// Why it is not used.
    pub so: String,
}

/// A caution and where it is planted.
#[derive(Debug, Clone, Deserialize, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Caution {
    /// Eight words at most.
    pub say: String,
}

/// Where practitioners differ about this knot.
#[derive(Debug, Clone, Deserialize, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct School {
    /// What they differ about.
    pub matter: String,
    /// One way and the other.
    pub ways: Vec<String>,
}

/// The file's own fields.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Entry {
    /// The trade's usual name.
    pub name: String,
    /// It begins with the name of someone or somewhere, and keeps its capital within a sentence.
    #[serde(default)]
    pub proper_name: bool,
    /// Other names it is found by.
    #[serde(default)]
    pub also: Vec<String>,
    /// Its family.
    pub family: Family,
    /// Place in the trade's habitual order, for ties.
    pub order: u32,
    /// What it is, in a sentence.
    pub about: String,
    /// Jobs it does.
    pub tasks: Vec<Task>,
    /// Shapes it is tied to.
    #[serde(default)]
    pub shapes: Vec<Shape>,
    /// Both ends of rope A run on: a knot in the middle of a line.
    #[serde(default)]
    pub mid_line: bool,
    /// Both ends are tails: a ring of cord.
    #[serde(default)]
    pub two_tails: bool,
    /// Ids of mends that may be made to it.
    #[serde(default)]
    pub mends: Vec<Mend>,
    /// The same knot with fewer turns: this one is offered only where that is not enough.
    pub more_of: Option<String>,
    /// Changes that make another knot of the catalogue of it, and which.
    #[serde(default)]
    pub becomes: BTreeMap<Mend, String>,
    /// What purchase it gives, if it is one.
    pub purchase: Option<Purchase>,
    /// Where a loop has what it holds, for the drawing.
    pub holds: Option<Held>,
    /// Other drawings of it.
    #[serde(default)]
    pub drawn: Vec<Drawn>,
    /// Entries whose moves it reuses.
    #[serde(default)]
    pub builds_on: Vec<String>,
    /// How its identity was confirmed.
    pub confirmed: String,
    /// What the path must prove to be.
    pub identity: Identity,
    /// The path in the notation.
    pub path: String,
    /// Moves.
    pub step: Vec<Step>,
    /// Other ways of tying it, each ending in this same knot.
    #[serde(default)]
    pub way: Vec<OtherWay>,
    /// What to look for.
    pub telltale: Vec<Telltale>,
    /// Usual mistakes.
    pub mistake: Vec<Mistake>,
    /// Wrong forms with names of their own.
    #[serde(default)]
    pub wrong: Vec<WrongForm>,
    /// Cautions.
    #[serde(default)]
    pub caution: Vec<Caution>,
    /// Where practitioners differ.
    #[serde(default)]
    pub school: Vec<School>,
    /// Gripping.
    #[serde(default)]
    pub grip: Grip,
    /// Letting go.
    pub release: Release,
    /// Hands.
    pub hands: Hands,
    /// Strength.
    pub strength: Strength,
    /// Cord.
    #[serde(default)]
    pub cord: CordNeeds,
    /// Length.
    pub usage: Usage,
}

impl Entry {
    /// The name within a sentence.
    pub fn said(&self) -> String {
        if self.proper_name { self.name.clone() } else { self.name.to_lowercase() }
    }
}

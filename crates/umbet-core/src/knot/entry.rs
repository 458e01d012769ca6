//! One knot's file: its path, the words beside it, and the facts choosing asks for.
//!
//! A file is TOML under `catalogue/knots/`; its name is the knot's id. Adding a knot is adding a file.

use super::facts::{CordNeeds, Grip, Hands, LetsGo, Purchase, Strength, Usage};
use super::mend::Mend;
use crate::object::Shape;
use crate::situation::Task;
use crate::words::with_article;
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

impl Family {
    /// All, as they are listed.
    pub const ALL: [Self; 8] = [
        Self::Hitch,
        Self::Adjustable,
        Self::EndLoop,
        Self::MidLoop,
        Self::Bend,
        Self::Stopper,
        Self::Binding,
        Self::Sinnet,
    ];

    /// The head of their list.
    pub const fn head(self) -> &'static str {
        match self {
            Self::Hitch => "Hitches",
            Self::Adjustable => "Adjustable hitches",
            Self::EndLoop => "Loops in the end",
            Self::MidLoop => "Loops in the middle",
            Self::Bend => "Bends",
            Self::Stopper => "Stoppers",
            Self::Binding => "Bindings",
            Self::Sinnet => "Sinnets",
        }
    }
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

/// What drawing the knot up by computation needs to know beyond its path.
#[derive(Debug, Clone, Default, Deserialize)]
#[serde(deny_unknown_fields, default)]
pub struct DrawnUp {
    /// Where a finger holds a ring or loop open that the file marks in no other way.
    pub finger: Option<Held>,
    /// Why it is shown as it is laid and not drawn up.
    pub not: Option<String>,
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

/// What the path must prove to be, in the names of KnotInfo and LinkInfo (`m` for a mirror image, `#` for
/// a sum, `unknot` for none); up to mirror. The tests hold every drawing to it.
#[derive(Debug, Clone, PartialEq, Default, Deserialize)]
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
#[derive(Debug, Clone, PartialEq, Deserialize)]
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
#[derive(Debug, Clone, Default, Deserialize)]
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
    /// What is laid before it is set: no thumb need hold it together.
    #[serde(default)]
    pub set: bool,
    /// Places hauled on at the end of it: ends of rope, such as `A0 A20`, and `loop` for a fixed loop by its crown.
    #[serde(default)]
    pub hauls: String,
    /// The knot is slid along its standing part to what it is tied to.
    #[serde(default)]
    pub slides: bool,
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
    /// It is the way taught first.
    #[serde(default)]
    pub taught: bool,
    /// The pole of its drawings is the palm, fingers up.
    #[serde(default)]
    pub hand: bool,
    /// Its moves.
    pub pose: Vec<Pose>,
}

/// One move of another way, and how the rope lies after it.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Pose {
    /// One word.
    pub short: String,
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
    /// It is here to be known when it is seen and is never tied: why, in a sentence.
    pub never: Option<String>,
    /// What to remember it by: what its turn, twist or finished form looks like, in a picture.
    pub cue: String,
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
    /// How it is drawn up.
    #[serde(default)]
    pub dress: DrawnUp,
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
    pub release: LetsGo,
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
    /// The way of tying that is taught first, by its name; none where that is the one drawn first.
    pub fn taught_way(&self) -> Option<&str> {
        self.way.iter().find(|w| w.taught).map(|w| w.name.as_str())
    }

    /// The name within a sentence.
    pub fn said(&self) -> String {
        if self.proper_name { self.name.clone() } else { self.name.to_lowercase() }
    }

    /// One of it within a sentence: `a bowline`, `an anchor hitch`, `two half hitches`.
    pub fn one(&self) -> String {
        with_article(&self.said())
    }
}

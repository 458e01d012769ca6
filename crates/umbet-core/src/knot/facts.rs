//! The facts of a knot's file that choosing, cutting and drawing reckon with: how it grips, lets go, is tied, what it keeps of its
//! cord's strength, and the cord it takes.

use crate::hold::Element;
use crate::units::Band;
use serde::{Deserialize, Serialize};

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
    /// Pull at which an adjustable hitch begins to slip, in supple cord 3 to 5 mm thick of middling grip, newtons (common
    /// practice; nothing measured: lean on yours with a spring balance).
    pub slips_n: Option<[f64; 2]>,
}

/// Friction of a middling cord on itself, which the slips of the catalogue are for.
const MIDDLING: f64 = 0.2;

impl Grip {
    /// The pull at which it begins to slip in a cord that rubs so on itself: more where the cord grips itself better.
    pub fn slips_in(&self, on_itself: Band) -> Option<Band> {
        let [low, high] = self.slips_n?;
        Some(Band { low, high }.scaled(f64::midpoint(on_itself.low, on_itself.high) / MIDDLING))
    }
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
pub struct LetsGo {
    /// One pull on the tail frees it, even under load.
    #[serde(default)]
    pub one_pull: bool,
    /// How the rope runs once a pull on the tail has drawn its bights out, stretch by stretch, such as `A0-21`; of a knot whose
    /// bights are laid out leg by leg.
    #[serde(default)]
    pub tail_runs: Vec<String>,
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
    /// The line runs over a clip in it, not over rope.
    #[serde(default)]
    pub over_clip: bool,
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

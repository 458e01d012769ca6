//! A situation: what a joint is asked to do. Everything choosing judges by, and nothing else.
//!
//! A [`Draft`] is what a person said, units in the names and anything possible in the values. Reading it
//! gives a [`Situation`], in which every value is within reason and every name is known.

pub mod draft;
mod read;
mod sentence;

pub use crate::object::Shape;
pub use read::{CORD_M, FORCE_N, Fault, HAUL_N, Habits, Situation, SituationObject, UsedCord, thicknesses, used_cord};
pub use sentence::{Fragment, NumberField, PART_IDS, sentence, spoken, typed};
pub(crate) use sentence::{PEOPLE, leaves_words, wetness};

use serde::{Deserialize, Serialize};

words!(
    /// What the knot is to do.
    Task {
        /// Make a line fast to something.
        MakeFast => "is made fast to",
        /// A guy that is tightened later.
        Guy => "is tightened and re-tightened on",
        /// Drag or hoist a log or pole.
        Drag => "drags",
        /// Join two cords.
        Join => "is joined to",
        /// A fixed loop in the end.
        EndLoop => "ends in a loop on",
        /// A loop in the middle of a line.
        MidLoop => "carries a loop in its middle, its ends kept",
        /// Stop a cord in a hole.
        Stop => "is stopped from passing",
        /// Bind a bundle.
        Bind => "binds",
        /// Hoist a tool or spar so that it hangs upright.
        Hoist => "hoists upright",
        /// Stow or shorten a line.
        Stow => "is stowed, or taken up where it is too long",
        /// A loop of one cord's two ends, drawn to size.
        OwnLoop => "is tied by its own two ends into a loop that is drawn to size",
    }
);

impl Task {
    /// What is done, as in "a knot for making fast".
    pub const fn doing(self) -> &'static str {
        match self {
            Self::MakeFast => "making fast",
            Self::Guy => "a guy line",
            Self::Drag => "dragging",
            Self::Join => "joining two ropes",
            Self::EndLoop => "a loop in the end",
            Self::MidLoop => "a loop in the middle",
            Self::Stop => "stopping",
            Self::Bind => "binding",
            Self::Hoist => "hoisting upright",
            Self::Stow => "stowing",
            Self::OwnLoop => "a loop of one cord's own ends",
        }
    }
}

words!(
    /// Which way it pulls.
    Way {
        /// Straight away from the object.
        Away => "straight away",
        /// Along it, one way.
        Along => "along it, one way",
        /// Along it, now one way, now the other.
        EitherWay => "either way along it",
        /// Along the line, which runs on both ways from it: post after post.
        AlongLine => "both ways along the line",
        /// On both its parts at once, the same way.
        BothParts => "on both its parts together",
        /// From three sides.
        ThreeWays => "from three sides",
    }
);

words!(
    /// How it pulls.
    Manner {
        /// Steadily.
        Steady => "steadily",
        /// Swinging from side to side.
        Swinging => "swinging from side to side",
        /// In jerks.
        Jerking => "in jerks",
        /// Flogging in wind.
        Flogging => "flogging in wind",
        /// Slack, then tight again.
        SlackAndTight => "slack, then tight again",
    }
);

words!(
    /// How long it stays.
    Stays {
        /// Minutes.
        Minutes => "for some minutes",
        /// Until dusk.
        Dusk => "until dusk",
        /// Overnight.
        Night => "until morning",
        /// All season.
        Season => "until the season's end",
    }
);

words!(
    /// What its tension must do once it is set.
    Tension {
        /// Nothing more.
        AsSet => "stays as it is set",
        /// Adjusted later without untying.
        Adjusted => "is tightened again without untying",
        /// Mechanical advantage.
        Purchase => "is hauled tight by a purchase",
        /// Deliberately the first to give.
        Yields => "slips before anything tears",
    }
);

words!(
    /// How it comes off.
    Release {
        /// One pull, even loaded.
        OnePull => "by one pull, even loaded",
        /// By hand.
        ByHand => "by hand",
        /// Never: semi-permanent.
        Never => "stays for good",
        /// Only on purpose: no accident, animal or child lets it go.
        OnPurpose => "only on purpose",
    }
);

words!(
    /// What lies on the object's surface.
    Coat {
        /// Nothing.
        Clean => "clean",
        /// Mud or slime.
        Mud => "muddy",
        /// Ice.
        Ice => "iced",
    }
);

words!(
    /// The state of the hands that tie it.
    HandsState {
        /// Bare.
        Bare => "bare hands",
        /// Gloves.
        Gloves => "gloves",
        /// Mittens.
        Mittens => "mittens",
        /// One hand only.
        OneHand => "one hand only",
        /// In the dark.
        Dark => "the dark, by feel",
        /// Overhead.
        Overhead => "hands held overhead",
        /// In a hurry.
        Hurry => "a hurry",
    }
);

/// A cord as named by a person.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct CordDraft {
    /// Id of a cord kind.
    pub kind: String,
    /// Measured diameter; the kind's own when absent.
    #[serde(default)]
    pub diameter_mm: Option<f64>,
    /// Wet.
    #[serde(default)]
    pub wet: bool,
    /// Worn: judged at three quarters of its strength.
    #[serde(default)]
    pub worn: bool,
    /// Its end is raw: neither melted nor whipped.
    #[serde(default)]
    pub raw_end: bool,
}

impl CordDraft {
    /// A cord of this kind as it is sold: dry, sound, its end whipped.
    pub fn of(kind: &str) -> Self {
        Self { kind: kind.into(), diameter_mm: None, wet: false, worn: false, raw_end: false }
    }
}

/// What a person said of a joint. Absent parts take the task's usual value.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Draft {
    /// What the knot is to do.
    pub task: Task,
    /// The shape it is tied to.
    #[serde(default)]
    pub shape: Option<Shape>,
    /// Diameter or width of the object.
    #[serde(default)]
    pub size_mm: Option<f64>,
    /// Id of a surface.
    #[serde(default)]
    pub surface: Option<String>,
    /// A loop can be dropped over its end.
    #[serde(default)]
    pub open_end: Option<bool>,
    /// It has an edge that cuts.
    #[serde(default)]
    pub sharp_edge: bool,
    /// Inner width of a ring, eyelet, eye, hook or clip.
    #[serde(default)]
    pub opening_mm: Option<f64>,
    /// What lies on its surface.
    #[serde(default)]
    pub coat: Option<Coat>,
    /// The hitch stands near an open end it can run off.
    #[serde(default)]
    pub near_end: bool,
    /// It moves: an animal, a boat, a branch in wind.
    #[serde(default)]
    pub moves: bool,
    /// What goes round it must not tighten on it: an animal, a limb, a sapling.
    #[serde(default)]
    pub must_not_close: bool,
    /// The cord.
    pub cord: CordDraft,
    /// The other cord, where two are joined.
    #[serde(default)]
    pub second: Option<CordDraft>,
    /// Which way it pulls.
    #[serde(default)]
    pub way: Option<Way>,
    /// How it pulls.
    #[serde(default)]
    pub manner: Option<Manner>,
    /// How hard.
    #[serde(default)]
    pub force_n: Option<f64>,
    /// The load hangs overhead.
    #[serde(default)]
    pub overhead: bool,
    /// How hard the person can haul on a purchase.
    #[serde(default)]
    pub haul_n: Option<f64>,
    /// Cord there is for it, where that is little.
    #[serde(default)]
    pub cord_m: Option<f64>,
    /// How long it stays.
    #[serde(default)]
    pub stays: Option<Stays>,
    /// What its tension must do once it is set.
    #[serde(default)]
    pub tension: Option<Tension>,
    /// How it comes off.
    #[serde(default)]
    pub off: Option<Release>,
    /// The line must come away with no knot in it.
    #[serde(default)]
    pub leaves_nothing: bool,
    /// Tied while the line is tight.
    #[serde(default)]
    pub tight: bool,
    /// An end is free to tie with.
    #[serde(default)]
    pub end_free: Option<bool>,
    /// The hands that tie it.
    #[serde(default)]
    pub hands: Option<HandsState>,
    /// A person hangs on it or passes under it.
    #[serde(default)]
    pub people: bool,
    /// Knots the tier knows, in place of the habits'; they come first among equals.
    #[serde(default)]
    pub knows: Vec<String>,
    /// Schools of practice preferred, by id, in place of the habits'.
    #[serde(default)]
    pub schools: Vec<String>,
}

impl Draft {
    /// The usual joint of its task, in parachute cord.
    pub fn usual(task: Task) -> Self {
        Self {
            task,
            shape: None,
            size_mm: None,
            surface: None,
            open_end: None,
            sharp_edge: false,
            opening_mm: None,
            coat: None,
            near_end: false,
            moves: false,
            must_not_close: false,
            overhead: false,
            haul_n: None,
            cord_m: None,
            cord: CordDraft::of(if task == Task::Drag { "laid-manila-16" } else { "paracord-iii" }),
            second: (task == Task::Join).then(|| CordDraft::of("paracord-iii")),
            way: None,
            manner: None,
            force_n: None,
            stays: None,
            tension: None,
            off: None,
            leaves_nothing: false,
            tight: false,
            end_free: None,
            hands: None,
            people: false,
            knows: Vec::new(),
            schools: Vec::new(),
        }
    }
}

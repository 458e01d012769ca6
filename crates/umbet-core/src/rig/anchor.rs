//! What a line is made fast to, and what that bears: a tree, a post, a picket with a pole before it, a vehicle.

use super::faults::Faults;
use crate::object::{Material, surface};
use crate::situation::{Draft, Shape};
use crate::units::{Band, Length};
use crate::words::capital;
use serde::{Deserialize, Serialize};
use std::f64::consts::{FRAC_1_SQRT_2, PI};

words!(
    /// What a line is made fast to.
    AnchorKind {
        /// A tree.
        Tree => "tree",
        /// A post that stands in the ground.
        Post => "post",
        /// A vehicle's ring or rail.
        Vehicle => "vehicle",
        /// A pole, held back by a line to a long peg or picket.
        Peg => "picket and pole",
    }
);

/// Something a line can be made fast to, as it is said.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct AnchorDraft {
    /// What it is called.
    pub name: String,
    /// What it is.
    pub kind: AnchorKind,
    /// Where its middle stands, metres east and north of any one place.
    pub at_m: [f64; 2],
    /// Thickness where the line goes, millimetres; of a vehicle, its ring's metal.
    pub size_mm: f64,
    /// Surface id.
    pub surface: String,
    /// Lowest place a line can be tied, metres above the ground at its foot.
    #[serde(default)]
    pub low_m: f64,
    /// Highest place a line can be tied, metres above the ground at its foot.
    pub high_m: f64,
    /// Sound: a tree alive with nothing dead above, a post that does not give.
    pub sound: bool,
}

impl AnchorKind {
    /// As thick as it usually is, millimetres: a trunk, a post, a pole, a ring's metal (common practice).
    pub const fn usual_mm(self) -> f64 {
        match self {
            Self::Tree => 250.0,
            Self::Post => 120.0,
            Self::Peg => 40.0,
            Self::Vehicle => 14.0,
        }
    }
}

impl AnchorDraft {
    /// A sound tree, tied to as high as a person reaches.
    pub fn tree(name: impl Into<String>, at_m: [f64; 2]) -> Self {
        Self {
            name: name.into(),
            kind: AnchorKind::Tree,
            at_m,
            size_mm: AnchorKind::Tree.usual_mm(),
            surface: "bark-rough".into(),
            low_m: 0.0,
            high_m: 2.2,
            sound: true,
        }
    }
}

/// Something a line can be made fast to.
#[derive(Debug, Clone)]
pub struct Anchor {
    /// What it is called.
    pub name: String,
    /// What it is.
    pub kind: AnchorKind,
    /// Where its middle stands, metres east and north.
    pub at_m: [f64; 2],
    /// Thickness where the line goes.
    pub size: Length,
    /// Its surface.
    pub surface: &'static Material,
    /// Lowest tie.
    pub low_m: f64,
    /// Highest tie.
    pub high_m: f64,
    /// Sound.
    pub sound: bool,
}

/// Bending strength of green wood, pascals (wood handbooks, recalled; a band over species).
pub const GREEN_WOOD: Band = Band { low: 30e6, high: 55e6 };
/// Thinnest tree a taut line goes to: an arm's thickness (common practice).
const ARM_MM: f64 = 90.0;
/// A line tied lower than this goes to the picket itself: it wants no pole, metres (common practice).
const ON_THE_PICKET_M: f64 = 0.3;
/// A line below this bends a trunk no less, metres.
const LOWEST_LEVER_M: f64 = 0.3;

/// Least and most thickness of a vehicle's ring, millimetres.
const RING_MM: [f64; 2] = [4.0, 60.0];
/// Least and most thickness of a trunk, post or peg, millimetres.
pub const THICK_MM: [f64; 2] = [10.0, 1500.0];
/// Least and most of the highest tie, metres.
pub const HIGH_M: [f64; 2] = [0.3, 6.0];
/// Least and most of the lowest tie, metres.
pub const LOW_M: [f64; 2] = [0.0, 6.0];
/// Farthest an anchor may stand from where places are counted, metres.
pub const FAR_M: f64 = 500.0;
/// Longest name of an anchor, characters.
pub const NAME_LONG: usize = 60;

impl AnchorDraft {
    /// Reads it; what is out of reason is noted by the thing's own name.
    pub fn read(&self, i: usize, faults: &mut Faults) -> Option<Anchor> {
        let field = |part: &str| format!("anchors.{i}.{part}");
        let name = self.name.trim();
        faults.ask(
            &field("name"),
            (1..=NAME_LONG).contains(&name.chars().count()),
            "Name each anchor in 60 characters.",
        );
        let sizes = if self.kind == AnchorKind::Vehicle { RING_MM } else { THICK_MM };
        let what = if self.kind == AnchorKind::Vehicle { "Metal of the ring on" } else { "Thickness of" };
        faults.within(&field("size_mm"), &format!("{what} {name}"), self.size_mm, sizes, "mm");
        faults.within(&field("high_m"), &format!("Highest tie on {name}"), self.high_m, HIGH_M, "m");
        faults.within(&field("low_m"), &format!("Lowest tie on {name}"), self.low_m, LOW_M, "m");
        let in_order = self.low_m <= self.high_m;
        faults.ask(&field("low_m"), in_order, &format!("The lowest tie on {name} cannot be above the highest."));
        let far = self.at_m.iter().fold(0.0, |a: f64, x| if x.is_finite() { a.max(x.abs()) } else { f64::INFINITY });
        faults.within(&field("at_m"), &format!("Place of {name}"), far, [0.0, FAR_M], "m from where it is counted");
        let surface = surface(&self.surface);
        faults.ask(&field("surface"), surface.is_some(), &format!("Surface of {name}: take one of the list."));
        Some(Anchor {
            name: name.to_owned(),
            kind: self.kind,
            at_m: self.at_m,
            size: Length::from_mm(self.size_mm),
            surface: surface?,
            low_m: self.low_m,
            high_m: self.high_m,
            sound: self.sound,
        })
    }
}

/// What happens to an anchor, and the level pull at its tie from which it may.
#[derive(Debug, Clone, PartialEq)]
pub struct AnchorGives {
    /// In words that go on after its name.
    pub what: &'static str,
    /// Newtons.
    pub bears_n: Band,
}

/// What a trunk or post that stands in the ground bears from a line tied so high, newtons: M = σπd³/32 at its foot.
pub fn stem_bears(thick: Length, tie_m: f64) -> Band {
    GREEN_WOOD.scaled(PI * thick.m().powi(3) / 32.0 / tie_m.max(LOWEST_LEVER_M))
}

impl Anchor {
    /// Half its thickness, where a line leaves it, metres. A picket's pole and a ring are where the line is.
    pub fn face_m(&self) -> f64 {
        match self.kind {
            AnchorKind::Tree | AnchorKind::Post => self.size.m() / 2.0,
            AnchorKind::Peg | AnchorKind::Vehicle => 0.0,
        }
    }

    /// Clear distance from face to face.
    pub fn clear_m(&self, other: &Self) -> f64 {
        let apart = (self.at_m[0] - other.at_m[0]).hypot(self.at_m[1] - other.at_m[1]);
        apart - self.face_m() - other.face_m()
    }

    /// What it bears from a line tied so high. A trunk or post breaks as a pole that stands in the ground, M = σπd³/32; a
    /// picket draws: its backstay, led down at 45°, pulls it with √2 times the line. A vehicle's ring is its maker's affair.
    pub fn gives(&self, tie_m: f64, peg_n: Band) -> Option<AnchorGives> {
        match self.kind {
            AnchorKind::Tree | AnchorKind::Post => {
                let what = if self.kind == AnchorKind::Tree { "bends" } else { "breaks at its foot" };
                Some(AnchorGives { what, bears_n: stem_bears(self.size, tie_m) })
            }
            AnchorKind::Peg if !self.on_a_pole(tie_m) => Some(AnchorGives { what: "draws", bears_n: peg_n }),
            AnchorKind::Peg => {
                Some(AnchorGives { what: "leans in: its backstay’s peg draws", bears_n: peg_n.scaled(FRAC_1_SQRT_2) })
            }
            AnchorKind::Vehicle => None,
        }
    }

    /// A picket that bears a line so high has a pole before it, and a backstay.
    pub fn on_a_pole(&self, tie_m: f64) -> bool {
        self.kind == AnchorKind::Peg && tie_m > ON_THE_PICKET_M
    }

    /// A joint of a line tied so high on it.
    pub fn joint(&self, d: Draft, tie_m: f64) -> Draft {
        match self.kind {
            AnchorKind::Peg if !self.on_a_pole(tie_m) => Draft { shape: Some(Shape::Peg), ..d },
            AnchorKind::Tree | AnchorKind::Post | AnchorKind::Peg => Draft {
                shape: Some(Shape::Post),
                size_mm: Some(self.size.mm().max(30.0)),
                surface: Some(self.surface.id.clone()),
                open_end: Some(self.kind == AnchorKind::Peg),
                ..d
            },
            AnchorKind::Vehicle => Draft { shape: Some(Shape::Ring), size_mm: Some(self.size.mm()), ..d },
        }
    }

    /// What is to be minded of it.
    pub fn remarks(&self) -> Vec<String> {
        let name = capital(&self.name);
        match self.kind {
            AnchorKind::Tree if self.size.mm() < ARM_MM => {
                vec![format!("{name} is thinner than an arm: it will bend. Take a thicker tree.")]
            }
            AnchorKind::Tree | AnchorKind::Peg => Vec::new(),
            AnchorKind::Post => {
                vec![format!("{name}: push it hard before you trust it; nobody knows how deep it stands.")]
            }
            AnchorKind::Vehicle => {
                vec![format!("{name}: brake on, chocked, nobody drives off; its maker rates the ring.")]
            }
        }
    }
}

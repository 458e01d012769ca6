//! Something tethered, as it is said; and the same once it was read.

use crate::object::{Material, surface};
use crate::rig::shared::Called;
use crate::rig::shelter::{Ground, stock};
use crate::rig::{Faults, FieldAt, Quantity};
use crate::situation::{CordDraft, Fault, Shape, UsedCord};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

words!(
    /// What is tethered.
    Held {
        /// An animal, tied up.
        Animal => "animal",
        /// A boat.
        Boat => "boat",
        /// Gear that could drift, roll or fall.
        Gear => "piece of gear",
        /// An animal led behind another.
        Led => "animal led behind another",
    }
);

words!(
    /// What it is tied to.
    TiedTo {
        /// A tree.
        Tree => "a tree",
        /// A post in the ground.
        Post => "a post",
        /// A rail, beam or high line.
        Rail => "a rail",
        /// A ring.
        Ring => "a ring",
        /// A stake driven into the ground.
        Stake => "a stake",
    }
);

words!(
    /// What the line is tied to on it.
    EyeKind {
        /// An eye of rope, as a halter has.
        Soft => "an eye of rope",
        /// A ring of metal.
        Ring => "a metal ring",
        /// A handle or thwart.
        Handle => "a handle",
        /// Its neck.
        Neck => "its neck",
    }
);

words!(
    /// How it is to come off.
    Freed {
        /// As rope, what jerks and who stands by allow.
        Judged => "as the rope allows",
        /// By one pull.
        OnePull => "by one pull, even loaded",
        /// On purpose only.
        Holds => "only on purpose",
    }
);

impl TiedTo {
    /// The shape a hitch finds there.
    pub const fn shape(self) -> Shape {
        match self {
            Self::Rail => Shape::Pipe,
            Self::Ring => Shape::Ring,
            // A stake stands and is round: a post.
            Self::Tree | Self::Post | Self::Stake => Shape::Post,
        }
    }

    /// A line can be walked round it, lap by lap.
    pub const fn walked_round(self) -> bool {
        matches!(self, Self::Tree | Self::Post | Self::Stake)
    }
}

impl EyeKind {
    /// The shape a knot finds there.
    pub const fn shape(self) -> Shape {
        match self {
            Self::Soft => Shape::Eye,
            Self::Ring => Shape::Ring,
            Self::Handle => Shape::Pipe,
            Self::Neck => Shape::Post,
        }
    }
}

/// Something near that a line can be wound round.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct NearThing {
    /// What it is called.
    pub name: String,
    /// From what it is tied to, middle to middle, metres.
    pub at_m: f64,
    /// Thickness, millimetres.
    pub thick_mm: f64,
}

/// Something tethered, as it is said.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct TetherDraft {
    /// What is tethered.
    pub held: Held,
    /// Its mass, kilograms.
    pub mass_kg: f64,
    /// Its length, metres.
    pub long_m: f64,
    /// What it is tied to.
    pub to: TiedTo,
    /// Thickness of that; of a ring, its metal's, millimetres.
    pub to_mm: f64,
    /// Id of its surface.
    pub surface: String,
    /// Height of the tie, over ground or water, metres.
    pub to_high_m: f64,
    /// Of a stake: id of the ground it is driven into.
    pub ground: String,
    /// Of a stake: how deep it is driven, metres.
    pub deep_m: f64,
    /// What the line is tied to on it.
    pub eye: EyeKind,
    /// Thickness of that, millimetres.
    pub eye_mm: f64,
    /// Height of that, over ground or water, metres.
    pub eye_high_m: f64,
    /// Line from the tie to the eye, metres.
    pub line_m: f64,
    /// How far off it stands or lies, from tie to eye along the level, metres.
    pub off_m: f64,
    /// The cord.
    pub cord: CordDraft,
    /// Somebody stands by.
    #[serde(default)]
    pub watched: bool,
    /// How it is to come off.
    pub freed: Freed,
    /// A stopper in the end, so that the tail may be short.
    #[serde(default)]
    pub stopper: bool,
    /// What stands near.
    #[serde(default)]
    pub around: Vec<NearThing>,
    /// Of a boat: by so much the water falls while it lies there, metres.
    #[serde(default)]
    pub falls_m: f64,
    /// Of a boat: by so much it rises, metres.
    #[serde(default)]
    pub rises_m: f64,
    /// Of a boat: Beaufort number of the wind.
    #[serde(default)]
    pub beaufort: u8,
    /// Of a boat: the current, metres a second.
    #[serde(default)]
    pub current_ms: f64,
    /// Of gear: how far it falls before the line is tight, metres.
    #[serde(default)]
    pub fall_m: f64,
    /// Of an animal led: what the weak link is made of.
    pub link: CordDraft,
    /// Times that goes round.
    pub link_turns: usize,
    /// Knots one took oneself, by joint.
    #[serde(default)]
    pub knots: BTreeMap<String, String>,
    /// What one calls what it is made fast to.
    #[serde(default)]
    pub called: Called,
}

/// Something tethered that was read.
#[derive(Debug, Clone)]
pub struct Tether {
    /// As it was said.
    pub said: TetherDraft,
    /// Surface of what it is tied to.
    pub material: &'static Material,
    /// What a stake is driven into.
    pub ground: &'static Ground,
    /// The cord.
    pub cord: UsedCord,
    /// The weak link's.
    pub link: UsedCord,
}

/// Least and most mass, kilograms.
pub const MASS_KG: [f64; 2] = [0.2, 5000.0];
/// Least and most length of what is tethered, metres.
pub const LONG_M: [f64; 2] = [0.1, 12.0];
/// Least and most thickness of what it is tied to, millimetres.
pub const TO_MM: [f64; 2] = [4.0, 1500.0];
/// Least and most thickness of the eye, millimetres.
pub const EYE_MM: [f64; 2] = [4.0, 600.0];
/// Least and most height of tie and eye, metres.
pub const HIGH_M: [f64; 2] = [0.0, 12.0];
/// Least and most depth of a stake, metres.
pub const DEEP_M: [f64; 2] = [0.1, 1.5];
/// Least and most length of the line, metres.
pub const LINE_M: [f64; 2] = [0.2, 60.0];
/// Least and most distance off, metres.
pub const OFF_M: [f64; 2] = [0.0, 60.0];
/// Most fall or rise of the water, metres.
pub const TIDE_M: [f64; 2] = [0.0, 10.0];
/// Highest Beaufort number anything is left tied in.
pub const BEAUFORT: [f64; 2] = [0.0, 10.0];
/// Most current, metres a second.
pub const CURRENT_MS: [f64; 2] = [0.0, 3.0];
/// Most fall of gear, metres.
pub const FALL_M: [f64; 2] = [0.0, 20.0];
/// Least and most turns of a weak link.
pub const LINK_TURNS: [usize; 2] = [1, 6];
/// Least and most distance of a thing near, metres.
pub const AT_M: [f64; 2] = [0.1, 80.0];
/// Least and most thickness of a thing near, millimetres.
pub const NEAR_MM: [f64; 2] = [10.0, 5000.0];
/// Most things near.
pub const AROUND: usize = 8;
/// Longest name of a thing near, characters.
pub const NAME_LONG: usize = 40;

impl TetherDraft {
    /// A work boat on a ring of the landing.
    pub fn usual() -> Self {
        Self {
            held: Held::Boat,
            mass_kg: 220.0,
            long_m: 4.2,
            to: TiedTo::Ring,
            to_mm: 16.0,
            surface: "iron-rough".into(),
            to_high_m: 1.6,
            ground: "turf".into(),
            deep_m: 0.6,
            eye: EyeKind::Ring,
            eye_mm: 12.0,
            eye_high_m: 0.5,
            line_m: 4.0,
            off_m: 1.2,
            cord: CordDraft::of("laid-nylon-12"),
            watched: false,
            freed: Freed::Judged,
            stopper: false,
            around: Vec::new(),
            falls_m: 1.5,
            rises_m: 0.4,
            beaufort: 4,
            current_ms: 0.5,
            fall_m: 0.0,
            link: CordDraft::of("twine-jute-3"),
            link_turns: 2,
            knots: BTreeMap::new(),
            called: Called::new(),
        }
    }

    /// Another thing tethered as it usually is: an animal at a rail, a tool chest on a slope, a string of two.
    pub fn usual_of(held: Held) -> Self {
        let animal = Self {
            held,
            mass_kg: 180.0,
            long_m: 1.6,
            to: TiedTo::Rail,
            to_mm: 100.0,
            surface: "timber-dry".into(),
            to_high_m: 1.3,
            eye: EyeKind::Soft,
            eye_mm: 14.0,
            eye_high_m: 1.1,
            line_m: 1.2,
            off_m: 0.7,
            watched: true,
            ..Self::usual()
        };
        match held {
            Held::Boat => Self::usual(),
            Held::Animal => animal,
            Held::Led => Self {
                to: TiedTo::Ring,
                to_mm: 40.0,
                surface: "iron-rough".into(),
                to_high_m: 1.2,
                line_m: 2.0,
                off_m: 1.5,
                link_turns: 1,
                ..animal
            },
            Held::Gear => Self {
                held,
                mass_kg: 25.0,
                long_m: 0.8,
                to: TiedTo::Tree,
                to_mm: 220.0,
                surface: "bark-rough".into(),
                to_high_m: 1.0,
                eye: EyeKind::Handle,
                eye_mm: 25.0,
                eye_high_m: 0.4,
                line_m: 2.0,
                off_m: 1.5,
                ..Self::usual()
            },
        }
    }

    /// What its line is tied at, in a field's label.
    fn eye_label(&self) -> &'static str {
        match self.held {
            Held::Boat => "Height of its bow over the water",
            Held::Gear => "Height of the place it is tied at",
            Held::Animal | Held::Led => "Height of its halter",
        }
    }

    /// Its numbers.
    pub fn fields(&self) -> Vec<FieldAt> {
        let over = if self.held == Held::Boat { "Height of the tie over the water" } else { "Height of the tie" };
        let mut all = vec![
            FieldAt::new("/mass_kg", "Its mass", Quantity::Mass),
            FieldAt::new("/long_m", "Its length", Quantity::Length),
            FieldAt::new("/to_mm", "Thickness of what it is tied to", Quantity::Thickness),
            FieldAt::new("/to_high_m", over, Quantity::Length),
            FieldAt::new("/eye_mm", "Thickness of the eye", Quantity::Thickness),
            FieldAt::new("/eye_high_m", self.eye_label(), Quantity::Length),
            FieldAt::new("/line_m", "Line from tie to eye", Quantity::Length),
            FieldAt::new("/off_m", "How far off it stands", Quantity::Length),
            FieldAt::diameter("/cord/diameter_mm", "Thickness of the cord", &self.cord),
        ];
        let mut only = |held: Held, at: &str, label: &str, quantity| {
            if self.held == held {
                all.push(FieldAt::new(at, label, quantity));
            }
        };
        only(Held::Boat, "/falls_m", "The water falls by", Quantity::Length);
        only(Held::Boat, "/rises_m", "The water rises by", Quantity::Length);
        only(Held::Boat, "/beaufort", "Beaufort number", Quantity::Count);
        only(Held::Boat, "/current_ms", "Current, metres a second", Quantity::Number);
        only(Held::Gear, "/fall_m", "It falls before the line is tight by", Quantity::Length);
        only(Held::Led, "/link_turns", "Turns of the weak link", Quantity::Count);
        if self.to == TiedTo::Stake {
            all.push(FieldAt::new("/deep_m", "Stake driven in by", Quantity::Length));
        }
        if self.held == Held::Led {
            all.push(FieldAt::diameter("/link/diameter_mm", "Thickness of the link’s cord", &self.link));
        }
        for (i, near) in self.around.iter().enumerate() {
            let name = &near.name;
            all.push(FieldAt::new(format!("/around/{i}/at_m"), format!("{name}, how far off"), Quantity::Length));
            all.push(FieldAt::new(format!("/around/{i}/thick_mm"), format!("{name}, thickness"), Quantity::Thickness));
        }
        all
    }
}

impl Tether {
    /// Reads it.
    ///
    /// # Errors
    /// What is out of reason, and what to change.
    pub fn read(d: &TetherDraft) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults::default();
        faults.within("mass_kg", "Its mass", d.mass_kg, MASS_KG, "kg");
        faults.within("long_m", "Its length", d.long_m, LONG_M, "m");
        faults.within("to_mm", "Thickness of what it is tied to", d.to_mm, TO_MM, "mm");
        faults.within("to_high_m", "Height of the tie", d.to_high_m, HIGH_M, "m");
        faults.within("deep_m", "Stake driven in by", d.deep_m, DEEP_M, "m");
        faults.within("eye_mm", "Thickness of the eye", d.eye_mm, EYE_MM, "mm");
        faults.within("eye_high_m", d.eye_label(), d.eye_high_m, HIGH_M, "m");
        faults.within("line_m", "Line from tie to eye", d.line_m, LINE_M, "m");
        faults.within("off_m", "How far off it stands", d.off_m, OFF_M, "m");
        faults.within("falls_m", "The water falls by", d.falls_m, TIDE_M, "m");
        faults.within("rises_m", "The water rises by", d.rises_m, TIDE_M, "m");
        faults.within("beaufort", "Beaufort number", f64::from(d.beaufort), BEAUFORT, "");
        faults.within("current_ms", "Current", d.current_ms, CURRENT_MS, "m/s");
        faults.within("fall_m", "It falls by", d.fall_m, FALL_M, "m");
        let turns = (LINK_TURNS[0]..=LINK_TURNS[1]).contains(&d.link_turns);
        faults.ask("link_turns", turns, "Turns of the weak link: 1 to 6.");
        let animal = matches!(d.held, Held::Animal | Held::Led);
        faults.ask("eye", animal || d.eye != EyeKind::Neck, "Only an animal has a neck: say what the line is tied to.");
        let led = d.held != Held::Led || matches!(d.to, TiedTo::Ring);
        faults.ask("to", led, "An animal led behind another is tied to a ring of the saddle ahead: take a ring.");
        faults.ask("around", d.around.len() <= AROUND, "Eight things near at most: name what is nearest.");
        for (i, near) in d.around.iter().enumerate() {
            let name = near.name.trim();
            let named = (1..=NAME_LONG).contains(&name.chars().count());
            faults.ask(&format!("around.{i}.name"), named, "Name each thing near in 40 characters.");
            faults.within(&format!("around.{i}.at_m"), &format!("Distance of {name}"), near.at_m, AT_M, "m");
            let thick = format!("Thickness of {name}");
            faults.within(&format!("around.{i}.thick_mm"), &thick, near.thick_mm, NEAR_MM, "mm");
        }
        faults.knots(d.knots.values());
        faults.called(&d.called, &["to"]);
        let material = surface(&d.surface);
        faults.ask("surface", material.is_some(), "Surface of what it is tied to: take one of the list.");
        let ground = stock().grounds.iter().find(|g| g.id == d.ground);
        faults.ask("ground", ground.is_some(), "Ground: take one of the list.");
        let cord = faults.cord("cord", &d.cord);
        let link = faults.cord("link", &d.link);
        let ((material, ground), (cord, link)) = faults.or(material.zip(ground).zip(cord.zip(link)))?;
        Ok(Self { said: d.clone(), material, ground, cord, link })
    }

    /// It is an animal.
    pub const fn animal(&self) -> bool {
        matches!(self.said.held, Held::Animal | Held::Led)
    }

    /// The knot taken by one's own choice at this joint.
    pub fn own_knot(&self, joint: &str) -> Option<&str> {
        self.said.knots.get(joint).map(String::as_str)
    }
}

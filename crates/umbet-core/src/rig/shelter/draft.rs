//! A shelter as it is asked for: the site, the cover, the wish; and the same once it was read.

use super::stock::{CoverKind, Ground, stock};
use crate::rig::anchor::{Anchor, AnchorDraft, AnchorKind};
use crate::rig::tighten::Tighten;
use crate::rig::{Faults, FieldAt, Quantity};
use crate::situation::{CordDraft, Fault, UsedCord};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

words!(
    /// How the cover is set up.
    Pitch {
        /// Over the ridge, both sides down.
        AFrame => "A-frame",
        /// One edge on the ridge, the other at the ground.
        LeanTo => "lean-to",
        /// Spread nearly flat.
        FlatFly => "flat fly",
        /// One pole in front, the back at the ground.
        HalfPyramid => "half pyramid",
        /// One corner up a tree, three at the ground.
        PloughPoint => "plough point",
    }
);

words!(
    /// What the shelter is wanted for.
    Wish {
        /// Cold or wind: as low as one can sit.
        Low => "low, for cold and wind",
        /// At the lowest ribs.
        Usual => "at the lowest ribs",
        /// At eye height, to walk in bent.
        Eye => "at eye height",
        /// High, for shade.
        High => "high, for shade",
    }
);

words!(
    /// What is to give first.
    Gives {
        /// The guy hitch slips and is set again.
        Hitch => "the guy hitch",
        /// The peg draws.
        Peg => "the peg",
        /// The guy parts.
        Guy => "the guy's cord",
        /// The cover's tie point tears.
        TiePoint => "the cover's tie point",
    }
);

/// The sheet.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct CoverDraft {
    /// Id of its kind.
    pub kind: String,
    /// Length, metres; along the ridge.
    pub length_m: f64,
    /// Width, metres; across it.
    pub width_m: f64,
}

/// A shelter as it is asked for.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct ShelterDraft {
    /// What stands there, two at least.
    pub anchors: Vec<AnchorDraft>,
    /// The two the ridge runs between, counted from 0; the best pair when absent.
    #[serde(default)]
    pub between: Option<[usize; 2]>,
    /// The ground rises so much along the ridge, per cent.
    #[serde(default)]
    pub slope_percent: f64,
    /// The ground rises so much across the ridge, to the right of one who looks from the near anchor to the far one, per
    /// cent.
    #[serde(default)]
    pub slope_across_percent: f64,
    /// Id of the ground.
    pub ground: String,
    /// Beaufort number of the mean wind.
    pub beaufort: u8,
    /// Speed of the gusts, m/s; reckoned from the Beaufort number when absent.
    #[serde(default)]
    pub gust_ms: Option<f64>,
    /// Where the wind comes from, degrees from north through east; across the ridge, on the closed side, when absent.
    #[serde(default)]
    pub wind_from_deg: Option<f64>,
    /// How many sit under it.
    pub people: u8,
    /// The sheet.
    pub cover: CoverDraft,
    /// How it is set up.
    pub pitch: Pitch,
    /// How high.
    pub wish: Wish,
    /// The line runs over the cover, which hangs from it.
    #[serde(default)]
    pub line_over: bool,
    /// Two lines, one from each end of the cover, in place of one that runs through.
    #[serde(default)]
    pub split: bool,
    /// Cord of the ridge.
    pub ridge_cord: CordDraft,
    /// Cord of the guys.
    pub guy_cord: CordDraft,
    /// How the ridge is tightened.
    pub tighten: Tighten,
    /// What one pulls with, newtons.
    pub pull_n: f64,
    /// Gear hung on the ridge, newtons.
    #[serde(default)]
    pub gear_n: f64,
    /// What is to give first.
    pub gives: Gives,
    /// Knots taken in place of the first answer, by joint.
    #[serde(default)]
    pub knots: BTreeMap<String, String>,
}

impl ShelterDraft {
    /// The shelter of the demo: the footbridge crew's, for a night, between two trees by the strand.
    pub fn of_the_crew() -> Self {
        let tree = |name: &str, at_m: [f64; 2], size_mm: f64, sound: bool| AnchorDraft {
            name: name.into(),
            kind: AnchorKind::Tree,
            at_m,
            size_mm,
            surface: "bark-rough".into(),
            low_m: 0.0,
            high_m: 2.2,
            sound,
        };
        Self {
            anchors: vec![
                tree("the ash", [0.0, 0.0], 310.0, true),
                tree("the larch", [6.4, 1.9], 240.0, true),
                tree("the dead elm", [3.6, 4.0], 280.0, false),
                tree("the alder", [-0.8, 2.9], 180.0, true),
            ],
            between: None,
            slope_percent: 3.0,
            slope_across_percent: 2.0,
            ground: "turf-wet".into(),
            beaufort: 6,
            gust_ms: None,
            wind_from_deg: None,
            people: 2,
            cover: CoverDraft { kind: "sheet-eyelets".into(), length_m: 3.0, width_m: 2.8 },
            pitch: Pitch::AFrame,
            wish: Wish::Usual,
            line_over: false,
            split: false,
            ridge_cord: CordDraft::of("braid-polyester-6"),
            guy_cord: CordDraft::of("paracord-iii"),
            tighten: Tighten::RoundTurns,
            pull_n: 350.0,
            gear_n: 0.0,
            gives: Gives::Hitch,
            knots: BTreeMap::new(),
        }
    }
}

impl ShelterDraft {
    /// The crew's shelter to begin another from, tightened as the schools preferred would.
    pub fn begun(schools: &[String]) -> Self {
        let prefers = |id: &str| schools.iter().any(|s| s == id);
        let usual = Self::of_the_crew();
        let tighten = match (prefers("tightening-looped"), prefers("tightening-round-turns")) {
            (true, _) => Tighten::Looped,
            (_, true) => Tighten::RoundTurns,
            _ => usual.tighten,
        };
        Self { tighten, ..usual }
    }
}

impl ShelterDraft {
    /// Its numbers.
    pub fn fields(&self) -> Vec<FieldAt> {
        let mut all = vec![
            FieldAt::new("/people", "How many sit under it", Quantity::Count),
            FieldAt::new("/cover/length_m", "Cover along the ridge", Quantity::Length),
            FieldAt::new("/cover/width_m", "Cover across the ridge", Quantity::Length),
            FieldAt::new("/beaufort", "Beaufort number", Quantity::Count),
            FieldAt::new("/slope_percent", "Slope along the ridge", Quantity::PerCent),
            FieldAt::new("/slope_across_percent", "Slope across the ridge", Quantity::PerCent),
            FieldAt::new("/pull_n", "Your pull", Quantity::Pull),
            FieldAt::new("/gear_n", "Gear hung on the ridge", Quantity::Pull),
            FieldAt::diameter("/ridge_cord/diameter_mm", "Thickness of the ridge’s cord", &self.ridge_cord),
            FieldAt::diameter("/guy_cord/diameter_mm", "Thickness of the guys’ cord", &self.guy_cord),
        ];
        for (i, a) in self.anchors.iter().enumerate() {
            let at = |part: &str, label: &str, quantity| {
                FieldAt::new(format!("/anchors/{i}/{part}"), format!("{label} {}", a.name), quantity)
            };
            all.push(at("at_m/0", "East of", Quantity::Length));
            all.push(at("at_m/1", "North of", Quantity::Length));
            all.push(at("size_mm", "Thickness of", Quantity::Thickness));
            all.push(at("low_m", "Lowest tie on", Quantity::Length));
            all.push(at("high_m", "Highest tie on", Quantity::Length));
        }
        all
    }
}

/// A shelter that was read: it cannot be wrong, only impossible.
#[derive(Debug, Clone)]
pub struct Shelter {
    /// What stands there, two at least.
    pub anchors: Vec<Anchor>,
    /// The two the ridge runs between, where they were named.
    pub between: Option<[usize; 2]>,
    /// Rise of the ground along the ridge and across it, metres a metre.
    pub rises: [f64; 2],
    /// The ground.
    pub ground: &'static Ground,
    /// Speed of the gusts, m/s.
    pub gust_ms: f64,
    /// Where the wind comes from, degrees from north through east.
    pub wind_from_deg: Option<f64>,
    /// How many sit under it.
    pub people: u8,
    /// Kind of the cover.
    pub cover: &'static CoverKind,
    /// Length of the cover along the ridge.
    pub length_m: f64,
    /// Width of the cover across it.
    pub width_m: f64,
    /// How it is set up.
    pub pitch: Pitch,
    /// How high.
    pub wish: Wish,
    /// The cover hangs from a line over it.
    pub line_over: bool,
    /// Two lines, one from each end of the cover.
    pub split: bool,
    /// Cord of the ridge.
    pub ridge_cord: UsedCord,
    /// Cord of the guys.
    pub guy_cord: UsedCord,
    /// How the ridge is tightened.
    pub tighten: Tighten,
    /// What one pulls with, newtons.
    pub pull_n: f64,
    /// Gear hung on the ridge, newtons.
    pub gear_n: f64,
    /// What is to give first.
    pub gives: Gives,
    /// As it was said: cords and knots go into its joints as they were named.
    pub said: ShelterDraft,
}

impl Shelter {
    /// Reads a draft.
    ///
    /// # Errors
    /// What is out of reason, thing by thing, and what to write instead.
    pub fn read(d: &ShelterDraft) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults::default();
        site_faults(d, &mut faults);
        let anchors: Option<Vec<Anchor>> = d.anchors.iter().enumerate().map(|(i, a)| a.read(i, &mut faults)).collect();
        let ground = stock().grounds.iter().find(|g| g.id == d.ground);
        faults.ask("ground", ground.is_some(), "Take a ground of the list.");
        let cover = stock().covers.iter().find(|c| c.id == d.cover.kind);
        faults.ask("cover.kind", cover.is_some(), "Take a cover of the list.");
        let ridge_cord = faults.cord("ridge_cord", &d.ridge_cord);
        let guy_cord = faults.cord("guy_cord", &d.guy_cord);
        faults.ask("knots", d.knots.len() <= 40, "Take 40 knots of your own at most.");
        faults.knots(d.knots.values());
        let read = (|| {
            Some(Self {
                anchors: anchors?,
                between: d.between,
                rises: [d.slope_percent / 100.0, d.slope_across_percent / 100.0],
                ground: ground?,
                gust_ms: d.gust_ms.unwrap_or_else(|| crate::statics::wind::gust_of(d.beaufort)),
                wind_from_deg: d.wind_from_deg,
                people: d.people,
                cover: cover?,
                length_m: d.cover.length_m,
                width_m: d.cover.width_m,
                pitch: d.pitch,
                wish: d.wish,
                line_over: d.line_over,
                split: d.split && d.pitch.needs_two_anchors(),
                ridge_cord: ridge_cord?,
                guy_cord: guy_cord?,
                tighten: d.tighten,
                pull_n: d.pull_n,
                gear_n: d.gear_n,
                gives: d.gives,
                said: d.clone(),
            })
        })();
        faults.or(read)
    }

    /// The knot one took oneself for a joint.
    pub fn own_knot(&self, joint: &str) -> Option<&str> {
        self.said.knots.get(joint).map(String::as_str)
    }
}

/// Least and most slope of the ground, per cent.
pub const SLOPE_PERCENT: [f64; 2] = [-40.0, 40.0];
/// Bearings, degrees.
pub const BEARING_DEG: [f64; 2] = [0.0, 360.0];
/// Gusts, metres a second.
pub const GUST_MS: [f64; 2] = [0.0, 60.0];
/// Least and most side of a cover, metres.
pub const COVER_M: [f64; 2] = [1.2, 12.0];
/// Least and most a person pulls, newtons.
pub const PULL_N: [f64; 2] = [20.0, 1500.0];
/// Gear hung on the ridge, newtons.
pub const GEAR_N: [f64; 2] = [0.0, 2000.0];
/// The Beaufort scale.
pub const BEAUFORT: [f64; 2] = [0.0, 12.0];
/// Most who sit under it.
pub const PEOPLE: u8 = 12;
/// Most things to tie to.
pub const ANCHORS: usize = 12;

/// Numbers of the site, the cover and the person.
fn site_faults(d: &ShelterDraft, faults: &mut Faults) {
    let least = if d.pitch.needs_two_anchors() { 2 } else { 1 };
    let says = if least == 2 {
        "A ridge runs between two: name two to twelve things to tie to."
    } else {
        "Name one to twelve things to tie to."
    };
    faults.ask("anchors", (least..=ANCHORS).contains(&d.anchors.len()), says);
    if let Some([a, b]) = d.between {
        let known = a != b && a.max(b) < d.anchors.len();
        faults.ask("between", known, "Name two different anchors of the list, counted from 0.");
    }
    faults.within("slope_percent", "Slope along the ridge", d.slope_percent, SLOPE_PERCENT, "%");
    faults.within("slope_across_percent", "Slope across the ridge", d.slope_across_percent, SLOPE_PERCENT, "%");
    if let Some(v) = d.wind_from_deg {
        faults.within("wind_from_deg", "Bearing the wind comes from", v, BEARING_DEG, "degrees");
    }
    faults.ask("beaufort", f64::from(d.beaufort) <= BEAUFORT[1], "Beaufort number: 0 to 12.");
    if let Some(v) = d.gust_ms {
        faults.within("gust_ms", "Speed of the gusts", v, GUST_MS, "m/s");
    }
    faults.ask("people", (1..=PEOPLE).contains(&d.people), "Sitters under it: 1 to 12.");
    faults.within("cover.length_m", "Length of the cover", d.cover.length_m, COVER_M, "m");
    faults.within("cover.width_m", "Width of the cover", d.cover.width_m, COVER_M, "m");
    faults.within("pull_n", "Your pull", d.pull_n, PULL_N, "N");
    faults.within("gear_n", "Gear on the ridge", d.gear_n, GEAR_N, "N");
}

impl Pitch {
    /// The ridge runs from anchor to anchor.
    pub const fn needs_two_anchors(self) -> bool {
        matches!(self, Self::AFrame | Self::LeanTo | Self::FlatFly)
    }
}

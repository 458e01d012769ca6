//! A shelter as it is asked for: the site, the cover, the wish.

use crate::situation::{CordDraft, Fault};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

words!(
    /// What a ridgeline is made fast to.
    AnchorKind {
        /// A tree.
        Tree => "tree",
        /// A post.
        Post => "post",
        /// A vehicle's ring or rail.
        Vehicle => "vehicle",
        /// A long peg or picket with a pole before it.
        Peg => "peg and pole",
    }
);

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
        /// High, for shade.
        High => "high, for shade",
    }
);

words!(
    /// How the ridge is tightened.
    Tighten {
        /// Two round turns walked round the anchor and a slipped hitch.
        RoundTurns => "by two round turns walked round it",
        /// Through a loop in the line and round the anchor.
        Looped => "through a loop and round it",
        /// By hand, and hitched.
        ByHand => "by hand, and hitched",
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

/// Something a ridgeline can be made fast to.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Anchor {
    /// What it is called.
    pub name: String,
    /// What it is.
    pub kind: AnchorKind,
    /// Where its middle stands, metres east and north of any one place.
    pub at_m: [f64; 2],
    /// Thickness where the line goes, millimetres.
    pub size_mm: f64,
    /// Surface id.
    pub surface: String,
    /// Lowest place a line can be tied, metres above the ground at its foot.
    #[serde(default)]
    pub low_m: f64,
    /// Highest place a line can be tied, metres above the ground at its foot.
    pub high_m: f64,
    /// Alive and sound, nothing dead above.
    pub sound: bool,
}

/// The sheet.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Cover {
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
    pub anchors: Vec<Anchor>,
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
    pub cover: Cover,
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
        let tree = |name: &str, at_m: [f64; 2], size_mm: f64, sound: bool| Anchor {
            name: name.into(),
            kind: AnchorKind::Tree,
            at_m,
            size_mm,
            surface: "bark-rough".into(),
            low_m: 0.0,
            high_m: 2.2,
            sound,
        };
        let cord =
            |kind: &str| CordDraft { kind: kind.into(), diameter_mm: None, wet: false, worn: false, raw_end: false };
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
            cover: Cover { kind: "sheet-eyelets".into(), length_m: 3.0, width_m: 2.8 },
            pitch: Pitch::AFrame,
            wish: Wish::Usual,
            line_over: false,
            split: false,
            ridge_cord: cord("braid-polyester-6"),
            guy_cord: cord("paracord-iii"),
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

/// A hank of cord that could serve.
#[derive(Debug, Clone, PartialEq)]
pub struct Hank {
    /// What it is called.
    pub name: String,
    /// Id of its kind.
    pub kind: String,
    /// Its length, metres.
    pub length_m: f64,
}

impl ShelterDraft {
    /// What is out of reason, field by field, and what to write instead.
    pub fn faults(&self) -> Vec<Fault> {
        let mut all = Faults(Vec::new());
        all.ask("anchors", (2..=12).contains(&self.anchors.len()), "Name two to twelve things to tie to.");
        for (i, a) in self.anchors.iter().enumerate() {
            let field = |part: &str| format!("anchors.{i}.{part}");
            all.ask(&field("name"), (1..=60).contains(&a.name.trim().chars().count()), "Name it in 60 characters.");
            all.within(&field("size_mm"), a.size_mm, 10.0, 1500.0, "mm");
            all.within(&field("high_m"), a.high_m, 0.3, 6.0, "m");
            all.within(&field("low_m"), a.low_m, 0.0, 6.0, "m");
            all.ask(&field("low_m"), a.low_m <= a.high_m, "The lowest tie cannot be above the highest.");
            all.within(&field("at_m"), a.at_m[0].abs().max(a.at_m[1].abs()), 0.0, 500.0, "m");
            all.ask(&field("surface"), crate::object::surface(&a.surface).is_some(), "Take a surface of the list.");
        }
        if let Some([a, b]) = self.between {
            let known = a != b && a.max(b) < self.anchors.len();
            all.ask("between", known, "Name two different anchors of the list, counted from 0.");
        }
        all.within("slope_percent", self.slope_percent, -40.0, 40.0, "%");
        all.within("slope_across_percent", self.slope_across_percent, -40.0, 40.0, "%");
        if let Some(v) = self.wind_from_deg {
            all.within("wind_from_deg", v, 0.0, 360.0, "degrees");
        }
        all.ask("ground", super::stock().grounds.iter().any(|g| g.id == self.ground), "Take a ground of the list.");
        all.ask("beaufort", self.beaufort <= 12, "Beaufort numbers go from 0 to 12.");
        if let Some(v) = self.gust_ms {
            all.within("gust_ms", v, 0.0, 60.0, "m/s");
        }
        all.ask("people", (1..=12).contains(&self.people), "One to twelve can sit under it.");
        let kind = super::stock().covers.iter().any(|c| c.id == self.cover.kind);
        all.ask("cover.kind", kind, "Take a cover of the list.");
        all.within("cover.length_m", self.cover.length_m, 1.2, 12.0, "m");
        all.within("cover.width_m", self.cover.width_m, 1.2, 12.0, "m");
        all.within("pull_n", self.pull_n, 20.0, 1500.0, "N");
        all.within("gear_n", self.gear_n, 0.0, 2000.0, "N");
        for (field, c) in [("ridge_cord", &self.ridge_cord), ("guy_cord", &self.guy_cord)] {
            all.ask(field, crate::cord::cord(&c.kind).is_some(), "No such cord. Take one of the list of cords.");
        }
        let known = |k: &String| crate::knot::catalogue().find(k).is_some();
        all.ask("knots", self.knots.len() <= 40 && self.knots.values().all(known), "Take knots of the catalogue.");
        all.0
    }
}

struct Faults(Vec<Fault>);

impl Faults {
    fn ask(&mut self, field: &str, good: bool, says: &str) {
        if !good {
            self.0.push(Fault { field: field.into(), says: says.into() });
        }
    }
    fn within(&mut self, field: &str, v: f64, least: f64, most: f64, unit: &str) {
        let good = v.is_finite() && (least..=most).contains(&v);
        // The unit is said behind: it need not be in the name.
        let name =
            ["_mm", "_ms", "_m", "_n", "_deg", "_percent"].iter().find_map(|u| field.strip_suffix(u)).unwrap_or(field);
        self.ask(field, good, &format!("Give {} between {least} and {most} {unit}.", name.replace(['.', '_'], " ")));
    }
}

//! One line between two anchors, set up by hand: what the pull reaches, how it sags, what yields first.
//!
//! Every figure is a band: friction at the loop and the anchor, and how much the cord stretches, are known
//! only between two ends.

use super::faults::Faults;
use super::faults::Impossible;
use super::fields::{FieldAt, Quantity};
use super::part::Part;
use super::plan::{Drawing, Given, Named, Planned, Planner, Rig, RigDraft, RigPlan};
use super::tighten::{AT_ANCHOR, Reach, Tighten, reaches, set_by, stiffness};
use super::working::{KEPT, LEAST_MARGIN};
use super::working::{LineWork, Strained};
use crate::draw::{Elevation, elevation};
use crate::situation::{CordDraft, Fault, Habits, UsedCord};
use crate::statics::line::{Line, Load, Loaded};
use crate::statics::wind::{gust_of, pressure};
use crate::units::{Band, Force, Length, Reader};
use serde::{Deserialize, Serialize};

/// One line between two anchors.
pub const PLANNER: Planner = Planner::of::<LineDraft>("line", "A line between two anchors");

impl RigDraft for LineDraft {
    type Read = LineAsk;
    type Choices = LineStock;

    fn begun(_habits: &Habits) -> Self {
        Self::usual()
    }

    fn choices() -> Self::Choices {
        LineStock { tightenings: Tighten::named() }
    }

    fn taken(&self) -> Result<Self::Read, Vec<Fault>> {
        LineAsk::read(self)
    }

    fn numbers(&self) -> Vec<FieldAt> {
        self.fields()
    }
}

/// What there is to choose from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LineStock {
    /// Ways of tightening.
    pub tightenings: Vec<Named>,
}

/// What hangs on it.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case", deny_unknown_fields)]
pub enum Hung {
    /// Gear in one place.
    Gear {
        /// Its weight, newtons.
        n: f64,
        /// Where: 0 at the near anchor, 1 at the far one.
        at: f64,
    },
    /// A cover in the wind.
    Cover {
        /// Square metres.
        area_m2: f64,
        /// Beaufort number of the mean wind.
        beaufort: u8,
    },
}

/// A line as it is asked about.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct LineDraft {
    /// Level distance of the anchors, metres.
    pub span_m: f64,
    /// How much higher the far anchor is, metres.
    #[serde(default)]
    pub rise_m: f64,
    /// The cord.
    pub cord: CordDraft,
    /// How it is drawn tight.
    pub tighten: Tighten,
    /// The person's pull, newtons.
    pub pull_n: f64,
    /// What hangs on it.
    pub hung: Hung,
}

/// A line that was read.
#[derive(Debug, Clone)]
pub struct LineAsk {
    /// Level distance of the anchors.
    pub span_m: f64,
    /// How much higher the far anchor is.
    pub rise_m: f64,
    /// The cord.
    pub cord: UsedCord,
    /// How it is drawn tight.
    pub tighten: Tighten,
    /// The person's pull, newtons.
    pub pull_n: f64,
    /// What hangs on it.
    pub hung: Hung,
}

/// What only a line's plan has.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LineFacts {
    /// What each way of tightening reaches.
    pub reaches: Vec<Reach>,
    /// Sag below the straight line between the anchors, metres.
    pub sag_m: Band,
    /// Pull on the anchor that bears more, newtons.
    pub anchor_n: Band,
}

/// Drag of a flat cover across the wind; lee and shape make it less or more.
const DRAG: Band = Band { low: 0.8, high: 1.3 };
/// Weight of its cloth, N/m².
const CLOTH: f64 = 5.0;
/// Sag beyond this share of the span is slack rather than a line.
const SLACK: f64 = 0.25;

impl LineDraft {
    /// A cover on eight metres.
    pub fn usual() -> Self {
        Self {
            span_m: 8.0,
            rise_m: 0.0,
            cord: CordDraft {
                kind: "braid-polyester-6".into(),
                diameter_mm: None,
                wet: false,
                worn: false,
                raw_end: false,
            },
            tighten: Tighten::Looped,
            pull_n: 250.0,
            hung: Hung::Cover { area_m2: 9.0, beaufort: 4 },
        }
    }
}

impl LineDraft {
    /// Its numbers.
    fn fields(&self) -> Vec<FieldAt> {
        let mut all = vec![
            FieldAt::new("/span_m", "Span", Quantity::Length),
            FieldAt::new("/rise_m", "How much higher the far end is", Quantity::Length).or(0.0),
            FieldAt::diameter("/cord/diameter_mm", "Thickness of the cord", &self.cord),
            FieldAt::new("/pull_n", "Your pull", Quantity::Pull),
        ];
        all.extend(match self.hung {
            Hung::Gear { .. } => [
                FieldAt::new("/hung/gear/n", "Weight of the gear", Quantity::Pull),
                FieldAt::new("/hung/gear/at", "Where, as a share of the span", Quantity::Number),
            ],
            Hung::Cover { .. } => [
                FieldAt::new("/hung/cover/area_m2", "Cover, square metres", Quantity::Number),
                FieldAt::new("/hung/cover/beaufort", "Beaufort number", Quantity::Count),
            ],
        });
        all
    }
}

/// Least and most span, metres.
pub const SPAN_M: [f64; 2] = [1.0, 60.0];
/// Least and most rise of the far end, metres.
pub const RISE_M: [f64; 2] = [-10.0, 10.0];
/// Least and most a person pulls, newtons.
pub const PULL_N: [f64; 2] = [10.0, 1500.0];

impl LineAsk {
    /// Reads it.
    ///
    /// # Errors
    /// What is out of reason, and what to change.
    pub fn read(d: &LineDraft) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults::default();
        faults.within("span_m", "Span", d.span_m, SPAN_M, "m");
        faults.within("rise_m", "Rise of the far end", d.rise_m, RISE_M, "m");
        faults.within("pull_n", "Your pull", d.pull_n, PULL_N, "N");
        match d.hung {
            Hung::Gear { n, at } => {
                faults.within("hung.n", "Weight of the gear", n, [1.0, 5000.0], "N");
                faults.within("hung.at", "Place of the gear", at, [0.05, 0.95], "of the span");
            }
            Hung::Cover { area_m2, beaufort } => {
                faults.within("hung.area_m2", "The cover", area_m2, [0.5, 60.0], "m²");
                faults.within("hung.beaufort", "Beaufort number", f64::from(beaufort), [0.0, 12.0], "");
            }
        }
        let steep = "The anchors are nearer than they are unlike in height: that is a hoist, not a line.";
        faults.ask("rise_m", d.rise_m.abs() <= d.span_m, steep);
        let cord = faults.cord("cord", &d.cord);
        let &LineDraft { span_m, rise_m, tighten, pull_n, hung, .. } = d;
        faults.or(cord.map(|cord| Self { span_m, rise_m, cord, tighten, pull_n, hung }))
    }

    /// At rest, for both ends of every band.
    fn states(&self, hung: Hung) -> Vec<Loaded> {
        let (set, stiff) = (set_by(self.tighten, &self.cord, self.pull_n), stiffness(&self.cord));
        let loads = match hung {
            Hung::Gear { n, at } => vec![Load::point(n, at)],
            Hung::Cover { area_m2, beaufort } => wind_load(area_m2, beaufort).map(Load::spread).into(),
        };
        let mut all = Vec::new();
        for load in loads {
            for set_n in [set.low, set.high] {
                for stiffness_n in [stiff.low, stiff.high] {
                    let (span_m, rise_m, set_n) = (self.span_m, self.rise_m, set_n.max(1.0));
                    all.push(Line { span_m, rise_m, set_n, stiffness_n, unyielding: None }.loaded(load));
                }
            }
        }
        all
    }

    /// The figures.
    pub fn facts(&self, reader: &Reader) -> LineFacts {
        let states = self.states(self.hung);
        LineFacts {
            reaches: reaches(&self.cord, self.pull_n, reader),
            sag_m: Band::over(states.iter().map(|s| s.sag_m)),
            anchor_n: Band::over(states.iter().map(hardest)),
        }
    }

    /// Up to which wind the cord keeps what is wanted in hand.
    fn as_the_wind_rises(&self, area_m2: f64) -> String {
        let bears = self.cord.at_knot(KEPT).low;
        let keeps = |beaufort: &u8| {
            let states = self.states(Hung::Cover { area_m2, beaufort: *beaufort });
            bears / states.iter().map(hardest).fold(0.0, f64::max) >= LEAST_MARGIN
        };
        match (0..=12u8).take_while(keeps).last() {
            Some(12) => "Up to Beaufort 12 the cord keeps a fifth in hand; the cover and its pegs will not.".to_owned(),
            Some(n) => format!("Up to Beaufort {n} the cord is used to a fifth of its strength or less."),
            None => "Even in still air the cord is used to more than a fifth of its strength.".to_owned(),
        }
    }

    fn change(&self, sag: Band, cord: &Part, reader: &Reader) -> Vec<String> {
        let mut all = Vec::new();
        if sag.high > SLACK * self.span_m {
            let low = reader.length(Length::from_m(sag.high));
            all.push(format!(
                "It may hang {low} low: too slack for a line. Pull harder, bring the anchors nearer, or hang less on it."
            ));
        }
        let (part, work) = (cord, LineWork::Strung);
        let or = "let it sag more, or hang less on it";
        all.extend(Strained { part, cord: &self.cord, work, least: LEAST_MARGIN, name: "the line", or }.says(reader));
        if self.cord.wet && self.cord.kind.material == "nylon" {
            all.push("Nylon stretches wet: tighten it again after the first rain.".into());
        }
        all
    }

    fn looks(&self, facts: &LineFacts, given: &Given<'_>) -> Elevation {
        let reader = given.reader;
        let (at, load) = match self.hung {
            Hung::Gear { n, at } => (Some(at), reader.force(Force::from_n(n))),
            Hung::Cover { area_m2, beaufort } => (None, format!("cover {}, Beaufort {beaufort}", reader.area(area_m2))),
        };
        Elevation {
            size: [given.width, 400.0],
            span_m: self.span_m,
            rise_m: self.rise_m,
            sag_m: [facts.sag_m.low, facts.sag_m.high],
            at,
            words: [
                reader.length(Length::from_m(self.span_m)),
                lengths(facts.sag_m, reader),
                format!("up to {}", reader.force(Force::from_n(facts.anchor_n.high))),
                load,
            ],
        }
    }
}

impl Rig for LineAsk {
    fn lines(&self) -> Vec<(&UsedCord, LineWork)> {
        vec![(&self.cord, LineWork::Strung)]
    }

    fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
        let reader = given.reader;
        let facts = self.facts(reader);
        let bears = self.cord.at_knot(KEPT);
        let cord =
            Part::judged("cord", "the cord parts at its knot", bears, facts.anchor_n, "the load puts", "", reader);
        let mut measures = vec![
            format!("It hangs {} below the straight line, est.", lengths(facts.sag_m, reader)),
            format!("The anchor that bears more is pulled with {}, est.", reader.forces(facts.anchor_n)),
        ];
        if let Hung::Cover { area_m2, .. } = self.hung {
            measures.push(self.as_the_wind_rises(area_m2));
        }
        let change = self.change(facts.sag_m, &cord, reader);
        let drawings = vec![Drawing { id: "side", name: "Side", scene: elevation(&self.looks(&facts, given)) }];
        let plan = RigPlan {
            said: format!("A line of {} over {}.", self.cord.said(reader), reader.length(Length::from_m(self.span_m))),
            measures,
            parts: vec![cord],
            change,
            cautions: vec![
                "Stand clear of a tight line; never straddle it. Never hang a person from it.".into(),
                "Estimates: the maker’s rating and local rules decide.".into(),
            ],
            known_from: self.known_from(),
            ..RigPlan::default()
        };
        let own = serde_json::to_value(&facts).unwrap_or_default();
        Ok(Planned { plan, drawings, own })
    }
}

impl LineAsk {
    fn known_from(&self) -> Vec<String> {
        let on_itself = self.cord.kind.on_itself;
        vec![
            "Purchase: P(1 + e₁ + e₁e₂), e = exp(−μπ) (Euler–Eytelwein).".to_owned(),
            format!(
                "Friction: rope on itself {:.2} to {:.2}, round the anchor {:.1} to {:.1} (handbooks, a band).",
                on_itself.low, on_itself.high, AT_ANCHOR.low, AT_ANCHOR.high
            ),
            "Sag: forces balance and the line is as long as its tension stretches it.".to_owned(),
            "Wind: v = 0.836 B^1.5 m/s (WMO), gusts 1.4 times that (handbooks, recalled), q = ½ρv².".to_owned(),
        ]
    }
}

fn hardest(s: &Loaded) -> f64 {
    s.ends_n[0].max(s.ends_n[1])
}

/// The gusts' pressure on a cover, half of it borne by the line, with its cloth; never quite nothing.
fn wind_load(area_m2: f64, beaufort: u8) -> [f64; 2] {
    let q = pressure(gust_of(beaufort));
    [DRAG.low, DRAG.high].map(|c| (0.5 * c * q * area_m2).hypot(CLOTH * area_m2).max(1.0))
}

fn lengths(b: Band, reader: &Reader) -> String {
    reader.lengths(Length::from_m(b.low), Length::from_m(b.high))
}

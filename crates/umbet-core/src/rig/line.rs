//! One line between two anchors, set up by hand: what the pull reaches, how it sags, what yields first.
//!
//! Every figure is a band: friction at the loop and the anchor, and how much the cord stretches, are known
//! only between two ends.

use crate::cord::Cord;
use crate::statics::line::{Line, Load, Loaded};
use crate::statics::purchase::looped_band;
use crate::statics::wind::{beaufort_speed, pressure};
use crate::units::{Band, Force, Length, Reader};
use serde::{Deserialize, Serialize};

/// How it is drawn tight.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Method {
    /// Pulled by hand and hitched.
    ByHand,
    /// A loop in the line, the end round the anchor and back through it.
    Looped,
    /// Two round turns walked round the anchor, which keep what was pulled while it is hitched.
    RoundTurns,
}

/// What hangs on it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Hung {
    /// Gear in one place: newtons, and where as a share of the span.
    Gear(f64, f64),
    /// A cover: square metres, and the Beaufort number of the wind on it.
    Cover(f64, u8),
}

/// What is asked.
#[derive(Debug, Clone)]
pub struct Ask {
    /// Level distance of the anchors.
    pub span_m: f64,
    /// How much higher the far anchor is.
    pub rise_m: f64,
    /// The cord.
    pub cord: &'static Cord,
    /// It is wet.
    pub wet: bool,
    /// How it is drawn tight.
    pub method: Method,
    /// The person's pull, newtons.
    pub pull_n: f64,
    /// What hangs on it.
    pub hung: Hung,
}

/// One method and what it reaches.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Reach {
    /// The method.
    pub method: Method,
    /// Tension in the line, newtons, an estimate.
    pub set_n: Band,
    /// The same in a sentence.
    pub says: String,
}

/// What would give, and when.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Yields {
    /// What gives.
    pub what: String,
    /// How many times the load it bears.
    pub margin: Band,
    /// In a sentence.
    pub says: String,
}

/// The line at rest.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Plan {
    /// What each method reaches.
    pub reaches: Vec<Reach>,
    /// Sag below the straight line between the anchors, metres.
    pub sag_m: Band,
    /// Pull on the anchor that bears more, newtons.
    pub anchor_n: Band,
    /// What gives first, worst first.
    pub yields: Vec<Yields>,
    /// What to change, where something is out of reason.
    pub change: Vec<String>,
    /// Sources and assumptions.
    pub known_from: Vec<String>,
}

/// Friction of rope round a tree or post (engineering handbooks, recalled; a band).
const AT_ANCHOR: Band = Band { low: 0.3, high: 0.6 };
/// Share of a cord's strength kept at the weakest knot of such a line (rescue-rope manuals, recalled).
pub(super) const KEPT: Band = Band { low: 0.6, high: 0.7 };
/// Drag of a flat cover across the wind; lee and shape make it less or more.
const DRAG: Band = Band { low: 0.8, high: 1.3 };
/// Least margin on the cord at its knot (common practice for gear: a fifth of the strength).
const LEAST_MARGIN: f64 = 5.0;
/// Sag beyond this share of the span is slack rather than a line.
const SLACK: f64 = 0.25;

/// Works out the line.
pub fn plan(ask: &Ask, reader: &Reader) -> Plan {
    let reaches: Vec<Reach> = reaches(ask.cord, ask.wet, ask.pull_n, reader);
    let set = reaches.iter().find(|r| r.method == ask.method).map_or(Band::new(0.0, 0.0), |r| r.set_n);
    let states = states(ask, set, ask.hung);
    let sag_m = band(states.iter().map(|s| s.sag_m));
    let anchor_n = band(states.iter().map(|s| s.ends_n[0].max(s.ends_n[1])));
    let yields = yields(ask, anchor_n, set, reader);
    let change = change(ask, sag_m, &yields, reader);
    let known_from = vec![
        "Purchase: P(1 + e₁ + e₁e₂), e = exp(−μπ) (Euler–Eytelwein).".to_owned(),
        format!(
            "Friction: rope on itself {:.2} to {:.2}, round the anchor {:.1} to {:.1} (handbooks, a band).",
            ask.cord.on_itself.low, ask.cord.on_itself.high, AT_ANCHOR.low, AT_ANCHOR.high
        ),
        "Sag: forces balance and the line is as long as its tension stretches it.".to_owned(),
        "Wind: v = 0.836 B^1.5 m/s (WMO), q = ½ρv².".to_owned(),
    ];
    Plan { reaches, sag_m, anchor_n, yields, change, known_from }
}

pub(super) fn band(values: impl Iterator<Item = f64>) -> Band {
    let (low, high) = values.fold((f64::MAX, f64::MIN), |(a, b), v| (a.min(v), b.max(v)));
    Band { low, high }
}

/// What each method reaches with this pull.
pub(super) fn reaches(cord: &Cord, wet: bool, pull_n: f64, reader: &Reader) -> Vec<Reach> {
    [Method::ByHand, Method::Looped, Method::RoundTurns].map(|m| reach(cord, wet, pull_n, m, reader)).into()
}

fn reach(cord: &Cord, wet: bool, pull_n: f64, method: Method, reader: &Reader) -> Reach {
    let wet = if wet { cord.wet_grip } else { 1.0 };
    let set_n = match method {
        // What is held while the hitch is made: some of it is always lost (common practice).
        Method::ByHand => Band::new(0.6 * pull_n, 0.9 * pull_n),
        // The turns hold it meanwhile: next to nothing is lost (common practice).
        Method::RoundTurns => Band::new(0.85 * pull_n, pull_n),
        Method::Looped => looped_band(pull_n, cord.on_itself.scaled(wet), AT_ANCHOR.scaled(wet)),
    };
    let words = |f: f64| reader.force(Force::from_n(f));
    let (low, high) = (words(set_n.low), words(set_n.high));
    let says = match method {
        Method::ByHand => format!("Pulled by hand and hitched: {low} to {high} stay in the line."),
        Method::RoundTurns => {
            format!("Two round turns walked round the anchor: {low} to {high}, kept while you hitch.")
        }
        Method::Looped => format!(
            "Through a loop and round the anchor: {low} to {high}, {:.1} to {:.1} times your pull, not 3.",
            set_n.low / pull_n,
            set_n.high / pull_n
        ),
    };
    Reach { method, set_n, says }
}

/// The line's stiffness: its stretch is reached somewhere between a fifth of its strength and all of it.
pub(super) fn stiffness(cord: &Cord) -> Band {
    let stretch = cord.stretch_percent / 100.0;
    Band::new(0.2 * cord.strength_n.low / stretch, cord.strength_n.high / stretch)
}

/// At rest, for both ends of both bands, and of the load's.
fn states(ask: &Ask, set: Band, hung: Hung) -> Vec<Loaded> {
    let stiff = stiffness(ask.cord);
    let loads = match hung {
        Hung::Gear(n, at) => vec![Load::Point { n, at }],
        Hung::Cover(area, number) => wind_load(area, number).map(Load::Spread).into(),
    };
    let mut all = Vec::new();
    for load in loads {
        for set_n in [set.low, set.high] {
            for stiffness_n in [stiff.low, stiff.high] {
                let line = Line { span_m: ask.span_m, rise_m: ask.rise_m, set_n: set_n.max(1.0), stiffness_n };
                all.push(line.loaded(load));
            }
        }
    }
    all
}

/// Wind on a cover, half of it borne by the ridge line, with 5 N/m² of cloth; never quite nothing.
fn wind_load(area: f64, number: u8) -> [f64; 2] {
    let q = pressure(beaufort_speed(number));
    [DRAG.low, DRAG.high].map(|c| (0.5 * c * q * area).hypot(5.0 * area).max(1.0))
}

fn strength_at_knot(ask: &Ask) -> Band {
    let wet = if ask.wet { ask.cord.wet_strength } else { 1.0 };
    Band::new(ask.cord.strength_n.low * KEPT.low * wet, ask.cord.strength_n.high * KEPT.high * wet)
}

fn yields(ask: &Ask, anchor_n: Band, set: Band, reader: &Reader) -> Vec<Yields> {
    let strength = strength_at_knot(ask);
    let margin = Band::new(strength.low / anchor_n.high, strength.high / anchor_n.low);
    let mut all = vec![Yields {
        what: "The cord at its knot".into(),
        margin,
        says: format!(
            "The cord at its knot bears {} to {}: {:.1} to {:.1} times its pull.",
            reader.force(Force::from_n(strength.low)),
            reader.force(Force::from_n(strength.high)),
            margin.low,
            margin.high
        ),
    }];
    if let Hung::Cover(area, _) = ask.hung {
        let bears = |n: &u8| {
            let worst = states(ask, set, Hung::Cover(area, *n))
                .iter()
                .map(|s| s.ends_n[0].max(s.ends_n[1]))
                .fold(0.0, f64::max);
            strength.low / worst >= LEAST_MARGIN
        };
        let says = match (0..=12u8).take_while(bears).last() {
            Some(12) => "Up to Beaufort 12 the cord keeps a fifth in hand; the cover and its pegs will not.".to_owned(),
            Some(n) => format!("Up to Beaufort {n} the cord is used to a fifth of its strength or less."),
            None => "Even in still air the cord is used to more than a fifth of its strength.".to_owned(),
        };
        all.push(Yields { what: "As the wind rises".into(), margin, says });
    }
    all
}

fn change(ask: &Ask, sag: Band, yields: &[Yields], reader: &Reader) -> Vec<String> {
    let mut all = Vec::new();
    if sag.high > SLACK * ask.span_m {
        let low = reader.length(Length::from_m(sag.high));
        all.push(format!(
            "It may hang {low} low: too slack for a line. Pull harder, bring the anchors nearer, or hang less on it."
        ));
    }
    if yields.first().is_some_and(|y| y.margin.low < LEAST_MARGIN) {
        all.push("The cord at its knot is used to more than a fifth: take thicker cord, let it sag more, or hang less on it.".into());
    }
    if ask.wet && ask.cord.material == "nylon" {
        all.push("Nylon stretches wet: tighten it again after the first rain.".into());
    }
    all
}

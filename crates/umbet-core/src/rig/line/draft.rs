//! A line as it is asked about, read.

use super::super::fields::{FieldAt, Quantity};
use super::super::tighten::Tighten;
use super::Carried;
use crate::cord::{Construction, cord};
use crate::rig::Faults;
use crate::rig::shared::Called;
use crate::situation::{CordDraft, Fault, UsedCord};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

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
    /// Gear on loops along it.
    Loops {
        /// How many.
        count: u32,
        /// Weight on each, newtons.
        n: f64,
        /// From loop to loop, metres.
        apart_m: f64,
    },
    /// A spreader it runs through, kept in its place by a stopper at either side.
    Spreader {
        /// Its weight with what hangs from it, newtons.
        n: f64,
        /// Where: 0 at the near anchor, 1 at the far one.
        at: f64,
        /// The hole the line runs through, millimetres.
        hole_mm: f64,
    },
    /// A tool roll hung open by ties along its edge.
    Roll {
        /// Ties.
        ties: u32,
        /// Its weight with the tools, newtons.
        n: f64,
        /// As wide as it hangs open, metres.
        wide_m: f64,
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
    /// The cord at either end, where the line itself is wire.
    #[serde(default = "usual_tail")]
    pub tail: CordDraft,
    /// How it is drawn tight.
    pub tighten: Tighten,
    /// The person's pull, newtons.
    pub pull_n: f64,
    /// What hangs on it.
    pub hung: Hung,
    /// Height of its near end over the ground, metres.
    #[serde(default = "usual_high_m")]
    pub high_m: f64,
    /// Thickness of the trees it is made fast to, millimetres.
    #[serde(default = "usual_thick_mm")]
    pub thick_mm: f64,
    /// Knots one took oneself, by joint.
    #[serde(default)]
    pub knots: BTreeMap<String, String>,
    /// What one calls its trees.
    #[serde(default)]
    pub called: Called,
}

fn usual_tail() -> CordDraft {
    CordDraft::of("braid-polyester-6")
}

fn usual_high_m() -> f64 {
    1.8
}

fn usual_thick_mm() -> f64 {
    250.0
}

/// A line that was read.
#[derive(Debug, Clone)]
pub struct LineAsk {
    /// As it was said.
    pub said: LineDraft,
    /// The cord.
    pub cord: UsedCord,
    /// The cord at either end, where the line itself is wire.
    pub tail: UsedCord,
}

impl Hung {
    /// What a line can carry, each with what it is begun with.
    pub fn carries() -> Vec<Carried> {
        vec![
            Carried { id: "cover", name: "a cover", begin: Self::Cover { area_m2: 9.0, beaufort: 4 } },
            Carried { id: "gear", name: "gear in one place", begin: Self::Gear { n: 80.0, at: 0.5 } },
            Carried {
                id: "loops",
                name: "gear on loops along it",
                begin: Self::Loops { count: 4, n: 40.0, apart_m: 1.2 },
            },
            Carried { id: "roll", name: "a tool roll hung open", begin: Self::Roll { ties: 4, n: 60.0, wide_m: 0.9 } },
            Carried {
                id: "spreader",
                name: "a spreader between two stoppers",
                begin: Self::Spreader { n: 20.0, at: 0.5, hole_mm: 8.0 },
            },
        ]
    }
}

impl LineDraft {
    /// A cover on eight metres.
    pub fn usual() -> Self {
        Self {
            span_m: 8.0,
            rise_m: 0.0,
            cord: usual_tail(),
            tail: usual_tail(),
            tighten: Tighten::Looped,
            pull_n: 250.0,
            hung: Hung::Cover { area_m2: 9.0, beaufort: 4 },
            high_m: usual_high_m(),
            thick_mm: usual_thick_mm(),
            knots: BTreeMap::new(),
            called: Called::new(),
        }
    }
}

impl LineDraft {
    /// Its numbers.
    pub fn fields(&self) -> Vec<FieldAt> {
        let mut all = vec![
            FieldAt::new("/span_m", "Span", Quantity::Length),
            FieldAt::new("/rise_m", "How much higher the far end is", Quantity::Length).or(0.0),
            FieldAt::diameter("/cord/diameter_mm", "Thickness of the cord", &self.cord),
            FieldAt::new("/pull_n", "Your pull", Quantity::Pull),
            FieldAt::new("/high_m", "Height of the near end", Quantity::Length).or(usual_high_m()),
            FieldAt::new("/thick_mm", "Thickness of the trees", Quantity::Thickness).or(usual_thick_mm()),
        ];
        if wired(&self.cord) {
            all.push(FieldAt::diameter("/tail/diameter_mm", "Thickness of the cord at its ends", &self.tail));
        }
        all.extend(match self.hung {
            Hung::Loops { .. } => vec![
                FieldAt::new("/hung/loops/count", "Loops", Quantity::Count),
                FieldAt::new("/hung/loops/n", "Weight on each loop", Quantity::Pull),
                FieldAt::new("/hung/loops/apart_m", "From loop to loop", Quantity::Length),
            ],
            Hung::Gear { .. } => vec![
                FieldAt::new("/hung/gear/n", "Weight of the gear", Quantity::Pull),
                FieldAt::new("/hung/gear/at", "Where, as a share of the span", Quantity::Number),
            ],
            Hung::Roll { .. } => vec![
                FieldAt::new("/hung/roll/ties", "Ties along its edge", Quantity::Count),
                FieldAt::new("/hung/roll/n", "Weight of the roll with its tools", Quantity::Pull),
                FieldAt::new("/hung/roll/wide_m", "Width of the roll, open", Quantity::Length),
            ],
            Hung::Spreader { .. } => vec![
                FieldAt::new("/hung/spreader/n", "Weight of the spreader and what hangs from it", Quantity::Pull),
                FieldAt::new("/hung/spreader/at", "Where, as a share of the span", Quantity::Number),
                FieldAt::new("/hung/spreader/hole_mm", "Hole the line runs through", Quantity::Thickness),
            ],
            Hung::Cover { .. } => vec![
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
/// Least and most height of its near end, metres.
pub const HIGH_M: [f64; 2] = [0.2, 12.0];
/// Least and most thickness of its trees, millimetres.
pub const THICK_MM: [f64; 2] = [40.0, 1500.0];
/// Least and most width of a tool roll, metres.
pub const WIDE_M: [f64; 2] = [0.2, 2.5];
/// Least and most hole of a spreader, millimetres.
pub const HOLE_MM: [f64; 2] = [1.0, 60.0];
/// Fewest and most loops.
pub const LOOPS: [u32; 2] = [2, 12];
/// Least and most from loop to loop, metres.
pub const APART_M: [f64; 2] = [0.1, 10.0];
/// From a wire's ring to its tree, metres (common practice: an arm's length clear of the bark).
pub(super) const TAIL_M: f64 = 0.6;
/// From the outermost loop to its tree at least, metres (common practice: room to tie and to tighten).
const CLEAR_M: f64 = 0.5;

/// It is of wire.
fn wired(d: &CordDraft) -> bool {
    cord(&d.kind).is_some_and(|c| c.construction == Construction::Wire)
}

impl LineAsk {
    /// It is of wire: cord at its ends is knotted and drawn tight.
    pub fn wired(&self) -> bool {
        wired(&self.said.cord)
    }

    /// What is knotted at the trees and drawn tight, as it was said and as it was read.
    pub(super) fn at_trees(&self) -> (&CordDraft, &UsedCord) {
        if self.wired() { (&self.said.tail, &self.tail) } else { (&self.said.cord, &self.cord) }
    }

    /// Reads it.
    ///
    /// # Errors
    /// What is out of reason, and what to change.
    pub fn read(d: &LineDraft) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults::default();
        faults.within("span_m", "Span", d.span_m, SPAN_M, "m");
        faults.within("rise_m", "Rise of the far end", d.rise_m, RISE_M, "m");
        faults.within("pull_n", "Your pull", d.pull_n, PULL_N, "N");
        faults.within("high_m", "Height of the near end", d.high_m, HIGH_M, "m");
        faults.within("thick_mm", "Thickness of the trees", d.thick_mm, THICK_MM, "mm");
        let low = "The far end would lie in the ground: raise the near end, or let the line fall less.";
        faults.ask("rise_m", d.high_m + d.rise_m > 0.0, low);
        match d.hung {
            Hung::Gear { n, at } => {
                faults.within("hung.n", "Weight of the gear", n, [1.0, 5000.0], "N");
                faults.within("hung.at", "Place of the gear", at, [0.05, 0.95], "of the span");
            }
            Hung::Loops { count, n, apart_m } => {
                faults.within("hung.count", "Loops", f64::from(count), LOOPS.map(f64::from), "");
                faults.within("hung.n", "Weight on each loop", n, [1.0, 500.0], "N");
                faults.within("hung.apart_m", "From loop to loop", apart_m, APART_M, "m");
                let long = f64::from(count.saturating_sub(1)) * apart_m;
                let room = "So many loops so far apart do not fit on the line: fewer, or nearer to each other, with half a metre left at either end.";
                faults.ask("hung.apart_m", long <= d.span_m - 2.0 * CLEAR_M, room);
            }
            Hung::Roll { ties, n, wide_m } => {
                faults.within("hung.ties", "Ties along its edge", f64::from(ties), LOOPS.map(f64::from), "");
                faults.within("hung.n", "Weight of the roll with its tools", n, [1.0, 500.0], "N");
                faults.within("hung.wide_m", "Width of the roll", wide_m, WIDE_M, "m");
                let room = "So wide a roll does not fit on the line with half a metre left at either end.";
                faults.ask("hung.wide_m", wide_m <= d.span_m - 2.0 * CLEAR_M, room);
            }
            Hung::Spreader { n, at, hole_mm } => {
                faults.within("hung.n", "Weight of the spreader", n, [1.0, 500.0], "N");
                faults.within("hung.at", "Place of the spreader", at, [0.05, 0.95], "of the span");
                faults.within("hung.hole_mm", "Hole the line runs through", hole_mm, HOLE_MM, "mm");
            }
            Hung::Cover { area_m2, beaufort } => {
                faults.within("hung.area_m2", "The cover", area_m2, [0.5, 60.0], "m²");
                faults.within("hung.beaufort", "Beaufort number", f64::from(beaufort), [0.0, 12.0], "");
            }
        }
        if let Hung::Spreader { hole_mm, .. } = d.hung {
            let thick_mm = d.cord.diameter_mm.or_else(|| cord(&d.cord.kind).map(|c| c.diameter.mm()));
            let through = "The line does not go through so small a hole: bore it wider, or take thinner cord.";
            faults.ask("hung.hole_mm", thick_mm.is_none_or(|t| t <= hole_mm), through);
        }
        if wired(&d.cord) {
            let short = "The way is too short for wire: between its rings half a metre of it is left at least.";
            faults.ask("span_m", d.span_m >= 2.0 * TAIL_M + CLEAR_M, short);
            let off = match d.hung {
                Hung::Spreader { at, .. } => d.span_m * at.min(1.0 - at) > TAIL_M,
                Hung::Roll { wide_m, .. } => d.span_m - wide_m > 2.0 * TAIL_M,
                _ => true,
            };
            faults.ask("hung", off, "It would sit on the cord at the wire’s end: nearer to the middle, or narrower.");
        }
        let steep = "The anchors are nearer than they are unlike in height: that is a hoist, not a line.";
        faults.ask("rise_m", d.rise_m.abs() <= d.span_m, steep);
        faults.knots(d.knots.values());
        faults.called(&d.called, &["near", "far"]);
        let (cord, tail) = (faults.cord("cord", &d.cord), faults.cord("tail", &d.tail));
        faults.or(cord.zip(tail).map(|(cord, tail)| Self { said: d.clone(), cord, tail }))
    }
}

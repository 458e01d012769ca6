//! One line between two anchors, set up by hand: what the pull reaches, how it sags, what yields first.
//!
//! Every figure is a band: friction at the loop and the anchor, and how much the cord stretches, are known
//! only between two ends.

mod draft;
mod order;
mod roll;

pub use draft::{APART_M, HIGH_M, HOLE_MM, Hung, LOOPS, LineAsk, LineDraft, PULL_N, RISE_M, SPAN_M, THICK_MM, WIDE_M};

use super::anchor::stem_bears;
use super::fields::FieldAt;
use super::part::Part;
use super::plan::{Drawing, Given, Named, Planned, Planner, Rig, RigDraft, RigPlan};
use super::shared::HeldBy;
use super::tighten::{AT_ANCHOR, Reach, Tighten, reaches, set_by, stiffness};
use super::working::{KEPT, LEAST_MARGIN, LineWork, Strained};
use super::{Impossible, middle};
use crate::draw::{Elevation, elevation};
use crate::situation::{Fault, Habits, UsedCord};
use crate::statics::line::{Line, Load, Loaded};
use crate::statics::wind::{gust_of, pressure};
use crate::units::{Band, Force, Length, Reader};
use crate::words::{capital, number};
use serde::Serialize;

/// One line between two anchors.
pub const PLANNER: Planner = Planner::of::<LineDraft>("line", "A line between two anchors");

impl RigDraft for LineDraft {
    type Read = LineAsk;
    type Choices = LineStock;

    fn begun(_habits: &Habits) -> Self {
        Self::usual()
    }

    fn choices() -> Self::Choices {
        LineStock { tightenings: Tighten::named(), carries: Hung::carries() }
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
    /// What it can carry.
    pub carries: Vec<Carried>,
}

/// Something a line can carry.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Carried {
    /// Its key in a draft.
    pub id: &'static str,
    /// How it reads in the sentence.
    pub name: &'static str,
    /// What it is begun with.
    pub begin: Hung,
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
    /// Loops in it, from the near tree on.
    pub loops: Vec<LoopAt>,
}

/// A loop in the line.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LoopAt {
    /// Where it is tied while the line is slack, metres from where it leaves the near tree.
    pub along_m: f64,
    /// Height over level ground once it is loaded, metres.
    pub high_m: Band,
    /// Both in a sentence.
    pub says: String,
}

/// Drag of a flat cover across the wind; lee and shape make it less or more.
const DRAG: Band = Band { low: 0.8, high: 1.3 };
/// Weight of its cloth, N/m².
const CLOTH: f64 = 5.0;
/// Sag beyond this share of the span is slack rather than a line.
const SLACK: f64 = 0.25;

impl LineAsk {
    /// At rest, for both ends of every band.
    fn states(&self, hung: Hung) -> Vec<Loaded> {
        let (set, stiff) = (set_by(self.said.tighten, self.at_trees().1, self.said.pull_n), stiffness(&self.cord));
        let loads = match hung {
            Hung::Gear { .. } | Hung::Loops { .. } | Hung::Spreader { .. } | Hung::Roll { .. } => vec![self.weights()],
            Hung::Cover { area_m2, beaufort } => wind_load(area_m2, beaufort).map(Load::spread).into(),
        };
        let mut all = Vec::new();
        for load in loads {
            for set_n in [set.low, set.high] {
                for stiffness_n in [stiff.low, stiff.high] {
                    let (span_m, rise_m, set_n) = (self.said.span_m, self.said.rise_m, set_n.max(1.0));
                    all.push(Line { span_m, rise_m, set_n, stiffness_n, unyielding: None }.loaded(load));
                }
            }
        }
        all
    }

    /// What hangs on its loops; nothing where it carries a cover.
    fn weights(&self) -> Load {
        match self.said.hung {
            Hung::Gear { n, at } | Hung::Spreader { n, at, .. } => Load::point(n, at),
            Hung::Loops { count, n, apart_m } => {
                let half = f64::from(count - 1) * apart_m / self.said.span_m / 2.0;
                Load::row(n * f64::from(count), count, 0.5 - half, 0.5 + half)
            }
            Hung::Roll { ties, n, wide_m } => {
                let half = wide_m / self.said.span_m / 2.0;
                Load::row(n, ties, 0.5 - half, 0.5 + half)
            }
            Hung::Cover { .. } => Load::row(0.0, 0, 0.5, 0.5),
        }
    }

    /// What a tree is called.
    fn tree(&self, id: &str) -> String {
        self.said.called.get(id).map_or_else(|| format!("the {id} tree"), |name| name.trim().to_owned())
    }

    /// The line as it is set, in the middle of its bands.
    fn at_rest(&self) -> Line {
        let set_n = middle(set_by(self.said.tighten, self.at_trees().1, self.said.pull_n)).max(1.0);
        let stiffness_n = middle(stiffness(&self.cord));
        Line { span_m: self.said.span_m, rise_m: self.said.rise_m, set_n, stiffness_n, unyielding: None }
    }

    /// Each loop: where it is tied, and how high it hangs.
    fn loops(&self, states: &[Loaded], reader: &Reader) -> Vec<LoopAt> {
        let (line, load) = (self.at_rest(), self.weights());
        let near = self.tree("near");
        let tied = |(i, x): (usize, f64)| {
            let along_m = x * line.slack_length_m();
            let straight = self.said.high_m + x * self.said.rise_m;
            let high_m = Band::over(states.iter().map(|s| straight - line.drop_at(load, s.level_n, x)));
            let name = match self.said.hung {
                Hung::Spreader { .. } => "The spreader".to_owned(),
                Hung::Roll { .. } => format!("Tie {}", i + 1),
                _ if load.parts > 1 => format!("Loop {}", i + 1),
                _ => "The loop".to_owned(),
            };
            let at = reader.length(Length::from_m(along_m));
            let hangs = match high_m {
                Band { high, .. } if high <= 0.0 => "lies on the ground".to_owned(),
                Band { low, high } if low <= 0.0 => {
                    format!("hangs up to {} over level ground, or lies on it", reader.length(Length::from_m(high)))
                }
                _ => format!("hangs {} over level ground", lengths(high_m, reader)),
            };
            let tied = if matches!(self.said.hung, Hung::Spreader { .. }) { "kept" } else { "tied" };
            let says = format!("{name}: {tied} {at} from {near}, {hangs}, est.");
            LoopAt { along_m, high_m, says }
        };
        load.places().enumerate().map(tied).collect()
    }

    /// The figures.
    pub fn facts(&self, reader: &Reader) -> LineFacts {
        let states = self.states(self.said.hung);
        LineFacts {
            reaches: reaches(&self.cord, self.said.pull_n, reader),
            sag_m: Band::over(states.iter().map(|s| s.sag_m)),
            anchor_n: Band::over(states.iter().map(hardest)),
            loops: self.loops(&states, reader),
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

    fn change(&self, facts: &LineFacts, [cord, tree]: [&Part; 2], reader: &Reader) -> Vec<String> {
        let (mut all, sag) = (Vec::new(), facts.sag_m);
        all.extend(bends(tree));
        if facts.loops.iter().any(|l| l.high_m.low < 0.0) {
            all.push(
                "What hangs lowest may lie on the ground: tie the line higher, pull harder, or hang less on it.".into(),
            );
        }
        if sag.high > SLACK * self.said.span_m {
            let low = reader.length(Length::from_m(sag.high));
            all.push(format!(
                "It may hang {low} low: too slack for a line. Pull harder, bring the anchors nearer, or hang less on it."
            ));
        }
        let (part, work) = (cord, LineWork::Strung);
        let or = "let it sag more, or hang less on it";
        let name = if self.wired() { "the wire" } else { "the line" };
        all.extend(Strained { part, cord: &self.cord, work, least: LEAST_MARGIN, name, or }.says(reader));
        if self.cord.wet && self.cord.kind.material == "nylon" {
            all.push("Nylon stretches wet: tighten it again after the first rain.".into());
        }
        all
    }

    fn looks(&self, facts: &LineFacts, given: &Given<'_>) -> Elevation {
        let reader = given.reader;
        let load = match self.said.hung {
            Hung::Gear { n, .. } | Hung::Spreader { n, .. } | Hung::Roll { n, .. } => reader.force(Force::from_n(n)),
            Hung::Loops { count, n, .. } => format!("{} × {}", count, reader.force(Force::from_n(n))),
            Hung::Cover { area_m2, beaufort } => format!("cover {}, Beaufort {beaufort}", reader.area(area_m2)),
        };
        let straight = |x: f64| self.said.high_m + x * self.said.rise_m;
        let places = self.weights().places().zip(&facts.loops);
        let hung = places.map(|(x, l)| [x, straight(x) - l.high_m.high, straight(x) - l.high_m.low]).collect();
        Elevation {
            size: [given.width, 400.0],
            span_m: self.said.span_m,
            rise_m: self.said.rise_m,
            sag_m: [facts.sag_m.low, facts.sag_m.high],
            high_m: self.said.high_m,
            hung,
            words: [
                reader.length(Length::from_m(self.said.span_m)),
                lengths(facts.sag_m, reader),
                format!("up to {}", reader.force(Force::from_n(facts.anchor_n.high))),
                load,
            ],
        }
    }
}

impl Rig for LineAsk {
    fn lines(&self) -> Vec<(&UsedCord, LineWork)> {
        let mut all = vec![(&self.cord, LineWork::Strung)];
        all.extend(self.wired().then_some((&self.tail, LineWork::Strung)));
        all
    }

    fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
        let reader = given.reader;
        if self.wired() && matches!(self.said.hung, Hung::Gear { .. } | Hung::Loops { .. }) {
            let says = "Wire takes no loop: hang a spreader between two stoppers, or take rope or cord.";
            return Err(Impossible(says.into()));
        }
        let facts = self.facts(reader);
        let bears = self.cord.at_knot(KEPT);
        let judged = |id, what, bears| Part::judged(id, what, bears, facts.anchor_n, "the load puts", "", reader);
        let parts = if self.wired() { "the wire parts at its knot" } else { "the cord parts at its knot" };
        let cord = judged("cord", parts, bears);
        let high_m = self.said.high_m.max(self.said.high_m + self.said.rise_m);
        let tree = judged("tree", "a tree bends", stem_bears(Length::from_mm(self.said.thick_mm), high_m));
        let mut measures = vec![
            format!("It hangs {} below the straight line, est.", lengths(facts.sag_m, reader)),
            format!("The anchor that bears more is pulled with {}, est.", reader.forces(facts.anchor_n)),
        ];
        if let Hung::Cover { area_m2, .. } = self.said.hung {
            measures.push(self.as_the_wind_rises(area_m2));
        }
        measures.extend(facts.loops.iter().map(|l| l.says.clone()));
        let joints = self.joints(&facts, given.habits, reader);
        let change = self.change(&facts, [&cord, &tree], reader);
        let mut parts = vec![cord, tree];
        if self.wired() {
            parts.push(judged("tail", "the cord at its ends parts at its knot", self.tail.at_knot(KEPT)));
        }
        Part::in_order(&mut parts);
        let drawings = vec![Drawing { id: "side", name: "Side", scene: elevation(&self.looks(&facts, given)) }];
        let plan = RigPlan {
            said: self.said(reader),
            held_by: self.trees(&facts).into(),
            measures,
            parts,
            change,
            cuts: self.cuts(&joints, given),
            needs: self.needs(),
            order: self.order(&joints, &facts, reader),
            strike: self.strike(&joints),
            joints,
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
    /// The two trees, under the names a person gave them.
    fn trees(&self, facts: &LineFacts) -> [HeldBy; 2] {
        [("near", self.said.high_m), ("far", self.said.high_m + self.said.rise_m)].map(|(id, tie_m)| {
            let bears = stem_bears(Length::from_mm(self.said.thick_mm), tie_m);
            HeldBy::called(&self.said.called, id, &self.tree(id), facts.anchor_n, Some(bears))
        })
    }

    fn needs(&self) -> Vec<String> {
        let mut all = Vec::new();
        if self.wired() {
            all.push("2 × ring at the wire’s ends".to_owned());
        }
        if matches!(self.said.hung, Hung::Spreader { .. }) {
            all.push("1 × spreader, bored for the line".into());
        }
        all
    }

    fn said(&self, reader: &Reader) -> String {
        let m = |m: f64| reader.length(Length::from_m(m));
        let with = match self.said.hung {
            Hung::Gear { n, .. } => format!("with {} of gear in one place", reader.force(Force::from_n(n))),
            Hung::Spreader { n, .. } => {
                format!("through a spreader of {} between two stoppers", reader.force(Force::from_n(n)))
            }
            Hung::Loops { count, n, apart_m } => format!(
                "with {} loops {} apart, {} of gear on each",
                number(count),
                m(apart_m),
                reader.force(Force::from_n(n))
            ),
            Hung::Roll { ties, n, wide_m } => format!(
                "with a tool roll {} wide and {} heavy on {} ties",
                m(wide_m),
                reader.force(Force::from_n(n)),
                number(ties)
            ),
            Hung::Cover { area_m2, .. } => format!("under a cover of {}", reader.area(area_m2)),
        };
        let ends = if self.wired() { format!(", its ends of {}", self.tail.said(reader)) } else { String::new() };
        capital(&format!("a line of {}{ends} over {}, {with}.", self.cord.said(reader), m(self.said.span_m)))
    }

    fn known_from(&self) -> Vec<String> {
        let on_itself = self.cord.kind.on_itself;
        vec![
            "Purchase: P(1 + e₁ + e₁e₂), e = exp(−μπ) (Euler–Eytelwein).".to_owned(),
            format!(
                "Friction: rope on itself {:.2} to {:.2}, round the anchor {:.1} to {:.1} (handbooks, a band).",
                on_itself.low, on_itself.high, AT_ANCHOR.low, AT_ANCHOR.high
            ),
            "Trees: M = σπd³/32 at the foot, bending strength of green wood as a band (handbooks, recalled)."
                .to_owned(),
            "Sag: forces balance and the line is as long as its tension stretches it.".to_owned(),
            "Wind: v = 0.836 B^1.5 m/s (WMO), gusts 1.4 times that (handbooks, recalled), q = ½ρv².".to_owned(),
        ]
    }
}

/// A tree is used to no more than this share of what bends it for good, as a ratio (common practice).
const TREE_MARGIN: f64 = 2.0;

/// What to change where a tree is too thin for what is tied so high on it.
fn bends(tree: &Part) -> Option<String> {
    let gives = match tree.margin {
        Band { high, .. } if high < 1.0 => "A tree bends under it, est.",
        Band { low, .. } if low < 1.0 => "A tree may bend under it, est.",
        Band { low, .. } if low < TREE_MARGIN => "A tree bends at less than twice this",
        _ => return None,
    };
    Some(format!("{gives}: take thicker ones, or tie the line lower."))
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

//! What gives first as the wind rises, and what to change so that the right thing does.

use super::draft::{Gives, Shelter};
use super::forces::{ForceInput, Forces};
use super::lengths::PEGGED_M;
use super::site::{Between, holding};
use crate::cord::{Cord, Stiffness, cords};
use crate::knot::{Knot, catalogue};
use crate::rig::working::KEPT;
use crate::rig::{Part, margin, middle};
use crate::situation::UsedCord;
use crate::units::{Band, Reader};
use serde::Serialize;

/// A change that makes the thing chosen give first.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Remedy {
    /// Hitch on the guys.
    pub hitch: String,
    /// Cord of the guys.
    pub cord: String,
    /// In a sentence.
    pub says: String,
}

/// What the parts are judged by.
#[derive(Clone, Copy)]
pub struct Judging<'a> {
    /// What the pulls are reckoned from.
    pub input: ForceInput<'a>,
    /// The anchors taken.
    pub between: &'a Between,
    /// Cord of the guys.
    pub guy_cord: UsedCord,
    /// The knot on the guys at the pegs.
    pub hitch: &'a str,
}

/// What each part bears, and what pulls it.
struct Bears {
    id: &'static str,
    what: String,
    bears_n: Band,
    on: On,
}

/// What pulls a part.
#[derive(Clone, Copy, PartialEq, Eq)]
enum On {
    /// The hardest guy or peg.
    Guy,
    /// The ridge, at its harder pulled end.
    Ridge,
    /// The ridge, or what tightens it where that is more.
    Tightening,
}

impl On {
    fn pull(self, [guy, ridge]: [Band; 2], set_n: Band) -> Band {
        match self {
            Self::Guy => guy,
            Self::Ridge => ridge,
            Self::Tightening => Band { low: ridge.low.max(set_n.low), high: ridge.high.max(set_n.high) },
        }
    }
}

impl Gives {
    /// The part it is judged as.
    pub const fn part(self) -> &'static str {
        match self {
            Self::Hitch => "hitch",
            Self::Peg => "peg",
            Self::Guy => "guy",
            Self::TiePoint => "tie-point",
        }
    }
}

impl Judging<'_> {
    fn shelter(&self) -> &Shelter {
        self.input.shelter
    }

    /// All parts, the one that gives first at the head.
    pub fn parts(&self, now: &Forces, reader: &Reader) -> Vec<Part> {
        let winds: Vec<[Band; 2]> = (0..=12).map(|b| self.input.pulls_at(b)).collect();
        let pulls = [now.hardest_guy_n, now.ridge_n];
        let part = |b: &Bears| {
            let on = |w: [Band; 2]| b.on.pull(w, now.set_n);
            let (bears, when) = (b.bears_n, when(b.bears_n, winds.iter().map(|w| on(*w))));
            Part::judged(b.id, &b.what, bears, on(pulls), "the gust puts", &when, reader)
        };
        let mut all: Vec<Part> = self.bears().iter().map(part).collect();
        Part::in_order(&mut all);
        all
    }

    /// What may give before any wind blows, and what is done about it.
    pub fn in_calm_air(&self, now: &Forces) -> Vec<String> {
        let calm = self.input.pulls_at(0);
        let gives = |b: &&Bears| b.on.pull(calm, now.set_n).high >= b.bears_n.low;
        let says = |b: &Bears| {
            let what = &b.what;
            match b.id {
                "ridge-tie-point" if self.shelter().split => {
                    let or = if now.set_n.high >= b.bears_n.low { "Pull less, or run" } else { "Run" };
                    format!(
                        "Even in calm air the cover’s own ends may tear: a split ridge pulls through them. {or} one line through."
                    )
                }
                "anchor" => format!(
                    "Even in calm air {what}. Take another anchor, or hold it back to a tree or to several pegs."
                ),
                "peg" => format!("Even in calm air a {what}: take longer pegs, or two to a line."),
                _ => format!("Even in calm air the {what}: pitch it smaller, or somewhere else."),
            }
        };
        self.bears().iter().filter(gives).map(says).collect()
    }

    fn bears(&self) -> Vec<Bears> {
        let s = self.shelter();
        let g = self.input.geometry;
        let part = |id, what: &str, bears_n, on| Bears { id, what: what.to_owned(), bears_n, on };
        let mut all = Vec::new();
        let has_guys = g.guys.iter().any(|g| g.run_m > PEGGED_M);
        let slips_n = catalogue().find(self.hitch).and_then(|k| k.entry.grip.slips_in(self.guy_cord.on_itself()));
        if let Some(slips_n) = slips_n.filter(|_| has_guys) {
            all.push(part("hitch", "guy hitch slips", slips_n, On::Guy));
        }
        all.push(part("peg", &format!("peg draws, {}", s.ground.name), s.ground.peg_n, On::Guy));
        let tie = if s.cover.eyelets { "eyelet tears" } else { "sewn loop tears" };
        all.push(part("tie-point", tie, s.cover.bears_n, On::Guy));
        if has_guys {
            all.push(part("guy", "guy parts at its knot", self.guy_cord.at_knot(KEPT), On::Guy));
        }
        let both = s.pitch.needs_two_anchors();
        let line = if both { "ridge parts at its knot" } else { "line to the peak parts at its knot" };
        all.push(part("ridge", line, s.ridge_cord.at_knot(KEPT), On::Ridge));
        if s.split {
            let end = if s.cover.eyelets { "eyelet at the ridge tears" } else { "loop at the ridge tears" };
            all.push(part("ridge-tie-point", end, s.cover.bears_n, On::Tightening));
        } else if !both {
            let peak = if s.cover.eyelets { "eyelet at the peak tears" } else { "loop at the peak tears" };
            all.push(part("ridge-tie-point", peak, s.cover.bears_n, On::Ridge));
        }
        all.extend(self.weaker_anchor());
        all
    }

    /// The weaker of the anchors that hold a line.
    fn weaker_anchor(&self) -> Option<Bears> {
        let s = self.shelter();
        let ties = self.input.geometry.ties_m;
        let each = holding(s, self.between).zip(ties).filter_map(|(a, tie)| {
            let gives = a.gives(tie, s.ground.peg_n)?;
            Some(Bears {
                id: "anchor",
                what: format!("{} {}", a.name, gives.what),
                bears_n: gives.bears_n,
                on: On::Ridge,
            })
        });
        each.min_by(|a, b| a.bears_n.low.total_cmp(&b.bears_n.low))
    }

    /// Hitches and cords that make the part chosen give first, the wind it gives at going down; the present ones are
    /// left out.
    pub fn remedies(&self, now: &Forces) -> Vec<Remedy> {
        let mut found: Vec<(f64, Remedy)> = Vec::new();
        for knot in catalogue().knots().iter().filter(|k| k.entry.grip.slips_n.is_some()) {
            for cord in cords().iter().filter(|c| suits_guys(c)) {
                let guy_cord = self.with_cord(cord);
                let other = Judging { guy_cord, hitch: &knot.id, ..*self };
                if let Some(margin) = other.gives_first(now) {
                    found.push((margin, self.say(knot, cord)));
                }
            }
        }
        found.sort_by(|a, b| b.0.total_cmp(&a.0));
        found.into_iter().map(|(_, m)| m).take(3).collect()
    }

    /// Another cord for the guys: as wet as what there is, and sound; the one there is stays as it is.
    fn with_cord(&self, kind: &'static Cord) -> UsedCord {
        let now = self.guy_cord;
        if kind.id == now.kind.id { now } else { UsedCord { kind, diameter: kind.diameter, worn: false, ..now } }
    }

    /// Its middle margin, where the part chosen comes before all others and still bears half of what it meets.
    fn gives_first(&self, now: &Forces) -> Option<f64> {
        let pulls = [now.hardest_guy_n, now.ridge_n];
        let margin = |b: &Bears| middle(margin(b.bears_n, b.on.pull(pulls, now.set_n)));
        let (all, wanted) = (self.bears(), self.shelter().gives.part());
        let chosen = all.iter().find(|b| b.id == wanted).map(margin)?;
        let others = all.iter().filter(|b| b.id != wanted).map(margin).fold(f64::MAX, f64::min);
        (chosen < others && chosen > 0.5).then_some(chosen)
    }

    fn say(&self, knot: &Knot, cord: &Cord) -> Remedy {
        let name = &knot.entry.name;
        let says = if cord.id == self.guy_cord.kind.id {
            format!("{name} on the guys, in the cord you have.")
        } else {
            format!("{name}, in {}.", cord.name)
        };
        Remedy { hitch: knot.id.clone(), cord: cord.id.clone(), says }
    }
}

/// Thin and supple enough for an adjustable hitch to close on (common practice).
fn suits_guys(c: &Cord) -> bool {
    (1.8..=6.5).contains(&c.diameter.mm()) && c.stiffness != Stiffness::Stiff
}

/// From which wind it may give, and from which it surely does; `pulls` Beaufort number by number.
fn when(bears_n: Band, pulls: impl Iterator<Item = Band> + Clone) -> String {
    let first = |gives: &dyn Fn(Band) -> bool| pulls.clone().position(gives);
    match (first(&|p| p.high >= bears_n.low), first(&|p| p.low >= bears_n.high)) {
        (None, _) => "not on the Beaufort scale".to_owned(),
        (Some(0), None) => "may give in calm air already".to_owned(),
        (_, Some(0)) => "gives in calm air already".to_owned(),
        (Some(0), Some(sure)) => format!("may give in calm air already, surely by Beaufort {sure}"),
        (Some(may), None) => format!("may give from Beaufort {may}"),
        (Some(may), Some(sure)) if may == sure => format!("gives at Beaufort {may}"),
        (Some(may), Some(sure)) => format!("may give from Beaufort {may}, surely by {sure}"),
    }
}

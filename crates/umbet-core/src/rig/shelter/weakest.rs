//! What gives first as the wind rises, and what to change so that the right thing does.

use super::draft::Gives;
use super::forces::{Forces, Set, gust_of, guy_cord, ridge_cord};
use super::lengths::PEGGED_M;
use super::looks::band;
use super::pitch::uses_both;
use super::site::Between;
use super::stock::{Ground, Slip, stock};
use crate::cord::{Cord, Stiffness, cords};
use crate::knot::catalogue;
use crate::rig::line::KEPT;
use crate::units::{Band, Reader};
use serde::Serialize;
use std::f64::consts::PI;

/// Something that can give.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Part {
    /// Which; absent for the ridge and the anchors.
    pub gives: Option<Gives>,
    /// What happens.
    pub what: String,
    /// What it bears, newtons.
    pub bears_n: Band,
    /// What the gust puts on it, newtons.
    pub pull_n: Band,
    /// How many times the pull it bears.
    pub margin: Band,
    /// The Beaufort number from which it may give, and from which it surely does; 13 is beyond the scale.
    pub from_beaufort: [u8; 2],
    /// What it bears and what the gust puts on it, in the reader's measures.
    pub words: [String; 2],
    /// In a sentence.
    pub says: String,
}

/// A change that makes the thing chosen give first.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MakeSo {
    /// Hitch on the guys.
    pub hitch: String,
    /// Cord of the guys.
    pub cord: String,
    /// In a sentence.
    pub says: String,
}

/// Everything the parts are judged by.
pub struct Judged<'a> {
    /// What the pulls are reckoned from.
    pub set: Set<'a>,
    /// The anchors taken.
    pub between: &'a Between,
    /// The ground.
    pub ground: &'a Ground,
    /// The knot on the guys at the pegs.
    pub hitch: &'a str,
}

/// Bending strength of green wood, pascals (wood handbooks, recalled; a band over species).
const GREEN_WOOD: Band = Band { low: 30e6, high: 55e6 };

/// What each part bears.
struct Bears {
    gives: Option<Gives>,
    what: String,
    bears_n: Band,
    on_guy: bool,
}

impl Judged<'_> {
    /// All parts, the one that gives first at the head.
    pub fn parts(&self, now: &Forces, reader: &Reader) -> Vec<Part> {
        let winds: Vec<[Band; 2]> = (0..=12).map(|b| self.set.pulls(gust_of(b))).collect();
        let mut all: Vec<Part> = self.bears().iter().map(|b| part(b, now, &winds, reader)).collect();
        all.sort_by(|a, b| middle(a.margin).total_cmp(&middle(b.margin)));
        all
    }

    fn bears(&self) -> Vec<Bears> {
        let Set { draft, geometry, cover, .. } = self.set;
        let wet = draft.guy_cord.wet;
        let guy = guy_cord(draft);
        let part = |gives, what: &str, bears_n, on_guy| Bears { gives, what: what.to_owned(), bears_n, on_guy };
        let mut all = Vec::new();
        let has_guys = geometry.guys.iter().any(|g| g.run_m > PEGGED_M);
        if let Some(slip) = slip_of(self.hitch).filter(|_| has_guys) {
            all.push(part(Some(Gives::Hitch), "guy hitch slips", slip.in_cord(guy, wet), true));
        }
        all.push(part(Some(Gives::Peg), &format!("peg draws, {}", self.ground.name), self.ground.peg_n, true));
        let tie = if cover.eyelets { "eyelet tears" } else { "sewn loop tears" };
        all.push(part(Some(Gives::TiePoint), tie, cover.bears_n, true));
        all.push(part(Some(Gives::Guy), "guy parts at its knot", at_knot(guy, wet), true));
        let ridge = at_knot(ridge_cord(draft), draft.ridge_cord.wet);
        all.push(part(None, "ridge parts at its knot", ridge, false));
        let (name, bends) = self.anchor();
        all.push(part(None, &format!("{name} bends"), bends, false));
        all
    }

    /// The weaker of the anchors that hold a line, and the pull at its tie that breaks it, as a green pole standing in the
    /// ground: M = σπd³/32.
    fn anchor(&self) -> (&str, Band) {
        let draft = self.set.draft;
        let holding = if uses_both(draft.pitch) { 2 } else { 1 };
        let bears = |(&i, tie): (&usize, &f64)| {
            let a = &draft.anchors[i];
            (a.name.as_str(), PI * (a.size_mm / 1000.0).powi(3) / 32.0 / tie.max(0.3))
        };
        let all = self.between.anchors.iter().zip(&self.set.geometry.ties_m).take(holding).map(bears);
        let (name, share) = all.min_by(|a, b| a.1.total_cmp(&b.1)).unwrap_or(("the anchor", 0.0));
        (name, GREEN_WOOD.scaled(share))
    }

    /// Hitches and cords that make the part chosen give first, the wind it gives at going down; the present ones are
    /// left out.
    pub fn make_so(&self, now: &Forces) -> Vec<MakeSo> {
        let mut found: Vec<(f64, MakeSo)> = Vec::new();
        for slip in &stock().slips {
            for cord in cords().iter().filter(|c| suits_guys(c)) {
                let mut draft = self.set.draft.clone();
                draft.guy_cord.kind.clone_from(&cord.id);
                let other = Judged { set: Set { draft: &draft, ..self.set }, hitch: &slip.knot, ..*self };
                if let Some(margin) = other.gives_first(now) {
                    found.push((margin, self.say(slip, cord)));
                }
            }
        }
        found.sort_by(|a, b| b.0.total_cmp(&a.0));
        found.into_iter().map(|(_, m)| m).take(3).collect()
    }

    /// Its middle margin, where the part chosen comes before all others and still bears half of what it meets.
    fn gives_first(&self, now: &Forces) -> Option<f64> {
        let margin = |b: &Bears| middle(margin(b.bears_n, if b.on_guy { now.hardest_guy_n } else { now.ridge_n }));
        let all = self.bears();
        let chosen = all.iter().find(|b| b.gives == Some(self.set.draft.gives)).map(margin)?;
        let others = all.iter().filter(|b| b.gives != Some(self.set.draft.gives)).map(margin).fold(f64::MAX, f64::min);
        (chosen < others && chosen > 0.5).then_some(chosen)
    }

    fn say(&self, slip: &Slip, cord: &Cord) -> MakeSo {
        let name = catalogue().find(&slip.knot).map_or(slip.knot.as_str(), |k| k.entry.name.as_str());
        let same = cord.id == self.set.draft.guy_cord.kind;
        let says = if same {
            format!("{name} on the guys, in the cord you have.")
        } else {
            format!("{name}, in {}.", cord.name)
        };
        MakeSo { hitch: slip.knot.clone(), cord: cord.id.clone(), says }
    }
}

/// Thin and supple enough for an adjustable hitch to close on (common practice).
fn suits_guys(c: &Cord) -> bool {
    (1.8..=6.5).contains(&c.diameter.mm()) && c.stiffness != Stiffness::Stiff
}

fn slip_of(knot: &str) -> Option<&'static Slip> {
    stock().slips.iter().find(|s| s.knot == knot)
}

fn at_knot(c: &Cord, wet: bool) -> Band {
    let wet = if wet { c.wet_strength } else { 1.0 };
    Band::new(c.strength_n.low * KEPT.low * wet, c.strength_n.high * KEPT.high * wet)
}

fn margin(bears: Band, pull: Band) -> Band {
    Band::new(bears.low / pull.high.max(1.0), bears.high / pull.low.max(1.0))
}

/// The middle of a band of ratios.
fn middle(b: Band) -> f64 {
    (b.low * b.high).sqrt()
}

/// `winds` holds the pull in the hardest guy and in the ridge, Beaufort number by number.
fn part(b: &Bears, now: &Forces, winds: &[[Band; 2]], reader: &Reader) -> Part {
    let on = |w: &[Band; 2]| w[usize::from(!b.on_guy)];
    let pull_n = on(&[now.hardest_guy_n, now.ridge_n]);
    let margin = margin(b.bears_n, pull_n);
    let first = |gives: &dyn Fn(Band) -> bool| winds.iter().position(|f| gives(on(f))).unwrap_or(13) as u8;
    let from_beaufort = [first(&|p: Band| p.high >= b.bears_n.low), first(&|p: Band| p.low >= b.bears_n.high)];
    let when = match from_beaufort {
        [13, _] => "not on the Beaufort scale".to_owned(),
        [may, 13] => format!("may give from Beaufort {may}"),
        [may, sure] if may == sure => format!("gives at Beaufort {may}"),
        [may, sure] => format!("may give from Beaufort {may}, surely by {sure}"),
    };
    let in_words = [b.bears_n, pull_n].map(|n| band(n, reader));
    let [bears, puts] = &in_words;
    let says = format!("{}: bears {bears}, the gust puts {puts} on it; {when}.", capital(&b.what));
    Part {
        gives: b.gives,
        what: b.what.clone(),
        bears_n: b.bears_n,
        pull_n,
        margin,
        from_beaufort,
        words: in_words,
        says,
    }
}

fn capital(s: &str) -> String {
    let mut c = s.chars();
    c.next().map_or_else(String::new, |f| f.to_uppercase().chain(c).collect())
}

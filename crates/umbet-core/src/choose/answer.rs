//! What choosing answers: verdicts, reasons with their numbers, and what would change them. These words
//! are the same on screen, on a sheet and over the API.

use super::candidate::{Case, Grade};
use super::rules::{Finding, Weight};
use super::{Judged, rank};
use crate::knot::Mend;
use crate::knot::{Knot, Stands, Untie};
use crate::situation::Shape;
use crate::units::{Band, Force, Length, Reader};
use crate::usage::LengthItem;
use serde::Serialize;

/// Fits, fits if, or left on the ground.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Verdict {
    /// Fits as it is; mends named with it make it better.
    Fits,
    /// Fits only with the mends named.
    FitsIf,
    /// Does not fit.
    LeftOnTheGround,
}

/// A number in a reason.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NumberWords {
    /// What it measures.
    pub of: String,
    /// In the reader's measures.
    pub words: String,
}

/// Why, in a sentence.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Reason {
    /// The rule that says so.
    pub rule: String,
    /// The sentence.
    pub says: String,
    /// The numbers behind it.
    pub numbers: Vec<NumberWords>,
    /// Source id.
    pub source: String,
}

/// A mend in words.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MendWords {
    /// Which.
    pub mend: Mend,
    /// What to do.
    pub says: String,
    /// What asked for it.
    pub because: Reason,
}

/// Numbers that travel with every verdict.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Facts {
    /// How it grips.
    pub grade: Grade,
    /// Friction needed of the surface, an estimate; absent where the model does not apply.
    pub grip_needed: Option<f64>,
    /// Friction the surface gives, an estimate; absent without a surface.
    pub surface_gives: Option<Band>,
    /// Strength left at the weakest section, newtons, an estimate.
    pub strength_left_n: Band,
    /// The same in words.
    pub strength_words: String,
    /// How many times the pull that is, at the cautious end.
    pub times_the_pull: f64,
    /// How many times it should be.
    pub times_wanted: f64,
    /// Cord it takes, item by item.
    pub cord: Vec<LengthItem>,
    /// All of it, in metres.
    pub cord_m: f64,
    /// How much of it is of the second cord, metres.
    pub second_m: f64,
    /// All of it, in words.
    pub cord_words: String,
    /// The tail, or both, in words; empty where none is left.
    pub tail_words: String,
    /// Moves to tie it.
    pub moves: u32,
    /// One pull lets it go.
    pub one_pull: bool,
    /// How it unties after load.
    pub untie: Untie,
    /// What stays in the line.
    pub leaves: String,
    /// Radius of the object in cord diameters.
    pub object_radius_d: f64,
}

/// One knot's verdict.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct KnotAnswer {
    /// The knot's id.
    pub id: String,
    /// Its name.
    pub name: String,
    /// The verdict.
    pub verdict: Verdict,
    /// The verdict in two or three words.
    pub headline: String,
    /// The reason that counts most.
    pub lead: Reason,
    /// All other reasons.
    pub reasons: Vec<Reason>,
    /// Mends made.
    pub mends: Vec<MendWords>,
    /// For one left on the ground: what would make it fit.
    pub would_fit: Option<String>,
    /// Why it stands ahead of the next.
    pub ahead: Option<String>,
    /// Numbers.
    pub facts: Facts,
    /// What to look for.
    pub look_for: String,
    /// Cautions.
    pub cautions: Vec<String>,
}

/// A wish to give up, and what fits then.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GiveUp {
    /// What to give up.
    pub says: String,
    /// Names of the knots that fit then, best first.
    pub then_fits: Vec<String>,
}

/// The whole answer.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Answer {
    /// Why nothing is offered, where nothing may be.
    pub declined: Option<String>,
    /// All knots, best first; those left on the ground last.
    pub knots: Vec<KnotAnswer>,
    /// Where nothing fits: which wish to give up.
    pub give_up: Vec<GiveUp>,
    /// Cautions of the situation itself.
    pub cautions: Vec<String>,
}

impl Answer {
    /// People on or under the line: nothing is offered.
    pub(super) fn declined() -> Self {
        Self {
            declined: Some(
                "Not for people. Holding, lifting or lowering anyone, or lifting over them, wants rated gear and a \
                 competent person; this tool does not choose for it."
                    .into(),
            ),
            knots: Vec::new(),
            give_up: Vec::new(),
            cautions: Vec::new(),
        }
    }
}

/// Puts judged knots, already in order, into words.
pub(super) fn put(judged: &[Judged<'_>], case: &Case<'_>, give_up: Vec<GiveUp>) -> Answer {
    let knots = judged.iter().enumerate().map(|(i, j)| {
        let next = judged.get(i + 1).filter(|n| j.fits() && n.fits());
        knot_answer(j, next.map(|n| rank::ahead(j, n, case)), case)
    });
    Answer { declined: None, knots: knots.collect(), give_up, cautions: cautions(case) }
}

/// Cautions that belong to the situation, whatever the knot; eight words at most.
fn cautions(case: &Case<'_>) -> Vec<String> {
    let mut list = Vec::new();
    if case.s.force.n() >= 400.0 {
        list.push("Tight line whips: stand clear of it.".into());
    }
    if matches!(case.s.object.kind.shape, Shape::Post) && case.s.object.size > Length::from_mm(80.0) {
        list.push("Line at neck height: flag it.".into());
    }
    if matches!(case.s.object.kind.shape, Shape::Log) {
        list.push("Nobody downhill of the log.".into());
    }
    list
}

fn knot_answer(j: &Judged<'_>, ahead: Option<String>, case: &Case<'_>) -> KnotAnswer {
    let c = &j.candidate;
    let knot = c.knot;
    let reason = |f: &Finding| f.reason();
    let mends: Vec<MendWords> = merged(&j.mended)
        .into_iter()
        .map(|(mend, f)| MendWords { mend, says: super::mend::words(mend, c, case), because: reason(f) })
        .collect();
    let verdict = match (&j.refusal, j.needed_mends() == 0) {
        (Some(_), _) => Verdict::LeftOnTheGround,
        (None, true) => Verdict::Fits,
        (None, false) => Verdict::FitsIf,
    };
    let mut notes: Vec<&Finding> =
        j.findings.iter().filter(|f| matches!(f.weight, Weight::Notes | Weight::Prefers(_))).collect();
    notes.sort_by_key(|f| usize::from(!matches!(f.rule, "grips" | "along")));
    let lead = match (&j.refusal, notes.first()) {
        (Some(f), _) => reason(f),
        (None, Some(f)) => reason(f),
        (None, None) => plain_reason(knot),
    };
    let reasons = notes.iter().skip(usize::from(j.refusal.is_none())).map(|f| reason(f)).collect();
    KnotAnswer {
        id: knot.id.clone(),
        name: knot.entry.name.clone(),
        verdict,
        headline: headline(j),
        lead,
        reasons,
        mends,
        would_fit: j.refusal.as_ref().map(|f| f.change.clone()),
        ahead,
        facts: facts(j, case),
        look_for: knot.entry.telltale.first().map_or_else(String::new, |t| t.look.clone()),
        cautions: knot.entry.caution.iter().map(|c| c.say.clone()).collect(),
    }
}

/// A mend made several times is said once.
fn merged(mended: &[(Mend, Finding)]) -> Vec<(Mend, &Finding)> {
    let mut out: Vec<(Mend, &Finding)> = Vec::new();
    for (m, f) in mended {
        if !out.iter().any(|(n, _)| n == m) {
            out.push((*m, f));
        }
    }
    out
}

fn plain_reason(knot: &Knot) -> Reason {
    Reason { rule: "about".into(), says: knot.entry.about.clone(), numbers: Vec::new(), source: "practice".into() }
}

fn headline(j: &Judged<'_>) -> String {
    if j.refusal.is_some() {
        return "Left on the ground".into();
    }
    match j.grade {
        Grade::WithRoom => "Grips, with room",
        Grade::Barely => "Grips, barely",
        Grade::Slides => "Stays, but slides",
        Grade::Slips => "Slips",
        Grade::Itself => "Fits",
    }
    .into()
}

fn facts(j: &Judged<'_>, case: &Case<'_>) -> Facts {
    let c = &j.candidate;
    let r = &case.reader;
    let need = j.need.filter(|n| n.is_finite());
    let left = case.strength_left(c);
    let cord = c.cord(case);
    let leaves = &c.knot.entry.release.leaves;
    Facts {
        grade: j.grade,
        grip_needed: need,
        surface_gives: (case.on_a_bar() && c.knot.entry.grip.stands != Stands::Itself).then_some(case.surface),
        strength_left_n: left,
        strength_words: band_of_force(r, left),
        times_the_pull: left.low / case.s.force.n(),
        times_wanted: case.working_share(),
        cord: cord.items(r),
        cord_m: cord.total().m(),
        second_m: cord.second.m(),
        cord_words: r.length(cord.total()),
        tail_words: tail_words(&c.tails(case), r),
        moves: c.moves,
        one_pull: c.one_pull,
        untie: c.knot.entry.release.untie,
        leaves: leaves.what.clone(),
        object_radius_d: case.s.ratio(),
    }
}

/// `75 mm`, `75 mm each` or `75 mm and 132 mm`; nothing where no tail is left.
fn tail_words(tails: &[Length], r: &Reader) -> String {
    match tails {
        all if all.iter().all(|t| t.mm() < 0.5) => String::new(),
        [one] => r.length(*one),
        [a, b] if a == b => format!("{} each", r.length(*a)),
        all => all.iter().map(|t| r.length(*t)).collect::<Vec<_>>().join(" and "),
    }
}

/// `1,500 to 1,600 N`.
pub(super) fn band_of_force(r: &Reader, b: Band) -> String {
    let (low, high) = (r.force(Force::from_n(b.low)), r.force(Force::from_n(b.high)));
    let low_number = low.split_once(' ').map_or(low.as_str(), |(n, _)| n);
    format!("{low_number} to {high}")
}

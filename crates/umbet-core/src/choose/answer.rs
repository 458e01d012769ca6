//! What choosing answers: verdicts, reasons with their numbers, and what would change them. These words
//! are the same on screen, on a sheet and over the API.

use super::candidate::Grade;
use super::case::Case;
use super::finding::{Asked, Finding, Reason, Weight};
use super::judge::Judged;
use super::rules::strength::times_words;
use super::{next, rank};
use crate::knot::Mend;
use crate::knot::{Knot, Stands, Untie, catalogue};
use crate::situation::{Coat, Shape, Task};
use crate::units::{Band, Length, Reader};
use crate::usage::LengthItem;
use serde::Serialize;

/// Fits, fits if, or does not fit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Verdict {
    /// Fits as it is; mends named with it make it better.
    Fits,
    /// Fits only with the mends named.
    FitsIf,
    /// Does not fit.
    DoesNotFit,
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

/// What is done to a knot before it is tied here, all of it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Mended {
    /// Whether it does without.
    pub head: String,
    /// What is done.
    pub says: String,
}

impl Mended {
    fn of(verdict: Verdict, mends: &[MendWords]) -> Option<Self> {
        let head = if verdict == Verdict::FitsIf { "Fits if:" } else { "Better with" };
        let all: Vec<&str> = mends.iter().map(|m| m.says.as_str()).collect();
        (!all.is_empty()).then(|| Self { head: head.into(), says: all.join(", and ") })
    }
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
    /// The same in words; ample above ten.
    pub times_words: String,
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
    /// The tail as it is drawn; absent where there is none.
    pub tail_mm: Option<f64>,
    /// Moves to tie it, mends counted.
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
    /// All of them in words; none where there are none.
    pub mended: Option<Mended>,
    /// For one that does not fit: what would make it fit.
    pub would_fit: Option<String>,
    /// Why it stands ahead of the next.
    pub ahead: Option<String>,
    /// Numbers.
    pub facts: Facts,
    /// What to look for.
    pub look_for: String,
    /// Cautions.
    pub cautions: Vec<String>,
    /// What an instructor is asked next, of those that fit.
    pub asked: Vec<Asked>,
    /// Changes the drawing shows, by name.
    pub drawn_with: Vec<Mend>,
}

/// A cord too weak for the pull.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CordRefused {
    /// Why.
    pub says: String,
    /// What to take instead: the knots of the answer are judged in that. Absent where no cord of the list does.
    pub take: Option<String>,
    /// Its id.
    pub kind: Option<String>,
    /// It is in the person's kit.
    pub of_the_kit: bool,
}

/// Which of those that fit to teach first.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TeachFirst {
    /// The knot's id.
    pub id: String,
    /// Which, and why.
    pub says: String,
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
    /// The cord is refused; the knots are judged in another.
    pub cord_refused: Option<CordRefused>,
    /// All knots, best first; those that do not fit last.
    pub knots: Vec<KnotAnswer>,
    /// Where nothing fits: which wish to give up.
    pub give_up: Vec<GiveUp>,
    /// Cautions of the situation itself.
    pub cautions: Vec<String>,
    /// Which of those that fit to teach first.
    pub teach_first: Option<TeachFirst>,
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
            cord_refused: None,
            knots: Vec::new(),
            give_up: Vec::new(),
            cautions: Vec::new(),
            teach_first: None,
        }
    }
}

/// Of so many answers the questions asked next are answered.
const ASKED_OF: usize = 6;

/// Puts judged knots, already in order, into words.
pub(super) fn put(
    judged: &[Judged<'_>],
    case: &Case<'_>,
    cord_refused: Option<CordRefused>,
    give_up: Vec<GiveUp>,
) -> Answer {
    let wet = (!case.s.cord.wet).then(|| {
        let mut wet = case.s.clone();
        wet.cord.wet = true;
        wet.second.iter_mut().for_each(|c| c.wet = true);
        wet
    });
    let knots = judged.iter().enumerate().map(|(i, j)| {
        let following = judged.get(i + 1).filter(|n| j.fits() && n.fits());
        let mut answer = knot_answer(j, following.map(|n| rank::ahead(j, n, case)), case);
        if j.fits() && i < ASKED_OF {
            answer.asked = next::asked(j, case, wet.as_ref());
        }
        answer
    });
    let knots = knots.collect();
    Answer { declined: None, cord_refused, knots, give_up, cautions: cautions(case), teach_first: teach_first(judged) }
}

/// How many knots are learnt before this one: what it builds on, and what that builds on.
fn learnt_before(knot: &Knot) -> usize {
    let built = knot.entry.builds_on.iter().filter_map(|id| catalogue().find(id));
    built.map(|k| 1 + learnt_before(k)).sum()
}

/// Of the first few that fit: the one that builds on nothing and takes the fewest moves.
fn teach_first(judged: &[Judged<'_>]) -> Option<TeachFirst> {
    const AMONG: usize = 5;
    let few: Vec<&Judged<'_>> = judged.iter().filter(|j| j.fits()).take(AMONG).collect();
    let first = few.iter().min_by_key(|j| (learnt_before(j.candidate.knot), j.candidate.moves))?;
    if few.len() < 2 {
        return None;
    }
    let e = &first.candidate.knot.entry;
    let others = few.iter().filter(|j| j.candidate.knot.entry.builds_on.contains(&first.candidate.knot.id));
    let carried: Vec<String> = others.map(|j| j.candidate.knot.entry.said()).collect();
    let then = match carried.as_slice() {
        [] => String::new(),
        list => format!(", and the {} builds on it", list.join(" and the ")),
    };
    let moves = first.candidate.moves;
    Some(TeachFirst {
        id: first.candidate.knot.id.clone(),
        says: format!("To teach first: the {}, {moves} moves{then}.", e.said()),
    })
}

/// Cautions that belong to the situation, whatever the knot; eight words at most.
fn cautions(case: &Case<'_>) -> Vec<String> {
    let s = case.s;
    let tree = s.object.kind.shape == Shape::Post && s.object.size > Length::from_mm(80.0);
    // What can hurt most stands first: a page shows the first few.
    [
        (s.object.must_not_close, "A loop round a body must not tighten."),
        (s.overhead || s.task == Task::Hoist, "Nobody under it: rated gear, competent person."),
        (s.object.moves, "Hand never inside a loop that can jerk."),
        (s.task == Task::Drag, "Nobody downhill of the log."),
        (s.force.n() >= 400.0, "Tight line whips: stand clear of it."),
        (tree && !s.object.must_not_close, "Line at neck height: flag it."),
        (s.object.coat == Coat::Ice, "Ice melts and re-freezes: look again soon."),
    ]
    .into_iter()
    .filter(|(so, _)| *so)
    .map(|(_, says)| says.to_owned())
    .collect()
}

fn knot_answer(j: &Judged<'_>, ahead: Option<String>, case: &Case<'_>) -> KnotAnswer {
    let c = &j.candidate;
    let knot = c.knot;
    let mends: Vec<MendWords> = j
        .mended
        .iter()
        .map(|(mend, f)| MendWords { mend: *mend, says: super::mend::words(*mend, c, case), because: f.reason() })
        .collect();
    let verdict = match (&j.refusal, j.needed_mends() == 0) {
        (Some(_), _) => Verdict::DoesNotFit,
        (None, true) => Verdict::Fits,
        (None, false) => Verdict::FitsIf,
    };
    let mut notes: Vec<&Finding> =
        j.findings.iter().filter(|f| matches!(f.weight, Weight::Notes | Weight::Prefers(_))).collect();
    notes.sort_by_key(|f| usize::from(!matches!(f.rule, "grips" | "along")));
    KnotAnswer {
        id: knot.id.clone(),
        name: knot.entry.name.clone(),
        verdict,
        headline: format!("{}{}", headline(j), if verdict == Verdict::FitsIf { ", if mended" } else { "" }),
        lead: j.refusal.as_ref().map_or_else(|| distinguishing(j, case), Finding::reason),
        reasons: notes.into_iter().map(Finding::reason).collect(),
        mended: Mended::of(verdict, &mends),
        mends,
        would_fit: j.refusal.as_ref().map(|f| f.change.clone()),
        ahead,
        facts: facts(j, case),
        look_for: knot.entry.telltale.first().map_or_else(String::new, |t| t.look.clone()),
        cautions: knot.entry.caution.iter().map(|c| c.say.clone()).collect(),
        asked: Vec::new(),
        drawn_with: c.mends().iter().copied().filter(|m| m.changes_the_path()).collect(),
    }
}

/// What this knot does here that the next does not: what it is taught with in this class, else what it is.
fn distinguishing(j: &Judged<'_>, case: &Case<'_>) -> Reason {
    let knot = j.candidate.knot;
    let here = case.class.and_then(|c| c.says(&knot.id));
    Reason {
        rule: "about".into(),
        says: here.unwrap_or(&knot.entry.about).to_owned(),
        numbers: Vec::new(),
        source: "practice".into(),
    }
}

fn headline(j: &Judged<'_>) -> String {
    if j.refusal.is_some() {
        return "Does not fit".into();
    }
    match j.grade {
        Grade::WithRoom => "Grips, with room",
        Grade::Barely => "Grips, barely",
        Grade::Slides => "A fixed loop",
        Grade::Slips => "Slips",
        Grade::Itself => "Fits",
    }
    .into()
}

fn facts(j: &Judged<'_>, case: &Case<'_>) -> Facts {
    let c = &j.candidate;
    let r = &case.reader;
    let need = j.need.map(|n| n.cautious).filter(|n| n.is_finite());
    let left = c.strength_left(case);
    let cord = c.cord(case);
    let leaves = &c.knot.entry.release.leaves;
    Facts {
        grade: j.grade,
        grip_needed: need,
        surface_gives: (case.on_a_bar() && c.knot.entry.grip.stands != Stands::Itself).then_some(case.surface),
        strength_left_n: left,
        strength_words: r.forces(left),
        times_the_pull: left.low / case.s.force.n(),
        times_words: times_words(left.low / case.s.force.n()),
        times_wanted: case.working_share(),
        cord: cord.items(r),
        cord_m: cord.total().m(),
        second_m: cord.second.m(),
        cord_words: r.length(cord.total()),
        tail_words: tail_words(&c.tails(case), r),
        tail_mm: Some(c.tail(case).mm()).filter(|mm| *mm > 0.5),
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

//! Choosing: a judge that gives reasons, not a score.
//!
//! Every knot is put before every rule of [`rules::ALL`]. A rule is silent, remarks, wishes for a mend,
//! or refuses, always with a sentence, its numbers and its source. A mend wished for is made (if the knot
//! allows it) and the knot is judged again. What fits is ordered by [`rank`], never by hidden weights.

mod answer;
pub(crate) mod candidate;
mod mend;
mod options;
mod rank;
pub mod rules;
mod school;
mod wishes;

pub use crate::knot::Mend;
pub use answer::{Answer, Facts, GiveUp, KnotAnswer, MendWords, NumberWords, Reason, Verdict};
pub use candidate::{Candidate, Case, Grade};
pub use options::{OptionWords, options};
pub use school::{Matter, WayOfPractice, matters, unknown_names};

use crate::knot::{Catalogue, Knot};
use crate::situation::Situation;
use crate::units::Reader;
use rules::{Finding, Weight};

/// Most mends made to one knot before it is given up.
const MOST_MENDS: usize = 4;

/// Judges every knot of the catalogue for a situation.
pub fn choose(catalogue: &Catalogue, situation: &Situation, reader: &Reader) -> Answer {
    if situation.people {
        return Answer::declined();
    }
    let case = Case::new(situation, *reader);
    let mut judged: Vec<Judged<'_>> = catalogue.knots().iter().map(|k| judge(k, &case)).collect();
    judged.sort_by(|a, b| rank::compare(a, b, &case));
    let give_up = if judged.iter().any(Judged::fits) { Vec::new() } else { wishes::to_give_up(catalogue, situation) };
    answer::put(&judged, &case, give_up)
}

/// Only the knots that fit, best first, in words; and one more by its id, whatever its verdict. For whoever asks about
/// many joints at once.
pub fn shortlist(catalogue: &Catalogue, situation: &Situation, reader: &Reader, also: Option<&str>) -> Vec<KnotAnswer> {
    if situation.people {
        return Vec::new();
    }
    let case = Case::new(situation, *reader);
    let judged = catalogue.knots().iter().map(|k| judge(k, &case));
    let mut kept: Vec<Judged<'_>> = judged.filter(|j| j.fits() || also == Some(j.candidate.knot.id.as_str())).collect();
    kept.sort_by(|a, b| rank::compare(a, b, &case));
    answer::put(&kept, &case, Vec::new()).knots
}

/// How many knots fit, mended or not; what giving up a wish is measured by.
pub(crate) fn fitting<'a>(catalogue: &'a Catalogue, situation: &Situation) -> Vec<&'a Knot> {
    let case = Case::new(situation, Reader::default());
    let mut judged: Vec<Judged<'_>> = catalogue.knots().iter().map(|k| judge(k, &case)).filter(Judged::fits).collect();
    judged.sort_by(|a, b| rank::compare(a, b, &case));
    judged.into_iter().map(|j| j.candidate.knot).collect()
}

/// A knot once judged.
pub(crate) struct Judged<'a> {
    /// The knot, mends made.
    pub candidate: Candidate<'a>,
    /// What the rules said of it in the end.
    pub findings: Vec<Finding>,
    /// What asked for each mend.
    pub mended: Vec<(Mend, Finding)>,
    /// Why it is left on the ground.
    pub refusal: Option<Finding>,
    /// How it grips, mends made.
    pub grade: Grade,
    /// Friction the surface must give, mends made.
    pub need: Option<f64>,
}

impl<'a> Judged<'a> {
    fn new(
        candidate: Candidate<'a>,
        findings: Vec<Finding>,
        mended: Vec<(Mend, Finding)>,
        refusal: Option<Finding>,
        case: &Case<'_>,
    ) -> Self {
        let need = candidate.grip_needed(case);
        let grade = candidate.grade_at(need, case);
        Self { candidate, findings, mended, refusal, grade, need }
    }

    /// How many kinds of mend are needed, not only welcome.
    pub fn needed_mends(&self) -> usize {
        let needed = |(m, f): &(Mend, Finding)| matches!(f.weight, Weight::Wants(_)).then_some(*m);
        let mut kinds: Vec<Mend> = self.mended.iter().filter_map(needed).collect();
        kinds.dedup();
        kinds.len()
    }

    /// As it is, or mended.
    pub fn fits(&self) -> bool {
        self.refusal.is_none()
    }
}

/// What the rules find, weightiest first; nothing is asked behind a refusal.
fn found(candidate: &Candidate<'_>, case: &Case<'_>) -> Vec<Finding> {
    let mut findings = Vec::new();
    for rule in rules::ALL {
        if let Some(f) = (rule.judge)(candidate, case) {
            let refused = f.weight == Weight::Refuses;
            findings.push(f);
            if refused {
                break;
            }
        }
    }
    findings.sort_by_key(|f| f.weight.order());
    findings
}

fn judge<'a>(knot: &'a Knot, case: &Case<'_>) -> Judged<'a> {
    let mut candidate = Candidate::new(knot);
    let mut mended = Vec::new();
    loop {
        let mut findings = found(&candidate, case);
        let refused = findings.iter().position(|f| matches!(f.weight, Weight::Refuses));
        let helped =
            if refused.is_none() && mended.len() < MOST_MENDS { helped(&candidate, &findings, case) } else { None };
        let Some((i, mend, with)) = helped else {
            let unhelped = || findings.iter().position(|f| matches!(f.weight, Weight::Wants(_)));
            let refusal = refused.or_else(unhelped).map(|i| findings.swap_remove(i));
            return Judged::new(candidate, findings, mended, refusal, case);
        };
        mended.push((mend, findings.swap_remove(i)));
        candidate = with;
    }
}

/// A rule that was content asks for something, or refuses.
fn asks_more(with: &Candidate<'_>, before: &[Finding], case: &Case<'_>) -> bool {
    let asks = |f: &&Finding| matches!(f.weight, Weight::Wants(_) | Weight::Refuses);
    found(with, case).iter().filter(asks).any(|f| !before.iter().filter(asks).any(|b| b.rule == f.rule))
}

/// The first finding that a mend helps, which one, and the candidate with it made; `None` when one that must be helped
/// cannot be. A mend helps when the rule that asked for it then says something else, or nothing; one that is only welcome
/// must not make another rule ask for more.
fn helped<'a>(
    candidate: &Candidate<'a>,
    findings: &[Finding],
    case: &Case<'_>,
) -> Option<(usize, Mend, Candidate<'a>)> {
    for (i, f) in findings.iter().enumerate() {
        let possible = f.wish().unwrap_or_default().iter().filter(|m| candidate.may(**m, case));
        let needed = matches!(f.weight, Weight::Wants(_));
        let mut made = possible.map(|m| (i, *m, candidate.with(*m, case)));
        let help = made.find(|(_, _, with)| {
            rules::again(f.rule, with, case).as_ref() != Some(&f.says) && (needed || !asks_more(with, findings, case))
        });
        if help.is_some() || needed {
            return help;
        }
    }
    None
}

//! Choosing: a judge that gives reasons, not a score.
//!
//! Every knot is put before every rule of [`rules`]. A rule is silent, remarks, wishes for a mend,
//! or refuses, always with a sentence, its numbers and its source. A mend wished for is made (if the knot
//! allows it) and the knot is judged again; a change that makes another knot of the catalogue is not made: that knot is
//! judged under its own name. What fits is ordered by [`rank`], never by hidden weights. A cord too weak for every knot is
//! refused as a cord, once, and the knots are judged in the one that would do.

mod answer;
pub(crate) mod candidate;
mod case;
mod finding;
mod judge;
mod mend;
mod next;
mod options;
mod other_cord;
mod rank;
pub mod reached_for;
pub mod rules;
mod school;
mod wishes;

pub use crate::knot::Mend;
pub use answer::{Answer, CordRefused, Facts, GiveUp, KnotAnswer, MendWords, TeachFirst, Verdict};
pub use candidate::{Candidate, Grade};
pub use case::Case;
pub use finding::{Asked, NumberWords, Reason};
pub use options::{OptionWords, options};
pub use school::{Matter, WayOfPractice, matters, unknown_names};

use crate::knot::{Catalogue, Knot};
use crate::situation::Situation;
use crate::units::Reader;
pub(crate) use judge::{Judged, judge};

/// Judges every knot of the catalogue for a situation.
pub fn choose(catalogue: &Catalogue, situation: &Situation, reader: &Reader) -> Answer {
    if situation.people {
        return Answer::declined();
    }
    let case = Case::new(situation, *reader);
    let judged = judged(catalogue, &case);
    if let Some(other) = other_cord::for_a_weak_one(catalogue, situation, &judged, reader) {
        let instead = other.situation.as_ref().unwrap_or(situation);
        let case = Case::new(instead, *reader);
        let give_up = if other.nothing_fits { wishes::to_give_up(catalogue, instead, reader) } else { other.give_up };
        return answer::put(&self::judged(catalogue, &case), &case, Some(other.refused), give_up);
    }
    let fits = judged.iter().any(Judged::fits);
    let give_up = if fits { Vec::new() } else { wishes::to_give_up(catalogue, situation, reader) };
    answer::put(&judged, &case, None, give_up)
}

fn judged<'a>(catalogue: &'a Catalogue, case: &Case<'_>) -> Vec<Judged<'a>> {
    let mut judged: Vec<Judged<'_>> = catalogue.knots().iter().map(|k| judge(k, case)).collect();
    judged.sort_by(|a, b| rank::compare(a, b, case));
    judged
}

/// Only the knots that fit, best first, in words; and one more by its id, whatever its verdict. For whoever asks about
/// many joints at once. Whether the cord is strong enough is left to them: a rig tells what gives first.
pub fn shortlist(catalogue: &Catalogue, situation: &Situation, reader: &Reader, also: Option<&str>) -> Vec<KnotAnswer> {
    if situation.people {
        return Vec::new();
    }
    let case = Case { asks_strength: false, ..Case::new(situation, *reader) };
    let judged = catalogue.knots().iter().map(|k| judge(k, &case));
    let mut kept: Vec<Judged<'_>> = judged.filter(|j| j.fits() || also == Some(j.candidate.knot.id.as_str())).collect();
    kept.sort_by(|a, b| rank::compare(a, b, &case));
    answer::put(&kept, &case, None, Vec::new()).knots
}

/// The knots that fit, best first; what giving up a wish, or another cord, is measured by.
pub(crate) fn fitting<'a>(catalogue: &'a Catalogue, situation: &Situation, reader: &Reader) -> Vec<&'a Knot> {
    let case = Case::new(situation, *reader);
    let mut judged: Vec<Judged<'_>> = catalogue.knots().iter().map(|k| judge(k, &case)).filter(Judged::fits).collect();
    judged.sort_by(|a, b| rank::compare(a, b, &case));
    judged.into_iter().map(|j| j.candidate.knot).collect()
}

//! The order among answers: by what the person would give up last. Two neighbours can always be told
//! apart by one sentence, which is made here too.

use super::candidate::Grade;
use super::case::Case;
use super::{Judged, school};
use crate::knot::{Untie, Wear};
use crate::situation::{Manner, Release, Stays, Task, Tension};
use std::cmp::Ordering;

/// One reason to stand ahead, in the order they count.
struct Key {
    /// Less is better.
    of: fn(&Judged<'_>, &Case<'_>) -> i64,
    /// Why the better one stands ahead.
    because: fn(&Judged<'_>, &Judged<'_>, &Case<'_>) -> String,
}

/// All keys, first to last.
const KEYS: &[Key] = &[
    Key { of: verdict, because: because_fewer_changes },
    Key { of: preferred, because: |_, _, _| "because your school prefers it".into() },
    Key { of: security, because: because_secure },
    Key { of: known, because: |_, _, _| "because you know it already".into() },
    Key {
        of: letting_go,
        because: |_, _, case| format!("because it lets go easier after {}", case.reader.force(case.s.force)),
    },
    Key { of: reached_for, because: because_reached_for },
    Key {
        of: |j, _| i64::from(j.candidate.moves),
        because: |a, b, _| format!("because it takes {} moves, not {}", a.candidate.moves, b.candidate.moves),
    },
    Key { of: cord, because: because_less_cord },
    Key { of: |j, _| i64::from(j.candidate.knot.entry.order), because: |_, _, _| ALIKE.into() },
];

/// Which of two answers stands ahead.
pub(super) fn compare(a: &Judged<'_>, b: &Judged<'_>, case: &Case<'_>) -> Ordering {
    KEYS.iter().map(|k| (k.of)(a, case).cmp(&(k.of)(b, case))).find(|o| o.is_ne()).unwrap_or(Ordering::Equal)
}

/// Why `a` stands ahead of `b`.
pub(super) fn ahead(a: &Judged<'_>, b: &Judged<'_>, case: &Case<'_>) -> String {
    let key = KEYS.iter().find(|k| (k.of)(a, case) != (k.of)(b, case));
    let why = key.map_or_else(|| ALIKE.into(), |k| (k.because)(a, b, case));
    let of = name(b);
    let pause = if of.contains(',') { "," } else { "" };
    format!("Ahead of the {of}{pause} {why}.")
}

/// Said of two that nothing asked here tells apart.
const ALIKE: &str = "as the better known; in all that is asked here they are alike";

fn name(j: &Judged<'_>) -> String {
    j.candidate.knot.entry.said()
}

fn verdict(j: &Judged<'_>, _: &Case<'_>) -> i64 {
    match &j.refusal {
        None => j.needed_mends() as i64,
        // The later the rule that refused it, the nearer it came.
        Some(f) => 100 + super::judge::rules().iter().rev().position(|r| r.id == f.rule).unwrap_or(0) as i64,
    }
}

/// What the pull on this surface could undo.
#[derive(PartialEq)]
enum Doubt {
    None,
    Grip,
    WorksLoose,
    ChancePull,
}

fn doubt(j: &Judged<'_>, case: &Case<'_>) -> Doubt {
    // Unasked, a quick release is only a way to lose the line.
    if j.candidate.one_pull && case.s.off != Release::OnePull && case.s.task != Task::Stow {
        return Doubt::ChancePull;
    }
    if j.grade == Grade::Barely {
        return Doubt::Grip;
    }
    let left_alone = matches!(case.s.stays, Stays::Night | Stays::Season);
    let looked_after = case.s.tension != Tension::AsSet && case.s.manner == Manner::Steady;
    // With both parts loaded, or none of them an end, nothing idle works out.
    let idle_end = !case.both_parts() && j.candidate.tail(case).mm() > 0.5 && !case.s.drawn_up_only();
    if left_alone && !looked_after && idle_end && j.candidate.slack != Wear::Stays {
        return Doubt::WorksLoose;
    }
    Doubt::None
}

/// For this pull and surface: whether grip, slack or a chance pull could undo it.
fn security(j: &Judged<'_>, case: &Case<'_>) -> i64 {
    i64::from(doubt(j, case) != Doubt::None)
}

fn because_fewer_changes(a: &Judged<'_>, b: &Judged<'_>, _: &Case<'_>) -> String {
    let changes = |n: usize| match n {
        1 => "one change".to_owned(),
        n => format!("{n} changes"),
    };
    match a.needed_mends() {
        0 => format!("because it fits as it is; the other wants {}", changes(b.needed_mends())),
        n => format!("because it wants {}; the other wants {}", changes(n), changes(b.needed_mends())),
    }
}

fn because_secure(_: &Judged<'_>, b: &Judged<'_>, case: &Case<'_>) -> String {
    match doubt(b, case) {
        Doubt::ChancePull => "because no chance pull frees it; one frees the other".into(),
        Doubt::Grip => "because the other grips barely".into(),
        Doubt::WorksLoose => "because slack does not loosen it, and loosens the other".into(),
        Doubt::None => "because it is surer".into(),
    }
}

fn preferred(j: &Judged<'_>, case: &Case<'_>) -> i64 {
    i64::from(!school::prefers(&case.s.habits.schools, &j.candidate.knot.id))
}

fn known(j: &Judged<'_>, case: &Case<'_>) -> i64 {
    let knows = &case.s.habits.knows;
    i64::from(!knows.is_empty() && !knows.contains(&j.candidate.knot.id))
}

/// Counts only where the load is heavy: after a light one everything unties.
fn letting_go(j: &Judged<'_>, case: &Case<'_>) -> i64 {
    if matches!(case.s.off, Release::Never) || !j.candidate.heavy(case) {
        return 0;
    }
    match j.candidate.knot.entry.release.untie {
        Untie::Easy => 0,
        Untie::Fair => 1,
        Untie::Jams => 2,
        Untie::Cut => 3,
    }
}

fn reached_for(j: &Judged<'_>, case: &Case<'_>) -> i64 {
    case.class.map_or(0, |c| c.place(&j.candidate.knot.id) as i64)
}

fn because_reached_for(_: &Judged<'_>, _: &Judged<'_>, _: &Case<'_>) -> String {
    "because it is what is taught here first".into()
}

/// In steps of five centimetres: less is not worth a word.
fn cord(j: &Judged<'_>, case: &Case<'_>) -> i64 {
    if case.s.task == Task::Stop { 0 } else { (j.candidate.cord(case).total().m() / 0.05) as i64 }
}

fn because_less_cord(a: &Judged<'_>, b: &Judged<'_>, case: &Case<'_>) -> String {
    let takes = |j: &Judged<'_>| case.reader.length(j.candidate.cord(case).total());
    let (less, more) = (takes(a), takes(b));
    if less == more {
        return "because it takes a little less cord".into();
    }
    format!("because it takes {less} of cord, not {more}")
}

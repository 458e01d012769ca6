//! The order among answers: by what the person would give up last. Two neighbours can always be told
//! apart by one sentence, which is made here too.

use super::candidate::{Case, Grade};
use super::{Judged, school};
use crate::knot::{Untie, Wear};
use crate::situation::{HandsState, Off, Stays, Task};
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
    Key { of: known, because: |_, b, _| format!("because you know it already; the {} is new to you", name(b)) },
    Key {
        of: letting_go,
        because: |_, b, _| format!("because it lets go easier after this load than the {}", name(b)),
    },
    Key {
        of: hands,
        because: |a, b, _| {
            format!("because it takes {} moves; the {} takes {}", a.candidate.moves, name(b), b.candidate.moves)
        },
    },
    Key { of: cord, because: |_, b, _| format!("because it takes less cord than the {}", name(b)) },
    Key { of: habit, because: |_, _, _| "by the trade's habit".into() },
];

/// Which of two answers stands ahead.
pub(super) fn compare(a: &Judged<'_>, b: &Judged<'_>, case: &Case<'_>) -> Ordering {
    KEYS.iter().map(|k| (k.of)(a, case).cmp(&(k.of)(b, case))).find(|o| o.is_ne()).unwrap_or(Ordering::Equal)
}

/// Why `a` stands ahead of `b`.
pub(super) fn ahead(a: &Judged<'_>, b: &Judged<'_>, case: &Case<'_>) -> String {
    let key = KEYS.iter().find(|k| (k.of)(a, case) != (k.of)(b, case));
    let why = key.map_or_else(|| "by the trade's habit".into(), |k| (k.because)(a, b, case));
    format!("Ahead of the {} {why}.", name(b))
}

fn name(j: &Judged<'_>) -> String {
    j.candidate.knot.entry.said()
}

fn verdict(j: &Judged<'_>, _: &Case<'_>) -> i64 {
    match &j.refusal {
        None => j.needed_mends() as i64,
        // The later the rule that refused it, the nearer it came.
        Some(f) => 100 + super::rules::ALL.iter().rev().position(|r| r.id == f.rule).unwrap_or(0) as i64,
    }
}

/// For this pull and surface: grip first, then whether slack or jerks would loosen it.
fn security(j: &Judged<'_>, case: &Case<'_>) -> i64 {
    let grip = match j.grade {
        Grade::WithRoom | Grade::Itself => 0,
        Grade::Barely | Grade::Slides => 1,
        Grade::Slips => 2,
    };
    let left_alone = case.s.stays != Stays::Minutes && case.s.task != Task::Drag;
    let loosens = left_alone && j.candidate.slack != Wear::Stays;
    // Unasked, a quick release is only a way to lose the line.
    let lets_go = j.candidate.one_pull && case.s.off != Off::OnePull;
    grip.max(i64::from(loosens || lets_go))
}

fn because_fewer_changes(a: &Judged<'_>, b: &Judged<'_>, _: &Case<'_>) -> String {
    let changes = |n: usize| match n {
        1 => "one change".to_owned(),
        n => format!("{n} changes"),
    };
    match a.needed_mends() {
        0 => format!("because it fits as it is; the {} wants {}", name(b), changes(b.needed_mends())),
        n => format!("because it wants {}; the {} wants {}", changes(n), name(b), changes(b.needed_mends())),
    }
}

fn because_secure(a: &Judged<'_>, b: &Judged<'_>, case: &Case<'_>) -> String {
    if b.candidate.one_pull && case.s.off != Off::OnePull {
        return format!("because no chance pull frees it; one frees the {}", name(b));
    }
    let tells = |g: Grade| match g {
        Grade::WithRoom => "grips with room",
        Grade::Itself => "holds in itself",
        Grade::Barely => "grips barely",
        Grade::Slides => "stays but slides",
        Grade::Slips => "slips",
    };
    let (ga, gb) = (a.grade, b.grade);
    if ga == gb {
        return format!("because slack does not loosen it; it loosens the {}", name(b));
    }
    format!("because it {}; the {} {}", tells(ga), name(b), tells(gb))
}

fn preferred(j: &Judged<'_>, case: &Case<'_>) -> i64 {
    i64::from(!school::prefers(&case.s.schools, &j.candidate.knot.id))
}

fn known(j: &Judged<'_>, case: &Case<'_>) -> i64 {
    i64::from(!case.s.knows.is_empty() && !case.s.knows.contains(&j.candidate.knot.id))
}

fn letting_go(j: &Judged<'_>, case: &Case<'_>) -> i64 {
    match (case.s.off, j.candidate.knot.entry.release.untie) {
        (Off::Never, _) => 0,
        (_, Untie::Easy) => 0,
        (_, Untie::Fair) => 1,
        (_, Untie::Jams) => 2,
        (_, Untie::Cut) => 3,
    }
}

fn hands(j: &Judged<'_>, case: &Case<'_>) -> i64 {
    let awkward = matches!(case.s.hands, HandsState::Gloves | HandsState::Hurry | HandsState::Overhead);
    let moves = i64::from(j.candidate.moves);
    moves + if awkward && j.candidate.knot.entry.hands.threads { 3 } else { 0 }
}

/// In steps of five centimetres: less is not worth a word.
fn cord(j: &Judged<'_>, case: &Case<'_>) -> i64 {
    if case.s.task == Task::Stop { 0 } else { (j.candidate.cord(case).total().m() / 0.05) as i64 }
}

fn habit(j: &Judged<'_>, _: &Case<'_>) -> i64 {
    i64::from(j.candidate.knot.entry.order)
}

//! How does it let go?

use super::{Mend, Rule, notes, number, refuses, wants};
use crate::choose::candidate::Candidate;
use crate::choose::case::Case;
use crate::hold::{ENOUGH, capstan};
use crate::knot::Untie;
use crate::situation::{Release, Stays, Task};
use crate::topology::{Clear, known_letting};
use std::f64::consts::TAU;

/// Over this a slipped bight may not draw through (common practice).
const DRAWS_THROUGH_N: f64 = 1000.0;

/// One pull, even under load.
pub const ONE_PULL: Rule = Rule {
    id: "one-pull",
    asks: "Does one pull let it go?",
    judge: |c, case| {
        if case.s.off != Release::OnePull {
            return None;
        }
        if let Some(turns) = turns_that_stay(c, case).filter(|_| c.one_pull) {
            let says =
                format!("One pull frees its hitch, but {turns:.1} turns still hold here: they are taken off by hand.");
            return refuses("one-pull", says, "Fits if it may be untied by hand");
        }
        if c.one_pull && case.s.force.n() > DRAWS_THROUGH_N {
            let from = case.force(DRAWS_THROUGH_N);
            return notes("one-pull", format!("Over about {from} a slipped bight may not draw through."));
        }
        if c.one_pull {
            return notes("one-pull", "One pull on the tail frees it, even loaded.".into());
        }
        wants(
            "one-pull",
            &[Mend::SlipLast],
            "One pull does not free it as it is.".into(),
            "Fits if it may be untied by hand",
        )
    },
};

/// Turns round the object that hold the load by themselves, their end idle, once the hitch behind them is gone.
fn turns_that_stay(c: &Candidate<'_>, case: &Case<'_>) -> Option<f64> {
    let turns = c.turns_on_the_object();
    (case.on_a_bar() && capstan(case.surface.low, turns * TAU) >= ENOUGH).then_some(turns)
}

/// What stays in the line.
pub const LEAVES: Rule = Rule {
    id: "leaves",
    asks: "Does it leave a knot in the line?",
    judge: |c, case| {
        let leaves = &c.knot.entry.release.leaves;
        if !case.s.leaves_nothing {
            return None;
        }
        let computed = known_letting(&c.knot.id)?;
        let mut f = if leaves.nothing && computed.clear == Clear::Yes {
            notes("leaves", "Leaves nothing in the line.".into())
        } else if leaves.nothing {
            notes("leaves", format!("Leaves in the line: {}.", leaves.what))
        } else {
            refuses("leaves", format!("Leaves in the line: {}.", leaves.what), "Fits if a knot may stay")
        }?;
        f.numbers.push(number("known from", computed.clear.because()));
        f.source = "path";
        Some(f)
    },
};

/// By hand after this load.
pub const BY_HAND: Rule = Rule {
    id: "by-hand",
    asks: "Can it be undone by hand after this load?",
    judge: |c, case| {
        let untie = c.knot.entry.release.untie;
        let heavy = c.heavy(case);
        match (case.s.off, untie) {
            (Release::Never, _) | (_, Untie::Easy) => None,
            (_, Untie::Cut) => refuses("by-hand", "Grips, then has to be cut.".into(), "Fits if it stays for good"),
            (_, Untie::Jams) if heavy => {
                let wet = if case.s.cord.wet { "Wet and " } else { "" };
                let says = if wet.is_empty() {
                    format!("Jams under {}: after that only a spike undoes it.", case.force(case.s.force.n()))
                } else {
                    format!(
                        "{wet}pulled with {}, it jams: after that only a spike undoes it.",
                        case.force(case.s.force.n())
                    )
                };
                refuses("by-hand", says, "Fits a lighter pull, or if it stays for good")
            }
            (_, Untie::Fair) if heavy => notes("by-hand", "Undone by hand with work after this pull.".into()),
            _ => None,
        }
    },
};

/// Quick releases where an accident, an animal or a season can pull them.
pub const ON_PURPOSE: Rule = Rule {
    id: "on-purpose",
    asks: "Could it be let go by accident?",
    judge: |c, case| {
        let unwatched = case.s.stays == Stays::Season || matches!(case.s.off, Release::OnPurpose | Release::Never);
        if !unwatched || !c.one_pull || case.s.task == Task::Stow {
            return None;
        }
        if case.s.off == Release::OnePull {
            return notes("on-purpose", "Left that long, anything may pull the tail: look at it daily.".into());
        }
        wants(
            "on-purpose",
            &[Mend::LockBight],
            "Anything that catches the tail lets it go.".into(),
            "Fits while it is watched",
        )
    },
};

/// Nothing that a chance pull frees is hung over anybody's head.
pub const OVERHEAD: Rule = Rule {
    id: "overhead",
    asks: "Could it come down on someone?",
    judge: |c, case| {
        if !case.s.overhead || !c.one_pull {
            return None;
        }
        wants(
            "overhead",
            &[Mend::LockBight],
            "Overhead nothing hangs by what one pull frees.".into(),
            "Fits at hand height, watched",
        )
    },
};

//! Which way does it pull, and how?

use super::{Finding, Mend, Rule, number, refuses, wants};
use crate::knot::{Along, Backup, Stands, Wear};
use crate::object::Finish;
use crate::situation::{Manner, Stays, Task, Way};
use crate::units::Length;

/// What keeps its turns by roughness alone.
pub const ROUGH_ONLY: Rule = Rule {
    id: "rough-only",
    asks: "Is it rough enough to keep its turns?",
    judge: |c, case| {
        if !c.knot.entry.grip.rough_only || case.s.object.finish() == Finish::Rough {
            return None;
        }
        let mut f = refuses(
            "rough-only",
            format!("Rough logs only: it slides off {} and falls open.", case.thing()),
            "Fits a rough log",
        )?;
        f.numbers
            .push(number("the surface gives", format!("{:.2} to {:.2}, est.", case.surface.low, case.surface.high)));
        Some(f)
    },
};

/// A pull along a bar.
pub const ALONG: Rule = Rule {
    id: "along",
    asks: "Does it take a pull along the bar?",
    judge: |c, case| {
        if !case.along_a_bar() {
            return None;
        }
        let g = &c.knot.entry.grip;
        let wanted = case.turns_wanted_along();
        let what = case.thing();
        if g.stands == Stands::Loop {
            return refuses(
                "along",
                format!("A fixed loop grips nothing: it slides along {what}."),
                "Fits a pull straight away",
            );
        }
        if case.s.way == Way::EitherWay && g.along == Along::OneWay {
            return refuses(
                "along",
                "Holds toward its riding turns only; this pulls both ways.".into(),
                "Fits a pull one way",
            );
        }
        if c.bites_arrises(case) {
            return super::notes("along", "Its turns bite the arrises of square stock and do not shift.".into());
        }
        if g.along == Along::Creeps && case.s.object.finish() != Finish::Rough {
            return refuses(
                "along",
                format!("Creeps along {what}: no turns lie on the side of the pull."),
                "Fits a pull straight away",
            );
        }
        if g.along == Along::Creeps {
            return wants(
                "along",
                &[Mend::BackupHalfHitch],
                "Creeps under a pull along.".into(),
                "Fits a pull straight away",
            );
        }
        if c.turns_along < wanted {
            let says = format!("{} turns on the pull's side; {what} wants {wanted}.", c.turns_along);
            return wants("along", &[Mend::MoreTurn], says, "Fits a rougher bar");
        }
        let least = if c.turns_to_spare(case) { "" } else { ": none to spare" };
        Some(along_note(c.turns_along, format!("{what} wants {wanted}{least}")))
    },
};

fn along_note(turns: u32, wanted: String) -> Finding {
    Finding {
        rule: "along",
        weight: super::Weight::Notes,
        says: format!("{turns} turns lie on the side of the pull; {wanted}."),
        change: String::new(),
        numbers: vec![number("turns on the pull's side", turns.to_string())],
        source: "practice",
    }
}

/// A loop pulled from three sides.
pub const THREE_WAYS: Rule = Rule {
    id: "three-ways",
    asks: "Can it be pulled from three sides?",
    judge: |c, case| {
        if case.s.way != Way::ThreeWays || case.s.task != Task::MidLoop || c.knot.entry.grip.three_ways {
            return None;
        }
        let why = if case.s.leaves_nothing {
            "Pulled from three sides it distorts and jams: then the knot stays in the line."
        } else {
            "Pulled from three sides it distorts and jams."
        };
        refuses("three-ways", why.into(), "Fits a pull on the loop alone")
    },
};

/// A line that runs on both ways from the object, or both of whose parts pull together.
pub const BOTH_PARTS: Rule = Rule {
    id: "both-parts",
    asks: "Does it take a pull on both its parts?",
    judge: |c, case| {
        if !case.both_parts() || case.s.task == Task::MidLoop {
            return None;
        }
        let g = &c.knot.entry.grip;
        let rides = g.stands == Stands::Rides;
        if !rides && !g.three_ways {
            return refuses(
                "both-parts",
                "Ends the line here: it is tied with an end, and only the standing part may pull.".into(),
                "Fits at the end of a line",
            );
        }
        let how = if case.s.way == Way::AlongLine { "whichever way the line pulls" } else { "both parts together" };
        super::notes("both-parts", format!("Takes the pull, {how}: no idle end to work out."))
    },
};

/// A hitch near an end it can run off.
pub const NEAR_END: Rule = Rule {
    id: "near-end",
    asks: "Can it run off the end?",
    judge: |c, case| {
        if !case.s.object.near_end {
            return None;
        }
        let g = &c.knot.entry.grip;
        let thing = case.thing();
        if g.stands == Stands::Loop {
            return refuses(
                "near-end",
                format!("A loop slides, and off the end of {thing}."),
                "Fits away from the end",
            );
        }
        if g.stands == Stands::Rides && c.swinging == Wear::Loosens {
            return refuses(
                "near-end",
                format!("Works loose as it swings, and walks off the end of {thing}."),
                "Fits with a second riding turn, or away from the end",
            );
        }
        if c.turns_on_the_object() < ROUND_TURN {
            return refuses(
                "near-end",
                format!("Not a round turn on {thing}: slack for a moment, it falls off the end."),
                "Fits away from the end",
            );
        }
        let clear = case.reader.length(Length::from_mm(CLEAR_OF_THE_END_MM));
        super::notes("near-end", format!("Keep it {clear} or more from the end."))
    },
};

/// Turns from which a hitch stays on a bar for a slack moment (common practice: a round turn).
const ROUND_TURN: f64 = 1.4;
/// The last hitch stays so far from a bar's end (common practice).
const CLEAR_OF_THE_END_MM: f64 = 150.0;

/// What goes round a body must not tighten on it.
pub const MUST_NOT_CLOSE: Rule = Rule {
    id: "must-not-close",
    asks: "Does it tighten on what it holds?",
    judge: |c, case| {
        if !case.s.object.must_not_close || c.knot.entry.grip.stands == Stands::Loop {
            return None;
        }
        refuses("must-not-close", "Draws tight on what it holds.".into(), "Fits what may be squeezed")
    },
};

/// Swinging, jerking, slack between. A tail is no cure: it only takes longer to work through.
pub const SHAKEN: Rule = Rule {
    id: "shaken",
    asks: "Does the way it is pulled work it loose?",
    judge: |c, case| {
        const RESISTS: &[Mend] = &[Mend::BackupHalfHitch, Mend::StopperOnTail, Mend::RoundTurnFirst, Mend::Toggle];
        if case.both_parts() && c.knot.entry.grip.stands == Stands::Rides {
            return None;
        }
        let how = match (case.s.manner, case.s.object.moves) {
            (Manner::Steady, true) => "by something that moves",
            (manner, _) => manner.words(),
        };
        match c.wear(case) {
            Wear::Stays if how == Manner::Steady.words() => None,
            Wear::Stays if c.secured() => {
                super::notes("shaken", format!("Pulled {how}, its tail cannot work back out."))
            }
            Wear::Stays => super::notes("shaken", format!("Pulled {how}, it stays drawn up.")),
            Wear::Loosens => wants(
                "shaken",
                RESISTS,
                format!("Pulled {how}, it works loose in time; a longer tail would only take longer."),
                "Fits a steady pull",
            ),
            Wear::Fails => refuses("shaken", format!("Pulled {how}, it falls apart."), "Fits a steady pull"),
        }
    },
};

/// What is made in the line itself, and holds by the pull on the line alone.
pub const KEPT_LOADED: Rule = Rule {
    id: "kept-loaded",
    asks: "Does it stay in when the line goes slack?",
    judge: |c, case| {
        let in_the_line = matches!(case.s.task, Task::Stow | Task::MidLoop);
        if !in_the_line || c.slack != Wear::Fails || case.s.manner != Manner::Steady || c.has(Mend::KeepLoaded) {
            return None;
        }
        let says = "Only the pull on the line keeps it in: slack for a moment, it falls out.";
        wants("kept-loaded", &[Mend::KeepLoaded], says.into(), "Fits a line that is never slack")
    },
};

/// Practitioners differ about backing up a hitch that works loose.
pub const BACKUP: Rule = Rule {
    id: "backup",
    asks: "Is a half hitch wanted behind it?",
    judge: |c, case| {
        let prefers = |school: &str| case.s.habits.schools.iter().any(|s| s == school);
        let (only_jerked, always) = (prefers("clove-backup-jerked"), prefers("clove-backup-always"));
        let matters = always || case.s.stays != Stays::Minutes || case.s.object.finish() != Finish::Rough;
        let backup = c.knot.entry.grip.backup;
        let idle = only_jerked || !matters || case.s.task == Task::Bind;
        let none_to_back = case.both_parts() || c.onto(case).is_some_and(|o| !o.with_end()) || c.one_pull;
        if c.secured() || none_to_back || backup == Backup::Never || (backup == Backup::WhereItMatters && idle) {
            return None;
        }
        let mut f = wants(
            "backup",
            &[Mend::BackupHalfHitch],
            "Left to itself it works loose: a half hitch behind it keeps it.".into(),
            "Fits with both parts loaded",
        )?;
        if !always && backup == Backup::WhereItMatters {
            f.weight = super::Weight::Prefers(&[Mend::BackupHalfHitch]);
        }
        Some(f)
    },
};

/// A pole that is hoisted hangs true by two places.
pub const HANGS_TRUE: Rule = Rule {
    id: "hangs-true",
    asks: "Does it hang true?",
    judge: |c, case| {
        if case.s.task != Task::Hoist || c.knot.entry.grip.hangs_true {
            return None;
        }
        super::notes("hangs-true", "Held at one place it swings across: guide it with a second line.".into())
    },
};

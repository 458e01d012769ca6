//! Which way does it pull, and how?

use super::{Finding, Mend, Rule, number, refuses, wants};
use crate::cord::Stiffness;
use crate::knot::{Along, Backup, Stands, Wear};
use crate::object::Finish;
use crate::situation::{Manner, Stays, Task, Way};

/// What keeps its turns by roughness alone.
pub const ROUGH_ONLY: Rule = Rule {
    id: "rough-only",
    asks: "Is it rough enough to keep its turns?",
    judge: |c, case| {
        let m = case.s.object.material;
        if !c.knot.entry.grip.rough_only || m.finish == Finish::Rough {
            return None;
        }
        let mut f = refuses(
            "rough-only",
            format!("Rough logs only: it slides off {} and falls open.", thing(case)),
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
        let what = thing(case);
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
        if g.along == Along::Creeps && case.s.object.material.finish != Finish::Rough {
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

/// Swinging, jerking, slack between.
pub const SHAKEN: Rule = Rule {
    id: "shaken",
    asks: "Does the way it is pulled work it loose?",
    judge: |c, case| {
        const BACKUP: &[Mend] = &[Mend::BackupHalfHitch, Mend::RoundTurnFirst, Mend::MoreTurn, Mend::LongerTail];
        let g = &c.knot.entry.grip;
        let slack = if case.stiffness() == Stiffness::Stiff && !c.backed {
            g.slack_stiff.map_or(c.slack, |s| s.max(c.slack))
        } else {
            c.slack
        };
        let wear = match case.s.manner {
            Manner::Steady => Wear::Stays,
            Manner::Swinging => c.swinging,
            Manner::Jerking => c.jerking,
            Manner::SlackAndTight => slack,
            Manner::Flogging => c.jerking.max(slack),
        };
        let how = case.s.manner.words();
        match wear {
            Wear::Stays => None,
            Wear::Loosens => {
                wants("shaken", BACKUP, format!("Pulled {how}, it works loose in time."), "Fits a steady pull")
            }
            Wear::Fails => refuses("shaken", format!("Pulled {how}, it falls apart."), "Fits a steady pull"),
        }
    },
};

/// Practitioners differ about backing up a hitch that works loose.
pub const BACKUP: Rule = Rule {
    id: "backup",
    asks: "Is a half hitch wanted behind it?",
    judge: |c, case| {
        let only_jerked = case.s.schools.iter().any(|s| s == "clove-backup-jerked");
        let always = case.s.schools.iter().any(|s| s == "clove-backup-always");
        let matters = always || case.s.stays != Stays::Minutes || case.s.object.material.finish != Finish::Rough;
        let backup = c.knot.entry.grip.backup;
        let idle = only_jerked || !matters || case.s.task == Task::Bind;
        if c.backed || backup == Backup::Never || (backup == Backup::WhereItMatters && idle) {
            return None;
        }
        let mut f = wants(
            "backup",
            &[Mend::BackupHalfHitch],
            "Left to itself it works loose: back it where it matters.".into(),
            "Fits with both parts loaded",
        )?;
        if !always && backup == Backup::WhereItMatters {
            f.weight = super::Weight::Prefers(&[Mend::BackupHalfHitch]);
        }
        Some(f)
    },
};

/// Hitches on the standing part, on a smooth object.
pub const ROUND_TURN: Rule = Rule {
    id: "round-turn",
    asks: "Does a round turn take the load off the hitches?",
    judge: |c, case| {
        let single = c.knot.entry.grip.stands == Stands::Nooses && c.turns_along < 2;
        if !single || case.s.object.material.finish == Finish::Rough || !case.on_a_bar() {
            return None;
        }
        let says = format!("On {} a round turn first takes the load off the hitches.", thing(case));
        let mut f = wants("round-turn", &[Mend::RoundTurnFirst], says, "")?;
        f.weight = super::Weight::Prefers(&[Mend::RoundTurnFirst]);
        Some(f)
    },
};

/// The object in words: `smooth steel`.
fn thing(case: &super::Case<'_>) -> String {
    let name = &case.s.object.material.name;
    match case.s.object.kind.shape {
        crate::situation::Shape::Post => format!("a {name} post"),
        crate::situation::Shape::Log => format!("a {name} log"),
        _ => name.clone(),
    }
}

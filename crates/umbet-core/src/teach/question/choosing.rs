//! Which would you use? A situation, and knots of which one fits: the others are refused there, each for its reason.

use super::{Dice, OFFERED, Offered, Question, shuffled};
use crate::choose::{Verdict, choose};
use crate::knot::{Knot, catalogue};
use crate::situation::{Draft, HandsState, Release, Situation, Stays, Task, sentence, spoken};
use crate::words::capital;
use rand::prelude::*;

pub(super) fn ask(about: &[&'static Knot], dice: &mut Dice<'_>) -> Option<Question> {
    let knot = *about.choose(&mut dice.chance)?;
    let task = *knot.entry.tasks.choose(&mut dice.chance)?;
    let situation = Situation::read(&some_situation(task, knot, dice)).ok()?;
    let answer = choose(catalogue(), &situation, dice.reader);
    let first = answer.knots.first().filter(|k| k.id == knot.id && k.verdict == Verdict::Fits)?;
    if answer.declined.is_some() || answer.cord_refused.is_some() {
        return None;
    }
    let mut others: Vec<_> = answer.knots.iter().filter(|k| k.verdict == Verdict::DoesNotFit).collect();
    others.shuffle(&mut dice.chance);
    // Those for the same task first, kin before others: what it is taken for.
    others.sort_by_key(|k| {
        catalogue().find(&k.id).map(|k| (!k.entry.tasks.contains(&task), k.entry.family != knot.entry.family))
    });
    let mut offered = vec![Offered { says: first.name.clone(), picture: None, because: String::new() }];
    for k in others {
        if offered.len() < OFFERED && offered.iter().all(|o| o.because != k.lead.says) {
            offered.push(Offered { says: k.name.clone(), picture: None, because: k.lead.says.clone() });
        }
    }
    if offered.len() < OFFERED {
        return None;
    }
    let (offered, right) = shuffled(offered, dice);
    Some(Question {
        knot,
        asks: "Which would you use?".into(),
        given: capital(&spoken(&sentence(&situation, dice.reader))),
        picture: None,
        offered,
        right,
        says: format!("{}: {}", knot.entry.name, first.lead.says),
    })
}

/// A situation the knot might be for: its task and one of its shapes, with hands, time and release as they fall.
fn some_situation(task: Task, knot: &Knot, dice: &mut Dice<'_>) -> Draft {
    let chance = &mut dice.chance;
    let mut draft = Draft::usual(task);
    if chance.random_ratio(1, 2) {
        draft.shape = knot.entry.shapes.choose(chance).copied();
    }
    if chance.random_ratio(1, 3) {
        draft.off = Release::ALL.choose(chance).copied();
    }
    if chance.random_ratio(1, 4) {
        draft.hands = HandsState::ALL.choose(chance).copied();
    }
    if chance.random_ratio(1, 4) {
        draft.stays = Stays::ALL.choose(chance).copied();
    }
    if chance.random_ratio(1, 4) {
        draft.end_free = Some(false);
    }
    draft
}

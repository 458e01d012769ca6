//! What is it? A knot as it lies in the hand, and names of its kin.

use super::{Dice, OFFERED, Offered, Picture, Question, Shown, shuffled};
use crate::dress::dressed;
use crate::knot::{Knot, catalogue};
use rand::prelude::*;

pub(super) fn ask(about: &[&'static Knot], dice: &mut Dice<'_>) -> Option<Question> {
    let knot = *about.iter().filter(|k| dressed(&k.id).is_some()).collect::<Vec<_>>().choose(&mut dice.chance)?;
    let mut others: Vec<&'static Knot> = catalogue().knots().iter().filter(|k| tells_apart(knot, k)).collect();
    others.shuffle(&mut dice.chance);
    // Its own family first: those are what it is taken for.
    others.sort_by_key(|k| k.entry.family != knot.entry.family);
    others.truncate(OFFERED - 1);
    let named = |k: &'static Knot| Offered {
        says: k.entry.name.clone(),
        picture: None,
        because: format!("{} would show: {}.", k.entry.name, look_for(k)),
    };
    let (offered, right) = shuffled(std::iter::once(*knot).chain(others).map(named).collect(), dice);
    let picture = Picture {
        mirrored: dice.chance.random_ratio(1, 3),
        behind: dice.chance.random_ratio(1, 4),
        ..Picture::of(knot, Shown::Tied)
    };
    Some(Question {
        knot,
        asks: "What is it?".into(),
        given: String::new(),
        picture: Some(picture),
        offered,
        right,
        says: format!("{}: {}.", knot.entry.name, look_for(knot)),
    })
}

/// What tells a knot, in a few words.
fn look_for(knot: &Knot) -> String {
    let all: Vec<&str> = knot.entry.telltale.iter().map(|t| t.look.as_str()).take(2).collect();
    all.join(", ")
}

/// Another knot that does not come to the same picture: two ways to one form are no question.
fn tells_apart(knot: &Knot, other: &Knot) -> bool {
    let same = knot.entry.identity == other.entry.identity && knot.path.poles.len() == other.path.poles.len();
    knot.id != other.id && !same && !other.entry.telltale.is_empty()
}

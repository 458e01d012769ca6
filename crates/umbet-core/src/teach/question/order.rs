//! In which order? The moves of a knot, shuffled.

use super::{Dice, Offered, Picture, Question, Shown};
use crate::knot::Knot;
use rand::prelude::*;

/// Fewer moves are no question, more do not fit in one look.
const MOVES: std::ops::RangeInclusive<usize> = 3..=7;

pub(super) fn ask(about: &[&'static Knot], dice: &mut Dice<'_>) -> Option<Question> {
    let distinct = |k: &Knot| {
        let says = k.entry.step.iter().map(|s| &s.say).collect::<std::collections::BTreeSet<_>>();
        says.len() == k.entry.step.len() && MOVES.contains(&says.len())
    };
    let knot = *about.iter().filter(|k| distinct(k)).collect::<Vec<_>>().choose(&mut dice.chance)?;
    let steps = &knot.entry.step;
    let mut places: Vec<usize> = (0..steps.len()).collect();
    places.shuffle(&mut dice.chance);
    if places.is_sorted() {
        return None;
    }
    let offered =
        places.iter().map(|p| Offered { says: steps[*p].say.clone(), picture: None, because: String::new() }).collect();
    let right = (0..steps.len()).filter_map(|step| places.iter().position(|p| *p == step)).collect();
    Some(Question {
        knot,
        asks: format!("Put the moves of the {} in order.", knot.entry.said()),
        given: String::new(),
        picture: Some(Picture::of(knot, Shown::Tied)),
        offered,
        right,
        says: "From the first to the last.".into(),
    })
}

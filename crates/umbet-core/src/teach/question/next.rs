//! What comes next? A knot on its way, and moves: the next one, others of its own, and of knots tied much alike.

use super::{Dice, OFFERED, Offered, Picture, Question, Shown, shuffled};
use crate::knot::{Knot, catalogue, told};
use rand::prelude::*;

pub(super) fn ask(about: &[&'static Knot], dice: &mut Dice<'_>) -> Option<Question> {
    let knot = *about.iter().filter(|k| k.entry.step.len() > 2).collect::<Vec<_>>().choose(&mut dice.chance)?;
    let steps = &knot.entry.step;
    let done = dice.chance.random_range(1..steps.len());
    let mirrored = dice.chance.random_ratio(1, 3);
    let says = |text: &str| told(text, mirrored).into_owned();
    let own = steps.iter().enumerate().filter(|(i, s)| *i != done && s.say != steps[done].say);
    let mut others: Vec<(String, String)> = own
        .map(|(i, s)| {
            let because = if i < done { "That is done already." } else { "That comes later." };
            (says(&s.say), because.to_owned())
        })
        .collect();
    others.shuffle(&mut dice.chance);
    others.truncate(OFFERED - 2);
    let kin = catalogue().knots().iter().filter(|k| k.entry.family == knot.entry.family && k.id != knot.id);
    let mut kin: Vec<(&Knot, &str)> = kin.flat_map(|k| k.entry.step.iter().map(move |s| (k, s.say.as_str()))).collect();
    kin.retain(|(_, say)| steps.iter().all(|s| s.say != *say));
    kin.shuffle(&mut dice.chance);
    for (k, say) in kin {
        let because = format!("That is a move of the {}.", k.entry.said());
        if others.len() < OFFERED - 1 && others.iter().all(|(o, _)| *o != says(say)) {
            others.push((says(say), because));
        }
    }
    if others.len() < OFFERED - 1 {
        return None;
    }
    let right = (says(&steps[done].say), String::new());
    let offered = std::iter::once(right).chain(others);
    let offered = offered.map(|(says, because)| Offered { says, picture: None, because }).collect();
    let (offered, right) = shuffled(offered, dice);
    Some(Question {
        knot,
        asks: format!("{}, after move {done}. What comes next?", knot.entry.name),
        given: String::new(),
        picture: Some(Picture { mirrored, ..Picture::of(knot, Shown::Step(done)) }),
        offered,
        right,
        says: format!("Move {}: {}", done + 1, says(&steps[done].say)),
    })
}

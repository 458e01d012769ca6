//! Which of two is right? The knot and one of its missteps, drawn the same way.

use super::{Dice, Offered, Picture, Question, Shown, shuffled};
use crate::knot::Knot;
use crate::teach::spot::called;
use crate::topology::{Made, Misstep, missteps};
use rand::prelude::*;

pub(super) fn ask(about: &[&'static Knot], dice: &mut Dice<'_>) -> Option<Question> {
    let knot = *about.choose(&mut dice.chance)?;
    let wrong: Vec<&'static Misstep> = missteps(knot).iter().filter(|m| !m.at.is_empty()).collect();
    // What makes something with a name is what is taken for the knot.
    let named = wrong.iter().filter(|m| !nameless(m)).copied().collect::<Vec<_>>();
    let wrong = *(if named.is_empty() { wrong } else { named }).choose(&mut dice.chance)?;
    let mirrored = dice.chance.random_ratio(1, 3);
    let picture = |shown| Some(Picture { mirrored, ..Picture::of(knot, shown) });
    let made = if nameless(wrong) { "a tie without a name".to_owned() } else { called(&wrong.made) };
    let offered = vec![
        Offered { says: String::new(), picture: picture(Shown::Laid), because: String::new() },
        Offered { says: String::new(), picture: picture(Shown::Wrong(wrong)), because: format!("That makes: {made}.") },
    ];
    let (offered, right) = shuffled(offered, dice);
    Some(Question {
        knot,
        asks: format!("Which is the {}?", knot.entry.said()),
        given: String::new(),
        picture: None,
        offered,
        right,
        says: format!("In the other: {}. Move {}: {}", wrong.done, wrong.step + 1, knot.entry.step[wrong.step].say),
    })
}

fn nameless(m: &Misstep) -> bool {
    matches!(m.made, Made::Unknown | Made::Tabled(_))
}

//! Spot the mistake: a drawing, right or wrong, in a random view and hand. What is it, and where did it go
//! wrong?
//!
//! A question is made from its seed alone, so that it can be asked again and marked without being stored.

use crate::draw::Mark;
use crate::knot::spline::{P2, distance};
use crate::knot::{Family, Knot, catalogue};
use crate::topology::{Made, Misstep, missteps};
use rand::prelude::*;
use rand::rngs::ChaCha8Rng;

/// Names offered.
const NAMES: usize = 4;
/// Places offered besides "nowhere".
const SPOTS: usize = 4;
/// Places nearer to each other than this cannot be told apart, in rope diameters.
const APART: f64 = 3.2;
/// One question in so many shows the right knot.
const RIGHT_ONE_IN: u32 = 3;

/// A question.
#[derive(Debug, Clone)]
pub struct Question {
    /// What it was meant to be.
    pub meant: &'static Knot,
    /// What was done wrong; nothing when it is right.
    pub wrong: Option<&'static Misstep>,
    /// Drawn for the other hand.
    pub mirrored: bool,
    /// Drawn from behind.
    pub behind: bool,
    /// Names to choose from.
    pub names: Vec<String>,
    /// Places to choose from, named 1, 2, …
    pub spots: Vec<Mark>,
    /// Which of the names is true.
    pub name: usize,
    /// Which of the places is wrong; none when nothing is.
    pub spot: Option<usize>,
}

/// What a tie is called in a drill.
pub fn called(made: &Made) -> String {
    let names = |ids: &[&str]| {
        let names = ids.iter().filter_map(|id| catalogue().find(id)).map(|k| k.entry.name.as_str());
        names.collect::<Vec<_>>().join(" or ")
    };
    match made {
        Made::Knots(ids) => names(ids),
        Made::Loop(ids) => format!("A loop we do not know; pulled out, the rope keeps: {}", names(ids)),
        Made::Turns => "Plain turns: nothing locks them".to_owned(),
        Made::Nothing => "Nothing: it falls open".to_owned(),
        Made::Tabled(_) | Made::Unknown => "Not a knot we know".to_owned(),
    }
}

/// The question of this seed, about a knot of the family, or of any.
pub fn question(seed: u64, family: Option<Family>) -> Option<Question> {
    let mut dice = ChaCha8Rng::seed_from_u64(seed);
    let pool: Vec<&'static Knot> =
        catalogue().taught().filter(|k| family.is_none_or(|f| k.entry.family == f)).collect();
    let meant = *pool.choose(&mut dice)?;
    let all = missteps(meant);
    let right = all.is_empty() || dice.random_ratio(1, RIGHT_ONE_IN);
    let wrong = if right { None } else { named_first(all, &mut dice) };
    let truth = wrong.map_or_else(|| meant.entry.name.clone(), |m| called(&m.made));
    let names = names(meant, &truth, &mut dice);
    let spots = spots(meant, wrong, &mut dice);
    Some(Question {
        meant,
        wrong,
        mirrored: dice.random(),
        behind: dice.random_ratio(1, 3),
        name: names.iter().position(|n| *n == truth)?,
        names,
        spot: wrong.and_then(|m| spots.iter().position(|s| m.at.first() == Some(&s.at))),
        spots,
    })
}

/// One misstep; those that make something with a name come up twice as often.
fn named_first(all: &'static [Misstep], dice: &mut ChaCha8Rng) -> Option<&'static Misstep> {
    let weight =
        |m: &&Misstep| if matches!(m.made, Made::Unknown | Made::Tabled(_) | Made::Loop(_)) { 1.0 } else { 2.0 };
    let all: Vec<&Misstep> = all.iter().filter(|m| !m.at.is_empty()).collect();
    all.choose_weighted(dice, weight).ok().copied()
}

/// The truth, the knot meant, and others a learner might think of.
fn names(meant: &'static Knot, truth: &str, dice: &mut ChaCha8Rng) -> Vec<String> {
    let mut names = vec![truth.to_owned()];
    if truth != meant.entry.name {
        names.push(meant.entry.name.clone());
    }
    let mut others: Vec<String> = missteps(meant).iter().map(|m| called(&m.made)).collect();
    let kin = catalogue().knots().iter().filter(|k| k.entry.family == meant.entry.family);
    let mut kin: Vec<String> = kin.map(|k| k.entry.name.clone()).collect();
    kin.shuffle(dice);
    others.extend(["Nothing: it falls open".to_owned(), "Not a knot we know".to_owned()]);
    others.shuffle(dice);
    others.extend(kin);
    for o in others {
        if names.len() < NAMES && !names.contains(&o) {
            names.push(o);
        }
    }
    names.shuffle(dice);
    names
}

/// The place that is wrong among others where the rope crosses.
fn spots(meant: &Knot, wrong: Option<&Misstep>, dice: &mut ChaCha8Rng) -> Vec<Mark> {
    let mut at: Vec<P2> = wrong.and_then(|m| m.at.first().copied()).into_iter().collect();
    let mut crossings: Vec<P2> = meant.path.letters.iter().flatten().copied().collect();
    crossings.shuffle(dice);
    let all_wrong = wrong.map_or(&[][..], |m| &m.at);
    for c in crossings {
        let clear = at.iter().chain(all_wrong).all(|o| distance(*o, c) > APART);
        if at.len() < SPOTS && clear {
            at.push(c);
        }
    }
    at.sort_by(|a, b| (a[0], a[1]).partial_cmp(&(b[0], b[1])).unwrap_or(std::cmp::Ordering::Equal));
    at.into_iter().enumerate().map(|(i, at)| Mark { at, name: (i + 1).to_string() }).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_question_is_the_same_when_asked_again_and_its_truth_is_among_the_names() {
        let mut right = 0;
        for seed in 0..300 {
            let q = question(seed, None).expect("there are knots");
            let again = question(seed, None).expect("there are knots");
            assert_eq!(
                (&q.names, &q.spots, q.meant.id.as_str()),
                (&again.names, &again.spots, again.meant.id.as_str())
            );
            let truth = q.wrong.map_or_else(|| q.meant.entry.name.clone(), |m| called(&m.made));
            assert_eq!(q.names[q.name], truth);
            assert!(q.names.iter().filter(|n| **n == truth).count() == 1 && q.names.len() == NAMES);
            assert_eq!(q.wrong.is_some(), q.spot.is_some(), "seed {seed}: {}", q.meant.id);
            right += u32::from(q.wrong.is_none());
        }
        assert!((60..160).contains(&right), "about a third are right: {right} of 300");
    }

    #[test]
    fn a_family_keeps_to_itself() {
        for seed in 0..40 {
            assert_eq!(question(seed, Some(Family::Bend)).expect("there are bends").meant.entry.family, Family::Bend);
        }
    }
}

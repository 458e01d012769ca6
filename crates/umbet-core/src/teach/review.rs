//! What a class's tries tell: which step loses people, what went wrong most, how long a knot took.

use super::tries::{Came, Try};
use crate::knot::Knot;
use crate::topology::{Misstep, missteps};
use crate::words::number;
use serde::Serialize;
use std::collections::BTreeMap;

/// From so many learners on, one mistake is the lesson's and not theirs (common practice: show it once more to all).
const SHOWN_AGAIN_FROM: usize = 3;
/// Minutes that a knot is being shown before the first try at it is logged, on average; counted with the tries.
const BEFORE_FIRST_MIN: f64 = 5.0;
/// A pause longer than this is not time at the knot.
const PAUSE_MIN: f64 = 20.0;

/// One try of a learner, by their number.
pub type Of<'a> = (i64, &'a Try);

/// A mistake made in a class.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Slip {
    /// The misstep; none when no misstep tells it.
    pub misstep: Option<String>,
    /// The move it happens in, from 1.
    pub step: Option<usize>,
    /// How often.
    pub times: usize,
    /// By whom, each once.
    pub who: Vec<i64>,
}

/// Mistakes in these tries, most learners first, then most often.
pub fn slips(knot: &'static Knot, tries: &[Of]) -> Vec<Slip> {
    let mut by: BTreeMap<Option<&str>, (usize, Vec<i64>)> = BTreeMap::new();
    for (who, t) in tries {
        let Came::Wrong(misstep) = &t.came else { continue };
        let entry = by.entry(misstep.as_deref()).or_default();
        entry.0 += 1;
        if !entry.1.contains(who) {
            entry.1.push(*who);
        }
    }
    let step = |id: Option<&str>| misstep(knot, id?).map(|m| m.step + 1);
    let mut all: Vec<Slip> = by
        .into_iter()
        .map(|(id, (times, who))| Slip { misstep: id.map(str::to_owned), step: step(id), times, who })
        .collect();
    all.sort_by_key(|s| (std::cmp::Reverse((s.who.len(), s.times)), s.misstep.clone()));
    all
}

/// A misstep of a knot by its id.
pub fn misstep(knot: &'static Knot, id: &str) -> Option<&'static Misstep> {
    missteps(knot).iter().find(|m| m.id == id)
}

/// The mistake that is the lesson's: so many made it that it is shown once more to all.
pub fn to_show_again(slips: &[Slip]) -> Option<&Slip> {
    slips.iter().find(|s| s.step.is_some() && s.who.len() >= SHOWN_AGAIN_FROM)
}

/// How many did it, at the head of a sentence.
pub fn how_many(slip: &Slip) -> String {
    crate::words::capital(&number(slip.who.len() as u32))
}

/// How many tries went wrong in each move of a knot, from the first.
pub fn by_move(knot: &'static Knot, tries: &[Of]) -> Vec<usize> {
    let mut moves = vec![0; knot.entry.step.len()];
    for slip in slips(knot, tries) {
        if let Some(n) = slip.step.and_then(|s| moves.get_mut(s - 1)) {
            *n += slip.times;
        }
    }
    moves
}

/// How tries went by the way of tying that was used.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WayWent {
    /// Name of the way; none for the one drawn first.
    pub way: Option<String>,
    /// Tries by it.
    pub tries: usize,
    /// Of these, right.
    pub right: usize,
}

/// How these tries went by each way used, the most used first; nothing where only one was used.
pub fn by_way<'a>(tries: impl Iterator<Item = &'a Try>) -> Vec<WayWent> {
    let mut all: Vec<WayWent> = Vec::new();
    for t in tries {
        let at = all.iter().position(|w| w.way == t.way).unwrap_or_else(|| {
            all.push(WayWent { way: t.way.clone(), tries: 0, right: 0 });
            all.len() - 1
        });
        all[at].tries += 1;
        all[at].right += usize::from(t.right());
    }
    all.sort_by_key(|w| std::cmp::Reverse(w.tries));
    if all.len() > 1 { all } else { Vec::new() }
}

/// From so many tries on, a way is said to miscarry or to go (common practice: three is no accident).
const A_WAY_FROM: usize = 3;

/// A way of tying that miscarries for a learner while another goes, in a sentence; nothing where none does.
pub fn miscarries<'a>(tries: impl Iterator<Item = &'a Try>) -> Option<String> {
    let all = by_way(tries);
    let share = |w: &WayWent| w.right as f64 / w.tries as f64;
    let told = || all.iter().filter(|w| w.tries >= A_WAY_FROM);
    let worst = told().min_by(|a, b| share(a).total_cmp(&share(b)))?;
    let best = told().max_by(|a, b| share(a).total_cmp(&share(b)))?;
    let differ = share(worst) <= 0.5 && share(best) - share(worst) >= 0.3;
    differ.then(|| {
        format!(
            "{} it miscarries, {} of {} right; {} it goes, {} of {}.",
            way_said(worst.way.as_deref(), true),
            worst.right,
            worst.tries,
            way_said(best.way.as_deref(), false),
            best.right,
            best.tries
        )
    })
}

/// A way of tying within a sentence or at its head.
pub fn way_said(way: Option<&str>, head: bool) -> String {
    let way = way.map_or_else(|| "along the rope".to_owned(), crate::words::small);
    if head { crate::words::capital(&way) } else { way }
}

/// Minutes a knot took in one lesson, from the times its tries were logged; nothing when fewer than two were. Long pauses, such
/// as a break, are left out.
pub fn minutes_taken(tries: &[&Try]) -> Option<f64> {
    let mut times: Vec<_> = tries.iter().map(|t| t.at).collect();
    times.sort_unstable();
    let between = times.windows(2).map(|w| (w[1] - w[0]).num_seconds() as f64 / 60.0);
    let at_it: f64 = between.filter(|m| *m <= PAUSE_MIN).sum();
    (times.len() > 1).then_some(at_it + BEFORE_FIRST_MIN)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::knot::catalogue;
    use chrono::{DateTime, Duration, Utc};

    fn tried(minute: i64, came: Came) -> Try {
        let at = "2026-03-03T18:30:00Z".parse::<DateTime<Utc>>().expect("a time") + Duration::minutes(minute);
        Try { at, came, seconds: None, under: Vec::new(), way: None, witnessed: true }
    }

    #[test]
    fn the_step_that_loses_people_is_found_from_the_missteps() {
        let clove = catalogue().find("clove-hitch").expect("a clove");
        let m = &missteps(clove)[0];
        let wrong = tried(0, Came::Wrong(Some(m.id.clone())));
        let (right, other) = (tried(1, Came::Right), tried(2, Came::Wrong(None)));
        let tries = [(1, &wrong), (2, &wrong), (2, &wrong), (3, &right), (4, &wrong), (5, &other)];
        let found = slips(clove, &tries);
        assert_eq!(found[0].who, [1, 2, 4]);
        assert_eq!((found[0].times, found[0].step), (4, Some(m.step + 1)));
        assert_eq!((found[1].misstep.as_deref(), found[1].step), (None, None));
        assert_eq!(to_show_again(&found), Some(&found[0]));
        assert_eq!(how_many(&found[0]), "Three");
        let moves = by_move(clove, &tries);
        assert_eq!((moves[m.step], moves.iter().sum::<usize>()), (4, 4));
        assert_eq!(to_show_again(&slips(clove, &tries[..3])), None, "two are helped one by one");
    }

    #[test]
    fn what_the_catalogue_does_not_know_any_more_is_counted_without_a_move() {
        let clove = catalogue().find("clove-hitch").expect("a clove");
        let gone = tried(0, Came::Wrong(Some("A99".into())));
        let found = slips(clove, &[(1, &gone), (2, &gone), (3, &gone)]);
        assert_eq!((found.len(), found[0].step), (1, None));
        assert_eq!(to_show_again(&found), None);
    }

    #[test]
    fn time_at_a_knot_leaves_the_break_out() {
        let tries: Vec<Try> = [0, 6, 10, 40, 43].map(|m| tried(m, Came::Right)).to_vec();
        let refs: Vec<&Try> = tries.iter().collect();
        assert_eq!(minutes_taken(&refs), Some(13.0 + BEFORE_FIRST_MIN));
        assert_eq!(minutes_taken(&refs[..1]), None);
    }
}

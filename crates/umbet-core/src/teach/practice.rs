//! When to tie it again. Two schools: five a day for a week and then once a week, or spaced by how well it is remembered
//! (the free spaced repetition scheduler, by `rs-fsrs`).

use super::tries::Try;
use chrono::{DateTime, Days, NaiveDate, Utc};
use rs_fsrs::{Card, FSRS, Parameters, Rating};
use serde::{Deserialize, Serialize};

words! {
    /// How practice is spread.
    Spread {
        /// Five a day for seven days, then weekly (common practice of instructors).
        FiveADay => "five a day for a week, then weekly",
        /// By spaced repetition: again when it would be about to go.
        Spaced => "when it is about to be forgotten",
    }
}

/// Ties a day in the first week.
pub const A_DAY: u32 = 5;
/// Days of the first week.
pub const FIRST_DAYS: u32 = 7;
/// Days from then on.
const WEEKLY: u64 = 7;

/// When a knot is due.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Due {
    /// The day.
    pub on: NaiveDate,
    /// So many times on that day.
    pub times: u32,
    /// Share of those who last tied it so long ago and so often that would still tie it today, from 0 to 1; an estimate, and
    /// only told by spaced repetition.
    pub remembered: Option<f64>,
    /// Days in which that share falls to nine in ten.
    pub stability_days: Option<f64>,
}

impl Due {
    /// Days until it is due; below zero when it is overdue.
    pub fn in_days(&self, today: NaiveDate) -> i64 {
        (self.on - today).num_days()
    }
}

/// When a knot tied so is due, by the tries of one learner, oldest first; nothing before the first of them.
pub fn due(spread: Spread, tries: &[Try], limit_s: Option<f64>, now: DateTime<Utc>) -> Option<Due> {
    due_by(spread, tries, || Memory::of(tries, limit_s), now)
}

/// The same, where what the tries left in the memory may be known already.
pub fn due_by(spread: Spread, tries: &[Try], memory: impl FnOnce() -> Memory, now: DateTime<Utc>) -> Option<Due> {
    match spread {
        Spread::FiveADay => five_a_day(tries, now.date_naive()),
        Spread::Spaced => memory().due(now),
    }
}

/// What tries at a knot have left in the memory. It grows with each try, so that what was reckoned once is not reckoned again.
#[derive(Debug, Clone)]
pub struct Memory {
    limit_s: Option<f64>,
    card: Option<Card>,
}

impl Memory {
    /// After these tries, oldest first, graded by the seconds the standard allows.
    pub fn of(tries: &[Try], limit_s: Option<f64>) -> Self {
        Self { limit_s, card: None }.after(tries)
    }

    /// After these tries as well.
    pub fn after(self, tries: &[Try]) -> Self {
        let fsrs = FSRS::new(Parameters::default());
        let card = tries.iter().fold(self.card, |card, t| {
            let card = card.unwrap_or_else(|| Card { due: t.at, last_review: t.at, ..Card::new() });
            Some(fsrs.next(card, t.at, grade(t, self.limit_s)).card)
        });
        Self { card, ..self }
    }

    /// Seconds by which the tries were graded.
    pub fn limit_s(&self) -> Option<f64> {
        self.limit_s
    }

    /// When it is due by spaced repetition; nothing before the first try.
    pub fn due(&self, now: DateTime<Utc>) -> Option<Due> {
        let card = self.card.as_ref()?;
        let elapsed = (now - card.last_review).num_seconds().max(0) as f64 / 86_400.0;
        Some(Due {
            on: card.due.date_naive(),
            times: 1,
            remembered: Some(Parameters::forgetting_curve(elapsed, card.stability)),
            stability_days: Some(card.stability),
        })
    }
}

/// A day counts when five were tied on it; missed days move the rest back. A mistake after the first week asks for five that day.
fn five_a_day(tries: &[Try], today: NaiveDate) -> Option<Due> {
    let mut days: Vec<(NaiveDate, u32, bool)> = Vec::new();
    for t in tries {
        let day = t.at.date_naive();
        match days.last_mut() {
            Some((d, n, wrong)) if *d == day => (*n, *wrong) = (*n + 1, *wrong || !t.right()),
            _ => days.push((day, 1, !t.right())),
        }
    }
    let (last, tied, wrong) = *days.last()?;
    let full = days.iter().filter(|(_, n, _)| *n >= A_DAY).count() as u32;
    let plain = |on: NaiveDate, times| Some(Due { on, times, remembered: None, stability_days: None });
    let next_day = if last < today { today } else { last + Days::new(1) };
    let week_done = full >= FIRST_DAYS;
    match () {
        // The day is begun and not done: the rest of it.
        () if last == today && tied < A_DAY && (!week_done || wrong) => plain(today, A_DAY - tied),
        () if !week_done => plain(next_day, A_DAY),
        () => plain(last + Days::new(WEEKLY), 1),
    }
}

/// How a try is graded: wrong, right but too slow, right, right in half the time.
fn grade(t: &Try, limit_s: Option<f64>) -> Rating {
    match (t.right(), limit_s.zip(t.seconds)) {
        (false, _) => Rating::Again,
        (true, Some((most, s))) if s > most => Rating::Hard,
        (true, Some((most, s))) if s <= most / 2.0 => Rating::Easy,
        (true, _) => Rating::Good,
    }
}

/// Share that still ties it so many days after the last time, by the forgetting curve of the scheduler.
pub fn remembered_after(days: f64, stability_days: f64) -> f64 {
    Parameters::forgetting_curve(days, stability_days)
}

#[cfg(test)]
mod tests {
    use super::*;
    use serde_json::Value;

    /// Forty recorded review sequences, graded at random and answered early, on the day and late, of the reference
    /// implementation of the same generation (PyPI `fsrs` 3.1.0, Python 3.11; the script stands in the file): every interval and
    /// every stability comes out the same.
    #[test]
    fn intervals_are_those_of_the_reference_implementation() {
        let recorded: Value = serde_json::from_str(include_str!("recorded-reviews.json")).expect("JSON");
        let (mut reviews, fsrs) = (0, FSRS::new(Parameters::default()));
        for sequence in recorded["sequences"].as_array().expect("sequences") {
            let mut card: Option<Card> = None;
            for review in sequence.as_array().expect("reviews") {
                let at: DateTime<Utc> = review["at"].as_str().expect("a time").parse().expect("a time");
                let grade = match review["rating"].as_u64() {
                    Some(1) => Rating::Again,
                    Some(2) => Rating::Hard,
                    Some(3) => Rating::Good,
                    _ => Rating::Easy,
                };
                let before = card.unwrap_or_else(|| Card { due: at, last_review: at, ..Card::new() });
                let after = fsrs.next(before, at, grade).card;
                assert_eq!(
                    (after.due - at).num_minutes(),
                    review["due_minutes"].as_i64().expect("minutes"),
                    "{review}"
                );
                assert!((after.stability - review["stability"].as_f64().expect("days")).abs() < 2e-6, "{review}");
                assert!((after.difficulty - review["difficulty"].as_f64().expect("a number")).abs() < 2e-6, "{review}");
                card = Some(after);
                reviews += 1;
            }
        }
        assert!(reviews > 200, "{reviews}");
    }
}

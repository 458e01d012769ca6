//! A standard: when a learner can tie a knot. Said as an instructor says it: three right in a row, each under twenty seconds,
//! once with eyes shut.

use super::tries::{Condition, Try};
use crate::words::{capital, number};
use chrono::{DateTime, Days, Utc};
use serde::{Deserialize, Serialize};
use std::collections::HashSet;

/// A pass rule.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Standard {
    /// So many right in a row, 1 to 10.
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 10))]
    pub in_a_row: u32,
    /// Each within so many seconds, 3 to 600; no matter how long when absent.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 3, maximum = 600))]
    pub within_s: Option<f64>,
    /// And once under each of these.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(max_items = 9))]
    pub once: Vec<Condition>,
    /// What is looked at by eye besides: untied afterwards.
    #[serde(default)]
    pub untied: bool,
    /// Tail of at least so many fingers, up to 8; none is asked when absent.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 8))]
    pub tail_fingers: Option<u32>,
    /// It lapses so many days after it was last tied right, 7 to 1 000; never when absent.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 7, maximum = 1000))]
    pub lapses_days: Option<u32>,
}

impl Default for Standard {
    /// Three in a row with a tail of four fingers, good for a season (common practice).
    fn default() -> Self {
        Self {
            in_a_row: 3,
            within_s: Some(30.0),
            once: Vec::new(),
            untied: true,
            tail_fingers: Some(4),
            lapses_days: Some(180),
        }
    }
}

/// A part of a standard that cannot be used.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum Unfit {
    /// Rows of right tries.
    #[error("Ask for 1 to 10 right in a row.")]
    Row,
    /// Seconds.
    #[error("Ask for 3 to 600 seconds, or for no time at all.")]
    Seconds,
    /// Fingers.
    #[error("Ask for a tail of 1 to 8 fingers, or none.")]
    Fingers,
    /// Days.
    #[error("Let it lapse after 7 to 1 000 days, or never.")]
    Days,
    /// A condition twice.
    #[error("Ask for each condition once.")]
    Twice,
}

/// Where a learner stands by a standard.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Standing {
    /// Right in a row, up to what is asked.
    pub run: u32,
    /// Asked for.
    pub of: u32,
    /// What is still missing, in words; nothing when it is reached.
    pub missing: Vec<String>,
    /// When it was reached.
    pub reached: Option<DateTime<Utc>>,
    /// When it lapses, if nothing is tied until then.
    pub lapses: Option<DateTime<Utc>>,
    /// It was reached and has lapsed.
    pub lapsed: bool,
}

impl Standing {
    /// Reached and still good.
    pub fn holds(&self) -> bool {
        self.reached.is_some() && !self.lapsed
    }
}

impl Standard {
    /// Holds it to what can be asked.
    ///
    /// # Errors
    /// The first part that cannot be used.
    pub fn check(&self) -> Result<(), Unfit> {
        let once: HashSet<Condition> = self.once.iter().copied().collect();
        if !(1..=10).contains(&self.in_a_row) {
            Err(Unfit::Row)
        } else if self.within_s.is_some_and(|s| !(3.0..=600.0).contains(&s)) {
            Err(Unfit::Seconds)
        } else if self.tail_fingers.is_some_and(|f| !(1..=8).contains(&f)) {
            Err(Unfit::Fingers)
        } else if self.lapses_days.is_some_and(|d| !(7..=1000).contains(&d)) {
            Err(Unfit::Days)
        } else if once.len() < self.once.len() {
            Err(Unfit::Twice)
        } else {
            Ok(())
        }
    }

    /// In a sentence.
    pub fn says(&self) -> String {
        let mut parts = vec![match self.in_a_row {
            1 => "Right once".to_owned(),
            n => format!("{} right in a row", capital(&number(n))),
        }];
        if let Some(s) = self.within_s {
            parts.push(format!("{}under {s:.0} s", if self.in_a_row > 1 { "each " } else { "" }));
        }
        parts.extend(self.once.iter().map(|c| format!("once {}", c.words())));
        if let Some(f) = self.tail_fingers {
            parts.push(format!("a tail of {} finger{}", number(f), if f == 1 { "" } else { "s" }));
        }
        if self.untied {
            parts.push("untied afterwards".into());
        }
        parts.join(", ")
    }

    /// Right, and in time where a time is asked. Untimed tries count as in time: the instructor saw them.
    pub fn met_by(&self, t: &Try) -> bool {
        t.right() && self.within_s.is_none_or(|most| t.seconds.is_none_or(|s| s <= most))
    }

    /// Where a learner stands after these tries, oldest first. Only what was seen counts. A mistake empties the row; right but
    /// too slow neither adds to it nor empties it. Once reached it is kept until it lapses; tied right again it holds anew.
    pub fn standing(&self, tries: &[Try], now: DateTime<Utc>) -> Standing {
        let (mut run, mut best) = (0, 0);
        let mut open = self.once.clone();
        let (mut reached, mut last_right): (Option<DateTime<Utc>>, Option<DateTime<Utc>>) = (None, None);
        for t in tries.iter().filter(|t| t.witnessed) {
            if let (Some(_), Some(end)) = (reached, last_right.and_then(|l| self.end_of(l)))
                && t.at > end
            {
                (reached, run, best, open) = (None, 0, 0, self.once.clone());
            }
            if !t.right() {
                run = 0;
                continue;
            }
            last_right = Some(t.at);
            if self.met_by(t) {
                run += 1;
                best = best.max(run);
                open.retain(|c| !t.under.contains(c));
            }
            if reached.is_none() && best >= self.in_a_row && open.is_empty() {
                reached = Some(t.at);
            }
        }
        let lapses = reached.and(last_right).and_then(|l| self.end_of(l));
        let shown = if reached.is_some() || best >= self.in_a_row { self.in_a_row } else { run };
        Standing {
            run: shown,
            of: self.in_a_row,
            missing: if reached.is_some() { Vec::new() } else { self.missing(shown, &open) },
            reached,
            lapses,
            lapsed: lapses.is_some_and(|l| now > l),
        }
    }

    fn end_of(&self, last_right: DateTime<Utc>) -> Option<DateTime<Utc>> {
        last_right.checked_add_days(Days::new(self.lapses_days?.into()))
    }

    fn missing(&self, run: u32, open: &[Condition]) -> Vec<String> {
        let row = (run < self.in_a_row).then(|| {
            let more = number(self.in_a_row - run);
            if run == 0 { format!("{more} right in a row") } else { format!("{more} more in this row") }
        });
        row.into_iter().chain(open.iter().map(|c| format!("once {}", c.words()))).collect()
    }
}

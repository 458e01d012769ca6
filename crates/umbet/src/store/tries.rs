//! Tries at knots: added, taken back, read; never changed.

use super::{Store, touched};
use crate::error::Error;
use chrono::{DateTime, SecondsFormat, Utc};
use serde::{Deserialize, Serialize};
use std::collections::{HashMap, HashSet};
use umbet_core::knot::catalogue;
use umbet_core::teach::tries::{Came, Condition, Try};
use utoipa::ToSchema;

/// Longest name of a misstep, in characters.
pub const LONGEST_MISSTEP: usize = 60;

/// A try as it is kept.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct KeptTry {
    /// Number.
    pub id: i64,
    /// Whose.
    pub learner_id: i64,
    /// In which lesson; none when it was practice.
    pub lesson_id: Option<i64>,
    /// The knot that was asked for.
    pub knot: String,
    /// How it came out.
    #[serde(flatten)]
    pub tried: Try,
}

/// A try as it is logged.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TryInput {
    /// Whose.
    pub learner: i64,
    /// The knot that was asked for.
    pub knot: String,
    /// How it came out.
    pub came: Came,
    /// Seconds it took, 0.5 to 3 600; absent when no clock ran.
    #[serde(default)]
    #[schema(minimum = 0.5, maximum = 3600)]
    pub seconds: Option<f64>,
    /// What made it harder.
    #[serde(default)]
    #[schema(max_items = 9)]
    pub under: Vec<Condition>,
    /// The way of tying that was used, by its name; the way drawn first when absent.
    #[serde(default)]
    #[schema(max_length = 60)]
    pub way: Option<String>,
    /// A word of the sender's own for this try, so that one sent twice is kept once.
    #[schema(min_length = 8, max_length = 64)]
    pub key: String,
}

/// A learner's own practice as it is logged.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Practised {
    /// The knot that was asked for.
    pub knot: String,
    /// How it came out.
    pub came: Came,
    /// Seconds it took, 0.5 to 3 600; absent when no clock ran.
    #[serde(default)]
    #[schema(minimum = 0.5, maximum = 3600)]
    pub seconds: Option<f64>,
    /// What made it harder.
    #[serde(default)]
    #[schema(max_items = 9)]
    pub under: Vec<Condition>,
    /// The way of tying that was used, by its name; the way drawn first when absent.
    #[serde(default)]
    #[schema(max_length = 60)]
    pub way: Option<String>,
    /// A word of the sender's own for this try, so that one sent twice is kept once.
    #[schema(min_length = 8, max_length = 64)]
    pub key: String,
}

impl Practised {
    /// The same as a try of this learner's.
    pub fn by(self, learner: i64) -> TryInput {
        let Self { knot, came, seconds, under, way, key } = self;
        TryInput { learner, knot, came, seconds, under, way, key }
    }
}

/// How often a learner's tries were added to and undone: while both stay, what was read of them holds.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct TriesNumbered {
    added: i64,
    /// Taken back or brought back.
    pub undone: i64,
}

struct Row {
    id: i64,
    learner_id: i64,
    lesson_id: Option<i64>,
    knot: String,
    came_right: bool,
    misstep: Option<String>,
    seconds: Option<f64>,
    conditions: String,
    witnessed: bool,
    at: String,
    way: Option<String>,
}

impl Row {
    fn read(self) -> Result<KeptTry, Error> {
        let at = self.at.parse::<DateTime<Utc>>().map_err(|e| Error::Export(e.into()))?;
        let came = if self.came_right { Came::Right } else { Came::Wrong(self.misstep) };
        // Most tries have none: nothing to read.
        let under = if self.conditions == "[]" { Vec::new() } else { serde_json::from_str(&self.conditions)? };
        let tried = Try { at, came, seconds: self.seconds, under, way: self.way, witnessed: self.witnessed };
        Ok(KeptTry { id: self.id, learner_id: self.learner_id, lesson_id: self.lesson_id, knot: self.knot, tried })
    }
}

fn read(rows: Vec<Row>) -> Result<Vec<KeptTry>, Error> {
    rows.into_iter().map(Row::read).collect()
}

impl TryInput {
    fn check(&self) -> Result<(), Error> {
        let Some(knot) = catalogue().taught().find(|k| k.id == self.knot) else {
            return Err(Error::fault("knot", "No such knot to be tied."));
        };
        if self.way.as_ref().is_some_and(|way| knot.entry.way.iter().all(|w| w.name != *way)) {
            return Err(Error::fault("way", "No such way of tying it. Take one of the knot's own, or none."));
        }
        if self.seconds.is_some_and(|s| !(0.5..=3600.0).contains(&s)) {
            return Err(Error::fault("seconds", "Give 0.5 to 3 600 seconds, or none."));
        }
        if !(8..=64).contains(&self.key.chars().count()) {
            return Err(Error::fault("key", "Give a key of 8 to 64 characters."));
        }
        if self.under.len() > Condition::ALL.len() {
            return Err(Error::fault("under", "Give each condition once."));
        }
        if let Came::Wrong(Some(m)) = &self.came
            && m.chars().count() > LONGEST_MISSTEP
        {
            return Err(Error::fault("came", "No such misstep."));
        }
        Ok(())
    }
}

async fn insert(store: &Store, t: &KeptTry, key: &str) -> Result<(), Error> {
    let (right, misstep) = match &t.tried.came {
        Came::Right => (true, None),
        Came::Wrong(misstep) => (false, misstep.as_deref()),
    };
    let under = serde_json::to_string(&t.tried.under)?;
    let at = t.tried.at.to_rfc3339_opts(SecondsFormat::Millis, true);
    sqlx::query_file!(
        "queries/try-add.sql",
        t.learner_id,
        t.lesson_id,
        t.knot,
        right,
        misstep,
        t.tried.seconds,
        under,
        t.tried.witnessed,
        at,
        t.tried.way,
        key
    )
    .execute(store.pool())
    .await?;
    Ok(())
}

impl KeptTry {
    /// Logs a try: in a lesson it is witnessed, without one it is the learner's own word. The same key again is the same try.
    ///
    /// # Errors
    /// When a value cannot be used, or the store fails.
    pub async fn add(store: &Store, lesson: Option<i64>, input: &TryInput, at: DateTime<Utc>) -> Result<Self, Error> {
        input.check()?;
        let TryInput { learner, knot, came, seconds, under, way, key } = input.clone();
        let tried = Try { at, came, seconds, under, way, witnessed: lesson.is_some() };
        insert(store, &KeptTry { id: 0, learner_id: learner, lesson_id: lesson, knot, tried }, &key).await?;
        let row = sqlx::query_file_as!(Row, "queries/try-by-key.sql", input.key).fetch_one(store.pool()).await?;
        row.read()
    }

    /// Takes in tries that were logged elsewhere, all of them or none; those already there are left out. Tells how many were new.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn take_in(store: &Store, course: i64, tries: &[Self]) -> Result<usize, Error> {
        let there = Self::of_course(store, course).await?;
        let mut there: HashSet<String> = there.iter().map(Self::key).collect();
        let whole = store.as_one().await?;
        let mut added = 0;
        for t in tries.iter().filter(|t| there.insert(t.key())) {
            insert(&whole, t, &t.key()).await?;
            added += 1;
        }
        whole.keep().await?;
        Ok(added)
    }

    /// A learner ties a knot once at a time.
    fn key(&self) -> String {
        format!("row-{}-{}-{}", self.learner_id, self.knot, self.tried.at.timestamp_millis())
    }

    /// Takes a try back; [`Self::restore`] undoes it.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn take_back(store: &Store, id: i64) -> Result<(), Error> {
        let done = sqlx::query_file!("queries/try-taken-back.sql", id).execute(store.pool()).await?;
        touched(done.rows_affected(), "try")
    }

    /// Brings a try back that was taken back; one that was not is answered as it is.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn restore(store: &Store, id: i64) -> Result<Self, Error> {
        sqlx::query_file!("queries/try-restore.sql", id).execute(store.pool()).await?;
        let row = sqlx::query_file_as!(Row, "queries/try-get.sql", id).fetch_optional(store.pool()).await?;
        row.ok_or(Error::Missing("try"))?.read()
    }

    /// All tries of a learner, oldest first.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn of_learner(store: &Store, learner: i64) -> Result<Vec<Self>, Error> {
        read(sqlx::query_file_as!(Row, "queries/try-of-learner.sql", learner).fetch_all(store.pool()).await?)
    }

    /// Tries of a learner logged after the try of this number, in the order they were logged.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn of_learner_since(store: &Store, learner: i64, newest: i64) -> Result<Vec<Self>, Error> {
        read(
            sqlx::query_file_as!(Row, "queries/try-of-learner-since.sql", learner, newest)
                .fetch_all(store.pool())
                .await?,
        )
    }

    /// The learners of a course, and how often the tries of each changed.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn numbered(store: &Store, course: i64) -> Result<HashMap<i64, TriesNumbered>, Error> {
        let rows = sqlx::query_file!("queries/learner-tries-numbered.sql", course).fetch_all(store.pool()).await?;
        let numbered = |added, undone| TriesNumbered { added, undone };
        Ok(rows.into_iter().map(|r| (r.id, numbered(r.tries_added, r.tries_undone))).collect())
    }

    /// All tries of a course's learners, oldest first.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn of_course(store: &Store, course: i64) -> Result<Vec<Self>, Error> {
        read(sqlx::query_file_as!(Row, "queries/try-of-course.sql", course).fetch_all(store.pool()).await?)
    }
}

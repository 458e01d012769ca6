//! Courses and their lessons.

use super::{NAME_LONG, Store, changed, name, touched};
use crate::error::Error;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use umbet_core::knot::catalogue;
use umbet_core::teach::course::CourseDraft;
use umbet_core::teach::minutes::Pace;
use umbet_core::teach::practice::Spread;
use umbet_core::teach::standard::{Standard, Unfit};
use utoipa::ToSchema;

/// A course in the list.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct CourseSummary {
    /// Number.
    pub id: i64,
    /// Name.
    pub name: String,
    /// Lessons in all.
    pub lessons: i64,
    /// Lessons held.
    pub held: i64,
    /// Learners.
    pub learners: i64,
}

/// A course.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Course {
    /// Number.
    pub id: i64,
    /// Name.
    pub name: String,
    /// What is asked of it.
    pub draft: CourseDraft,
    /// Numbers of the jobs it serves.
    pub jobs: Vec<i64>,
    /// The standard for its knots.
    pub standard: Standard,
    /// Knots that have a standard of their own, by id.
    pub standards: BTreeMap<String, Standard>,
    /// How practice is spread.
    pub spread: Spread,
    /// The first lesson, local: `2026-03-03T18:30`.
    pub first_at: String,
    /// Days from one lesson to the next.
    pub every_days: i64,
    /// Version.
    pub version: i64,
}

/// A course as given.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CourseInput {
    /// Name.
    pub name: String,
    /// What is asked of it.
    pub draft: CourseDraft,
    /// Numbers of the jobs it serves: their knots are taught.
    #[serde(default)]
    pub jobs: Vec<i64>,
    /// The standard for its knots; three in a row and so on when absent.
    #[serde(default)]
    pub standard: Standard,
    /// Knots that have a standard of their own, by id.
    #[serde(default)]
    pub standards: BTreeMap<String, Standard>,
    /// How practice is spread; five a day when absent.
    #[serde(default = "five_a_day")]
    pub spread: Spread,
    /// The first lesson, local: `2026-03-03T18:30`.
    pub first_at: String,
    /// Days from one lesson to the next, 1 to 60.
    #[serde(default = "weekly")]
    pub every_days: i64,
    /// Version the change is made to; not asked of a new course.
    #[serde(default)]
    pub version: i64,
}

impl From<Course> for CourseInput {
    fn from(c: Course) -> Self {
        let Course { id: _, name, draft, jobs, standard, standards, spread, first_at, every_days, version } = c;
        Self { name, draft, jobs, standard, standards, spread, first_at, every_days, version }
    }
}

const fn five_a_day() -> Spread {
    Spread::FiveADay
}

const fn weekly() -> i64 {
    7
}

/// How the first lesson's day and hour are written.
pub const FIRST_AT: &str = "^(19|20)[0-9]{2}-((0[13578]|1[02])-(0[1-9]|[12][0-9]|3[01])|(0[469]|11)-(0[1-9]|[12][0-9]|30)|\
                            02-(0[1-9]|1[0-9]|2[0-9]))T([01][0-9]|2[0-3]):[0-5][0-9]$";

/// Least and most days from one lesson to the next.
pub const EVERY_DAYS: [i64; 2] = [1, 60];

/// A lesson.
#[derive(Debug, Clone, PartialEq)]
pub struct Lesson {
    /// Number.
    pub id: i64,
    /// Its course.
    pub course_id: i64,
    /// Place in it, from 1.
    pub position: i64,
    /// Ids of its knots in order.
    pub knots: Vec<&'static str>,
    /// When it was held.
    pub held_at: Option<String>,
    /// Minutes each knot took in it.
    pub taken: BTreeMap<String, f64>,
    /// What is being done in it.
    pub doing: Doing,
}

/// What is being done in a lesson: kept with it, so that a reload or a closed lid loses nothing.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Doing {
    /// The knot.
    pub knot: Option<String>,
    /// The move shown to all, from 1; the finished knot when absent.
    #[schema(minimum = 1, maximum = 60)]
    pub step: Option<u32>,
    /// Shown mirrored, for a class that faces the instructor.
    pub mirrored: bool,
    /// Nothing is shown.
    pub blank: bool,
    /// When this go began.
    pub go_at: Option<chrono::DateTime<chrono::Utc>>,
    /// The clock runs since then; it stands when absent.
    pub running_since: Option<chrono::DateTime<chrono::Utc>>,
    /// Seconds on the clock before that.
    #[schema(minimum = 0, maximum = 86400)]
    pub elapsed_s: f64,
}

struct CourseRow {
    id: i64,
    name: String,
    draft: String,
    jobs: String,
    standard: String,
    standards: String,
    spread: String,
    first_at: String,
    every_days: i64,
    version: i64,
}

struct LessonRow {
    id: i64,
    course_id: i64,
    position: i64,
    knots: String,
    held_at: Option<String>,
    taken: String,
    doing: String,
    #[allow(dead_code, reason = "read with the rest of the row")]
    version: i64,
}

impl CourseRow {
    fn read(self) -> Result<Course, Error> {
        Ok(Course {
            id: self.id,
            name: self.name,
            draft: serde_json::from_str(&self.draft)?,
            jobs: serde_json::from_str(&self.jobs)?,
            standard: serde_json::from_str(&self.standard)?,
            standards: serde_json::from_str(&self.standards)?,
            spread: serde_json::from_value(self.spread.into())?,
            first_at: self.first_at,
            every_days: self.every_days,
            version: self.version,
        })
    }
}

impl LessonRow {
    fn read(self) -> Result<Lesson, Error> {
        let knots: Vec<String> = serde_json::from_str(&self.knots)?;
        Ok(Lesson {
            id: self.id,
            course_id: self.course_id,
            position: self.position,
            knots: known(&knots),
            held_at: self.held_at,
            taken: serde_json::from_str(&self.taken)?,
            doing: if self.doing == "{}" { Doing::default() } else { serde_json::from_str(&self.doing)? },
        })
    }
}

/// Those of these ids that the catalogue has.
fn known(ids: &[String]) -> Vec<&'static str> {
    ids.iter().filter_map(|id| catalogue().find(id)).map(|k| k.id.as_str()).collect()
}

/// Reads a local date and time.
pub fn local(words: &str) -> Option<jiff::civil::DateTime> {
    words.parse().ok()
}

impl CourseInput {
    fn check(&self) -> Result<Self, Error> {
        self.draft.check().map_err(|e| Error::fault("draft", e.to_string()))?;
        self.standard.check().map_err(|e| Error::fault("standard", e.to_string()))?;
        for (id, standard) in &self.standards {
            let knot = catalogue().find(id).filter(|k| k.entry.never.is_none());
            let knot = knot.ok_or_else(|| Error::fault("standards", format!("There is no knot `{id}`.")))?;
            let says = |e: Unfit| format!("The {}: {e}", knot.entry.said());
            standard.check().map_err(|e| Error::fault("standards", says(e)))?;
        }
        if local(&self.first_at).is_none() {
            return Err(Error::fault("first_at", "Give the first lesson as 2026-03-03T18:30."));
        }
        if !(EVERY_DAYS[0]..=EVERY_DAYS[1]).contains(&self.every_days) {
            return Err(Error::fault("every_days", "Give 1 to 60 days from one lesson to the next."));
        }
        Ok(Self { name: name("name", &self.name, NAME_LONG)?, ..self.clone() })
    }
}

impl Course {
    /// All courses, oldest first.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn list(store: &Store) -> Result<Vec<CourseSummary>, Error> {
        Ok(sqlx::query_file_as!(CourseSummary, "queries/course-list.sql").fetch_all(store.pool()).await?)
    }

    /// One course.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn get(store: &Store, id: i64) -> Result<Self, Error> {
        let row = sqlx::query_file_as!(CourseRow, "queries/course-get.sql", id).fetch_optional(store.pool()).await?;
        row.ok_or(Error::Missing("course"))?.read()
    }

    /// Adds a course and arranges its lessons.
    ///
    /// # Errors
    /// When a value cannot be used, or the store fails.
    pub async fn add(store: &Store, input: &CourseInput) -> Result<Self, Error> {
        let whole = store.as_one().await?;
        let course = Self::add_within(&whole, input).await?;
        whole.keep().await?;
        Ok(course)
    }

    /// The same as part of a larger write.
    ///
    /// # Errors
    /// When a value cannot be used, or the store fails.
    pub async fn add_within(whole: &Store, input: &CourseInput) -> Result<Self, Error> {
        let c = input.check()?;
        let Written { draft, jobs, standard, standards, spread } = c.written()?;
        let done = sqlx::query_file!(
            "queries/course-add.sql",
            c.name,
            draft,
            jobs,
            standard,
            standards,
            spread,
            c.first_at,
            c.every_days
        );
        let id = done.execute(whole.pool()).await?.last_insert_rowid();
        for (i, knots) in c.draft.arranged(Pace::of(&[])).iter().enumerate() {
            Lesson::add(whole, id, i as i64 + 1, knots).await?;
        }
        Self::get(whole, id).await
    }

    /// Changes a course. Lessons held stay as they were; how many are still to come follows what is asked.
    ///
    /// # Errors
    /// When a value cannot be used, the version is old, or the store fails.
    pub async fn put(store: &Store, id: i64, input: &CourseInput) -> Result<Self, Error> {
        let c = input.check()?;
        let Written { draft, jobs, standard, standards, spread } = c.written()?;
        let whole = store.as_one().await?;
        let (before, lessons) = (Self::get(&whole, id).await?, Lesson::list(&whole, id).await?);
        for held in lessons.iter().filter(|l| l.held_at.is_some()) {
            let lesson = held.position as u32;
            if lesson <= c.draft.lessons && before.draft.projects_of(lesson) != c.draft.projects_of(lesson) {
                let says = format!("Lesson {lesson} was held; what was made in it stays as it was.");
                return Err(Error::fault("draft", says));
            }
        }
        let done = sqlx::query_file!(
            "queries/course-put.sql",
            c.name,
            draft,
            jobs,
            standard,
            standards,
            spread,
            c.first_at,
            c.every_days,
            id,
            c.version
        );
        if done.execute(whole.pool()).await?.rows_affected() == 0 {
            return changed(0, Self::get(store, id).await);
        }
        let asked = i64::from(c.draft.lessons);
        sqlx::query_file!("queries/lesson-drop.sql", id, asked).execute(whole.pool()).await?;
        for position in lessons.len() as i64 + 1..=asked {
            Lesson::add(&whole, id, position, &[]).await?;
        }
        whole.keep().await?;
        Self::get(store, id).await
    }

    /// Puts knots into lessons, all at once: those held are left as they are.
    ///
    /// # Errors
    /// When the version is old, or the store fails.
    pub async fn arrange(store: &Store, id: i64, lessons: &[Vec<&'static str>], version: i64) -> Result<Self, Error> {
        let whole = store.as_one().await?;
        let course = Self::arrange_within(&whole, id, lessons, version).await?;
        whole.keep().await?;
        Ok(course)
    }

    /// The same as part of a larger write.
    ///
    /// # Errors
    /// When the version is old, or the store fails.
    pub async fn arrange_within(
        whole: &Store,
        id: i64,
        lessons: &[Vec<&'static str>],
        version: i64,
    ) -> Result<Self, Error> {
        let done = sqlx::query_file!("queries/course-touch.sql", id, version).execute(whole.pool()).await?;
        if done.rows_affected() == 0 {
            return changed(0, Self::get(whole, id).await);
        }
        for (i, knots) in lessons.iter().enumerate() {
            let (position, knots) = (i as i64 + 1, serde_json::to_string(knots)?);
            sqlx::query_file!("queries/lesson-arrange.sql", knots, id, position).execute(whole.pool()).await?;
        }
        Self::get(whole, id).await
    }

    /// Puts a course away; [`Self::restore`] brings it back.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn delete(store: &Store, id: i64) -> Result<(), Error> {
        let done = sqlx::query_file!("queries/course-delete.sql", id).execute(store.pool()).await?;
        touched(done.rows_affected(), "course")
    }

    /// Brings a course back; one that is there already is answered as it is.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn restore(store: &Store, id: i64) -> Result<Self, Error> {
        sqlx::query_file!("queries/course-restore.sql", id).execute(store.pool()).await?;
        Self::get(store, id).await
    }

    /// The standard for a knot: its own, or the course's.
    pub fn standard_of(&self, knot: &str) -> &Standard {
        self.standards.get(knot).unwrap_or(&self.standard)
    }

    /// The standard in a sentence, with those of knots that have their own.
    pub fn standard_says(&self) -> String {
        let own = |(id, s): (&String, &Standard)| {
            catalogue().find(id).map(|k| format!(". {}: {}", k.entry.name, s.says().to_lowercase()))
        };
        std::iter::once(self.standard.says()).chain(self.standards.iter().filter_map(own)).collect()
    }

    /// When a lesson begins, local; lessons are counted from 1.
    pub fn begins(&self, lesson: i64) -> Option<jiff::civil::DateTime> {
        use jiff::ToSpan;
        local(&self.first_at)?.checked_add(((lesson - 1) * self.every_days).days()).ok()
    }
}

/// Parts of a course as they are kept.
struct Written {
    draft: String,
    jobs: String,
    standard: String,
    standards: String,
    spread: String,
}

impl CourseInput {
    fn written(&self) -> Result<Written, Error> {
        Ok(Written {
            draft: serde_json::to_string(&self.draft)?,
            jobs: serde_json::to_string(&self.jobs)?,
            standard: serde_json::to_string(&self.standard)?,
            standards: serde_json::to_string(&self.standards)?,
            spread: self.spread.id(),
        })
    }
}

impl Lesson {
    /// Lessons of a course in order.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn list(store: &Store, course: i64) -> Result<Vec<Self>, Error> {
        let rows = sqlx::query_file_as!(LessonRow, "queries/lesson-list.sql", course).fetch_all(store.pool()).await?;
        rows.into_iter().map(LessonRow::read).collect()
    }

    /// One lesson.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn get(store: &Store, id: i64) -> Result<Self, Error> {
        let row = sqlx::query_file_as!(LessonRow, "queries/lesson-get.sql", id).fetch_optional(store.pool()).await?;
        row.ok_or(Error::Missing("lesson"))?.read()
    }

    async fn add(store: &Store, course: i64, position: i64, knots: &[&'static str]) -> Result<(), Error> {
        let knots = serde_json::to_string(knots)?;
        sqlx::query_file!("queries/lesson-add.sql", course, position, knots).execute(store.pool()).await?;
        Ok(())
    }

    /// It is held, or, with nothing, not held after all.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn hold(
        store: &Store,
        id: i64,
        at: Option<String>,
        taken: &BTreeMap<String, f64>,
    ) -> Result<Self, Error> {
        let taken = serde_json::to_string(taken)?;
        let done = sqlx::query_file!("queries/lesson-hold.sql", at, taken, id).execute(store.pool()).await?;
        touched(done.rows_affected(), "lesson")?;
        Self::get(store, id).await
    }

    /// What is being done in it now. The last word counts: it is said by whoever runs the lesson.
    ///
    /// # Errors
    /// When there is none, a value cannot be used, or the store fails.
    pub async fn doing(store: &Store, id: i64, doing: &Doing) -> Result<Self, Error> {
        if doing.knot.as_ref().is_some_and(|k| catalogue().find(k).is_none()) {
            return Err(Error::fault("knot", "No such knot."));
        }
        if !(0.0..=86_400.0).contains(&doing.elapsed_s) {
            return Err(Error::fault("elapsed_s", "Give seconds between 0 and a day."));
        }
        let text = serde_json::to_string(doing)?;
        let done = sqlx::query_file!("queries/lesson-doing.sql", text, id).execute(store.pool()).await?;
        touched(done.rows_affected(), "lesson")?;
        Self::get(store, id).await
    }
}

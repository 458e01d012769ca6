//! After the class: who can tie what, which step loses people, time against plan, and what to do next.

use super::class::{called, standings};
use super::learners::{Holds, holds};
use super::lessons::slip_words;
use crate::error::{Error, NotAnswered, NotThere};
use crate::export;
use crate::export::workbook::{Cell, Table, WORKBOOK, workbook_of};
use crate::extract::{Body, Path};
use crate::state::App;
use crate::store::{Course, KeptTry, Learner, Lesson};
use crate::tied::TiedClass;
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use chrono::{DateTime, NaiveDate, Utc};
use serde::{Deserialize, Serialize};
use umbet_core::knot::catalogue;
use umbet_core::teach::minutes::Pace;
use umbet_core::teach::review::{Of, WayWent, by_move, by_way, slips};
use utoipa::ToSchema;

/// Mistakes told of each knot.
const TOLD: usize = 3;

/// A learner at one knot of the record.
#[derive(Serialize, ToSchema)]
pub struct RecordCell {
    /// Knot id.
    knot: String,
    /// How tightly it is held.
    holds: Holds,
    /// Right in a row.
    run: u32,
    /// Asked for.
    of: u32,
}

/// A learner's row.
#[derive(Serialize, ToSchema)]
pub struct RecordRow {
    /// The learner.
    learner: i64,
    /// Their name.
    name: String,
    /// Knots held by the standard.
    can: usize,
    /// Knot by knot, in the order they were taken up.
    knots: Vec<RecordCell>,
}

/// A mistake told.
#[derive(Serialize, ToSchema)]
pub struct RecordSlip {
    /// The move, from 1.
    step: Option<usize>,
    /// In words.
    says: String,
    /// How often.
    times: usize,
    /// How many learners.
    who: usize,
}

/// How a knot went.
#[derive(Serialize, ToSchema)]
pub struct RecordKnot {
    /// Knot id.
    knot: String,
    /// Its name.
    name: String,
    /// Its lesson.
    lesson: i64,
    /// Tries seen.
    tries: usize,
    /// Of these, right.
    right: usize,
    /// Learners who can tie it.
    can: usize,
    /// Its moves, in a word each.
    moves: Vec<String>,
    /// How many tries went wrong in each.
    wrong_by_move: Vec<usize>,
    /// What went wrong most.
    slips: Vec<RecordSlip>,
    /// How it went by the way of tying, where more than one was used.
    ways: Vec<WayWent>,
    /// Minutes planned.
    planned: f64,
    /// Minutes it took; nothing while its lesson is to come.
    taken: Option<f64>,
}

/// A lesson that was held: what was shown in it.
#[derive(Serialize, ToSchema)]
pub struct HeldLesson {
    /// Its place in the course, from 1.
    lesson: i64,
    /// The day, in words.
    day: String,
    /// Names of its knots.
    knots: Vec<String>,
    /// Names of what was made of cord.
    made: Vec<String>,
}

/// The record of a course.
#[derive(Serialize, ToSchema)]
pub struct Record {
    /// Name of the course.
    course_name: String,
    /// Learners by name.
    learners: Vec<RecordRow>,
    /// Knots taken up so far.
    knots: Vec<RecordKnot>,
    /// What was shown when.
    held: Vec<HeldLesson>,
    /// What the next lesson should begin with, in a sentence.
    next: String,
    /// What this record does not say.
    caution: &'static str,
}

impl RecordCell {
    /// The standard is met, and has not lapsed.
    fn is_held(&self) -> bool {
        matches!(self.holds, Holds::Taut | Holds::Sags)
    }

    /// In a word or two.
    fn cell(&self) -> Cell {
        match self.holds {
            Holds::Taut => Cell::Good("holds".to_owned()),
            Holds::Sags => Cell::Good("holds, due again".to_owned()),
            Holds::Lapsed => "lapsed".into(),
            Holds::Partly => Cell::Text(format!("{} of {}", self.run, self.of)),
            Holds::Coming => Cell::Empty,
        }
    }
}

impl Record {
    /// As tables: who can tie what, how each knot went, what was shown when.
    fn tables(&self) -> [Table; 3] {
        let names = self.knots.iter().map(|k| (k.name.clone(), 13.0));
        let row = |l: &RecordRow| {
            let ahead = [l.name.as_str().into(), l.can.into()];
            ahead.into_iter().chain(l.knots.iter().map(RecordCell::cell)).collect()
        };
        let who = Table {
            name: "Who can tie what",
            columns: [("Learner".to_owned(), 24.0), ("Can tie".to_owned(), 8.0)].into_iter().chain(names).collect(),
            rows: self.learners.iter().map(row).collect(),
            below: Some(self.caution.to_owned()),
        };
        let heads = [
            ("Knot", 28.0),
            ("Lesson", 8.0),
            ("Tries", 8.0),
            ("Right", 8.0),
            ("Can tie it", 10.0),
            ("Minutes planned", 10.0),
            ("Minutes taken", 10.0),
            ("What went wrong most", 70.0),
        ];
        let knots = Table {
            name: "Knots",
            columns: heads.into_iter().map(|(words, width)| (words.to_owned(), width)).collect(),
            rows: self.knots.iter().map(RecordKnot::row).collect(),
            below: None,
        };
        let heads = [("Lesson", 8.0), ("Held", 20.0), ("Knots shown", 70.0), ("Made of cord", 40.0)];
        let held = Table {
            name: "Lessons",
            columns: heads.into_iter().map(|(words, width)| (words.to_owned(), width)).collect(),
            rows: self.held.iter().map(HeldLesson::row).collect(),
            below: Some(self.caution.to_owned()),
        };
        [who, knots, held]
    }
}

impl HeldLesson {
    fn of(course: &Course, lesson: &Lesson) -> Option<Self> {
        // The day is the first part of the moment it is kept by.
        let held_at = lesson.held_at.as_deref()?;
        let day = held_at.get(..10).and_then(|day| day.parse::<NaiveDate>().ok());
        Some(Self {
            lesson: lesson.position,
            day: day.map_or_else(|| held_at.to_owned(), |d| d.format("%-d %B %Y").to_string()),
            knots: lesson.knots.iter().map(|k| called(k)).collect(),
            made: course.draft.projects_of(lesson.position as u32).into_iter().map(|p| p.name.clone()).collect(),
        })
    }

    fn row(&self) -> Vec<Cell> {
        let [knots, made] = [&self.knots, &self.made].map(|names| Cell::Text(names.join("; ")));
        vec![Cell::Number(self.lesson as f64), self.day.as_str().into(), knots, made]
    }
}

impl RecordKnot {
    fn row(&self) -> Vec<Cell> {
        let worst = self.slips.first().map(|s| format!("{}: {} of {} tries", s.says, s.times, self.tries));
        let minutes = |m: Option<f64>| m.map_or(Cell::Empty, |m| Cell::Number(m.round()));
        vec![
            self.name.as_str().into(),
            Cell::Number(self.lesson as f64),
            self.tries.into(),
            self.right.into(),
            self.can.into(),
            minutes(Some(self.planned)),
            minutes(self.taken),
            worst.as_deref().unwrap_or_default().into(),
        ]
    }
}

/// What a record of lessons never is.
const CAUTION: &str = "This says what was shown and seen on these days. It certifies nobody for work at height, rescue or lifting: \
that is for licensed bodies and your own local rules.";

/// The record of a course.
#[utoipa::path(
    get, operation_id = "record", path = "/api/courses/{id}/record", params(("id" = i64, Path, description = "Course")),
    responses((status = 200, description = "Who can tie what, and what went wrong", body = Record), NotThere)
)]
pub async fn record(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<Record>, Error> {
    let (course, lessons) = (Course::get(&app.store, id).await?, Lesson::list(&app.store, id).await?);
    let (learners, tied) = (Learner::list(&app.store, id).await?, app.tied.of(&app.store, id).await?);
    work::aside(move || Ok(Json(record_of(&course, &lessons, &learners, &tied, Utc::now())))).await
}

/// Every try of a course as CSV.
#[utoipa::path(
    get, operation_id = "record_csv", path = "/api/courses/{id}/record.csv", params(("id" = i64, Path, description = "Course")),
    responses((status = 200, description = "Every try, a row each", body = String, content_type = "text/csv"), NotThere)
)]
pub async fn record_csv(State(app): State<App>, Path(id): Path<i64>) -> Result<Response, Error> {
    Course::get(&app.store, id).await?;
    let (learners, tries) = (Learner::list(&app.store, id).await?, KeptTry::of_course(&app.store, id).await?);
    let text = work::aside(move || Ok(export::tries::csv_of(&learners, &tries)?)).await?;
    Ok(([(header::CONTENT_TYPE, "text/csv; charset=utf-8")], text).into_response())
}

/// The record of a course as a workbook.
#[utoipa::path(
    get, operation_id = "record_workbook", path = "/api/courses/{id}/record.xlsx", params(("id" = i64, Path, description = "Course")),
    responses((status = 200, description = "Who can tie what, how each knot went, what was shown when, every try: a sheet each", body = Vec<u8>, content_type = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"), NotThere)
)]
pub async fn record_workbook(State(app): State<App>, Path(id): Path<i64>) -> Result<Response, Error> {
    let (course, lessons) = (Course::get(&app.store, id).await?, Lesson::list(&app.store, id).await?);
    let (learners, tries) = (Learner::list(&app.store, id).await?, KeptTry::of_course(&app.store, id).await?);
    let tied = app.tied.of(&app.store, id).await?;
    let bytes = work::aside(move || {
        let record = record_of(&course, &lessons, &learners, &tied, Utc::now());
        let [who, knots, held] = record.tables();
        Ok(workbook_of(&[who, knots, held, export::tries::table_of(&learners, &tries)])?)
    });
    let kind = WORKBOOK;
    Ok(([(header::CONTENT_TYPE, kind)], bytes.await?).into_response())
}

/// Tries logged elsewhere, as CSV: the columns of the record's own CSV, in any order.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TryLines {
    /// The lines, the names of the columns first: learner, knot, at and result; misstep, seconds, conditions and seen may be
    /// there too.
    #[schema(max_length = 1_000_000)]
    lines: String,
}

/// What was taken in.
#[derive(Serialize, ToSchema)]
pub struct TakenIn {
    /// Rows that were new.
    added: usize,
    /// Rows that were there already.
    there: usize,
    /// In words.
    says: String,
}

/// Most a body of tries may have, in bytes.
pub const LARGEST_LINES: usize = 4 << 20;

/// Takes tries in that were logged elsewhere: all rows or none; one that is there already is left out.
#[utoipa::path(
    post, operation_id = "take_in_tries", path = "/api/courses/{id}/tries", params(("id" = i64, Path, description = "Course")), request_body = TryLines,
    responses((status = 201, description = "Taken in", body = TakenIn), NotAnswered)
)]
pub async fn take_in(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(given): Body<TryLines>,
) -> Result<(StatusCode, Json<TakenIn>), Error> {
    Course::get(&app.store, id).await?;
    let learners = Learner::list(&app.store, id).await?;
    let tries = work::aside(move || export::tries::tries_of(&given.lines, &learners, Utc::now())).await?;
    let added = KeptTry::take_in(&app.store, id, &tries).await?;
    let there = tries.len() - added;
    let rows = |n: usize| if n == 1 { "1 try".to_owned() } else { format!("{n} tries") };
    let already = if there == 0 { String::new() } else { format!("; {} there already", rows(there)) };
    let says = format!("{} taken in{already}.", rows(added));
    Ok((StatusCode::CREATED, Json(TakenIn { added, there, says })))
}

fn record_of(
    course: &Course,
    lessons: &[Lesson],
    learners: &[Learner],
    tied: &TiedClass,
    now: DateTime<Utc>,
) -> Record {
    let all = standings(course, learners, tied, now);
    let mut taken_up: Vec<(&'static str, &Lesson)> = Vec::new();
    for lesson in lessons.iter().filter(|l| l.held_at.is_some()) {
        for knot in &lesson.knots {
            if !taken_up.iter().any(|(k, _)| k == knot) {
                taken_up.push((knot, lesson));
            }
        }
    }
    let plain = course.draft.plan(&lessons.iter().map(|l| l.knots.clone()).collect::<Vec<_>>(), Pace::of(&[]));
    let planned =
        |knot: &str| plain.lessons.iter().flat_map(|l| &l.knots).find(|k| k.knot == knot).map_or(0.0, |k| k.total);
    let can = |knot: &str| all.values().filter(|k| k.get(knot).is_some_and(|at| at.standing.holds())).count();
    let cell = |knots: &std::collections::BTreeMap<String, super::class::At>, knot: &str| {
        let at = knots.get(knot);
        RecordCell {
            knot: knot.to_owned(),
            holds: at.map_or(Holds::Coming, holds),
            run: at.map_or(0, |a| a.standing.run),
            of: course.standard_of(knot).in_a_row,
        }
    };
    let rows = learners.iter().map(|l| {
        let knots = &all[&l.id];
        let cells: Vec<RecordCell> = taken_up.iter().map(|(k, _)| cell(knots, k)).collect();
        let can = cells.iter().filter(|c| c.is_held()).count();
        RecordRow { learner: l.id, name: l.name.clone(), can, knots: cells }
    });
    let knots: Vec<RecordKnot> = taken_up
        .iter()
        .filter_map(|(id, lesson)| {
            let knot = catalogue().find(id)?;
            let at = all.iter().filter_map(|(who, knots)| Some((*who, knots.get(*id)?)));
            let seen: Vec<Of> =
                at.flat_map(|(who, at)| at.tries().iter().filter(|t| t.witnessed).map(move |t| (who, t))).collect();
            let told = slips(knot, &seen).into_iter().take(TOLD).map(|s| RecordSlip {
                step: s.step,
                says: s.misstep.as_deref().map_or_else(|| "wrong in another way".to_owned(), |m| slip_words(id, m)),
                times: s.times,
                who: s.who.len(),
            });
            Some(RecordKnot {
                knot: (*id).to_owned(),
                name: called(id),
                lesson: lesson.position,
                tries: seen.len(),
                right: seen.iter().filter(|(_, t)| t.right()).count(),
                can: can(id),
                moves: knot.entry.step.iter().map(|s| s.short.clone()).collect(),
                wrong_by_move: by_move(knot, &seen),
                slips: told.collect(),
                ways: by_way(seen.iter().map(|(_, t)| *t)),
                planned: planned(id),
                taken: lesson.taken.get(*id).copied(),
            })
        })
        .collect();
    let next = next_words(&knots, learners.len());
    let held = lessons.iter().filter_map(|l| HeldLesson::of(course, l)).collect();
    Record { course_name: course.name.clone(), learners: rows.collect(), knots, held, next, caution: CAUTION }
}

/// What to begin the next lesson with: the knot that most cannot tie yet, at the move that loses most.
fn next_words(knots: &[RecordKnot], class: usize) -> String {
    let Some(worst) = knots.iter().filter(|k| k.can < class).min_by_key(|k| (k.can, k.name.clone())) else {
        return if knots.is_empty() {
            "No lesson was held yet.".to_owned()
        } else {
            "Everybody can tie what was taught: go on to the next rung.".to_owned()
        };
    };
    let step = (0..worst.wrong_by_move.len()).max_by_key(|i| (worst.wrong_by_move[*i], usize::MAX - i));
    let often = |n: usize| match n {
        1 => "once".to_owned(),
        2 => "twice".to_owned(),
        n => format!("{n} times"),
    };
    let at = step.filter(|i| worst.wrong_by_move[*i] > 0).map(|i| {
        format!(
            " Show move {}, {}, once more: it went wrong {}.",
            i + 1,
            worst.moves[i].to_lowercase(),
            often(worst.wrong_by_move[i])
        )
    });
    let name = worst.name.to_lowercase();
    format!("Begin with the {name}: {} of {class} can tie it.{}", worst.can, at.unwrap_or_default())
}

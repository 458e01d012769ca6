//! After the class: who can tie what, which step loses people, time against plan, and what to do next.

use super::class::{called, standings};
use super::learners::{Holds, holds};
use super::lessons::slip_words;
use crate::error::{Error, NotThere};
use crate::extract::Path;
use crate::state::App;
use crate::store::{Course, KeptTry, Learner, Lesson};
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use chrono::{DateTime, Utc};
use serde::Serialize;
use umbet_core::knot::catalogue;
use umbet_core::teach::minutes::Pace;
use umbet_core::teach::review::{Of, by_move, slips};
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
    /// Minutes planned.
    planned: f64,
    /// Minutes it took; nothing while its lesson is to come.
    taken: Option<f64>,
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
    /// What the next lesson should begin with, in a sentence.
    next: String,
    /// What this record does not say.
    caution: &'static str,
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
    let (learners, tries) = (Learner::list(&app.store, id).await?, KeptTry::of_course(&app.store, id).await?);
    work::aside(move || Ok(Json(record_of(&course, &lessons, &learners, &tries, Utc::now())))).await
}

/// Every try of a course as CSV.
#[utoipa::path(
    get, operation_id = "record_csv", path = "/api/courses/{id}/record.csv", params(("id" = i64, Path, description = "Course")),
    responses((status = 200, description = "Every try, a row each", body = String, content_type = "text/csv"), NotThere)
)]
pub async fn record_csv(State(app): State<App>, Path(id): Path<i64>) -> Result<Response, Error> {
    Course::get(&app.store, id).await?;
    let (learners, tries) = (Learner::list(&app.store, id).await?, KeptTry::of_course(&app.store, id).await?);
    let text = work::aside(move || Ok(crate::export::record::csv_of(&learners, &tries)?)).await?;
    Ok(([(header::CONTENT_TYPE, "text/csv; charset=utf-8")], text).into_response())
}

fn record_of(
    course: &Course,
    lessons: &[Lesson],
    learners: &[Learner],
    tries: &[KeptTry],
    now: DateTime<Utc>,
) -> Record {
    let all = standings(course, learners, tries, now);
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
            of: course.standard.in_a_row,
        }
    };
    let rows = learners.iter().map(|l| {
        let knots = &all[&l.id];
        let cells: Vec<RecordCell> = taken_up.iter().map(|(k, _)| cell(knots, k)).collect();
        let can = cells.iter().filter(|c| matches!(c.holds, Holds::Taut | Holds::Sags)).count();
        RecordRow { learner: l.id, name: l.name.clone(), can, knots: cells }
    });
    let knots: Vec<RecordKnot> = taken_up
        .iter()
        .filter_map(|(id, lesson)| {
            let knot = catalogue().find(id)?;
            let seen: Vec<Of> =
                tries.iter().filter(|t| t.knot == *id && t.tried.witnessed).map(|t| (t.learner_id, &t.tried)).collect();
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
                planned: planned(id),
                taken: lesson.taken.get(*id).copied(),
            })
        })
        .collect();
    let next = next_words(&knots, learners.len());
    Record { course_name: course.name.clone(), learners: rows.collect(), knots, next, caution: CAUTION }
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

//! Paper for a lesson, as PDF: its handout, and cards to cut out.

use crate::error::{Error, NotThere};
use crate::export::pdf::to_pdf;
use crate::extract::{Path, Person, Query};
use crate::state::App;
use crate::store::{Course, Hand, Lesson};
use crate::work;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use serde::Deserialize;
use umbet_core::draw::Scene;
use umbet_core::knot::{Knot, catalogue};
use umbet_core::project::Project;
use umbet_core::teach::handout::{cards, handout};
use umbet_core::units::Reader;
use utoipa::IntoParams;

/// For which hand.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct HandQuery {
    /// Drawn and told for the left hand; for the hand of the person's habits when absent.
    left_handed: Option<bool>,
}

/// The course's standard, and those of this lesson's knots that have their own.
fn said(course: &Course, knots: &[&'static Knot]) -> String {
    let of_lesson = |id: &String| knots.iter().any(|k| k.id == *id);
    let standards = course.standards.iter().filter(|(id, _)| of_lesson(id)).map(|(id, s)| (id.clone(), s.clone()));
    Course { standards: standards.collect(), ..course.clone() }.standard_says()
}

/// A lesson that teaches nothing yet is printed nowhere.
const NO_PAPER: Error = Error::Missing("knot in this lesson yet, and so no paper");

/// A lesson's paper: what it is headed with, and its knots.
struct Paper {
    title: String,
    standard: String,
    knots: Vec<&'static Knot>,
    made: Vec<&'static Project>,
    left: bool,
    reader: Reader,
}

impl Paper {
    async fn of(app: &App, person: &Person, lesson: i64, q: &HandQuery) -> Result<Self, Error> {
        let lesson = Lesson::get(&app.store, lesson).await?;
        let course = Course::get(&app.store, lesson.course_id).await?;
        let knots: Vec<&'static Knot> = lesson.knots.iter().filter_map(|id| catalogue().find(id)).collect();
        let made = course.draft.projects_of(lesson.position as u32);
        Ok(Self {
            title: format!("{}, lesson {}", course.name, lesson.position),
            standard: said(&course, &knots),
            knots,
            made,
            reader: person.reader(),
            left: q.left_handed.unwrap_or(person.settings().hand == Hand::Left),
        })
    }

    async fn printed(self, name: &str, pages: fn(&Self) -> Vec<Scene>) -> Result<Response, Error> {
        let pdf = work::aside(move || Ok(to_pdf(&pages(&self))?)).await?;
        let headers = [
            (header::CONTENT_TYPE, "application/pdf".to_owned()),
            (header::CONTENT_DISPOSITION, format!("attachment; filename=\"{name}.pdf\"")),
        ];
        Ok((headers, pdf).into_response())
    }
}

/// A lesson's handout.
#[utoipa::path(
    get, operation_id = "lesson_handout", path = "/api/lessons/{id}/handout.pdf", params(("id" = i64, Path, description = "Lesson"), HandQuery),
    responses((status = 200, description = "The handout", body = Vec<u8>, content_type = "application/pdf"), NotThere)
)]
pub async fn lesson_handout(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
    Query(q): Query<HandQuery>,
) -> Result<Response, Error> {
    let paper = Paper::of(&app, &person, id, &q).await?;
    if paper.knots.is_empty() && paper.made.is_empty() {
        return Err(NO_PAPER);
    }
    paper.printed("handout", |p| handout(&p.title, &p.standard, &p.knots, &p.made, p.left, &p.reader)).await
}

/// Cards of a lesson's knots, two-sided.
#[utoipa::path(
    get, operation_id = "lesson_cards", path = "/api/lessons/{id}/cards.pdf", params(("id" = i64, Path, description = "Lesson"), HandQuery),
    responses((status = 200, description = "Cards, fronts and backs by turns", body = Vec<u8>, content_type = "application/pdf"), NotThere)
)]
pub async fn lesson_cards(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
    Query(q): Query<HandQuery>,
) -> Result<Response, Error> {
    let paper = Paper::of(&app, &person, id, &q).await?;
    if paper.knots.is_empty() {
        return Err(NO_PAPER);
    }
    paper.printed("cards", |p| cards(&p.title, &p.knots, p.left)).await
}

//! What a course takes in from lists: learners, and standards by knot.

use crate::error::{Error, NotAnswered, NotChanged, NotThere};
use crate::export::standards::{csv_of, standards_of};
use crate::extract::{Body, Path};
use crate::state::App;
use crate::store::{Course, CourseInput, Hand, Learner, LearnerInput};
use axum::Json;
use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use serde::Deserialize;
use utoipa::ToSchema;

/// A roster as it is pasted: a line a learner, `Anouk` or `Gwil, left`.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Roster {
    /// The lines.
    #[schema(max_length = 20000)]
    lines: String,
}

/// Adds learners from a pasted list, all of them or none.
#[utoipa::path(
    post, operation_id = "add_learners", path = "/api/courses/{id}/learners", params(("id" = i64, Path, description = "Course")), request_body = Roster,
    responses((status = 201, description = "Added", body = Vec<Learner>), NotAnswered)
)]
pub async fn add_learners(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(roster): Body<Roster>,
) -> Result<(StatusCode, Json<Vec<Learner>>), Error> {
    Course::get(&app.store, id).await?;
    let learners = read_roster(&roster.lines)?;
    Ok((StatusCode::CREATED, Json(Learner::add_all(&app.store, id, &learners).await?)))
}

/// Standards as they are brought: the columns of the course's own CSV, in any order.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StandardLines {
    /// The lines, the names of the columns first. A row without a knot is the course's own; knots that are not named go by that.
    #[schema(max_length = 20000)]
    lines: String,
    /// Version the change is made to.
    version: i64,
}

/// The standards of a course as CSV: its own first, then those of knots that have theirs.
#[utoipa::path(
    get, operation_id = "standards_csv", path = "/api/courses/{id}/standards.csv", params(("id" = i64, Path, description = "Course")),
    responses((status = 200, description = "A row a standard", body = String, content_type = "text/csv"), NotThere)
)]
pub async fn standards_csv(State(app): State<App>, Path(id): Path<i64>) -> Result<Response, Error> {
    let text = csv_of(&Course::get(&app.store, id).await?)?;
    Ok(([(header::CONTENT_TYPE, "text/csv; charset=utf-8")], text).into_response())
}

/// Sets the standards of a course from such rows, all of them or none.
#[utoipa::path(
    put, operation_id = "put_standards", path = "/api/courses/{id}/standards", params(("id" = i64, Path, description = "Course")), request_body = StandardLines,
    responses((status = 200, description = "Set", body = Course), NotChanged)
)]
pub async fn put_standards(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(given): Body<StandardLines>,
) -> Result<Json<Course>, Error> {
    let read = standards_of(&given.lines)?;
    let now = Course::get(&app.store, id).await?;
    let input = CourseInput {
        standard: read.of_course.unwrap_or_else(|| now.standard.clone()),
        standards: read.of_knots,
        version: given.version,
        ..CourseInput::from(now)
    };
    Ok(Json(Course::put(&app.store, id, &input).await?))
}

fn read_roster(lines: &str) -> Result<Vec<LearnerInput>, Error> {
    let mut reader =
        csv::ReaderBuilder::new().has_headers(false).flexible(true).trim(csv::Trim::All).from_reader(lines.as_bytes());
    let mut learners = Vec::new();
    for (i, row) in reader.records().enumerate() {
        let line = i + 1;
        let row = row.map_err(|e| Error::fault("lines", format!("Line {line} cannot be read: {e}.")))?;
        let hand = match row.get(1).unwrap_or_default().to_lowercase().as_str() {
            "" | "right" | "right-handed" => Hand::Right,
            "left" | "left-handed" => Hand::Left,
            other => {
                let says =
                    format!("Line {line}: write left or right behind the name, or nothing; this says “{other}”.");
                return Err(Error::fault("lines", says));
            }
        };
        let note = row.get(2).unwrap_or_default().to_owned();
        learners.push(LearnerInput {
            name: row.get(0).unwrap_or_default().to_owned(),
            hand,
            away: false,
            note,
            version: 0,
        });
    }
    if learners.is_empty() {
        return Err(Error::fault("lines", "Paste a list of names, a line each."));
    }
    Ok(learners)
}

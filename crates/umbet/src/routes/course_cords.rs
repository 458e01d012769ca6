//! Cord of a course: what each learner is given over all its lessons, and which piece of the kit each is cut from.

use super::courses::pace_of;
use super::cutting::{CuttingQuery, cut_from_kit, ticket_answer, workbook_answer};
use crate::error::{Error, NotThere, Problem};
use crate::extract::{Path, Person, Query, in_words};
use crate::state::App;
use crate::store::{Course, Lesson, NAME_LONG};
use axum::Json;
use axum::extract::State;
use axum::response::Response;
use serde::Deserialize;
use umbet_core::cord::cord;
use umbet_core::cutting::{CuttingPlan, Line};
use umbet_core::teach::class_cord::{ClassCord, class_cords};
use umbet_core::units::Length;
use utoipa::IntoParams;

/// Of which cord, and how long a spool is that is bought.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct ClassCordQuery {
    /// Length of a spool, metres.
    #[param(minimum = 5, maximum = 500)]
    spool_m: Option<f64>,
    /// Only of what lies in this bag, or on this hook; of the whole kit when absent.
    #[param(max_length = 80)]
    bag: Option<String>,
    /// Lines longer than anything there is are joined of parts.
    #[serde(default)]
    #[param(required = false)]
    join: bool,
    /// Id of the cord.
    #[param(max_length = 40)]
    kind: Option<String>,
    /// Id of the cord the second colour is cut from; the first again, where both have a colour.
    #[param(max_length = 40)]
    second: Option<String>,
    /// Colour of the first; any when absent.
    #[param(max_length = 80)]
    colour: Option<String>,
    /// Colour of the second; any when absent.
    #[param(max_length = 80)]
    second_colour: Option<String>,
}

/// The cords a class is given where none are named: supple, thick enough to see, and told from each other.
const USUAL_CORDS: [&str; 2] = ["braid-polyester-6", "braid-nylon-6"];

impl ClassCordQuery {
    /// The first cord and the second, each with its colour: joined, one has to be told from the other.
    fn kinds(&self) -> Result<[(&'static str, &str); 2], Error> {
        let of_list = |field, wanted: &str| {
            let found = cord(wanted).map(|c| c.id.as_str());
            found.ok_or_else(|| Error::fault(field, "No such cord. Take one of the list of cords."))
        };
        let first = of_list("kind", self.kind.as_deref().unwrap_or(USUAL_CORDS[0]))?;
        let other = USUAL_CORDS.into_iter().find(|c| *c != first).unwrap_or(USUAL_CORDS[1]);
        let second = of_list("second", self.second.as_deref().unwrap_or(other))?;
        in_words("colour", self.colour.as_deref(), NAME_LONG)?;
        in_words("second_colour", self.second_colour.as_deref(), NAME_LONG)?;
        let [colour, second_colour] = [&self.colour, &self.second_colour].map(|c| c.as_deref().unwrap_or_default());
        let told_apart = !colour.is_empty() && !second_colour.is_empty() && colour != second_colour;
        if first == second && !told_apart {
            let says = "Take a second cord that is told from the first: another cord, or two colours of it.";
            return Err(Error::fault("second", says));
        }
        Ok([(first, colour), (second, second_colour)])
    }
}

/// What a class needs of cord over the whole course, in sentences.
#[utoipa::path(
    get, operation_id = "course_cords", path = "/api/courses/{id}/cords", params(("id" = i64, Path, description = "Course")),
    responses((status = 200, description = "Cord by cord", body = Vec<String>), NotThere)
)]
pub async fn cords(State(app): State<App>, person: Person, Path(id): Path<i64>) -> Result<Json<Vec<String>>, Error> {
    let (reader, cords) = (person.reader(), of_course(&app, id).await?.1);
    let says = |c: ClassCord| {
        let each = reader.length_up(Length::from_m(c.length_m));
        format!("{} × {}, {each}: {} asks for so much.", c.times, c.name, c.asked_by)
    };
    Ok(Json(cords.into_iter().map(says).collect()))
}

/// Which piece of the kit the class's cords are cut from, and what is bought.
#[utoipa::path(
    get, operation_id = "course_cutting", path = "/api/courses/{id}/cutting", params(("id" = i64, Path, description = "Course"), ClassCordQuery),
    responses((status = 200, description = "Piece by piece", body = CuttingPlan), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn cutting(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
    Query(q): Query<ClassCordQuery>,
) -> Result<Json<CuttingPlan>, Error> {
    Ok(Json(cut(&app, person, id, q).await?.1))
}

/// The cut ticket, as PDF: each piece to scale, each cut with a box to tick, what is done with its ends.
#[utoipa::path(
    get, operation_id = "course_cut_ticket", path = "/api/courses/{id}/cutting.pdf", params(("id" = i64, Path, description = "Course"), ClassCordQuery),
    responses((status = 200, description = "The ticket", body = Vec<u8>, content_type = "application/pdf"), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn ticket(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
    Query(q): Query<ClassCordQuery>,
) -> Result<Response, Error> {
    let (name, plan) = cut(&app, person, id, q).await?;
    ticket_answer(plan, &name).await
}

/// The cut list, as a workbook.
#[utoipa::path(
    get, operation_id = "course_cut_list", path = "/api/courses/{id}/cutting.xlsx", params(("id" = i64, Path, description = "Course"), ClassCordQuery),
    responses((status = 200, description = "A row a cut, and what is bought", body = Vec<u8>, content_type = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn list(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
    Query(q): Query<ClassCordQuery>,
) -> Result<Response, Error> {
    workbook_answer(&cut(&app, person, id, q).await?.1)
}

async fn of_course(app: &App, id: i64) -> Result<(Course, Vec<ClassCord>), Error> {
    let (course, lessons) = (Course::get(&app.store, id).await?, Lesson::list(&app.store, id).await?);
    let arranged: Vec<_> = lessons.iter().map(|l| l.knots.clone()).collect();
    let plan = course.draft.plan(&arranged, pace_of(&course, &lessons));
    let cords = class_cords(&plan.lessons, course.draft.class);
    Ok((course, cords))
}

async fn cut(app: &App, person: Person, id: i64, q: ClassCordQuery) -> Result<(String, CuttingPlan), Error> {
    let cords_of = q.kinds()?;
    let (course, cords) = of_course(app, id).await?;
    let lines = lines_of(cords, cords_of);
    let query = CuttingQuery { spool_m: q.spool_m, bag: q.bag, join: q.join };
    let plan = cut_from_kit(app, person, query, move |_| lines).await?;
    Ok((course.name, plan))
}

/// A class's cords as lines, of these two cords, each with its colour.
fn lines_of(cords: Vec<ClassCord>, [first, second]: [(&str, &str); 2]) -> Vec<Line> {
    let line = |c: ClassCord| {
        let (kind, colour) = match (c.kind, c.second) {
            (Some(kind), _) => (kind, ""),
            (None, true) => second,
            (None, false) => first,
        };
        Line {
            name: c.name,
            kind: kind.into(),
            length_m: c.length_m,
            times: c.times,
            worn: false,
            colour: colour.into(),
        }
    };
    cords.into_iter().map(line).collect()
}

/// The name of a course, and its class's cords as lines, of the cords usually taken.
///
/// # Errors
/// When there is no such course, or the store fails.
pub async fn usual_lines(app: &App, id: i64) -> Result<(String, Vec<Line>), Error> {
    let (course, cords) = of_course(app, id).await?;
    Ok((course.name, lines_of(cords, USUAL_CORDS.map(|c| (c, "")))))
}

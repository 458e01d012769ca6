//! Cord for several jobs and courses together: what a week takes, cut from the kit and from spools as one.

use super::cutting::{CuttingQuery, cut_from_kit, ticket_answer, workbook_answer};
use super::{course_cords, job_cuts};
use crate::error::{Error, NotThere, Problem};
use crate::extract::{Person, Query};
use crate::state::App;
use axum::Json;
use axum::extract::State;
use axum::response::Response;
use serde::Deserialize;
use umbet_core::cutting::{CuttingPlan, Line};
use utoipa::IntoParams;

/// Of which jobs and courses.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct NeedsQuery {
    /// Numbers of jobs, with commas between.
    #[serde(default)]
    #[param(required = false, max_length = 400, pattern = "^([0-9]{1,9}(,[0-9]{1,9})*)?$")]
    jobs: String,
    /// Numbers of courses, with commas between.
    #[serde(default)]
    #[param(required = false, max_length = 400, pattern = "^([0-9]{1,9}(,[0-9]{1,9})*)?$")]
    courses: String,
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
}

fn numbers(field: &str, text: &str) -> Result<Vec<i64>, Error> {
    let read = |n: &str| n.trim().parse().map_err(|_| Error::fault(field, "Give numbers, with commas between."));
    let mut all = text.split(',').filter(|n| !n.trim().is_empty()).map(read).collect::<Result<Vec<i64>, _>>()?;
    all.sort_unstable();
    all.dedup();
    Ok(all)
}

/// Each line with the name of what it is for behind its own.
fn called_after(name: &str, lines: Vec<Line>) -> Vec<Line> {
    lines.into_iter().map(|l| Line { name: format!("{}, {name}", l.name), ..l }).collect()
}

async fn cut(app: &App, person: Person, q: NeedsQuery) -> Result<CuttingPlan, Error> {
    let (jobs, courses) = (numbers("jobs", &q.jobs)?, numbers("courses", &q.courses)?);
    let mut rigs = Vec::new();
    for id in jobs {
        rigs.push(job_cuts::kept_of(app, id).await?);
    }
    let mut class_lines: Vec<Line> = Vec::new();
    for id in courses {
        let (course, lines) = course_cords::usual_lines(app, id).await?;
        class_lines.extend(called_after(&course, lines));
    }
    let query = CuttingQuery { spool_m: q.spool_m, bag: q.bag, join: q.join };
    let lines = move |person: &Person| {
        let of_job = |kept: job_cuts::KeptOfJob| called_after(&kept.name.clone(), kept.lines(person));
        rigs.into_iter().flat_map(of_job).chain(class_lines).collect()
    };
    cut_from_kit(app, person, query, lines).await
}

/// Which piece of the kit each line of these jobs and courses is cut from, and what is bought.
#[utoipa::path(
    get, operation_id = "needs_cutting", path = "/api/cutting", params(NeedsQuery),
    responses((status = 200, description = "Piece by piece", body = CuttingPlan), (status = 400, description = "A value cannot be read", body = Problem), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn cutting(
    State(app): State<App>,
    person: Person,
    Query(q): Query<NeedsQuery>,
) -> Result<Json<CuttingPlan>, Error> {
    Ok(Json(cut(&app, person, q).await?))
}

/// The cut ticket of these, as PDF.
#[utoipa::path(
    get, operation_id = "needs_cut_ticket", path = "/api/cutting.pdf", params(NeedsQuery),
    responses((status = 200, description = "The ticket", body = Vec<u8>, content_type = "application/pdf"), (status = 400, description = "A value cannot be read", body = Problem), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn ticket(State(app): State<App>, person: Person, Query(q): Query<NeedsQuery>) -> Result<Response, Error> {
    ticket_answer(cut(&app, person, q).await?, "Cord of several jobs").await
}

/// The cut list of these, as a workbook.
#[utoipa::path(
    get, operation_id = "needs_cut_list", path = "/api/cutting.xlsx", params(NeedsQuery),
    responses((status = 200, description = "A row a cut, and what is bought", body = Vec<u8>, content_type = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"), (status = 400, description = "A value cannot be read", body = Problem), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn list(State(app): State<App>, person: Person, Query(q): Query<NeedsQuery>) -> Result<Response, Error> {
    workbook_answer(&cut(&app, person, q).await?)
}

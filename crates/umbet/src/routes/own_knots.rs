//! Own knots.

use super::figures::{FigureQuery, svg_answer};
use crate::drawing_up::{self, DrawingUp};
use crate::error::{Error, NotChanged, NotThere, Problem, Refused, capital};
use crate::extract::{Body, Path, Person, Query};
use crate::state::App;
use crate::store::{OwnKnot, OwnKnotInput};
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::http::StatusCode;
use axum::response::Response;
use serde::Serialize;
use umbet_core::draw::draw;
use umbet_core::dress::mark_of;
use umbet_core::knot::Knot;
use umbet_core::teach::spot::called;
use umbet_core::topology;
use utoipa::ToSchema;

/// All own knots.
#[utoipa::path(get, operation_id = "list_own_knots", path = "/api/own-knots", responses((status = 200, description = "Own knots by name", body = Vec<OwnKnot>)))]
pub async fn list(State(app): State<App>) -> Result<Json<Vec<OwnKnot>>, Error> {
    Ok(Json(OwnKnot::list(&app.store).await?))
}

/// Adds an own knot.
#[utoipa::path(
    post, operation_id = "add_own_knot", path = "/api/own-knots", request_body = OwnKnotInput,
    responses((status = 201, description = "Added", body = OwnKnot), Refused)
)]
pub async fn add(
    State(app): State<App>,
    Body(input): Body<OwnKnotInput>,
) -> Result<(StatusCode, Json<OwnKnot>), Error> {
    Ok((StatusCode::CREATED, Json(OwnKnot::add(&app.store, &input).await?)))
}

/// Changes an own knot.
#[utoipa::path(
    put, operation_id = "put_own_knot", path = "/api/own-knots/{id}", params(("id" = i64, Path, description = "Own knot")), request_body = OwnKnotInput,
    responses((status = 200, description = "Changed", body = OwnKnot), NotChanged)
)]
pub async fn put(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(input): Body<OwnKnotInput>,
) -> Result<Json<OwnKnot>, Error> {
    Ok(Json(OwnKnot::put(&app.store, id, &input).await?))
}

/// Takes an own knot away.
#[utoipa::path(
    delete, operation_id = "delete_own_knot", path = "/api/own-knots/{id}", params(("id" = i64, Path, description = "Own knot")),
    responses((status = 204, description = "Taken away; restore brings it back"), NotThere)
)]
pub async fn delete(State(app): State<App>, Path(id): Path<i64>) -> Result<StatusCode, Error> {
    OwnKnot::delete(&app.store, id).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Brings an own knot back.
#[utoipa::path(
    post, operation_id = "restore_own_knot", path = "/api/own-knots/{id}/restore", params(("id" = i64, Path, description = "Own knot")),
    responses((status = 200, description = "Back", body = OwnKnot), NotThere)
)]
pub async fn restore(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<OwnKnot>, Error> {
    Ok(Json(OwnKnot::restore(&app.store, id).await?))
}

/// What an own knot proves to be.
#[derive(Serialize, ToSchema)]
pub struct OwnProof {
    /// Its name, when its path is one the catalogue or the tables know.
    is: String,
    /// Catalogue knots it is.
    knots: Vec<String>,
    /// What stays in the line when the object is gone and the ends are pulled.
    leaves: String,
    /// Crossings of rope with rope.
    crossings: usize,
}

/// What an own knot proves to be.
#[utoipa::path(
    get, operation_id = "prove_own_knot", path = "/api/own-knots/{id}/proof", params(("id" = i64, Path, description = "Own knot")),
    description = "Worked out anew each time, within a second. A path of more than 40 crossings, or whose crossings lie very tangled, is refused.",
    responses((status = 200, description = "Its proof", body = OwnProof), (status = 400, description = "Not a number", body = Problem), (status = 404, description = "No such own knot", body = Problem), (status = 422, description = "Its path no longer reads, or is too tangled to prove", body = Problem))
)]
pub async fn proof(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<OwnProof>, Error> {
    let kept = OwnKnot::get(&app.store, id).await?;
    Ok(Json(work::aside(move || proved(&kept.knot()?)).await?))
}

fn proved(knot: &Knot) -> Result<OwnProof, Error> {
    let made =
        topology::prove(&knot.path).map_err(|e| Error::fault("path", format!("{}.", capital(&e.to_string()))))?;
    Ok(OwnProof {
        is: called(&made),
        leaves: topology::letting(knot).clear.because(),
        crossings: knot.path.crossings.len(),
        knots: match made {
            topology::Made::Knots(ids) => ids.into_iter().map(str::to_owned).collect(),
            _ => Vec::new(),
        },
    })
}

/// An own knot's drawing.
#[utoipa::path(
    get, operation_id = "own_figure", path = "/api/own-knots/{id}/figure.svg", params(("id" = i64, Path, description = "Own knot"), FigureQuery),
    responses((status = 200, description = "The drawing", body = String, content_type = "image/svg+xml"), (status = 400, description = "A value cannot be read", body = Problem), (status = 404, description = "No such own knot", body = Problem), (status = 422, description = "A value is out of reason", body = Problem))
)]
pub async fn own_figure(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
    Query(q): Query<FigureQuery>,
) -> Result<Response, Error> {
    q.check()?;
    let kept = OwnKnot::get(&app.store, id).await?;
    let form = OwnKnot::form(&app.store, id, &mark_of(&kept.knot()?)).await?;
    work::aside(move || {
        let knot = kept.knot()?;
        if let Some(scene) = q.drawn_up(&knot, form.as_ref(), &person.reader()) {
            return Ok(svg_answer(&scene, q.standalone()));
        }
        let scene = draw(&knot, &q.figure(&knot, &person.reader())).map_err(|e| Error::fault("step", e.to_string()))?;
        Ok(svg_answer(&scene, q.standalone()))
    })
    .await
}

/// How it goes with drawing an own knot up.
#[utoipa::path(
    get, operation_id = "own_knot_drawing_up", path = "/api/own-knots/{id}/drawn-up", params(("id" = i64, Path, description = "Own knot")),
    responses((status = 200, description = "How far it is", body = DrawingUp), NotThere)
)]
pub async fn drawing_up(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<DrawingUp>, Error> {
    Ok(Json(drawing_up::told(&app.store, &app.drawing_up, &OwnKnot::get(&app.store, id).await?).await?))
}

/// Begins to draw an own knot up, in the background.
#[utoipa::path(
    post, operation_id = "draw_own_knot_up", path = "/api/own-knots/{id}/drawn-up", params(("id" = i64, Path, description = "Own knot")),
    description = "Its path is drawn hand-tight by computation, which takes seconds; ask how far it is. One that is kept or under way is not begun again.",
    responses((status = 202, description = "Begun, or how far it is", body = DrawingUp), NotThere)
)]
pub async fn draw_up(State(app): State<App>, Path(id): Path<i64>) -> Result<(StatusCode, Json<DrawingUp>), Error> {
    let kept = OwnKnot::get(&app.store, id).await?;
    Ok((StatusCode::ACCEPTED, Json(drawing_up::begin(&app.store, &app.drawing_up, &kept).await?)))
}

/// Stops drawing an own knot up.
#[utoipa::path(
    delete, operation_id = "stop_drawing_own_knot_up", path = "/api/own-knots/{id}/drawn-up", params(("id" = i64, Path, description = "Own knot")),
    responses((status = 200, description = "Stopped, if it was under way", body = DrawingUp), NotThere)
)]
pub async fn stop_drawing_up(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<DrawingUp>, Error> {
    Ok(Json(drawing_up::stop(&app.store, &app.drawing_up, &OwnKnot::get(&app.store, id).await?).await?))
}

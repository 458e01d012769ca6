//! Cord in the kit.

use super::pieces::{Piece, Wording, read_piece};
use crate::error::{Error, NotChanged, NotThere, Refused};
use crate::extract::{Body, Path, Person};
use crate::state::App;
use crate::store::{CordInput, KitCord};
use axum::Json;
use axum::extract::State;
use axum::http::StatusCode;
use axum::response::{IntoResponse, Response};

/// All hanks.
#[utoipa::path(get, operation_id = "list_cords", path = "/api/cords", responses((status = 200, description = "Hanks by name", body = Vec<Piece>)))]
pub async fn list(State(app): State<App>, person: Person) -> Result<Response, Error> {
    let (kit, reader) = (app.kit().await?, person.reader());
    let mut words = Wording::new(&reader);
    let all: Vec<Piece<'_>> = kit.pieces.iter().map(|c| words.of(c)).collect();
    Ok(Json(all).into_response())
}

/// Adds a hank.
#[utoipa::path(
    post, operation_id = "add_cord", path = "/api/cords", request_body = CordInput,
    responses((status = 201, description = "Added", body = Piece), Refused)
)]
pub async fn add(
    State(app): State<App>,
    person: Person,
    Body(input): Body<CordInput>,
) -> Result<(StatusCode, Json<Piece<'static>>), Error> {
    let reader = person.reader();
    let added = KitCord::add(&app.store, &read_piece(input, &reader)?).await?;
    app.kit().await?;
    Ok((StatusCode::CREATED, Json(Piece::own(added, &reader))))
}

/// One hank.
#[utoipa::path(
    get, operation_id = "get_cord", path = "/api/cords/{id}", params(("id" = i64, Path, description = "Hank")),
    responses((status = 200, description = "The hank", body = Piece), NotThere)
)]
pub async fn get(State(app): State<App>, person: Person, Path(id): Path<i64>) -> Result<Json<Piece<'static>>, Error> {
    Ok(Json(Piece::own(KitCord::get(&app.store, id).await?, &person.reader())))
}

/// Changes a hank.
#[utoipa::path(
    put, operation_id = "put_cord", path = "/api/cords/{id}", params(("id" = i64, Path, description = "Hank")), request_body = CordInput,
    responses((status = 200, description = "Changed", body = Piece), NotChanged)
)]
pub async fn put(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
    Body(input): Body<CordInput>,
) -> Result<Json<Piece<'static>>, Error> {
    let reader = person.reader();
    let changed = KitCord::put(&app.store, id, &read_piece(input, &reader)?).await;
    let changed = Piece::answered(changed, &reader)?;
    app.kit().await?;
    Ok(Json(changed))
}

/// Takes a hank out of the kit.
#[utoipa::path(
    delete, operation_id = "delete_cord", path = "/api/cords/{id}", params(("id" = i64, Path, description = "Hank")),
    responses((status = 204, description = "Taken out; restore brings it back"), NotThere)
)]
pub async fn delete(State(app): State<App>, Path(id): Path<i64>) -> Result<StatusCode, Error> {
    KitCord::delete(&app.store, id).await?;
    app.kit().await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Brings a hank back.
#[utoipa::path(
    post, operation_id = "restore_cord", path = "/api/cords/{id}/restore", params(("id" = i64, Path, description = "Hank")),
    responses((status = 200, description = "Back in the kit", body = Piece), NotThere)
)]
pub async fn restore(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
) -> Result<Json<Piece<'static>>, Error> {
    let restored = KitCord::restore(&app.store, id).await?;
    app.kit().await?;
    Ok(Json(Piece::own(restored, &person.reader())))
}

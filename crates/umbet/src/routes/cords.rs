//! Cord in the kit.

use crate::error::{Error, NotChanged, NotThere, Refused};
use crate::extract::{Body, Path};
use crate::state::App;
use crate::store::{CordInput, KitCord};
use axum::Json;
use axum::extract::State;
use axum::http::StatusCode;
use axum::response::{IntoResponse, Response};

/// All hanks.
#[utoipa::path(get, operation_id = "list_cords", path = "/api/cords", responses((status = 200, description = "Hanks by name", body = Vec<KitCord>)))]
pub async fn list(State(app): State<App>) -> Result<Response, Error> {
    Ok(Json(&app.kit().await?.pieces).into_response())
}

/// Adds a hank.
#[utoipa::path(
    post, operation_id = "add_cord", path = "/api/cords", request_body = CordInput,
    responses((status = 201, description = "Added", body = KitCord), Refused)
)]
pub async fn add(State(app): State<App>, Body(input): Body<CordInput>) -> Result<(StatusCode, Json<KitCord>), Error> {
    let added = KitCord::add(&app.store, &input).await?;
    app.kit().await?;
    Ok((StatusCode::CREATED, Json(added)))
}

/// One hank.
#[utoipa::path(
    get, operation_id = "get_cord", path = "/api/cords/{id}", params(("id" = i64, Path, description = "Hank")),
    responses((status = 200, description = "The hank", body = KitCord), NotThere)
)]
pub async fn get(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<KitCord>, Error> {
    Ok(Json(KitCord::get(&app.store, id).await?))
}

/// Changes a hank.
#[utoipa::path(
    put, operation_id = "put_cord", path = "/api/cords/{id}", params(("id" = i64, Path, description = "Hank")), request_body = CordInput,
    responses((status = 200, description = "Changed", body = KitCord), NotChanged)
)]
pub async fn put(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(input): Body<CordInput>,
) -> Result<Json<KitCord>, Error> {
    let changed = KitCord::put(&app.store, id, &input).await?;
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
    responses((status = 200, description = "Back in the kit", body = KitCord), NotThere)
)]
pub async fn restore(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<KitCord>, Error> {
    let restored = KitCord::restore(&app.store, id).await?;
    app.kit().await?;
    Ok(Json(restored))
}

//! Habits, set once.

use crate::error::{Error, Problem};
use crate::extract::Body;
use crate::state::App;
use crate::store::Settings;
use axum::Json;
use axum::extract::State;

/// The habits kept.
#[utoipa::path(get, operation_id = "get_settings", path = "/api/settings", responses((status = 200, description = "Units, hand, light, body, schools", body = Settings)))]
pub async fn get(State(app): State<App>) -> Json<Settings> {
    Json((*app.settings()).clone())
}

/// Keeps changed habits.
#[utoipa::path(
    put, operation_id = "put_settings", path = "/api/settings", request_body = Settings,
    responses(
        (status = 200, description = "Kept", body = Settings),
        (status = 400, description = "Cannot be read", body = Problem),
        (status = 409, description = "Changed in another window", body = Problem),
        (status = 413, description = "Larger than 64 kB", body = Problem),
        (status = 415, description = "Not sent as JSON", body = Problem),
        (status = 422, description = "Values out of reason", body = Problem)
    )
)]
pub async fn put(State(app): State<App>, Body(settings): Body<Settings>) -> Result<Json<Settings>, Error> {
    let kept = settings.save(&app.store).await?;
    app.set_settings(kept.clone());
    Ok(Json(kept))
}

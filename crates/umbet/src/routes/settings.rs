//! Habits, set once.

use crate::error::{Error, NotChanged};
use crate::extract::{Body, Person};
use crate::state::App;
use crate::store::Settings;
use axum::Json;
use axum::extract::State;

/// The habits kept.
#[utoipa::path(get, operation_id = "get_settings", path = "/api/settings", responses((status = 200, description = "Units, hand, light, body, schools", body = Settings)))]
pub async fn get(person: Person) -> Json<Settings> {
    Json(person.settings().clone())
}

/// Keeps changed habits.
#[utoipa::path(
    put, operation_id = "put_settings", path = "/api/settings", request_body = Settings,
    responses((status = 200, description = "Kept", body = Settings), NotChanged)
)]
pub async fn put(State(app): State<App>, Body(settings): Body<Settings>) -> Result<Json<Settings>, Error> {
    let kept = settings.save(&app.store).await?;
    app.set_settings(kept.clone());
    Ok(Json(kept))
}

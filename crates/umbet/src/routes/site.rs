//! What a site is read from: waypoints and the weather.

use crate::error::{Error, Refused};
use crate::extract::Body;
use crate::forecast::{Forecast, Forecasts, Simulated};
use crate::gpx::{self, Waypoint};
use crate::work;
use axum::Json;
use serde::Deserialize;
use utoipa::ToSchema;

/// Largest body with a recorder's file: a day's track, a point a second.
pub const LARGEST_TRACK: usize = 16 * 1024 * 1024;

/// A GPX file, sent as text.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct GpxInput {
    /// The file's text: a day's track and its waypoints.
    #[schema(max_length = 16000000)]
    gpx: String,
    /// Numbers of the waypoints to answer; all of them when empty.
    #[serde(default)]
    #[schema(max_items = 12)]
    take: Vec<usize>,
}

/// Waypoints of a GPX file as places on the site.
#[utoipa::path(
    post, operation_id = "read_gpx", path = "/api/gpx", request_body = GpxInput,
    description = "Tracks and routes are skipped. The body may have 16 MB.",
    responses((status = 200, description = "Waypoints, metres east and north of the first", body = Vec<Waypoint>), Refused)
)]
pub async fn read_gpx(Body(input): Body<GpxInput>) -> Result<Json<Vec<Waypoint>>, Error> {
    Ok(Json(work::aside(move || gpx::read(&input.gpx, &input.take)).await?))
}

/// Wind and rain over the next days.
#[utoipa::path(
    get, operation_id = "forecast", path = "/api/forecast",
    responses((status = 200, description = "The next three days", body = Forecast))
)]
pub async fn forecast() -> Json<Forecast> {
    Json(Simulated.next_days(jiff::Timestamp::now()))
}

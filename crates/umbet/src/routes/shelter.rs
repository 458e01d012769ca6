//! A shelter on a ridgeline, worked out and drawn.

use crate::error::{Error, Problem};
use crate::export::pdf::to_pdf;
use crate::extract::{Body, Path};
use crate::forecast::{Forecast, Forecasts, Simulated};
use crate::gpx::{self, Waypoint};
use crate::state::App;
use crate::store::{KeptShelter, KitCord};
use axum::Json;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use umbet_core::draw::{above, side, to_svg};
use umbet_core::rig::shelter::{Bearing, Hank, Plan, ShelterDraft, looks, pages, plan, stock};
use umbet_core::situation::Fault;
use utoipa::ToSchema;

/// A shelter as it is asked about, and how large it is drawn.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ShelterInput {
    /// The shelter.
    pub shelter: ShelterDraft,
    /// Width of the drawings, pixels.
    #[serde(default = "usual_width")]
    #[schema(minimum = 320, maximum = 2000)]
    pub width: f64,
    /// Head of the sheet.
    #[serde(default)]
    #[schema(max_length = 80)]
    pub title: Option<String>,
}

fn usual_width() -> f64 {
    868.0
}

/// Where metres lie on the drawing from above.
#[derive(Serialize, ToSchema)]
pub struct OnPage {
    /// Pixels a metre.
    pub scale: f64,
    /// Page place of the near anchor's face.
    pub origin: [f64; 2],
    /// The ridge among the anchors.
    pub bearing: Bearing,
}

/// A shelter worked out, or why it does not go.
#[derive(Serialize, ToSchema)]
pub struct ShelterView {
    /// Why it does not go, and what to change.
    pub impossible: Option<String>,
    /// The plan.
    pub plan: Option<Plan>,
    /// From the side, to scale.
    pub side: String,
    /// From above, to scale.
    pub above: String,
    /// Where metres lie on it.
    pub on_page: Option<OnPage>,
}

/// A name to choose.
#[derive(Serialize, ToSchema)]
pub struct Named {
    /// Id.
    id: String,
    /// Name.
    name: String,
}

/// What shelters are made of, and the demo's own.
#[derive(Serialize, ToSchema)]
pub struct ShelterStock {
    /// Covers.
    covers: Vec<Named>,
    /// Grounds.
    grounds: Vec<Named>,
    /// A shelter to begin with.
    usual: ShelterDraft,
}

/// Works a shelter out with the kit's cord and the schools preferred.
pub async fn work_out(app: &App, input: &ShelterInput) -> Result<ShelterView, Error> {
    let mut faults = input.shelter.faults();
    if !(input.width.is_finite() && (320.0..=2000.0).contains(&input.width)) {
        faults.push(Fault { field: "width".into(), says: "Give width between 320 and 2000.".into() });
    }
    if input.title.as_ref().is_some_and(|t| t.chars().count() > 80) {
        faults.push(Fault { field: "title".into(), says: "Keep the head of the sheet to 80 characters.".into() });
    }
    if !faults.is_empty() {
        return Err(Error::Unusable(faults));
    }
    let settings = app.settings();
    let kit = KitCord::list(&app.pool).await?;
    let kit: Vec<Hank> = kit.into_iter().map(|c| Hank { name: c.name, kind: c.kind, length_m: c.length_m }).collect();
    let reader = settings.reader();
    let planned = plan(&input.shelter, &kit, &app.habits(), &reader);
    Ok(match planned {
        Err(why) => ShelterView {
            impossible: Some(why.0),
            plan: None,
            side: String::new(),
            above: String::new(),
            on_page: None,
        },
        Ok(plan) => {
            let side_looks = looks(&input.shelter, &plan, [input.width, 300.0], &reader);
            let above_looks = looks(&input.shelter, &plan, [input.width, 410.0], &reader);
            let (scene, frame) = above(&above_looks);
            let bearing = Bearing::of(&input.shelter, &plan.between);
            ShelterView {
                impossible: None,
                side: to_svg(&side(&side_looks), None),
                above: to_svg(&scene, None),
                on_page: Some(OnPage { scale: frame.scale, origin: frame.origin, bearing }),
                plan: Some(plan),
            }
        }
    })
}

/// Works out a shelter and draws it.
#[utoipa::path(
    post, operation_id = "shelter", path = "/api/shelter", request_body = ShelterInput,
    responses(
        (status = 200, description = "The shelter, or why it does not go", body = ShelterView),
        (status = 400, description = "Cannot be read", body = Problem),
        (status = 413, description = "Larger than 64 kB", body = Problem),
        (status = 415, description = "Not sent as JSON", body = Problem),
        (status = 422, description = "Values out of reason", body = Problem)
    )
)]
pub async fn shelter(State(app): State<App>, Body(input): Body<ShelterInput>) -> Result<Json<ShelterView>, Error> {
    Ok(Json(work_out(&app, &input).await?))
}

/// Covers, grounds and a shelter to begin with.
#[utoipa::path(
    get, operation_id = "shelter_stock", path = "/api/shelter/stock",
    responses((status = 200, description = "What shelters are made of", body = ShelterStock))
)]
pub async fn shelter_stock(State(app): State<App>) -> Json<ShelterStock> {
    let named = |id: &String, name: &String| Named { id: id.clone(), name: name.clone() };
    Json(ShelterStock {
        covers: stock().covers.iter().map(|c| named(&c.id, &c.name)).collect(),
        grounds: stock().grounds.iter().map(|g| named(&g.id, &g.name)).collect(),
        usual: ShelterDraft::begun(&app.settings().schools),
    })
}

/// Two pages for a pocket, as PDF.
#[utoipa::path(
    post, operation_id = "shelter_sheet", path = "/api/shelter/sheet.pdf", request_body = ShelterInput,
    responses(
        (status = 200, description = "The sheet", body = Vec<u8>, content_type = "application/pdf"),
        (status = 400, description = "Cannot be read", body = Problem),
        (status = 413, description = "Larger than 64 kB", body = Problem),
        (status = 415, description = "Not sent as JSON", body = Problem),
        (status = 422, description = "Values out of reason, or it does not go", body = Problem)
    )
)]
pub async fn sheet(State(app): State<App>, Body(input): Body<ShelterInput>) -> Result<Response, Error> {
    let view = work_out(&app, &input).await?;
    let Some(plan) = view.plan else {
        return Err(Error::fault("shelter", view.impossible.unwrap_or_default()));
    };
    let reader = app.settings().reader();
    let title = input.title.as_deref().unwrap_or("A shelter on a ridgeline");
    let pages = pages(&input.shelter, &plan, title, &reader);
    let pdf = tokio::task::spawn_blocking(move || to_pdf(&pages)).await.map_err(anyhow::Error::from)??;
    let headers = [
        (header::CONTENT_TYPE, "application/pdf"),
        (header::CONTENT_DISPOSITION, "attachment; filename=\"shelter.pdf\""),
    ];
    Ok((headers, pdf).into_response())
}

/// A GPX file, sent as text.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct GpxInput {
    /// The file's text.
    #[schema(max_length = 60000)]
    gpx: String,
}

/// Waypoints of a GPX file as places on the site.
#[utoipa::path(
    post, operation_id = "read_gpx", path = "/api/shelter/gpx", request_body = GpxInput,
    responses(
        (status = 200, description = "Waypoints, metres east and north of the first", body = Vec<Waypoint>),
        (status = 400, description = "Cannot be read", body = Problem),
        (status = 413, description = "Larger than 64 kB", body = Problem),
        (status = 415, description = "Not sent as JSON", body = Problem),
        (status = 422, description = "No waypoints in it", body = Problem)
    )
)]
pub async fn read_gpx(Body(input): Body<GpxInput>) -> Result<Json<Vec<Waypoint>>, Error> {
    Ok(Json(gpx::read(&input.gpx)?))
}

/// Wind and rain over the next days.
#[utoipa::path(
    get, operation_id = "forecast", path = "/api/forecast",
    responses((status = 200, description = "The next three days", body = Forecast))
)]
pub async fn forecast() -> Json<Forecast> {
    Json(Simulated.next_days(jiff::Timestamp::now()))
}

/// The shelter planned for a job.
#[utoipa::path(
    get, operation_id = "kept_shelter", path = "/api/jobs/{id}/shelter", params(("id" = i64, Path, description = "Job")),
    responses(
        (status = 200, description = "The shelter, and what is ticked off", body = KeptShelter),
        (status = 400, description = "Not a number", body = Problem),
        (status = 404, description = "None is planned for this job", body = Problem)
    )
)]
pub async fn kept(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<KeptShelter>, Error> {
    KeptShelter::of_job(&app.pool, id).await?.map(Json).ok_or(Error::Missing("shelter"))
}

/// Keeps a shelter with a job.
#[utoipa::path(
    put, operation_id = "keep_shelter", path = "/api/jobs/{id}/shelter", params(("id" = i64, Path, description = "Job")),
    request_body = KeptShelter,
    responses(
        (status = 200, description = "Kept", body = KeptShelter),
        (status = 400, description = "Cannot be read", body = Problem),
        (status = 404, description = "No such job", body = Problem),
        (status = 409, description = "Another window changed it first", body = Problem),
        (status = 413, description = "Larger than 64 kB", body = Problem),
        (status = 415, description = "Not sent as JSON", body = Problem),
        (status = 422, description = "Values out of reason", body = Problem)
    )
)]
pub async fn keep(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(input): Body<KeptShelter>,
) -> Result<Json<KeptShelter>, Error> {
    Ok(Json(input.keep(&app.pool, id).await?))
}

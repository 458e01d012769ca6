//! A shelter on a ridgeline, worked out and drawn.

use crate::error::{Error, Problem};
use crate::extract::{Body, Path};
use crate::state::App;
use crate::store::{KeptShelter, KitCord};
use axum::Json;
use axum::extract::State;
use serde::{Deserialize, Serialize};
use umbet_core::draw::{above, side, to_svg};
use umbet_core::rig::shelter::{Bearing, Hank, Plan, ShelterDraft, looks, plan, stock};
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
    if !faults.is_empty() {
        return Err(Error::Unusable(faults));
    }
    let settings = app.settings();
    let kit = KitCord::list(&app.pool).await?;
    let kit: Vec<Hank> = kit.into_iter().map(|c| Hank { name: c.name, kind: c.kind, length_m: c.length_m }).collect();
    let reader = settings.reader();
    let planned = plan(&input.shelter, &kit, &settings.schools, &reader);
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
            let bearing = Bearing::of(&input.shelter, &plan);
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
pub async fn shelter_stock() -> Json<ShelterStock> {
    let named = |id: &String, name: &String| Named { id: id.clone(), name: name.clone() };
    Json(ShelterStock {
        covers: stock().covers.iter().map(|c| named(&c.id, &c.name)).collect(),
        grounds: stock().grounds.iter().map(|g| named(&g.id, &g.name)).collect(),
        usual: ShelterDraft::of_the_crew(),
    })
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

//! The main job: a situation in, verdicts with reasons out.

use crate::error::{Error, Problem};
use crate::extract::Body;
use crate::state::App;
use axum::Json;
use axum::extract::State;
use serde::{Deserialize, Serialize};
use umbet_core::choose::{Answer, OptionWords, choose as judge, options as part_options, unknown_names};
use umbet_core::knot::catalogue;
use umbet_core::object::{ObjectKind, Shape};
use umbet_core::situation::{Draft, Fragment, PART_IDS, Situation, sentence};
use umbet_core::units::Reader;
use utoipa::ToSchema;

/// What the drawings of this answer are drawn on.
#[derive(Serialize, ToSchema)]
pub struct Drawn {
    /// Diameter of the object.
    size_mm: f64,
    /// Diameter of the cord.
    cord_mm: f64,
    /// Surface id.
    surface: String,
    /// Shape.
    shape: Shape,
    /// The object has a size worth a dimension.
    sized: bool,
    /// The pull, in words.
    pull: String,
}

/// A situation and its answer.
#[derive(Serialize, ToSchema)]
pub struct Choice {
    /// The situation as it was said.
    draft: Draft,
    /// The situation as a sentence whose parts can be changed.
    sentence: Vec<Fragment>,
    /// The answer.
    answer: Answer,
    /// What to draw it on.
    drawn: Drawn,
}

impl Drawn {
    /// What a situation's knots are drawn on.
    pub fn on(s: &Situation, reader: &Reader) -> Self {
        let kind: &ObjectKind = s.object.kind;
        Self {
            size_mm: s.object.size.mm(),
            cord_mm: s.cord.diameter.mm(),
            surface: s.object.material.id.clone(),
            shape: kind.shape,
            sized: kind.sized,
            pull: reader.force(s.force),
        }
    }
}

/// Which part of which sentence.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PartOf {
    /// The situation.
    draft: Draft,
    /// Id of the part.
    part: String,
}

/// Judges every knot for a situation.
#[utoipa::path(
    post, path = "/api/choose", request_body = Draft,
    responses(
        (status = 200, description = "Verdicts, best first, with reasons", body = Choice),
        (status = 400, description = "Not JSON, or not a situation", body = Problem),
        (status = 413, description = "Larger than 64 kB", body = Problem),
        (status = 415, description = "Not sent as JSON", body = Problem),
        (status = 422, description = "Values out of reason or unknown names", body = Problem)
    )
)]
pub async fn choose(State(app): State<App>, Body(draft): Body<Draft>) -> Result<Json<Choice>, Error> {
    let settings = app.settings();
    known(&draft)?;
    let draft = with_habits(draft, &settings);
    let s = Situation::read(&draft).map_err(Error::Unusable)?;
    let reader = settings.reader();
    let answer = judge(catalogue(), &s, &reader);
    Ok(Json(Choice { sentence: sentence(&s, &reader), answer, drawn: Drawn::on(&s, &reader), draft }))
}

/// What a part can be changed to, each with the knot it would put first.
#[utoipa::path(
    post, path = "/api/choose/options", request_body = PartOf,
    responses(
        (status = 200, description = "Alternatives for the part", body = Vec<OptionWords>),
        (status = 400, description = "Not JSON, or not a situation", body = Problem),
        (status = 413, description = "Larger than 64 kB", body = Problem),
        (status = 415, description = "Not sent as JSON", body = Problem),
        (status = 422, description = "No such part, or values out of reason", body = Problem)
    )
)]
pub async fn options(State(app): State<App>, Body(asked): Body<PartOf>) -> Result<Json<Vec<OptionWords>>, Error> {
    if !PART_IDS.contains(&asked.part.as_str()) {
        return Err(Error::fault("part", format!("No part is called so. Parts are: {}.", PART_IDS.join(", "))));
    }
    let settings = app.settings();
    known(&asked.draft)?;
    let draft = with_habits(asked.draft, &settings);
    Situation::read(&draft).map_err(Error::Unusable)?;
    Ok(Json(part_options(&draft, &asked.part, catalogue(), &settings.reader())))
}

/// Refuses names of schools and knots there are none of.
fn known(draft: &Draft) -> Result<(), Error> {
    let faults = unknown_names(draft, catalogue());
    if faults.is_empty() { Ok(()) } else { Err(Error::Unusable(faults)) }
}

/// The person's schools and known knots, unless the draft names its own.
fn with_habits(mut draft: Draft, settings: &crate::store::Settings) -> Draft {
    if draft.schools.is_empty() {
        draft.schools = settings.schools.clone();
    }
    if draft.knows.is_empty() {
        draft.knows = settings.knows.clone();
    }
    draft
}

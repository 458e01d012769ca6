//! The main job: a situation in, verdicts with reasons out.

use crate::error::{Error, Refused};
use crate::extract::{Body, Person};
use axum::Json;
use serde::{Deserialize, Serialize};
use umbet_core::choose::{Answer, OptionWords, choose as judge, options as part_options, unknown_names};
use umbet_core::cord::cord;
use umbet_core::draw::Pulls;
use umbet_core::knot::catalogue;
use umbet_core::object::{ObjectKind, Shape};
use umbet_core::situation::{Draft, Fragment, PART_IDS, Situation, Task, Way, sentence, typed as put_typed};
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
    /// The pull, in words; absent where it is only drawn up.
    pull: Option<String>,
    /// Which way it pulls.
    pulls: Pulls,
    /// The task: some knots lie otherwise for another.
    task: Task,
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
    /// What a situation's knots are drawn on, in the cord they were judged in.
    pub fn on(s: &Situation, answer: &Answer, reader: &Reader) -> Self {
        let kind: &ObjectKind = s.object.kind;
        let instead = answer.cord_refused.as_ref().and_then(|c| cord(c.kind.as_deref()?));
        Self {
            size_mm: s.object.size.mm(),
            cord_mm: instead.map_or(s.cord.diameter, |c| c.diameter).mm(),
            surface: s.object.material.id.clone(),
            shape: kind.shape,
            sized: kind.sized,
            pull: (!s.drawn_up_only()).then(|| reader.force(s.force)),
            pulls: match s.way {
                Way::Away | Way::ThreeWays => Pulls::Standing,
                Way::Along => Pulls::Along,
                Way::EitherWay => Pulls::EitherWay,
                Way::AlongLine | Way::BothParts => Pulls::BothParts,
            },
            task: s.task,
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
    responses((status = 200, description = "Verdicts, best first, with reasons", body = Choice), Refused)
)]
pub async fn choose(person: Person, Body(draft): Body<Draft>) -> Result<Json<Choice>, Error> {
    known(&draft)?;
    let s = Situation::read_for(&draft, person.habits()).map_err(Error::Unusable)?;
    let reader = person.reader();
    let answer = judge(catalogue(), &s, &reader);
    let drawn = Drawn::on(&s, &answer, &reader);
    Ok(Json(Choice { sentence: sentence(&s, &reader), answer, drawn, draft }))
}

/// A number typed for a part, in the reader's own unit.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TypedPart {
    /// The situation.
    draft: Draft,
    /// The field, as the sentence names it.
    #[schema(max_length = 40)]
    field: String,
    /// The number.
    value: f64,
}

/// Puts a typed number into a situation.
#[utoipa::path(
    post, path = "/api/choose/typed", request_body = TypedPart,
    responses((status = 200, description = "The situation with it", body = Draft), Refused)
)]
pub async fn typed(person: Person, Body(asked): Body<TypedPart>) -> Result<Json<Draft>, Error> {
    let draft = put_typed(&asked.draft, &asked.field, asked.value, &person.reader())
        .map_err(|fault| Error::Unusable(vec![fault]))?;
    known(&draft)?;
    Situation::read(&draft).map_err(Error::Unusable)?;
    Ok(Json(draft))
}

/// What a part can be changed to, each with the knot it would put first.
#[utoipa::path(
    post, path = "/api/choose/options", request_body = PartOf,
    responses((status = 200, description = "Alternatives for the part", body = Vec<OptionWords>), Refused)
)]
pub async fn options(person: Person, Body(asked): Body<PartOf>) -> Result<Json<Vec<OptionWords>>, Error> {
    if !PART_IDS.contains(&asked.part.as_str()) {
        return Err(Error::fault("part", format!("No part is called so. Parts are: {}.", PART_IDS.join(", "))));
    }
    known(&asked.draft)?;
    Situation::read(&asked.draft).map_err(Error::Unusable)?;
    Ok(Json(part_options(&asked.draft, &asked.part, catalogue(), person.habits(), &person.reader())))
}

/// Refuses names of schools and knots there are none of.
fn known(draft: &Draft) -> Result<(), Error> {
    let faults = unknown_names(draft, catalogue());
    if faults.is_empty() { Ok(()) } else { Err(Error::Unusable(faults)) }
}

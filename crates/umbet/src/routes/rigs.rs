//! Rigs of every kind: begun, worked out and drawn, put on paper, kept with a job.

use crate::error::{Error, NotAnswered, NotChanged, NotThere, Problem};
use crate::export::pdf::to_pdf;
use crate::extract::{Body, Path, Person};
use crate::state::App;
use crate::store::{KeptRig, KitCord};
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use serde_json::Value;
use umbet_core::draw::to_svg;
use umbet_core::rig::lists::Change;
use umbet_core::rig::{
    DRAWING_WIDTH, Dragged, Given, Hank, Impossible, Planned, Planner, Rig, RigField, RigPlan, pages, shown, typed,
};
use umbet_core::situation::Fault;
use utoipa::ToSchema;

/// A kind of rig that can be planned.
#[derive(Serialize, ToSchema)]
pub struct RigKind {
    /// Id, part of addresses.
    kind: String,
    /// Its name.
    name: String,
}

/// What a rig of one kind is begun from.
#[derive(Serialize, ToSchema)]
pub struct RigStart {
    /// Id, part of addresses.
    kind: String,
    /// Its name.
    name: String,
    /// A draft to begin with; its shape is the planner's own.
    #[schema(value_type = Object)]
    draft: Value,
    /// What there is to choose from.
    #[schema(value_type = Object)]
    stock: Value,
}

/// A rig as it is asked about, and how large it is drawn.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RigInput {
    /// The draft.
    #[schema(value_type = Object)]
    draft: Value,
    /// Width of the drawings, pixels.
    #[serde(default = "usual_width")]
    #[schema(minimum = 320, maximum = 2000)]
    width: f64,
    /// Head of the sheet.
    #[serde(default)]
    #[schema(max_length = 80)]
    title: Option<String>,
}

pub(super) fn usual_width() -> f64 {
    868.0
}

/// One drawing, to scale.
#[derive(Serialize, ToSchema)]
pub struct RigDrawing {
    /// Stable id.
    id: String,
    /// Its heading.
    name: String,
    /// The picture.
    svg: String,
}

/// A rig worked out, or why it does not go.
#[derive(Serialize, ToSchema)]
pub struct RigView {
    /// Why it does not go, and what to change.
    impossible: Option<String>,
    /// The plan.
    plan: Option<RigPlan>,
    /// What only its own kind has; nothing where it does not go.
    #[schema(value_type = Option<Object>)]
    own: Value,
    /// The drawings.
    drawings: Vec<RigDrawing>,
    /// Numbers of the draft, each in the reader's unit.
    fields: Vec<RigField>,
}

/// One number of a draft, as it was typed.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TypedNumber {
    /// The draft.
    #[schema(value_type = Object)]
    draft: Value,
    /// Its place in the draft.
    #[schema(max_length = 80)]
    at: String,
    /// What was typed, in the reader's unit.
    #[schema(max_length = 40)]
    text: String,
}

/// Something dragged on a drawing.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DraggedThing {
    /// The draft.
    #[schema(value_type = Object)]
    draft: Value,
    /// Width of the drawings, pixels.
    #[schema(minimum = 320, maximum = 2000)]
    width: f64,
    /// The drawing.
    drawing: String,
    /// Where it stood on it, pixels.
    from: [f64; 2],
    /// Where it is put.
    to: [f64; 2],
}

/// One more in a list of a draft, or one less.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ListChange {
    /// The draft.
    #[schema(value_type = Object)]
    draft: Value,
    /// The list's place in the draft.
    #[schema(max_length = 80)]
    list: String,
    /// One more; else one less.
    more: bool,
    /// Beside which one, or without which one, counted from 0.
    #[schema(minimum = 0, maximum = 100)]
    at: usize,
}

/// A draft that was changed; none where nothing was there to change.
#[derive(Serialize, ToSchema)]
pub struct ChangedDraft {
    /// The draft.
    #[schema(value_type = Object)]
    draft: Value,
}

/// Reads what was asked.
fn read(planner: &Planner, input: &RigInput) -> Result<Box<dyn Rig>, Error> {
    let mut faults = Vec::new();
    if !(input.width.is_finite() && (320.0..=2000.0).contains(&input.width)) {
        faults.push(Fault { field: "width".into(), says: "Width of the drawings: 320 to 2000 pixels.".into() });
    }
    if input.title.as_ref().is_some_and(|t| t.chars().count() > 80) {
        faults.push(Fault { field: "title".into(), says: "Keep the head of the sheet to 80 characters.".into() });
    }
    match (planner.read)(input.draft.clone()) {
        Ok(rig) if faults.is_empty() => Ok(rig),
        Ok(_) => Err(Error::Unusable(faults)),
        Err(more) => Err(Error::Unusable(faults.into_iter().chain(more).collect())),
    }
}

/// Cord there is to cut from: neither out with somebody nor retired. What is worn says so by its name.
pub(super) async fn hanks(app: &App) -> Result<Vec<Hank>, Error> {
    let name = |c: &KitCord| if c.worn { format!("{} (worn)", c.name) } else { c.name.clone() };
    let hank = |c: &KitCord| Hank {
        name: name(c),
        kind: c.kind.clone(),
        length_m: c.length_m,
        worn: c.worn,
        made_up: !c.made.is_empty(),
    };
    Ok(app.kit().await?.to_cut_from().map(hank).collect())
}

/// Works a rig out with the kit's cord and the person's habits.
async fn work_out(
    app: &App,
    person: &Person,
    planner: &Planner,
    input: &RigInput,
    width: f64,
) -> Result<Result<Planned, Impossible>, Error> {
    let kit = hanks(app).await?;
    let (habits, reader) = (person.habits(), person.reader());
    let rig = read(planner, input)?;
    Ok(rig.plan(&Given { kit: &kit, habits, reader: &reader, width }))
}

/// Kinds of rig there are.
#[utoipa::path(
    get, operation_id = "rig_kinds", path = "/api/rigs",
    responses((status = 200, description = "Kinds of rig that can be planned", body = Vec<RigKind>))
)]
pub async fn kinds(State(app): State<App>) -> Json<Vec<RigKind>> {
    Json(app.planners().iter().map(|p| RigKind { kind: p.kind.into(), name: p.name.into() }).collect())
}

/// What a rig of this kind is begun from.
#[utoipa::path(
    get, operation_id = "begin_rig", path = "/api/rigs/{kind}", params(("kind" = String, Path, description = "Kind of rig")),
    responses(
        (status = 200, description = "A draft to begin with, and what there is to choose from", body = RigStart),
        (status = 404, description = "No such kind", body = Problem)
    )
)]
pub async fn begin(State(app): State<App>, person: Person, Path(kind): Path<String>) -> Result<Json<RigStart>, Error> {
    let p = app.planner(&kind)?;
    let draft = (p.begin)(person.habits());
    Ok(Json(RigStart { kind: p.kind.into(), name: p.name.into(), draft, stock: (p.stock)() }))
}

/// Works out a rig and draws it.
#[utoipa::path(
    post, operation_id = "plan_rig", path = "/api/rigs/{kind}", params(("kind" = String, Path, description = "Kind of rig")),
    request_body = RigInput,
    responses((status = 200, description = "The rig, or why it does not go", body = RigView), NotAnswered)
)]
pub async fn plan(
    State(app): State<App>,
    person: Person,
    Path(kind): Path<String>,
    Body(input): Body<RigInput>,
) -> Result<Json<RigView>, Error> {
    let planner = app.planner(&kind)?;
    let planned = work_out(&app, &person, planner, &input, input.width).await?;
    let fields = shown(&input.draft, &(planner.fields)(&input.draft), &person.reader());
    Ok(Json(match planned {
        Err(why) => RigView { impossible: Some(why.0), plan: None, own: Value::Null, drawings: Vec::new(), fields },
        Ok(p) => RigView {
            fields,
            impossible: None,
            drawings: p
                .drawings
                .iter()
                .map(|d| RigDrawing { id: d.id.into(), name: d.name.into(), svg: to_svg(&d.scene, None) })
                .collect(),
            plan: Some(p.plan),
            own: p.own,
        },
    }))
}

/// The draft with one number typed, in the reader's unit.
#[utoipa::path(
    post, operation_id = "type_number", path = "/api/rigs/{kind}/typed", params(("kind" = String, Path, description = "Kind of rig")),
    request_body = TypedNumber,
    responses((status = 200, description = "The draft with it", body = ChangedDraft), NotAnswered)
)]
pub async fn type_number(
    State(app): State<App>,
    person: Person,
    Path(kind): Path<String>,
    Body(input): Body<TypedNumber>,
) -> Result<Json<ChangedDraft>, Error> {
    let planner = app.planner(&kind)?;
    let (fields, reader) = ((planner.fields)(&input.draft), person.reader());
    let draft = typed(input.draft, &fields, &input.at, &input.text, &reader);
    Ok(Json(ChangedDraft { draft: draft.map_err(|f| Error::Unusable(vec![f]))? }))
}

/// The draft with one more in a list of it, as it usually is, or with one less.
#[utoipa::path(
    post, operation_id = "change_list", path = "/api/rigs/{kind}/listed", params(("kind" = String, Path, description = "Kind of rig")),
    request_body = ListChange,
    responses((status = 200, description = "The draft with it changed", body = ChangedDraft), NotAnswered)
)]
pub async fn change_list(
    State(app): State<App>,
    Path(kind): Path<String>,
    Body(input): Body<ListChange>,
) -> Result<Json<ChangedDraft>, Error> {
    let planner = app.planner(&kind)?;
    let change = if input.more { Change::More(input.at) } else { Change::Less(input.at) };
    let draft = (planner.listed)(&input.draft, &input.list, change);
    let none = if input.more { "There is no place for one more." } else { "There is none to take, or one too few." };
    Ok(Json(ChangedDraft { draft: draft.ok_or_else(|| Error::fault("list", none))? }))
}

/// The draft with something dragged on a drawing.
#[utoipa::path(
    post, operation_id = "move_thing", path = "/api/rigs/{kind}/moved", params(("kind" = String, Path, description = "Kind of rig")),
    request_body = DraggedThing,
    responses((status = 200, description = "The draft with it moved", body = ChangedDraft), NotAnswered)
)]
pub async fn move_thing(
    State(app): State<App>,
    person: Person,
    Path(kind): Path<String>,
    Body(input): Body<DraggedThing>,
) -> Result<Json<ChangedDraft>, Error> {
    let planner = app.planner(&kind)?;
    let kit = hanks(&app).await?;
    let (habits, reader) = (person.habits(), person.reader());
    let given = Given { kit: &kit, habits, reader: &reader, width: input.width.clamp(320.0, 2000.0) };
    let dragged = Dragged { drawing: &input.drawing, from: input.from, to: input.to };
    let draft = (planner.moved)(&input.draft, &given, &dragged);
    let draft = draft.ok_or_else(|| Error::fault("from", "Nothing that can be moved stands there."))?;
    Ok(Json(ChangedDraft { draft }))
}

/// The sheet, as PDF.
#[utoipa::path(
    post, operation_id = "rig_sheet", path = "/api/rigs/{kind}/sheet.pdf", params(("kind" = String, Path, description = "Kind of rig")),
    request_body = RigInput,
    responses((status = 200, description = "The sheet", body = Vec<u8>, content_type = "application/pdf"), NotAnswered)
)]
pub async fn sheet(
    State(app): State<App>,
    person: Person,
    Path(kind): Path<String>,
    Body(input): Body<RigInput>,
) -> Result<Response, Error> {
    let planner = app.planner(&kind)?;
    let planned = work_out(&app, &person, planner, &input, DRAWING_WIDTH).await?;
    let mut planned = planned.map_err(|why| Error::fault("draft", why.0))?;
    let (habits, reader) = (person.habits(), person.reader());
    let given = Given { kit: &[], habits, reader: &reader, width: DRAWING_WIDTH };
    planned.drawings.extend(read(planner, &input)?.on_paper(&given));
    let pages = pages(&planned, input.title.as_deref().unwrap_or(planner.name));
    let pdf = work::aside(move || Ok(to_pdf(&pages)?)).await?;
    let headers = [
        (header::CONTENT_TYPE, "application/pdf".to_owned()),
        (header::CONTENT_DISPOSITION, format!("attachment; filename=\"{}.pdf\"", planner.kind)),
    ];
    Ok((headers, pdf).into_response())
}

/// The rig of this kind planned for a job.
#[utoipa::path(
    get, operation_id = "kept_rig", path = "/api/jobs/{id}/rigs/{kind}",
    params(("id" = i64, Path, description = "Job"), ("kind" = String, Path, description = "Kind of rig")),
    responses((status = 200, description = "The rig, and what is ticked off", body = KeptRig), NotThere)
)]
pub async fn kept(State(app): State<App>, Path((id, kind)): Path<(i64, String)>) -> Result<Json<KeptRig>, Error> {
    let planner = app.planner(&kind)?;
    KeptRig::of_job(&app.store, id, planner).await?.map(Json).ok_or(Error::Missing("rig"))
}

/// What is ticked off, held to the order of the work; as it was, where the rig does not go now.
fn in_order(person: &Person, planner: &Planner, kept: &KeptRig) -> Result<Vec<String>, Error> {
    let rig = (planner.read)(kept.draft.clone()).map_err(Error::Unusable)?;
    let (habits, reader) = (person.habits(), person.reader());
    let given = Given { kit: &[], habits, reader: &reader, width: usual_width() };
    Ok(rig.plan(&given).map_or_else(|_| kept.ticked.clone(), |p| p.plan.in_order(&kept.ticked)))
}

/// Keeps a rig with a job.
#[utoipa::path(
    put, operation_id = "keep_rig", path = "/api/jobs/{id}/rigs/{kind}",
    params(("id" = i64, Path, description = "Job"), ("kind" = String, Path, description = "Kind of rig")),
    request_body = KeptRig,
    responses((status = 200, description = "Kept", body = KeptRig), NotChanged)
)]
pub async fn keep(
    State(app): State<App>,
    person: Person,
    Path((id, kind)): Path<(i64, String)>,
    Body(mut input): Body<KeptRig>,
) -> Result<Json<KeptRig>, Error> {
    let planner = app.planner(&kind)?;
    input.ticked = in_order(&person, planner, &input)?;
    Ok(Json(input.keep(&app.store, id, planner).await?))
}

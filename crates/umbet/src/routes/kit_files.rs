//! The kit on paper and in tables: labels to print, and CSV in and out.

use crate::error::{Error, NotAnswered, NotThere};
use crate::export::kit::{csv_of_kit, csv_of_ledger, deeds_of, pieces_of};
use crate::export::pdf::to_pdf;
use crate::export::square::square;
use crate::extract::{Body, Person, Query};
use crate::state::App;
use crate::store::{DeedInput, KitCord};
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::http::{HeaderMap, StatusCode, header};
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use umbet_core::care::mark;
use umbet_core::cutting::{Label, labels};
use umbet_core::units::{Length, Reader};
use utoipa::{IntoParams, ToSchema};

/// Rows that are brought.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KitLines {
    /// The lines, the names of the columns first.
    lines: String,
}

/// How many came in.
#[derive(Serialize, ToSchema)]
pub struct CameIn {
    /// So many rows.
    rows: usize,
}

fn csv(text: String, name: &str) -> Response {
    let headers = [
        (header::CONTENT_TYPE, "text/csv; charset=utf-8".to_owned()),
        (header::CONTENT_DISPOSITION, format!("attachment; filename=\"{name}\"")),
    ];
    (headers, text).into_response()
}

/// The kit as CSV.
#[utoipa::path(
    get, operation_id = "kit_csv", path = "/api/kit.csv",
    responses((status = 200, description = "A row a piece", body = String, content_type = "text/csv"))
)]
pub async fn kit_csv(State(app): State<App>) -> Result<Response, Error> {
    Ok(csv(csv_of_kit(&app.kit().await?.pieces)?, "kit.csv"))
}

/// The ledger as CSV.
#[utoipa::path(
    get, operation_id = "ledger_csv", path = "/api/kit/ledger.csv",
    responses((status = 200, description = "A row an entry, the first of them first", body = String, content_type = "text/csv"))
)]
pub async fn ledger_csv(State(app): State<App>) -> Result<Response, Error> {
    Ok(csv(csv_of_ledger(&KitCord::ledger(&app.store).await?)?, "ledger.csv"))
}

/// Adds pieces from CSV, all of them or none.
#[utoipa::path(
    post, operation_id = "add_kit_lines", path = "/api/kit", request_body = KitLines,
    responses((status = 201, description = "Added", body = CameIn), NotAnswered)
)]
pub async fn add_lines(
    State(app): State<App>,
    Body(given): Body<KitLines>,
) -> Result<(StatusCode, Json<CameIn>), Error> {
    let pieces = pieces_of(&given.lines)?;
    let whole = app.store.as_one().await?;
    for piece in &pieces {
        KitCord::add_within(&whole, piece).await?;
    }
    whole.keep().await?;
    app.kit().await?;
    Ok((StatusCode::CREATED, Json(CameIn { rows: pieces.len() })))
}

/// Does the deeds of a CSV one after the other, all of them or none.
#[utoipa::path(
    post, operation_id = "do_kit_lines", path = "/api/kit/deeds", request_body = KitLines,
    responses((status = 200, description = "Done, and written into the ledger", body = CameIn), NotAnswered)
)]
pub async fn do_lines(State(app): State<App>, Body(given): Body<KitLines>) -> Result<Json<CameIn>, Error> {
    let deeds = deeds_of(&given.lines)?;
    let rows = deeds.len();
    let whole = app.store.as_one().await?;
    for (i, line) in deeds.into_iter().enumerate() {
        // The first line names the columns.
        let told = |says: &str| Error::fault("lines", format!("Line {}: {says}", i + 2));
        let kit = KitCord::list(&whole).await?;
        let mut called = kit.iter().filter(|c| c.name == line.piece && c.retired.is_none());
        let piece = called.next().ok_or_else(|| told(&format!("no piece is called “{}”.", line.piece)))?;
        if called.next().is_some() {
            return Err(told(&format!("several pieces are called “{}”: do this on the page.", line.piece)));
        }
        let input = DeedInput { deed: line.deed, who: line.who, note: line.note, version: piece.version };
        KitCord::done_within(&whole, piece.id, &input).await.map_err(|e| told(&e.says()))?;
    }
    whole.keep().await?;
    app.kit().await?;
    Ok(Json(CameIn { rows }))
}

/// Of which pieces.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct LabelsQuery {
    /// Only of what lies in this bag, or on this hook; of the whole kit when absent.
    #[param(max_length = 80)]
    bag: Option<String>,
    /// Only this piece.
    id: Option<i64>,
}

/// Labels to cut out, as PDF: each with a square that opens the piece's page on this server.
#[utoipa::path(
    get, operation_id = "kit_labels", path = "/api/kit/labels.pdf", params(LabelsQuery),
    responses((status = 200, description = "Twelve to a page", body = Vec<u8>, content_type = "application/pdf"), NotThere)
)]
pub async fn kit_labels(
    State(app): State<App>,
    person: Person,
    headers: HeaderMap,
    Query(q): Query<LabelsQuery>,
) -> Result<Response, Error> {
    let wanted = |c: &KitCord| q.bag.as_ref().is_none_or(|bag| c.place == *bag) && q.id.is_none_or(|id| c.id == id);
    let kit: Vec<KitCord> = app.kit().await?.in_use().filter(|c| wanted(c)).cloned().collect();
    if kit.is_empty() {
        return Err(Error::Missing("piece to label"));
    }
    let host = headers.get(header::HOST).and_then(|h| h.to_str().ok()).unwrap_or("127.0.0.1").to_owned();
    let pdf = work::aside(move || {
        let reader = person.reader();
        let all = kit.iter().map(|c| label(c, &host, &reader)).collect::<Result<Vec<_>, _>>()?;
        Ok(to_pdf(&labels(&all))?)
    })
    .await?;
    let headers = [
        (header::CONTENT_TYPE, "application/pdf"),
        (header::CONTENT_DISPOSITION, "attachment; filename=\"labels.pdf\""),
    ];
    Ok((headers, pdf).into_response())
}

fn label(piece: &KitCord, host: &str, reader: &Reader) -> Result<Label, Error> {
    let used = piece.used().ok_or(Error::Missing("cord"))?;
    Ok(Label {
        name: piece.name.clone(),
        cord: used.kind.said(used.diameter, reader),
        length: reader.length(Length::from_m(piece.length_m)),
        day: format!("No. {}, {}", piece.id, chrono::Local::now().format("%-d %B %Y")),
        mark: u32::try_from(piece.id).ok().and_then(mark).unwrap_or_default(),
        square: square(&format!("http://{host}/cord/{}", piece.id))?,
    })
}

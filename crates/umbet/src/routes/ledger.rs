//! What is done with a piece of cord, and what was done with it, in sentences.

use super::pieces::{Piece, read_deed};
use crate::error::{Error, NotChanged, NotThere, Problem};
use crate::extract::{Body, Path, Person, Query};
use crate::state::App;
use crate::store::{CordEntry, DeedInput, KitCord};
use axum::Json;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use umbet_core::care::{Care, MarkLaid, WHIPPING_LONG, care, lay, mark};
use umbet_core::draw::{WHIPPING_MOVES, to_svg, whipping};
use umbet_core::units::{Length, Reader};
use utoipa::{IntoParams, ToSchema};

/// An entry of a piece's history.
#[derive(Serialize, ToSchema)]
pub struct EntryWords {
    /// When, UTC.
    at: String,
    /// In a sentence.
    says: String,
    /// By how much the piece is longer for it, metres; less than nothing where it is shorter.
    change_m: f64,
    /// Who did it; empty when nobody said.
    who: String,
    /// Note.
    note: String,
}

impl EntryWords {
    fn of(e: CordEntry, reader: &Reader) -> Self {
        let (m, about) = (reader.length(Length::from_m(e.change_m.abs())), &e.about);
        let says = match e.what.as_str() {
            "received" => format!("Received, {m}."),
            "measured" if e.change_m < 0.0 => format!("Measured: {m} shorter than was written."),
            "measured" => format!("Measured: {m} longer than was written."),
            "cut" => format!("{m} cut off: {about}."),
            "cut-from" => format!("Cut from {about}, {m}."),
            "joined" => format!("{about} bent on to its end: {m} longer."),
            "joined-to" => format!("Bent on to {about}: one piece with it."),
            "shaken" => "Took a jerk: to be looked over before it is used.".to_owned(),
            "issued" => format!("Out with {about}."),
            "returned" if about.is_empty() => "Back.".to_owned(),
            "returned" => format!("Back, to {about}."),
            "inspected" => format!("Looked over along its length: {about}."),
            "retired" => format!("Retired: {about}."),
            "taken-out" => "Taken out of the kit.".to_owned(),
            _ => "Back in the kit.".to_owned(),
        };
        Self { at: e.at, says, change_m: e.change_m, who: e.who, note: e.note }
    }
}

/// How a piece is kept, and the mark on it.
#[derive(Serialize, ToSchema)]
pub struct PieceCare {
    /// How it is kept.
    #[serde(flatten)]
    care: Care,
    /// Rings whipped round its end, group by group behind a broad one: its number, for a finger; none beyond the last there is.
    mark: Option<Vec<u32>>,
    /// The same laid along its cord.
    mark_laid: Option<MarkLaid>,
    /// How soon it is run out, in a sentence.
    runs_out: String,
}

/// A deed done.
#[derive(Serialize, ToSchema)]
pub struct DoneWords {
    /// The piece as it is now.
    piece: Piece<'static>,
    /// What was cut off it.
    cut_off: Vec<Piece<'static>>,
}

/// What happened to a piece.
#[utoipa::path(
    get, operation_id = "cord_history", path = "/api/cords/{id}/history", params(("id" = i64, Path, description = "Hank")),
    responses((status = 200, description = "Its entries, the first of them first; their changes add up to its length", body = Vec<EntryWords>), NotThere)
)]
pub async fn history(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
) -> Result<Json<Vec<EntryWords>>, Error> {
    let (all, reader) = (KitCord::history(&app.store, id).await?, person.reader());
    Ok(Json(all.into_iter().map(|e| EntryWords::of(e, &reader)).collect()))
}

/// How a piece is made up, how its ends are finished, and what is looked for on it.
#[utoipa::path(
    get, operation_id = "cord_care", path = "/api/cords/{id}/care", params(("id" = i64, Path, description = "Hank")),
    responses((status = 200, description = "For this cord and length, this hand and arm", body = PieceCare), NotThere)
)]
pub async fn keep(State(app): State<App>, person: Person, Path(id): Path<i64>) -> Result<Json<PieceCare>, Error> {
    let piece = KitCord::get(&app.store, id).await?;
    let used = piece.used().ok_or(Error::Missing("cord"))?;
    let reader = person.reader();
    let mark = u32::try_from(piece.id).ok().and_then(mark);
    let care = care(&used, Length::from_m(piece.length_m), &reader);
    let (mark_laid, runs_out) = (mark.as_deref().map(lay), care.hank.runs_out());
    Ok(Json(PieceCare { care, mark, mark_laid, runs_out }))
}

/// Which of a whipping's moves.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct WhippingQuery {
    /// So many moves are done; all of them when absent.
    #[param(minimum = 0, maximum = 5)]
    done: Option<usize>,
}

/// A whipping on a rope's end, drawn after so many of its moves.
#[utoipa::path(
    get, operation_id = "whipping_figure", path = "/api/whipping.svg", params(WhippingQuery),
    responses((status = 200, description = "The drawing", body = String, content_type = "image/svg+xml"), (status = 400, description = "A value cannot be read", body = Problem), (status = 422, description = "A value is out of reason", body = Problem))
)]
pub async fn whipping_figure(Query(q): Query<WhippingQuery>) -> Result<Response, Error> {
    let done = q.done.unwrap_or(WHIPPING_MOVES);
    if done > WHIPPING_MOVES {
        return Err(Error::fault("done", format!("A whipping has {WHIPPING_MOVES} moves.")));
    }
    let svg = to_svg(&whipping(done, WHIPPING_LONG), None);
    Ok(([(header::CONTENT_TYPE, "image/svg+xml")], svg).into_response())
}

/// Does something with a piece: cuts from it, gives it out, takes it back, looks it over, retires it.
#[utoipa::path(
    post, operation_id = "do_with_cord", path = "/api/cords/{id}/deeds", params(("id" = i64, Path, description = "Hank")), request_body = DeedInput,
    responses((status = 200, description = "Done, and written into the ledger", body = DoneWords), NotChanged)
)]
pub async fn deed(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
    Body(mut input): Body<DeedInput>,
) -> Result<Json<DoneWords>, Error> {
    let reader = person.reader();
    input.deed = read_deed(input.deed, &reader)?;
    let done = KitCord::done(&app.store, id, &input).await?;
    app.kit().await?;
    let own = |c: KitCord| Piece::own(c, &reader);
    Ok(Json(DoneWords { piece: own(done.piece), cut_off: done.cut_off.into_iter().map(own).collect() }))
}

//! Cord found by what it must do, and measured with what is in the pocket.

use super::pieces::{Piece, typed};
use crate::error::{Error, Problem};
use crate::extract::{Person, Query};
use crate::state::App;
use crate::store::{KitCord, cords};
use axum::Json;
use axum::extract::State;
use serde::{Deserialize, Serialize};
use std::ops::RangeInclusive;
use umbet_core::care::{Wraps, by_wraps};
use umbet_core::cord::cords as kinds;
use umbet_core::rig::working::{Asked, Had, LineWork, serves};
use umbet_core::situation::FORCE_N;
use umbet_core::units::{Force, Length, Quantity, Reader};
use utoipa::{IntoParams, ToSchema};

/// What is looked for.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct AskedOfCord {
    /// So long at least: alone in the reader's own unit or with its unit, as in `10 m`.
    #[param(max_length = 40)]
    length: String,
    /// Under such a pull at its knot, likewise, as in `400 N`.
    #[param(max_length = 40)]
    pull: String,
    /// What it does.
    work: LineWork,
    /// In the wet.
    #[serde(default)]
    #[param(required = false)]
    wet: bool,
}

/// A piece that was looked at.
#[derive(Serialize, ToSchema)]
pub struct LookedAt {
    /// The piece.
    piece: Piece<'static>,
    /// It does what is asked.
    serves: bool,
    /// Why, or why not.
    says: String,
}

/// So many pieces are told of, those that serve before the rest.
const MOST_FOUND: usize = 300;

/// Pieces of the kit by what they must do: those that serve first, of these the shortest first.
#[utoipa::path(
    get, operation_id = "find_cord", path = "/api/kit/find", params(AskedOfCord),
    responses((status = 200, description = "Pieces that are not retired, 300 at most, each with why it serves or does not", body = Vec<LookedAt>), (status = 400, description = "A value cannot be read", body = Problem), (status = 422, description = "A value is out of reason", body = Problem))
)]
pub async fn find(
    State(app): State<App>,
    person: Person,
    Query(q): Query<AskedOfCord>,
) -> Result<Json<Vec<LookedAt>>, Error> {
    let reader = person.reader();
    let length_m = typed(("length", "Length"), &q.length, (Quantity::Length, cords::LENGTH_M), &reader)?;
    let pull_n = typed(("pull", "Pull"), &q.pull, (Quantity::Pull, FORCE_N), &reader)?;
    let asked = Asked { length: Length::from_m(length_m), pull: Force::from_n(pull_n), work: q.work, wet: q.wet };
    let kit = app.kit().await?;
    let mut all: Vec<(&KitCord, bool, String)> = kit.in_use().map(|c| looked(c, &asked, &reader)).collect();
    all.sort_by(|a, b| b.1.cmp(&a.1).then(a.0.length_m.total_cmp(&b.0.length_m)));
    all.truncate(MOST_FOUND);
    let told = |(piece, serves, says): (&KitCord, bool, String)| LookedAt {
        piece: Piece::own(piece.clone(), &reader),
        serves,
        says,
    };
    Ok(Json(all.into_iter().map(told).collect()))
}

/// Whether a piece does what is asked, and why, or why not.
fn looked<'a>(piece: &'a KitCord, asked: &Asked, reader: &Reader) -> (&'a KitCord, bool, String) {
    let judged = match (piece.not_to_be_had(), piece.used()) {
        (Some(why), _) => Err(why),
        (None, Some(cord)) => {
            let had = Had { cord, length: Length::from_m(piece.length_m), made_up: !piece.made.is_empty() };
            serves(&had, asked, reader)
        }
        (None, None) => Err("Its kind is not in the list of cords any more.".to_owned()),
    };
    (piece, judged.is_ok(), judged.unwrap_or_else(|why| why))
}

/// So many turns are counted.
const TURNS: RangeInclusive<u32> = 1..=200;
/// Least and most that turns take along the pencil, millimetres.
const ALONG_MM: [f64; 2] = [1.0, 1000.0];

/// A thickness measured, with what to type of it.
#[derive(Serialize, ToSchema)]
pub struct WrapsWords {
    /// What was measured.
    #[serde(flatten)]
    wraps: Wraps,
    /// Thickness in the reader's unit.
    thickness: String,
}

/// Turns laid side by side.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct WrapsQuery {
    /// So many turns.
    #[param(minimum = 1, maximum = 200)]
    turns: u32,
    /// Along so much: alone in the reader's own unit or with its unit, as in `120 mm`.
    #[param(max_length = 40)]
    along: String,
}

/// Thickness of a cord by turns round a pencil, side by side and touching.
#[utoipa::path(
    get, operation_id = "thickness_by_wraps", path = "/api/kit/wraps", params(WrapsQuery),
    responses((status = 200, description = "Its thickness, and the kinds it agrees with", body = WrapsWords), (status = 400, description = "A value cannot be read", body = Problem), (status = 422, description = "A value is out of reason", body = Problem))
)]
pub async fn wraps(person: Person, Query(q): Query<WrapsQuery>) -> Result<Json<WrapsWords>, Error> {
    let reader = person.reader();
    if !TURNS.contains(&q.turns) {
        return Err(Error::fault("turns", format!("Turns: give between {} and {}.", TURNS.start(), TURNS.end())));
    }
    let along_mm = typed(("along", "Length along the turns"), &q.along, (Quantity::Thickness, ALONG_MM), &reader)?;
    let wraps = by_wraps(q.turns, Length::from_mm(along_mm), kinds(), &reader);
    Ok(Json(WrapsWords { thickness: Quantity::Thickness.with_unit(wraps.diameter_mm, &reader), wraps }))
}

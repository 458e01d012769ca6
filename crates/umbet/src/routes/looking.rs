//! Cord found by what it must do, and measured with what is in the pocket.

use crate::error::{Error, Problem};
use crate::extract::{Person, Query};
use crate::state::App;
use crate::store::{KitCord, cords};
use axum::Json;
use axum::extract::State;
use serde::{Deserialize, Serialize};
use umbet_core::care::{Wraps, by_wraps};
use umbet_core::cord::cords as kinds;
use umbet_core::rig::working::{Asked, Had, LineWork, serves};
use umbet_core::situation::FORCE_N;
use umbet_core::units::{Force, Length};
use utoipa::{IntoParams, ToSchema};

/// What is looked for.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct AskedOfCord {
    /// So long at least, metres.
    #[param(minimum = 0.05, maximum = 2000)]
    length_m: f64,
    /// Under such a pull at its knot, newtons.
    #[param(minimum = 1, maximum = 50000)]
    pull_n: f64,
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
    piece: KitCord,
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
    within("length_m", q.length_m, cords::LENGTH_M, "m")?;
    within("pull_n", q.pull_n, FORCE_N, "N")?;
    let asked = Asked { length: Length::from_m(q.length_m), pull: Force::from_n(q.pull_n), work: q.work, wet: q.wet };
    let reader = person.reader();
    let looked = |piece: &KitCord| {
        let judged = match (piece.not_to_be_had(), piece.used()) {
            (Some(why), _) => Err(why),
            (None, Some(cord)) => {
                let had = Had { cord, length: Length::from_m(piece.length_m), made_up: !piece.made.is_empty() };
                serves(&had, &asked, &reader)
            }
            (None, None) => Err("Its kind is not in the list of cords any more.".to_owned()),
        };
        let serves = judged.is_ok();
        LookedAt { piece: piece.clone(), serves, says: judged.unwrap_or_else(|why| why) }
    };
    let kit = app.kit().await?;
    let mut all: Vec<LookedAt> = kit.in_use().map(looked).collect();
    all.sort_by(|a, b| b.serves.cmp(&a.serves).then(a.piece.length_m.total_cmp(&b.piece.length_m)));
    all.truncate(MOST_FOUND);
    Ok(Json(all))
}

fn within(field: &str, value: f64, [least, most]: [f64; 2], unit: &str) -> Result<(), Error> {
    if (least..=most).contains(&value) {
        return Ok(());
    }
    Err(Error::fault(field, format!("Give between {least} and {most} {unit}.")))
}

/// Turns laid side by side.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct WrapsQuery {
    /// So many turns.
    #[param(minimum = 1, maximum = 200)]
    turns: u32,
    /// Along so much, millimetres.
    #[param(minimum = 1, maximum = 1000)]
    along_mm: f64,
}

/// Thickness of a cord by turns round a pencil, side by side and touching.
#[utoipa::path(
    get, operation_id = "thickness_by_wraps", path = "/api/kit/wraps", params(WrapsQuery),
    responses((status = 200, description = "Its thickness, and the kinds it agrees with", body = Wraps), (status = 400, description = "A value cannot be read", body = Problem), (status = 422, description = "A value is out of reason", body = Problem))
)]
pub async fn wraps(person: Person, Query(q): Query<WrapsQuery>) -> Result<Json<Wraps>, Error> {
    within("turns", f64::from(q.turns), [1.0, 200.0], "turns")?;
    within("along_mm", q.along_mm, [1.0, 1000.0], "mm")?;
    Ok(Json(by_wraps(q.turns, Length::from_mm(q.along_mm), kinds(), &person.reader())))
}

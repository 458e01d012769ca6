//! Spot the mistake: questions from a seed, answers, and the score.

use super::figures::svg_answer;
use crate::error::{Error, NotAnswered, NotThere, Problem};
use crate::extract::{Body, Path, Query};
use crate::state::App;
use crate::store::KnotScore;
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::http::StatusCode;
use axum::response::Response;
use serde::{Deserialize, Serialize};
use umbet_core::draw::{Figure, draw};
use umbet_core::knot::Family;
use umbet_core::teach::spot::{Question, called, question};
use utoipa::{IntoParams, ToSchema};

/// Which knots a question is about.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct DrillQuery {
    /// One family; any when absent.
    family: Option<Family>,
}

/// What is asked of a question's drawing.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct DrillFigureQuery {
    /// One family; any when absent.
    family: Option<Family>,
    /// Width of the drawing in pixels.
    #[param(minimum = 60, maximum = 2000)]
    width: Option<f64>,
    /// Height of the drawing in pixels.
    #[param(minimum = 60, maximum = 2000)]
    height: Option<f64>,
    /// Ring the place that is wrong and no other; asked for once the question is answered.
    #[serde(default)]
    shown: bool,
}

/// A question without its answer.
#[derive(Serialize, ToSchema)]
pub struct DrillQuestion {
    /// What it was meant to be.
    meant: String,
    /// Names to choose from.
    names: Vec<String>,
    /// How many places are numbered in the drawing.
    spots: usize,
    /// It is drawn for the left hand.
    left_handed: bool,
    /// It is drawn from behind.
    behind: bool,
}

/// An answer.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DrillAnswer {
    /// One family; any when absent.
    family: Option<Family>,
    /// Which of the names, from 0.
    #[schema(minimum = 0, maximum = 3)]
    name: usize,
    /// Which numbered place is wrong, from 1; absent for nowhere.
    #[schema(minimum = 1, maximum = 4)]
    spot: Option<usize>,
}

/// The answer marked.
#[derive(Serialize, ToSchema)]
pub struct DrillMark {
    /// The name was right.
    name_right: bool,
    /// The place was right.
    spot_right: bool,
    /// What it is.
    is: String,
    /// Which place is wrong, from 1; absent when none is.
    spot: Option<usize>,
    /// In a sentence.
    says: String,
    /// Knot id of what it was meant to be.
    knot: String,
    /// The wrong actions, as a figure takes them.
    wrong: Option<String>,
}

async fn asked(seed: u32, family: Option<Family>) -> Result<Question, Error> {
    // The missteps of a knot are worked out when they are first asked for.
    work::aside(move || question(u64::from(seed), family).ok_or(Error::Missing("question"))).await
}

/// The question of a seed.
#[utoipa::path(
    get, operation_id = "drill", path = "/api/drills/{seed}", params(("seed" = i64, Path, minimum = 0, maximum = 4294967295_u32, description = "Any number"), DrillQuery),
    responses((status = 200, description = "The question", body = DrillQuestion), NotThere)
)]
pub async fn ask(Path(seed): Path<u32>, Query(q): Query<DrillQuery>) -> Result<Json<DrillQuestion>, Error> {
    let question = asked(seed, q.family).await?;
    Ok(Json(DrillQuestion {
        meant: question.meant.entry.name.clone(),
        names: question.names,
        spots: question.spots.len(),
        left_handed: question.mirrored,
        behind: question.behind,
    }))
}

/// Its drawing, which does not say what it is.
#[utoipa::path(
    get, operation_id = "drill_figure", path = "/api/drills/{seed}/figure.svg", params(("seed" = i64, Path, minimum = 0, maximum = 4294967295_u32, description = "Any number"), DrillFigureQuery),
    responses((status = 200, description = "The drawing", body = String, content_type = "image/svg+xml"), (status = 400, description = "Cannot be read", body = Problem), (status = 404, description = "No such question", body = Problem), (status = 422, description = "A value is out of reason", body = Problem))
)]
pub async fn drill_figure(Path(seed): Path<u32>, Query(q): Query<DrillFigureQuery>) -> Result<Response, Error> {
    let question = asked(seed, q.family).await?;
    let side = |name: &str, v: Option<f64>, usual: f64| match v.unwrap_or(usual) {
        v if (60.0..=2000.0).contains(&v) => Ok(v),
        _ => Err(Error::fault(name, format!("Give {name} between 60 and 2000."))),
    };
    let right = question.spot.map(|s| question.spots[s].clone());
    let figure = Figure {
        size: [side("width", q.width, 640.0)?, side("height", q.height, 480.0)?],
        mirrored: question.mirrored,
        behind: question.behind,
        marks: if q.shown { right.into_iter().collect() } else { question.spots.clone() },
        alt: Some(format!("A tied knot with places 1 to {} marked", question.spots.len())),
        ..Figure::default()
    };
    let path = question.wrong.map_or(&question.meant.path, |m| &m.path);
    let scene =
        draw(&question.meant.laid_as(path.clone()), &figure).map_err(|e| Error::fault("seed", e.to_string()))?;
    Ok(svg_answer(&scene, false))
}

/// Marks an answer and keeps it in the score.
#[utoipa::path(
    post, operation_id = "answer_drill", path = "/api/drills/{seed}", params(("seed" = i64, Path, minimum = 0, maximum = 4294967295_u32, description = "The question's number")), request_body = DrillAnswer,
    responses((status = 200, description = "Marked", body = DrillMark), NotAnswered)
)]
pub async fn answer(
    State(app): State<App>,
    Path(seed): Path<u32>,
    Body(given): Body<DrillAnswer>,
) -> Result<Json<DrillMark>, Error> {
    let q = asked(seed, given.family).await?;
    if given.name >= q.names.len() {
        return Err(Error::fault("name", format!("Choose one of the {} names, from 0.", q.names.len())));
    }
    if given.spot.is_some_and(|s| s == 0 || s > q.spots.len()) {
        return Err(Error::fault("spot", format!("Choose a place from 1 to {}, or none.", q.spots.len())));
    }
    let (name_right, spot_right) = (given.name == q.name, given.spot == q.spot.map(|s| s + 1));
    KnotScore::add(&app.store, seed, &q.meant.id, name_right, spot_right).await?;
    let meant = &q.meant.entry;
    let says = q.wrong.map_or_else(
        || format!("It is right: {}.", meant.said()),
        |m| format!("{}. Move {}: {}", m.done, m.step + 1, meant.step[m.step].say),
    );
    Ok(Json(DrillMark {
        name_right,
        spot_right,
        is: q.wrong.map_or_else(|| meant.name.clone(), |m| called(&m.made)),
        spot: q.spot.map(|s| s + 1),
        says,
        knot: q.meant.id.clone(),
        wrong: q.wrong.map(|m| m.id.clone()),
    }))
}

/// The score so far, knot by knot.
#[utoipa::path(get, operation_id = "drill_score", path = "/api/drills", responses((status = 200, description = "Answers so far", body = Vec<KnotScore>)))]
pub async fn score(State(app): State<App>) -> Result<Json<Vec<KnotScore>>, Error> {
    Ok(Json(KnotScore::list(&app.store).await?))
}

/// Begins the score anew.
#[utoipa::path(delete, operation_id = "clear_drill_score", path = "/api/drills", responses((status = 204, description = "The score is empty")))]
pub async fn clear(State(app): State<App>) -> Result<StatusCode, Error> {
    KnotScore::clear(&app.store).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Brings back the score that was begun anew last.
#[utoipa::path(post, operation_id = "restore_drill_score", path = "/api/drills/restore", responses((status = 200, description = "Answers so far, with those", body = Vec<KnotScore>)))]
pub async fn restore(State(app): State<App>) -> Result<Json<Vec<KnotScore>>, Error> {
    KnotScore::restore(&app.store).await?;
    Ok(Json(KnotScore::list(&app.store).await?))
}

//! Lashings: what each is for, how it is tied move by move, and its drawings.

use super::figures::svg_answer;
use super::knot_files::{Model, ModelBar, ModelRope, numbers};
use crate::error::{Error, NotThere, Problem};
use crate::extract::{Path, Person, Query};
use axum::Json;
use axum::response::Response;
use serde::{Deserialize, Serialize};
use umbet_core::draw::{LashedFigure, LashingSeen, Tied, lashed, windlass};
use umbet_core::knot::told;
use umbet_core::lashing::tighten::{Tightening, tighten};
use umbet_core::lashing::which::{Asked, CAUTION, DEG, LashingAnswer, which};
use umbet_core::lashing::{Counts, DRAWN, FRAPPING, How, Lashing, Laying, Meet, TURNS, Wants, lashing, lashings};
use umbet_core::rig::Named;
use utoipa::{IntoParams, ToSchema};

/// A lashing in a list.
#[derive(Serialize, ToSchema)]
pub struct LashingSummary {
    /// Id.
    id: String,
    /// Name.
    name: String,
    /// Other names.
    also: Vec<String>,
    /// How the poles meet that it binds, in words.
    meet: String,
}

/// What is asked of a lashing.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct LashingQuery {
    /// Turns; as it is usually tied when absent.
    #[param(minimum = 2, maximum = 12)]
    turns: Option<usize>,
    /// Frapping turns.
    #[param(minimum = 1, maximum = 6)]
    frapping: Option<usize>,
    /// For the left hand.
    #[serde(default)]
    mirrored: bool,
}

/// What is asked of a lashing's drawing.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct LashingFigureQuery {
    /// Turns; as it is usually tied when absent.
    #[param(minimum = 2, maximum = 12)]
    turns: Option<usize>,
    /// Frapping turns.
    #[param(minimum = 1, maximum = 6)]
    frapping: Option<usize>,
    /// For the left hand.
    #[serde(default)]
    mirrored: bool,
    /// Radius of the poles in diameters of the cord; what is thicker or thinner is drawn as near as it can be read.
    #[param(minimum = 1, maximum = 60)]
    radius: Option<f64>,
    /// The move that comes next, from 1; tied when absent.
    #[param(minimum = 1, maximum = 40)]
    step: Option<usize>,
    /// From where it is seen.
    seen: Option<LashingSeen>,
    /// The cord is laid, not braided.
    #[serde(default)]
    laid: bool,
    /// Width of the drawing in pixels.
    #[param(minimum = 60, maximum = 2000)]
    width: Option<f64>,
    /// Height of the drawing in pixels.
    #[param(minimum = 60, maximum = 2000)]
    height: Option<f64>,
    /// Carries its own dyes.
    #[serde(default)]
    standalone: bool,
}

/// One move of tying a lashing.
#[derive(Serialize, ToSchema)]
pub struct LashingMove {
    /// In a few words.
    short: String,
    /// In a sentence.
    say: String,
}

/// A lashing.
#[derive(Serialize, ToSchema)]
pub struct LashingWords {
    /// Id.
    id: String,
    /// Name.
    name: String,
    /// Other names.
    also: Vec<String>,
    /// How the poles meet that it binds, in words.
    meet: String,
    /// What it is for.
    say: String,
    /// What it looks like when it is right.
    look: Vec<String>,
    /// What goes wrong: in a few words, and what follows.
    wrong: Vec<[String; 2]>,
    /// Turns and frapping turns told of.
    counts: Counts,
    /// It is frapped.
    frapped: bool,
    /// Move by move.
    moves: Vec<LashingMove>,
    /// Ways of drawing it tighter.
    tighten: Vec<Tightening>,
}

/// Radius where none is said: poles eight cords thick.
const USUAL: f64 = 4.0;

fn found(id: &str) -> Result<&'static Lashing, Error> {
    lashing(id).ok_or(Error::Missing("lashing"))
}

fn counts(l: &Lashing, turns: Option<usize>, frapping: Option<usize>) -> Result<Counts, Error> {
    let within = |name: &str, n: Option<usize>, [least, most]: [usize; 2], usual: usize| match n {
        None => Ok(usual),
        Some(n) if (least..=most).contains(&n) => Ok(n),
        Some(_) => Err(Error::fault(name, format!("Give {name} between {least} and {most}."))),
    };
    let usual = l.usual();
    let frapping = within("frapping", frapping, FRAPPING, usual.frapping)?;
    Ok(Counts { turns: within("turns", turns, TURNS, usual.turns)?, frapping: if l.frapped() { frapping } else { 0 } })
}

/// Every lashing.
#[utoipa::path(
    get, operation_id = "lashings", path = "/api/lashings",
    responses((status = 200, description = "Every lashing", body = Vec<LashingSummary>))
)]
pub async fn list() -> Json<Vec<LashingSummary>> {
    let all = lashings().iter().map(|l| LashingSummary {
        id: l.id.clone(),
        name: l.name.clone(),
        also: l.also.clone(),
        meet: l.meet.words().into(),
    });
    Json(all.collect())
}

/// How poles meet, and what they want to do there.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct WhichQuery {
    /// How they meet; crossed and touching when absent.
    meet: Option<Meet>,
    /// Angle between two that cross, degrees; a right one when absent.
    #[param(minimum = 10, maximum = 90)]
    deg: Option<f64>,
    /// What they want to do; slide when absent.
    wants: Option<Wants>,
}

/// Which lashing, with what could be asked.
#[derive(Serialize, ToSchema)]
pub struct WhichLashing {
    /// How the poles meet.
    meet: Meet,
    /// Angle between them, degrees; none where they do not cross.
    deg: Option<f64>,
    /// What they want to do.
    wants: Wants,
    /// Ways they can meet.
    meets: Vec<Named>,
    /// What they can want to do.
    wishes: Vec<Named>,
    /// Least and most angle that can be asked, degrees.
    deg_within: [f64; 2],
    /// Every lashing, those that fit first.
    answers: Vec<LashingAnswer>,
    /// What goes for all of them.
    caution: &'static str,
}

/// Which lashing for how poles meet and what they want to do there, with reasons.
#[utoipa::path(
    get, operation_id = "which_lashing", path = "/api/which-lashing", params(WhichQuery),
    responses((status = 200, description = "Every lashing judged", body = WhichLashing), (status = 400, description = "Cannot be read", body = Problem), (status = 422, description = "A value is out of reason", body = Problem))
)]
pub async fn which_lashing(person: Person, Query(q): Query<WhichQuery>) -> Result<Json<WhichLashing>, Error> {
    let deg = q.deg.unwrap_or(DEG[1]);
    if !(DEG[0]..=DEG[1]).contains(&deg) {
        return Err(Error::fault("deg", format!("Give an angle between {} and {} degrees.", DEG[0], DEG[1])));
    }
    let asked = Asked { meet: q.meet.unwrap_or(Meet::Cross), deg, wants: q.wants.unwrap_or(Wants::Slide) };
    Ok(Json(WhichLashing {
        meet: asked.meet,
        deg: asked.meet.crossed().then_some(deg),
        wants: asked.wants,
        meets: Meet::ALL.iter().map(|m| Named::new(m.id(), m.words())).collect(),
        wishes: Wants::ALL.iter().map(|w| Named::new(w.id(), w.words())).collect(),
        deg_within: DEG,
        answers: which(asked, &person.reader()),
        caution: CAUTION,
    }))
}

/// One lashing's words, move by move.
#[utoipa::path(
    get, operation_id = "lashing", path = "/api/lashings/{id}", params(("id" = String, Path, description = "Lashing id"), LashingQuery),
    responses((status = 200, description = "The lashing", body = LashingWords), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn get(
    person: Person,
    Path(id): Path<String>,
    Query(q): Query<LashingQuery>,
) -> Result<Json<LashingWords>, Error> {
    let l = found(&id)?;
    let counts = counts(l, q.turns, q.frapping)?;
    let script = l.with(counts);
    let laid = laid(&script, USUAL)?;
    let moves = l.moves(&laid, counts).map_err(|e| Error::fault("turns", e.to_string()))?;
    let say = |s: &str| told(s, q.mirrored).into_owned();
    let tighten = tighten(l, counts, &person.reader()).map_err(|e| Error::fault("turns", format!("{e}.")))?;
    Ok(Json(LashingWords {
        id: l.id.clone(),
        name: l.name.clone(),
        also: l.also.clone(),
        meet: l.meet.words().into(),
        say: say(&l.say),
        look: l.looks(counts).into_iter().map(say).collect(),
        wrong: l.wrong.iter().map(|[what, then]| [say(what), say(then)]).collect(),
        counts,
        frapped: l.frapped(),
        tighten,
        moves: moves.iter().map(|m| LashingMove { short: m.short.clone(), say: say(&m.say) }).collect(),
    }))
}

fn laid(script: &umbet_core::lashing::Script, radius: f64) -> Result<Laying<'_>, Error> {
    let radii = vec![radius.clamp(DRAWN[0], DRAWN[1]); script.poles.len()];
    Laying::lay(script, &radii, How::OPEN).map_err(|e| Error::fault("turns", format!("{e}.")))
}

/// Least and most side of a drawing, pixels.
const SIDE: [f64; 2] = [60.0, 2000.0];

fn within(name: &str, v: Option<f64>, [least, most]: [f64; 2], usual: f64) -> Result<f64, Error> {
    match v.unwrap_or(usual) {
        v if (least..=most).contains(&v) => Ok(v),
        _ => Err(Error::fault(name, format!("Give {name} between {least} and {most}."))),
    }
}

/// A lashing's drawing: any move, from the front, from behind or turned, for either hand.
#[utoipa::path(
    get, operation_id = "lashing_figure", path = "/api/lashings/{id}/figure.svg", params(("id" = String, Path, description = "Lashing id"), LashingFigureQuery),
    responses((status = 200, description = "The drawing", body = String, content_type = "image/svg+xml"), (status = 400, description = "Cannot be read", body = Problem), (status = 404, description = "No such lashing", body = Problem), (status = 422, description = "A value is out of reason", body = Problem))
)]
pub async fn lashing_figure(Path(id): Path<String>, Query(q): Query<LashingFigureQuery>) -> Result<Response, Error> {
    let l = found(&id)?;
    let size = [within("width", q.width, SIDE, 640.0)?, within("height", q.height, SIDE, 480.0)?];
    let radius = within("radius", q.radius, [1.0, 60.0], USUAL)?;
    let counts = counts(l, q.turns, q.frapping)?;
    let script = l.with(counts);
    let laid = laid(&script, radius)?;
    let moves = l.moves(&laid, counts).map_err(|e| Error::fault("turns", e.to_string()))?;
    let step = match q.step {
        Some(n) if !(1..=moves.len()).contains(&n) => {
            return Err(Error::fault("step", format!("Give step between 1 and {}.", moves.len())));
        }
        step => step.map(|n| n - 1),
    };
    let figure =
        LashedFigure { step, seen: q.seen.unwrap_or(LashingSeen::Front), mirrored: q.mirrored, laid: q.laid, size };
    Ok(svg_answer(&lashed(&Tied { lashing: l, laid: &laid, moves: &moves }, &figure), q.standalone))
}

/// What is asked of the drawing of a twisted loop.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct WindlassQuery {
    /// Turns of the stick.
    #[param(minimum = 0, maximum = 4)]
    turns: Option<u32>,
    /// Width of the drawing in pixels.
    #[param(minimum = 60, maximum = 2000)]
    width: Option<f64>,
    /// Height of the drawing in pixels.
    #[param(minimum = 60, maximum = 2000)]
    height: Option<f64>,
    /// Carries its own dyes.
    #[serde(default)]
    standalone: bool,
}

/// Most turns of the stick that are drawn: more lie too close to be read.
const WINDLASS_TURNS: u32 = 4;

/// A loop round two poles twisted with a stick.
#[utoipa::path(
    get, operation_id = "windlass_figure", path = "/api/windlass.svg", params(WindlassQuery),
    responses((status = 200, description = "The drawing", body = String, content_type = "image/svg+xml"), (status = 400, description = "Cannot be read", body = Problem), (status = 422, description = "A value is out of reason", body = Problem))
)]
pub async fn windlass_figure(Query(q): Query<WindlassQuery>) -> Result<Response, Error> {
    let turns = q.turns.unwrap_or(3);
    if turns > WINDLASS_TURNS {
        return Err(Error::fault("turns", format!("Give turns between 0 and {WINDLASS_TURNS}.")));
    }
    let size = [within("width", q.width, SIDE, 640.0)?, within("height", q.height, SIDE, 360.0)?];
    Ok(svg_answer(&windlass(turns, size), q.standalone))
}

/// A lashing in space, to be turned.
#[utoipa::path(
    get, operation_id = "lashing_model", path = "/api/lashings/{id}/model", params(("id" = String, Path, description = "Lashing id"), LashingQuery),
    responses((status = 200, description = "The model", body = Model), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn lashing_model(Path(id): Path<String>, Query(q): Query<LashingQuery>) -> Result<Json<Model>, Error> {
    let l = found(&id)?;
    let counts = counts(l, q.turns, q.frapping)?;
    let script = l.with(counts);
    let laid = laid(&script, USUAL)?;
    let moves = l.moves(&laid, counts).map_err(|e| Error::fault("turns", e.to_string()))?;
    let tied = Tied { lashing: l, laid: &laid, moves: &moves };
    let lies: Vec<[usize; 2]> = (0..moves.len()).map(Some).chain([None]).map(|step| tied.laid_before(step)).collect();
    let points: Vec<[f64; 3]> = laid.strand.points.iter().map(|p| p.at.to_array()).collect();
    let cord = ModelRope {
        points: numbers(&points),
        laid: lies.iter().map(|l| l[1]).collect(),
        from: lies.iter().map(|l| l[0]).collect(),
        whipped: [true, true],
    };
    let bar =
        |p: &umbet_core::lashing::Pole| ModelBar { way: p.along.to_array(), radius: p.radius, at: p.middle.to_array() };
    let bars = laid.poles.iter().map(bar).collect();
    Ok(Json(Model { ropes: vec![cord], poles: Vec::new(), bars, drawn_up: Vec::new() }))
}

//! Knots: their words and their drawings.

use crate::error::{Error, Problem};
use crate::extract::{Path, Query};
use crate::state::App;
use axum::Json;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use umbet_core::draw::{Figure, ObjectLook, STANDALONE_STYLE, draw, to_svg};
use umbet_core::knot::{Caution, Family, Knot, Mistake, School, Untie, catalogue};
use umbet_core::object::{object_kind, surface};
use umbet_core::situation::{Fault, Shape};
use umbet_core::units::{Band, Length};
use umbet_core::usage::tail_length;
use utoipa::{IntoParams, ToSchema};

/// A knot in the list.
#[derive(Serialize, ToSchema)]
pub struct KnotSummary {
    /// Id.
    id: String,
    /// Name.
    name: String,
    /// Other names.
    also: Vec<String>,
    /// Family.
    family: Family,
    /// What it is.
    about: String,
    /// Moves to tie it.
    moves: u32,
}

/// One move.
#[derive(Serialize, ToSchema)]
pub struct Move {
    /// One word.
    short: String,
    /// The sentence.
    say: String,
    /// Help.
    hint: String,
}

/// A knot's words.
#[derive(Serialize, ToSchema)]
pub struct KnotWords {
    /// Id.
    id: String,
    /// Name.
    name: String,
    /// Other names.
    also: Vec<String>,
    /// Family.
    family: Family,
    /// What it is.
    about: String,
    /// Moves.
    steps: Vec<Move>,
    /// What to look for.
    telltales: Vec<String>,
    /// Usual mistakes.
    mistakes: Vec<Mistake>,
    /// Cautions.
    cautions: Vec<Caution>,
    /// Where practitioners differ.
    schools: Vec<School>,
    /// How it lets go.
    lets_go: String,
    /// How it unties after load.
    untie: Untie,
    /// One pull frees it.
    one_pull: bool,
    /// What stays in the line.
    leaves: String,
    /// How that is known.
    leaves_because: String,
    /// Needs an end.
    needs_end: bool,
    /// Can be tied in the bight.
    in_the_bight: bool,
    /// Can be tied in mittens.
    mittens: bool,
    /// Share of strength kept, an estimate.
    strength_kept: Band,
    /// Source id of that.
    strength_source: String,
    /// Knots whose moves it reuses.
    builds_on: Vec<String>,
    /// How its identity was confirmed.
    confirmed: String,
    /// Shapes it is tied to.
    shapes: Vec<Shape>,
    /// It is drawn on an object.
    on_object: bool,
    /// How many ropes it has.
    ropes: usize,
}

fn find(id: &str) -> Result<&'static Knot, Error> {
    catalogue().find(id).ok_or(Error::Missing("knot"))
}

/// Every knot.
#[utoipa::path(get, operation_id = "list_knots", path = "/api/knots", responses((status = 200, description = "All knots in the trade's habitual order", body = Vec<KnotSummary>)))]
pub async fn list() -> Json<Vec<KnotSummary>> {
    let words = |k: &Knot| KnotSummary {
        id: k.id.clone(),
        name: k.entry.name.clone(),
        also: k.entry.also.clone(),
        family: k.entry.family,
        about: k.entry.about.clone(),
        moves: k.entry.hands.moves,
    };
    Json(catalogue().knots().iter().map(words).collect())
}

/// One knot's words.
#[utoipa::path(
    get, operation_id = "get_knot", path = "/api/knots/{id}", params(("id" = String, Path, description = "Knot id")),
    responses((status = 200, description = "The knot", body = KnotWords), (status = 404, description = "No such knot", body = Problem))
)]
pub async fn get(Path(id): Path<String>) -> Result<Json<KnotWords>, Error> {
    let k = find(&id)?;
    let e = &k.entry;
    Ok(Json(KnotWords {
        id: k.id.clone(),
        name: e.name.clone(),
        also: e.also.clone(),
        family: e.family,
        about: e.about.clone(),
        steps: e
            .step
            .iter()
            .map(|s| Move { short: s.short.clone(), say: s.say.clone(), hint: s.hint.clone() })
            .collect(),
        telltales: e.telltale.iter().map(|t| t.look.clone()).collect(),
        mistakes: e.mistake.clone(),
        cautions: e.caution.clone(),
        schools: e.school.clone(),
        lets_go: e.release.say.clone(),
        untie: e.release.untie,
        one_pull: e.release.one_pull,
        leaves: e.release.leaves.what.clone(),
        leaves_because: e.release.leaves.because.clone(),
        needs_end: e.hands.end && !e.hands.bight,
        in_the_bight: e.hands.bight,
        mittens: e.hands.mittens,
        strength_kept: e.strength.kept,
        strength_source: e.strength.source.clone(),
        builds_on: e.builds_on.clone(),
        confirmed: e.confirmed.clone(),
        shapes: e.shapes.clone(),
        on_object: !k.path.poles.is_empty(),
        ropes: k.path.strands.len(),
    }))
}

/// What is asked of a drawing.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct FigureQuery {
    /// Width in pixels, 60 to 2000.
    width: Option<f64>,
    /// Height in pixels, 60 to 2000.
    height: Option<f64>,
    /// The move shown, from 1: what is laid before it, the move dotted; the finished knot when absent.
    step: Option<usize>,
    /// For the left hand.
    #[serde(default)]
    mirrored: bool,
    /// Seen from behind.
    #[serde(default)]
    behind: bool,
    /// Telltales beside it.
    #[serde(default)]
    labels: bool,
    /// Diameter of the object.
    size_mm: Option<f64>,
    /// Diameter of the cord.
    cord_mm: Option<f64>,
    /// Surface id.
    surface: Option<String>,
    /// Shape of the object.
    shape: Option<Shape>,
    /// Words at the pull arrow.
    pull: Option<String>,
    /// Dimension the object and the tail.
    #[serde(default)]
    dimensions: bool,
    /// Carry its own colours, to stand alone as a file.
    #[serde(default)]
    standalone: bool,
}

impl FigureQuery {
    fn check(&self) -> Result<(), Error> {
        let ranges = [
            ("width", self.width, 60.0, 2000.0),
            ("height", self.height, 60.0, 2000.0),
            ("size_mm", self.size_mm, 1.0, 2000.0),
            ("cord_mm", self.cord_mm, 0.5, 60.0),
        ];
        let mut faults: Vec<Fault> = ranges
            .into_iter()
            .filter(|(_, v, least, most)| v.is_some_and(|v| !(v.is_finite() && v >= *least && v <= *most)))
            .map(|(field, _, least, most)| Fault {
                field: field.into(),
                says: format!("Give {field} between {least} and {most}."),
            })
            .collect();
        if self.surface.as_deref().is_some_and(|s| surface(s).is_none()) {
            faults.push(Fault { field: "surface".into(), says: "No such surface. Take one of the list.".into() });
        }
        if self.pull.as_ref().is_some_and(|p| p.chars().count() > 40) {
            faults.push(Fault { field: "pull".into(), says: "Keep the words at the arrow to 40 characters.".into() });
        }
        if self.step == Some(0) {
            faults.push(Fault { field: "step".into(), says: "Moves are counted from 1.".into() });
        }
        if faults.is_empty() { Ok(()) } else { Err(Error::Unusable(faults)) }
    }

    fn figure(&self, knot: &Knot, app: &App) -> Figure {
        let reader = app.settings().reader();
        let cord = self.cord_mm.unwrap_or(4.0);
        let kind = self.shape.map(object_kind);
        let object = ObjectLook {
            radius: self.size_mm.map(|mm| mm / cord / 2.0),
            look: self.surface.as_deref().and_then(surface).map_or_else(Default::default, |s| s.look),
            section: kind.map_or_else(Default::default, |k| k.section),
            dimension: self.size_mm.filter(|_| self.dimensions).map(|mm| reader.diameter(Length::from_mm(mm))),
        };
        let tail = tail_length(knot.entry.usage.tail, Length::from_mm(cord));
        Figure {
            size: [self.width.unwrap_or(480.0), self.height.unwrap_or(400.0)],
            step: self.step.map(|s| s - 1),
            mirrored: self.mirrored,
            behind: self.behind,
            object,
            labels: self.labels,
            pull: self.pull.clone(),
            tail: (self.dimensions && tail.mm() > 1.0).then(|| format!("tail {}", reader.length(tail))),
        }
    }
}

/// A knot's drawing: any move, either hand, either side, on any object.
#[utoipa::path(
    get, operation_id = "figure", path = "/api/knots/{id}/figure.svg", params(("id" = String, Path, description = "Knot id"), FigureQuery),
    responses(
        (status = 200, description = "The drawing", body = String, content_type = "image/svg+xml"),
        (status = 400, description = "A value cannot be read", body = Problem),
        (status = 404, description = "No such knot", body = Problem),
        (status = 422, description = "A value is out of reason", body = Problem)
    )
)]
pub async fn figure(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(q): Query<FigureQuery>,
) -> Result<Response, Error> {
    q.check()?;
    let knot = find(&id)?;
    let scene = draw(knot, &q.figure(knot, &app)).map_err(|e| Error::fault("step", e.to_string()))?;
    let svg = to_svg(&scene, q.standalone.then_some(STANDALONE_STYLE));
    let headers = [(header::CONTENT_TYPE, "image/svg+xml"), (header::CACHE_CONTROL, "private, max-age=60")];
    Ok((headers, svg).into_response())
}

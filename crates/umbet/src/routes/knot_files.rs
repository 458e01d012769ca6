//! A knot in open formats: its path in space, its notation, its planar-diagram code, its tube.

use super::knots::find;
use crate::error::{Error, Problem};
use crate::extract::Path;
use axum::Json;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use serde::Serialize;
use umbet_core::draw::{self, to_obj};
use umbet_core::dress::{Frame, dressed};
use umbet_core::knot::notation::Axis;
use umbet_core::knot::spline::P3;
use umbet_core::topology::code_of;
use utoipa::ToSchema;

/// A rope of the model.
#[derive(Serialize, ToSchema)]
pub struct ModelRope {
    /// Its centreline, unit the rope's diameter: x, y, z after x, y, z.
    pub(super) points: Vec<f32>,
    /// For each move, how many of its points are laid before it; the last is all of them.
    pub(super) laid: Vec<usize>,
    /// For each move, from which of its points on it lies: another than the first where the short end is worked.
    pub(super) from: Vec<usize>,
    /// Its beginning and its end are whipped ends; else it runs on.
    pub(super) whipped: [bool; 2],
}

/// A round object of the model.
#[derive(Serialize, ToSchema)]
pub struct ModelPole {
    /// The way it runs: x, y or z.
    axis: String,
    /// Radius in rope diameters.
    radius: f64,
    /// Where its axis meets the drawing plane.
    at: [f64; 2],
}

/// A round pole that runs any way.
#[derive(Serialize, ToSchema)]
pub struct ModelBar {
    /// The way it runs, of length 1.
    pub(super) way: [f64; 3],
    /// Radius in rope diameters.
    pub(super) radius: f64,
    /// A point of its axis.
    pub(super) at: [f64; 3],
}

/// A knot or a lashing in space.
#[derive(Serialize, ToSchema)]
pub struct Model {
    /// Its ropes.
    pub(super) ropes: Vec<ModelRope>,
    /// Its poles, each along one way of the drawing.
    pub(super) poles: Vec<ModelPole>,
    /// Poles that run any way: those of a lashing.
    pub(super) bars: Vec<ModelBar>,
    /// Its forms from open to drawn up; none where it is not drawn up.
    pub(super) drawn_up: Vec<ModelForm>,
}

/// A form of a knot on its way from open to drawn up.
#[derive(Serialize, ToSchema)]
pub struct ModelForm {
    /// Centrelines, one a rope: x, y, z after x, y, z.
    ropes: Vec<Vec<f32>>,
    /// Where the axis of each pole meets the drawing plane.
    at: Vec<[f64; 2]>,
}

pub(super) fn numbers<'a>(points: impl IntoIterator<Item = &'a P3>) -> Vec<f32> {
    points.into_iter().flatten().map(|&x| (x * 1000.0).round() as f32 / 1000.0).collect()
}

/// A knot in space, to be turned.
#[utoipa::path(
    get, operation_id = "model", path = "/api/knots/{id}/model", params(("id" = String, Path, description = "Knot id")),
    responses((status = 200, description = "The model", body = Model), (status = 404, description = "No such knot", body = Problem))
)]
pub async fn model(Path(id): Path<String>) -> Result<Json<Model>, Error> {
    let k = find(&id)?;
    let whipped = draw::whipped(k);
    let rope = |(r, s): (usize, &umbet_core::knot::path::Strand)| {
        let mut laid = vec![0];
        for step in &k.laid {
            let before = laid[laid.len() - 1];
            let now = step.iter().rfind(|p| p.rope == r).map(|p| s.index_at(p.waypoint, p.back) + 1);
            laid.push(now.unwrap_or(before).max(before));
        }
        ModelRope { points: numbers(&s.points), from: vec![0; laid.len()], laid, whipped: whipped[r] }
    };
    let pole = |p: &umbet_core::knot::notation::Pole| ModelPole {
        axis: match p.axis {
            Axis::X => "x",
            Axis::Y => "y",
            Axis::Z => "z",
        }
        .to_owned(),
        radius: p.radius,
        at: p.at,
    };
    let form = |f: &Frame| ModelForm { ropes: f.ropes.iter().map(numbers).collect(), at: f.objects.clone() };
    Ok(Json(Model {
        drawn_up: dressed(&k.id).map_or_else(Vec::new, |d| d.frames.iter().map(form).collect()),
        ropes: k.path.strands.iter().enumerate().map(rope).collect(),
        poles: k.path.poles.iter().map(pole).collect(),
        bars: Vec::new(),
    }))
}

fn text_file(kind: &'static str, text: String) -> Response {
    ([(header::CONTENT_TYPE, kind)], text).into_response()
}

/// The knot's path in the notation.
#[utoipa::path(
    get, operation_id = "knot_notation", path = "/api/knots/{id}/notation.txt", params(("id" = String, Path, description = "Knot id")),
    responses((status = 200, description = "The notation", body = String, content_type = "text/plain"), (status = 404, description = "No such knot", body = Problem))
)]
pub async fn notation_file(Path(id): Path<String>) -> Result<Response, Error> {
    Ok(text_file("text/plain; charset=utf-8", find(&id)?.entry.path.clone()))
}

/// The planar-diagram code of the knot, its ends joined in front, with its poles as further curves.
#[utoipa::path(
    get, operation_id = "knot_code", path = "/api/knots/{id}/code.txt", params(("id" = String, Path, description = "Knot id")),
    responses((status = 200, description = "Four edges a crossing", body = String, content_type = "text/plain"), (status = 404, description = "No such knot", body = Problem))
)]
pub async fn code_file(Path(id): Path<String>) -> Result<Response, Error> {
    let k = find(&id)?;
    let code = code_of(&k.path);
    let rows: Vec<String> = code.iter().map(|[a, b, c, d]| format!("[{a}, {b}, {c}, {d}]")).collect();
    Ok(text_file("text/plain; charset=utf-8", format!("[{}]\n", rows.join(", "))))
}

/// The knot as a tube: Wavefront OBJ.
#[utoipa::path(
    get, operation_id = "knot_obj", path = "/api/knots/{id}/model.obj", params(("id" = String, Path, description = "Knot id")),
    responses((status = 200, description = "The tube", body = String, content_type = "model/obj"), (status = 404, description = "No such knot", body = Problem))
)]
pub async fn obj_file(Path(id): Path<String>) -> Result<Response, Error> {
    let k = find(&id)?;
    Ok(text_file("model/obj", to_obj(&k.entry.name, &k.path)))
}

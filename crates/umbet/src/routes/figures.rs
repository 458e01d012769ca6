//! Drawings of knots.

use super::knots::{find, outside};
use crate::error::{Error, Problem};
use crate::extract::{Path, Person, Query};
use axum::http::header;
use axum::response::{IntoResponse, Response};
use serde::Deserialize;
use std::borrow::Cow;
use umbet_core::draw::{self, Figure, Mark, ObjectLook, Part, Pulls, STANDALONE_STYLE, Scene, draw, to_svg};
use umbet_core::dress::{Dressed, dressed};
use umbet_core::knot::path::Strand;
use umbet_core::knot::spline::P2;
use umbet_core::knot::{Knot, Mend};
use umbet_core::object::{Look, object_kind, surface};
use umbet_core::situation::{Fault, Shape, Task};
use umbet_core::teach::spot::called;
use umbet_core::topology::misstep_written;
use umbet_core::units::Length;
use umbet_core::units::Reader;
use umbet_core::usage::tail_length;
use utoipa::IntoParams;

/// What is asked of a drawing.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct FigureQuery {
    /// Width in pixels.
    #[param(minimum = 60, maximum = 2000)]
    width: Option<f64>,
    /// Height in pixels.
    #[param(minimum = 60, maximum = 2000)]
    height: Option<f64>,
    /// The move shown, from 1: what is laid before it, the move dotted; the finished knot when absent.
    #[param(minimum = 1, maximum = 60)]
    step: Option<usize>,
    /// Another way of tying it, counted from 1; `pose` says how far.
    #[param(minimum = 1, maximum = 20)]
    way: Option<usize>,
    /// The move of that way after which the rope is shown, from 1.
    #[param(minimum = 1, maximum = 60)]
    pose: Option<usize>,
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
    #[param(minimum = 1, maximum = 2000)]
    size_mm: Option<f64>,
    /// Diameter of the cord.
    #[param(minimum = 0.5, maximum = 60)]
    cord_mm: Option<f64>,
    /// Surface id.
    surface: Option<String>,
    /// Shape of the object.
    shape: Option<Shape>,
    /// The task it is tied for: some knots lie otherwise for another.
    task: Option<Task>,
    /// Changes made to it, by name and parted by commas, such as `slip-last`.
    #[param(max_length = 120)]
    mends: Option<String>,
    /// Length of the tail; the knot's usual one when absent.
    #[param(minimum = 1, maximum = 5000)]
    tail_mm: Option<f64>,
    /// Which way it pulls.
    #[serde(default)]
    pulls: Pulls,
    /// Words at the pull arrow.
    #[param(max_length = 40)]
    pull: Option<String>,
    /// An arrow at everything that is hauled on to draw the finished knot up.
    #[serde(default)]
    haul: bool,
    /// Dimension the object and the tail.
    #[serde(default)]
    dimensions: bool,
    /// Carry its own colours, to stand alone as a file.
    #[serde(default)]
    standalone: bool,
    /// Tying actions done wrong, such as `A3` or `A1,A7`: the wrong tie is drawn, ringed where it differs.
    #[param(max_length = 60)]
    wrong: Option<String>,
    /// Every crossing can be pressed.
    #[serde(default)]
    pressed: bool,
    /// Every crossing carries its number.
    #[serde(default)]
    numbered: bool,
    /// Of a picture much longer than it is high: its crowded part alone, or the whole with that part marked.
    part: Option<Part>,
    /// Drawn up as it lies in the hand: from 0, open, to 1, tight. What has no such form is drawn as it is laid.
    #[param(minimum = 0, maximum = 1)]
    drawn_up: Option<f64>,
}

impl FigureQuery {
    /// Refuses what is out of reason.
    pub fn check(&self) -> Result<(), Error> {
        let ranges = [
            ("width", self.width, 60.0, 2000.0),
            ("height", self.height, 60.0, 2000.0),
            ("size_mm", self.size_mm, 1.0, 2000.0),
            ("cord_mm", self.cord_mm, 0.5, 60.0),
            ("tail_mm", self.tail_mm, 1.0, 5000.0),
            ("drawn_up", self.drawn_up, 0.0, 1.0),
        ];
        let mut faults: Vec<Fault> =
            ranges.into_iter().filter_map(|(field, v, least, most)| outside(field, v, least, most)).collect();
        if self.surface.as_deref().is_some_and(|s| surface(s).is_none()) {
            faults.push(Fault { field: "surface".into(), says: "No such surface. Take one of the list.".into() });
        }
        if self.mends().is_none() {
            let says = "Write changes by name, parted by commas: slip-last, stopper-on-tail.".into();
            faults.push(Fault { field: "mends".into(), says });
        }
        if self.pull.as_ref().is_some_and(|p| p.chars().count() > 40) {
            faults.push(Fault { field: "pull".into(), says: "Keep the words at the arrow to 40 characters.".into() });
        }
        if self.wrong.as_ref().is_some_and(|w| w.chars().count() > LONGEST_WRONG) {
            faults.push(Fault { field: "wrong".into(), says: WRONG.into() });
        }
        for (field, v, most) in [("step", self.step, 60), ("way", self.way, 20), ("pose", self.pose, 60)] {
            if v.is_some_and(|v| !(1..=most).contains(&v)) {
                let says = format!("Count {field} from 1, to {most} at most.");
                faults.push(Fault { field: field.into(), says });
            }
        }
        if faults.is_empty() { Ok(()) } else { Err(Error::Unusable(faults)) }
    }

    /// The changes asked for; `None` when one has no such name.
    fn mends(&self) -> Option<Vec<Mend>> {
        let named = |name: &str| serde_json::from_value(name.into()).ok();
        self.mends.as_deref().unwrap_or_default().split(',').filter(|m| !m.is_empty()).map(named).collect()
    }

    /// The knot as it is to be drawn: for its task, with its changes, round its object where one is asked for.
    pub fn tied<'a>(&self, knot: &'a Knot) -> Cow<'a, Knot> {
        knot.as_tied(self.task, &self.mends().unwrap_or_default(), self.shape.is_some())
    }

    /// The knot as it lies in the hand, where that is asked for and the knot, tied for its task and with its changes, has such a
    /// form.
    pub fn drawn_up(&self, knot: &Knot, form: Option<&Dressed>, reader: &Reader) -> Option<Scene> {
        let share = self.drawn_up.filter(|_| self.step.is_none() && self.way.is_none() && self.wrong.is_none())?;
        let as_in_file = matches!(knot.as_tied(self.task, &self.mends()?, false), Cow::Borrowed(_));
        let figure = self.figure(knot, reader);
        let form = form.filter(|_| as_in_file && draw::fits_object(knot, &figure.object))?;
        Some(draw::drawn_up(knot, form, share, &figure))
    }

    /// The picture is to stand alone.
    pub fn standalone(&self) -> bool {
        self.standalone
    }

    /// The picture asked for.
    pub fn figure(&self, knot: &Knot, reader: &Reader) -> Figure {
        let cord = self.cord_mm.unwrap_or(4.0);
        // A knot is shown on what it is asked for on, unless it is not tied to such a thing.
        let asked = self.shape.is_none_or(|s| knot.entry.shapes.contains(&s));
        let kind = self.shape.filter(|_| asked).map(object_kind);
        let size_mm = self.size_mm.filter(|_| asked);
        let of_kind = kind.map_or(knot.usual().surface, |k| &k.surface);
        let face = self.surface.as_deref().filter(|_| asked).unwrap_or(of_kind);
        let object = ObjectLook {
            radius: size_mm.map(|mm| mm / cord / 2.0),
            look: surface(face).map_or_else(Default::default, |s| s.look),
            section: kind.map_or_else(Default::default, |k| k.section),
            dimension: size_mm.filter(|_| self.dimensions).map(|mm| reader.diameter(Length::from_mm(mm))),
        };
        let usual = || tail_length(knot.entry.usage.tail, Length::from_mm(cord));
        let tail = self.tail_mm.map_or_else(usual, Length::from_mm);
        Figure {
            size: [self.width.unwrap_or(480.0), self.height.unwrap_or(400.0)],
            step: self.step.map(|s| s - 1),
            mirrored: self.mirrored,
            behind: self.behind,
            object,
            labels: self.labels,
            pull: self.pull.clone(),
            pulls: self.pulls,
            part: self.part,
            haul: self.haul,
            tail: (self.dimensions && tail.mm() > 1.0).then(|| format!("tail {}", reader.length(tail))),
            presses: if self.pressed { crossings(knot) } else { Vec::new() },
            marks: if self.numbered { numbered(crossings(knot)) } else { Vec::new() },
            ..Figure::default()
        }
    }
}

/// Every crossing that has a letter, named as actions name it.
fn crossings(knot: &Knot) -> Vec<Mark> {
    let named = |(strand, places): (&Strand, &Vec<P2>)| {
        let name = strand.name.clone();
        places.iter().enumerate().map(move |(i, &at)| Mark { at, name: format!("{name}{}", i + 1) }).collect::<Vec<_>>()
    };
    knot.path.strands.iter().zip(&knot.path.letters).flat_map(named).collect()
}

/// The same, numbered through without the ropes' names.
fn numbered(marks: Vec<Mark>) -> Vec<Mark> {
    (1..).zip(marks).map(|(n, m): (usize, Mark)| Mark { name: n.to_string(), ..m }).collect()
}

/// A drawing as an answer.
pub fn svg_answer(scene: &Scene, standalone: bool) -> Response {
    let svg = to_svg(scene, standalone.then_some(STANDALONE_STYLE));
    let headers = [(header::CONTENT_TYPE, "image/svg+xml"), (header::CACHE_CONTROL, "private, max-age=60")];
    (headers, svg).into_response()
}

/// A knot's drawing: any move, either hand, either side, on any object, right or with a mistake.
#[utoipa::path(
    get, operation_id = "figure", path = "/api/knots/{id}/figure.svg", params(("id" = String, Path, description = "Knot id"), FigureQuery),
    responses(
        (status = 200, description = "The drawing", body = String, content_type = "image/svg+xml"),
        (status = 400, description = "A value cannot be read", body = Problem),
        (status = 404, description = "No such knot", body = Problem),
        (status = 422, description = "A value is out of reason", body = Problem)
    )
)]
pub async fn figure(person: Person, Path(id): Path<String>, Query(q): Query<FigureQuery>) -> Result<Response, Error> {
    q.check()?;
    if let Some(scene) = q.drawn_up(find(&id)?, dressed(&id), &person.reader()) {
        return Ok(svg_answer(&scene, q.standalone));
    }
    let tied = if q.step.is_none() && q.way.is_none() && q.wrong.is_none() {
        q.tied(find(&id)?)
    } else {
        Cow::Borrowed(find(&id)?)
    };
    let knot = tied.as_ref();
    let mut figure = q.figure(knot, &person.reader());
    let scene = match (&q.wrong, q.way) {
        (None, None) => draw(knot, &figure),
        (None, Some(way)) => {
            let pose = q.pose.unwrap_or(1);
            let posed = way.checked_sub(1).zip(pose.checked_sub(1)).and_then(|(w, p)| knot.posed(w, p));
            let (posed, step) = posed.ok_or(Error::Missing("way or move of this knot"))?;
            figure.step = step;
            figure.tail = None;
            let way = &knot.entry.way[way - 1];
            if way.hand {
                figure.object.look = Look::Hand;
            }
            figure.alt = Some(format!("{}, {}: {}", knot.entry.name, way.name, way.pose[pose - 1].say));
            draw(&posed, &figure)
        }
        (Some(words), _) => {
            let m = misstep_written(knot, words).ok_or_else(|| Error::fault("wrong", WRONG))?;
            figure.marks = m.at.iter().map(|&at| Mark { at, name: String::new() }).collect();
            figure.step = None;
            figure.alt = Some(format!("{}, tied wrong: makes {}", knot.entry.name, called(&m.made)));
            draw(&knot.laid_as(m.path), &figure)
        }
    };
    Ok(svg_answer(&scene.map_err(|e| Error::fault("step", e.to_string()))?, q.standalone))
}

/// Every move on one sheet, with its sentence.
#[utoipa::path(
    get, operation_id = "knot_sheet", path = "/api/knots/{id}/sheet.svg", params(("id" = String, Path, description = "Knot id"), FigureQuery),
    responses(
        (status = 200, description = "The sheet", body = String, content_type = "image/svg+xml"),
        (status = 400, description = "A value cannot be read", body = Problem),
        (status = 404, description = "No such knot", body = Problem),
        (status = 422, description = "A value is out of reason", body = Problem)
    )
)]
pub async fn sheet(person: Person, Path(id): Path<String>, Query(q): Query<FigureQuery>) -> Result<Response, Error> {
    q.check()?;
    let knot = find(&id)?;
    let scene =
        draw::sheet(knot, &q.figure(knot, &person.reader())).map_err(|e| Error::fault("step", e.to_string()))?;
    Ok(svg_answer(&scene, true))
}

/// Most characters of `wrong`.
const LONGEST_WRONG: usize = 60;
/// What to write for `wrong`.
const WRONG: &str = "Write crossings of this knot, such as A3, A3-5, A1,A7, A-threaded, B-exchanged or A-turn-10.";

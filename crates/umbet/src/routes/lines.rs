//! One line between two anchors.

use crate::error::{Error, Problem};
use crate::extract::Body;
use crate::state::App;
use axum::Json;
use axum::extract::State;
use serde::{Deserialize, Serialize};
use umbet_core::cord::cord;
use umbet_core::draw::{Elevation, elevation, to_svg};
use umbet_core::rig::line::{Ask, Hung, Method, Plan, plan};
use umbet_core::situation::Fault;
use umbet_core::units::{Band, Force, Length, Reader};
use utoipa::ToSchema;

/// What hangs on the line.
#[derive(Debug, Clone, Copy, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case", deny_unknown_fields)]
pub enum HungInput {
    /// Gear in one place.
    Gear {
        /// Its weight, newtons.
        #[schema(minimum = 1, maximum = 5000)]
        n: f64,
        /// Where: 0 at the near anchor, 1 at the far one.
        #[schema(minimum = 0.05, maximum = 0.95)]
        at: f64,
    },
    /// A cover in the wind.
    Cover {
        /// Square metres.
        #[schema(minimum = 0.5, maximum = 60)]
        area_m2: f64,
        /// Beaufort number of the wind.
        #[schema(minimum = 0, maximum = 12)]
        beaufort: u8,
    },
}

/// A line as it is asked about.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LineInput {
    /// Level distance of the anchors, metres.
    #[schema(minimum = 1, maximum = 60)]
    span_m: f64,
    /// How much higher the far anchor is, metres.
    #[serde(default)]
    #[schema(minimum = -10, maximum = 10)]
    rise_m: f64,
    /// Id of the cord's kind.
    cord: String,
    /// It is wet.
    #[serde(default)]
    wet: bool,
    /// How it is drawn tight.
    method: Method,
    /// The person's pull, newtons.
    #[schema(minimum = 10, maximum = 1500)]
    pull_n: f64,
    /// What hangs on it.
    hung: HungInput,
}

/// The line at rest, worked out and drawn.
#[derive(Serialize, ToSchema)]
pub struct LineView {
    /// The figures.
    plan: Plan,
    /// In sentences.
    says: Vec<String>,
    /// The drawing, to scale.
    svg: String,
}

impl LineInput {
    fn ask(&self) -> Result<Ask, Error> {
        let mut faults = Vec::new();
        let mut within = |field: &str, v: f64, least: f64, most: f64, unit: &str| {
            if !(v.is_finite() && (least..=most).contains(&v)) {
                let says = format!("Give {field} between {least} and {most}{unit}.");
                faults.push(Fault { field: field.into(), says });
            }
        };
        within("span_m", self.span_m, 1.0, 60.0, " m");
        within("rise_m", self.rise_m, -10.0, 10.0, " m");
        within("pull_n", self.pull_n, 10.0, 1500.0, " N");
        let hung = match self.hung {
            HungInput::Gear { n, at } => {
                within("n", n, 1.0, 5000.0, " N");
                within("at", at, 0.05, 0.95, "");
                Hung::Gear(n, at)
            }
            HungInput::Cover { area_m2, beaufort } => {
                within("area_m2", area_m2, 0.5, 60.0, " m²");
                within("beaufort", f64::from(beaufort), 0.0, 12.0, "");
                Hung::Cover(area_m2, beaufort)
            }
        };
        if self.rise_m.abs() > self.span_m {
            faults.push(Fault {
                field: "rise_m".into(),
                says: "The anchors are nearer than they are unlike in height: that is a hoist, not a line.".into(),
            });
        }
        let kind = cord(&self.cord);
        if kind.is_none() {
            faults.push(Fault { field: "cord".into(), says: "No such cord. Take one of the list of cords.".into() });
        }
        match (kind, faults.is_empty()) {
            (Some(cord), true) => Ok(Ask {
                span_m: self.span_m,
                rise_m: self.rise_m,
                cord,
                wet: self.wet,
                method: self.method,
                pull_n: self.pull_n,
                hung,
            }),
            _ => Err(Error::Unusable(faults)),
        }
    }
}

/// Works out one line and draws it.
#[utoipa::path(
    post, operation_id = "line", path = "/api/line", request_body = LineInput,
    responses(
        (status = 200, description = "The line at rest", body = LineView),
        (status = 400, description = "Cannot be read", body = Problem),
        (status = 413, description = "Larger than 64 kB", body = Problem),
        (status = 415, description = "Not sent as JSON", body = Problem),
        (status = 422, description = "Values out of reason", body = Problem)
    )
)]
pub async fn line(State(app): State<App>, Body(input): Body<LineInput>) -> Result<Json<LineView>, Error> {
    let ask = input.ask()?;
    let reader = app.settings().reader();
    let plan = plan(&ask, &reader);
    let svg = to_svg(&elevation(&looks(&ask, &plan, &reader)), None);
    Ok(Json(LineView { says: sentences(&plan, &reader), svg, plan }))
}

fn lengths(b: Band, reader: &Reader) -> String {
    two(reader.length(Length::from_m(b.low)), reader.length(Length::from_m(b.high)))
}

fn forces(b: Band, reader: &Reader) -> String {
    two(reader.force(Force::from_n(b.low)), reader.force(Force::from_n(b.high)))
}

fn two(low: String, high: String) -> String {
    if low == high { low } else { format!("{low} to {high}") }
}

fn sentences(plan: &Plan, reader: &Reader) -> Vec<String> {
    let mut says = vec![
        format!("It hangs {} below the straight line, est.", lengths(plan.sag_m, reader)),
        format!("The anchor that bears more is pulled with {}, est.", forces(plan.anchor_n, reader)),
    ];
    says.extend(plan.yields.iter().map(|y| y.says.clone()));
    says
}

fn looks(ask: &Ask, plan: &Plan, reader: &Reader) -> Elevation {
    let (at, load) = match ask.hung {
        Hung::Gear(n, at) => (Some(at), reader.force(Force::from_n(n))),
        Hung::Cover(area, number) => (None, format!("cover {area} m², Beaufort {number}")),
    };
    Elevation {
        size: [860.0, 400.0],
        span_m: ask.span_m,
        rise_m: ask.rise_m,
        sag_m: [plan.sag_m.low, plan.sag_m.high],
        at,
        words: [
            reader.length(Length::from_m(ask.span_m)),
            lengths(plan.sag_m, reader),
            format!("up to {}", reader.force(Force::from_n(plan.anchor_n.high))),
            load,
        ],
    }
}

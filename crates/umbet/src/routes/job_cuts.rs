//! All rigs of a job together: the lines they take, which piece of the kit each is cut from, and what several are made fast to.

use super::cutting::{CuttingQuery, cut_from_kit, ticket_answer, workbook_answer};
use super::rigs::usual_width;
use crate::error::{Error, NotThere, Problem};
use crate::extract::{Path, Person, Query};
use crate::state::App;
use crate::store::{Job, KeptRig};
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::response::Response;
use serde::Serialize;
use serde_json::Value;
use std::collections::BTreeMap;
use umbet_core::cutting::{CuttingPlan, Line};
use umbet_core::rig::shared::{SharedAnchor, shared};
use umbet_core::rig::{Cut, Given, Planner, RigPlan};
use umbet_core::units::{Length, Reader};
use utoipa::ToSchema;

/// What of one cord a job's rigs take.
#[derive(Serialize, ToSchema)]
pub struct CordOfRigs {
    /// Name of the cord.
    cord: String,
    /// How many lines of it.
    lines: usize,
    /// All of it, in the reader's measures, never less than it takes.
    words: String,
}

/// The lines of one rig of a job.
#[derive(Serialize, ToSchema)]
pub struct CutsOfRig {
    /// Its kind.
    kind: String,
    /// Its name.
    name: String,
    /// Why it does not go now.
    impossible: Option<String>,
    /// Its lines.
    cuts: Vec<Cut>,
}

/// One cut list over all rigs of a job.
#[derive(Serialize, ToSchema)]
pub struct JobCuts {
    /// Rig by rig.
    rigs: Vec<CutsOfRig>,
    /// Cord by cord.
    totals: Vec<CordOfRigs>,
    /// What more than one of them is made fast to.
    shared: Vec<SharedAnchor>,
}

/// The cut list of all rigs of a job.
#[utoipa::path(
    get, operation_id = "job_cuts", path = "/api/jobs/{id}/cuts", params(("id" = i64, Path, description = "Job")),
    responses((status = 200, description = "Every line of every rig, and sums by cord", body = JobCuts), NotThere)
)]
pub async fn cuts(State(app): State<App>, person: Person, Path(id): Path<i64>) -> Result<Json<JobCuts>, Error> {
    Job::get(&app.store, id).await?;
    let kept = kept_rigs(&app, id).await?;
    work::aside(move || Ok(Json(JobCuts::of(kept, &person)))).await
}

/// The rigs kept with a job.
async fn kept_rigs(app: &App, id: i64) -> Result<Vec<(Planner, Value)>, Error> {
    let mut kept = Vec::new();
    for kind in KeptRig::kinds_of_job(&app.store, id).await? {
        let planner = *app.planner(&kind)?;
        if let Some(rig) = KeptRig::of_job(&app.store, id, &planner).await? {
            kept.push((planner, rig.draft));
        }
    }
    Ok(kept)
}

/// Each rig's plan, or why it does not go now.
fn planned(kept: Vec<(Planner, Value)>, person: &Person) -> Vec<(Planner, Result<RigPlan, String>)> {
    let reader = person.reader();
    let given = Given { kit: &[], habits: person.habits(), reader: &reader, width: usual_width() };
    let plan = |(planner, draft): (Planner, Value)| {
        let planned = (planner.read)(draft)
            .map_err(|faults| faults.into_iter().map(|f| f.says).collect::<Vec<_>>().join(" "))
            .and_then(|rig| rig.plan(&given).map(|p| p.plan).map_err(|i| i.0));
        (planner, planned)
    };
    kept.into_iter().map(plan).collect()
}

impl JobCuts {
    fn of(kept: Vec<(Planner, Value)>, person: &Person) -> Self {
        let reader = person.reader();
        let mut held = Vec::new();
        let mut rigs = Vec::new();
        for (planner, planned) in planned(kept, person) {
            let (plan, impossible) = match planned {
                Ok(plan) => (plan, None),
                Err(says) => (RigPlan::default(), Some(says)),
            };
            held.push((planner.name.to_owned(), plan.held_by));
            rigs.push(CutsOfRig { kind: planner.kind.into(), name: planner.name.into(), impossible, cuts: plan.cuts });
        }
        let totals = totals(rigs.iter().flat_map(|r| &r.cuts), &reader);
        Self { shared: shared(&held, &reader), rigs, totals }
    }
}

/// Which piece of the kit each line of a job's rigs is cut from, and what is bought.
#[utoipa::path(
    get, operation_id = "job_cutting", path = "/api/jobs/{id}/cutting", params(("id" = i64, Path, description = "Job"), CuttingQuery),
    responses((status = 200, description = "Piece by piece", body = CuttingPlan), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn cutting(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
    Query(q): Query<CuttingQuery>,
) -> Result<Json<CuttingPlan>, Error> {
    Ok(Json(cut(&app, person, id, q).await?))
}

/// The cut ticket, as PDF: each piece to scale, each cut with a box to tick, what is done with its ends.
#[utoipa::path(
    get, operation_id = "job_cut_ticket", path = "/api/jobs/{id}/cutting.pdf", params(("id" = i64, Path, description = "Job"), CuttingQuery),
    responses((status = 200, description = "The ticket", body = Vec<u8>, content_type = "application/pdf"), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn ticket(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
    Query(q): Query<CuttingQuery>,
) -> Result<Response, Error> {
    let job = Job::get(&app.store, id).await?;
    ticket_answer(cut(&app, person, id, q).await?, &job.name).await
}

/// The cut list, as a workbook.
#[utoipa::path(
    get, operation_id = "job_cut_list", path = "/api/jobs/{id}/cutting.xlsx", params(("id" = i64, Path, description = "Job"), CuttingQuery),
    responses((status = 200, description = "A row a cut, and what is bought", body = Vec<u8>, content_type = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn list(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
    Query(q): Query<CuttingQuery>,
) -> Result<Response, Error> {
    workbook_answer(&cut(&app, person, id, q).await?)
}

async fn cut(app: &App, person: Person, id: i64, q: CuttingQuery) -> Result<CuttingPlan, Error> {
    let kept = kept_of(app, id).await?;
    cut_from_kit(app, person, q, move |p| kept.lines(p)).await
}

/// A job and the rigs kept with it.
pub struct KeptOfJob {
    /// Its name.
    pub name: String,
    rigs: Vec<(Planner, Value)>,
}

/// A job with the rigs kept with it.
///
/// # Errors
/// When there is no such job, or the store fails.
pub async fn kept_of(app: &App, id: i64) -> Result<KeptOfJob, Error> {
    Ok(KeptOfJob { name: Job::get(&app.store, id).await?.name, rigs: kept_rigs(app, id).await? })
}

impl KeptOfJob {
    /// The joints of its rigs, each with its rig's name before its own, and the knot's id.
    pub fn joints(self, person: &Person) -> Vec<(String, String)> {
        let of_rig = |(planner, plan): (Planner, Result<RigPlan, String>)| {
            let joints = plan.map(|p| p.joints).unwrap_or_default();
            joints.into_iter().map(move |j| (format!("{}: {}", planner.name, j.name), j.knot))
        };
        planned(self.rigs, person).into_iter().flat_map(of_rig).filter(|(_, knot)| !knot.is_empty()).collect()
    }

    /// Its rigs by name, each with the ids of the knots it is tied with, each once. Those that do not go now, or have no knot, teach
    /// none and are left out; the job's own page says why they do not go.
    pub fn knots_of_rigs(self, person: &Person) -> Vec<(&'static str, Vec<String>)> {
        let of_rig = |(planner, plan): (Planner, Result<RigPlan, String>)| {
            let knots: Vec<String> = plan.ok()?.knots().into_iter().map(str::to_owned).collect();
            (!knots.is_empty()).then_some((planner.name, knots))
        };
        planned(self.rigs, person).into_iter().filter_map(of_rig).collect()
    }

    /// The lines of its rigs.
    pub fn lines(self, person: &Person) -> Vec<Line> {
        let line = |c: Cut| Line {
            name: c.name,
            kind: c.cord,
            length_m: c.each_m,
            times: c.times,
            worn: c.worn,
            colour: String::new(),
        };
        JobCuts::of(self.rigs, person).rigs.into_iter().flat_map(|r| r.cuts).map(line).collect()
    }
}

fn totals<'a>(cuts: impl Iterator<Item = &'a Cut>, reader: &Reader) -> Vec<CordOfRigs> {
    let mut by_cord: BTreeMap<&str, (usize, f64)> = BTreeMap::new();
    for c in cuts {
        let sum = by_cord.entry(&c.cord_name).or_default();
        *sum = (sum.0 + c.times, sum.1 + c.total_m());
    }
    let total = |(cord, (lines, m)): (&str, (usize, f64))| CordOfRigs {
        cord: cord.to_owned(),
        lines,
        words: reader.length_up(Length::from_m(m)),
    };
    by_cord.into_iter().map(total).collect()
}

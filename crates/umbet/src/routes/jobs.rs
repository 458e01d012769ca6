//! Jobs and their joints.

use super::choose::Drawn;
use crate::error::{Error, NotAnswered, NotChanged, NotThere, Refused};
use crate::extract::{Body, Path, Person};
use crate::kept::JudgedJoint;
use crate::state::App;
use crate::store::{Job, JobInput, JobSummary, Joint, JointInput, KeptRig, UnreadableJoint};
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::http::StatusCode;
use serde::Serialize;
use serde_json::value::RawValue;
use std::collections::BTreeMap;
use std::sync::Arc;
use umbet_core::choose::{CordRefused, KnotAnswer, choose};
use umbet_core::knot::catalogue;
use umbet_core::situation::{Fault, Situation, sentence, spoken};
use umbet_core::units::{Length, Reader};
use utoipa::ToSchema;

/// A joint with what is reckoned from it.
#[derive(Serialize, ToSchema)]
pub struct JointView {
    /// The joint.
    joint: Joint,
    /// Its situation in words.
    says: String,
    /// Name of the cord.
    cord: String,
    /// Name of the other cord, where two are joined.
    second: Option<String>,
    /// What it is drawn on.
    drawn: Drawn,
    /// The verdict on the knot taken.
    taken: Option<KnotAnswer>,
    /// The knot that would be first now.
    first: Option<String>,
    /// The cord is too weak; the verdict is for the one named.
    cord_refused: Option<CordRefused>,
}

/// Cord a job's knots take, by kind.
#[derive(Serialize, ToSchema)]
pub struct CordTotal {
    /// The cord.
    cord: String,
    /// Metres, knots only: spans come with the rig.
    length_m: f64,
    /// In words.
    words: String,
    /// How many joints.
    joints: usize,
}

/// A job, whole.
#[derive(Serialize, ToSchema)]
pub struct JobView {
    /// The job.
    job: Job,
    /// Its joints in order.
    #[schema(value_type = Vec<JointView>)]
    joints: Vec<Box<RawValue>>,
    /// Joints that cannot be read any more.
    unreadable: Vec<UnreadableJoint>,
    /// Cord in its knots.
    totals: Vec<CordTotal>,
    /// Kinds of rig planned for it.
    rigs: Vec<String>,
}

/// All jobs.
#[utoipa::path(get, operation_id = "list_jobs", path = "/api/jobs", responses((status = 200, description = "Jobs, oldest first", body = Vec<JobSummary>)))]
pub async fn list(State(app): State<App>) -> Result<Json<Vec<JobSummary>>, Error> {
    Ok(Json(Job::list(&app.store).await?))
}

/// Adds a job.
#[utoipa::path(
    post, operation_id = "add_job", path = "/api/jobs", request_body = JobInput,
    responses((status = 201, description = "Added", body = Job), Refused)
)]
pub async fn add(State(app): State<App>, Body(input): Body<JobInput>) -> Result<(StatusCode, Json<Job>), Error> {
    Ok((StatusCode::CREATED, Json(Job::add(&app.store, &input).await?)))
}

/// One job, its joints judged afresh.
#[utoipa::path(
    get, operation_id = "get_job", path = "/api/jobs/{id}", params(("id" = i64, Path, description = "Job")),
    responses((status = 200, description = "The job", body = JobView), NotThere)
)]
pub async fn get(State(app): State<App>, person: Person, Path(id): Path<i64>) -> Result<Json<JobView>, Error> {
    let job = Job::get(&app.store, id).await?;
    let (readable, mut unreadable) = Joint::list(&app.store, id).await?;
    let rigs = KeptRig::kinds_of_job(&app.store, id).await?;
    let kept = app.judged.clone();
    work::aside(move || {
        let reader = person.reader();
        // Whatever the person may change that the judgement hangs on.
        let whose = serde_json::to_string(&(person.habits(), reader.units, reader.body))?;
        let mut joints = Vec::new();
        for joint in readable {
            let (id, name) = (joint.id, joint.name.clone());
            let from = serde_json::to_string(&joint)? + &whose;
            match kept.get_or(from, || judged(joint, &person)) {
                Ok(v) => joints.push(v),
                Err(says) => unreadable.push(UnreadableJoint { id, name, says }),
            }
        }
        let totals = totals(&joints, &reader);
        Ok(Json(JobView { job, joints: joints.iter().map(|j| j.view.clone()).collect(), unreadable, totals, rigs }))
    })
    .await
}

fn judged(joint: Joint, person: &Person) -> Result<JudgedJoint, String> {
    let v = view(joint, person)?;
    let taken_m = v.taken.as_ref().map(|t| [t.facts.cord_m - t.facts.second_m, t.facts.second_m]);
    let view = serde_json::value::to_raw_value(&v).map_err(|e| e.to_string())?;
    Ok(JudgedJoint { view, taken_m, cord: v.cord, second: v.second })
}

/// The joint judged; or what of it is out of reason today.
fn view(joint: Joint, person: &Person) -> Result<JointView, String> {
    let reader = person.reader();
    let all = |faults: Vec<Fault>| faults.into_iter().map(|f| f.says).collect::<Vec<_>>().join(" ");
    let s = Situation::read_for(&joint.situation, person.habits()).map_err(all)?;
    let answer = choose(catalogue(), &s, &reader);
    let first = answer.knots.first().filter(|k| k.would_fit.is_none()).map(|k| k.name.clone());
    let says = spoken(&sentence(&s, &reader));
    let second = s.second.as_ref().map(|c| c.kind.name.clone());
    let (cord, drawn) = (s.cord.kind.said(s.cord.diameter, &reader), Drawn::on(&s, &answer, &reader));
    let cord_refused = answer.cord_refused.clone();
    let taken = joint.knot.as_ref().and_then(|id| answer.knots.into_iter().find(|k| k.id == *id));
    Ok(JointView { says, cord, second, drawn, taken, first, cord_refused, joint })
}

fn totals(joints: &[Arc<JudgedJoint>], reader: &Reader) -> Vec<CordTotal> {
    let mut by_cord: BTreeMap<&str, (f64, usize)> = BTreeMap::new();
    for j in joints {
        let Some([first_m, second_m]) = j.taken_m else { continue };
        let second = j.second.as_deref().unwrap_or(&j.cord);
        let joint = usize::from(second != j.cord);
        for (cord, m, n) in [(j.cord.as_str(), first_m, 1), (second, second_m, joint)] {
            let sum = by_cord.entry(cord).or_default();
            *sum = (sum.0 + m, sum.1 + n);
        }
    }
    by_cord
        .into_iter()
        .map(|(cord, (m, n))| CordTotal {
            cord: cord.to_owned(),
            length_m: m,
            words: reader.length(Length::from_m(m)),
            joints: n,
        })
        .collect()
}

/// Changes a job.
#[utoipa::path(
    put, operation_id = "put_job", path = "/api/jobs/{id}", params(("id" = i64, Path, description = "Job")), request_body = JobInput,
    responses((status = 200, description = "Changed", body = Job), NotChanged)
)]
pub async fn put(State(app): State<App>, Path(id): Path<i64>, Body(input): Body<JobInput>) -> Result<Json<Job>, Error> {
    Ok(Json(Job::put(&app.store, id, &input).await?))
}

/// Puts a job away.
#[utoipa::path(
    delete, operation_id = "delete_job", path = "/api/jobs/{id}", params(("id" = i64, Path, description = "Job")),
    responses((status = 204, description = "Put away; restore brings it back"), NotThere)
)]
pub async fn delete(State(app): State<App>, Path(id): Path<i64>) -> Result<StatusCode, Error> {
    Job::delete(&app.store, id).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Brings a job back.
#[utoipa::path(
    post, operation_id = "restore_job", path = "/api/jobs/{id}/restore", params(("id" = i64, Path, description = "Job")),
    responses((status = 200, description = "Back", body = Job), NotThere)
)]
pub async fn restore(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<Job>, Error> {
    Ok(Json(Job::restore(&app.store, id).await?))
}

/// Adds a joint at the end of a job.
#[utoipa::path(
    post, operation_id = "add_joint", path = "/api/jobs/{id}/joints", params(("id" = i64, Path, description = "Job")), request_body = JointInput,
    responses((status = 201, description = "Added", body = Joint), NotAnswered)
)]
pub async fn add_joint(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(input): Body<JointInput>,
) -> Result<(StatusCode, Json<Joint>), Error> {
    Ok((StatusCode::CREATED, Json(Joint::add(&app.store, id, &input).await?)))
}

/// Changes a joint.
#[utoipa::path(
    put, operation_id = "put_joint", path = "/api/joints/{id}", params(("id" = i64, Path, description = "Joint")), request_body = JointInput,
    responses((status = 200, description = "Changed", body = Joint), NotChanged)
)]
pub async fn put_joint(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(input): Body<JointInput>,
) -> Result<Json<Joint>, Error> {
    Ok(Json(Joint::put(&app.store, id, &input).await?))
}

/// Puts a joint away.
#[utoipa::path(
    delete, operation_id = "delete_joint", path = "/api/joints/{id}", params(("id" = i64, Path, description = "Joint")),
    responses((status = 204, description = "Put away; restore brings it back"), NotThere)
)]
pub async fn delete_joint(State(app): State<App>, Path(id): Path<i64>) -> Result<StatusCode, Error> {
    Joint::delete(&app.store, id).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Brings a joint back.
#[utoipa::path(
    post, operation_id = "restore_joint", path = "/api/joints/{id}/restore", params(("id" = i64, Path, description = "Joint")),
    responses((status = 200, description = "Back", body = Joint), NotThere)
)]
pub async fn restore_joint(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<Joint>, Error> {
    Ok(Json(Joint::restore(&app.store, id).await?))
}

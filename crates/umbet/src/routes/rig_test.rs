//! A practical test on a rig: each joint of a job looked at against its telltales, logged for the learner who tied it.

use super::class::{called, standings};
use super::job_cuts::kept_of;
use super::knots::MisstepWords;
use super::lessons::offered;
use crate::error::{Error, NotThere};
use crate::export::pdf::to_pdf;
use crate::extract::{Path, Person};
use crate::state::App;
use crate::store::{Course, Hand, Joint, Learner, Lesson};
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use chrono::Utc;
use serde::Serialize;
use std::collections::BTreeSet;
use umbet_core::knot::{Knot, catalogue, told};
use umbet_core::teach::test_sheet::{TestedJoint, test_sheet};
use umbet_core::teach::tries::{Condition, Try};
use utoipa::ToSchema;

/// A joint that is looked at.
#[derive(Serialize, ToSchema)]
pub struct JointTested {
    /// Where it is.
    name: String,
    /// Knot id.
    knot: String,
    /// Its name.
    knot_name: String,
    /// What to look for.
    look: Vec<String>,
    /// Its usual mistakes.
    mistakes: Vec<MisstepWords>,
}

/// How far a learner has got with the job's knots.
#[derive(Serialize, ToSchema)]
pub struct LearnerTested {
    /// The learner.
    learner: i64,
    /// Their name.
    name: String,
    /// Knots of the job held by the standard.
    can: usize,
    /// Names of those that are not.
    missing: Vec<String>,
    /// Ids of the knots tied right on the rig, the last time each was looked at.
    right: Vec<String>,
    /// Ids of those that were not.
    wrong: Vec<String>,
    /// What it comes to, in a sentence.
    says: String,
}

/// A job's joints, and where a class stands with them.
#[derive(Serialize, ToSchema)]
pub struct RigTest {
    /// Name of the job.
    job_name: String,
    /// The lesson its tries are logged in: the next one, or the last.
    lesson: Option<i64>,
    /// Joint by joint.
    joints: Vec<JointTested>,
    /// Learner by learner.
    learners: Vec<LearnerTested>,
    /// What a test says, and what it does not.
    caution: &'static str,
}

const CAUTION: &str = "Each joint is looked at as it stands, before anything hangs on it. It says what was tied on this day and \
                       certifies nobody.";

/// A job's own joints and those of its rigs, each knot with all its places.
async fn joints_of(app: &App, person: Person, job: i64) -> Result<(String, Vec<TestedJoint>), Error> {
    let kept = kept_of(app, job).await?;
    let (own, _) = Joint::list(&app.store, job).await?;
    work::aside(move || {
        let name = kept.name.clone();
        let own = own.into_iter().filter_map(|j| Some((j.name, j.knot?)));
        let all = own.chain(kept.joints(&person));
        let known = all.filter_map(|(name, knot)| Some(TestedJoint { name, knot: catalogue().find(&knot)? }));
        Ok((name, known.collect()))
    })
    .await
}

/// A job's joints as a test, and where each learner of a course stands with them.
#[utoipa::path(
    get, operation_id = "rig_test", path = "/api/courses/{id}/tests/{job}",
    params(("id" = i64, Path, description = "Course"), ("job" = i64, Path, description = "Job")),
    responses((status = 200, description = "Joints and learners", body = RigTest), NotThere)
)]
pub async fn rig_test(
    State(app): State<App>,
    person: Person,
    Path((id, job)): Path<(i64, i64)>,
) -> Result<Json<RigTest>, Error> {
    let course = Course::get(&app.store, id).await?;
    let left = person.settings().hand == Hand::Left;
    let (job_name, joints) = joints_of(&app, person, job).await?;
    let (lessons, learners) = (Lesson::list(&app.store, id).await?, Learner::list(&app.store, id).await?);
    let tied = app.tied.of(&app.store, id).await?;
    let lesson = lessons.iter().find(|l| l.held_at.is_none()).or(lessons.last()).map(|l| l.id);
    work::aside(move || {
        let knots: BTreeSet<&'static str> = joints.iter().map(|j| j.knot.id.as_str()).collect();
        let all = standings(&course, &learners, &tied, Utc::now());
        let learner = |l: &Learner| {
            let at = |knot: &str| all.get(&l.id)?.get(knot);
            let holds = |knot: &&&'static str| at(knot).is_some_and(|at| at.standing.holds());
            let last = |knot: &str| at(knot).and_then(|at| at.tries().iter().rfind(|t| on_the_rig(t))).map(Try::right);
            let missing: Vec<&&'static str> = knots.iter().filter(|k| !holds(k)).collect();
            let of =
                |right| knots.iter().filter(|k| last(k) == Some(right)).map(|k| (*k).to_owned()).collect::<Vec<_>>();
            let (right, wrong) = (of(true), of(false));
            LearnerTested {
                learner: l.id,
                name: l.name.clone(),
                can: knots.len() - missing.len(),
                missing: missing.iter().map(|k| called(k)).collect(),
                says: says(knots.len(), missing.len(), right.len(), wrong.len()),
                right,
                wrong,
            }
        };
        let learners = learners.iter().map(learner).collect();
        let joints = joints.iter().map(|j| joint_tested(j, left)).collect();
        Ok(Json(RigTest { job_name, lesson, joints, learners, caution: CAUTION }))
    })
    .await
}

fn on_the_rig(t: &Try) -> bool {
    t.witnessed && t.under.contains(&Condition::OnTheRig)
}

fn joint_tested(joint: &TestedJoint, left: bool) -> JointTested {
    let knot: &'static Knot = joint.knot;
    JointTested {
        name: joint.name.clone(),
        knot: knot.id.clone(),
        knot_name: knot.entry.name.clone(),
        look: knot.entry.telltale.iter().map(|t| told(&t.look, left).into_owned()).collect(),
        mistakes: offered(knot, &[]),
    }
}

fn says(knots: usize, missing: usize, right: usize, wrong: usize) -> String {
    let test = match (right, wrong) {
        (0, 0) => "not tested on the rig yet".to_owned(),
        (r, _) if r == knots => "every knot right on the rig".to_owned(),
        (r, 0) => format!("{r} of {knots} right on the rig so far"),
        (r, w) => format!("on the rig {r} of {knots} right, {w} not"),
    };
    let standard = match missing {
        0 => format!("holds all {knots} by the standard"),
        m => format!("holds {} of {knots} by the standard", knots - m),
    };
    format!("{}; {test}.", crate::error::capital(&standard))
}

/// The same as a sheet for the hand, as PDF: each joint with what to look for, and a grid of learners.
#[utoipa::path(
    get, operation_id = "rig_test_sheet", path = "/api/courses/{id}/tests/{job}/sheet.pdf",
    params(("id" = i64, Path, description = "Course"), ("job" = i64, Path, description = "Job")),
    responses((status = 200, description = "The sheet", body = Vec<u8>, content_type = "application/pdf"), NotThere)
)]
pub async fn sheet(
    State(app): State<App>,
    person: Person,
    Path((id, job)): Path<(i64, i64)>,
) -> Result<Response, Error> {
    Course::get(&app.store, id).await?;
    let left = person.settings().hand == Hand::Left;
    let (name, joints) = joints_of(&app, person, job).await?;
    if joints.is_empty() {
        return Err(Error::Missing("joint with a knot in this job"));
    }
    let names: Vec<String> = Learner::list(&app.store, id).await?.into_iter().map(|l| l.name).collect();
    let pdf = work::aside(move || Ok(to_pdf(&test_sheet(&format!("{name}: test"), &joints, &names, left))?)).await?;
    let headers =
        [(header::CONTENT_TYPE, "application/pdf"), (header::CONTENT_DISPOSITION, "attachment; filename=\"test.pdf\"")];
    Ok((headers, pdf).into_response())
}

//! A course drawn as a ladder: its knots from the ground up, and what they share.

use super::class::{called, standings};
use super::job_cuts::kept_of;
use crate::error::{Error, NotThere};
use crate::extract::{Path, Person};
use crate::state::App;
use crate::store::{Course, Learner, Lesson};
use crate::work;
use axum::Json;
use axum::extract::State;
use serde::Serialize;
use std::collections::BTreeSet;
use umbet_core::knot::catalogue;
use umbet_core::teach::ladder::{Shared, rungs, strands, with_what_they_build_on};
use utoipa::ToSchema;

/// A knot on the ladder.
#[derive(Serialize, ToSchema)]
pub struct Rung {
    /// Its id.
    knot: &'static str,
    /// Its name.
    name: String,
    /// The lesson that takes it up, from 1; none when it is known or not planned.
    lesson: Option<i64>,
    /// That lesson was held, or it was known before.
    taught: bool,
    /// Learners who can tie it by the standard.
    can: usize,
    /// Of these, due again.
    fading: usize,
    /// Learners of the course.
    of: usize,
}

/// Two knots and what they share.
#[derive(Serialize, ToSchema)]
pub struct LadderStrand {
    /// The knot below.
    below: &'static str,
    /// The knot above.
    above: &'static str,
    /// What they share.
    says: String,
    /// Both are taught.
    laid: bool,
    /// Read off their paths, not declared.
    computed: bool,
}

/// A rig of a job the course serves: it stands on the knots of its joints.
#[derive(Serialize, ToSchema)]
pub struct RigRung {
    /// Its name.
    name: &'static str,
    /// Number of its job.
    job: i64,
    /// Name of its job.
    job_name: String,
    /// Ids of the knots of its joints that the course takes up or the class knew before.
    knots: Vec<&'static str>,
    /// Names of those that no lesson teaches.
    missing: Vec<String>,
    /// The lesson after which it can be rigged, from 1; none when it never can, or could before.
    lesson: Option<i64>,
    /// All its knots were taught.
    taught: bool,
    /// Learners who can tie all its knots by the standard.
    can: usize,
    /// Learners of the course.
    of: usize,
    /// What it comes to, in a few words.
    says: String,
}

/// The ladder of a course.
#[derive(Serialize, ToSchema)]
pub struct Ladder {
    /// From the ground up.
    rungs: Vec<Vec<Rung>>,
    /// Between them.
    strands: Vec<LadderStrand>,
    /// What is built on it: the soonest first.
    rigs: Vec<RigRung>,
}

/// The ladder of a course.
#[utoipa::path(
    get, operation_id = "ladder", path = "/api/courses/{id}/ladder", params(("id" = i64, Path, description = "Course")),
    responses((status = 200, description = "Rungs from the ground up", body = Ladder), NotThere)
)]
pub async fn ladder(State(app): State<App>, person: Person, Path(id): Path<i64>) -> Result<Json<Ladder>, Error> {
    let (course, lessons) = (Course::get(&app.store, id).await?, Lesson::list(&app.store, id).await?);
    let (learners, tries) = (Learner::list(&app.store, id).await?, app.tied.of(&app.store, id).await?);
    let mut jobs = Vec::new();
    for &job in &course.jobs {
        // A job that was put away since serves no more.
        if let Ok(kept) = kept_of(&app, job).await {
            jobs.push((job, kept));
        }
    }
    work::aside(move || {
        let standings = standings(&course, &learners, &tries, chrono::Utc::now());
        let known = with_what_they_build_on(course.draft.knows.iter().map(String::as_str));
        let planned = lessons.iter().flat_map(|l| l.knots.iter().copied());
        let among: BTreeSet<&'static str> = with_what_they_build_on(course.draft.wanted.iter().map(String::as_str))
            .into_iter()
            .chain(planned)
            .collect();
        let taught = |id: &'static str| {
            known.contains(id) || lessons.iter().any(|l| l.held_at.is_some() && l.knots.contains(&id))
        };
        let rung = |id: &'static str| Rung {
            knot: id,
            name: called(id),
            lesson: lessons.iter().find(|l| l.knots.contains(&id)).map(|l| l.position),
            taught: taught(id),
            can: standings.values().filter(|s| s.get(id).is_some_and(|s| s.standing.holds())).count(),
            fading: standings.values().filter(|s| s.get(id).is_some_and(|s| s.standing.holds() && s.is_due())).count(),
            of: learners.len(),
        };
        let rungs = rungs(&among).into_iter().map(|r| r.into_iter().map(rung).collect()).collect();
        let between = strands().iter().filter(|s| among.contains(s.below) && among.contains(s.above));
        let strands = between.map(|s| LadderStrand {
            below: s.below,
            above: s.above,
            says: s.says(),
            laid: taught(s.below) && taught(s.above),
            computed: s.shared != Shared::Declared,
        });
        let strands = strands.collect();
        let lesson = |id: &'static str| lessons.iter().find(|l| l.knots.contains(&id)).map(|l| l.position);
        let holds = |id: &str| standings.values().map(|s| s.get(id).is_some_and(|s| s.standing.holds())).collect();
        let rig = |(job, job_name, name, ids): (i64, &String, &'static str, Vec<String>)| {
            let knots = ids.iter().filter_map(|id| catalogue().find(id)).map(|k| k.id.as_str());
            let (knots, missing): (Vec<_>, Vec<_>) = knots.partition(|id| known.contains(id) || lesson(id).is_some());
            let all: Vec<Vec<bool>> = knots.iter().map(|id| holds(id)).collect();
            let can = (0..learners.len()).filter(|i| all.iter().all(|knot| knot.get(*i) == Some(&true))).count();
            RigRung {
                name,
                job,
                job_name: job_name.clone(),
                lesson: knots.iter().filter_map(|id| lesson(id)).max().filter(|_| missing.is_empty()),
                taught: missing.is_empty() && knots.iter().all(|id| taught(id)),
                can: if missing.is_empty() { can } else { 0 },
                of: learners.len(),
                missing: missing.into_iter().map(called).collect(),
                knots,
                says: String::new(),
            }
        };
        let kept = jobs.into_iter().flat_map(|(job, kept)| {
            let job_name = kept.name.clone();
            kept.knots_of_rigs(&person).into_iter().map(move |(name, ids)| (job, job_name.clone(), name, ids))
        });
        let mut rigs: Vec<RigRung> = kept.map(|(job, job_name, name, ids)| rig((job, &job_name, name, ids))).collect();
        rigs.iter_mut().for_each(|r| r.says = r.says());
        rigs.sort_by_key(|r| (!r.missing.is_empty(), r.lesson));
        Ok(Json(Ladder { rungs, strands, rigs }))
    })
    .await
}

impl RigRung {
    fn says(&self) -> String {
        match (self.lesson, self.missing.len()) {
            _ if self.taught && self.can == self.of && self.of > 0 => "all can".to_owned(),
            _ if self.taught => format!("{} of {}", self.can, self.of),
            (Some(lesson), _) => format!("after lesson {lesson}"),
            (None, 1) => "a knot missing".to_owned(),
            (None, n) => format!("{n} knots missing"),
        }
    }
}

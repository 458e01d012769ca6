//! A course drawn as a ladder: its knots from the ground up, and what they share.

use super::class::{At, called, standings};
use super::job_cuts::{KeptOfJob, kept_of};
use crate::error::{Error, NotThere};
use crate::extract::{Path, Person};
use crate::state::App;
use crate::store::{Course, Learner, Lesson};
use crate::work;
use axum::Json;
use axum::extract::State;
use serde::Serialize;
use std::collections::{BTreeMap, BTreeSet};
use umbet_core::knot::catalogue;
use umbet_core::teach::ladder::{Shared, Strand, rungs, strands, with_what_they_build_on};
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
        let stand = Stand {
            known: with_what_they_build_on(course.draft.knows.iter().map(String::as_str)),
            standings: standings(&course, &learners, &tries, chrono::Utc::now()),
            lessons,
        };
        let planned = stand.lessons.iter().flat_map(|l| l.knots.iter().copied());
        let wanted = with_what_they_build_on(course.draft.wanted.iter().map(String::as_str));
        let among: BTreeSet<&'static str> = wanted.into_iter().chain(planned).collect();
        let rung = |row: Vec<&'static str>| row.into_iter().map(|id| stand.rung(id)).collect();
        let between = strands().iter().filter(|s| among.contains(s.below) && among.contains(s.above));
        let rigs_of = |(job, kept): (i64, KeptOfJob)| {
            let job_name = kept.name.clone();
            let rig = |(name, ids): (&'static str, Vec<String>)| stand.rig(name, (job, job_name.clone()), &ids);
            kept.knots_of_rigs(&person).into_iter().map(rig).collect::<Vec<_>>()
        };
        let mut rigs: Vec<RigRung> = jobs.into_iter().flat_map(rigs_of).collect();
        rigs.sort_by_key(|r| (!r.missing.is_empty(), r.lesson));
        Ok(Json(Ladder {
            rungs: rungs(&among).into_iter().map(rung).collect(),
            strands: between.map(|s| stand.strand(s)).collect(),
            rigs,
        }))
    })
    .await
}

/// Where a class stands: what it knew, what was taught and what is to come, who can tie what.
struct Stand {
    known: BTreeSet<&'static str>,
    lessons: Vec<Lesson>,
    standings: BTreeMap<i64, BTreeMap<String, At>>,
}

impl Stand {
    fn lesson(&self, knot: &str) -> Option<i64> {
        self.lessons.iter().find(|l| l.knots.contains(&knot)).map(|l| l.position)
    }

    fn taught(&self, knot: &str) -> bool {
        let held = |l: &Lesson| l.held_at.is_some() && l.knots.contains(&knot);
        self.known.contains(knot) || self.lessons.iter().any(held)
    }

    fn rung(&self, id: &'static str) -> Rung {
        let hold = || self.standings.values().filter_map(|s| s.get(id)).filter(|at| at.standing.holds());
        Rung {
            knot: id,
            name: called(id),
            lesson: self.lesson(id),
            taught: self.taught(id),
            can: hold().count(),
            fading: hold().filter(|at| at.is_due()).count(),
            of: self.standings.len(),
        }
    }

    fn strand(&self, s: &Strand) -> LadderStrand {
        LadderStrand {
            below: s.below,
            above: s.above,
            says: s.says(),
            laid: self.taught(s.below) && self.taught(s.above),
            computed: s.shared != Shared::Declared,
        }
    }

    fn rig(&self, name: &'static str, (job, job_name): (i64, String), ids: &[String]) -> RigRung {
        let knots = ids.iter().filter_map(|id| catalogue().find(id)).map(|k| k.id.as_str());
        let (knots, missing): (Vec<_>, Vec<_>) =
            knots.partition(|id| self.known.contains(id) || self.lesson(id).is_some());
        let whole = missing.is_empty();
        let all = |of: &BTreeMap<String, At>| knots.iter().all(|k| of.get(*k).is_some_and(|at| at.standing.holds()));
        let can = if whole { self.standings.values().filter(|of| all(of)).count() } else { 0 };
        let (taught, of) = (whole && knots.iter().all(|id| self.taught(id)), self.standings.len());
        let lesson = knots.iter().filter_map(|id| self.lesson(id)).max().filter(|_| whole);
        let says = match (lesson, missing.len()) {
            _ if taught && can == of && of > 0 => "all can".to_owned(),
            _ if taught => format!("{can} of {of}"),
            (Some(lesson), _) => format!("after lesson {lesson}"),
            (None, 1) => "a knot missing".to_owned(),
            (None, n) => format!("{n} knots missing"),
        };
        let missing = missing.into_iter().map(called).collect();
        RigRung { name, job, job_name, knots, missing, lesson, taught, can, of, says }
    }
}

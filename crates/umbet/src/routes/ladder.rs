//! A course drawn as a ladder: its knots from the ground up, and what they share.

use super::class::{called, standings};
use crate::error::{Error, NotThere};
use crate::extract::Path;
use crate::state::App;
use crate::store::{Course, Learner, Lesson};
use crate::work;
use axum::Json;
use axum::extract::State;
use serde::Serialize;
use std::collections::BTreeSet;
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

/// The ladder of a course.
#[derive(Serialize, ToSchema)]
pub struct Ladder {
    /// From the ground up.
    rungs: Vec<Vec<Rung>>,
    /// Between them.
    strands: Vec<LadderStrand>,
}

/// The ladder of a course.
#[utoipa::path(
    get, operation_id = "ladder", path = "/api/courses/{id}/ladder", params(("id" = i64, Path, description = "Course")),
    responses((status = 200, description = "Rungs from the ground up", body = Ladder), NotThere)
)]
pub async fn ladder(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<Ladder>, Error> {
    let (course, lessons) = (Course::get(&app.store, id).await?, Lesson::list(&app.store, id).await?);
    let (learners, tries) = (Learner::list(&app.store, id).await?, app.tied.of(&app.store, id).await?);
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
        Ok(Json(Ladder { rungs, strands: strands.collect() }))
    })
    .await
}

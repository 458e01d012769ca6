//! A course as each school would plan it, side by side, before it is begun.

use super::class::called;
use super::courses::with_knots_of_jobs;
use crate::error::{Error, Refused};
use crate::extract::{Body, Person};
use crate::state::App;
use crate::store::CourseInput;
use crate::work;
use axum::Json;
use axum::extract::State;
use serde::Serialize;
use umbet_core::teach::course::{Breadth, CourseDraft, Opening, SCHOOLS, School, Sorting};
use umbet_core::teach::minutes::Pace;
use utoipa::ToSchema;

/// A lesson as a school plans it.
#[derive(Serialize, ToSchema)]
pub struct SchoolLesson {
    /// Names of its knots, in order.
    knots: Vec<String>,
    /// Minutes in all.
    total: f64,
    /// Minutes over.
    over: Option<f64>,
}

/// A course as one school plans it.
#[derive(Serialize, ToSchema)]
pub struct SchoolPlan {
    /// Id of the school.
    id: &'static str,
    /// Its name.
    name: &'static str,
    /// What it holds with.
    says: &'static str,
    /// How much is taken up.
    breadth: Breadth,
    /// What comes first.
    opening: Opening,
    /// In which order.
    sorting: Sorting,
    /// Lesson by lesson.
    lessons: Vec<SchoolLesson>,
    /// What it comes to, in a sentence.
    comes_to: String,
}

/// A course as each school would plan it; nothing is kept.
#[utoipa::path(
    post, operation_id = "course_schools", path = "/api/courses/schools", request_body = CourseInput,
    responses((status = 200, description = "Side by side", body = Vec<SchoolPlan>), Refused)
)]
pub async fn side_by_side(
    State(app): State<App>,
    person: Person,
    Body(input): Body<CourseInput>,
) -> Result<Json<Vec<SchoolPlan>>, Error> {
    let draft = with_knots_of_jobs(&app, person, input).await?.draft;
    draft.check().map_err(|fault| Error::fault("draft", fault.to_string()))?;
    work::aside(move || Ok(Json(SCHOOLS.iter().map(|s| planned(s, &draft)).collect()))).await
}

fn planned(school: &School, draft: &CourseDraft) -> SchoolPlan {
    let (draft, pace) = (school.of(draft), Pace::of(&[]));
    let plan = draft.plan(&draft.arranged(pace), pace);
    let knots = plan.lessons.iter().map(|l| l.knots.len()).sum::<usize>();
    let minutes: f64 = plan.lessons.iter().map(|l| l.total).sum();
    let over: f64 = plan.lessons.iter().filter_map(|l| l.over).sum();
    let whole = f64::from(draft.lessons * draft.minutes);
    let left = if over > 0.5 {
        format!("{over:.0} min more than its lessons have")
    } else {
        format!("{:.0} min of its {whole:.0} left", whole - minutes)
    };
    let lessons = plan.lessons.iter().map(|l| SchoolLesson {
        knots: l.knots.iter().map(|k| called(k.knot)).collect(),
        total: l.total,
        over: l.over,
    });
    SchoolPlan {
        id: school.id,
        name: school.name,
        says: school.says,
        breadth: school.breadth,
        opening: school.opening,
        sorting: school.sorting,
        lessons: lessons.collect(),
        comes_to: format!("{knots} knots in {minutes:.0} min, {left}."),
    }
}

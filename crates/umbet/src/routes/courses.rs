//! Courses: planned from jobs, arranged by the instructor.

use super::class::called;
use super::job_cuts::kept_of;
use crate::error::{Error, NotChanged, NotThere, Refused};
use crate::extract::{Body, Path, Person};
use crate::state::App;
use crate::store::{Course, CourseInput, CourseSummary, Job, JobSummary, Joint, Learner, Lesson};
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use umbet_core::knot::catalogue;
use umbet_core::project::projects;
use umbet_core::teach::course::{Breadth, CoursePlan, Made, Opening, PlannedLesson, Sorting, WorkStep, work_of};
use umbet_core::teach::ladder::why_not;
use umbet_core::teach::minutes::{Minutes, Pace};
use umbet_core::teach::practice::Spread;
use umbet_core::teach::ready::{Ready, ready};
use umbet_core::teach::standard::Standard;
use umbet_core::units::{Length, Reader};
use utoipa::ToSchema;

/// A choice and how it reads in the sentence.
#[derive(Serialize, ToSchema)]
pub struct CourseChoice {
    /// As it is sent.
    id: String,
    /// As it reads.
    words: &'static str,
}

/// A knot in a lesson.
#[derive(Serialize, ToSchema)]
pub struct LessonKnot {
    /// Its id.
    knot: &'static str,
    /// Its name.
    name: String,
    /// Taken up before and recapped here.
    again: bool,
    /// Minutes.
    minutes: f64,
    /// Minutes it took, when the lesson was held.
    taken: Option<f64>,
}

/// A lesson of a course.
#[derive(Serialize, ToSchema)]
pub struct LessonView {
    /// Number in the data file.
    id: i64,
    /// Number in the course, from 1.
    number: i64,
    /// When it begins, local.
    begins: Option<String>,
    /// The same as a day.
    day: String,
    /// It was held.
    held: bool,
    /// The first that was not.
    next: bool,
    /// Its knots.
    knots: Vec<LessonKnot>,
    /// What is made of cord in it.
    made: Vec<Made>,
    /// Minutes by what is done.
    parts: Minutes,
    /// Minutes in all.
    total: f64,
    /// Minutes over.
    over: Option<f64>,
    /// What it comes to, in a sentence.
    says: String,
    /// Cord each learner needs, metres.
    cord_each_m: f64,
    /// Cord in words: each and in all.
    cord: String,
    /// What it wants ready, its cautions, what changes in gloves, in the dark and in the wet.
    ready: Ready,
    /// What is done in it, step by step.
    work: Vec<WorkStep>,
}

/// The standard of a knot that has its own.
#[derive(Serialize, ToSchema)]
pub struct OwnStandard {
    /// Knot id.
    knot: String,
    /// Its name.
    name: String,
    /// The standard in a sentence.
    says: String,
}

impl OwnStandard {
    fn of(knot: &str, standard: &Standard) -> Self {
        Self { knot: knot.to_owned(), name: called(knot), says: standard.says() }
    }
}

/// A job that a course serves.
#[derive(Serialize, ToSchema)]
pub struct JobServed {
    /// Number.
    id: i64,
    /// Name.
    name: String,
    /// Ids of the knots its joints were given, each once.
    knots: Vec<String>,
}

impl JobServed {
    fn of(job: JobSummary) -> Self {
        let mut knots = job.knots;
        knots.sort_unstable();
        knots.dedup();
        Self { id: job.id, name: job.name, knots }
    }
}

/// A course, whole.
#[derive(Serialize, ToSchema)]
pub struct CourseView {
    /// The course.
    course: Course,
    /// Its lessons.
    lessons: Vec<LessonView>,
    /// Why it cannot be climbed so; nothing when it can.
    gap: Option<String>,
    /// Its standard in a sentence.
    standard_says: String,
    /// Knots that have a standard of their own.
    own_standards: Vec<OwnStandard>,
    /// The jobs it serves.
    jobs: Vec<JobServed>,
    /// Where its minutes come from.
    pace: String,
    /// The most cord a lesson needs, for the class.
    cord: String,
    /// What can be made of cord, to choose from.
    projects: Vec<CourseChoice>,
    /// How much is taken up, to choose from.
    breadths: Vec<CourseChoice>,
    /// What comes first, to choose from.
    openings: Vec<CourseChoice>,
    /// In which order knots are taken up, to choose from.
    sortings: Vec<CourseChoice>,
    /// How practice is spread, to choose from.
    spreads: Vec<CourseChoice>,
    /// Its learners.
    learners: Vec<Learner>,
}

/// An arrangement: which knots in which lesson.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Arrangement {
    /// Ids of knots, lesson by lesson.
    #[schema(max_items = 24)]
    lessons: Vec<Vec<String>>,
    /// Version of the course it is made to.
    version: i64,
}

/// All courses.
#[utoipa::path(get, operation_id = "list_courses", path = "/api/courses", responses((status = 200, description = "Courses, oldest first", body = Vec<CourseSummary>)))]
pub async fn list(State(app): State<App>) -> Result<Json<Vec<CourseSummary>>, Error> {
    Ok(Json(Course::list(&app.store).await?))
}

/// Adds a course: its lessons are arranged up the ladder.
#[utoipa::path(
    post, operation_id = "add_course", path = "/api/courses", request_body = CourseInput,
    responses((status = 201, description = "Added", body = Course), Refused)
)]
pub async fn add(
    State(app): State<App>,
    person: Person,
    Body(input): Body<CourseInput>,
) -> Result<(StatusCode, Json<Course>), Error> {
    let input = with_knots_of_jobs(&app, person, input).await?;
    Ok((StatusCode::CREATED, Json(Course::add(&app.store, &input).await?)))
}

/// One course with its lessons.
#[utoipa::path(
    get, operation_id = "get_course", path = "/api/courses/{id}", params(("id" = i64, Path, description = "Course")),
    responses((status = 200, description = "The course", body = CourseView), NotThere)
)]
pub async fn get(State(app): State<App>, person: Person, Path(id): Path<i64>) -> Result<Json<CourseView>, Error> {
    let course = Course::get(&app.store, id).await?;
    let (lessons, learners) = (Lesson::list(&app.store, id).await?, Learner::list(&app.store, id).await?);
    let mut all: BTreeMap<i64, JobSummary> = Job::list(&app.store).await?.into_iter().map(|j| (j.id, j)).collect();
    let jobs = course.jobs.iter().filter_map(|j| all.remove(j)).map(JobServed::of).collect();
    work::aside(move || Ok(Json(view(course, &lessons, learners, jobs, &person.reader())))).await
}

/// Changes a course.
#[utoipa::path(
    put, operation_id = "put_course", path = "/api/courses/{id}", params(("id" = i64, Path, description = "Course")), request_body = CourseInput,
    responses((status = 200, description = "Changed", body = Course), NotChanged)
)]
pub async fn put(
    State(app): State<App>,
    person: Person,
    Path(id): Path<i64>,
    Body(input): Body<CourseInput>,
) -> Result<Json<Course>, Error> {
    let input = with_knots_of_jobs(&app, person, input).await?;
    Ok(Json(Course::put(&app.store, id, &input).await?))
}

/// Puts a course away.
#[utoipa::path(
    delete, operation_id = "delete_course", path = "/api/courses/{id}", params(("id" = i64, Path, description = "Course")),
    responses((status = 204, description = "Put away"), NotThere)
)]
pub async fn delete(State(app): State<App>, Path(id): Path<i64>) -> Result<StatusCode, Error> {
    Course::delete(&app.store, id).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Brings a course back.
#[utoipa::path(
    post, operation_id = "restore_course", path = "/api/courses/{id}/restore", params(("id" = i64, Path, description = "Course")),
    responses((status = 200, description = "Back", body = Course), NotThere)
)]
pub async fn restore(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<Course>, Error> {
    Ok(Json(Course::restore(&app.store, id).await?))
}

/// Puts knots into lessons. One that leaves a knot hanging free is refused with the reason, and nothing is changed.
#[utoipa::path(
    put, operation_id = "arrange_course", path = "/api/courses/{id}/lessons", params(("id" = i64, Path, description = "Course")), request_body = Arrangement,
    responses((status = 200, description = "Arranged", body = Course), NotChanged)
)]
pub async fn arrange(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(given): Body<Arrangement>,
) -> Result<Json<Course>, Error> {
    let (course, lessons) = (Course::get(&app.store, id).await?, Lesson::list(&app.store, id).await?);
    if given.lessons.len() != lessons.len() {
        return Err(Error::fault("lessons", format!("Give the knots of all {} lessons.", lessons.len())));
    }
    let known = |id: &String| catalogue().find(id).map(|k| k.id.as_str());
    let mut arranged: Vec<Vec<&'static str>> = Vec::new();
    for (lesson, ids) in lessons.iter().zip(&given.lessons) {
        let knots: Option<Vec<&'static str>> = ids.iter().map(known).collect();
        let knots = knots.ok_or_else(|| Error::fault("lessons", "There is no such knot."))?;
        if lesson.held_at.is_some() && knots != lesson.knots {
            let says = format!("Lesson {} was held; what it taught stays as it was.", lesson.position);
            return Err(Error::fault("lessons", says));
        }
        arranged.push(knots);
    }
    let plan = course.draft.plan(&arranged, Pace::of(&[]));
    if let Some(reason) = why_not(&plan.gaps) {
        return Err(Error::fault("lessons", format!("{reason} Nothing was changed.")));
    }
    Ok(Json(Course::arrange(&app.store, id, &arranged, given.version).await?))
}

/// Arranges what is still to come anew, by the ladder and this instructor's pace.
#[utoipa::path(
    post, operation_id = "arrange_anew", path = "/api/courses/{id}/lessons/anew", params(("id" = i64, Path, description = "Course")),
    responses((status = 200, description = "Arranged", body = Course), NotThere)
)]
pub async fn arrange_anew(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<Course>, Error> {
    let (course, lessons) = (Course::get(&app.store, id).await?, Lesson::list(&app.store, id).await?);
    let held = lessons.iter().take_while(|l| l.held_at.is_some()).count();
    let mut draft = course.draft.clone();
    let taught = lessons[..held].iter().flat_map(|l| l.knots.iter().map(|k| (*k).to_owned()));
    draft.knows.extend(taught);
    draft.lessons = (lessons.len() - held).max(1) as u32;
    draft.made.retain(|m| m.lesson > held as u32);
    draft.made.iter_mut().for_each(|m| m.lesson -= held as u32);
    let pace = pace_of(&course, &lessons);
    let mut arranged: Vec<Vec<&'static str>> = lessons[..held].iter().map(|l| l.knots.clone()).collect();
    if held < lessons.len() {
        arranged.extend(draft.arranged(pace));
    }
    Ok(Json(Course::arrange(&app.store, id, &arranged, course.version).await?))
}

/// The lessons as a calendar.
#[utoipa::path(
    get, operation_id = "course_calendar", path = "/api/courses/{id}/calendar.ics", params(("id" = i64, Path, description = "Course")),
    responses((status = 200, description = "iCalendar (RFC 5545)", body = String, content_type = "text/calendar"), NotThere)
)]
pub async fn calendar(State(app): State<App>, Path(id): Path<i64>) -> Result<Response, Error> {
    let (course, lessons) = (Course::get(&app.store, id).await?, Lesson::list(&app.store, id).await?);
    let text = crate::export::calendar::of_course(&course, &lessons);
    Ok(([(header::CONTENT_TYPE, "text/calendar; charset=utf-8")], text).into_response())
}

/// What the jobs' joints were given is wanted too, and what their rigs are tied with.
pub(super) async fn with_knots_of_jobs(
    app: &App,
    person: Person,
    mut input: CourseInput,
) -> Result<CourseInput, Error> {
    let (mut knots, mut rigs) = (Vec::new(), Vec::new());
    for id in &input.jobs {
        Job::get(&app.store, *id).await.map_err(|_| Error::fault("jobs", format!("There is no job {id}.")))?;
        let (joints, _) = Joint::list(&app.store, *id).await?;
        knots.extend(joints.into_iter().filter_map(|j| j.knot));
        rigs.push(kept_of(app, *id).await?);
    }
    let of_rigs =
        move || Ok(rigs.into_iter().flat_map(|r| r.knots_of_rigs(&person)).flat_map(|(_, ids)| ids).collect());
    let of_rigs: Vec<String> = work::aside(of_rigs).await?;
    for knot in knots.into_iter().chain(of_rigs) {
        if !input.draft.wanted.contains(&knot) {
            input.draft.wanted.push(knot);
        }
    }
    Ok(input)
}

/// This instructor's pace in a course: minutes the held lessons took against those planned.
pub fn pace_of(course: &Course, lessons: &[Lesson]) -> Pace {
    let plain = course.draft.plan(&lessons.iter().map(|l| l.knots.clone()).collect::<Vec<_>>(), Pace::of(&[]));
    let logged = lessons
        .iter()
        .zip(&plain.lessons)
        .flat_map(|(lesson, planned)| planned.knots.iter().filter_map(|k| Some([k.total, *lesson.taken.get(k.knot)?])));
    Pace::of(&logged.collect::<Vec<_>>())
}

fn view(
    course: Course,
    lessons: &[Lesson],
    learners: Vec<Learner>,
    jobs: Vec<JobServed>,
    reader: &Reader,
) -> CourseView {
    let pace = pace_of(&course, lessons);
    let arranged: Vec<Vec<&'static str>> = lessons.iter().map(|l| l.knots.clone()).collect();
    let plan: CoursePlan = course.draft.plan(&arranged, pace);
    let next = lessons.iter().position(|l| l.held_at.is_none());
    let class = course.draft.class;
    let mut views = Vec::with_capacity(lessons.len());
    for (i, (l, p)) in lessons.iter().zip(&plan.lessons).enumerate() {
        let work = work_of(&course.draft, p, &arranged[..i].concat());
        views.push(LessonView { work, ..lesson_view(&course, l, p, next == Some(i), reader) });
    }
    let most = plan.lessons.iter().map(|l| l.cord_each_m).fold(0.0, f64::max);
    let pace = if pace.logged == 0 {
        "Minutes are an estimate from each knot's moves; they follow your own as lessons are held.".to_owned()
    } else {
        let (n, per_cent) = (pace.logged, ((pace.factor - 1.0) * 100.0).round());
        let than = match per_cent as i64 {
            0 => "as planned".to_owned(),
            p if p > 0 => format!("{p} % longer than by the moves alone"),
            p => format!("{} % quicker than by the moves alone", -p),
        };
        format!("From {n} knot{} you have taught: {than}.", if n == 1 { "" } else { "s" })
    };
    CourseView {
        gap: why_not(&plan.gaps),
        standard_says: course.standard.says(),
        own_standards: course.standards.iter().map(|(knot, s)| OwnStandard::of(knot, s)).collect(),
        lessons: views,
        jobs,
        pace,
        cord: cord_words(most, class, reader),
        projects: projects().iter().map(|p| CourseChoice { id: p.id.clone(), words: &p.name }).collect(),
        breadths: Breadth::ALL.iter().map(|b| CourseChoice { id: b.id(), words: b.words() }).collect(),
        openings: Opening::ALL.iter().map(|o| CourseChoice { id: o.id(), words: o.words() }).collect(),
        sortings: Sorting::ALL.iter().map(|s| CourseChoice { id: s.id(), words: s.words() }).collect(),
        spreads: Spread::ALL.iter().map(|s| CourseChoice { id: s.id(), words: s.words() }).collect(),
        learners,
        course,
    }
}

fn cord_words(each_m: f64, class: u32, reader: &Reader) -> String {
    let (each, all) = (Length::from_m(each_m), Length::from_m(each_m * f64::from(class)));
    format!("{} each, {} in all", reader.length(each), reader.length(all))
}

fn lesson_view(course: &Course, l: &Lesson, p: &PlannedLesson, next: bool, reader: &Reader) -> LessonView {
    let begins = course.begins(l.position);
    let knots = p.knots.iter().map(|k| LessonKnot {
        knot: k.knot,
        name: called(k.knot),
        again: k.again,
        minutes: k.total,
        taken: l.taken.get(k.knot).copied(),
    });
    let sum = |f: fn(&Minutes) -> f64| p.knots.iter().map(|k| f(&k.minutes)).sum();
    let whole = course.draft.minutes;
    let says = match (p.over, p.knots.is_empty() && p.made.is_empty()) {
        (_, true) => "Nothing in it yet.".to_owned(),
        (Some(over), _) => format!("{over:.0} min over its {whole}."),
        (None, _) => format!("{:.0} of {whole} min.", p.total),
    };
    LessonView {
        id: l.id,
        number: l.position,
        day: begins.map_or_else(String::new, |b| b.strftime("%-d %b").to_string()),
        begins: begins.map(|b| b.to_string()),
        held: l.held_at.is_some(),
        next,
        knots: knots.collect(),
        made: p.made.clone(),
        parts: Minutes {
            shown: sum(|m| m.shown),
            guided: sum(|m| m.guided),
            drilled: sum(|m| m.drilled),
            tested: sum(|m| m.tested),
        },
        total: p.total,
        over: p.over,
        says,
        cord_each_m: p.cord_each_m,
        cord: cord_words(p.cord_each_m, course.draft.class, reader),
        work: Vec::new(),
        ready: ready(&l.knots.iter().filter_map(|id| catalogue().find(id)).collect::<Vec<_>>(), course.draft.class),
    }
}

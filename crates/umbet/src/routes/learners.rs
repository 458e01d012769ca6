//! A learner: their own page, their own log, their record for other hands.

use super::class::{At, called, standing_at, standings_of};
use super::lessons::try_words;
use crate::error::{Error, NotAnswered, NotChanged, NotThere};
use crate::export::calendar::{Practice, of_practice};
use crate::extract::{Body, Path};
use crate::state::App;
use crate::store::{Course, KeptTry, LastAnswer, Learner, LearnerInput, Lesson, Practised};
use crate::tied::{Tied, TiedClass, TiedKnots};
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use chrono::{DateTime, Utc};
use serde::Serialize;
use std::sync::Arc;
use umbet_core::knot::catalogue;
use umbet_core::teach::curve::{Curve, Until};
use umbet_core::teach::practice::remembered_after;
use umbet_core::teach::review::miscarries;
use umbet_core::teach::tries::Try;
use utoipa::ToSchema;

/// Days over which forgetting is drawn.
const FORGETTING_DAYS: u32 = 60;
/// The last tries that are told.
const TOLD: usize = 30;

/// How tightly a learner holds a knot: what its cord looks like.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Holds {
    /// The standard is reached, and it is not due.
    Taut,
    /// Reached, and due again.
    Sags,
    /// Reached once, and lapsed.
    Lapsed,
    /// On the way.
    Partly,
    /// Not tied yet.
    Coming,
}

/// A learner's knot.
#[derive(Serialize, ToSchema)]
pub struct LearnerKnot {
    /// Its id.
    knot: String,
    /// Its name.
    name: String,
    /// How tightly.
    holds: Holds,
    /// Right in a row.
    run: u32,
    /// Asked for.
    of: u32,
    /// In words: "14 s", "due 5 d", "Tuesday".
    says: String,
    /// The last was the learner's own word.
    own: bool,
    /// Days until it is due.
    in_days: Option<i64>,
    /// So many times then.
    times: u32,
    /// What the standard still misses.
    missing: Vec<String>,
    /// Other ways of tying it, by name; a try may say which was used.
    ways: Vec<String>,
    /// The one that is shown; none where it is shown along the rope.
    way: Option<String>,
    /// Of these, one that miscarries while another goes, in a sentence.
    miscarries: Option<String>,
    /// When the standard lapses, in words.
    lapses: Option<String>,
    /// The lesson that takes it up, when it is not tied yet.
    lesson: Option<i64>,
    /// The last question about it was missed, and it was not tied right since: what was asked.
    missed: Option<&'static str>,
}

/// What is due first.
#[derive(Serialize, ToSchema)]
pub struct DueNow {
    /// The knot.
    knot: String,
    /// Its name.
    name: String,
    /// So many times.
    times: u32,
    /// Why, in a sentence or two.
    why: String,
}

/// A try in the log.
#[derive(Serialize, ToSchema)]
pub struct LogLine {
    /// Its number.
    id: i64,
    /// Name of the knot.
    name: String,
    /// When.
    at: DateTime<Utc>,
    /// How it came out, in words.
    says: String,
    /// It was right.
    right: bool,
    /// An instructor saw it.
    witnessed: bool,
}

/// A learner's own page.
#[derive(Serialize, ToSchema)]
pub struct LearnerView {
    /// The learner.
    learner: Learner,
    /// Name of the course.
    course_name: String,
    /// The lesson to come, in words.
    next_lesson: Option<String>,
    /// What is due first; nothing when all is taut.
    due: Option<DueNow>,
    /// What comes next when nothing is due.
    all_taut: String,
    /// The knots of the course, what is due first.
    knots: Vec<LearnerKnot>,
    /// The last tries, newest first.
    log: Vec<LogLine>,
    /// The standard in a sentence.
    standard: String,
}

/// Times of a learner at a knot, and what they foretell.
#[derive(Serialize, ToSchema)]
pub struct LearningCurve {
    /// Name of the knot.
    name: String,
    /// Seconds of each right try, in order.
    times: Vec<f64>,
    /// The curve through them; none while they are too few.
    curve: Option<Curve>,
    /// Its seconds and 95 % band, for each repetition drawn.
    drawn: Vec<[f64; 4]>,
    /// Repetitions until the standard.
    until: Option<Until>,
    /// Seconds allowed.
    limit_s: Option<f64>,
    /// In a sentence.
    says: String,
    /// Day and the share that still ties it, from the last time on; only by spaced repetition.
    forgetting: Vec<[f64; 2]>,
}

/// Changes a learner.
#[utoipa::path(
    put, operation_id = "put_learner", path = "/api/learners/{id}", params(("id" = i64, Path, description = "Learner")), request_body = LearnerInput,
    responses((status = 200, description = "Changed", body = Learner), NotChanged)
)]
pub async fn put(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(input): Body<LearnerInput>,
) -> Result<Json<Learner>, Error> {
    Ok(Json(Learner::put(&app.store, id, &input).await?))
}

/// Takes a learner off the course.
#[utoipa::path(
    delete, operation_id = "delete_learner", path = "/api/learners/{id}", params(("id" = i64, Path, description = "Learner")),
    responses((status = 204, description = "Taken off"), NotThere)
)]
pub async fn delete(State(app): State<App>, Path(id): Path<i64>) -> Result<StatusCode, Error> {
    Learner::delete(&app.store, id).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Brings a learner back.
#[utoipa::path(
    post, operation_id = "restore_learner", path = "/api/learners/{id}/restore", params(("id" = i64, Path, description = "Learner")),
    responses((status = 200, description = "Back", body = Learner), NotThere)
)]
pub async fn restore(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<Learner>, Error> {
    Ok(Json(Learner::restore(&app.store, id).await?))
}

/// A learner's own page.
#[utoipa::path(
    get, operation_id = "learner", path = "/api/learners/{id}", params(("id" = i64, Path, description = "Learner")),
    responses((status = 200, description = "Their knots, what is due, their log", body = LearnerView), NotThere)
)]
pub async fn get(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<LearnerView>, Error> {
    let learner = Learner::get(&app.store, id).await?;
    let course = Course::get(&app.store, learner.course_id).await?;
    let lessons = Lesson::list(&app.store, learner.course_id).await?;
    let tied = app.tied.of(&app.store, course.id).await?;
    let answers = LastAnswer::of_learner(&app.store, id).await?;
    work::aside(move || Ok(Json(view(learner, &course, &lessons, &tied, &answers, Utc::now())))).await
}

/// Logs a learner's own practice: their word, which proves nothing.
#[utoipa::path(
    post, operation_id = "log_own_try", path = "/api/learners/{id}/tries", params(("id" = i64, Path, description = "Learner")), request_body = Practised,
    responses((status = 201, description = "Logged", body = KeptTry), NotAnswered)
)]
pub async fn log_own(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(input): Body<Practised>,
) -> Result<(StatusCode, Json<KeptTry>), Error> {
    Learner::get(&app.store, id).await?;
    let input = input.by(id);
    Ok((StatusCode::CREATED, Json(KeptTry::add(&app.store, None, &input, Utc::now()).await?)))
}

/// A learner's times at a knot, and what they foretell.
#[utoipa::path(
    get, operation_id = "learning_curve", path = "/api/learners/{id}/curves/{knot}",
    params(("id" = i64, Path, description = "Learner"), ("knot" = String, Path, description = "Knot id")),
    responses((status = 200, description = "Times and curve", body = LearningCurve), NotThere)
)]
pub async fn curve(
    State(app): State<App>,
    Path((id, knot)): Path<(i64, String)>,
) -> Result<Json<LearningCurve>, Error> {
    let learner = Learner::get(&app.store, id).await?;
    if catalogue().find(&knot).is_none() {
        return Err(Error::Missing("knot"));
    }
    let course = Course::get(&app.store, learner.course_id).await?;
    let tied = app.tied.of(&app.store, course.id).await?.at(id, &knot).cloned().unwrap_or_default();
    Ok(Json(curve_of(&knot, &standing_at(&course, &knot, tied, Utc::now()), course.standard_of(&knot).within_s)))
}

/// What a learner is to tie again, as a calendar with a reminder a day; what is overdue is for today.
#[utoipa::path(
    get, operation_id = "practice_reminders", path = "/api/learners/{id}/reminders.ics", params(("id" = i64, Path, description = "Learner")),
    responses((status = 200, description = "iCalendar (RFC 5545)", body = String, content_type = "text/calendar"), NotThere)
)]
pub async fn reminders(State(app): State<App>, Path(id): Path<i64>) -> Result<Response, Error> {
    let learner = Learner::get(&app.store, id).await?;
    let course = Course::get(&app.store, learner.course_id).await?;
    let (tied, now) = (app.tied.of(&app.store, course.id).await?, Utc::now());
    let knots = tied.learner(id).map(|knots| standings_of(&course, knots, now)).unwrap_or_default();
    let due = knots.iter().filter_map(|(knot, at)| {
        let due = at.due?;
        Some(Practice { on: due.on.max(now.date_naive()), name: called(knot), times: due.times })
    });
    let text = of_practice(&course, id, &due.collect::<Vec<_>>());
    Ok(([(header::CONTENT_TYPE, "text/calendar; charset=utf-8")], text).into_response())
}

/// A learner's whole record as JSON.
#[utoipa::path(
    get, operation_id = "learner_record", path = "/api/learners/{id}/record.json", params(("id" = i64, Path, description = "Learner")),
    responses((status = 200, description = "Every try", body = Vec<KeptTry>), NotThere)
)]
pub async fn record_json(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<Vec<KeptTry>>, Error> {
    Learner::get(&app.store, id).await?;
    Ok(Json(KeptTry::of_learner(&app.store, id).await?))
}

/// A learner's whole record as CSV.
#[utoipa::path(
    get, operation_id = "learner_record_csv", path = "/api/learners/{id}/record.csv", params(("id" = i64, Path, description = "Learner")),
    responses((status = 200, description = "Every try, a row each", body = String, content_type = "text/csv"), NotThere)
)]
pub async fn record_csv(State(app): State<App>, Path(id): Path<i64>) -> Result<Response, Error> {
    let learner = Learner::get(&app.store, id).await?;
    let tries = KeptTry::of_learner(&app.store, id).await?;
    let text = crate::export::tries::csv_of(&[learner], &tries)?;
    Ok(([(header::CONTENT_TYPE, "text/csv; charset=utf-8")], text).into_response())
}

fn view(
    learner: Learner,
    course: &Course,
    lessons: &[Lesson],
    class: &TiedClass,
    answers: &[LastAnswer],
    now: DateTime<Utc>,
) -> LearnerView {
    let mut tied: TiedKnots = class.learner(learner.id).cloned().unwrap_or_default();
    for l in lessons.iter().flat_map(|l| &l.knots) {
        tied.entry((*l).to_owned()).or_default();
    }
    let log = log_of(&tied, course);
    let mut all: Vec<(At, LearnerKnot)> = tied
        .into_iter()
        .map(|(knot, tied)| {
            let at = standing_at(course, &knot, tied, now);
            let missed = missed(&knot, &at, answers);
            let told = LearnerKnot { missed, ..knot_of(&knot, &at, course, lessons) };
            (at, told)
        })
        .collect();
    let key = |k: &LearnerKnot| (k.holds == Holds::Coming, k.in_days.unwrap_or(i64::MAX), k.lesson, k.name.clone());
    all.sort_by_key(|(_, k)| key(k));
    let due = all.iter().find(|(at, k)| at.is_due() && k.holds != Holds::Coming).map(|(at, k)| due_now(at, k));
    let due = due.or_else(|| all.iter().find_map(|(_, k)| k.missed.map(|asked| again(k, asked))));
    let next = lessons.iter().find(|l| l.held_at.is_none());
    let begins = next.and_then(|l| Some((l.position, course.begins(l.position)?)));
    let soonest = all.iter().find(|(at, _)| at.in_days.is_some_and(|d| d > 0)).map(|(_, k)| k);
    let all_taut = soonest.map_or_else(
        || "Nothing tied yet: your knots hang here after the first lesson.".to_owned(),
        |k| format!("All taut. Next: {}, {}.", k.name.to_lowercase(), in_days(k.in_days.unwrap_or(1))),
    );
    LearnerView {
        learner,
        course_name: course.name.clone(),
        next_lesson: begins.map(|(n, at)| format!("lesson {n}, {}", at.strftime("%A %-d %B"))),
        due,
        all_taut,
        knots: all.into_iter().map(|(_, k)| k).collect(),
        log,
        standard: course.standard_says(),
    }
}

/// The last tries of all, newest first.
fn log_of(tied: &TiedKnots, course: &Course) -> Vec<LogLine> {
    let last = |(knot, at): (&String, &Arc<Tied>)| {
        let lines = at.logged().rev().take(TOLD).map(|(id, _, t)| LogLine {
            id,
            name: called(knot),
            at: t.at,
            says: logged(knot, t, course.standard_of(knot).within_s),
            right: t.right(),
            witnessed: t.witnessed,
        });
        lines.collect::<Vec<_>>()
    };
    let mut log: Vec<LogLine> = tied.iter().flat_map(last).collect();
    log.sort_by_key(|l| std::cmp::Reverse((l.at, l.id)));
    log.truncate(TOLD);
    log
}

/// A try in the log: how it came out, and what made it harder.
fn logged(knot: &str, t: &Try, limit_s: Option<f64>) -> String {
    let came = try_words(knot, t, limit_s);
    let under = t.under.iter().map(|c| c.words().to_owned());
    std::iter::once(came).chain(under).collect::<Vec<_>>().join(", ")
}

fn in_days(days: i64) -> String {
    match days {
        1 => "tomorrow".into(),
        d => format!("in {d} days"),
    }
}

/// How tightly a learner holds a knot.
pub fn holds(at: &At) -> Holds {
    match () {
        () if at.tries().is_empty() => Holds::Coming,
        () if at.standing.lapsed => Holds::Lapsed,
        () if at.standing.reached.is_none() => Holds::Partly,
        () if at.is_due() => Holds::Sags,
        () => Holds::Taut,
    }
}

fn knot_of(knot: &str, at: &At, course: &Course, lessons: &[Lesson]) -> LearnerKnot {
    let holds = holds(at);
    let lesson = lessons.iter().find(|l| l.knots.contains(&knot));
    let own = at.tries().last().is_some_and(|t| !t.witnessed);
    let seconds = at.tries().iter().rev().filter(|t| t.right()).find_map(|t| t.seconds).map(|s| format!("{s:.0} s"));
    let says = match (holds, at.in_days) {
        (Holds::Coming, _) => lesson.map_or_else(String::new, |l| {
            course
                .begins(l.position)
                .map_or_else(|| format!("lesson {}", l.position), |b| b.strftime("%-d %B").to_string())
        }),
        (_, Some(d)) if d < 0 => format!("due {} d", -d),
        (_, Some(0)) => "due today".to_owned(),
        (Holds::Partly, _) => format!("{} of {}", at.standing.run, at.standing.of),
        (Holds::Lapsed, _) => "lapsed".to_owned(),
        _ => seconds.unwrap_or_else(|| "can tie it".to_owned()),
    };
    let says = if own { format!("{says}, own log") } else { says };
    LearnerKnot {
        knot: knot.to_owned(),
        name: called(knot),
        holds,
        run: at.standing.run,
        of: at.standing.of,
        says,
        own,
        in_days: at.in_days,
        times: at.due.map_or(1, |d| d.times),
        missing: at.standing.missing.clone(),
        ways: catalogue().find(knot).map_or_else(Vec::new, |k| k.entry.way.iter().map(|w| w.name.clone()).collect()),
        way: catalogue().find(knot).and_then(|k| k.entry.taught_way()).map(str::to_owned),
        miscarries: miscarries(at.tries().iter()),
        lapses: at.standing.lapses.map(|l| l.format("%-d %B %Y").to_string()),
        lesson: lesson.map(|l| l.position),
        missed: None,
    }
}

/// What was asked last about a knot, where the answer was wrong and it was not tied right since.
fn missed(knot: &str, at: &At, answers: &[LastAnswer]) -> Option<&'static str> {
    let last = answers.iter().find(|a| a.knot == knot && !a.right)?;
    let tied_since = at.tries().iter().any(|t| t.right() && t.at > last.at);
    (!tied_since).then_some(last.asked)
}

/// What was missed comes back as practice.
fn again(k: &LearnerKnot, asked: &str) -> DueNow {
    let why = format!("A question about it was missed: \u{201c}{asked}\u{201d} Tie it once, and look at its moves.");
    DueNow { knot: k.knot.clone(), name: k.name.clone(), times: 1, why }
}

fn due_now(at: &At, k: &LearnerKnot) -> DueNow {
    let slack = match -at.in_days.unwrap_or(0) {
        0 => "Due today.".to_owned(),
        1 => "Slack since yesterday.".to_owned(),
        d => format!("Slack for {d} days."),
    };
    let last_wrong = at.tries().iter().rev().find(|t| !t.right());
    let last = last_wrong.map(|t| format!(" Last mistake: {}.", try_words(&k.knot, t, None))).unwrap_or_default();
    DueNow { knot: k.knot.clone(), name: k.name.clone(), times: k.times, why: format!("{slack}{last}") }
}

fn curve_of(knot: &str, at: &At, limit_s: Option<f64>) -> LearningCurve {
    let times: Vec<f64> = at.tries().iter().filter(|t| t.right()).filter_map(|t| t.seconds).collect();
    let curve = Curve::fit(&times);
    let until = curve.zip(limit_s).and_then(|(c, s)| c.until(s));
    let last = times.len() as u32 + until.map_or(5, |u| u.likely.min(30)) + 2;
    let drawn = curve.map_or_else(Vec::new, |c| {
        (1..=last)
            .map(|n| (f64::from(n), c.at(f64::from(n)), c.band(f64::from(n))))
            .map(|(n, s, [a, b])| [n, s, a, b])
            .collect()
    });
    let says = match (curve, until, limit_s) {
        (None, ..) => "Five timed right tries draw a curve.".to_owned(),
        (Some(_), Some(u), Some(limit)) if u.likely == 0 => format!("The curve is under {limit:.0} s already."),
        (Some(_), Some(u), Some(limit)) => {
            let most = u.most.map_or_else(|| "many more".to_owned(), |m| m.to_string());
            format!("About {} more until {limit:.0} s; an estimate, between {} and {most}.", u.likely, u.least)
        }
        (Some(c), ..) if c.exponent_band[0] <= 0.0 => "Times do not fall for certain yet.".to_owned(),
        _ => "The standard is farther than these times foretell.".to_owned(),
    };
    let stability = at.due.and_then(|d| d.stability_days);
    let forgetting = stability.map_or_else(Vec::new, |s| {
        (0..=FORGETTING_DAYS).map(|d| [f64::from(d), remembered_after(f64::from(d), s)]).collect()
    });
    LearningCurve { name: called(knot), times, curve, drawn, until, limit_s, says, forgetting }
}

//! Running a lesson: the board, what is shown to all, and the tries that are logged with a tap.

use super::class::{At, standing_at};
use super::knots::{MisstepWords, misstep_words};
use crate::error::{Error, NotAnswered, NotThere};
use crate::extract::{Body, Path, Query};
use crate::state::App;
use crate::store::{Course, Doing, Hand, KeptTry, Learner, Lesson, TryInput};
use crate::tied::{Tied, TiedClass};
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::http::StatusCode;
use chrono::{DateTime, Utc};
use serde::{Deserialize, Serialize};
use std::collections::{BTreeMap, HashMap};
use std::sync::Arc;
use umbet_core::knot::{Knot, catalogue};
use umbet_core::teach::review::{Of, Slip, how_many, minutes_taken, misstep, slips, to_show_again};
use umbet_core::teach::tries::{Came, Condition, Try};
use utoipa::{IntoParams, ToSchema};

/// Mistakes offered on the board besides Right and Other.
const OFFERED: usize = 3;

/// Which knot the board is for.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct BoardQuery {
    /// Id of a knot; the one being done, or the lesson's first, when absent.
    knot: Option<String>,
}

/// A learner on the board.
#[derive(Serialize, ToSchema)]
pub struct Tile {
    /// The learner.
    learner: i64,
    /// Their name.
    name: String,
    /// Left-handed.
    left: bool,
    /// Not there today.
    away: bool,
    /// Right in a row, up to what is asked.
    run: u32,
    /// Asked for.
    of: u32,
    /// The standard is reached and holds.
    reached: bool,
    /// It was reached and lapsed.
    lapsed: bool,
    /// Days for which it is due; none when it is not due.
    due_days: Option<i64>,
    /// The try logged last in this go.
    now: Option<TileTry>,
    /// What stands beneath the name.
    says: String,
    /// The last try of this lesson was a mistake.
    slipped: bool,
}

/// A try on a tile.
#[derive(Serialize, ToSchema)]
pub struct TileTry {
    /// Its number.
    id: i64,
    /// It was right.
    right: bool,
    /// In words: "Right, 11 s".
    says: String,
}

/// What the lesson should be told.
#[derive(Serialize, ToSchema)]
pub struct Insight {
    /// In a few words: "Four turned it the wrong way".
    title: String,
    /// Who, and what it makes.
    says: String,
    /// The move to show once more, from 1.
    step: usize,
}

/// A knot of the lesson.
#[derive(Serialize, ToSchema)]
pub struct BoardKnot {
    /// Its id.
    knot: &'static str,
    /// Its name.
    name: String,
}

/// A condition that can be logged.
#[derive(Serialize, ToSchema)]
pub struct ConditionWords {
    /// As it is sent.
    id: String,
    /// In words.
    words: &'static str,
}

/// The board of a lesson, for one knot.
#[derive(Serialize, ToSchema)]
pub struct Board {
    /// The lesson.
    lesson: i64,
    /// Its number in the course.
    number: i64,
    /// Number of its course.
    course: i64,
    /// Name of its course.
    course_name: String,
    /// It was held.
    held: bool,
    /// Its knots.
    knots: Vec<BoardKnot>,
    /// Ids of what is made of cord in it.
    made: Vec<&'static str>,
    /// The knot the board is for; none where the lesson has none.
    knot: Option<BoardKnot>,
    /// Moves of it, in a word each.
    moves: Vec<String>,
    /// The standard in a sentence.
    standard: String,
    /// Seconds allowed.
    limit_s: Option<f64>,
    /// What is being done.
    doing: Doing,
    /// The server's clock, which the lesson's is read against.
    now: DateTime<Utc>,
    /// Learners by name.
    tiles: Vec<Tile>,
    /// How many have a try in this go.
    logged: usize,
    /// How many are there.
    there: usize,
    /// Other ways of tying it, by name; a try may say which was used.
    ways: Vec<String>,
    /// Of these, the one that is shown; none where it is shown along the rope.
    way: Option<String>,
    /// The mistakes seen most in this class, then the knot's own.
    mistakes: Vec<MisstepWords>,
    /// What to tell the lesson.
    insight: Option<Insight>,
    /// The knot after this one.
    next: Option<BoardKnot>,
    /// Conditions.
    conditions: Vec<ConditionWords>,
    /// The try logged last, to be taken back.
    last: Option<TileTry>,
    /// Whose it was.
    last_name: Option<String>,
}

/// A try logged, with the learner's tile after it.
#[derive(Serialize, ToSchema)]
pub struct Logged {
    /// The try.
    #[serde(rename = "try")]
    tried: KeptTry,
    /// In words.
    says: String,
}

/// The board of a lesson.
#[utoipa::path(
    get, operation_id = "board", path = "/api/lessons/{id}/board", params(("id" = i64, Path, description = "Lesson"), BoardQuery),
    responses((status = 200, description = "The board", body = Board), NotThere)
)]
pub async fn board(
    State(app): State<App>,
    Path(id): Path<i64>,
    Query(q): Query<BoardQuery>,
) -> Result<Json<Board>, Error> {
    let lesson = Lesson::get(&app.store, id).await?;
    let course = Course::get(&app.store, lesson.course_id).await?;
    let learners = Learner::list(&app.store, lesson.course_id).await?;
    let asked = q.knot.or_else(|| lesson.doing.knot.clone());
    let knot = match asked {
        Some(id) => Some(catalogue().find(&id).ok_or(Error::Missing("knot"))?),
        None => lesson.knots.first().and_then(|id| catalogue().find(id)),
    };
    let tied = app.tied.of(&app.store, course.id).await?;
    work::aside(move || Ok(Json(board_of(&lesson, &course, &learners, knot, &tied, Utc::now())))).await
}

/// Logs a try in a lesson: it was seen. The same key again is the same try.
#[utoipa::path(
    post, operation_id = "log_try", path = "/api/lessons/{id}/tries", params(("id" = i64, Path, description = "Lesson")), request_body = TryInput,
    responses((status = 201, description = "Logged", body = Logged), NotAnswered)
)]
pub async fn log_try(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(input): Body<TryInput>,
) -> Result<(StatusCode, Json<Logged>), Error> {
    let lesson = Lesson::get(&app.store, id).await?;
    let learner = Learner::get(&app.store, input.learner).await?;
    if learner.course_id != lesson.course_id {
        return Err(Error::fault("learner", "This learner is not of this course."));
    }
    let tried = KeptTry::add(&app.store, Some(id), &input, Utc::now()).await?;
    let says = format!("{}: {}", learner.name, try_words(&tried.knot, &tried.tried, None));
    Ok((StatusCode::CREATED, Json(Logged { tried, says })))
}

/// Takes a try back.
#[utoipa::path(
    delete, operation_id = "take_back_try", path = "/api/tries/{id}", params(("id" = i64, Path, description = "Try")),
    responses((status = 204, description = "Taken back"), NotThere)
)]
pub async fn take_back(State(app): State<App>, Path(id): Path<i64>) -> Result<StatusCode, Error> {
    KeptTry::take_back(&app.store, id).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Brings a try back that was taken back.
#[utoipa::path(
    post, operation_id = "restore_try", path = "/api/tries/{id}/restore", params(("id" = i64, Path, description = "Try")),
    responses((status = 200, description = "Back", body = KeptTry), NotThere)
)]
pub async fn restore_try(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<KeptTry>, Error> {
    Ok(Json(KeptTry::restore(&app.store, id).await?))
}

/// What is being done in a lesson: the knot, the move shown, the clock.
#[utoipa::path(
    get, operation_id = "lesson_doing", path = "/api/lessons/{id}/doing", params(("id" = i64, Path, description = "Lesson")),
    responses((status = 200, description = "What is being done", body = Doing), NotThere)
)]
pub async fn doing(State(app): State<App>, Path(id): Path<i64>) -> Result<Json<Doing>, Error> {
    Ok(Json(Lesson::get(&app.store, id).await?.doing))
}

/// Says what is being done in a lesson. The last word counts.
#[utoipa::path(
    put, operation_id = "put_lesson_doing", path = "/api/lessons/{id}/doing", params(("id" = i64, Path, description = "Lesson")), request_body = Doing,
    responses((status = 200, description = "What is being done", body = Doing), NotAnswered)
)]
pub async fn put_doing(
    State(app): State<App>,
    Path(id): Path<i64>,
    Body(doing): Body<Doing>,
) -> Result<Json<Doing>, Error> {
    Ok(Json(Lesson::doing(&app.store, id, &doing).await?.doing))
}

/// The lesson was held: the minutes its knots took are reckoned from its tries.
#[utoipa::path(
    post, operation_id = "hold_lesson", path = "/api/lessons/{id}/held", params(("id" = i64, Path, description = "Lesson")),
    responses((status = 204, description = "Held"), NotThere)
)]
pub async fn hold(State(app): State<App>, Path(id): Path<i64>) -> Result<StatusCode, Error> {
    let lesson = Lesson::get(&app.store, id).await?;
    let mut taken = BTreeMap::new();
    let learners = Learner::list(&app.store, lesson.course_id).await?;
    let tied = app.tied.of(&app.store, lesson.course_id).await?;
    for knot in &lesson.knots {
        let at = learners.iter().filter_map(|l| tied.at(l.id, knot));
        let mut here: Vec<&Try> = at.flat_map(|at| at.of_lesson(id)).map(|(_, t)| t).collect();
        here.sort_by_key(|t| t.at);
        if let Some(minutes) = minutes_taken(&here) {
            taken.insert((*knot).to_owned(), minutes);
        }
    }
    Lesson::hold(&app.store, id, Some(Utc::now().to_rfc3339()), &taken).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// The lesson was not held after all.
#[utoipa::path(
    delete, operation_id = "unhold_lesson", path = "/api/lessons/{id}/held", params(("id" = i64, Path, description = "Lesson")),
    responses((status = 204, description = "Still to come"), NotThere)
)]
pub async fn unhold(State(app): State<App>, Path(id): Path<i64>) -> Result<StatusCode, Error> {
    Lesson::hold(&app.store, id, None, &BTreeMap::new()).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// A try in words: "right, 11 s", "right, 24 s, over the limit", "second turn reversed".
pub fn try_words(knot: &str, t: &Try, limit_s: Option<f64>) -> String {
    let seconds = t.seconds.map(|s| format!(", {s:.0} s")).unwrap_or_default();
    match &t.came {
        Came::Right => {
            let slow = limit_s.zip(t.seconds).is_some_and(|(most, s)| s > most);
            format!("right{seconds}{}", if slow { ", too slow" } else { "" })
        }
        Came::Wrong(None) => "wrong in another way".to_owned(),
        Came::Wrong(Some(id)) => slip_words(knot, id),
    }
}

/// A misstep in a few words.
pub fn slip_words(knot: &str, id: &str) -> String {
    let words = catalogue().find(knot).and_then(|k| Some(misstep_words(k, misstep(k, id)?)));
    words.map_or_else(|| "a mistake not listed any more".to_owned(), |w| w.done.to_lowercase())
}

fn board_knot(k: &'static Knot) -> BoardKnot {
    BoardKnot { knot: &k.id, name: k.entry.name.clone() }
}

fn board_of(
    lesson: &Lesson,
    course: &Course,
    learners: &[Learner],
    knot: Option<&'static Knot>,
    class: &TiedClass,
    now: DateTime<Utc>,
) -> Board {
    let go_at = lesson.doing.go_at;
    let standard = knot.map_or(&course.standard, |k| course.standard_of(&k.id));
    let limit = standard.within_s;
    let knot_id = knot.map_or("", |k| k.id.as_str());
    let names: HashMap<i64, &str> = learners.iter().map(|l| (l.id, l.name.as_str())).collect();
    let tied: Vec<(&Learner, Arc<Tied>)> =
        learners.iter().map(|l| (l, class.at(l.id, knot_id).cloned().unwrap_or_default())).collect();
    let here: Vec<(&Learner, i64, &Try)> =
        tied.iter().flat_map(|(l, tied)| tied.of_lesson(lesson.id).map(|(id, t)| (*l, id, t))).collect();
    let tile_try =
        |id: i64, t: &Try| TileTry { id, right: t.right(), says: crate::error::capital(&try_words(knot_id, t, limit)) };
    let last = here.iter().max_by_key(|(_, id, _)| id);
    let last_try = last.map(|(_, id, t)| tile_try(*id, t));
    let last_name = last.map(|(l, _, _)| l.name.clone());
    let seen = knot.map_or_else(Vec::new, |k| slips(k, &here.iter().map(|(l, _, t)| (l.id, *t)).collect::<Vec<Of>>()));
    let ever = knot.map_or_else(Vec::new, |k| {
        let all = tied.iter().flat_map(|(l, tied)| tied.tries().iter().map(|t| (l.id, t)));
        slips(k, &all.collect::<Vec<Of>>())
    });
    let insight = knot.and_then(|k| insight(k, to_show_again(&seen)?, &names));

    let tile_of = |(l, tied): &(&Learner, Arc<Tied>)| {
        let in_lesson = tied.of_lesson(lesson.id).next_back();
        let in_go = in_lesson.filter(|(_, t)| go_at.is_none_or(|go| t.at >= go)).map(|(id, t)| tile_try(id, t));
        let slip = in_lesson.filter(|(_, t)| !t.right()).map(|(_, t)| try_words(knot_id, t, limit));
        tile(l, &standing_at(course, knot_id, tied.clone(), now), in_go, slip, limit)
    };
    let tiles: Vec<Tile> = tied.iter().map(tile_of).collect();
    let place = knot.and_then(|k| lesson.knots.iter().position(|id| *id == k.id));
    let next = place.and_then(|p| lesson.knots.get(p + 1)).and_then(|id| catalogue().find(id));
    Board {
        lesson: lesson.id,
        number: lesson.position,
        course: course.id,
        course_name: course.name.clone(),
        held: lesson.held_at.is_some(),
        knots: lesson.knots.iter().filter_map(|id| catalogue().find(id)).map(board_knot).collect(),
        made: course.draft.projects_of(lesson.position as u32).iter().map(|p| p.id.as_str()).collect(),
        moves: knot.map_or_else(Vec::new, |k| k.entry.step.iter().map(|s| s.short.clone()).collect()),
        way: knot.and_then(|k| k.entry.taught_way()).map(str::to_owned),
        ways: knot.map_or_else(Vec::new, |k| k.entry.way.iter().map(|w| w.name.clone()).collect()),
        mistakes: knot.map_or_else(Vec::new, |k| offered(k, &ever)),
        knot: knot.map(board_knot),
        standard: standard.says(),
        limit_s: limit,
        doing: lesson.doing.clone(),
        now,
        logged: tiles.iter().filter(|t| t.now.is_some()).count(),
        there: tiles.iter().filter(|t| !t.away).count(),
        tiles,
        insight,
        next: next.map(board_knot),
        conditions: Condition::ALL.iter().map(|c| ConditionWords { id: c.id(), words: c.words() }).collect(),
        last: last_try,
        last_name,
    }
}

fn tile(l: &Learner, at: &At, now: Option<TileTry>, slip: Option<String>, limit_s: Option<f64>) -> Tile {
    let reached = at.standing.holds();
    let due_days = at.in_days.filter(|d| *d <= 0 && reached && now.is_none()).map(|d| -d);
    // A slow one does not add to the row: it is said to be slow, or the row would seem to have been forgotten.
    let seconds = at.seconds().map(|s| {
        let slow = limit_s.is_some_and(|most| s > most);
        format!("{s:.0} s{}", if slow { ", too slow" } else { "" })
    });
    let slipped = slip.is_some();
    let says = match (slip, due_days) {
        _ if l.away => "away today".to_owned(),
        (Some(slip), _) => slip,
        (None, Some(0)) => "due today".to_owned(),
        (None, Some(d)) => format!("due {d} d"),
        _ if at.standing.lapsed => "lapsed".to_owned(),
        _ if reached => seconds.unwrap_or_else(|| "can tie it".to_owned()),
        _ if at.tries().iter().all(|t| !t.witnessed) => "not yet tied".to_owned(),
        _ => {
            let run = format!("{} of {}", at.standing.run, at.standing.of);
            seconds.map_or(run.clone(), |s| format!("{run} · {s}"))
        }
    };
    Tile {
        learner: l.id,
        name: l.name.clone(),
        left: l.hand == Hand::Left,
        away: l.away,
        run: at.standing.run,
        of: at.standing.of,
        reached,
        lapsed: at.standing.lapsed,
        due_days,
        now,
        says,
        slipped,
    }
}

/// The mistakes seen most in this class, filled up with those the trade names, then with the rest in the order of the moves.
pub(super) fn offered(knot: &'static Knot, seen: &[Slip]) -> Vec<MisstepWords> {
    let all = umbet_core::topology::missteps(knot);
    let named = |id: &str| knot.entry.mistake.iter().any(|m| m.action.as_deref() == Some(id));
    let mut ids: Vec<&str> =
        seen.iter().filter_map(|s| s.misstep.as_deref()).filter(|id| misstep(knot, id).is_some()).collect();
    for pass in [true, false] {
        for m in all.iter().filter(|m| named(&m.id) == pass) {
            if !ids.contains(&m.id.as_str()) {
                ids.push(&m.id);
            }
        }
    }
    ids.into_iter().take(OFFERED).filter_map(|id| misstep(knot, id)).map(|m| misstep_words(knot, m)).collect()
}

fn insight(knot: &'static Knot, slip: &Slip, names: &HashMap<i64, &str>) -> Option<Insight> {
    let step = slip.step?;
    let words = misstep_words(knot, misstep(knot, slip.misstep.as_deref()?)?);
    let mut who: Vec<&str> = slip.who.iter().filter_map(|id| names.get(id).copied()).collect();
    who.sort_unstable();
    let short = knot.entry.step.get(step - 1).map_or_else(String::new, |s| s.short.to_lowercase());
    // "Plain turns: nothing locks them" is told as one clause; what has no name is told by the mistake alone.
    let makes = words.makes.to_lowercase().replace(": ", "; ");
    let makes = if words.named { format!(" It makes: {makes}.") } else { String::new() };
    Some(Insight {
        title: format!("{} slipped in move {step}, {short}", how_many(slip)),
        says: format!("{}: {}.{makes}", who.join(", "), words.done.to_lowercase()),
        step,
    })
}

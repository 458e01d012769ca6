//! The work of a lesson in its order: what was tied last time, each knot opened as the instructor's school opens it, and the
//! recap at the end.

use super::{CourseDraft, Made, Opening, PlannedLesson, RECAP, ROUND_ABOUT, Taught};
use crate::knot::{Knot, catalogue};
use crate::object::{Shape, object_kind};
use crate::project::project;
use crate::situation::Task;
use crate::teach::ready::drilled_on;
use crate::words::{listed, number, with_article};
use serde::{Deserialize, Serialize};

words! {
    /// What is done.
    LessonWork {
        /// Beginning.
        Begin => "begin",
        /// What was learnt before, from memory.
        Again => "again",
        /// A question put before anything is shown.
        Ask => "ask",
        /// Its name and parts.
        Name => "name",
        /// Shown.
        Show => "show",
        /// Tied move by move with the class.
        Guide => "guide",
        /// Drilled.
        Drill => "drill",
        /// Looked at, one by one.
        Test => "test",
        /// Something is made of cord.
        Make => "make",
        /// What it was about, at the end.
        Recap => "recap",
        /// Struck and put away.
        Strike => "strike",
    }
}

/// A step of a lesson's work.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WorkStep {
    /// What is done.
    pub doing: LessonWork,
    /// The knot, where it is about one.
    pub knot: Option<&'static str>,
    /// In a sentence.
    pub says: String,
    /// Minutes it takes; nothing where it is part of the step after it.
    pub minutes: Option<f64>,
}

/// Others that are asked about beside the right one.
const OTHERS: usize = 2;

/// What is done in a lesson of a course, step by step; `met` are the knots the class has met before it.
pub fn work_of(draft: &CourseDraft, lesson: &PlannedLesson, met: &[&'static str]) -> Vec<WorkStep> {
    if lesson.knots.is_empty() && lesson.made.is_empty() {
        return Vec::new();
    }
    let mut met: Vec<&'static str> = met.to_vec();
    let half = Some(ROUND_ABOUT / 2.0);
    let begin = match met.as_slice() {
        [] => "Cord out, one to each; its parts by name: standing part, working end, bight.",
        _ => "Cord out, one to each; last time’s names called out.",
    };
    let mut all = vec![step(LessonWork::Begin, None, begin, half)];
    for taught in &lesson.knots {
        let Some(knot) = catalogue().find(taught.knot) else { continue };
        all.extend(if taught.again { again(taught, knot) } else { new(draft, taught, knot, &met) });
        met.push(taught.knot);
    }
    all.extend(lesson.made.iter().map(make));
    if !lesson.knots.is_empty() {
        all.push(recap(lesson));
    }
    all.push(step(LessonWork::Strike, None, "Everything untied, cord hanked and counted.", half));
    all
}

fn step(doing: LessonWork, knot: Option<&'static str>, says: impl Into<String>, minutes: Option<f64>) -> WorkStep {
    WorkStep { doing, knot, says: says.into(), minutes }
}

fn again(taught: &Taught, knot: &Knot) -> Vec<WorkStep> {
    let minutes = Some(taught.total);
    vec![step(
        LessonWork::Again,
        Some(taught.knot),
        format!("{}, from memory, and looked at.", knot.entry.name),
        minutes,
    )]
}

fn new(draft: &CourseDraft, taught: &Taught, knot: &'static Knot, met: &[&'static str]) -> Vec<WorkStep> {
    let id = Some(taught.knot);
    let m = &taught.minutes;
    let name = knot.entry.one();
    let ask = step(LessonWork::Ask, id, question(knot, met), None);
    let name =
        step(LessonWork::Name, id, format!("It is called {name}: its parts by name, on the finished knot."), None);
    let opening = match draft.opening {
        Opening::Use => [ask, name],
        Opening::Name => [name, ask],
    };
    let times = number(draft.times());
    let on = drilled_on(knot).map_or_else(|| "in the rope alone".to_owned(), |s| format!("on {}", object(s)));
    let show = "Shown twice, slowly, then turned over; then the wrong one, without saying so.";
    opening
        .into_iter()
        .chain([
            step(LessonWork::Show, id, show, Some(m.shown)),
            step(
                LessonWork::Guide,
                id,
                format!("Tied together, {} moves.", number(knot.entry.hands.moves)),
                Some(m.guided),
            ),
            step(LessonWork::Drill, id, format!("Drilled {on}, {times} times."), Some(m.drilled)),
            step(LessonWork::Test, id, "Each one tied once while it is looked at, and untied.", Some(m.tested)),
        ])
        .collect()
}

/// What the class is asked before the knot is shown: a use of it, and what they know that might do.
fn question(knot: &'static Knot, met: &[&'static str]) -> String {
    let task = knot.entry.tasks.first().copied();
    let does = |k: &&'static Knot| task.is_some_and(|t| k.entry.tasks.contains(&t));
    let known: Vec<String> = met
        .iter()
        .filter_map(|id| catalogue().find(id))
        .filter(does)
        .map(|k| format!("the {}", k.entry.said()))
        .collect();
    let use_of = use_of(knot, task);
    let last = &known[known.len().saturating_sub(OTHERS)..];
    match last {
        [] => format!("Hold up the thing itself: {use_of}. Which knot would you use? Let them try what they know."),
        some => format!(
            "Hold up the thing itself: {use_of}. Which would you use: {}, or another? Let it be tried.",
            listed(some)
        ),
    }
}

fn use_of(knot: &Knot, task: Option<Task>) -> String {
    let Some(task) = task else { return "a cord with nothing on it".to_owned() };
    let on = drilled_on(knot).map(object);
    match (task, on) {
        (Task::Join, _) => "two cords that are to be one".to_owned(),
        (Task::MidLoop | Task::Stow | Task::OwnLoop, _) | (_, None) => format!("a cord that {}", task.words()),
        (_, Some(object)) => format!("a cord that {} {object}", task.words()),
    }
}

/// An object with its article.
fn object(shape: Shape) -> String {
    let name = &object_kind(shape).name;
    if name.starts_with("a ") || name.starts_with("an ") { name.clone() } else { with_article(name) }
}

/// Something made of cord: begun together, then each at their own, looked at for what it teaches.
fn make(made: &Made) -> WorkStep {
    let teaches = project(made.project).and_then(|p| p.lessons.first()).map_or("", String::as_str);
    let says = format!("Made of cord: {}. Begun together, then each at their own. {teaches}", made.name.to_lowercase());
    step(LessonWork::Make, None, says, Some(made.minutes))
}

/// At the end: which would you use, and tied from memory.
fn recap(lesson: &PlannedLesson) -> WorkStep {
    let names: Vec<String> =
        lesson.knots.iter().filter_map(|t| catalogue().find(t.knot)).map(|k| k.entry.said()).collect();
    let says = match names.as_slice() {
        [one] => format!("Recap: when would you use the {one}, and when not? Each ties it once, from memory."),
        _ => format!("Recap: call out a use; each ties which of {} is wanted, from memory.", listed(&names)),
    };
    step(LessonWork::Recap, None, says, Some(RECAP))
}

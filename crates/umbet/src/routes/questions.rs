//! Questions to practise by, of every kind: asked from a seed, drawn, marked, and the score kept.

use super::figures::svg_answer;
use crate::error::{Error, NotAnswered, NotThere, Problem};
use crate::extract::{Body, Path, Person, Query};
use crate::state::App;
use crate::store::{KindScore, Learner, Lesson};
use crate::work;
use axum::Json;
use axum::extract::State;
use axum::response::Response;
use chrono::Utc;
use serde::{Deserialize, Serialize};
use umbet_core::knot::{Knot, catalogue};
use umbet_core::teach::question::{Kind, Question, question};
use utoipa::{IntoParams, ToSchema};

/// Whose questions.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct QuestionQuery {
    /// A learner: then they are about the knots of the course alone; about any when absent.
    learner: Option<i64>,
}

/// What is asked of a question's picture.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct PictureQuery {
    /// A learner: then they are about the knots of the course alone; about any when absent.
    learner: Option<i64>,
    /// Width of the drawing in pixels.
    #[param(minimum = 60, maximum = 2000)]
    width: Option<f64>,
    /// Height of the drawing in pixels.
    #[param(minimum = 60, maximum = 2000)]
    height: Option<f64>,
}

/// A kind of question, and how it goes.
#[derive(Serialize, ToSchema)]
pub struct QuestionKind {
    /// Which.
    kind: Kind,
    /// In words.
    says: &'static str,
    /// Answered so far.
    asked: i64,
    /// Right of them.
    right: i64,
}

/// An answer to choose, or to put in its place.
#[derive(Serialize, ToSchema)]
pub struct AnswerOffered {
    /// In words; empty where its picture is all.
    says: String,
    /// The number of its picture, where it has one.
    picture: Option<usize>,
}

/// A question without its answer.
#[derive(Serialize, ToSchema)]
pub struct QuestionAsked {
    /// In a sentence.
    asks: String,
    /// The situation it is asked of; empty where there is none.
    given: String,
    /// The number of the picture shown with it, where there is one.
    picture: Option<usize>,
    /// How that picture is seen, in words.
    seen: Option<String>,
    /// The answers.
    answers: Vec<AnswerOffered>,
    /// They are to be put in order.
    ordered: bool,
}

/// An answer.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct GivenAnswer {
    /// A learner: then it is theirs, and what is missed comes back as practice.
    #[serde(default)]
    learner: Option<i64>,
    /// Which of the answers, from 0; all of them where they are put in order.
    #[schema(min_items = 1, max_items = 12)]
    chosen: Vec<usize>,
}

/// An answer marked.
#[derive(Serialize, ToSchema)]
pub struct AnswerMarked {
    /// It was right.
    right: bool,
    /// Which would have been.
    answer: Vec<usize>,
    /// What is said of the right one.
    says: String,
    /// Why the one chosen is not; empty where it is, or where nothing is to be said of it.
    because: String,
    /// The knot it was about.
    knot: String,
    /// Its name.
    name: String,
}

/// The knots questions may be about: of a learner's course, or all.
async fn about(app: &App, learner: Option<i64>) -> Result<Vec<&'static Knot>, Error> {
    let Some(learner) = learner else { return Ok(catalogue().taught().collect()) };
    let learner = Learner::get(&app.store, learner).await?;
    let lessons = Lesson::list(&app.store, learner.course_id).await?;
    let mut ids: Vec<&str> = lessons.iter().flat_map(|l| l.knots.iter().copied()).collect();
    ids.sort_unstable();
    ids.dedup();
    Ok(ids.into_iter().filter_map(|id| catalogue().find(id)).collect())
}

async fn asked(app: &App, person: &Person, kind: Kind, seed: u32, learner: Option<i64>) -> Result<Question, Error> {
    let (about, reader) = (about(app, learner).await?, person.reader());
    // Missteps and answers are worked out when they are first asked for.
    let made = move || question(kind, u64::from(seed), &about, &reader).ok_or(Error::Missing("question of this kind"));
    work::aside(made).await
}

/// Kinds of question, and how it goes with each.
#[utoipa::path(
    get, operation_id = "question_kinds", path = "/api/questions", params(QuestionQuery),
    responses((status = 200, description = "Kinds of question", body = Vec<QuestionKind>), NotThere)
)]
pub async fn kinds(State(app): State<App>, Query(q): Query<QuestionQuery>) -> Result<Json<Vec<QuestionKind>>, Error> {
    if let Some(id) = q.learner {
        Learner::get(&app.store, id).await?;
    }
    let score = KindScore::list(&app.store, q.learner).await?;
    let told = |kind: &Kind| {
        let of = score.iter().find(|s| s.kind == kind.id());
        let (asked, right) = of.map_or((0, 0), |s| (s.asked, s.right));
        QuestionKind { kind: *kind, says: kind.words(), asked, right }
    };
    Ok(Json(Kind::ALL.iter().map(told).collect()))
}

/// The question of a kind and a seed.
#[utoipa::path(
    get, operation_id = "question", path = "/api/questions/{kind}/{seed}",
    params(("kind" = Kind, Path, description = "Kind"), ("seed" = i64, Path, minimum = 0, maximum = 4294967295_u32, description = "Any number"), QuestionQuery),
    responses((status = 200, description = "The question", body = QuestionAsked), NotThere)
)]
pub async fn ask(
    State(app): State<App>,
    person: Person,
    Path((kind, seed)): Path<(Kind, u32)>,
    Query(q): Query<QuestionQuery>,
) -> Result<Json<QuestionAsked>, Error> {
    let asked = asked(&app, &person, kind, seed, q.learner).await?;
    let mut pictures = 0..;
    let mut number = |there: bool| if there { pictures.next() } else { None };
    Ok(Json(QuestionAsked {
        picture: number(asked.picture.is_some()),
        answers: asked
            .offered
            .iter()
            .map(|o| AnswerOffered { says: o.says.clone(), picture: number(o.picture.is_some()) })
            .collect(),
        seen: asked.pictures().first().map(|p| {
            let hand = if p.mirrored { "Left-handed" } else { "Right-handed" };
            format!("{hand}, from {}", if p.behind { "behind" } else { "the front" })
        }),
        ordered: asked.ordered(),
        given: asked.given,
        asks: asked.asks,
    }))
}

/// One of its pictures, which does not say what it is.
#[utoipa::path(
    get, operation_id = "question_picture", path = "/api/questions/{kind}/{seed}/pictures/{picture}",
    params(("kind" = Kind, Path, description = "Kind"), ("seed" = i64, Path, minimum = 0, maximum = 4294967295_u32, description = "Any number"), ("picture" = i64, Path, minimum = 0, maximum = 12, description = "Number of the picture"), PictureQuery),
    responses((status = 200, description = "The drawing", body = String, content_type = "image/svg+xml"), (status = 400, description = "Cannot be read", body = Problem), (status = 404, description = "No such question or picture", body = Problem), (status = 422, description = "A value is out of reason", body = Problem))
)]
pub async fn picture(
    State(app): State<App>,
    person: Person,
    Path((kind, seed, n)): Path<(Kind, u32, usize)>,
    Query(q): Query<PictureQuery>,
) -> Result<Response, Error> {
    let size =
        [("width", q.width, 640.0), ("height", q.height, 480.0)].map(|(name, v, usual)| match v.unwrap_or(usual) {
            v if (60.0..=2000.0).contains(&v) => Ok(v),
            _ => Err(Error::fault(name, format!("Give {name} between 60 and 2000."))),
        });
    let [width, height] = size;
    let asked = asked(&app, &person, kind, seed, q.learner).await?;
    let picture = asked.pictures().get(n).copied().ok_or(Error::Missing("picture of this question"))?;
    let alt = format!("A tie, drawing {}", n + 1);
    let scene = picture.drawn([width?, height?], alt).map_err(|e| Error::fault("seed", e.to_string()))?;
    Ok(svg_answer(&scene, false))
}

/// Marks an answer and keeps it in the score.
#[utoipa::path(
    post, operation_id = "answer_question", path = "/api/questions/{kind}/{seed}",
    params(("kind" = Kind, Path, description = "Kind"), ("seed" = i64, Path, minimum = 0, maximum = 4294967295_u32, description = "The question's number")), request_body = GivenAnswer,
    responses((status = 200, description = "Marked", body = AnswerMarked), NotAnswered)
)]
pub async fn answer(
    State(app): State<App>,
    person: Person,
    Path((kind, seed)): Path<(Kind, u32)>,
    Body(given): Body<GivenAnswer>,
) -> Result<Json<AnswerMarked>, Error> {
    let asked = asked(&app, &person, kind, seed, given.learner).await?;
    let marked = asked.marked(&given.chosen).ok_or_else(|| {
        let how = if asked.ordered() { "Put all of the answers in order" } else { "Choose one of the answers" };
        Error::fault("chosen", format!("{how}: there are {}, from 0.", asked.offered.len()))
    })?;
    let knot = &asked.knot.id;
    KindScore::add(&app.store, given.learner, (kind, seed), knot, marked.right, Utc::now()).await?;
    Ok(Json(AnswerMarked {
        right: marked.right,
        because: marked.because,
        answer: asked.right,
        says: asked.says,
        knot: knot.clone(),
        name: asked.knot.entry.name.clone(),
    }))
}

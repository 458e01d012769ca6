//! Things made of cord: what there is to make, and what one of a wanted size takes for a class.

use super::cutting::{CuttingQuery, cut_from_kit};
use super::pieces::typed;
use crate::error::{Error, NotThere, Problem};
use crate::extract::{Path, Person, Query};
use crate::state::App;
use axum::Json;
use axum::extract::State;
use serde::{Deserialize, Serialize};
use umbet_core::cord::{Cord, cord};
use umbet_core::cutting::{CuttingPlan, Line};
use umbet_core::draw::to_svg;
use umbet_core::knot::catalogue;
use umbet_core::project::{Project, ProjectPlan, USUAL_CORD, Wanted, project, projects};
use umbet_core::units::{Quantity, Reader};
use utoipa::{IntoParams, ToSchema};

/// Something that is made of cord.
#[derive(Serialize, ToSchema)]
pub struct ProjectShort {
    /// Id.
    id: String,
    /// Name.
    name: String,
    /// What it is good for, and what it teaches.
    about: String,
    /// A bar drawn up, or the knot the rest is made of.
    svg: Option<String>,
}

/// A knot it is made of.
#[derive(Serialize, ToSchema)]
pub struct ProjectKnot {
    /// Id.
    id: String,
    /// Name.
    name: String,
}

/// A size of it, in the reader's unit.
#[derive(Serialize, ToSchema)]
pub struct ProjectSize {
    /// What it is.
    what: String,
    /// As it is typed.
    value: String,
}

/// One of a wanted size, in a given cord, for a class.
#[derive(Serialize, ToSchema)]
pub struct ProjectView {
    /// What it is.
    #[serde(flatten)]
    short: ProjectShort,
    /// Knots it is made of.
    knots: Vec<ProjectKnot>,
    /// How it is made, move by move.
    moves: Vec<String>,
    /// What it teaches on the way.
    lessons: Vec<String>,
    /// Its sizes.
    sizes: Vec<ProjectSize>,
    /// It gives its cord back in one go.
    in_one_go: bool,
    /// What one takes.
    plan: ProjectPlan,
}

/// One of which size, in which cord.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct ProjectQuery {
    /// Id of the cord; parachute cord when absent.
    kind: Option<String>,
    /// Its first size, alone in the reader's own unit or with its unit, as in `20 cm`; its usual one when absent.
    #[param(max_length = 40)]
    size_0: Option<String>,
    /// Its second size.
    #[param(max_length = 40)]
    size_1: Option<String>,
    /// Its third size.
    #[param(max_length = 40)]
    size_2: Option<String>,
}

/// The same for so many, cut from the kit.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct ProjectCuttingQuery {
    /// Id of the cord; parachute cord when absent.
    kind: Option<String>,
    /// Its first size.
    #[param(max_length = 40)]
    size_0: Option<String>,
    /// Its second size.
    #[param(max_length = 40)]
    size_1: Option<String>,
    /// Its third size.
    #[param(max_length = 40)]
    size_2: Option<String>,
    /// For so many learners; one when absent.
    #[param(minimum = 1, maximum = 60)]
    learners: Option<usize>,
    /// Length of a spool, metres.
    #[param(minimum = 5, maximum = 500)]
    spool_m: Option<f64>,
    /// Only of what lies in this bag, or on this hook; of the whole kit when absent.
    #[param(max_length = 80)]
    bag: Option<String>,
    /// Lines longer than anything there is are joined of parts.
    #[serde(default)]
    #[param(required = false)]
    join: bool,
}

/// Most learners one project is cut for.
const LEARNERS: usize = 60;

/// As it looks in that size.
fn short(p: &Project, wanted: &Wanted) -> ProjectShort {
    let svg = p.picture(wanted).map(|scene| to_svg(&scene, None));
    ProjectShort { id: p.id.clone(), name: p.name.clone(), about: p.about.clone(), svg }
}

/// What there is to make.
#[utoipa::path(
    get, operation_id = "list_projects", path = "/api/projects",
    responses((status = 200, description = "The easiest first", body = Vec<ProjectShort>))
)]
pub async fn list() -> Json<Vec<ProjectShort>> {
    Json(projects().iter().map(|p| short(p, &p.usually())).collect())
}

/// The project, its cord, and its sizes as they were typed.
fn asked(id: &str, q: &ProjectQuery, reader: &Reader) -> Result<(&'static Project, &'static Cord, Wanted), Error> {
    let p = project(id).ok_or(Error::Missing("project"))?;
    let kind = cord(q.kind.as_deref().unwrap_or(USUAL_CORD))
        .ok_or_else(|| Error::fault("kind", "No such cord. Take one of the list of cords."))?;
    let texts = [&q.size_0, &q.size_1, &q.size_2];
    let size = |(i, s): (usize, &umbet_core::project::Sized)| match texts.get(i).and_then(|t| t.as_deref()) {
        Some(text) => typed((&format!("size_{i}"), &s.what), text, (Quantity::Length, s.within_m), reader),
        None => Ok(s.usual_m),
    };
    if let Some(i) = (p.sizes.len()..texts.len()).find(|i| texts[*i].is_some()) {
        return Err(Error::fault(&format!("size_{i}"), format!("{} has no such size.", p.name)));
    }
    let sizes_m = p.sizes.iter().enumerate().map(size).collect::<Result<Vec<f64>, Error>>()?;
    let wanted = Wanted { sizes_m, diameter: kind.diameter };
    match p.unfit(&wanted, kind, reader) {
        Some(why) => Err(Error::fault("kind", why)),
        None => Ok((p, kind, wanted)),
    }
}

/// One of a wanted size, with what it takes.
#[utoipa::path(
    get, operation_id = "get_project", path = "/api/projects/{id}", params(("id" = String, Path, description = "Project"), ProjectQuery),
    responses((status = 200, description = "How it is made, and what one takes", body = ProjectView), (status = 400, description = "A value cannot be read", body = Problem), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn get(
    person: Person,
    Path(id): Path<String>,
    Query(q): Query<ProjectQuery>,
) -> Result<Json<ProjectView>, Error> {
    let reader = person.reader();
    let (p, kind, wanted) = asked(&id, &q, &reader)?;
    let sizes = p.sizes.iter().zip(&wanted.sizes_m);
    let knot = |id: &String| {
        let found = catalogue().find(id)?;
        Some(ProjectKnot { id: id.clone(), name: found.entry.name.clone() })
    };
    Ok(Json(ProjectView {
        short: short(p, &wanted),
        knots: p.knots.iter().filter_map(knot).collect(),
        moves: p.moves.clone(),
        lessons: p.lessons.clone(),
        sizes: sizes
            .map(|(s, m)| ProjectSize { what: s.what.clone(), value: Quantity::Length.with_unit(*m, &reader) })
            .collect(),
        in_one_go: p.in_one_go,
        plan: p.plan(&wanted, kind, &reader),
    }))
}

/// The same for a class, cut from the kit and from spools.
#[utoipa::path(
    get, operation_id = "project_cutting", path = "/api/projects/{id}/cutting", params(("id" = String, Path, description = "Project"), ProjectCuttingQuery),
    responses((status = 200, description = "Piece by piece", body = CuttingPlan), (status = 400, description = "A value cannot be read", body = Problem), (status = 422, description = "A value is out of reason", body = Problem), NotThere)
)]
pub async fn cutting(
    State(app): State<App>,
    person: Person,
    Path(id): Path<String>,
    Query(q): Query<ProjectCuttingQuery>,
) -> Result<Json<CuttingPlan>, Error> {
    let learners = q.learners.unwrap_or(1);
    if !(1..=LEARNERS).contains(&learners) {
        return Err(Error::fault("learners", format!("Learners: give between 1 and {LEARNERS}.")));
    }
    let sized = ProjectQuery { kind: q.kind, size_0: q.size_0, size_1: q.size_1, size_2: q.size_2 };
    let (p, kind, wanted) = asked(&id, &sized, &person.reader())?;
    let query = CuttingQuery { spool_m: q.spool_m, bag: q.bag, join: q.join };
    let lines = move |person: &Person| {
        let line = |c: umbet_core::project::ProjectCord| Line {
            name: if c.times > 1 { p.name.clone() } else { format!("{}, {}", p.name, c.name.to_lowercase()) },
            kind: kind.id.clone(),
            length_m: c.length_m,
            times: learners * c.times as usize,
            ..Line::default()
        };
        p.plan(&wanted, kind, &person.reader()).cords.into_iter().map(line).collect()
    };
    Ok(Json(cut_from_kit(&app, person, query, lines).await?))
}

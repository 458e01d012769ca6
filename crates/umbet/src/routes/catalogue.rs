//! What can be said in a situation: cords, surfaces, shapes, schools, sources.

use super::cutting::{SpoolSold, spools};
use super::pieces::LaidOut;
use crate::extract::Person;
use crate::store::cords::{ENDS, made_ends};
use axum::Json;
use serde::Serialize;
use std::collections::BTreeMap;
use umbet_core::choose::{Matter, matters};
use umbet_core::cord::{Construction, Stiffness, cords};
use umbet_core::knot::{Family, catalogue as knots};
use umbet_core::object::{object_kinds, surfaces};
use umbet_core::rig::LineWork;
use umbet_core::situation::{Draft, Shape, Task};
use umbet_core::source::{Source, sources};
use umbet_core::teach::tries::Condition;
use umbet_core::units::{Band, Quantity, Reader};
use utoipa::ToSchema;

/// A cord kind.
#[derive(Serialize, ToSchema)]
pub struct CordKind {
    /// Id.
    id: String,
    /// Name.
    name: String,
    /// Material.
    material: String,
    /// Construction.
    construction: Construction,
    /// Stiffness.
    stiffness: Stiffness,
    /// Thickness.
    diameter_mm: f64,
    /// Breaking strength when new, an estimate.
    strength_n: Band,
    /// The same in the reader's measures.
    strength_words: String,
    /// Stretch at a working pull.
    stretch_percent: f64,
    /// Friction on itself, an estimate.
    on_itself: Band,
    /// Source id of every field.
    sources: Vec<FieldSource>,
}

/// Where a field comes from.
#[derive(Serialize, ToSchema)]
pub struct FieldSource {
    /// The field.
    field: String,
    /// Source id.
    source: String,
}

/// A surface.
#[derive(Serialize, ToSchema)]
pub struct SurfaceKind {
    /// Id.
    id: String,
    /// Name.
    name: String,
    /// Friction, dry, an estimate.
    dry: Band,
    /// Friction, wet, an estimate.
    wet: Band,
    /// Source id.
    source: String,
}

/// A shape.
#[derive(Serialize, ToSchema)]
pub struct ShapeKind {
    /// The shape.
    shape: Shape,
    /// Name.
    name: String,
    /// A middling size.
    size_mm: f64,
    /// Least within reason.
    least_mm: f64,
    /// Most within reason.
    most_mm: f64,
    /// Its size matters.
    sized: bool,
}

/// A job to do, with its usual situation.
#[derive(Serialize, ToSchema)]
pub struct TaskKind {
    /// The task.
    task: Task,
    /// In words.
    words: String,
    /// What is done, as in "a knot for making fast".
    doing: String,
    /// The usual joint.
    usual: Draft,
}

/// What a line does.
#[derive(Serialize, ToSchema)]
pub struct WorkKind {
    /// The work.
    work: LineWork,
    /// In words.
    words: String,
}

/// A value that is chosen by its words.
#[derive(Serialize, ToSchema)]
pub struct WordsFor {
    /// As it is sent.
    id: String,
    /// In words.
    words: String,
}

impl WordsFor {
    fn new(id: impl Into<String>, words: impl Into<String>) -> Self {
        Self { id: id.into(), words: words.into() }
    }
}

/// A family of knots.
#[derive(Serialize, ToSchema)]
pub struct FamilyKind {
    /// The family.
    family: Family,
    /// The head of its list.
    head: String,
}

/// Units a reader types in.
#[derive(Serialize, ToSchema)]
pub struct UnitsTyped {
    /// Of cord.
    length: &'static str,
    /// Of what is measured across.
    thickness: &'static str,
    /// Of a pull.
    pull: &'static str,
}

/// Everything a situation can be made of.
#[derive(Serialize, ToSchema)]
pub struct CatalogueWords {
    /// Jobs.
    tasks: Vec<TaskKind>,
    /// Cords.
    cords: Vec<CordKind>,
    /// Surfaces.
    surfaces: Vec<SurfaceKind>,
    /// Shapes.
    shapes: Vec<ShapeKind>,
    /// Where practitioners differ.
    matters: Vec<Matter>,
    /// Where values come from.
    sources: Vec<Source>,
    /// Names of knots by their ids.
    names: BTreeMap<&'static str, &'static str>,
    /// What a line does.
    works: Vec<WorkKind>,
    /// Ids of knots that are made in an end and stay there.
    made_ends: Vec<&'static str>,
    /// Ids of knots that join two cords.
    bends: Vec<&'static str>,
    /// Spools as they are sold.
    spools: Vec<SpoolSold>,
    /// Families of knots, as they are listed.
    families: Vec<FamilyKind>,
    /// What makes tying harder than on the bench.
    conditions: Vec<WordsFor>,
    /// How ends are finished.
    ends: Vec<WordsFor>,
    /// How the kit is laid out.
    laid: Vec<WordsFor>,
    /// Units the reader types in.
    typed_in: UnitsTyped,
}

/// Cords, surfaces, shapes, schools and sources.
#[utoipa::path(get, path = "/api/catalogue", responses((status = 200, description = "What a situation can be made of", body = CatalogueWords)))]
pub async fn catalogue(person: Person) -> Json<CatalogueWords> {
    let reader = person.reader();
    Json(CatalogueWords {
        names: knots().knots().iter().map(|k| (k.id.as_str(), k.entry.name.as_str())).collect(),
        tasks: Task::ALL
            .iter()
            .map(|&task| TaskKind {
                task,
                words: task.words().into(),
                doing: task.doing().into(),
                usual: Draft::usual(task),
            })
            .collect(),
        cords: cords().iter().map(|c| cord_kind(c, &reader)).collect(),
        surfaces: surfaces()
            .iter()
            .map(|s| SurfaceKind {
                id: s.id.clone(),
                name: s.name.clone(),
                dry: s.dry,
                wet: s.wet,
                source: s.source.clone(),
            })
            .collect(),
        shapes: object_kinds()
            .iter()
            .map(|o| ShapeKind {
                shape: o.shape,
                name: o.name.clone(),
                size_mm: o.size_mm,
                least_mm: o.least_mm,
                most_mm: o.most_mm,
                sized: o.sized,
            })
            .collect(),
        matters: matters().to_vec(),
        sources: sources().to_vec(),
        works: LineWork::ALL.iter().map(|&work| WorkKind { work, words: work.words().into() }).collect(),
        made_ends: made_ends().map(|k| k.id.as_str()).collect(),
        spools: spools(&reader),
        families: Family::ALL.map(|f| FamilyKind { family: f, head: f.head().into() }).into(),
        conditions: Condition::ALL.iter().map(|c| WordsFor::new(c.id(), c.words())).collect(),
        ends: ENDS.iter().map(|&e| WordsFor::new(e, if e.is_empty() { "nobody looked" } else { e })).collect(),
        laid: LaidOut::ALL.map(|(id, words)| WordsFor::new(id, words)).into(),
        typed_in: UnitsTyped {
            length: Quantity::Length.unit(&reader).1,
            thickness: Quantity::Thickness.unit(&reader).1,
            pull: Quantity::Pull.unit(&reader).1,
        },
        bends: knots().knots().iter().filter(|k| k.entry.family == Family::Bend).map(|k| k.id.as_str()).collect(),
    })
}

fn cord_kind(c: &umbet_core::cord::Cord, reader: &Reader) -> CordKind {
    CordKind {
        id: c.id.clone(),
        name: c.name.clone(),
        material: c.material.clone(),
        construction: c.construction,
        stiffness: c.stiffness,
        diameter_mm: c.diameter.mm(),
        strength_n: c.strength_n,
        strength_words: reader.forces(c.strength_n),
        stretch_percent: c.stretch_percent,
        on_itself: c.on_itself,
        sources: c
            .sources
            .iter()
            .map(|(field, source)| FieldSource { field: field.clone(), source: source.clone() })
            .collect(),
    }
}

//! What each part of the sentence can be changed to, each with the knot it would put first.

use super::{Verdict, choose};
use crate::cord::cords;
use crate::knot::Catalogue;
use crate::object::{Material, Shape, object_kind, surfaces};
use crate::situation::{
    Coat, Draft, Habits, HandsState, Manner, PEOPLE, Release, Situation, Stays, Task, Tension, Way, leaves_words,
    wetness,
};
use crate::units::{Force, Length, Reader};
use serde::Serialize;

/// One thing a part can be changed to.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OptionWords {
    /// How it reads.
    pub words: String,
    /// The draft with it.
    pub draft: Draft,
    /// It is what is said now.
    pub on: bool,
    /// The knot it would put first; absent where nothing fits.
    pub leads: Option<String>,
}

/// What a part can be changed to, each with the knot it would put first for a person with these habits.
pub fn options(draft: &Draft, part: &str, catalogue: &Catalogue, habits: &Habits, reader: &Reader) -> Vec<OptionWords> {
    let mut list = alternatives(draft, part, catalogue, reader);
    for o in &mut list {
        o.on = o.draft == *draft || o.on;
        o.leads = leader(&o.draft, catalogue, habits);
    }
    list
}

fn leader(draft: &Draft, catalogue: &Catalogue, habits: &Habits) -> Option<String> {
    let s = Situation::read_for(draft, habits).ok()?;
    let answer = choose(catalogue, &s, &Reader::default());
    answer.knots.first().filter(|k| k.verdict != Verdict::DoesNotFit).map(|k| k.name.clone())
}

fn alternatives(draft: &Draft, part: &str, catalogue: &Catalogue, reader: &Reader) -> Vec<OptionWords> {
    let read = Situation::read(draft).ok();
    let s = read.as_ref();
    let one = |words: &str, on: bool, change: &dyn Fn(&mut Draft)| {
        let mut d = draft.clone();
        change(&mut d);
        OptionWords { words: words.to_owned(), draft: d, on, leads: None }
    };
    match part {
        "task" => Task::ALL.iter().map(|&t| one(t.words(), draft.task == t, &|d| change_task(d, t))).collect(),
        "object" => shapes(draft, s, catalogue, reader),
        "surface" => surfaces()
            .iter()
            .filter(|m| s.is_none_or(|s| has_such_a_face(s.object.kind.shape, m) || s.object.material.id == m.id))
            .map(|m| one(&m.name, s.is_some_and(|s| s.object.material.id == m.id), &|d| d.surface = Some(m.id.clone())))
            .collect(),
        "cord" => kinds(draft, reader),
        "second" => cords()
            .iter()
            .map(|c| {
                let on = draft.second.as_ref().is_some_and(|x| x.kind == c.id);
                one(&c.said(c.diameter, reader), on, &|d| {
                    let mut second = d.second.clone().unwrap_or_else(|| d.cord.clone());
                    (second.kind, second.diameter_mm) = (c.id.clone(), None);
                    d.second = Some(second);
                })
            })
            .collect(),
        "wet" => states()
            .map(|(wet, worn, raw)| {
                let c = &draft.cord;
                let on = c.wet == wet && c.worn == worn && c.raw_end == raw;
                one(wetness(wet, worn, raw), on, &|d| {
                    for c in [Some(&mut d.cord), d.second.as_mut()].into_iter().flatten() {
                        (c.wet, c.worn, c.raw_end) = (wet, worn, raw);
                    }
                })
            })
            .collect(),
        "tension" => Tension::ALL
            .iter()
            .map(|&x| one(x.words(), s.is_some_and(|s| s.tension == x), &|d| d.tension = Some(x)))
            .collect(),
        "way" => Way::ALL
            .iter()
            .filter(|w| pulls_so(draft.task, **w))
            .map(|&w| one(w.words(), s.is_some_and(|s| s.way == w), &|d| d.way = Some(w)))
            .collect(),
        "manner" => Manner::ALL
            .iter()
            .map(|&m| one(m.words(), s.is_some_and(|s| s.manner == m), &|d| d.manner = Some(m)))
            .collect(),
        "force" => forces(draft, s, reader),
        "haul" => hauls(draft, s, reader),
        "stays" => Stays::ALL
            .iter()
            .map(|&x| one(x.words(), s.is_some_and(|s| s.stays == x), &|d| d.stays = Some(x)))
            .collect(),
        "off" => {
            Release::ALL.iter().map(|&x| one(x.words(), s.is_some_and(|s| s.off == x), &|d| d.off = Some(x))).collect()
        }
        "leaves" => [true, false]
            .iter()
            .map(|&x| one(leaves_words(x), draft.leaves_nothing == x, &|d| d.leaves_nothing = x))
            .collect(),
        "access" => [(true, "with an end"), (false, "in the bight")]
            .iter()
            .map(|&(x, w)| one(w, s.is_some_and(|s| s.end_free == x), &|d| d.end_free = Some(x)))
            .collect(),
        "hands" => HandsState::ALL
            .iter()
            .map(|&x| one(x.words(), s.is_some_and(|s| s.hands == x), &|d| d.hands = Some(x)))
            .collect(),
        "tight" => [(false, "slack"), (true, "tight")]
            .iter()
            .map(|&(x, w)| one(w, draft.tight == x, &|d| d.tight = x))
            .collect(),
        _ => Vec::new(),
    }
}

/// Middling pulls as they are felt, and the one load that is declined.
fn forces(draft: &Draft, s: Option<&Situation>, reader: &Reader) -> Vec<OptionWords> {
    let with = |words: String, on: bool, force_n: Option<f64>, people: bool| {
        let draft = Draft { force_n, people, ..draft.clone() };
        OptionWords { words, draft, on, leads: None }
    };
    let mut list: Vec<OptionWords> = [50.0, 150.0, 400.0, 900.0, 2000.0]
        .into_iter()
        .map(|n| {
            let on = s.is_some_and(|s| !s.people && (s.force.n() - n).abs() < 0.5);
            with(format!("about {}, {}", reader.force(Force::from_n(n)), felt(n)), on, Some(n), false)
        })
        .collect();
    list.push(with(PEOPLE.to_owned(), draft.people, draft.force_n, true));
    list
}

/// Cords of the list; and enough of it, where only so much was said to be there.
fn kinds(draft: &Draft, reader: &Reader) -> Vec<OptionWords> {
    let with = |words: String, on: bool, change: &dyn Fn(&mut Draft)| {
        let mut d = draft.clone();
        change(&mut d);
        OptionWords { words, draft: d, on, leads: None }
    };
    let kind = |c: &crate::cord::Cord| {
        with(c.said(c.diameter, reader), draft.cord.kind == c.id, &|d| {
            (d.cord.kind, d.cord.diameter_mm) = (c.id.clone(), None);
        })
    };
    let enough = draft.cord_m.map(|_| with("as much of it as it takes".into(), false, &|d| d.cord_m = None));
    enough.into_iter().chain(cords().iter().map(kind)).collect()
}

/// What one person hauls, as it is felt (common practice).
fn hauls(draft: &Draft, s: Option<&Situation>, reader: &Reader) -> Vec<OptionWords> {
    [(100.0, "an arm's pull"), (250.0, "a body's lean"), (400.0, "a heavy person's lean"), (600.0, "two people")]
        .into_iter()
        .map(|(n, felt)| OptionWords {
            words: format!("about {}, {felt}", reader.force(Force::from_n(n))),
            draft: Draft { haul_n: Some(n), ..draft.clone() },
            on: s.is_some_and(|s| (s.haul.n() - n).abs() < 0.5),
            leads: None,
        })
        .collect()
}

/// Ways a task's line can pull.
fn pulls_so(task: Task, way: Way) -> bool {
    match way {
        Way::Away | Way::Along => true,
        Way::EitherWay => !matches!(task, Task::EndLoop | Task::MidLoop | Task::Drag | Task::Hoist),
        Way::AlongLine | Way::BothParts => task == Task::MakeFast,
        Way::ThreeWays => task == Task::MidLoop,
    }
}

/// A thing of this shape can have this surface: no post is made of rope, no ring of bark.
fn has_such_a_face(shape: Shape, m: &Material) -> bool {
    use crate::object::Look;
    let hard = matches!(shape, Shape::Ring | Shape::Hook | Shape::Clip);
    m.look != Look::Rope && !(hard && m.look == Look::Bark) && (m.id != "canvas" || shape == Shape::Bundle)
}

/// Wet, worn, raw-ended, in every combination.
fn states() -> impl Iterator<Item = (bool, bool, bool)> {
    (0..8).map(|k| (k & 1 != 0, k & 2 != 0, k & 4 != 0))
}

/// A pull as it is felt (common practice).
fn felt(n: f64) -> &'static str {
    match n {
        n if n < 100.0 => "a light haul",
        n if n < 300.0 => "an arm's pull",
        n if n < 700.0 => "a body's lean",
        n if n < 1500.0 => "a person's weight",
        _ => "several people's haul",
    }
}

/// A new task brings its own usual object, pull and second cord.
fn change_task(d: &mut Draft, task: Task) {
    let usual = Draft::usual(task);
    let was = std::mem::replace(d, usual);
    (d.cord, d.knows, d.schools, d.hands, d.off) = (was.cord, was.knows, was.schools, was.hands, was.off);
}

/// Some knot for this task is tied to such a thing; others are not worth offering.
fn served(task: Task, shape: Shape, catalogue: &Catalogue) -> bool {
    match task {
        Task::Stop => matches!(shape, Shape::Hole | Shape::Ring | Shape::Eyelet),
        _ if shape == Shape::Hole => false,
        // What is dragged or hoisted is a thing, not a fitting.
        Task::Drag | Task::Hoist
            if matches!(shape, Shape::Peg | Shape::Hook | Shape::Clip | Shape::Eyelet | Shape::Eye) =>
        {
            false
        }
        _ => catalogue.knots().iter().any(|k| k.entry.tasks.contains(&task) && k.entry.shapes.contains(&shape)),
    }
}

fn shapes(draft: &Draft, s: Option<&Situation>, catalogue: &Catalogue, reader: &Reader) -> Vec<OptionWords> {
    let mut list: Vec<OptionWords> = Shape::ALL
        .iter()
        .filter(|&&shape| draft.shape == Some(shape) || served(draft.task, shape, catalogue))
        .map(|&shape| {
            let kind = object_kind(shape);
            let on = s.is_some_and(|s| s.object.kind.shape == shape);
            let mut d = draft.clone();
            if !on {
                (d.shape, d.size_mm, d.surface, d.open_end) = (Some(shape), None, None, None);
                (d.opening_mm, d.near_end) = (None, false);
            }
            let size = if kind.sized {
                format!(", {}", reader.diameter(Length::from_mm(kind.size_mm)))
            } else {
                String::new()
            };
            OptionWords { words: format!("{}{size}", kind.name), draft: d, on, leads: None }
        })
        .collect();
    if let Some(s) = s {
        let o = &s.object;
        let mut toggle = |words: &str, on: bool, change: &dyn Fn(&mut Draft)| {
            let mut d = draft.clone();
            change(&mut d);
            list.push(OptionWords { words: words.to_owned(), draft: d, on, leads: None });
        };
        let bar = o.kind.faced && o.kind.opening_mm.is_none() && draft.task != Task::Stop;
        if bar {
            toggle("with an open end to drop a loop over", o.open_end, &|d| {
                (d.open_end, d.near_end) = (Some(!o.open_end), d.near_end && !o.open_end);
            });
            toggle("near an end the hitch can run off", o.near_end, &|d| d.near_end = !o.near_end);
        }
        toggle("with an edge that cuts", o.sharp_edge, &|d| d.sharp_edge = !o.sharp_edge);
        toggle("overhead", s.overhead, &|d| d.overhead = !s.overhead);
        toggle("that moves: an animal, a boat, a branch", o.moves, &|d| d.moves = !o.moves);
        toggle("that it must not tighten on", o.must_not_close, &|d| d.must_not_close = !o.must_not_close);
        if o.kind.faced {
            for coat in [Coat::Mud, Coat::Ice] {
                let on = o.coat == coat;
                toggle(coat.words(), on, &|d| d.coat = (!on).then_some(coat));
            }
        }
    }
    list
}

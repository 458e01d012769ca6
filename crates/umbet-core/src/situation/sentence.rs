//! The situation said as a sentence, and what each of its parts can be changed to.
//!
//! The words live here once: the screen shows them as buttons, a sheet prints them, the API returns them.

use super::{Draft, HandsState, Manner, Off, Shape, Situation, Stays, Task, Way};
use crate::choose::{Verdict, choose};
use crate::cord::cords;
use crate::knot::Catalogue;
use crate::object::surfaces;
use crate::units::{Force, Reader};
use serde::Serialize;

/// A number that can be typed for a part.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NumberField {
    /// Field of the draft.
    pub field: String,
    /// What it is called.
    pub label: String,
    /// Its value now.
    pub value: f64,
    /// Least.
    pub least: f64,
    /// Most.
    pub most: f64,
    /// Unit of the field.
    pub unit: String,
}

/// A piece of the sentence: plain words, or a part that can be changed.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Fragment {
    /// The words.
    pub words: String,
    /// Id of the part, when it can be changed.
    pub part: Option<String>,
    /// What the part answers, for those who hear the page.
    pub label: Option<String>,
    /// A number that can be typed.
    pub number: Option<NumberField>,
}

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

/// Ids of the parts, in the order of the sentence.
pub const PART_IDS: &[&str] = &[
    "cord", "second", "wet", "task", "object", "surface", "access", "way", "manner", "force", "stays", "off", "leaves", "hands", "tight",
];

fn said(words: &str) -> Fragment {
    Fragment { words: words.to_owned(), part: None, label: None, number: None }
}

fn part(id: &str, label: &str, words: impl Into<String>) -> Fragment {
    Fragment { words: words.into(), part: Some(id.to_owned()), label: Some(label.to_owned()), number: None }
}

impl Fragment {
    fn with(mut self, field: &str, label: &str, value: f64, least: f64, most: f64, unit: &str) -> Self {
        self.number = Some(NumberField {
            field: field.to_owned(),
            label: label.to_owned(),
            value: (value * 10.0).round() / 10.0,
            least,
            most,
            unit: unit.to_owned(),
        });
        self
    }
}

/// Says a situation.
pub fn sentence(s: &Situation, reader: &Reader) -> Vec<Fragment> {
    let mut out = vec![said("A line of"), cord_part("cord", "cord.diameter_mm", &s.cord, reader)];
    out.push(part("wet", "state of the cord", wetness(s.cord.wet, s.cord.worn)));
    out.push(part("task", "what the knot does", s.task.words()));
    match &s.second {
        Some(second) => out.push(cord_part("second", "second.diameter_mm", second, reader)),
        None => out.extend(object_parts(s, reader)),
    }
    out.push(said(". It pulls"));
    if !matches!(s.task, Task::Join | Task::Stop | Task::Bind) {
        out.push(part("way", "which way it pulls", s.way.words()));
    }
    out.push(part("manner", "how it pulls", s.manner.words()));
    let force = part("force", "how hard it pulls", format!("about {}", reader.force(s.force)));
    out.push(force.with("force_n", "Pull", s.force.n(), 1.0, 50_000.0, "N"));
    out.push(part("stays", "how long it stays", s.stays.words()));
    out.push(said(", comes off"));
    out.push(part("off", "how it comes off", s.off.words()));
    out.push(said("and"));
    out.push(part("leaves", "what may stay in the line", leaves_words(s.leaves_nothing)));
    out.push(said(". Tied"));
    out.push(part("access", "end or bight", if s.end_free { "with an end" } else { "in the bight" }));
    out.push(said("in"));
    out.push(part("hands", "the hands that tie it", s.hands.words()));
    out.push(said(", the line"));
    out.push(part("tight", "tension while tying", if s.tight { "tight" } else { "slack" }));
    out.push(said("."));
    out
}

fn cord_part(id: &str, field: &str, c: &super::UsedCord, reader: &Reader) -> Fragment {
    let own = (c.diameter.mm() - c.kind.diameter.mm()).abs() < 0.05;
    let words = if own { c.kind.name.clone() } else { format!("{}, {} thick", c.kind.name, reader.diameter(c.diameter)) };
    let label = if id == "cord" { "the cord" } else { "the other cord" };
    part(id, label, words).with(field, "Measured thickness", c.diameter.mm(), 0.5, 60.0, "mm")
}

fn object_parts(s: &Situation, reader: &Reader) -> Vec<Fragment> {
    let kind = s.object.kind;
    let size = kind.sized.then(|| format!(", {}", reader.diameter(s.object.size))).unwrap_or_default();
    let mut words = format!("{}{size}", kind.name);
    if s.object.open_end && kind.sized {
        words.push_str(", open-ended");
    }
    if s.object.sharp_edge {
        words.push_str(", sharp-edged");
    }
    let mut object = part("object", "made fast to", words);
    if kind.sized {
        object = object.with("size_mm", "Thickness", s.object.size.mm(), kind.least_mm, kind.most_mm, "mm");
    }
    let mut out = Vec::new();
    if kind.sized {
        out.push(said("a"));
    }
    if kind.sized && s.task != Task::Stop {
        out.push(part("surface", "its surface", s.object.material.name.clone()));
    }
    out.push(object);
    out
}

fn wetness(wet: bool, worn: bool) -> &'static str {
    match (wet, worn) {
        (false, false) => "dry",
        (true, false) => "wet",
        (false, true) => "worn",
        (true, true) => "wet and worn",
    }
}

fn leaves_words(nothing: bool) -> &'static str {
    if nothing { "leaves nothing in the line" } else { "may leave a knot" }
}

/// What a part can be changed to, each with the knot it would put first.
pub fn options(draft: &Draft, part: &str, catalogue: &Catalogue, reader: &Reader) -> Vec<OptionWords> {
    let mut list = alternatives(draft, part, reader);
    for o in &mut list {
        o.on = o.draft == *draft || o.on;
        o.leads = leader(&o.draft, catalogue);
    }
    list
}

fn leader(draft: &Draft, catalogue: &Catalogue) -> Option<String> {
    let s = Situation::read(draft).ok()?;
    let answer = choose(catalogue, &s, &Reader::default());
    answer.knots.first().filter(|k| k.verdict != Verdict::LeftOnTheGround).map(|k| k.name.clone())
}

fn alternatives(draft: &Draft, part: &str, reader: &Reader) -> Vec<OptionWords> {
    let read = Situation::read(draft).ok();
    let s = read.as_ref();
    let one = |words: &str, on: bool, change: &dyn Fn(&mut Draft)| {
        let mut d = draft.clone();
        change(&mut d);
        OptionWords { words: words.to_owned(), draft: d, on, leads: None }
    };
    match part {
        "task" => Task::ALL.iter().map(|&t| one(t.words(), draft.task == t, &|d| change_task(d, t))).collect(),
        "object" => shapes(draft, s, reader),
        "surface" => surfaces()
            .iter()
            .map(|m| one(&m.name, s.is_some_and(|s| s.object.material.id == m.id), &|d| d.surface = Some(m.id.clone())))
            .collect(),
        "cord" => cords()
            .iter()
            .map(|c| one(&c.name, draft.cord.kind == c.id, &|d| (d.cord.kind, d.cord.diameter_mm) = (c.id.clone(), None)))
            .collect(),
        "second" => cords()
            .iter()
            .map(|c| {
                let on = draft.second.as_ref().is_some_and(|x| x.kind == c.id);
                one(&c.name, on, &|d| {
                    let mut second = d.second.clone().unwrap_or_else(|| d.cord.clone());
                    (second.kind, second.diameter_mm) = (c.id.clone(), None);
                    d.second = Some(second);
                })
            })
            .collect(),
        "wet" => [(false, false), (true, false), (false, true), (true, true)]
            .iter()
            .map(|&(wet, worn)| {
                one(wetness(wet, worn), draft.cord.wet == wet && draft.cord.worn == worn, &|d| {
                    (d.cord.wet, d.cord.worn) = (wet, worn);
                    if let Some(x) = &mut d.second {
                        (x.wet, x.worn) = (wet, worn);
                    }
                })
            })
            .collect(),
        "way" => Way::ALL.iter().map(|&w| one(w.words(), s.is_some_and(|s| s.way == w), &|d| d.way = Some(w))).collect(),
        "manner" => Manner::ALL.iter().map(|&m| one(m.words(), s.is_some_and(|s| s.manner == m), &|d| d.manner = Some(m))).collect(),
        "force" => [50.0, 150.0, 400.0, 900.0, 2000.0]
            .iter()
            .map(|&n| {
                let words = format!("about {}, {}", reader.force(Force::from_n(n)), felt(n));
                one(&words, s.is_some_and(|s| (s.force.n() - n).abs() < 0.5), &|d| d.force_n = Some(n))
            })
            .collect(),
        "stays" => Stays::ALL.iter().map(|&x| one(x.words(), s.is_some_and(|s| s.stays == x), &|d| d.stays = Some(x))).collect(),
        "off" => Off::ALL.iter().map(|&x| one(x.words(), s.is_some_and(|s| s.off == x), &|d| d.off = Some(x))).collect(),
        "leaves" => [true, false].iter().map(|&x| one(leaves_words(x), draft.leaves_nothing == x, &|d| d.leaves_nothing = x)).collect(),
        "access" => [(true, "with an end"), (false, "in the bight")]
            .iter()
            .map(|&(x, w)| one(w, s.is_some_and(|s| s.end_free == x), &|d| d.end_free = Some(x)))
            .collect(),
        "hands" => HandsState::ALL.iter().map(|&x| one(x.words(), s.is_some_and(|s| s.hands == x), &|d| d.hands = Some(x))).collect(),
        "tight" => [(false, "slack"), (true, "tight")].iter().map(|&(x, w)| one(w, draft.tight == x, &|d| d.tight = x)).collect(),
        _ => Vec::new(),
    }
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
    let kept = (d.cord.clone(), d.knows.clone(), d.schools.clone(), d.hands, d.off);
    *d = usual;
    (d.cord, d.knows, d.schools, d.hands, d.off) = kept;
}

fn shapes(draft: &Draft, s: Option<&Situation>, reader: &Reader) -> Vec<OptionWords> {
    let mut list: Vec<OptionWords> = Shape::ALL
        .iter()
        .map(|&shape| {
            let kind = crate::object::object_kind(shape);
            let on = s.is_some_and(|s| s.object.kind.shape == shape);
            let mut d = draft.clone();
            if !on {
                (d.shape, d.size_mm, d.surface, d.open_end) = (Some(shape), None, None, None);
            }
            let size = if kind.sized { format!(", {}", reader.diameter(crate::units::Length::from_mm(kind.size_mm))) } else { String::new() };
            OptionWords { words: format!("{}{size}", kind.name), draft: d, on, leads: None }
        })
        .collect();
    if let Some(s) = s {
        let mut toggle = |words: &str, on: bool, change: &dyn Fn(&mut Draft)| {
            let mut d = draft.clone();
            change(&mut d);
            list.push(OptionWords { words: words.to_owned(), draft: d, on, leads: None });
        };
        let open = s.object.open_end;
        toggle("with an open end to drop a loop over", open, &|d| d.open_end = Some(!open));
        let edge = s.object.sharp_edge;
        toggle("with an edge that cuts", edge, &|d| d.sharp_edge = !edge);
    }
    list
}

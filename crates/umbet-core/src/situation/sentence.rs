//! The situation said as a sentence whose parts can be changed.
//!
//! The words live here once: the screen shows them as buttons, a sheet prints them, the API returns them.

use super::{Situation, Task};
use crate::units::Reader;
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

/// Ids of the parts, in the order of the sentence.
pub const PART_IDS: &[&str] = &[
    "cord", "second", "wet", "task", "object", "surface", "access", "way", "manner", "force", "stays", "tension",
    "off", "leaves", "hands", "tight",
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
    out.push(part("wet", "state of the cord", wetness(s.cord.wet, s.cord.worn, s.cord.raw_end)));
    out.push(part("task", "what the knot does", s.task.words()));
    match &s.second {
        Some(second) => out.push(cord_part("second", "second.diameter_mm", second, reader)),
        None if s.task == Task::MidLoop => {}
        None => out.extend(object_parts(s, reader)),
    }
    out.push(said(". It pulls"));
    if !matches!(s.task, Task::Join | Task::Stop | Task::Bind) {
        out.push(part("way", "which way it pulls", s.way.words()));
    }
    out.push(part("manner", "how it pulls", s.manner.words()));
    let load = if s.people { PEOPLE.to_owned() } else { format!("about {}", reader.force(s.force)) };
    let force = part("force", "how hard it pulls", load);
    out.push(force.with("force_n", "Pull", s.force.n(), 1.0, 50_000.0, "N"));
    out.push(part("stays", "how long it stays", s.stays.words()));
    if lasting(s.task) {
        out.push(said(","));
        out.push(part("tension", "what its tension must do", s.tension.words()));
    }
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
    let words =
        if own { c.kind.name.clone() } else { format!("{}, {} thick", c.kind.name, reader.diameter(c.diameter)) };
    let label = if id == "cord" { "the cord" } else { "the other cord" };
    part(id, label, words).with(field, "Measured thickness", c.diameter.mm(), 0.5, 60.0, "mm")
}

fn object_parts(s: &Situation, reader: &Reader) -> Vec<Fragment> {
    let kind = s.object.kind;
    let size = if kind.sized { format!(", {}", reader.diameter(s.object.size)) } else { String::new() };
    let mut words = format!("{}{size}", kind.name);
    if s.object.open_end && kind.faced {
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
    if kind.faced {
        out.push(said("a"));
    }
    if kind.faced && s.task != Task::Stop {
        out.push(part("surface", "its surface", s.object.material.name.clone()));
    }
    out.push(object);
    out
}

/// A load this tool does not choose for.
pub(crate) const PEOPLE: &str = "with people on it or under it";

/// Tasks whose tension is looked after once it is set.
fn lasting(task: Task) -> bool {
    matches!(task, Task::MakeFast | Task::Guy)
}

pub(crate) fn wetness(wet: bool, worn: bool, raw_end: bool) -> &'static str {
    match (wet, worn, raw_end) {
        (false, false, false) => "dry",
        (true, false, false) => "wet",
        (false, true, false) => "worn",
        (true, true, false) => "wet and worn",
        (false, false, true) => "dry, its end raw",
        (true, false, true) => "wet, its end raw",
        (false, true, true) => "worn, its end raw",
        (true, true, true) => "wet and worn, its end raw",
    }
}

pub(crate) fn leaves_words(nothing: bool) -> &'static str {
    if nothing { "leaves nothing in the line" } else { "may leave a knot" }
}

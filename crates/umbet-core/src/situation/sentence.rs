//! The situation said as a sentence whose parts can be changed.
//!
//! The words live here once: the screen shows them as buttons, a sheet prints them, the API returns them.

use super::read::limits;
use super::{Coat, Draft, Fault, Release, Situation, Task, Tension, UsedCord};
use crate::units::{Force, Length, Reader, Typed};
use serde::Serialize;

/// A number that can be typed for a part, in the reader's own unit.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NumberField {
    /// Field of the draft.
    pub field: String,
    /// What it is called.
    pub label: String,
    /// Its value now.
    pub value: f64,
    /// Unit it is typed in.
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
    /// Numbers that can be typed.
    pub numbers: Vec<NumberField>,
}

/// Ids of the parts, in the order of the sentence.
pub const PART_IDS: &[&str] = &[
    "cord", "wet", "task", "second", "surface", "object", "way", "manner", "force", "stays", "tension", "haul", "off",
    "leaves", "access", "hands", "tight",
];

fn said(words: &str) -> Fragment {
    Fragment { words: words.to_owned(), part: None, label: None, numbers: Vec::new() }
}

fn part(id: &str, label: &str, words: impl Into<String>) -> Fragment {
    Fragment { words: words.into(), part: Some(id.to_owned()), label: Some(label.to_owned()), numbers: Vec::new() }
}

impl Fragment {
    fn with(mut self, field: &str, label: &str, typed: Typed, reader: &Reader) -> Self {
        let (value, unit) = reader.typed(typed);
        self.numbers.push(NumberField {
            field: field.to_owned(),
            label: label.to_owned(),
            value: three_figures(value),
            unit: unit.to_owned(),
        });
        self
    }
}

/// The whole sentence as plain text.
pub fn spoken(fragments: &[Fragment]) -> String {
    let mut text = String::new();
    for f in fragments.iter().filter(|f| !f.words.is_empty()) {
        if !text.is_empty() && !f.words.starts_with(['.', ',', ';']) {
            text.push(' ');
        }
        text.push_str(&f.words);
    }
    text
}

/// Puts a number typed by a reader, in that reader's unit, into its field of a draft.
///
/// # Errors
/// No field is called so, or the number is out of reason: with what would do, in the same unit.
pub fn typed(draft: &Draft, field: &str, value: f64, reader: &Reader) -> Result<Draft, Fault> {
    let fault = |says: String| Fault { field: field.chars().take(40).collect(), says };
    let Some([least, most]) = limits(draft, field) else {
        return Err(fault("No field is called so here. The sentence names those that can be typed.".into()));
    };
    let one = match field {
        "force_n" | "haul_n" => Typed::Pull(Force::from_n(1.0)),
        "cord_m" => Typed::Cord(Length::from_m(1.0)),
        _ => Typed::Thickness(Length::from_mm(1.0)),
    };
    let (per, unit) = reader.typed(one);
    // A conversion there and back must not leave dust.
    let own = (value / per * 1e6).round() / 1e6;
    if !(own.is_finite() && (least..=most).contains(&own)) {
        let (least, most) = (three_figures(least * per), three_figures(most * per));
        return Err(fault(format!("{value} {unit} is out of reason here: give {least} to {most} {unit}.")));
    }
    let mut d = draft.clone();
    match field {
        "cord.diameter_mm" => d.cord.diameter_mm = Some(own),
        "second.diameter_mm" => d.second.get_or_insert_with(|| draft.cord.clone()).diameter_mm = Some(own),
        "size_mm" => d.size_mm = Some(own),
        "opening_mm" => d.opening_mm = Some(own),
        "force_n" => d.force_n = Some(own),
        "haul_n" => d.haul_n = Some(own),
        _ => d.cord_m = Some(own),
    }
    Ok(d)
}

/// To three figures, as a person would write it.
fn three_figures(x: f64) -> f64 {
    if x == 0.0 {
        return x;
    }
    let step = 10f64.powf(x.abs().log10().floor() - 2.0);
    let rounded = (x / step).round() * step;
    (rounded * 1e6).round() / 1e6
}

/// Says a situation.
pub fn sentence(s: &Situation, reader: &Reader) -> Vec<Fragment> {
    let mut cord = cord_part("cord", "cord.diameter_mm", &s.cord, reader);
    if let Some(l) = s.cord_there_is {
        cord.words.push_str(&format!(", {} of it", reader.length(l)));
    }
    let there_is = s.cord_there_is.unwrap_or(Length::from_m(1.0));
    let cord = cord.with("cord_m", "If there is only so much", Typed::Cord(there_is), reader);
    let mut out = vec![said("A length of"), cord, said(",")];
    out.push(part("wet", "state of the cord", wetness(s.cord.wet, s.cord.worn, s.cord.raw_end)));
    out.push(said(","));
    out.push(part("task", "what the knot does", s.task.words()));
    match &s.second {
        Some(second) => out.push(cord_part("second", "second.diameter_mm", second, reader)),
        None if tied_to_nothing(s.task) => {}
        None => out.extend(object_parts(s, reader)),
    }
    out.extend(pull_parts(s, reader));
    if lasting(s.task) {
        out.push(said(". Its tension"));
        out.push(part("tension", "what its tension must do", s.tension.words()));
        if s.tension == Tension::Purchase {
            let haul = part("haul", "the pull of your hands", format!("from a pull of about {}", reader.force(s.haul)));
            out.push(haul.with("haul_n", "Your own pull", Typed::Pull(s.haul), reader));
        }
    }
    out.push(said(if s.off == Release::Never { ". It" } else { ". It comes off" }));
    out.push(part("off", "how it comes off", s.off.words()));
    if s.off != Release::Never || s.leaves_nothing {
        out.push(said(", and"));
        out.push(part("leaves", "what may stay in the line", leaves_words(s.leaves_nothing)));
    }
    out.extend(tying_parts(s));
    out.push(said("."));
    out
}

/// Which way it pulls, how, how hard, where and how long.
fn pull_parts(s: &Situation, reader: &Reader) -> Vec<Fragment> {
    let drawn_up = s.drawn_up_only();
    let mut out = vec![said(if drawn_up { ". It strains" } else { ". It pulls" })];
    if !drawn_up && s.task != Task::Join {
        out.extend([part("way", "which way it pulls", s.way.words()), said(",")]);
    }
    out.push(part("manner", "how it pulls", s.manner.words()));
    out.push(said(","));
    let load = match (s.people, drawn_up) {
        (true, _) => PEOPLE.to_owned(),
        (_, true) => format!("drawn up with about {}", reader.force(s.force)),
        (_, false) => format!("with about {}", reader.force(s.force)),
    };
    out.push(part("force", "how hard it pulls", load).with("force_n", "Pull", Typed::Pull(s.force), reader));
    out.push(said(","));
    out.push(said("and is left"));
    out.push(part("stays", "how long it stays", s.stays.words()));
    out
}

/// With what, in what hands, and whether the line is tight.
fn tying_parts(s: &Situation) -> Vec<Fragment> {
    vec![
        said(". It is tied"),
        part("access", "end or bight", if s.end_free { "with an end" } else { "in the bight" }),
        said("in"),
        part("hands", "the hands that tie it", s.hands.words()),
        said(", the line"),
        part("tight", "tension while tying", if s.tight { "tight" } else { "slack" }),
    ]
}

fn cord_part(id: &str, field: &str, c: &UsedCord, reader: &Reader) -> Fragment {
    let label = if id == "cord" { "the cord" } else { "the other cord" };
    let part = part(id, label, c.kind.said(c.diameter, reader));
    part.with(field, "Measured thickness", Typed::Thickness(c.diameter), reader)
}

fn object_parts(s: &Situation, reader: &Reader) -> Vec<Fragment> {
    let o = &s.object;
    let kind = o.kind;
    let mut words = kind.name.clone();
    if kind.sized {
        words.push_str(&format!(", {}", reader.diameter(o.size)));
    }
    if let Some(open) = o.opening {
        words.push_str(&format!(", {} open", reader.diameter(open)));
    }
    let flags = [
        (o.near_end, ", near an end it can run off"),
        (o.open_end && !o.near_end && kind.faced && kind.opening_mm.is_none(), ", open-ended"),
        (o.sharp_edge, ", sharp-edged"),
        (o.coat == Coat::Mud, ", muddy"),
        (o.coat == Coat::Ice, ", iced"),
        (s.overhead, ", overhead"),
        (o.moves, ", that moves"),
        (o.must_not_close, ", that it must not tighten on"),
    ];
    flags.iter().filter(|(on, _)| *on).for_each(|(_, w)| words.push_str(w));
    let mut object = part("object", "made fast to", words);
    if kind.sized {
        object = object.with("size_mm", "Thickness", Typed::Thickness(o.size), reader);
    }
    if let Some(open) = o.opening {
        object = object.with("opening_mm", "Opening", Typed::Thickness(open), reader);
    }
    let face = o.material.name.as_str();
    let faced = kind.faced && s.task != Task::Stop;
    let mut out = Vec::new();
    if kind.faced {
        let next = if faced { face } else { &kind.name };
        out.push(said(if next.starts_with(['a', 'e', 'i', 'o', 'u']) { "an" } else { "a" }));
    }
    if faced {
        out.push(part("surface", "its surface", face));
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

/// Tasks done on the line itself.
fn tied_to_nothing(task: Task) -> bool {
    matches!(task, Task::MidLoop | Task::Stow | Task::OwnLoop)
}

pub(crate) fn wetness(wet: bool, worn: bool, raw_end: bool) -> &'static str {
    match (wet, worn, raw_end) {
        (false, false, false) => "dry",
        (true, false, false) => "wet",
        (false, true, false) => "worn",
        (true, true, false) => "wet and worn",
        (false, false, true) => "dry and raw at its end",
        (true, false, true) => "wet and raw at its end",
        (false, true, true) => "worn and raw at its end",
        (true, true, true) => "wet, worn and raw at its end",
    }
}

pub(crate) fn leaves_words(nothing: bool) -> &'static str {
    if nothing { "leaves nothing in the line" } else { "may leave a knot" }
}

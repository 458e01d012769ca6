//! Lines to cut: each length, item by item; which hank serves; what to do when the cord is short.

use super::joint::{Joint, find};
use crate::choose::shortlist;
use crate::cord::serves_made_up;
use crate::knot::catalogue;
use crate::situation::{Draft, Situation, Task, UsedCord};
use crate::units::UnitSystem::{Body, Imperial, Metric};
use crate::units::{Length, Reader};
use crate::usage::LengthItem;
use crate::words::listed;
use serde::Serialize;

/// A line to cut.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[cfg_attr(feature = "schema", schema(as = RigCut))]
pub struct Cut {
    /// What it is called.
    pub name: String,
    /// How many of it.
    pub times: usize,
    /// Id of its cord.
    pub cord: String,
    /// Name of its cord.
    pub cord_name: String,
    /// It was reckoned with as worn: what is worn serves.
    pub worn: bool,
    /// What it is made of.
    pub items: Vec<LengthItem>,
    /// Each, metres.
    pub each_m: f64,
    /// Each, in metres, feet and arm spans, never less than it takes.
    pub words: [String; 3],
    /// The hank that serves, and what is left of it.
    pub hank: Option<String>,
    /// What to do when none does, each with its numbers.
    pub short: Vec<String>,
}

/// A hank of cord that could serve.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Hank {
    /// What it is called.
    pub name: String,
    /// Id of its kind.
    pub kind: String,
    /// Its length, metres.
    pub length_m: f64,
    /// It is worn, and serves no line reckoned with as sound.
    pub worn: bool,
    /// A loop or a stopper is made in its end: it serves a line as it is, and is not cut.
    pub made_up: bool,
}

impl Hank {
    /// Of the cord of this line, as sound as it was reckoned with, and not to be cut into a line it does not serve as it is.
    fn is_for(&self, cut: &Cut) -> bool {
        let as_it_is = !self.made_up || (cut.times == 1 && serves_made_up(self.length_m, cut.each_m));
        self.kind == cut.cord && self.worn <= cut.worn && as_it_is
    }
}

/// One item of a length.
pub fn item(of: &str, m: f64, reader: &Reader) -> LengthItem {
    LengthItem { of: of.into(), length_m: m, words: reader.length(Length::from_m(m)) }
}

/// Cord of a joint as one item, named after its knot.
pub fn of_joint(joints: &[Joint], id: &str, name: &str, reader: &Reader) -> Option<LengthItem> {
    let joint = find(joints, id).filter(|j| !j.cord.is_empty())?;
    Some(item(&format!("{}, {name}", joint.knot_said()), joint.cord_m(), reader))
}

impl Cut {
    /// As long as the sum of its items.
    pub fn of(name: &str, times: usize, cord: &UsedCord, items: Vec<LengthItem>, reader: &Reader) -> Self {
        let each_m: f64 = items.iter().map(|i| i.length_m).sum();
        let words = [Metric, Imperial, Body].map(|units| Reader { units, ..*reader }.length_up(Length::from_m(each_m)));
        Self {
            name: name.into(),
            times,
            cord: cord.kind.id.clone(),
            cord_name: cord.kind.said(cord.diameter, reader),
            worn: cord.worn,
            items,
            each_m,
            words,
            hank: None,
            short: Vec::new(),
        }
    }

    /// Metres of it in all.
    pub fn total_m(&self) -> f64 {
        self.each_m * self.times as f64
    }
}

/// Finds each cut the shortest hank of the kit that serves, none twice; where none does, `ways` says what else to do for a cut
/// so many metres short.
pub fn serve(cuts: &mut [Cut], kit: &[Hank], reader: &Reader, ways: impl Fn(&Cut, f64) -> Vec<String>) {
    let mut left: Vec<Hank> = kit.to_vec();
    for cut in cuts {
        let wanted = cut.total_m();
        let fitting = left.iter_mut().filter(|h| h.is_for(cut) && h.length_m >= wanted);
        if let Some(hank) = fitting.min_by(|a, b| a.length_m.total_cmp(&b.length_m)) {
            let rest = reader.length(Length::from_m((hank.length_m - wanted).max(0.001)));
            cut.hank = Some(match hank.made_up {
                true => format!("{} serves as it is, {rest} over", hank.name),
                false => format!("{} serves, {rest} left", hank.name),
            });
            hank.length_m = if hank.made_up { 0.0 } else { hank.length_m - wanted };
        } else if let Some(names) = together(cut, &mut left) {
            cut.hank = Some(format!("{} serve together", listed(&names)));
        } else if !kit.is_empty() {
            cut.short = when_short(cut, kit, reader, &ways);
        }
    }
}

/// Several hanks, the longest first, each cut into as many of these lines as it holds; none is touched where they do not suffice.
fn together(cut: &Cut, left: &mut [Hank]) -> Option<Vec<String>> {
    let holds = |h: &Hank| if h.is_for(cut) { (h.length_m / cut.each_m.max(0.01)).floor() as usize } else { 0 };
    let mut order: Vec<usize> = (0..left.len()).filter(|i| holds(&left[*i]) > 0).collect();
    order.sort_by(|a, b| left[*b].length_m.total_cmp(&left[*a].length_m));
    if order.iter().map(|i| holds(&left[*i])).sum::<usize>() < cut.times {
        return None;
    }
    let (mut still, mut names) = (cut.times, Vec::new());
    for i in order {
        let n = holds(&left[i]).min(still);
        if n > 0 {
            left[i].length_m -= n as f64 * cut.each_m;
            names.push(format!("{} ({n})", left[i].name));
            still -= n;
        }
    }
    Some(names)
}

/// By how much the kit is short, what else to do, and a piece joined on.
fn when_short(cut: &Cut, kit: &[Hank], reader: &Reader, ways: &impl Fn(&Cut, f64) -> Vec<String>) -> Vec<String> {
    let words = |m: f64| reader.length(Length::from_m(m));
    let wanted = cut.total_m();
    let longest = kit.iter().filter(|h| h.is_for(cut)).max_by(|a, b| a.length_m.total_cmp(&b.length_m));
    let Some(longest) = longest else {
        let any = kit
            .iter()
            .filter(|h| h.length_m >= wanted && (h.kind == cut.cord || !h.worn))
            .min_by(|a, b| a.length_m.total_cmp(&b.length_m));
        let but = |h: &Hank| match h.kind == cut.cord {
            true if h.worn => "and worn",
            true => "with a knot made in its end",
            false => "of another cord",
        };
        let other = any.map(|h| format!(" {} is long enough, {}.", h.name, but(h))).unwrap_or_default();
        let wanted = reader.length_up(Length::from_m(wanted));
        let there = if kit.iter().any(|h| h.kind == cut.cord) { " may be cut for it" } else { "" };
        return vec![format!("None of this cord in the kit{there}: {wanted} wanted.{other}")];
    };
    let short = wanted - longest.length_m;
    if short <= 0.0 {
        return vec![format!("{}, {}, is taken for the lines before it.", longest.name, words(longest.length_m))];
    }
    let mut all = vec![format!("{}, {}, is {} short.", longest.name, words(longest.length_m), words(short))];
    all.extend(ways(cut, short));
    if let Some((name, takes)) = bend(cut, reader) {
        all.push(format!(
            "Join a piece with {name}: cut it {} long, {} of it goes into the bend.",
            words(short + takes),
            words(takes)
        ));
    }
    all
}

/// The bend choosing takes for two pieces of this cord, and the cord it takes.
fn bend(cut: &Cut, reader: &Reader) -> Option<(String, f64)> {
    let mut draft = Draft::usual(Task::Join);
    draft.cord.kind.clone_from(&cut.cord);
    draft.second = Some(draft.cord.clone());
    let first = shortlist(catalogue(), &Situation::read(&draft).ok()?, reader, None).into_iter().next()?;
    Some((catalogue().find(&first.id)?.entry.said(), first.facts.cord_m))
}

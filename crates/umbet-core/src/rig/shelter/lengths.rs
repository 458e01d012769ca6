//! Each line's cut length, item by item; which hank serves; what to do when the cord is short.

use super::draft::{Hank, ShelterDraft, Tighten};
use super::forces::{guy_cord, ridge_cord};
use super::joints::Joint;
use super::pitch::{Geometry, uses_both};
use super::site::nearer;
use crate::choose::shortlist;
use crate::cord::Cord;
use crate::knot::catalogue;
use crate::situation::{Draft, Situation, Task};
use crate::units::{Length, Reader};
use crate::usage::LengthItem;
use serde::Serialize;

/// A line to cut.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Cut {
    /// What it is called.
    pub name: String,
    /// How many of it.
    pub times: usize,
    /// Id of its cord.
    pub cord: String,
    /// Name of its cord.
    pub cord_name: String,
    /// What it is made of.
    pub items: Vec<LengthItem>,
    /// Each, metres.
    pub each_m: f64,
    /// Each, in metres, feet and arm spans.
    pub words: [String; 3],
    /// The hank that serves, and what is left of it.
    pub hank: Option<String>,
    /// What to do when none does, each with its numbers.
    pub short: Vec<String>,
}

/// Run from the loop to the anchor, which a purchase needs twice (common practice: an arm's length to haul).
const PURCHASE_RUN_M: f64 = 0.8;
/// Excess to stow at the ridge's end.
const STOW_M: f64 = 0.3;
/// Play of an adjustable guy.
const PLAY_M: f64 = 0.4;
/// Guys shorter than this are no guys: the cover is pegged down itself.
pub const PEGGED_M: f64 = 0.2;

/// The list.
pub fn cuts(draft: &ShelterDraft, g: &Geometry, joints: &[Joint], kit: &[Hank], reader: &Reader) -> Vec<Cut> {
    let mut left: Vec<Hank> = kit.to_vec();
    let mut all = vec![ridge(draft, g, joints, reader)];
    all.extend(guys(draft, g, joints, reader));
    for cut in &mut all {
        serve(cut, &mut left, reader);
        if cut.hank.is_none() && !kit.is_empty() {
            cut.short = when_short(cut, draft, g, kit, reader);
        }
    }
    all
}

fn item(of: &str, m: f64, reader: &Reader) -> LengthItem {
    LengthItem { of: of.into(), length_m: m, words: reader.length(Length::from_m(m)) }
}

/// Cord of a joint as items named after it.
fn of_joint(joints: &[Joint], id: &str, name: &str, reader: &Reader) -> Option<LengthItem> {
    let joint = joints.iter().find(|j| j.id == id)?;
    let sum: f64 = joint.cord.iter().map(|i| i.length_m).sum();
    Some(item(&format!("{}, {name}", joint.knot_said()), sum, reader))
}

fn ridge(draft: &ShelterDraft, g: &Geometry, joints: &[Joint], reader: &Reader) -> Cut {
    let cord = ridge_cord(draft);
    let mut items: Vec<LengthItem> = of_joint(joints, "fixed-end", "fixed end", reader).into_iter().collect();
    let name = if uses_both(draft.pitch) {
        let along = g.ridge[1][0] - g.ridge[0][0];
        let clear = if draft.split { (g.span_m - along) / 2.0 } else { g.span_m };
        items.push(item("span", clear, reader));
        if !draft.split {
            items.extend(of_joint(joints, "tight-end", "tightened end", reader));
            if draft.tighten == Tighten::Looped {
                items.push(item("purchase, out and back", 2.0 * PURCHASE_RUN_M, reader));
            }
        } else {
            items.extend(of_joint(joints, "guy-cover", "on the cover", reader));
        }
        items.push(item("to stow", STOW_M, reader));
        if draft.split { "Half ridge" } else { "Ridge" }
    } else {
        items.push(item("to the cover’s peak", g.peak_line_m(), reader));
        items.extend(of_joint(joints, "guy-cover", "on the cover", reader));
        "Peak line"
    };
    let times = if draft.split && uses_both(draft.pitch) { 2 } else { 1 };
    cut(name, times, cord, items, reader)
}

fn guys(draft: &ShelterDraft, g: &Geometry, joints: &[Joint], reader: &Reader) -> Vec<Cut> {
    let cord = guy_cord(draft);
    let runs: Vec<f64> = g.guys.iter().map(|guy| guy.run_m).filter(|r| *r > PEGGED_M).collect();
    let mut all = Vec::new();
    if let Some(longest) = runs.iter().copied().reduce(f64::max) {
        let mut items = vec![item("run to the peg", longest, reader)];
        items.extend(of_joint(joints, "guy-cover", "on the cover", reader));
        items.extend(of_joint(joints, "guy-peg", "at the peg", reader));
        items.push(item("play", PLAY_M, reader));
        all.push(cut("Guy", runs.len(), cord, items, reader));
    }
    if let Some(joint) = joints.iter().find(|j| j.id == "on-ridge") {
        let sum: f64 = joint.cord.iter().map(|i| i.length_m).sum();
        let items = vec![item(&joint.knot_said(), sum, reader), item("to the cover", 0.3, reader)];
        all.push(cut("End cord on the ridge", joint.times, cord, items, reader));
    }
    all
}

fn cut(name: &str, times: usize, cord: &Cord, items: Vec<LengthItem>, reader: &Reader) -> Cut {
    use crate::units::UnitSystem::{Body, Imperial, Metric};
    let each_m: f64 = items.iter().map(|i| i.length_m).sum();
    let words = [Metric, Imperial, Body].map(|units| Reader { units, ..*reader }.length(Length::from_m(each_m)));
    Cut {
        name: name.into(),
        times,
        cord: cord.id.clone(),
        cord_name: cord.name.clone(),
        items,
        each_m,
        words,
        hank: None,
        short: Vec::new(),
    }
}

/// The shortest hank of the right cord that is long enough for all of it; what is cut from it is gone for the rest.
fn serve(cut: &mut Cut, left: &mut [Hank], reader: &Reader) {
    let wanted = cut.each_m * cut.times as f64;
    let fitting = left.iter_mut().filter(|h| h.kind == cut.cord && h.length_m >= wanted);
    if let Some(hank) = fitting.min_by(|a, b| a.length_m.total_cmp(&b.length_m)) {
        hank.length_m -= wanted;
        let rest = reader.length(Length::from_m(hank.length_m.max(0.001)));
        cut.hank = Some(format!("{} serves, {rest} left", hank.name));
    }
}

fn when_short(cut: &Cut, draft: &ShelterDraft, g: &Geometry, kit: &[Hank], reader: &Reader) -> Vec<String> {
    let words = |m: f64| reader.length(Length::from_m(m));
    let wanted = cut.each_m * cut.times as f64;
    let longest = kit.iter().filter(|h| h.kind == cut.cord).max_by(|a, b| a.length_m.total_cmp(&b.length_m));
    let Some(longest) = longest else {
        let any = kit.iter().filter(|h| h.length_m >= wanted).min_by(|a, b| a.length_m.total_cmp(&b.length_m));
        let other = any.map(|h| format!(" {} is long enough, of another cord.", h.name)).unwrap_or_default();
        return vec![format!("None of this cord in the kit: {} wanted.{other}", words(wanted))];
    };
    let short = wanted - longest.length_m;
    let mut all = vec![format!("{}, {}, is {} short.", longest.name, words(longest.length_m), words(short))];
    if cut.times == 1 && draft.tighten == Tighten::Looped {
        let saved = 2.0 * PURCHASE_RUN_M;
        let left = if saved >= short { "that is enough" } else { "not enough by itself" };
        all.push(format!("Skip the purchase and walk two round turns: saves {}, {left}.", words(saved)));
    }
    if cut.times == 1 && uses_both(draft.pitch) && !draft.split {
        let saved = g.ridge[1][0] - g.ridge[0][0];
        all.push(format!("Split the ridge: tie to the cover’s ends and save {} between them.", words(saved)));
    }
    if let Some((name, takes)) = bend(cut, reader) {
        all.push(format!(
            "Join a piece with {name}: cut it {} long, {} of it goes into the bend.",
            words(short + takes),
            words(takes)
        ));
    }
    if cut.times == 1 && uses_both(draft.pitch) {
        all.push(match nearer(draft, g.span_m) {
            Some((pair, span)) => {
                format!("Re-route between {pair}: {} of span, saves {}.", words(span), words(g.span_m - span))
            }
            None => "Re-route: no other sound pair stands nearer and still takes the cover.".into(),
        });
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

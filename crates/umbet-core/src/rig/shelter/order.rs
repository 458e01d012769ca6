//! The order of work, and the strike in reverse.

use super::draft::{AnchorKind, ShelterDraft, Tighten};
use super::joints::Joint;
use super::pitch::{Geometry, uses_both};
use super::site::Between;
use crate::units::{Force, Length, Reader};
use serde::Serialize;

/// One thing to do, ticked off.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Doing {
    /// Stable id, by which it is ticked off.
    pub id: String,
    /// In a few words.
    pub short: String,
    /// In a sentence.
    pub say: String,
    /// Joint it is about.
    pub joint: Option<String>,
}

fn doing(id: &str, short: &str, say: String, joint: Option<&str>) -> Doing {
    Doing { id: id.into(), short: short.into(), say, joint: joint.map(str::to_owned) }
}

/// Rigging, first to last.
pub fn order(
    draft: &ShelterDraft,
    between: &Between,
    g: &Geometry,
    joints: &[Joint],
    calm_n: f64,
    reader: &Reader,
) -> Vec<Doing> {
    let [near, far] = between.anchors.map(|i| draft.anchors[i].name.as_str());
    let knot = |id: &str| joints.iter().find(|j| j.id == id).map_or("a hitch".into(), Joint::knot_said);
    let high = reader.length(Length::from_m(g.ties_m[0]));
    let mut all = vec![doing(
        "fixed",
        "Fixed end",
        format!("Fixed end on {near}, {high} up: {}.", knot("fixed-end")),
        Some("fixed-end"),
    )];
    all.push(doing("lean", "Lean on it", "Lean your whole weight on it. What moves is tied again now.".into(), None));
    if uses_both(draft.pitch) {
        all.push(doing("run", "Run out", format!("Run the line out to {far}, off the ground, no twists."), None));
        let how = match draft.tighten {
            Tighten::RoundTurns => "Two round turns, walk them tight",
            Tighten::Looped => "Loop an arm from the anchor, round it, back through, haul",
            Tighten::ByHand => "Haul by hand",
        };
        let set = reader.force(Force::from_n(calm_n));
        all.push(doing("tension", "Tighten", format!("{how}: about {set} in the line, est."), Some("tight-end")));
        let far_high = reader.length(Length::from_m(g.ties_m[1]));
        all.push(doing("lock", "Lock", format!("Lock it, {far_high} up: {}.", knot("tight-end")), Some("tight-end")));
        all.push(doing(
            "stow",
            "Stow",
            "Stow the excess off the ground: a bight under a coil, not a half hitch.".into(),
            None,
        ));
        let over = if draft.line_over { "under the line" } else { "over the line" };
        all.push(doing("cover", "Cover", format!("Cover {over}, ridge seam on it, coated face up."), None));
        all.push(doing("ends", "Ends first", format!("Ends along the ridge: {}.", knot("on-ridge")), Some("on-ridge")));
    } else {
        for (i, _) in g.poles.iter().enumerate() {
            all.push(doing(&format!("pole-{i}"), "Pole", "Pole under the peak, foot on something flat.".into(), None));
        }
        all.push(doing("cover", "Cover", "Cover up to its peak, coated face up.".into(), Some("guy-cover")));
    }
    let (corners, middles): (Vec<_>, Vec<_>) = g.guys.iter().partition(|g| g.name.contains("corner"));
    if !middles.is_empty() {
        all.push(doing(
            "middles",
            "Middles",
            match middles.len() {
                1 => "Middle: one guy, its peg leaning away.".into(),
                n => format!("Middles: {n} guys, pegs leaning away."),
            },
            Some("guy-peg"),
        ));
    }
    all.push(doing(
        "corners",
        "Corners last",
        format!("Corners last: {} of them, drawn out slantwise; {}.", corners.len(), knot("guy-peg")),
        Some("guy-peg"),
    ));
    if let Some(d) = g.drips.iter().find(|d| d.stop) {
        all.push(doing("drip-stop", "Drip stops", format!("At both ends: {}", first_small(&d.says)), None));
    }
    all.push(doing(
        "drip",
        "Drip check",
        "Wet the line beyond the cover: water must leave it before the dry side.".into(),
        None,
    ));
    all.push(doing("again", "Tighten again", "After an hour, after rain, before the night.".into(), None));
    all
}

/// Striking: the same backwards, and a check that each line came away clear.
pub fn strike(draft: &ShelterDraft, g: &Geometry, joints: &[Joint]) -> Vec<Doing> {
    let mut all = vec![doing(
        "s-corners",
        "Corners, middles, ends",
        format!("Ease {} guys at their hitches, draw the pegs, then the ends on the ridge.", g.guys.len()),
        None,
    )];
    all.push(doing("s-cover", "Cover off", "Shake the water off, fold it from the ridge.".into(), None));
    for id in ["tight-end", "fixed-end", "guy-peg", "guy-cover"] {
        let Some(j) = joints.iter().find(|j| j.id == id && !j.knot.is_empty()) else { continue };
        let say = format!("{}: {} It leaves {}.", j.knot_name, first_small(&j.lets_go), j.leaves);
        all.push(doing(&format!("s-{id}"), &j.name, say, Some(id)));
    }
    if draft.anchors.iter().any(|a| a.kind == AnchorKind::Tree) {
        all.push(doing("s-look", "Look back", "Look at the bark and the ground: leave nothing.".into(), None));
    }
    all.push(doing("s-hank", "Hank", "Dry the lines, hank them, a bight under a coil.".into(), None));
    all
}

fn first_small(s: &str) -> String {
    let mut c = s.chars();
    c.next().map_or_else(String::new, |f| f.to_lowercase().chain(c).collect())
}

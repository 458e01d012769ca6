//! Which two anchors the ridge runs between.

use super::draft::{Anchor, AnchorKind, Pitch, ShelterDraft};
use super::pitch::{Impossible, LEAST_ROOM, uses_both};
use serde::Serialize;

/// The two anchors taken.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Between {
    /// Their places in the list.
    pub anchors: [usize; 2],
    /// Clear distance of their faces.
    pub span_m: f64,
    /// Highest places a line can be tied.
    pub high_m: [f64; 2],
    /// Lowest places a line can be tied.
    pub low_m: [f64; 2],
    /// Why these.
    pub says: String,
}

impl Between {
    /// Lines can be tied so high.
    pub fn allows(&self, ties_m: [f64; 2]) -> bool {
        (0..2).all(|i| (self.low_m[i]..=self.high_m[i]).contains(&ties_m[i]))
    }
}

/// Clear distance from face to face.
fn clear(a: &Anchor, b: &Anchor) -> f64 {
    let apart = (a.at_m[0] - b.at_m[0]).hypot(a.at_m[1] - b.at_m[1]);
    apart - (a.size_mm + b.size_mm) / 2000.0
}

/// The pair the person named, else the sound pair with the shortest span that is long enough.
///
/// # Errors
/// [`Impossible`] when nothing sound stands far enough apart.
pub fn between(draft: &ShelterDraft) -> Result<Between, Impossible> {
    if let Some(pair) = draft.between {
        let dead = pair.iter().map(|&i| &draft.anchors[i]).find(|a| !a.sound);
        return match dead {
            Some(a) => Err(Impossible(format!("Not sound: {}. Take another anchor.", a.name))),
            None => Ok(taken(draft, pair, "The two you named.".into())),
        };
    }
    let n = draft.anchors.len();
    let pairs = (0..n).flat_map(|i| (i + 1..n).map(move |j| [i, j]));
    let sound = pairs.filter(|p| p.iter().all(|&i| draft.anchors[i].sound));
    let span = |p: &[usize; 2]| clear(&draft.anchors[p[0]], &draft.anchors[p[1]]);
    let wanted = if uses_both(draft.pitch) { draft.cover.length_m + 2.0 * LEAST_ROOM } else { 0.5 };
    let all: Vec<[usize; 2]> = sound.collect();
    let enough = all.iter().filter(|p| span(p) >= wanted);
    // A ridge wants the shortest span that will do; a shelter on one anchor, the most room behind it.
    let best = if uses_both(draft.pitch) {
        enough.min_by(|a, b| span(a).total_cmp(&span(b)))
    } else {
        enough.max_by(|a, b| span(a).total_cmp(&span(b)))
    };
    match (best, all.iter().map(span).fold(0.0, f64::max)) {
        (Some(p), _) if draft.pitch == Pitch::HalfPyramid || draft.pitch == Pitch::PloughPoint => {
            Ok(taken(draft, *p, "It needs one anchor: these leave the most room behind it.".into()))
        }
        (Some(p), _) => Ok(taken(draft, *p, "The shortest span that is long enough for the cover.".into())),
        (None, 0.0) => Err(Impossible("No two sound anchors: name others, or pitch from a pole.".into())),
        (None, longest) => Err(Impossible(format!(
            "The longest span between sound anchors is {longest:.2} m, and the cover wants {wanted:.2} m: turn the cover, take a shorter one, or pitch it from one anchor."
        ))),
    }
}

/// The sound pair with the shortest span that still takes the cover, where it is shorter than `than`: names and span.
pub fn nearer(draft: &ShelterDraft, than: f64) -> Option<(String, f64)> {
    let a = &draft.anchors;
    let wanted = draft.cover.length_m + 2.0 * LEAST_ROOM;
    let pairs = (0..a.len()).flat_map(|i| (i + 1..a.len()).map(move |j| (i, j)));
    let sound = pairs.filter(|&(i, j)| a[i].sound && a[j].sound);
    let spans = sound.map(|(i, j)| (format!("{} and {}", a[i].name, a[j].name), clear(&a[i], &a[j])));
    spans.filter(|(_, s)| *s >= wanted && *s < than - 0.01).min_by(|a, b| a.1.total_cmp(&b.1))
}

fn taken(draft: &ShelterDraft, anchors: [usize; 2], says: String) -> Between {
    let [a, b] = anchors.map(|i| &draft.anchors[i]);
    Between { anchors, span_m: clear(a, b).max(0.05), high_m: [a.high_m, b.high_m], low_m: [a.low_m, b.low_m], says }
}

/// Thinnest tree a taut line goes to: an arm's thickness (common practice).
const ARM_MM: f64 = 90.0;

/// What is to be said of the anchors taken.
pub fn remarks(draft: &ShelterDraft, b: &Between) -> Vec<String> {
    let mut all = Vec::new();
    for a in b.anchors.map(|i| &draft.anchors[i]) {
        if a.kind == AnchorKind::Tree && a.size_mm < ARM_MM {
            all.push(format!("{} is thinner than an arm: it will bend. Take a thicker tree.", a.name));
        }
        if a.kind == AnchorKind::Vehicle {
            all.push(format!("{}: brake on, chocked, nobody drives off.", a.name));
        }
    }
    let taken = b.anchors.map(|i| &draft.anchors[i]);
    let trees: Vec<&str> = taken.iter().filter(|a| a.kind == AnchorKind::Tree).map(|a| a.name.as_str()).collect();
    if !trees.is_empty() {
        all.push(format!("Look up at {}: nothing dead above. Pad the bark.", trees.join(" and ")));
    }
    all
}

//! Which two anchors the ridge runs between.

use super::draft::Shelter;
use crate::rig::Impossible;
use crate::rig::anchor::{Anchor, AnchorKind};
use crate::units::{Length, Reader};
use serde::Serialize;

/// Room between an anchor and the cover's end, least.
pub const LEAST_ROOM: f64 = 0.3;

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

/// Room behind an anchor that stands alone, metres: nothing is known to stand in the way.
const ALONE_M: f64 = 8.0;

/// The pair the person named, else the best there is.
///
/// # Errors
/// [`Impossible`] when nothing sound stands there, or not far enough apart.
pub fn between(shelter: &Shelter, reader: &Reader) -> Result<Between, Impossible> {
    if let Some(pair) = shelter.between {
        let hold = if shelter.pitch.needs_two_anchors() { 2 } else { 1 };
        let dead = pair.iter().take(hold).map(|&i| &shelter.anchors[i]).find(|a| !a.sound);
        return match dead {
            Some(a) => Err(Impossible(format!("Not sound: {}. Take another anchor.", a.name))),
            None => Ok(taken(shelter, pair, "The two you named.".into())),
        };
    }
    if shelter.pitch.needs_two_anchors() { the_shortest_pair(shelter, reader) } else { the_most_room(shelter) }
}

/// A ridge wants the shortest span that is long enough for its cover.
fn the_shortest_pair(shelter: &Shelter, reader: &Reader) -> Result<Between, Impossible> {
    let n = shelter.anchors.len();
    let pairs = (0..n).flat_map(|i| (i + 1..n).map(move |j| [i, j]));
    let sound: Vec<[usize; 2]> = pairs.filter(|p| p.iter().all(|&i| shelter.anchors[i].sound)).collect();
    let span = |p: &[usize; 2]| shelter.anchors[p[0]].clear_m(&shelter.anchors[p[1]]);
    let wanted = shelter.length_m + 2.0 * LEAST_ROOM;
    let best = sound.iter().filter(|p| span(p) >= wanted).min_by(|a, b| span(a).total_cmp(&span(b)));
    match (best, sound.iter().map(span).reduce(f64::max)) {
        (Some(p), _) => Ok(taken(shelter, *p, "The shortest span that is long enough for the cover.".into())),
        (None, None) => Err(Impossible("No two sound anchors: name others, or pitch it from one.".into())),
        (None, Some(longest)) => Err(Impossible(format!(
            "The longest span between sound anchors is {}, and the cover wants {}: turn the cover, take a shorter one, or pitch it from one anchor.",
            reader.length(Length::from_m(longest)),
            reader.length(Length::from_m(wanted))
        ))),
    }
}

/// A shelter on one anchor wants that sound, and the most room behind it.
fn the_most_room(shelter: &Shelter) -> Result<Between, Impossible> {
    let n = shelter.anchors.len();
    let pairs = (0..n).flat_map(|i| (0..n).filter(move |j| *j != i).map(move |j| [i, j]));
    let sound = pairs.filter(|p| shelter.anchors[p[0]].sound);
    let span = |p: &[usize; 2]| shelter.anchors[p[0]].clear_m(&shelter.anchors[p[1]]);
    // Of the two ways along one pair the first is taken, so that the same site is answered the same.
    match sound.reduce(|a, b| if span(&b) > span(&a) + 1e-9 { b } else { a }) {
        Some(p) => Ok(taken(shelter, p, "It needs one anchor: from this one there is the most room.".into())),
        None if n == 1 && shelter.anchors[0].sound => Ok(taken(shelter, [0, 0], "The one anchor there is.".into())),
        None => Err(Impossible("No sound anchor: name another, or set a picket with a pole.".into())),
    }
}

/// The sound pair with the shortest span that still takes the cover, where it is shorter than `than`: names and span.
pub fn nearer(shelter: &Shelter, than: f64) -> Option<(String, f64)> {
    let a = &shelter.anchors;
    let wanted = shelter.length_m + 2.0 * LEAST_ROOM;
    let pairs = (0..a.len()).flat_map(|i| (i + 1..a.len()).map(move |j| (i, j)));
    let sound = pairs.filter(|&(i, j)| a[i].sound && a[j].sound);
    let spans = sound.map(|(i, j)| (format!("{} and {}", a[i].name, a[j].name), a[i].clear_m(&a[j])));
    spans.filter(|(_, s)| *s >= wanted && *s < than - 0.01).min_by(|a, b| a.1.total_cmp(&b.1))
}

fn taken(shelter: &Shelter, anchors: [usize; 2], says: String) -> Between {
    let [a, b] = anchors.map(|i| &shelter.anchors[i]);
    let span_m = if anchors[0] == anchors[1] { ALONE_M } else { a.clear_m(b).max(0.05) };
    Between { anchors, span_m, high_m: [a.high_m, b.high_m], low_m: [a.low_m, b.low_m], says }
}

/// What is to be said of the anchors that hold a line.
pub fn remarks(shelter: &Shelter, b: &Between) -> Vec<String> {
    holding(shelter, b).flat_map(Anchor::remarks).collect()
}

/// The anchors that hold a line: both, or the near one.
pub fn holding<'a>(shelter: &'a Shelter, b: &Between) -> impl Iterator<Item = &'a Anchor> {
    let count = if shelter.pitch.needs_two_anchors() { 2 } else { 1 };
    b.anchors.map(|i| &shelter.anchors[i]).into_iter().take(count)
}

/// Names of the trees among them.
pub fn trees<'a>(shelter: &'a Shelter, b: &Between) -> Vec<&'a str> {
    holding(shelter, b).filter(|a| a.kind == AnchorKind::Tree).map(|a| a.name.as_str()).collect()
}

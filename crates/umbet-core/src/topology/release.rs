//! How a knot lets go, as three questions with three answers.
//!
//! 1. The object gone and both ends pulled: does the line come clear?
//! 2. The object kept and the tail pulled: does it come free, or stay fast?
//! 3. The tail drawn back past one crossing after another: when does it fall free?
//!
//! This is what the path allows, not what friction lets it do: a cow hitch is not linked with its pole, and
//! yet does not let go when it is pulled.

use super::closure::{Side, closed, pole_loop};
use super::diagram::Diagram;
use super::table::{Named, knot_name, link_name, plain_turns};
use crate::knot::notation::Pole;
use crate::knot::path::{KnotPath, Strand};
use crate::knot::spline::P3;
use crate::knot::{Knot, Place, catalogue, place};
use std::collections::HashMap;
use std::sync::LazyLock;

/// The three answers for one knot.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Letting {
    /// Object gone, ends pulled.
    pub clear: Clear,
    /// Object kept, tail pulled.
    pub tail: TailPulled,
    /// Tail drawn back; absent for two ropes, which only hook into each other.
    pub drawn: Option<Drawn>,
}

/// Whether the line comes clear when the object is gone and its ends are pulled.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Clear {
    /// Nothing stays in any rope.
    Yes,
    /// These knots of the tables stay, one after the other, such as `3_1`, `3_1`.
    Leaves(Vec<String>),
    /// It depends on where the tail lies: inside the knot, one side gives another knot than the other.
    Depends(String, String),
}

/// What a pull on the tail does.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum TailPulled {
    /// The bight draws out and nothing holds; so many plain turns are left to run off.
    Frees(u32),
    /// The bight draws out, but what is left still holds.
    StillHolds,
    /// No bight: the tail is fast.
    Fast,
}

/// The tail drawn back past crossings.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Drawn {
    /// Crossings the tail has to be drawn back past until nothing holds; 0 when nothing ever did.
    pub past: usize,
    /// Crossings along that rope.
    pub of: usize,
    /// The move it has then been taken back to, from 0.
    pub step: usize,
}

/// The three answers for a knot of the catalogue, worked out once.
pub fn known_letting(id: &str) -> Option<&'static Letting> {
    static ALL: LazyLock<HashMap<&'static str, Letting>> =
        LazyLock::new(|| catalogue().knots().iter().map(|k| (k.id.as_str(), letting(k))).collect());
    ALL.get(id)
}

/// The three answers.
pub fn letting(knot: &Knot) -> Letting {
    let path = &knot.path;
    Letting { clear: clear(path), tail: tail_pulled(knot), drawn: drawn(knot) }
}

impl Clear {
    /// How it is known, in a sentence.
    pub fn because(&self) -> String {
        match self {
            Self::Yes => "Its ends joined in front or behind, the path is the unknot.".to_owned(),
            Self::Leaves(parts) => format!("Its ends joined, the path is {}.", parts.join(" # ")),
            Self::Depends(front, behind) => {
                format!(
                    "Its ends joined in front the path is {front}, joined behind {behind}: the tail ends inside it."
                )
            }
        }
    }
}

fn closed_name(points: &[P3], side: Side) -> Named {
    knot_name(&Diagram::of(&[closed(&[(points, side)])]))
}

fn clear(path: &KnotPath) -> Clear {
    let mut left = Vec::new();
    for s in &path.strands {
        let (front, behind) = (closed_name(&s.points, Side::Front), closed_name(&s.points, Side::Behind));
        if front != behind {
            return Clear::Depends(said(&front), said(&behind));
        }
        if front != Named::Nothing {
            left.extend(said(&front).split('#').map(|part| part.trim_start_matches('m').to_owned()));
        }
    }
    if left.is_empty() { Clear::Yes } else { Clear::Leaves(left) }
}

fn said(name: &Named) -> String {
    match name {
        Named::Nothing => "nothing".to_owned(),
        Named::One(n) => n.clone(),
        Named::OneOf(all) => all.join(" or "),
        Named::Unknown => "a knot beyond the tables".to_owned(),
    }
}

/// The rope whose tail is drawn: the last one laid.
fn tail_rope(path: &KnotPath) -> Option<(usize, &Strand)> {
    path.strands.iter().enumerate().next_back()
}

/// Rope of a knot whose bights are laid out leg by leg, once they are drawn out.
fn bights_out(knot: &Knot, rope: &Strand) -> Option<Vec<P3>> {
    let mut points = Vec::new();
    for word in &knot.entry.release.tail_runs {
        let stretch = place(word, &knot.path).ok()?;
        let to = rope.index_at(stretch.waypoint, false);
        let from = stretch.from.map_or(to, |f| rope.index_at(f, false));
        points.extend_from_slice(rope.points.get(from..=to)?);
    }
    (!points.is_empty()).then_some(points)
}

fn tail_pulled(knot: &Knot) -> TailPulled {
    let path = &knot.path;
    let Some((k, rope)) = tail_rope(path) else { return TailPulled::Fast };
    if let Some(out) = bights_out(knot, rope) {
        // As it is tied nothing may lock it, and with its bights out nothing may hold.
        let fast = holds(path, k, &rope.points) || holds(path, k, &out);
        return if fast { TailPulled::StillHolds } else { TailPulled::Frees(turns_of(path, &out)) };
    }
    let Some(leg) = rope.back.filter(|b| b.bight) else { return TailPulled::Fast };
    // The bight gone, the rope runs from where it began straight to the tail.
    let start = rope.along[leg.to - 1];
    let kept = &rope.points[..rope.along.partition_point(|&a| a < start)];
    if holds(path, k, kept) { TailPulled::StillHolds } else { TailPulled::Frees(turns_of(path, kept)) }
}

fn turns_of(path: &KnotPath, points: &[P3]) -> u32 {
    let strand = Strand { points: points.to_vec(), ..path.strands[0].clone() };
    path.poles.first().map_or(0, |p| super::fingerprint::turns(&strand, p))
}

/// Something holds while rope `k` reaches only so far: it is knotted, or locked round its pole or its
/// partner.
fn holds(path: &KnotPath, k: usize, points: &[P3]) -> bool {
    if points.len() < 4 {
        return false;
    }
    let sides = [Side::Front, Side::Behind];
    if sides.iter().any(|s| closed_name(points, *s) != Named::Nothing) {
        return true;
    }
    let other =
        path.strands.iter().enumerate().find(|(i, _)| *i != k).map(|(_, s)| closed(&[(&s.points, Side::Front)]));
    let ring = path.poles.first().map(|p: &Pole| pole_loop(p)).or(other);
    let Some(ring) = ring else { return false };
    sides.iter().any(|s| !plain_turns(&link_name(&Diagram::of(&[closed(&[(points, *s)]), ring.clone()]))))
}

fn drawn(knot: &Knot) -> Option<Drawn> {
    let [rope] = &knot.path.strands[..] else { return None };
    let k = 0;
    let both = knot.path.crossings.iter().flat_map(|c| [c.over, c.under]);
    let mut places: Vec<f64> = both.filter(|p| p.rope == k).map(|p| p.index).collect();
    places.sort_by(f64::total_cmp);
    let of = places.len();
    let reaches = |past: usize| match past {
        0 => rope.points.len(),
        p => (places[of - p].floor() as usize).saturating_sub(1),
    };
    let past = (0..=of).find(|&p| !holds(&knot.path, k, &rope.points[..reaches(p)])).unwrap_or(of);
    let along = rope.along.get(reaches(past).min(rope.points.len() - 1)).copied().unwrap_or(0.0);
    let lays = |moves: &Vec<Place>| moves.iter().any(|p| p.rope == k && (p.back || p.waypoint >= along));
    Some(Drawn { past, of, step: knot.laid.iter().position(lays).unwrap_or(0) })
}

/// The catalogue's stopper of this type, such as the overhand for `3_1`.
pub fn stopper(name: &str) -> Option<&'static Knot> {
    catalogue().knots().iter().find(|k| {
        k.path.poles.is_empty() && k.path.strands.len() == 1 && k.entry.identity.front.as_deref() == Some(name)
    })
}

//! Missteps: each tying action of a knot done wrong, laid anew as a path and named.

use super::action::{Action, Wrong, laid_wrong, parse_actions};
use super::identify::{Made, identify};
use crate::knot::notation::{self, Axis, Level, PathText, RopeText};
use crate::knot::path::KnotPath;
use crate::knot::spline::P2;
use crate::knot::{Family, Knot, Place, catalogue};
use std::collections::HashMap;
use std::sync::{LazyLock, OnceLock};

/// Actions done wrong, and what they make.
#[derive(Debug, Clone)]
pub struct Misstep {
    /// As written, stable within the knot.
    pub id: String,
    /// What was done.
    pub actions: Vec<Action>,
    /// The same in words.
    pub done: String,
    /// The move it happens in, from 0.
    pub step: usize,
    /// What it makes.
    pub made: Made,
    /// Where it shows, in the drawing plane.
    pub at: Vec<P2>,
    /// The wrong tie.
    pub path: KnotPath,
}

/// Longest run of crossings taken as one action.
const LONGEST_RUN: usize = 4;

/// The missteps of a catalogue knot, worked out on first asking.
pub fn missteps(knot: &'static Knot) -> &'static [Misstep] {
    static ALL: LazyLock<HashMap<&'static str, OnceLock<Vec<Misstep>>>> =
        LazyLock::new(|| catalogue().knots().iter().map(|k| (k.id.as_str(), OnceLock::new())).collect());
    ALL.get(knot.id.as_str()).map_or(&[], |cell| cell.get_or_init(|| missteps_of(knot)))
}

/// Every misstep that makes another tie than the right one, in the order of the moves: those the file
/// names, then for each move and each result the shortest.
pub fn missteps_of(knot: &Knot) -> Vec<Misstep> {
    // A wrong form made otherwise is no misstep.
    let tied = knot.entry.never.is_none().then(|| notation::parse(&knot.entry.path).ok()).flatten();
    let Some(text) = tied else { return Vec::new() };
    let right = in_the_hand(knot, identify(&knot.path));
    let mut all: Vec<Misstep> = Vec::new();
    let named = knot.entry.mistake.iter().filter_map(|m| m.action.as_deref());
    let named = named.filter_map(|words| parse_actions(&text, words)).collect::<Vec<_>>();
    for (actions, given) in named.into_iter().map(|a| (a, true)).chain(actions(&text).map(|a| (vec![a], false))) {
        let Some(m) = misstep(knot, &text, actions) else { continue };
        let known = all.iter().any(|n| n.id == m.id || (n.step == m.step && n.made == m.made));
        let nameless = matches!(m.made, Made::Unknown | Made::Tabled(_) | Made::Loop(_));
        let run_of_nothing = nameless && matches!(m.actions[0].wrong, Wrong::Crossings(a, b) if b > a + 1);
        if m.made != right && (given || !(known || run_of_nothing)) {
            all.push(m);
        }
    }
    all.sort_by_key(|m| m.step);
    all
}

/// The misstep written so, of a knot.
pub fn misstep_written(knot: &Knot, words: &str) -> Option<Misstep> {
    let text = notation::parse(&knot.entry.path).ok()?;
    misstep(knot, &text, parse_actions(&text, words)?)
}

fn misstep(knot: &Knot, text: &PathText, actions: Vec<Action>) -> Option<Misstep> {
    let path = laid_wrong(text, &actions)?;
    let id: Vec<String> = actions.iter().map(|a| a.word(text)).collect();
    let done: Vec<String> = actions.iter().map(|a| told(knot, text, *a)).collect();
    let at = actions.iter().flat_map(|a| a.places(knot, text)).collect();
    let step = actions.iter().map(|a| step_of(knot, a.rope, a.waypoint(text))).min()?;
    Some(Misstep {
        id: id.join(","),
        done: done.join("; "),
        step,
        made: in_the_hand(knot, identify(&path)),
        at,
        path,
        actions,
    })
}

/// An action by the move it happens in, which a hand knows; crossings have no numbers in the hand.
fn told(knot: &Knot, text: &PathText, action: Action) -> String {
    let (Wrong::Crossings(from, to), Some(step)) =
        (action.wrong, knot.entry.step.get(step_of(knot, action.rope, action.waypoint(text))))
    else {
        return action.says(text);
    };
    let letters = &text.ropes[action.rope].letters;
    match (to - from, letters.get(from)) {
        (1, Some(l)) => {
            let (wrong, right) = if l.over { ("under", "over") } else { ("over", "under") };
            format!("{}: laid {wrong} where it goes {right}", step.short)
        }
        (n, _) => format!("{}: the other way at {n} crossings running", step.short),
    }
}

/// What is in the hand: where a loop was tied, a name of the rope alone does not say that a loop is still there.
fn in_the_hand(knot: &Knot, made: Made) -> Made {
    let family = |id: &&str| catalogue().find(id).map(|k| k.entry.family);
    match made {
        Made::Knots(ids)
            if matches!(knot.entry.family, Family::EndLoop | Family::MidLoop)
                && ids.iter().all(|id| family(id) == Some(Family::Stopper)) =>
        {
            Made::Loop(ids)
        }
        made => made,
    }
}

/// Single actions, the shortest first.
fn actions(text: &PathText) -> impl Iterator<Item = Action> {
    let mut all = Vec::new();
    for (rope, r) in text.ropes.iter().enumerate() {
        let of = |wrong| Action { rope, wrong };
        if rope == 0 && text.poles.len() == 1 {
            all.extend(turns(text, r).into_iter().map(|from| of(Wrong::Turn(from))));
        }
        if rope > 0 {
            all.push(of(Wrong::Exchanged));
        }
        if r.tuck.is_some() {
            all.push(of(Wrong::Threaded));
        }
    }
    for length in 1..=LONGEST_RUN {
        for (rope, r) in text.ropes.iter().enumerate() {
            let starts = 0..(r.letters.len() + 1).saturating_sub(length);
            all.extend(starts.map(|from| Action { rope, wrong: Wrong::Crossings(from, from + length) }));
        }
    }
    all.into_iter()
}

/// Waypoints from which one more turn begins: in front of a side-on pole, after a turn already laid.
fn turns(text: &PathText, rope: &RopeText) -> Vec<usize> {
    let pole = &text.poles[0];
    let k = match pole.axis {
        Axis::X => 1,
        Axis::Y => 0,
        Axis::Z => return Vec::new(),
    };
    let off = |i: usize| rope.waypoints[i].at[k] - pole.at[k];
    let front = |i: usize| rope.waypoints[i].level == Level::Front;
    let behind = |w: &[notation::Waypoint]| w.iter().any(|w| w.level == Level::Behind);
    let begins = |&i: &usize| {
        let across = off(i - 1) * off(i) <= 0.0 && off(i) != 0.0;
        across && front(i) && front(i - 1) && behind(&rope.waypoints[..i]) && behind(&rope.waypoints[i..])
    };
    (1..rope.waypoints.len()).filter(begins).collect()
}

/// The move that lays waypoint `w` of a rope.
fn step_of(knot: &Knot, rope: usize, w: f64) -> usize {
    let lays = |moves: &Vec<Place>| moves.iter().any(|p| p.rope == rope && (p.back || p.waypoint >= w));
    knot.laid.iter().position(lays).unwrap_or(knot.laid.len().saturating_sub(1))
}

//! Tying actions done wrong, and the path they lay.
//!
//! Written `A3` (the third crossing of rope A on the wrong side), `A3-5` (a whole tuck), `A-turn-10` (from
//! waypoint 10 on the turn laid the other way), `A-exchanged` (standing part and tail exchanged),
//! `A-threaded` (the end where a bight belongs). Several at once stand with commas between.

use crate::knot::Knot;
use crate::knot::notation::{Axis, PathText};
use crate::knot::path::{KnotPath, crossings};
use crate::knot::spline::P2;

/// One action done wrong.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Action {
    /// Number of the rope.
    pub rope: usize,
    /// What is done wrong with it.
    pub wrong: Wrong,
}

/// What is done wrong.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Wrong {
    /// Letters from the first (counted from 0) up to, not with, the second: over where under is right, and
    /// the reverse.
    Crossings(usize, usize),
    /// From this waypoint on, the turn laid the other way.
    Turn(usize),
    /// Standing part and tail exchanged.
    Exchanged,
    /// The end pulled through where a bight belongs.
    Threaded,
}

/// Reads actions as written; `None` when one names no rope or crossing of this path.
pub fn parse_actions(text: &PathText, words: &str) -> Option<Vec<Action>> {
    words.split(',').map(|w| parse_action(text, w.trim())).collect()
}

fn parse_action(text: &PathText, word: &str) -> Option<Action> {
    let (rope, name) = text.ropes.iter().enumerate().map(|(i, r)| (i, &r.name)).find(|(_, n)| word.starts_with(*n))?;
    let rest = &word[name.len()..];
    let letters = text.ropes[rope].letters.len();
    let wrong = match rest {
        "-exchanged" => Wrong::Exchanged,
        "-threaded" => Wrong::Threaded,
        _ => match rest.strip_prefix("-turn-") {
            Some(w) => Wrong::Turn(w.parse().ok().filter(|&w: &usize| w < text.ropes[rope].waypoints.len())?),
            None => {
                let (from, to) = rest.split_once('-').unwrap_or((rest, rest));
                let (from, to): (usize, usize) = (from.parse().ok()?, to.parse().ok()?);
                Some(Wrong::Crossings(from.checked_sub(1)?, to)).filter(|_| from <= to && to <= letters)?
            }
        },
    };
    Some(Action { rope, wrong })
}

impl Action {
    /// As written.
    pub fn word(self, text: &PathText) -> String {
        let name = &text.ropes[self.rope].name;
        match self.wrong {
            Wrong::Crossings(from, to) if to == from + 1 => format!("{name}{to}"),
            Wrong::Crossings(from, to) => format!("{name}{}-{to}", from + 1),
            Wrong::Turn(from) => format!("{name}-turn-{from}"),
            Wrong::Exchanged => format!("{name}-exchanged"),
            Wrong::Threaded => format!("{name}-threaded"),
        }
    }

    /// What was done, in words.
    pub fn says(self, text: &PathText) -> String {
        let name = &text.ropes[self.rope].name;
        match self.wrong {
            Wrong::Crossings(from, to) if to == from + 1 => format!("Crossing {name}{to} on the wrong side"),
            Wrong::Crossings(from, to) => format!("Crossings {name}{} to {name}{to} on the wrong side", from + 1),
            Wrong::Turn(_) => "A turn laid the other way".to_owned(),
            Wrong::Exchanged => "Tail and standing part exchanged".to_owned(),
            Wrong::Threaded => "The end pulled through where a bight belongs".to_owned(),
        }
    }

    /// The waypoint it happens at.
    pub fn waypoint(self, text: &PathText) -> f64 {
        let rope = &text.ropes[self.rope];
        match self.wrong {
            Wrong::Crossings(from, _) => rope.letters.get(from).map_or(0.0, |l| l.after as f64 + 0.5),
            Wrong::Turn(from) => from as f64,
            Wrong::Exchanged => f64::INFINITY,
            Wrong::Threaded => rope.tuck.map_or(0.0, |t| t.tip as f64),
        }
    }

    /// Where in the drawing plane it shows.
    pub fn places(self, knot: &Knot, text: &PathText) -> Vec<P2> {
        let rope = &text.ropes[self.rope];
        match self.wrong {
            Wrong::Crossings(from, to) => {
                (from..to).filter_map(|l| knot.path.letters[self.rope].get(l).copied()).collect()
            }
            Wrong::Turn(from) => vec![rope.waypoints[from].at],
            Wrong::Exchanged => knot.path.strands[self.rope].points.last().map(|p| [p[0], p[1]]).into_iter().collect(),
            Wrong::Threaded => rope.tuck.map(|t| rope.waypoints[t.tip].at).into_iter().collect(),
        }
    }
}

/// The path with actions done wrong; `None` where the rope cannot be laid so.
pub fn laid_wrong(text: &PathText, actions: &[Action]) -> Option<KnotPath> {
    let mut wrong = PathText { count: None, ..text.clone() };
    actions.iter().try_for_each(|a| rewrite(&mut wrong, *a))?;
    let mut path = KnotPath::build(&wrong).ok()?;
    for a in actions.iter().filter(|a| a.wrong == Wrong::Exchanged) {
        let strand = path.strands.get_mut(a.rope).filter(|s| s.back.is_none())?;
        strand.points.reverse();
        path.crossings = crossings(&path.strands).ok()?;
    }
    Some(path)
}

fn rewrite(text: &mut PathText, action: Action) -> Option<()> {
    let rope = text.ropes.get_mut(action.rope)?;
    match action.wrong {
        Wrong::Crossings(from, to) => rope.letters.get_mut(from..to)?.iter_mut().for_each(|l| l.over = !l.over),
        Wrong::Turn(from) => {
            let pole = text.poles.first()?;
            let k = if pole.axis == Axis::X { 1 } else { 0 };
            rope.waypoints.get_mut(from..)?.iter_mut().for_each(|w| w.at[k] = 2.0 * pole.at[k] - w.at[k]);
        }
        Wrong::Exchanged => {}
        Wrong::Threaded => {
            let tip = rope.tuck.take()?.tip;
            rope.waypoints.truncate(tip + 1);
            rope.letters.retain(|l| l.after < tip);
        }
    }
    Some(())
}

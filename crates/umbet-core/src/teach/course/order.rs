//! In which order a course takes its knots up: each after what it builds on, and as the instructor sorts them where that
//! leaves a choice.

use super::{CourseDraft, Sorting};
use crate::knot::{Knot, catalogue};
use crate::teach::ladder::{below, height, strands, with_what_they_build_on};
use std::collections::{BTreeMap, BTreeSet};

/// How hard a knot is on the hands: two where one would do, an end threaded, moves, crossings.
fn effort(knot: &Knot) -> (bool, bool, u32, usize) {
    let hands = &knot.entry.hands;
    (!hands.one_hand, hands.threads, hands.moves, knot.path.crossings.len())
}

impl CourseDraft {
    /// Knots to teach, each after what it builds on.
    pub fn order(&self) -> Vec<&'static str> {
        let (needed, known) = (with_what_they_build_on(self.wanted.iter().map(String::as_str)), self.known());
        let all: BTreeSet<&'static str> = needed.difference(&known).copied().collect();
        let groups = self.groups(&all);
        let group = |id: &str| groups.get(id).copied().unwrap_or_default();
        let place = |id: &str| catalogue().knots().iter().position(|k| k.id == id);
        let mut in_line: Vec<&'static str> = all.iter().copied().collect();
        in_line.sort_by_key(|id| (group(id), height(id, &all), catalogue().find(id).map(effort), place(id)));
        let mut order: Vec<&'static str> = Vec::new();
        while order.len() < all.len() {
            let ready: Vec<&'static str> = in_line.iter().copied().filter(|id| is_next(id, &order, &all)).collect();
            let last = order.last().copied();
            let alike = |id: &&&str| last.is_some_and(|l| group(l) == group(id));
            // What a move is shared with is fresh right behind it.
            let builds_on_last = |id: &&&str| last.is_some_and(|l| below(id).any(|s| s.below == l));
            let next = ready.iter().find(|id| alike(id) && builds_on_last(id));
            let Some(next) = next.or(ready.iter().find(alike)).or(ready.first()) else { break };
            order.push(next);
        }
        order
    }

    /// What each knot is taken up with, by number; all with one another where the ladder alone counts. What others build on
    /// goes with the first that needs it.
    fn groups(&self, all: &BTreeSet<&'static str>) -> BTreeMap<&'static str, usize> {
        let mut heads: Vec<String> = Vec::new();
        let mut groups = BTreeMap::new();
        for wanted in &self.wanted {
            let Some(knot) = catalogue().find(wanted) else { continue };
            let head = match self.sorting {
                Sorting::Ladder => String::new(),
                Sorting::Job => wanted.clone(),
                Sorting::Object => format!("{:?}", knot.usual().shape),
                Sorting::Use => knot.entry.tasks.first().map_or_else(String::new, |t| format!("{t:?}")),
            };
            let number = heads.iter().position(|h| *h == head).unwrap_or_else(|| {
                heads.push(head);
                heads.len() - 1
            });
            for id in with_what_they_build_on([wanted.as_str()]).into_iter().filter(|id| all.contains(id)) {
                groups.entry(id).or_insert(number);
            }
        }
        groups
    }
}

/// It comes next at the earliest: it is still to come, and what it builds on is not.
fn is_next(id: &str, order: &[&'static str], all: &BTreeSet<&'static str>) -> bool {
    let laid = |below: &str| !all.contains(below) || order.contains(&below) || held_up_by(id, below);
    !order.contains(&id) && below(id).all(|s| laid(s.below))
}

/// A knot below another only because the other stands below it in turn as well.
fn held_up_by(id: &str, below_it: &str) -> bool {
    strands().iter().any(|s| s.below == id && s.above == below_it)
}

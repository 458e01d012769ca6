//! Which knot a path is: the catalogue's, by fingerprint, else a name of the tables, else nothing known.

use super::fingerprint::{Closure, Fingerprint, What, closures, states_of};
use super::table::{Named, knot_name, link_name, plain_turns};
use crate::knot::path::KnotPath;
use crate::knot::{Knot, catalogue};
use std::sync::LazyLock;

/// What a tied path turns out to be.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Made {
    /// Knots of the catalogue, by id: one, or those only dressing tells apart.
    Knots(Vec<&'static str>),
    /// A loop that is no loop we know; pulled out, the rope keeps one of these stoppers.
    Loop(Vec<&'static str>),
    /// It falls open: a straight rope, free of any pole.
    Nothing,
    /// Plain turns round its pole: nothing locks them.
    Turns,
    /// A knot of the tables that the trade has no use for.
    Tabled(String),
    /// Not a knot we know.
    Unknown,
}

/// A tie known by its fingerprint.
struct Known {
    made: Made,
    crossings: usize,
    print: Fingerprint,
}

/// The catalogue's knots.
static KNOWN: LazyLock<Vec<Known>> = LazyLock::new(|| {
    let known = |knot: &'static Knot| Known {
        made: Made::Knots(vec![&knot.id]),
        crossings: knot.path.crossings.len(),
        print: Fingerprint::of(&knot.path),
    };
    catalogue().knots().iter().map(known).collect()
});

/// Most crossings of a path that is proved.
pub const MOST_PROVED: usize = 40;
/// Most states its proof may go through.
const MOST_STATES: u64 = 400_000;

/// A path that is not proved.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
pub enum Unprovable {
    /// It has more crossings than are proved.
    #[error("{MOST_PROVED} crossings at most are proved, and this has {0}: draw out what is slack")]
    Crossings(usize),
    /// They are few enough, and lie in one heap.
    #[error("its crossings lie in too close a heap to be proved: draw out what is slack")]
    Heap,
}

/// Names a path somebody drew, when it can be done in bounded work; that is known before the long part begins.
///
/// # Errors
/// [`Unprovable`] when it has more crossings than [`MOST_PROVED`], or those it has lie too tangled.
pub fn prove(path: &KnotPath) -> Result<Made, Unprovable> {
    let crossings = path.crossings.len();
    if crossings > MOST_PROVED {
        return Err(Unprovable::Crossings(crossings));
    }
    let all = closures(path);
    if states_of(path, &all) > MOST_STATES { Err(Unprovable::Heap) } else { Ok(named(path, &all)) }
}

/// Names a path of ours.
pub fn identify(path: &KnotPath) -> Made {
    named(path, &closures(path))
}

fn named(path: &KnotPath, all: &[Closure]) -> Made {
    let print = Fingerprint::from_closures(path, all);
    let plain = unlisted(path, all);
    let proves = path.poles.is_empty() || !matches!(plain, Made::Nothing | Made::Turns);
    let turns = plain == Made::Turns;
    match nearest(path, &print, proves) {
        // Plain turns prove no more than that: a slipped tie that undoes to them is known by its drawing alone.
        None | Some(Made::Unknown) if turns => Made::Turns,
        None => plain,
        Some(made) => made,
    }
}

/// A closure that falls open both ways.
fn open(c: &Closure) -> bool {
    c.diagrams.iter().all(|d| d.crossings.is_empty())
}

/// Known ties of this fingerprint. Of several, those drawn with as many crossings; where none is, the one the
/// trade thinks of first among the most alike. A rope free of its pole and unknotted proves nothing (`proves` is false): a
/// cow hitch is so, and a highwayman's; such ties are only known by a drawing of as many crossings.
fn nearest(path: &KnotPath, print: &Fingerprint, proves: bool) -> Option<Made> {
    let apart = |k: &Known| k.crossings.abs_diff(path.crossings.len());
    let views = print.views();
    let closed: Vec<&Known> = KNOWN.iter().filter(|k| views.iter().any(|v| v.closures_agree(&k.print))).collect();
    let held: Vec<&Known> = closed.iter().copied().filter(|k| views.contains(&k.print)).collect();
    // With the tails laid elsewhere only the closures can agree.
    let same = if held.is_empty() { closed } else { held };
    let least = same.iter().map(|k| apart(k)).min()?;
    if least > 0 && !proves {
        return Some(Made::Unknown);
    }
    if least > 0 {
        return same.iter().find(|k| apart(k) <= least + 1).map(|k| k.made.clone());
    }
    let mut alike = same.iter().filter(|k| apart(k) == 0).map(|k| k.made.clone());
    let first = alike.next()?;
    Some(alike.fold(first, |made, other| match (made, other) {
        (Made::Knots(a), Made::Knots(b)) => Made::Knots([a, b].concat()),
        (made, _) => made,
    }))
}

/// What a path is when the catalogue has no such knot.
fn unlisted(path: &KnotPath, all: &[Closure]) -> Made {
    if all.iter().all(open) {
        return Made::Nothing;
    }
    if !path.poles.is_empty() {
        let turned = |c: &Closure| match c.what {
            // The end lies on top of all: it is joined on that side.
            What::WithPole(..) => plain_turns(&link_name(&c.diagrams[0])),
            _ => open(c),
        };
        return if all.iter().all(turned) { Made::Turns } else { Made::Unknown };
    }
    let rope = all.iter().find(|c| matches!(c.what, What::Rope(_)) && path.strands.len() == 1);
    match rope.map(|c| c.diagrams.each_ref().map(knot_name)) {
        Some([Named::One(a), Named::One(b)]) if a == b => Made::Tabled(a),
        _ => Made::Unknown,
    }
}

/// Catalogue knots, free of any object and of one rope, whose closed path is of this type, either hand.
pub fn catalogue_of_type(named: &Named) -> Vec<&'static str> {
    let Named::One(name) = named else { return Vec::new() };
    let plain = name.trim_start_matches('m');
    let of = |k: &&'static Knot| {
        let id = &k.entry.identity;
        k.path.poles.is_empty() && id.front == id.behind && id.front.as_deref() == Some(plain)
    };
    catalogue().knots().iter().filter(of).map(|k| k.id.as_str()).collect()
}

//! What a lesson wants ready, its cautions, and what changes in gloves, in the dark and in the wet: all read off its knots.

use crate::knot::{Knot, Stands, Untie};
use crate::object::{Shape, object_kind};
use crate::words::{capital, listed, number};
use serde::Serialize;

/// Made ready for a lesson.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Ready {
    /// Objects and cords, a sentence each.
    pub props: Vec<String>,
    /// Cautions of its knots, each once, naming the knot.
    pub cautions: Vec<String>,
    /// What changes in gloves, in the dark and in the wet, a sentence each.
    pub changes: Vec<String>,
}

/// Learners to one object: they tie and watch by turns (common practice).
const TO_ONE: u32 = 2;

/// What a lesson with these knots wants, for so many learners.
pub fn ready(knots: &[&'static Knot], class: u32) -> Ready {
    Ready { props: props(knots, class), cautions: cautions(knots), changes: changes(knots) }
}

/// What a knot is drilled on: the shape it is taught on first; none where it is tied in the rope alone.
pub(super) fn drilled_on(knot: &Knot) -> Option<Shape> {
    let alone = |s: &Shape| matches!(s, Shape::Bight | Shape::OwnPart);
    let on_rope_alone = knot.path.strands.len() > 1;
    knot.entry.shapes.first().copied().filter(|s| !alone(s) && !on_rope_alone)
}

fn said(knots: &[&'static Knot]) -> String {
    listed(&knots.iter().map(|k| k.entry.said()).collect::<Vec<_>>())
}

fn the(knots: &[&'static Knot]) -> String {
    listed(&knots.iter().map(|k| format!("the {}", k.entry.said())).collect::<Vec<_>>())
}

fn props(knots: &[&'static Knot], class: u32) -> Vec<String> {
    let mut shapes: Vec<Shape> = Vec::new();
    for shape in knots.iter().filter_map(|k| drilled_on(k)) {
        if !shapes.contains(&shape) {
            shapes.push(shape);
        }
    }
    let of = |shape: &Shape| knots.iter().copied().filter(|k| drilled_on(k) == Some(*shape)).collect::<Vec<_>>();
    let count = class.div_ceil(TO_ONE);
    let objects = shapes.iter().map(|shape| {
        let name = &object_kind(*shape).name;
        let name = name.strip_prefix("an ").or_else(|| name.strip_prefix("a ")).unwrap_or(name);
        format!("{}, one for every two learners, {} in all: {}.", capital(name), number(count), said(&of(shape)))
    });
    let joined: Vec<&'static Knot> = knots.iter().copied().filter(|k| k.path.strands.len() > 1).collect();
    let cords = (!joined.is_empty()).then(|| {
        format!("Two cords of two colours for each, so that one rope is told from the other: {}.", said(&joined))
    });
    objects.chain(cords).collect()
}

fn cautions(knots: &[&'static Knot]) -> Vec<String> {
    let mut told: Vec<(&str, Vec<&'static Knot>)> = Vec::new();
    for (knot, caution) in knots.iter().flat_map(|k| k.entry.caution.iter().map(move |c| (*k, c.say.as_str()))) {
        match told.iter_mut().find(|(say, _)| *say == caution) {
            Some((_, of)) if of.iter().all(|k| k.id != knot.id) => of.push(knot),
            Some(_) => {}
            None => told.push((caution, vec![knot])),
        }
    }
    told.into_iter().map(|(say, of)| format!("{}: {}", capital(&said(&of)), say)).collect()
}

fn changes(knots: &[&'static Knot]) -> Vec<String> {
    let which = |f: fn(&Knot) -> bool| knots.iter().copied().filter(|k| f(k)).collect::<Vec<_>>();
    let are =
        |of: &[&'static Knot], one: &str, many: &str| if of.len() == 1 { one.to_owned() } else { many.to_owned() };
    let mut all = Vec::new();
    let bare = which(|k| !k.entry.hands.mittens);
    if !knots.is_empty() && bare.is_empty() {
        all.push("In gloves: every knot of it goes.".to_owned());
    } else if !bare.is_empty() {
        let ask = are(&bare, "asks for bare fingers", "ask for bare fingers");
        all.push(format!("In gloves: {} {ask}.", the(&bare)));
    }
    let seen = which(|k| !k.entry.hands.by_feel);
    if !seen.is_empty() {
        let is = are(&seen, "is", "are");
        all.push(format!(
            "In the dark: {} {is} not told by feel; keep {} for a lamp.",
            the(&seen),
            are(&seen, "it", "them")
        ));
    }
    let riding = which(|k| k.entry.grip.stands == Stands::Rides);
    if !riding.is_empty() {
        all.push(format!("In the wet: smooth wood and steel grip less under {}; add a turn.", the(&riding)));
    }
    let jams = which(|k| matches!(k.entry.release.untie, Untie::Jams | Untie::Cut));
    if !jams.is_empty() {
        all.push(format!("In the wet: {} {} harder; have a spike at hand.", the(&jams), are(&jams, "jams", "jam")));
    }
    all
}

//! What an instructor is asked next about an answer, and what there is to say.

use super::case::Case;
use super::finding::Asked;
use super::judge::{Judged, judge};
use crate::knot::{Mistake, Untie, catalogue};
use crate::situation::{Manner, Release, Situation, Stays, Task};
use crate::units::Band;
use crate::words::small;

/// Questions and their answers for one knot, in the order they are asked.
pub(super) fn asked(j: &Judged<'_>, case: &Case<'_>, wet: Option<&Situation>) -> Vec<Asked> {
    let says = |asks: &str, says: String| Asked { asks: asks.to_owned(), says };
    let e = &j.candidate.knot.entry;
    let mut list = Vec::new();
    if let Some(onto) = j.candidate.onto(case) {
        list.push(says("How does it get there?", onto.says().to_owned()));
    }
    if case.s.off != Release::Never {
        list.push(says("How is it undone?", undone(j, case)));
    }
    if let Some(m) = e.mistake.first() {
        list.push(says("How does it look when wrong?", wrong(m)));
    }
    list.push(says("What gives first?", gives_first(j, case)));
    if let Some(p) = &e.purchase {
        let other = case.reader.forces(case.reached(!p.over_clip));
        let otherwise = if p.over_clip {
            format!(
                "With a knotted loop in place of the clip your pull reaches {other}, est.: nothing to carry or to lose."
            )
        } else {
            format!(
                "Over a clip in the loop your pull reaches {other}, est.; two clips tie it off with nothing to untie."
            )
        };
        list.push(says("With or without hardware?", otherwise));
    }
    if let Some(wet) = wet {
        list.push(says("If it gets wet tonight?", if_wet(j, case, wet)));
    }
    list.push(says("When to look at it again?", look_again(j, case)));
    let built: Vec<String> = e.builds_on.iter().filter_map(|id| catalogue().find(id)).map(|k| k.entry.said()).collect();
    let builds = if built.is_empty() {
        "On nothing: it can be taught first.".to_owned()
    } else {
        format!("On the {}.", built.join(" and the "))
    };
    list.push(says("What does it build on?", builds));
    list
}

/// A usual mistake, and what is in the hand then where that has a name.
fn wrong(m: &Mistake) -> String {
    match m.makes.as_str() {
        "Not a knot we know" => format!("{}. {}", m.done, m.so),
        "Nothing" => format!("{}: nothing is left of it. {}", m.done, m.so),
        made => format!("{}: {}. {}", m.done, lower(made), m.so),
    }
}

fn lower(words: &str) -> String {
    let proper = words.split_whitespace().next().is_some_and(|w| w.ends_with("'s"));
    if proper { words.to_owned() } else { small(words) }
}

fn undone(j: &Judged<'_>, case: &Case<'_>) -> String {
    let e = &j.candidate.knot.entry;
    let after = match (j.candidate.heavy(case), e.release.untie) {
        (true, Untie::Easy) => " Even after this pull.",
        (true, Untie::Fair) => " After this pull it takes work.",
        (true, Untie::Jams) => " After this pull it has jammed: a spike.",
        (true, Untie::Cut) | (false, _) => "",
    };
    let frees = e.purchase.as_ref().map_or_else(String::new, |p| format!(" {}", p.frees));
    format!("{}{frees}{after}", e.release.say)
}

/// The weakest link: what it is tied to, or the cord at the knot, or the knot's own grip.
fn gives_first(j: &Judged<'_>, case: &Case<'_>) -> String {
    let r = &case.reader;
    let left: Band = j.candidate.strength_left(case);
    let kind = case.s.object.kind;
    if case.s.drawn_up_only() {
        return format!("Nothing under what the hand draws up: the cord breaks at {}, est.", r.forces(left));
    }
    let object = kind.bears_n.filter(|b| b.low < left.low);
    match object {
        Some(b) => {
            format!("The {}: it {} at {}, est. The cord bears more.", kind.shape.words(), kind.gives, r.forces(b))
        }
        None => format!("The cord, at the knot: {}, est.{}", r.forces(left), unknown(case)),
    }
}

/// Things whose strength nobody can know from here.
fn unknown(case: &Case<'_>) -> &'static str {
    use crate::situation::Shape::{Clip, Hook, Pipe, Post, Ring, Square};
    match case.s.object.kind.shape {
        Post => " If the tree or post is sound: look and push first.",
        Ring | Hook | Clip => " If its fixing is sound: the maker's rating decides.",
        Pipe | Square => " If the bar and its fixings are sound.",
        _ => "",
    }
}

/// The verdict in the same cord, wet.
fn if_wet(j: &Judged<'_>, case: &Case<'_>, wet: &Situation) -> String {
    let wet_case = Case { asks_strength: case.asks_strength, ..Case::new(wet, case.reader) };
    let w = judge(j.candidate.knot, &wet_case);
    let nylon = case.s.cord.kind.material == "nylon" && spans(case);
    let stretch = if nylon { " Nylon stretches wet: the line goes slack and is hauled in again." } else { "" };
    match &w.refusal {
        Some(f) => format!("It no longer fits. {}{stretch}", f.says),
        None if w.needed_mends() > j.needed_mends() => {
            let more = w.mended.iter().find(|(m, _)| !j.candidate.has(*m));
            let what = more.map_or_else(String::new, |(m, _)| super::mend::words(*m, &w.candidate, &wet_case));
            format!("It fits with {what}.{stretch}")
        }
        None if w.grade > j.grade => format!("It still fits, but grips barely: look at it.{stretch}"),
        None => format!("The choice stands.{stretch}"),
    }
}

fn look_again(j: &Judged<'_>, case: &Case<'_>) -> String {
    let mut says = match (case.s.manner, case.s.object.moves) {
        (_, true) => "As long as it moves: every hour.",
        (Manner::Flogging, _) => "In the first gusts, and whenever the wind rises or turns.",
        (Manner::Jerking | Manner::Swinging, _) => "After the first jerks or swings have drawn it up, then every hour.",
        (Manner::SlackAndTight, _) => "Whenever it has been slack.",
        (Manner::Steady, _) => match case.s.stays {
            Stays::Minutes => "Once it is loaded.",
            Stays::Dusk => "Once it is loaded, and at noon.",
            Stays::Night => "Once it is loaded, at dusk and at first light.",
            Stays::Season => "Once it is loaded, after a day, then every week and after each storm.",
        },
    }
    .to_owned();
    if case.s.cord.kind.stretch_percent >= STRETCHY && spans(case) {
        says.push_str(" This cord stretches: haul it in again after the first quarter of an hour.");
    }
    if j.candidate.one_pull && matches!(case.s.stays, Stays::Season | Stays::Night) {
        says.push_str(" Its tail hangs free: look daily.");
    }
    says
}

/// It ends a line that is kept tight: what stretches in it wants hauling in.
fn spans(case: &Case<'_>) -> bool {
    matches!(case.s.task, Task::MakeFast | Task::Guy)
}

/// From this stretch, per cent, a line wants hauling in again soon (common practice).
const STRETCHY: f64 = 20.0;

//! Every end, loop, guy and peg is a situation, and choosing answers it.

use super::draft::{Anchor, AnchorKind, ShelterDraft, Tighten};
use super::forces::Forces;
use super::pitch::uses_both;
use super::site::Between;
use super::stock::CoverKind;
use crate::choose::{Verdict, matters, shortlist};
use crate::knot::{Knot, catalogue};
use crate::object::Section;
use crate::situation::{CordDraft, Draft, Habits, Manner, Off, Shape, Situation, Stays, Task, Tension, Way};
use crate::units::{Band, Length, Reader};
use crate::usage::{LengthItem, taken};
use serde::Serialize;

/// A joint and the knot taken.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[cfg_attr(feature = "schema", schema(as = ShelterJoint))]
pub struct Joint {
    /// Stable id.
    pub id: String,
    /// Where it is.
    pub name: String,
    /// How many there are of it.
    pub times: usize,
    /// The situation it was judged as; absent for a purchase.
    pub situation: Option<Draft>,
    /// The knot's id.
    pub knot: String,
    /// Its name.
    pub knot_name: String,
    /// Why, with the mends it needs.
    pub because: String,
    /// Others that fit, best first, by id and name.
    pub others: Vec<[String; 2]>,
    /// Cord it takes, item by item.
    pub cord: Vec<LengthItem>,
    /// What stays in the line when it is undone.
    pub leaves: String,
    /// How it lets go.
    pub lets_go: String,
}

/// One joint as it is asked.
struct Ask {
    id: &'static str,
    name: String,
    times: usize,
    draft: Draft,
    /// Taken before the first answer where it fits: the way of tightening asks for it.
    rather: Option<&'static str>,
}

/// Prefix of the purchases' ids in the catalogue.
const PURCHASES: &str = "truckers-";
/// Matters whose ways take a purchase: the loop first, then how it is tied off.
const PURCHASE_MATTERS: [&str; 2] = ["mid-line-loop", "tie-off"];
/// The purchase where no school asks for another: its loop always frees.
const USUAL_PURCHASE: &str = "truckers-butterfly";

/// All joints of the shelter.
pub fn joints(
    draft: &ShelterDraft,
    between: &Between,
    cover: &CoverKind,
    forces: &Forces,
    guys: usize,
    habits: &Habits,
    reader: &Reader,
) -> Vec<Joint> {
    let schools = &habits.schools;
    let [near, far] = between.anchors.map(|i| &draft.anchors[i]);
    let mut all: Vec<Joint> = Vec::new();
    let answered = |ask: Ask| answer(ask, draft, habits, reader);
    all.push(answered(fixed_end(draft, near, forces, schools)));
    if uses_both(draft.pitch) {
        all.push(match draft.tighten {
            Tighten::Looped => purchase(draft, far, schools, reader),
            _ => answered(tight_end(draft, far, forces)),
        });
        all.push(answered(on_ridge(draft, forces)));
    }
    all.push(answered(guy_cover(draft, cover, forces, guys)));
    all.push(answered(guy_peg(draft, forces, guys)));
    all
}

/// What a joint is judged by: the middle of the band. What gives first is reckoned with its ends.
fn middle(b: Band) -> f64 {
    (b.low * b.high).sqrt()
}

fn base(task: Task, cord: &CordDraft, force: f64) -> Draft {
    Draft {
        cord: cord.clone(),
        force_n: Some(force.clamp(20.0, 20_000.0)),
        stays: Some(Stays::Night),
        ..Draft::usual(task)
    }
}

fn on_anchor(d: Draft, a: &Anchor) -> Draft {
    match a.kind {
        AnchorKind::Tree | AnchorKind::Post => Draft {
            shape: Some(Shape::Post),
            size_mm: Some(a.size_mm.max(30.0)),
            surface: Some(a.surface.clone()),
            ..d
        },
        AnchorKind::Vehicle => Draft { shape: Some(Shape::Ring), size_mm: Some(a.size_mm.clamp(4.0, 60.0)), ..d },
        AnchorKind::Peg => Draft { shape: Some(Shape::Peg), ..d },
    }
}

/// Schools of a fixed end that stays until it is untied; the others want it to drop away.
const STAYS: [&str; 2] = ["fixed-end-bowline", "fixed-end-timber"];

fn fixed_end(draft: &ShelterDraft, a: &Anchor, f: &Forces, schools: &[String]) -> Ask {
    let d = base(Task::MakeFast, &draft.ridge_cord, middle(f.ridge_n));
    let stays = schools.iter().any(|s| STAYS.contains(&s.as_str()));
    let off = Some(if stays { Off::ByHand } else { Off::OnePull });
    let d = Draft { off, leaves_nothing: !stays, ..on_anchor(d, a) };
    Ask { id: "fixed-end", name: format!("Fixed end, {}", a.name), times: 1, draft: d, rather: None }
}

fn tight_end(draft: &ShelterDraft, a: &Anchor, f: &Forces) -> Ask {
    let d = base(Task::MakeFast, &draft.ridge_cord, middle(f.ridge_n));
    // What holds the line while it is tied are turns, and turns are walked off again.
    let off = Some(Off::ByHand);
    let d = Draft { off, tight: true, leaves_nothing: true, ..on_anchor(d, a) };
    let rather = Some("two-turns-slipped");
    Ask { id: "tight-end", name: format!("Tightened end, {}", a.name), times: 1, draft: d, rather }
}

/// The cover's ends are kept apart along the ridge: by a cord on the ridge line that slides when it is slack.
fn on_ridge(draft: &ShelterDraft, f: &Forces) -> Ask {
    let ridge = crate::cord::cord(&draft.ridge_cord.kind).map_or(6.0, |c| c.diameter.mm());
    let d = base(Task::MakeFast, &draft.guy_cord, (f.hardest_guy_n.low / 2.0).max(40.0));
    let d =
        Draft { shape: Some(Shape::Rope), size_mm: Some(ridge), way: Some(Way::Along), off: Some(Off::ByHand), ..d };
    Ask { id: "on-ridge", name: "Cover’s ends on the ridge".into(), times: 2, draft: d, rather: None }
}

fn guy_cover(draft: &ShelterDraft, cover: &CoverKind, f: &Forces, guys: usize) -> Ask {
    let d = base(Task::MakeFast, &draft.guy_cord, middle(f.hardest_guy_n));
    let shape = if cover.eyelets { Shape::Eyelet } else { Shape::Ring };
    let d = Draft { shape: Some(shape), manner: Some(Manner::Steady), off: Some(Off::ByHand), ..d };
    Ask { id: "guy-cover", name: "Guys on the cover".into(), times: guys, draft: d, rather: None }
}

fn guy_peg(draft: &ShelterDraft, f: &Forces, guys: usize) -> Ask {
    let d = base(Task::Guy, &draft.guy_cord, middle(f.hardest_guy_n));
    let d = Draft { shape: Some(Shape::Peg), tension: Some(Tension::Yields), ..d };
    Ask { id: "guy-peg", name: "Guys at the pegs".into(), times: guys, draft: d, rather: None }
}

fn answer(ask: Ask, draft: &ShelterDraft, habits: &Habits, reader: &Reader) -> Joint {
    let situation = ask.draft;
    let Ok(read) = Situation::read_for(&situation, habits) else {
        return unanswered(ask.id, ask.name, ask.times, situation);
    };
    let own = draft.knots.get(ask.id).map(String::as_str);
    let mut knots = shortlist(catalogue(), &read, reader, own);
    let fits = knots.iter().take_while(|k| k.verdict != Verdict::DoesNotFit).count();
    let place = |id: &str| knots.iter().position(|k| k.id == id);
    let rather = ask.rather.and_then(place).filter(|i| *i < fits);
    let wished = own.and_then(place).or(rather);
    let Some(at) = wished.or((fits > 0).then_some(0)) else {
        return unanswered(ask.id, ask.name, ask.times, situation);
    };
    let others = knots[..fits].iter().enumerate().filter(|(i, _)| *i != at).take(8);
    let others = others.map(|(_, k)| [k.id.clone(), k.name.clone()]).collect();
    let taken = knots.swap_remove(at);
    let mends: Vec<String> = taken.mends.iter().map(|m| m.says.clone()).collect();
    let because = match (taken.verdict, mends.is_empty()) {
        (Verdict::DoesNotFit, _) => format!("Your own choice. {}", taken.lead.says),
        (_, true) => taken.lead.says.clone(),
        (_, false) => format!("{} With {}.", taken.lead.says, mends.join(", and ")),
    };
    let knot = catalogue().find(&taken.id);
    Joint {
        id: ask.id.into(),
        name: ask.name,
        times: ask.times,
        situation: Some(situation),
        knot: taken.id,
        knot_name: taken.name,
        because,
        others,
        cord: taken.facts.cord,
        leaves: taken.facts.leaves,
        lets_go: knot.map_or_else(String::new, |k| k.entry.release.say.clone()),
    }
}

fn unanswered(id: &str, name: String, times: usize, situation: Draft) -> Joint {
    Joint {
        id: id.into(),
        name,
        times,
        situation: Some(situation),
        knot: String::new(),
        knot_name: "Nothing fits".into(),
        because: "Open it in Choose: it says which wish to give up.".into(),
        others: Vec::new(),
        cord: Vec::new(),
        leaves: String::new(),
        lets_go: String::new(),
    }
}

impl Joint {
    /// Its knot's name within a sentence.
    pub fn knot_said(&self) -> String {
        catalogue().find(&self.knot).map_or_else(|| self.knot_name.clone(), |k| k.entry.said())
    }
}

/// The purchases of the catalogue, each in a sentence: what its loop is good for, and how it frees.
pub fn loops() -> Vec<String> {
    // Those that build on another purchase only tie it off otherwise.
    let own_loop = |k: &&Knot| !k.entry.builds_on.iter().any(|b| b.starts_with(PURCHASES));
    let all = catalogue().knots().iter().filter(|k| k.id.starts_with(PURCHASES)).filter(own_loop);
    all.map(|k| format!("{}: {} {}", k.entry.name, k.entry.about, k.entry.release.say)).collect()
}

/// The looped purchase: by the school preferred for its loop, else for its tying off, else on a butterfly.
fn purchase(draft: &ShelterDraft, a: &Anchor, schools: &[String], reader: &Reader) -> Joint {
    let all: Vec<&Knot> = catalogue().knots().iter().filter(|k| k.id.starts_with(PURCHASES)).collect();
    let ways =
        PURCHASE_MATTERS.iter().flat_map(|id| matters().iter().filter(move |m| m.id == **id)).flat_map(|m| &m.ways);
    let preferred = ways.filter(|w| schools.contains(&w.id)).flat_map(|w| w.purchases.iter().map(String::as_str));
    let asked = draft.knots.get("tight-end").map(String::as_str).into_iter().chain(preferred).chain([USUAL_PURCHASE]);
    let knot = asked.filter_map(|id| all.iter().find(|k| k.id == id).copied()).next().unwrap_or(all[0]);
    let d = crate::cord::cord(&draft.ridge_cord.kind).map_or(Length::from_mm(5.0), |c| c.diameter);
    let girth = Section::Round.girth(Length::from_mm(a.size_mm), d);
    let t = taken(&knot.entry.usage, knot.entry.usage.tail, &[d], girth);
    let items = [("round it", t.turns), ("in the knots", t.body), ("loop", t.eye), ("tail", t.tail)];
    Joint {
        id: "tight-end".into(),
        name: format!("Tightened end, {}", a.name),
        times: 1,
        situation: None,
        knot: knot.id.clone(),
        knot_name: knot.entry.name.clone(),
        because: knot.entry.about.clone(),
        others: all.iter().filter(|k| k.id != knot.id).map(|k| [k.id.clone(), k.entry.name.clone()]).collect(),
        cord: items.map(|(of, l)| LengthItem { of: of.into(), length_m: l.m(), words: reader.length(l) }).into(),
        leaves: knot.entry.release.leaves.what.clone(),
        lets_go: knot.entry.release.say.clone(),
    }
}

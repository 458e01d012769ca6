//! A cord too weak for the pull is refused as a cord, once; the knots are judged in one that would do.

use super::answer::{CordRefused, GiveUp};
use super::case::Case;
use super::fitting;
use super::judge::Judged;
use crate::cord::{Construction, Cord, Stiffness, cord, cords};
use crate::knot::Catalogue;
use crate::situation::{Situation, UsedCord};
use crate::units::{Force, Reader};

/// What is said of a weak cord.
pub(super) struct OtherCord {
    /// The refusal.
    pub refused: CordRefused,
    /// The situation in a cord that would do; absent where none of the list does.
    pub situation: Option<Situation>,
    /// What to give up where none does.
    pub give_up: Vec<GiveUp>,
    /// Nothing fits in that cord either: the wishes are to blame as well.
    pub nothing_fits: bool,
}

/// Whether the cord is too weak whatever is tied in it: by a middling knot, or by each that would fit.
fn too_weak(case: &Case<'_>, judged: &[Judged<'_>]) -> bool {
    let strong = |j: &Judged<'_>| j.refusal.as_ref().is_some_and(|f| f.rule == "strong");
    let none_fits = !judged.iter().any(Judged::fits);
    !bears_knotted(weakest(case.s), case.s, case.working_share()) || none_fits && judged.iter().any(strong)
}

/// Where the cord is too weak: the cord that would do.
pub(super) fn for_a_weak_one(
    catalogue: &Catalogue,
    s: &Situation,
    judged: &[Judged<'_>],
    reader: &Reader,
) -> Option<OtherCord> {
    let case = Case::new(s, *reader);
    // Where what it is tied to gives first, no cord helps: that is said instead.
    let object_gives = s.object.kind.bears_n.is_some_and(|b| s.force.n() > b.high) && !s.drawn_up_only();
    if object_gives || !too_weak(&case, judged) {
        return None;
    }
    let wanted = case.working_share();
    let weak = weakest(s);
    let times = weak.strength_n().low * MIDDLING / s.force.n();
    let says = format!(
        "{} is too weak for this: knotted it bears {times:.1} times {}, and {wanted:.0} are wanted.",
        super::rules::capital(&weak.kind.said(weak.diameter, reader)),
        reader.force(s.force),
    );
    let strong = strong_enough(s, wanted);
    let Some(first) = strong.first() else {
        return Some(OtherCord {
            refused: none_bears(says),
            situation: None,
            give_up: lighten(wanted, reader),
            nothing_fits: false,
        });
    };
    let tried = |(kind, own): &(&'static Cord, bool)| (*kind, *own, in_cord(s, kind, wanted));
    let fits = |(_, _, instead): &(&'static Cord, bool, Situation)| !fitting(catalogue, instead, reader).is_empty();
    // Where nothing fits in any, the first that bears it is named.
    let would_do = strong.iter().map(tried).find(fits);
    let nothing_fits = would_do.is_none();
    let (kind, own, instead) = would_do.unwrap_or_else(|| tried(first));
    let name = kind.said(kind.diameter, reader);
    let take = if kind.id == weak.kind.id {
        format!("Take {name} that is sound: this is worn. What follows is tied in that.")
    } else if own {
        format!("Take the {name} of the kit. What follows is tied in that.")
    } else {
        format!("Take {name}, or stronger. What follows is tied in that.")
    };
    let refused = CordRefused { says, take: Some(take), kind: Some(kind.id.clone()), of_the_kit: own };
    Some(OtherCord { refused, situation: Some(instead), give_up: Vec::new(), nothing_fits })
}

fn none_bears(says: String) -> CordRefused {
    CordRefused { says: format!("{says} No cord of the list bears it."), take: None, kind: None, of_the_kit: false }
}

/// What is left where no cord bears it.
fn lighten(wanted: f64, reader: &Reader) -> Vec<GiveUp> {
    let most = cords().iter().map(|c| c.strength_n.low * MIDDLING).fold(0.0, f64::max) / wanted;
    let most = reader.force(Force::from_n(most));
    let says = format!(
        "Keep the pull under {most}, or share it between several lines. Beyond that: rated gear, and a competent person."
    );
    vec![GiveUp { says, then_fits: Vec::new() }]
}

/// The weaker of the cords.
fn weakest(s: &Situation) -> &UsedCord {
    match &s.second {
        Some(second) if second.strength_n().low < s.cord.strength_n().low => second,
        _ => &s.cord,
    }
}

/// A sound length of this kind, as wet as the one it replaces.
fn sound(kind: &'static Cord, wet: bool) -> UsedCord {
    UsedCord { kind, diameter: kind.diameter, wet, worn: false, raw_end: false }
}

/// Cords that could bear it: the kit's first, then the weakest that do; ordinary cord before webbing, elastic or wire, unless
/// that is what it is.
fn strong_enough(s: &Situation, wanted: f64) -> Vec<(&'static Cord, bool)> {
    let was = weakest(s).kind.construction;
    let odd = |c: &Cord| {
        matches!(c.construction, Construction::Webbing | Construction::Shock | Construction::Wire)
            && c.construction != was
    };
    // Of the kit the weakest that bears it, slick cord last.
    let mut own: Vec<&'static Cord> = s.habits.kit.iter().filter_map(|id| cord(id)).collect();
    own.sort_by(|a, b| a.slick().cmp(&b.slick()).then(a.strength_n.low.total_cmp(&b.strength_n.low)));
    let mut others: Vec<&'static Cord> = cords().iter().collect();
    // Handy cord first: slick and stiff ones last.
    let handy = |c: &Cord| usize::from(c.slick()) * 2 + usize::from(c.stiffness == Stiffness::Stiff);
    others.sort_by(|a, b| handy(a).cmp(&handy(b)).then(a.strength_n.low.total_cmp(&b.strength_n.low)));
    let own = own.into_iter().map(|c| (c, true));
    own.chain(others.into_iter().map(|c| (c, false)))
        .filter(|(c, _)| !odd(c) && bears_knotted(&sound(c, s.cord.wet), s, wanted))
        .collect()
}

/// The same situation in this cord; of two joined, whichever does not bear it is replaced.
fn in_cord(s: &Situation, kind: &'static Cord, wanted: f64) -> Situation {
    let mut instead = s.clone();
    let take = |c: &mut UsedCord| {
        if !bears_knotted(c, s, wanted) {
            *c = sound(kind, c.wet);
        }
    };
    take(&mut instead.cord);
    if let Some(second) = instead.second.as_mut() {
        take(second);
    }
    instead
}

/// Share of its strength a cord keeps at a middling knot (common practice: knots halve cord at worst).
const MIDDLING: f64 = 0.6;

/// A cord that bears it by a middling knot is not what is too weak.
fn bears_knotted(c: &UsedCord, s: &Situation, wanted: f64) -> bool {
    c.strength_n().low * MIDDLING >= s.force.n() * wanted
}

/// Ordinary cord that lets something fit where the present one does not, under the same load.
pub(super) fn that_fits(catalogue: &Catalogue, s: &Situation, reader: &Reader) -> Option<&'static Cord> {
    let wanted = Case::new(s, *reader).working_share();
    let mut cords: Vec<&'static Cord> = strong_enough(s, wanted).into_iter().map(|(c, _)| c).collect();
    // The nearest in thickness to what was said: the change is to be a small one.
    let apart = |c: &Cord| (c.diameter.mm() - s.cord.diameter.mm()).abs();
    cords.sort_by(|a, b| apart(a).total_cmp(&apart(b)));
    cords.into_iter().filter(|c| c.id != s.cord.kind.id).find(|c| {
        let mut instead = s.clone();
        instead.cord = sound(c, s.cord.wet);
        if let Some(second) = instead.second.as_mut() {
            *second = sound(c, second.wet);
        }
        !fitting(catalogue, &instead, reader).is_empty()
    })
}

//! When nothing fits: which wish to give up, and what would fit then. What is given up is judged under the same load.

use super::answer::GiveUp;
use super::{fitting, other_cord};
use crate::knot::Catalogue;
use crate::object::surface;
use crate::situation::{HandsState, Manner, Release, Situation, Task, Tension, Way};
use crate::units::{Force, Reader};

/// A wish, and a situation without it.
struct Wish {
    says: &'static str,
    /// Takes the wish away; false when it was never wished.
    give_up: fn(&mut Situation) -> bool,
}

/// Wishes in the order people give them up.
const WISHES: &[Wish] = &[
    Wish {
        says: "Tie it with bare hands, both of them, in the light.",
        give_up: |s| set(&mut s.hands, HandsState::Bare),
    },
    Wish { says: "Bring more cord.", give_up: |s| s.cord_there_is.take().is_some() },
    Wish {
        says: "Set it once: adjust it by untying.",
        give_up: |s| s.tension == Tension::Adjusted && set(&mut s.tension, Tension::AsSet),
    },
    Wish {
        says: "Let it hold instead of slipping first.",
        give_up: |s| s.tension == Tension::Yields && set(&mut s.tension, Tension::AsSet),
    },
    Wish {
        says: "Haul it tight by hand, without a purchase.",
        give_up: |s| s.tension == Tension::Purchase && set(&mut s.tension, Tension::AsSet),
    },
    Wish { says: "Let it be tied slack and tightened after.", give_up: |s| std::mem::take(&mut s.tight) },
    Wish {
        says: "Let it be untied by hand instead of by one pull.",
        give_up: |s| s.off == Release::OnePull && set(&mut s.off, Release::ByHand),
    },
    Wish {
        says: "Let a knot stay in the line until it is untied.",
        give_up: |s| std::mem::take(&mut s.leaves_nothing),
    },
    Wish {
        says: "Bring an end: then it need not be tied in the bight.",
        give_up: |s| !std::mem::replace(&mut s.end_free, true),
    },
    Wish { says: "Keep away from the end of the bar.", give_up: |s| std::mem::take(&mut s.object.near_end) },
    Wish { says: "Steady the pull.", give_up: |s| set(&mut s.manner, Manner::Steady) },
    Wish {
        says: "Lead the pull straight away from the object.",
        give_up: |s| s.task != Task::MidLoop && set(&mut s.way, Way::Away),
    },
    Wish {
        says: "Wrap the object in sacking or cloth: rough enough to grip.",
        give_up: |s| {
            surface("canvas").is_some_and(|m| {
                s.object.kind.faced && s.object.material.id != m.id && {
                    s.object.material = m;
                    true
                }
            })
        },
    },
    Wish { says: "Share the pull between several of them.", give_up: share_the_pull },
    Wish {
        says: "Make the hole smaller, or put a washer on the cord.",
        give_up: |s| {
            let small = s.cord.diameter * 1.6;
            s.task == Task::Stop && s.object.size > small && set(&mut s.object.size, small)
        },
    },
];

fn set<T: PartialEq>(at: &mut T, to: T) -> bool {
    let changed = *at != to;
    *at = to;
    changed
}

/// Each takes what one bears at the cautious end.
fn share_the_pull(s: &mut Situation) -> bool {
    let Some(bears) = s.object.kind.bears_n else { return false };
    s.force.n() > bears.high && {
        s.force = Force::from_n(bears.low);
        true
    }
}

fn names(catalogue: &Catalogue, s: &Situation, reader: &Reader) -> Vec<String> {
    fitting(catalogue, s, reader).iter().map(|k| k.entry.name.clone()).collect()
}

/// Single wishes whose loss lets something fit, another cord among them; if none does, the first pair that does.
pub(super) fn to_give_up(catalogue: &Catalogue, situation: &Situation, reader: &Reader) -> Vec<GiveUp> {
    let without = |list: &[&Wish]| {
        let mut s = situation.clone();
        let all = list.iter().all(|w| (w.give_up)(&mut s));
        let fits = if all { names(catalogue, &s, reader) } else { Vec::new() };
        (!fits.is_empty())
            .then(|| GiveUp { says: list.iter().map(|w| w.says).collect::<Vec<_>>().join(" "), then_fits: fits })
    };
    let mut single: Vec<GiveUp> = WISHES.iter().filter_map(|w| without(&[w])).collect();
    single.extend(other_cord(catalogue, situation, reader));
    if !single.is_empty() {
        return single;
    }
    let pairs = WISHES.iter().enumerate().flat_map(|(i, a)| WISHES[i + 1..].iter().map(move |b| [a, b]));
    let pair = pairs.into_iter().find_map(|p| without(&p));
    pair.map_or_else(
        || {
            vec![GiveUp {
                says: "No knot of the catalogue does this. Change what it is tied to, or the cord.".into(),
                then_fits: Vec::new(),
            }]
        },
        |p| vec![p],
    )
}

/// Other cord of the list, under the same load.
fn other_cord(catalogue: &Catalogue, situation: &Situation, reader: &Reader) -> Option<GiveUp> {
    let kind = other_cord::that_fits(catalogue, situation, reader)?;
    let mut s = situation.clone();
    (s.cord.kind, s.cord.diameter, s.cord.worn) = (kind, kind.diameter, false);
    if let Some(second) = s.second.as_mut() {
        (second.kind, second.diameter, second.worn) = (kind, kind.diameter, false);
    }
    let then_fits = names(catalogue, &s, reader);
    Some(GiveUp { says: format!("Take other cord: {}, for one.", kind.said(kind.diameter, reader)), then_fits })
}

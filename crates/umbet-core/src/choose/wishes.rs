//! When nothing fits: which wish to give up, and what would fit then.

use super::answer::GiveUp;
use super::fitting;
use crate::cord::{Construction, cord};
use crate::knot::Catalogue;
use crate::object::surface;
use crate::situation::{HandsState, Manner, Off, Situation, Tension, Way};
use crate::units::Length;

/// A wish, and a situation without it.
struct Wish {
    says: &'static str,
    /// Takes the wish away; false when it was never wished.
    give_up: fn(&mut Situation) -> bool,
}

/// Wishes in the order people give them up.
const WISHES: &[Wish] = &[
    Wish {
        says: "Take the mittens off, or tie it in the light with both hands.",
        give_up: |s| set(&mut s.hands, HandsState::Bare),
    },
    Wish {
        says: "Set it once: adjust it by untying. For a purchase, reeve the end through a loop in the line and haul back.",
        give_up: |s| set(&mut s.tension, Tension::AsSet),
    },
    Wish { says: "Let it be tied slack and tightened after.", give_up: |s| std::mem::take(&mut s.tight) },
    Wish {
        says: "Let it be untied by hand instead of by one pull.",
        give_up: |s| s.off == Off::OnePull && set(&mut s.off, Off::ByHand),
    },
    Wish {
        says: "Let a knot stay in the line until it is untied.",
        give_up: |s| std::mem::take(&mut s.leaves_nothing),
    },
    Wish {
        says: "Bring an end: then it need not be tied in the bight.",
        give_up: |s| !std::mem::replace(&mut s.end_free, true),
    },
    Wish { says: "Steady the pull.", give_up: |s| set(&mut s.manner, Manner::Steady) },
    Wish { says: "Lead the pull straight away from the object.", give_up: |s| set(&mut s.way, Way::Away) },
    Wish {
        says: "Wrap the object in sacking or cloth: rough enough to grip.",
        give_up: |s| {
            surface("canvas").is_some_and(|m| {
                s.object.material.id != m.id && {
                    s.object.material = m;
                    true
                }
            })
        },
    },
    Wish { says: "Take other cord: parachute cord, for one.", give_up: take_other_cord },
    Wish {
        says: "Make the hole smaller, or put a washer on the cord.",
        give_up: |s| {
            let small = s.cord.diameter * 1.6;
            s.task == crate::situation::Task::Stop && set(&mut s.object.size, small)
        },
    },
];

fn set<T: PartialEq>(at: &mut T, to: T) -> bool {
    let changed = *at != to;
    *at = to;
    changed
}

fn take_other_cord(s: &mut Situation) -> bool {
    let odd =
        |c: &crate::situation::UsedCord| matches!(c.kind.construction, Construction::Webbing | Construction::Shock);
    let Some(plain) = cord("paracord-iii") else { return false };
    let mut changed = false;
    for c in [Some(&mut s.cord), s.second.as_mut()].into_iter().flatten() {
        if odd(c) || c.kind.slick() || c.diameter > Length::from_mm(6.0) {
            (c.kind, c.diameter, changed) = (plain, plain.diameter, true);
        }
    }
    changed
}

/// Single wishes whose loss lets something fit; if none does, the first pair that does.
pub(super) fn to_give_up(catalogue: &Catalogue, situation: &Situation) -> Vec<GiveUp> {
    let without = |list: &[&Wish]| {
        let mut s = situation.clone();
        let all = list.iter().all(|w| (w.give_up)(&mut s));
        let fits: Vec<String> =
            if all { fitting(catalogue, &s).iter().map(|k| k.entry.name.clone()).collect() } else { Vec::new() };
        (!fits.is_empty())
            .then(|| GiveUp { says: list.iter().map(|w| w.says).collect::<Vec<_>>().join(" "), then_fits: fits })
    };
    let single: Vec<GiveUp> = WISHES.iter().filter_map(|w| without(&[w])).collect();
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

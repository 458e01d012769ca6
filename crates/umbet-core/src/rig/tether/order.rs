//! Tying up and casting off, in order.

use super::draft::{EyeKind, Held, Tether, TiedTo};
use super::link::times;
use super::reach::TetherReach;
use super::tug::Tug;
use crate::rig::joint::knot_at;
use crate::rig::{Joint, Step};
use crate::situation::Release;
use crate::units::{Length, Reader};

/// The order of work.
pub fn order(tether: &Tether, reach: &TetherReach, tug: &Tug, joints: &[Joint], reader: &Reader) -> Vec<Step> {
    let d = &tether.said;
    let m = |m: f64| reader.length(Length::from_m(m));
    let mut all = vec![Step::new("look", "Look", looks(tether))];
    if d.to == TiedTo::Stake {
        all.push(
            Step::new(
                "stake",
                "Stake",
                "Drive the stake in, leaning away from the pull, and try it with your own weight.",
            )
            .with("into the ground", m(d.deep_m)),
        );
    }
    if d.held == Held::Led {
        let say = format!(
            "Lay the link’s cord {} round the ring of the saddle ahead and join its ends with {}: only the link goes through the ring, never the lead.",
            times(d.link_turns),
            knot_at(joints, "link")
        );
        all.push(Step::new("link", "Weak link", say).at("link"));
    }
    all.push(Step::new("eye", "Eye", at_eye(tether, joints)).at("eye"));
    let tie = Step::new("tie", "Tie", at_tie(tether, joints)).at("tie").with("line to the eye", m(d.line_m));
    all.push(tie.with("tugs, est.", reader.forces(tug.daily_n)));
    if d.stopper && tether.released().0 != Release::OnePull {
        all.push(Step::new("stopper", "Stopper", "Put an overhand into the end of the tail and draw it hard up: the tail may be short then, and cannot slip back through."));
    }
    all.push(Step::new("try", "Try it", tried(tether)));
    match d.held {
        Held::Boat => {
            let say = match &reach.tide {
                Some(t) => format!(
                    "See that it can go to low water and back: {} of line at least, nothing for it to hang up on.",
                    m(t.least_m)
                ),
                None => "See what it swings onto.".into(),
            };
            all.push(Step::new("tide", "Low water", say));
            all.push(Step::new(
                "chafe",
                "Chafe",
                "Pad the line where it goes over an edge, and look again at every turn of the tide.",
            ));
        }
        Held::Animal => {
            let say = "Walk round as far as it comes: no wire, no hole, nothing to wind round, nothing it may eat.";
            all.push(Step::new("walk", "Walk round", say).with("it comes", m(reach.sweep_m)));
        }
        Held::Gear | Held::Led => {}
    }
    all
}

fn looks(tether: &Tether) -> &'static str {
    match (tether.said.held, tether.said.to) {
        (Held::Led, _) => "Look at the ring of the saddle ahead and at the halter: sewn, riveted, whole.",
        (_, TiedTo::Tree) => "Look the tree over: alive, thicker than an arm, nothing dead above; pad the bark.",
        (_, TiedTo::Post) => "Push the post hard: what gives under a hand does not hold.",
        (_, TiedTo::Rail) => "Push the rail and look at what holds it: tie by a post, never to a loose rail or a gate.",
        (_, TiedTo::Ring) => "Look at the ring and at what holds it: rust, a nut gone, an edge that cuts.",
        (_, TiedTo::Stake) => "Look where the stake goes: no pipe, no wire, no root that is spared.",
    }
}

fn at_eye(tether: &Tether, joints: &[Joint]) -> String {
    let knot = knot_at(joints, "eye");
    match (tether.said.held, tether.said.eye) {
        (_, EyeKind::Neck) => {
            format!("Tie {knot} round the neck, a flat hand’s room inside it: it must not tighten, whatever it does.")
        }
        (Held::Boat, _) => format!("Tie {knot} at the bow."),
        (Held::Gear, _) => format!("Tie {knot} on the gear, where it bears its weight."),
        (_, EyeKind::Soft) => format!(
            "Tie {knot} on the halter’s eye and draw it up so that it sits on the eye itself, not above it on its two legs."
        ),
        _ => format!("Tie {knot} on the halter’s ring."),
    }
}

fn at_tie(tether: &Tether, joints: &[Joint]) -> String {
    let knot = knot_at(joints, "tie");
    let to = tether.said.to.words().replacen("a ", "the ", 1);
    let off = tether.released().0;
    match tether.said.held {
        Held::Led => format!("Tie {knot} on the link, so long that the one behind walks with its head low."),
        Held::Animal if off == Release::OnePull => {
            format!("Tie {knot} on {to}, its end hanging where you reach it and the animal does not.")
        }
        _ => format!("Tie {knot} on {to}."),
    }
}

fn tried(tether: &Tether) -> &'static str {
    match (tether.said.held, tether.released().0) {
        (Held::Led, _) => {
            "Part a link like it once, standing on it with a stick through it, so that you know what it takes."
        }
        (_, Release::OnePull) => "Lean on the line and pull the end: it has to come away at once. Tie it again.",
        _ => "Lean your weight on the line, slacken it, jerk it: nothing creeps, nothing shakes loose.",
    }
}

/// Casting off.
pub fn strike(tether: &Tether) -> Vec<Step> {
    let say = match tether.said.held {
        Held::Boat => "Hold the boat in, look where wind and current take her, cast off the tie, then the bow.",
        Held::Animal => "Stand at its shoulder, not before it; take the line in hand, then free the tie.",
        Held::Led => "Halt, hold the one ahead, then free the last first.",
        Held::Gear => "Take its weight off the line first.",
    };
    vec![
        Step::new("off", "Cast off", say),
        Step::new("coil", "Coil", "Shake the knots out, look the line over where it bent, and coil it."),
    ]
}

//! The joints of a shelter: its line's ends, the cover's, guys and pegs.

use super::draft::Shelter;
use super::forces::Forces;
use super::pitch::Geometry;
use super::site::Between;
use crate::rig::anchor::Anchor;
use crate::rig::joint::{Joint, JointAsk, under};
use crate::rig::middle;
use crate::rig::tighten::Tighten;
use crate::situation::{Draft, Habits, Manner, Release, Shape, Task, Tension, Way};
use crate::units::Reader;

/// All joints of the shelter.
pub fn joints(
    shelter: &Shelter,
    between: &Between,
    g: &Geometry,
    forces: &Forces,
    habits: &Habits,
    reader: &Reader,
) -> Vec<Joint> {
    let [near, far] = between.anchors.map(|i| &shelter.anchors[i]);
    let guys = g.guys.len();
    let mut asks = Vec::new();
    if shelter.pitch.needs_two_anchors() {
        asks.push(fixed_end(shelter, near, g.ties_m[0], forces, habits));
        asks.push(tight_end(shelter, far, g.ties_m[1], forces));
        if shelter.split {
            asks.push(on_the_cover(shelter, forces, "ridge-cover", "Half ridges on the cover", 2));
        } else {
            asks.push(on_ridge(shelter, forces));
        }
    } else {
        asks.push(peak_line_end(shelter, near, g, forces, habits));
        asks.push(on_the_cover(shelter, forces, "ridge-cover", "Line on the cover’s peak", 1));
    }
    if !g.backstays.is_empty() {
        asks.push(backstay(shelter, forces, g.backstays.len()));
    }
    if g.guys.iter().any(|guy| guy.run_m > super::lengths::PEGGED_M) {
        asks.push(guy_cover(shelter, forces, guys));
        asks.push(guy_peg(shelter, forces, guys));
    }
    asks.into_iter()
        .map(|ask| {
            let own = shelter.own_knot(ask.id);
            Joint::answered(ask, own, habits, reader)
        })
        .collect()
}

/// Schools of a fixed end that stays until it is untied; the others want it to drop away.
const STAYS: [&str; 2] = ["fixed-end-bowline", "fixed-end-timber"];

fn fixed_end(shelter: &Shelter, a: &Anchor, tie_m: f64, f: &Forces, habits: &Habits) -> JointAsk {
    let d = under(Task::MakeFast, &shelter.said.ridge_cord, middle(f.ridge_n));
    let stays = habits.schools.iter().any(|s| STAYS.contains(&s.as_str()));
    let off = Some(if stays { Release::ByHand } else { Release::OnePull });
    let situation = Draft { off, leaves_nothing: !stays, ..a.joint(d, tie_m) };
    JointAsk { id: "fixed-end", name: format!("Fixed end, {}", a.name), times: 1, situation, rather: None }
}

/// A half pyramid's line is drawn up and let out like a guy; a plough point's is tied once.
fn peak_line_end(shelter: &Shelter, a: &Anchor, g: &Geometry, f: &Forces, habits: &Habits) -> JointAsk {
    if g.poles.is_empty() {
        return fixed_end(shelter, a, g.ties_m[0], f, habits);
    }
    let d = under(Task::Guy, &shelter.said.ridge_cord, middle(f.ridge_n));
    let situation = Draft { tension: Some(Tension::Adjusted), off: Some(Release::ByHand), ..a.joint(d, g.ties_m[0]) };
    JointAsk { id: "fixed-end", name: format!("Adjustable end, {}", a.name), times: 1, situation, rather: None }
}

fn tight_end(shelter: &Shelter, a: &Anchor, tie_m: f64, f: &Forces) -> JointAsk {
    let d = under(Task::MakeFast, &shelter.said.ridge_cord, middle(f.ridge_n));
    // What holds the line while it is tied are turns, and turns are walked off again.
    let d = Draft { off: Some(Release::ByHand), ..a.joint(d, tie_m) };
    let looped = shelter.tighten == Tighten::Looped;
    let situation = if looped {
        Draft { tension: Some(Tension::Purchase), haul_n: Some(shelter.pull_n), ..d }
    } else {
        Draft { tight: true, leaves_nothing: true, ..d }
    };
    let rather = (!looped).then_some("two-turns-slipped");
    JointAsk { id: "tight-end", name: format!("Tightened end, {}", a.name), times: 1, situation, rather }
}

/// The line's own end on the cover: an eyelet or a sewn loop bears the ridge's pull.
fn on_the_cover(shelter: &Shelter, f: &Forces, id: &'static str, name: &str, times: usize) -> JointAsk {
    let d = under(Task::MakeFast, &shelter.said.ridge_cord, middle(f.ridge_n));
    let situation = Draft { shape: Some(tie_point(shelter)), off: Some(Release::ByHand), ..d };
    JointAsk { id, name: name.into(), times, situation, rather: None }
}

fn tie_point(shelter: &Shelter) -> Shape {
    if shelter.cover.eyelets { Shape::Eyelet } else { Shape::Ring }
}

/// The cover's ends are kept apart along the ridge: by a cord on the ridge line that slides when it is slack.
fn on_ridge(shelter: &Shelter, f: &Forces) -> JointAsk {
    let d = under(Task::MakeFast, &shelter.said.guy_cord, (f.hardest_guy_n.low / 2.0).max(40.0));
    let size_mm = Some(shelter.ridge_cord.diameter.mm());
    let situation = Draft { shape: Some(Shape::Rope), size_mm, way: Some(Way::Along), off: Some(Release::ByHand), ..d };
    JointAsk { id: "on-ridge", name: "Cover’s ends on the ridge".into(), times: 2, situation, rather: None }
}

/// A backstay pulls √2 times the line.
fn backstay(shelter: &Shelter, f: &Forces, times: usize) -> JointAsk {
    let d = under(Task::Guy, &shelter.said.ridge_cord, middle(f.ridge_n) * std::f64::consts::SQRT_2);
    let situation =
        Draft { shape: Some(Shape::Peg), tension: Some(Tension::Adjusted), off: Some(Release::ByHand), ..d };
    JointAsk { id: "backstay", name: "Backstay at its peg".into(), times, situation, rather: None }
}

fn guy_cover(shelter: &Shelter, f: &Forces, guys: usize) -> JointAsk {
    let d = under(Task::MakeFast, &shelter.said.guy_cord, middle(f.hardest_guy_n));
    let shape = Some(tie_point(shelter));
    let situation = Draft { shape, manner: Some(Manner::Steady), off: Some(Release::ByHand), ..d };
    JointAsk { id: "guy-cover", name: "Guys on the cover".into(), times: guys, situation, rather: None }
}

fn guy_peg(shelter: &Shelter, f: &Forces, guys: usize) -> JointAsk {
    let d = under(Task::Guy, &shelter.said.guy_cord, middle(f.hardest_guy_n));
    let situation = Draft { shape: Some(Shape::Peg), tension: Some(Tension::Yields), ..d };
    JointAsk { id: "guy-peg", name: "Guys at the pegs".into(), times: guys, situation, rather: None }
}

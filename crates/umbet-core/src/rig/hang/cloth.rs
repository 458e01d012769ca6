//! Cloth tied on a bar: its ties, their cord, and when they are tied.

use super::draft::{Hang, HungThing};
use crate::rig::cut::{item, of_joint};
use crate::rig::joint::{JointAsk, knot_at};
use crate::rig::{Cut, Joint, Step};
use crate::situation::{Draft, Release, Stays, Task};
use crate::units::{G, Length, Reader};
use crate::words::{capital, number};
use std::f64::consts::PI;

/// From the bar to an eyelet and through it, there and back, metres (common practice: a hand).
const TO_EYELET_M: f64 = 0.1;
/// Farther apart than this the edge hangs in bights between its ties, metres (common practice: a forearm).
const APART_M: f64 = 0.5;
/// A tie bears a hand's pull at least, newtons (common practice).
const LEAST_N: f64 = 20.0;

impl Hang {
    fn cloths(&self) -> impl Iterator<Item = &HungThing> {
        self.said.things.iter().filter(|t| t.ties > 0)
    }

    /// How many ties there are.
    fn tied_times(&self) -> usize {
        self.cloths().map(|t| t.ties as usize).sum()
    }

    /// A tie goes round the bar and through an eyelet, and its two ends are tied together.
    pub(super) fn ties(&self) -> Option<JointAsk> {
        let times = self.tied_times();
        let each = self.cloths().map(|t| t.mass_kg * G / f64::from(t.ties)).fold(0.0, f64::max);
        let situation = Draft {
            cord: self.said.cord.clone(),
            force_n: Some(each.max(LEAST_N)),
            stays: Some(Stays::Night),
            off: Some(Release::ByHand),
            ..Draft::usual(Task::Bind)
        };
        let name = "Ties of the cloth, round the bar".to_owned();
        (times > 0).then_some(JointAsk { id: "tie", name, times, situation, rather: None })
    }

    pub(super) fn tie_cuts(&self, joints: &[Joint], reader: &Reader) -> Option<Cut> {
        let times = self.tied_times();
        let round = PI * (self.said.thick_mm / 1000.0 + self.cord.diameter.m());
        let mut items = vec![item("round the bar", round, reader), item("to the eyelet and back", TO_EYELET_M, reader)];
        items.extend(of_joint(joints, "tie", "its two ends", reader));
        (times > 0).then(|| Cut::of("Tie of the cloth", times, &self.cord, items, reader))
    }

    /// Cloth is tied on while the bar hangs low.
    pub(super) fn tie_on(&self, joints: &[Joint], reader: &Reader) -> Vec<Step> {
        let m = |m: f64| reader.length(Length::from_m(m));
        let tied = |(i, t): (usize, &HungThing)| {
            let apart = (t.along_m[1] - t.along_m[0]) / f64::from(t.ties - 1);
            let order = match t.ties {
                ..4 => format!("the edge drawn straight between its {} ties", number(t.ties)),
                ties => format!(
                    "its middle first, then its two ends, the edge drawn straight, then {} between",
                    number(ties - 3)
                ),
            };
            let (name, knot) = (t.name.trim(), knot_at(joints, "tie"));
            let say = format!("Tie {name} on while the bar hangs low, {order}; each {knot}.");
            Step::new(&format!("cloth-{i}"), "Cloth", say).at("tie").with("from tie to tie", m(apart))
        };
        self.cloths().enumerate().map(tied).collect()
    }

    /// Ties so far apart that the edge hangs between them.
    pub(super) fn slack_edges(&self, reader: &Reader) -> Vec<String> {
        let wide = |t: &&HungThing| (t.along_m[1] - t.along_m[0]) / f64::from(t.ties - 1) > APART_M;
        let says = |t: &HungThing| {
            let wanted = ((t.along_m[1] - t.along_m[0]) / APART_M).ceil() as u32 + 1;
            format!(
                "{} hangs in bights between its ties: {} of them lie {} apart at most.",
                capital(t.name.trim()),
                number(wanted),
                reader.length(Length::from_m(APART_M))
            )
        };
        self.cloths().filter(wide).map(says).collect()
    }
}

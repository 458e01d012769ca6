//! Raising a mast, and lowering it.

use super::draft::{Mast, Stakes};
use super::forces::MastForces;
use crate::rig::joint::{find, knot_at};
use crate::rig::{Joint, Step};
use crate::units::{Band, G, Length, Reader};
use crate::words::{listed, number};

impl Mast {
    /// What lifts it by its highest guys while it lies, newtons.
    fn lifts_n(&self) -> f64 {
        let high = self.said.size.high_m;
        // Weight times the arm of its middle, by halves; a taper’s middle lies lower than half its height.
        let own: f64 = (0..20).map(|i| self.slice_kg(f64::from(i) / 20.0 * high, high / 20.0)).sum();
        let at = self.said.guys_m.last().copied().unwrap_or(high);
        (own + self.said.head_kg * high) * G / at
    }

    /// A slice’s mass times its height.
    fn slice_kg(&self, from: f64, long: f64) -> f64 {
        let middle = from + long / 2.0;
        self.kind.density * self.section(middle).area_m2 * long * middle
    }

    /// From stake to stake of neighbouring sides, metres, of these guys.
    pub(super) fn apart_m(&self, level: usize) -> f64 {
        self.out_m(level) * 2.0 * (std::f64::consts::PI / f64::from(self.said.sides)).sin()
    }

    fn staked(&self, reader: &Reader) -> String {
        let m = |m: f64| reader.length(Length::from_m(m));
        let last = self.said.guys_m.len() - 1;
        let sides = number(self.said.sides);
        let ring =
            |level| format!("{} out, {} from one side to the next", m(self.out_m(level)), m(self.apart_m(level)));
        let places = match self.said.stakes {
            Stakes::Own if last > 0 => {
                let all: Vec<String> = (0..=last).map(ring).collect();
                format!("stakes on {sides} sides: {}", listed(&all).replace(" and ", "; and "))
            }
            _ => format!("{sides} stakes, {}", ring(last)),
        };
        format!(
            "Mark the foot, and from it {places}; drive them {} deep, leaning away from the mast.",
            m(self.said.deep_m)
        )
    }

    pub(super) fn order(&self, forces: &MastForces, joints: &[Joint], reader: &Reader) -> Vec<Step> {
        let m = |m: f64| reader.length(Length::from_m(m));
        let n = |x: f64| reader.forces(Band { low: x, high: x });
        let d = &self.said;
        let levels = d.guys_m.len();
        let (lowest, heights) = (m(d.guys_m[0]), d.guys_m.iter().map(|h| m(*h)).collect::<Vec<_>>());
        let each = if levels > 1 { ", each level of another colour or marked by a knot in its end" } else { "" };
        let many = number(d.sides + 1);
        let from = if levels > 1 { "the lowest guys" } else { "its guys" };
        let mut all = vec![
            Step::new("look", "Look up", "Look up and round: no wire overhead within one and a half times the mast’s height of where it could fall, no branch over it."),
            Step::new("stakes", "Stakes", self.staked(reader)).with("a stake bears, est.", reader.forces(self.ground.bears(d.deep_m))),
            Step::new("foot", "Foot", "Dig the foot a hand deep or set it against a stake: it is pushed aside as well as down.")
                .with("aside, est.", reader.forces(forces.foot_n))
                .with("down, est.", reader.forces(forces.down_n)),
            Step::new("guys", "Guys on", format!("With the mast lying, its foot at its place, tie {} guys on at {}{each}: {}.", number(d.sides * levels as u32), listed(&heights), knot_at(joints, "mast"))).at("mast"),
            Step::new("raise", "Raise", format!("{} people: one keeps the foot, one walks the mast up from its head, the others keep {from} in their hands, none slack, and haul or pay out as it rises.", crate::words::capital(&many)))
                .with("lifts it at first", n(self.lifts_n())),
            Step::new("lowest", "Make fast", format!("Upright by eye from two sides: make the guys at {lowest} fast at their stakes: {}.", knot_at(joints, "stake"))).at("stake").with("draw each with", n(d.pull_n)),
        ];
        if levels > 1 {
            all.push(Step::new("upper", "Upper guys", format!("Then those at {}, from below up, opposite ones together, so that the mast stays straight. Look along it: no bow.", listed(&heights[1..]))).at("stake").with("draw each with", n(d.pull_n)));
        }
        if d.head_n > 0.0 {
            all.push(
                Step::new(
                    "head",
                    "Line from the head",
                    "Now the line from its head is drawn, and the guys against it a little more.",
                )
                .with("pulls with", n(d.head_n)),
            );
        }
        all.push(
            Step::new(
                "again",
                "Look again",
                "After an hour, after rain and when the wind turns: along the mast, at every stake, at every guy.",
            )
            .with(
                "its top moves, est.",
                reader.lengths(Length::from_m(forces.sways_m.low), Length::from_m(forces.sways_m.high)),
            ),
        );
        all
    }

    pub(super) fn strike(&self, joints: &[Joint]) -> Vec<Step> {
        let lets_go = find(joints, "stake").map_or("", |j| j.lets_go.as_str());
        let hands = "A hand at the foot, one on the mast, one on each of the lowest guys: nobody where it could fall.";
        let mut all = vec![Step::new("hands", "Hands on", hands)];
        if self.said.head_n > 0.0 {
            all.push(Step::new("head-off", "Line off", "Slack the line from its head before any guy."));
        }
        if self.said.guys_m.len() > 1 {
            all.push(
                Step::new(
                    "upper-off",
                    "Upper guys off",
                    format!("Cast off the upper guys, from above down. {lets_go}").trim().to_owned(),
                )
                .at("stake"),
            );
        }
        all.push(Step::new("lower", "Lower", "Take the guy opposite to where it is to lie in hand, cast off the others of the lowest, and let it down, walked down by its head.").at("stake"));
        all.push(Step::new("draw", "Stakes out", "Draw every stake, count them, and close the holes.").at("mast"));
        all
    }
}

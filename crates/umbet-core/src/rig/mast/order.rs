//! Raising a mast, and lowering it.

use super::draft::{Mast, Stakes};
use super::forces::MastForces;
use crate::rig::joint::{find, knot_at};
use crate::rig::{Joint, Step};
use crate::units::{Force, G, Length, Reader};
use crate::words::{capital, listed, number};

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
                format!("stakes on {sides} sides: {}", listed(&all))
            }
            _ => format!("{sides} stakes, {}", ring(last)),
        };
        format!(
            "Mark the foot, and from it {places}; drive them {} deep, leaning away from the mast.",
            m(self.said.deep_m)
        )
    }

    /// At the foot, under the mast, and at the guy it is hauled up by.
    fn hands(&self) -> u32 {
        2 + (self.lifts_n() / LIFTS_N).ceil().max(1.0) as u32
    }

    pub(super) fn order(&self, forces: &MastForces, joints: &[Joint], reader: &Reader) -> Vec<Step> {
        let look = "Look up and round: no wire overhead within one and a half times the mast’s height of where it could fall, no branch over it.";
        let aside = forces.foot_n.high > NOT_FELT_N;
        let foot = if aside { ": it is pushed aside as well as down." } else { ", so that it cannot walk." };
        let foot = format!("Dig the foot a hand deep or set it against a stake{foot}");
        let foot = Step::new("foot", "Foot", foot);
        let foot = if aside { foot.with("aside, est.", reader.forces(forces.foot_n)) } else { foot };
        let again = "After an hour, after rain and when the wind turns: along the mast, at every stake, at every guy.";
        let moves = reader.lengths(Length::from_m(forces.sways_m.low), Length::from_m(forces.sways_m.high));
        let mut all = vec![
            Step::new("look", "Look up", look),
            Step::new("stakes", "Stakes", self.staked(reader))
                .with("a stake bears, est.", reader.forces(self.ground.bears(self.said.deep_m))),
            foot.with("down, est.", reader.forces(forces.down_n)),
            self.tie_guys(joints, reader),
        ];
        all.extend(self.raise(joints, reader));
        if self.said.head_n > 0.0 {
            let say = "Now the line from its head is drawn, and the guys against it a little more.";
            all.push(
                Step::new("head", "Line from the head", say)
                    .with("pulls with", reader.force(Force::from_n(self.said.head_n))),
            );
        }
        all.push(Step::new("again", "Look again", again).with("its top moves, est.", moves));
        all
    }

    fn tie_guys(&self, joints: &[Joint], reader: &Reader) -> Step {
        let levels = self.said.guys_m.len();
        let heights: Vec<String> = self.said.guys_m.iter().map(|h| reader.length(Length::from_m(*h))).collect();
        // It falls away from the stake it is hauled up from.
        let lies = if self.said.sides == 3 { "between two stakes" } else { "at a stake" };
        let each = if levels > 1 { ", each level marked by so many knots in its ends" } else { "" };
        let say = format!(
            "Lay the mast with its foot in place, pointing {lies}; tie {} guys on at {}{each}: {}.",
            number(self.said.sides * levels as u32),
            listed(&heights),
            knot_at(joints, "mast")
        );
        Step::new("guys", "Guys on", say).at("mast")
    }

    /// Guys made fast beforehand at the length they are to have come taut as it stands: those beside it stay taut meanwhile, those
    /// it points at are slack.
    fn raise(&self, joints: &[Joint], reader: &Reader) -> Vec<Step> {
        let m = |m: f64| reader.length(Length::from_m(m));
        let d = &self.said;
        let hitch = knot_at(joints, "stake");
        let (which, at) = if d.guys_m.len() > 1 { ("lowest guys", m(d.guys_m[0])) } else { ("guys", m(d.guys_m[0])) };
        let before = format!(
            "Make the {which} fast, {} from mast to stake, but not the one behind the foot: {hitch}. They come taut as it stands.",
            m(self.guy_m(0))
        );
        let walk = format!(
            "{} people: one keeps the foot, one hauls on the guy behind it, {} up from under its head. Upright, make that guy fast too.",
            capital(&number(self.hands())),
            if self.hands() > 3 { "the others walk the mast" } else { "one walks the mast" }
        );
        let plumb = format!("Upright by eye from two sides: set the guys at {at} by their hitches.");
        let drawn = |step: Step| step.at("stake").with("draw each with", reader.force(Force::from_n(d.pull_n)));
        let mut all = vec![
            Step::new("before", "Make fast", before).at("stake"),
            Step::new("raise", "Raise", walk).with("lifts it at first", reader.force(Force::from_n(self.lifts_n()))),
            drawn(Step::new("plumb", "Set", plumb)),
        ];
        if let [_, upper @ ..] = d.guys_m.as_slice()
            && !upper.is_empty()
        {
            let upper: Vec<String> = upper.iter().map(|h| m(*h)).collect();
            let say = format!("Then those at {}, all round by turns. Look along the mast: no bow.", listed(&upper));
            all.push(drawn(Step::new("upper", "Upper guys", say)));
        }
        all
    }

    pub(super) fn strike(&self, joints: &[Joint]) -> Vec<Step> {
        let frees = |at: &str| match find(joints, "stake").map_or("", |j| j.lets_go.as_str()) {
            "" => format!("{at}."),
            lets_go => format!("{at}: {lets_go}"),
        };
        let several = self.said.guys_m.len() > 1;
        let hands = "The same hands as raised it; nobody else within its length.";
        let lower = "Take in hand the guy it was hauled up by, cast it off, and let the mast down the way it came, walked down from under its head; the others of that level hold it from falling aside.";
        let mut all = vec![Step::new("hands", "Hands on", hands)];
        if self.said.head_n > 0.0 {
            all.push(Step::new("head-off", "Line off", "Slack the line from its head before any guy."));
        }
        if several {
            let off = frees("Cast off the upper guys, the highest first");
            all.push(Step::new("upper-off", "Upper guys off", off).at("stake"));
        }
        all.push(
            Step::new("lower", "Lower", if several { lower.to_owned() } else { lower.replace(" of that level", "") })
                .at("stake"),
        );
        all.push(Step::new("draw", "Stakes out", "Draw every stake, count them, and close the holes.").at("mast"));
        all
    }
}

/// A push of less is nobody's concern, newtons.
const NOT_FELT_N: f64 = 10.0;
/// What one lifts over the head for a while, newtons (common practice: 25 kg).
const LIFTS_N: f64 = 250.0;

//! The knots of a mast's guys, and the lines that are cut.

use super::draft::Mast;
use super::forces::MastForces;
use crate::knot::{Knot, catalogue};
use crate::rig::cut::{item, of_joint, serve};
use crate::rig::joint::{JointAsk, under};
use crate::rig::{Cut, Given, Joint};
use crate::situation::{Draft, Habits, Manner, Release, Shape, Task, Tension, Way};
use crate::units::{Length, Reader};

/// Metal of a guy ring, and the hole a guy goes through, millimetres (common practice).
const RING_MM: [f64; 2] = [6.0, 20.0];
/// Thickness of a stake, millimetres (common practice).
const STAKE_MM: f64 = 25.0;

impl Mast {
    pub(super) fn joints(&self, forces: &MastForces, habits: &Habits, reader: &Reader) -> Vec<Joint> {
        let hardest = forces.hardest_guy_n().high;
        let times = self.said.sides as usize * self.said.guys_m.len();
        let ask = |id, name: &str, (situation, rather)| JointAsk { id, name: name.into(), times, situation, rather };
        let on = if self.kind.ringed { "Guys on the mast’s rings" } else { "Guys round the mast" };
        [ask("mast", on, (self.on_mast(hardest), None)), ask("stake", "Guys at the stakes", self.at_stake(hardest))]
            .into_iter()
            .map(|ask| {
                let own = self.own_knot(ask.id);
                Joint::answered(ask, own, habits, reader)
            })
            .collect()
    }

    /// A hitch that slides and surely does not slip; where none does that under this pull, the guy is tied off.
    fn at_stake(&self, pull_n: f64) -> (Draft, Option<&'static str>) {
        let on_itself = self.cord.on_itself();
        let holds = |k: &&Knot| k.entry.grip.slips_in(on_itself).is_some_and(|n| n.low >= pull_n);
        let d = Draft {
            shape: Some(Shape::Peg),
            size_mm: Some(STAKE_MM),
            off: Some(Release::ByHand),
            ..under(Task::Guy, &self.said.cord, pull_n)
        };
        match catalogue().knots().iter().find(holds) {
            Some(k) => (Draft { tension: Some(Tension::Adjusted), ..d }, Some(&k.id)),
            None => (Draft { tension: Some(Tension::AsSet), tight: true, ..d }, None),
        }
    }

    /// To a ring; or round the pole, pulled down along it.
    fn on_mast(&self, pull_n: f64) -> Draft {
        let d = Draft {
            manner: Some(Manner::SlackAndTight),
            off: Some(Release::ByHand),
            ..under(Task::MakeFast, &self.said.cord, pull_n)
        };
        if self.kind.ringed {
            let [metal, hole] = RING_MM;
            return Draft { shape: Some(Shape::Ring), size_mm: Some(metal), opening_mm: Some(hole), ..d };
        }
        let thick = self.said.guys_m.iter().map(|m| self.section(*m).thick_m * 1000.0).fold(f64::MAX, f64::min);
        Draft {
            shape: Some(Shape::Post),
            size_mm: Some(thick.max(30.0)),
            surface: Some(self.kind.surface.clone()),
            open_end: Some(true),
            way: Some(Way::Along),
            ..d
        }
    }

    pub(super) fn cuts(&self, joints: &[Joint], given: &Given<'_>) -> Vec<Cut> {
        let reader = given.reader;
        let levels = self.said.guys_m.iter().enumerate();
        let mut cuts: Vec<Cut> = levels
            .map(|(i, high)| {
                let mut items = vec![item("from mast to stake", self.guy_m(i), reader)];
                items.extend(of_joint(joints, "mast", "on the mast", reader));
                items.extend(of_joint(joints, "stake", "at the stake", reader));
                let name = format!("Guy, {} up", reader.length(Length::from_m(*high)));
                Cut::of(&name, self.said.sides as usize, &self.cord, items, reader)
            })
            .collect();
        serve(&mut cuts, given.kit, reader, |_, _| Vec::new());
        cuts
    }
}

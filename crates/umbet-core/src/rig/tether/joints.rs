//! The knots of a tether, why they are to come off as they do, and the lines that are cut.

use super::draft::{EyeKind, Freed, Held, Tether, TiedTo};
use super::tug::Tug;
use crate::cord::Stiffness;
use crate::knot::catalogue;
use crate::rig::cut::{item, of_joint, serve};
use crate::rig::joint::JointAsk;
use crate::rig::{Cut, Given, Joint};
use crate::situation::{Draft, Habits, Manner, Release, Shape, Stays, Task};
use crate::units::{Length, Reader};
use crate::usage::{ends, taken};

/// A rope shorter than this, where it is stiff or thick, makes no bight that draws (common practice), metres.
const SHORT_M: f64 = 1.2;
/// From this thickness a short rope counts as stiff (common practice), millimetres.
const THICK_MM: f64 = 16.0;
/// Behind a stopper a tail needs no more than so many diameters (common practice).
const BEHIND_STOPPER: f64 = 3.0;
/// Less than this saved is not worth a stopper (common practice: a finger's breadth), metres.
const WORTH_M: f64 = 0.02;
/// The stopper put into a short tail.
const STOPPER: &str = "overhand";

impl Tether {
    /// It makes no bight that draws.
    fn short_and_stiff(&self) -> bool {
        let stiff = self.cord.kind.stiffness == Stiffness::Stiff || self.cord.diameter.mm() >= THICK_MM;
        stiff && self.said.line_m < SHORT_M
    }

    /// How the tie comes off, and why.
    pub fn released(&self) -> (Release, &'static str) {
        let d = &self.said;
        match (d.freed, d.held) {
            (Freed::OnePull, _) => (Release::OnePull, "One pull frees it, even loaded: so it is asked for."),
            (Freed::Holds, Held::Animal) => (
                Release::OnPurpose,
                "It holds when the animal sets back, and comes off only on purpose: so it is asked for.",
            ),
            (Freed::Holds, _) => (Release::OnPurpose, "It comes off only on purpose: so it is asked for."),
            (_, Held::Animal) if self.short_and_stiff() => (
                Release::ByHand,
                "A short, stiff rope makes no bight that draws: a loop that never slips, and unties after any load.",
            ),
            (_, Held::Animal) if d.watched => {
                (Release::OnePull, "Somebody stands by: one pull frees it, even with its weight in the line.")
            }
            (_, Held::Animal) => (
                Release::OnPurpose,
                "Nobody stands by: what one pull frees, a mouth or a passer-by frees too. It holds when the animal sets back.",
            ),
            (_, Held::Boat) if d.watched => (Release::ByHand, "Somebody stands by: it unties by hand after any load."),
            (_, Held::Boat) => {
                (Release::OnPurpose, "It lies alone and jerks: what one pull frees, a passing line frees too.")
            }
            (_, Held::Gear) => (Release::OnPurpose, "Gear is lost once: nothing frees it by accident."),
            (_, Held::Led) => {
                (Release::ByHand, "In a wreck the link parts, not the knot; afterwards that comes off by hand.")
            }
        }
    }

    /// Its knots.
    pub fn joints(&self, tug: &Tug, habits: &Habits, reader: &Reader) -> Vec<Joint> {
        let d = &self.said;
        let base = Draft {
            cord: d.cord.clone(),
            force_n: Some(tug.daily_n.high.clamp(20.0, 20_000.0)),
            stays: Some(if d.watched { Stays::Dusk } else { Stays::Night }),
            manner: Some(if self.animal() { Manner::Jerking } else { Manner::SlackAndTight }),
            moves: true,
            ..Draft::usual(Task::MakeFast)
        };
        let rather = (self.short_and_stiff() || d.held == Held::Led).then_some("bowline");
        let ask = |id, name: &str, situation, rather| JointAsk { id, name: name.into(), times: 1, situation, rather };
        let mut asks = vec![ask("tie", &self.tie_name(), self.at_tie(&base), rather)];
        if d.held == Held::Led {
            let link = Draft { cord: d.link.clone(), second: Some(d.link.clone()), ..Draft::usual(Task::Join) };
            asks.push(ask("link", "The link’s own two ends", link, None));
        }
        let soft = (d.eye == EyeKind::Soft).then_some("double-sheet-bend");
        asks.push(ask("eye", self.eye_name(), self.at_eye(base), soft));
        asks.into_iter()
            .map(|ask| {
                let own = self.own_knot(ask.id);
                Joint::answered(ask, own, habits, reader)
            })
            .collect()
    }

    fn tie_name(&self) -> String {
        let to = self.said.to.words();
        if self.said.held == Held::Led {
            "Lead on the link".into()
        } else {
            format!("On {to}").replace("On a ", "On the ")
        }
    }

    fn eye_name(&self) -> &'static str {
        match (self.said.held, self.said.eye) {
            (Held::Boat, _) => "On the bow",
            (_, EyeKind::Neck) => "Round the neck",
            (Held::Gear, _) => "On the gear",
            _ => "On the halter’s eye",
        }
    }

    fn at_tie(&self, base: &Draft) -> Draft {
        let d = &self.said;
        let off = Some(self.released().0);
        if d.held == Held::Led {
            let thick = 2.0 * self.link.diameter.mm() * (d.link_turns as f64).sqrt();
            let opening_mm = Some(500.0 * LINK_LONG_M);
            return Draft { shape: Some(Shape::Ring), size_mm: Some(thick.max(4.0)), opening_mm, off, ..base.clone() };
        }
        let shape = d.to.shape();
        let grips = matches!(shape, Shape::Post | Shape::Pipe);
        Draft {
            shape: Some(shape),
            size_mm: Some(d.to_mm),
            surface: grips.then(|| d.surface.clone()),
            open_end: (d.to == TiedTo::Stake).then_some(true),
            off,
            ..base.clone()
        }
    }

    fn at_eye(&self, base: Draft) -> Draft {
        let d = &self.said;
        Draft {
            shape: Some(d.eye.shape()),
            size_mm: Some(d.eye_mm),
            must_not_close: d.eye == EyeKind::Neck,
            open_end: (d.eye == EyeKind::Neck).then_some(false),
            off: Some(Release::ByHand),
            ..base
        }
    }

    /// Cord a stopper in the end takes, metres.
    fn stopper_m(&self) -> f64 {
        let d = self.cord.diameter;
        let Some(k) = catalogue().find(STOPPER) else { return 0.0 };
        taken(&k.entry.usage, k.entry.usage.tail, &ends(k, d, None), Length::from_m(0.0)).body.m()
    }

    /// The tail of the tie as it is cut, and as it would be with a stopper in its end, metres.
    pub fn tails_m(&self, joints: &[Joint]) -> Option<[f64; 2]> {
        // One that is pulled has to be long enough to be reached.
        if self.released().0 == Release::OnePull {
            return None;
        }
        let tie = joints.iter().find(|j| j.id == "tie")?;
        let tail = tie.cord.iter().find(|i| i.of == "tail")?.length_m;
        let stopped = self.stopper_m() + BEHIND_STOPPER * self.cord.diameter.m();
        (stopped + WORTH_M < tail).then_some([tail, stopped])
    }

    const fn line_name(&self) -> &'static str {
        match self.said.held {
            Held::Animal | Held::Led => "Lead",
            Held::Boat => "Mooring line",
            Held::Gear => "Tether",
        }
    }

    /// Lines to cut.
    pub fn cuts(&self, joints: &[Joint], given: &Given<'_>) -> Vec<Cut> {
        let (d, reader) = (&self.said, given.reader);
        let mut items = vec![item("from tie to eye", d.line_m, reader)];
        items.extend(of_joint(joints, "tie", "at the tie", reader));
        items.extend(of_joint(joints, "eye", "at the eye", reader));
        if let (true, Some([long, short])) = (d.stopper, self.tails_m(joints)) {
            items.push(item("less, for the stopper in its end", short - long, reader));
        }
        let mut cuts = vec![Cut::of(self.line_name(), 1, &self.cord, items, reader)];
        if d.held == Held::Led {
            let round = std::f64::consts::PI * (d.to_mm / 1000.0 + 2.0 * self.link.diameter.m()) + LINK_LONG_M;
            let mut items = vec![item("round ring and lead", round * d.link_turns as f64, reader)];
            items.extend(of_joint(joints, "link", "its own ends", reader));
            cuts.push(Cut::of("Weak link", 1, &self.link, items, reader));
        }
        serve(&mut cuts, given.kit, reader, |_, _| Vec::new());
        cuts
    }
}

/// A link hangs a hand long between ring and lead, there and back (common practice), metres.
const LINK_LONG_M: f64 = 0.2;

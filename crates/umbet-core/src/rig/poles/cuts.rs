//! Lines beside the lashings, their knots, what is cut and what else is wanted.

use super::build::{Standing, TRESTLE_TOP};
use super::draft::Poles;
use super::forces::Forces;
use super::lashed::LashingFacts;
use crate::lashing::{Cord, Counts, How, Laying, lashing};
use crate::rig::cut::{item, of_joint, serve};
use crate::rig::joint::{JointAsk, under};
use crate::rig::{Cut, Given, Joint};
use crate::situation::{Draft, Habits, Release, Shape, Task, Tension};
use crate::units::{Length, Reader};
use crate::words::small;

/// Tails of a floor lashing, metres together (common practice: a hand and a half each).
const DECK_TAILS_M: f64 = 0.3;
/// Poles of a top are so thick, as a share of the others, and lie so far apart at most, metres (common practice: a hand).
const DECK_THICK: f64 = 0.5;
const DECK_APART_M: f64 = 0.1;

/// A top of thin poles on two bearers.
pub(super) struct Deck {
    /// How many poles.
    pub poles: usize,
    /// Their length.
    pub across_m: f64,
    /// Their thickness.
    pub thick_m: f64,
    /// Cord of one bearer's lashing: its turns, its two hitches, all of it.
    pub turns_m: f64,
    pub hitches_m: f64,
    pub cord_m: f64,
}

impl Poles {
    /// The top: as long as from trestle to trestle, as wide as the top bars and a hand over either side. Cord of one bearer's lashing
    /// is that of the floor lashing laid; each pole takes as much as the next.
    pub(super) fn deck(&self) -> Deck {
        let d = &self.said;
        let (pole_m, cord_m) = (d.pole_mm / 1000.0, self.cord.diameter.m());
        let thick_m = DECK_THICK * pole_m;
        let poles = (d.long_m / (thick_m + DECK_APART_M)).ceil() as usize + 1;
        let how = How { apart: DECK_APART_M / cord_m, ..How::TIGHT };
        let laid = |turns: usize| {
            let lashing = lashing("floor")?;
            let script = lashing.with(Counts { turns, frapping: 0 });
            let radii = [pole_m, thick_m].map(|thick| thick / 2.0 / cord_m);
            Laying::lay(&script, &radii, how).ok().map(|laid| Cord::of(&laid))
        };
        let [two, three] = [2, 3].map(|n| laid(n).unwrap_or_default());
        let turns_m = (two.turns + (three.turns - two.turns) * (poles as f64 - 2.0)) * cord_m;
        let hitches_m = (two.start + two.end) * cord_m;
        let across_m = 2.0 * (d.out_m * TRESTLE_TOP + 0.1);
        Deck { poles, across_m, thick_m, turns_m, hitches_m, cord_m: turns_m + hitches_m + DECK_TAILS_M }
    }

    /// Length of the line from foot to foot, without its knots, metres.
    pub(super) fn line_m(&self, standing: &Standing) -> f64 {
        let at = |n: usize| standing.frame.nodes[n];
        let feet = &standing.feet;
        match feet.len() {
            3 => 3.0 * (at(feet[0]) - at(feet[1])).norm(),
            _ => feet.chunks(2).map(|c| (at(c[0]) - at(c[c.len() - 1])).norm()).sum(),
        }
    }

    pub(super) fn joints(&self, standing: &Standing, forces: &Forces, habits: &Habits, reader: &Reader) -> Vec<Joint> {
        let mut asks = Vec::new();
        let on_leg = |force_n: f64| Draft {
            shape: Some(Shape::Post),
            size_mm: Some(self.said.pole_mm),
            surface: Some("timber-dry".into()),
            off: Some(Release::ByHand),
            ..under(Task::MakeFast, &self.said.cord, force_n)
        };
        if !standing.lines.is_empty() {
            let situation = on_leg(forces.line_n.max(40.0));
            let times = standing.feet.len();
            asks.push(JointAsk { id: "foot", name: "Line on the feet".into(), times, situation, rather: None });
        }
        if self.said.build.guyed() {
            let pull = self.guy_n(standing);
            let times = 2 * standing.guyed.len();
            let top = Draft { near_end: true, ..on_leg(pull) };
            let peg = Draft {
                shape: Some(Shape::Peg),
                tension: Some(Tension::Adjusted),
                off: Some(Release::ByHand),
                ..under(Task::Guy, &self.said.cord, pull)
            };
            asks.push(JointAsk { id: "guy-top", name: "Guys on the legs".into(), times, situation: top, rather: None });
            asks.push(JointAsk { id: "guy-peg", name: "Guys at the pegs".into(), times, situation: peg, rather: None });
        }
        asks.into_iter()
            .map(|ask| {
                let own = self.own_knot(ask.id);
                Joint::answered(ask, own, habits, reader)
            })
            .collect()
    }

    /// A guy at 45° keeps upright what leans by a tenth (common practice for what is raised by hand), newtons.
    pub(super) fn guy_n(&self, standing: &Standing) -> f64 {
        let each = self.all_n(standing) / standing.guyed.len().max(1) as f64;
        (0.1 * each * std::f64::consts::SQRT_2).max(40.0)
    }

    pub(super) fn cuts(
        &self,
        standing: &Standing,
        lashed: &[LashingFacts],
        joints: &[Joint],
        given: &Given<'_>,
    ) -> Vec<Cut> {
        let reader = given.reader;
        let of = |l: &LashingFacts| {
            Cut::of(&format!("{}, {}", l.name, small(&l.place)), l.times, &self.cord, l.cord.clone(), reader)
        };
        let mut cuts: Vec<Cut> = lashed.iter().map(of).collect();
        if !standing.lines.is_empty() {
            let rows = if standing.feet.len() == 3 { 1 } else { standing.lines.len() };
            let mut items = vec![item("from foot to foot", self.line_m(standing) / rows as f64, reader)];
            for _ in 0..standing.feet.len() / rows {
                items.extend(of_joint(joints, "foot", "on a foot", reader));
            }
            cuts.push(Cut::of("Line from foot to foot", rows, &self.cord, items, reader));
        }
        if self.said.build.topped() {
            let deck = self.deck();
            let mut items = vec![item("over each pole and under the bearer", deck.turns_m, reader)];
            items.push(item("a clove hitch at either end", deck.hitches_m, reader));
            items.push(item("both tails", DECK_TAILS_M, reader));
            cuts.push(Cut::of("Floor lashing along a bearer", 2, &self.cord, items, reader));
        }
        if self.said.build.guyed() {
            let run = standing.high_m() * std::f64::consts::SQRT_2;
            let mut items = vec![item("from the top to its peg", run, reader)];
            items.extend(of_joint(joints, "guy-top", "on the leg", reader));
            items.extend(of_joint(joints, "guy-peg", "at the peg", reader));
            cuts.push(Cut::of("Guy", 2 * standing.guyed.len(), &self.cord, items, reader));
        }
        serve(&mut cuts, given.kit, reader, |_, _| Vec::new());
        cuts
    }

    pub(super) fn needs(&self, standing: &Standing, reader: &Reader) -> Vec<String> {
        let mut all: Vec<String> = Vec::new();
        for role in &standing.roles {
            let long = reader.length_up(Length::from_m(role.wants_m));
            let thick = reader.diameter(Length::from_mm(self.said.pole_mm));
            let says = format!("{} of {long}, {thick}", role.name);
            match all.iter_mut().find(|a| a.ends_with(&format!(" × {says}"))) {
                Some(same) => {
                    let n: usize = same.split(' ').next().and_then(|n| n.parse().ok()).unwrap_or(1);
                    *same = format!("{} × {says}", n + 1);
                }
                None => all.push(format!("1 × {says}")),
            }
        }
        if self.said.build.topped() {
            let deck = self.deck();
            let (long, thick) =
                (reader.length_up(Length::from_m(deck.across_m)), reader.diameter(Length::from_m(deck.thick_m)));
            all.push(format!("{} × thin pole of {long}, {thick}, for the top", deck.poles));
        }
        if self.said.build.guyed() {
            all.push(format!("{} × peg", 2 * standing.guyed.len()));
        }
        all
    }
}

//! The knots of a line, what is cut, and what is done first to last.

use super::draft::TAIL_M;
use super::{Hung, LineAsk, LineFacts};
use crate::rig::cut::{item, of_joint, serve};
use crate::rig::joint::{JointAsk, find, knot_at, under};
use crate::rig::tighten::Tighten;
use crate::rig::{Cut, Given, Joint, Step, middle};
use crate::situation::{Draft, Habits, Release, Shape, Task, Tension, Way};
use crate::units::{Length, Reader};
use crate::usage::LengthItem;
use crate::words::{listed, number};

/// A cord that keeps a cover from sliding bears so much at least, newtons: a hand's pull (common practice).
const KEEPS_N: f64 = 40.0;

impl LineAsk {
    pub(super) fn joints(&self, facts: &LineFacts, habits: &Habits, reader: &Reader) -> Vec<Joint> {
        let pull = middle(facts.anchor_n);
        let ask = |id, name: &str, times, situation| JointAsk { id, name: name.into(), times, situation, rather: None };
        let fixed = Draft { off: Some(Release::ByHand), ..self.on_tree(pull) };
        let mut asks = vec![ask("fixed-end", &format!("Fixed end, {}", self.tree("near")), 1, fixed)];
        asks.extend(self.carrying(ask));
        asks.push(self.tight_end(pull));
        asks.extend(self.on_rings(pull));
        let own = |id: &str| self.said.knots.get(id).map(String::as_str);
        asks.into_iter()
            .map(|a| {
                let own = own(a.id);
                Joint::answered(a, own, habits, reader)
            })
            .collect()
    }

    fn on_tree(&self, pull_n: f64) -> Draft {
        Draft {
            shape: Some(Shape::Post),
            size_mm: Some(self.said.thick_mm),
            surface: Some("bark-rough".into()),
            ..under(Task::MakeFast, self.at_trees().0, pull_n)
        }
    }

    /// Where it is wire: the wire and the cord at its ends, each on a ring.
    fn on_rings(&self, pull_n: f64) -> Vec<JointAsk> {
        if !self.wired() {
            return Vec::new();
        }
        let [metal, hole] = RING_MM;
        let on = |cord, off| Draft {
            shape: Some(Shape::Ring),
            size_mm: Some(metal),
            opening_mm: Some(hole),
            off: Some(off),
            ..under(Task::MakeFast, cord, pull_n)
        };
        let ask = |id, name: &str, situation| JointAsk { id, name: name.into(), times: 2, situation, rather: None };
        vec![
            ask("wire-rings", "Wire on its rings", on(&self.said.cord, Release::ByHand)),
            ask("tail-rings", "Cord on the wire’s rings", on(&self.said.tail, Release::ByHand)),
        ]
    }

    /// What carries: loops in the line, stoppers beside a spreader, or cords on it that keep a cover from sliding.
    fn carrying(&self, ask: impl Fn(&'static str, &str, usize, Draft) -> JointAsk) -> Vec<JointAsk> {
        let looped = |n: f64| under(Task::MidLoop, &self.said.cord, n);
        match self.said.hung {
            Hung::Gear { n, .. } => vec![ask("loops", "Loop for the gear", 1, looped(n))],
            Hung::Loops { count, n, .. } => vec![ask("loops", "Loops for gear", count as usize, looped(n))],
            Hung::Roll { ties, n, .. } => self.roll_joints(ties, n),
            Hung::Spreader { n, hole_mm, .. } => {
                let d =
                    Draft { shape: Some(Shape::Hole), size_mm: Some(hole_mm), ..under(Task::Stop, &self.said.cord, n) };
                vec![ask("stoppers", "Stoppers beside the spreader", 2, d)]
            }
            Hung::Cover { .. } => {
                let d = under(Task::MakeFast, self.at_trees().0, KEEPS_N);
                let size_mm = Some(self.cord.diameter.mm());
                let off = Some(Release::ByHand);
                let d = Draft { shape: Some(Shape::Rope), size_mm, way: Some(Way::Along), off, ..d };
                vec![ask("on-line", "Cover’s ends on the line", 2, d)]
            }
        }
    }

    /// Drawn tight as it is said: a purchase, turns that hold it meanwhile, or by hand.
    fn tight_end(&self, pull_n: f64) -> JointAsk {
        let d = Draft { off: Some(Release::ByHand), ..self.on_tree(pull_n) };
        let (situation, rather) = match self.said.tighten {
            Tighten::Looped => (Draft { tension: Some(Tension::Purchase), haul_n: Some(self.said.pull_n), ..d }, None),
            Tighten::RoundTurns => (Draft { tight: true, leaves_nothing: true, ..d }, Some("two-turns-slipped")),
            Tighten::ByHand => (Draft { tight: true, ..d }, None),
        };
        JointAsk { id: "tight-end", name: format!("Tightened end, {}", self.tree("far")), times: 1, situation, rather }
    }

    pub(super) fn cuts(&self, joints: &[Joint], given: &Given<'_>) -> Vec<Cut> {
        let reader = given.reader;
        let mut cuts = if self.wired() { self.wire_cuts(joints, reader) } else { vec![self.line_cut(joints, reader)] };
        cuts.extend(self.ties().and_then(|ties| self.roll_ties(ties, joints, reader)));
        if let (None, Some(on)) = (self.ties(), of_joint(joints, "on-line", "on the line", reader)) {
            let items = vec![item("to the cover’s corner", TO_CORNER_M, reader), on];
            cuts.push(Cut::of("Cord that keeps the cover", 2, self.at_trees().1, items, reader));
        }
        serve(&mut cuts, given.kit, reader, |_, _| Vec::new());
        cuts
    }

    fn line_cut(&self, joints: &[Joint], reader: &Reader) -> Cut {
        let mut items = vec![item("from tree to tree", self.at_rest().slack_length_m(), reader)];
        items.extend(of_joint(joints, "fixed-end", &format!("on {}", self.tree("near")), reader));
        items.extend(in_the_line(joints, reader));
        items.extend(of_joint(joints, "tight-end", &format!("on {}", self.tree("far")), reader));
        Cut::of("Line", 1, &self.cord, items, reader)
    }

    /// The wire from ring to ring, and the cord at either end.
    fn wire_cuts(&self, joints: &[Joint], reader: &Reader) -> Vec<Cut> {
        let mut wire = vec![item("from ring to ring", self.at_rest().slack_length_m() - 2.0 * TAIL_M, reader)];
        let on = |id, name: &str| of_joint(joints, id, name, reader);
        wire.extend([(); 2].iter().filter_map(|()| on("wire-rings", "on a ring")));
        wire.extend(in_the_line(joints, reader));
        let tail = |tree: &str, id| {
            let mut items = vec![item("from ring to tree", TAIL_M, reader)];
            items.extend(on("tail-rings", "on the ring"));
            items.extend(on(id, &format!("on {}", self.tree(tree))));
            Cut::of(&format!("Cord to {}", self.tree(tree)), 1, &self.tail, items, reader)
        };
        vec![Cut::of("Wire", 1, &self.cord, wire, reader), tail("near", "fixed-end"), tail("far", "tight-end")]
    }

    pub(super) fn order(&self, joints: &[Joint], facts: &LineFacts, reader: &Reader) -> Vec<Step> {
        let m = |m: f64| reader.length(Length::from_m(m));
        let look =
            "Look at both trees from foot to crown: alive, thicker than an arm, nothing dead above where people stand.";
        let fixed = format!("Tie the near end to {}: {}.", self.tree("near"), knot_at(joints, "fixed-end"));
        let sags = reader.lengths(Length::from_m(facts.sag_m.low), Length::from_m(facts.sag_m.high));
        let again = "After an hour, and after rain, tighten it again: bark and cord give way.";
        let mut all = vec![Step::new("look", "Look", look)];
        all.extend(self.tie_loops(joints, facts, reader));
        all.extend(self.keep_spreader(joints, facts, reader));
        all.extend(self.make_rings(joints, reader));
        all.push(Step::new("fixed", "Fixed end", fixed).at("fixed-end").with("height", m(self.said.high_m)));
        all.push(self.draw_tight(joints, facts, reader));
        all.push(self.lay_on(joints).with("sags, est.", sags));
        all.push(Step::new("again", "Look again", again));
        all
    }

    /// Loops are tied before it is tight, each measured from the one before.
    fn tie_loops(&self, joints: &[Joint], facts: &LineFacts, reader: &Reader) -> Option<Step> {
        find(joints, "loops")?;
        let near = self.tree("near");
        let places: Vec<String> = facts.loops.iter().map(|l| reader.length(Length::from_m(l.along_m))).collect();
        let (what, places) = match places.as_slice() {
            [one] => ("a loop".to_owned(), format!("{one} from where the line leaves {near}")),
            all => {
                let each = "each measured once the one before is tied";
                (
                    format!("{} loops", number(all.len() as u32)),
                    format!("{} from where it leaves {near}, {each}", listed(all)),
                )
            }
        };
        let say = format!("With the line on the ground tie {what} in it, {places}: {}.", knot_at(joints, "loops"));
        Some(Step::new("loops", "Loops", say).at("loops"))
    }

    /// Threaded before either end is made fast.
    fn keep_spreader(&self, joints: &[Joint], facts: &LineFacts, reader: &Reader) -> Option<Step> {
        find(joints, "stoppers")?;
        let [place, ..] = facts.loops.as_slice() else { return None };
        let (from, along_m) = match self.wired() {
            true => ("its end".to_owned(), place.along_m - TAIL_M),
            false => (format!("where it leaves {}", self.tree("near")), place.along_m),
        };
        let say = format!(
            "With the line on the ground thread the spreader on, {} from {from}, and keep it there: {} close at either side.",
            reader.length(Length::from_m(along_m)),
            knot_at(joints, "stoppers")
        );
        Some(Step::new("stoppers", "Spreader", say).at("stoppers"))
    }

    fn make_rings(&self, joints: &[Joint], reader: &Reader) -> Option<Step> {
        find(joints, "wire-rings")?;
        let say = format!(
            "Make the wire off on a ring at either end, {} short of the tree: {}. On each ring a cord: {}. Gloves: cut wire tears.",
            reader.length(Length::from_m(TAIL_M)),
            knot_at(joints, "wire-rings"),
            knot_at(joints, "tail-rings")
        );
        Some(Step::new("rings", "Rings", say).at("wire-rings"))
    }

    fn draw_tight(&self, joints: &[Joint], facts: &LineFacts, reader: &Reader) -> Step {
        let (far, knot) = (self.tree("far"), knot_at(joints, "tight-end"));
        let say = match self.said.tighten {
            Tighten::Looped => format!("At {far} draw it tight through its own loop and round the trunk: {knot}."),
            Tighten::RoundTurns => {
                format!("Two round turns on {far}; walk round it, hauling, until the line stands: {knot}.")
            }
            Tighten::ByHand => format!("At {far} haul it hand over hand, lean back, and make fast: {knot}."),
        };
        let high = reader.length(Length::from_m(self.said.high_m + self.said.rise_m));
        let step = Step::new("tight", "Tighten", say).at("tight-end").with("height", high);
        match facts.reaches.iter().find(|r| r.tighten == self.said.tighten) {
            Some(reach) => step.with("stays in the line, est.", reader.forces(reach.set_n)),
            None => step,
        }
    }

    fn lay_on(&self, joints: &[Joint]) -> Step {
        match self.said.hung {
            Hung::Gear { .. } => Step::new("hang", "Hang", "Hang the gear on its loop, and let the line settle."),
            Hung::Roll { .. } => self.hang_roll(joints),
            Hung::Spreader { .. } => {
                Step::new("hang", "Hang", "Hang from the spreader what it bears, and let the line settle.")
            }
            Hung::Loops { .. } => Step::new(
                "hang",
                "Hang",
                "Hang things on from the trees inward: the heaviest next to a tree, the lightest in the middle.",
            ),
            Hung::Cover { .. } => {
                let on = knot_at(joints, "on-line");
                let say = format!("Lay the cover over the line and keep each end with a short cord: {on}.");
                Step::new("cover", "Cover", say).at("on-line")
            }
        }
    }

    fn take_off(&self, joints: &[Joint]) -> Step {
        let off = match self.said.hung {
            Hung::Roll { .. } => return self.strike_roll(joints),
            Hung::Spreader { .. } => "Take off what hangs from the spreader, so that nothing drops when the line does.",
            Hung::Gear { .. } => "Take the gear off, so that nothing drops when the line does.",
            Hung::Loops { .. } => "Take everything off, the middle first, so that nothing drops when the line does.",
            Hung::Cover { .. } => "Fold the cover off the line.",
        };
        Step::new("off", "Off", off)
    }

    pub(super) fn strike(&self, joints: &[Joint]) -> Vec<Step> {
        // How a knot lets go is said where there is one already.
        let frees = |at: String, id: &str| match find(joints, id).map_or("", |j| j.lets_go.as_str()) {
            "" => format!("{at}."),
            lets_go => format!("{at}: {lets_go}"),
        };
        let slack = frees(format!("Let it go at {}", self.tree("far")), "tight-end");
        let cast_off = frees(format!("Cast off at {}", self.tree("near")), "fixed-end");
        let mut all = vec![
            self.take_off(joints),
            Step::new("slack", "Slack", slack).at("tight-end"),
            Step::new("cast-off", "Cast off", cast_off).at("fixed-end"),
        ];
        if find(joints, "loops").is_some() {
            let out = frees("Take the loops out before it is coiled".into(), "loops");
            all.push(Step::new("shake-out", "Loops out", out).at("loops"));
        }
        if find(joints, "stoppers").is_some() && !self.wired() {
            let out = frees("Take the stoppers out before it is coiled".into(), "stoppers");
            all.push(Step::new("stoppers-out", "Stoppers out", out).at("stoppers"));
        }
        all
    }
}

/// Metal of a ring at a wire's end, and the hole through it, millimetres (common practice).
const RING_MM: [f64; 2] = [6.0, 30.0];

/// Loops or stoppers tied in the line itself.
fn in_the_line(joints: &[Joint], reader: &Reader) -> Option<LengthItem> {
    let tied = ["loops", "stoppers"].iter().find_map(|id| find(joints, id)).filter(|j| !j.cord.is_empty())?;
    let name = format!("{}, {} in the line", tied.knot_said(), number(tied.times as u32));
    Some(item(&name, tied.cord_m() * tied.times as f64, reader))
}

/// From the line to a cover's corner, metres (common practice: a forearm).
const TO_CORNER_M: f64 = 0.4;

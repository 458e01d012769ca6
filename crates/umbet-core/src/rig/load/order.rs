//! The order of work: what is set where, line by line, what is looked at again; and the strike.

use super::change::Reckoned;
use super::cuts::half_hitch_m;
use super::draft::{Deck, DeckKind, Going, Item, ItemShape, Load, PassDraft, PassKind};
use crate::rig::Step;
use crate::rig::joint::{Joint, knot_at};
use crate::rig::tighten::{Tighten, set_by};
use crate::units::{Length, Reader};
use crate::words::small;

/// What the order is made from.
pub struct Work<'a> {
    /// The load.
    pub load: &'a Load,
    /// As its lines lie.
    pub now: &'a Reckoned,
    /// Knots.
    pub joints: &'a [Joint],
    /// A clip is in the first ring of every line.
    pub clips: bool,
    /// The measures read in.
    pub reader: &'a Reader,
}

impl Work<'_> {
    fn m(&self, m: f64) -> String {
        self.reader.length(Length::from_m(m))
    }

    /// Loading, first to last.
    pub fn order(&self) -> Vec<Step> {
        let mut all = vec![Step::new("rings", "Rings", rings(&self.load.said.deck))];
        let mut tied = vec![false; self.load.said.passes.len()];
        for (i, item) in self.load.items.iter().enumerate() {
            all.push(self.set(i, item));
            // A line is laid as soon as all it bends over stands there.
            for (n, p) in self.load.said.passes.iter().enumerate() {
                if !tied[n] && self.now.pressed.laid[n].bends.iter().all(|b| b.item <= i) {
                    tied[n] = true;
                    all.extend(self.line(n, p));
                }
            }
        }
        if !self.load.said.passes.is_empty() {
            all.push(self.stow());
        }
        all.push(Step::new(
            "try",
            "Try it",
            "Push and pull each thing hard, every way and up. What gives in the hand goes on the way.",
        ));
        all.push(Step::new("again", "Look again", look_again(self.load.said.going)));
        all
    }

    fn set(&self, i: usize, item: &Item) -> Step {
        let name = item.said.the();
        let onto = item.stands_on.map_or_else(|| "the deck".to_owned(), |on| self.load.items[on].said.the());
        let mat = if item.said.on == "mat" { ", a grip mat between" } else { "" };
        let lines = self.load.said.passes.iter().filter(|p| p.item == i);
        let lean = match lines.clone().find(|p| p.kind != PassKind::Over) {
            Some(p) if p.kind == PassKind::RoundBack => " Lean it back a little: the line rights it.",
            Some(p) if p.kind == PassKind::RoundFront => " Lean it forward a little: the line rights it.",
            _ => "",
        };
        let chock = match (item.said.shape, item.said.chocked) {
            (ItemShape::Lying, true) => " Chock it on both sides.",
            (ItemShape::Lying, false) => " It rolls until it is tied: somebody holds it.",
            _ => "",
        };
        let side = match item.said.at_m[1] {
            y if y.abs() < 0.005 => "in the middle across".to_owned(),
            y if y < 0.0 => format!("{} left of the middle", self.m(-y)),
            y => format!("{} right of the middle", self.m(y)),
        };
        let say = format!("Set {name} on {onto}{mat}, {side}.{lean}{chock}");
        Step::new(&format!("set-{i}"), "Set", say)
            .with("mass", self.reader.mass(item.said.mass_kg))
            .with("its middle behind the front", self.m(item.said.at_m[0]))
    }

    fn line(&self, n: usize, p: &PassDraft) -> [Step; 2] {
        let [a, b] = p.rings.map(|r| r + 1);
        let item = &self.load.items[p.item].said;
        let name = item.the();
        let how = match p.kind {
            PassKind::Over => format!("over {name}"),
            PassKind::RoundFront => format!("round the front of {name}, above its middle"),
            PassKind::RoundBack => format!("round the back of {name}, above its middle"),
            PassKind::Through => format!("through the eye of {name}"),
        };
        let pad = if item.sharp { " Pad it where it bends over an edge." } else { "" };
        let tight = match self.load.said.tighten {
            Tighten::Looped => "draw it tight through the loop",
            Tighten::RoundTurns => {
                "draw it tight, its turn through the ring laid under its own part so that it jams and holds while you hitch"
            }
            Tighten::ByHand => "draw it tight by hand",
        };
        let set = set_by(self.load.said.tighten, &self.load.cord, self.load.said.pull_n);
        let clip = if self.clips { ", on the clip in it," } else { "" };
        let lead = format!(
            "Line {}: to ring {a}{clip} with {}, close up, then {how}.{pad}",
            n + 1,
            knot_at(self.joints, "fixed-end")
        );
        let draw = format!(
            "Line {}: at ring {b} {tight}, watching the load move to where it is to sit; finish with {}.",
            n + 1,
            knot_at(self.joints, "tight-end")
        );
        [
            Step::new(&format!("line-{n}"), "Lead", lead)
                .at("fixed-end")
                .with("from ring to ring", self.m(self.now.pressed.laid[n].length_m())),
            Step::new(&format!("tight-{n}"), "Tighten", draw)
                .at("tight-end")
                .with("pull in it, est.", self.reader.forces(set)),
        ]
    }

    fn stow(&self) -> Step {
        let say = format!(
            "Work what is left back along the line in half hitches, tied with it doubled, a hand apart: each takes {}. Nothing \
             hangs, drags or trips.",
            self.m(half_hitch_m(self.load))
        );
        Step::new("stow", "Stow", say)
    }

    /// Unloading.
    pub fn strike(&self) -> Vec<Step> {
        let mut all = vec![Step::new(
            "stand",
            "Stand",
            "Level ground, brake on or chocked, everyone to one side. What has shifted comes towards whoever lets it go.",
        )];
        for (n, p) in self.load.said.passes.iter().enumerate().rev() {
            let name = self.load.items[p.item].said.the();
            let say = format!("Let line {} go slowly, a hand on {name}; {}.", n + 1, small("coil it as it comes"));
            all.push(Step::new(&format!("free-{n}"), "Let go", say).at("tight-end"));
        }
        for (i, item) in self.load.items.iter().enumerate().rev() {
            all.push(Step::new(&format!("off-{i}"), "Off", format!("Take {} off.", item.said.the())));
        }
        all
    }
}

fn rings(deck: &Deck) -> String {
    let thing = match deck.kind {
        DeckKind::HandCart => "Prop the cart so that it cannot tip.",
        DeckKind::Trailer => "Brake on, hitched or propped at both ends.",
        DeckKind::Sledge => "Stand it across the slope.",
        DeckKind::Boat => "Make her fast at both ends; load along the middle.",
    };
    format!("{thing} Look at every ring you will use: its mark, its weld, the wood it is bolted to.")
}

const fn look_again(going: Going) -> &'static str {
    match going {
        Going::Path => {
            "Stop after fifty paces: things settle and lines go slack. Draw them up, and again after every rough stretch."
        }
        Going::Road => {
            "Stop after the first few minutes: things settle and lines go slack. Draw them up, then at every stop."
        }
        Going::Water => {
            "Whip a cord over each hitch for a long crossing, and look again as soon as she moves in the sea: wet lines slacken."
        }
    }
}

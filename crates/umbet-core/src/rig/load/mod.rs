//! A load tied down: things on a deck, lines over and round them, and what each could still do.

mod change;
mod cuts;
mod draft;
mod held;
mod joints;
mod lists;
mod looks;
mod order;
mod pass;
pub mod rules;
mod stock;

pub use change::{LoadRemedy, Reckoned};
pub use draft::{
    BEARS_KG, BOARD_M, CRUSH_N, DECK_M, Deck, DeckKind, Going, ITEM_KG, ITEM_M, ITEMS, Item, ItemDraft, ItemShape,
    Load, LoadDraft, NAME_LONG, PASSES, PULL_N, PassDraft, PassKind, RING_N, RINGS, Ring,
};
pub use held::{Hold, Movement, Pressed};
pub use pass::{Bend, Laid, OVER_GOODS, Press, V3};
pub use rules::{Judged, RuleVerdict};
pub use stock::{load_stock, unmarked_limit_n};

use super::lists::Change;
use super::tighten::{Tighten, set_by, working_n};
use super::working::{KEPT, LEAST_MARGIN};
use super::{FieldAt, Given, Impossible, LineWork, Named, Part, Planned, Planner, Rig, RigDraft, RigPlan, Strained};
use crate::situation::{Fault, Habits, UsedCord};
use crate::units::{Band, Force, Length, Reader};
use crate::words::{capital, listed};
use serde::Serialize;

/// Loads on carts, trailers, sledges and boats.
pub const PLANNER: Planner = Planner::of::<LoadDraft>("load", "A load tied down");

impl RigDraft for LoadDraft {
    type Read = Load;
    type Choices = LoadChoices;

    fn begun(_habits: &Habits) -> Self {
        Self::usual()
    }

    fn choices() -> Self::Choices {
        LoadChoices::built_in()
    }

    fn taken(&self) -> Result<Self::Read, Vec<Fault>> {
        Load::read(self)
    }

    fn numbers(&self) -> Vec<FieldAt> {
        self.fields()
    }

    fn listed(&self, list: &str, change: Change) -> Option<Self> {
        self.with(list, change)
    }
}

/// What there is to choose from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LoadChoices {
    /// What carries it.
    pub decks: Vec<Named>,
    /// What it is moved over.
    pub goings: Vec<Named>,
    /// What a thing is.
    pub shapes: Vec<Named>,
    /// How a line goes.
    pub passes: Vec<Named>,
    /// What things stand on.
    pub contacts: Vec<Named>,
    /// Ways of tightening.
    pub tightenings: Vec<Named>,
    /// What a thing of the load could still do.
    pub movements: Vec<Named>,
}

impl LoadChoices {
    fn built_in() -> Self {
        macro_rules! named {
            ($t:ty) => {
                <$t>::ALL.iter().map(|v| Named::new(v.id(), v.words())).collect()
            };
        }
        Self {
            decks: named!(DeckKind),
            goings: named!(Going),
            shapes: named!(ItemShape),
            passes: named!(PassKind),
            contacts: load_stock().contacts.iter().map(|c| Named::new(&c.id, &c.name)).collect(),
            tightenings: Tighten::ALL.iter().map(|t| Named::new(t.id(), on_a_ring(*t))).collect(),
            movements: named!(Movement),
        }
    }
}

/// What a line does: where it goes, and what it presses and pulls.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PassFacts {
    /// In a sentence.
    pub says: String,
    /// From ring to ring, metres.
    pub length_m: f64,
    /// Downward on its thing, newtons.
    pub down_n: Band,
    /// What each ring is pulled with, newtons.
    pub rings_n: Band,
}

/// What only a load's plan has.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LoadFacts {
    /// The slackest, in a sentence.
    pub first: String,
    /// Everything is kept.
    pub kept: bool,
    /// How far each thing is kept from each movement.
    pub holds: Vec<Hold>,
    /// The lines.
    pub passes: Vec<PassFacts>,
    /// Changes that help, the smallest first.
    pub remedies: Vec<LoadRemedy>,
    /// What is said where no change tried helps.
    pub no_remedy: Option<String>,
    /// What each school of rules says.
    pub verdicts: Vec<RuleVerdict>,
    /// The school of one's habits.
    pub school: String,
}

impl Load {
    fn mass_kg(&self) -> f64 {
        self.items.iter().map(|i| i.said.mass_kg).sum()
    }

    fn goes(&self, reader: &Reader) -> Result<(), Impossible> {
        let (mass, bears) = (self.mass_kg(), self.said.deck.bears_kg);
        if mass > bears {
            return Err(Impossible(format!(
                "The load weighs {}, the {} may carry {}: take {} off, or go twice.",
                reader.mass(mass),
                self.said.deck.kind.words(),
                reader.mass(bears),
                reader.mass(mass - bears)
            )));
        }
        Ok(())
    }

    fn facts(&self, now: &Reckoned, given: &Given<'_>) -> LoadFacts {
        let reader = given.reader;
        let kept = now.holds.iter().all(Hold::kept);
        let first = match now.slackest() {
            None if self.items.is_empty() => "Nothing is on it yet.".to_owned(),
            None => "Everything is stopped by something.".to_owned(),
            Some(_) if kept => "Everything is kept every way.".to_owned(),
            Some(h) => format!("First to go: {}, {}.", self.items[h.item].said.the(), h.movement.words()),
        };
        let remedies = change::remedies(self, now, reader);
        let judged = Judged { load: self, pressed: &now.pressed, holds: &now.holds, reader };
        let verdicts: Vec<RuleVerdict> = rules::SCHOOLS.iter().map(|school| school(&judged)).collect();
        let chosen = verdicts.iter().find(|v| given.habits.schools.contains(&v.id)).or(verdicts.first());
        let school = chosen.map(|v| v.id.clone()).unwrap_or_default();
        let no_remedy = (!kept && remedies.is_empty()).then(|| {
            "No one or two changes tried here help: lay it lower or lighter, take thicker cord, or go twice.".to_owned()
        });
        let passes = (0..self.said.passes.len()).map(|n| self.pass_facts(n, now, reader)).collect();
        LoadFacts { first, kept, holds: now.holds.clone(), passes, remedies, no_remedy, verdicts, school }
    }

    fn pass_facts(&self, n: usize, now: &Reckoned, reader: &Reader) -> PassFacts {
        let (p, laid) = (&self.said.passes[n], &now.pressed.laid[n]);
        let sums = [0, 1].map(|end| {
            let presses = laid.presses(&now.pressed.pulls[n][end]);
            [0, 1, 2].map(|k| presses.iter().map(|q| q.force_n[k]).sum::<f64>())
        });
        let down_n = Band::new((-sums[0][2]).max(0.0), (-sums[1][2]).max(0.0));
        let ends = |end: usize| laid.on_rings(&now.pressed.pulls[n][end]).map(pass::norm);
        let rings_n = Band::over(ends(0).into_iter().chain(ends(1)));
        let along = Band::new(sums[0][0].abs(), sums[1][0].abs());
        let fore_and_aft = match sums[1][0] {
            x if x.abs() < 1.0 => String::new(),
            x if x > 0.0 => format!(", {} back", reader.forces(along)),
            _ => format!(", {} forward", reader.forces(along)),
        };
        let names: Vec<String> = {
            let mut names: Vec<String> = laid.bends.iter().map(|b| self.items[b.item].said.the()).collect();
            names.dedup();
            names
        };
        let says = format!(
            "Line {}, {} {}: {} down{fore_and_aft}, est.",
            n + 1,
            p.kind.words(),
            listed(&names),
            reader.forces(down_n)
        );
        PassFacts { says, length_m: laid.length_m(), down_n, rings_n }
    }

    /// Lines, rings and what is pressed, weakest first.
    fn parts(&self, now: &Reckoned, reader: &Reader) -> Vec<Part> {
        let mut all = Vec::new();
        let set = set_by(self.said.tighten, &self.cord, self.said.pull_n);
        if !self.said.passes.is_empty() {
            all.push(Part::judged(
                "line",
                "a line parts at its knot",
                self.cord.at_knot(KEPT),
                set,
                "tightening puts",
                "",
                reader,
            ));
        }
        let mut pulled = vec![Band { low: 0.0, high: 0.0 }; self.said.deck.rings.len()];
        for (n, p) in self.said.passes.iter().enumerate() {
            for (k, r) in p.rings.into_iter().enumerate() {
                let end = |e: usize| pass::norm(now.pressed.laid[n].on_rings(&now.pressed.pulls[n][e])[k]);
                pulled[r] = Band { low: pulled[r].low + end(0), high: pulled[r].high + end(1) };
            }
        }
        let weakest = pulled.iter().enumerate().filter(|(_, p)| p.high > 0.0).min_by(|(i, a), (k, b)| {
            let margin = |i: usize, p: &Band| self.said.deck.rings[i].bears_n / p.high;
            margin(*i, a).total_cmp(&margin(*k, b))
        });
        if let Some((i, pull)) = weakest {
            let n = self.said.deck.rings[i].bears_n;
            let what = format!("ring {} gives", i + 1);
            all.push(Part::judged("ring", &what, Band { low: n, high: n }, *pull, "its lines put", "", reader));
        }
        for (i, item) in self.items.iter().enumerate() {
            let Some(n) = item.said.crush_n else { continue };
            let down = |end: usize| {
                let on = now.pressed.laid.iter().enumerate().flat_map(|(k, l)| l.presses(&now.pressed.pulls[k][end]));
                on.filter(|p| p.item == i).map(|p| -p.force_n[2]).sum::<f64>().max(0.0)
            };
            let press = Band::new(down(0), down(1));
            if press.high > 0.0 {
                let what = format!("{} crushed", item.said.name);
                all.push(Part::judged(
                    &format!("crush-{i}"),
                    &what,
                    Band { low: n, high: n },
                    press,
                    "its lines press",
                    "",
                    reader,
                ));
            }
        }
        Part::in_order(&mut all);
        all
    }

    fn change(&self, parts: &[Part], reader: &Reader) -> Vec<String> {
        let mut all = Vec::new();
        for part in parts {
            match part.id.as_str() {
                "line" => {
                    let (cord, work) = (&self.cord, LineWork::OverLoad);
                    let or = "draw more lines, each less";
                    let strained = Strained { part, cord, work, least: LEAST_MARGIN, name: "a line", or };
                    all.extend(strained.says(reader));
                }
                "ring" if part.margin.low < 1.0 => {
                    all.push(format!("{}. Take another ring, or spread the lines over more.", capital(&part.what)));
                }
                id if id.starts_with("crush") && part.margin.low < 1.0 => {
                    all.push(format!("{}: a board over it, a line round it, or less pull.", capital(&part.what)));
                }
                _ => {}
            }
        }
        for (n, p) in self.said.passes.iter().enumerate() {
            let item = &self.items[p.item].said;
            if item.sharp && !p.padded {
                all.push(format!("Pad line {} where it bends over {}: an edge saws through cord.", n + 1, item.the()));
            }
        }
        let deck = &self.said.deck;
        for item in self.items.iter().map(|i| &i.said) {
            let back = item.at_m[0] + item.size_m[0] / 2.0 - deck.length_m;
            let front = item.size_m[0] / 2.0 - item.at_m[0];
            for (over, where_to) in [(back, "behind"), (front, "in front of")] {
                if over > OVERHANG_M {
                    let m = reader.length(Length::from_m(over));
                    let mark = match self.said.going {
                        Going::Water => "Keep it clear of oars and tiller.",
                        Going::Path | Going::Road => "Hang a rag on the end.",
                    };
                    all.push(format!("{}: {m} {where_to} the deck. {mark}", capital(&item.name)));
                }
            }
        }
        all
    }

    fn known_from(&self) -> Vec<String> {
        vec![
            "g is its own weight: kept at 0.5 g, a thing stays where it is while it is pushed with half its weight.".into(),
            "Asked: 0.8 g forward, 0.5 g back and sideways (EN 12195-1:2010; 49 CFR 393.102), 0.2 g up (49 CFR 393.102); afloat 0.4 g lengthwise and 0.8 g sideways (recalled).".into(),
            "Sliding: (μ(mg + the lines’ press) + what lines across the way may bear) / mg. Tipping: moments about the edge of its foot.".into(),
            format!(
                "A line over goods loses e^(−μφ) at each bend, μ {:.1} to {:.1} (handbooks, a band); a line across the way may bear {}, a fifth of what it surely bears at its knot.",
                OVER_GOODS[0],
                OVER_GOODS[1],
                Reader::default().force(Force::from_n(working_n(&self.cord)))
            ),
            "Friction on decks: EN 12195-1 annex B, recalled, as a band; its lower end is counted on.".into(),
        ]
    }
}

/// What stands out so far over the deck is marked (common practice).
const OVERHANG_M: f64 = 0.3;

impl Rig for Load {
    fn lines(&self) -> Vec<(&UsedCord, LineWork)> {
        vec![(&self.cord, LineWork::OverLoad)]
    }

    fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
        let reader = given.reader;
        self.goes(reader)?;
        let now = self.reckoned()?;
        let facts = self.facts(&now, given);
        let joints = joints::joints(self, given.habits, reader);
        let cuts = cuts::cuts(self, &now, &joints, given.kit, reader);
        let parts = self.parts(&now, reader);
        let work = order::Work { load: self, now: &now, joints: &joints, clips: joints::clipped(given.habits), reader };
        let (order, strike) =
            if self.items.is_empty() { (Vec::new(), Vec::new()) } else { (work.order(), work.strike()) };
        let names: Vec<&str> = self.items.iter().map(|i| i.said.name.as_str()).collect();
        let said = if names.is_empty() {
            format!("Nothing on the {} yet. Put the first thing on it.", self.said.deck.kind.words())
        } else {
            format!(
                "{} on a {} {}: {}, {} lines of {}.",
                capital(&listed(&names)),
                self.said.deck.kind.words(),
                self.said.going.words(),
                reader.mass(self.mass_kg()),
                self.said.passes.len(),
                self.cord.said(reader)
            )
        };
        let mut measures: Vec<String> = facts.passes.iter().map(|p| p.says.clone()).collect();
        if self.said.passes.iter().any(|p| p.kind == PassKind::Over) {
            measures.push("Sideways the two legs of a line over the top work against each other.".to_owned());
        }
        if !self.said.passes.is_empty() {
            let each = reader.length(Length::from_m(cuts::half_hitch_m(self)));
            measures.push(format!(
                "What is left of a line is stowed in half hitches along it, a hand apart: each takes {each}."
            ));
        }
        let mut change = self.change(&parts, reader);
        if !facts.kept {
            // The change that is a line is dotted on the drawings, on paper too: its number is read here.
            let dotted = facts.remedies.iter().find(|r| r.line.is_some());
            let dotted = dotted.map_or_else(String::new, |r| format!(" Dotted: {}", r.says));
            change.insert(0, format!("{}{dotted}", facts.first));
        }
        let drawings = looks::drawings(self, &now, &facts, given);
        let own = serde_json::to_value(&facts).unwrap_or_default();
        let mut needs = self.needs();
        if joints::clipped(given.habits) {
            needs.push(format!("{} × clip, marked for what it bears", self.said.passes.len()));
        }
        let plan = RigPlan {
            held_by: Vec::new(),
            hitches: Vec::new(),
            said,
            measures,
            parts,
            joints,
            cuts,
            needs,
            order,
            strike,
            change,
            cautions: cautions(self.said.going),
            known_from: self.known_from(),
        };
        Ok(Planned { plan, drawings, own })
    }
}

impl Load {
    fn needs(&self) -> Vec<String> {
        let mut all = Vec::new();
        for item in self.items.iter().map(|i| &i.said) {
            if item.on == "mat" {
                all.push(format!("a grip mat for {}", item.the()));
            }
            if item.chocked {
                all.push(format!("two chocks for {}", item.the()));
            }
            if item.sharp {
                all.push(format!("padding for the edges of {}", item.the()));
            }
        }
        all
    }
}

/// How a line is drawn tight at a ring: nobody walks round one.
const fn on_a_ring(tighten: Tighten) -> &'static str {
    match tighten {
        Tighten::RoundTurns => "by two turns through it that jam on themselves",
        Tighten::Looped | Tighten::ByHand => tighten.words(),
    }
}

fn cautions(going: Going) -> Vec<String> {
    let law = match going {
        Going::Road => {
            "On a road the local rules for securing loads decide, and the driver answers for it; rope may be unlawful for some loads."
        }
        Going::Path => "Where the way meets a road, the rules for securing loads decide.",
        Going::Water => {
            "Weight low and along the middle; nobody is tied in with a load, and no line runs where feet are."
        }
    };
    vec![
        law.into(),
        "Nobody stands down the slope of a load, or in line with a tight rope.".into(),
        "Estimates: marks on rope and rings, the maker’s word and local rules decide.".into(),
    ]
}

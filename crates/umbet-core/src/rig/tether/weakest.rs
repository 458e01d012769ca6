//! What gives first, and what to change.

use super::TetherFacts;
use super::draft::{EyeKind, Freed, Held, Tether, TiedTo};
use super::link::DRAGS_DOWN;
use super::reach::longest;
use crate::rig::anchor::stem_bears;
use crate::rig::working::{KEPT, LEAST_MARGIN};
use crate::rig::{LineWork, Part, Strained, margin};
use crate::situation::Release;
use crate::units::G;
use crate::units::{Band, Length, Reader};
use crate::words::{capital, listed};

/// An animal lifts a foot over what hangs lower than this share of its halter's height (common practice: its knee).
const KNEE: f64 = 0.4;
/// A line tied lower is a picket line, metres.
const PICKET_M: f64 = 0.4;
/// Line in hand beyond what low water asks for (common practice: a tenth).
const TIDE_SPARE: f64 = 1.1;

impl Tether {
    /// What can give, the weakest first.
    pub fn parts(&self, facts: &TetherFacts, reader: &Reader) -> Vec<Part> {
        let d = &self.said;
        let pull = Band { low: facts.tug.daily_n.high, high: facts.tug.worst_n.high };
        let mut all = Vec::new();
        let mut judge = |id: &str, what: &str, bears: Band| {
            all.push(Part::judged(id, what, bears, pull, "a hard tug puts", "", reader));
        };
        judge("line", "the line parts at its knot", self.cord.at_knot(KEPT));
        if let Some(link) = &facts.link {
            judge("link", "the weak link parts", link.parts_n);
        }
        let wood = stem_bears(Length::from_mm(d.to_mm), d.to_high_m);
        match d.to {
            TiedTo::Tree => judge("to", "the tree bends", wood),
            TiedTo::Post => judge("to", "the post breaks at its foot", wood),
            TiedTo::Stake => judge("to", "the stake draws", self.ground.bears(d.deep_m)),
            TiedTo::Rail | TiedTo::Ring => {}
        }
        Part::in_order(&mut all);
        all
    }

    /// What to change.
    pub fn change(&self, facts: &TetherFacts, parts: &[Part], reader: &Reader) -> Vec<String> {
        let mut all: Vec<String> = parts.iter().filter_map(|p| self.gives(p, facts, reader)).collect();
        all.extend(self.of_link(facts, reader));
        all.extend(self.of_line(facts, reader));
        all.extend(self.of_release());
        all
    }

    fn strained<'a>(&'a self, part: &'a Part, least: f64, name: &'a str, or: &'a str) -> Strained<'a> {
        Strained { part, cord: &self.cord, work: LineWork::Tethered, least, name, or }
    }

    fn gives(&self, part: &Part, facts: &TetherFacts, reader: &Reader) -> Option<String> {
        match part.id.as_str() {
            "line" if part.margin.low < 1.0 && self.said.held != Held::Led => {
                let or = if self.animal() { "leave it less slack" } else { "a longer one that stretches" };
                self.strained(part, 1.0, "at the worst the line", or).says(reader)
            }
            "line" => {
                let n = facts.tug.daily_n;
                let daily = Part { margin: margin(part.bears_n, n), pull_n: n, ..part.clone() };
                self.strained(&daily, LEAST_MARGIN, "day by day the line", "a second one").says(reader)
            }
            "to" if part.margin.low < 1.0 => {
                let then = match self.said.to {
                    TiedTo::Stake => "drive it deeper, or two of them, one behind the other",
                    _ => "tie lower, or to something stouter",
                };
                let gives = match self.said.to {
                    TiedTo::Stake => ["draws", "draw"],
                    TiedTo::Post => ["breaks at its foot", "break at its foot"],
                    _ => ["bends", "bend"],
                };
                let gives = if part.margin.high < 1.0 { gives[0].to_owned() } else { format!("may {}", gives[1]) };
                let to = self.said.to.words().replacen("a ", "the ", 1);
                Some(format!("At the worst {to} {gives}, est.: {then}."))
            }
            _ => None,
        }
    }

    fn of_link(&self, facts: &TetherFacts, reader: &Reader) -> Option<String> {
        let link = facts.link.as_ref().filter(|l| !l.good)?;
        let why = if link.parts_n.low < link.window_n.low {
            "may part when an animal only balks"
        } else {
            "may hold until it drags the next one down"
        };
        let then = match link.fits.as_slice() {
            [] if link.window_n.high < DRAGS_DOWN * self.said.mass_kg * G => {
                "no thin cord of the list parts well before this lead does: take a stronger lead first".to_owned()
            }
            [] => "no thin cord of the list does: try twine until your weight parts it and a pull by hand does not"
                .to_owned(),
            fits => format!("take {}", listed(fits).replace(" and ", " or ")),
        };
        Some(format!(
            "The link {why}: it is to part between {}. {}.",
            reader.forces(link.window_n).replace(" to ", " and "),
            capital(&then)
        ))
    }

    /// Feet over the line, things it winds round, water.
    fn of_line(&self, facts: &TetherFacts, reader: &Reader) -> Vec<String> {
        let (d, reach) = (&self.said, &facts.reach);
        let m = |m: f64| reader.length(Length::from_m(m));
        let mut all = Vec::new();
        if d.held == Held::Animal && d.to_high_m < PICKET_M {
            all.push("Tied low it steps over its line: only an animal that knows a picket line, on soft thick rope, and watched.".into());
        } else if self.animal() && reach.belly_m < KNEE * d.eye_high_m {
            let best = longest(d.off_m, [d.to_high_m, d.eye_high_m], KNEE * d.eye_high_m);
            let says = if d.to_high_m + d.eye_high_m > 2.0 * KNEE * d.eye_high_m && best > d.off_m + 0.05 {
                format!("a line of {} hangs above its knees", m(best))
            } else {
                "tie higher".into()
            };
            all.push(format!("A foot goes over the line where it hangs slack: {says}."));
        }
        for c in &reach.caught {
            let clear = c.clear_m.map_or_else(
                || "move the tie, or what stands there".to_owned(),
                |clear| format!("a line of {} keeps clear", m(clear)),
            );
            all.push(format!(
                "It can wind itself round {}, {:.0} laps until no line is left: {clear}.",
                c.name,
                c.laps.ceil()
            ));
        }
        if let Some(lap) = reach.lap_m.filter(|_| d.held == Held::Animal && !d.watched) {
            all.push(format!(
                "It winds itself up round {}, {} a lap, with nobody by: tie to a rail or a high line, or to a ring that turns.",
                d.to.words().replacen("a ", "the ", 1),
                m(lap)
            ));
        }
        if let Some(tide) = &reach.tide {
            if tide.under {
                all.push("At high water the tie is under water: nobody frees it then. Tie higher.".into());
            }
            if d.line_m < TIDE_SPARE * tide.least_m {
                all.push(format!(
                    "At low water the line is all but tight: let out {}.",
                    m(TIDE_SPARE * tide.least_m - d.line_m)
                ));
            }
        }
        all
    }

    fn of_release(&self) -> Vec<String> {
        let d = &self.said;
        let mut all = Vec::new();
        if self.released().0 == Release::OnePull && !d.watched && d.freed == Freed::OnePull {
            all.push("One pull frees it for anybody, a mouth or a passer-by too: pass the end through its loop, or have somebody stand by.".into());
        }
        if self.released().0 == Release::OnePull && d.stopper {
            all.push("What one pull frees wants a long tail to pull: no stopper in it.".into());
        }
        if d.eye == EyeKind::Neck && d.held == Held::Led {
            all.push("Led by its neck it chokes in a wreck: a halter.".into());
        }
        all
    }
}

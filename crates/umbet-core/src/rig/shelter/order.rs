//! The order of work, and the strike in reverse.

use super::draft::Shelter;
use super::forces::Forces;
use super::lengths::{PEGGED_M, purchase_run_m};
use super::pitch::{Geometry, Guy};
use super::site::{Between, trees};
use super::wind::Blow;
use crate::rig::Step;
use crate::rig::joint::{Joint, find, knot_at};
use crate::rig::tighten::Tighten;
use crate::units::{Length, Reader};
use crate::words::{capital, listed, small};

/// What the order is made from.
pub struct Work<'a> {
    /// As asked.
    pub shelter: &'a Shelter,
    /// The anchors taken.
    pub between: &'a Between,
    /// Where everything is.
    pub g: &'a Geometry,
    /// Knots.
    pub joints: &'a [Joint],
    /// Forces.
    pub forces: &'a Forces,
    /// Where the wind blows to.
    pub blow: Blow,
    /// The measures read in.
    pub reader: &'a Reader,
}

impl Work<'_> {
    fn names(&self) -> [&str; 2] {
        self.between.anchors.map(|i| self.shelter.anchors[i].name.as_str())
    }

    fn m(&self, m: f64) -> String {
        self.reader.length(Length::from_m(m))
    }

    fn knot(&self, id: &str) -> String {
        knot_at(self.joints, id)
    }

    /// Rigging, first to last.
    pub fn order(&self) -> Vec<Step> {
        let mut all = self.looking();
        all.extend(self.poles_of_pickets());
        if self.shelter.pitch.needs_two_anchors() {
            all.extend(if self.shelter.split { self.halves() } else { self.ridge() });
        } else {
            all.extend(self.peak());
        }
        all.extend(self.edges());
        all.extend(self.water());
        all.into_iter().map(|step| self.with_cord(step)).collect()
    }

    /// A knot that is tied in a step takes so much of the line: as much is left for it.
    fn with_cord(&self, step: Step) -> Step {
        match step.joint.as_deref().and_then(|id| find(self.joints, id)) {
            Some(j) if step.id != "tension" => step.with("leave", self.reader.length_up(Length::from_m(j.cord_m()))),
            _ => step,
        }
    }

    /// Up, down, and to the bark.
    fn looking(&self) -> Vec<Step> {
        let trees = trees(self.shelter, self.between);
        let up = if trees.is_empty() {
            "Look up: nothing dead overhead.".to_owned()
        } else {
            format!("Look up: nothing dead over {} or where you sleep.", trees.join(" or "))
        };
        let down = "Look down: no roots or plants that would suffer, no hollow where water gathers.";
        let mut all = vec![Step::new("look", "Look", format!("{up} {down}"))];
        if !trees.is_empty() {
            let say = format!("Pad the bark of {} where the line will lie.", trees.join(" and "));
            all.push(Step::new("pad", "Pad", say));
        }
        all
    }

    fn poles_of_pickets(&self) -> Vec<Step> {
        let stay = |b: &super::pitch::Backstay| {
            let high = self.m(b.pole[1][2] - b.pole[0][2]);
            let out = self.m((b.peg[0] - b.pole[0][0]).hypot(b.peg[1] - b.pole[0][1]));
            let name = self.names()[b.end];
            let say = format!(
                "{name}: pole up, {high}; backstay from its top to a peg {out} out, drawn up until the pole leans that way a hand. {} at the peg.",
                capital(&self.knot("backstay"))
            );
            Step::new(&format!("backstay-{}", b.end), "Pole and backstay", say).at("backstay").with("high", high)
        };
        self.g.backstays.iter().map(stay).collect()
    }

    /// Tied to an anchor, and tried: at a height a person can lean on.
    fn fixed(&self) -> Vec<Step> {
        let [near, _] = self.names();
        let high = self.m(self.g.ties_m[0]);
        let say = format!("Fixed end on {near}, {high} up: {}.", self.knot("fixed-end"));
        vec![
            Step::new("fixed", "Fixed end", say).at("fixed-end").with("high", high),
            Step::new("lean", "Lean on it", self.lean_on_it()),
        ]
    }

    /// A line to a peak is an arm long: its end is pulled, there is no walking out from the tie.
    fn lean_on_it(&self) -> String {
        if self.shelter.pitch.needs_two_anchors() {
            return lean("it");
        }
        "Pull on the line’s end toward where the cover will lie, with your weight, slowly. What moves is tied again now.".into()
    }

    fn tighten(&self) -> Vec<Step> {
        let [_, far] = self.names();
        let how = match self.shelter.tighten {
            Tighten::RoundTurns => "Two round turns, walk them tight".to_owned(),
            Tighten::Looped => {
                let run = self.m(purchase_run_m(self.shelter, self.g));
                format!("Loop {run} from {far}, round it, back through, haul")
            }
            Tighten::ByHand => "Haul by hand".to_owned(),
        };
        let set = self.reader.forces(self.forces.set_n);
        let high = self.m(self.g.ties_m[1]);
        let stow =
            "Stow the excess off the ground: a chain of slipped loops, or half hitches worked back along the line.";
        vec![
            Step::new("tension", "Tighten", format!("{how}: about {set} in the line, est."))
                .at("tight-end")
                .with("pull", set),
            Step::new("lock", "Lock", format!("Lock it, {high} up: {}.", self.knot("tight-end")))
                .at("tight-end")
                .with("high", high),
            Step::new("lean-far", "Lean on that too", lean(&format!("the end on {far}"))),
            Step::new("stow", "Stow", stow),
        ]
    }

    fn ridge(&self) -> Vec<Step> {
        let [_, far] = self.names();
        let mut all = self.fixed();
        all.push(Step::new("run", "Run out", format!("Run the line out to {far}, off the ground, no twists.")));
        all.extend(self.tighten());
        let over = if self.shelter.line_over { "under the line, hung from it" } else { "over the line" };
        all.push(Step::new("cover", "Cover", format!("Cover {over}, its seam along it: {FACES}.")));
        let ends = format!("Ends drawn apart along the ridge: {}.", self.knot("on-ridge"));
        all.push(Step::new("ends", "Ends first", ends).at("on-ridge"));
        all
    }

    /// Two lines, one from each end of the cover: it is hung before it is tightened, and its own ends bear the pull.
    fn halves(&self) -> Vec<Step> {
        let [_, far] = self.names();
        let mut all = self.fixed();
        let near = format!("The near half’s other end on the cover: {}.", self.knot("ridge-cover"));
        all.push(Step::new("cover", "Cover", format!("Spread the cover along the ridge’s way: {FACES}.")));
        all.push(Step::new("near-half", "Near half", near).at("ridge-cover"));
        let say = format!("The far half on the cover’s other end, and out to {far}.");
        all.push(Step::new("far-half", "Far half", say).at("ridge-cover"));
        all.extend(self.tighten());
        all
    }

    fn peak(&self) -> Vec<Step> {
        let [near, _] = self.names();
        let mut all = Vec::new();
        if self.g.poles.is_empty() {
            all.extend(self.fixed());
            let say = format!(
                "Cover’s corner to the line, {} up: {}; {FACES}.",
                self.m(self.g.ridge_m),
                self.knot("ridge-cover")
            );
            all.push(Step::new("cover", "Peak", say).at("ridge-cover").with("high", self.m(self.g.ridge_m)));
            return all;
        }
        all.push(Step::new("cover", "Cover", format!("Spread the cover, its front toward {near}: {FACES}.")));
        all.push(
            Step::new(
                "ridge-cover",
                "Line on the peak",
                format!("Line on the middle of the front edge: {}.", self.knot("ridge-cover")),
            )
            .at("ridge-cover"),
        );
        let back = "Peg the back edge down first, square and taut.";
        all.push(Step::new("back", "Back edge", back));
        let high = self.m(self.g.poles[0][1][2] - self.g.poles[0][0][2]);
        let say = format!("Pole up under the peak, {high}, its foot on something flat.");
        all.push(Step::new("pole-0", "Pole", say).with("long", high));
        let tie = self.m(self.g.ties_m[0]);
        let say =
            format!("Line out to {near}, {tie} up, and drawn up until the pole stands: {}.", self.knot("fixed-end"));
        all.push(Step::new("fixed", "Line", say).at("fixed-end").with("high", tie));
        all
    }

    /// Guys and pegged edges, the windward ones first.
    fn edges(&self) -> Vec<Step> {
        let (guyed, pegged): (Vec<&Guy>, Vec<&Guy>) = self.g.guys.iter().partition(|g| g.run_m > PEGGED_M);
        let mut all = Vec::new();
        let (corners, middles): (Vec<&Guy>, Vec<&Guy>) = guyed.into_iter().partition(|g| g.name.contains("corner"));
        if !middles.is_empty() {
            let first = self.windward_first(&middles);
            let say = match middles.len() {
                1 => "Middle: one guy, its peg leaning away.".to_owned(),
                n => format!("Middles: {n} guys, pegs leaning away{first}."),
            };
            all.push(Step::new("middles", "Middles", say).at("guy-peg"));
        }
        if !corners.is_empty() {
            let first = self.windward_first(&corners);
            let say = format!("Corners last: {}, drawn out slantwise{first}; {}.", corners.len(), self.knot("guy-peg"));
            all.push(Step::new("corners", "Corners last", say).at("guy-peg"));
        }
        // The back of a half pyramid is down already.
        let left: Vec<&Guy> =
            pegged.into_iter().filter(|g| self.g.poles.is_empty() || g.name.starts_with("front")).collect();
        if !left.is_empty() {
            let names: Vec<&str> = left.iter().map(|g| g.name.as_str()).collect();
            let first = self.windward_first(&left);
            let say = format!("Peg down {}{first}, the cloth drawn flat, pegs leaning away.", listed(&names));
            all.push(Step::new("pegs", "Peg down", say));
        }
        all
    }

    /// `, the far side to windward first`, where the wind meets one side of them.
    fn windward_first(&self, guys: &[&Guy]) -> String {
        let met = |g: &&&Guy| {
            let n = self.g.panels[g.panel].normal();
            -(self.blow.along * n[0] + self.blow.across * n[1]) > 0.3
        };
        let windward: Vec<&str> = guys.iter().filter(met).map(|g| g.name.as_str()).collect();
        if windward.is_empty() || windward.len() == guys.len() {
            ", windward first".into()
        } else {
            format!(", {} first, to windward", listed(&windward))
        }
    }

    fn water(&self) -> Vec<Step> {
        let mut all = Vec::new();
        if let Some(d) = self.g.drips.iter().find(|d| d.stop) {
            all.push(Step::new("drip-stop", "Drip stops", format!("At both ends: {}", small(&d.says))));
        }
        let wet = "Wet the line beyond the cover: water must leave it before the dry side.";
        all.push(Step::new("drip", "Drip check", wet));
        let guys = self.g.guys.iter().any(|g| g.run_m > PEGGED_M);
        let what = match (self.shelter.pitch.needs_two_anchors(), guys) {
            (_, true) => "ridge and guys",
            (true, false) => "the ridge",
            (false, false) => "the line to the peak",
        };
        let say = format!("Tighten {what} again: after an hour, after rain, before the night.");
        all.push(Step::new("again", "Tighten again", say));
        all
    }

    /// Striking: the same backwards, and a check that each line came away clear.
    pub fn strike(&self) -> Vec<Step> {
        let guys = self.g.guys.iter().filter(|g| g.run_m > PEGGED_M).count();
        let on_a_pole = !self.g.poles.is_empty() && !self.shelter.pitch.needs_two_anchors();
        let first = match guys {
            0 if on_a_pole => {
                format!("Ease the line, pole out; then draw the {} pegs, the windward ones last.", self.g.guys.len())
            }
            0 => format!("Draw the {} pegs, the windward ones last.", self.g.guys.len()),
            n => format!("Ease {n} guys at their hitches, draw the pegs, the windward ones last; then the ends."),
        };
        let mut all = vec![Step::new("s-corners", if guys == 0 { "Pegs" } else { "Corners, middles, ends" }, first)];
        let two = self.shelter.pitch.needs_two_anchors();
        let off = if two {
            "Shake the water off, fold it from the ridge."
        } else {
            "Shake the water off, fold it in to its middle."
        };
        all.push(Step::new("s-cover", "Cover off", off));
        let mut told: Vec<&str> = Vec::new();
        for id in ["tight-end", "fixed-end", "ridge-cover", "backstay", "guy-peg", "guy-cover"] {
            let Some(j) = find(self.joints, id).filter(|j| !j.knot.is_empty()) else { continue };
            // How a knot lets go is told once.
            let say = if told.contains(&j.knot.as_str()) {
                format!("{}: the {} as before.", capital(&j.name), small(&j.knot_name))
            } else {
                format!("{}: {} It leaves {}.", j.knot_name, small(&j.lets_go), j.leaves)
            };
            told.push(&j.knot);
            all.push(Step::new(&format!("s-{id}"), &j.name, say).at(id));
        }
        if (!on_a_pole && !self.g.poles.is_empty()) || !self.g.backstays.is_empty() {
            all.push(Step::new("s-pole", "Poles down", "Poles down last, one hand on each."));
        }
        if !trees(self.shelter, self.between).is_empty() {
            all.push(Step::new("s-look", "Look back", "Padding off; look at the bark and the ground: leave nothing."));
        }
        let hank = "Dry the lines and hank them; what is carried, a bight under the last turns.";
        all.push(Step::new("s-hank", "Hank", hank));
        all
    }
}

/// Which way out a cover lies (makers' instructions, as a rule).
const FACES: &str = "outer face out, its shiny seamed face beneath";

fn lean(what: &str) -> String {
    format!(
        "Lean on {what}: take the line where your chest is, a step out from the tie, and let it have your weight slowly. What moves is tied again now."
    )
}

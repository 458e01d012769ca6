//! The lines of a shelter, cut by cut, and what else it wants.

use super::draft::Shelter;
use super::pitch::{Geometry, Guy};
use super::site::{Between, nearer, trees};
use crate::rig::cut::{Cut, Hank, item, of_joint, serve};
use crate::rig::joint::{Joint, find};
use crate::rig::tighten::{Tighten, set_by, stretch_m};
use crate::units::{Length, Reader};
use crate::usage::LengthItem;

/// Run from a purchase's loop to the anchor, at the least (common practice: an arm's length to haul).
const PURCHASE_RUN_M: f64 = 0.8;
/// Room that is to be left when a purchase is hauled home.
const PURCHASE_LEFT_M: f64 = 0.2;
/// Excess to stow at the ridge's end.
const STOW_M: f64 = 0.3;
/// Play of an adjustable guy.
const PLAY_M: f64 = 0.4;
/// From the ridge to the cover's end.
const TO_THE_COVER_M: f64 = 0.3;
/// A cord hung from the ridge for water to leave by.
const DRIP_CORD_M: f64 = 0.4;
/// Guys shorter than this are no guys: the cover is pegged down itself.
pub const PEGGED_M: f64 = 0.2;
/// Guys alike within this are cut alike.
const ALIKE_M: f64 = 0.05;

/// How far from the anchor a purchase's loop is made: so far that the cord is stretched before the loop is there.
pub fn purchase_run_m(shelter: &Shelter, g: &Geometry) -> f64 {
    let set = set_by(shelter.tighten, &shelter.ridge_cord, shelter.pull_n);
    PURCHASE_RUN_M.max(stretch_m(&shelter.ridge_cord, g.span_m, set.high) + PURCHASE_LEFT_M)
}

/// The list.
pub fn cuts(shelter: &Shelter, g: &Geometry, joints: &[Joint], kit: &[Hank], reader: &Reader) -> Vec<Cut> {
    let list = List { shelter, g, joints, reader };
    let mut all = match (shelter.pitch.needs_two_anchors(), shelter.split) {
        (true, true) => list.halves(),
        (true, false) => vec![list.ridge()],
        (false, _) => vec![list.peak_line()],
    };
    all.extend(list.backstay());
    all.extend(list.guys());
    all.extend(list.ends());
    serve(&mut all, kit, reader, |cut, short| when_short(cut, short, shelter, g, reader));
    all
}

/// What is cut from.
struct List<'a> {
    shelter: &'a Shelter,
    g: &'a Geometry,
    joints: &'a [Joint],
    reader: &'a Reader,
}

impl List<'_> {
    fn joint(&self, id: &str, name: &str) -> Option<LengthItem> {
        of_joint(self.joints, id, name, self.reader)
    }

    fn item(&self, of: &str, m: f64) -> LengthItem {
        item(of, m, self.reader)
    }

    fn of_ridge_cord(&self, name: &str, times: usize, items: Vec<LengthItem>) -> Cut {
        Cut::of(name, times, &self.shelter.ridge_cord, items, self.reader)
    }

    /// What the tightened end takes: its knot, its purchase, its excess.
    fn tightened(&self) -> Vec<LengthItem> {
        let mut items: Vec<LengthItem> = self.joint("tight-end", "tightened end").into_iter().collect();
        if self.shelter.tighten == Tighten::Looped {
            items.push(self.item("purchase, out and back", 2.0 * purchase_run_m(self.shelter, self.g)));
        }
        items.push(self.item("to stow", STOW_M));
        items
    }

    fn ridge(&self) -> Cut {
        let mut items: Vec<LengthItem> = self.joint("fixed-end", "fixed end").into_iter().collect();
        items.push(self.item("span", self.g.span_m));
        items.extend(self.tightened());
        self.of_ridge_cord("Ridge", 1, items)
    }

    /// Each half is a line of its own: the near one tied at both ends, the far one tightened.
    fn halves(&self) -> Vec<Cut> {
        let clear = self.g.ridge[0][0];
        let half = |ends: Vec<LengthItem>| {
            let mut items = vec![self.item("from the anchor to the cover", clear)];
            items.extend(self.joint("ridge-cover", "on the cover"));
            items.extend(ends);
            items
        };
        vec![
            self.of_ridge_cord("Near half ridge", 1, half(self.joint("fixed-end", "fixed end").into_iter().collect())),
            self.of_ridge_cord("Far half ridge", 1, half(self.tightened())),
        ]
    }

    fn peak_line(&self) -> Cut {
        let mut items: Vec<LengthItem> = self.joint("fixed-end", "on the anchor").into_iter().collect();
        items.push(self.item("to the cover’s peak", self.g.peak_line_m()));
        items.extend(self.joint("ridge-cover", "on the cover"));
        if !self.g.poles.is_empty() {
            items.push(self.item("play", PLAY_M));
        }
        self.of_ridge_cord("Peak line", 1, items)
    }

    fn backstay(&self) -> Option<Cut> {
        let longest = self.g.backstays.iter().map(|b| b.run_m).reduce(f64::max)?;
        let mut items = vec![self.item("from the pole’s top to its peg", longest)];
        items.extend(self.joint("fixed-end", "on the pole"));
        items.extend(self.joint("backstay", "at the peg"));
        items.push(self.item("play", PLAY_M));
        Some(self.of_ridge_cord("Backstay", self.g.backstays.len(), items))
    }

    /// Guys that are alike are one entry; where they are not, each says which it is.
    fn guys(&self) -> Vec<Cut> {
        let mut groups: Vec<Vec<&Guy>> = Vec::new();
        let mut guys: Vec<&Guy> = self.g.guys.iter().filter(|g| g.run_m > PEGGED_M).collect();
        guys.sort_by(|a, b| b.run_m.total_cmp(&a.run_m));
        for guy in guys {
            match groups.last_mut() {
                Some(group) if group[0].run_m - guy.run_m < ALIKE_M => group.push(guy),
                _ => groups.push(vec![guy]),
            }
        }
        let one = groups.len() == 1;
        let cut = |group: &Vec<&Guy>| {
            let names: Vec<&str> = group.iter().map(|g| g.name.as_str()).collect();
            let name = if one { "Guy".to_owned() } else { format!("Guy, {}", names.join(", ")) };
            let mut items = vec![self.item("run to the peg", group[0].run_m)];
            items.extend(self.joint("guy-cover", "on the cover"));
            items.extend(self.joint("guy-peg", "at the peg"));
            items.push(self.item("play", PLAY_M));
            Cut::of(&name, group.len(), &self.shelter.guy_cord, items, self.reader)
        };
        groups.iter().map(cut).collect()
    }

    fn ends(&self) -> Vec<Cut> {
        let Some(joint) = find(self.joints, "on-ridge") else { return Vec::new() };
        let cord = &self.shelter.guy_cord;
        let items = vec![self.item(&joint.knot_said(), joint.cord_m()), self.item("to the cover", TO_THE_COVER_M)];
        let mut all = vec![Cut::of("End cord on the ridge", joint.times, cord, items, self.reader)];
        let drips = self.g.drips.iter().filter(|d| d.stop).count();
        if drips > 0 {
            let items = vec![self.item("hitched on and hanging", DRIP_CORD_M)];
            all.push(Cut::of("Drip cord", drips, cord, items, self.reader));
        }
        all
    }
}

/// What is wanted besides cord.
pub fn needs(shelter: &Shelter, between: &Between, g: &Geometry, reader: &Reader) -> Vec<String> {
    let m = |m: f64| reader.length(Length::from_m(m));
    let mut all = vec![format!("{} pegs", g.guys.len())];
    if !g.backstays.is_empty() {
        let poles = g.backstays.iter().map(|b| m(b.pole[1][2] - b.pole[0][2])).collect::<Vec<_>>().join(" and ");
        all.push(match g.backstays.len() {
            1 => format!("A long peg or picket, and a pole of {poles}"),
            n => format!("{n} long pegs or pickets, and as many poles: {poles}"),
        });
    }
    all.extend(g.poles.iter().map(|[foot, top]| format!("A pole of {} under the peak", m(top[2] - foot[2]))));
    match trees(shelter, between).len() {
        0 => {}
        1 => all.push("Padding for one trunk".into()),
        n => all.push(format!("Padding for {n} trunks")),
    }
    all
}

/// What else would do for a line that is short of cord.
fn when_short(cut: &Cut, short: f64, shelter: &Shelter, g: &Geometry, reader: &Reader) -> Vec<String> {
    let words = |m: f64| reader.length(Length::from_m(m));
    if cut.name != "Ridge" {
        return Vec::new();
    }
    let mut all = Vec::new();
    if shelter.tighten == Tighten::Looped {
        let saved = 2.0 * purchase_run_m(shelter, g);
        let left = if saved >= short { "that is enough" } else { "not enough by itself" };
        all.push(format!("Skip the purchase and walk two round turns: saves {}, {left}.", words(saved)));
    }
    let saved = g.ridge[1][0] - g.ridge[0][0];
    all.push(format!("Split the ridge: tie to the cover’s ends and save {} between them.", words(saved)));
    all.push(match nearer(shelter, g.span_m) {
        Some((pair, span)) => {
            format!("Re-route between {pair}: {} of span, saves {}.", words(span), words(g.span_m - span))
        }
        None => "Re-route: no other sound pair stands nearer and still takes the cover.".into(),
    });
    all
}

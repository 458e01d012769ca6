//! What gives first, and what to change.

use super::draft::{HIGH_M, LEVELS, Mast, Stakes};
use super::forces::{MastForces, StretchForces};
use crate::knot::catalogue;
use crate::rig::joint::find;
use crate::rig::working::{KEPT, LEAST_MARGIN};
use crate::rig::{Joint, LineWork, Part, Strained};
use crate::units::{Band, Length, Reader};
use crate::words::{capital, number};

/// A mast is put to no more than a third of what makes it bow out or breaks it (common practice).
const MAST_MARGIN: f64 = 3.0;
/// Stakes stand out at least this share of the height of the highest guys (common practice: half to all of it).
const OUT_LEAST: f64 = 0.5;
/// A top that moves more than this share of the height stands no longer upright, by eye.
const SWAYS_MOST: f64 = 0.04;

impl Mast {
    /// What loads the mast and its guys, and with the guys' own pull counted in: in still air no gust does.
    fn what_puts(&self) -> (&'static str, &'static str) {
        match (self.said.beaufort > 0, self.said.head_n > 0.0) {
            (true, _) => ("a gust puts", "gust and guys put"),
            (false, true) => ("the line at its head puts", "line and guys put"),
            (false, false) => ("the guys’ own pull puts", "the guys’ own pull puts"),
        }
    }

    pub(super) fn parts(&self, forces: &MastForces, joints: &[Joint], reader: &Reader) -> Vec<Part> {
        let (puts, both_put) = self.what_puts();
        let judged = |id: &str, what: &str, bears, pull| Part::judged(id, what, bears, pull, puts, "", reader);
        let mut all = vec![
            judged("guy", "a guy parts at its knot", self.cord.at_knot(KEPT), forces.hardest_guy_n()),
            judged("stake", "a stake draws", self.ground.bears(self.said.deep_m), forces.stake_n),
        ];
        let hitch = find(joints, "stake").and_then(|j| catalogue().find(&j.knot));
        if let Some(slips) = hitch.and_then(|k| k.entry.grip.slips_in(self.cord.on_itself())) {
            all.push(judged("hitch", "a guy’s hitch slips", slips, forces.hardest_guy_n()));
        }
        for (i, s) in forces.stretches.iter().enumerate() {
            let place = self.place(s, reader);
            let bows = format!("the mast bows out {place}");
            all.push(judged(&format!("bows-{i}"), &bows, s.bows_n, s.push_n));
            // Bending and push break it together: both are counted, in still air the guys' push alone.
            let [low, high] = [s.push_n.low + forces.aside_n.low, s.push_n.high + forces.aside_n.high];
            let bears = Band::over([high / s.used.high, low / s.used.low.max(1e-9)].into_iter());
            let (id, what) = (format!("breaks-{i}"), format!("the mast breaks {place}"));
            all.push(Part::judged(&id, &what, bears, Band { low, high }, both_put, "", reader));
        }
        Part::in_order(&mut all);
        self.tellable(all)
    }

    /// Of the mast's stretches only the one that gives first each way: the others say the same.
    fn tellable(&self, parts: Vec<Part>) -> Vec<Part> {
        let mut said: Vec<&str> = Vec::new();
        let mut kept = Vec::new();
        for part in &parts {
            let way = part.id.split('-').next().unwrap_or_default();
            if !said.contains(&way) {
                said.push(way);
                kept.push(part.clone());
            }
        }
        kept
    }

    fn place(&self, s: &StretchForces, reader: &Reader) -> String {
        let m = |m: f64| reader.length(Length::from_m(m));
        let [from, to] = s.from_to_m;
        match (from > 0.0, to < self.said.size.high_m - 1e-6) {
            (false, true) => "below its lowest guys".into(),
            (true, false) => "above its highest guys".into(),
            (false, false) => "between its foot and its guys".into(),
            (true, true) => format!("between {} and {} up", m(from), m(to)),
        }
    }

    pub(super) fn change(&self, forces: &MastForces, parts: &[Part], reader: &Reader) -> Vec<String> {
        let m = |m: f64| reader.length(Length::from_m(m));
        let mut all: Vec<String> = parts.iter().filter_map(|p| self.gives(p, reader)).collect();
        let highest = self.said.guys_m.last().copied().unwrap_or(0.0);
        if self.said.out_m < OUT_LEAST * highest {
            all.push(format!(
                "The stakes stand near: steep guys hold little and press the mast down. Set them {} out at least.",
                m((OUT_LEAST * highest * 10.0).ceil() / 10.0)
            ));
        }
        if forces.sways_m.high > SWAYS_MOST * self.said.size.high_m {
            all.push(format!(
                "Its top may move {}, est.: cord that stretches less, thicker cord, stakes farther out, or guys higher on the mast.",
                m(forces.sways_m.high)
            ));
        }
        all
    }

    fn gives(&self, part: &Part, reader: &Reader) -> Option<String> {
        let low = part.margin.low;
        let may = |must: &str, may: &str| {
            if part.margin.high < 1.0 { must.to_owned() } else { format!("may {may}") }
        };
        match part.id.split('-').next().unwrap_or_default() {
            "guy" => {
                let (cord, work) = (&self.cord, LineWork::Pitched);
                let or = "stakes farther out, or one level of guys more";
                Strained { part, cord, work, least: LEAST_MARGIN, name: "the hardest guy", or }.says(reader)
            }
            "stake" if low < 1.0 => {
                Some(format!("A stake {}, est.: {}.", may("draws", "draw"), self.stakes_instead(part, reader)))
            }
            "hitch" if low < 1.0 => Some(format!(
                "A guy’s hitch {}, est.: take one of those that hold, or tie the guys off with two half hitches.",
                may("slips", "slip")
            )),
            "bows" if low < MAST_MARGIN => {
                Some(format!("{}: {}.", self.under_less(part, ["bows", "bow"]), self.stiffer()))
            }
            "breaks" if low < MAST_MARGIN => Some(format!(
                "{}: a thicker mast, less at its head, or guys nearer to where it gives.",
                self.under_less(part, ["breaks", "break"])
            )),
            _ => None,
        }
    }

    /// Where and how surely the mast gives: `The mast may bow out below its lowest guys, est.`
    fn under_less(&self, part: &Part, [gives, give]: [&str; 2]) -> String {
        let what = match (part.margin.low < 1.0, part.margin.high < 1.0) {
            (true, true) => format!("{}, est.", part.what),
            (true, false) => format!("{}, est.", part.what.replacen(gives, &format!("may {give}"), 1)),
            _ => format!("{} under less than three times this", part.what),
        };
        capital(&what)
    }

    /// A stake holds by the square of its depth.
    fn stakes_instead(&self, part: &Part, reader: &Reader) -> String {
        let deep = self.said.deep_m * (1.0 / part.margin.low.max(0.01)).sqrt();
        let deeper = (deep <= super::DEEP_M[1])
            .then(|| format!("drive it {} deep", reader.length(Length::from_m((deep * 20.0).ceil() / 20.0))));
        let own = (self.said.stakes == Stakes::Shared && self.said.guys_m.len() > 1)
            .then(|| "give each guy its own".to_owned());
        let row = Some("set two in a row, the second holding the head of the first".to_owned());
        let ways: Vec<String> = [deeper, own, row].into_iter().flatten().collect();
        ways.join(", or ")
    }

    fn stiffer(&self) -> String {
        let levels = self.said.guys_m.len();
        if levels < LEVELS[1] && self.said.size.high_m > HIGH_M[0] {
            format!("guy it at {} levels, or take a thicker mast", number(levels as u32 + 1))
        } else {
            "take a thicker mast".into()
        }
    }
}

//! Lines of a hung bar, and what hangs on it: one more, or one less.

use super::draft::{HangDraft, HungThing, LINES};
use crate::rig::lists::{Change, changed, fresh_name};

/// The outer lines hold the bar a hand from its ends (common practice).
const FROM_END_M: f64 = 0.1;

impl HangDraft {
    /// The same with one more or one less in a list; `None` where there is no such list or nothing to change.
    pub(super) fn with(&self, list: &str, change: Change) -> Option<Self> {
        let mut d = self.clone();
        match (list, change) {
            ("/lines_m", Change::More(_)) => d.lines_m = self.evenly(self.lines_m.len() + 1)?,
            ("/lines_m", Change::Less(_)) => d.lines_m = self.evenly(self.lines_m.len().checked_sub(1)?)?,
            ("/things", _) => d.things = changed(&self.things, change, LINES, || Some(self.another_thing()))?,
            _ => return None,
        }
        Some(d)
    }

    /// So many lines: the outer ones a hand from the bar's ends, the others evenly between.
    fn evenly(&self, count: usize) -> Option<Vec<f64>> {
        if !(2..=LINES).contains(&count) {
            return None;
        }
        let end = FROM_END_M.min(self.length_m / 4.0);
        let gap = (self.length_m - 2.0 * end) / (count - 1) as f64;
        Some((0..count).map(|i| ((end + gap * i as f64) * 1000.0).round() / 1000.0).collect())
    }

    fn another_thing(&self) -> HungThing {
        let middle = self.length_m / 2.0;
        let name = fresh_name("thing", self.things.iter().map(|t| t.name.as_str()));
        HungThing { name, mass_kg: 5.0, along_m: [middle, middle], ties: 0 }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A bar of 3 m: from 0.1 m to 2.9 m there are 2.8 m, four lines stand 0.933 m apart.
    #[test]
    fn lines_are_spread_evenly_between_the_ends() {
        let usual = HangDraft::usual();
        let more = usual.with("/lines_m", Change::More(0)).expect("a fourth line");
        assert_eq!(more.lines_m, [0.1, 1.033, 1.967, 2.9]);
        let two = usual.with("/lines_m", Change::Less(2)).expect("two are left");
        assert_eq!(two.lines_m, [0.1, 2.9]);
        assert_eq!(two.with("/lines_m", Change::Less(1)), None);
        let short = HangDraft { length_m: 0.3, ..usual };
        assert_eq!(short.with("/lines_m", Change::Less(0)).map(|d| d.lines_m), Some(vec![0.075, 0.225]));
    }

    #[test]
    fn things_come_with_names_of_their_own() {
        let all = (0..20).fold(HangDraft::usual(), |d, _| d.with("/things", Change::More(0)).unwrap_or(d));
        assert_eq!(all.things.len(), LINES);
        let names: std::collections::BTreeSet<&str> = all.things.iter().map(|t| t.name.as_str()).collect();
        assert_eq!(names.len(), LINES);
        assert_eq!(all.with("/things", Change::Less(40)), None);
    }
}

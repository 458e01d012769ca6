//! Things, lines and rings of a load: one more, or one less.

use super::draft::{ITEMS, ItemDraft, ItemShape, LoadDraft, PASSES, PassDraft, PassKind, RINGS, Ring};
use crate::rig::lists::{Change, changed, fresh_name};

impl LoadDraft {
    /// The same with one more or one less in a list; `None` where there is no such list or nothing to change.
    pub(super) fn with(&self, list: &str, change: Change) -> Option<Self> {
        let mut d = self.clone();
        match (list, change) {
            ("/items", _) => {
                d.items = changed(&self.items, change, ITEMS, || Some(self.another_box()))?;
                if let Change::Less(gone) = change {
                    d.passes = without(&self.passes, |p| p.item != gone);
                    d.passes.iter_mut().for_each(|p| p.item = closed_up(p.item, gone));
                }
            }
            ("/deck/rings", Change::Less(_)) if self.deck.rings.len() <= 2 => return None,
            ("/deck/rings", _) => {
                d.deck.rings = changed(&self.deck.rings, change, RINGS, || self.another_ring())?;
                if let Change::Less(gone) = change {
                    d.passes = without(&self.passes, |p| !p.rings.contains(&gone));
                    d.passes.iter_mut().for_each(|p| p.rings = p.rings.map(|r| closed_up(r, gone)));
                }
            }
            ("/passes", Change::More(item)) => {
                d.passes = changed(&self.passes, change, PASSES, || self.line_over(item))?;
            }
            ("/passes", Change::Less(_)) => d.passes = changed(&self.passes, change, PASSES, || None)?,
            _ => return None,
        }
        Some(d)
    }

    /// A box at the back of the deck.
    fn another_box(&self) -> ItemDraft {
        ItemDraft {
            name: fresh_name("box", self.items.iter().map(|i| i.name.as_str())),
            shape: ItemShape::Box,
            size_m: [0.4, 0.3, 0.3],
            mass_kg: 12.0,
            at_m: [(self.deck.length_m - 0.3).max(0.2), 0.0],
            on: "planed-on-planks".into(),
            sharp: false,
            chocked: false,
            crush_n: None,
        }
    }

    /// A ring like the last, a forearm behind it.
    fn another_ring(&self) -> Option<Ring> {
        let last = self.deck.rings.last()?;
        Some(Ring { at_m: [(last.at_m[0] + 0.3).min(self.deck.length_m), last.at_m[1]], ..*last })
    }

    /// Over a thing, between the rings that lie nearest to its middle on either side.
    fn line_over(&self, item: usize) -> Option<PassDraft> {
        let along = self.items.get(item)?.at_m[0];
        let near = |side: f64| {
            let on = self.deck.rings.iter().enumerate().filter(|(_, r)| r.at_m[1] * side > 0.0);
            let off = |r: &Ring| (r.at_m[0] - along).abs();
            on.min_by(|a, b| off(a.1).total_cmp(&off(b.1))).map(|(n, _)| n)
        };
        let rings = [near(-1.0).unwrap_or(0), near(1.0).unwrap_or(1)];
        Some(PassDraft { kind: PassKind::Over, item, rings, padded: false })
    }
}

fn without(passes: &[PassDraft], stays: impl Fn(&PassDraft) -> bool) -> Vec<PassDraft> {
    passes.iter().filter(|p| stays(p)).cloned().collect()
}

/// A number after one before it is gone.
const fn closed_up(n: usize, gone: usize) -> usize {
    if n > gone { n - 1 } else { n }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Three lines: two over the planks (thing 0), one over the drum (thing 1).
    #[test]
    fn a_thing_and_a_ring_go_with_their_lines() {
        let usual = LoadDraft::usual();
        let less = usual.with("/items", Change::Less(0)).expect("there is one");
        let lines: Vec<(usize, [usize; 2])> = less.passes.iter().map(|p| (p.item, p.rings)).collect();
        assert_eq!(lines, [(0, [2, 3])]);
        let less = usual.with("/deck/rings", Change::Less(0)).expect("there is one");
        let lines: Vec<(usize, [usize; 2])> = less.passes.iter().map(|p| (p.item, p.rings)).collect();
        assert_eq!(lines, [(0, [5, 6]), (1, [1, 2])]);
        assert_eq!(less.deck.rings.len(), 7);
    }

    /// The drum's middle lies 0.55 m behind the front, beside the second pair of rings.
    #[test]
    fn a_line_more_goes_to_the_rings_beside_the_thing() {
        let usual = LoadDraft::usual();
        let more = usual.with("/passes", Change::More(1)).expect("a line over the drum");
        assert_eq!(more.passes.last().map(|p| (p.item, p.rings)), Some((1, [2, 3])));
        assert_eq!(usual.with("/passes", Change::More(9)), None);
        assert_eq!(usual.with("/sails", Change::More(0)), None);
        let full = (0..20).fold(usual, |d, _| d.with("/items", Change::More(0)).unwrap_or(d));
        assert_eq!(full.items.len(), ITEMS);
        let names: std::collections::BTreeSet<&str> = full.items.iter().map(|i| i.name.as_str()).collect();
        assert_eq!(names.len(), ITEMS);
    }
}

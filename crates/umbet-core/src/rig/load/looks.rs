//! What the drawings of a load show.

use super::change::Reckoned;
use super::draft::{DeckKind, Item, ItemShape, Load};
use super::held::{Hold, Movement};
use super::{LoadFacts, V3};
use crate::draw::{Body, BodyLooks, LineLooks, LoadLooks, Under, load_above, load_side};
use crate::rig::{Drawing, Given};
use crate::units::{Length, Reader};

/// From the side and from above; the smallest change is dotted where it is a line.
pub fn drawings(load: &Load, now: &Reckoned, facts: &LoadFacts, given: &Given<'_>) -> Vec<Drawing> {
    let looks = looks(load, now, facts, given);
    vec![
        Drawing { id: "side", name: "Side", scene: load_side(&looks) },
        Drawing { id: "above", name: "From above", scene: load_above(&looks) },
    ]
}

fn looks(load: &Load, now: &Reckoned, facts: &LoadFacts, given: &Given<'_>) -> LoadLooks {
    let reader = given.reader;
    let deck = &load.said.deck;
    let mut lines: Vec<LineLooks> = now
        .pressed
        .laid
        .iter()
        .zip(&facts.passes)
        .enumerate()
        .map(|(n, (laid, pass))| LineLooks {
            points: laid.points(),
            words: [(n + 1).to_string(), format!("{} down", reader.forces(pass.down_n))],
            to_come: false,
        })
        .collect();
    lines.extend(to_come(facts, reader));
    LoadLooks {
        width: given.width,
        deck: [deck.length_m, deck.width_m],
        board_m: deck.board_m,
        under: match deck.kind {
            DeckKind::HandCart | DeckKind::Trailer => Under::Wheels,
            DeckKind::Sledge => Under::Runners,
            DeckKind::Boat => Under::Hull,
        },
        rings: deck.rings.iter().map(|r| r.at_m).collect(),
        bodies: load.items.iter().map(|i| body(i, reader)).collect(),
        lines,
        slack: now.slackest().filter(|h| !h.kept()).map(|h| slack(load, h)),
        words: [
            format!("deck {}", reader.length(Length::from_m(deck.length_m))),
            reader.length(Length::from_m(deck.width_m)),
        ],
    }
}

/// The smallest change that is a line.
fn to_come(facts: &LoadFacts, reader: &Reader) -> Option<LineLooks> {
    let (first, n) = facts.remedies.iter().find_map(|r| Some((r, r.line?)))?;
    let load = Load::read(&first.draft).ok()?;
    let laid = load.laid(n, first.draft.passes.get(n)?).ok()?;
    let words = [(n + 1).to_string(), reader.length(Length::from_m(laid.length_m()))];
    Some(LineLooks { points: laid.points(), words, to_come: true })
}

fn body(item: &Item, reader: &Reader) -> BodyLooks {
    let said = &item.said;
    BodyLooks {
        name: format!("{}, {}", said.name, reader.mass(said.mass_kg)),
        body: match said.shape {
            ItemShape::Box => Body::Box,
            ItemShape::Upright => Body::Upright,
            ItemShape::Lying => Body::Lying,
            ItemShape::Bundle => Body::Bundle,
            ItemShape::Sack => Body::Sack,
        },
        at: [said.at_m[0], said.at_m[1], item.base_m],
        size: said.size_m,
    }
}

/// Where the slackest thing is, which way it goes, and how soon. Rightward is up on the page from above.
fn slack(load: &Load, h: &Hold) -> (V3, [[f64; 2]; 2], [String; 2]) {
    let item = &load.items[h.item];
    let [l, w, tall] = item.said.size_m;
    let [x, y] = item.said.at_m;
    let (shift, ways) = match h.movement {
        Movement::Forward | Movement::Tip => ([-l / 2.0, 0.0, tall * 0.7], [[-1.0, 0.0], [0.0, 0.0]]),
        Movement::Rearward => ([l / 2.0, 0.0, tall * 0.7], [[1.0, 0.0], [0.0, 0.0]]),
        Movement::Swing => ([l * 0.4, -w / 2.0, 0.0], [[0.0, 0.0], [0.0, 1.0]]),
        Movement::Sideways | Movement::Roll => ([0.0, -w / 2.0, 0.0], [[0.0, 0.0], [0.0, 1.0]]),
        Movement::Bounce => ([l * 0.3, 0.0, tall], [[0.0, -1.0], [0.0, 0.0]]),
    };
    let words = [h.movement.words().to_owned(), format!("at {:.2} of {} g", h.held_g.low, h.asked_g)];
    ([x + shift[0], y + shift[1], item.base_m + shift[2]], ways, words)
}

//! What does it ask of the hands?

use super::{Rule, notes, refuses};
use crate::situation::HandsState;

/// Made fast while the line is tight.
pub const TIGHT: Rule = Rule {
    id: "tight",
    asks: "Can it be made fast under tension?",
    judge: |c, case| {
        if !case.s.tight || c.knot.entry.hands.under_tension {
            return None;
        }
        refuses("tight", "The line must be slack to tie it.".into(), "Fits a slack line")
    },
};

/// Mittens, one hand, dark, overhead, hurry.
pub const STATE: Rule = Rule {
    id: "hands",
    asks: "Can these hands tie it?",
    judge: |c, case| {
        let h = &c.knot.entry.hands;
        let moves = c.moves;
        match case.s.hands {
            HandsState::Mittens if !h.mittens => {
                refuses("hands", "An end has to be threaded: not in mittens.".into(), "Fits bare hands")
            }
            HandsState::OneHand if !h.one_hand => refuses("hands", "Takes two hands.".into(), "Fits two hands"),
            HandsState::Dark if !h.by_feel => {
                refuses("hands", "Cannot be checked by feel.".into(), "Fits where it can be seen")
            }
            HandsState::Mittens => notes("hands", format!("{moves} moves, all possible in mittens.")),
            HandsState::Dark => notes("hands", "Can be checked by feel.".into()),
            _ => None,
        }
    },
};

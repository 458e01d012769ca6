//! What does it ask of the hands?

use super::{Rule, notes, refuses};
use crate::situation::HandsState;

/// Made fast while the line is tight: something must hold the load while the hands tuck.
pub const TIGHT: Rule = Rule {
    id: "tight",
    asks: "What holds the line while it is tied?",
    judge: |c, case| {
        if !case.s.tight {
            return None;
        }
        if !c.knot.entry.hands.under_tension {
            return refuses("tight", "Nothing of it holds the line while it is tied.".into(), "Fits a slack line");
        }
        let turns = c.turns_on_the_object();
        if turns >= 1.0 {
            return notes("tight", "Its turns on the object hold the line while the hands tuck.".into());
        }
        notes("tight", "It holds before it is finished: the line stays tight while it is tied.".into())
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
            HandsState::OneHand if !h.one_hand => {
                refuses("hands", "Takes two hands: nothing holds it while one lets go.".into(), "Fits two hands")
            }
            HandsState::Dark if !h.by_feel => {
                refuses("hands", "Cannot be checked by feel.".into(), "Fits where it can be seen")
            }
            HandsState::Mittens => notes("hands", format!("{moves} moves, all possible in mittens.")),
            HandsState::OneHand => notes("hands", "One hand ties it: the object holds the rope meanwhile.".into()),
            HandsState::Dark => notes("hands", "Can be checked by feel.".into()),
            _ => None,
        }
    },
};

//! Changes that make a knot fit. Each changes the knot's facts, its cord and its caption; then the
//! knot is judged again. A new mend is a variant, its words and its effect.

use super::candidate::Candidate;
use super::case::Case;
use crate::hold::{Element, On};
use crate::knot::{Mend, Wear};

/// What to do, and where, for the caption under the drawing.
pub(super) fn words(mend: Mend, c: &Candidate<'_>, case: &Case<'_>) -> String {
    let tail = || case.reader.length(c.tail(case));
    match mend {
        Mend::MoreTurn if case.along_a_bar() => "one more turn round it, on the side of the pull".into(),
        Mend::MoreTurn => "one more turn round it".into(),
        Mend::TurnOnLine => "one more turn on the line, inside".into(),
        Mend::RoundTurnFirst => "a round turn first".into(),
        Mend::BackupHalfHitch => format!("a half hitch behind it on the line, tail {}", tail()),
        Mend::SlipLast => "the last tuck slipped: a bight for the end".into(),
        Mend::DoubleIt => "a second turn round the bight".into(),
        Mend::StopperOnTail => "an overhand in the tail, hard against it, or the tail seized down".into(),
        Mend::LongerTail => format!("a tail of {}", tail()),
        Mend::LockBight => "its bight locked with an overhand round the line; no longer quick".into(),
        Mend::Toggle => "a toggle through its bight, drawn before the tail is pulled".into(),
        Mend::Retie => "its hitches cast off, the line hauled in, and hitched again".into(),
        Mend::PadEdge => "the edge padded under the cord".into(),
        Mend::KeepLoaded => "the line kept tight for as long as it is in".into(),
    }
}

impl Candidate<'_> {
    /// Makes a mend.
    pub(super) fn mend(&mut self, mend: Mend) {
        self.applied.push(mend);
        match mend {
            Mend::MoreTurn | Mend::RoundTurnFirst => self.add_turn(),
            Mend::TurnOnLine => {
                self.slick = Wear::Stays;
                self.usage.body_d += 8.0;
                self.moves += 1;
            }
            Mend::BackupHalfHitch => self.add_half_hitch(),
            Mend::SlipLast => {
                self.one_pull = true;
                self.usage.body_d += 12.0;
            }
            Mend::DoubleIt => {
                self.slick = if self.slick == Wear::Fails { Wear::Loosens } else { Wear::Stays };
                self.usage.body_d += 12.0;
                self.moves += 2;
            }
            Mend::StopperOnTail => {
                self.usage.body_d += OVERHAND_D;
                self.moves += 1;
                let better = |w: Wear| if w == Wear::Loosens { Wear::Stays } else { w };
                self.swinging = better(self.swinging);
                self.jerking = better(self.jerking);
                self.slack = better(self.slack);
            }
            Mend::LongerTail => {
                self.tail.diameters *= 2.0;
                self.tail.least_m *= 2.0;
                self.slick = Wear::Stays;
            }
            Mend::LockBight => {
                self.one_pull = false;
                self.moves += 1;
                self.usage.body_d += 18.0;
            }
            Mend::Toggle => {
                self.one_pull = false;
                self.moves += 1;
                (self.swinging, self.jerking, self.slack) = (Wear::Stays, Wear::Stays, Wear::Stays);
            }
            Mend::Retie | Mend::PadEdge | Mend::KeepLoaded => {}
        }
    }

    fn add_turn(&mut self) {
        self.usage.turns += 1.0;
        self.turns_along += 1;
        self.moves += 1;
        self.swinging = Wear::Stays;
        self.jerking = Wear::Stays;
        let turn = self.network.iter_mut().rev().find(|e| matches!(e, Element::Wrap { wrap: On::Object, .. }));
        if let Some(Element::Wrap { turns, .. }) = turn {
            *turns += 1.0;
        }
    }

    /// A half hitch on the standing part lies before the rest, on the tail's side.
    fn add_half_hitch(&mut self) {
        self.usage.body_d += 11.0;
        self.moves += 1;
        (self.swinging, self.jerking, self.slack) = (Wear::Stays, Wear::Stays, Wear::Stays);
        // Its end, slipped or not, holds what one pull was to free.
        self.one_pull = false;
        if !self.network.is_empty() {
            for e in &mut self.network {
                if let Element::Pinch { under, .. } = e {
                    *under += 2;
                }
            }
            let hitch =
                [Element::Pinch { under: 2, pinch: On::Own, bump: 1.0 }, Element::Wrap { turns: 1.0, wrap: On::Own }];
            self.network.splice(0..0, hitch);
        }
    }
}

/// Cord in a drawn-up overhand, in diameters: measured on the dressed path.
const OVERHAND_D: f64 = 12.5;

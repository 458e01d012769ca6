//! Changes that make a knot fit. Each changes the knot's facts, its cord and its caption; then the
//! knot is judged again. A new mend is a variant, its words and its effect.

use super::candidate::{Candidate, Case};
use crate::hold::{Element, On};
use crate::knot::{Mend, Wear};
use crate::units::Force;

/// What to do, for the caption under the drawing.
pub(super) fn words(mend: Mend, c: &Candidate<'_>, case: &Case<'_>) -> String {
    let tail = || case.reader.length(c.tail(case));
    match mend {
        Mend::MoreTurn => match c.times(mend) {
            1 => "one more turn".into(),
            n => format!("{n} more turns"),
        },
        Mend::RoundTurnFirst => "a round turn first".into(),
        Mend::BackupHalfHitch => format!("a half hitch behind it, tail {}", tail()),
        Mend::SlipLast => "the last tuck slipped: a bight for the end".into(),
        Mend::DoubleIt => "a second turn round the bight".into(),
        Mend::LongerTail => format!("a tail of {}", tail()),
        Mend::LockBight => "its bight locked with an overhand round the line; no longer quick".into(),
        Mend::PadEdge => "the edge padded under the cord".into(),
        Mend::HeavierCord => {
            let wanted = Force::from_n(c.strength_wanted_n);
            format!("cord of {} strength or more", case.reader.force(wanted))
        }
    }
}

impl Candidate<'_> {
    /// Makes a mend.
    pub(super) fn mend(&mut self, mend: Mend, case: &Case<'_>) {
        self.applied.push(mend);
        match mend {
            Mend::MoreTurn | Mend::RoundTurnFirst => self.add_turn(),
            Mend::BackupHalfHitch => self.add_half_hitch(),
            Mend::SlipLast => {
                self.one_pull = true;
                self.usage.body_d += 12.0;
            }
            Mend::DoubleIt => {
                self.slick = if self.slick == Wear::Fails { Wear::Loosens } else { Wear::Stays };
                self.doubled = true;
                self.usage.body_d += 12.0;
                self.moves += 2;
            }
            Mend::LongerTail => {
                self.tail.diameters *= 2.0;
                self.tail.least_m *= 2.0;
                self.slick = Wear::Stays;
                self.slack = self.slack.min(Wear::Stays);
            }
            Mend::LockBight => {
                self.one_pull = false;
                self.locked = true;
                self.moves += 1;
                self.usage.body_d += 18.0;
            }
            Mend::PadEdge => self.padded = true,
            Mend::HeavierCord => self.strength_wanted_n = case.strength_wanted(self).n(),
        }
    }

    fn add_turn(&mut self) {
        self.usage.turns += 1.0;
        self.turns_along += 1;
        self.moves += 1;
        self.slick = Wear::Stays;
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
        self.backed = true;
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

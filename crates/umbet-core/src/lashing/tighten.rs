//! Harder than by the bare hand: a stick hitched into the cord, and a loop twisted with a stick.
//!
//! What a stick does for frapping is what [`super::hold`] makes of a harder pull. A loop twisted with a stick is geometry: two strands
//! become a helix about each other and shorten; what the hand works, the loop's ends are drawn together by. See
//! docs/methods/lashings.md.

use super::Unlaid;
use super::entry::{Counts, Lashing};
use super::hold::{Bears, Worked, bears};
use super::suits::Meet;
use super::which::{CORD_M, POLE_M, on_common_poles};
use crate::units::{Band, Force, Length, Reader};
use crate::words::number;
use serde::Serialize;
use std::f64::consts::{PI, TAU};

/// A way of drawing it tighter.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Tightening {
    /// What it is called.
    pub name: &'static str,
    /// Id of the knot that is tied for it, where it is one.
    pub knot: Option<&'static str>,
    /// How it is done, move by move.
    pub moves: Vec<&'static str>,
    /// What it reaches, in a sentence.
    pub says: String,
    /// What to mind.
    pub mind: &'static str,
}

/// How much harder two hands and the legs haul on a stick than one hand grips cord (common practice; recalled, a band).
const BY_STICK: Band = Band { low: 1.5, high: 2.5 };
/// A loop that is twisted, from end to end, and the stick from the cord to the hand, metres.
const LOOP_M: f64 = 0.6;
const STICK_M: f64 = 0.2;
/// A hand's push at the end of a stick, newtons.
const HAND_N: f64 = 50.0;
/// Share of a hand's work on a twisted loop that is not lost to strand rubbing on strand (an estimate; no table gives it).
const LEFT: Band = Band { low: 0.3, high: 0.7 };

/// How much a loop of two strands, so long and each so thick, is shortened by so many turns of a stick in its middle.
///
/// Either half of it is twisted by every turn, the two against each other; each strand of a half then runs once round a cylinder as
/// thick as itself a turn. More turns than lie side by side leave nothing.
pub fn taken_in(long_m: f64, thick_m: f64, turns: f64) -> f64 {
    long_m - 2.0 * half_left(long_m, thick_m, turns)
}

/// What is left of a half of it.
fn half_left(long_m: f64, thick_m: f64, turns: f64) -> f64 {
    ((long_m / 2.0).powi(2) - (PI * thick_m * turns).powi(2)).max(0.0).sqrt()
}

/// How many times a hand's push the ends are drawn together with at that turn, nothing lost: its way round against what one turn
/// takes in.
pub fn times(long_m: f64, thick_m: f64, stick_m: f64, turns: f64) -> f64 {
    TAU * stick_m * half_left(long_m, thick_m, turns) / (2.0 * (PI * thick_m).powi(2) * turns)
}

/// What it bears hauled by hand and with a stick, each at its low end and at its high one: frapping, or where there is none the cord
/// over each pole.
fn harder(l: &Lashing, counts: Counts) -> Result<[Bears; 4], Unlaid> {
    let (bound, _) = on_common_poles(l, counts)?;
    let with = |w: Worked, times: f64| {
        let laid_n = if l.frapped() { w.laid_n } else { w.laid_n * times };
        bears(l.meet, l.of_both_ends(counts), bound, &Worked { hauled_n: w.hauled_n * times, laid_n, ..w })
    };
    Ok([
        with(Worked::LOW, 1.0),
        with(Worked::HIGH, 1.0),
        with(Worked::LOW, BY_STICK.low),
        with(Worked::HIGH, BY_STICK.high),
    ])
}

/// Ways of drawing a lashing tighter, with what each reaches.
///
/// # Errors
/// When the lashing cannot be laid with so many turns.
pub fn tighten(l: &Lashing, counts: Counts, reader: &Reader) -> Result<Vec<Tightening>, Unlaid> {
    let mut all = Vec::new();
    let floor = l.meet == Meet::Floor;
    if l.frapped() || floor {
        let slips = harder(l, counts)?.map(|b| reader.force(Force::from_n(b.slip_n)));
        let [low, high, stick_low, stick_high] = &slips;
        all.push(Tightening {
            name: "With a toggle",
            knot: Some("marlinspike-hitch"),
            moves: vec![
                "Hitch a stick two hands long into the cord, an arm from the lashing: a marlinspike hitch.",
                if floor {
                    "Set a foot against the bearer, haul the cord over each pole with both hands, and hold it with a thumb while you take the next."
                } else {
                    "Set a foot against the pole, haul each frapping turn with both hands, and hold it with a thumb while you take the next."
                },
                "Draw the stick out: the hitch falls open.",
            ],
            says: format!(
                "On poles of {} in {} cord a pole slips from {low} to {high} when it is hauled by hand, from {stick_low} to {stick_high} with a toggle, est.",
                reader.diameter(Length::from_m(POLE_M)),
                reader.diameter(Length::from_m(CORD_M)),
            ),
            mind: "Cord that parts under a toggle throws the stick: face aside, and no thinner than the hand would trust.",
        });
    }
    // A floor's poles lie where they are laid: there is nothing to draw together.
    if !floor {
        all.push(windlass(reader));
    }
    Ok(all)
}

/// A loop twisted with a stick.
fn windlass(reader: &Reader) -> Tightening {
    let at = |n: f64| reader.diameter(Length::from_m(taken_in(LOOP_M, CORD_M, n)));
    let force = |n: f64| {
        let pull = HAND_N * times(LOOP_M, CORD_M, STICK_M, n);
        reader.forces(Band { low: pull * LEFT.low, high: pull * LEFT.high })
    };
    let turns = [3.0, 6.0, 9.0];
    let told: Vec<String> = turns.iter().map(|n| format!("{} turns take in {}", number(*n as u32), at(*n))).collect();
    Tightening {
        name: "With a Spanish windlass",
        knot: None,
        moves: vec![
            "Tie a loop of cord round the poles, loose enough for a stick.",
            "Put a stick through it, half way, and turn it end over end: the two strands twist about each other.",
            "Lash as soon as the poles stand as they should, with the loop still twisted beside it.",
            "Tie the stick’s end to a pole; or turn it back by hand, holding it all the while.",
        ],
        says: format!(
            "Of a loop {} long in {} cord {}. A hand’s push on a stick of {} then draws with {} after three and {} after nine, est.: it parts the cord before the hand tires. Count the turns.",
            reader.length(Length::from_m(LOOP_M)),
            reader.diameter(Length::from_m(CORD_M)),
            told.join(", "),
            reader.length(Length::from_m(STICK_M)),
            force(3.0),
            force(9.0),
        ),
        mind: "A stick let go spins back: fingers and faces out of its circle, and never left standing untied.",
    }
}

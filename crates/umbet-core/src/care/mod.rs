//! How a piece of cord is kept: hanked so that it runs out without a knot, its ends finished, and what is looked for on it.
//!
//! All of it is common practice; figures are estimates for a hand and an arm as the person measured them.

mod mark;
mod measure;

pub use mark::{LAST_MARK, MarkLaid, lay, mark, read_mark};
pub use measure::{Wraps, by_wraps};

use crate::cord::{Construction, Cord};
use crate::situation::UsedCord;
use crate::units::{Band, BodyMeasures, Force, Length, Reader};
use crate::words::number;
use serde::Serialize;
use std::f64::consts::PI;

/// How a piece is made up.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Hanking {
    /// In a sentence, with passes and wraps for this hand or arm.
    pub says: String,
    /// Step by step.
    pub steps: Vec<String>,
    /// The other school's last step.
    pub otherwise: Option<String>,
    /// Passes: figures of eight, or loops of a coil, or links of a chain.
    pub passes: u32,
    /// Wraps round the bundle; none on a chain.
    pub wraps: u32,
    /// Running it out takes about so long, seconds.
    pub runs_out_s: [f64; 2],
}

impl Hanking {
    /// How soon it is run out, in a sentence.
    pub fn runs_out(&self) -> String {
        let [least, most] = self.runs_out_s;
        format!("Runs out in {least:.0} to {most:.0} s, est.")
    }
}

/// What is done to keep a piece.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Care {
    /// How it is made up.
    pub hank: Hanking,
    /// How its ends are finished.
    pub ends: Vec<String>,
    /// What is looked for along its whole length, by how it is made.
    pub checks: Vec<String>,
    /// When it is looked over.
    pub when: String,
    /// A whipping on its end, move by move; empty where none is put on.
    pub whipping: Vec<String>,
    /// What it bears as it is, and how it stretches, in sentences.
    pub bears: Vec<String>,
}

/// Cord no thicker than this is hanked on the fingers; thicker rope is coiled, millimetres.
const ON_FINGERS_MM: f64 = 7.0;
/// Longer than this a thin cord no longer lies on one hand, metres; it is chained.
const CHAINED_M: f64 = 40.0;
/// Longer than this it is no hank any more, metres; it lies on a spool.
const SPOOLED_M: f64 = 120.0;
/// A figure of eight round thumb and little finger takes so many spans of the hand.
const EIGHT_SPANS: f64 = 2.4;
/// A link of a doubled chain takes so much of the cord, in its diameters, and never less than a finger's turn, metres.
const LINK_D: f64 = 30.0;
const LINK_LEAST_M: f64 = 0.12;
/// Share of a bundle that is cord.
const PACKED: f64 = 0.7;
/// What hangs out at the start, and the bight that locks the wraps, metres.
const START_M: f64 = 0.1;
const LOCK_M: f64 = 0.15;
/// A pass runs out in about so long, seconds.
const PASS_S: [f64; 2] = [0.3, 0.8];

/// How a piece of this cord and length is kept.
pub fn care(used: &UsedCord, length: Length, reader: &Reader) -> Care {
    let cord = used.kind;
    Care {
        hank: hanking(cord, length, reader),
        ends: ends(cord).map(str::to_owned).into(),
        checks: checks(cord).into_iter().map(str::to_owned).collect(),
        when: "Before it is used, after a shock or a wet day, and along its whole length twice a year.".into(),
        whipping: whipping(used, reader),
        bears: bears(used, length, reader),
    }
}

/// A whipping is so many times as long as the rope is thick (common practice: one to one and a half).
pub const WHIPPING_LONG: f64 = 1.25;
/// Waxed twine for whippings (common practice), millimetres thick.
const TWINE_MM: f64 = 1.0;

/// A common whipping, move by move, as it is drawn: turns and twine for a rope so thick.
fn whipping(used: &UsedCord, reader: &Reader) -> Vec<String> {
    let cord = used.kind;
    if matches!(cord.construction, Construction::Wire | Construction::Webbing) {
        return Vec::new();
    }
    let long = used.diameter * WHIPPING_LONG;
    let turns = (long.mm() / TWINE_MM).round().max(6.0);
    let twine = Length::from_mm(turns * PI * (used.diameter.mm() + TWINE_MM)) + long * 6.0 + Length::from_m(0.2);
    vec![
        format!(
            "Cut {} of waxed twine. Lay a bight of it along the rope, its eye past the rope's end, and hold both parts with the thumb.",
            reader.length_up(twine)
        ),
        "Take the long end down and round the rope, away from its end, and begin over both parts of the bight.".into(),
        format!(
            "Wind toward the rope's end, turn beside turn, each hauled tight: about {turns:.0} turns, {} in all.",
            reader.diameter(long)
        ),
        "Put the end through the eye of the bight.".into(),
        "Pull the short end at the other side until the eye has gone under the middle of the turns; trim both ends close.".into(),
    ]
}

/// A cord is used to a fifth of what it bears at its knot, the weakest section (common practice for gear).
const USED_TO: f64 = 5.0;
/// Share of its strength kept at a knot (rescue-rope manuals, recalled; of the knots of this house the weakest).
const AT_KNOT: Band = Band { low: 0.5, high: 0.7 };
/// Wear from which on wet or dry makes a difference that is worth a sentence.
const WET_MATTERS: f64 = 0.97;

/// What a piece bears as it lies in the hand, wet as well, and how much longer it is under a working pull.
fn bears(used: &UsedCord, length: Length, reader: &Reader) -> Vec<String> {
    let at_knot = |used: &UsedCord| {
        let (bare, knot) = (used.strength_n(), used.at_knot(AT_KNOT));
        (reader.forces(bare), reader.forces(knot), knot.low / USED_TO)
    };
    let (bare, knot, working_n) = at_knot(used);
    let pull = |n: f64| reader.force(Force::from_n(n));
    let mut all = vec![format!(
        "{}{bare} bare, {knot} at a knot, est.: use it to {} and no further.",
        if used.worn { "Worn, it counts three quarters. " } else { "" },
        pull(working_n)
    )];
    if used.kind.wet_strength < WET_MATTERS {
        let (_, wet, wet_n) = at_knot(&UsedCord { wet: true, ..*used });
        all.push(format!("Wet, {wet} at a knot, est.: use it to {}.", pull(wet_n)));
    }
    let stretch = used.kind.stretch_percent / 100.0;
    if stretch >= 0.005 {
        let longer = Length::from_m(length.m() * stretch);
        all.push(format!(
            "Under a working pull it is {:.0} % longer, est.: {} over all of it.",
            100.0 * stretch,
            reader.length(longer)
        ));
    }
    all
}

fn hanking(cord: &Cord, length: Length, reader: &Reader) -> Hanking {
    let m = length.m();
    let by_hand = match cord.construction {
        Construction::Webbing => return rolled_flat(),
        Construction::Wire => false,
        _ => cord.diameter.mm() <= ON_FINGERS_MM,
    };
    match by_hand {
        _ if m > SPOOLED_M => spooled(),
        false => coil(cord, length, reader),
        true if m > CHAINED_M => chain(cord, length),
        true => eights(cord, length, &reader.body),
    }
}

/// Passes and wraps that use a length up: as many passes as leave enough for the wraps round what they make.
fn made_up(length_m: f64, pass_m: f64, strands: f64, d: f64, wraps: u32) -> u32 {
    let wrapped = |passes: f64| {
        let thick = d * (passes * strands / PACKED).sqrt();
        f64::from(wraps) * PI * (thick + d)
    };
    let most = (length_m / pass_m).floor().max(0.0) as u32;
    (1..=most)
        .rev()
        .find(|n| f64::from(*n) * pass_m + wrapped(f64::from(*n)) + START_M + LOCK_M <= length_m)
        .unwrap_or(0)
}

fn eights(cord: &Cord, length: Length, body: &BodyMeasures) -> Hanking {
    let wraps = if length.m() > 6.0 { 7 } else { 4 };
    let pass_m = EIGHT_SPANS * body.hand_span_mm / 1000.0;
    let passes = made_up(length.m(), pass_m, 2.0, cord.diameter.m(), wraps);
    if passes < 3 {
        return short(passes);
    }
    let says = format!("Hand figures of eight: about {passes}, then {} wraps and a locking bight.", number(wraps));
    Hanking {
        says,
        steps: vec![
            "Hang the end over the palm, a hand of it out at the wrist.".into(),
            format!("Lay figures of eight round thumb and little finger, about {passes}: each crosses in the palm, so that none twists."),
            "Slip it off and pinch the crossing.".into(),
            format!("Wrap the rest round the waist of the bundle, {} turns side by side, toward the eye.", number(wraps)),
            "Push a bight of the end through the eye, and draw the eye shut on it by the other end. Never a half hitch: it stays in the line as a knot.".into(),
        ],
        otherwise: Some("Another school ends with a clove hitch dropped over the bundle: surer on a hook, slower to open.".into()),
        passes,
        wraps,
        runs_out_s: PASS_S.map(|s| s * f64::from(passes + wraps)),
    }
}

/// Too short for a hand: rolled.
fn short(passes: u32) -> Hanking {
    Hanking {
        says: "Too short for figures of eight: rolled round two fingers.".into(),
        steps: vec![
            "Roll it round two fingers and slip it off.".into(),
            "Wrap the last of it twice round the roll, and tuck a bight of it through the hole.".into(),
        ],
        otherwise: None,
        passes,
        wraps: 2,
        runs_out_s: [1.0, 3.0],
    }
}

/// Webbing has a face: it is rolled, so that it keeps it.
fn rolled_flat() -> Hanking {
    Hanking {
        says: "Rolled flat, and banded.".into(),
        steps: vec![
            "Fold it in half and lay both halves flat on each other.".into(),
            "Roll it from the fold, without a twist, and lay a band of cord or rubber round it.".into(),
        ],
        otherwise: None,
        passes: 1,
        wraps: 1,
        runs_out_s: [1.0, 5.0],
    }
}

/// Far too long for a hank.
fn spooled() -> Hanking {
    Hanking {
        says: "Too long for a hank: it stays on its spool.".into(),
        steps: vec![
            "Wind it on a spool or a drum, turn beside turn, and tape the end down.".into(),
            "Let the spool turn when it runs out: drawn off over its side it gathers a twist at each turn.".into(),
        ],
        otherwise: None,
        passes: 1,
        wraps: 0,
        runs_out_s: [60.0, 600.0],
    }
}

/// Rope too short to coil.
fn folded() -> Hanking {
    Hanking {
        says: "Too short to coil: doubled and doubled again.".into(),
        steps: vec!["Double it until it is as long as a forearm, and wrap its own end round the middle.".into()],
        otherwise: None,
        passes: 1,
        wraps: 2,
        runs_out_s: [1.0, 3.0],
    }
}

/// A coil has so many loops at least.
const LOOPS: u32 = 3;

fn coil(cord: &Cord, length: Length, reader: &Reader) -> Hanking {
    let wire = cord.construction == Construction::Wire;
    let wraps = 5;
    let passes = made_up(length.m(), reader.body.arm_span_m, 2.0, cord.diameter.m(), wraps);
    if passes < LOOPS {
        return folded();
    }
    let loops = format!("about {passes} loops");
    if wire {
        return Hanking {
            says: format!("A coil: {loops} of an arm span, taped in three places."),
            steps: vec![
                "In gloves, coil it loop on loop, every second one turned under: so it gathers no twist.".into(),
                "Tape the coil in three places, an end under each of two tapes.".into(),
            ],
            otherwise: None,
            passes,
            wraps: 0,
            runs_out_s: PASS_S.map(|s| 2.0 * s * f64::from(passes)),
        };
    }
    let lay = if cord.construction == Construction::Laid {
        "Coil it sunwise, with its lay, a half turn of the wrist to each loop: against the lay it kinks."
    } else {
        "Coil it loop on loop, every second one turned under: so it gathers no twist."
    };
    Hanking {
        says: format!(
            "A coil: {loops} of an arm span, {}, then {} wraps and a locking bight.",
            reader.length(Length::from_m(reader.body.arm_span_m)),
            number(wraps)
        ),
        steps: vec![
            "Lay the end over the open hand, a forearm of it out.".into(),
            lay.into(),
            format!("Wrap the last of it round the head of the coil, {} turns down toward the hand.", number(wraps)),
            "Push a bight of it through the head above the wraps, and the end through the bight; draw it down.".into(),
        ],
        otherwise: Some(
            "Another school passes the bight over the head of the coil and draws it tight: it hangs from a peg so."
                .into(),
        ),
        passes,
        wraps,
        runs_out_s: PASS_S.map(|s| 2.0 * s * f64::from(passes)),
    }
}

fn chain(cord: &Cord, length: Length) -> Hanking {
    let link_m = (LINK_D * cord.diameter.m()).max(LINK_LEAST_M);
    let passes = (length.m() / 2.0 / link_m).floor() as u32;
    Hanking {
        says: format!("Too long for a hand: doubled and chained, about {passes} links."),
        steps: vec![
            "Find the middle and lay both halves side by side.".into(),
            "Begin at the middle with a slip loop, and draw a bight of the doubled cord through it.".into(),
            "Draw each new bight through the one before, a hand long, to the ends.".into(),
            "Put the ends through the last bight: drawn out of it again, the whole chain runs out at a pull.".into(),
        ],
        otherwise: Some("Another school winds it on a stick or a spool: slower out, and nothing catches.".into()),
        passes,
        wraps: 0,
        runs_out_s: PASS_S.map(|s| s / 4.0 * f64::from(passes)),
    }
}

/// How an end is cut and finished, by what it is of.
fn ends(cord: &Cord) -> [&'static str; 2] {
    match cord.construction {
        Construction::Wire => {
            ["Cut with side cutters through tape.", "Leave the tape on, or a ferrule: broken wires tear the skin."]
        }
        _ if cord.natural() => [
            "Whip it before it is cut, one to one and a half times as long as it is thick; cut with a blade on a block.",
            "Natural fibre is never melted: it chars.",
        ],
        Construction::Shock => {
            ["Cut with a blade on a block.", "Melt the mantle only, and tie or whip it: rubber inside draws back."]
        }
        _ => [
            "Tape it where it is to be cut, cut with a blade on a block or a hot one; melt the end and smooth it on a stick, out of doors: it drips, burns and fumes.",
            "For long use whip it as well: a melted end cracks.",
        ],
    }
}

/// What is looked for, by how it is made and of what.
fn checks(cord: &Cord) -> Vec<&'static str> {
    let mut all = vec![
        "Cuts, and strands that stand out.",
        "Places that are stiff, glazed or discoloured: heat, chemicals, sun.",
    ];
    all.extend(match cord.construction {
        Construction::Kernmantle => [
            "Bumps, hollows and sharp bends under the mantle: its core is broken there.",
            "Mantle that slides on the core.",
        ],
        Construction::Braid | Construction::Hollow => {
            ["Fuzz all round it, and threads pulled out.", "Places where it goes flat."]
        }
        Construction::Laid => [
            "Open it by a twist: dust or broken fibres between the strands.",
            "A strand that stands higher than its neighbours.",
        ],
        Construction::Twine => ["Thin places.", "Twist that has run out of it."],
        Construction::Webbing => ["Worn edges, broken stitches.", "Places worn so that the weave shows light."],
        Construction::Shock => ["Rubber showing.", "It no longer goes back to its length."],
        Construction::Wire => {
            ["Broken wires: run a rag along it, never the hand.", "Rust, and kinks that do not come out."]
        }
    });
    if cord.natural() {
        all.push("Mildew: grey spots, and a smell of earth.");
    }
    all
}

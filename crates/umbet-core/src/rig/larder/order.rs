//! Hanging it, and getting it down, in order.

use super::draft::{KeptFrom, Larder, StaysUp};
use super::hung::LarderFacts;
use crate::rig::joint::knot_at;
use crate::rig::{Joint, Step};
use crate::units::{Length, Reader};

/// What is wanted besides cord.
pub fn needs(larder: &Larder, thin: bool) -> Vec<String> {
    let d = &larder.said;
    let mut all = vec!["A small bag with a stone in it, to throw the line".to_owned()];
    match d.by {
        StaysUp::TiedOff => {}
        StaysUp::Stick => all.push("A stick as thick as a thumb, a hand long; a ring or clip on the bag".into()),
        StaysUp::Balanced => all.push("A second bag as heavy as the first; a long stick with a fork".into()),
    }
    if thin {
        all.push("A stick to wind the line on and haul by: it cuts bare hands".into());
    }
    if d.from == KeptFrom::Mice {
        let (discs, each) = if d.by == StaysUp::Balanced { ("Two discs", "each bag") } else { ("A disc", "the bag") };
        all.push(format!("{discs} as wide as a plate, holed in the middle, above {each}"));
    }
    all
}

/// Hanging it.
pub fn order(larder: &Larder, facts: &LarderFacts, joints: &[Joint], thin: bool, reader: &Reader) -> Vec<Step> {
    let d = &larder.said;
    let m = |m: f64| reader.length(Length::from_m(m));
    let mut all = vec![
        Step::new(
            "look",
            "Look up",
            "A living branch, nothing dead above it, away from where people sleep and cook. By daylight: nobody throws in the dark.",
        ),
        Step::new(
            "throw",
            "Throw",
            format!(
                "Tie the line to the small bag and throw it over, {} out from the trunk. Nobody stands behind it or under it: it comes back.",
                m(d.out_m)
            ),
        )
        .with("branch", m(d.branch_m)),
    ];
    let bag = match d.by {
        StaysUp::Stick => {
            format!("Tie {} on the bag, and clip the other part of the line through its ring.", knot_at(joints, "bag"))
        }
        _ => format!("Tie {} on the bag.", knot_at(joints, "bag")),
    };
    all.push(Step::new("bag", "The bag", bag).at("bag"));
    if d.from == KeptFrom::Mice {
        let disc = match d.by {
            StaysUp::TiedOff => {
                "A stopper in the line a hand above the bag, and the disc on it: what climbs down turns back."
            }
            StaysUp::Stick => {
                "A stopper in the line a hand above the bag, and the disc on it, both parts of the line through its hole: what climbs down either turns back."
            }
            StaysUp::Balanced => {
                "A stopper in the line a hand above each bag, and a disc on it: what climbs down turns back."
            }
        };
        all.push(Step::new("disc", "Disc", disc));
    }
    all.extend(stays(larder, facts, joints, thin, reader));
    all.push(Step::new(
        "stand",
        "Stand back",
        format!(
            "Look: its bottom {} over the ground, {} out, {} below the branch.",
            m(facts.bottom_m),
            m(d.out_m),
            m(facts.below_m)
        ),
    ));
    all
}

fn stays(larder: &Larder, facts: &LarderFacts, joints: &[Joint], thin: bool, reader: &Reader) -> Vec<Step> {
    let d = &larder.said;
    let m = |m: f64| reader.length(Length::from_m(m));
    let by = if thin { " Wind the line on a stick to haul by." } else { "" };
    let haul = |say: String| {
        Step::new("haul", "Haul", format!("{say}{by}")).with("pull wanted, est.", reader.forces(facts.haul_n))
    };
    match d.by {
        StaysUp::TiedOff => vec![
            haul(format!(
                "Haul until its knot stands {} below the branch, standing off to the side.",
                m(facts.below_m)
            )),
            Step::new(
                "tie",
                "Tie off",
                format!(
                    "Lead the line to the trunk {} away and make it fast with {}.",
                    m(d.away_m),
                    knot_at(joints, "tie-off")
                ),
            )
            .at("tie-off"),
        ],
        StaysUp::Stick => vec![
            haul("Haul it right up to the branch, standing off to the side.".into()),
            Step::new(
                "stick",
                "Stick",
                format!("As high as you reach tie {} round the stick.", knot_at(joints, "stick")),
            )
            .at("stick")
            .with("reach", m(d.reach_m)),
            Step::new(
                "lower",
                "Let it down",
                "Let the line run until the stick catches across the ring: nothing is tied below. The end stays hanging, since it brings the bag down again; what lies on the ground is coiled and hung out of the way.",
            ),
        ],
        StaysUp::Balanced => vec![
            haul("Haul the first bag right up to the branch.".into()),
            Step::new(
                "second",
                "Second bag",
                format!(
                    "As high as you reach tie the second one on with {}, its spare line and a long loop in the bag.",
                    knot_at(joints, "second")
                ),
            )
            .at("second")
            .with("reach", m(d.reach_m)),
            Step::new("push", "Push up", "Push the second one up with the forked stick until both hang level."),
        ],
    }
}

/// Getting it down.
pub fn strike(larder: &Larder, facts: &LarderFacts, reader: &Reader) -> Vec<Step> {
    let m = |m: f64| reader.length(Length::from_m(m));
    let reach = larder.said.reach_m;
    let down = match larder.said.by {
        StaysUp::TiedOff => "Hold the line while it is undone, and let it down hand under hand.".to_owned(),
        StaysUp::Stick => {
            "Haul on the hanging end until the bag stands at the branch and the stick has come down to your hand, take it out, and let the bag down."
                .to_owned()
        }
        StaysUp::Balanced => format!(
            "Hook the loop of either bag with the stick, {} over your reach, and draw it down; the other goes up and comes after it.",
            m((facts.bottom_m - reach).max(0.0))
        ),
    };
    vec![
        Step::new("down", "Let down", down),
        Step::new(
            "off",
            "Cast off",
            "Draw the line over the branch by its plain end, slowly: a knot in it catches in the fork.",
        ),
    ]
}

//! Lashing, raising and striking, in order.

use super::LashingFacts;
use super::build::Standing;
use super::draft::{Build, Poles};
use crate::rig::joint::knot_at;
use crate::rig::{Joint, Step};
use crate::units::{Length, Reader};
use crate::words::{number, small};

/// The order of work.
pub fn order(
    poles: &Poles,
    standing: &Standing,
    lashed: &[LashingFacts],
    joints: &[Joint],
    reader: &Reader,
) -> Vec<Step> {
    let d = &poles.said;
    let m = |m: f64| reader.length(Length::from_m(m));
    let mut all = vec![Step::new(
        "look",
        "Look",
        "Look each pole over from end to end: sound, no rot, no long cracks. Bark off where it is lashed if it is loose.",
    )];
    if d.build.legged() {
        all.push(Step::new("mark", "Mark", mark(poles, &m)));
    }
    if d.build == Build::Tripod {
        all.push(Step::new(
            "lay",
            "Lay them",
            "Lay the three side by side on a log, feet level with each other, two fingers of cord apart.",
        ));
    }
    if matches!(d.build, Build::Shears | Build::AFrame | Build::Rack) {
        all.push(Step::new(
            "lay",
            "Lay them",
            "Lay each pair of legs side by side on a log, feet level with each other.",
        ));
    }
    if d.build.trestled() {
        all.push(Step::new(
            "lay",
            "Lay them",
            if d.build.topped() {
                "Lay the legs of each trestle out on the ground, top bar and ledger across them, at the marks."
            } else {
                "Lay the legs out on the ground, top bar and ledger across them, at the marks."
            },
        ));
    }
    // What joins the trestles is tied when they stand.
    let standing_up = |l: &&LashingFacts| d.build.topped() && matches!(l.id.as_str(), "bearers" | "long");
    for l in lashed.iter().filter(|l| !standing_up(l)) {
        all.push(tie(poles, l));
        if l.id == "top" && matches!(d.build, Build::Shears | Build::AFrame | Build::Rack | Build::Tripod) {
            all.push(open(poles, &m));
        }
    }
    all.extend(raise(poles, standing, joints, &m));
    all.extend(lashed.iter().filter(standing_up).map(|l| tie(poles, l)));
    if d.build.topped() {
        all.push(top(poles, reader));
    }
    all.push(Step::new(
        "try",
        "Try it",
        "Lean on it from every side, then put a tenth of the load on and look at each lashing before the rest.",
    ));
    all.push(Step::new("again", "Look again", poles.weathers()));
    all
}

fn mark(poles: &Poles, m: &dyn Fn(f64) -> String) -> String {
    let d = &poles.said;
    let up = format!("Mark the legs {} from their feet", m(d.lashed_m));
    match d.build {
        Build::AFrame => format!("{up}, and again where the bar crosses, {} over the ground.", m(d.bar_m)),
        Build::Trestle | Build::Table | Build::Bridge => {
            format!(
                "Mark the legs where top bar and ledger cross: {} and {} over the ground.",
                m(d.lashed_m),
                m(d.bar_m)
            )
        }
        _ => format!("{up}."),
    }
}

fn tie(poles: &Poles, l: &LashingFacts) -> Step {
    let times = if l.times > 1 { format!(", {} of them", number(l.times as u32)) } else { String::new() };
    let lashing = crate::lashing::lashing(&l.lashing);
    let frapping = l.frapped.then_some(l.counts.frapping);
    let turns = lashing.map(|x| x.says_turns(Some(l.counts.turns), frapping)).unwrap_or_default();
    let name = lashing.map_or_else(|| small(&l.name), |x| x.said.clone());
    let wedge = if poles.said.build == Build::Longer { " Drive a wedge under the turns at the back." } else { "" };
    Step::new(&format!("tie-{}", l.id), &l.place, format!("{}: tie {name}{times}; {turns}.{wedge}", l.place))
        .with("cord each", l.total.clone())
}

fn open(poles: &Poles, m: &dyn Fn(f64) -> String) -> Step {
    let d = &poles.said;
    let say = match d.build {
        Build::Tripod => format!(
            "Stand it up and open the legs: the middle one back, the outer two forward and apart. Feet {} from the middle, all three alike. The lashing tightens as they open.",
            m(d.out_m)
        ),
        _ => {
            format!("Open the legs until the feet stand {} apart. The lashing tightens as they open.", m(2.0 * d.out_m))
        }
    };
    Step::new("open", "Open", say).with("feet from the middle", m(d.out_m))
}

/// The top laid and lashed on its bearers.
fn top(poles: &Poles, reader: &Reader) -> Step {
    let deck = poles.deck();
    let what = if poles.said.build == Build::Bridge { "treads" } else { "top" };
    Step::new(
        "deck",
        "The top",
        format!(
            "Lay the {what} across the bearers, {} poles a hand apart at most. Floor lashing along each bearer: a clove hitch on it outside the first pole, then over the pole, down and under the bearer, up behind it, and over the next; haul each; a clove hitch on the bearer outside the last.",
            deck.poles
        ),
    )
    .with("cord each", reader.length_up(Length::from_m(deck.cord_m)))
}

fn raise(poles: &Poles, standing: &Standing, joints: &[Joint], m: &dyn Fn(f64) -> String) -> Vec<Step> {
    let d = &poles.said;
    let mut all = Vec::new();
    if !standing.lines.is_empty() {
        let closed =
            if standing.feet.len() == 3 { "round all three and back to the first" } else { "from foot to foot" };
        all.push(
            Step::new(
                "line",
                "Line",
                format!("Lay a line {closed}, a hand over the ground, each leg held with {}.", knot_at(joints, "foot")),
            )
            .at("foot"),
        );
    }
    if d.build.topped() {
        all.push(Step::new(
            "stand",
            "Stand them up",
            format!("Stand both trestles up {} apart, one at each holding it; lay the bearers on the top bars, close by the legs.", m(d.long_m)),
        ));
    }
    if d.build.guyed() {
        let how = match d.build {
            Build::Rack => {
                "Raise one pair, then the other, and hold each by its guys; lay the ridge pole in the crotches."
            }
            Build::Trestle => "Two walk it up from the top bar, one foots each leg; two hold the guys.",
            _ => "Two walk it up, one foots each leg; one at each guy, fore and aft.",
        };
        all.push(
            Step::new(
                "guys",
                "Guys",
                format!(
                    "Tie the guys on with {} while it lies; pegs {} out, fore and aft.",
                    knot_at(joints, "guy-top"),
                    m(standing.high_m())
                ),
            )
            .at("guy-top"),
        );
        all.push(Step::new("raise", "Raise", how));
        all.push(
            Step::new(
                "hold",
                "Make fast",
                format!("Make the guys fast with {}; sight it upright from both sides.", knot_at(joints, "guy-peg")),
            )
            .at("guy-peg"),
        );
    }
    if d.build == Build::Tripod {
        all.push(Step::new(
            "hang",
            "Hang",
            "Hang the load from a sling laid over the crotch, in the middle between the feet, not from the lashing.",
        ));
    }
    all
}

/// Striking.
pub fn strike(poles: &Poles) -> Vec<Step> {
    let mut all = vec![Step::new("unload", "Unload", "Take everything off first.")];
    if poles.said.build.legged() {
        let guys = if poles.said.build.guyed() { ", guys held until it lies" } else { "" };
        all.push(Step::new("down", "Down", format!("Walk it down the way it went up{guys}.")));
    }
    all.push(Step::new(
        "off",
        "Cast off",
        "Cast off the last knot of each, walk the frapping off where there is one, then the turns; hank the cord while it is in the hand.",
    ));
    all
}

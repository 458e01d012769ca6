//! What to change, what to mind, and where the figures are from.

use super::bearing::Bearing;
use super::draft::{Gives, Shelter};
use super::forces::{ForceInput, Forces};
use super::lengths::{PEGGED_M, purchase_run_m};
use super::pitch::Geometry;
use super::site::{Between, remarks};
use super::weakest::Judging;
use crate::rig::tighten::{Tighten, set_by, stretch_m};
use crate::rig::{LineWork, Part, Strained};
use crate::units::{Length, Reader};
use crate::words::capital;

/// Least margin of a ridge at its knot in a gust (common practice: a third of the strength for what is looked at).
const LEAST_RIDGE: f64 = 3.0;
/// Ground one sitter wants, m² (common practice: a mat and a bag).
const PLACE_M2: f64 = 0.9;
/// A cover that comes so near over the seat lies on who sits there, metres.
const LIES_ON_M: f64 = 0.1;
/// A ridge that hangs lower than this share of its span looks slack.
const LOW: f64 = 0.08;
/// Rain that stands on a panel is worth saying from here, newtons.
const POOL_N: f64 = 5.0;
/// A purchase longer than this wants the slack hauled in by hand first, metres.
const LONG_PURCHASE_M: f64 = 1.2;

/// What to change, where something is out of reason.
pub fn change(judging: &Judging<'_>, f: &Forces, parts: &[Part], reader: &Reader) -> Vec<String> {
    let ForceInput { shelter, geometry: g, blow } = judging.input;
    let mut all = in_the_way(shelter, judging.between, g);
    let calm = judging.in_calm_air(f);
    all.extend(strength(shelter, f, parts, calm.is_empty(), reader));
    all.extend(calm);
    all.extend(blow.remark(shelter.pitch).map(str::to_owned));
    let wanted = PLACE_M2 * f64::from(shelter.people);
    if g.floor_m2 < wanted {
        all.push(format!(
            "Dry ground is {}, and {} want {}: a larger cover, or fewer under it.",
            reader.area(g.floor_m2),
            shelter.people,
            reader.area(wanted)
        ));
    }
    if f.sag_m.high > LOW * g.span_m {
        all.push("The ridge hangs low in its middle: pull harder, use a purchase, or bring the anchors nearer.".into());
    }
    if shelter.pitch.needs_two_anchors() && f.gust_headroom_m < LIES_ON_M {
        all.push("In the gust it comes down on who sits under it: pull harder, take cord that stretches less, or pitch it out of the wind.".into());
    }
    if f.pool_n.high > POOL_N {
        all.push(format!(
            "Rain may stand on it, up to {:.0} kg: let one corner down, pitch it steeper, or draw the eaves tighter.",
            (f.pool_n.high / crate::units::G).ceil()
        ));
    }
    all.extend(travel(shelter, g, reader));
    let nylon = shelter.ridge_cord.kind.material == "nylon";
    if nylon || shelter.cover.stretches_wet {
        let what = if nylon { "Nylon cord stretches in rain" } else { "This cover slackens in rain" };
        all.push(format!("{what}: tighten ridge and guys again after the first wetting, and before dark."));
    }
    all
}

/// What stands where the cover would lie.
fn in_the_way(shelter: &Shelter, between: &Between, g: &Geometry) -> Vec<String> {
    let bearing = Bearing::of(shelter, between);
    let under = |at: [f64; 2]| {
        let o = &g.outline;
        let crossed = (0..o.len()).filter(|&i| {
            let (a, b) = (o[i], o[(i + 1) % o.len()]);
            (a[1] > at[1]) != (b[1] > at[1]) && at[0] < a[0] + (at[1] - a[1]) / (b[1] - a[1]) * (b[0] - a[0])
        });
        crossed.count() % 2 == 1
    };
    let others = shelter
        .anchors
        .iter()
        .enumerate()
        .filter(|(i, _)| !between.anchors.contains(i) || !shelter.pitch.needs_two_anchors());
    others
        .filter(|(_, a)| under(bearing.local(a.at_m)))
        .map(|(_, a)| {
            format!(
                "{} stands where the cover would lie: turn it another way, or take another anchor.",
                capital(&a.name)
            )
        })
        .collect()
}

fn strength(shelter: &Shelter, f: &Forces, parts: &[Part], calm_holds: bool, reader: &Reader) -> Vec<String> {
    let work = LineWork::Pitched;
    let both = shelter.pitch.needs_two_anchors();
    let ridge = if both { "in this wind the ridge" } else { "in this wind the line to the peak" };
    let or = if both { "pitch it lower, or let it sag more" } else { "pitch it lower" };
    let strained = |part: &Part| match part.id.as_str() {
        "ridge" => Strained { part, cord: &shelter.ridge_cord, work, least: LEAST_RIDGE, name: ridge, or }.says(reader),
        "guy" if shelter.gives != Gives::Guy => {
            let (name, or) = ("in this wind a guy", "pitch it lower");
            Strained { part, cord: &shelter.guy_cord, work, least: 1.0, name, or }.says(reader)
        }
        _ => None,
    };
    let mut all: Vec<String> = parts.iter().filter_map(strained).collect();
    if calm_holds && parts.first().is_some_and(|p| p.margin.high < 1.0) {
        all.push(format!(
            "It does not stand in gusts of {}: pitch it lower, out of the wind, or strike it.",
            reader.speed(f.gust_ms)
        ));
    }
    all
}

/// A cord that stretches far uses up a purchase's travel.
fn travel(shelter: &Shelter, g: &Geometry, reader: &Reader) -> Option<String> {
    if shelter.tighten != Tighten::Looped || !shelter.pitch.needs_two_anchors() {
        return None;
    }
    let m = |m: f64| reader.length(Length::from_m(m));
    let set = set_by(shelter.tighten, &shelter.ridge_cord, shelter.pull_n);
    let (stretches, run) = (stretch_m(&shelter.ridge_cord, g.span_m, set.high), purchase_run_m(shelter, g));
    (run > LONG_PURCHASE_M).then(|| {
        format!(
            "The cord stretches up to {} while it is hauled: make the purchase’s loop {} from the anchor, haul the slack in by hand first, or take cord that stretches less.",
            m(stretches),
            m(run)
        )
    })
}

/// Nothing on the list makes the part chosen give first.
pub fn no_remedy(shelter: &Shelter, g: &Geometry) -> String {
    let guyed = g.guys.iter().any(|guy| guy.run_m > PEGGED_M);
    match shelter.gives {
        Gives::Hitch if !guyed => "Pegged down itself it has no guy and no hitch: the peg or the cover gives.".into(),
        Gives::Guy if !guyed => "Pegged down itself it has no guy to part: the peg or the cover gives.".into(),
        gives => format!(
            "No hitch and no cord of the list makes {} give first here: change the ground, the cover or the pitch.",
            gives.words()
        ),
    }
}

/// What to mind.
pub fn cautions(shelter: &Shelter, between: &Between, g: &Geometry) -> Vec<String> {
    let mut all = remarks(shelter, between);
    if g.at_neck_height() {
        all.push("Neck height: rag on the line.".into());
    }
    all.push("Stand clear of a tight line; never straddle it. Never hang a person from it.".into());
    all.push("Estimates. The maker’s rating and local rules decide; no fire under a coated sheet.".into());
    all
}

/// Sources and assumptions.
pub fn known_from() -> Vec<String> {
    [
        "Wind: v = 0.836 B^1.5 m/s (WMO), gusts 1.4 times that (handbooks, recalled), q = ½ρv².",
        "Cloth: a panel bellied as a parabola pulls p b / (8 r) a metre at its edges, r 0.10 to 0.15 of its width b, and what presses on it goes half to ridge, half to eave; a guy pulls along itself so hard that it holds the cloth’s pull, and what it leaves goes to the ridge. All forces add up to nothing.",
        "Pressure: 0.3 to 0.9 q on a panel, 0.6 to 1.2 q into an open side, 0.2 to 0.6 q along the ridge (canopy roofs, recalled).",
        "Rain stands where a panel that rises by t over its width hangs r of it and 4r > t (r 0.02 to 0.06, common practice).",
        "Ridge: the load lies where the cover is; forces balance, and the line is as long as its tension stretches it.",
        "Tightening: P(1 + e₁ + e₁e₂), e = exp(−μπ) (Euler–Eytelwein).",
        "Pegs, tie points, slipping hitches: common practice and makers’ data, as bands. Lean on yours and see.",
        "Anchors: M = σπd³/32 with 30 to 55 MPa for green wood (wood handbooks, recalled); a picket by its peg, √2 times the line.",
    ]
    .map(str::to_owned)
    .into()
}

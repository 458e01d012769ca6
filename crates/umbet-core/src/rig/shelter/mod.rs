//! A shelter on a ridgeline: a site and a wish become lines, joints, forces and an order of work.

mod draft;
mod forces;
mod joints;
mod lengths;
mod lie;
mod looks;
mod measures;
mod order;
mod pitch;
mod sheet;
mod site;
mod stock;
mod weakest;
mod wind;

pub use draft::{Anchor, AnchorKind, Cover, Gives, Hank, Pitch, ShelterDraft, Tighten, Wish};
pub use forces::{Forces, gust, gust_of};
pub use joints::Joint;
pub use lengths::Cut;
pub use lie::Plane;
pub use looks::{Bearing, looks};
pub use order::Doing;
pub use pitch::{Drip, Geometry, Guy, Impossible, Place, uses_both};
pub use sheet::{PAGE, pages};
pub use site::Between;
pub use stock::{CoverKind, Ground, Slip, Stock, stock};
pub use weakest::{MakeSo, Part};

use crate::rig::line::Reach;
use crate::situation::Habits;
use crate::units::Reader;
use forces::Set;
use serde::Serialize;
use weakest::Judged;

/// The shelter worked out.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[cfg_attr(feature = "schema", schema(as = ShelterPlan))]
pub struct Plan {
    /// The anchors taken.
    pub between: Between,
    /// Where everything is.
    pub geometry: Geometry,
    /// What wind and tightening put into it.
    pub forces: Forces,
    /// What it measures out to, in sentences.
    pub measures: Vec<String>,
    /// What each way of tightening reaches.
    pub reaches: Vec<Reach>,
    /// The loops a purchase can be made with, compared.
    pub loops: Vec<String>,
    /// What gives, first at the head.
    pub parts: Vec<Part>,
    /// What to change so that the part chosen gives first; empty when it does.
    pub make_so: Vec<MakeSo>,
    /// Knots.
    pub joints: Vec<Joint>,
    /// Lines to cut.
    pub cuts: Vec<Cut>,
    /// Rigging, first to last.
    pub order: Vec<Doing>,
    /// Striking.
    pub strike: Vec<Doing>,
    /// What to change, where something is out of reason.
    pub change: Vec<String>,
    /// Cautions.
    pub cautions: Vec<String>,
    /// Sources and assumptions.
    pub known_from: Vec<String>,
}

/// Least margin of a ridge at its knot in a gust (common practice: a fifth of the strength for what is left alone).
const LEAST_RIDGE: f64 = 3.0;
/// Ground one sitter wants, m² (common practice: a mat and a bag).
const PLACE_M2: f64 = 0.9;

/// Works the shelter out. The draft was checked with [`ShelterDraft::faults`].
///
/// # Errors
/// [`Impossible`] says what does not go, and what to change.
///
/// # Panics
/// Never on a draft without faults.
pub fn plan(draft: &ShelterDraft, kit: &[Hank], habits: &Habits, reader: &Reader) -> Result<Plan, Impossible> {
    let between = site::between(draft)?;
    let mut geometry = pitch::lay(draft, &between, 0.0, &reader.body)?;
    let cover = stock().covers.iter().find(|c| c.id == draft.cover.kind).expect("a checked cover");
    let ground = stock().grounds.iter().find(|g| g.id == draft.ground).expect("a checked ground");
    let reaches = forces::tightening(draft, reader);
    let shares = wind::Blow::of(draft, &Bearing::of(draft, &between)).shares(draft.pitch);
    let of = |g: &Geometry| Set { draft, geometry: g, cover, reaches: &reaches, shares }.forces(gust(draft));
    let mut forces = of(&geometry);
    if uses_both(draft.pitch) {
        // Tied higher by what it comes down in the middle, where the anchors allow it.
        let sag = f64::midpoint(forces.sag_m.low, forces.sag_m.high);
        if !between.allows(geometry.ties_m.map(|tie| tie + sag)) {
            geometry = pitch::lay(draft, &between, sag, &reader.body)?;
            forces = of(&geometry);
        }
        geometry.ties_m = geometry.ties_m.map(|tie| tie + sag);
    }
    let joints = joints::joints(draft, &between, cover, &forces, geometry.guys.len(), habits, reader);
    let hitch = joints.iter().find(|j| j.id == "guy-peg").map_or("", |j| j.knot.as_str());
    let set = Set { draft, geometry: &geometry, cover, reaches: &reaches, shares };
    let judged = Judged { set, between: &between, ground, hitch };
    let parts = judged.parts(&forces, reader);
    let as_chosen = parts.first().is_some_and(|p| p.gives == Some(draft.gives));
    let make_so = if as_chosen { Vec::new() } else { judged.make_so(&forces) };
    let cuts = lengths::cuts(draft, &geometry, &joints, kit, reader);
    let order = order::order(draft, &between, &geometry, &joints, forces.calm_n.low, reader);
    let strike = order::strike(draft, &geometry, &joints);
    let loops = joints::loops();
    let measures = measures::measures(draft, &between, &geometry, &forces, reader);
    let change = change(&set, &forces, &parts);
    let cautions = cautions(draft, &between, &geometry);
    let known_from = known_from();
    Ok(Plan {
        between,
        geometry,
        forces,
        measures,
        reaches,
        loops,
        parts,
        make_so,
        joints,
        cuts,
        order,
        strike,
        change,
        cautions,
        known_from,
    })
}

fn change(set: &Set<'_>, f: &Forces, parts: &[Part]) -> Vec<String> {
    let Set { draft, geometry: g, cover, .. } = *set;
    let mut all = Vec::new();
    let ridge = parts.iter().find(|p| p.what.starts_with("ridge"));
    if ridge.is_some_and(|p| p.margin.low < LEAST_RIDGE) {
        all.push(
            "In this wind the ridge is used to more than a third: thicker cord, a lower pitch, or let it sag more."
                .into(),
        );
    }
    if parts.first().is_some_and(|p| p.margin.high < 1.0) {
        all.push(format!(
            "It does not stand in gusts of {:.0} m/s: pitch it lower, out of the wind, or strike it.",
            f.gust_ms
        ));
    }
    all.extend(set.shares.remark(draft.pitch).map(str::to_owned));
    let wanted = PLACE_M2 * f64::from(draft.people);
    if g.floor_m2 < wanted {
        all.push(format!(
            "Dry ground is {:.1} m², and {} want {wanted:.1}: a larger cover, or fewer under it.",
            g.floor_m2, draft.people
        ));
    }
    if f.sag_m.high > 0.08 * g.span_m {
        all.push("The ridge hangs low in its middle: pull harder, use a purchase, or bring the anchors nearer.".into());
    }
    if f.pool_n.high > 5.0 {
        all.push(format!(
            "Rain may stand on it, up to {:.0} kg: let one corner down, pitch it steeper, or draw the eaves tighter.",
            (f.pool_n.high / 9.81).ceil()
        ));
    }
    let nylon = forces::ridge_cord(draft).material == "nylon";
    if nylon || cover.stretches_wet {
        let what = if nylon { "Nylon cord stretches in rain" } else { "This cover slackens in rain" };
        all.push(format!("{what}: tighten ridge and guys again after the first wetting, and before dark."));
    }
    all
}

fn cautions(draft: &ShelterDraft, between: &Between, g: &Geometry) -> Vec<String> {
    let mut all = site::remarks(draft, between);
    if neck_height(draft, g) {
        all.push("Neck height: rag on the line.".into());
    }
    all.push("Stand clear of a tight line; never straddle it. Never hang a person from it.".into());
    all.push("Estimates. The maker’s rating and local rules decide; no fire under a coated sheet.".into());
    all
}

/// Somebody walks into it in the dark.
fn neck_height(draft: &ShelterDraft, g: &Geometry) -> bool {
    (1.1..1.9).contains(&g.ridge_m) && uses_both(draft.pitch)
}

fn known_from() -> Vec<String> {
    [
        "Wind: v = 0.836 B^1.5 m/s (WMO), gusts 1.4 times that (handbooks, recalled), q = ½ρv².",
        "Guys: a panel bellied as a parabola pulls p b / (8 r) a metre, r 0.10 to 0.15 of its width b; pressure 0.3 to 0.9 q on a panel, 0.6 to 1.2 q into an open side, 0.2 to 0.6 q along the ridge (canopy roofs, recalled).",
        "Rain stands where a panel that rises by t over its width hangs r of it and 4r > t (r 0.02 to 0.06, common practice).",
        "Ridge: forces balance, and the line is as long as its tension stretches it.",
        "Tightening: P(1 + e₁ + e₁e₂), e = exp(−μπ) (Euler–Eytelwein).",
        "Pegs, tie points, slipping hitches: common practice and makers’ data, as bands. Lean on yours and see.",
        "Anchors: M = σπd³/32 with 30 to 55 MPa for green wood (wood handbooks, recalled).",
    ]
    .map(str::to_owned)
    .into()
}

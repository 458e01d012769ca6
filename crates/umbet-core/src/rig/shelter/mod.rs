//! A shelter on a ridgeline: a site and a wish become lines, joints, forces and an order of work.

mod advice;
mod bearing;
mod cloth;
mod draft;
mod forces;
mod joints;
mod lengths;
mod looks;
mod measures;
mod order;
mod pitch;
mod site;
mod slope;
mod stock;
mod weakest;
mod wind;

pub use bearing::{Bearing, OnPage};
pub use draft::{ANCHORS, BEARING_DEG, BEAUFORT, COVER_M, GEAR_N, GUST_MS, PEOPLE, PULL_N, SLOPE_PERCENT};
pub use draft::{CoverDraft, Gives, Pitch, Shelter, ShelterDraft, Wish};
pub use forces::{Acting, Forces};
pub use looks::looks;
pub use pitch::{Backstay, Drip, Geometry, Guy, Panel, Place};
pub use site::Between;
pub use slope::Plane;
pub use stock::{CoverKind, Ground, Stock, stock};
pub use weakest::Remedy;

use crate::draw::{above, side};
use crate::rig::anchor::{AnchorDraft, AnchorKind};
use crate::rig::joint::find;
use crate::rig::lists::{Change, changed, fresh_name};
use crate::rig::shared::HeldBy;
use crate::rig::tighten::{Reach, Tighten, loops, reaches};
use crate::rig::{
    Dragged, Drawing, FieldAt, Given, Impossible, LineWork, Named, Planned, Planner, Rig, RigDraft, RigPlan,
};
use crate::situation::{Fault, Habits, UsedCord};
use crate::units::{Length, Reader};
use forces::ForceInput;
use order::Work;
use serde::Serialize;
use weakest::Judging;
use wind::Blow;

/// Shelters on a ridgeline.
pub const PLANNER: Planner = Planner::of::<ShelterDraft>("shelter", "A shelter on a ridgeline");

impl RigDraft for ShelterDraft {
    type Read = Shelter;
    type Choices = ShelterStock;

    fn begun(habits: &Habits) -> Self {
        Self::begun(&habits.schools)
    }

    fn choices() -> Self::Choices {
        ShelterStock::built_in()
    }

    fn taken(&self) -> Result<Self::Read, Vec<Fault>> {
        Shelter::read(self)
    }

    fn numbers(&self) -> Vec<FieldAt> {
        self.fields()
    }

    fn put(&self, given: &Given<'_>, dragged: &Dragged<'_>) -> Option<Self> {
        moved(self, given, dragged)
    }

    fn listed(&self, list: &str, change: Change) -> Option<Self> {
        let name = fresh_name("tree", self.anchors.iter().map(|a| a.name.as_str()));
        let [east, north] = self.anchors.last()?.at_m;
        let fresh = || Some(AnchorDraft::tree(name, [east + 2.0, north]));
        let anchors = (list == "/anchors").then(|| changed(&self.anchors, change, ANCHORS, fresh))??;
        // The two that were named may be others now.
        let between = if matches!(change, Change::Less(_)) { None } else { self.between };
        (!anchors.is_empty()).then(|| Self { anchors, between, ..self.clone() })
    }
}

/// How near an anchor must be to what was grabbed, metres.
const GRABBED_M: f64 = 0.45;
/// Anchors are put down on a grid so fine, to the metre.
const GRID: f64 = 20.0;

/// An anchor put where it was dragged on the drawing from above.
fn moved(draft: &ShelterDraft, given: &Given<'_>, dragged: &Dragged<'_>) -> Option<ShelterDraft> {
    if dragged.drawing != "above" {
        return None;
    }
    let planned = Rig::plan(&Shelter::read(draft).ok()?, given).ok()?;
    let on: OnPage = planned.own.get("on_page").cloned().and_then(|v| serde_json::from_value(v).ok())?;
    let (from, to) = (on.place(dragged.from), on.place(dragged.to));
    let apart = |a: &AnchorDraft| (a.at_m[0] - from[0]).hypot(a.at_m[1] - from[1]);
    let nearest = draft.anchors.iter().enumerate().min_by(|a, b| apart(a.1).total_cmp(&apart(b.1)))?.0;
    if apart(&draft.anchors[nearest]) > GRABBED_M {
        return None;
    }
    let mut all = draft.clone();
    all.anchors[nearest].at_m = to.map(|x| (x * GRID).round() / GRID);
    Some(all)
}

/// A kind of anchor to choose.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct AnchorSort {
    /// Id.
    pub id: String,
    /// Name.
    pub name: String,
    /// As thick as it usually is, millimetres.
    pub usual_mm: f64,
}

impl AnchorSort {
    fn of(kind: AnchorKind) -> Self {
        Self { id: kind.id(), name: kind.words().into(), usual_mm: kind.usual_mm() }
    }
}

/// What there is to choose from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ShelterStock {
    /// Covers.
    pub covers: Vec<Named>,
    /// Grounds.
    pub grounds: Vec<Named>,
    /// Pitches.
    pub pitches: Vec<Named>,
    /// How high.
    pub wishes: Vec<Named>,
    /// Ways of tightening.
    pub tightenings: Vec<Named>,
    /// What may give first.
    pub gives: Vec<Named>,
    /// Kinds of anchor.
    pub anchors: Vec<AnchorSort>,
    /// Where the wind comes from, by degrees.
    pub winds: Vec<Named>,
}

/// Eight points of the compass, from north through east.
const POINTS: [&str; 8] = ["north", "north-east", "east", "south-east", "south", "south-west", "west", "north-west"];

impl ShelterStock {
    fn built_in() -> Self {
        let point = |(i, name): (usize, &&str)| Named::new((45 * i).to_string(), format!("from the {name}"));
        Self {
            covers: stock().covers.iter().map(|c| Named::new(&c.id, &c.name)).collect(),
            grounds: stock().grounds.iter().map(|g| Named::new(&g.id, &g.name)).collect(),
            pitches: Pitch::ALL.iter().map(|p| Named::new(p.id(), p.words())).collect(),
            wishes: Wish::ALL.iter().map(|w| Named::new(w.id(), w.words())).collect(),
            tightenings: Tighten::named(),
            gives: Gives::ALL.iter().map(|g| Named::new(g.id(), g.words())).collect(),
            anchors: AnchorKind::ALL.iter().map(|&k| AnchorSort::of(k)).collect(),
            winds: POINTS.iter().enumerate().map(point).collect(),
        }
    }
}

/// What only a shelter's plan has.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ShelterFacts {
    /// The anchors taken.
    pub between: Between,
    /// Where everything is.
    pub geometry: Geometry,
    /// What wind and tightening put into it.
    pub forces: Forces,
    /// What each way of tightening reaches.
    pub reaches: Vec<Reach>,
    /// The loops a purchase can be made with, compared.
    pub loops: Vec<String>,
    /// What to change so that the part chosen gives first; empty when it does.
    pub remedies: Vec<Remedy>,
    /// Said where the part chosen does not give first and nothing on the list makes it.
    pub no_remedy: Option<String>,
    /// Where metres lie on the drawing from above.
    pub on_page: Option<OnPage>,
}

/// The shelter worked out.
#[derive(Debug, Clone, PartialEq)]
pub struct ShelterPlan {
    /// What is common to rigs.
    pub rig: RigPlan,
    /// What only a shelter has.
    pub facts: ShelterFacts,
}

/// Works the shelter out.
///
/// # Errors
/// [`Impossible`] says what does not go, and what to change.
pub fn plan(shelter: &Shelter, given: &Given<'_>) -> Result<ShelterPlan, Impossible> {
    let reader = given.reader;
    let between = site::between(shelter, reader)?;
    let blow = Blow::of(shelter, &Bearing::of(shelter, &between));
    let geometry = laid_out(shelter, &between, blow, reader)?.with_backstays(shelter, &between);
    let input = ForceInput { shelter, geometry: &geometry, blow };
    let forces = input.forces();
    let joints = joints::joints(shelter, &between, &geometry, &forces, given.habits, reader);
    let hitch = find(&joints, "guy-peg").map_or("", |j| j.knot.as_str());
    let judging = Judging { input, between: &between, guy_cord: shelter.guy_cord, hitch };
    let parts = judging.parts(&forces, reader);
    let as_chosen = parts.first().is_some_and(|p| p.id == shelter.gives.part());
    let remedies = if as_chosen { Vec::new() } else { judging.remedies(&forces) };
    let no_remedy = (!as_chosen && remedies.is_empty()).then(|| advice::no_remedy(shelter, &geometry));
    let work = Work { shelter, between: &between, g: &geometry, joints: &joints, forces: &forces, blow, reader };
    let rig = RigPlan {
        hitches: Vec::new(),
        held_by: held_by(shelter, &between, &geometry, &forces),
        said: said(shelter, &between, given),
        measures: measures::measures(shelter, &between, &geometry, &forces, reader),
        change: advice::change(&judging, &forces, &parts, reader),
        cuts: lengths::cuts(shelter, &geometry, &joints, given.kit, reader),
        needs: lengths::needs(shelter, &between, &geometry, reader),
        order: work.order(),
        strike: work.strike(),
        cautions: advice::cautions(shelter, &between, &geometry),
        known_from: advice::known_from(),
        parts,
        joints,
    };
    let reaches = reaches(&shelter.ridge_cord, shelter.pull_n, reader);
    let facts = ShelterFacts { between, geometry, forces, reaches, loops: loops(), remedies, no_remedy, on_page: None };
    Ok(ShelterPlan { rig, facts })
}

/// The anchors, each under its own name, with the ridge's pull.
fn held_by(shelter: &Shelter, between: &Between, g: &Geometry, forces: &Forces) -> Vec<HeldBy> {
    let each = site::holding(shelter, between).zip(g.ties_m).zip(["near", "far"]);
    each.map(|((anchor, tie_m), id)| HeldBy {
        id: id.into(),
        name: anchor.name.clone(),
        pull_n: forces.ridge_n,
        bears_n: anchor.gives(tie_m, shelter.ground.peg_n).map(|g| g.bears_n),
        named_here: false,
    })
    .collect()
}

/// A ridge hangs about so much of its span, before more is known.
const HANGS: f64 = 0.06;

/// Laid out so that headroom holds under the ridge as it hangs: its ties are higher by what it may come down.
fn laid_out(shelter: &Shelter, between: &Between, blow: Blow, reader: &Reader) -> Result<Geometry, Impossible> {
    // Where the lowest ties are high up it goes only for a line that hangs.
    let mut geometry = pitch::lay(shelter, between, 0.0, reader)
        .or_else(|why| pitch::lay(shelter, between, HANGS * between.span_m, reader).map_err(|_| why))?;
    if !shelter.pitch.needs_two_anchors() {
        return Ok(geometry);
    }
    let sag = ForceInput { shelter, geometry: &geometry, blow }.forces().sag_m.high;
    let ties = [0.0, between.span_m].map(|x| geometry.line_at(x) - geometry.ground.at(x, 0.0));
    if !between.allows(ties.map(|tie| tie + sag)) {
        let h = geometry.ridge_m;
        geometry = pitch::lay(shelter, between, sag, reader).map_err(|_| too_slack(between, h, sag, reader))?;
    }
    geometry.ties_m = geometry.ties_m.map(|tie| tie + sag);
    Ok(geometry)
}

fn too_slack(between: &Between, ridge_m: f64, sag_m: f64, reader: &Reader) -> Impossible {
    let m = |m: f64| reader.length(Length::from_m(m));
    Impossible(format!(
        "Over {} the ridge comes down {} in its middle: to keep {} there it wants tying {} up, and {} is the highest tie. Take nearer anchors, pull harder, or use cord that stretches less.",
        m(between.span_m),
        m(sag_m),
        m(ridge_m),
        m(ridge_m + sag_m),
        m(between.high_m[0].min(between.high_m[1]))
    ))
}

fn said(shelter: &Shelter, between: &Between, given: &Given<'_>) -> String {
    let m = |m: f64| given.reader.length(Length::from_m(m));
    let [near, far] = between.anchors.map(|i| shelter.anchors[i].name.as_str());
    let at = if shelter.pitch.needs_two_anchors() { format!("between {near} and {far}") } else { format!("on {near}") };
    format!(
        "For {}, a cover {} by {} as {}, {at}, on {}; gusts {}.",
        shelter.people,
        m(shelter.length_m),
        m(shelter.width_m),
        shelter.pitch.words(),
        shelter.ridge_cord.said(given.reader),
        given.reader.speed(shelter.gust_ms)
    )
}

/// Heights of the drawings from the side and from above, as shares of their width.
const SIDE: f64 = 0.345;
const ABOVE: f64 = 0.472;

impl Rig for Shelter {
    fn lines(&self) -> Vec<(&UsedCord, LineWork)> {
        vec![(&self.ridge_cord, LineWork::Pitched), (&self.guy_cord, LineWork::Pitched)]
    }

    fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
        let mut p = plan(self, given)?;
        let at = |height: f64| looks(self, &p, [given.width, height], given.reader);
        let side_scene = side(&at(SIDE * given.width));
        let (above_scene, frame) = above(&at(ABOVE * given.width));
        let bearing = Bearing::of(self, &p.facts.between);
        p.facts.on_page = Some(OnPage { scale: frame.scale, origin: frame.origin, bearing });
        Ok(Planned {
            plan: p.rig,
            drawings: vec![
                Drawing { id: "side", name: "Side", scene: side_scene },
                Drawing { id: "above", name: "From above", scene: above_scene },
            ],
            own: serde_json::to_value(&p.facts).unwrap_or_default(),
        })
    }
}

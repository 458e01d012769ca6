//! What wind, cloth, gear and the tightening pull put into guys and ridge.
//!
//! A panel in the wind is taken as a shallow parabola between ridge and eave: its pull at the edge is
//! `p b / (8 r)` newtons a metre (H = wL²/(8s) with a sag of `r` times the panel's width `b`). Bands throughout.

use super::draft::{ShelterDraft, Tighten};
use super::pitch::{Geometry, uses_both};
use super::stock::CoverKind;
use super::wind::Shares;
use crate::cord::{Cord, cord};
use crate::rig::line::{Method, Reach, band, reaches, stiffness};
use crate::statics::line::{Line, Load, Loaded};
use crate::statics::wind::{beaufort_speed, pressure};
use crate::units::{Band, Reader};
use serde::Serialize;

/// Gust over mean wind inland (wind-loading handbooks, recalled).
const GUST: f64 = 1.4;
/// How far a panel bellies in a gust, as a share of its width (common practice: a hand in a metre).
const BELLY: Band = Band { low: 0.10, high: 0.15 };
/// Pull in a guy drawn up by hand in calm air, newtons a metre of eave (common practice).
const DRAWN_UP: Band = Band { low: 15.0, high: 40.0 };

/// Forces in one wind.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Forces {
    /// Speed of the gust, m/s.
    pub gust_ms: f64,
    /// Its pressure, Pa.
    pub pressure_pa: f64,
    /// Pull in each guy, in the order of the geometry, newtons.
    pub guys_n: Vec<Band>,
    /// The hardest pulled of them.
    pub hardest_guy_n: Band,
    /// Pull at the ridge's ends in calm air, the harder pulled of them.
    pub calm_n: Band,
    /// Pull at the ridge's ends in the gust, the harder pulled of them.
    pub ridge_n: Band,
    /// Pull on the near and on the far anchor in calm air.
    pub calm_ends_n: [Band; 2],
    /// Pull on the near and on the far anchor in the gust.
    pub gust_ends_n: [Band; 2],
    /// How far the ridge hangs below the straight line in calm air, metres.
    pub sag_m: Band,
    /// How much longer the ridge is when tight, metres.
    pub stretch_m: Band,
    /// Weight of rain that may stand on one panel, newtons; nothing where all of it runs off.
    pub pool_n: Band,
}

/// What the tightening reaches, in newtons, method by method.
pub fn tightening(draft: &ShelterDraft, reader: &Reader) -> Vec<Reach> {
    reaches(ridge_cord(draft), draft.ridge_cord.wet, draft.pull_n, reader)
}

/// The ridge's cord; the draft was checked for it.
pub fn ridge_cord(draft: &ShelterDraft) -> &'static Cord {
    cord(&draft.ridge_cord.kind).unwrap_or_else(|| &crate::cord::cords()[0])
}

/// The guys' cord.
pub fn guy_cord(draft: &ShelterDraft) -> &'static Cord {
    cord(&draft.guy_cord.kind).unwrap_or_else(|| &crate::cord::cords()[0])
}

/// The gusts asked about.
pub fn gust(draft: &ShelterDraft) -> f64 {
    draft.gust_ms.unwrap_or_else(|| gust_of(draft.beaufort))
}

/// The gusts of a Beaufort number.
pub fn gust_of(number: u8) -> f64 {
    GUST * beaufort_speed(number)
}

/// What the pulls are reckoned from.
#[derive(Clone, Copy)]
pub struct Set<'a> {
    /// As asked.
    pub draft: &'a ShelterDraft,
    /// Laid out.
    pub geometry: &'a Geometry,
    /// The cover.
    pub cover: &'a CoverKind,
    /// What the tightening reaches.
    pub reaches: &'a [Reach],
    /// What the wind meets.
    pub shares: Shares,
}

impl Set<'_> {
    /// Pull at the cover's edge, newtons a metre: in the gust over what was drawn up.
    fn edge_n_per_m(&self, pressure_pa: f64) -> Band {
        let g = self.geometry;
        let across = self.shares.on_panel(g.slope);
        let wind = |c: f64, belly: f64| c * pressure_pa * g.panel_m / (8.0 * belly);
        Band::new(wind(across.low, BELLY.high) + DRAWN_UP.low, wind(across.high, BELLY.low) + DRAWN_UP.high)
    }

    /// Pull in each guy in a gust of this pressure. A corner guy lies slantwise: its share of the edge is only the part of
    /// its pull across the ridge.
    fn guys(&self, pressure_pa: f64) -> Vec<Band> {
        let edge = self.edge_n_per_m(pressure_pa);
        let pull = |holds: f64, corner: bool| edge.scaled(holds * if corner { std::f64::consts::SQRT_2 } else { 1.0 });
        self.geometry.guys.iter().map(|guy| pull(guy.holds_m, guy.corner)).collect()
    }

    /// Pull in the hardest guy and at the harder pulled end of the ridge in a gust of this speed.
    pub fn pulls(&self, gust_ms: f64) -> [Band; 2] {
        let q = pressure(gust_ms);
        [hardest(&self.guys(q)), hardest(&ends(&self.ridge_states(self.edge_n_per_m(q))))]
    }

    /// Forces in a gust of this speed.
    pub fn forces(&self, gust_ms: f64) -> Forces {
        let q = pressure(gust_ms);
        let guys_n = self.guys(q);
        let calm = self.ridge_states(self.edge_n_per_m(0.0));
        let blown = self.ridge_states(self.edge_n_per_m(q));
        let (calm_ends_n, gust_ends_n) = (ends(&calm), ends(&blown));
        let calm_n = hardest(&calm_ends_n);
        let stiff = stiffness(ridge_cord(self.draft));
        let length = self.line_length();
        Forces {
            gust_ms,
            pressure_pa: q,
            hardest_guy_n: hardest(&guys_n),
            guys_n,
            calm_n,
            ridge_n: hardest(&gust_ends_n),
            calm_ends_n,
            gust_ends_n,
            sag_m: band(calm.iter().map(|s| s.sag_m)),
            stretch_m: Band::new(calm_n.low / stiff.high * length, calm_n.high / stiff.low * length),
            pool_n: pool(self.geometry, self.cover),
        }
    }

    /// Length of the line that bears the cover.
    fn line_length(&self) -> f64 {
        let g = self.geometry;
        if uses_both(self.draft.pitch) { g.span_m.hypot(g.rise_m()) } else { g.peak_line_m() }
    }

    /// The ridge at rest, for both ends of every band. Where it does not run from anchor to anchor the line only
    /// holds the cover's peak: a straight pull of its edge.
    fn ridge_states(&self, edge: Band) -> Vec<Loaded> {
        let (draft, g) = (self.draft, self.geometry);
        if !uses_both(draft.pitch) {
            let pull = |e: f64| e * g.eave_m / 2.0 + draft.gear_n;
            let straight = |n: f64| Loaded { sag_m: 0.0, ends_n: [n, n], level_n: n };
            return vec![straight(pull(edge.low)), straight(pull(edge.high))];
        }
        let stiff = stiffness(ridge_cord(draft));
        let set = set(draft, self.reaches);
        let mut all = Vec::new();
        for e in [edge.low, edge.high] {
            // Half of what stands on a panel hangs on the ridge.
            let load = Load::Spread(ridge_load(g, self.cover, e) + draft.gear_n + pool(g, self.cover).high / 2.0);
            for set_n in [set.low, set.high] {
                for stiffness_n in [stiff.low, stiff.high] {
                    let line = Line { span_m: g.span_m, rise_m: g.rise_m(), set_n: set_n.max(1.0), stiffness_n };
                    all.push(line.loaded(load));
                }
            }
        }
        all
    }
}

fn hardest(pulls: &[Band]) -> Band {
    pulls.iter().copied().max_by(|a, b| a.high.total_cmp(&b.high)).unwrap_or(DRAWN_UP)
}

fn ends(states: &[Loaded]) -> [Band; 2] {
    [0, 1].map(|i| band(states.iter().map(|s| s.ends_n[i])))
}

/// How far cloth hangs between ridge and eave in rain, as a share of the panel's width: least, and most where it slackens
/// wet (common practice).
const HANGS: [f64; 3] = [0.02, 0.04, 0.06];
/// Weight of water, newtons a cubic metre.
const WATER: f64 = 9_806.65;

/// Rain that cannot run off. A panel that rises by `t` over its width `b` and hangs `r b` as a parabola is lowest inside its
/// eave where `4 r > t`: the water there is `b (4r − t)² / (16 r)` deep and lies on `b (4r − t) / (4r)` of its width.
fn pool(g: &Geometry, cover: &CoverKind) -> Band {
    let b = g.panel_m * g.slope.cos();
    let weight = |r: f64| {
        let over = 4.0 * r - g.slope.tan();
        if over <= 0.0 {
            return 0.0;
        }
        let (deep, wide) = (b * over * over / (16.0 * r), b * over / (4.0 * r));
        2.0 / 3.0 * deep * wide * (g.eave_m / 2.0) * WATER
    };
    Band::new(weight(HANGS[0]), weight(if cover.stretches_wet { HANGS[2] } else { HANGS[1] }))
}

/// What the tightening chosen reaches.
fn set(draft: &ShelterDraft, reaches: &[Reach]) -> Band {
    let method = match draft.tighten {
        Tighten::RoundTurns => Method::RoundTurns,
        Tighten::Looped => Method::Looped,
        Tighten::ByHand => Method::ByHand,
    };
    reaches.iter().find(|r| r.method == method).map_or(Band::new(draft.pull_n, draft.pull_n), |r| r.set_n)
}

/// What the panels and the cloth put on the ridge: the windward panel's pull down its slope and across, less what the
/// lee panel, only drawn up, pulls the other way.
fn ridge_load(g: &Geometry, cover: &CoverKind, edge: f64) -> f64 {
    let lee = if g.two_sided { DRAWN_UP.low.min(edge) } else { 0.0 };
    let length = g.ridge[1][0] - g.ridge[0][0];
    let cloth = cover.n_per_m2 * g.panel_m * if g.two_sided { 1.0 } else { 0.5 };
    let down = (edge + lee) * g.slope.sin() + cloth;
    let across = (edge - lee) * g.slope.cos();
    down.hypot(across) * length
}

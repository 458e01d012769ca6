//! What wind, cloth, gear and the tightening pull put into guys, ridge, anchors and pole. Bands throughout.

use super::cloth::{Balance, Cloth, DRAWN_UP};
use super::draft::Shelter;
use super::pitch::{Geometry, Place, long, plus, times, unit};
use super::stock::CoverKind;
use super::wind::{Blow, End};
use crate::rig::tighten::{set_by, stiffness};
use crate::statics::line::{Line, Load, Loaded};
use crate::statics::wind::{gust_of, pressure};
use crate::units::Band;
use serde::Serialize;

/// Forces in one wind.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Forces {
    /// Speed of the gust, m/s.
    pub gust_ms: f64,
    /// Its pressure, Pa.
    pub pressure_pa: f64,
    /// Tension the ridge is set with, newtons.
    pub set_n: Band,
    /// Pull on each guy or pegged corner, in the order of the geometry, newtons.
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
    /// How far it does in the gust, the way it is pushed.
    pub gust_sag_m: Band,
    /// Height of the cover over the seat in the gust, at the least, metres.
    pub gust_headroom_m: f64,
    /// How much longer the ridge is when tight, metres.
    pub stretch_m: Band,
    /// Weight of rain that may stand on one panel, newtons; nothing where all of it runs off.
    pub pool_n: Band,
    /// Push on the pole under the peak, newtons.
    pub pole_n: Option<Band>,
    /// All that acts on the whole shelter in the gust at its hardest: it adds up to nothing.
    pub in_balance: Vec<Acting>,
}

/// One force on the whole shelter.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Acting {
    /// What puts it there.
    pub what: String,
    /// Newtons along the ridge, across it, up.
    pub n: [f64; 3],
}

/// What forces are reckoned from.
#[derive(Clone, Copy)]
pub struct ForceInput<'a> {
    /// As asked.
    pub shelter: &'a Shelter,
    /// Laid out.
    pub geometry: &'a Geometry,
    /// Where the wind blows to.
    pub blow: Blow,
}

/// The ridge at rest in one of the states its bands allow.
struct State {
    line: Loaded,
    /// Along the ridge: what the cover's ends, tied to it, add at each end.
    along_n: f64,
}

impl State {
    fn ends_n(&self) -> [f64; 2] {
        self.line.ends_n
    }

    fn hardest(&self) -> f64 {
        self.line.ends_n[0].max(self.line.ends_n[1])
    }

    /// What the anchors put on the line, near and far.
    fn held(&self) -> [Place; 2] {
        self.line.on_anchors_n.map(|n| plus(times(n, -1.0), [-self.along_n / 2.0, 0.0, 0.0]))
    }
}

impl ForceInput<'_> {
    fn cloth(&self, gust_ms: f64, water_n: f64, end: End) -> Cloth<'_> {
        let Self { shelter, geometry, blow } = *self;
        Cloth { shelter, geometry, blow, pressure_pa: pressure(gust_ms), water_n, end }
    }

    /// The cloth at both ends of the estimates; rain that stands on it in the storm, none of it in calm air.
    fn balances(&self, gust_ms: f64) -> [Balance; 2] {
        let pool = pool(self.geometry, self.shelter.cover);
        End::BOTH.map(|end| self.cloth(gust_ms, if gust_ms > 0.0 { end.of(pool) } else { 0.0 }, end).balance())
    }

    /// Pull in the hardest guy and at the harder pulled end of the ridge in a gust of this speed.
    pub fn pulls(&self, gust_ms: f64) -> [Band; 2] {
        let balances = self.balances(gust_ms);
        let guys = guys(&balances);
        [hardest(&guys), hardest(&self.ends(&balances))]
    }

    /// The same in the gusts of a Beaufort number.
    pub fn pulls_at(&self, beaufort: u8) -> [Band; 2] {
        self.pulls(gust_of(beaufort))
    }

    /// Pull at both ends.
    fn ends(&self, balances: &[Balance; 2]) -> [Band; 2] {
        if !self.shelter.pitch.needs_two_anchors() {
            let pull = Band::over(balances.iter().map(|b| b.peak[0]));
            return [pull, Band { low: 0.0, high: 0.0 }];
        }
        let states = self.ridge_states(balances);
        [0, 1].map(|i| Band::over(states.iter().map(|s| s.ends_n()[i])))
    }

    /// Forces in a gust of this speed.
    pub fn forces(&self) -> Forces {
        let (s, g) = (self.shelter, self.geometry);
        let (calm, blown) = (self.balances(0.0), self.balances(s.gust_ms));
        let (calm_ends_n, gust_ends_n) = (self.ends(&calm), self.ends(&blown));
        let (calm_n, guys_n) = (hardest(&calm_ends_n), guys(&blown));
        let (sag_m, gust_sag_m, lower) = self.sags(&calm, &blown);
        let (stiff, length) = (stiffness(&s.ridge_cord), self.line_length());
        Forces {
            gust_ms: s.gust_ms,
            pressure_pa: pressure(s.gust_ms),
            set_n: set_by(s.tighten, &s.ridge_cord, s.pull_n),
            hardest_guy_n: hardest(&guys_n),
            guys_n,
            calm_n,
            ridge_n: hardest(&gust_ends_n),
            calm_ends_n,
            gust_ends_n,
            sag_m,
            gust_sag_m,
            gust_headroom_m: g.headroom_m - lower,
            stretch_m: Band { low: calm_n.low / stiff.high * length, high: calm_n.high / stiff.low * length },
            pool_n: pool(g, s.cover),
            pole_n: (!g.poles.is_empty()).then(|| Band::over(blown.iter().map(|b| b.peak[1]))),
            in_balance: self.in_balance(&blown[1]),
        }
    }

    /// How far the ridge hangs down in calm air, how far in the gust the way it is pushed, and how much lower it may come there
    /// than it was reckoned with.
    fn sags(&self, calm: &[Balance; 2], blown: &[Balance; 2]) -> (Band, Band, f64) {
        if !self.shelter.pitch.needs_two_anchors() {
            return (Band::default(), Band::default(), 0.0);
        }
        let (calm, blown) = (self.ridge_states(calm), self.ridge_states(blown));
        let down = |states: &[State]| Band::over(states.iter().map(|s| s.line.drop_m.max(0.0)));
        let lower = (down(&blown).high - down(&calm).high).max(0.0);
        (down(&calm), Band::over(blown.iter().map(|s| s.line.sag_m)), lower)
    }

    /// Length of the line that bears the cover.
    fn line_length(&self) -> f64 {
        let g = self.geometry;
        if self.shelter.pitch.needs_two_anchors() { g.span_m.hypot(g.rise_m()) } else { g.peak_line_m() }
    }

    /// The ridge under what the cloth puts on it, where the cloth is; for both ends of every band.
    fn ridge_states(&self, balances: &[Balance; 2]) -> Vec<State> {
        let (s, g) = (self.shelter, self.geometry);
        let (stiff, set) = (stiffness(&s.ridge_cord), set_by(s.tighten, &s.ridge_cord, s.pull_n));
        let [from, to] = [0, 1].map(|i| g.ridge[i][0] / g.span_m);
        let mut all = Vec::new();
        for b in balances {
            let [along_n, across, up] = b.on_ridge;
            let load = Load { n: [across, s.gear_n - up], from, to, parts: 0 };
            for set_n in [set.low, set.high] {
                for stiffness_n in [stiff.low, stiff.high] {
                    let line = Line {
                        span_m: g.span_m,
                        rise_m: g.rise_m(),
                        set_n: set_n.max(1.0),
                        stiffness_n,
                        unyielding: s.split.then_some([from, to]),
                    };
                    all.push(State { line: line.loaded(load), along_n });
                }
            }
        }
        all
    }

    /// Everything that acts on the shelter from outside, in the hardest state.
    fn in_balance(&self, hard: &Balance) -> Vec<Acting> {
        let g = self.geometry;
        let acting = |what: &str, n: Place| Acting { what: what.to_owned(), n };
        let mut all: Vec<Acting> = hard.laid.iter().map(|n| acting("wind and weight on a panel", *n)).collect();
        all.extend(g.guys.iter().zip(&hard.holds).map(|(guy, n)| acting(&guy.name, *n)));
        all.push(acting("gear", [0.0, 0.0, -self.shelter.gear_n]));
        if self.shelter.pitch.needs_two_anchors() {
            let both = [hard.clone(), hard.clone()];
            let states = self.ridge_states(&both);
            if let Some(worst) = states.iter().max_by(|a, b| a.hardest().total_cmp(&b.hardest())) {
                let [near, far] = worst.held();
                all.push(acting("near anchor", near));
                all.push(acting("far anchor", far));
            }
        } else {
            // Where there is no pole the line lies as it is pulled.
            let way = if g.poles.is_empty() { unit(times(hard.on_ridge, -1.0)) } else { g.peak_line_way() };
            all.push(acting("pole", [0.0, 0.0, hard.peak[1]]));
            all.push(acting("line to the anchor", times(way, hard.peak[0])));
        }
        all
    }
}

fn guys(balances: &[Balance; 2]) -> Vec<Band> {
    let n = balances[0].holds.len();
    (0..n).map(|i| Band::over(balances.iter().map(|b| long(b.holds[i])))).collect()
}

fn hardest(pulls: &[Band]) -> Band {
    pulls.iter().copied().max_by(|a, b| a.high.total_cmp(&b.high)).unwrap_or(DRAWN_UP)
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
        // A panel that rises outward with its ground holds water as a level one does, at its inner edge.
        let over = 4.0 * r - g.slope.tan().max(0.0);
        if over <= 0.0 {
            return 0.0;
        }
        let (deep, wide) = (b * over * over / (16.0 * r), b * over / (4.0 * r));
        2.0 / 3.0 * deep * wide * (g.eave_m / 2.0) * WATER
    };
    Band { low: weight(HANGS[0]), high: weight(if cover.stretches_wet { HANGS[2] } else { HANGS[1] }) }
}

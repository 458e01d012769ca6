//! The cloth in one wind: what lies on it and what holds it, in balance.
//!
//! The model. A panel is a shallow parabola between what holds it: it pulls at its edges, along itself, with `p b / (8 r)` a
//! metre (H = wL²/(8s) with a sag of `r` times its width `b`). What presses on it, and its weight, goes half to its ridge and
//! half to its eave; a triangle's, a third to each corner. A peg at the cloth takes what comes there, whichever way. A guy can
//! only pull along itself: it pulls so hard that it holds the cloth's own pull, and what it leaves of the rest goes up the
//! panel to the ridge.

use super::draft::Shelter;
use super::lengths::PEGGED_M;
use super::pitch::{Geometry, Guy, Place, dot, long, minus, plus, times, unit};
use super::wind::{Blow, End};
use crate::units::Band;

/// How far a panel bellies in a gust, as a share of its width (common practice: a hand in a metre).
const BELLY: Band = Band { low: 0.10, high: 0.15 };
/// Pull in a cover drawn up by hand in calm air, newtons a metre of its edge (common practice).
pub const DRAWN_UP: Band = Band { low: 15.0, high: 40.0 };
/// A guy steeper against its panel than this would hold it no more: it is taken as no steeper.
const LEAST_HOLD: f64 = 0.2;

/// Everything on the cloth, newtons, along the ridge, across it, up.
#[derive(Debug, Clone, PartialEq)]
pub struct Balance {
    /// What the wind and the weight put on it, panel by panel.
    pub laid: Vec<Place>,
    /// What each guy or peg puts on it, in the order of the geometry.
    pub holds: Vec<Place>,
    /// What it puts on its ridge, or on its peak.
    pub on_ridge: Place,
    /// Of a peak: pull in its line and push on its pole.
    pub peak: [f64; 2],
}

/// What the cloth is reckoned from.
#[derive(Clone, Copy)]
pub struct Cloth<'a> {
    /// As asked.
    pub shelter: &'a Shelter,
    /// Laid out.
    pub geometry: &'a Geometry,
    /// Where the wind blows to.
    pub blow: Blow,
    /// The gust's own pressure, Pa.
    pub pressure_pa: f64,
    /// Water that stands on one panel, newtons.
    pub water_n: f64,
    /// Which end of the estimates.
    pub end: End,
}

impl Cloth<'_> {
    /// What presses on a panel and what it weighs.
    fn laid(&self, panel: usize) -> Place {
        let p = &self.geometry.panels[panel];
        let press = self.blow.on(self.shelter.pitch, p.normal(), self.end);
        let wind = times(p.area(), -press.inward * self.pressure_pa);
        let water = if panel == 0 { self.water_n } else { 0.0 };
        plus(wind, [0.0, 0.0, -self.shelter.cover.n_per_m2 * p.area_m2() - water])
    }

    /// Pull of a panel so wide at its edge, newtons a metre: in the gust over what was drawn up.
    fn edge_n_per_m(&self, panel: usize, width_m: f64) -> f64 {
        let normal = self.geometry.panels[panel].normal();
        let press = self.blow.on(self.shelter.pitch, normal, self.end);
        press.tightens * self.pressure_pa * width_m / (8.0 * self.end.other().of(BELLY)) + self.end.of(DRAWN_UP)
    }

    /// In balance.
    pub fn balance(&self) -> Balance {
        if self.shelter.pitch.needs_two_anchors() { self.on_a_ridge() } else { self.on_a_peak() }
    }

    fn on_a_ridge(&self) -> Balance {
        let g = self.geometry;
        let laid: Vec<Place> = (0..g.panels.len()).map(|i| self.laid(i)).collect();
        let holds: Vec<Place> = g.guys.iter().map(|guy| self.held_by(guy, laid[guy.panel])).collect();
        // What neither guys nor pegs take is the ridge's.
        let on_ridge = laid.iter().chain(&holds).copied().fold([0.0; 3], plus);
        Balance { laid, holds, on_ridge, peak: [0.0; 2] }
    }

    fn held_by(&self, guy: &Guy, laid: Place) -> Place {
        let panel = &self.geometry.panels[guy.panel];
        let (down, width) = panel.down();
        let pull = self.edge_n_per_m(guy.panel, width) * guy.holds_m;
        if guy.run_m > PEGGED_M {
            let along = unit(minus(guy.peg, guy.from));
            return times(along, pull / dot(along, down).max(LEAST_HOLD));
        }
        let share = guy.holds_m / self.geometry.eave_m;
        minus(times(down, pull), times(laid, share / 2.0))
    }

    /// A peak with everything else pegged down: its line, and its pole where it has one, take what comes up to it.
    fn on_a_peak(&self) -> Balance {
        let g = self.geometry;
        let peak = g.ridge[0];
        let laid: Vec<Place> = (0..g.panels.len()).map(|i| self.laid(i)).collect();
        let thirds = |at: Place| {
            let meets = |i: &usize| g.panels[*i].corners.iter().any(|c| long(minus(*c, at)) < 1e-9);
            (0..g.panels.len()).filter(meets).map(|i| times(laid[i], 1.0 / 3.0)).fold([0.0; 3], plus)
        };
        let ways: Vec<Place> = g.guys.iter().map(|guy| unit(minus(guy.from, peak))).collect();
        let mut pulls: Vec<f64> =
            g.guys.iter().map(|guy| self.edge_n_per_m(guy.panel, g.panel_m) * guy.holds_m).collect();
        let pressed = plus(thirds(peak), [0.0, 0.0, -self.shelter.gear_n]);
        let at_peak = |pulls: &[f64]| pulls.iter().zip(&ways).fold(pressed, |sum, (n, way)| plus(sum, times(*way, *n)));
        let peak_n = if g.poles.is_empty() {
            // The line lies as it is pulled.
            [long(at_peak(&pulls)), 0.0]
        } else {
            on_a_pole(&mut pulls, &ways, g.peak_line_way(), &at_peak)
        };
        let holds =
            g.guys.iter().zip(ways.iter().zip(&pulls)).map(|(guy, (way, n))| minus(times(*way, *n), thirds(guy.from)));
        Balance { holds: holds.collect(), on_ridge: at_peak(&pulls), laid, peak: peak_n }
    }
}

/// A peak on a pole: the pole only pushes up, the line only pulls along itself. What the two cannot take, the cloth's own pull
/// takes up: toward a front corner what comes from the side, toward the middle of the back what comes from before, toward both
/// front corners what would lift it off. Gives the line's pull and the pole's push.
fn on_a_pole(pulls: &mut [f64], ways: &[Place], line: Place, at_peak: &dyn Fn(&[f64]) -> Place) -> [f64; 2] {
    let (left, back, right) = (0, ways.len() / 2, ways.len() - 1);
    let mut pulled = 0.0;
    for _ in 0..60 {
        let n = plus(at_peak(pulls), times(line, pulled));
        let toward = if n[1] > 0.0 { left } else { right };
        pulls[toward] += n[1] / -ways[toward][1];
        let n = plus(at_peak(pulls), times(line, pulled));
        let more = n[0] / -line[0];
        if pulled + more >= 0.0 {
            pulled += more;
        } else {
            pulls[back] += (n[0] + line[0] * -pulled) / -ways[back][0];
            pulled = 0.0;
        }
        let n = plus(at_peak(pulls), times(line, pulled));
        if n[2] > 0.0 {
            // Both front corners, so shared that neither pulls it aside.
            let [l, r] = [ways[left], ways[right]];
            let share = r[1] / (r[1] - l[1]);
            let down = -(share * l[2] + (1.0 - share) * r[2]);
            pulls[left] += n[2] * share / down;
            pulls[right] += n[2] * (1.0 - share) / down;
        } else if long([n[0], n[1], 0.0]) < 1e-10 {
            break;
        }
    }
    [pulled, -plus(at_peak(pulls), times(line, pulled))[2].min(0.0)]
}

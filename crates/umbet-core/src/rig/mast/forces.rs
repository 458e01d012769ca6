//! What wind and guys put on a mast.
//!
//! The mast is a beam that runs through over its levels of guys, hinged at its foot. Of a level's push the guy that looks into the
//! wind takes the most; once those to lee are slack it takes all of it.

use super::draft::{Mast, Stakes};
use crate::rig::tighten::{Tighten, set_by, stiffness};
use crate::statics::beam::{Beam, Borne, Stretch};
use crate::statics::wind::{gust_of, pressure};
use crate::units::{Band, G};
use std::f64::consts::PI;

/// Drag of round tubes and poles, and of what is at a head (wind-loading handbooks, recalled).
const DRAG: Band = Band { low: 1.0, high: 1.2 };

/// Share of its own weight by which a stretch bows out, against a push at its end: hinged at both ends π² of 18.6, free at one
/// π²/4 of 7.84 (columns under their own weight, handbooks of stability).
const OWN_BETWEEN: f64 = 0.53;
const OWN_FREE: f64 = 0.315;

/// What is put on a mast, and on its guys.
#[derive(Debug, Clone, PartialEq)]
pub struct MastForces {
    /// All the wind puts on it, with the line from its head, newtons.
    pub aside_n: Band,
    /// Level by level from the lowest.
    pub levels: Vec<LevelForces>,
    /// Stretch by stretch from the foot, last what stands out beyond the highest guys.
    pub stretches: Vec<StretchForces>,
    /// How hard its foot presses down, newtons.
    pub down_n: Band,
    /// How hard its foot pushes aside, newtons.
    pub foot_n: Band,
    /// The pull on a stake that bears most, newtons.
    pub stake_n: Band,
    /// How far its top moves in a gust, as its guys give, metres.
    pub sways_m: Band,
}

impl MastForces {
    /// In the guy that bears most of all, newtons.
    pub fn hardest_guy_n(&self) -> Band {
        let harder = |a: Band, b: Band| if b.high > a.high { b } else { a };
        self.levels.iter().map(|l| l.guy_n).fold(Band { low: 0.0, high: 0.0 }, harder)
    }
}

/// Guys of one level.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct LevelForces {
    /// What the mast puts on them, level, newtons.
    pub aside_n: Band,
    /// In the guy that bears most, newtons.
    pub guy_n: Band,
}

/// A stretch of the mast.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct StretchForces {
    /// From and to, metres up.
    pub from_to_m: [f64; 2],
    /// Push along it, newtons.
    pub push_n: Band,
    /// Push at which it bows out, newtons.
    pub bows_n: Band,
    /// Of what breaks it, the share it is used to by push and bending together, a ratio.
    pub used: Band,
}

/// One end of the bands.
struct State {
    levels: Vec<LevelState>,
    aside_n: f64,
    foot_n: f64,
    stretches: Vec<[f64; 2]>,
    down_n: f64,
    stake_n: f64,
}

/// Guys of a level at one end of the bands: the level push, what the mast is pressed by, and the guy that bears most.
struct LevelState {
    aside_n: f64,
    down_n: f64,
    guy_n: f64,
}

impl Mast {
    /// Its guys’ places, its foot before and its top behind them, metres up.
    fn places(&self) -> Vec<f64> {
        let mut all = vec![0.0];
        all.extend(&self.said.guys_m);
        all.push(self.said.size.high_m);
        all
    }

    /// The mast as a beam across this pressure of the wind.
    fn beam(&self, pressure: f64) -> Beam {
        let places = self.places();
        let even = |a: f64, b: f64| pressure * self.section(f64::midpoint(a, b)).thick_m;
        let inner = &places[..places.len() - 1];
        let stretch = |w: &[f64]| Stretch {
            long_m: w[1] - w[0],
            even_n_m: even(w[0], w[1]),
            second_m4: self.section(f64::midpoint(w[0], w[1])).second_m4,
        };
        let [last, top] = [places[places.len() - 2], places[places.len() - 1]];
        Beam {
            stretches: inner.windows(2).map(stretch).collect(),
            beyond: [top - last, even(last, top)],
            end_n: pressure * self.said.head_m2 + self.said.head_n,
        }
    }

    /// Guys of a level, each drawn so hard, under a level push.
    fn guyed(&self, level: usize, aside_n: f64, set_n: f64) -> LevelState {
        let (out, high, long) = (self.out_m(level), self.said.guys_m[level], self.guy_m(level));
        let sides = f64::from(self.said.sides);
        let set = set_n * out / long;
        // Into the wind: stiff alike all round it takes 2/n of the push beyond what it is drawn with; with the others slack all.
        let level_n = (set + 2.0 / sides * aside_n).max(aside_n);
        // Wind between two guys of three, both at 60°, or of four, both at 45°, pulls them down the most.
        let slack = if self.said.sides == 3 { 2.0 } else { std::f64::consts::SQRT_2 };
        let all = (sides * set).max(slack * aside_n);
        LevelState { aside_n, down_n: all * high / out, guy_n: level_n * long / out }
    }

    fn state(&self, drag: f64, set_n: f64) -> State {
        let beam = self.beam(drag * pressure(gust_of(self.said.beaufort)));
        let Borne { supports_n, hardest_nm, .. } = beam.borne();
        let levels: Vec<LevelState> =
            supports_n[1..].iter().enumerate().map(|(i, n)| self.guyed(i, n.abs(), set_n)).collect();
        let places = self.places();
        let guys = |from: f64| -> f64 {
            self.said.guys_m.iter().zip(&levels).filter(|(m, _)| **m > from).map(|(_, l)| l.down_n).sum()
        };
        let last = places.len() - 2;
        let stretch = |(i, (w, bent)): (usize, (&[f64], &f64))| {
            let own = self.above_kg(w[0]) - self.above_kg(w[1]);
            let counts = if i == last { OWN_FREE } else { OWN_BETWEEN };
            [guys(w[0]) + (self.above_kg(w[1]) + counts * own + self.said.head_kg) * G, *bent]
        };
        let stretches = places.windows(2).zip(&hardest_nm).enumerate().map(stretch).collect();
        let down_n = guys(0.0) + (self.above_kg(0.0) + self.said.head_kg) * G;
        State {
            aside_n: supports_n.iter().sum(),
            foot_n: supports_n[0].abs(),
            stretches,
            down_n,
            stake_n: self.on_a_stake(&levels),
            levels,
        }
    }

    /// What the stake bears that bears most: its guys’ pulls added as they point.
    fn on_a_stake(&self, levels: &[LevelState]) -> f64 {
        if self.said.stakes == Stakes::Own {
            return levels.iter().map(|l| l.guy_n).fold(0.0, f64::max);
        }
        let sum = |part: &dyn Fn(usize) -> f64| -> f64 {
            levels.iter().enumerate().map(|(i, l)| l.guy_n * part(i) / self.guy_m(i)).sum()
        };
        sum(&|i| self.out_m(i)).hypot(sum(&|i| self.said.guys_m[i]))
    }

    /// Euler’s push of a stretch: hinged at both ends, with the thinner for the least and the middle for the most; at the top
    /// free at one, with the middle for the least and the end it is held at for the most.
    fn bows_n(&self, [from, to]: [f64; 2], free: bool) -> Band {
        let long = (to - from) * if free { 2.0 } else { 1.0 };
        let euler = |stiff: f64, at: f64| PI.powi(2) * stiff * self.section(at).second_m4 / long.powi(2);
        let middle = f64::midpoint(from, to);
        let [least, most] = if free { [middle, from] } else { [to, middle] };
        Band { low: euler(self.kind.stiff_pa.low, least), high: euler(self.kind.stiff_pa.high, most) }
    }

    /// Share of what breaks it, at one end of the bands: push along it makes a bow of it deeper, by 1 / (1 − N / N_bow).
    fn used(&self, [from, to]: [f64; 2], [push, bent]: [f64; 2], bows: f64, breaks: f64) -> f64 {
        let deeper = if push < 0.9 * bows { 1.0 / (1.0 - push / bows) } else { 10.0 };
        // What stands out is bent hardest at its guys; between guys the thinner end counts.
        let at = if to >= self.said.size.high_m { from } else { to };
        self.section(at).stress(push, bent * deeper) / breaks
    }

    /// All that is put on it.
    pub fn forces(&self) -> MastForces {
        let set = set_by(Tighten::ByHand, &self.cord, self.said.pull_n);
        let states = [self.state(DRAG.low, set.low), self.state(DRAG.high, set.high)];
        let band = |of: &dyn Fn(&State) -> f64| Band::over(states.iter().map(of));
        let levels = (0..self.said.guys_m.len())
            .map(|i| LevelForces { aside_n: band(&|s| s.levels[i].aside_n), guy_n: band(&|s| s.levels[i].guy_n) })
            .collect();
        MastForces {
            aside_n: band(&|s| s.aside_n),
            levels,
            stretches: self.stretches(&states),
            down_n: band(&|s| s.down_n),
            foot_n: band(&|s| s.foot_n),
            stake_n: band(&|s| s.stake_n),
            sways_m: self.sways_m(&states, set),
        }
    }

    fn stretches(&self, states: &[State; 2]) -> Vec<StretchForces> {
        let places = self.places();
        let (breaks, last) = (self.kind.breaks_pa, places.len() - 2);
        let stretch = |(i, w): (usize, &[f64])| {
            let from_to_m = [w[0], w[1]];
            let bows_n = self.bows_n(from_to_m, i == last);
            let [least, most] = [0, 1].map(|s| states[s].stretches[i]);
            let used = [
                self.used(from_to_m, least, bows_n.high, breaks.high),
                self.used(from_to_m, most, bows_n.low, breaks.low),
            ];
            let push_n = Band::over([least[0], most[0]].into_iter());
            StretchForces { from_to_m, push_n, bows_n, used: Band::over(used.into_iter()) }
        };
        let all = places.windows(2).enumerate();
        // Where guys sit at the very top nothing stands out.
        all.filter(|(_, w)| w[1] - w[0] > 1e-6).map(stretch).collect()
    }

    /// The guy into the wind stretches by what the gust adds, and the mast leans about its foot.
    fn sways_m(&self, states: &[State; 2], set: Band) -> Band {
        let stiff = stiffness(&self.cord);
        let lean = |state: &State, set_n: f64, stiffness_n: f64| {
            let moved = state.levels.iter().enumerate().map(|(i, l)| {
                let (long, high) = (self.guy_m(i), self.said.guys_m[i]);
                let stretched = (l.guy_n - set_n).max(0.0) * long / stiffness_n;
                stretched * long / self.out_m(i) / high
            });
            moved.fold(0.0, f64::max) * self.said.size.high_m
        };
        Band::over([lean(&states[0], set.low, stiff.high), lean(&states[1], set.high, stiff.low)].into_iter())
    }
}

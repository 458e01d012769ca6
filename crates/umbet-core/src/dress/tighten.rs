//! The schedule: the rope swells to its full thickness, is drawn up in growing calm, and comes to rest.

use super::contact::{Apart, Pair, bounds, least_distance, pairs};
use super::hold::{Hand, Held};
use super::pull::{Stiffness, only_across, pulled};
use super::ropes::Ropes;
use glam::DVec3;
use serde::{Deserialize, Serialize};

/// How rope is drawn up.
#[derive(Debug, Clone, Copy)]
pub struct Schedule {
    /// Distance of two nodes, in diameters.
    pub spacing: f64,
    /// Resistance to bending, in pull times diameter squared: hand-tight braided cord.
    pub bend: f64,
    /// Least radius of bend, in diameters.
    pub least_radius: f64,
    /// What the hand holds.
    pub held: Held,
    /// How near its object the hand brings the knot, surface to surface, in diameters; far off where it does not.
    pub near_object: f64,
    /// Most steps of drawing up.
    pub most: usize,
    /// Tension may differ along the rope.
    pub gripped: bool,
    /// Overlap, in diameters, that needs no further sweep.
    pub clear: f64,
}

impl Default for Schedule {
    fn default() -> Self {
        Self {
            spacing: 0.25,
            bend: 0.15,
            least_radius: 0.65,
            held: Held::Nothing,
            near_object: f64::MAX,
            most: 900,
            gripped: true,
            clear: 0.001,
        }
    }
}

/// How it went.
#[derive(Debug, Clone, Copy, Default, PartialEq, Serialize, Deserialize)]
pub struct Rest {
    /// Steps taken.
    pub steps: usize,
    /// It moved no more.
    pub settled: bool,
    /// Distance of the two nearest strands, in diameters: 1 when they touch.
    pub least_distance: f64,
    /// Sharpest bend, in diameters.
    pub least_radius: f64,
}

/// Distance beyond the thickness at which two strands are watched.
const WATCH: f64 = 0.4;
/// Overlap looked at before it happens.
const SOON: f64 = 0.1;
/// The sweep before which the hand has its say.
const HELD_AT: usize = 2;

/// Draws rope up; `shown` sees it on its way, and stops it by answering `false`.
pub fn tighten(ropes: &mut Ropes, how: &Schedule, shown: &mut dyn FnMut(&Ropes) -> bool) -> Rest {
    let mut work = Work { how, hand: Hand::new(how.held, how.near_object), last: Vec::new(), steps: 0 };
    work.swell(ropes);
    let settled = shown(ropes) && work.draw(ropes, shown);
    work.rest(ropes);
    let near = pairs(ropes, ropes.thick + 0.7);
    Rest {
        steps: work.steps,
        settled,
        least_distance: least_distance(ropes, &near),
        least_radius: ropes.least_radius(),
    }
}

/// One tightening in hand.
struct Work<'a> {
    how: &'a Schedule,
    hand: Hand,
    /// Where the nodes were before the last step: some of that motion is carried on.
    last: Vec<DVec3>,
    steps: usize,
}

/// Brings the fingers a little nearer to where they go.
fn bring_fingers(ropes: &mut Ropes) {
    const AT_ONCE: f64 = 0.04;
    for r in &mut ropes.rounds {
        if let Some(to) = r.goes_to {
            r.at += (to - r.at).clamp_length_max(AT_ONCE);
        }
    }
}

/// One step's measures.
struct Step {
    /// Length of the step.
    dt: f64,
    /// The pull.
    tension: f64,
    /// Farthest a node moves before contacts have their say.
    most: f64,
    /// Sweeps through the contacts.
    sweeps: usize,
}

impl Work<'_> {
    /// From the thickness there is room for to the full one.
    fn swell(&mut self, ropes: &mut Ropes) {
        ropes.thick = 1.0;
        let room = least_distance(ropes, &pairs(ropes, 0.5)).max(0.05);
        ropes.thick = (room * 0.95).min(1.0);
        for _ in 0..400 {
            if ropes.thick >= 1.0 {
                break;
            }
            let near = self.step(ropes, &Step { dt: 0.05, tension: 0.3, most: 0.15, sweeps: 12 });
            if least_distance(ropes, &near) > 0.97 * ropes.thick {
                ropes.thick = (ropes.thick * 1.02).min(1.0);
            }
        }
        ropes.thick = 1.0;
    }

    /// Draws up in shorter and shorter steps, until it rests in each.
    fn draw(&mut self, ropes: &mut Ropes, shown: &mut dyn FnMut(&Ropes) -> bool) -> bool {
        const LOOK: usize = 25;
        const SHORTEST: f64 = 0.03;
        let mut dt = 0.3;
        let mut last = ropes.length();
        let mut quiet = 0;
        for k in 1..=self.how.most {
            self.step(ropes, &Step { dt, tension: 1.0, most: dt.clamp(0.05, 0.35), sweeps: 12 });
            self.keep_even(ropes);
            bring_fingers(ropes);
            if k % LOOK != 0 {
                continue;
            }
            if !shown(ropes) {
                return false;
            }
            let now = ropes.length();
            quiet = if (last - now).abs() < 0.01 * LOOK as f64 * dt.max(SHORTEST) { quiet + 1 } else { 0 };
            last = now;
            if quiet >= 2 {
                quiet = 0;
                if dt <= SHORTEST {
                    return true;
                }
                dt *= 0.5;
            }
        }
        false
    }

    /// Small steps, many sweeps: what still overlaps comes apart.
    fn rest(&mut self, ropes: &mut Ropes) {
        for _ in 0..60 {
            self.step(ropes, &Step { dt: 0.012, tension: 1.0, most: 0.05, sweeps: 40 });
        }
    }

    fn keep_even(&mut self, ropes: &mut Ropes) {
        let spacing = ropes.length() / ropes.x.len() as f64 / self.how.spacing;
        let (low, high) = ropes.evenness();
        if !(0.85..=1.25).contains(&spacing) || low < 0.4 || high > 2.0 {
            ropes.resample(self.how.spacing);
            self.last.clear();
        }
    }

    fn step(&mut self, ropes: &mut Ropes, step: &Step) -> Vec<Pair> {
        self.steps += 1;
        let near = pairs(ropes, ropes.thick + WATCH);
        let (bound, touching) = bounds(ropes, &near, ropes.thick + SOON + 2.0 * step.most);
        let start = ropes.x.clone();
        self.carry_on(ropes, &bound, step.most);
        let from = ropes.x.clone();
        let mut to = pulled(ropes, step.dt, Stiffness { tension: step.tension, bend: self.how.bend });
        if self.how.gripped {
            only_across(ropes, &mut to);
        }
        let farthest = to.iter().zip(&from).map(|(a, b)| a.distance(*b)).fold(0.0, f64::max);
        let share = (step.most / farthest.max(1e-12)).min(1.0);
        for ((x, to), from) in ropes.x.iter_mut().zip(&to).zip(&from) {
            *x = *from + (*to - *from) * share;
        }
        let mut apart = Apart::new(&touching, self.how.least_radius, ropes.x.len());
        for k in 0..step.sweeps {
            if k == HELD_AT {
                self.hand.steady(ropes, &near);
                apart.look_again();
            }
            let deepest = apart.sweep(ropes, k % 2 == 1);
            if k > HELD_AT + 1 && deepest < self.how.clear {
                break;
            }
        }
        if self.how.gripped {
            ropes.spread();
        }
        for ((x, start), bound) in ropes.x.iter_mut().zip(&start).zip(&bound) {
            *x = *start + (*x - *start).clamp_length_max(*bound);
        }
        self.last = start;
        near
    }

    /// Some of the last step's motion, which finds rest sooner.
    fn carry_on(&self, ropes: &mut Ropes, bound: &[f64], most: f64) {
        const CARRIED: f64 = 0.8;
        if self.last.len() != ropes.x.len() {
            return;
        }
        for ((x, last), bound) in ropes.x.iter_mut().zip(&self.last).zip(bound) {
            let u = (*x - *last) * CARRIED;
            *x += u.clamp_length_max(0.5 * bound.min(most));
        }
    }
}

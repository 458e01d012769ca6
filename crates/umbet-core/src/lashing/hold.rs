//! What a lashing presses, and what it resists: slipping of one pole along the other, and turning. Bands, never a safe load.
//!
//! Frapping draws the turns in like the cord of a purchase drawn aside ([`drawn_in`]); what it pulls at each turn falls off along
//! the bends it goes round, as at a capstan. Poles pressed together by the turns rub on each other, and the turns rub on the poles.
//! Turns round legs are drawn out as the legs open. Left out: that a lashing tightens itself under load, and the starting hitch as a
//! stop.

use super::entry::{Counts, Lashing};
use super::suits::Meet;
use crate::units::Band;
use std::f64::consts::{PI, SQRT_2, TAU};

/// What is put into it, each assumed at its low or its high end (common practice; no table gives them).
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Worked {
    /// Pull of each turn when it is laid, newtons.
    pub laid_n: f64,
    /// Pull with which frapping is hauled, newtons.
    pub hauled_n: f64,
    /// Stretch stiffness of the cord: pull over strain, newtons.
    pub stiffness_n: f64,
    /// Friction of wood on wood.
    pub wood: f64,
    /// Friction of cord on wood.
    pub on_wood: f64,
    /// Friction of cord on cord.
    pub on_cord: f64,
    /// Share of the pull left once wood and cord have settled.
    pub kept: f64,
    /// Slack of turns laid for legs that are to open, as a share of their length.
    pub slack: f64,
}

impl Worked {
    /// Laid by a light hand on smooth poles.
    pub const LOW: Self = Self {
        laid_n: 40.0,
        hauled_n: 120.0,
        stiffness_n: 20_000.0,
        wood: 0.25,
        on_wood: 0.2,
        on_cord: 0.3,
        kept: 0.4,
        slack: 0.02,
    };
    /// In the middle.
    pub const MIDDLE: Self = Self {
        laid_n: 80.0,
        hauled_n: 200.0,
        stiffness_n: 40_000.0,
        wood: 0.35,
        on_wood: 0.3,
        on_cord: 0.2,
        kept: 0.6,
        slack: 0.01,
    };
    /// Hauled until it creaks, on rough poles.
    pub const HIGH: Self = Self {
        laid_n: 150.0,
        hauled_n: 350.0,
        stiffness_n: 72_000.0,
        wood: 0.5,
        on_wood: 0.4,
        on_cord: 0.15,
        kept: 0.8,
        slack: 0.0,
    };
}

/// Sum over the frapping turns of what each pulls, hauled once at the end: a capstan over four quarter bends a turn.
pub fn frapping_pull(hauled_n: f64, turns: usize, on_cord: f64) -> f64 {
    hauled_n * (1.0 - (-TAU * turns as f64 * on_cord).exp()) / (TAU * on_cord)
}

/// Pull of the turns once frapping has drawn them in, and the angle they are drawn to. At each place `n` strands of free length
/// `2 · half` are drawn aside by `pull`: 2 n T sin a = pull, T = T₀ + k · 4 half (1/cos a − 1); solved by halving.
pub fn drawn_in(laid_n: f64, n: f64, pull: f64, k: f64, half: f64) -> (f64, f64) {
    if pull <= 0.0 {
        return (laid_n, 0.0);
    }
    let tension = |a: f64| laid_n + k * 4.0 * half * (1.0 / a.cos() - 1.0);
    let (mut low, mut high) = (0.0, 60f64.to_radians());
    for _ in 0..80 {
        let a = f64::midpoint(low, high);
        if 2.0 * n * tension(a) * a.sin() < pull { low = a } else { high = a }
    }
    (tension(low), low)
}

/// What a lashing bears.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Bears {
    /// Pull of one turn, newtons.
    pub turn_n: f64,
    /// One pole slips along the other from here, newtons.
    pub slip_n: f64,
    /// One turns on the other from here, newton metres; nothing where poles lie side by side.
    pub turning_nm: f64,
}

/// So far the strands at the corners lean, radians.
const LEAN: f64 = 0.1745;

/// What it is tied on and with, metres.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Bound {
    /// Thickness of the poles.
    pub pole_m: f64,
    /// Thickness of the cord.
    pub cord_m: f64,
    /// Length of one turn.
    pub turn_m: f64,
    /// Legs are opened so far out of line: the tangent of their tilt. Nothing for poles that stay as they are lashed.
    pub opened: f64,
    /// Height of the turns along the poles; nothing where they cross.
    pub high_m: f64,
    /// What the cord bears where it is weakest, newtons.
    pub cord_n: f64,
}

/// Cord is hauled to no more than this share of what it bears at its weakest: beyond it the hand feels it part (common practice).
const HAULED: f64 = 0.5;
/// Opening legs draw no turn tighter than this share of what its cord bears: wood gives way first (common practice).
const DRAWN: f64 = 0.2;

impl Bound {
    /// The same work with this cord: none is laid, hauled or drawn in harder than it bears.
    fn worked(&self, w: &Worked) -> Worked {
        let most = HAULED * self.cord_n;
        Worked { laid_n: w.laid_n.min(most), hauled_n: w.hauled_n.min(most), ..*w }
    }

    /// What opening the legs puts into the turns. They part by their height in the mean a quarter, on both sides of a turn, and
    /// so far a turn is drawn out once its slack, a share of its length, is gone.
    fn opening_n(&self, w: &Worked) -> f64 {
        let drawn_out = 2.0 * self.high_m / 4.0 * self.opened;
        let pull = w.stiffness_n * (drawn_out / self.turn_m - w.slack).max(0.0);
        pull.min(DRAWN * self.cord_n)
    }
}

/// What it bears, worked so.
pub fn bears(meet: Meet, counts: Counts, bound: Bound, w: &Worked) -> Bears {
    let Bound { pole_m, cord_m, turn_m, .. } = bound;
    let w = &bound.worked(w);
    let most = HAULED * bound.cord_n;
    let k = w.stiffness_n / turn_m;
    let n = counts.turns as f64;
    let frapping = frapping_pull(w.hauled_n, counts.frapping, w.on_cord);
    match meet {
        Meet::Cross | Meet::Sprung => {
            // Over the crossing there are as many turns again the other way.
            let n = if meet == Meet::Sprung { 2.0 * n } else { n };
            let (tension, angle) = drawn_in(w.laid_n, n, SQRT_2 * frapping, k, 0.55 * pole_m);
            let tension = tension.min(most) * w.kept;
            let pressed = 4.0 * n * tension * LEAN.cos() * angle.cos();
            let rubbed = w.on_wood * 2.0 * n * tension * (PI - 2.0 * LEAN);
            let lever = pole_m / 2.0 + cord_m * (0.6 + 0.53 * (n - 1.0));
            Bears {
                turn_n: tension,
                slip_n: w.wood * pressed + rubbed,
                turning_nm: rubbed * lever + w.wood * pressed * 0.08 * pole_m,
            }
        }
        Meet::Floor => {
            // Each pole by itself: the cord comes over it from one side of the bearer and goes down the other.
            let tension = w.laid_n.min(most) * w.kept;
            let slip_n = w.wood * 2.0 * tension + w.on_wood * PI * tension;
            Bears { turn_n: tension, slip_n, turning_nm: 0.0 }
        }
        Meet::Longer | Meet::TwoLegs | Meet::ThreeLegs => {
            // A turn lies on the outer half of each outside pole; frapping draws its front and back together in the gap.
            let (tension, _) = drawn_in(w.laid_n, n, 2.0 * frapping, k, pole_m / 2.0 + cord_m);
            let tension = (tension.min(most) + bound.opening_n(w)) * w.kept;
            let rubbed = w.on_wood * PI * n * tension;
            // Poles that touch are pressed together by both sides of every turn.
            let pressed = if meet == Meet::Longer { w.wood * 2.0 * n * tension } else { 0.0 };
            Bears { turn_n: tension, slip_n: rubbed + pressed, turning_nm: 0.0 }
        }
    }
}

impl Lashing {
    /// What it holds against slipping along a pole, newtons, and against turning, newton metres.
    pub fn holds(&self, counts: Counts, bound: Bound) -> [Band; 2] {
        bands(self.meet, self.of_both_ends(counts), bound)
    }
}

/// Slip, newtons, and turning, newton metres, from a light hand on smooth poles to a strong one on rough.
pub fn bands(meet: Meet, counts: Counts, bound: Bound) -> [Band; 2] {
    let [low, high] = [Worked::LOW, Worked::HIGH].map(|w| bears(meet, counts, bound, &w));
    [Band { low: low.slip_n, high: high.slip_n }, Band { low: low.turning_nm, high: high.turning_nm }]
}

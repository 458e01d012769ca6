//! Whether a hitch grips: a network of wraps and pinches, to be read as an estimate.
//!
//! The rope is walked from the tail to the load. A wrap of angle φ multiplies the tension by
//! exp(μφ): the capstan equation of Euler and Eytelwein. A strand squeezed under another that carries
//! T gains (μ₁ + μ₂)·c·T, where c follows from the bend of the upper strand. A hitch locks itself when
//! the linear map from tensions to tensions has a spectral radius of 1 or more: it then holds any load
//! with an idle tail. The idea is that of B. F. Bayman, *Theory of hitches*, Am. J. Phys. 45 (1977) 185
//! (recalled), and J. H. Maddocks & J. B. Keller, SIAM J. Appl. Math. 47 (1987) 1185 (recalled).
//!
//! Left out: sliding along the object, bending stiffness, shaking. So: a band, the word estimate, and
//! never "will hold".

use serde::Deserialize;
use std::f64::consts::TAU;

/// What two surfaces rub at a wrap or a pinch.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "lowercase")]
pub enum On {
    /// Rope on the object.
    Object,
    /// Rope on rope, both lying on the object.
    Rope,
    /// Rope on its own standing part.
    Own,
    /// A strand with rope above it and the object below.
    Both,
}

/// One thing that happens to the rope on its way from tail to load.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(untagged, deny_unknown_fields)]
pub enum Element {
    /// A bend round something.
    Wrap {
        /// How far round, in turns.
        turns: f64,
        /// What it rubs on.
        wrap: On,
    },
    /// Squeezed under a loaded strand.
    Pinch {
        /// Number of the tension that presses, counted from 0 at the tail.
        under: usize,
        /// What it rubs on.
        pinch: On,
        /// Share of the full bend of the upper strand.
        #[serde(default = "whole")]
        bump: f64,
    },
}

fn whole() -> f64 {
    1.0
}

/// Coefficients of friction.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Friction {
    /// Rope on the object.
    pub object: f64,
    /// Rope on rope.
    pub rope: f64,
}

/// How the tail's tension grows toward the load.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Grip {
    /// It locks itself: holds any load with an idle tail.
    Locks,
    /// It needs the tail held: load is this many times the tail's pull.
    Multiplies(f64),
}

/// Ratio of tensions across a plain wrap: T_load / T_hold = exp(μφ), φ in radians.
pub fn capstan(mu: f64, radians: f64) -> f64 {
    (mu * radians).exp()
}

/// Normal force, over tension, of a taut strand lifted over one strand that lies on a round of
/// `radius` rope diameters: 2·sqrt(1 − (a/(a+1))²), a = radius + ½.
pub fn bump(radius: f64) -> f64 {
    let a = radius + 0.5;
    2.0 * (1.0 - (a / (a + 1.0)).powi(2)).sqrt()
}

/// Load over tail from which the tail's own stiffness and weight are taken to hold it: a hundred times
/// (common practice: a tail laid straight and dressed).
pub const ENOUGH: f64 = 100.0;

/// A hitch on an object.
#[derive(Debug, Clone)]
pub struct Network<'a> {
    elements: &'a [Element],
    object_radius: f64,
}

impl<'a> Network<'a> {
    /// The elements on an object `object_radius` rope diameters in radius.
    pub fn new(elements: &'a [Element], object_radius: f64) -> Self {
        Self { elements, object_radius }
    }

    /// What friction does to it.
    pub fn grip(&self, mu: Friction) -> Grip {
        self.tensions(mu).map_or(Grip::Locks, |t| Grip::Multiplies(t.last().copied().unwrap_or(1.0)))
    }

    /// The least friction of the object at which it locks itself, or an idle tail is [`ENOUGH`], rope on
    /// rope being given; `None` when there is none.
    pub fn grip_needed(&self, rope: f64) -> Option<f64> {
        self.least(|object| match self.grip(Friction { object, rope }) {
            Grip::Locks => true,
            Grip::Multiplies(times) => times >= ENOUGH,
        })
    }

    /// The least friction, everywhere alike, at which it locks itself.
    pub fn critical(&self) -> Option<f64> {
        self.least(|mu| self.grip(Friction { object: mu, rope: mu }) == Grip::Locks)
    }

    fn least(&self, enough: impl Fn(f64) -> bool) -> Option<f64> {
        const MOST: f64 = 2.0;
        if !enough(MOST) {
            return None;
        }
        if enough(0.0) {
            return Some(0.0);
        }
        let (mut low, mut high) = (0.0, MOST);
        for _ in 0..24 {
            let middle = (low + high) / 2.0;
            if enough(middle) { high = middle } else { low = middle }
        }
        Some(high)
    }

    /// All tensions for a tail pulled with 1, or `None` where the hitch locks.
    ///
    /// They solve (I − A)·T = e₀ with A ≥ 0. I − A is a nonsingular M-matrix, that is, A has a spectral
    /// radius under 1, exactly when elimination without exchanges meets positive pivots only
    /// (A. Berman & R. J. Plemmons, *Nonnegative Matrices in the Mathematical Sciences*, ch. 6).
    fn tensions(&self, mu: Friction) -> Option<Vec<f64>> {
        const SINGULAR: f64 = 1e-12;
        let n = self.elements.len() + 1;
        let wide = n + 1;
        let mut m = self.balance(mu);
        for i in 0..n {
            let (done, rest) = m.split_at_mut((i + 1) * wide);
            let pivot = &done[i * wide..];
            if pivot[i] <= SINGULAR {
                return None;
            }
            for row in rest.chunks_exact_mut(wide).filter(|r| r[i] != 0.0) {
                let k = row[i] / pivot[i];
                row[i..].iter_mut().zip(&pivot[i..]).for_each(|(x, p)| *x -= k * p);
            }
        }
        let mut t = vec![0.0; n];
        for i in (0..n).rev() {
            let row = &m[i * wide..(i + 1) * wide];
            let known: f64 = (i + 1..n).map(|j| row[j] * t[j]).sum();
            t[i] = (row[n] - known) / row[i];
        }
        Some(t)
    }

    /// I − A, row by row, with the tail's pull as a last column; row i says how tension i arises from all tensions.
    fn balance(&self, mu: Friction) -> Vec<f64> {
        let n = self.elements.len() + 1;
        let wide = n + 1;
        let mut m = vec![0.0; n * wide];
        (0..n).for_each(|i| m[i * wide + i] = 1.0);
        m[n] = 1.0;
        for (k, e) in self.elements.iter().enumerate() {
            let row = &mut m[(k + 1) * wide..];
            match *e {
                Element::Wrap { turns, wrap } => row[k] -= capstan(rub(wrap, mu), turns * TAU),
                Element::Pinch { under, pinch, bump: share } => {
                    let radius = if pinch == On::Own { 0.5 } else { self.object_radius };
                    row[k] -= 1.0;
                    row[under.min(n - 1)] -= pinch_friction(pinch, mu) * bump(radius) * share;
                }
            }
        }
        m
    }
}

fn rub(on: On, mu: Friction) -> f64 {
    match on {
        On::Object => mu.object,
        On::Rope | On::Own => mu.rope,
        On::Both => (mu.object + mu.rope) / 2.0,
    }
}

/// A pinched strand rubs above and below.
fn pinch_friction(on: On, mu: Friction) -> f64 {
    match on {
        On::Object => 2.0 * mu.object,
        On::Rope | On::Own => 2.0 * mu.rope,
        On::Both => mu.object + mu.rope,
    }
}

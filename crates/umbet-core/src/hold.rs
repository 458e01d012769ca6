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
        let map = self.map(mu);
        if spectral_radius(&map) >= 1.0 {
            return Grip::Locks;
        }
        // Tensions solve T = A·T + e₀; A is lower-triangular but for the pinches, so iterate.
        let mut t = vec![1.0; map.len()];
        for _ in 0..4000 {
            let next: Vec<f64> = map.iter().enumerate().map(|(i, row)| dot(row, &t) + f64::from(u8::from(i == 0))).collect();
            let settled = next.iter().zip(&t).all(|(a, b)| (a - b).abs() <= 1e-10 * a.abs());
            t = next;
            if settled {
                break;
            }
        }
        Grip::Multiplies(t.last().copied().unwrap_or(1.0))
    }

    /// The least friction of the object at which it locks itself, rope on rope being given;
    /// `None` when it never does.
    pub fn grip_needed(&self, rope: f64) -> Option<f64> {
        self.least(|object| Friction { object, rope })
    }

    /// The least friction, everywhere alike, at which it locks itself.
    pub fn critical(&self) -> Option<f64> {
        self.least(|mu| Friction { object: mu, rope: mu })
    }

    fn least(&self, at: impl Fn(f64) -> Friction) -> Option<f64> {
        const MOST: f64 = 2.0;
        let locks = |mu: f64| spectral_radius(&self.map(at(mu))) >= 1.0;
        if !locks(MOST) {
            return None;
        }
        if locks(0.0) {
            return Some(0.0);
        }
        let (mut low, mut high) = (0.0, MOST);
        for _ in 0..26 {
            let middle = (low + high) / 2.0;
            if locks(middle) { high = middle } else { low = middle }
        }
        Some(high)
    }

    /// Row i says how tension i arises from all the tensions.
    fn map(&self, mu: Friction) -> Vec<Vec<f64>> {
        let n = self.elements.len() + 1;
        let mut a = vec![vec![0.0; n]; n];
        for (k, e) in self.elements.iter().enumerate() {
            match *e {
                Element::Wrap { turns, wrap } => a[k + 1][k] += capstan(rub(wrap, mu), turns * TAU),
                Element::Pinch { under, pinch, bump: share } => {
                    let radius = if pinch == On::Own { 0.5 } else { self.object_radius };
                    a[k + 1][k] += 1.0;
                    a[k + 1][under.min(n - 1)] += pinch_friction(pinch, mu) * bump(radius) * share;
                }
            }
        }
        a
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

fn dot(row: &[f64], t: &[f64]) -> f64 {
    row.iter().zip(t).map(|(a, b)| a * b).sum()
}

/// Largest eigenvalue of a non-negative matrix, as far as "1 or more" asks, by repeated squaring:
/// ρ = lim ‖Aᵏ‖^(1/k) (Gelfand's formula).
fn spectral_radius(a: &[Vec<f64>]) -> f64 {
    let n = a.len();
    let mut m = a.to_vec();
    let mut log_scale = 0.0;
    let mut power = 1.0;
    for _ in 0..10 {
        let norm = m.iter().map(|r| r.iter().sum::<f64>()).fold(0.0, f64::max);
        if norm <= 0.0 {
            return 0.0;
        }
        for row in &mut m {
            row.iter_mut().for_each(|x| *x /= norm);
        }
        log_scale += norm.ln() / power;
        let mut square = vec![vec![0.0; n]; n];
        for i in 0..n {
            for k in 0..n {
                if m[i][k] > 0.0 {
                    for j in 0..n {
                        square[i][j] += m[i][k] * m[k][j];
                    }
                }
            }
        }
        m = square;
        power *= 2.0;
    }
    let norm = m.iter().map(|r| r.iter().sum::<f64>()).fold(0.0, f64::max);
    if norm <= 0.0 { 0.0 } else { (log_scale + norm.ln() / power).exp() }
}

//! Polynomials with negative powers and whole coefficients.

use std::ops::{Add, Mul};

/// Σ cₖ·xᵏ, k from `low` upwards; zero has no coefficients. Always trimmed, so equality is plain.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Hash, Default)]
pub struct Laurent {
    low: i32,
    coefficients: Vec<i64>,
}

impl Laurent {
    /// From the least power and the coefficients that follow.
    pub fn new(low: i32, coefficients: Vec<i64>) -> Self {
        let mut p = Self { low, coefficients };
        p.trim();
        p
    }

    /// c·xᵏ.
    pub fn term(c: i64, k: i32) -> Self {
        Self::new(k, vec![c])
    }

    /// 1.
    pub fn one() -> Self {
        Self::term(1, 0)
    }

    /// Least power.
    pub fn low(&self) -> i32 {
        self.low
    }

    /// Coefficients from the least power upwards.
    pub fn coefficients(&self) -> &[i64] {
        &self.coefficients
    }

    /// x replaced by 1/x: the mirror image's polynomial.
    #[must_use]
    pub fn mirrored(&self) -> Self {
        let high = self.low + self.coefficients.len() as i32 - 1;
        Self::new(-high, self.coefficients.iter().rev().copied().collect())
    }

    /// Adds `c·xᵏ·other` to this.
    pub fn add_scaled(&mut self, other: &Self, c: i64, k: i32) {
        if other.coefficients.is_empty() {
            return;
        }
        let low = other.low + k;
        if self.coefficients.is_empty() {
            self.low = low;
        }
        if low < self.low {
            let grow = (self.low - low) as usize;
            self.coefficients.splice(0..0, std::iter::repeat_n(0, grow));
            self.low = low;
        }
        let from = (low - self.low) as usize;
        let end = from + other.coefficients.len();
        if self.coefficients.len() < end {
            self.coefficients.resize(end, 0);
        }
        for (a, b) in self.coefficients[from..end].iter_mut().zip(&other.coefficients) {
            *a += c * b;
        }
    }

    /// Divided by a polynomial that divides it with nothing left and has a least coefficient of ±1;
    /// `None` otherwise.
    pub fn divided_by(&self, divisor: &Self) -> Option<Self> {
        let lead = *divisor.coefficients.first()?;
        if lead.abs() != 1 {
            return None;
        }
        let mut rest = self.clone();
        rest.trim();
        let mut quotient = Self::default();
        while !rest.coefficients.is_empty() {
            if rest.coefficients.len() < divisor.coefficients.len() {
                return None;
            }
            let (c, k) = (rest.coefficients[0] * lead, rest.low - divisor.low);
            quotient.add_scaled(&Self::one(), c, k);
            rest.add_scaled(divisor, -c, k);
            rest.trim();
        }
        quotient.trim();
        Some(quotient)
    }

    /// Every power divided by `by`; `None` where one is not divisible.
    pub fn powers_divided(&self, by: i32) -> Option<Self> {
        let mut out = Self::default();
        for (i, &c) in self.coefficients.iter().enumerate().filter(|(_, c)| **c != 0) {
            let k = self.low + i as i32;
            if k % by != 0 {
                return None;
            }
            out.add_scaled(&Self::one(), c, k / by);
        }
        out.trim();
        Some(out)
    }

    /// Every power multiplied: x replaced by xᵏ.
    #[must_use]
    pub fn powers_multiplied(&self, by: i32) -> Self {
        let mut out = Self::default();
        (self.low..).zip(&self.coefficients).for_each(|(k, &c)| out.add_scaled(&Self::one(), c, k * by));
        out.trim();
        out
    }

    /// Takes zeros off both ends.
    pub fn trim(&mut self) {
        let lead = self.coefficients.iter().take_while(|c| **c == 0).count();
        self.coefficients.drain(..lead);
        self.low += lead as i32;
        while self.coefficients.last() == Some(&0) {
            self.coefficients.pop();
        }
        if self.coefficients.is_empty() {
            self.low = 0;
        }
    }
}

impl Mul for &Laurent {
    type Output = Laurent;
    fn mul(self, o: &Laurent) -> Laurent {
        let mut out = Laurent::default();
        (self.low..).zip(&self.coefficients).for_each(|(k, &c)| out.add_scaled(o, c, k));
        out.trim();
        out
    }
}

impl Add for &Laurent {
    type Output = Laurent;
    fn add(self, o: &Laurent) -> Laurent {
        let mut out = self.clone();
        out.add_scaled(o, 1, 0);
        out.trim();
        out
    }
}

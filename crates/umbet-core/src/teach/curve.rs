//! How times fall with practice: a power law, fitted with its uncertainty (Newell & Rosenbloom 1981: time = a · n⁻ᵇ).

use serde::Serialize;
use statrs::distribution::{ContinuousCDF, StudentsT};

/// Fewer times than this tell no curve.
pub const FEWEST: usize = 5;
/// More repetitions than this are not foretold.
const FARTHEST: f64 = 500.0;
/// How sure the bands are.
const SURE: f64 = 0.95;

/// A fitted curve.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Curve {
    /// Seconds of the first time.
    pub first_s: f64,
    /// How fast it falls: each doubling of practice takes the time by 2⁻ᵇ.
    pub exponent: f64,
    /// 95 % interval of the exponent.
    pub exponent_band: [f64; 2],
    /// Times it was fitted to.
    pub times: usize,
    /// Scatter of the logarithm of a time about the curve.
    scatter: f64,
    /// Mean of the logarithms of the repetitions.
    mean_ln: f64,
    /// Squared spread of the logarithms of the repetitions, summed.
    spread_ln: f64,
}

impl Curve {
    /// Fits the times of right tries in their order, seconds, by least squares of their logarithms. Nothing when they are too few
    /// or not above zero.
    pub fn fit(times: &[f64]) -> Option<Self> {
        let n = times.len();
        if n < FEWEST || times.iter().any(|t| !t.is_finite() || *t <= 0.0) {
            return None;
        }
        let (x, y): (Vec<f64>, Vec<f64>) =
            times.iter().enumerate().map(|(i, t)| (((i + 1) as f64).ln(), t.ln())).unzip();
        let mean = |v: &[f64]| v.iter().sum::<f64>() / n as f64;
        let (mx, my) = (mean(&x), mean(&y));
        let spread: f64 = x.iter().map(|v| (v - mx).powi(2)).sum();
        let slope = x.iter().zip(&y).map(|(a, b)| (a - mx) * (b - my)).sum::<f64>() / spread;
        let at = |v: f64| my + slope * (v - mx);
        let left: f64 = x.iter().zip(&y).map(|(a, b)| (b - at(*a)).powi(2)).sum();
        let scatter = (left / (n - 2) as f64).sqrt();
        let half = student(n)? * scatter / spread.sqrt();
        Some(Self {
            first_s: at(0.0).exp(),
            exponent: -slope,
            exponent_band: [-slope - half, -slope + half],
            times: n,
            scatter,
            mean_ln: mx,
            spread_ln: spread,
        })
    }

    /// Seconds at repetition `n`, from 1.
    pub fn at(&self, n: f64) -> f64 {
        self.first_s * n.powf(-self.exponent)
    }

    /// 95 % band of the curve itself at repetition `n`.
    pub fn band(&self, n: f64) -> [f64; 2] {
        let far = (n.ln() - self.mean_ln).powi(2) / self.spread_ln;
        let half = student(self.times).unwrap_or(f64::INFINITY) * self.scatter * (1.0 / self.times as f64 + far).sqrt();
        [self.at(n) * (-half).exp(), self.at(n) * half.exp()]
    }

    /// How many more repetitions until the curve is at `limit_s`, and the least and most by its band; `None` where it is not
    /// foretold, because times do not fall or it would take hundreds.
    pub fn until(&self, limit_s: f64) -> Option<Until> {
        let done = self.times as f64;
        let reached = |seconds: &dyn Fn(f64) -> f64| {
            // The curve falls, but its upper band may rise again far out: the first place below the limit is meant.
            let mut n = done;
            while n <= FARTHEST {
                if seconds(n) <= limit_s {
                    return Some((n - done) as u32);
                }
                n += 1.0;
            }
            None
        };
        Some(Until {
            likely: reached(&|n| self.at(n))?,
            least: reached(&|n| self.band(n)[0])?,
            most: reached(&|n| self.band(n)[1]),
        })
    }
}

/// Repetitions until a time is reached: an estimate.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Until {
    /// By the curve.
    pub likely: u32,
    /// At best.
    pub least: u32,
    /// At worst; nothing when the band does not say.
    pub most: Option<u32>,
}

/// The two-sided quantile of Student's t for `n` points and two parameters.
fn student(n: usize) -> Option<f64> {
    Some(StudentsT::new(0.0, 1.0, (n - 2) as f64).ok()?.inverse_cdf(0.5 + SURE / 2.0))
}

#[cfg(test)]
mod tests {
    use super::*;
    use rand::prelude::*;
    use rand::rngs::ChaCha8Rng;

    /// Quantiles of t for 97.5 %, degrees of freedom 3, 10 and 30: 3.182, 2.228, 2.042 (NIST/SEMATECH e-Handbook, table 1.3.6.7.2).
    #[test]
    fn quantiles_are_those_of_the_table() {
        for (points, t) in [(5, 3.182), (12, 2.228), (32, 2.042)] {
            assert!((student(points).expect("a quantile") - t).abs() < 6e-4);
        }
    }

    #[test]
    fn a_clean_power_law_comes_back() {
        let times: Vec<f64> = (1..=20).map(|n| 60.0 * f64::from(n).powf(-0.4)).collect();
        let curve = Curve::fit(&times).expect("a curve");
        assert!((curve.first_s - 60.0).abs() < 1e-9 && (curve.exponent - 0.4).abs() < 1e-12);
        assert!(curve.exponent_band[1] - curve.exponent_band[0] < 1e-9);
        // 60 n^-0.4 = 15 at n = 32.
        let until = curve.until(15.0001).expect("foretold");
        assert_eq!(until, Until { likely: 12, least: 12, most: Some(12) });
        assert_eq!(curve.until(60.0).expect("reached").likely, 0);
        assert_eq!(curve.until(1.0), None, "thousands are not foretold");
    }

    /// Known parameters with scatter: the interval covers the true exponent in 95 of 100 simulations, and the mean of the fits is
    /// the truth.
    #[test]
    fn the_interval_covers_the_truth_as_often_as_it_says() {
        let mut dice = ChaCha8Rng::seed_from_u64(4);
        let mut normal = move || {
            let (u, v): (f64, f64) = (dice.random_range(1e-12..1.0), dice.random());
            (-2.0 * u.ln()).sqrt() * (std::f64::consts::TAU * v).cos()
        };
        let (mut covered, mut sum, runs) = (0, 0.0, 2000);
        for _ in 0..runs {
            let times: Vec<f64> = (1..=15).map(|n| 45.0 * f64::from(n).powf(-0.35) * (0.2 * normal()).exp()).collect();
            let curve = Curve::fit(&times).expect("a curve");
            covered += u32::from(curve.exponent_band[0] <= 0.35 && 0.35 <= curve.exponent_band[1]);
            sum += curve.exponent;
        }
        let share = f64::from(covered) / f64::from(runs);
        assert!((0.935..=0.965).contains(&share), "{share}");
        assert!((sum / f64::from(runs) - 0.35).abs() < 0.005);
    }

    #[test]
    fn what_tells_no_curve_is_refused_and_a_rising_one_foretells_nothing() {
        assert_eq!(Curve::fit(&[20.0, 18.0, 15.0, 14.0]), None);
        assert_eq!(Curve::fit(&[20.0, 18.0, 0.0, 14.0, 12.0]), None);
        let rising = Curve::fit(&[10.0, 12.0, 13.0, 15.0, 16.0]).expect("a curve");
        assert!(rising.exponent < 0.0 && rising.until(8.0).is_none());
    }

    /// The band is narrowest amid the points and wider beyond them.
    #[test]
    fn the_band_widens_away_from_what_was_seen() {
        let times = [40.0, 31.0, 29.0, 22.0, 24.0, 19.0, 20.0, 17.0];
        let curve = Curve::fit(&times).expect("a curve");
        let wide = |n: f64| (curve.band(n)[1] / curve.band(n)[0]).ln();
        assert!(wide(4.0) < wide(8.0) && wide(8.0) < wide(60.0));
    }
}

//! A beam that runs through over several rigid supports, hinged at its first and free beyond its last.
//!
//! Clapeyron's theorem of three moments (any handbook of statics): over each inner support
//! `M₋ L₋/I₋ + 2 M (L₋/I₋ + L₊/I₊) + M₊ L₊/I₊ = −¼ (w₋ L₋³/I₋ + w₊ L₊³/I₊)`.

use nalgebra::{DMatrix, DVector};

/// A stretch of the beam, loaded evenly across.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stretch {
    /// Its length, metres.
    pub long_m: f64,
    /// What is put on each metre of it, newtons.
    pub even_n_m: f64,
    /// Second moment of its section, metres to the fourth.
    pub second_m4: f64,
}

/// A beam over supports.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Beam {
    /// From each support to the next, the hinged one first.
    pub stretches: Vec<Stretch>,
    /// Beyond the last support: how far, metres, and what is put on each metre, newtons.
    pub beyond: [f64; 2],
    /// Put across its free end, newtons.
    pub end_n: f64,
}

/// A beam worked out.
#[derive(Debug, Clone, PartialEq)]
pub struct Borne {
    /// What each support gives, newtons, the hinged one first; negative where it holds the beam back.
    pub supports_n: Vec<f64>,
    /// Moment over each support, newton metres; negative where the far side is put under pull.
    pub over_nm: Vec<f64>,
    /// Hardest bending in each stretch, and last in what is beyond, newton metres, without sign.
    pub hardest_nm: Vec<f64>,
}

impl Beam {
    /// Shares of the supports, and how hard it is bent.
    pub fn borne(&self) -> Borne {
        let over_nm = self.over();
        let mut supports_n = vec![0.0; over_nm.len()];
        let mut hardest_nm = Vec::new();
        for (i, s) in self.stretches.iter().enumerate() {
            let [near, far] = [over_nm[i], over_nm[i + 1]];
            let half = s.even_n_m * s.long_m / 2.0;
            let near_n = half + (far - near) / s.long_m;
            supports_n[i] += near_n;
            supports_n[i + 1] += 2.0 * half - near_n;
            // Where the shear is nothing, if that is within the stretch.
            let within = s.even_n_m > 0.0 && (0.0..=s.long_m).contains(&(near_n / s.even_n_m));
            let span = if within { near + near_n.powi(2) / (2.0 * s.even_n_m) } else { 0.0 };
            hardest_nm.push(near.abs().max(far.abs()).max(span.abs()));
        }
        let last = over_nm.len() - 1;
        supports_n[last] += self.beyond[0] * self.beyond[1] + self.end_n;
        hardest_nm.push(over_nm[last].abs());
        Borne { supports_n, over_nm, hardest_nm }
    }

    /// Moments over the supports: nothing at the hinge, what is beyond at the last, three moments between.
    fn over(&self) -> Vec<f64> {
        let [out, even] = self.beyond;
        let last = -(even * out * out / 2.0 + self.end_n * out);
        let n = self.stretches.len();
        let (mut k, mut given) = (DMatrix::<f64>::identity(n + 1, n + 1), DVector::<f64>::zeros(n + 1));
        given[n] = last;
        for i in 1..n {
            let [a, b] = [self.stretches[i - 1], self.stretches[i]];
            let soft = |s: Stretch| s.long_m / s.second_m4;
            let load = |s: Stretch| s.even_n_m * s.long_m.powi(3) / s.second_m4;
            k[(i, i - 1)] = soft(a);
            k[(i, i)] = 2.0 * (soft(a) + soft(b));
            k[(i, i + 1)] = soft(b);
            given[i] = -(load(a) + load(b)) / 4.0;
        }
        // A beam's softness is positive everywhere: its three moments always have one answer.
        k.lu().solve(&given).map_or_else(|| vec![0.0; n + 1], |m| m.iter().copied().collect())
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn even(n: usize) -> Beam {
        let stretches = vec![Stretch { long_m: 2.0, even_n_m: 10.0, second_m4: 1e-8 }; n];
        Beam { stretches, ..Beam::default() }
    }

    fn near(a: f64, b: f64) {
        assert!((a - b).abs() < 1e-9, "{a} for {b}");
    }

    /// Coefficients of continuous beams, evenly loaded (any handbook of statics): two stretches 0.375, 1.25, 0.375 and −1/8; three
    /// 0.4, 1.1, 1.1, 0.4 and −1/10; in the outer stretch of three 0.08.
    #[test]
    fn continuous_beams_by_the_handbook() {
        let (w, l) = (10.0, 2.0);
        let two = even(2).borne();
        for (n, c) in two.supports_n.iter().zip([0.375, 1.25, 0.375]) {
            near(*n, c * w * l);
        }
        near(two.over_nm[1], -w * l * l / 8.0);
        near(two.hardest_nm[0], w * l * l / 8.0);
        let three = even(3).borne();
        for (n, c) in three.supports_n.iter().zip([0.4, 1.1, 1.1, 0.4]) {
            near(*n, c * w * l);
        }
        near(three.over_nm[1], -0.1 * w * l * l);
        let alone = even(1).borne();
        near(alone.hardest_nm[0], w * l * l / 8.0);
    }

    /// A beam on two supports that stands out beyond the second, loaded at its end: −P c / L and P (1 + c / L), moment −P c.
    #[test]
    fn what_stands_out_lifts_the_first_support() {
        let stretches = vec![Stretch { long_m: 4.0, even_n_m: 0.0, second_m4: 1e-8 }];
        let out = Beam { stretches, beyond: [1.0, 0.0], end_n: 100.0 }.borne();
        near(out.supports_n[0], -25.0);
        near(out.supports_n[1], 125.0);
        near(out.over_nm[1], -100.0);
        near(out.hardest_nm[1], 100.0);
    }

    #[test]
    fn supports_bear_all_there_is_and_turn_it_nowhere() {
        let stretches =
            [3.0, 1.5, 2.5].map(|long_m| Stretch { long_m, even_n_m: 7.0 * long_m, second_m4: 1e-8 / long_m });
        let beam = Beam { stretches: stretches.into(), beyond: [1.2, 4.0], end_n: 30.0 };
        let borne = beam.borne();
        let (mut at, mut all, mut turning, mut places) = (0.0, 0.0, 0.0, vec![0.0]);
        for s in &beam.stretches {
            all += s.even_n_m * s.long_m;
            turning += s.even_n_m * s.long_m * (at + s.long_m / 2.0);
            at += s.long_m;
            places.push(at);
        }
        all += 1.2 * 4.0 + 30.0;
        turning += 1.2 * 4.0 * (at + 0.6) + 30.0 * (at + 1.2);
        near(borne.supports_n.iter().sum::<f64>(), all);
        near(borne.supports_n.iter().zip(&places).map(|(n, x)| n * x).sum::<f64>(), turning);
    }
}

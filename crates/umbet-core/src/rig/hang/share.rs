//! What each line bears: a stiff bar on lines that stretch alike, none of which can push.

use super::draft::Hang;
use crate::rig::Impossible;
use crate::units::Band;
use crate::units::G;

/// A weight at a place along the bar: newtons, metres.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Weight {
    /// Newtons.
    pub n: f64,
    /// From where to where, metres.
    pub along_m: [f64; 2],
}

impl Weight {
    fn middle_m(&self) -> f64 {
        f64::midpoint(self.along_m[0], self.along_m[1])
    }

    /// How much of it lies left of a place, and its moment about that place.
    fn left_of(&self, x: f64) -> [f64; 2] {
        let [a, b] = self.along_m;
        if b <= x {
            return [self.n, self.n * (x - self.middle_m())];
        }
        if a >= x {
            return [0.0, 0.0];
        }
        let part = self.n * (x - a) / (b - a);
        [part, part * (x - a) / 2.0]
    }
}

/// What these lines bear of these weights: T = W/n + M(x − x̄)/Σ(x − x̄)², and once more without those that would push.
/// Nothing where the bar tips.
pub fn shares(lines_m: &[f64], weights: &[Weight]) -> Option<Vec<f64>> {
    let total: f64 = weights.iter().map(|w| w.n).sum();
    let moment: f64 = weights.iter().map(|w| w.n * w.middle_m()).sum();
    let mut taut: Vec<usize> = (0..lines_m.len()).collect();
    loop {
        let n = taut.len() as f64;
        let mean = taut.iter().map(|i| lines_m[*i]).sum::<f64>() / n;
        let spread: f64 = taut.iter().map(|i| (lines_m[*i] - mean).powi(2)).sum();
        let off = moment - total * mean;
        let borne = |i: usize| {
            let turn = if spread > 1e-12 { off * (lines_m[i] - mean) / spread } else { 0.0 };
            total / n + turn
        };
        let pushed =
            taut.iter().copied().min_by(|a, b| borne(*a).total_cmp(&borne(*b))).filter(|i| borne(*i) < -1e-9 * total);
        let Some(out) = pushed else {
            // One line alone holds it only right above its weight.
            if taut.len() == 1 && off.abs() > 1e-6 * total {
                return None;
            }
            return Some((0..lines_m.len()).map(|i| if taut.contains(&i) { borne(i).max(0.0) } else { 0.0 }).collect());
        };
        taut.retain(|i| *i != out);
        if taut.is_empty() {
            return None;
        }
    }
}

impl Hang {
    /// The bar's own weight and all that hangs on it.
    pub fn weights(&self) -> Vec<Weight> {
        let own = Weight { n: self.said.mass_kg * G, along_m: [0.0, self.said.length_m] };
        let hung = self.said.things.iter().map(|t| Weight { n: t.mass_kg * G, along_m: t.along_m });
        [own].into_iter().chain(hung).collect()
    }

    /// What each line bears: with all tied alike, and the least and most where any one of them was tied slack.
    ///
    /// # Errors
    /// The bar tips.
    pub fn borne(&self) -> Result<(Vec<f64>, Vec<Band>), Impossible> {
        let (lines, weights) = (&self.said.lines_m, self.weights());
        let tips = || {
            let side = weights.iter().map(|w| w.n * (w.middle_m() - self.said.length_m / 2.0)).sum::<f64>();
            let end = if side < 0.0 { "left" } else { "right" };
            Impossible(format!(
                "It tips: its weight lies past the last line on the {end}. Set that line nearer to the end, or move the weight in."
            ))
        };
        let alike = shares(lines, &weights).filter(|_| self.stands(&weights)).ok_or_else(tips)?;
        let mut all = vec![alike.clone()];
        if lines.len() > 2 {
            for slack in 0..lines.len() {
                let kept: Vec<f64> = lines.iter().enumerate().filter(|(i, _)| *i != slack).map(|(_, x)| *x).collect();
                if let Some(mut then) = shares(&kept, &weights) {
                    then.insert(slack, 0.0);
                    all.push(then);
                }
            }
        }
        let band = |i: usize| Band::over(all.iter().map(|s| s[i]).filter(|n| *n > 0.0).chain([alike[i]]));
        Ok((alike.clone(), (0..lines.len()).map(band).collect()))
    }

    /// Its weight lies between the outermost lines.
    fn stands(&self, weights: &[Weight]) -> bool {
        let total: f64 = weights.iter().map(|w| w.n).sum();
        let middle = weights.iter().map(|w| w.n * w.middle_m()).sum::<f64>() / total;
        let lines = &self.said.lines_m;
        (lines[0] - 1e-9..=lines[lines.len() - 1] + 1e-9).contains(&middle)
    }

    /// The greatest bending moment in the bar, newton metres.
    pub fn bending_nm(&self, borne: &[f64]) -> f64 {
        const PLACES: usize = 300;
        let weights = self.weights();
        let at = |x: f64| {
            let up: f64 = self.said.lines_m.iter().zip(borne).filter(|(l, _)| **l < x).map(|(l, n)| n * (x - l)).sum();
            let down: f64 = weights.iter().map(|w| w.left_of(x)[1]).sum();
            (up - down).abs()
        };
        (0..=PLACES).map(|i| at(self.said.length_m * i as f64 / PLACES as f64)).fold(0.0, f64::max)
    }
}

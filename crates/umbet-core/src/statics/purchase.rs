//! What a person's pull sets up in a line, with its friction.

use crate::units::Band;
use std::f64::consts::PI;

/// Pull that reaches the standing part through a loop and round an anchor, without and with friction:
/// P(1 + e₁ + e₁e₂), e = exp(−μπ) at each half turn (Euler–Eytelwein).
pub fn looped(pull_n: f64, at_loop: f64, at_anchor: f64) -> f64 {
    let (e1, e2) = ((-at_loop * PI).exp(), (-at_anchor * PI).exp());
    pull_n * (1.0 + e1 + e1 * e2)
}

/// The same for bands of friction.
pub fn looped_band(pull_n: f64, at_loop: Band, at_anchor: Band) -> Band {
    Band::new(looped(pull_n, at_loop.high, at_anchor.high), looped(pull_n, at_loop.low, at_anchor.low))
}

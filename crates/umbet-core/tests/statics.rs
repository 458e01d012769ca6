//! Lines under load against published formulas and their tables.

use proptest::prelude::*;
use umbet_core::statics::line::{Catenary, Line, Load, Loaded, parabola_level_pull, tension_at_angle};
use umbet_core::statics::purchase::looped;
use umbet_core::statics::wind::{beaufort_speed, pressure};

/// T = W / (2 sin θ), statics of a point load: 30° 1.000 W, 15° 1.932, 10° 2.879, 5° 5.737, 2° 14.33.
#[test]
fn a_middle_load_by_angle() {
    for (degrees, times) in [(30f64, 1.000), (15.0, 1.932), (10.0, 2.879), (5.0, 5.737), (2.0, 14.33)] {
        let t = tension_at_angle(1.0, degrees.to_radians());
        assert!((t / times - 1.0).abs() < 5e-4, "{degrees}°: {t}");
    }
}

/// Catenary s = a(cosh(L/2a) − 1) against the parabola H = wL²/8s: at s/L = 1/10 within 1.5 %.
#[test]
fn the_parabola_is_near_the_catenary_where_the_sag_is_small() {
    let c = Catenary::of(10.0, 1.0);
    let catenary_sag = c.a * ((10.0 / (2.0 * c.a)).cosh() - 1.0);
    assert!((catenary_sag - 1.0).abs() < 1e-9);
    let ratio = parabola_level_pull(1.0, 10.0, 1.0) / c.a;
    assert!((ratio - 1.0).abs() < 0.015, "{ratio}");
    assert!(c.arc_m() > 10.0 && c.end_tension_n(1.0) > c.a);
}

/// P(1 + e₁ + e₁e₂): 3 without friction, 1.66 at μ 0.25 for both, toward 1 as it grows (Euler–Eytelwein).
#[test]
fn three_to_one_on_paper_is_less_over_rope() {
    assert!((looped(1.0, 0.0, 0.0) - 3.0).abs() < 1e-12);
    assert!((looped(1.0, 0.25, 0.25) - 1.66).abs() < 0.005);
    assert!((looped(1.0, 9.0, 9.0) - 1.0).abs() < 1e-9);
}

/// WMO: Beaufort 5 9.3 m/s, 6 12.3, 8 18.9; 12.3 m/s is 92.7 Pa at 1.225 kg/m³.
#[test]
fn beaufort_numbers_and_their_pressure() {
    for (number, speed) in [(5, 9.3), (6, 12.3), (8, 18.9)] {
        assert!((beaufort_speed(number) - speed).abs() < 0.06, "{number}");
    }
    assert!((pressure(12.3) - 92.7).abs() < 0.05);
}

fn line() -> impl Strategy<Value = Line> {
    (2.0..40.0f64, -3.0..3.0f64, 5.0..800.0f64, 800.0..80_000.0f64)
        .prop_map(|(span_m, rise_m, set_n, stiffness_n)| Line { span_m, rise_m, set_n, stiffness_n })
}

proptest! {
    /// Forces balance: what the ends pull up is the load, and both pull level alike.
    #[test]
    fn the_ends_carry_the_load(l in line(), n in 1.0..900.0f64, at in 0.05..0.95f64) {
        let s = l.loaded(Load::Point { n, at });
        let x = at * l.span_m;
        let y = l.rise_m * at - s.sag_m;
        let up = -s.level_n * y / x + s.level_n * (l.rise_m - y) / (l.span_m - x);
        prop_assert!((up - n).abs() < 1e-6 * n, "{up} is not {n}");
        for (end, run, rise) in [(s.ends_n[0], x, y), (s.ends_n[1], l.span_m - x, l.rise_m - y)] {
            prop_assert!((end * end - s.level_n.powi(2) * (1.0 + (rise / run).powi(2))).abs() < 1e-6 * end * end);
        }
    }

    /// A heavier load sags more and pulls more along the line; a line set tighter sags less.
    #[test]
    fn more_load_more_sag(l in line(), n in 1.0..500.0f64) {
        for load in [|n| Load::Point { n, at: 0.5 }, |n| Load::Spread(n)] {
            let most = |s: &Loaded| s.ends_n[0].max(s.ends_n[1]);
            let (a, b) = (l.loaded(load(n)), l.loaded(load(1.5 * n)));
            prop_assert!(b.sag_m > a.sag_m && most(&b) > most(&a));
            let tighter = Line { set_n: l.set_n * 1.5, ..l }.loaded(load(n));
            prop_assert!(tighter.sag_m < a.sag_m);
        }
    }

    /// The line is as long as its tension stretches it.
    #[test]
    fn shape_and_stretch_agree(l in line(), n in 1.0..500.0f64) {
        let s = l.loaded(Load::Point { n, at: 0.5 });
        let half = l.span_m / 2.0;
        let y = l.rise_m / 2.0 - s.sag_m;
        let length = half.hypot(y) + half.hypot(l.rise_m - y);
        let stretched = l.slack_length_m() * (1.0 + (s.ends_n[0] + s.ends_n[1]) / 2.0 / l.stiffness_n);
        prop_assert!((length - stretched).abs() < 1e-6 * length);
    }
}

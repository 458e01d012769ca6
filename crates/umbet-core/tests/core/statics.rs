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
        .prop_map(|(span_m, rise_m, set_n, stiffness_n)| Line { span_m, rise_m, set_n, stiffness_n, unyielding: None })
}

proptest! {
    /// Forces balance: what the ends pull up is the load, and both pull level alike.
    #[test]
    fn the_ends_carry_the_load(l in line(), n in 1.0..900.0f64, at in 0.05..0.95f64) {
        let s = l.loaded(Load::point(n, at));
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
        for load in [|n| Load::point(n, 0.5), |n| Load::spread(n)] {
            let most = |s: &Loaded| s.ends_n[0].max(s.ends_n[1]);
            let (a, b) = (l.loaded(load(n)), l.loaded(load(1.5 * n)));
            prop_assert!(b.sag_m > a.sag_m && most(&b) > most(&a));
            let tighter = Line { set_n: l.set_n * 1.5, ..l }.loaded(load(n));
            prop_assert!(tighter.sag_m < a.sag_m);
        }
    }

    /// The line is as long as its tension stretches it, each leg by its own pull.
    #[test]
    fn shape_and_stretch_agree(l in line(), n in 1.0..500.0f64, at in 0.1..0.9f64) {
        let s = l.loaded(Load::point(n, at));
        let y = l.rise_m * at - s.sag_m;
        let legs = [(at * l.span_m).hypot(y), ((1.0 - at) * l.span_m).hypot(l.rise_m - y)];
        let slack: f64 = legs.iter().zip(s.ends_n).map(|(leg, pull)| leg / (1.0 + pull / l.stiffness_n)).sum();
        prop_assert!((slack - l.slack_length_m()).abs() < 1e-6 * slack, "{slack} is not {}", l.slack_length_m());
    }

    /// Hung on in parts, the line is straight from part to part: every leg is as long as its own pull stretches it, and the level
    /// pull turns by one part's weight at each.
    #[test]
    fn a_row_of_weights_hangs_in_straight_legs(l in line(), n in 5.0..600.0f64, parts in 2u32..9, from in 0.05..0.45f64, to in 0.55..0.95f64) {
        let load = Load::row(n, parts, from, to);
        let s = l.loaded(load);
        let ends = [0.0].into_iter().chain(load.places()).chain([1.0]);
        let points: Vec<[f64; 2]> = ends.map(|x| [x * l.span_m, x * l.rise_m - l.drop_at(load, s.level_n, x)]).collect();
        let slope = |w: &[[f64; 2]]| (w[1][1] - w[0][1]) / (w[1][0] - w[0][0]);
        let slack: f64 = points
            .windows(2)
            .map(|w| {
                let long = (w[1][0] - w[0][0]).hypot(w[1][1] - w[0][1]);
                long / (1.0 + s.level_n * (1.0 + slope(w).powi(2)).sqrt() / l.stiffness_n)
            })
            .sum();
        prop_assert!((slack - l.slack_length_m()).abs() < 1e-6 * slack, "{slack} is not {}", l.slack_length_m());
        for w in points.windows(3) {
            let turned = s.level_n * (slope(&w[1..]) - slope(&w[..2]));
            prop_assert!((turned - n / f64::from(parts)).abs() < 1e-6 * (n + s.level_n), "{turned}");
        }
        let lowest = load.places().map(|x| l.drop_at(load, s.level_n, x)).fold(0.0, f64::max);
        prop_assert!((lowest - s.sag_m).abs() < 1e-9 * (1.0 + s.sag_m));
    }

    /// What the anchors feel is the load, and nothing else, whichever way it pulls and wherever it lies.
    #[test]
    fn the_anchors_feel_the_load(l in line(), across in -400.0..400.0f64, down in -50.0..500.0f64, from in 0.0..0.9f64, part in 0.0..1.0f64) {
        let load = Load { n: [across, down], from, to: from + part * (1.0 - from), parts: 0 };
        let s = l.loaded(load);
        let sum = |i: usize| s.on_anchors_n[0][i] + s.on_anchors_n[1][i];
        for (felt, laid) in [(sum(0), 0.0), (sum(1), across), (sum(2), -down)] {
            prop_assert!((felt - laid).abs() < 1e-6 * (1.0 + s.level_n), "{felt} is not {laid}");
        }
    }

    /// The same line found another way: shot from its near end step by step, by its slope and its own stretch, at the level
    /// pull that was found, it arrives at the far anchor and hangs as low as was said (initial-value method, handbooks of
    /// numerical analysis).
    #[test]
    fn a_line_shot_from_its_end_arrives(l in line(), n in 5.0..600.0f64, from in 0.0..0.8f64, part in 0.05..1.0f64) {
        let to = from + part * (1.0 - from);
        let s = l.loaded(Load { n: [0.0, n], from, to, parts: 0 });
        let steps = 20_000;
        let ds = l.slack_length_m() / f64::from(steps);
        let (mut x, mut y, mut lowest) = (0.0f64, 0.0f64, 0.0f64);
        let lifted = s.on_anchors_n[0][2];
        for _ in 0..steps {
            let laid = |x: f64| n * ((x / l.span_m - from) / (to - from)).clamp(0.0, 1.0);
            let way = |x: f64| {
                // The near anchor is pulled by what the line bears there; what was laid since is taken off.
                let up = lifted + laid(x);
                let pull = s.level_n.hypot(up);
                let longer = 1.0 + pull / l.stiffness_n;
                [s.level_n / pull * longer, up / pull * longer]
            };
            let half = way(x + way(x)[0] * ds / 2.0);
            x += half[0] * ds;
            y += half[1] * ds;
            lowest = lowest.max(l.rise_m * x / l.span_m - y);
        }
        prop_assert!((x - l.span_m).abs() < 2e-4 * l.span_m, "arrives {x} of {}", l.span_m);
        prop_assert!((y - l.rise_m).abs() < 5e-4 * l.span_m, "at {y}, not {}", l.rise_m);
        prop_assert!((lowest - s.sag_m).abs() < 1e-3 * (s.sag_m + 0.1), "hangs {lowest}, not {}", s.sag_m);
    }
}

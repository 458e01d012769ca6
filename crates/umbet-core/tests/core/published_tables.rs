//! Formulas of the trade against tables that others publish, row by row. Each table names where it is from; where a figure is from
//! memory, it says so.

use std::f64::consts::PI;
use umbet_core::lashing::hold::{drawn_in, frapping_pull};
use umbet_core::statics::line::{Catenary, Line, Load, parabola_level_pull, tension_at_angle};
use umbet_core::statics::purchase::{looped, looped_band};
use umbet_core::statics::wind::{GUST, beaufort_speed, gust_of, pressure};
use umbet_core::units::Band;

/// World Meteorological Organization, Beaufort scale (Manual on Codes, table 1100, recalled): each number's mean speed lies within the
/// range the scale gives for it, metres a second.
#[test]
fn every_beaufort_number_is_within_its_range() {
    let ranges = [
        (1, 0.3, 1.5),
        (2, 1.6, 3.3),
        (3, 3.4, 5.4),
        (4, 5.5, 7.9),
        (5, 8.0, 10.7),
        (6, 10.8, 13.8),
        (7, 13.9, 17.1),
        (8, 17.2, 20.7),
        (9, 20.8, 24.4),
        (10, 24.5, 28.4),
        (11, 28.5, 32.6),
    ];
    for (number, low, high) in ranges {
        let v = beaufort_speed(number);
        assert!((low..=high).contains(&v), "Beaufort {number}: {v} m/s, not {low} to {high}");
        assert!((gust_of(number) - GUST * v).abs() < 1e-9, "a gust is so many times the mean: {number}");
    }
    assert!(beaufort_speed(12) >= 32.7);
    assert!(beaufort_speed(0) < 0.3);
}

/// q = ½ ρ v² at 1.225 kg/m³ (ISO 2533, sea level): by hand for whole metres a second.
#[test]
fn pressure_of_wind_by_hand() {
    for (v, pa) in [(1.0, 0.6125), (5.0, 15.3125), (10.0, 61.25), (15.0, 137.8125), (20.0, 245.0), (30.0, 551.25)] {
        assert!((pressure(v) - pa).abs() < 1e-3 * pa, "{v} m/s: {} Pa", pressure(v));
    }
    // With the square of the speed.
    assert!((pressure(24.0) / pressure(12.0) - 4.0).abs() < 1e-12);
}

/// A load in the middle of a line, T = W / (2 sin θ): the table every rigging handbook prints (angle below the level, times the
/// load on each side), to its three figures.
#[test]
fn a_middle_load_by_the_handbooks_table() {
    for (degrees, times) in [
        (90.0_f64, 0.500),
        (75.0, 0.518),
        (60.0, 0.577),
        (45.0, 0.707),
        (40.0, 0.778),
        (30.0, 1.000),
        (25.0, 1.183),
        (20.0, 1.462),
        (15.0, 1.932),
        (10.0, 2.879),
        (5.0, 5.737),
        (3.0, 9.554),
        (2.0, 14.327),
        (1.0, 28.649),
    ] {
        let t = tension_at_angle(1.0, degrees.to_radians());
        assert!((t - times).abs() < 6e-4 * times.max(1.0), "{degrees}°: {t}, not {times}");
    }
}

/// Euler and Eytelwein, e^(μθ): two hauls over a rope's bight (half a turn each) as P (1 + e₁ + e₁ e₂), e = e^(−μπ), by hand.
#[test]
fn purchases_over_rope_by_hand() {
    for mu in [0.0_f64, 0.05, 0.1, 0.15, 0.2, 0.25, 0.3, 0.4] {
        let e = (-mu * PI).exp();
        let by_hand = 100.0 * (1.0 + e + e * e);
        assert!((looped(100.0, mu, mu) - by_hand).abs() < 1e-6 * by_hand, "{mu}: {}", looped(100.0, mu, mu));
    }
    // With pulleys at both bends it is what is on the paper; with rope at one of them it is between.
    let (paper, mixed, rope) = (looped(1.0, 0.0, 0.0), looped(1.0, 0.2, 0.0), looped(1.0, 0.2, 0.2));
    assert!(rope < mixed && mixed < paper, "{rope} {mixed} {paper}");
    let band = looped_band(100.0, Band::new(0.15, 0.3), Band::new(0.15, 0.3));
    assert!((band.low - looped(100.0, 0.3, 0.3)).abs() < 1e-9 && (band.high - looped(100.0, 0.15, 0.15)).abs() < 1e-9);
}

/// H = w L² / 8 s (statics of a uniform load): by hand over spans and sags a ridge has.
#[test]
fn a_parabola_by_hand() {
    for (w, span, sag, h) in [
        (10.0, 4.0, 0.1, 200.0),
        (10.0, 8.0, 0.2, 400.0),
        (25.0, 6.0, 0.3, 375.0),
        (5.0, 12.0, 0.6, 150.0),
        (1.0, 10.0, 1.0, 12.5),
    ] {
        assert!((parabola_level_pull(w, span, sag) - h).abs() < 1e-9, "{w} N/m over {span} m, {sag} m down");
    }
}

/// A catenary by its own equation: a (cosh(L/2a) − 1) is the sag, 2a sinh(L/2a) the arc, w a cosh(L/2a) the pull at its end.
#[test]
fn a_catenary_by_its_own_equation() {
    for (span, sag) in [(4.0, 0.05), (4.0, 0.5), (10.0, 0.2), (10.0, 2.0), (25.0, 1.0), (25.0, 8.0)] {
        let c = Catenary::of(span, sag);
        let half = span / (2.0 * c.a);
        assert!((c.a * (half.cosh() - 1.0) - sag).abs() < 1e-7, "{span} m, {sag} m");
        assert!((c.arc_m() - 2.0 * c.a * half.sinh()).abs() < 1e-7, "{span} m, {sag} m");
        assert!((c.end_tension_n(3.0) - 3.0 * c.a * half.cosh()).abs() < 1e-6, "{span} m, {sag} m");
        // Longer than the span, and by about 8 s² / 3 L where it is flat (the series' first term).
        let longer = c.arc_m() - span;
        let series = 8.0 * sag * sag / (3.0 * span);
        if sag / span <= 0.05 {
            assert!((longer - series).abs() < 0.01 * series, "{span} m, {sag} m: {longer} and {series}");
        }
    }
}

/// A line that does not stretch: its sag under a load in the middle is by Pythagoras of its slack. A stiff line comes near that.
#[test]
fn a_stiff_line_sags_by_its_slack() {
    for (span, slack) in [(4.0, 0.02), (8.0, 0.05), (8.0, 0.3), (16.0, 0.2)] {
        let half = (span + slack) / 2.0;
        let by_hand = (half * half - span * span / 4.0_f64).sqrt();
        let from_length = |length: f64| {
            let half = length / 2.0;
            (half * half - span * span / 4.0).sqrt()
        };
        assert!((from_length(span + slack) - by_hand).abs() < 1e-12);
        // Two sides of a triangle: the load is borne by both, each T = W / (2 sin θ) at that angle.
        let angle = (2.0 * by_hand / span).atan();
        let t = tension_at_angle(100.0, angle);
        assert!((2.0 * t * angle.sin() - 100.0).abs() < 1e-9, "{span} m, {slack} m");
    }
}

/// An elastic line set to a pull and loaded in its middle, by hand: the load is what both sides pull up, each as long as it is and as
/// taut as its stretch makes it. The root of that one equation, found by halving here, is what the solver gives.
#[test]
fn an_elastic_line_by_halving() {
    for (span, set, stiffness, load) in [
        (4.0, 100.0, 5_000.0, 50.0),
        (6.0, 250.0, 20_000.0, 100.0),
        (8.0, 250.0, 8_000.0, 300.0),
        (12.0, 400.0, 40_000.0, 500.0),
        (20.0, 150.0, 15_000.0, 80.0),
    ] {
        let line = Line { span_m: span, rise_m: 0.0, set_n: set, stiffness_n: stiffness, unyielding: None };
        let up = |sag: f64| {
            let half = (span * span / 4.0 + sag * sag).sqrt();
            // Slack length: what it is when nothing pulls, from its length when it was set.
            let slack = span / (1.0 + set / stiffness);
            let t = (stiffness * (2.0 * half / slack - 1.0)).max(0.0);
            2.0 * t * sag / half
        };
        let (mut low, mut high) = (0.0, span);
        for _ in 0..200 {
            let middle = f64::midpoint(low, high);
            if up(middle) < load {
                low = middle;
            } else {
                high = middle;
            }
        }
        let found = line.loaded(Load::point(load, 0.5)).sag_m;
        assert!((found - low).abs() < 0.02 * low, "{span} m set at {set} N: {found} m, by halving {low} m");
    }
}

/// Frapping hauled once at its end: each turn before it pulls less by e^(−2πμ), so the sum is a falling series, by hand
/// H (1 − e^(−2πμn)) / 2πμ, and never more than n times the haul.
#[test]
fn frapping_by_hand() {
    let mut before = 0.0;
    for turns in 1..=6 {
        let p = frapping_pull(200.0, turns, 0.2);
        let by_hand = 200.0 * (1.0 - (-2.0 * PI * 0.2 * turns as f64).exp()) / (2.0 * PI * 0.2);
        assert!((p - by_hand).abs() < 1e-9, "{turns} turns: {p} N");
        assert!(p > before && p < 200.0 * turns as f64, "{turns} turns: {p} N after {before} N");
        before = p;
    }
    assert!(frapping_pull(200.0, 3, 0.05) > frapping_pull(200.0, 3, 0.3), "a slicker cord is drawn tighter all round");
    assert!((frapping_pull(400.0, 3, 0.2) / frapping_pull(200.0, 3, 0.2) - 2.0).abs() < 1e-9, "with the haul");
}

/// Drawn aside by frapping, each of n strands gives 2 T sin a, and all of them the pull: put back into that equation, the answer holds.
#[test]
fn what_is_frapped_is_tighter() {
    let (n, k, half, laid) = (8.0, 3_000.0, 0.05, 100.0);
    assert_eq!(drawn_in(laid, n, 0.0, k, half), (laid, 0.0));
    let mut before = laid;
    for pull in [100.0, 200.0, 400.0, 800.0] {
        let (t, a) = drawn_in(laid, n, pull, k, half);
        assert!((2.0 * n * t * a.sin() - pull).abs() < 1e-6 * pull, "{pull} N: {t} N at {a}");
        assert!((t - laid - k * 4.0 * half * (1.0 / a.cos() - 1.0)).abs() < 1e-6 * t, "{pull} N: {t} N at {a}");
        assert!(t > before, "{pull} N: {t} N after {before} N");
        before = t;
    }
}

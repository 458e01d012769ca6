//! Lashings drawn tighter than by the bare hand: what a twisted loop takes in, and what a toggle adds.

use std::f64::consts::{PI, TAU};
use umbet_core::lashing::lashings;
use umbet_core::lashing::tighten::{taken_in, tighten, times};
use umbet_core::units::{Reader, UnitSystem};

/// Two strands twisted about each other, walked along in small steps: each a helix about their common middle, half a cord away. A
/// helix that long ends so much short of it.
#[test]
fn a_twisted_loop_is_as_short_as_its_helix() {
    for (long_m, thick_m, turns) in [(0.6, 0.006, 5.0), (0.6, 0.006, 12.0), (1.5, 0.01, 20.0), (0.3, 0.004, 3.0)] {
        let left = long_m - taken_in(long_m, thick_m, turns);
        let steps = 20_000;
        let point = |i: i32| {
            let t = f64::from(i) / f64::from(steps);
            let a = TAU * turns * t;
            [thick_m / 2.0 * a.cos(), thick_m / 2.0 * a.sin(), left / 2.0 * t]
        };
        let walked: f64 = (0..steps)
            .map(|i| {
                let (a, b) = (point(i), point(i + 1));
                (0..3).map(|k| (a[k] - b[k]).powi(2)).sum::<f64>().sqrt()
            })
            .sum();
        // A stick in the middle twists either half by every turn.
        assert!(
            (2.0 * walked - long_m).abs() < 1e-5 * long_m,
            "{turns} turns: half a strand of {walked:.6} m of {long_m}"
        );
    }
    assert!(taken_in(0.6, 0.006, 0.0).abs() < 1e-12);
    assert!((taken_in(0.1, 0.01, 100.0) - 0.1).abs() < 1e-12, "there is no room for more");
}

/// Work is neither made nor lost by the geometry: what the hand pushes round its circle is what the ends are drawn together by,
/// summed turn by turn in small steps.
#[test]
fn the_hand_works_what_the_loop_is_drawn_in_by() {
    let (long_m, thick_m, stick_m, push_n) = (0.6, 0.006, 0.2, 50.0);
    let step = 1e-3;
    let (mut drawn, mut n) = (0.0, 1.0);
    while n < 12.0 {
        let middle = n + step / 2.0;
        let takes = taken_in(long_m, thick_m, n + step) - taken_in(long_m, thick_m, n);
        drawn += push_n * times(long_m, thick_m, stick_m, middle) * takes;
        n += step;
    }
    let pushed = push_n * TAU * stick_m * (n - 1.0);
    assert!((drawn / pushed - 1.0).abs() < 1e-4, "{drawn:.2} of {pushed:.2} joules");
    // The first turns draw hardest: what a turn takes in grows with the turns before it. By hand: 2π·0.2·√(0.09 − (0.006π)²)/2(0.006π)².
    let first = TAU * 0.2 * (0.09 - (0.006 * PI).powi(2)).sqrt() / (2.0 * (0.006 * PI).powi(2));
    assert!((times(long_m, thick_m, stick_m, 1.0) - first).abs() < 1e-6 * first);
    assert!(times(long_m, thick_m, stick_m, 2.0) < first);
}

fn newtons(words: &str) -> Vec<f64> {
    let mut found = Vec::new();
    let plain = words.replace(',', "");
    let all: Vec<&str> = plain.split(' ').collect();
    for pair in all.windows(2) {
        if let (Ok(n), "N" | "kN") = (pair[0].parse::<f64>(), pair[1]) {
            found.push(if pair[1] == "kN" { 1000.0 * n } else { n });
        }
    }
    found
}

/// A toggle holds more than the hand at either end of the band; what is not frapped has none; each way says what to mind.
#[test]
fn a_toggle_holds_more_than_the_hand() {
    for l in lashings() {
        let ways = tighten(l, l.usual(), &Reader::default()).expect("it is laid");
        assert_eq!(ways.len(), if l.frapped() { 2 } else { 1 }, "{}", l.id);
        for way in &ways {
            assert!(way.moves.len() >= 3 && way.mind.ends_with('.'), "{}: {}", l.id, way.name);
        }
        if l.frapped() {
            let [low, high, stick_low, stick_high] = newtons(&ways[0].says)[..] else { panic!("{}", ways[0].says) };
            assert!(low < stick_low && high < stick_high && low < high && stick_low < stick_high, "{}", ways[0].says);
        }
        let feet = Reader { units: UnitSystem::Imperial, ..Reader::default() };
        let told = tighten(l, l.usual(), &feet).expect("it is laid");
        assert!(told.iter().all(|w| !w.says.contains(" mm") && !w.says.contains(" N")), "{:?}", told);
    }
}

//! Quantities as people read and type them. Factors: the international yard and pound agreement of 1959 (1 in = 25.4 mm, 1 lb =
//! 0.453 592 37 kg), standard gravity 9.806 65 m/s² (CGPM 1901), so 1 lbf = 4.448 221 615 N (NIST SP 811, appendix B.8).

use proptest::prelude::*;
use umbet_core::units::{Band, BodyMeasures, Force, Length, Reader, Typed, UnitSystem};

fn reader(units: UnitSystem) -> Reader {
    Reader { units, ..Reader::default() }
}

const METRIC: UnitSystem = UnitSystem::Metric;
const IMPERIAL: UnitSystem = UnitSystem::Imperial;
const BODY: UnitSystem = UnitSystem::Body;

#[test]
fn lengths_in_each_measure() {
    for (m, metric, imperial, body) in [
        (0.02, "20 mm", "13/16 in", "1 finger"),
        (0.15, "150 mm", "6 in", "8 fingers"),
        (0.21, "210 mm", "8 in", "1 hand span"),
        (0.2994, "299 mm", "12 in", "1 1/2 hand spans"),
        (0.3, "0.30 m", "12 in", "1 1/2 hand spans"),
        (0.45, "0.45 m", "1 ft 6 in", "1 forearm"),
        (1.0, "1.00 m", "3 ft 3 in", "2 1/4 forearms"),
        (1.7, "1.70 m", "5 ft 7 in", "1 arm span"),
        (3.4, "3.40 m", "11 ft 2 in", "2 arm spans"),
        (30.48, "30.48 m", "100 ft", "18 arm spans"),
    ] {
        let l = Length::from_m(m);
        assert_eq!(reader(METRIC).length(l), metric);
        let said = reader(IMPERIAL).length(l);
        assert!(said == imperial || m < 0.31, "{m} m: {said}, not {imperial}");
        let said = reader(BODY).length(l);
        assert!(said == body || m < 0.31, "{m} m: {said}, not {body}");
    }
}

#[test]
fn forces_masses_areas_and_speeds() {
    for (n, metric, imperial) in [
        (4.448_221_615, "4 N", "1.0 lbf"),
        (44.482_216, "44 N", "10 lbf"),
        (444.822, "440 N", "100 lbf"),
        (1000.0, "1,000 N", "220 lbf"),
        (9806.65, "9,800 N", "2,200 lbf"),
    ] {
        assert_eq!(reader(METRIC).force(Force::from_n(n)), metric);
        assert_eq!(reader(IMPERIAL).force(Force::from_n(n)), imperial);
    }
    assert_eq!(reader(BODY).force(Force::from_n(9.806_65 * 40.0)), "40 kg hung on it");
    assert_eq!(reader(BODY).force(Force::from_n(9.806_65 * 0.25)), "250 g hung on it");
    for (kg, metric, imperial) in
        [(0.453_592_37, "0.5 kg", "1.0 lb"), (20.0, "20 kg", "44 lb"), (453.592_37, "450 kg", "1,000 lb")]
    {
        let said = [METRIC, IMPERIAL].map(|u| reader(u).mass(kg));
        assert!(said[0] == metric || kg > 400.0, "{said:?}");
        assert_eq!(said[1], imperial);
    }
    // A square foot is 0.092 903 04 m²; a mile an hour 0.447 04 m/s (NIST SP 811).
    assert_eq!(reader(IMPERIAL).area(9.290_304), "100 ft²");
    assert_eq!(reader(METRIC).area(8.44), "8.4 m²");
    assert_eq!(reader(IMPERIAL).speed(4.4704), "10 mph");
    assert_eq!(reader(METRIC).speed(13.9), "14 m/s");
}

#[test]
fn ranges_name_their_unit_once() {
    let r = reader(METRIC);
    assert_eq!(r.forces(Band::new(400.0, 900.0)), "400 to 900 N");
    assert_eq!(reader(IMPERIAL).forces(Band::new(444.822, 889.644)), "100 to 200 lbf");
    assert_eq!(r.lengths(Length::from_m(0.2), Length::from_m(0.39)), "0.20 to 0.39 m");
    assert_eq!(r.lengths(Length::from_m(1.0), Length::from_m(2.5)), "1.00 to 2.50 m");
    assert_eq!(r.forces(Band::new(0.0, 900.0)), "1 to 900 N", "nothing is pulled with nothing");
    for (low, high) in [(1.0, 1.0), (50.0, 50.2)] {
        let said = r.forces(Band::new(low, high));
        assert!(!said.contains("to"), "one number told once: {said}");
    }
}

#[test]
fn what_is_typed_is_in_the_readers_own_unit() {
    let feet = reader(IMPERIAL);
    let near = |(n, unit): (f64, &str), (m, name): (f64, &str)| (n - m).abs() < 1e-6 && unit == name;
    assert!(near(feet.typed(Typed::Thickness(Length::from_mm(25.4))), (1.0, "in")));
    assert!(near(feet.typed(Typed::Cord(Length::from_m(3.048))), (10.0, "ft")));
    assert!(near(feet.typed(Typed::Mass(4.535_923_7)), (10.0, "lb")));
    let (lbf, unit) = feet.typed(Typed::Pull(Force::from_n(444.822_161_5)));
    assert!((lbf - 100.0).abs() < 1e-3 && unit == "lbf");
    for units in [METRIC, BODY] {
        let r = reader(units);
        assert!(near(r.typed(Typed::Thickness(Length::from_mm(6.0))), (6.0, "mm")));
        assert!(near(r.typed(Typed::Cord(Length::from_m(12.5))), (12.5, "m")));
        assert!(near(r.typed(Typed::Mass(40.0)), (40.0, "kg")));
        assert!(near(r.typed(Typed::Pull(Force::from_n(250.0))), (250.0, "N")));
    }
}

/// By hand: 8.20 m are four spans of 1.70 m, 6.80 m, and 1.40 m more, seven hands of 21 cm; 1.70 m is a span; 1.69 m too, for
/// nine hands of 21 cm reach further than a span.
#[test]
fn spans_and_hands_by_hand() {
    let r = Reader::default();
    for (m, words) in [
        (8.2, "4 arm spans and 7 hands"),
        (1.7, "1 arm span"),
        (1.69, "1 arm span"),
        (0.2, "1 hand"),
        (0.22, "2 hands"),
        (3.6, "2 arm spans and 1 hand"),
    ] {
        assert_eq!(r.spans_and_hands(Length::from_m(m)), words, "{m} m");
    }
}

/// A number of these words, in metres, the fractions of a quarter read as such.
fn metres(words: &str, body: &BodyMeasures) -> f64 {
    let unit = |name: &str| match name.trim_end_matches('s') {
        "finger" => body.four_fingers_mm / 4000.0,
        "hand span" => body.hand_span_mm / 1000.0,
        "forearm" => body.forearm_m,
        "arm span" => body.arm_span_m,
        "mm" => 0.001,
        "m" => 1.0,
        other => panic!("no {other} in {words}"),
    };
    let part = |word: &str| match word.split_once('/') {
        Some((a, b)) => a.parse::<f64>().ok().zip(b.parse::<f64>().ok()).map(|(a, b)| a / b),
        None => word.parse().ok(),
    };
    let numbers: Vec<f64> = words.split(' ').map_while(part).collect();
    let name: Vec<&str> = words.split(' ').skip(numbers.len()).collect();
    numbers.iter().sum::<f64>() * unit(&name.join(" "))
}

proptest! {
    /// A length to cut never comes out short as it is read, and never longer than by one of the smallest parts it is read in.
    #[test]
    fn a_length_to_cut_is_never_short(m in 0.05..200.0f64, body in any::<bool>()) {
        let r = reader(if body { BODY } else { METRIC });
        let words = r.length_up(Length::from_m(m));
        let read = metres(&words, &r.body);
        prop_assert!(read >= m - 1e-5, "{m} as {words}: {read}");
        let part = if body { r.body.arm_span_m / 4.0 } else { 0.011 };
        prop_assert!(read <= m + part, "{m} as {words}: {read}");
    }

    /// To the nearest: what is read is within half a part of what it is.
    #[test]
    fn a_length_is_read_to_the_nearest(m in 0.31..200.0f64) {
        let words = reader(METRIC).length(Length::from_m(m));
        prop_assert!((metres(&words, &BodyMeasures::default()) - m).abs() <= 0.0051, "{m} as {words}");
    }

    /// A force is read to two figures at least: within a twentieth of what it is.
    #[test]
    fn a_force_is_read_to_two_figures(n in 10.0..60_000.0f64) {
        let words = reader(METRIC).force(Force::from_n(n));
        let read: f64 = words.trim_end_matches(" N").replace(',', "").parse().expect("a number");
        prop_assert!((read - n).abs() <= 0.051 * n, "{n} as {words}");
    }

    /// A band keeps its ends in order whatever they are made from, and holds what it is made over.
    #[test]
    fn a_band_has_its_ends_in_order(a in -1e6..1e6f64, b in -1e6..1e6f64, k in 0.0..10.0f64) {
        let band = Band::new(a, b);
        prop_assert!(band.low <= band.high);
        let over = Band::over([a, b, 0.5 * (a + b)].into_iter());
        prop_assert_eq!(over, band);
        let scaled = band.scaled(k);
        prop_assert!(scaled.low <= scaled.high);
    }
}

//! Lengths: what cord takes, and how it is read aloud.

use proptest::prelude::*;
use std::f64::consts::PI;
use umbet_core::choose::choose;
use umbet_core::knot::{Tail, catalogue};
use umbet_core::object::Shape;
use umbet_core::situation::{Draft, Situation, Task};
use umbet_core::units::{Band, BodyMeasures, Force, Length, Reader, UnitSystem};
use umbet_core::usage::{tail_length, taken};

/// Measured on dressed paths, in rope diameters: overhand 12.5 in contact, figure eight 17.2, bowline about 31
/// besides its loop, clove about 5 besides its turns.
#[test]
fn bodies_as_measured() {
    for (id, body) in [("overhand", 12.5), ("figure-eight", 17.2), ("bowline", 31.0), ("clove-hitch", 5.0)] {
        let k = catalogue().find(id).expect("in the catalogue");
        assert!((k.entry.usage.body_d - body).abs() < 0.05, "{id}");
    }
}

/// The measured overhand and figure eight take 4.2 and 4.3 diameters a crossing; tight closed knots 4.7 to 5.5
/// (Ashton, Cantarella, Piatek & Rawdon 2011: 3_1 32.74 radii, 4_1 42.09, 5_1 47.20). A single rope's body lies near.
#[test]
fn bodies_lie_near_the_measured_length_of_a_crossing() {
    for k in catalogue().knots() {
        let doubled = k.path.strands.iter().any(|s| s.back.is_some());
        if k.path.strands.len() == 1 && k.path.poles.is_empty() && !doubled {
            let each = k.entry.usage.body_d / k.path.crossings.len() as f64;
            assert!((2.7..6.0).contains(&each), "{}: {each:.1} diameters a crossing", k.id);
        }
    }
}

/// Quick-release tree hitch: 0.45 m of tail. Tails: twelve diameters, never under four fingers (common practice).
#[test]
fn tails_as_practised() {
    let siberian = catalogue().find("siberian-hitch").expect("in the catalogue").entry.usage.tail;
    assert!((tail_length(siberian, Length::from_mm(4.0)).m() - 0.45).abs() < 1e-9);
    assert!((tail_length(Tail::default(), Length::from_mm(12.0)).mm() - 144.0).abs() < 1e-9);
}

#[test]
fn a_thicker_object_takes_a_girth_more_for_each_turn() {
    let k = catalogue().find("pipe-hitch").expect("in the catalogue");
    let length =
        |mm: f64| taken(&k.entry.usage, k.entry.usage.tail, Length::from_mm(6.0), Length::from_mm(mm)).total().m();
    assert!((length(70.0) - length(50.0) - 6.0 * PI * 0.020).abs() < 1e-9);
}

/// The items of every answer add up to its sum, and none is negative.
#[test]
fn items_add_up() {
    for task in Task::ALL {
        let s = Situation::read(&Draft::usual(*task)).expect("reads");
        for k in choose(catalogue(), &s, &Reader::default()).knots {
            let sum: f64 = k.facts.cord.iter().map(|i| i.length_m).sum();
            assert!((sum - k.facts.cord_m).abs() < 0.002, "{}: {sum} is not {}", k.name, k.facts.cord_m);
            assert!(k.facts.cord.iter().all(|i| i.length_m > 0.0 && !i.words.is_empty()));
        }
    }
}

/// A half hitch behind it, a slipped finish and more turns each cost cord.
#[test]
fn every_mend_but_padding_costs_cord() {
    let plain = Draft { shape: Some(Shape::Post), ..Draft::usual(Task::MakeFast) };
    let slipped = Draft { off: Some(umbet_core::situation::Off::OnePull), ..plain.clone() };
    let cord = |d: &Draft| {
        let a = choose(catalogue(), &Situation::read(d).expect("reads"), &Reader::default());
        a.knots.into_iter().find(|k| k.id == "two-half-hitches").expect("answered for").facts.cord_m
    };
    assert!(cord(&slipped) > cord(&plain));
}

#[test]
fn forces_and_lengths_in_the_three_measures() {
    let r = |units| Reader { units, ..Reader::default() };
    let force = Force::from_n(400.0);
    assert_eq!(r(UnitSystem::Metric).force(force), "400 N");
    assert_eq!(r(UnitSystem::Imperial).force(force), "90 lbf");
    assert_eq!(r(UnitSystem::Body).force(force), "41 kg hung on it");
    let length = Length::from_m(1.7);
    assert_eq!(r(UnitSystem::Metric).length(length), "1.70 m");
    assert_eq!(r(UnitSystem::Imperial).length(length), "5 ft 7 in");
    assert_eq!(r(UnitSystem::Body).length(length), "1 arm span");
}

/// A fathom is six feet; an inch is 25.4 mm.
#[test]
fn exact_conversions() {
    let r = Reader { units: UnitSystem::Imperial, ..Reader::default() };
    assert_eq!(r.length(Length::from_m(6.0 * 12.0 * 0.0254)), "6 ft");
    assert_eq!(r.length(Length::from_mm(25.4)), "1 in");
    assert_eq!(r.diameter(Length::from_mm(25.4 / 2.0)), "1/2 in");
    assert!((Force::from_n(2446.5).lbf() - 550.0).abs() < 0.1);
    assert!((Force::from_n(98.0665).kilograms_weight() - 10.0).abs() < 1e-9);
}

#[test]
fn bands_keep_their_order() {
    let b = Band::new(0.5, 0.2);
    assert_eq!((b.low, b.high), (0.2, 0.5));
    let s = b.scaled(2.0);
    assert!((s.low - 0.4).abs() < 1e-12 && (s.high - 1.0).abs() < 1e-12);
}

proptest! {
    #[test]
    fn a_longer_cord_never_reads_shorter_in_metres(a in 0.001..50.0f64, more in 0.02..10.0f64) {
        let read = |m: f64| {
            let words = Reader::default().length(Length::from_m(m));
            let (n, unit) = words.split_once(' ').expect("number and unit");
            let n: f64 = n.parse().expect("a number");
            if unit == "mm" { n / 1000.0 } else { n }
        };
        prop_assert!(read(a + more) >= read(a));
        prop_assert!((read(a) - a).abs() <= 0.0051);
    }

    #[test]
    fn every_length_can_be_read_in_every_measure(m in 0.0005..500.0f64) {
        for units in [UnitSystem::Metric, UnitSystem::Imperial, UnitSystem::Body] {
            let r = Reader { units, body: BodyMeasures::default() };
            for words in [r.length(Length::from_m(m)), r.diameter(Length::from_m(m)), r.force(Force::from_n(m * 100.0))] {
                prop_assert!(words.contains(' ') && words.chars().any(|c| c.is_ascii_digit()), "{words}");
                prop_assert!(!words.starts_with("0 ") || m < 0.01, "{words} for {m}");
            }
        }
    }

    #[test]
    fn a_longer_tail_never_takes_less(d in 0.5..40.0f64, more in 1.0..3.0f64) {
        let tail = Tail::default();
        let longer = Tail { diameters: tail.diameters * more, least_m: tail.least_m * more };
        let d = Length::from_mm(d);
        prop_assert!(tail_length(longer, d) >= tail_length(tail, d));
    }
}

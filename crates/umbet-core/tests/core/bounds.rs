//! Whatever path somebody writes, the work it makes is bounded, and refused in words before it is begun.

use proptest::prelude::*;
use std::time::{Duration, Instant};
use umbet_core::draw::{Figure, draw, to_svg};
use umbet_core::dress::{Undressed, dress};
use umbet_core::knot::notation::parse;
use umbet_core::knot::path::{KnotPath, LONGEST_D, MOST_CROSSINGS, PathError};
use umbet_core::knot::{Knot, catalogue};
use umbet_core::topology::{MOST_PROVED, identify, letting, prove};

/// Two waypoints a thousand thousand diameters apart: refused for its length, before a point of it is laid.
#[test]
fn a_scaled_path_is_refused_for_its_length() {
    let text = parse("scale 1000\nrope A\n flat -900,0 900,0").expect("reads");
    assert!((text.diameters() - 1.8e6).abs() < 1.0);
    let e = KnotPath::build(&text).expect_err("too long");
    assert_eq!(e.to_string(), "too long a path: 4000 diameters at most, this has 1800000");
}

/// Sixty waypoints, each far from the one before: the case that ran out of memory.
#[test]
fn sixty_far_waypoints_are_refused_at_once() {
    let flat: Vec<String> =
        (0..60).map(|i| format!("{},{}", if i % 2 == 0 { -1000 } else { 1000 }, i * 16 - 480)).collect();
    let text = format!("scale 1000\nrope A\n flat {}", flat.join(" "));
    assert!(matches!(KnotPath::build(&parse(&text).expect("reads")), Err(PathError::TooLong(d)) if d > 1e8));
}

/// A doubled rope and hardware count, and so do a bight's two legs.
#[test]
fn what_runs_twice_counts_twice() {
    let of = |text: &str| parse(text).expect("reads").diameters();
    assert!((of("rope A\n flat 0,0 100,0") - 100.0).abs() < 1e-9);
    assert!(of("rope A\n flat 0,0 100,0\n double 0.9 loop 12") > 212.0);
    assert!((of("piece T timber 0,0,0 0,0,50\nrope A\n flat 0,0 100,0") - 150.0).abs() < 1e-9);
    assert!(matches!(
        KnotPath::build(&parse("rope A\n flat 0,0 1000,0\n double 0.9 loop 999 wide 999").expect("reads")),
        Err(PathError::TooLong(_))
    ));
}

#[test]
fn objects_and_ropes_are_a_dozen_at_most() {
    let many = |line: &str| (0..13).map(|i| line.replace('#', &i.to_string())).collect::<Vec<_>>().join("\n");
    for (line, expected) in [
        ("pole P# x r=2", "12 poles at most"),
        ("piece P# timber 0,0,0 1,1,1", "12 pieces at most"),
        ("rope R#\n flat 0,# 9,#", "12 ropes at most"),
    ] {
        let e = parse(&many(line)).expect_err("too many").to_string();
        assert!(e.ends_with(expected), "{e}");
    }
}

/// A rope wound to and fro across itself has crossings without end: it is given up at the first too many.
#[test]
fn a_scribble_is_refused_for_its_crossings() {
    let flat: Vec<String> = (0..200).map(|i| format!("{},{}", (i * 7919) % 23 - 11, (i * 104_729) % 19 - 9)).collect();
    let e = KnotPath::build(&parse(&format!("rope A\n flat {}", flat.join(" "))).expect("reads")).expect_err("tangled");
    assert_eq!(e, PathError::TooTangled);
    assert_eq!(e.to_string(), format!("too tangled a path: {MOST_CROSSINGS} crossings at most"));
}

/// Caps are far from what is tied: every knot of the catalogue has a fifth of them at most, or half the crossings.
#[test]
fn no_real_knot_comes_near_the_caps() {
    for k in catalogue().knots() {
        assert!(parse(&k.entry.path).expect("reads").diameters() < LONGEST_D / 4.0, "{}", k.id);
        assert!(k.path.crossings.len() * 3 < MOST_PROVED * 2, "{}", k.id);
        assert_eq!(prove(&k.path), Ok(identify(&k.path)), "{}", k.id);
    }
}

/// Drawing up is bounded before it begins: every knot of the catalogue is within it, a long rope and a heap are not.
#[test]
fn what_is_too_long_or_too_crossed_is_not_drawn_up() {
    let refused = |path: &str| dress(&Knot::own("Mine", path).expect("reads"), &mut |_| false).expect_err("refused");
    assert!(matches!(refused("rope A\n flat -451,0 451,0"), Undressed::Long(d) if (d - 902.0).abs() < 1e-6));
    let across: Vec<String> = (0..43).map(|i| format!("{},{}", 3 * i, if i % 2 == 0 { -4 } else { 4 })).collect();
    let sewn = format!("rope A\n flat -5,0 135,0\nrope B\n flat {}", across.join(" o "));
    assert_eq!(refused(&sewn), Undressed::Crossings(42));
    for k in catalogue().knots() {
        let began = dress(k, &mut |_| false);
        assert!(!matches!(began, Err(Undressed::Long(_) | Undressed::Crossings(_))), "{}: {began:?}", k.id);
    }
}

/// Words for a path through these places, whose letters are those the drawing asks for, over or under as `bits` has it.
fn lettered(places: &[(f64, f64)], bits: &[bool]) -> Option<String> {
    let flat = |letters: &dyn Fn(usize) -> String| {
        let words: Vec<String> =
            places.iter().enumerate().map(|(i, (x, y))| format!("{x:.2},{y:.2}{}", letters(i))).collect();
        format!("rope A\n flat {}", words.join(" "))
    };
    let Err(PathError::Letters { places: asked, .. }) = KnotPath::build(&parse(&flat(&|_| String::new())).ok()?) else {
        return Some(flat(&|_| String::new()));
    };
    let behind: Vec<usize> =
        asked.split("behind waypoint ").skip(1).map(|w| w.split(';').next()?.parse().ok()).collect::<Option<_>>()?;
    let mut bits = bits.iter().cycle();
    let all: Vec<(usize, bool)> = behind.into_iter().map(|w| (w, bits.next().copied().unwrap_or(true))).collect();
    Some(flat(&|i| all.iter().filter(|(w, _)| *w == i).map(|(_, over)| if *over { " o" } else { " u" }).collect()))
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(48))]

    /// Random paths that are accepted: laid, drawn, proved and let go, each well within a second or refused in words.
    #[test]
    fn accepted_paths_stay_within_the_budget(
        places in prop::collection::vec((-30.0..30.0f64, -20.0..20.0f64), 4..22),
        bits in prop::collection::vec(any::<bool>(), 1..64),
    ) {
        let began = Instant::now();
        let Some(text) = lettered(&places, &bits) else { return Ok(()) };
        if let Ok(knot) = Knot::own("Any", &text) {
            let scene = draw(&knot, &Figure::default()).expect("drawn");
            prop_assert!(to_svg(&scene, None).len() < 4_000_000);
            match prove(&knot.path) {
                Ok(_) => drop(letting(&knot)),
                Err(e) => prop_assert!(e.to_string().ends_with("draw out what is slack")),
            }
        }
        // A hang is what this finds; the budget itself is the core's own count of states.
        prop_assert!(began.elapsed() < Duration::from_secs(5), "{text}");
    }
}

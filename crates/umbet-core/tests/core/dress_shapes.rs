//! What is read off a drawn-up form, on forms whose measures are known by geometry.

use std::f64::consts::{PI, TAU};
use umbet_core::dress::{Frame, Shape};

/// A straight rope along x, a quarter of a diameter from point to point.
fn straight(from: f64, to: f64, at: [f64; 2]) -> Vec<[f64; 3]> {
    let steps = ((to - from) * 4.0) as usize;
    (0..=steps).map(|i| [from + i as f64 / 4.0, at[0], at[1]]).collect()
}

/// A coil about the x axis: its turns, its radius, its pitch.
fn coil(turns: f64, radius: f64, pitch: f64) -> Vec<[f64; 3]> {
    let long = turns * (TAU * radius).hypot(pitch);
    let steps = (long * 4.0) as usize;
    let point = |i: usize| {
        let t = turns * i as f64 / steps as f64;
        [pitch * t, radius * (TAU * t).cos(), radius * (TAU * t).sin()]
    };
    (0..=steps).map(point).collect()
}

/// One rope coiled hard round another: its cord is the coil's, the other's what the coil covers; it is three diameters across
/// every way, and bends as a helix does, r (1 + (p / 2πr)²).
#[test]
fn a_coil_is_as_long_as_wide_and_as_sharp_as_it_is() {
    let (turns, radius, pitch) = (4.0, 1.0, 1.05);
    let frame =
        Frame { ropes: vec![straight(-6.0, 12.0, [0.0, 0.0]), coil(turns, radius, pitch)], objects: Vec::new() };
    let shape = Shape::of(&frame).expect("they touch");
    let coiled = turns * (TAU * radius).hypot(pitch);
    let covered = turns * pitch;
    // Where rope first touches rope is read within half a diameter at either end of either rope.
    assert!((shape.cord_d - coiled - covered).abs() < 2.0, "{:.1} and {:.1}", shape.cord_d, coiled + covered);
    assert!(shape.wide_d.iter().all(|w| (w - 3.0).abs() < 0.02), "{:?}", shape.wide_d);
    let bends = radius * (1.0 + (pitch / (TAU * radius)).powi(2));
    assert!((shape.sharpest_d - bends).abs() < 0.02, "{:.3} and {bends:.3}", shape.sharpest_d);
}

/// Ropes that lie beside each other straight are no knot, however long they touch; nor is a rope alone.
#[test]
fn ropes_side_by_side_are_no_knot() {
    let beside =
        Frame { ropes: vec![straight(0.0, 20.0, [0.0, 0.0]), straight(0.0, 20.0, [1.0, 0.0])], objects: vec![] };
    assert_eq!(Shape::of(&beside), None);
    let alone = Frame { ropes: vec![straight(0.0, 20.0, [0.0, 0.0])], objects: vec![] };
    assert_eq!(Shape::of(&alone), None);
}

/// An eye is not cord in the knot, and neither are its legs where they lie beside each other and touch nothing else; how large the
/// eye is changes nothing.
#[test]
fn an_eye_is_left_out_whatever_its_size() {
    let with_eye = |radius: f64| {
        // Coiled round a straight rope, then a round eye in the plane beside it, then off along y.
        let mut rope = coil(3.0, 1.0, 1.05);
        let end = rope[rope.len() - 1];
        let steps = (TAU * radius * 4.0) as usize;
        rope.extend((1..=steps).map(|i| {
            let a = -PI / 2.0 + TAU * i as f64 / steps as f64 * 0.95;
            [end[0] + radius * a.cos(), end[1], end[2] + radius + radius * a.sin()]
        }));
        Frame { ropes: vec![straight(-6.0, 12.0, [0.0, 0.0]), rope], objects: Vec::new() }
    };
    let [small, large] = [3.0, 9.0].map(|r| Shape::of(&with_eye(r)).expect("they touch").cord_d);
    assert!((small - large).abs() < 1.5, "{small:.1} and {large:.1}");
}

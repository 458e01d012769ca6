//! Knots drawn up by computation: against published ropelengths, against the tables of knots, and against what rope can do.

use glam::DVec3;
use std::f64::consts::TAU;
use umbet_core::dress::{
    Dressed, Line, MOST_OVERLAP, Ropes, SHARPEST, Schedule, dress, dressed, mark_of, stale, tighten,
};
use umbet_core::knot::notation::Axis;
use umbet_core::knot::{Knot, catalogue};
use umbet_core::topology::{Diagram, Side, closed, knot_name, simplified};

fn shown() -> impl Iterator<Item = (&'static Knot, &'static Dressed)> {
    catalogue().knots().iter().filter_map(|k| dressed(&k.id).map(|d| (k, d)))
}

fn points(rope: &[[f64; 3]]) -> Vec<DVec3> {
    rope.iter().map(|p| DVec3::from(*p)).collect()
}

/// Distance of two stretches, sampled: independent of the solver's own.
fn apart(a: [DVec3; 2], b: [DVec3; 2]) -> f64 {
    let at = |s: [DVec3; 2], k: i32| s[0].lerp(s[1], f64::from(k) / 8.0);
    (0..=8)
        .flat_map(|i| (0..=8).map(move |j| (i, j)))
        .map(|(i, j)| at(a, i).distance(at(b, j)))
        .fold(f64::MAX, f64::min)
}

#[test]
fn every_knot_is_drawn_up_from_its_present_path_or_its_file_says_why_not() {
    assert_eq!(stale(), Vec::<&str>::new(), "run `cargo xtask dress`");
    for k in catalogue().knots() {
        assert_ne!(dressed(&k.id).is_some(), k.entry.dress.not.is_some(), "{} is drawn up or says why not", k.id);
    }
    assert!(shown().count() * 8 > catalogue().knots().len() * 7);
}

#[test]
fn strands_touch_and_do_not_overlap() {
    // What is kept is rounded to a five-hundredth of a diameter.
    let least = 1.0 - MOST_OVERLAP - 0.006;
    for (k, d) in shown() {
        let ropes: Vec<Vec<DVec3>> = d.tight().ropes.iter().map(|r| points(r)).collect();
        let mut nearest = f64::MAX;
        for (r, a) in ropes.iter().enumerate() {
            for (s, b) in ropes.iter().enumerate().skip(r) {
                for i in 0..a.len() - 1 {
                    // Beyond a length of rope that cannot come back to itself.
                    let from = if r == s { i + 8 } else { 0 };
                    for j in from..b.len().saturating_sub(1) {
                        if a[i].distance(b[j]) < 1.5 {
                            nearest = nearest.min(apart([a[i], a[i + 1]], [b[j], b[j + 1]]));
                        }
                    }
                }
            }
        }
        assert!(nearest > least, "{}: strands {nearest:.3} d apart", k.id);
        assert!(nearest < 1.05, "{}: nothing touches, {nearest:.3} d apart", k.id);
        assert!(d.rest.least_radius > SHARPEST, "{}: {}", k.id, d.rest.least_radius);
    }
}

#[test]
fn no_rope_runs_through_its_object_and_every_object_is_touched() {
    for (k, d) in shown() {
        for (pole, at) in k.path.poles.iter().zip(&d.tight().objects) {
            let far = |p: &[f64; 3]| match pole.axis {
                Axis::X => (p[1] - at[1]).hypot(p[2]),
                Axis::Y => (p[0] - at[0]).hypot(p[2]),
                Axis::Z => (p[0] - at[0]).hypot(p[1] - at[1]),
            };
            let nearest = d.tight().ropes.iter().flatten().map(far).fold(f64::MAX, f64::min);
            let off = nearest - pole.radius - 0.5;
            assert!((-0.01..0.06).contains(&off), "{}: {off:.3} d off its object", k.id);
        }
    }
}

/// The tables' name of a rope closed on this side, as drawn; a little turned where strands stand behind one another.
fn names(rope: &[[f64; 3]], side: Side) -> Vec<String> {
    let name = |tilt: f64| {
        let turn = glam::DQuat::from_rotation_x(tilt) * glam::DQuat::from_rotation_y(-0.8 * tilt);
        let turned: Vec<[f64; 3]> = rope.iter().map(|p| (turn * DVec3::from(*p)).to_array()).collect();
        format!("{:?}", knot_name(&simplified(&Diagram::of(&[closed(&[(&turned, side)])]))))
    };
    [1e-4, 0.06, -0.09, 0.13].map(name).to_vec()
}

#[test]
fn what_is_drawn_up_has_the_identity_its_entry_states() {
    // The drawn-up shapes, read as they are shown, carry the names of KnotInfo that the entries state for one rope with its
    // ends joined in front.
    let mut checked = 0;
    for (k, d) in shown() {
        let rope = &k.path.strands[0];
        if k.path.strands.len() > 1 || k.entry.identity.front.is_none() || rope.back.is_some() {
            continue;
        }
        let laid = format!("{:?}", knot_name(&simplified(&Diagram::of(&[closed(&[(&rope.points, Side::Front)])]))));
        let now = names(&d.tight().ropes[0], Side::Front);
        assert!(now.contains(&laid), "{}: laid {laid}, drawn up {now:?}", k.id);
        checked += 1;
    }
    assert!(checked >= 20, "only {checked}");
}

#[test]
fn drawing_up_is_the_same_every_time_and_the_same_as_what_is_kept() {
    for id in ["overhand", "clove-hitch"] {
        let knot = catalogue().find(id).expect("a knot");
        let [once, again] = [0, 1].map(|_| dress(knot, &mut |_| true).expect("drawn up"));
        assert_eq!(once, again);
        let kept = dressed(id).expect("kept");
        for (a, b) in once.tight().ropes.iter().flatten().zip(kept.tight().ropes.iter().flatten()) {
            assert!((0..3).all(|i| (a[i] - b[i]).abs() < 0.002), "{id}: {a:?} kept as {b:?}");
        }
    }
}

#[test]
fn another_path_is_another_mark_and_work_can_be_stopped() {
    let knot = catalogue().find("overhand").expect("a knot");
    let mut other = knot.clone();
    other.entry.path.push_str("\n# turned\n");
    assert_ne!(mark_of(knot), mark_of(&other));
    let mut asked = 0;
    let stopped = dress(knot, &mut |_| {
        asked += 1;
        asked < 3
    });
    assert!(stopped.is_err() && asked == 3);
}

/// A closed curve through 600 points.
fn ring(at: impl Fn(f64) -> DVec3) -> Vec<DVec3> {
    (0..600).map(|i| at(f64::from(i) / 600.0 * TAU)).collect()
}

fn torus(p: f64, q: f64) -> Vec<DVec3> {
    ring(|t| {
        let r = 2.0 + (q * t).cos();
        DVec3::new(r * (p * t).cos(), r * (p * t).sin(), (q * t).sin()) * 2.5
    })
}

/// Ropelengths of the tightest known conformations in radii: T. Ashton, J. Cantarella, M. Piatek, E. Rawdon, Knot tightening by
/// constrained gradient descent, Experimental Mathematics 20 (2011) 57. Each begins as a curve of its type: torus knots, a Fourier
/// knot for 4_1, and for 5_2 the Lissajous knot of frequencies 3, 2 and 7 (from memory; its type is read off it here).
#[test]
fn closed_knots_tighten_to_the_published_ropelengths() {
    let four = ring(|t| {
        let r = 2.0 + (2.0 * t).cos();
        DVec3::new(r * (3.0 * t).cos(), r * (3.0 * t).sin(), (4.0 * t).sin()) * 2.5
    });
    let five_two =
        ring(|t| DVec3::new(6.0 * (3.0 * t + 0.7).cos(), 6.0 * (2.0 * t + 0.2).cos(), 4.0 * (7.0 * t).cos()));
    let knots = [
        ("3_1", torus(2.0, 3.0), 32.74),
        ("4_1", four, 42.09),
        ("5_1", torus(2.0, 5.0), 47.20),
        ("5_2", five_two, 49.47),
    ];
    for (name, curve, radii) in knots {
        let place = vec![0.0; curve.len()];
        let line = Line { points: curve, place, closed: true, ..Line::default() };
        let how = Schedule {
            spacing: 0.15,
            bend: 0.0,
            least_radius: 0.5,
            gripped: false,
            most: 3000,
            clear: 0.0001,
            ..Schedule::default()
        };
        let mut ropes = Ropes::new(vec![line], Vec::new(), how.spacing);
        let rest = tighten(&mut ropes, &how, &mut |_| true);
        let ropelength = ropes.length() / rest.least_distance.min(1.0);
        let off = 100.0 * (2.0 * ropelength / radii - 1.0);
        println!("{name}: {:.2} radii, published {radii}, {off:+.2} %, {} steps", 2.0 * ropelength, rest.steps);
        assert!((-0.05..0.6).contains(&off), "{name}: {off:+.2} %");
        assert!(type_of(&ropes.x).ends_with(&format!("{name}\")")), "{}", type_of(&ropes.x));
    }
}

/// The tables' name of a closed curve, looked at from aside.
fn type_of(points: &[DVec3]) -> String {
    let turn = glam::DQuat::from_euler(glam::EulerRot::XYZ, 0.3, 0.2, 0.1);
    let turned: Vec<[f64; 3]> = points.iter().chain(&points[..1]).map(|p| (turn * *p).to_array()).collect();
    format!("{:?}", knot_name(&simplified(&Diagram::of(&[closed(&[(&turned, Side::Front)])]))))
}

//! A knot is the same from wherever it is seen: laid and drawn-up ropes, turned in space, keep their names in the tables. What
//! depends on the view (crossings, their number, their order) must not reach the answer.

use glam::{DQuat, DVec3};
use proptest::prelude::*;
use umbet_core::dress::dressed;
use umbet_core::knot::path::KnotPath;
use umbet_core::knot::{Knot, catalogue, notation};
use umbet_core::topology::{Diagram, Named, Side, closed, knot_name, laid_wrong, parse_actions, simplified};

/// Diagrams with more crossings than this, once simplified, are not named here: the tables end before.
const MOST: usize = 14;

/// Knots of one rope, with it joined into a ring nearer than everything.
fn rings() -> Vec<(&'static Knot, Vec<[f64; 3]>)> {
    let of = |k: &'static Knot| {
        let rope = k.path.strands.first().filter(|_| k.path.strands.len() == 1)?;
        rope.back.is_none().then(|| (k, closed(&[(&rope.points, Side::Front)])))
    };
    catalogue().knots().iter().filter_map(of).collect()
}

fn turned(ring: &[[f64; 3]], by: DQuat) -> Vec<[f64; 3]> {
    ring.iter().map(|p| (by * DVec3::from(*p)).to_array()).collect()
}

fn mirrored(ring: &[[f64; 3]]) -> Vec<[f64; 3]> {
    ring.iter().map(|[x, y, z]| [-x, *y, *z]).collect()
}

/// Its name as it is seen so; nothing where it is seen too crowded to be named.
fn name(ring: &[[f64; 3]]) -> Option<Named> {
    let seen = simplified(&Diagram::of(&[ring.to_vec()]));
    (seen.code().len() <= MOST).then(|| knot_name(&seen))
}

#[test]
fn a_laid_rope_has_one_name_from_every_side() {
    let (mut looked, mut crowded) = (0, 0);
    for (k, ring) in rings() {
        let Some(own) = name(&turned(&ring, DQuat::from_rotation_x(1e-3))) else { continue };
        for i in 0..6 {
            let (about, by) =
                (DVec3::new(0.3 + f64::from(i), 1.0, 0.7 - 0.4 * f64::from(i)).normalize(), 0.5 + 0.9 * f64::from(i));
            match name(&turned(&ring, DQuat::from_axis_angle(about, by))) {
                Some(seen) => {
                    assert_eq!(format!("{seen:?}"), format!("{own:?}"), "{} seen {by:.1} about {about}", k.id)
                }
                None => crowded += 1,
            }
            looked += 1;
        }
    }
    assert!(looked > 240 && crowded * 10 < looked, "{crowded} of {looked} too crowded");
}

/// In a mirror a knot is its mirror image: the same name with the hand changed, or the same where it has none.
#[test]
fn in_a_mirror_it_is_the_other_hand() {
    let mut handed = 0;
    for (k, ring) in rings() {
        let (Some(own), Some(other)) = (name(&ring), name(&mirrored(&ring))) else { continue };
        let (own, other, back) = (format!("{own:?}"), format!("{other:?}"), name(&mirrored(&mirrored(&ring))));
        assert_eq!(back.map(|b| format!("{b:?}")), Some(own.clone()), "{}: twice mirrored", k.id);
        handed += usize::from(own != other);
    }
    assert!(handed > 10, "{handed}");
}

/// What is drawn up is named alike from a side it was never drawn from.
#[test]
fn a_drawn_up_rope_has_one_name_from_every_side() {
    let mut looked = 0;
    for k in catalogue().knots().iter().filter(|k| k.path.strands.len() == 1 && k.path.strands[0].back.is_none()) {
        let Some(form) = dressed(&k.id) else { continue };
        let ring = closed(&[(&form.tight().ropes[0], Side::Front)]);
        let views = [[0.02, 0.01], [0.7, -0.4], [-1.1, 0.9], [1.9, 0.3]];
        let seen = views.map(|[x, y]| name(&turned(&ring, DQuat::from_rotation_x(x) * DQuat::from_rotation_y(y))));
        let names: Vec<String> = seen.iter().flatten().map(|n| format!("{n:?}")).collect();
        assert!(names.windows(2).all(|n| n[0] == n[1]), "{}: {names:?}", k.id);
        looked += names.len();
    }
    assert!(looked > 100, "{looked}");
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, failure_persistence: None, ..ProptestConfig::default() })]

    /// Any turn of any ring.
    #[test]
    fn any_turn_keeps_the_name(which in 0_usize..40, axis in prop::array::uniform3(-1.0_f64..1.0), by in 0.1_f64..6.0) {
        let all = rings();
        let (k, ring) = &all[which % all.len()];
        let axis = DVec3::from(axis).try_normalize().unwrap_or(DVec3::X);
        let own = name(&turned(ring, DQuat::from_rotation_y(1e-3)));
        let seen = name(&turned(ring, DQuat::from_axis_angle(axis, by)));
        if let (Some(own), Some(seen)) = (own, seen) {
            prop_assert_eq!(format!("{:?}", own), format!("{:?}", seen), "{}", k.id);
        }
    }
}

/// Sum of the signs of the crossings between two ropes, both run from where they are pulled: how far their twists add up rather
/// than cancel.
fn twist_between(path: &KnotPath) -> i32 {
    let [a, b] = [0, 1].map(|i| &path.strands[i].points);
    let mut sum = 0;
    for p in a.windows(2) {
        for q in b.windows(2) {
            let [r, s] = [[p[1][0] - p[0][0], p[1][1] - p[0][1]], [q[1][0] - q[0][0], q[1][1] - q[0][1]]];
            let across = r[0] * s[1] - r[1] * s[0];
            if across.abs() < 1e-12 {
                continue;
            }
            let d = [q[0][0] - p[0][0], q[0][1] - p[0][1]];
            let (t, u) = ((d[0] * s[1] - d[1] * s[0]) / across, (d[0] * r[1] - d[1] * r[0]) / across);
            if (0.0..1.0).contains(&t) && (0.0..1.0).contains(&u) {
                let over = p[0][2] + t * (p[1][2] - p[0][2]) > q[0][2] + u * (q[1][2] - q[0][2]);
                sum += if (across > 0.0) == over { 1 } else { -1 };
            }
        }
    }
    sum
}

/// Of the four flat bends of two half knots, those that hold have crossings of both hands and those that slip have not; with the
/// tails on opposite sides the ropes run the other way round. After V. P. Patil, J. D. Sandt, M. Kolle, J. Dunkel, Topological
/// mechanics of knots and tangles, Science 367 (2020) 71, whose twist fluctuation this is (recalled; the counts are worked here).
#[test]
fn twists_cancel_in_the_reef_and_add_up_in_the_granny() {
    let reef = catalogue().find("reef").expect("a knot");
    let text = notation::parse(&reef.entry.path).expect("reads");
    let wrong =
        |action: &str| laid_wrong(&text, &parse_actions(&text, action).expect("an action")).expect("can be laid");
    assert_eq!(twist_between(&reef.path), 0, "the reef's six crossings are three of each hand");
    assert_eq!(twist_between(&wrong("B4-6")).abs(), 6, "the granny's are all of one hand");
    let ends_exchanged = twist_between(&wrong("B-exchanged"));
    assert_eq!(ends_exchanged.abs() % 2, 0, "the thief's come in pairs: {ends_exchanged}");
    assert_ne!(twist_between(&wrong("B4-6,B-exchanged")).abs(), 0, "the grief's do not cancel");
}

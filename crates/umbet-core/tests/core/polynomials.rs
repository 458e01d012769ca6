//! The algebra under the fingerprint, and the moves it must not notice.

use proptest::prelude::*;
use umbet_core::topology::{Diagram, Laurent, Side, closed, jones};

fn polynomial() -> impl Strategy<Value = Laurent> {
    (-6i32..6, prop::collection::vec(-9i64..9, 0..7)).prop_map(|(low, c)| Laurent::new(low, c))
}

proptest! {
    #[test]
    fn products_commute_and_spread_over_sums(a in polynomial(), b in polynomial(), c in polynomial()) {
        prop_assert_eq!(&a * &b, &b * &a);
        prop_assert_eq!(&a * &(&b + &c), &(&a * &b) + &(&a * &c));
        prop_assert_eq!(&(&a * &b) * &c, &a * &(&b * &c));
    }

    #[test]
    fn one_changes_nothing_and_zero_takes_all(a in polynomial()) {
        prop_assert_eq!(&a * &Laurent::one(), a.clone());
        prop_assert_eq!(&a * &Laurent::default(), Laurent::default());
        prop_assert_eq!(&a + &Laurent::default(), a);
    }

    #[test]
    fn a_mirror_image_twice_is_the_thing(a in polynomial(), b in polynomial()) {
        prop_assert_eq!(a.mirrored().mirrored(), a.clone());
        prop_assert_eq!((&a * &b).mirrored(), &a.mirrored() * &b.mirrored());
    }

    #[test]
    fn division_undoes_a_product(a in polynomial(), low in -4i32..4) {
        let divisor = Laurent::new(low, vec![-1, 0, 3, 0, -1]);
        prop_assert_eq!((&a * &divisor).divided_by(&divisor), Some(a));
    }

    #[test]
    fn powers_are_divided_only_when_they_can_be(a in polynomial()) {
        let doubled = a.coefficients().iter().enumerate().fold(Laurent::default(), |mut p, (i, &c)| {
            p.add_scaled(&Laurent::one(), c, 2 * (a.low() + i as i32));
            p
        });
        let mut doubled = doubled;
        doubled.trim();
        prop_assert_eq!(doubled.powers_divided(2), Some(a));
    }
}

#[test]
fn what_does_not_divide_is_said() {
    let a = Laurent::new(0, vec![1, 1]);
    assert_eq!(a.divided_by(&Laurent::new(0, vec![1, 0, 1])), None);
    assert_eq!(a.divided_by(&Laurent::new(0, vec![2, 1])), None, "a lead of 2 is not for whole numbers");
    assert_eq!(a.divided_by(&Laurent::default()), None);
    assert_eq!(Laurent::new(0, vec![1, 1]).powers_divided(2), None);
}

const TREFOIL: [[usize; 4]; 3] = [[1, 5, 2, 4], [3, 1, 4, 6], [5, 3, 6, 2]];

/// KnotInfo: V(3_1) = t + t³ − t⁴, in √t here.
#[test]
fn the_trefoil_as_published() {
    let v = jones(&Diagram::from_code(&TREFOIL)).powers_divided(2).expect("a knot");
    assert_eq!(v, Laurent::new(1, vec![1, 0, 1, -1]));
}

#[test]
fn a_circle_is_the_unknot_and_two_are_the_unlink() {
    let ring =
        |x: f64| (0..40).map(|i| (f64::from(i) * 0.157).sin_cos()).map(|(s, c)| [x + c, s, 0.0]).collect::<Vec<_>>();
    assert_eq!(jones(&Diagram::of(&[ring(0.0)])), Laurent::one());
    assert_eq!(jones(&Diagram::of(&[ring(0.0), ring(9.0)])), Laurent::new(-1, vec![-1, 0, -1]));
}

/// A trefoil in space: (sin t + 2 sin 2t, cos t − 2 cos 2t, −sin 3t), the usual parametrization.
fn trefoil(points: u32, hand: f64) -> Vec<[f64; 3]> {
    (0..points)
        .map(|i| {
            let t = f64::from(i) / f64::from(points) * std::f64::consts::TAU + 0.01;
            let (s, c) = (t.sin() + 2.0 * (2.0 * t).sin(), t.cos() - 2.0 * (2.0 * t).cos());
            [s, c, -hand * (3.0 * t).sin()]
        })
        .collect()
}

#[test]
fn hands_differ_and_direction_does_not_matter() {
    let v = |curve: Vec<[f64; 3]>| jones(&Diagram::of(&[curve]));
    let (right, left) = (v(trefoil(120, 1.0)), v(trefoil(120, -1.0)));
    assert_ne!(right, left);
    assert_eq!(right, left.mirrored());
    let back: Vec<[f64; 3]> = trefoil(120, 1.0).into_iter().rev().collect();
    assert_eq!(v(back), right);
}

/// First Reidemeister move: a kink changes the writhe, not the knot.
#[test]
fn a_kink_is_not_noticed() {
    let mut curve = trefoil(240, 1.0);
    let plain = jones(&Diagram::of(&[curve.clone()]));
    let (a, b) = (curve[20], curve[21]);
    let kink = [[0.0, 0.3, 0.4], [0.5, 0.5, 0.5], [0.5, -0.3, 0.6], [-0.1, 0.1, 0.9]];
    let middle: Vec<[f64; 3]> =
        kink.iter().map(|k| [(a[0] + b[0]) / 2.0 + k[0], (a[1] + b[1]) / 2.0 + k[1], a[2] + k[2]]).collect();
    curve.splice(21..21, middle);
    let kinked = Diagram::of(&[curve.clone()]);
    assert_ne!(kinked.crossings.len(), Diagram::of(&[trefoil(240, 1.0)]).crossings.len(), "the kink is there");
    assert_eq!(jones(&kinked), plain);
}

/// Two knots tied in one rope: the product of both.
#[test]
fn a_sum_is_a_product() {
    let shifted = |curve: Vec<[f64; 3]>, x: f64| curve.into_iter().map(|p| [p[0] + x, p[1], p[2]]).collect::<Vec<_>>();
    let cut = |curve: &[[f64; 3]]| curve[..curve.len() - 4].to_vec();
    let (a, b) = (cut(&trefoil(160, 1.0)), cut(&shifted(trefoil(160, -1.0), 20.0)));
    let both = jones(&Diagram::of(&[closed(&[(&a, Side::Front), (&b, Side::Front)])]));
    let one = jones(&Diagram::of(&[trefoil(160, 1.0)]));
    assert_eq!(both, &one * &one.mirrored());
}

/// The code written from a curve reads back to the same diagram.
#[test]
fn codes_are_written_and_read() {
    let d = Diagram::of(&[trefoil(200, 1.0)]);
    let again = Diagram::from_code(&d.code());
    assert_eq!((again.writhe(), jones(&again)), (d.writhe(), jones(&d)));
    assert_eq!(d.writhe().abs(), 3);
}

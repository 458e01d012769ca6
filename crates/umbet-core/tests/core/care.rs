//! Cord as it is kept: a hank uses its cord up and no more, fibre is finished as it bears it, and every make has its own checks.

use proptest::prelude::*;
use umbet_core::care::care;
use umbet_core::cord::{Construction, cord, cords};
use umbet_core::units::{BodyMeasures, Length, Reader};

fn kept(kind: &str, m: f64) -> umbet_core::care::Care {
    care(cord(kind).expect("a cord of the list"), Length::from_m(m), &Reader::default())
}

/// By hand: 30 m of 4 mm cord on a hand of 210 mm, 0.504 m an eight. 56 eights are 28.22 m, their bundle 0.004 √(112 / 0.7) = 51 mm,
/// seven wraps of it 7 π (51 + 4) mm = 1.20 m, with what hangs out and the lock 29.67 m; 57 would take 30.19 m.
#[test]
fn a_hank_by_hand() {
    let hank = kept("paracord-iii", 30.0).hank;
    assert_eq!((hank.passes, hank.wraps), (56, 7), "{hank:?}");
    assert!(hank.says.contains("locking bight") && hank.steps.iter().any(|s| s.contains("Never a half hitch")));
}

/// Manila, jute and cotton are of plants; the rest of the list is not.
#[test]
fn plant_fibre_is_known() {
    let of_plants: std::collections::BTreeSet<&str> =
        cords().iter().filter(|c| c.natural()).map(|c| c.material.as_str()).collect();
    assert_eq!(of_plants.into_iter().collect::<Vec<_>>(), ["cotton", "jute", "manila"]);
}

#[test]
fn each_cord_is_made_up_by_its_thickness_and_length() {
    assert!(kept("braid-polyester-12", 25.0).hank.says.starts_with("A coil"));
    assert!(kept("guy-polyester-3", 90.0).hank.says.contains("chained"));
    assert!(kept("guy-polyester-3", 0.9).hank.says.contains("two fingers"));
    assert!(kept("laid-manila-16", 18.0).hank.steps.iter().any(|s| s.contains("sunwise")));
}

/// No answer a hand could not do: nothing short is coiled, nothing endless chained, wire and webbing are not wound on fingers.
#[test]
fn nothing_is_asked_that_a_hand_cannot_do() {
    for c in cords() {
        for m in [0.1, 0.5, 1.0, 3.0, 8.0, 30.0, 90.0, 300.0, 2000.0] {
            let hank = kept(&c.id, m).hank;
            let eights = hank.says.contains("figures of eight:");
            let odd = matches!(c.construction, Construction::Wire | Construction::Webbing);
            assert!(!(odd && (eights || hank.says.contains("chained"))), "{} of {m} m: {}", c.name, hank.says);
            assert!(m <= 120.0 || odd || hank.says.contains("spool"), "{} of {m} m: {}", c.name, hank.says);
            assert!(!hank.says.starts_with("A coil") || m >= 3.0 * 1.7, "{} of {m} m: {}", c.name, hank.says);
            assert!(hank.passes < 1000 && hank.runs_out_s[1] <= 600.0, "{} of {m} m: {hank:?}", c.name);
        }
    }
}

/// Natural fibre is never melted, wire is taped, and whatever melts has its caution.
#[test]
fn ends_are_finished_as_the_fibre_bears_it() {
    for c in cords() {
        let ends = kept(&c.id, 5.0).ends.join(" ");
        let natural = c.natural();
        assert_eq!(natural, ends.contains("never melted"), "{}: {ends}", c.name);
        if c.construction == Construction::Wire {
            assert!(ends.contains("side cutters") && !ends.contains("elt the end"), "{ends}");
        } else if !natural && c.construction != Construction::Shock {
            assert!(ends.contains("fumes"), "{}: {ends}", c.name);
        }
        let checks = kept(&c.id, 5.0).checks;
        assert!(checks.len() >= 4 && (checks.len() > 4) == natural, "{}: {checks:?}", c.name);
    }
}

proptest! {
    /// A hank never takes more than there is, and a longer cord never fewer passes.
    #[test]
    fn a_hank_uses_its_cord_up_and_no_more(m in 1.5f64..38.0, more in 0.0f64..2.0, span in 150.0f64..260.0) {
        let body = BodyMeasures { hand_span_mm: span, ..BodyMeasures::default() };
        let reader = Reader { body, ..Reader::default() };
        let c = cord("paracord-iii").expect("listed");
        let hank = |m: f64| care(c, Length::from_m(m), &reader).hank;
        let (short, long) = (hank(m), hank(m + more));
        prop_assert!(long.passes >= short.passes || (m <= 6.0 && m + more > 6.0));
        prop_assert!(f64::from(short.passes) * 2.4 * span / 1000.0 <= m);
        if short.passes > 3 {
            // One pass more would not have left the wraps.
            let d = 0.004;
            let wraps = |n: f64| f64::from(short.wraps) * std::f64::consts::PI * (d * (n * 2.0 / 0.7).sqrt() + d);
            let n = f64::from(short.passes) + 1.0;
            prop_assert!(n * 2.4 * span / 1000.0 + wraps(n) + 0.25 > m);
        }
    }
}

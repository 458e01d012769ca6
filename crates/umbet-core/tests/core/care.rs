//! Cord as it is kept: a hank uses its cord up and no more, fibre is finished as it bears it, and every make has its own checks.

use proptest::prelude::*;
use umbet_core::care::{LAST_MARK, by_wraps, care, lay, mark, read_mark};
use umbet_core::cord::{Construction, cord, cords};
use umbet_core::situation::{CordDraft, Draft, Task, UsedCord, used_cord};
use umbet_core::units::{BodyMeasures, Length, Reader, UnitSystem};

fn used(kind: &str) -> UsedCord {
    let draft = CordDraft { kind: kind.into(), ..Draft::usual(Task::MakeFast).cord };
    UsedCord { wet: false, worn: false, ..used_cord("cord", &draft).expect("a cord of the list") }
}

fn kept(kind: &str, m: f64) -> umbet_core::care::Care {
    care(&used(kind), Length::from_m(m), &Reader::default())
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
        let hank = |m: f64| care(&used(&c.id), Length::from_m(m), &reader).hank;
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

/// Every mark is read back as its number, no two are alike, and a number past the last has none.
#[test]
fn every_mark_is_read_back() {
    let all: Vec<Vec<u32>> = (0..=LAST_MARK).map(|n| mark(n).expect("a mark")).collect();
    for (n, rings) in all.iter().enumerate() {
        assert_eq!(read_mark(rings), Some(n as u32), "{rings:?}");
        assert!(rings.iter().all(|r| (1..=5).contains(r)), "{rings:?}");
    }
    assert_eq!(all.iter().collect::<std::collections::BTreeSet<_>>().len(), all.len());
    assert_eq!(mark(LAST_MARK + 1), None);
}

/// By hand: 38 is 1 2 3 to the base five; weighted 1·1 + 2·2 + 3·3 = 14, and the check c with 14 + 4 c a multiple of five is 4; each
/// is felt as one ring more.
#[test]
fn a_mark_by_hand() {
    assert_eq!(mark(38), Some(vec![2, 3, 4, 5]));
    assert_eq!(mark(0), Some(vec![1, 1, 1, 1]));
}

/// One group miscounted, and two neighbours changed for each other, never come out as another hank: all 625 marks, every such error.
#[test]
fn a_miscount_is_never_another_hank() {
    for n in 0..=LAST_MARK {
        let rings = mark(n).expect("a mark");
        for place in 0..rings.len() {
            for wrong in (1..=5).filter(|w| *w != rings[place]) {
                let mut felt = rings.clone();
                felt[place] = wrong;
                assert_eq!(read_mark(&felt), None, "{rings:?} felt as {felt:?}");
            }
            if place + 1 < rings.len() && rings[place] != rings[place + 1] {
                let mut felt = rings.clone();
                felt.swap(place, place + 1);
                assert_eq!(read_mark(&felt), None, "{rings:?} felt as {felt:?}");
            }
        }
    }
    for odd in [&[][..], &[1, 1], &[1, 1, 1, 1, 1, 1], &[0, 1, 1, 1], &[6, 1, 1, 1]] {
        assert_eq!(read_mark(odd), None, "{odd:?}");
    }
}

/// Twenty turns of 4 mm cord lie along 80 mm; half a turn miscounted is a fortieth of it.
#[test]
fn thickness_by_turns_round_a_pencil() {
    let reader = Reader::default();
    let w = by_wraps(20, Length::from_mm(80.0), cords(), &reader);
    assert!((w.diameter_mm - 4.0).abs() < 1e-9);
    assert!((w.between_mm[0] - 80.0 / 20.5).abs() < 1e-9 && (w.between_mm[1] - 80.0 / 19.5).abs() < 1e-9);
    assert!(w.says.contains("parachute cord") && w.says.contains("4 mm nylon braid"), "{}", w.says);
    let few = by_wraps(3, Length::from_mm(12.0), cords(), &reader);
    assert!(few.says.contains("Ten turns or more"), "{}", few.says);
    let none = by_wraps(20, Length::from_mm(900.0), cords(), &reader);
    assert!(none.says.contains("No kind of the list"), "{}", none.says);
    let inches = Reader { units: UnitSystem::Imperial, ..reader };
    assert!(by_wraps(20, Length::from_mm(120.0), cords(), &inches).says.starts_with("1/4 in"));
}

/// What a piece bears is told as it lies in the hand: worn it counts three quarters, nylon loses when wet and polyester does not, and
/// nothing is used beyond a fifth of what it bears at its weakest knot.
#[test]
fn what_a_piece_bears_by_hand() {
    let nylon = used("braid-nylon-6");
    let least = nylon.kind.strength_n.low;
    let says = |u: &UsedCord| care(u, Length::from_m(10.0), &Reader::default()).bears;
    let sound = says(&nylon);
    // Half at the weakest knot, a fifth of that: a tenth of new.
    let tenth = Reader::default().force(umbet_core::units::Force::from_n(least / 10.0));
    assert!(sound[0].contains(&format!("use it to {tenth}")), "{sound:?}");
    assert!(sound.iter().any(|w| w.starts_with("Wet, ")), "{sound:?}");
    let worn = says(&UsedCord { worn: true, ..nylon });
    let less = Reader::default().force(umbet_core::units::Force::from_n(0.75 * least / 10.0));
    assert!(worn[0].starts_with("Worn, it counts three quarters.") && worn[0].contains(&less), "{worn:?}");
    assert!(!says(&used("braid-polyester-6")).iter().any(|w| w.starts_with("Wet, ")));
    // 22 in the hundred of ten metres.
    assert!(sound.iter().any(|w| w.contains("22 % longer") && w.contains("2.20 m")), "{sound:?}");
    for c in cords() {
        assert!(!says(&used(&c.id)).join(" ").contains("NaN"), "{}", c.name);
    }
}

proptest! {
    /// Measured off between the hands a line never comes out short, and never longer than by a hand.
    #[test]
    fn spans_and_hands_are_never_short(m in 0.05..60.0f64, span in 0.9..2.5f64, hand in 100.0..320.0f64) {
        let body = BodyMeasures { arm_span_m: span, hand_span_mm: hand, ..BodyMeasures::default() };
        let reader = Reader { body, ..Reader::default() };
        let says = reader.spans_and_hands(Length::from_m(m));
        let number = |one: &str| {
            let part = says.split(" and ").find(|p| p.contains(one));
            part.and_then(|p| p.split(' ').next()).map_or(0.0, |n| n.parse::<f64>().expect("a number"))
        };
        let laid = number("arm span") * span + number("hand") * hand / 1000.0;
        prop_assert!(laid >= m - 1e-5, "{m} as {says}: {laid}");
        prop_assert!(laid <= m + span.max(hand / 1000.0), "{m} as {says}: {laid}");
    }
}

/// Whippings are for rope: each of five moves is told for its thickness, with twine enough for its turns, and drawn; wire and webbing
/// have none.
#[test]
fn a_whipping_is_told_and_drawn() {
    use umbet_core::draw::{Item, WHIPPING_MOVES, to_svg, whipping, whipping_turns};
    for c in cords() {
        let moves = care(&used(&c.id), Length::from_m(10.0), &Reader::default()).whipping;
        let none = matches!(c.construction, Construction::Wire | Construction::Webbing);
        assert_eq!(moves.len(), if none { 0 } else { WHIPPING_MOVES }, "{}", c.name);
        assert!(moves.iter().all(|m| m.ends_with('.')), "{moves:?}");
    }
    // 16 mm: 20 turns of 1 mm twine, 20 π 17 mm = 1.07 m, six lengths of the whipping for bight and ends, 12 cm, and 20 cm to hold.
    let manila = care(&used("laid-manila-16"), Length::from_m(10.0), &Reader::default()).whipping;
    assert!(manila[0].contains("1.39 m") && manila[2].contains("20 turns, 20 mm"), "{manila:?}");
    let strokes = |done: usize| {
        let scene = whipping(done, 1.25);
        let svg = to_svg(&scene, None);
        assert!(!svg.contains("NaN") && scene.alt.contains(&format!("{done} of 5")), "{}", scene.alt);
        let inside =
            |p: &[f64; 2]| (-1.0..=scene.width + 1.0).contains(&p[0]) && (-1.0..=scene.height + 1.0).contains(&p[1]);
        for item in &scene.items {
            if let Item::Lines { runs, .. } = item {
                assert!(runs.iter().flatten().all(inside), "{done}: {item:?}");
            }
        }
        scene.items.iter().filter(|i| matches!(i, Item::Lines { class: "ra", .. })).count()
    };
    let drawn: Vec<usize> = (0..=WHIPPING_MOVES).map(strokes).collect();
    let turns = whipping_turns(1.25);
    assert_eq!(drawn[0], 0, "bare rope: {drawn:?}");
    assert!(drawn[3] > drawn[2] + turns / 2, "the turns are wound: {drawn:?}");
    assert_eq!(drawn[WHIPPING_MOVES], turns, "nothing but turns is left: {drawn:?}");
}

/// A mark as it is laid: the broad whipping first, rings of a group nearer to each other than groups, all of them on the cord; a
/// finger counts what the number says.
#[test]
fn a_mark_is_laid_as_a_finger_counts_it() {
    for number in [1, 7, 124, 125, LAST_MARK] {
        let rings = mark(number).expect("a mark");
        let laid = lay(&rings);
        assert_eq!(laid.whipped.len(), 1 + rings.iter().sum::<u32>() as usize, "{number}");
        assert!(laid.whipped[0][1] > 3.0 * laid.whipped[1][1], "the broad one is felt at once");
        let gaps: Vec<f64> = laid.whipped.windows(2).map(|w| w[1][0] - w[0][0] - w[0][1]).collect();
        let mut felt = Vec::new();
        let mut count = 0;
        for gap in gaps.iter().skip(1) {
            count += 1;
            if *gap > 4.0 {
                felt.push(std::mem::take(&mut count));
            }
        }
        felt.push(count + 1);
        assert_eq!(read_mark(&felt), Some(number), "{felt:?}");
        assert!(laid.whipped.iter().all(|[from, wide]| *from > 0.0 && from + wide < laid.long));
        assert!(laid.says.contains("broad whipping"));
    }
}

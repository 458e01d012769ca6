//! The shelter's drawings are to scale, and its sheet keeps to its two pages.

use umbet_core::draw::scale::{covers, overlap};
use umbet_core::draw::{Item, Scene, ShelterLooks, above, side, to_svg};

use crate::planning::{planned, read, shelter, try_plan};
use umbet_core::draw::paper::PAGE;
use umbet_core::rig::anchor::AnchorDraft;
use umbet_core::rig::shelter::{Bearing, Pitch, ShelterDraft, ShelterPlan, looks};
use umbet_core::rig::tighten::Tighten;
use umbet_core::rig::{DRAWING_WIDTH, pages};
use umbet_core::units::{Reader, UnitSystem};

const PITCHES: [Pitch; 5] = [Pitch::AFrame, Pitch::LeanTo, Pitch::FlatFly, Pitch::HalfPyramid, Pitch::PloughPoint];

fn drawn(pitch: Pitch) -> (ShelterDraft, ShelterPlan, ShelterLooks) {
    let d = ShelterDraft { pitch, ..ShelterDraft::of_the_crew() };
    let p = planned(&d);
    let l = looks(&read(&d), &p, [868.0, 410.0], &Reader::default());
    (d, p, l)
}

/// All words with their places, inside frames too.
fn words(items: &[Item]) -> Vec<([f64; 2], &str)> {
    let of = |i: &'_ Item| match i {
        Item::Text { at, text, .. } => vec![(*at, text.clone())],
        Item::Framed { items, .. } => words(items).into_iter().map(|(at, t)| (at, t.to_owned())).collect(),
        _ => Vec::new(),
    };
    let all: Vec<([f64; 2], String)> = items.iter().flat_map(of).collect();
    all.into_iter().map(|(at, t)| (at, &*t.leak())).collect()
}

fn fills<'a>(scene: &'a Scene, class: &str) -> Vec<&'a Vec<[f64; 2]>> {
    let of = |i: &'a Item| match i {
        Item::Fill { class: c, points } if *c == class => Some(points),
        _ => None,
    };
    scene.items.iter().filter_map(of).collect()
}

fn circles(scene: &Scene, class: &str) -> Vec<([f64; 2], f64)> {
    let of = |i: &Item| match i {
        Item::Circle { class: c, at, r } if *c == class => Some((*at, *r)),
        _ => None,
    };
    scene.items.iter().filter_map(of).collect()
}

#[test]
fn from_above_everything_is_to_one_scale() {
    for pitch in PITCHES {
        let (d, p, l) = drawn(pitch);
        let (scene, frame) = above(&l);
        let page = |q: [f64; 3]| [frame.origin[0] + q[0] * frame.scale, frame.origin[1] + q[1] * frame.scale];
        let sheet = fills(&scene, "sheet");
        for (drawn, corner) in sheet[0].iter().zip(&p.facts.geometry.outline) {
            let at = page(*corner);
            assert!((drawn[0] - at[0]).hypot(drawn[1] - at[1]) < 1e-6, "{pitch:?}");
        }
        // Trunks as far apart as they stand, whichever are taken.
        let trunks = circles(&scene, "ob bark");
        assert!(trunks.len() >= d.anchors.len() - usize::from(!pitch.needs_two_anchors()), "{pitch:?}");
        if !pitch.needs_two_anchors() {
            continue;
        }
        let [a, b] = p.facts.between.anchors.map(|i| d.anchors[i].at_m);
        let apart = (a[0] - b[0]).hypot(a[1] - b[1]) * frame.scale;
        let drawn = (trunks[0].0[0] - trunks[1].0[0]).hypot(trunks[0].0[1] - trunks[1].0[1]);
        assert!((apart - drawn).abs() < 1.0, "{pitch:?}: {apart} and {drawn}");
        for (at, _) in words(&scene.items) {
            assert!((0.0..=l.size[0]).contains(&at[0]) && (0.0..=l.size[1]).contains(&at[1]), "{pitch:?}: {at:?}");
        }
    }
}

/// A place on the drawing from above goes back to where it stands: what dragging an anchor relies on.
#[test]
fn a_place_on_the_page_is_a_place_on_the_site() {
    let (d, p, l) = drawn(Pitch::AFrame);
    let (scene, frame) = above(&l);
    let bearing = Bearing::of(&read(&d), &p.facts.between);
    let [ux, uy] = bearing.along;
    let back = |at: [f64; 2]| {
        let (x, y) = ((at[0] - frame.origin[0]) / frame.scale, (at[1] - frame.origin[1]) / frame.scale);
        [bearing.from_m[0] + x * ux + y * uy, bearing.from_m[1] + x * uy - y * ux]
    };
    for (at, _) in circles(&scene, "ob bark") {
        let [x, y] = back(at);
        let near = d.anchors.iter().any(|a| (a.at_m[0] - x).hypot(a.at_m[1] - y) < 1e-6);
        assert!(near, "nothing stands at {x:.2}, {y:.2}");
    }
}

#[test]
fn from_the_side_the_ridge_is_as_high_as_it_is_said() {
    for pitch in PITCHES {
        let (_, p, l) = drawn(pitch);
        let scene = side(&l);
        let sheet = fills(&scene, "sheet")[0];
        let (top, low) = sheet.iter().fold((f64::MAX, f64::MIN), |(a, b), q| (a.min(q[1]), b.max(q[1])));
        let (left, right) = sheet.iter().fold((f64::MAX, f64::MIN), |(a, b), q| (a.min(q[0]), b.max(q[0])));
        let wide = p.facts.geometry.outline.iter().map(|q| q[0]).fold(f64::MIN, f64::max)
            - p.facts.geometry.outline.iter().map(|q| q[0]).fold(f64::MAX, f64::min);
        // The near side is seen, or where there is none, all of it.
        let near: Vec<&[f64; 3]> = p.facts.geometry.outline.iter().filter(|q| q[1] < -1e-9).collect();
        let seen = if near.is_empty() { p.facts.geometry.outline.iter().collect() } else { near };
        let heights = seen.into_iter().chain(&p.facts.geometry.ridge).map(|q| q[2]);
        let (high, deep) = heights.fold((f64::MIN, f64::MAX), |(a, b), z| (a.max(z), b.min(z)));
        // A ridge hangs lowest in its middle: its ends are higher on the drawing by what it comes down between them.
        let scale = (right - left) / wide;
        let lifted = if pitch.needs_two_anchors() {
            let middle = sheet.iter().filter(|q| (q[0] - f64::midpoint(left, right)).abs() < 12.0);
            let hangs = middle.map(|q| q[1]).fold(f64::MAX, f64::min);
            assert!(hangs - top > 0.0 && (hangs - top) / scale < p.facts.forces.sag_m.high, "{pitch:?}");
            (hangs - top) / scale
        } else {
            0.0
        };
        let tall_m = high - deep + lifted;
        assert!(((low - top) / scale - tall_m).abs() < 0.03, "{pitch:?}: {} for {tall_m}", (low - top) / scale);
        assert!(to_svg(&scene, None).contains("to scale"));
    }
}

/// On the plan north is where it is, and the wind blows to where it goes.
#[test]
fn north_and_wind_point_where_they_should() {
    let mut d = ShelterDraft::of_the_crew();
    d.anchors[1].at_m = [6.4, 0.0];
    (d.between, d.wind_from_deg) = (Some([0, 1]), Some(270.0));
    let l = looks(&read(&d), &planned(&d), [868.0, 410.0], &Reader::default());
    let near = |a: [f64; 2], b: [f64; 2]| (a[0] - b[0]).hypot(a[1] - b[1]) < 1e-9;
    // The ridge runs east, to the right of the page; north is up, which is down the page's y.
    assert!(near(l.north, [0.0, -1.0]) && near(l.wind, [1.0, 0.0]), "{:?} {:?}", l.north, l.wind);
    d.wind_from_deg = None;
    let across = looks(&read(&d), &planned(&d), [868.0, 410.0], &Reader::default());
    assert!(near(across.wind, [0.0, -1.0]));
    let arrow = |l: &ShelterLooks| fills(&above(l).0, "pull")[0].clone();
    assert_ne!(arrow(&l), arrow(&across));
}

/// A ridge that slopes has the height of both its ends on the drawing; a level one on level ground has one.
#[test]
fn both_ends_of_a_sloping_ridge_are_dimensioned() {
    let mut d = ShelterDraft { slope_percent: 0.0, slope_across_percent: 0.0, ..ShelterDraft::of_the_crew() };
    let words = |d: &ShelterDraft| looks(&read(d), &planned(d), [868.0, 410.0], &Reader::default()).words;
    let level = words(&d).ties;
    assert_eq!(level[0], level[1]);
    d.anchors[0].high_m = 1.5;
    let sloping = words(&d);
    assert_ne!(sloping.ties[0], sloping.ties[1]);
}

/// Nothing runs off the paper and no words lie on words, for every pitch, tightening and measure.
#[test]
fn the_sheet_keeps_to_its_pages() {
    for pitch in PITCHES {
        for tighten in Tighten::ALL {
            for units in [UnitSystem::Metric, UnitSystem::Imperial, UnitSystem::Body] {
                let reader = Reader { units, ..Reader::default() };
                let d = ShelterDraft { pitch, tighten: *tighten, ..shelter() };
                let all = pages(&crate::planning::drawn(&d, DRAWING_WIDTH, &reader), "Night shelter");
                assert!((2..=4).contains(&all.len()), "{} pages", all.len());
                for (n, page) in all.iter().enumerate() {
                    let words = words(&page.items);
                    let lowest = words.iter().map(|(at, _)| at[1]).fold(0.0, f64::max);
                    assert!(lowest < PAGE[1] - 20.0, "{pitch:?} {tighten:?} {units:?}: page {} to {lowest}", n + 1);
                    assert!(words.iter().all(|(at, _)| at[0] > 0.0 && at[0] < PAGE[0] - 30.0));
                }
                let said: Vec<&str> = all.iter().flat_map(|p| words(&p.items)).map(|(_, t)| t).collect();
                assert!(said.contains(&"Rig") && said.contains(&"Strike") && said.contains(&"Cautions"));
                // What is tied to the ridge is drawn on a rope.
                let laid = all.iter().any(|p| to_svg(p, None).contains("ob laid"));
                assert_eq!(laid, pitch.needs_two_anchors(), "{pitch:?} {tighten:?}");
            }
        }
    }
}

fn runs(scene: &Scene, class: &str) -> Vec<Vec<[f64; 2]>> {
    let of = |i: &Item| match i {
        Item::Lines { class: c, runs, .. } if *c == class => runs.clone(),
        _ => Vec::new(),
    };
    scene.items.iter().flat_map(of).collect()
}

/// A split ridge is drawn as two lines that end at the cover, from the side and from above; one that runs through as one.
#[test]
fn a_split_ridge_is_drawn_in_two() {
    for (split, lines) in [(false, 1), (true, 2)] {
        let d = ShelterDraft { split, ..shelter() };
        let p = planned(&d);
        let l = looks(&read(&d), &p, [868.0, 410.0], &Reader::default());
        assert_eq!(runs(&side(&l), "ra").len(), lines, "from the side");
        let (scene, frame) = above(&l);
        let drawn = runs(&scene, "ra");
        assert_eq!(drawn.len(), lines, "from above");
        let end = drawn[0].last().expect("it ends")[0];
        let cover = frame.origin[0] + p.facts.geometry.ridge[0][0] * frame.scale;
        let far = frame.origin[0] + p.facts.geometry.span_m * frame.scale;
        assert!((end - if split { cover } else { far }).abs() < 1e-6);
    }
}

/// The line is straight to the cover and lowest under it; its ends are as high as the ties that are said.
#[test]
fn the_line_hangs_from_its_ties() {
    let d = ShelterDraft { slope_percent: 0.0, slope_across_percent: 0.0, ..shelter() };
    let p = planned(&d);
    let l = looks(&read(&d), &p, [868.0, 300.0], &Reader::default());
    let line = runs(&side(&l), "ra").remove(0);
    let (first, last) = (line[0], line[line.len() - 1]);
    let lowest = line.iter().map(|q| q[1]).fold(f64::MIN, f64::max);
    let scale = (last[0] - first[0]) / p.facts.geometry.span_m;
    assert!(((lowest - first[1]) / scale - p.facts.forces.sag_m.high).abs() < 0.01, "{}", (lowest - first[1]) / scale);
    // Three points before the cover lie on one line.
    let slope = |a: [f64; 2], b: [f64; 2]| (b[1] - a[1]) / (b[0] - a[0]);
    assert!((slope(line[0], line[4]) - slope(line[4], line[8])).abs() < 1e-9);
    assert_eq!(
        l.words.ties[0],
        Reader::default().length(umbet_core::units::Length::from_m(p.facts.geometry.ties_m[0]))
    );
}

/// A picket is a pole and a line back to a peg, no trunk; a ring is a ring; what is not taken stands in its place.
#[test]
fn anchors_are_drawn_as_what_they_are() {
    use umbet_core::rig::anchor::AnchorKind;
    let mut d = ShelterDraft { between: Some([0, 1]), ..shelter() };
    (d.anchors[0].kind, d.anchors[0].size_mm) = (AnchorKind::Vehicle, 14.0);
    (d.anchors[1].kind, d.anchors[1].size_mm) = (AnchorKind::Peg, 40.0);
    let p = planned(&d);
    let l = looks(&read(&d), &p, [868.0, 410.0], &Reader::default());
    let scene = side(&l);
    let trunks = scene.items.iter().filter(|i| matches!(i, Item::Rect { class, .. } if class.contains("bark"))).count();
    assert_eq!(trunks, 0);
    assert_eq!(circles(&scene, "oe hollowed").len(), 1, "the ring");
    assert_eq!((l.poles.len(), l.backstays.len()), (1, 1));
    // Ridge and backstay, both in the ridge's cord.
    assert_eq!(runs(&scene, "ra").len(), 2);
    let said: Vec<&str> = words(&scene.items).into_iter().map(|(_, t)| t).collect();
    assert!(said.contains(&"the ash") && said.contains(&"the larch"), "{said:?}");
}

fn words_clear(items: &[Item], what: &str) {
    let boxes: Vec<([f64; 4], &Item)> = items.iter().filter_map(|i| Some((covers(i)?, i))).collect();
    for (i, (a, one)) in boxes.iter().enumerate() {
        for (b, other) in &boxes[i + 1..] {
            assert!(!overlap(*a, *b), "{what}: {one:?} lies on {other:?}");
        }
    }
}

/// No words lie on other words, for every pitch, from the side and from above (each line of words taken as wide as its letters).
#[test]
fn words_keep_clear_of_one_another() {
    for pitch in PITCHES {
        for split in [false, true] {
            let d = ShelterDraft { pitch, split, slope_percent: 0.0, ..shelter() };
            let p = planned(&d);
            let l = looks(&read(&d), &p, [868.0, 300.0], &Reader::default());
            words_clear(&side(&l).items, &format!("{pitch:?} from the side"));
            words_clear(&above(&l).0.items, &format!("{pitch:?} from above"));
        }
    }
}

/// The rag on a line at neck height hides no number, whatever the span, the cover and the slope.
#[test]
fn the_rag_on_the_line_hides_no_words() {
    let mut flown = 0;
    for (span, cover) in [(4.2, 3.0), (5.0, 3.0), (6.4, 3.0), (6.4, 4.0), (9.0, 3.0), (12.0, 5.0)] {
        for (pitch, slope) in PITCHES.into_iter().flat_map(|p| [(p, 0.0), (p, 12.0)]) {
            let mut d = ShelterDraft { pitch, slope_percent: slope, ..shelter() };
            d.anchors[1].at_m = [d.anchors[0].at_m[0] + span, d.anchors[0].at_m[1]];
            (d.cover.length_m, d.cover.width_m) = (cover, 2.8);
            let Ok(p) = try_plan(&d) else { continue };
            let scene = side(&looks(&read(&d), &p, [868.0, 300.0], &Reader::default()));
            let Some(cloth) = fills(&scene, "flag").first().map(|points| bounds(points)) else { continue };
            flown += 1;
            for item in &scene.items {
                let own = matches!(item, Item::Text { class: "flagt", .. });
                let hidden = covers(item).is_some_and(|words| overlap(words, cloth));
                assert!(own || !hidden, "{pitch:?}, {span} m, cover {cover} m: {item:?} under the rag");
            }
        }
    }
    assert!(flown > 10, "{flown}");
}

fn bounds(points: &[[f64; 2]]) -> [f64; 4] {
    points.iter().fold([f64::MAX, f64::MAX, f64::MIN, f64::MIN], |[l, t, r, b], [x, y]| {
        [l.min(*x), t.min(*y), r.max(*x), b.max(*y)]
    })
}

/// Trees that stand close together have their names beside them, none on another.
#[test]
fn names_in_a_crowd_keep_clear_of_one_another() {
    let mut d = shelter();
    let like = d.anchors[0].clone();
    for (name, x, y) in [("the old alder", 1.0, 3.0), ("the young alder", 1.7, 3.0), ("the rowan", 1.0, 3.7)] {
        d.anchors.push(AnchorDraft { name: name.into(), at_m: [like.at_m[0] + x, like.at_m[1] + y], ..like.clone() });
    }
    let p = planned(&d);
    let l = looks(&read(&d), &p, [868.0, 420.0], &Reader::default());
    words_clear(&above(&l).0.items, "a crowd from above");
}

/// Long names keep within the drawing, from the side and from above, and clear of its other words.
#[test]
fn long_names_keep_within_the_drawing() {
    for names in [
        ["the old oak at the ford", "the gatepost by the lower byre"],
        ["Žižkův dub", "Съёмочная берёза"],
        ["Donaudampfschifffahrtsgesellschaft", "x"],
    ] {
        let mut d = shelter();
        d.anchors.iter_mut().zip(names).for_each(|(a, name)| a.name = name.into());
        let p = planned(&d);
        let l = looks(&read(&d), &p, [868.0, 410.0], &Reader::default());
        for scene in [side(&l), above(&l).0] {
            for item in &scene.items {
                let Some([left, _, right, _]) = covers(item) else { continue };
                assert!(left >= -1.0 && right <= 869.0, "{item:?}");
            }
            words_clear(&scene.items, names[0]);
        }
    }
}

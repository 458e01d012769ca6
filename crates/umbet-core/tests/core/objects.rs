//! What a knot is drawn on, and the words that stand on the drawing: every object, every knot, several sizes.

use umbet_core::choose::unknown_names;
use umbet_core::draw::{Anchor, Figure, Item, ObjectLook, Scene, draw, to_svg};
use umbet_core::knot::notation::Axis;
use umbet_core::knot::{Knot, catalogue};
use umbet_core::object::{Look, Section, Shape, object_kind, surface, surfaces};
use umbet_core::situation::{Draft, Task};
use umbet_core::usage::{ends, taken};

const LOOKS: [(Look, &str); 4] =
    [(Look::Steel, "ob steel"), (Look::Timber, "ob wood"), (Look::Bark, "ob bark"), (Look::Rope, "ob laid")];

fn drawn(knot: &Knot, f: &Figure) -> Scene {
    draw(knot, f).unwrap_or_else(|e| panic!("{}: {e}", knot.id))
}

fn figure(look: Look, section: Section) -> Figure {
    Figure {
        size: [720.0, 480.0],
        object: ObjectLook { look, section, radius: Some(2.0), dimension: Some("48 mm".into()) },
        ..Figure::default()
    }
}

fn runs(scene: &Scene, wanted: &str) -> Vec<Vec<[f64; 2]>> {
    let of = |i: &Item| match i {
        Item::Lines { class, runs, .. } if *class == wanted => runs.clone(),
        _ => Vec::new(),
    };
    scene.items.iter().flat_map(of).collect()
}

/// One face for each material, end-on and from the side, on every knot that has an object.
#[test]
fn every_material_has_its_face_on_every_knot() {
    let on_something = catalogue().knots().iter().filter(|k| !k.path.poles.is_empty());
    let mut drawings = 0;
    for knot in on_something {
        for (look, class) in LOOKS {
            for section in [Section::Round, Section::Square] {
                let svg = to_svg(&drawn(knot, &figure(look, section)), None);
                assert!(svg.contains(&format!("class=\"{class}\"")), "{} on {class}", knot.id);
                let others = LOOKS.iter().filter(|(l, _)| *l != look);
                assert!(others.clone().all(|(_, c)| !svg.contains(&format!("class=\"{c}\""))), "{}", knot.id);
                assert!(!svg.contains("NaN") && !svg.contains("inf"), "{} on {class}", knot.id);
                drawings += 1;
            }
        }
    }
    assert!(drawings > 200, "{drawings}");
}

/// A laid rope's seams run from edge to edge of its face and never off it; end-on they meet in its middle.
#[test]
fn a_rope_shows_its_lay() {
    for knot in catalogue().knots().iter().filter(|k| !k.path.poles.is_empty()) {
        let scene = drawn(knot, &figure(Look::Rope, Section::Round));
        let seams = runs(&scene, "ol");
        let pole = &knot.path.poles[0];
        let edge = runs(&scene, "oe");
        match pole.axis {
            Axis::X | Axis::Y => {
                let across = usize::from(pole.axis == Axis::X);
                let edges: Vec<f64> = edge.iter().map(|r| r[0][across]).collect();
                let (top, low) = edges.iter().fold((f64::MAX, f64::MIN), |(a, b), &y| (a.min(y), b.max(y)));
                for seam in &seams {
                    let ys: Vec<f64> = seam.iter().map(|p| p[across]).collect();
                    assert!((ys[0] - top).abs() < 1e-6 && (ys[8] - low).abs() < 1e-6, "{}", knot.id);
                    assert!(ys.windows(2).all(|w| w[1] > w[0]), "{}: a seam turns back", knot.id);
                }
                assert!(seams.len() > 3, "{}", knot.id);
            }
            Axis::Z => assert!(seams.len() >= 3 && seams.iter().all(|s| s[0] == seams[0][0]), "{}", knot.id),
        }
    }
}

/// Width of a line of words, a little more than it is set in.
fn width(text: &str) -> f64 {
    text.chars().count() as f64 * 8.0
}

/// The pull, the tail and the object's size stand inside the frame, on every knot, in three shapes of frame, in either hand.
#[test]
fn words_on_a_drawing_stay_in_its_frame() {
    for knot in catalogue().knots() {
        for size in [[340.0, 300.0], [720.0, 480.0], [420.0, 700.0]] {
            for mirrored in [false, true] {
                let f = Figure {
                    size,
                    mirrored,
                    pull: Some("400 N".into()),
                    tail: Some("tail 96 mm".into()),
                    ..figure(Look::Timber, Section::Round)
                };
                let scene = drawn(knot, &f);
                let mut words = Vec::new();
                for item in &scene.items {
                    let Item::Text { at, anchor, text, .. } = item else { continue };
                    let w = width(text);
                    let (left, right) = match anchor {
                        Anchor::Start => (at[0], at[0] + w),
                        Anchor::Middle => (at[0] - w / 2.0, at[0] + w / 2.0),
                        Anchor::End => (at[0] - w, at[0]),
                    };
                    let inside = left > -8.0 && right < size[0] + 8.0 && at[1] > 8.0 && at[1] < size[1] + 1.0;
                    assert!(inside, "{} {size:?} {mirrored}: “{text}” at {at:?}", knot.id);
                    words.push(text.as_str());
                }
                let whipped = knot.path.strands.iter().any(|s| s.back.is_none());
                assert!(
                    !whipped || words.contains(&"400 N") || words.contains(&"tail 96 mm"),
                    "{}: {words:?}",
                    knot.id
                );
            }
        }
    }
}

/// Every other way of tying draws at every move, and its last picture is the knot's own.
#[test]
fn other_ways_end_in_the_knot_itself() {
    let mut ways = 0;
    for knot in catalogue().knots() {
        for (w, way) in knot.entry.way.iter().enumerate() {
            let picture = |pose: usize| {
                let (posed, step) = knot.posed(w, pose).expect("a pose");
                to_svg(&drawn(&posed, &Figure { step, ..figure(Look::Timber, Section::Round) }), None)
            };
            let all: Vec<String> = (0..way.pose.len()).map(picture).collect();
            assert!(all.windows(2).all(|p| p[0] != p[1]), "{}, {}: two moves look alike", knot.id, way.name);
            let (last, step) = knot.posed(w, way.pose.len() - 1).expect("a last pose");
            assert!(
                step.is_some() || last.path.crossings.len() == knot.path.crossings.len(),
                "{}, {}",
                knot.id,
                way.name
            );
            assert!(knot.posed(w, way.pose.len()).is_none());
            ways += 1;
        }
        assert!(knot.posed(knot.entry.way.len(), 0).is_none(), "{}", knot.id);
    }
    assert!(ways >= 7, "{ways}");
}

/// Where no joint says, a knot is shown on something it is tied to, of a thickness within reason, and a friction hitch on
/// rope in cord clearly thinner than the rope (common practice: under six tenths).
#[test]
fn a_knot_has_a_usual_object() {
    for knot in catalogue().knots() {
        let usual = knot.usual();
        assert!(surface(usual.surface).is_some(), "{}", knot.id);
        assert!(knot.entry.shapes.is_empty() || knot.entry.shapes.contains(&usual.shape), "{}", knot.id);
        let girth = object_kind(usual.shape).section.girth(usual.size, usual.cord);
        let t = taken(&knot.entry.usage, knot.entry.usage.tail, &ends(knot, usual.cord, None), girth);
        assert!(t.total().m() > 0.02 && t.total().m() < 12.0, "{}: {} m", knot.id, t.total().m());
        if usual.shape == Shape::Rope && !knot.path.poles.is_empty() {
            assert!(usual.cord.mm() / usual.size.mm() < 0.6, "{}", knot.id);
            assert_eq!(surface(usual.surface).map(|s| s.look), Some(Look::Rope));
        }
    }
    // A rope has a thickness, and no surface of its own to be asked about.
    let rope = object_kind(Shape::Rope);
    assert!(rope.sized && !rope.faced && surfaces().iter().any(|s| s.id == rope.surface));
}

#[test]
fn names_of_no_knot_and_no_school_are_found_out() {
    let mut d = Draft::usual(Task::MakeFast);
    assert!(unknown_names(&d, catalogue()).is_empty());
    d.knows = vec!["clove-hitch".into(), "granny-of-the-north".into()];
    d.schools = vec!["x".repeat(90)];
    let faults = unknown_names(&d, catalogue());
    let fields: Vec<&str> = faults.iter().map(|f| f.field.as_ref()).collect();
    assert_eq!(fields, ["schools", "knows"]);
    assert!(faults[1].says.contains("granny-of-the-north"));
    assert!(faults[0].says.chars().count() < 80, "a long name is cut: {}", faults[0].says);
}

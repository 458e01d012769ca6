//! The bracket of a bend with its ends held, against published knots and against itself.

use crate::tables::{named, names};
use umbet_core::knot::path::KnotPath;
use umbet_core::knot::{catalogue, notation};
use umbet_core::topology::{Laurent, TangleBracket, laid_wrong, parse_actions};

type Rope = Vec<[f64; 3]>;

fn of(path: &KnotPath) -> TangleBracket {
    TangleBracket::of(&path.strands[0].points, &path.strands[1].points)
}

fn bend(id: &str) -> &'static KnotPath {
    &catalogue().find(id).unwrap_or_else(|| panic!("no {id}")).path
}

fn wrong(id: &str, action: &str) -> KnotPath {
    let text = notation::parse(&catalogue().find(id).expect("in the catalogue").entry.path).expect("reads");
    laid_wrong(&text, &parse_actions(&text, action).expect("an action")).expect("can be laid")
}

/// −A² − A⁻², the worth of a loop.
fn loop_value() -> Laurent {
    Laurent::new(-2, vec![-1, 0, 0, 0, -1])
}

/// Freed from kinks: least power nought, least coefficient positive.
fn shape(v: &Laurent) -> Vec<i64> {
    let sign = v.coefficients().first().map_or(1, |c| c.signum());
    v.coefficients().iter().map(|c| c * sign).collect()
}

/// `name`'s bracket in A, up to kinks and mirror.
fn is(got: &Laurent, name: &str) {
    // t = A⁻⁴; a single loop's worth on top.
    let published = &named(name, &names()).powers_multiplied(-4) * &loop_value();
    assert!([published.clone(), published.mirrored()].iter().any(|p| shape(p) == shape(got)), "not {name}: {got:?}");
}

/// Ends joined beyond the drawing, in the pairs that cross nothing: one loop or two for each pairing inside.
fn joined(t: &TangleBracket, loops: [u32; 3]) -> Laurent {
    let mut sum = Laurent::default();
    for (v, n) in [&t.own, &t.standing, &t.crossed].into_iter().zip(loops) {
        let value = (0..n).fold(v.clone(), |v, _| &v * &loop_value());
        sum.add_scaled(&value, 1, 0);
    }
    sum.trim();
    sum
}

/// Two ropes laid round each other in `half_turns`.
fn twist(half_turns: usize) -> [Rope; 2] {
    let steps = half_turns * 16;
    let rope = |phase: f64| {
        let at = |i: usize| {
            let angle = std::f64::consts::PI * (i as f64 / 16.0) + phase;
            [i as f64 / 4.0, 2.0 * angle.cos(), angle.sin()]
        };
        (0..=steps).map(at).collect()
    };
    [rope(0.0), rope(std::f64::consts::PI)]
}

/// KnotInfo: an odd number of half turns, its ends joined as a braid's, is 3_1, 5_1, 7_1.
#[test]
fn twisted_pairs_close_to_the_published_torus_knots() {
    for (half_turns, name) in [(1, "unknot"), (3, "3_1"), (5, "5_1"), (7, "7_1")] {
        let [a, b] = twist(half_turns);
        is(&joined(&TangleBracket::of(&a, &b), [1, 1, 2]), name);
    }
}

/// KnotInfo: the reef's ends joined are 3_1 # m3_1, the granny's 3_1 # 3_1. Common practice: two closed rings can be
/// reefed together, but not into a granny: with its own ends joined a reef is two free rings, and a granny is not.
#[test]
fn the_two_coefficients_give_both_closures_of_reef_and_granny() {
    let two_rings = shape(&(&loop_value() * &loop_value()));
    for (path, name, free) in [(bend("reef").clone(), "3_1#m3_1", true), (wrong("reef", "B4-6"), "3_1#3_1", false)] {
        let t = of(&path);
        is(&joined(&t, [1, 2, 1]), name);
        assert_eq!(shape(&joined(&t, [2, 1, 1])) == two_rings, free, "{name}");
        // All four ends leave the drawing: there are two pairings that cross nothing, and two coefficients.
        assert_eq!(t.crossed, Laurent::default());
    }
}

/// Common practice: the thief is a reef with the ends of one rope exchanged, the grief a granny with them.
#[test]
fn thief_and_grief_are_reef_and_granny_with_ends_exchanged() {
    let (reef, granny) = (of(bend("reef")), of(bend("granny")));
    assert_eq!(of(&wrong("reef", "B4-6")), granny);
    for (path, exchanged) in [(of(bend("thief")), &reef), (of(bend("grief")), &granny)] {
        assert!(path == exchanged.ends_exchanged() || path == exchanged.ends_exchanged().mirrored());
    }
    assert_eq!(of(&wrong("reef", "B-exchanged")), reef.ends_exchanged());
    assert_eq!(of(&wrong("reef", "B4-6,B-exchanged")), granny.ends_exchanged());
    assert!(reef != granny && reef != granny.mirrored() && reef != reef.ends_exchanged());
}

/// Common practice: slipped, its end drawn on through, a sheet bend is a sheet bend.
#[test]
fn a_slipped_sheet_bend_with_its_end_threaded_is_a_sheet_bend() {
    let slipped = bend("slipped-sheet-bend");
    let [a, b] = &slipped.strands[..] else { panic!("two ropes") };
    let end = b.back.expect("a bight").tip_from;
    let threaded = TangleBracket::of(&a.points, &b.points[..=end]);
    let plain = of(bend("sheet-bend"));
    assert!(threaded == plain || threaded == plain.mirrored(), "{threaded:?} {plain:?}");
}

/// Common practice: cut at its crown a bowline is a sheet bend, its collar round the standing part; the Eskimo bowline is the
/// same bend with its collar round the loop's leg, so that standing part and leg change places.
#[test]
fn a_bowline_cut_at_its_crown_is_a_sheet_bend_and_an_eskimo_bowline_the_same_with_its_ends_exchanged() {
    let cut = |id: &str| {
        let rope = &bend(id).strands[0];
        let end = rope.back.map_or(rope.points.len() - 1, |b| b.tip_from);
        let crown = rope.crown.expect("a loop");
        TangleBracket::of(&rope.points[..crown], &rope.points[crown..=end])
    };
    let sheet = of(bend("sheet-bend"));
    let exchanged = sheet.ends_exchanged();
    let (bowline, eskimo) = (cut("bowline"), cut("eskimo-bowline-slipped"));
    assert!(bowline == exchanged || bowline == exchanged.mirrored() || bowline == sheet || bowline == sheet.mirrored());
    assert!(eskimo == exchanged || eskimo == exchanged.mirrored() || eskimo == sheet || eskimo == sheet.mirrored());
    assert!(bowline != eskimo && bowline != eskimo.mirrored());
    let turned = eskimo.ends_exchanged();
    assert!(bowline == turned || bowline == turned.mirrored());
}

/// Every bend: the other rope named first, or seen from behind, it is the same; in a mirror it has 1/A for A.
#[test]
fn a_bracket_does_not_depend_on_who_looks() {
    let bends = catalogue().knots().iter().filter(|k| k.path.strands.len() == 2);
    let mut seen = 0;
    for knot in bends {
        let [a, b] = &knot.path.strands[..] else { continue };
        let all = |f: &dyn Fn(&[f64; 3]) -> [f64; 3]| {
            let side = |r: &Rope| r.iter().map(f).collect::<Rope>();
            TangleBracket::of(&side(&a.points), &side(&b.points))
        };
        let t = of(&knot.path);
        assert_eq!(TangleBracket::of(&b.points, &a.points), t, "{}", knot.id);
        assert_eq!(all(&|p| [-p[0], p[1], -p[2]]), t, "{} from behind", knot.id);
        assert_eq!(all(&|p| [-p[0], p[1], p[2]]), t.mirrored(), "{} in a mirror", knot.id);
        seen += 1;
    }
    assert!(seen >= 9, "{seen}");
}

/// No two bends of the catalogue share a bracket, in any view or hand, but those only dressing tells apart.
#[test]
fn brackets_tell_the_bends_apart() {
    let bends: Vec<_> = catalogue().knots().iter().filter(|k| k.path.strands.len() == 2).collect();
    for (i, one) in bends.iter().enumerate() {
        for other in &bends[i + 1..] {
            let (a, b) = (of(&one.path), of(&other.path));
            let same = a == b || a == b.mirrored();
            let twins = one.id.starts_with("simple-simon") && other.id.starts_with("simple-simon");
            assert_eq!(same, twins, "{} and {}", one.id, other.id);
        }
    }
}

//! The fingerprint against published tables, and the catalogue against the fingerprint.

use std::collections::HashMap;
use umbet_core::knot::{Knot, catalogue};
use umbet_core::topology::{Diagram, Laurent, Side, closed, jones, pole_loop};

/// A row of a table: name, planar-diagram code, Jones polynomial.
struct Row {
    name: String,
    code: Vec<[usize; 4]>,
    jones: Laurent,
}

fn table(text: &str) -> Vec<Row> {
    let numbers = |s: &str| s.split_whitespace().map(|n| n.parse::<i64>().expect("a number")).collect::<Vec<_>>();
    text.lines()
        .filter(|l| !l.starts_with('#'))
        .map(|l| {
            let mut cells = l.split(';');
            let mut cell = || cells.next().expect("three cells");
            let (name, code, jones) = (cell().to_owned(), numbers(cell()), numbers(cell()));
            Row {
                name,
                code: code.chunks(4).map(|c| [c[0] as usize, c[1] as usize, c[2] as usize, c[3] as usize]).collect(),
                jones: Laurent::new(jones[0] as i32, jones[1..].to_vec()),
            }
        })
        .collect()
}

fn knots() -> Vec<Row> {
    table(include_str!("data/knots.csv"))
}

fn links() -> Vec<Row> {
    table(include_str!("data/links.csv"))
}

/// Polynomials of a knot hold even powers of √t only: written in t.
fn in_t(v: &Laurent) -> Laurent {
    v.powers_divided(2).expect("a knot has even powers only")
}

/// KnotInfo (C. Livingston & A. H. Moore; `database-knotinfo` on PyPI): all 2 977 prime knots to 12 crossings.
#[test]
fn every_prime_knot_to_twelve_crossings_is_as_in_knotinfo() {
    let all = knots();
    assert_eq!(all.len(), 2977);
    for row in all {
        assert_eq!(in_t(&jones(&Diagram::from_code(&row.code))), row.jones, "{}", row.name);
    }
}

/// LinkInfo (the same): all 552 two-component links to 10 crossings, with their orientations.
#[test]
fn every_two_component_link_to_ten_crossings_is_as_in_linkinfo() {
    let all = links();
    assert_eq!(all.len(), 552);
    for row in all {
        assert_eq!(jones(&Diagram::from_code(&row.code)), row.jones, "{}", row.name);
    }
}

/// The polynomial of a name such as `3_1#m3_1`; `unknot` is 1.
fn named(name: &str, table: &HashMap<String, Laurent>) -> Laurent {
    name.split('#').fold(Laurent::one(), |product, part| {
        let (mirror, plain) = part.strip_prefix('m').map_or((false, part), |p| (true, p));
        let v = if plain == "unknot" { Laurent::one() } else { table[plain].clone() };
        &product * &if mirror { v.mirrored() } else { v }
    })
}

fn names() -> HashMap<String, Laurent> {
    knots().into_iter().map(|r| (r.name, r.jones)).collect()
}

fn find(id: &str) -> &'static Knot {
    catalogue().find(id).unwrap_or_else(|| panic!("no {id}"))
}

fn closure(points: &[[f64; 3]], side: Side) -> Laurent {
    in_t(&jones(&Diagram::of(&[closed(&[(points, side)])])))
}

/// Types with the ends joined in front and behind; where they differ the type depends on the closure.
/// Overhand 3_1, double overhand 5_1, figure eight 4_1, reef 3_1 # m3_1 and the unknots are published; the
/// others were derived when the paths were first drawn and are confirmed here.
#[test]
fn every_single_rope_is_the_knot_it_says() {
    let table = names();
    for (id, front, behind) in [
        ("overhand", "3_1", "3_1"),
        ("double-overhand", "5_1", "5_1"),
        ("figure-eight", "4_1", "4_1"),
        ("bowline", "6_3", "8_20"),
        ("zeppelin-loop", "3_1#m3_1", "3_1#m3_1"),
        ("butterfly", "unknot", "unknot"),
        ("clove-hitch", "unknot", "unknot"),
        ("cow-hitch", "unknot", "unknot"),
        ("constrictor", "unknot", "unknot"),
        ("rolling-hitch", "unknot", "unknot"),
        ("double-clove", "3_1", "3_1"),
        ("two-half-hitches", "3_1#3_1", "3_1#3_1"),
        ("round-turn-two-half-hitches", "3_1#3_1", "3_1#3_1"),
        ("taut-line", "3_1#5_1", "3_1#5_1"),
        ("siberian-hitch", "unknot", "unknot"),
        ("timber-hitch", "6_1", "6_1"),
    ] {
        let points = &find(id).path.strands[0].points;
        for (side, expected) in [(Side::Front, front), (Side::Behind, behind)] {
            let got = closure(points, side);
            let expected = named(expected, &table);
            assert!(got == expected || got == expected.mirrored(), "{id}, {side:?}: {got:?}");
        }
    }
}

/// Reef and granny part ways in the Jones polynomial: the reef's halves are of opposite hands.
#[test]
fn a_bend_is_known_by_its_joined_ends() {
    let table = names();
    let k = find("reef");
    let (a, b) = (&k.path.strands[0].points, &k.path.strands[1].points);
    let turned: Vec<[f64; 3]> = b.iter().rev().copied().collect();
    for (first, second) in [(Side::Front, Side::Behind), (Side::Behind, Side::Front)] {
        let v = in_t(&jones(&Diagram::of(&[closed(&[(a, first), (&turned, second)])])));
        assert_eq!(v, named("3_1#m3_1", &table));
    }
}

/// Sheet bend: one leg of the bight joined to the other rope's tail is the bowline's own closure, 6_3, up to
/// mirror; zeppelin: its halves are an overhand and its mirror image.
#[test]
fn bends_have_the_halves_and_joins_they_should() {
    let table = names();
    let z = find("zeppelin-bend");
    let halves: Vec<Laurent> = z.path.strands.iter().map(|s| closure(&s.points, Side::Front)).collect();
    assert_eq!(halves[0], halves[1].mirrored());
    assert!(halves.contains(&table["3_1"]));
    for id in ["sheet-bend", "double-sheet-bend", "simple-simon-under", "reef"] {
        for s in &find(id).path.strands {
            assert_eq!(closure(&s.points, Side::Front), Laurent::one(), "{id}: rope {}", s.name);
        }
    }
}

/// With the pole as a second curve: clove L6a1, rolling L8a11, constrictor L9n11, up to mirror and
/// orientation; the cow hitch is unlinked from its pole, and so is nothing else of these.
#[test]
fn hitches_are_linked_to_their_pole_as_linkinfo_says() {
    let table = links();
    let unlink = Laurent::new(-1, vec![-1, 0, -1]);
    let linked = |id: &str| {
        let k = find(id);
        let rope = closed(&[(&k.path.strands[0].points, Side::Front)]);
        jones(&Diagram::of(&[rope, pole_loop(&k.path.poles[0])]))
    };
    for (id, name) in [("clove-hitch", "L6a1"), ("rolling-hitch", "L8a11"), ("constrictor", "L9n11")] {
        let got = linked(id);
        let same = |r: &&Row| r.name.split('{').next() == Some(name) && (r.jones == got || r.jones.mirrored() == got);
        assert!(table.iter().any(|r| same(&r)), "{id} is not {name}: {got:?}");
    }
    assert_eq!(linked("cow-hitch"), unlink);
    assert_ne!(linked("siberian-hitch"), unlink);
}

/// A slipped form with its end threaded instead of the bight is the unslipped knot: the Siberian hitch a 4_1.
#[test]
fn the_siberian_hitch_threaded_is_a_figure_eight_hitch() {
    let s = &find("siberian-hitch").path.strands[0];
    let tip = s.back.expect("it has a bight").tip_from;
    let table = names();
    for side in [Side::Front, Side::Behind] {
        assert_eq!(closure(&s.points[..=tip], side), table["4_1"]);
    }
}

/// A doubled loop's two strands are each the single knot.
#[test]
fn each_strand_of_a_doubled_loop_is_the_single_knot() {
    let table = names();
    for (id, name) in [("figure-eight-loop", "4_1"), ("overhand-loop", "3_1")] {
        let s = &find(id).path.strands[0];
        let leg = s.back.expect("it is followed back");
        for part in [&s.points[..=leg.tip_from], &s.points[leg.from..leg.to]] {
            let v = closure(part, Side::Front);
            assert!(v == table[name] || v == table[name].mirrored(), "{id}: {v:?}");
        }
    }
}

/// The same rope seen from anywhere is the same knot.
#[test]
fn the_fingerprint_does_not_depend_on_the_view() {
    let table = names();
    let points = &find("figure-eight").path.strands[0].points;
    let ring = closed(&[(points, Side::Front)]);
    for k in 0..24 {
        let (s, c) = (0.26 * f64::from(k) + 0.013).sin_cos();
        let (p, q) = (0.17 * f64::from(k) + 0.4).sin_cos();
        let turned = ring.iter().map(|v| {
            let (x, z) = (c * v[0] + s * v[2], c * v[2] - s * v[0]);
            [x, q * v[1] - p * z, p * v[1] + q * z]
        });
        let v = in_t(&jones(&Diagram::of(&[turned.collect()])));
        assert_eq!(v, table["4_1"], "view {k}");
    }
}

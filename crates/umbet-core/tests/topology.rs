//! The fingerprint against published tables, and the catalogue against the fingerprint.

use std::collections::HashMap;
use umbet_core::knot::{Knot, catalogue};
use umbet_core::topology::{
    Diagram, Laurent, Named, Side, closed, jones, knot_name, link_name, pole_loop, simplified,
};

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
    table(include_str!("../catalogue/tables/knots.csv"))
}

fn links() -> Vec<Row> {
    table(include_str!("../catalogue/tables/links.csv"))
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

/// What is known of one knot's identity, checked line by line.
struct Check<'a> {
    knot: &'a Knot,
    knots: &'a HashMap<String, Laurent>,
    links: &'a [Row],
}

impl Check<'_> {
    fn is(&self, got: &Laurent, expected: &str, what: &str) {
        let expected_value = named(expected, self.knots);
        let same = *got == expected_value || *got == expected_value.mirrored();
        assert!(same, "{}, {what}: not {expected} but {got:?}", self.knot.id);
    }

    fn all(&self) {
        let id = &self.knot.entry.identity;
        let strands = &self.knot.path.strands;
        let first = &strands[0];
        let mut checked = 0;
        let mut check = |expected: &Option<String>, what: &str, got: &dyn Fn() -> Laurent| {
            if let Some(name) = expected {
                self.is(&got(), name, what);
                checked += 1;
            }
        };
        check(&id.front, "ends joined in front", &|| closure(&first.points, Side::Front));
        check(&id.behind, "ends joined behind", &|| closure(&first.points, Side::Behind));
        let tip = || first.back.map_or(first.points.len() - 1, |b| b.tip_from);
        check(&id.threaded, "end threaded", &|| closure(&first.points[..=tip()], Side::Front));
        check(&id.threaded, "end threaded, joined behind", &|| closure(&first.points[..=tip()], Side::Behind));
        check(&id.strands, "out strand", &|| closure(&first.points[..=tip()], Side::Front));
        let back = || first.back.map_or(0..0, |b| b.from..b.to);
        check(&id.strands, "back strand", &|| closure(&first.points[back()], Side::Front));
        for (name, strand) in id.ropes.iter().flatten().zip(strands) {
            check(&Some(name.clone()), "rope alone", &|| closure(&strand.points, Side::Front));
        }
        check(&id.joined, "standing parts in front, ends behind", &|| {
            let turned: Vec<[f64; 3]> = strands[0].points.iter().rev().copied().collect();
            in_t(&jones(&Diagram::of(&[closed(&[(&turned, Side::Front), (&strands[1].points, Side::Behind)])])))
        });
        if let Some(name) = &id.link {
            self.link(name);
            checked += 1;
        }
        assert!(checked > 0, "{} proves nothing", self.knot.id);
    }

    /// With the pole as a second curve, up to mirror and orientation.
    fn link(&self, name: &str) {
        let rope = closed(&[(&self.knot.path.strands[0].points, Side::Front)]);
        let got = jones(&Diagram::of(&[rope, pole_loop(&self.knot.path.poles[0])]));
        if name == "unlink" {
            assert_eq!(got, Laurent::new(-1, vec![-1, 0, -1]), "{}", self.knot.id);
            return;
        }
        let same = |r: &&Row| r.name.split('{').next() == Some(name) && (r.jones == got || r.jones.mirrored() == got);
        assert!(self.links.iter().any(|r| same(&r)), "{} with its pole is not {name}: {got:?}", self.knot.id);
    }
}

/// Every file of the catalogue is the knot it says: a wrong path cannot ship. Overhand, double and triple
/// overhand, figure eight, intermediate, stevedore, reef and carrick mat have published types; the others were
/// derived from the way they are tied when the paths were drawn, and each file says how.
#[test]
fn every_knot_of_the_catalogue_is_the_knot_it_says() {
    let (knots, links) = (names(), links());
    for knot in catalogue().knots() {
        Check { knot, knots: &knots, links: &links }.all();
    }
}

/// A hitch that goes once round its pole with a knotted rope: the figure-eight hitch is 4_1 with the pole as a
/// meridian. (LinkInfo's L6a2 shares that polynomial in one orientation; its curves are not knotted, so it is not it.)
#[test]
fn the_figure_eight_hitch_has_its_pole_as_a_meridian() {
    let k = find("figure-eight-hitch");
    let hopf = Laurent::new(1, vec![-1, 0, 0, 0, -1]);
    let eight = Laurent::new(-4, vec![1, 0, -1, 0, 1, 0, -1, 0, 1]);
    let rope = closed(&[(&k.path.strands[0].points, Side::Front)]);
    let got = jones(&Diagram::of(&[rope, pole_loop(&k.path.poles[0])]));
    assert!(got == &eight * &hopf || got == &eight * &hopf.mirrored());
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

/// KnotInfo: a minimal diagram cannot lose a crossing, and keeps its type.
#[test]
fn a_minimal_diagram_keeps_its_crossings_and_its_name() {
    for row in knots().into_iter().filter(|r| r.code.len() <= 10) {
        let d = Diagram::from_code(&row.code);
        let s = simplified(&d);
        assert_eq!(s.crossings.len(), row.code.len(), "{}", row.name);
        assert_eq!(in_t(&jones(&s)), row.jones, "{}", row.name);
        let named = match knot_name(&d) {
            Named::One(name) => vec![name],
            Named::OneOf(names) => names,
            other => panic!("{}: {other:?}", row.name),
        };
        assert!(named.contains(&row.name), "{}: {named:?}", row.name);
    }
}

/// LinkInfo: the same for two curves.
#[test]
fn a_minimal_link_keeps_its_crossings_and_its_name() {
    for row in links() {
        let d = Diagram::from_code(&row.code);
        assert_eq!(simplified(&d).crossings.len(), row.code.len(), "{}", row.name);
        let plain = row.name.split('{').next().expect("a name").to_owned();
        let ok = match link_name(&d) {
            Named::One(name) => name == plain || name == format!("m{plain}"),
            Named::OneOf(names) => names.contains(&plain) || names.contains(&format!("m{plain}")),
            _ => false,
        };
        assert!(ok, "{}: {:?}", row.name, link_name(&d));
    }
}

proptest::proptest! {
    /// A curve that only ever descends, then rises straight back, is unknotted however it is scrawled.
    #[test]
    fn a_descending_scrawl_falls_open(corners in proptest::collection::vec((-50.0..50.0f64, -50.0..50.0f64), 4..16)) {
        let n = corners.len() as f64;
        let curve = corners.iter().enumerate().map(|(i, c)| [c.0, c.1, n - i as f64]).collect::<Vec<_>>();
        proptest::prop_assert_eq!(knot_name(&Diagram::of(&[curve])), Named::Nothing);
    }

    /// Pass moves never change the type.
    #[test]
    fn simplifying_keeps_the_fingerprint(corners in proptest::collection::vec((-50.0..50.0f64, -50.0..50.0f64, -50.0..50.0f64), 5..12)) {
        let curve = corners.iter().map(|c| [c.0, c.1, c.2]).collect::<Vec<_>>();
        let d = Diagram::of(&[curve]);
        let s = simplified(&d);
        proptest::prop_assert!(s.crossings.len() <= d.crossings.len());
        proptest::prop_assert_eq!(jones(&s), jones(&d));
    }
}

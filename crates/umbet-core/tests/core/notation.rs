//! The notation: everything it can say, everything it refuses, and where it says the fault is.

use umbet_core::knot::notation::{Axis, Level, NotationError, PathText, parse};
use umbet_core::knot::path::{KnotPath, PathError};
use umbet_core::knot::{Catalogue, Knot};

fn read(text: &str) -> PathText {
    parse(text).unwrap_or_else(|e| panic!("{e}\n{text}"))
}

fn refused(text: &str) -> NotationError {
    parse(text).expect_err("it must be refused")
}

#[test]
fn waypoints_levels_and_letters_are_read_in_order() {
    let p = read("rope A\n flat 0,0 F 1,0 2,1 o B 3,1 M 4,0 u u 0 5,0");
    let r = &p.ropes[0];
    let levels: Vec<Level> = r.waypoints.iter().map(|w| w.level).collect();
    assert_eq!(levels, [Level::Plane, Level::Front, Level::Front, Level::Behind, Level::Middle, Level::Plane]);
    let letters: Vec<(bool, usize)> = r.letters.iter().map(|l| (l.over, l.after)).collect();
    assert_eq!(letters, [(true, 2), (false, 4), (false, 4)]);
}

#[test]
fn polar_waypoints_and_scale() {
    let p = read("scale 2\nrope A\n flat @3,90 @3,180 1,1");
    let at: Vec<[f64; 2]> = p.ropes[0].waypoints.iter().map(|w| w.at).collect();
    for (got, expected) in at.iter().zip([[0.0, 6.0], [-6.0, 0.0], [2.0, 2.0]]) {
        assert!((got[0] - expected[0]).abs() < 1e-9 && (got[1] - expected[1]).abs() < 1e-9, "{got:?}");
    }
}

#[test]
fn poles_on_every_axis() {
    let p = read("pole P x r=2\npole Q y r=0.8 at 3,-1\npole R z r=4\nrope A\n flat 0,0 1,1");
    let axes: Vec<Axis> = p.poles.iter().map(|p| p.axis).collect();
    assert_eq!(axes, [Axis::X, Axis::Y, Axis::Z]);
    assert_eq!((p.poles[1].at, p.poles[1].radius), ([3.0, -1.0], 0.8));
}

#[test]
fn a_tuck_has_a_side_a_width_and_an_eye() {
    let p = read("rope A\n flat w=0.6 eye=2,5 0,0 4,0 (R 8,0 12,0 o 16,0 ) 4,-4 4,-8");
    let t = p.ropes[0].tuck.expect("a tuck");
    assert_eq!((t.start, t.tip, t.left, t.half_width, t.eye), (1, 4, false, 0.6, Some((2.0, 5.0))));
}

#[test]
fn comments_and_blank_lines_are_passed_over() {
    let p = read("# a knot\n\nrope A # the first\n flat 0,0 # here\n flat 1,1\n");
    assert_eq!(p.ropes[0].waypoints.len(), 2);
}

#[test]
fn every_fault_names_its_line_and_word() {
    let cases = [
        ("knot overhand", 1, "knot"),
        ("rope", 1, "rope"),
        ("rope A\n flat 0,0 1,1\nrope A\n flat 0,0 1,1", 3, "A"),
        ("rope A\n flat o 0,0", 2, "o"),
        ("rope A\n flat 0,0 x 1,1", 2, "x"),
        ("rope A\n flat 0,0 1;1", 2, "1;1"),
        ("rope A\n flat 0,0 nan,1", 2, "nan,1"),
        ("rope A\n flat 0,0 inf,1", 2, "inf,1"),
        ("rope A\n flat 0,0 1e9,1", 2, "1e9,1"),
        ("rope A\n flat 0,0 )", 2, ")"),
        ("rope A\n flat (L 0,0 1,1 ) 2,2", 2, "(L"),
        ("rope A\n flat 0,0 (L 1,1 ) 2,2", 2, ")"),
        ("rope A\n flat 0,0 (L 1,1 2,2 (R 3,3", 2, "(R"),
        ("rope A\n flat 0,0 (L 1,1 2,2", 2, "the end of the rope"),
        ("rope A\n flat 0,0 (L 1,1 2,2 )", 1, "A"),
        ("rope A\n flat 0,0", 1, "A"),
        ("pole", 1, "pole"),
        ("pole P", 1, ""),
        ("pole P x", 1, ""),
        ("pole P x r=0", 1, "r=0"),
        ("pole P x r=-2", 1, "r=-2"),
        ("pole P x r=1000", 1, "r=1000"),
        ("pole P x r=2 at 3", 1, "3"),
        ("count many\nrope A\n flat 0,0 1,1", 1, "many"),
        ("count -1", 1, "-1"),
        ("scale", 1, ""),
        ("double 0.9 loop 3", 1, "double"),
        ("rope A\n flat 0,0 1,1\n double 0.9", 3, "double"),
        ("rope A\n flat 0,0 1,1\n double wide loop 3", 3, "wide"),
        ("", 1, "the end of the text"),
        ("# only a comment", 1, "the end of the text"),
    ];
    for (text, line, found) in cases {
        let fault = refused(text);
        assert_eq!((fault.line, fault.found.as_str()), (line, found), "{text:?}: {fault}");
        assert!(fault.to_string().contains("expected "), "{fault}");
    }
}

#[test]
fn a_long_word_is_cut_before_it_is_read_back() {
    assert!(refused(&format!("rope A\n flat {}", "9".repeat(5000))).found.len() <= 60);
}

#[test]
fn a_rope_that_crosses_itself_twice_as_written_is_told_where() {
    let text = read("rope A\n flat -6,0 6,0 6,4 0,4 0,-4 o");
    match KnotPath::build(&text) {
        Err(PathError::LetterPlace { number: 1, written: 4, drawn: 3, .. }) | Ok(_) => {}
        other => panic!("{other:?}"),
    }
    let none = read("rope A\n flat -6,0 6,0 6,4 0,4 0,-4");
    let Err(PathError::Letters { letters, meetings, places, .. }) = KnotPath::build(&none) else {
        panic!("a letter is missing");
    };
    assert_eq!((letters, meetings), (0, 1));
    assert!(places.contains("behind waypoint 3"), "{places}");
}

#[test]
fn a_tail_has_letters_of_its_own() {
    let siberian = "pole P z r=3\nrope A\n flat 32,3.2 9,3.2 3.5,3.5 @4,90 @4,135 @4,180 @4,225 @4,270 4,-4 8,-3.4 \
                    11,-0.8 12.4,3.2 o 13.2,5.8 15.4,7 17.6,5.8 18,3.2 u 18,0 17,-2.8 15,-3.9 (R 13,-3 10.6,-1.3 o 8.4,0.6 \
                    7.4,3.2 u 7,6 7,9 ) 16.5,-6.5 16.5,-11";
    let path = KnotPath::build(&read(siberian)).expect("it builds");
    let leg = path.strands[0].back.expect("it has a bight");
    assert!(leg.bight && leg.tip_from < leg.from && leg.from < leg.to);
    let crossing_tail = siberian.replace(") 16.5,-6.5 16.5,-11", ") 16.5,-6.5 4,-8 4,2");
    let fault = KnotPath::build(&read(&crossing_tail)).map(|_| ()).expect_err("the tail crosses and has no letter");
    assert!(fault.to_string().contains("tail behind the tuck"), "{fault}");
}

/// A knot's file is refused with the field, the line of its path or the place that cannot be used.
mod files {
    use super::*;

    const OVERHAND: &str = include_str!("../../catalogue/knots/overhand.toml");

    fn fault(text: &str) -> String {
        Knot::read("test", text).map(|_| ()).expect_err("it must be refused").to_string()
    }

    #[test]
    fn a_good_file_reads_under_any_id() {
        assert_eq!(Knot::read("mine", OVERHAND).expect("reads").id, "mine");
    }

    #[test]
    fn unknown_fields_and_missing_ones_are_named() {
        assert!(fault(&OVERHAND.replace("about =", "abuot =")).contains("abuot"));
        assert!(fault(&OVERHAND.replace("family = \"stopper\"", "family = \"hook\"")).contains("hook"));
        let headless: String = OVERHAND.lines().filter(|l| !l.starts_with("name")).collect::<Vec<_>>().join("\n");
        assert!(fault(&headless).contains("name"));
    }

    #[test]
    fn a_faulty_path_names_its_line() {
        let f = fault(&OVERHAND.replace("4,2 2,5", "4,2 two,5"));
        assert!(f.starts_with("path, line ") && f.contains("two,5"), "{f}");
        let f = fault(&OVERHAND.replace("count 3", "count 5"));
        assert!(f.contains("3 crossings but `count` says 5"), "{f}");
    }

    #[test]
    fn places_must_be_on_the_knot() {
        for place in ["A99", "B1", "12", "A", "A1'", "Ax"] {
            let f = fault(&OVERHAND.replace("upto = \"A4\"", &format!("upto = \"{place}\"")));
            assert!(f.contains(place) && f.contains("no place on this knot"), "{f}");
        }
    }

    #[test]
    fn a_catalogue_names_the_file_at_fault() {
        let broken = OVERHAND.replace("count 3", "count 4");
        let f = Catalogue::read(&[("overhand", OVERHAND), ("broken", &broken)]).map(|_| ()).expect_err("one is broken");
        assert!(f.to_string().starts_with("catalogue/knots/broken.toml: path: "), "{f}");
    }
}

/// A stretch laid apart names where it begins; one laid against the way it is written begins beyond its end.
#[test]
fn places_read_as_waypoints_ways_back_and_stretches() {
    use umbet_core::knot::{Knot, place};
    let k = Knot::own("Ring", "rope A\n flat -9,0 0,0 5,4 0,8 -5,4 -2,-1 o -2,-9").expect("it reads");
    let at = |w: &str| place(w, &k.path).map(|p| (p.waypoint, p.from, p.back));
    assert_eq!(at("A3.5").ok(), Some((3.5, None, false)));
    assert_eq!(at("A2-4").ok(), Some((4.0, Some(2.0), false)));
    assert_eq!(at("A4-2").ok(), Some((2.0, Some(4.0), false)));
    for wrong in ["A99", "B1", "A2-2", "A-3", "A3'", "A1-99", "A99-1", "3", ""] {
        let e = at(wrong).expect_err(wrong);
        assert!(e.to_string().contains("no place on this knot"), "{e}");
    }
}

#[test]
fn an_own_knot_says_what_is_wrong_with_its_path() {
    use umbet_core::knot::Knot;
    for (text, part) in [
        ("", "one `rope` at least"),
        ("rope A", "two waypoints at least"),
        ("rope A\n flat 0,0 q", "line 2"),
        ("rope A\n flat 0,0 9,0 * * 9,9", "one crown a rope"),
        ("rope A\n flat * 0,0 9,0", "after a waypoint"),
        ("rope A\n flat -9,0 9,0.5 9,5 0,5 0,-5", "0 letters but 1 meetings"),
    ] {
        let e = Knot::own("x", text).expect_err(text);
        assert!(e.to_string().contains(part), "{text:?}: {e}");
    }
}

/// Clips and toggles are written, read back the same, laid in space, and refused with what to change.
#[test]
fn hardware_is_written_beside_the_rope() {
    let rope = "rope A\n flat 0,0 4,0 8,0\n";
    let text =
        format!("piece T timber r=0.5 after=2 4,-3,1 4,3,-1\npiece C steel closed 0,0,0 4,0,0 4,6,0 0,6,0\n{rope}");
    let path = read(&text);
    assert_eq!(read(&path.to_string()), path);
    let built = KnotPath::build(&path).expect("it builds");
    let (toggle, clip) = (&built.pieces[0], &built.pieces[1]);
    assert_eq!((toggle.after, toggle.radius), (2, 0.5));
    assert_eq!(clip.points.first(), clip.points.last(), "a closed piece comes back to its start");
    assert!(built.crossings.is_empty(), "hardware crosses no rope that is counted");
    for wrong in [
        "piece T wood 0,0,0 1,1,1",
        "piece T timber 0,0,0",
        "piece C steel closed 0,0,0 1,0,0 1,1,0",
        "piece T timber 1,2 3,4",
    ] {
        assert!(parse(&format!("{wrong}\n{rope}")).is_err(), "{wrong}");
    }
}

//! The catalogue is whole: every knot reads, draws and says what it must; every value has a source.

use umbet_core::choose::matters;
use umbet_core::cord::cords;
use umbet_core::draw::{Figure, FigureError, draw, to_svg};
use umbet_core::knot::{Catalogue, Knot, catalogue};
use umbet_core::object::{Shape, object_kinds, surfaces};
use umbet_core::source::sources;

fn knots() -> &'static [Knot] {
    catalogue().knots()
}

#[test]
fn every_file_reads() {
    let c = Catalogue::built_in().expect("every knot file reads");
    assert!(c.knots().len() >= 22, "the first slice has twenty-two knots or more");
}

#[test]
fn every_knot_can_be_taught() {
    for k in knots() {
        let e = &k.entry;
        assert!(!e.step.is_empty() && !e.telltale.is_empty() && !e.mistake.is_empty(), "{} lacks words", k.id);
        assert!(!e.confirmed.is_empty(), "{} does not say how it was confirmed", k.id);
        for s in &e.step {
            assert!(s.say.ends_with(['.', ':']) && s.short.len() <= 14, "{}: {}", k.id, s.say);
        }
        for c in &e.caution {
            assert!(c.say.split_whitespace().count() <= 8, "{}: a caution is eight words at most: {}", k.id, c.say);
        }
        for t in &e.telltale {
            assert!(t.look.split_whitespace().count() <= 10, "{}: {}", k.id, t.look);
        }
    }
}

#[test]
fn every_knot_names_what_it_builds_on() {
    for k in knots() {
        for b in k.entry.builds_on.iter().chain(&k.entry.more_of) {
            assert!(catalogue().find(b).is_some(), "{} builds on `{b}`, which is no knot", k.id);
        }
    }
}

#[test]
fn the_last_step_lays_the_whole_knot() {
    for k in knots() {
        for (i, strand) in k.path.strands.iter().enumerate() {
            let last = k.laid.iter().flatten().rfind(|p| p.rope == i).expect("every rope is laid");
            let at = strand.index_at(last.waypoint, last.back);
            let end = strand.points.len() - 1;
            assert!(end - at <= 1, "{}: rope {} is laid to point {at} of {end}", k.id, strand.name);
        }
    }
}

#[test]
fn every_step_draws_in_every_hand_side_and_size() {
    for k in knots() {
        for step in (0..k.laid.len()).map(Some).chain([None]) {
            for (mirrored, behind) in [(false, false), (true, false), (false, true), (true, true)] {
                for radius in [None, Some(0.5), Some(6.0), Some(60.0)] {
                    let mut f =
                        Figure { size: [320.0, 240.0], step, mirrored, behind, labels: true, ..Figure::default() };
                    f.object.radius = radius;
                    let svg = to_svg(&draw(k, &f).expect("draws"), None);
                    assert!(svg.len() > 1000 && !svg.contains("NaN") && !svg.contains("inf"), "{} step {step:?}", k.id);
                }
            }
        }
    }
}

#[test]
fn a_step_too_far_says_how_many_there_are() {
    let k = catalogue().find("clove-hitch").expect("there is a clove hitch");
    let f = Figure { size: [320.0, 240.0], step: Some(9), ..Figure::default() };
    assert_eq!(draw(k, &f).expect_err("no tenth step"), FigureError::Step { asked: 10, last: 5 });
}

#[test]
fn a_drawing_is_the_same_every_time() {
    let f = Figure { size: [500.0, 400.0], labels: true, ..Figure::default() };
    for k in knots() {
        let again = Catalogue::built_in().expect("reads");
        let twin = again.find(&k.id).expect("the same knots");
        assert_eq!(to_svg(&draw(k, &f).expect("draws"), None), to_svg(&draw(twin, &f).expect("draws"), None));
    }
}

#[test]
fn a_mirrored_drawing_keeps_its_length_of_rope() {
    let k = catalogue().find("bowline").expect("there is a bowline");
    let lines = |mirrored| {
        let f = Figure { size: [500.0, 400.0], mirrored, ..Figure::default() };
        to_svg(&draw(k, &f).expect("draws"), None).matches("class=\"ra\"").count()
    };
    assert_eq!(lines(false), lines(true));
}

#[test]
fn every_value_of_cord_and_surface_names_a_source() {
    let known: Vec<&str> = sources().iter().map(|s| s.id.as_str()).collect();
    assert!(cords().len() >= 14 && surfaces().len() >= 10);
    for c in cords() {
        for (field, source) in &c.sources {
            assert!(known.contains(&source.as_str()), "{} {field}: no source `{source}`", c.id);
        }
        assert!(c.strength_n.low > 0.0 && c.diameter.mm() > 0.5 && c.on_itself.high < 1.0);
    }
    for s in surfaces() {
        assert!(known.contains(&s.source.as_str()) && s.dry.low > 0.0 && s.dry.low < s.dry.high, "{}", s.id);
    }
    for k in knots() {
        assert!(known.contains(&k.entry.strength.source.as_str()), "{}", k.id);
    }
}

#[test]
fn every_shape_has_a_row_and_a_surface() {
    for shape in Shape::ALL {
        let row = object_kinds().iter().find(|o| o.shape == *shape);
        let row = row.unwrap_or_else(|| panic!("{shape:?} has no row"));
        assert!(surfaces().iter().any(|s| s.id == row.surface), "{shape:?}: no surface `{}`", row.surface);
        assert!(row.least_mm < row.size_mm && row.size_mm < row.most_mm);
    }
}

#[test]
fn schools_prefer_knots_that_exist() {
    for way in matters().iter().flat_map(|m| &m.ways) {
        for k in way.knots.iter().chain(&way.purchases) {
            assert!(catalogue().find(k).is_some(), "{} prefers `{k}`, which is no knot", way.id);
        }
    }
}

/// PIA-C-5040 (formerly MIL-C-5040H), parachute cord type III: 550 lbf, 2 447 N; elongation at least 30 %.
#[test]
fn parachute_cord_is_as_specified() {
    let c = umbet_core::cord::cord("paracord-iii").expect("there is parachute cord");
    assert!((c.strength_n.low - 550.0 * 4.448_221_615_260_5).abs() < 1.0);
    assert!(c.stretch_percent >= 30.0);
}

/// US 49 CFR 393.108, default working load limits of unmarked rope (lb), 3/8 in and 1/2 in: the strength of
/// new laid rope of that size lies between 4 and 16 times its limit.
#[test]
fn laid_rope_lies_where_the_load_rules_put_it() {
    for (id, limit_lb) in [
        ("laid-manila-10", 205.0),
        ("laid-polyester-10", 555.0),
        ("laid-nylon-12", 525.0),
        ("laid-polypropylene-12", 625.0),
    ] {
        let c = umbet_core::cord::cord(id).expect("in the catalogue");
        let times = c.strength_n.low / (limit_lb * 4.448_221_615_260_5);
        assert!((4.0..16.0).contains(&times), "{id}: {times:.1} times the limit");
    }
}

/// A picture to remember each knot by: a short sentence of its own, true from either side and in either hand.
#[test]
fn every_knot_has_a_cue_of_its_own() {
    let mut seen = std::collections::BTreeSet::new();
    for k in umbet_core::knot::catalogue().knots() {
        let cue = &k.entry.cue;
        assert!((15..=100).contains(&cue.chars().count()) && cue.ends_with('.'), "{}: {cue}", k.id);
        assert_eq!(umbet_core::knot::told(cue, true), *cue, "{}: a side in its cue", k.id);
        assert!(seen.insert(cue.to_lowercase()), "{}: {cue} is another's too", k.id);
    }
}

/// Every knot stands under the head of its family, and every head has knots; every job is offered by what is done.
#[test]
fn families_and_jobs_are_offered_by_their_words() {
    use umbet_core::knot::Family;
    use umbet_core::situation::Task;
    let heads: std::collections::BTreeSet<&str> = Family::ALL.iter().map(|f| f.head()).collect();
    assert_eq!(heads.len(), Family::ALL.len());
    for family in Family::ALL {
        assert!(umbet_core::knot::catalogue().knots().iter().any(|k| k.entry.family == family), "{family:?}");
    }
    assert!(umbet_core::knot::catalogue().knots().iter().all(|k| Family::ALL.contains(&k.entry.family)));
    let doing: std::collections::BTreeSet<&str> = Task::ALL.iter().map(|t| t.doing()).collect();
    assert_eq!(doing.len(), Task::ALL.len());
}

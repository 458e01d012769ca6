//! Pictures: what is laid at each move, what is hidden, what is said, and that no size changes a knot.

use umbet_core::draw::{Figure, Item, ObjectLook, Part, Scene, draw, has_part, to_svg, whipped};
use umbet_core::knot::notation::{Axis, parse};
use umbet_core::knot::path::KnotPath;
use umbet_core::knot::{Knot, catalogue};
use umbet_core::object::{Look, Section};

pub fn find(id: &str) -> &'static Knot {
    catalogue().find(id).unwrap_or_else(|| panic!("no {id}"))
}

pub fn figure() -> Figure {
    Figure { size: [720.0, 480.0], ..Figure::default() }
}

pub fn scene(id: &str, f: &Figure) -> Scene {
    draw(find(id), f).expect("it draws")
}

fn class(item: &Item) -> &'static str {
    match item {
        Item::Fill { class, .. }
        | Item::Lines { class, .. }
        | Item::Circle { class, .. }
        | Item::Rect { class, .. }
        | Item::Text { class, .. } => class,
        Item::Press { .. } => "press",
        Item::Framed { .. } => "framed",
    }
}

pub fn count(s: &Scene, wanted: &str) -> usize {
    s.items.iter().filter(|i| class(i) == wanted).count()
}

fn words(s: &Scene) -> Vec<&str> {
    s.items.iter().filter_map(|i| if let Item::Text { text, .. } = i { Some(text.as_str()) } else { None }).collect()
}

/// Length of all rope drawn, in pixels.
fn rope_length(s: &Scene) -> f64 {
    let length = |r: &Vec<[f64; 2]>| r.windows(2).map(|w| (w[1][0] - w[0][0]).hypot(w[1][1] - w[0][1])).sum::<f64>();
    let runs = s.items.iter().filter_map(|i| match i {
        Item::Lines { class: "ra" | "rb" | "rt", runs, .. } => Some(runs),
        _ => None,
    });
    runs.flatten().map(length).sum()
}

#[test]
fn every_move_lays_more_rope_and_dots_the_way() {
    for id in ["clove-hitch", "bowline", "siberian-hitch", "sheet-bend", "taut-line", "butterfly"] {
        let knot = find(id);
        let mut last = 0.0;
        for step in 0..knot.laid.len() {
            let s = scene(id, &Figure { step: Some(step), ..figure() });
            let laid = rope_length(&s);
            let slides = knot.other_hand[step].slides;
            assert!(laid > last, "{id}: move {} lays no more rope: {laid} after {last}", step + 1);
            if slides {
                assert_eq!([count(&s, "pull"), count(&s, "nxh")], [1, 0], "{id}: move {} slides", step + 1);
            } else {
                assert!(count(&s, "nxh") >= 1, "{id}: move {} has no arrow head", step + 1);
            }
            last = laid;
        }
        let tied = scene(id, &figure());
        let slid = knot.other_hand.last().is_some_and(|h| h.slides);
        assert!(
            (slid || rope_length(&tied) > last) && count(&tied, "nxh") == 0,
            "{id}: the tied knot has no next move"
        );
    }
}

#[test]
fn a_bight_is_pushed_with_both_legs_and_its_tail() {
    let threaded = rope_length(&scene("siberian-hitch", &Figure { step: Some(3), ..figure() }));
    let pushed = rope_length(&scene("siberian-hitch", &Figure { step: Some(4), ..figure() }));
    let tail_and_leg = (pushed - threaded) / scale("siberian-hitch");
    assert!(tail_and_leg > 8.0, "folding the bight brings a second leg and the tail: {tail_and_leg} diameters");
}

/// Pixels a rope diameter, read off the width of the rope's outline.
fn scale(id: &str) -> f64 {
    let s = scene(id, &figure());
    let outline = s.items.iter().find_map(|i| match i {
        Item::Lines { class: "re", width, .. } => *width,
        _ => None,
    });
    outline.expect("rope has an outline")
}

#[test]
fn rope_behind_a_bar_is_ghosted_and_none_is_ghosted_on_a_disc() {
    assert!(count(&scene("clove-hitch", &figure()), "gh") > 0);
    assert_eq!(count(&scene("siberian-hitch", &figure()), "gh"), 0);
}

#[test]
fn two_ropes_have_two_patterns() {
    let s = scene("sheet-bend", &figure());
    assert!(count(&s, "fl") > 0 && count(&s, "ly") > 0, "chevrons on one, slanted strands on the other");
    let s = scene("bowline", &figure());
    assert!(count(&s, "fl") > 0 && count(&s, "ly") == 0);
}

#[test]
fn a_working_end_is_whipped_and_a_mid_line_knot_has_no_end() {
    assert!(count(&scene("bowline", &figure()), "wh") > 0);
    assert_eq!(count(&scene("butterfly", &figure()), "wh"), 0);
    assert_eq!(count(&scene("overhand-loop", &figure()), "wh"), 0);
}

#[test]
fn telltales_stand_beside_a_wide_drawing_and_are_numbered_on_a_narrow_one() {
    let knot = find("clove-hitch");
    let wide = scene("clove-hitch", &Figure { labels: true, ..figure() });
    let said = words(&wide).join(" ");
    for t in &knot.entry.telltale {
        let first = t.look.split(' ').next().expect("a word");
        assert!(said.contains(first), "{} is not said", t.look);
    }
    assert_eq!(count(&wide, "lead"), knot.entry.telltale.len());
    let narrow = scene("clove-hitch", &Figure { labels: true, size: [390.0, 420.0], ..Figure::default() });
    assert_eq!(count(&narrow, "telln"), knot.entry.telltale.len());
    assert_eq!(count(&narrow, "lead"), 0);
    let moving = scene("clove-hitch", &Figure { labels: true, step: Some(1), ..figure() });
    assert_eq!(count(&moving, "tell"), 0, "a knot half tied has nothing to tell");
}

#[test]
fn an_object_too_thick_to_draw_says_so() {
    let object = |radius| ObjectLook { radius: Some(radius), dimension: Some("25 cm".into()), ..ObjectLook::default() };
    let big = scene("clove-hitch", &Figure { object: object(31.0), ..figure() });
    assert!(words(&big).contains(&"25 cm, drawn small"));
    let fits = scene("clove-hitch", &Figure { object: object(2.0), ..figure() });
    assert!(words(&fits).contains(&"25 cm"));
}

/// Words of an object's size lie on no rope, whatever the knot and however large its object is drawn.
#[test]
fn the_size_of_an_object_seen_end_on_is_set_clear_of_rope() {
    let mut set = 0;
    for knot in catalogue().knots() {
        let Some(pole) = knot.path.poles.first().filter(|p| p.axis == Axis::Z) else { continue };
        for radius in [1.0, pole.radius, 31.0] {
            let object = ObjectLook { radius: Some(radius), dimension: Some("25 cm".into()), ..ObjectLook::default() };
            let s = scene(&knot.id, &Figure { object, ..figure() });
            let place = s.items.iter().find_map(|i| match i {
                Item::Text { class: "dimt halo", at, text, .. } => Some((*at, 4.6 * text.len() as f64)),
                _ => None,
            });
            let (at, half) = place.expect("the size is said");
            let under = |p: &[f64; 2]| (p[0] - at[0]).abs() < half && p[1] > at[1] - 17.0 && p[1] < at[1];
            let ropes = s.items.iter().filter_map(|i| match i {
                Item::Lines { class: "ra" | "rb", runs, .. } => Some(runs),
                _ => None,
            });
            assert!(!ropes.flatten().flatten().any(under), "{} on {radius}", knot.id);
            set += 1;
        }
    }
    assert!(set > 20, "{set}");
}

/// Of a long knot the crowded part is drawn larger by itself, the same crossings in it; a compact one has no such part.
#[test]
fn the_crowded_part_of_a_long_knot_is_enlarged_and_marked() {
    let widest = |s: &Scene| {
        let widths = s.items.iter().filter_map(|i| match i {
            Item::Lines { class: "ra", width, .. } => *width,
            _ => None,
        });
        widths.fold(0.0, f64::max)
    };
    let mut parts = 0;
    for knot in catalogue().knots() {
        for step in (0..knot.laid.len()).map(Some).chain([None]) {
            let with = |part| scene(&knot.id, &Figure { step, part, ..figure() });
            let (plain, near, marked) = (with(None), with(Some(Part::Enlarged)), with(Some(Part::Marked)));
            let has = has_part(knot, step);
            assert_eq!(count(&marked, "part"), usize::from(has), "{} {step:?}", knot.id);
            assert_eq!(count(&plain, "part") + count(&near, "part"), 0);
            if has {
                let [far, close] = [widest(&plain), widest(&near)];
                assert!(far < 1e-9 || close > 1.2 * far, "{} {step:?} is no larger: {far} to {close}", knot.id);
                parts += 1;
            } else {
                assert!((widest(&near) - widest(&plain)).abs() < 1e-9, "{} {step:?}", knot.id);
            }
        }
    }
    assert!(parts > 30, "{parts}");
    assert!(has_part(find("truckers-butterfly"), Some(3)) && !has_part(find("bowline"), Some(2)));
}

/// What is hauled on to draw a knot up: every end, and the loop a butterfly keeps open.
#[test]
fn arrows_stand_where_a_knot_is_hauled() {
    for (id, ends) in [("sheet-bend", 4), ("bowline", 2), ("butterfly", 2)] {
        let arrows = |haul| count(&scene(id, &Figure { haul, size: [900.0, 700.0], ..figure() }), "pull");
        assert_eq!(arrows(false), 0);
        let loops = usize::from(find(id).entry.holds.is_some());
        assert_eq!(arrows(true), ends + loops, "{id}");
    }
    let moving = scene("bowline", &Figure { haul: true, step: Some(1), ..figure() });
    assert_eq!(count(&moving, "pull"), 0, "half tied it is not drawn up");
}

/// A bowline has one whipped end, a bend's ropes one each, a butterfly none: its line runs on.
#[test]
fn ends_are_whipped_where_a_rope_ends() {
    assert_eq!(whipped(find("bowline")), [[false, true]]);
    assert_eq!(whipped(find("butterfly")), [[false, false]]);
    assert!(whipped(find("sheet-bend")).iter().all(|ends| ends.iter().filter(|e| **e).count() == 1));
}

/// A strand before an object casts its ink on no strand behind it: three wraps lie side by side and pass over
/// nothing but each other behind it.
#[test]
fn ink_swells_on_rope_and_not_through_an_object() {
    let (posed, _) = find("butterfly").posed(0, 0).expect("its first pose");
    let wraps = draw(&posed, &figure()).expect("it draws");
    assert_eq!(count(&wraps, "rs"), 1, "nothing lies over anything but two behind the palm");
    let (back_over, _) = find("butterfly").posed(0, 1).expect("its second pose");
    let crossed = draw(&back_over, &figure()).expect("it draws");
    assert!(count(&crossed, "rs") >= 3, "the wrap taken back lies over two others");
    assert!(count(&scene("clove-hitch", &figure()), "rs") >= 1, "the riding turn lies on the turn below it");
}

/// The way taught first is known; the palm is drawn as a hand with four fingers.
#[test]
fn a_butterfly_is_taught_round_the_hand() {
    let way = &find("butterfly").entry.way[0];
    assert!(way.taught && way.hand && way.pose.iter().all(|p| !p.short.is_empty()));
    for knot in catalogue().knots() {
        assert!(knot.entry.way.iter().filter(|w| w.taught).count() <= 1, "{}", knot.id);
    }
    let (posed, _) = find("butterfly").posed(0, 0).expect("its first pose");
    let object = ObjectLook { look: Look::Hand, ..ObjectLook::default() };
    let s = draw(&posed, &Figure { object, ..figure() }).expect("it draws");
    assert_eq!(count(&s, "ob hand"), 5);
}

#[test]
fn steel_has_a_light_band_timber_grain_and_bark_its_own_colour() {
    let with =
        |look| scene("clove-hitch", &Figure { object: ObjectLook { look, ..ObjectLook::default() }, ..figure() });
    assert_eq!(count(&with(Look::Steel), "oh"), 1);
    assert!(count(&with(Look::Timber), "og") > 3);
    assert_eq!(count(&with(Look::Bark), "ob bark"), 1);
}

#[test]
fn a_square_section_is_square() {
    let object = ObjectLook { section: Section::Square, radius: Some(3.0), ..ObjectLook::default() };
    let s = scene("siberian-hitch", &Figure { object, ..figure() });
    let corners = s.items.iter().find_map(|i| match i {
        Item::Fill { class: "ob wood", points } => Some(points.clone()),
        _ => None,
    });
    let points = corners.expect("the object is drawn");
    let middle =
        points.iter().fold([0.0, 0.0], |m, p| [m[0] + p[0] / points.len() as f64, m[1] + p[1] / points.len() as f64]);
    let far = points.iter().map(|p| (p[0] - middle[0]).hypot(p[1] - middle[1]));
    let (near, wide) = far.fold((f64::MAX, 0.0f64), |(a, b), d| (a.min(d), b.max(d)));
    assert!(wide / near > 1.2, "corners stick out: {}", wide / near);
}

/// Mirroring swaps left and right and nothing else; from behind, over becomes under as well.
#[test]
fn mirrored_and_behind_are_the_same_outline() {
    let extent = |f: Figure| {
        let s = scene("bowline", &f);
        let xs = s.items.iter().filter_map(|i| match i {
            Item::Lines { class: "re", runs, .. } => Some(runs.clone()),
            _ => None,
        });
        let mut all: Vec<f64> = xs.flatten().flatten().map(|p| (p[0] - 360.0).abs()).filter(|x| *x < 340.0).collect();
        all.sort_by(f64::total_cmp);
        all.last().copied().expect("rope")
    };
    let plain = extent(figure());
    let mirrored = extent(Figure { mirrored: true, ..figure() });
    let behind = extent(Figure { behind: true, ..figure() });
    assert!((mirrored - behind).abs() < 1.0, "both are turned left for right");
    assert!((plain - mirrored).abs() < 120.0);
}

#[test]
fn the_picture_says_what_it_shows() {
    let alt = |f: Figure| scene("clove-hitch", &f).alt;
    assert!(alt(figure()).starts_with("Clove hitch, finished. Look for: "));
    let turned = alt(Figure { step: Some(1), mirrored: true, behind: true, ..figure() });
    assert!(turned.starts_with("Clove hitch, from behind, left-handed, move 2 of 5: "), "{turned}");
}

#[test]
fn every_number_in_a_picture_is_short() {
    let svg = to_svg(&scene("butterfly", &figure()), None);
    let long = svg
        .split(|c: char| !(c.is_ascii_digit() || c == '.'))
        .find(|n| n.split('.').nth(1).is_some_and(|d| d.len() > 1));
    assert_eq!(long, None, "one decimal is enough for a pixel");
    assert!(svg.len() < 60_000, "{} bytes", svg.len());
}

/// Levels decide without letters a whole layer apart; a meeting in the middle of a change is a fault.
#[test]
fn levels_need_no_letters_and_are_not_changed_at_a_meeting() {
    let build = |text: &str| KnotPath::build(&parse(text).expect("reads"));
    let wrap = "pole P x r=2\nrope A\n flat F 0,-8 0,-2 0,2 M 0.4,3.2 B 0.8,2 2.5,-2 M 3,-3.2 F 3,-2 -2,1.5";
    let path = build(&format!("{wrap} o")).expect("one letter for the one real meeting");
    assert_eq!(path.poles[0].axis, Axis::X);
    assert!(path.crossings.len() >= 2, "behind and in front: the hidden one is counted too");
    assert!(build(wrap).is_err(), "the meeting in front wants its letter");
    let changing = "pole P x r=0.5\nrope A\n flat F -6,0 6,0 6,4 0,4 0,1.5 M 0,0 B 0,-1.5 0,-6";
    let fault = build(changing).map(|_| ()).expect_err("a level changes where strands meet").to_string();
    assert!(fault.contains("level change"), "{fault}");
}

#[test]
fn a_doubled_rope_has_four_crossings_for_one() {
    let single = "rope A\n flat -9,0 1,0 4,2 2,5 -1,4 -2,0 o -1,-3 1,-3 1.2,0 u 1.4,3 1.4,5 o 1.4,9";
    let path =
        KnotPath::build(&parse(&format!("scale 2\n{single}\n double 0.6 loop 6")).expect("reads")).expect("builds");
    assert_eq!(path.crossings.len(), 12);
    let leg = path.strands[0].back.expect("it runs back");
    assert!(!leg.bight && leg.from > leg.tip_from);
}

#[test]
fn places_on_a_rope_are_found_both_ways() {
    let s = &find("figure-eight-loop").path.strands[0];
    let (there, back) = (s.index_at(8.0, false), s.index_at(8.0, true));
    assert!(there < back);
    assert!((s.along[there] - 8.0).abs() < 0.2 && (s.along[back] - 8.0).abs() < 0.2);
}

/// Laid in another order than it runs: the first bight of the highwayman's hitch stands alone before the rope's start.
#[test]
fn moves_out_of_path_order_lay_stretches() {
    let k = find("highwaymans");
    let laid = |step| rope_length(&scene("highwaymans", &Figure { step: Some(step), ..figure() }));
    assert!(laid(0) < 1.0, "nothing is laid before the first bight is passed");
    let lengths: Vec<f64> = (0..k.laid.len()).map(laid).collect();
    assert!(lengths.windows(2).all(|w| w[1] > w[0]), "{lengths:?}");
    assert!(k.laid[0][0].from.is_some_and(|f| f > 10.0));
}

#[test]
fn a_ring_of_cord_has_two_whipped_ends() {
    let whippings = |id: &str| count(&scene(id, &figure()), "wh");
    assert_eq!(whippings("sliding-fishermans"), 2);
    assert_eq!(whippings("bowline"), 1);
}

#[test]
fn marks_are_ringed_presses_can_be_pressed_and_the_alt_may_be_another() {
    let k = find("reef");
    let mark = |name: &str| umbet_core::draw::Mark { at: k.path.letters[1][0], name: name.to_owned() };
    let f =
        Figure { marks: vec![mark(""), mark("2")], presses: vec![mark("B1")], alt: Some("A knot".into()), ..figure() };
    let s = draw(k, &f).expect("it draws");
    assert_eq!((count(&s, "ring"), count(&s, "ring ask"), count(&s, "press")), (1, 1, 1));
    let svg = umbet_core::draw::to_svg(&s, None);
    assert!(svg.contains("role=\"group\" aria-label=\"A knot\"") && svg.contains("data-name=\"B1\""));
}

#[test]
fn a_sheet_holds_every_move_in_its_own_frame() {
    for id in ["clove-hitch", "zeppelin-bend", "highwaymans"] {
        let k = find(id);
        let s = umbet_core::draw::sheet(k, &Figure::default()).expect("it draws");
        assert_eq!(count(&s, "framed"), k.laid.len() + 1);
        let said = words(&s).join(" ");
        assert!(said.contains(&k.entry.name) && said.contains("Tied."), "{said}");
    }
}

/// Every corner of the tube lies half a diameter from the rope's middle line, or on its pole.
#[test]
fn the_tube_is_as_thick_as_the_rope() {
    let k = find("clove-hitch");
    let obj = umbet_core::draw::to_obj("Clove hitch", &k.path);
    let (rope, _) = obj.split_once("o pole").expect("a rope, then a pole");
    let points = &k.path.strands[0].points;
    for line in rope.lines().filter(|l| l.starts_with("v ")) {
        let v: Vec<f64> = line[2..].split(' ').map(|n| n.parse().expect("a number")).collect();
        let off = |p: &[f64; 3]| ((p[0] - v[0]).powi(2) + (p[1] - v[1]).powi(2) + (p[2] - v[2]).powi(2)).sqrt();
        let nearest = points.iter().map(off).fold(f64::MAX, f64::min);
        assert!((0.3..0.52).contains(&nearest), "{nearest}");
    }
    assert_eq!(obj.matches("\no ").count(), 2);
}

#[test]
fn the_same_knot_laid_wrong_keeps_its_name_and_loses_its_telltales() {
    let k = find("reef");
    let wrong = umbet_core::topology::misstep_written(k, "B4-6").expect("it can be laid");
    let laid = k.laid_as(wrong.path);
    assert_eq!((laid.entry.name.as_str(), laid.tells.len(), laid.laid.len()), ("Reef knot", 0, 1));
    let one = umbet_core::draw::to_svg(&draw(&laid, &figure()).expect("it draws"), None);
    let other = umbet_core::draw::to_svg(&draw(k, &figure()).expect("it draws"), None);
    assert_ne!(one, other);
}

/// Moves made with the tail behind a bight: the dots go on from where the rope lies, as far as the move lays it.
#[test]
fn the_tail_behind_a_bight_moves_on_from_where_it_lies() {
    let k = find("truckers-directional");
    let at = |step| scene("truckers-directional", &Figure { step, ..figure() });
    let dotted = |s: &Scene| -> f64 {
        let runs = s.items.iter().filter_map(|i| match i {
            Item::Lines { class: "nx" | "nx hid", runs, .. } => Some(runs),
            _ => None,
        });
        runs.flatten().flat_map(|r| r.windows(2)).map(|w| (w[1][0] - w[0][0]).hypot(w[1][1] - w[0][1])).sum()
    };
    let bight_made = k.entry.step.iter().position(|s| s.short == "Loop").expect("its loop");
    for step in bight_made + 1..k.laid.len() {
        let now = at(Some(step));
        let next = at(Some(step + 1).filter(|s| *s < k.laid.len()));
        let laid = rope_length(&next) - rope_length(&now);
        let share = dotted(&now) / laid;
        assert!((0.6..1.4).contains(&share), "move {}: {share:.2} of what it lays", step + 1);
    }
}

/// Sides of its arrow on which a move's dots run, just behind the tip.
fn sides_of_the_arrow(s: &Scene) -> [bool; 2] {
    let head = s.items.iter().find_map(|i| match i {
        Item::Fill { class: "nxh", points } => Some(points),
        _ => None,
    });
    let [tip, left, right] = head.expect("an arrow")[..] else { panic!("an arrow has three corners") };
    let back = [(left[0] + right[0]) / 2.0 - tip[0], (left[1] + right[1]) / 2.0 - tip[1]];
    let l = back[0].hypot(back[1]);
    let mut sides = [false; 2];
    for item in &s.items {
        let Item::Lines { class: "nx", runs, .. } = item else { continue };
        for p in runs.iter().flatten() {
            let v = [p[0] - tip[0], p[1] - tip[1]];
            let (along, across) = ((v[0] * back[0] + v[1] * back[1]) / l, (v[0] * back[1] - v[1] * back[0]) / l);
            if (12.0..48.0).contains(&along) && (4.0..40.0).contains(&across.abs()) {
                sides[usize::from(across > 0.0)] = true;
            }
        }
    }
    sides
}

/// Common practice: a bight goes double, both legs together, nose first; an end goes single.
#[test]
fn a_bight_is_dotted_as_a_bight_and_an_end_as_an_end() {
    let at = |id: &str, step: usize| {
        sides_of_the_arrow(&scene(id, &Figure { size: [420.0, 340.0], step: Some(step - 1), ..Figure::default() }))
    };
    for (id, step) in [
        ("siberian-hitch", 5),
        ("slipped-overhand", 5),
        ("slipped-half-hitch", 4),
        ("slipped-sheet-bend", 5),
        ("half-sheepshank", 3),
        ("eskimo-bowline-slipped", 5),
    ] {
        assert_eq!(at(id, step), [true, true], "{id}, move {step}");
    }
    for (id, step) in [("half-hitch", 1), ("sheet-bend", 3), ("bowline", 5), ("siberian-hitch", 2)] {
        assert!(at(id, step) != [true, true], "{id}, move {step}");
    }
}

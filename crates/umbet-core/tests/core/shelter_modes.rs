//! The shelter's special modes, each walked as one who rigs it would: a split ridge, one anchor, pickets and vehicles, worn cord,
//! a long span, a pitch pegged down.

use crate::planning::{planned, planned_with, read, shelter, try_plan};
use umbet_core::rig::Hank;
use umbet_core::rig::anchor::{AnchorDraft, AnchorKind};
use umbet_core::rig::shelter::{Gives, Pitch, Shelter, ShelterDraft, ShelterPlan, Wish};
use umbet_core::rig::tighten::Tighten;
use umbet_core::situation::{CordDraft, Habits, Tension};
use umbet_core::units::{Length, Reader, UnitSystem};

fn part<'a>(p: &'a ShelterPlan, id: &str) -> Option<&'a umbet_core::rig::Part> {
    p.rig.parts.iter().find(|x| x.id == id)
}

fn says(p: &ShelterPlan, id: &str) -> String {
    p.rig.order.iter().find(|s| s.id == id).map(|s| s.say.clone()).unwrap_or_default()
}

/// Level ground and two trees so far apart, face to face.
fn over(span_m: f64) -> ShelterDraft {
    let mut d = ShelterDraft { slope_percent: 0.0, slope_across_percent: 0.0, between: Some([0, 1]), ..shelter() };
    d.anchors.iter_mut().for_each(|a| a.high_m = 5.0);
    d.anchors[1].at_m = [span_m + (d.anchors[0].size_mm + d.anchors[1].size_mm) / 2000.0, 0.0];
    d
}

/// The load lies where the cover is: the farther the anchors, the lower it hangs, and a load spread over the whole span would
/// hang less low (statics: the moment of a load in the middle is greater than that of one spread out).
#[test]
fn the_load_lies_where_the_cover_is() {
    let [short, long] = [over(4.0), over(12.0)].map(|d| planned(&d).facts.forces);
    assert!(long.sag_m.high > 2.0 * short.sag_m.high, "{:?} {:?}", short.sag_m, long.sag_m);
    use umbet_core::statics::line::{Line, Load};
    let line = Line { span_m: 12.0, rise_m: 0.0, set_n: 300.0, stiffness_n: 20_000.0, unyielding: None };
    let here = line.loaded(Load { n: [0.0, 200.0], from: 4.5 / 12.0, to: 7.5 / 12.0, parts: 0 });
    assert!(here.sag_m > 1.15 * line.loaded(Load::spread(200.0)).sag_m);
}

/// Headroom holds under the ridge at the lowest it may hang in calm air: the ties are higher by that.
#[test]
fn ties_are_as_much_higher_as_the_ridge_hangs() {
    for wish in Wish::ALL {
        let d = ShelterDraft { wish: *wish, ..over(6.0) };
        let mut d = d;
        d.cover.width_m = 4.0;
        let p = planned(&d);
        let (g, f) = (&p.facts.geometry, &p.facts.forces);
        for (end, tie) in g.ties_m.iter().enumerate() {
            let x = if end == 0 { 0.0 } else { g.span_m };
            assert!((tie - f.sag_m.high - g.line_at(x)).abs() < 1e-9, "{wish:?}");
        }
        assert!(g.headroom_m >= g.needed_m - 1e-9 && f.gust_headroom_m <= g.headroom_m);
        assert!(p.rig.measures.iter().any(|m| m.starts_with("In the gust it is pushed")));
    }
}

/// Anthropometric tables, recalled: eyes at 0.93 of the body's height.
#[test]
fn a_ridge_can_be_wished_at_eye_height() {
    let mut d = ShelterDraft { wish: Wish::Eye, ..over(6.0) };
    d.cover.width_m = 4.0;
    let g = planned(&d).facts.geometry;
    assert!((g.ridge_m - 0.93 * Reader::default().body.arm_span_m).abs() < 0.02, "{}", g.ridge_m);
}

/// A split ridge pulls through the cover's own ends: they are judged, by what tightens it too, and each half is cut by itself.
#[test]
fn a_split_ridge_pulls_through_the_cover() {
    let d = ShelterDraft { split: true, tighten: Tighten::Looped, ..shelter() };
    let p = planned(&d);
    let ends = part(&p, "ridge-tie-point").expect("the cover's ends are judged");
    assert!(ends.pull_n.low >= p.facts.forces.set_n.low && p.rig.parts[0].id == "ridge-tie-point");
    assert!(p.rig.change.iter().any(|c| c.contains("cover’s own ends may tear")), "{:?}", p.rig.change);
    let cut = |name: &str| p.rig.cuts.iter().find(|c| c.name == name).unwrap_or_else(|| panic!("no {name}"));
    let of = |name: &str, what: &str| cut(name).items.iter().any(|i| i.of.contains(what));
    assert!(of("Near half ridge", "fixed end") && !of("Near half ridge", "purchase"));
    assert!(
        of("Far half ridge", "purchase") && of("Far half ridge", "tightened end") && of("Far half ridge", "to stow")
    );
    assert!(["Near half ridge", "Far half ridge"].iter().all(|h| of(h, "on the cover") && cut(h).times == 1));
    // The cover is hung before its ridge is tight, and nothing slides on a line that is not there.
    let at = |id: &str| p.rig.order.iter().position(|s| s.id == id);
    assert!(at("far-half") < at("tension") && at("cover") < at("near-half") && at("ends").is_none());
    assert!(p.rig.joints.iter().all(|j| j.id != "on-ridge"));
    let gentle = planned(&ShelterDraft { pull_n: 100.0, tighten: Tighten::ByHand, ..d });
    // Drawn up gently, what tears them is the cover's own weight and pull: pulling less still helps nothing.
    assert!(gentle.rig.change.iter().any(|c| c.contains("them. Run one line through")), "{:?}", gentle.rig.change);
}

/// What gives before any wind blows is told as such: nobody is sent out of the wind for a picket that draws in calm air.
#[test]
fn what_gives_in_calm_air_is_not_laid_on_the_wind() {
    let mut d = shelter();
    d.anchors[1] =
        AnchorDraft { kind: AnchorKind::Peg, name: "the picket".into(), size_mm: 40.0, ..d.anchors[1].clone() };
    let change = planned(&d).rig.change;
    assert!(change.iter().any(|c| c.contains("Even in calm air the picket leans in")), "{change:?}");
    assert!(change.iter().all(|c| !c.contains("does not stand in gusts")), "{change:?}");
}

/// Parachute cord drawn up with a purchase gives way so far in a gust that the cover comes down to the seat: that is said as a
/// thing to change, and a ridge that keeps it up says nothing.
#[test]
fn a_cover_that_comes_down_on_its_people_is_changed() {
    let soft = CordDraft { kind: "paracord-iii".into(), ..shelter().ridge_cord };
    let low = planned(&ShelterDraft { ridge_cord: soft, tighten: Tighten::Looped, ..shelter() });
    assert!(low.facts.forces.gust_headroom_m < 0.1);
    assert!(low.rig.change.iter().any(|c| c.starts_with("In the gust it comes down on")), "{:?}", low.rig.change);
    let calm = planned(&ShelterDraft { beaufort: 2, ..shelter() });
    assert!(calm.rig.change.iter().all(|c| !c.starts_with("In the gust it comes down")), "{:?}", calm.rig.change);
}

/// A split ridge stretches less: half of it is cloth, which does not.
#[test]
fn a_split_ridge_hangs_less_low() {
    let sag = |split| planned(&ShelterDraft { split, ..over(6.0) }).facts.forces.sag_m.high;
    assert!(sag(true) < sag(false), "{} {}", sag(true), sag(false));
}

/// The half pyramid's pole has a length, a step and a push on it; its line can be let out.
#[test]
fn a_half_pyramid_stands_on_its_pole() {
    let p = planned(&ShelterDraft { pitch: Pitch::HalfPyramid, ..shelter() });
    let [foot, top] = p.facts.geometry.poles[0];
    assert!((top[2] - foot[2] - p.facts.geometry.ridge_m).abs() < 1e-9);
    assert!(p.rig.needs.iter().any(|n| n.starts_with("A pole of")) && says(&p, "pole-0").contains("flat"));
    let line = p.rig.joints.iter().find(|j| j.id == "fixed-end").expect("its line");
    assert_eq!(line.situation.tension, Some(Tension::Adjusted));
    let cut = &p.rig.cuts[0];
    assert!(cut.name == "Peak line" && cut.items.iter().any(|i| i.of == "play"), "{:?}", cut.items);
    assert!(p.facts.forces.pole_n.is_some_and(|n| n.low > 0.0 && n.high > n.low));
    // Back edge down, pole up, line drawn, front corners last.
    let at = |id: &str| p.rig.order.iter().position(|s| s.id == id).unwrap_or_else(|| panic!("no {id}"));
    assert!(at("back") < at("pole-0") && at("pole-0") < at("fixed") && at("fixed") < at("pegs"));
}

/// What is pegged down has no guys: none to tie, to tighten, to part, or to make slip.
#[test]
fn a_pitch_pegged_down_has_no_guys() {
    let p = planned(&ShelterDraft { pitch: Pitch::PloughPoint, gives: Gives::Guy, ..shelter() });
    assert!(p.rig.joints.iter().all(|j| !j.id.starts_with("guy")) && part(&p, "guy").is_none());
    let said = p.rig.order.iter().chain(&p.rig.strike).map(|s| s.say.as_str()).collect::<Vec<_>>().join(" ");
    assert!(!said.contains("guy") && said.contains("windward first"), "{said}");
    assert!(p.facts.remedies.is_empty());
    assert!(p.facts.no_remedy.is_some_and(|r| r.contains("no guy to part")));
}

/// One tree alone is enough for a plough point: the shelter lies to windward of it, its back to the wind.
#[test]
fn one_sound_anchor_is_enough_for_a_pitch_from_one() {
    let mut d = ShelterDraft { pitch: Pitch::PloughPoint, wind_from_deg: Some(90.0), ..shelter() };
    d.anchors.truncate(1);
    let p = planned(&d);
    assert_eq!(p.facts.between.anchors, [0, 0]);
    assert!(p.rig.change.iter().all(|c| !c.contains("open side")), "{:?}", p.rig.change);
    let says = Shelter::read(&ShelterDraft { pitch: Pitch::AFrame, ..d }).expect_err("a ridge wants two");
    assert!(says[0].says.contains("runs between two"), "{says:?}");
}

/// What stands where the cover would lie is said.
#[test]
fn what_stands_in_the_way_is_said() {
    let mut d = ShelterDraft { pitch: Pitch::LeanTo, ..over(6.0) };
    d.anchors.truncate(3);
    d.anchors[2].at_m = [3.0, -1.0];
    assert!(planned(&d).rig.change.iter().any(|c| c.starts_with("The dead elm stands where the cover")));
    d.anchors[2].at_m = [3.0, 2.0];
    assert!(planned(&d).rig.change.iter().all(|c| !c.contains("stands where")));
}

fn with_far(kind: AnchorKind, size_mm: f64) -> ShelterDraft {
    let mut d = over(6.0);
    d.anchors[1] = AnchorDraft { kind, size_mm, surface: "timber-dry".into(), ..d.anchors[1].clone() };
    d
}

/// A picket's pole is held back by a backstay: cut, tied, a step of the work, and judged: its peg is drawn with root two times the
/// line (statics, 45°).
#[test]
fn a_picket_is_held_back() {
    let d = with_far(AnchorKind::Peg, 40.0);
    let p = planned(&d);
    let stay = &p.facts.geometry.backstays[0];
    assert!(stay.end == 1 && stay.peg[0] > p.facts.geometry.span_m + 1.0, "{stay:?}");
    assert!((stay.run_m / (stay.pole[1][2] - stay.pole[0][2]) - std::f64::consts::SQRT_2).abs() < 1e-6);
    assert!(p.rig.cuts.iter().any(|c| c.name == "Backstay") && p.rig.joints.iter().any(|j| j.id == "backstay"));
    assert!(says(&p, "backstay-1").contains("The larch") && p.rig.needs.iter().any(|n| n.contains("picket")));
    let gives = part(&p, "anchor").expect("it is judged");
    let peg = read(&d).ground.peg_n;
    assert!(gives.what.contains("backstay’s peg draws"));
    assert!((gives.bears_n.high * std::f64::consts::SQRT_2 - peg.high).abs() < 1e-9);
}

/// A van does not bend, whatever the wind; its ring is its maker's affair.
#[test]
fn a_vehicle_does_not_bend() {
    let mut d = with_far(AnchorKind::Vehicle, 14.0);
    d.anchors[0] = AnchorDraft { name: "the cart".into(), ..d.anchors[1].clone() };
    d.anchors[0].at_m = [0.0, 0.0];
    let p = planned(&d);
    assert!(part(&p, "anchor").is_none());
    assert!(
        p.rig.cautions.iter().filter(|c| c.contains("its maker rates the ring")).count() == 2,
        "{:?}",
        p.rig.cautions
    );
    assert!(!says(&p, "look").contains("dead over the"), "{}", says(&p, "look"));
}

/// Worn cord counts three quarters (common practice), cord that measures thicker its section; what cannot be is refused by name.
#[test]
fn cord_counts_as_it_lies_in_the_hand() {
    let of = |guy: CordDraft| planned(&ShelterDraft { guy_cord: guy, ..shelter() });
    let usual = shelter().guy_cord;
    let bears = |p: &ShelterPlan| part(p, "guy").expect("guys").bears_n.low;
    let (sound, worn) = (bears(&of(usual.clone())), bears(&of(CordDraft { worn: true, ..usual.clone() })));
    assert!((worn / sound - 0.75).abs() < 1e-9, "{worn} of {sound}");
    let thick = bears(&of(CordDraft { diameter_mm: Some(6.0), ..usual.clone() }));
    assert!((thick / sound - 2.25).abs() < 1e-9, "{thick} of {sound}");
    let mut d = shelter();
    d.ridge_cord.diameter_mm = Some(44.0);
    d.anchors[0].size_mm = 0.0;
    let faults = Shelter::read(&d).expect_err("out of reason");
    assert!(faults.iter().any(|f| f.says == "Thickness of the ash: 10 to 1500 mm."), "{faults:?}");
    assert!(faults.iter().any(|f| f.says.starts_with("Thickness of 6 mm polyester braid")), "{faults:?}");
}

/// A line too long fails by its sag, and that is what is said.
#[test]
fn a_long_span_fails_by_its_sag() {
    let why = try_plan(&over(60.0)).expect_err("too long");
    assert!(why.contains("comes down") && why.contains("stretches less"), "{why}");
}

/// Nylon stretches away under a purchase: its loop is made farther out, and cut for that.
#[test]
fn a_purchase_has_the_travel_its_cord_wants() {
    let d = |kind: &str| {
        let ridge_cord = CordDraft { kind: kind.into(), ..shelter().ridge_cord };
        ShelterDraft { tighten: Tighten::Looped, pull_n: 500.0, ridge_cord, ..over(9.0) }
    };
    let run = |p: &ShelterPlan| {
        let items = p.rig.cuts[0].items.iter();
        items.filter(|i| i.of == "purchase, out and back").map(|i| i.length_m / 2.0).sum::<f64>()
    };
    let (nylon, tape) = (planned(&d("braid-nylon-6")), planned(&d("kernmantle-10")));
    assert!(run(&nylon) > run(&tape) && (run(&tape) - 0.8).abs() < 1e-9, "{} {}", run(&nylon), run(&tape));
    assert!(nylon.rig.change.iter().any(|c| c.contains("make the purchase’s loop")), "{:?}", nylon.rig.change);
}

/// The trade (WORK): up and down before anything, bark padded, both ends leaned on where one can, the pull said is the pull set,
/// outer face out, windward first.
#[test]
fn the_order_is_the_trades() {
    let p = planned(&shelter());
    let ids: Vec<&str> = p.rig.order.iter().map(|s| s.id.as_str()).collect();
    assert_eq!(ids[..3], ["look", "pad", "fixed"]);
    assert!(says(&p, "lean").contains("where your chest is") && says(&p, "lean-far").contains("the larch"));
    let set = Reader::default().forces(p.facts.forces.set_n);
    assert!(says(&p, "tension").contains(&set), "{}", says(&p, "tension"));
    assert!(
        says(&p, "cover").contains("shiny seamed face beneath") && says(&p, "stow").contains("chain of slipped loops")
    );
    // The wind blows across onto the far side, where none was named.
    assert!(says(&p, "middles").contains("far middle first"), "{}", says(&p, "middles"));
    assert!(p.rig.order.iter().find(|s| s.id == "fixed").is_some_and(|s| s.figures.iter().any(|[n, _]| n == "leave")));
    assert!(p.rig.cuts.iter().any(|c| c.name == "Drip cord") && p.rig.needs.iter().any(|n| n == "6 pegs"));
}

/// Cord is cut no shorter than it takes: lengths round up, in arm spans too.
#[test]
fn lengths_to_cut_round_up() {
    let kit: [Hank; 0] = [];
    for units in [UnitSystem::Metric, UnitSystem::Imperial, UnitSystem::Body] {
        let reader = Reader { units, ..Reader::default() };
        let p = planned_with(&shelter(), &kit, &Habits::default(), &reader);
        for cut in &p.rig.cuts {
            let metres: f64 = cut.words[0].trim_end_matches(" m").parse().expect("metres");
            assert!(metres >= cut.each_m - 1e-6 && metres < cut.each_m + 0.011, "{} of {}", metres, cut.each_m);
        }
    }
    let body = Reader { units: UnitSystem::Body, ..Reader::default() };
    assert_eq!(body.length(Length::from_m(1.74)), "1 arm span");
    assert_eq!(body.length_up(Length::from_m(1.74)), "1 1/4 arm spans");
}

/// On ground that rises behind it a plough point's cloth rises outward too: water lies on it as on a level sheet, no more.
#[test]
fn a_panel_that_rises_outward_holds_what_a_level_one_does() {
    let mut d = ShelterDraft { pitch: Pitch::PloughPoint, wish: Wish::Low, slope_percent: 24.0, ..over(6.0) };
    (d.cover.length_m, d.cover.width_m) = (4.9, 4.0);
    let steep = planned(&d).facts.forces.pool_n;
    assert!(steep.low <= steep.high, "{steep:?}");
    // A level sheet that hangs a twenty-fifth of its width holds two thirds of that, over half its length (geometry).
    let (wide, half) = (4.9 * 4.0 / 4.9f64.hypot(4.0), 4.9f64.hypot(4.0) / 2.0);
    assert!(steep.high <= 2.0 / 3.0 * 0.06 * wide * wide * half * 9_806.65 * 1.01, "{steep:?}");
}

/// A picket under a pitch from one anchor: a plough point's has its pole and backstay and their step before the line; a half pyramid's
/// line goes low to the picket itself, which wants neither.
#[test]
fn a_picket_holds_a_pitch_from_one_anchor() {
    let on = |pitch| {
        let mut d = with_far(AnchorKind::Peg, 40.0);
        (d.between, d.pitch) = (Some([1, 0]), pitch);
        planned(&d)
    };
    let plough = on(Pitch::PloughPoint);
    let at = |id: &str| plough.rig.order.iter().position(|s| s.id == id).unwrap_or_else(|| panic!("no {id}"));
    assert!(at("backstay-0") < at("fixed") && says(&plough, "lean").contains("line’s end"));
    assert!(
        plough.rig.needs.iter().any(|n| n.starts_with("A long peg or picket, and a pole of 1.")),
        "{:?}",
        plough.rig.needs
    );
    let half = on(Pitch::HalfPyramid);
    assert!(half.facts.geometry.backstays.is_empty() && half.rig.joints.iter().all(|j| j.id != "backstay"));
    let line = half.rig.joints.iter().find(|j| j.id == "fixed-end").expect("its line");
    assert_eq!(line.situation.shape, Some(umbet_core::situation::Shape::Peg));
    let draws = part(&half, "anchor").expect("it is judged");
    assert!(draws.what.ends_with(" draws") && (draws.bears_n.high - read(&shelter()).ground.peg_n.high).abs() < 1e-9);
}

/// Steps stand on paper without their heads: each says by itself what is done. A pitch on one anchor has no ridge to fold from, and
/// its pole comes out before its pegs are drawn.
#[test]
fn steps_say_by_themselves_what_is_done() {
    for (pitch, again, off) in [
        (Pitch::AFrame, "Tighten ridge and guys again", "fold it from the ridge"),
        (Pitch::PloughPoint, "Tighten the line to the peak again", "fold it in to its middle"),
        (Pitch::HalfPyramid, "Tighten the line to the peak again", "fold it in to its middle"),
    ] {
        let p = planned(&ShelterDraft { pitch, ..shelter() });
        assert!(says(&p, "again").starts_with(again), "{pitch:?}: {}", says(&p, "again"));
        let strike = |id: &str| p.rig.strike.iter().find(|s| s.id == id).map(|s| s.say.clone()).unwrap_or_default();
        assert!(strike("s-cover").contains(off), "{pitch:?}: {}", strike("s-cover"));
        let pole_first = strike("s-corners").starts_with("Ease the line, pole out; then draw");
        assert_eq!(pole_first, pitch == Pitch::HalfPyramid, "{pitch:?}: {}", strike("s-corners"));
        // What lets a knot go holds on whatever it is tied to.
        for step in &p.rig.strike {
            assert!(!step.say.contains("the peg for slack") && !step.say.contains("slid off the peg"), "{}", step.say);
        }
    }
}

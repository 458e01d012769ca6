//! A line between two anchors: bands that hold together, and what is said when it will not do.

use umbet_core::draw::{Elevation, elevation, to_svg};
use umbet_core::rig::line::{Hung, LineAsk, LineDraft, LineFacts};
use umbet_core::rig::tighten::Tighten;
use umbet_core::rig::{Given, Rig, RigPlan};
use umbet_core::situation::{CordDraft, Habits};
use umbet_core::units::Reader;

fn cord(kind: &str) -> CordDraft {
    CordDraft { kind: kind.into(), ..LineDraft::usual().cord }
}

fn gear(n: f64, at: f64) -> Hung {
    Hung::Gear { n, at }
}

fn cover(area_m2: f64, beaufort: u8) -> Hung {
    Hung::Cover { area_m2, beaufort }
}

fn ask() -> LineDraft {
    LineDraft { hung: gear(80.0, 0.5), ..LineDraft::usual() }
}

fn facts(d: &LineDraft) -> LineFacts {
    LineAsk::read(d).unwrap_or_else(|f| panic!("{f:?}")).facts(&Reader::default())
}

fn plan(d: &LineDraft) -> RigPlan {
    let (habits, reader) = (Habits::default(), Reader::default());
    let given = Given { kit: &[], habits: &habits, reader: &reader, width: 860.0 };
    let line = LineAsk::read(d).unwrap_or_else(|f| panic!("{f:?}"));
    line.plan(&given).unwrap_or_else(|e| panic!("{}", e.0)).plan
}

#[test]
fn every_figure_is_a_band_the_right_way_round() {
    for hung in [gear(80.0, 0.2), cover(9.0, 0), cover(9.0, 8)] {
        for tighten in [Tighten::ByHand, Tighten::Looped] {
            let d = LineDraft { hung, tighten, ..ask() };
            let (f, p) = (facts(&d), plan(&d));
            for b in [f.sag_m, f.anchor_n, f.reaches[0].set_n, f.reaches[1].set_n, p.parts[0].margin] {
                assert!(b.low > 0.0 && b.low <= b.high && b.high.is_finite(), "{b:?}");
            }
        }
    }
}

/// A looped purchase over rope: about 1.7 to 1 where friction is 0.25 at both turns (FACTS of the trade: 1.66), never 3.
#[test]
fn a_purchase_reaches_more_than_the_hand_and_less_than_three_to_one() {
    let f = facts(&ask());
    let (hand, looped) = (f.reaches[0].set_n, f.reaches[1].set_n);
    assert!(looped.low > hand.high && looped.high < 3.0 * 250.0);
    assert!(f.reaches[1].says.contains("not 3"), "{}", f.reaches[1].says);
}

#[test]
fn wet_rope_slides_more_and_a_purchase_gains() {
    let of = |wet| facts(&LineDraft { cord: CordDraft { wet, ..ask().cord }, ..ask() }).reaches[1].set_n;
    let (dry, wet) = (of(false), of(true));
    assert!(wet.low > dry.low && wet.high > dry.high);
}

#[test]
fn thicker_cord_has_more_in_hand_and_sags_less() {
    let [thin, thick] = ["guy-polyester-3", "braid-polyester-12"].map(|kind| LineDraft { cord: cord(kind), ..ask() });
    assert!(plan(&thick).parts[0].margin.low > plan(&thin).parts[0].margin.low);
    assert!(facts(&thick).sag_m.high < facts(&thin).sag_m.high);
}

/// Worn cord counts three quarters (common practice); cord that measures thicker, as its section.
#[test]
fn a_cord_counts_as_it_lies_in_the_hand() {
    let bears = |c: CordDraft| plan(&LineDraft { cord: c, ..ask() }).parts[0].bears_n;
    let sound = bears(ask().cord);
    let worn = bears(CordDraft { worn: true, ..ask().cord });
    let thick = bears(CordDraft { diameter_mm: Some(9.0), ..ask().cord });
    assert!((worn.low / sound.low - 0.75).abs() < 1e-9 && (thick.low / sound.low - 2.25).abs() < 1e-9);
    let wrong = LineAsk::read(&LineDraft { cord: CordDraft { diameter_mm: Some(40.0), ..ask().cord }, ..ask() });
    let says = wrong.expect_err("no such cord").remove(0).says;
    assert!(says.starts_with("Thickness of 6 mm polyester braid: 3.0 to 12.0 mm"), "{says}");
}

#[test]
fn what_will_not_do_says_what_to_change() {
    let said = |d: LineDraft| plan(&d).change.join(" ");
    assert_eq!(said(ask()), "");
    let blown = said(LineDraft { hung: cover(20.0, 9), ..ask() });
    assert!(blown.contains("stronger cord"), "{blown}");
    let slack = said(LineDraft {
        pull_n: 10.0,
        tighten: Tighten::ByHand,
        cord: cord("paracord-iii"),
        hung: gear(900.0, 0.5),
        ..ask()
    });
    assert!(slack.contains("too slack") && slack.contains("Pull harder"), "{slack}");
    let wet = CordDraft { wet: true, ..cord("paracord-iii") };
    let rain = said(LineDraft { cord: wet, hung: gear(20.0, 0.5), ..ask() });
    assert!(rain.contains("Nylon stretches wet"), "{rain}");
}

#[test]
fn rising_wind_is_followed_to_the_number_where_the_cord_is_used_to_a_fifth() {
    let says = |kind: &str| {
        let p = plan(&LineDraft { cord: cord(kind), hung: cover(9.0, 4), ..ask() });
        p.measures.last().cloned().unwrap_or_default()
    };
    let number = |s: &str| {
        s.split("Beaufort ")
            .nth(1)
            .and_then(|r| r.split_whitespace().next())
            .map(|n| n.parse::<u8>().expect("a number"))
    };
    let (thin, thick) = (says("guy-polyester-3"), says("kernmantle-11"));
    assert!(number(&thin).unwrap_or(0) < number(&thick).unwrap_or(0), "{thin} / {thick}");
}

/// The gusts pull, not the mean wind: the same as the shelter reckons with (gusts 1.4 times the mean, handbooks, recalled).
#[test]
fn the_gusts_pull() {
    let pull = |n| facts(&LineDraft { hung: cover(9.0, n), tighten: Tighten::RoundTurns, ..ask() }).anchor_n.high;
    // Force grows with the square of the speed, speed with the number to the power 1.5: eight times the pressure from 3 to 6.
    assert!(pull(6) > pull(3) * 1.4, "{} {}", pull(6), pull(3));
}

/// The drawing keeps its scale: the span on the page, divided by the sag on the page, is the span by the sag.
#[test]
fn the_elevation_is_to_scale_and_its_words_are_text() {
    let words = ["8.00 m", "0.4 m", "up to 600 N", "<b>cover</b>"].map(str::to_owned);
    let hung = vec![[0.5, 0.3, 0.8]];
    let e = Elevation { size: [860.0, 400.0], span_m: 8.0, rise_m: 0.0, sag_m: [0.3, 0.8], high_m: 1.8, hung, words };
    let scene = elevation(&e);
    let runs = |wanted: &str| {
        scene.items.iter().find_map(|i| match i {
            umbet_core::draw::Item::Lines { class, runs, .. } if *class == wanted => Some(runs[0].clone()),
            _ => None,
        })
    };
    let rope = runs("ra").expect("the line is drawn");
    let (first, last) = (rope[0], rope[rope.len() - 1]);
    let lowest = rope.iter().map(|p| p[1]).fold(f64::MIN, f64::max);
    let ratio = (last[0] - first[0]) / (lowest - first[1]);
    assert!((ratio - 10.0).abs() < 0.05, "{ratio}");
    let svg = to_svg(&scene, None);
    assert!(svg.contains("&lt;b&gt;cover") && !svg.contains("<b>"));
}

/// Four loops on a line, their heights and places against statics by hand: M(x)/H below the straight line.
#[test]
fn gear_on_loops_hangs_where_statics_puts_it() {
    let hung = Hung::Loops { count: 4, n: 40.0, apart_m: 1.6 };
    let d = LineDraft { hung, high_m: 2.0, ..ask() };
    let f = facts(&d);
    assert_eq!(f.loops.len(), 4);
    // Loops stand at 1.6, 3.2, 4.8 and 6.4 m of eight: supports bear 80 N each, moments are 128 and 192 Nm.
    let drops: Vec<f64> = f.loops.iter().map(|l| 2.0 - l.high_m.low).collect();
    assert!((drops[1] / drops[0] - 1.5).abs() < 1e-6 && (drops[2] / drops[1] - 1.0).abs() < 1e-6, "{drops:?}");
    assert!((drops[1] - f.sag_m.high).abs() < 1e-9, "{drops:?} {:?}", f.sag_m);
    // Tied on the slack line a little nearer than they hang, each as far from the next.
    let along: Vec<f64> = f.loops.iter().map(|l| l.along_m).collect();
    assert!(along[0] < 1.6 && along[0] > 1.4 && (along[3] - along[0] * 4.0).abs() < 1e-9, "{along:?}");
}

/// Every way of carrying and tightening is a whole plan: knots that fit, a line as long as it takes, an order and a strike.
#[test]
fn a_line_is_planned_to_its_end() {
    for carried in Hung::carries() {
        for tighten in Tighten::ALL {
            let p = plan(&LineDraft { hung: carried.begin, tighten: *tighten, ..LineDraft::usual() });
            let at = format!("{} {}", carried.id, tighten.words());
            // Two ends and what carries; a roll has its eyelets and its last tie besides.
            let joints = if carried.id == "roll" { 5 } else { 3 };
            assert!(p.joints.len() == joints && p.joints.iter().all(|j| !j.knot.is_empty()), "{at}: {:?}", p.joints);
            assert!(p.cuts[0].each_m > 8.0 && p.order.len() >= 5 && p.strike.len() >= 3, "{at}");
            let said: Vec<&str> = p.order.iter().chain(&p.strike).map(|s| s.say.as_str()).collect();
            assert!(said.iter().all(|s| s.ends_with('.') && !s.contains("  ") && !s.contains("..")), "{at}: {said:#?}");
        }
    }
    // Thin trees tied high bend; what hangs too low lies on the ground, and never so many centimetres under it.
    let six = Hung::Loops { count: 6, n: 60.0, apart_m: 0.8 };
    let thin = plan(&LineDraft { hung: six, thick_mm: 60.0, high_m: 2.5, ..ask() });
    assert!(
        thin.change.iter().any(|c| c.starts_with("A tree") && c.contains("tie the line lower")),
        "{:?}",
        thin.change
    );
    let low = plan(&LineDraft { hung: six, high_m: 0.3, pull_n: 30.0, tighten: Tighten::ByHand, ..ask() });
    let said = low.measures.join(" ");
    assert!(said.contains("lies on the ground") && !said.contains(" -"), "{said}");
    let many = LineDraft { hung: Hung::Loops { count: 12, n: 10.0, apart_m: 1.0 }, ..ask() };
    let why = LineAsk::read(&many).expect_err("no room").remove(0);
    assert!(why.field == "hung.apart_m" && why.says.contains("half a metre"), "{why:?}");
    let deep = LineAsk::read(&LineDraft { rise_m: -3.0, ..ask() }).expect_err("in the ground").remove(0);
    assert!(deep.says.contains("in the ground"), "{deep:?}");
}

/// A spreader is kept by a stopper at either side that does not go through its hole; a line of wire is drawn tight by cord at its
/// ends, and takes no loop.
#[test]
fn a_wire_with_a_spreader_is_planned_to_its_end() {
    let spreader = Hung::Spreader { n: 15.0, at: 0.5, hole_mm: 4.0 };
    let wire = LineDraft { cord: cord("wire-2"), hung: spreader, span_m: 20.0, ..ask() };
    let p = plan(&wire);
    let of = |id: &str| p.joints.iter().find(|j| j.id == id).unwrap_or_else(|| panic!("no {id}"));
    assert_eq!((of("stoppers").knot.as_str(), of("stoppers").times), ("overhand", 2));
    assert!(p.joints.iter().all(|j| !j.knot.is_empty()), "{:?}", p.joints);
    let names: Vec<&str> = p.cuts.iter().map(|c| c.name.as_str()).collect();
    assert_eq!(names, ["Wire", "Cord to the near tree", "Cord to the far tree"]);
    assert!(p.cuts[0].cord == "wire-2" && p.cuts[1].cord != "wire-2");
    let way: f64 = p.cuts.iter().map(|c| c.items[0].length_m).sum();
    assert!((way - facts(&wire).loops[0].along_m * 2.0).abs() < 0.01, "wire and cord reach from tree to tree: {way}");
    let at = |id: &str| p.order.iter().position(|s| s.id == id).expect("there");
    assert!(at("stoppers") < at("rings") && at("rings") < at("fixed"));
    let rope = plan(&LineDraft { hung: Hung::Spreader { n: 30.0, at: 0.4, hole_mm: 9.0 }, ..ask() });
    assert!(rope.cuts.len() == 1 && rope.strike.iter().any(|s| s.id == "stoppers-out"));
    let wide = plan(&LineDraft { hung: Hung::Spreader { n: 30.0, at: 0.4, hole_mm: 50.0 }, ..ask() });
    assert!(wide.change.iter().any(|c| c.starts_with("Stoppers")), "no stopper is so large: {:?}", wide.change);
    let (habits, reader) = (Habits::default(), Reader::default());
    let given = Given { kit: &[], habits: &habits, reader: &reader, width: 860.0 };
    let looped = LineAsk::read(&LineDraft { cord: cord("wire-2"), ..ask() }).expect("reads").plan(&given);
    assert!(looped.is_err_and(|no| no.0.contains("spreader")));
}

/// A tool roll hangs by ties that grip the line, evenly along its edge, and is rolled up toward the last and tied with it.
#[test]
fn a_tool_roll_hangs_by_its_ties_and_is_tied_with_the_last() {
    let hung = Hung::Roll { ties: 4, n: 60.0, wide_m: 0.9 };
    let d = LineDraft { hung, ..ask() };
    let (p, f) = (plan(&d), facts(&d));
    assert_eq!(f.loops.len(), 4);
    let apart: Vec<f64> = f.loops.windows(2).map(|w| w[1].along_m - w[0].along_m).collect();
    assert!(apart.iter().all(|a| (a - 0.3).abs() < 0.01), "{apart:?}");
    let ties = p.cuts.iter().find(|c| c.name == "Tie").expect("cut");
    assert!(ties.times == 4 && ties.each_m > 0.12 * std::f64::consts::PI, "long enough to go round the roll: {ties:?}");
    let rolled = p.joints.iter().find(|j| j.id == "rolled").expect("tied");
    assert!(!rolled.knot.is_empty() && p.strike[0].joint.as_deref() == Some("rolled"));
    let wide = LineAsk::read(&LineDraft { hung: Hung::Roll { ties: 4, n: 60.0, wide_m: 2.4 }, span_m: 3.0, ..ask() });
    assert!(wide.is_err_and(|f| f.iter().any(|x| x.says.contains("does not fit"))));
}

/// A wire's rings stand clear of the trees: too short a way, and what would sit on the cord at its ends, is refused; so is a hole the
/// line does not go through.
#[test]
fn a_wire_reaches_from_ring_to_ring() {
    let refused = |d: LineDraft, says: &str| {
        let faults = LineAsk::read(&d).expect_err("refused");
        assert!(faults.iter().any(|f| f.says.contains(says)), "{says}: {faults:?}");
    };
    let wire = || LineDraft { cord: cord("wire-2"), ..ask() };
    let spreader = |at, hole_mm| Hung::Spreader { n: 15.0, at, hole_mm };
    refused(LineDraft { span_m: 1.0, hung: spreader(0.5, 4.0), ..wire() }, "too short for wire");
    refused(LineDraft { span_m: 3.0, hung: spreader(0.05, 4.0), ..wire() }, "nearer to the middle");
    refused(LineDraft { span_m: 3.0, hung: Hung::Roll { ties: 3, n: 20.0, wide_m: 1.9 }, ..wire() }, "narrower");
    refused(LineDraft { hung: spreader(0.5, 4.0), ..ask() }, "so small a hole");
    for span_m in [1.7, 2.0, 4.0, 30.0] {
        let p = plan(&LineDraft { span_m, hung: spreader(0.5, 4.0), ..wire() });
        assert!(p.cuts.iter().all(|c| c.items.iter().all(|i| i.length_m > 0.0)), "{span_m}: {:?}", p.cuts);
        assert!(p.order.iter().all(|s| !s.say.contains("-")), "{span_m}");
    }
}

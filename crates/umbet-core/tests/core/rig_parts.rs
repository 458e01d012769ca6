//! What every rig has: anchors, joints, cuts, parts, steps, sheets; each by itself, whatever is planned with it.

use umbet_core::draw::paper::PAGE;
use umbet_core::rig::anchor::{Anchor, AnchorDraft, AnchorKind};
use umbet_core::rig::cut::{self, serve};
use umbet_core::rig::joint::under;
use umbet_core::rig::tighten::{Tighten, loops, reaches, set_by, stiffness, stretch_m};
use umbet_core::rig::{
    Cut, Faults, Given, Hank, Joint, JointAsk, PLANNERS, Part, Planned, RigPlan, Step, margin, new_cord, pages,
};
use umbet_core::situation::{CordDraft, Habits, Shape, Task, UsedCord};
use umbet_core::units::{Band, Reader, UnitSystem};

fn cord(kind: &str) -> UsedCord {
    new_cord(kind).unwrap_or_else(|| panic!("no {kind}"))
}

fn said(kind: &str) -> CordDraft {
    CordDraft { kind: kind.into(), diameter_mm: None, wet: false, worn: false, raw_end: false }
}

fn anchor(kind: AnchorKind, size_mm: f64) -> Anchor {
    let draft = AnchorDraft {
        name: "it".into(),
        kind,
        at_m: [0.0, 0.0],
        size_mm,
        surface: "bark-rough".into(),
        low_m: 0.0,
        high_m: 2.0,
        sound: true,
    };
    draft.read(0, &mut Faults::default()).expect("it reads")
}

/// A pole of 100 mm, its line tied 1.2 m up, by hand: W = π d³ / 32 = 98.2 cm³; with 30 to 55 MPa (wood handbooks, recalled) it bears a
/// moment of 2 945 to 5 400 N m, which is 2 454 to 4 500 N at that height.
#[test]
fn a_pole_breaks_by_the_formula_of_the_handbooks() {
    let gives = anchor(AnchorKind::Post, 100.0).gives(1.2, Band::new(100.0, 200.0)).expect("it can break");
    assert!(
        (gives.bears_n.low - 2454.4).abs() < 0.5 && (gives.bears_n.high - 4499.7).abs() < 0.5,
        "{:?}",
        gives.bears_n
    );
    assert!(gives.what.contains("foot"));
    // Twice as thick bears eight times as much; half as high, twice.
    let thick = anchor(AnchorKind::Tree, 200.0).gives(1.2, Band::default()).expect("it bends").bears_n;
    let low = anchor(AnchorKind::Tree, 100.0).gives(0.6, Band::default()).expect("it bends").bears_n;
    assert!((thick.low / gives.bears_n.low - 8.0).abs() < 1e-9 && (low.low / gives.bears_n.low - 2.0).abs() < 1e-9);
}

#[test]
fn clear_distances_are_from_face_to_face() {
    let mut far = anchor(AnchorKind::Tree, 400.0);
    far.at_m = [5.0, 0.0];
    assert!((anchor(AnchorKind::Tree, 200.0).clear_m(&far) - 4.7).abs() < 1e-12);
    // A ring and a picket's pole are where the line is.
    assert!((anchor(AnchorKind::Vehicle, 14.0).clear_m(&far) - 4.8).abs() < 1e-12);
}

#[test]
fn faults_name_the_thing_and_what_would_do() {
    let mut faults = Faults::default();
    faults.within("a.b", "Width of the ford", 70.0, [1.0, 60.0], "m");
    faults.within("c", "Depth", f64::NAN, [0.0, 2.0], "m");
    faults.within("d", "Good", 1.0, [0.0, 2.0], "m");
    assert!(faults.cord("cord", &said("lace")).is_none());
    faults.knots([&"no-such-knot".to_owned()].into_iter());
    let all = faults.or(Some(())).expect_err("four are wrong");
    let says: Vec<&str> = all.iter().map(|f| f.says.as_str()).collect();
    assert_eq!(says[..2], ["Width of the ford: 1 to 60 m.", "Depth: 0 to 2 m."]);
    assert!(says.len() == 4 && says[2].contains("lace") && says[3].contains("catalogue"), "{says:?}");
    assert_eq!(Faults::default().or(Some(7)), Ok(7));
}

/// Six lines no one hank holds come out of several, the longest first, and what those give is not there for the next cut.
#[test]
fn several_hanks_serve_together() {
    let reader = Reader::default();
    let of =
        |name: &str, times, m| Cut::of(name, times, &cord("paracord-iii"), vec![cut::item("run", m, &reader)], &reader);
    let hank =
        |name: &str, length_m| Hank { name: name.into(), kind: "paracord-iii".into(), length_m, ..Hank::default() };
    let kit = [hank("one", 7.0), hank("two", 9.5), hank("three", 4.0)];
    let mut cuts = vec![of("Guy", 6, 3.0), of("Corner", 1, 3.0), of("Again", 3, 1.2)];
    serve(&mut cuts, &kit, &reader, |_, _| Vec::new());
    assert_eq!(cuts[0].hank.as_deref(), Some("two (3), one (2) and three (1) serve together"));
    assert_eq!(cuts[1].hank, None);
    assert!(cuts[1].short[0].contains("taken for the lines before it"), "{:?}", cuts[1].short);
    assert_eq!(cuts[2].hank, None, "1.0, 0.5 and 1.0 m are left");
}

/// The shortest hank that serves is taken, and no length twice; what is short says by how much, and what else to do.
#[test]
fn cuts_are_served_from_the_kit() {
    let reader = Reader::default();
    let kind = "braid-polyester-6";
    let of = |name: &str, times, m| Cut::of(name, times, &cord(kind), vec![cut::item("run", m, &reader)], &reader);
    let hank = |name: &str, length_m| Hank { name: name.into(), kind: kind.into(), length_m, ..Hank::default() };
    let kit = [hank("long", 20.0), hank("short", 6.0)];
    let mut cuts = [of("A", 1, 5.5), of("B", 2, 4.0), of("C", 1, 15.0), of("D", 1, 40.0)];
    serve(&mut cuts, &kit, &reader, |c, short| vec![format!("{} another way, {short:.0} m", c.name)]);
    let served: Vec<Option<&str>> = cuts.iter().map(|c| c.hank.as_deref()).collect();
    assert_eq!(served[..2], [Some("short serves, 0.50 m left"), Some("long serves, 12.00 m left")]);
    assert!(
        cuts[2].hank.is_none() && cuts[2].short[0].contains("taken for the lines before it"),
        "{:?}",
        cuts[2].short
    );
    assert_eq!(cuts[3].short[..2], ["long, 20.00 m, is 20.00 m short.".to_owned(), "D another way, 20 m".to_owned()]);
    assert!(cuts[3].short[2].starts_with("Join a piece with"), "{:?}", cuts[3].short);
    assert!((cuts[1].total_m() - 8.0).abs() < 1e-12);
    // Without a kit nothing is short: nothing is known of what there is.
    let mut alone = [of("A", 1, 5.5)];
    serve(&mut alone, &[], &reader, |_, _| vec!["never".into()]);
    assert!(alone[0].hank.is_none() && alone[0].short.is_empty());
}

/// Worn hanks serve what was reckoned with as worn; one with a loop in its end serves one line as it is, and is cut into none.
#[test]
fn worn_and_made_up_hanks_serve_what_they_may() {
    let reader = Reader::default();
    let kind = "braid-polyester-6";
    let of = |name: &str, times, m, worn| {
        let used = UsedCord { worn, ..cord(kind) };
        Cut::of(name, times, &used, vec![cut::item("run", m, &reader)], &reader)
    };
    let hank = |name: &str, length_m| Hank { name: name.into(), kind: kind.into(), length_m, ..Hank::default() };
    let fuzzy = Hank { worn: true, ..hank("fuzzy", 20.0) };
    let ready = Hank { made_up: true, ..hank("ready ridge", 12.0) };
    let served = |cuts: &[Cut]| cuts.iter().map(|c| c.hank.clone()).collect::<Vec<_>>();
    let mut cuts = vec![of("Ridge", 1, 10.5, false), of("Again", 1, 1.0, false), of("Worn one", 2, 4.0, true)];
    serve(&mut cuts, &[fuzzy.clone(), ready.clone()], &reader, |_, _| Vec::new());
    assert_eq!(
        served(&cuts),
        [
            Some("ready ridge serves as it is, 1.50 m over".to_owned()),
            None,
            Some("fuzzy serves, 12.00 m left".to_owned())
        ]
    );
    let mut cuts = vec![of("Guys", 3, 3.0, false)];
    serve(&mut cuts, &[fuzzy, ready], &reader, |_, _| Vec::new());
    assert_eq!(served(&cuts), [None]);
    assert!(cuts[0].short[0].contains("None of this cord in the kit may be cut for it"), "{:?}", cuts[0].short);
    assert!(cuts[0].short[0].contains("with a knot made in its end"), "{:?}", cuts[0].short);
}

#[test]
fn parts_are_ordered_by_the_middle_of_their_margin() {
    let reader = Reader::default();
    let part = |id: &str, bears: [f64; 2], pull: [f64; 2]| {
        let (bears, pull) = (Band::new(bears[0], bears[1]), Band::new(pull[0], pull[1]));
        Part::judged(id, "it gives", bears, pull, "the load puts", "on the third day", &reader)
    };
    let mut parts = vec![part("strong", [900.0, 1000.0], [100.0, 100.0]), part("weak", [100.0, 400.0], [100.0, 200.0])];
    Part::in_order(&mut parts);
    assert_eq!(parts[0].id, "weak");
    assert_eq!(parts[0].margin, margin(Band::new(100.0, 400.0), Band::new(100.0, 200.0)));
    assert_eq!(parts[0].margin, Band { low: 0.5, high: 4.0 });
    assert_eq!(parts[0].says, "It gives: bears 100 to 400 N, the load puts 100 to 200 N on it; on the third day.");
}

/// A joint of any rig is answered as any joint is: fits first, one's own choice kept with its reason, nothing where nothing fits.
#[test]
fn a_joint_is_put_to_choosing() {
    let (habits, reader) = (Habits::default(), Reader::default());
    let ask = |shape| {
        let load = under(Task::MakeFast, &said("braid-polyester-6"), 200.0);
        let situation = umbet_core::situation::Draft { shape: Some(shape), ..load };
        JointAsk { id: "end", name: "The end".into(), times: 2, situation, rather: None }
    };
    let first = Joint::answered(ask(Shape::Post), None, &habits, &reader);
    assert!(!first.knot.is_empty() && first.times == 2 && first.cord_m() > 0.3 && first.others.len() >= 5);
    assert!(first.others.iter().all(|[id, _]| *id != first.knot));
    let own = Joint::answered(ask(Shape::Post), Some("reef"), &habits, &reader);
    assert!(own.knot == "reef" && own.because.starts_with("Your own choice."), "{}", own.because);
    let second = first.others[0][0].clone();
    let other = Joint::answered(ask(Shape::Post), Some(&second), &habits, &reader);
    assert!(other.knot == second && !other.because.starts_with("Your own"), "{}", other.because);
    let mut nothing = ask(Shape::Post);
    nothing.situation.size_mm = Some(-1.0);
    let none = Joint::answered(nothing, None, &habits, &reader);
    assert!(none.knot.is_empty() && none.because.contains("Choose"));
}

/// Work is done in its order: what was ticked after a gap is not done.
#[test]
fn ticks_are_held_to_the_order() {
    let step = |id: &str| Step::new(id, id, id);
    let plan = RigPlan {
        order: ["a", "b", "c"].map(step).into(),
        strike: ["s-a", "s-b"].map(step).into(),
        ..RigPlan::default()
    };
    let held = |ids: &[&str]| plan.in_order(&ids.iter().map(|s| (*s).to_owned()).collect::<Vec<_>>());
    assert_eq!(held(&["b", "a"]), ["a", "b"]);
    assert_eq!(held(&["a", "c", "s-a"]), ["a", "s-a"]);
    assert!(held(&["c", "s-b", "x"]).is_empty());
}

/// Common practice: by hand some is lost, walked turns keep it, a loop gives less than two to one over rope; wet slides more.
#[test]
fn ways_of_tightening_are_told_apart() {
    let dry = cord("braid-polyester-6");
    let set = |t| set_by(t, &dry, 200.0);
    assert!(set(Tighten::ByHand).high < 200.0 && set(Tighten::RoundTurns).low > set(Tighten::ByHand).low);
    assert!(set(Tighten::Looped).low > 200.0 && set(Tighten::Looped).high < 400.0);
    let wet = UsedCord { wet: true, ..dry };
    assert!(set_by(Tighten::Looped, &wet, 200.0).high > set(Tighten::Looped).high);
    assert_eq!(reaches(&dry, 200.0, &Reader::default()).len(), Tighten::ALL.len());
    let thick = UsedCord { diameter: dry.diameter * 2.0, ..dry };
    assert!((stiffness(&thick).low / stiffness(&dry).low - 4.0).abs() < 1e-9);
    assert!((stretch_m(&dry, 10.0, 100.0) / stretch_m(&dry, 5.0, 100.0) - 2.0).abs() < 1e-9);
    assert!(loops().len() >= 6 && loops().iter().all(|l| l.contains("Trucker") && l.ends_with('.')), "{:?}", loops());
}

/// Every kind of rig begins with a draft that reads, plans, draws and goes on paper, in every reader's measures.
#[test]
fn every_kind_of_rig_goes_from_its_first_draft_to_paper() {
    let habits = Habits::default();
    for planner in PLANNERS {
        for units in [UnitSystem::Metric, UnitSystem::Imperial, UnitSystem::Body] {
            let reader = Reader { units, ..Reader::default() };
            let draft = (planner.begin)(&habits);
            let rig = (planner.read)(draft.clone()).unwrap_or_else(|f| panic!("{}: {f:?}", planner.kind));
            let given = Given { kit: &[], habits: &habits, reader: &reader, width: 760.0 };
            let planned = rig.plan(&given).unwrap_or_else(|why| panic!("{}: {}", planner.kind, why.0));
            assert!(!planned.plan.said.is_empty() && !planned.drawings.is_empty() && !planned.plan.cautions.is_empty());
            assert!(planned.plan.known_from.iter().all(|k| k.len() > 20));
            let sheet = pages(&planned, "A title that is rather longer than the head of one page can hold on a line");
            assert!(sheet.iter().all(|p| p.width == PAGE[0] && p.height == PAGE[1] && !p.items.is_empty()));
            let fields = umbet_core::rig::shown(&draft, &(planner.fields)(&draft), &reader);
            assert!(fields.len() > 4, "{}", planner.kind);
            for f in fields {
                let again = umbet_core::rig::typed(draft.clone(), &(planner.fields)(&draft), &f.at, &f.value, &reader);
                let again = again.unwrap_or_else(|e| panic!("{}: {}", f.at, e.says));
                assert!((planner.read)(again).is_ok(), "{} typed as it is shown", f.at);
            }
            assert!((planner.read)(serde_json::json!({ "nonsense": 1 })).is_err());
            assert_eq!((planner.upgrade)(planner.version, draft.clone()), draft);
        }
    }
}

/// A rig with nothing to show still has a sheet with its name on it.
#[test]
fn an_empty_plan_has_a_sheet() {
    let plan = RigPlan { said: "Nothing.".into(), ..RigPlan::default() };
    let planned = Planned { plan, drawings: Vec::new(), own: serde_json::Value::Null };
    assert_eq!(pages(&planned, "Nothing").len(), 1);
}

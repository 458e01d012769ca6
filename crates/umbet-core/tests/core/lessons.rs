//! Courses by their schools, the work of a lesson in its order, ways of tying told apart, and the paper of a test.

use chrono::{DateTime, Duration, Utc};
use std::collections::BTreeSet;
use umbet_core::draw::Item;
use umbet_core::knot::catalogue;
use umbet_core::project::project;
use umbet_core::teach::class_cord::class_cords;
use umbet_core::teach::course::{
    Breadth, CourseDraft, LessonWork, MadeIn, Opening, SCHOOLS, School, Sorting, WorkStep, work_of,
};
use umbet_core::teach::ladder::{why_not, with_what_they_build_on};
use umbet_core::teach::minutes::Pace;
use umbet_core::teach::practice::{Memory, Spread, due, due_by};
use umbet_core::teach::review::{by_way, miscarries};
use umbet_core::teach::test_sheet::{TestedJoint, test_sheet};
use umbet_core::teach::tries::{Came, Try};
use umbet_core::units::Reader;

const WANTED: [&str; 8] = [
    "round-turn-two-half-hitches",
    "sheet-bend",
    "rolling-hitch",
    "double-sheet-bend",
    "timber-hitch",
    "taut-line",
    "bowline",
    "zeppelin-bend",
];

fn draft() -> CourseDraft {
    CourseDraft {
        lessons: 5,
        minutes: 90,
        class: 10,
        wanted: WANTED.map(str::to_owned).to_vec(),
        knows: Vec::new(),
        breadth: Breadth::Few,
        opening: Opening::Use,
        sorting: Sorting::Ladder,
        made: Vec::new(),
    }
}

/// How often the kind of thing changes from one knot to the next.
fn changes(order: &[&'static str], kind: impl Fn(&'static str) -> String) -> usize {
    order.windows(2).filter(|w| kind(w[0]) != kind(w[1])).count()
}

fn object(id: &'static str) -> String {
    catalogue().find(id).map_or_else(String::new, |k| format!("{:?}", k.usual().shape))
}

fn used_for(id: &'static str) -> String {
    catalogue().find(id).map_or_else(String::new, |k| format!("{:?}", k.entry.tasks[0]))
}

/// Each school plans a course that can be climbed and teaches what was wanted; the whole family teaches more; a knot is never named twice.
#[test]
fn every_school_plans_what_was_wanted() {
    let needed = with_what_they_build_on(WANTED);
    for school in &SCHOOLS {
        let draft = school.of(&draft());
        let arranged = draft.arranged(Pace::of(&[]));
        let plan = draft.plan(&arranged, Pace::of(&[]));
        assert_eq!(why_not(&plan.gaps), None, "{}", school.id);
        let taught: Vec<&str> = arranged.concat();
        let once: BTreeSet<&str> = taught.iter().copied().collect();
        assert_eq!(once.len(), taught.len(), "{}", school.id);
        assert!(needed.iter().all(|k| once.contains(k)), "{}", school.id);
        assert_eq!(once.len() > needed.len(), draft.breadth == Breadth::Family, "{}", school.id);
    }
    let ids: BTreeSet<&str> = SCHOOLS.iter().map(|s: &School| s.id).collect();
    assert_eq!(ids.len(), SCHOOLS.len());
}

/// Sorted by object the object changes less often than up the ladder alone; by use, the use does; one job after another keeps what
/// each wanted knot builds on right before it.
#[test]
fn knots_are_taken_up_as_they_are_sorted() {
    let by = |sorting| CourseDraft { sorting, ..draft() }.order();
    let ladder = by(Sorting::Ladder);
    let (object_wise, use_wise) = (by(Sorting::Object), by(Sorting::Use));
    assert!(changes(&object_wise, object) < changes(&ladder, object), "{object_wise:?}");
    assert!(changes(&use_wise, used_for) < changes(&ladder, used_for), "{use_wise:?}");
    let job = by(Sorting::Job);
    let place = |id: &str| job.iter().position(|k| *k == id).expect("taught");
    // The sheet bend builds on the bowline, which comes before it though it was named after.
    let places: Vec<usize> = WANTED.iter().filter(|id| **id != "bowline").map(|id| place(id)).collect();
    assert!(places.is_sorted(), "what was wanted first comes first: {job:?}");
    assert_eq!(place("bowline") + 1, place("sheet-bend"), "{job:?}");
}

fn works(draft: &CourseDraft, lesson: usize) -> Vec<WorkStep> {
    let arranged = draft.arranged(Pace::of(&[]));
    let plan = draft.plan(&arranged, Pace::of(&[]));
    work_of(draft, &plan.lessons[lesson], &arranged[..lesson].concat())
}

/// Something made of cord takes its minutes and its cord in its lesson, leaves less room for knots there, is a step of the work
/// before the recap, and is cut for each learner; one there is not, or in a lesson there is not, is refused by its name.
#[test]
fn what_is_made_of_cord_is_part_of_its_lesson() {
    let made = |lesson: u32, project: &str| MadeIn { lesson, project: project.to_owned() };
    let plain = draft();
    let with = CourseDraft { made: vec![made(2, "cobra-bar"), made(2, "long-mat")], ..draft() };
    assert_eq!(with.check(), Ok(()));
    let pace = Pace::of(&[]);
    let arranged = plain.arranged(pace);
    let (before, after) = (plain.plan(&arranged, pace), with.plan(&arranged, pace));
    let lesson = &after.lessons[1];
    let names: Vec<&str> = lesson.made.iter().map(|m| m.name).collect();
    assert_eq!(names, ["Cobra bar, one colour", "Longer mat"]);
    let minutes: f64 = lesson.made.iter().map(|m| m.minutes).sum();
    assert!(minutes > 40.0 && (lesson.total - before.lessons[1].total - minutes).abs() < 1e-9, "{minutes:.1}");
    let takes = |id: &str| project(id).expect("a project").usual(&Reader::default()).cords[0].length_m;
    let more = lesson.cord_each_m - before.lessons[1].cord_each_m;
    assert!((more - takes("cobra-bar") - takes("long-mat")).abs() < 1e-9, "{more}");
    assert_eq!(after.lessons[0], before.lessons[0], "the others stay as they were");

    let work = work_of(&with, lesson, &arranged[..1].concat());
    let doing: Vec<LessonWork> = work.iter().map(|w| w.doing).collect();
    let n = doing.len();
    assert_eq!(doing[n - 4..], [LessonWork::Make, LessonWork::Make, LessonWork::Recap, LessonWork::Strike]);
    assert!(work[n - 4].says.contains("cobra bar, one colour") && work[n - 4].says.contains("Even tension"));

    let anew = with.plan(&with.arranged(pace), pace);
    assert!(anew.lessons[1].knots.len() < before.lessons[1].knots.len(), "less room for knots beside it");

    let cords = class_cords(&after.lessons, 10);
    let bar = cords.iter().find(|c| c.name.starts_with("Cobra bar")).expect("its cord is cut");
    assert_eq!((bar.times, bar.kind, bar.asked_by.as_str()), (10, Some("paracord-iii"), "the cobra bar, one colour"));
    assert!((bar.length_m - 2.79).abs() < 0.011);

    let fault = |m: MadeIn| CourseDraft { made: vec![m], ..draft() }.check().expect_err("refused").to_string();
    assert!(fault(made(2, "hammock")).contains("no project `hammock`"));
    assert!(fault(made(6, "chain")).contains("The chain is made in lesson 6, and the course has fewer"));
    assert!(fault(made(0, "chain")).contains("lesson 0"));
    let twice = CourseDraft { made: vec![made(2, "chain"), made(2, "chain")], ..draft() };
    assert!(twice.check().expect_err("refused").to_string().contains("in lesson 2 twice"));
}

/// A lesson begins and is struck; each knot is opened as its school opens it, then shown, tied, drilled, tested; it ends with a
/// recap; the minutes of its steps are the lesson's.
#[test]
fn a_lesson_is_worked_in_its_order() {
    for opening in [Opening::Use, Opening::Name] {
        let draft = CourseDraft { opening, ..draft() };
        let plan = draft.plan(&draft.arranged(Pace::of(&[])), Pace::of(&[]));
        for (n, lesson) in plan.lessons.iter().enumerate() {
            let work = works(&draft, n);
            let minutes: f64 = work.iter().filter_map(|w| w.minutes).sum();
            assert!((minutes - lesson.total).abs() < 1e-9, "lesson {n}: {minutes} of {}", lesson.total);
            assert_eq!(work[0].doing, LessonWork::Begin);
            assert_eq!(work[work.len() - 1].doing, LessonWork::Strike);
            assert_eq!(work[work.len() - 2].doing, LessonWork::Recap);
            for taught in &lesson.knots {
                let of: Vec<LessonWork> =
                    work.iter().filter(|w| w.knot == Some(taught.knot)).map(|w| w.doing).collect();
                let first = match opening {
                    Opening::Use => [LessonWork::Ask, LessonWork::Name],
                    Opening::Name => [LessonWork::Name, LessonWork::Ask],
                };
                let rest = [LessonWork::Show, LessonWork::Guide, LessonWork::Drill, LessonWork::Test];
                assert_eq!(of, [&first[..], &rest[..]].concat(), "{}", taught.knot);
            }
        }
    }
    assert_eq!(work_of(&draft(), &draft().plan(&[vec![]], Pace::of(&[])).lessons[0], &[]), []);
}

/// What is asked before a knot is shown names a use and, of what the class has met, only what does the same; never the knot itself.
#[test]
fn what_is_asked_first_gives_nothing_away() {
    let draft = draft();
    let arranged = draft.arranged(Pace::of(&[]));
    let met = |lesson: usize| arranged[..=lesson].concat();
    let mut named = 0;
    for lesson in 0..arranged.len() {
        for ask in works(&draft, lesson).iter().filter(|w| w.doing == LessonWork::Ask) {
            let knot = catalogue().find(ask.knot.expect("about a knot")).expect("a knot");
            assert!(!ask.says.contains(&format!("the {}", knot.entry.said())), "{}", ask.says);
            assert!(ask.says.contains("you use"), "{}", ask.says);
            for other in met(lesson).iter().filter_map(|id| catalogue().find(id)) {
                if ask.says.contains(&format!("the {},", other.entry.said())) {
                    named += 1;
                    assert!(other.entry.tasks.contains(&knot.entry.tasks[0]), "{}", ask.says);
                }
            }
        }
    }
    assert!(named > 0, "by the last lesson there is something to choose from");
    assert!(works(&draft, 0)[0].says.contains("standing part"), "the first lesson begins with the parts");
    assert!(works(&draft, 1)[0].says.contains("last time"));
}

/// Taken up again, a knot is asked from memory and neither shown nor guided.
#[test]
fn a_knot_met_before_is_asked_from_memory() {
    let draft = draft();
    let plan = draft.plan(&[vec!["bowline"], vec!["bowline", "sheet-bend"]], Pace::of(&[]));
    let work = work_of(&draft, &plan.lessons[1], &["bowline"]);
    let of: Vec<LessonWork> = work.iter().filter(|w| w.knot == Some("bowline")).map(|w| w.doing).collect();
    assert_eq!(of, [LessonWork::Again]);
}

fn tried(n: usize, way: Option<&str>, right: bool) -> Try {
    let at = DateTime::<Utc>::UNIX_EPOCH + Duration::days(n as i64);
    let came = if right { Came::Right } else { Came::Wrong(None) };
    Try { at, came, seconds: Some(10.0 + n as f64), under: Vec::new(), way: way.map(str::to_owned), witnessed: true }
}

/// A way that miscarries is told beside the one that goes; of one way alone, or from two tries, nothing is said.
#[test]
fn a_way_that_miscarries_shows() {
    let slip = Some("By a slip loop");
    let along = |rights: &[bool]| rights.iter().map(|r| tried(0, None, *r)).collect::<Vec<_>>();
    let tries: Vec<Try> =
        along(&[false, false, true]).into_iter().chain((0..4).map(|n| tried(n, slip, true))).collect();
    let ways = by_way(tries.iter());
    assert_eq!(
        ways.iter().map(|w| (w.way.as_deref(), w.right, w.tries)).collect::<Vec<_>>(),
        [(slip, 4, 4), (None, 1, 3)]
    );
    let says = miscarries(tries.iter());
    assert_eq!(says.as_deref(), Some("Along the rope it miscarries, 1 of 3 right; by a slip loop it goes, 4 of 4."));
    assert_eq!(by_way(along(&[true, false]).iter()), []);
    assert_eq!(miscarries(along(&[false, false, false, false]).iter()), None, "there is no other way to tell of");
    let few: Vec<Try> =
        along(&[false, false]).into_iter().chain([tried(0, slip, true), tried(1, slip, true)]).collect();
    assert_eq!(miscarries(few.iter()), None, "two are an accident");
    let both_go: Vec<Try> =
        along(&[true, true, true]).into_iter().chain((0..3).map(|n| tried(n, slip, true))).collect();
    assert_eq!(miscarries(both_go.iter()), None);
}

/// What is remembered grows with each try as if all had been reckoned at once, wherever the row is parted.
#[test]
fn memory_grows_as_if_reckoned_at_once() {
    let tries: Vec<Try> = (0..12).map(|n| tried(n * (n + 1) / 2, None, n % 5 != 3)).collect();
    let now = DateTime::<Utc>::UNIX_EPOCH + Duration::days(90);
    for limit in [None, Some(15.0)] {
        let whole = due(Spread::Spaced, &tries, limit, now);
        assert!(whole.is_some());
        for parted in 0..=tries.len() {
            let (before, after) = tries.split_at(parted);
            let grown = Memory::of(before, limit).after(after);
            assert_eq!(due_by(Spread::Spaced, &tries, || grown, now), whole, "parted at {parted}");
        }
    }
    assert_eq!(Memory::of(&[], None).due(now), None);
}

/// A test's paper names every joint with its knot and every telltale with a box to tick, and has a box for each learner and joint;
/// for the left hand the words of side are turned.
#[test]
fn a_test_has_a_box_for_everything_that_is_looked_at() {
    let joint = |name: &str, id: &str| TestedJoint { name: name.into(), knot: catalogue().find(id).expect("a knot") };
    let joints = [
        joint("Tag line to the rail", "round-turn-two-half-hitches"),
        joint("Hoist", "bowline"),
        joint("Two lines", "sheet-bend"),
    ];
    let names = ["Anouk", "Bettan", "Gwil"].map(str::to_owned);
    let pages = test_sheet("Footbridge: test", &joints, &names, false);
    let items = || pages.iter().flat_map(|p| &p.items);
    let words: String =
        items().filter_map(|i| if let Item::Text { text, .. } = i { Some(format!("{text} ")) } else { None }).collect();
    for joint in &joints {
        assert!(words.contains(&format!("{}: {}", joint.name, joint.knot.entry.said())), "{words}");
    }
    assert!(names.iter().all(|n| words.contains(n.as_str())) && words.contains("certifies nobody"));
    let boxes = items().filter(|i| matches!(i, Item::Rect { class: "box", .. })).count();
    let telltales: usize = joints.iter().map(|j| j.knot.entry.telltale.len()).sum();
    assert_eq!(boxes, telltales + names.len() * joints.len());
    assert_eq!(items().filter(|i| matches!(i, Item::Framed { .. })).count(), joints.len(), "each is drawn");
}

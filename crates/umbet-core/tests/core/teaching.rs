//! Teaching: the ladder, courses, standards and practice.

use chrono::{DateTime, Duration, Utc};
use std::collections::BTreeSet;
use umbet_core::knot::catalogue;
use umbet_core::teach::class_cord::class_cords;
use umbet_core::teach::course::{Breadth, CourseDraft, CourseFault, Opening, Sorting, cord_to_practise};
use umbet_core::teach::ladder::{Shared, gaps, height, rungs, strands, why_not, with_what_they_build_on};
use umbet_core::teach::minutes::{Minutes, Pace};
use umbet_core::teach::practice::{A_DAY, FIRST_DAYS, Spread, due, remembered_after};
use umbet_core::teach::ready::{Ready, ready};
use umbet_core::teach::standard::{Standard, Unfit};
use umbet_core::teach::tries::{Came, Condition, Try};

fn at(day: i64, minute: i64) -> DateTime<Utc> {
    "2026-03-03T09:00:00Z".parse::<DateTime<Utc>>().expect("a time") + Duration::days(day) + Duration::minutes(minute)
}

fn right(day: i64, minute: i64, seconds: f64) -> Try {
    Try {
        at: at(day, minute),
        came: Came::Right,
        seconds: Some(seconds),
        under: Vec::new(),
        way: None,
        witnessed: true,
    }
}

fn wrong(day: i64, minute: i64) -> Try {
    Try { came: Came::Wrong(Some("A1".into())), ..right(day, minute, 10.0) }
}

fn everything() -> BTreeSet<&'static str> {
    catalogue().knots().iter().map(|k| k.id.as_str()).collect()
}

// ---- the ladder

/// What a hand would know again, knot by knot (common practice: each is taught as the other and one thing more).
#[test]
fn strands_read_off_the_paths_are_those_an_instructor_names() {
    for (above, below, shared) in [
        ("two-half-hitches", "half-hitch", Shared::BeginsAs { moves: 4 }),
        ("clove-backed", "clove-hitch", Shared::BeginsAs { moves: 3 }),
        ("bowline-on-the-bight", "bowline", Shared::BeginsAs { moves: 6 }),
        ("figure-eight-loop", "figure-eight", Shared::BeginsAs { moves: 3 }),
        ("zeppelin-loop", "overhand", Shared::BeginsAs { moves: 4 }),
        ("water-knot", "overhand", Shared::Followed),
        ("fishermans-knot", "overhand", Shared::Followed),
        ("double-fishermans", "double-overhand", Shared::Followed),
        ("three-round-turns-two-half-hitches", "two-round-turns-two-half-hitches", Shared::MoreTurns),
        ("rolling-hitch", "clove-hitch", Shared::Declared),
    ] {
        let found = strands().iter().find(|s| s.above == above && s.below == below);
        let found = found.unwrap_or_else(|| panic!("{above} on {below}"));
        match (found.shared, shared) {
            (Shared::BeginsAs { .. }, Shared::BeginsAs { .. }) | (Shared::Declared, Shared::Declared) => {}
            (a, b) => assert!(a == b || a == Shared::Declared, "{above} on {below}: {a:?}"),
        }
        assert!(found.says().ends_with('.') && !found.says().contains('-'), "{}", found.says());
    }
}

#[test]
fn nothing_stands_upon_itself() {
    let all = everything();
    for id in &all {
        let foundations = with_what_they_build_on([*id]);
        assert!(foundations.contains(id));
        assert!(height(id, &all) < 12, "{id}");
    }
    let pairs: BTreeSet<_> = strands().iter().map(|s| (s.below, s.above)).collect();
    assert_eq!(pairs.len(), strands().len(), "each pair once");
    assert!(pairs.iter().all(|(a, b)| !pairs.contains(&(*b, *a))), "no two build on each other");
}

#[test]
fn every_knot_has_its_rung_above_what_it_builds_on() {
    let all = everything();
    let rungs = rungs(&all);
    assert_eq!(rungs.iter().map(Vec::len).sum::<usize>(), all.len());
    let rung = |id: &str| rungs.iter().position(|r| r.contains(&id)).expect("a rung");
    for s in strands() {
        assert!(rung(s.below) < rung(s.above), "{} on {}", s.above, s.below);
    }
    assert!(rungs[0].contains(&"overhand") && rungs[0].contains(&"bowline") && !rungs[0].contains(&"rolling-hitch"));
}

#[test]
fn an_order_with_a_gap_says_what_hangs_free() {
    let lessons = [vec!["taut-line"], vec!["clove-hitch", "rolling-hitch"], vec!["sheet-bend"]];
    let none = BTreeSet::new();
    let found = gaps(&lessons, &none);
    let says: Vec<String> = found.iter().map(|g| g.says()).collect();
    assert!(
        says.contains(&"Taut-line hitch in lesson 1 builds on the rolling hitch, which comes in lesson 2.".to_owned()),
        "{says:?}"
    );
    assert!(
        says.contains(&"Sheet bend in lesson 3 builds on the bowline, which no lesson teaches.".to_owned()),
        "{says:?}"
    );
    assert!(!says.iter().any(|s| s.starts_with("Rolling")), "the clove comes in the same lesson: {says:?}");
    let reason = why_not(&found).expect("a reason");
    assert!(reason.contains(" and ") && reason.ends_with('.') && !reason.contains(".."), "{reason}");
    let known = with_what_they_build_on(["bowline", "rolling-hitch", "two-half-hitches"]);
    assert_eq!(why_not(&gaps(&lessons, &known)), None);
}

// ---- courses

fn course(lessons: u32, wanted: &[&str]) -> CourseDraft {
    CourseDraft {
        lessons,
        minutes: 90,
        class: 10,
        wanted: wanted.iter().map(|w| (*w).to_owned()).collect(),
        knows: Vec::new(),
        breadth: Breadth::Few,
        opening: Opening::Use,
        sorting: Sorting::Ladder,
        made: Vec::new(),
    }
}

/// Each learner's cord is long enough for every knot of the course; a second colour is given only where two cords are joined.
#[test]
fn a_class_has_cord_for_every_knot_it_is_taught() {
    for (arranged, joined) in [
        (vec![vec!["bowline", "clove-hitch"], vec!["timber-hitch"]], None),
        (vec![vec!["bowline"], vec!["sheet-bend", "double-sheet-bend"]], Some("double-sheet-bend")),
    ] {
        let draft = course(arranged.len() as u32, &[]);
        let plan = draft.plan(&arranged, Pace::of(&[]));
        let cords = class_cords(&plan.lessons, draft.class);
        let first: Vec<_> = cords.iter().filter(|c| !c.second).collect();
        assert_eq!(first.iter().map(|c| c.times).collect::<Vec<_>>(), [10, 1]);
        for knot in arranged.iter().flatten().filter_map(|id| catalogue().find(id)) {
            let wants = cord_to_practise(knot).m() / knot.path.strands.len() as f64;
            assert!(first.iter().all(|c| c.length_m >= wants - 1e-9), "{}", knot.id);
        }
        let second = cords.iter().find(|c| c.second);
        let said = joined.and_then(|id: &str| catalogue().find(id)).map(|k| k.entry.one());
        assert_eq!(second.map(|c| c.asked_by.clone()), said);
        assert!(second.is_none_or(|c| c.length_m <= first[0].length_m));
    }
    let nobody = CourseDraft { class: 0, ..course(1, &[]) };
    let plan = nobody.plan(&[vec!["bowline"]], Pace::of(&[]));
    assert_eq!(class_cords(&plan.lessons, 0).len(), 1, "to show with is wanted all the same");
}

const CREW: [&str; 6] = ["truckers-bowline", "taut-line", "sheet-bend", "timber-hitch", "clove-backed", "butterfly"];

#[test]
fn a_course_climbs_without_a_gap_and_teaches_each_knot_once() {
    for lessons in [1, 2, 3, 6, 12] {
        let draft = course(lessons, &CREW);
        let arranged = draft.arranged(Pace::of(&[]));
        let plan = draft.plan(&arranged, Pace::of(&[]));
        assert_eq!(plan.lessons.len(), lessons as usize);
        assert_eq!(plan.gaps, Vec::new(), "{lessons} lessons");
        let taught: Vec<&str> = arranged.iter().flatten().copied().collect();
        let once: BTreeSet<&str> = taught.iter().copied().collect();
        assert_eq!(taught.len(), once.len());
        assert_eq!(once, with_what_they_build_on(CREW));
    }
}

#[test]
fn lessons_are_as_even_as_whole_knots_allow_and_one_too_full_says_by_how_much() {
    let draft = course(6, &CREW);
    let plan = draft.plan(&draft.arranged(Pace::of(&[])), Pace::of(&[]));
    let (least, most) = plan.lessons.iter().fold((f64::MAX, 0.0_f64), |(a, b), l| (a.min(l.total), b.max(l.total)));
    assert!(least > 15.0 && most <= 90.0, "{least} to {most}");
    assert!(plan.lessons.iter().all(|l| l.over.is_none() && l.band[0] <= l.total && l.total <= l.band[1]));

    let crammed = course(1, &CREW);
    let plan = crammed.plan(&crammed.arranged(Pace::of(&[])), Pace::of(&[]));
    let over = plan.lessons[0].over.expect("too much for one lesson");
    assert!((plan.lessons[0].total - 90.0 - over).abs() < 1e-9);
}

#[test]
fn what_is_known_is_not_taught_again_and_a_recap_is_short() {
    let mut draft = course(2, &["rolling-hitch", "bowline"]);
    draft.knows = vec!["rolling-hitch".into()];
    let order = draft.order();
    assert_eq!(order, ["bowline"], "who ties the rolling hitch ties the clove");
    let plan = draft.plan(&[vec!["bowline"], vec!["bowline", "rolling-hitch"]], Pace::of(&[]));
    let (first, second) = (&plan.lessons[0].knots[0], &plan.lessons[1].knots[0]);
    assert!(!first.again && second.again && second.total < first.total / 2.0);
    assert!(plan.lessons[1].knots[1].again, "known before");
}

#[test]
fn a_whole_family_fills_the_time_that_is_left() {
    let few = course(6, &CREW);
    let mut family = course(6, &CREW);
    family.breadth = Breadth::Family;
    let pace = Pace::of(&[]);
    let (a, b) = (few.arranged(pace), family.arranged(pace));
    let count = |v: &[Vec<&str>]| v.iter().map(Vec::len).sum::<usize>();
    assert!(count(&b) > count(&a) + 2, "{} and {}", count(&a), count(&b));
    let plan = family.plan(&b, pace);
    assert!(plan.gaps.is_empty() && plan.lessons.iter().all(|l| l.over.is_none()), "{:?}", plan.gaps);
}

#[test]
fn a_course_that_cannot_be_is_refused_by_its_part() {
    let good = course(6, &CREW);
    assert_eq!(good.check(), Ok(()));
    for (draft, fault) in [
        (CourseDraft { lessons: 0, ..good.clone() }, CourseFault::Lessons),
        (CourseDraft { lessons: 25, ..good.clone() }, CourseFault::Lessons),
        (CourseDraft { minutes: 19, ..good.clone() }, CourseFault::Minutes),
        (CourseDraft { class: 61, ..good.clone() }, CourseFault::Class),
        (CourseDraft { wanted: Vec::new(), ..good.clone() }, CourseFault::Nothing),
        (
            CourseDraft { knows: vec!["granny-smith".into()], ..good.clone() },
            CourseFault::NoKnot("granny-smith".into()),
        ),
        (CourseDraft { wanted: vec!["granny".into()], ..good.clone() }, CourseFault::Never("granny".into())),
    ] {
        assert_eq!(draft.check(), Err(fault));
    }
}

#[test]
fn cord_to_practise_is_enough_to_hold_and_never_less_than_the_knot() {
    for k in catalogue().knots() {
        let m = cord_to_practise(k).m();
        assert!((1.5..40.0).contains(&m) && (m * 2.0).fract() == 0.0, "{}: {m}", k.id);
    }
}

// ---- made ready

fn made_ready(ids: &[&str], class: u32) -> Ready {
    ready(&ids.iter().map(|id| catalogue().find(id).expect("a knot")).collect::<Vec<_>>(), class)
}

/// Common practice: objects to tie round, one for two; two colours where two ropes meet; who cannot go in mittens.
#[test]
fn a_lesson_says_what_it_wants_ready_and_what_changes() {
    let r = made_ready(&["bowline", "clove-hitch", "sheet-bend", "constrictor"], 7);
    assert!(r.props.iter().any(|p| p.contains("one for every two learners, four in all: ")), "{:?}", r.props);
    assert!(r.props.iter().any(|p| p.starts_with("Two cords of two colours") && p.ends_with(": sheet bend.")));
    assert!(r.cautions.contains(&"Bowline: Never round a body as a noose.".to_owned()), "{:?}", r.cautions);
    let says = r.changes.join(" ");
    assert!(says.contains("In gloves: ") && says.contains("bowline") && says.contains("ask"), "{says}");
    assert!(says.contains("grip less under ") && says.contains("clove hitch"), "{says}");
    assert!(says.contains("constrictor jams harder; have a spike at hand."), "{says}");
}

#[test]
fn what_is_made_ready_names_each_thing_once() {
    assert_eq!(made_ready(&[], 8), Ready::default());
    let all: Vec<&str> = catalogue().taught().map(|k| k.id.as_str()).collect();
    let r = made_ready(&all, 9);
    let mut seen = std::collections::BTreeSet::new();
    for s in r.props.iter().chain(&r.cautions).chain(&r.changes) {
        assert!(s.ends_with('.') && s.chars().next().is_some_and(char::is_uppercase), "{s}");
        assert!(seen.insert(s), "{s}: twice");
    }
    let fingers = made_ready(&["siberian-hitch"], 2);
    assert!(fingers.changes.contains(&"In gloves: every knot of it goes.".to_owned()), "{:?}", fingers.changes);
}

// ---- minutes

/// Worked by hand: five moves, ten learners, ten times. Shown 2·10·5 + 120 = 220 s; guided 45·5 + 15·10 = 375 s; drilled
/// 10·(8·5 + 15) = 550 s; tested 150 s: 1 295 s = 21.58 min.
#[test]
fn minutes_of_a_bowline_by_hand() {
    let bowline = catalogue().find("bowline").expect("a bowline");
    assert_eq!(bowline.entry.hands.moves, 5);
    let m = Minutes::of(bowline, 10, 10);
    assert!((m.total() * 60.0 - 1295.0).abs() < 1e-9);
    assert!((m.again().total() * 60.0 - 425.0).abs() < 1e-9, "half the drill and a look");
}

#[test]
fn a_pace_is_the_plans_own_until_lessons_are_logged_and_its_band_narrows() {
    let none = Pace::of(&[]);
    assert!((none.factor - 1.0).abs() < 1e-12 && none.band[0] < 0.8 && none.band[1] > 1.2);
    let one = Pace::of(&[[20.0, 30.0]]);
    let many = Pace::of(&[[20.0, 30.0]; 20]);
    assert!(one.factor > 1.0 && one.factor < 1.3 && (many.factor - 1.5).abs() < 0.08, "{one:?} {many:?}");
    let wide = |p: &Pace| p.band[1] / p.band[0];
    assert!(wide(&many) < wide(&one) && wide(&one) < wide(&none));
    assert_eq!(Pace::of(&[[0.0, 5.0], [20.0, 0.0]]).logged, 0, "what was not timed tells nothing");
}

// ---- standards

fn three_in_a_row() -> Standard {
    Standard {
        in_a_row: 3,
        within_s: Some(20.0),
        once: vec![Condition::EyesShut],
        untied: true,
        tail_fingers: Some(4),
        lapses_days: Some(100),
    }
}

#[test]
fn a_standard_reads_as_an_instructor_says_it() {
    assert_eq!(
        three_in_a_row().says(),
        "Three right in a row, each under 20 s, once eyes shut, a tail of four fingers, untied afterwards"
    );
    let plain = Standard { in_a_row: 1, within_s: Some(45.0), ..three_in_a_row() };
    let plain = Standard { once: Vec::new(), untied: false, tail_fingers: Some(1), ..plain };
    assert_eq!(plain.says(), "Right once, under 45 s, a tail of one finger");
}

#[test]
fn a_mistake_empties_the_row_and_a_slow_one_does_not_add_to_it() {
    let s = Standard { once: Vec::new(), ..three_in_a_row() };
    let run = |tries: &[Try]| s.standing(tries, at(0, 60)).run;
    assert_eq!(run(&[right(0, 0, 15.0), right(0, 1, 15.0)]), 2);
    assert_eq!(run(&[right(0, 0, 15.0), wrong(0, 1), right(0, 2, 15.0)]), 1);
    assert_eq!(run(&[right(0, 0, 15.0), right(0, 1, 24.0), right(0, 2, 15.0)]), 2);
    let reached = s.standing(&[right(0, 0, 15.0), right(0, 1, 24.0), right(0, 2, 15.0), right(0, 3, 12.0)], at(0, 60));
    assert_eq!((reached.run, reached.reached), (3, Some(at(0, 3))));
    assert!(reached.missing.is_empty() && reached.holds());
}

#[test]
fn what_is_missing_is_said_and_a_condition_may_be_met_in_the_row() {
    let s = three_in_a_row();
    let none = s.standing(&[], at(0, 0));
    assert_eq!(none.missing, ["three right in a row", "once eyes shut"]);
    let two = s.standing(&[right(0, 0, 15.0), right(0, 1, 15.0)], at(0, 2));
    assert_eq!(two.missing, ["one more in this row", "once eyes shut"]);
    let row = [right(0, 0, 15.0), right(0, 1, 15.0), right(0, 2, 15.0)];
    assert_eq!(s.standing(&row, at(0, 3)).missing, ["once eyes shut"]);
    let blind = Try { under: vec![Condition::EyesShut], ..right(0, 1, 15.0) };
    let reached = s.standing(&[right(0, 0, 15.0), blind.clone(), right(0, 2, 15.0)], at(0, 3));
    assert_eq!(reached.reached, Some(at(0, 2)));
    let slow_and_blind = Try { seconds: Some(50.0), ..blind };
    assert!(s.standing(&[row.as_slice(), &[slow_and_blind]].concat(), at(0, 9)).reached.is_none());
}

#[test]
fn what_a_learner_logs_alone_proves_nothing() {
    let own = |m| Try { witnessed: false, ..right(0, m, 10.0) };
    let s = Standard { once: Vec::new(), ..three_in_a_row() };
    assert_eq!(s.standing(&[own(0), own(1), own(2), own(3)], at(0, 9)).run, 0);
    let a_wrong_one_alone = Try { witnessed: false, ..wrong(0, 1) };
    assert_eq!(s.standing(&[right(0, 0, 9.0), a_wrong_one_alone, right(0, 2, 9.0)], at(0, 9)).run, 2);
}

#[test]
fn it_lapses_when_it_is_not_tied_and_is_reached_anew_from_the_start() {
    let s = Standard { once: Vec::new(), ..three_in_a_row() };
    let row = |day| (0..3).map(move |m| right(day, m, 10.0));
    let first: Vec<Try> = row(0).collect();
    let standing = s.standing(&first, at(99, 0));
    assert_eq!(standing.lapses, Some(at(100, 2)));
    assert!(standing.holds());
    assert!(s.standing(&first, at(101, 0)).lapsed);
    let kept: Vec<Try> = row(0).chain([right(90, 0, 60.0)]).collect();
    assert!(s.standing(&kept, at(180, 0)).holds(), "tied right again, if slowly, it holds on");
    let late: Vec<Try> = row(0).chain([right(120, 0, 10.0)]).collect();
    let again = s.standing(&late, at(120, 5));
    assert_eq!((again.reached, again.run), (None, 1));
    let anew: Vec<Try> = row(0).chain(row(120)).collect();
    assert_eq!(s.standing(&anew, at(121, 0)).reached, Some(at(120, 2)));
    let never = Standard { lapses_days: None, ..s };
    assert!(never.standing(&first, at(5000, 0)).holds());
}

#[test]
fn a_standard_nobody_could_set_is_refused() {
    let s = three_in_a_row();
    assert_eq!(s.check(), Ok(()));
    for (standard, unfit) in [
        (Standard { in_a_row: 0, ..s.clone() }, Unfit::Row),
        (Standard { within_s: Some(2.0), ..s.clone() }, Unfit::Seconds),
        (Standard { within_s: Some(f64::NAN), ..s.clone() }, Unfit::Seconds),
        (Standard { tail_fingers: Some(0), ..s.clone() }, Unfit::Fingers),
        (Standard { lapses_days: Some(6), ..s.clone() }, Unfit::Days),
        (Standard { once: vec![Condition::Wet, Condition::Wet], ..s.clone() }, Unfit::Twice),
    ] {
        assert_eq!(standard.check(), Err(unfit));
    }
}

// ---- practice

/// Five a day gives thirty-five repetitions in seven days, and then one a week (common practice).
#[test]
fn five_a_day_gives_thirty_five_in_seven_days_and_then_one_a_week() {
    let mut tries: Vec<Try> = vec![right(0, 0, 30.0)];
    let mut log: Vec<(i64, u32)> = Vec::new();
    for day in 0..36 {
        let d = due(Spread::FiveADay, &tries, None, at(day, 1)).expect("tied once");
        let already = if day == 0 { 1 } else { 0 };
        let n = if d.in_days(at(day, 1).date_naive()) <= 0 { d.times } else { 0 };
        for k in 0..n {
            tries.push(right(day, 2 + i64::from(k), 30.0));
        }
        log.push((day, n + already));
    }
    let first: u32 = log.iter().filter(|(d, _)| *d < i64::from(FIRST_DAYS)).map(|(_, n)| n).sum();
    assert_eq!(first, A_DAY * FIRST_DAYS);
    let later: Vec<i64> = log.iter().filter(|(d, n)| *d >= 7 && *n > 0).map(|(d, _)| *d).collect();
    assert_eq!(later, [13, 20, 27, 34]);
    assert!(log.iter().filter(|(d, _)| *d >= 7).all(|(_, n)| *n <= 1));
}

#[test]
fn a_day_begun_asks_for_the_rest_and_a_missed_day_only_moves_it() {
    let two: Vec<Try> = (0..2).map(|m| right(0, m, 20.0)).collect();
    let d = due(Spread::FiveADay, &two, None, at(0, 9)).expect("begun");
    assert_eq!((d.in_days(at(0, 9).date_naive()), d.times), (0, 3));
    let five: Vec<Try> = (0..5).map(|m| right(0, m, 20.0)).collect();
    let d = due(Spread::FiveADay, &five, None, at(0, 9)).expect("begun");
    assert_eq!((d.in_days(at(0, 9).date_naive()), d.times), (1, 5));
    let d = due(Spread::FiveADay, &five, None, at(4, 0)).expect("begun");
    assert_eq!((d.in_days(at(4, 0).date_naive()), d.times), (0, 5), "three days missed: five today, no more");
    assert_eq!(due(Spread::FiveADay, &[], None, at(0, 0)), None);
}

#[test]
fn a_mistake_in_a_weekly_try_asks_for_five_that_day() {
    let mut tries: Vec<Try> = (0..7).flat_map(|d| (0..5).map(move |m| right(d, m, 20.0))).collect();
    tries.push(wrong(13, 0));
    let d = due(Spread::FiveADay, &tries, None, at(13, 5)).expect("due");
    assert_eq!((d.in_days(at(13, 5).date_naive()), d.times), (0, 4));
}

#[test]
fn spaced_practice_grows_with_success_shrinks_with_mistakes_and_minds_the_time() {
    let two = [right(0, 0, 15.0), right(0, 30, 15.0)];
    let d = due(Spread::Spaced, &two, Some(20.0), at(0, 40)).expect("due");
    assert!(d.in_days(at(0, 40).date_naive()) >= 2, "{d:?}");
    let failed = [two.as_slice(), &[wrong(4, 0)]].concat();
    let after = due(Spread::Spaced, &failed, Some(20.0), at(4, 1)).expect("due");
    assert!(after.stability_days < d.stability_days && after.in_days(at(4, 1).date_naive()) <= 1);
    let stable = |seconds: f64| {
        let tries = [right(0, 0, seconds), right(3, 0, seconds)];
        due(Spread::Spaced, &tries, Some(20.0), at(3, 1)).and_then(|d| d.stability_days).expect("days")
    };
    assert!(stable(8.0) > stable(15.0) && stable(15.0) > stable(30.0), "fast, in time, too slow");
}

#[test]
fn what_is_remembered_falls_to_nine_in_ten_after_its_stability() {
    for days in [1.0, 7.0, 100.0] {
        assert!((remembered_after(days, days) - 0.9).abs() < 1e-12);
        assert!(remembered_after(0.0, days) > 0.999_999 && remembered_after(3.0 * days, days) < 0.8);
    }
    let tries = [right(0, 0, 15.0), right(3, 0, 15.0)];
    let share = |day| due(Spread::Spaced, &tries, None, at(day, 0)).and_then(|d| d.remembered).expect("a share");
    assert!(share(3) > share(10) && share(10) > share(40));
}

//! Teaching, over random classes: what holds whatever is tied, planned or timed.

use chrono::{DateTime, Duration, NaiveDate, Utc};
use proptest::prelude::*;
use proptest::sample::{select, subsequence};
use std::collections::BTreeSet;
use umbet_core::knot::catalogue;
use umbet_core::teach::course::{Breadth, CourseDraft, Opening, Sorting};
use umbet_core::teach::curve::{Curve, FEWEST};
use umbet_core::teach::ladder::{below, gaps, height, rungs, strands, with_what_they_build_on};
use umbet_core::teach::minutes::{Minutes, Pace};
use umbet_core::teach::practice::{A_DAY, Due, Spread, due};
use umbet_core::teach::review::{by_move, minutes_taken, slips};
use umbet_core::teach::standard::Standard;
use umbet_core::teach::tries::{Came, Condition, Try};
use umbet_core::topology::missteps;

fn start() -> DateTime<Utc> {
    "2026-03-03T09:00:00Z".parse().expect("a time")
}

/// A try so many minutes after the one before.
fn a_try() -> impl Strategy<Value = (i64, bool, Option<f64>, Vec<Condition>, bool)> {
    let seconds = prop_oneof![1 => Just(None), 5 => (2.0..120.0_f64).prop_map(Some)];
    let under = subsequence(Condition::ALL.to_vec(), 0..3);
    let gap = prop_oneof![8 => 1..30i64, 3 => 600..4000i64, 1 => 20_000..400_000i64];
    (gap, prop::bool::weighted(0.75), seconds, under, prop::bool::weighted(0.8))
}

fn tries() -> impl Strategy<Value = Vec<Try>> {
    prop::collection::vec(a_try(), 0..40).prop_map(|all| {
        let mut at = start();
        let tried = all.into_iter().map(|(gap, right, seconds, under, witnessed)| {
            at += Duration::minutes(gap);
            let came = if right { Came::Right } else { Came::Wrong(None) };
            Try { at, came, seconds, under, way: None, witnessed }
        });
        tried.collect()
    })
}

fn standard() -> impl Strategy<Value = Standard> {
    let once = subsequence(vec![Condition::EyesShut, Condition::Gloves, Condition::Wet], 0..3);
    let within = prop_oneof![Just(None), (5.0..90.0_f64).prop_map(Some)];
    let lapses = prop_oneof![Just(None), (7..400u32).prop_map(Some)];
    (1..6u32, within, once, lapses, any::<bool>()).prop_map(|(in_a_row, within_s, once, lapses_days, untied)| {
        Standard { in_a_row, within_s, once, untied, tail_fingers: None, lapses_days }
    })
}

/// Reads the rule of a standard off the tries from the beginning, the slow way: the first moment at which it is met, in the stretch
/// since it lapsed last.
fn met_at(s: &Standard, seen: &[&Try]) -> Option<DateTime<Utc>> {
    let mut from = 0;
    let mut met: Option<usize> = None;
    for now in 0..seen.len() {
        if met.is_some() {
            let right = seen[..now].iter().rev().find(|t| t.right()).expect("it was met");
            let days = (seen[now].at - right.at).num_seconds() as f64 / 86_400.0;
            if s.lapses_days.is_some_and(|most| days > f64::from(most)) {
                (from, met) = (now, None);
            }
        }
        if met.is_none() {
            let stretch = &seen[from..=now];
            let good = |t: &&&Try| t.right() && s.within_s.is_none_or(|m| t.seconds.is_none_or(|sec| sec <= m));
            let row = (0..stretch.len()).any(|end| {
                let mut run = 0;
                for t in stretch[..=end].iter().rev() {
                    if !t.right() {
                        break;
                    }
                    run += u32::from(good(&t));
                }
                run >= s.in_a_row
            });
            let under = s.once.iter().all(|c| stretch.iter().filter(good).any(|t| t.under.contains(c)));
            if row && under {
                met = Some(now);
            }
        }
    }
    met.map(|i| seen[i].at)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(400))]

    /// The standing that is reckoned step by step is the one read off the whole row of tries.
    #[test]
    fn a_standing_is_what_the_row_of_tries_says(s in standard(), tries in tries()) {
        let now = tries.last().map_or(start(), |t| t.at);
        let standing = s.standing(&tries, now);
        let seen: Vec<&Try> = tries.iter().filter(|t| t.witnessed).collect();
        prop_assert_eq!(standing.reached, met_at(&s, &seen));
        prop_assert_eq!(standing.missing.is_empty(), standing.reached.is_some());
        prop_assert!(standing.run <= standing.of && standing.of == s.in_a_row);
        prop_assert_eq!(standing.holds(), standing.reached.is_some() && !standing.lapsed);
        if let (Some(lapses), Some(days)) = (standing.lapses, s.lapses_days) {
            let last = seen.iter().rev().find(|t| t.right()).expect("reached");
            prop_assert_eq!(lapses - last.at, Duration::days(days.into()));
        }
    }

    /// A mistake never brings a standard nearer, a right try in time never takes it farther.
    #[test]
    fn a_mistake_helps_nobody_and_a_right_try_harms_nobody(s in standard(), tries in tries()) {
        let now = tries.last().map_or(start(), |t| t.at) + Duration::minutes(1);
        let with = |came: Came| {
            let more = Try { at: now, came, seconds: Some(1.0), under: s.once.clone(), way: None, witnessed: true };
            s.standing(&[tries.as_slice(), &[more]].concat(), now)
        };
        let (before, wrong, right) = (s.standing(&tries, now), with(Came::Wrong(None)), with(Came::Right));
        prop_assert!(wrong.reached.is_none() || before.reached.is_some());
        prop_assert!(right.reached.is_some() || before.reached.is_none() || before.lapsed);
        prop_assert!(right.missing.len() <= before.missing.len().max(1) || before.reached.is_some());
    }

    /// A standard says everything it asks for, once.
    #[test]
    fn a_standard_says_all_it_asks(s in standard()) {
        prop_assert_eq!(s.check(), Ok(()));
        let says = s.says();
        for c in &s.once {
            prop_assert_eq!(says.matches(&format!("once {}", c.words())).count(), 1);
        }
        prop_assert_eq!(says.contains("untied afterwards"), s.untied);
        prop_assert_eq!(says.contains("under "), s.within_s.is_some());
    }

    /// Five a day: never more than five, never a day gone by, and a day of five is a day of rest from it.
    #[test]
    fn five_a_day_never_asks_for_more_and_never_for_yesterday(tries in tries(), later in 0..3000i64) {
        let last = tries.last().map(|t| t.at);
        let now = last.unwrap_or(start()) + Duration::minutes(later);
        match due(Spread::FiveADay, &tries, None, now) {
            None => prop_assert!(tries.is_empty()),
            Some(Due { on, times, remembered, .. }) => {
                prop_assert!((1..=A_DAY).contains(&times) && remembered.is_none());
                let tied_on = |d: NaiveDate| tries.iter().filter(|t| t.at.date_naive() == d).count() as u32;
                let today = now.date_naive();
                if tied_on(today) >= A_DAY {
                    prop_assert!(on > today);
                }
                if on == today && tied_on(today) > 0 {
                    prop_assert_eq!(times + tied_on(today), A_DAY);
                }
            }
        }
    }

    /// Spaced: what is remembered is a share, and falls as days go by.
    #[test]
    fn what_is_remembered_is_a_share_that_falls(tries in tries(), days in 1..200i64) {
        let Some(last) = tries.last().map(|t| t.at) else { return Ok(()) };
        let at = |now| due(Spread::Spaced, &tries, Some(20.0), now).expect("it was tied");
        let (soon, late) = (at(last), at(last + Duration::days(days)));
        prop_assert_eq!((soon.on, soon.times), (late.on, 1), "the day does not move by waiting");
        let (a, b) = (soon.remembered.expect("a share"), late.remembered.expect("a share"));
        prop_assert!((0.0..=1.0).contains(&a) && (0.0..=1.0).contains(&b) && b < a);
        prop_assert!(soon.stability_days.is_some_and(|d| d > 0.0));
    }
}

fn some_knots() -> impl Strategy<Value = Vec<String>> {
    let ids: Vec<String> = catalogue().taught().map(|k| k.id.clone()).collect();
    subsequence(ids, 1..14)
}

fn course() -> impl Strategy<Value = CourseDraft> {
    let breadth = select(vec![Breadth::Few, Breadth::Family]);
    let knows = subsequence(vec!["overhand", "clove-hitch", "bowline", "two-half-hitches"], 0..4);
    let sorting = select(Sorting::ALL.to_vec());
    (some_knots(), knows, 1..12u32, 30..180u32, 1..40u32, breadth, sorting).prop_map(
        |(wanted, knows, lessons, minutes, class, breadth, sorting)| CourseDraft {
            lessons,
            minutes,
            class,
            wanted,
            knows: knows.into_iter().map(str::to_owned).collect(),
            breadth,
            opening: Opening::Use,
            sorting,
            made: Vec::new(),
        },
    )
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(80))]

    /// Any course: each knot once, nothing missing, nothing known, no gap, sums that add up, and what is over is said.
    #[test]
    fn any_course_climbs_teaches_once_and_adds_up(draft in course()) {
        prop_assert_eq!(draft.check(), Ok(()));
        let pace = Pace::of(&[]);
        let arranged = draft.arranged(pace);
        prop_assert_eq!(arranged.len(), draft.lessons as usize);
        let taught: Vec<&str> = arranged.iter().flatten().copied().collect();
        let once: BTreeSet<&str> = taught.iter().copied().collect();
        prop_assert_eq!(taught.len(), once.len());
        let known = with_what_they_build_on(draft.knows.iter().map(String::as_str));
        let needed = with_what_they_build_on(draft.wanted.iter().map(String::as_str));
        prop_assert!(needed.difference(&known).all(|k| once.contains(k)));
        prop_assert!(once.iter().all(|k| !known.contains(k)));
        if draft.breadth == Breadth::Few {
            prop_assert!(once.iter().all(|k| needed.contains(k)), "few knots, and those alone");
        }
        let plan = draft.plan(&arranged, pace);
        prop_assert_eq!(&plan.gaps, &Vec::new());
        for lesson in &plan.lessons {
            let sum: f64 = lesson.knots.iter().map(|k| k.total).sum();
            prop_assert!(lesson.knots.is_empty() && lesson.total == 0.0 || (lesson.total - sum - 10.0).abs() < 1e-9);
            let over = lesson.total - f64::from(draft.minutes);
            prop_assert_eq!(lesson.over.is_some(), over > 0.5);
            prop_assert!(lesson.band[0] <= lesson.total + 1e-9 && lesson.total <= lesson.band[1] + 1e-9);
            prop_assert!(lesson.knots.iter().all(|k| !k.again));
        }
        if draft.breadth == Breadth::Family {
            let few = CourseDraft { breadth: Breadth::Few, ..draft.clone() };
            prop_assert!(few.order().len() <= taught.len());
        }
    }

    /// Taking a knot out of a course that climbs leaves a gap exactly where something in it builds on that knot.
    #[test]
    fn a_knot_left_out_is_missed_by_what_builds_on_it(draft in course(), pick in any::<prop::sample::Index>()) {
        let mut arranged = draft.arranged(Pace::of(&[]));
        let all: Vec<&'static str> = arranged.iter().flatten().copied().collect();
        if all.is_empty() {
            return Ok(());
        }
        let out = all[pick.index(all.len())];
        arranged.iter_mut().for_each(|l| l.retain(|k| *k != out));
        let known = with_what_they_build_on(draft.knows.iter().map(String::as_str));
        let found = gaps(&arranged, &known);
        let builds_on = |k: &&&str| catalogue().find(k).is_some_and(|k| k.entry.builds_on.iter().any(|b| b == out));
        let missed = all.iter().filter(|k| **k != out).filter(builds_on).count();
        prop_assert_eq!(found.len(), missed);
        prop_assert!(found.iter().all(|g| g.needs == out && g.comes.is_none() && g.says().ends_with("which no lesson teaches.")));
    }

    /// A class twice as large takes longer, a knot of more moves too; a recap is shorter than the first time.
    #[test]
    fn minutes_grow_with_the_class_and_the_moves(class in 1..60u32, times in 1..12u32, pick in any::<prop::sample::Index>()) {
        let knots = catalogue().knots();
        let k = &knots[pick.index(knots.len())];
        let m = Minutes::of(k, class, times);
        prop_assert!(m.total() > 3.0 && m.again().total() < m.total());
        prop_assert!(Minutes::of(k, class + 1, times).total() > m.total());
        prop_assert!(Minutes::of(k, class, times + 1).total() > m.total());
        prop_assert!((m.times(1.5).total() - 1.5 * m.total()).abs() < 1e-9);
        let longer = knots.iter().find(|o| o.entry.hands.moves > k.entry.hands.moves);
        prop_assert!(longer.is_none_or(|o| Minutes::of(o, class, times).total() > m.total()));
    }

    /// A pace lies in its band, between the plan and what was logged.
    #[test]
    fn a_pace_lies_between_plan_and_log(logged in prop::collection::vec((5.0..60.0_f64, 0.4..2.5_f64), 0..30)) {
        let logged: Vec<[f64; 2]> = logged.into_iter().map(|(p, by)| [p, p * by]).collect();
        let pace = Pace::of(&logged);
        prop_assert!(pace.band[0] <= pace.factor && pace.factor <= pace.band[1]);
        prop_assert_eq!(pace.logged, logged.len());
        let mean = logged.iter().map(|[p, t]| (t / p).ln()).sum::<f64>() / (logged.len().max(1)) as f64;
        let (low, high) = (mean.exp().min(1.0), mean.exp().max(1.0));
        prop_assert!(pace.factor >= low - 1e-12 && pace.factor <= high + 1e-12);
    }

    /// Times in other units give the same curve in those units; a limit reached later is never reached sooner.
    #[test]
    fn a_curve_has_no_unit_and_no_second_thoughts(
        times in prop::collection::vec(3.0..200.0_f64, FEWEST..40),
        by in 0.1..10.0_f64,
        limit in 3.0..60.0_f64,
    ) {
        let curve = Curve::fit(&times).expect("enough of them");
        let scaled = Curve::fit(&times.iter().map(|t| t * by).collect::<Vec<_>>()).expect("enough of them");
        prop_assert!((scaled.exponent - curve.exponent).abs() < 1e-9);
        prop_assert!((scaled.first_s / curve.first_s / by - 1.0).abs() < 1e-9);
        prop_assert!(curve.exponent_band[0] <= curve.exponent && curve.exponent <= curve.exponent_band[1]);
        for n in [1.0, 3.0, 10.0, 80.0] {
            let [low, high] = curve.band(n);
            prop_assert!(low <= curve.at(n) && curve.at(n) <= high);
        }
        if let Some(u) = curve.until(limit) {
            prop_assert!(u.least <= u.likely && u.most.is_none_or(|m| m >= u.likely));
            prop_assert!(curve.until(limit * 1.2).is_some_and(|easier| easier.likely <= u.likely));
        }
    }

    /// Mistakes are counted once each, and none is lost between learners, missteps and moves.
    #[test]
    fn no_mistake_is_lost(picks in prop::collection::vec((0..6i64, prop::option::of(any::<prop::sample::Index>())), 0..60)) {
        let bowline = catalogue().find("bowline").expect("a bowline");
        let all = missteps(bowline);
        let tried: Vec<(i64, Try)> = picks
            .iter()
            .enumerate()
            .map(|(i, (who, pick))| {
                let came = pick.map_or(Came::Right, |p| Came::Wrong(Some(all[p.index(all.len())].id.clone())));
                let at = start() + Duration::minutes(3 * i as i64);
                (*who, Try { at, came, seconds: None, under: Vec::new(), way: None, witnessed: true })
            })
            .collect();
        let of: Vec<_> = tried.iter().map(|(w, t)| (*w, t)).collect();
        let found = slips(bowline, &of);
        let wrong = tried.iter().filter(|(_, t)| !t.right()).count();
        prop_assert_eq!(found.iter().map(|s| s.times).sum::<usize>(), wrong);
        prop_assert_eq!(by_move(bowline, &of).iter().sum::<usize>(), wrong);
        prop_assert!(found.windows(2).all(|w| w[0].who.len() >= w[1].who.len()));
        prop_assert!(found.iter().all(|s| s.who.iter().collect::<BTreeSet<_>>().len() == s.who.len() && s.times >= s.who.len()));
        let refs: Vec<&Try> = tried.iter().map(|(_, t)| t).collect();
        prop_assert_eq!(minutes_taken(&refs).is_some(), tried.len() > 1);
        if tried.len() > 1 {
            prop_assert_eq!(minutes_taken(&refs), Some(3.0 * (tried.len() - 1) as f64 + 5.0));
        }
    }

    /// Any choice of knots stands on rungs: each once, above what it builds on, the lowest on the ground.
    #[test]
    fn any_knots_stand_on_rungs(wanted in some_knots()) {
        let among = with_what_they_build_on(wanted.iter().map(String::as_str));
        let rungs = rungs(&among);
        prop_assert_eq!(rungs.iter().map(Vec::len).sum::<usize>(), among.len());
        prop_assert!(rungs.iter().all(|r| !r.is_empty()), "no rung is missing");
        for (h, rung) in rungs.iter().enumerate() {
            for id in rung {
                prop_assert_eq!(height(id, &among), h);
                let stands_on = below(id).filter(|s| among.contains(s.below)).map(|s| height(s.below, &among)).max();
                prop_assert_eq!(stands_on.map_or(0, |b| b + 1), h);
            }
        }
    }
}

/// A knot half way is less of it: no more crossings than the move after, and after the last move it is the whole knot.
#[test]
fn a_knot_half_way_is_less_of_it() {
    let mut whole = 0;
    for k in catalogue().knots() {
        let half: Vec<usize> = (1..=k.laid.len()).filter_map(|m| k.after(m)).map(|p| p.crossings.len()).collect();
        assert!(half.is_sorted(), "{}: {half:?}", k.id);
        if half.len() == k.laid.len() {
            let all = k.after(k.laid.len()).expect("tied");
            assert!(all.crossings.len() <= k.path.crossings.len(), "{}", k.id);
            whole += usize::from(all.crossings.len() == k.path.crossings.len());
        }
        assert!(k.after(0).is_none() && k.after(k.laid.len() + 1).is_none(), "{}", k.id);
    }
    assert!(whole > 40, "{whole} knots are whole after their last move");
}

/// Each strand is told in a sentence with the lower knot's name in it.
#[test]
fn every_strand_is_told_by_name() {
    for s in strands() {
        let below = catalogue().find(s.below).expect("a knot");
        assert!(s.says().contains(&below.entry.said()), "{}", s.says());
    }
}

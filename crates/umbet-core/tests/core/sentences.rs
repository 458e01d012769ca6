//! Whatever is said is a sentence a person can read aloud: whole, said once, without a number that is none. Of shelters on sites
//! of every kind, of lines, of the catalogue, of questions and of courses.

use crate::planning::{drawn, try_plan};
use crate::shelter_sites::site;
use proptest::prelude::*;
use std::collections::BTreeSet;
use umbet_core::knot::catalogue;
use umbet_core::rig::RigPlan;
use umbet_core::teach::course::{Breadth, CourseDraft, Opening, Sorting};
use umbet_core::teach::minutes::Pace;
use umbet_core::teach::question::{Kind, question};
use umbet_core::units::{Reader, UnitSystem};

/// What is wrong with these words, if anything is.
pub fn amiss(words: &str) -> Option<String> {
    let flat = words.to_lowercase();
    for none in
        ["nan", "inf ", "infinity", "none)", "some(", "{", "}", "  ", " ,", " .", "..", ",,", ".,", ";.", ": .", "()"]
    {
        let found = flat.contains(none) && !(none == "nan" && flat.contains("finan"));
        if found {
            return Some(format!("“{none}” in: {words}"));
        }
    }
    // With nothing between them: a pause parts two that are alike.
    let said: Vec<&str> = flat.split_whitespace().collect();
    let bare = |w: &str| w.trim_end_matches(|c: char| !c.is_alphanumeric()).to_owned();
    let doubled =
        said.windows(2).find(|w| w[0] == bare(w[1]) && w[0].chars().all(char::is_alphabetic) && w[0].len() > 2);
    if let Some(w) = doubled {
        return Some(format!("“{} {}” in: {words}", w[0], w[1]));
    }
    // A count and its noun agree.
    for wrong in [" 1 pegs", " 1 guys", " 1 turns", " 1 people", " 0 metres", "-0 ", "-0.0"] {
        if format!(" {flat}").contains(wrong) {
            return Some(format!("“{wrong}” in: {words}"));
        }
    }
    None
}

/// A sentence, from its capital to its full stop.
pub fn is_sentence(words: &str) -> bool {
    let first = words.chars().next();
    first.is_some_and(|c| c.is_uppercase() || c.is_numeric()) && words.ends_with(['.', '!', '?', ')'])
}

/// Everything a plan says, by where it is said.
pub fn said(p: &RigPlan) -> Vec<(&'static str, Vec<&str>)> {
    vec![
        ("order", p.order.iter().map(|s| s.say.as_str()).collect()),
        ("strike", p.strike.iter().map(|s| s.say.as_str()).collect()),
        ("mind", p.change.iter().map(String::as_str).collect()),
        ("measures", p.measures.iter().map(String::as_str).collect()),
        ("cautions", p.cautions.iter().map(String::as_str).collect()),
        ("parts", p.parts.iter().map(|x| x.says.as_str()).collect()),
    ]
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 120, failure_persistence: None, ..ProptestConfig::default() })]

    #[test]
    fn a_shelter_says_everything_once_and_whole(d in site(), feet in any::<bool>()) {
        let Ok(_) = try_plan(&d) else { return Ok(()) };
        let units = if feet { UnitSystem::Imperial } else { UnitSystem::Metric };
        let planned = drawn(&d, 868.0, &Reader { units, ..Reader::default() });
        for (where_said, all) in said(&planned.plan) {
            let once: BTreeSet<&str> = all.iter().copied().collect();
            prop_assert_eq!(once.len(), all.len(), "{} says something twice: {:#?}", where_said, all);
            for words in all {
                prop_assert!(amiss(words).is_none(), "{where_said}: {}", amiss(words).unwrap_or_default());
                let whole = is_sentence(words) || where_said == "parts";
                prop_assert!(whole, "{where_said} is no sentence: {words}");
            }
        }
        // A step is done once, and its name is its own.
        let ids: Vec<&str> = planned.plan.order.iter().chain(&planned.plan.strike).map(|s| s.id.as_ref()).collect();
        prop_assert_eq!(ids.iter().collect::<BTreeSet<_>>().len(), ids.len(), "{:?}", ids);
        for d in &planned.drawings {
            prop_assert!(amiss(&d.scene.alt).is_none(), "{}", d.scene.alt);
        }
    }

    /// What a shelter is refused for is a sentence too.
    #[test]
    fn a_refusal_is_a_sentence(d in site(), span in 0.3..70.0f64) {
        let mut d = d;
        d.anchors[1].at_m = [d.anchors[0].at_m[0] + span, d.anchors[0].at_m[1]];
        if let Err(why) = try_plan(&d) {
            prop_assert!(is_sentence(&why) && amiss(&why).is_none(), "{why}");
        }
    }
}

#[test]
fn the_catalogue_speaks_in_sentences() {
    for k in catalogue().knots() {
        let e = &k.entry;
        let steps = e.step.iter().map(|s| &s.say);
        let ways = e.way.iter().flat_map(|w| w.pose.iter().map(|p| &p.say));
        let so = e.mistake.iter().map(|m| &m.so);
        let cautions = e.caution.iter().map(|c| &c.say);
        for words in steps.chain(ways).chain(so).chain(cautions).chain([&e.about, &e.cue, &e.release.say]) {
            assert!(is_sentence(words), "{}: {words}", k.id);
            assert!(amiss(words).is_none(), "{}: {}", k.id, amiss(words).unwrap_or_default());
        }
        for look in e.telltale.iter().map(|t| &t.look) {
            assert!(amiss(look).is_none() && !look.ends_with('.'), "{}: {look}", k.id);
        }
    }
}

#[test]
fn questions_and_what_is_said_of_answers_are_sentences() {
    let all: Vec<_> = catalogue().knots().iter().collect();
    for kind in Kind::ALL {
        for q in (0..40).filter_map(|seed| question(*kind, seed, &all, &Reader::default())) {
            let because = q.offered.iter().map(|o| &o.because).filter(|b| !b.is_empty());
            for words in because.chain([&q.asks, &q.says]) {
                assert!(is_sentence(words) && amiss(words).is_none(), "{kind:?}: {words}");
            }
            assert!(q.given.is_empty() || is_sentence(&q.given), "{}", q.given);
        }
    }
}

/// A course of every size, of both schools: no lesson is empty before one that is not, no knot is taken up twice, and the sums
/// are those of their parts.
#[test]
fn a_course_of_any_size_adds_up() {
    let wanted: Vec<String> =
        ["bowline", "taut-line", "truckers-butterfly", "clove-hitch", "zeppelin-bend"].map(str::to_owned).to_vec();
    for breadth in [Breadth::Few, Breadth::Family] {
        for lessons in 1..=9 {
            for minutes in [20, 45, 90, 240] {
                let draft = CourseDraft {
                    lessons,
                    minutes,
                    class: 8,
                    wanted: wanted.clone(),
                    knows: vec!["overhand".into()],
                    breadth,
                    opening: Opening::Use,
                    sorting: Sorting::Ladder,
                    made: Vec::new(),
                };
                let course = draft.plan(&draft.arranged(Pace::of(&[])), Pace::of(&[]));
                assert_eq!(course.lessons.len(), lessons as usize);
                let first: Vec<&str> =
                    course.lessons.iter().flat_map(|l| l.knots.iter().filter(|k| !k.again)).map(|k| k.knot).collect();
                assert_eq!(first.iter().collect::<BTreeSet<_>>().len(), first.len(), "{first:?}");
                assert!(wanted.iter().all(|w| first.contains(&w.as_str())), "{first:?}");
                for l in &course.lessons {
                    let sum: f64 = l.knots.iter().map(|k| k.total).sum();
                    assert!(l.knots.is_empty() || l.total > sum, "{} and beginning and striking", l.total);
                    assert!(l.band[0] <= l.total + 1e-9 && l.total <= l.band[1] + 1e-9, "{:?} {}", l.band, l.total);
                    let over = l.total - f64::from(minutes);
                    // Half a minute is nothing.
                    assert_eq!(l.over.is_some(), over > 0.5, "{over}");
                    assert!(l.over.is_none_or(|o| (o - over).abs() < 1e-9));
                }
            }
        }
    }
}

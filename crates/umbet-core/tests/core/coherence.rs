//! What must hold of every answer, over random situations of the whole vocabulary: nothing is offered that cannot be got
//! there, no tie twice, no reason that compares two equal counts, no sentence that cannot be read aloud.

use proptest::prelude::*;
use std::collections::HashSet;
use umbet_core::choose::{Answer, KnotAnswer, Mend, Verdict, choose};
use umbet_core::draw::{Figure, ObjectLook, draw, to_svg};
use umbet_core::knot::{Knot, Stands, catalogue};
use umbet_core::object::{Shape, surface, surfaces};
use umbet_core::situation::{
    Coat, Draft, HandsState, Manner, Release, Situation, Stays, Task, Tension, Way, sentence, spoken,
};
use umbet_core::topology::Fingerprint;
use umbet_core::units::{Reader, UnitSystem};

fn words() -> impl Strategy<Value = Draft> {
    let cords: Vec<String> = umbet_core::cord::cords().iter().map(|c| c.id.clone()).collect();
    let faces: Vec<String> = surfaces().iter().map(|s| s.id.clone()).collect();
    let what = (prop::sample::select(Task::ALL), prop::sample::select(Shape::ALL), prop::sample::select(Way::ALL));
    let how = (prop::sample::select(Manner::ALL), prop::sample::select(Stays::ALL), prop::sample::select(Release::ALL));
    let held =
        (prop::sample::select(Tension::ALL), prop::sample::select(HandsState::ALL), prop::sample::select(Coat::ALL));
    let of = (prop::sample::select(cords.clone()), prop::sample::select(cords), prop::sample::select(faces));
    let flags = prop::array::uniform10(any::<bool>());
    (what, how, held, of, 5.0..3000.0f64, flags).prop_map(
        |((task, shape, way), (manner, stays, off), (tension, hands, coat), (a, b, face), force, f)| {
            let mut d = Draft::usual(task);
            (d.shape, d.way, d.manner, d.stays, d.off) = (Some(shape), Some(way), Some(manner), Some(stays), Some(off));
            (d.hands, d.coat, d.surface, d.force_n) = (Some(hands), Some(coat), Some(face), Some(force));
            d.tension = f[0].then_some(tension);
            (d.near_end, d.moves, d.must_not_close, d.overhead, d.tight) = (f[1], f[2], f[3], f[4], f[5] && f[6]);
            (d.end_free, d.leaves_nothing, d.sharp_edge) = (Some(f[7]), f[8] && f[9], f[9]);
            (d.cord.kind, d.cord.wet, d.cord.worn) = (a, f[6], f[8]);
            if let Some(second) = &mut d.second {
                second.kind = b;
            }
            d
        },
    )
}

fn read(d: &Draft) -> Situation {
    Situation::read(d).expect("reads")
}

fn answer(d: &Draft) -> Answer {
    choose(catalogue(), &read(d), &Reader::default())
}

fn fitting(a: &Answer) -> Vec<&KnotAnswer> {
    a.knots.iter().filter(|k| k.verdict != Verdict::DoesNotFit).collect()
}

fn knot(id: &str) -> &'static Knot {
    catalogue().find(id).unwrap_or_else(|| panic!("no {id}"))
}

/// Ties that are one by identity and told apart by dressing, by how they are tied, or by which end is loaded.
const ONE_TIE: [[&str; 2]; 4] = [
    ["simple-simon-under", "simple-simon-over"],
    ["figure-eight-in-the-bight", "figure-eight-loop"],
    ["rolling-hitch", "double-clove-one-diagonal"],
    // Only which turn rides on which.
    ["taut-line", "midshipmans"],
];

proptest! {
    #![proptest_config(ProptestConfig::with_cases(250))]

    #[test]
    fn nothing_is_offered_that_cannot_be_got_there(d in words()) {
        let s = read(&d);
        let on_something = !matches!(d.task, Task::Join | Task::MidLoop | Task::Stop | Task::Stow | Task::OwnLoop);
        for k in fitting(&answer(&d)) {
            let h = &knot(&k.id).entry.hands;
            prop_assert!(s.end_free || h.bight(), "{} without an end", k.name);
            let open = s.object.open_end || !on_something;
            prop_assert!(open || h.onto.iter().any(|o| !o.over() && (s.end_free || !o.with_end())), "{} round what is closed", k.name);
            prop_assert!(!s.tight || h.under_tension, "{} while the line is tight", k.name);
            if let (Some(opening), true) = (s.object.opening, on_something) {
                prop_assert!(s.cord.diameter <= opening || answer(&d).cord_refused.is_some(), "{} through a narrower opening", k.name);
            }
            prop_assert!(!s.object.must_not_close || knot(&k.id).entry.grip.stands == Stands::Loop, "{} closes", k.name);
            prop_assert!(!s.overhead || !k.facts.one_pull, "{} overhead, freed by a chance pull", k.name);
        }
    }

    #[test]
    fn less_friction_never_makes_a_refused_knot_grip(d in words()) {
        // Surfaces of one finish, the rougher first.
        let pairs = [("stone", "timber-dry"), ("steel-painted", "steel-smooth"), ("aluminium", "steel-smooth")];
        for (rough, smooth) in pairs {
            let on = |face: &str| answer(&Draft { surface: Some(face.into()), coat: None, ..d.clone() });
            let (a, b) = (on(rough), on(smooth));
            if a.cord_refused.is_some() || b.cord_refused.is_some() {
                continue;
            }
            for k in a.knots.iter().filter(|k| k.verdict == Verdict::DoesNotFit && k.lead.rule == "grips") {
                prop_assert!(!fitting(&b).iter().any(|f| f.id == k.id), "{} grips only on {smooth}", k.name);
            }
        }
    }

    #[test]
    fn a_mend_changes_what_asked_for_it(d in words()) {
        for k in fitting(&answer(&d)) {
            for m in &k.mends {
                let still = k.reasons.iter().any(|r| r.rule == m.because.rule && r.says == m.because.says);
                prop_assert!(!still, "{}: “{}” after {:?}", k.name, m.because.says, m.mend);
                prop_assert!(knot(&k.id).entry.mends.contains(&m.mend) || m.mend == Mend::PadEdge);
            }
            let mut once = HashSet::new();
            prop_assert!(k.mends.iter().all(|m| once.insert(m.mend)), "{}: a mend is said twice", k.name);
        }
    }

    #[test]
    fn no_reason_compares_two_equal_counts_or_repeats_itself(d in words()) {
        let a = answer(&d);
        for k in fitting(&a) {
            let ahead = k.ahead.as_deref().unwrap_or("");
            if let Some((_, counts)) = ahead.split_once("it takes ") {
                let (this, other) = counts.split_once(", not ").unwrap_or((counts, ""));
                prop_assert!(!other.contains(this.split(' ').next().unwrap_or("?")) || this != other.trim_end_matches('.'), "{ahead}");
            }
            let mut said = HashSet::new();
            let all = std::iter::once(&k.lead).chain(&k.reasons);
            prop_assert!(all.map(|r| r.says.as_str()).all(|w| said.insert(w)), "{}: a sentence stands twice", k.name);
        }
        // The first sentence tells an answer from the others.
        let leads: Vec<&str> = fitting(&a).iter().map(|k| k.lead.says.as_str()).collect();
        let distinct: HashSet<&str> = leads.iter().copied().collect();
        prop_assert_eq!(distinct.len(), leads.len(), "{:?}", leads);
    }

    #[test]
    fn every_sentence_can_be_read_aloud(d in words(), imperial in any::<bool>()) {
        let units = if imperial { UnitSystem::Imperial } else { UnitSystem::Metric };
        let reader = Reader { units, ..Reader::default() };
        let s = read(&d);
        let a = choose(catalogue(), &s, &reader);
        let knots = a.knots.iter().flat_map(|k| {
            let asked = k.asked.iter().map(|q| q.says.clone());
            let mends = k.mends.iter().map(|m| format!("With {}.", m.says));
            [&k.lead].into_iter().chain(&k.reasons).map(|r| r.says.clone()).chain(k.ahead.clone()).chain(asked).chain(mends)
                .chain(k.would_fit.clone().map(|w| w + "."))
        });
        let cord = a.cord_refused.iter().map(|c| c.says.clone());
        let wishes = a.give_up.iter().map(|g| g.says.clone());
        let all = std::iter::once(spoken(&sentence(&s, &reader))).chain(knots).chain(cord).chain(wishes);
        for says in all {
            if let Some(fault) = unreadable(&says, imperial) {
                prop_assert!(false, "{fault}: “{says}”");
            }
        }
    }

    #[test]
    fn one_tie_is_listed_once(d in words()) {
        let a = answer(&d);
        let ids: Vec<&str> = fitting(&a).iter().map(|k| k.id.as_str()).collect();
        for (i, x) in ids.iter().enumerate() {
            for y in &ids[i + 1..] {
                let known = ONE_TIE.iter().any(|t| t.contains(x) && t.contains(y));
                prop_assert!(known || !same_tie(x, y), "{x} and {y} are one tie");
            }
        }
    }
}

/// What would trip a reader, if anything.
fn unreadable(says: &str, imperial: bool) -> Option<&'static str> {
    let first = says.chars().next()?;
    let ends = says.ends_with(['.', '?', '!']);
    let doubled = says
        .split_whitespace()
        .collect::<Vec<_>>()
        .windows(2)
        .any(|w| w[0] == w[1] && w[0].chars().all(char::is_alphabetic));
    let article = |a: &str, vowel: bool| {
        says.match_indices(a).any(|(i, _)| {
            let rest = &says[i + a.len()..];
            let next = if rest.starts_with("hour") { 'o' } else { rest.chars().next().unwrap_or(' ') };
            "aeio".contains(next) == vowel
        })
    };
    match () {
        () if !(first.is_uppercase() || first.is_numeric()) => Some("begins small"),
        () if !ends => Some("does not end"),
        () if says.contains("  ")
            || says.contains(" ,")
            || says.contains("..")
            || says.contains(" .")
            || says.contains(",,") =>
        {
            Some("stops are wrong")
        }
        () if doubled => Some("a word stands twice"),
        () if article(" a ", true) || article(" an ", false) => Some("the article is wrong"),
        () if says.contains("NaN") || says.contains("inf ") || says.contains("-0") => Some("a number is none"),
        () if imperial && [" mm", " cm", " N ", " N.", " N,", " m "].iter().any(|u| says.contains(u)) => Some("metric"),
        () => None,
    }
}

/// The same ropes in the same identity round the same passages of an object.
fn same_tie(x: &str, y: &str) -> bool {
    use std::sync::LazyLock;
    static PRINTS: LazyLock<Vec<(String, Fingerprint, bool)>> = LazyLock::new(|| {
        catalogue()
            .knots()
            .iter()
            // What proves nothing (the unknot, free of its pole) cannot tell two ties apart.
            .map(|k| (k.id.clone(), Fingerprint::of(&k.path), k.entry.identity.link.as_deref() != Some("unlink")))
            .collect()
    });
    let of = |id: &str| PRINTS.iter().find(|(k, ..)| k == id).expect("every knot has a print");
    let ((_, a, proves), (_, b, _)) = (of(x), of(y));
    *proves && a.same_tie(b)
}

/// A change that makes another knot of the catalogue is known by its identity: a slipped form with its end threaded is the
/// unslipped knot, and a turn more on the path is one turn more.
#[test]
fn what_a_change_makes_is_proved_by_the_path() {
    let mut proved = 0;
    for k in catalogue().knots() {
        for (mend, id) in &k.entry.becomes {
            let other = catalogue().find(id).unwrap_or_else(|| panic!("{}: no {id}", k.id));
            match mend {
                Mend::SlipLast if other.path.strands.len() == 1 && other.entry.purchase.is_none() => {
                    let s = &other.path.strands[0];
                    if s.back.is_none() {
                        continue;
                    }
                    let expected = k.entry.identity.front.as_deref();
                    assert_eq!(other.entry.identity.threaded.as_deref(), expected, "{} slipped is {id}", k.id);
                    proved += 1;
                }
                Mend::MoreTurn | Mend::RoundTurnFirst if !other.path.poles.is_empty() => {
                    let more = other.entry.usage.turns - k.entry.usage.turns;
                    assert!((more - 1.0).abs() < 0.01, "{} with a turn more is {id}: {more}", k.id);
                    proved += 1;
                }
                _ => assert!(other.entry.hands.moves >= k.entry.hands.moves, "{} becomes {id}", k.id),
            }
        }
        // A mend that has a name stands under it, and only there.
        assert!(k.entry.mends.iter().all(|m| !k.entry.becomes.contains_key(m)), "{}", k.id);
    }
    assert!(proved >= 6, "{proved}");
}

/// Every mend that changes how the rope lies can be drawn, on every knot that allows it, and looks different from the knot
/// without it.
#[test]
fn every_mend_is_drawn() {
    let mut drawn = 0;
    for k in catalogue().knots() {
        for mend in k.entry.mends.iter().filter(|m| m.changes_the_path()) {
            let with = k.as_tied(Some(Task::MakeFast), &[*mend], true);
            let without = k.as_tied(Some(Task::MakeFast), &[], true);
            let more = with.path.crossings.len() > without.path.crossings.len()
                || with.path.pieces.len() > without.path.pieces.len();
            assert!(more, "{} with {mend:?} is drawn as it was", k.id);
            drawn += 1;
        }
    }
    assert!(drawn > 12, "{drawn}");
}

/// Over the table of situations and more: the first answer's drawing has its object, the changes that were answered, and the
/// tail that was said.
#[test]
fn a_first_answer_is_drawn_on_its_object_with_its_tail() {
    const BARS: [Shape; 9] = [
        Shape::Post,
        Shape::Pipe,
        Shape::Square,
        Shape::Ring,
        Shape::Peg,
        Shape::Log,
        Shape::Bundle,
        Shape::Hook,
        Shape::Clip,
    ];
    let mut seen = 0;
    for task in [Task::MakeFast, Task::Guy, Task::Drag, Task::Bind, Task::EndLoop, Task::Hoist] {
        for shape in BARS {
            for (off, hands) in [(Release::ByHand, HandsState::Bare), (Release::OnePull, HandsState::Mittens)] {
                for open in [false, true] {
                    let d = Draft {
                        shape: Some(shape),
                        off: Some(off),
                        hands: Some(hands),
                        open_end: Some(open),
                        ..Draft::usual(task)
                    };
                    let a = answer(&d);
                    let Some(first) = fitting(&a).first().copied() else { continue };
                    let tied = knot(&first.id).as_tied(Some(task), &first.drawn_with, true);
                    assert!(!tied.path.poles.is_empty(), "{task:?} on {shape:?}: {} is drawn in the air", first.name);
                    let s = read(&d);
                    let look = surface(&s.object.material.id).map(|m| m.look).unwrap_or_default();
                    let tail = first.facts.tail_mm.map(|_| format!("tail {}", first.facts.tail_words));
                    let radius = Some(first.facts.object_radius_d);
                    let figure = Figure {
                        size: [420.0, 340.0],
                        object: ObjectLook { radius, look, section: s.object.kind.section, dimension: None },
                        tail: tail.clone(),
                        ..Figure::default()
                    };
                    let svg = to_svg(&draw(&tied, &figure).expect("it is drawn"), None);
                    assert!(svg.contains("class=\"ob "), "{}: no object", first.name);
                    assert!(tail.is_none_or(|t| svg.contains(&t)), "{}: its tail is not drawn as said", first.name);
                    seen += 1;
                }
            }
        }
    }
    assert!(seen > 80, "{seen}");
}

/// More friction of the cord, a smaller load: the choice of a class is taught in the order of its file, which names knots of the
/// catalogue, each once, and says something else of each.
#[test]
fn what_is_reached_for_is_in_the_catalogue() {
    let mut ids = HashSet::new();
    for class in umbet_core::choose::reached_for::classes() {
        assert!(ids.insert(&class.id), "{} stands twice", class.id);
        let mut said = HashSet::new();
        for (id, says) in &class.knots {
            assert!(catalogue().find(id).is_some(), "{}: no {id}", class.id);
            assert!(said.insert(says) && says.ends_with('.'), "{}: {says}", class.id);
        }
    }
}

//! What a mend does, where it can be made, and that none is made in vain.

use umbet_core::choose::{KnotAnswer, Mend, Verdict, choose, options};
use umbet_core::knot::catalogue;
use umbet_core::object::Shape;
use umbet_core::situation::{Draft, Habits, HandsState, Manner, Release, Situation, Stays, Task, Way, sentence};
use umbet_core::units::Reader;

fn judged(d: &Draft, id: &str) -> KnotAnswer {
    let s = Situation::read(d).unwrap_or_else(|f| panic!("{d:?}: {f:?}"));
    let knots = choose(catalogue(), &s, &Reader::default()).knots;
    knots.into_iter().find(|k| k.id == id).unwrap_or_else(|| panic!("{id} is answered for"))
}

fn mends(d: &Draft, id: &str) -> Vec<Mend> {
    judged(d, id).mends.iter().map(|m| m.mend).collect()
}

fn guy(manner: Manner) -> Draft {
    let mut d = Draft { manner: Some(manner), ..Draft::usual(Task::Guy) };
    d.cord.kind = "guy-polyester-3".into();
    d
}

/// Slack works a taut-line hitch loose: a stopper in its tail keeps it, a longer tail would only take longer (common practice).
#[test]
fn slack_asks_for_a_stopper_and_not_for_turns_or_tail() {
    assert_eq!(mends(&guy(Manner::SlackAndTight), "taut-line"), [Mend::StopperOnTail]);
    assert_eq!(mends(&guy(Manner::Flogging), "taut-line"), [Mend::StopperOnTail]);
    assert_eq!(mends(&guy(Manner::Steady), "taut-line"), []);
    // Its riding turn stands the shake by itself.
    assert_eq!(mends(&guy(Manner::Flogging), "midshipmans"), []);
}

/// With the bight alone nothing can be hitched behind a clove: it is dropped over the peg as it is, and leaves no tail.
#[test]
fn a_mend_that_wants_an_end_is_not_made_in_the_bight() {
    let in_the_bight = Draft { shape: Some(Shape::Peg), end_free: Some(false), ..Draft::usual(Task::MakeFast) };
    let k = judged(&in_the_bight, "clove-hitch");
    assert_eq!((k.verdict, k.facts.tail_mm), (Verdict::Fits, None));
    for k in choose(catalogue(), &Situation::read(&in_the_bight).expect("reads"), &Reader::default()).knots {
        assert!(k.mends.iter().all(|m| !m.mend.wants_an_end()), "{}: {:?}", k.name, k.mends);
    }
}

/// A clove whose tuck is slipped lets go with one pull; with a half hitch behind it, slipped or not, it would not. What is
/// only welcome gives way to what was asked.
#[test]
fn nothing_is_hitched_behind_what_one_pull_must_free() {
    let d = Draft { off: Some(Release::OnePull), shape: Some(Shape::Pipe), ..Draft::usual(Task::MakeFast) };
    assert_eq!(mends(&d, "clove-hitch"), [Mend::SlipLast]);
    let jerked = Draft { manner: Some(Manner::Jerking), ..d.clone() };
    assert_eq!(judged(&jerked, "clove-hitch").lead.rule, "shaken");
    for id in ["clove-backed", "two-half-hitches", "round-turn-two-half-hitches"] {
        assert_eq!(judged(&d, id).lead.rule, "one-pull", "{id}");
    }
}

/// Turns that hold a load by themselves are not freed by slipping the hitch behind them: two and a half on rough bark
/// multiply an idle end five hundred times (capstan, exp(0.4 · 2.5 · 2π) = 535), on polished steel six and a half.
#[test]
fn turns_that_hold_by_themselves_are_not_freed_by_one_pull() {
    let on = |shape, surface: &str| Draft {
        off: Some(Release::OnePull),
        shape: Some(shape),
        surface: Some(surface.into()),
        ..Draft::usual(Task::MakeFast)
    };
    let tree = judged(&on(Shape::Post, "bark-rough"), "two-turns-slipped");
    assert_eq!((tree.verdict, tree.lead.rule.as_str()), (Verdict::DoesNotFit, "one-pull"));
    assert!(tree.lead.says.contains("2.5 turns still hold"), "{}", tree.lead.says);
    let pipe = judged(&on(Shape::Pipe, "steel-polished"), "two-turns-slipped");
    assert_ne!(pipe.verdict, Verdict::DoesNotFit, "{}", pipe.lead.says);
    // The tree hitch has half a turn on the object: nothing stays.
    assert_eq!(judged(&on(Shape::Post, "bark-rough"), "siberian-hitch").verdict, Verdict::Fits);
}

/// Over many situations: where a knot fits if mended, each mend is there because a rule's finding was another without it.
#[test]
fn no_mend_is_made_in_vain() {
    let mut seen = 0;
    for task in Task::ALL {
        for manner in Manner::ALL {
            for stays in Stays::ALL {
                for off in [Release::ByHand, Release::OnePull] {
                    let d = Draft { manner: Some(*manner), stays: Some(*stays), off: Some(off), ..Draft::usual(*task) };
                    let s = Situation::read(&d).expect("reads");
                    for k in choose(catalogue(), &s, &Reader::default()).knots {
                        for m in &k.mends {
                            let left = k.reasons.iter().chain([&k.lead]).find(|r| r.rule == m.because.rule);
                            let settled = left.is_none_or(|r| r.says != m.because.says);
                            assert!(settled, "{}: “{}” still stands after {:?}", k.name, m.because.says, m.mend);
                            seen += 1;
                        }
                    }
                }
            }
        }
    }
    assert!(seen > 500, "{seen}");
}

/// Whatever a knot of the catalogue is tied to in some task is worth offering there, and leads somewhere in plain cord; what
/// none is tied to is not offered.
#[test]
fn every_object_offered_leads_somewhere() {
    for task in Task::ALL.iter().filter(|t| !matches!(t, Task::Join | Task::MidLoop)) {
        let offered = options(&Draft::usual(*task), "object", catalogue(), &Habits::default(), &Reader::default());
        // What it must not tighten on, or run off, is a wish: nothing that slides is a fixed loop, no loop stays on an end.
        for o in offered.iter().filter(|o| !o.draft.must_not_close && !o.draft.near_end) {
            assert!(o.leads.is_some(), "{task:?} on {}: nothing fits", o.words);
        }
        assert!(offered.len() > 2, "{task:?}");
    }
    let of_a_guy = options(&Draft::usual(Task::Guy), "object", catalogue(), &Habits::default(), &Reader::default());
    assert!(of_a_guy.iter().all(|o| !o.words.contains("hole") && !o.words.contains("bundle")));
    assert!(of_a_guy.iter().any(|o| o.words.contains("eyelet")));
}

/// A loop in the middle of a line is tied to nothing, and the sentence names nothing it is tied to.
#[test]
fn a_loop_mid_line_has_no_object_in_its_sentence() {
    let s = Situation::read(&Draft::usual(Task::MidLoop)).expect("reads");
    let said = sentence(&s, &Reader::default());
    assert!(said.iter().all(|f| !matches!(f.part.as_deref(), Some("object" | "surface"))));
    let words: Vec<&str> = said.iter().map(|f| f.words.as_str()).collect();
    assert!(words.join(" ").contains("its ends kept . It pulls"), "{words:?}");
}

/// Shock cord keeps few knots (common practice): a figure-eight loop to a ring, a double fisherman's to join, a double
/// overhand to stop; a bowline or a sheet bend shrinks out.
#[test]
fn shock_cord_keeps_what_bites() {
    let shock = |task: Task| {
        let mut d = Draft { force_n: Some(40.0), ..Draft::usual(task) };
        d.cord.kind = "shock-6".into();
        if let Some(second) = d.second.as_mut() {
            second.kind = "shock-6".into();
        }
        d
    };
    let fast = Draft { shape: Some(Shape::Ring), ..shock(Task::MakeFast) };
    for (d, fits, not) in [
        (fast, "figure-eight-loop", "bowline"),
        (shock(Task::Join), "double-fishermans", "sheet-bend"),
        (shock(Task::Stop), "double-overhand", "figure-eight"),
    ] {
        assert_ne!(judged(&d, fits).verdict, Verdict::DoesNotFit, "{fits}: {}", judged(&d, fits).lead.says);
        assert_eq!(judged(&d, not).lead.rule, "construction", "{not}");
    }
}

/// A bend tied to a cloth corner leaves one tail, for the cloth has none; joining two cords leaves two.
#[test]
fn a_bend_on_cloth_leaves_one_tail() {
    let cloth = Draft { shape: Some(Shape::Cloth), ..Draft::usual(Task::MakeFast) };
    let tails = |d: &Draft| judged(d, "sheet-bend").facts.cord.iter().any(|i| i.of == "both tails");
    assert!(!tails(&cloth) && tails(&Draft::usual(Task::Join)));
    // A loop in the middle of a line leaves none, and none is said.
    assert_eq!(judged(&Draft::usual(Task::MidLoop), "butterfly").facts.tail_words, "");
}

/// One hand, along a bar, for the season: whatever the wishes, a knot that fits says why and one that does not says what
/// would have to change.
#[test]
fn every_answer_gives_its_reason() {
    for hands in HandsState::ALL {
        for way in [Way::Away, Way::Along, Way::EitherWay] {
            let d = Draft { hands: Some(*hands), way: Some(way), ..Draft::usual(Task::MakeFast) };
            for k in choose(catalogue(), &Situation::read(&d).expect("reads"), &Reader::default()).knots {
                assert!(!k.lead.says.is_empty() && !k.headline.is_empty(), "{}", k.name);
                let refused = k.verdict == Verdict::DoesNotFit;
                assert_eq!(k.would_fit.as_deref().is_some_and(|w| !w.is_empty()), refused, "{}", k.name);
            }
        }
    }
}

//! Choosing on the trade's own cases. Expectations are common practice unless a source stands beside them.

use umbet_core::choose::{Answer, KnotAnswer, Mend, Verdict, choose, options};
use umbet_core::knot::catalogue;
use umbet_core::object::{Shape, surfaces};
use umbet_core::situation::{
    Draft, Habits, HandsState, Manner, PART_IDS, Release, Situation, Stays, Task, Tension, Way, sentence, typed,
};
use umbet_core::units::{Reader, UnitSystem};

fn answer(d: &Draft) -> Answer {
    choose(catalogue(), &Situation::read(d).expect("the draft reads"), &Reader::default())
}

fn of<'a>(a: &'a Answer, id: &str) -> &'a KnotAnswer {
    a.knots.iter().find(|k| k.id == id).expect("every knot is answered for")
}

fn first(a: &Answer) -> &str {
    &a.knots[0].id
}

fn tree() -> Draft {
    Draft { size_mm: Some(250.0), ..Draft::usual(Task::MakeFast) }
}

fn tube() -> Draft {
    let mut d = Draft { shape: Some(Shape::Pipe), size_mm: Some(48.0), ..Draft::usual(Task::MakeFast) };
    d.cord.kind = "braid-polyester-12".into();
    d
}

#[test]
fn a_ridgeline_end_in_mittens_by_one_pull_is_the_tree_hitch() {
    let d = Draft { hands: Some(HandsState::Mittens), off: Some(Release::OnePull), ..tree() };
    let a = answer(&d);
    assert_eq!((first(&a), a.knots[0].verdict), ("siberian-hitch", Verdict::Fits));
}

/// Locked it is a knot of its own, under its own name.
#[test]
fn left_all_season_the_tree_hitch_fits_locked() {
    let a = answer(&Draft { stays: Some(Stays::Season), off: Some(Release::ByHand), ..tree() });
    assert_ne!(first(&a), "siberian-hitch");
    let s = of(&a, "siberian-hitch");
    assert_eq!(s.verdict, Verdict::DoesNotFit);
    assert_eq!(s.would_fit.as_deref(), Some("Fits as the Siberian hitch, locked"));
    assert_ne!(of(&a, "siberian-locked").verdict, Verdict::DoesNotFit);
}

#[test]
fn along_a_smooth_tube_the_rolling_hitch_leads_and_the_clove_is_refused_with_its_reason() {
    let a = answer(&Draft { way: Some(Way::Along), ..tube() });
    // Turns on the side of the pull: the rolling hitch, or more turns still.
    assert!(["rolling-hitch", "pipe-hitch"].contains(&first(&a)));
    assert_ne!(of(&a, "rolling-hitch").verdict, Verdict::DoesNotFit);
    let clove = of(&a, "clove-hitch");
    assert_eq!(clove.verdict, Verdict::DoesNotFit);
    assert!(clove.lead.says.contains("Creeps along smooth steel"), "{}", clove.lead.says);
    assert!(clove.would_fit.as_deref().is_some_and(|w| w.contains("straight away")));
}

/// Along a bar a hitch is judged by its turns on the pull's side, three on smooth steel and five on polished (common
/// practice): just as many are barely enough, and none is said to need no grip.
#[test]
fn along_a_bar_what_grips_is_turns() {
    for (surface, wanted) in [("steel-smooth", 3), ("steel-polished", 5)] {
        let a = answer(&Draft { way: Some(Way::Along), surface: Some(surface.into()), ..tube() });
        assert!(["pipe-hitch", "rolling-hitch"].contains(&first(&a)));
        for k in a.knots.iter().filter(|k| k.verdict != Verdict::DoesNotFit) {
            assert!(!k.lead.says.contains("needs no grip"), "{}: {}", k.name, k.lead.says);
            let just = k.reasons.iter().any(|r| r.says.contains(&format!("wants {wanted}: none to spare")));
            assert!(!just || k.headline.starts_with("Grips, barely"), "{}: {}", k.name, k.headline);
        }
    }
}

/// The same hitch with more turns is offered only where fewer do not: away from a tube one round turn is enough; along it
/// two are wanted on smooth steel, four on polished, and each time no others are offered.
#[test]
fn no_more_round_turns_than_are_wanted() {
    const TURNS: [&str; 4] = [
        "round-turn-two-half-hitches",
        "two-round-turns-two-half-hitches",
        "three-round-turns-two-half-hitches",
        "four-round-turns-two-half-hitches",
    ];
    let along = |surface: &str| Draft { way: Some(Way::Along), surface: Some(surface.into()), ..tube() };
    for (draft, wanted) in [(tube(), 0), (along("steel-smooth"), 1), (along("steel-polished"), 3)] {
        let a = answer(&draft);
        for (i, id) in TURNS.iter().enumerate().skip(1) {
            let k = of(&a, id);
            assert_eq!(
                k.verdict == Verdict::Fits || k.verdict == Verdict::FitsIf,
                i == wanted,
                "{id}: {}",
                k.lead.says
            );
            assert!(i <= wanted || k.lead.rule == "enough", "{id}: {}", k.lead.says);
        }
    }
}

#[test]
fn straight_away_from_it_the_backed_clove_stands_under_its_own_name() {
    let a = answer(&tube());
    let backed = of(&a, "clove-backed");
    assert_eq!(backed.verdict, Verdict::Fits);
    let tail = backed.facts.cord.iter().find(|i| i.of == "tail").expect("a tail is left");
    assert!(tail.length_m >= 0.075);
    assert!(of(&a, "clove-hitch").mends.is_empty());
}

#[test]
fn a_timber_hitch_drags_a_rough_log_and_is_refused_on_a_polished_pipe() {
    let log = Draft { size_mm: Some(200.0), ..Draft::usual(Task::Drag) };
    assert_eq!(first(&answer(&log)), "timber-hitch");
    let a = answer(&Draft { surface: Some("steel-polished".into()), ..log });
    let timber = of(&a, "timber-hitch");
    assert_eq!((timber.verdict, timber.lead.rule.as_str()), (Verdict::DoesNotFit, "rough-only"));
    // On a smooth pipe: many turns, then two half hitches; or a rolling hitch with more turns.
    assert!(["round-turn-two-half-hitches", "rolling-hitch", "pipe-hitch"].contains(&first(&a)));
}

#[test]
fn four_to_eleven_millimetres_is_a_double_sheet_bend_and_the_thicker_makes_the_bight() {
    let mut d = Draft::usual(Task::Join);
    d.second.as_mut().expect("two cords").kind = "kernmantle-11".into();
    let a = answer(&d);
    assert_eq!(first(&a), "double-sheet-bend");
    assert!(a.knots[0].reasons.iter().any(|r| r.says.contains("The 11 mm cord makes the bight")));
}

#[test]
fn two_stiff_slick_synthetics_are_no_work_for_a_reef() {
    let mut d = Draft::usual(Task::Join);
    d.cord.kind = "laid-polypropylene-8".into();
    d.second.as_mut().expect("two cords").kind = "laid-polypropylene-8".into();
    let a = answer(&d);
    assert!(["simple-simon-under", "zeppelin-bend"].contains(&first(&a)));
    let reef = of(&a, "reef");
    assert_eq!((reef.verdict, reef.lead.rule.as_str()), (Verdict::DoesNotFit, "binding-as-bend"));
}

#[test]
fn a_loop_pulled_three_ways_that_leaves_nothing_is_a_butterfly() {
    let a = answer(&Draft { leaves_nothing: true, ..Draft::usual(Task::MidLoop) });
    assert_eq!((first(&a), a.knots[0].verdict), ("butterfly", Verdict::Fits));
    assert_eq!(of(&a, "overhand-loop").verdict, Verdict::DoesNotFit);
}

#[test]
fn a_guy_is_a_taut_line_hitch_in_thin_cord_and_refused_in_stiff_rope() {
    let mut d = Draft::usual(Task::Guy);
    d.cord.kind = "guy-polyester-3".into();
    assert_eq!(first(&answer(&d)), "taut-line");
    d.cord.kind = "kernmantle-11".into();
    let a = answer(&d);
    assert_eq!(of(&a, "taut-line").lead.rule, "closes");
    assert!(a.knots[0].mends.iter().any(|m| m.mend == Mend::Retie), "{}", a.knots[0].name);
}

/// Two inner turns and one outside in slick cord want a turn more on the line: the 3 + 1 form, under its own name.
#[test]
fn slick_cord_wants_the_three_and_one() {
    let mut d = Draft::usual(Task::Guy);
    d.cord.kind = "guy-polyethylene-2".into();
    let a = answer(&d);
    assert_eq!(of(&a, "taut-line").would_fit.as_deref(), Some("Fits as the taut-line hitch, three and one"));
    assert_eq!(first(&a), "taut-line-3-1");
}

#[test]
fn people_are_declined_with_nothing_offered() {
    let a = answer(&Draft { people: true, ..tree() });
    assert!(a.declined.is_some() && a.knots.is_empty());
}

#[test]
fn a_hard_edge_is_padded_and_weak_cord_is_refused_with_the_one_that_would_do() {
    let a = answer(&Draft { sharp_edge: true, ..tree() });
    assert!(a.knots[0].mends.iter().any(|m| m.mend == Mend::PadEdge));
    let weak = Draft { force_n: Some(900.0), ..tree() };
    let refused = answer(&weak).cord_refused.expect("the cord is refused");
    assert!(refused.take.as_deref().is_some_and(|t| t.starts_with("Take ") && !t.contains(" N")), "{refused:?}");
    // The kit's own comes first.
    let kit = Habits { kit: vec!["kernmantle-11".into()], ..Habits::default() };
    let s = Situation::read_for(&weak, &kit).expect("reads");
    let refused = choose(catalogue(), &s, &Reader::default()).cord_refused.expect("the cord is refused");
    assert_eq!((refused.kind.as_deref(), refused.of_the_kit), (Some("kernmantle-11"), true));
}

#[test]
fn a_school_moves_its_knot_ahead_among_equals() {
    let d = Draft { schools: vec!["fixed-end-timber".into()], ..tree() };
    let (plain, schooled) = (answer(&tree()), answer(&d));
    let place = |a: &Answer| a.knots.iter().position(|k| k.id == "timber-hitch").expect("answered for");
    assert!(place(&schooled) < place(&plain));
}

/// Common practice: two and one, three and one, or turns and a slipped tuck on a guy.
#[test]
fn the_guy_hitch_follows_the_school() {
    let mut guy = Draft::usual(Task::Guy);
    guy.cord.kind = "guy-polyester-3".into();
    let place = |school: &str, knot: &str| {
        let a = answer(&Draft { schools: vec![school.into()], ..guy.clone() });
        a.knots.iter().position(|k| k.id == knot).expect("judged")
    };
    for (school, knot) in [
        ("guy-hitch-two-and-one", "taut-line"),
        ("guy-hitch-three-and-one", "taut-line-3-1"),
        ("guy-hitch-slipped-tuck", "figure-of-four"),
    ] {
        assert_eq!(place(school, knot), 0, "{school}");
    }
}

#[test]
fn backing_up_a_clove_follows_the_school() {
    let with = |school: &str| answer(&Draft { schools: vec![school.into()], ..tree() });
    let always = with("clove-backup-always");
    assert_eq!(of(&always, "clove-hitch").would_fit.as_deref(), Some("Fits as the clove hitch, backed"));
    assert_ne!(of(&always, "clove-backed").verdict, Verdict::DoesNotFit);
    assert_eq!(of(&with("clove-backup-jerked"), "clove-hitch").verdict, Verdict::Fits);
}

#[test]
fn every_situation_has_an_answer_or_a_wish_to_give_up() {
    for task in Task::ALL {
        for shape in [Shape::Post, Shape::Pipe, Shape::Cloth, Shape::Log] {
            for off in Release::ALL {
                for hands in [HandsState::Bare, HandsState::Mittens] {
                    for cord in ["paracord-iii", "webbing-25", "kernmantle-11"] {
                        let mut d =
                            Draft { shape: Some(shape), off: Some(*off), hands: Some(hands), ..Draft::usual(*task) };
                        d.cord.kind = cord.into();
                        d.end_free = Some(false);
                        d.tight = true;
                        let a = answer(&d);
                        let fits = a.knots.iter().any(|k| k.verdict != Verdict::DoesNotFit);
                        assert!(fits || !a.give_up.is_empty(), "{d:?}");
                    }
                }
            }
        }
    }
}

#[test]
fn neighbours_are_told_apart_by_one_sentence() {
    let a = answer(&tree());
    let fitting: Vec<&KnotAnswer> = a.knots.iter().filter(|k| k.verdict != Verdict::DoesNotFit).collect();
    for pair in fitting.windows(2) {
        let says = pair[0].ahead.as_deref().unwrap_or("");
        assert!(says.starts_with("Ahead of ") && says.len() > 30, "{}: {says}", pair[0].name);
    }
}

#[test]
fn every_reason_has_a_sentence_and_a_known_source() {
    let known: Vec<&str> = umbet_core::source::sources().iter().map(|s| s.id.as_str()).collect();
    for k in answer(&tube()).knots {
        for r in [&k.lead].into_iter().chain(&k.reasons).chain(k.mends.iter().map(|m| &m.because)) {
            assert!(r.says.ends_with('.') && known.contains(&r.source.as_str()), "{}: {r:?}", k.name);
            assert!(!r.says.contains("will hold"), "{}", r.says);
        }
    }
}

#[test]
fn the_same_question_gets_the_same_answer() {
    assert_eq!(answer(&tube()), answer(&tube()));
}

#[test]
fn words_follow_the_readers_measures() {
    let s = Situation::read(&tube()).expect("reads");
    let r = Reader { units: UnitSystem::Imperial, ..Reader::default() };
    let said: String = sentence(&s, &r).into_iter().map(|f| f.words + " ").collect();
    assert!(said.contains("1 7/8 in") && said.contains("lbf"), "{said}");
}

#[test]
fn every_part_offers_alternatives_that_read_and_marks_the_one_said() {
    for task in Task::ALL {
        let draft = Draft::usual(*task);
        for part in PART_IDS {
            let list = options(&draft, part, catalogue(), &Habits::default(), &Reader::default());
            assert!(list.len() > 1, "{part}");
            for o in &list {
                assert!(Situation::read(&o.draft).is_ok(), "{task:?} {part}: {}", o.words);
            }
            let said = sentence(&Situation::read(&draft).expect("reads"), &Reader::default());
            let in_it = said.iter().any(|f| f.part.as_deref() == Some(part));
            if in_it && !matches!(*part, "force" | "second") {
                assert!(list.iter().any(|o| o.on), "{task:?} {part}");
            }
        }
    }
}

#[test]
fn unreadable_drafts_name_every_field_and_what_to_change() {
    let mut d = Draft { size_mm: Some(-1.0), force_n: Some(f64::NAN), surface: Some("moon".into()), ..tree() };
    d.cord.kind = "unobtainium".into();
    let faults = Situation::read(&d).expect_err("nothing of it can be used");
    let fields: Vec<&str> = faults.iter().map(|f| f.field.as_str()).collect();
    assert_eq!(fields, ["surface", "cord.kind", "force_n"]);
    let d = Draft { size_mm: Some(0.0), ..tree() };
    assert!(Situation::read(&d).expect_err("no size")[0].says.contains("30 to 1500 mm"));
}

#[test]
fn jerks_and_slack_only_ever_ask_for_more() {
    for s in surfaces() {
        let steady = Draft { surface: Some(s.id.clone()), ..tube() };
        let jerked = Draft { manner: Some(Manner::Jerking), ..steady.clone() };
        let (a, b) = (answer(&steady), answer(&jerked));
        for k in &a.knots {
            let worse = of(&b, &k.id);
            if k.verdict == Verdict::DoesNotFit {
                assert_eq!(worse.verdict, Verdict::DoesNotFit, "{} on {}", k.name, s.id);
            }
        }
    }
}

#[test]
fn what_its_tension_must_do_decides_too() {
    let mut d = tree();
    d.cord.kind = "guy-polyester-3".into();
    let with = |tension| answer(&Draft { tension: Some(tension), ..d.clone() });
    assert_eq!(first(&with(Tension::Adjusted)), "taut-line");
    assert_eq!(first(&with(Tension::Yields)), "taut-line");
    let purchase = with(Tension::Purchase);
    assert!(purchase.knots[0].id.starts_with("truckers-") && purchase.knots[0].verdict == Verdict::Fits);
}

#[test]
fn unlike_cords_and_raw_ends_are_remarked_on() {
    let mut d = Draft::usual(Task::Join);
    d.cord.raw_end = true;
    d.second.as_mut().expect("two cords").kind = "laid-manila-10".into();
    let a = answer(&d);
    let said: Vec<&str> = a.knots[0].reasons.iter().chain([&a.knots[0].lead]).map(|r| r.rule.as_str()).collect();
    assert!(said.contains(&"unlike") && said.contains(&"raw-end"), "{said:?}");
}

#[test]
fn a_load_of_people_can_be_said_and_taken_back() {
    let list = options(&tree(), "force", catalogue(), &Habits::default(), &Reader::default());
    let people = list.iter().find(|o| o.draft.people).expect("it can be said");
    assert!(people.leads.is_none());
    let back = options(&people.draft, "force", catalogue(), &Habits::default(), &Reader::default());
    assert!(back.iter().any(|o| !o.draft.people && o.leads.is_some()));
}

/// What a reader of inches types comes back as it was typed, and a number out of reason is refused in inches (the inch is
/// 25.4 mm, the pound-force 4.448 N: international agreement of 1959).
#[test]
fn numbers_are_typed_in_the_readers_unit() {
    let r = Reader { units: UnitSystem::Imperial, ..Reader::default() };
    let d = typed(&tree(), "size_mm", 12.0, &r).expect("a foot is a tree");
    assert_eq!(d.size_mm, Some(304.8));
    let shown = sentence(&Situation::read(&d).expect("reads"), &r);
    let field = shown.iter().flat_map(|f| &f.numbers).find(|n| n.field == "size_mm").expect("it is typed");
    assert_eq!((field.value, field.unit.as_str()), (12.0, "in"));
    assert!((typed(&tree(), "force_n", 45.0, &r).expect("reads").force_n.expect("a pull") - 200.17).abs() < 0.01);
    let fault = typed(&tree(), "size_mm", 1200.0, &r).expect_err("no such tree");
    assert_eq!(fault.says, "1200 in is out of reason here: give 1.18 to 59.1 in.");
    assert!(typed(&tree(), "moon", 1.0, &r).expect_err("no such field").says.starts_with("No field"));
    assert!(typed(&tree(), "opening_mm", 1.0, &r).is_err(), "a tree has no opening");
}

/// Habits are the person's: read with a joint they decide as if it had said them, and what it says itself comes first.
#[test]
fn habits_hold_for_every_joint_that_says_none_of_its_own() {
    let habits = Habits { schools: vec!["fixed-end-timber".into()], ..Habits::default() };
    let first = |d: &Draft| {
        let s = Situation::read_for(d, &habits).expect("reads");
        choose(catalogue(), &s, &Reader::default()).knots[0].id.clone()
    };
    assert_eq!(first(&tree()), "timber-hitch");
    assert_eq!(first(&Draft { schools: vec!["fixed-end-bowline".into()], ..tree() }), "bowline");
    // An option is the draft with one thing changed, and nothing of the person in it.
    let list = options(&tree(), "off", catalogue(), &habits, &Reader::default());
    assert!(list.iter().all(|o| o.draft.schools.is_empty()));
}

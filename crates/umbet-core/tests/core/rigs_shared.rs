//! What several rigs of a job are made fast to.

use proptest::prelude::*;
use umbet_core::rig::shared::{HeldBy, shared};
use umbet_core::rig::{Given, PLANNERS};
use umbet_core::situation::Habits;
use umbet_core::units::{Band, Reader};

fn held(name: &str, low: f64, high: f64, bears: Option<[f64; 2]>) -> HeldBy {
    HeldBy {
        id: "near".into(),
        name: name.into(),
        pull_n: Band { low, high },
        bears_n: bears.map(|[low, high]| Band { low, high }),
        named_here: true,
    }
}

/// By hand: 300 to 500 N and 100 to 200 N on one larch are 400 to 700 N; a trunk of 650 N may give under both, under neither alone.
#[test]
fn pulls_on_one_tree_are_added_up() {
    let reader = Reader::default();
    let on = |bears| {
        vec![
            (
                "A shelter".to_owned(),
                vec![held("the larch", 300.0, 500.0, Some(bears)), held("the ash", 1.0, 2.0, None)],
            ),
            ("A line".to_owned(), vec![held("The larch", 100.0, 200.0, None)]),
        ]
    };
    let all = shared(&on([650.0, 900.0]), &reader);
    assert_eq!(all.len(), 1, "the ash holds one rig only");
    let larch = &all[0];
    assert!((larch.pull_n.low - 400.0).abs() < 1e-9 && (larch.pull_n.high - 700.0).abs() < 1e-9 && larch.may_give);
    assert!(larch.says.contains("a shelter (300 to 500 N) and a line (100 to 200 N): 400 to 700 N"), "{}", larch.says);
    assert!(larch.says.contains("take another for one of them"), "{}", larch.says);
    assert!(!shared(&on([5_000.0, 9_000.0]), &reader)[0].may_give);
}

/// Both ends of one line on one tree are not two rigs.
#[test]
fn a_rig_does_not_share_with_itself() {
    let one = vec![("A line".to_owned(), vec![held("the larch", 1.0, 2.0, None), held("the larch", 1.0, 2.0, None)])];
    assert!(shared(&one, &Reader::default()).is_empty());
}

/// Every rig says what it is made fast to under a name, with a pull that can be; called otherwise it says so.
#[test]
fn every_rig_says_what_holds_it() {
    let (habits, reader) = (Habits::default(), Reader::default());
    let given = Given { kit: &[], habits: &habits, reader: &reader, width: 860.0 };
    for p in PLANNERS {
        let draft = (p.begin)(&habits);
        let plan =
            |draft| (p.read)(draft).unwrap_or_else(|f| panic!("{}: {f:?}", p.kind)).plan(&given).expect("goes").plan;
        let of = plan(draft.clone());
        for h in &of.held_by {
            assert!(!h.name.is_empty() && h.pull_n.low >= 0.0 && h.pull_n.low <= h.pull_n.high, "{}: {h:?}", p.kind);
            assert!(h.bears_n.is_none_or(|b| b.low > 0.0), "{}: {h:?}", p.kind);
            if h.named_here {
                let mut draft = draft.clone();
                draft["called"] = serde_json::json!({ &h.id: "the old ash" });
                assert!(plan(draft).held_by.iter().any(|other| other.name == "the old ash"), "{}", p.kind);
            }
        }
        if of.held_by.iter().any(|h| h.named_here) {
            let mut draft = draft.clone();
            draft["called"] = serde_json::json!({ "moon": "x" });
            let Err(faults) = (p.read)(draft) else { panic!("{}: fast to the moon", p.kind) };
            assert_eq!(faults[0].field, "called.moon");
        }
    }
}

proptest! {
    /// Whatever holds more holds no less, and order changes nothing.
    #[test]
    fn more_rigs_pull_no_less(pulls in proptest::collection::vec((1.0..500.0f64, 1.0..500.0f64), 2..6)) {
        let rigs: Vec<_> = pulls
            .iter()
            .enumerate()
            .map(|(i, (a, b))| (format!("Rig {i}"), vec![held("the larch", a.min(*b), a.max(*b), Some([800.0, 900.0]))]))
            .collect();
        let reader = Reader::default();
        let all = shared(&rigs, &reader).remove(0);
        let mut turned = rigs.clone();
        turned.reverse();
        let back = shared(&turned, &reader).remove(0);
        prop_assert!((all.pull_n.high - back.pull_n.high).abs() < 1e-9);
        let fewer = shared(&rigs[..rigs.len() - 1], &reader);
        prop_assert!(fewer.first().is_none_or(|f| f.pull_n.high < all.pull_n.high));
        prop_assert_eq!(all.may_give, all.pull_n.high >= 800.0);
    }
}

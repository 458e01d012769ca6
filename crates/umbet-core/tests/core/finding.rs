//! Knots are found by whatever name somebody writes.

use umbet_core::knot::catalogue;
use umbet_core::knot::find::{find, said_of_several};

fn ids(words: &str) -> Vec<&'static str> {
    find(words).knots.iter().map(|k| k.id.as_str()).collect()
}

/// Each written as people write it: without its hyphen, its apostrophe, in figures, as one word, in the plural, misspelt.
#[test]
fn names_are_forgiven_their_spelling() {
    for (words, id) in [
        ("taut line", "taut-line"),
        ("tautline hitches", "taut-line"),
        ("figure 8", "figure-eight"),
        ("figure-of-8", "figure-eight"),
        ("truckers hitch", "truckers-slip-loop"),
        ("slipknot", "slipped-overhand"),
        ("bowlin", "bowline"),
        ("prussik", "prusik"),
        ("sheetbend", "sheet-bend"),
        ("Zepellin bend", "zeppelin-bend"),
        ("larks head", "cow-hitch"),
        ("two half-hitches", "two-half-hitches"),
        ("2 halves", "two-half-hitches"),
        ("constricter knot", "constrictor"),
        ("clove", "clove-hitch"),
    ] {
        let found = ids(words);
        assert!(found.iter().take(4).any(|k| *k == id), "{words}: {found:?}");
    }
}

#[test]
fn every_name_of_the_catalogue_finds_its_knot_among_the_first() {
    for k in catalogue().knots() {
        for name in std::iter::once(&k.entry.name).chain(&k.entry.also) {
            let found = ids(name);
            assert!(found.iter().take(5).any(|id| *id == k.id), "{name}: {found:?}");
        }
    }
}

#[test]
fn what_is_no_knot_finds_nothing_and_no_words_find_all() {
    for words in ["qwertz", "xxxxxxxx", "ö", "12345"] {
        assert_eq!(ids(words), Vec::<&str>::new(), "{words}");
    }
    assert_eq!(ids("  ").len(), catalogue().knots().len());
    assert!(ids("b").len() > 5, "what is begun is found");
}

/// A name said of several finds each of them first, with how they differ.
#[test]
fn a_shared_name_shows_all_it_may_mean() {
    for s in said_of_several() {
        assert!(s.means.len() >= 2, "{:?}", s.words);
        for words in &s.words {
            let found = find(words);
            assert_eq!(found.several, Some(s));
            let first: Vec<&str> = found.knots.iter().take(s.means.len()).map(|k| k.id.as_str()).collect();
            let meant: Vec<&str> = s.means.iter().map(|(id, _)| id.as_str()).collect();
            assert_eq!(first, meant, "{words}: knots of the catalogue, in their order");
        }
        for (id, so) in &s.means {
            assert!(so.len() > 20 && so.ends_with('.'), "{id}: {so}");
        }
    }
    assert_eq!(find("half-hitches").several, find("half hitch").several);
    assert!(find("bowline").several.is_none());
}

/// One id, one meaning: the bend of two overhands is the fisherman's knot, and no id says fisherman's bend.
#[test]
fn no_id_means_two_things() {
    assert!(catalogue().find("fishermans-knot").is_some() && catalogue().find("fishermans-bend").is_none());
}

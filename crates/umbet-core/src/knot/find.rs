//! Knots found by whatever name: hyphens, plurals, figures and slips of the pen forgiven, and told where one name is said of
//! several.

use super::catalogue::{Catalogue, catalogue};
use super::read::Knot;
use serde::Deserialize;
use std::sync::LazyLock;

/// A name said of several knots.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct SaidOfSeveral {
    /// The name, in each way it is said.
    pub words: Vec<String>,
    /// Each knot it may mean, by id, and how that differs.
    pub means: Vec<(String, String)>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    name: Vec<SaidOfSeveral>,
}

/// Names said of several knots.
///
/// # Panics
/// When the built-in file is faulty; the tests read it.
pub fn said_of_several() -> &'static [SaidOfSeveral] {
    static ALL: LazyLock<Vec<SaidOfSeveral>> =
        LazyLock::new(|| match toml::from_str::<File>(include_str!("../../catalogue/said-of-several.toml")) {
            Ok(file) => file.name,
            Err(e) => panic!("said-of-several.toml: {e}"),
        });
    &ALL
}

/// What a search finds.
#[derive(Debug, Clone)]
pub struct Found<'a> {
    /// Knots, the nearest first.
    pub knots: Vec<&'a Knot>,
    /// The name asked for, where it is said of several.
    pub several: Option<&'static SaidOfSeveral>,
}

/// Knots called so, or nearly so, and those the words may also mean.
pub fn found<'a>(all: &'a Catalogue, words: &str) -> Found<'a> {
    let asked = Name::of(words);
    if asked.words.is_empty() {
        return Found { knots: all.knots().iter().collect(), several: None };
    }
    let several = said_of_several().iter().find(|s| s.words.iter().any(|w| Name::of(w) == asked));
    let meant = |k: &Knot| several.and_then(|s| s.means.iter().position(|(id, _)| *id == k.id));
    let near = |k: &'a Knot| {
        let by_name = names(k).filter_map(|n| asked.apart(&Name::of(n))).min();
        // What a shared name means stands first, in the file's order.
        meant(k).map(|i| (0, i)).or_else(|| by_name.map(|apart| (1, apart))).map(|rank| (rank, k))
    };
    let mut knots: Vec<_> = all.knots().iter().filter_map(near).collect();
    knots.sort_by_key(|(rank, k)| (*rank, k.entry.order));
    Found { knots: knots.into_iter().map(|(_, k)| k).collect(), several }
}

/// As [`found`], in the product's catalogue.
pub fn find(words: &str) -> Found<'static> {
    found(catalogue(), words)
}

/// How far what was asked lies from the nearest of these names: 0 the same, more for each slip; none when it is another.
pub fn apart<'a>(asked: &str, names: impl Iterator<Item = &'a str>) -> Option<usize> {
    let asked = Name::of(asked);
    if asked.words.is_empty() { Some(0) } else { names.filter_map(|n| asked.apart(&Name::of(n))).min() }
}

fn names(k: &Knot) -> impl Iterator<Item = &str> {
    std::iter::once(k.entry.name.as_str())
        .chain(k.entry.also.iter().map(String::as_str))
        .chain(std::iter::once(k.id.as_str()))
}

/// A name reduced to what counts in it.
#[derive(Debug, PartialEq, Eq)]
struct Name {
    words: Vec<String>,
}

impl Name {
    fn of(text: &str) -> Self {
        let plain: String = text.to_lowercase().chars().filter(|c| !matches!(c, '\'' | '’' | '.')).collect();
        let words = plain.split(|c: char| !c.is_alphanumeric()).filter(|w| !w.is_empty() && !small_word(w));
        Self { words: words.map(singular).collect() }
    }

    fn whole(&self) -> String {
        self.words.concat()
    }

    /// How far what was asked lies from a name: 0 the same, 1 a part of it, more for each slip; none when it is another.
    fn apart(&self, name: &Self) -> Option<usize> {
        let (asked, whole) = (self.whole(), name.whole());
        if asked == whole {
            return Some(0);
        }
        if whole.contains(&asked) {
            return Some(1);
        }
        let word = |w: &String| {
            let slips = |n: &String| if n.starts_with(w.as_str()) { 0 } else { strsim::osa_distance(w, n) };
            name.words.iter().map(slips).min().filter(|d| *d <= forgiven(w))
        };
        let by_word: Option<usize> = self.words.iter().map(word).sum();
        let together = Some(strsim::osa_distance(&asked, &whole)).filter(|d| *d <= forgiven(&asked));
        by_word.into_iter().chain(together).min().map(|slips| 2 + slips)
    }
}

/// Slips of the pen forgiven in a word: none in a short one.
fn forgiven(word: &str) -> usize {
    match word.chars().count() {
        0..=4 => 0,
        5..=7 => 1,
        _ => 2,
    }
}

/// A word that tells no knot from another.
fn small_word(w: &str) -> bool {
    matches!(w, "a" | "an" | "and" | "the" | "of" | "in" | "on" | "with")
}

/// One of them, and figures in letters.
fn singular(word: &str) -> String {
    let figures = [("2", "two"), ("3", "three"), ("4", "four"), ("8", "eight"), ("9", "nine"), ("halve", "half")];
    let one = match word {
        w if w.ends_with("ches") || w.ends_with("shes") => &w[..w.len() - 2],
        w if w.len() > 3 && w.ends_with('s') && !w.ends_with("ss") => &w[..w.len() - 1],
        w => w,
    };
    figures
        .iter()
        .find(|(figure, _)| *figure == one)
        .map_or_else(|| one.to_owned(), |(_, letters)| (*letters).to_owned())
}

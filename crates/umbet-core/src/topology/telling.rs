//! A tie told along its rope, and the ties of the catalogue that are told so.
//!
//! From the standing end, one pass after another: `o1` or `u1`, over or under at crossing 1; `f` or `b`, in front of the object
//! or behind it; `/` begins the other rope. Every drawing of the catalogue has such a telling, read off its path; a tie is named
//! when it is told like one of them, as it lies or with what is slack drawn out, from the front or from behind (over and under,
//! front and behind change places), in either hand (a mirror tells the same), from either end. Closures are not needed, so that
//! loops whose tail ends inside, hitches and bends are named as well as stoppers.

use super::tied::{CodeError, wrong_word};
use crate::knot::notation::{Axis, Pole};
use crate::knot::path::KnotPath;
use crate::knot::{Family, Knot, catalogue};
use std::collections::HashMap;
use std::fmt::Write as _;
use std::sync::LazyLock;

/// One pass along a rope.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
enum Pass {
    /// At a crossing: over or not, and which.
    Rope(bool, usize),
    /// Of the object: in front of it or not.
    Object(bool),
}

/// A tie as it is told, one list of passes a rope.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Telling(Vec<Vec<Pass>>);

/// What is said of a tie beside its telling; nothing where it is not known.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq)]
pub struct About {
    /// It is tied to an object.
    pub object: Option<bool>,
    /// A loop stands open in it.
    pub open_loop: Option<bool>,
}

/// How a tie of the catalogue was recognised.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Likeness {
    /// Told as one of its drawings.
    AsDrawn,
    /// The same, once what is slack is drawn out of both.
    SlackDrawnOut,
}

/// What a telling is made of.
const EXPECTED: &str = "o or u and a number, as in o1; f or b at the object; / before the other rope";

impl Pass {
    fn read(word: &str) -> Option<Self> {
        let word = word.to_ascii_lowercase();
        match word.as_bytes().first()? {
            b'f' if word.len() == 1 => Some(Self::Object(true)),
            b'b' if word.len() == 1 => Some(Self::Object(false)),
            c @ (b'o' | b'u') => Some(Self::Rope(*c == b'o', word[1..].trim_end_matches(['l', 'r']).parse().ok()?)),
            _ => None,
        }
    }
}

/// Most passes told.
const MOST_PASSES: usize = 120;

impl Telling {
    /// Of a path, as it is drawn.
    pub fn of(path: &KnotPath) -> Self {
        let mut ropes: Vec<Vec<(f64, Pass)>> = vec![Vec::new(); path.strands.len()];
        for (n, c) in path.crossings.iter().enumerate() {
            ropes[c.over.rope].push((c.over.index, Pass::Rope(true, n)));
            ropes[c.under.rope].push((c.under.index, Pass::Rope(false, n)));
        }
        for pole in path.poles.iter().filter(|p| p.axis != Axis::Z) {
            for (rope, s) in ropes.iter_mut().zip(&path.strands) {
                rope.extend(passages(pole, &s.points));
            }
        }
        let in_order = |mut rope: Vec<(f64, Pass)>| {
            rope.sort_by(|a, b| a.0.total_cmp(&b.0));
            rope.into_iter().map(|p| p.1).collect()
        };
        Self(ropes.into_iter().map(in_order).collect())
    }

    /// Reads a telling. Sides behind a pass (`l`, `r`) are let stand.
    ///
    /// # Errors
    /// [`CodeError`] says which word or crossing is wrong.
    pub fn read(text: &str) -> Result<Self, CodeError> {
        let spaced = text.replace('/', " / ");
        let words = spaced.split([' ', ',', ';', '\n', '\t']).filter(|w| !w.is_empty());
        let mut ropes = Vec::new();
        let mut rope = Vec::new();
        for (i, word) in words.enumerate() {
            if word == "/" {
                ropes.push(std::mem::take(&mut rope));
            } else {
                rope.push(Pass::read(word).ok_or_else(|| wrong_word(i, word, EXPECTED))?);
            }
        }
        ropes.push(rope);
        ropes.retain(|r| !r.is_empty());
        let telling = Self(ropes);
        if telling.0.is_empty() || telling.0.len() > 2 || telling.0.iter().map(Vec::len).sum::<usize>() > MOST_PASSES {
            return Err(CodeError::Size);
        }
        telling.paired()?;
        Ok(telling)
    }

    /// Each crossing is passed twice, once over and once under.
    fn paired(&self) -> Result<(), CodeError> {
        let mut met: HashMap<usize, Vec<bool>> = HashMap::new();
        for p in self.0.iter().flatten() {
            if let Pass::Rope(over, n) = p {
                met.entry(*n).or_default().push(*over);
            }
        }
        let mut faults: Vec<usize> =
            met.into_iter().filter(|(_, m)| m.len() != 2 || m[0] == m[1]).map(|(n, _)| n).collect();
        faults.sort_unstable();
        faults.first().map_or(Ok(()), |n| Err(CodeError::Twice(*n)))
    }

    /// Only one rope, and no object.
    pub fn is_bare_rope(&self) -> bool {
        self.0.len() == 1 && !self.passes_an_object()
    }

    /// Catalogue ties told so, of which that holds, and how they were recognised: those told exactly so where there are any.
    pub fn known(&self, about: About) -> Vec<(&'static str, Likeness)> {
        let about = About { object: about.object.or(self.passes_an_object().then_some(true)), ..about };
        for likeness in [Likeness::AsDrawn, Likeness::SlackDrawnOut] {
            let look = |t: &Self| if likeness == Likeness::AsDrawn { t.numbered() } else { t.drawn_out().numbered() };
            let mine: Vec<Self> = self.seen().iter().map(look).collect();
            let bare: Vec<Self> = self.without_object().seen().iter().map(look).collect();
            // A straight rope is like everything that falls open.
            if mine.iter().any(|m| m.0.iter().all(Vec::is_empty)) {
                continue;
            }
            let same = |k: &&Known| {
                let told = if likeness == Likeness::AsDrawn { &k.as_drawn } else { &k.slack_out };
                k.is(about) && if k.end_on { bare.contains(told) } else { mine.contains(told) }
            };
            let mut ids: Vec<&'static str> = KNOWN.iter().filter(same).map(|k| k.id).collect();
            ids.dedup();
            if !ids.is_empty() {
                return ids.into_iter().map(|id| (id, likeness)).collect();
            }
        }
        Vec::new()
    }

    fn passes_an_object(&self) -> bool {
        self.0.iter().flatten().any(|p| matches!(p, Pass::Object(_)))
    }

    /// Every way the same tie may be told: from behind, from the other end of its rope, its ropes the other way about.
    fn seen(&self) -> Vec<Self> {
        let mut all = vec![self.clone()];
        for turn in [Self::seen_behind, Self::walked_back, Self::exchanged] {
            let turned: Vec<Self> = all.iter().map(turn).collect();
            all.extend(turned);
        }
        all.sort();
        all.dedup();
        all
    }

    fn seen_behind(&self) -> Self {
        let turned = |p: &Pass| match *p {
            Pass::Rope(over, n) => Pass::Rope(!over, n),
            Pass::Object(front) => Pass::Object(!front),
        };
        Self(self.0.iter().map(|r| r.iter().map(turned).collect()).collect())
    }

    fn walked_back(&self) -> Self {
        Self(self.0.iter().map(|r| r.iter().rev().copied().collect()).collect())
    }

    fn exchanged(&self) -> Self {
        Self(self.0.iter().rev().cloned().collect())
    }

    fn without_object(&self) -> Self {
        let rope = |r: &Vec<Pass>| r.iter().filter(|p| matches!(p, Pass::Rope(..))).copied().collect();
        Self(self.0.iter().map(rope).collect())
    }

    /// Crossings numbered as they are met.
    fn numbered(&self) -> Self {
        let mut numbers: HashMap<usize, usize> = HashMap::new();
        let mut anew = |p: &Pass| match *p {
            Pass::Rope(over, n) => {
                let next = numbers.len() + 1;
                Pass::Rope(over, *numbers.entry(n).or_insert(next))
            }
            object => object,
        };
        Self(self.0.iter().map(|r| r.iter().map(&mut anew).collect()).collect())
    }

    /// With twists undone (a crossing met twice running), and strands that merely lie over one another drawn apart (two
    /// crossings met running, both over, and running again, both under).
    fn drawn_out(&self) -> Self {
        let mut now = self.clone();
        while let Some(slack) = now.slack() {
            for rope in &mut now.0 {
                rope.retain(|p| !matches!(p, Pass::Rope(_, n) if slack.contains(n)));
            }
        }
        now
    }

    fn slack(&self) -> Option<Vec<usize>> {
        let mut over = Vec::new();
        let mut under = Vec::new();
        for w in self.0.iter().flat_map(|r| r.windows(2)) {
            match (w[0], w[1]) {
                (Pass::Rope(_, a), Pass::Rope(_, b)) if a == b => return Some(vec![a]),
                (Pass::Rope(true, a), Pass::Rope(true, b)) => over.push((a.min(b), a.max(b))),
                (Pass::Rope(false, a), Pass::Rope(false, b)) => under.push((a.min(b), a.max(b))),
                _ => {}
            }
        }
        over.into_iter().find(|p| under.contains(p)).map(|(a, b)| vec![a, b])
    }

    /// As it is written.
    pub fn words(&self) -> String {
        let mut out = String::new();
        for (i, rope) in self.numbered().0.iter().enumerate() {
            out.push_str(if i > 0 { "/ " } else { "" });
            for p in rope {
                let _ = match p {
                    Pass::Rope(over, n) => write!(out, "{}{n} ", if *over { 'o' } else { 'u' }),
                    Pass::Object(front) => write!(out, "{} ", if *front { 'f' } else { 'b' }),
                };
            }
        }
        out.trim_end().to_owned()
    }
}

/// Where a rope passes a side-on object: over its axis, in front or behind.
fn passages(pole: &Pole, points: &[[f64; 3]]) -> Vec<(f64, Pass)> {
    let off = |p: &[f64; 3]| if pole.axis == Axis::X { p[1] - pole.at[1] } else { p[0] - pole.at[0] };
    let pass = |(i, w): (usize, &[[f64; 3]])| {
        let (a, b) = (off(&w[0]), off(&w[1]));
        ((a < 0.0) != (b < 0.0)).then(|| (i as f64 + a / (a - b), Pass::Object(w[0][2] + w[1][2] > 0.0)))
    };
    points.windows(2).enumerate().filter_map(pass).collect()
}

/// A drawing of the catalogue as it is told.
struct Known {
    id: &'static str,
    object: bool,
    open_loop: bool,
    /// Its object is seen end-on: rope goes round it and is told as if there were none.
    end_on: bool,
    as_drawn: Telling,
    slack_out: Telling,
}

impl Known {
    fn of(knot: &'static Knot, path: &KnotPath) -> Self {
        let told = Telling::of(path);
        Self {
            id: &knot.id,
            object: !path.poles.is_empty(),
            open_loop: matches!(knot.entry.family, Family::EndLoop | Family::MidLoop),
            end_on: path.poles.iter().any(|p| p.axis == Axis::Z),
            as_drawn: told.numbered(),
            slack_out: told.drawn_out().numbered(),
        }
    }

    fn is(&self, about: About) -> bool {
        about.object.is_none_or(|o| o == self.object || self.open_loop)
            && about.open_loop.is_none_or(|l| l == self.open_loop)
    }
}

/// Every drawing of every knot.
static KNOWN: LazyLock<Vec<Known>> = LazyLock::new(|| {
    let all = catalogue().knots().iter().flat_map(|k| k.all_paths().map(move |p| (k, p)));
    all.map(|(k, p)| Known::of(k, p)).collect()
});

#[cfg(test)]
mod tests {
    use super::*;

    fn ids(words: &str, about: About) -> Vec<&'static str> {
        Telling::read(words).expect("reads").known(about).into_iter().map(|k| k.0).collect()
    }

    const BARE: About = About { object: Some(false), open_loop: Some(false) };

    #[test]
    fn every_drawing_of_every_knot_comes_back_from_either_side_and_end() {
        for k in catalogue().knots() {
            for path in k.all_paths() {
                let told = Telling::of(path);
                let open_loop = matches!(k.entry.family, Family::EndLoop | Family::MidLoop);
                let about = About { object: Some(!path.poles.is_empty()), open_loop: Some(open_loop) };
                for way in [told.clone(), told.seen_behind(), told.walked_back(), told.seen_behind().walked_back()] {
                    // A chained tether and a plain turn cross nothing that is told: there is nothing to tell them by.
                    if way.0.iter().all(Vec::is_empty) {
                        continue;
                    }
                    let found = ids(&way.words(), about);
                    assert!(found.contains(&k.id.as_str()), "{}: {} reads as {found:?}", k.id, way.words());
                    assert!(found.len() <= 4, "{}: {found:?} are told alike", k.id);
                }
            }
        }
    }

    #[test]
    fn knots_in_the_hand_are_named() {
        // An overhand told as the page asks; the same with a twist left in; a bowline, whose tail ends inside its loop.
        assert_eq!(ids("u1 o2 u3 o1 u2 o3", BARE), ["overhand"]);
        assert_eq!(ids("u1 o2 u3 o1 o4 u4 u2 o3", BARE), ["overhand"]);
        assert_eq!(ids("u1 o2 u3 o1 u2 o3", About { object: Some(true), open_loop: None }), ["half-hitch"]);
        let bowline = Telling::of(&catalogue().find("bowline").expect("a knot").path).words();
        assert_eq!(ids(&bowline, About::default()), ["bowline"]);
    }

    #[test]
    fn faults_are_named_by_their_word_and_their_crossing() {
        assert!(matches!(Telling::read("o1 x2"), Err(CodeError::Word { place: 2, .. })));
        assert_eq!(Telling::read("o1 u2 o1 u2"), Err(CodeError::Twice(1)));
        assert_eq!(Telling::read("o3 u1 o1"), Err(CodeError::Twice(3)));
        assert_eq!(Telling::read(" / "), Err(CodeError::Size));
    }

    #[test]
    fn what_only_lies_over_is_drawn_apart() {
        let told = Telling::read("o1 o2 u3 u1 u2 o3").expect("reads");
        assert!(told.drawn_out().0.iter().all(Vec::is_empty), "{told:?}");
        assert!(told.known(About::default()).is_empty());
    }
}

//! Words of side, turned with the picture: a drawing for the left hand is a mirror, and its words go with it.

use std::borrow::Cow;

/// What changes places in a mirror.
const SIDES: &[(&str, &str)] = &[("left", "right"), ("clockwise", "anticlockwise")];

/// What is said of a picture as it is drawn, or as it stands in a mirror. In the files `left` and `right` are always sides; the
/// tests hold every entry to it.
pub fn told(text: &str, mirrored: bool) -> Cow<'_, str> {
    if !mirrored || !words(text).any(|w| other(w).is_some()) {
        return Cow::Borrowed(text);
    }
    let mut out = String::with_capacity(text.len());
    let mut rest = text;
    while let Some(from) = rest.find(|c: char| c.is_alphabetic()) {
        let (before, after) = rest.split_at(from);
        let to = after.find(|c: char| !c.is_alphabetic()).unwrap_or(after.len());
        out.push_str(before);
        out.push_str(&other(&after[..to]).unwrap_or_else(|| after[..to].to_owned()));
        rest = &after[to..];
    }
    out.push_str(rest);
    Cow::Owned(out)
}

fn words(text: &str) -> impl Iterator<Item = &str> {
    text.split(|c: char| !c.is_alphabetic()).filter(|w| !w.is_empty())
}

/// The side across, with a large letter where it had one.
fn other(word: &str) -> Option<String> {
    let small = word.to_lowercase();
    let pair = SIDES.iter().find_map(|(a, b)| match small.as_str() {
        w if w == *a => Some(*b),
        w if w == *b => Some(*a),
        _ => None,
    })?;
    Some(if word.starts_with(char::is_uppercase) { crate::words::capital(pair) } else { pair.to_owned() })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::knot::catalogue;

    #[test]
    fn sides_change_places_and_nothing_else_does() {
        assert_eq!(told("Right over left this time.", true), "Left over right this time.");
        assert_eq!(told("Cross up, to the right.", false), "Cross up, to the right.");
        assert_eq!(told("Go anticlockwise, leftover cord aside.", true), "Go clockwise, leftover cord aside.");
        let twice = told("down behind on the Left", true).into_owned();
        assert_eq!(told(&twice, true), "down behind on the Left");
    }

    #[test]
    fn every_word_of_side_in_every_entry_is_a_side() {
        // "Right" as in correct would be turned into nonsense: these are all the ways sides are spoken of.
        const SPOKEN: &[&str] = &[
            "to the",
            "on the",
            "the",
            "and",
            "over",
            "back to the",
            "of",
            "from the",
            "more to the",
            "in the",
            "its",
            "upper",
        ];
        let mut sides = 0;
        for k in catalogue().knots() {
            let e = &k.entry;
            let steps = e.step.iter().flat_map(|s| [&s.say, &s.hint]);
            let poses = e.way.iter().flat_map(|w| w.pose.iter().map(|p| &p.say));
            let looks = e.telltale.iter().map(|t| &t.look);
            for text in steps.chain(poses).chain(looks) {
                let all: Vec<&str> = words(text).collect();
                for (i, w) in all.iter().enumerate().filter(|(_, w)| other(w).is_some()) {
                    let before = i.checked_sub(1).map(|i| all[i].to_lowercase());
                    let spoken = before
                        .is_none_or(|b| SPOKEN.iter().any(|s| s.split(' ').next_back() == Some(b.as_str())))
                        || all.get(i + 1).is_some_and(|n| ["end", "strand", "hand", "wing", "leg", "of"].contains(n));
                    assert!(spoken, "{}: is `{w}` a side in: {text}", k.id);
                    sides += 1;
                }
            }
        }
        assert!(sides > 30, "{sides}");
    }
}

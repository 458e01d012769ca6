//! Lists of a draft, such as its lines and what hangs on them: one more, or one less.

/// What is done with a list of a draft.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Change {
    /// One more, as it usually is beside this one, counted from 0.
    More(usize),
    /// Without this one, counted from 0.
    Less(usize),
}

/// One more at the end, or one less; `None` where there is none to take, or no place for one more.
pub fn changed<T: Clone>(list: &[T], change: Change, most: usize, more: impl FnOnce() -> Option<T>) -> Option<Vec<T>> {
    let mut all = list.to_vec();
    match change {
        Change::More(_) if all.len() < most => all.push(more()?),
        Change::Less(at) if at < all.len() => drop(all.remove(at)),
        _ => return None,
    }
    Some(all)
}

/// A name none of these has: `box 3`.
pub fn fresh_name<'a>(what: &str, taken: impl Iterator<Item = &'a str> + Clone) -> String {
    let free = |n: &usize| !taken.clone().any(|name| name == format!("{what} {n}"));
    let n = (taken.clone().count() + 1..).find(free).unwrap_or_default();
    format!("{what} {n}")
}

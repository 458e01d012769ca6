//! What was worked out, kept while nothing it was worked out from changes.

use lru::LruCache;
use serde_json::value::RawValue;
use std::num::NonZero;
use std::sync::{Arc, Mutex, PoisonError};

/// A joint judged, as it is answered, and what of it is summed over a job.
#[derive(Debug)]
pub struct JudgedJoint {
    /// The answer, written.
    pub view: Box<RawValue>,
    /// Name of its cord.
    pub cord: String,
    /// Name of the other cord, where two are joined.
    pub second: Option<String>,
    /// Metres of the two that the knot taken takes.
    pub taken_m: Option<[f64; 2]>,
}

/// Answers by everything they were made from; the least asked for goes first.
#[derive(Debug)]
pub struct Kept<T>(Mutex<LruCache<String, Arc<T>>>);

impl<T> Kept<T> {
    /// Keeps `most` answers.
    pub fn new(most: NonZero<usize>) -> Self {
        Self(Mutex::new(LruCache::new(most)))
    }

    /// The answer for `from`, which must name all it depends on; made where it is not kept.
    ///
    /// # Errors
    /// What `make` fails with; that is not kept.
    pub fn get_or<E>(&self, from: String, make: impl FnOnce() -> Result<T, E>) -> Result<Arc<T>, E> {
        let kept = || self.0.lock().unwrap_or_else(PoisonError::into_inner);
        if let Some(found) = kept().get(&from) {
            return Ok(found.clone());
        }
        // Made without the lock: two who ask at once both work, and agree.
        let made = Arc::new(make()?);
        kept().put(from, made.clone());
        Ok(made)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn an_answer_is_made_once_and_the_least_asked_for_goes() {
        let kept = Kept::new(NonZero::new(2).expect("two"));
        let mut made = 0;
        let mut ask = |from: &str| {
            let answer = kept.get_or(from.to_owned(), || {
                made += 1;
                if from == "bad" { Err("no") } else { Ok(from.to_owned()) }
            });
            (answer.map(|a| (*a).clone()), made)
        };
        assert_eq!(ask("a"), (Ok("a".into()), 1));
        assert_eq!(ask("a"), (Ok("a".into()), 1));
        assert_eq!(ask("b").1, 2);
        assert_eq!(ask("a").1, 2);
        assert_eq!(ask("c").1, 3);
        assert_eq!(ask("a").1, 3);
        assert_eq!(ask("b").1, 4);
        assert_eq!(ask("bad"), (Err("no"), 5));
        assert_eq!(ask("bad"), (Err("no"), 6));
    }
}

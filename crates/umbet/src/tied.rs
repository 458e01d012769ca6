//! What the learners of a course have tied: read whole once, then only what came since.
//!
//! A year of a large class is 200 000 tries; a board is looked at every few seconds. A data file numbers the changes of each
//! learner's tries (`tries_added`, `tries_undone`), so that what was read once is known to hold or not by two numbers, whoever
//! wrote, and whether or not it was kept in the end.

use crate::error::Error;
use crate::store::{KeptTry, Store, TriesNumbered};
use lru::LruCache;
use std::collections::{BTreeMap, HashMap};
use std::num::NonZero;
use std::sync::{Arc, Mutex as Lock, OnceLock, PoisonError};
use tokio::sync::Mutex;
use umbet_core::teach::practice::Memory;
use umbet_core::teach::tries::Try;

/// Courses kept at hand: those that are being taught.
pub const COURSES: NonZero<usize> = NonZero::new(4).unwrap();

/// One learner's tries at one knot, oldest first.
#[derive(Debug, Default)]
pub struct Tied {
    tries: Vec<Try>,
    /// Number and lesson of each.
    logged: Vec<(i64, Option<i64>)>,
    memory: OnceLock<Memory>,
}

/// A learner's tries, knot by knot.
pub type TiedKnots = BTreeMap<String, Arc<Tied>>;

/// The tries of a course's learners.
#[derive(Debug, Default)]
pub struct TiedClass(HashMap<i64, Arc<TiedLearner>>);

#[derive(Debug)]
struct TiedLearner {
    numbered: TriesNumbered,
    /// The highest number among all that was read.
    newest: i64,
    knots: TiedKnots,
}

impl Tied {
    /// Every try.
    pub fn tries(&self) -> &[Try] {
        &self.tries
    }

    /// Every try with its number and its lesson.
    pub fn logged(&self) -> impl DoubleEndedIterator<Item = (i64, Option<i64>, &Try)> {
        self.logged.iter().zip(&self.tries).map(|((id, lesson), t)| (*id, *lesson, t))
    }

    /// Those of one lesson, each with its number.
    pub fn of_lesson(&self, id: i64) -> impl DoubleEndedIterator<Item = (i64, &Try)> {
        self.logged().filter(move |(_, of, _)| *of == Some(id)).map(|(id, _, t)| (id, t))
    }

    /// What they have left in the memory, graded by so many seconds.
    pub fn memory(&self, limit_s: Option<f64>) -> Memory {
        let kept = self.memory.get_or_init(|| Memory::of(&self.tries, limit_s));
        // The standard was changed since: rare, and reckoned anew.
        if kept.limit_s() == limit_s { kept.clone() } else { Memory::of(&self.tries, limit_s) }
    }

    fn with(&self, more: Vec<KeptTry>) -> Self {
        let mut all: Vec<((i64, Option<i64>), Try)> = self.logged.iter().copied().zip(self.tries.clone()).collect();
        all.extend(more.into_iter().map(|t| ((t.id, t.lesson_id), t.tried)));
        let in_order =
            |a: &((i64, Option<i64>), Try), b: &((i64, Option<i64>), Try)| (a.1.at, a.0.0).cmp(&(b.1.at, b.0.0));
        let memory = OnceLock::new();
        if all[self.tries.len().saturating_sub(1)..].is_sorted_by(|a, b| in_order(a, b).is_le()) {
            // What came since came after: the memory grows by it.
            if let Some(before) = self.memory.get() {
                let since: Vec<Try> = all[self.tries.len()..].iter().map(|(_, t)| t.clone()).collect();
                let _ = memory.set(before.clone().after(&since));
            }
        } else {
            all.sort_by(in_order);
        }
        let (logged, tries) = all.into_iter().unzip();
        Self { tries, logged, memory }
    }
}

impl TiedClass {
    /// A learner's, knot by knot; nothing of who is not of this course.
    pub fn learner(&self, id: i64) -> Option<&TiedKnots> {
        self.0.get(&id).map(|l| &l.knots)
    }

    /// A learner's at one knot, if any.
    pub fn at(&self, learner: i64, knot: &str) -> Option<&Arc<Tied>> {
        self.learner(learner)?.get(knot)
    }

    fn whole(numbered: &HashMap<i64, TriesNumbered>, tries: Vec<KeptTry>) -> Self {
        let mut sorted: HashMap<i64, Vec<KeptTry>> = numbered.keys().map(|id| (*id, Vec::new())).collect();
        for t in tries {
            if let Some(of) = sorted.get_mut(&t.learner_id) {
                of.push(t);
            }
        }
        Self(sorted.into_iter().map(|(id, tries)| (id, Arc::new(TiedLearner::whole(numbered[&id], tries)))).collect())
    }
}

impl TiedLearner {
    fn whole(numbered: TriesNumbered, tries: Vec<KeptTry>) -> Self {
        Self { numbered, newest: 0, knots: BTreeMap::new() }.with(numbered, tries)
    }

    fn with(&self, numbered: TriesNumbered, more: Vec<KeptTry>) -> Self {
        let newest = more.iter().map(|t| t.id).max().unwrap_or(0).max(self.newest);
        let mut knots = self.knots.clone();
        let mut sorted: BTreeMap<String, Vec<KeptTry>> = BTreeMap::new();
        for t in more {
            sorted.entry(t.knot.clone()).or_default().push(t);
        }
        for (knot, tries) in sorted {
            let at = knots.entry(knot).or_default();
            *at = Arc::new(at.with(tries));
        }
        Self { numbered, newest, knots }
    }

    /// As it is by now.
    async fn brought_up(self: &Arc<Self>, store: &Store, id: i64, now: TriesNumbered) -> Result<Arc<Self>, Error> {
        if self.numbered == now {
            return Ok(self.clone());
        }
        if self.numbered.undone != now.undone {
            return Ok(Arc::new(Self::whole(now, KeptTry::of_learner(store, id).await?)));
        }
        Ok(Arc::new(self.with(now, KeptTry::of_learner_since(store, id, self.newest).await?)))
    }
}

/// Courses whose tries are at hand; the one longest not asked for goes first.
#[derive(Debug)]
pub struct Register(Lock<LruCache<i64, Arc<Mutex<Arc<TiedClass>>>>>);

impl Default for Register {
    fn default() -> Self {
        Self(Lock::new(LruCache::new(COURSES)))
    }
}

impl Register {
    /// The tries of a course's learners as they are now.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn of(&self, store: &Store, course: i64) -> Result<Arc<TiedClass>, Error> {
        let place = {
            let mut courses = self.0.lock().unwrap_or_else(PoisonError::into_inner);
            courses.get_or_insert(course, Arc::default).clone()
        };
        // Who asks meanwhile waits for this reading instead of reading the same.
        let mut class = place.lock().await;
        // The numbers are read first: a try logged in between is read with the tries, and once more by the next who asks.
        let numbered = KeptTry::numbered(store, course).await?;
        let known = numbered.keys().filter(|id| class.0.contains_key(id)).count();
        if known * 2 < numbered.len() {
            *class = Arc::new(TiedClass::whole(&numbered, KeptTry::of_course(store, course).await?));
            return Ok(class.clone());
        }
        if known == class.0.len() && numbered.iter().all(|(id, n)| class.0.get(id).is_some_and(|l| l.numbered == *n)) {
            return Ok(class.clone());
        }
        let mut learners = HashMap::with_capacity(numbered.len());
        for (id, now) in numbered {
            let learner = match class.0.get(&id) {
                Some(before) => before.brought_up(store, id, now).await?,
                None => Arc::new(TiedLearner::whole(now, KeptTry::of_learner(store, id).await?)),
            };
            learners.insert(id, learner);
        }
        *class = Arc::new(TiedClass(learners));
        Ok(class.clone())
    }
}

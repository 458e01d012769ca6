//! Long computation, kept off the threads that answer.
//!
//! The core bounds what one answer may take and says so before it begins; here only as many run at once as leave a processor
//! to answer with. Whoever waits in line and goes away leaves the line.

use crate::error::Error;
use std::sync::{Arc, LazyLock};
use tokio::sync::Semaphore;

/// Places at work: one processor is left for answering.
static PLACES: LazyLock<Arc<Semaphore>> = LazyLock::new(|| Arc::new(Semaphore::new(places())));

fn places() -> usize {
    let processors = std::thread::available_parallelism().map_or(2, std::num::NonZero::get);
    processors.saturating_sub(1).max(1)
}

/// Does `work` aside and answers with what it makes.
///
/// # Errors
/// What `work` fails with, or [`Error::Work`] when it breaks off.
pub async fn aside<T: Send + 'static>(work: impl FnOnce() -> Result<T, Error> + Send + 'static) -> Result<T, Error> {
    let place = PLACES.clone().acquire_owned().await.map_err(|e| Error::Work(e.to_string()))?;
    let done = tokio::task::spawn_blocking(move || {
        let made = work();
        drop(place);
        made
    });
    done.await.map_err(|e| Error::Work(e.to_string()))?
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::sync::atomic::{AtomicUsize, Ordering};
    use std::time::Duration;

    /// Ten ask at once: never more work than there are places, and one who gives up while waiting is not worked for.
    #[tokio::test(flavor = "multi_thread", worker_threads = 2)]
    async fn no_more_at_once_than_there_are_places() {
        static NOW: AtomicUsize = AtomicUsize::new(0);
        static MOST: AtomicUsize = AtomicUsize::new(0);
        static DONE: AtomicUsize = AtomicUsize::new(0);
        let one = || {
            aside(|| {
                MOST.fetch_max(NOW.fetch_add(1, Ordering::SeqCst) + 1, Ordering::SeqCst);
                std::thread::sleep(Duration::from_millis(20));
                NOW.fetch_sub(1, Ordering::SeqCst);
                DONE.fetch_add(1, Ordering::SeqCst);
                Ok::<_, Error>(())
            })
        };
        let all: Vec<_> = (0..10).map(|_| tokio::spawn(one())).collect();
        let gone = tokio::spawn(one());
        gone.abort();
        for task in all {
            task.await.expect("runs").expect("worked");
        }
        assert!((1..=places()).contains(&MOST.load(Ordering::SeqCst)));
        assert_eq!(DONE.load(Ordering::SeqCst), 10);
    }

    #[tokio::test]
    async fn work_that_breaks_off_is_an_answer() {
        let e = aside(|| -> Result<(), Error> { panic!("broken off") }).await.expect_err("it broke off");
        assert!(matches!(e, Error::Work(_)));
    }
}

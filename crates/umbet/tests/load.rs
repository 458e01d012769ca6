//! Choosing over HTTP with fifty clients at once: `cargo xtask bench` prints the figures. Not a timed test.

mod support;

use serde_json::json;
use std::time::{Duration, Instant};
use support::Server;

#[tokio::test(flavor = "multi_thread")]
#[ignore = "a benchmark; run by `cargo xtask bench`"]
async fn fifty_clients_choose_at_once() {
    let s = Server::demo().await;
    let draft = json!({ "task": "make-fast", "shape": "pipe", "size_mm": 48, "cord": { "kind": "braid-polyester-12" }, "way": "along" });
    let clients = (0..50u64).map(|i| {
        let (client, url, draft) = (s.client.clone(), s.url("/api/choose"), draft.clone());
        tokio::spawn(async move {
            let mut took = Vec::with_capacity(40);
            tokio::time::sleep(Duration::from_millis(i * 8)).await;
            for _ in 0..40 {
                // Fifty people changing a part of the sentence every half second or so.
                tokio::time::sleep(Duration::from_millis(400)).await;
                let start = Instant::now();
                let r = client.post(&url).json(&draft).send().await.expect("an answer");
                assert!(r.status().is_success());
                r.bytes().await.expect("the whole answer");
                took.push(start.elapsed());
            }
            took
        })
    });
    let mut all: Vec<Duration> = Vec::new();
    for c in clients.collect::<Vec<_>>() {
        all.extend(c.await.expect("a client ends"));
    }
    all.sort_unstable();
    let at = |share: f64| all[((all.len() - 1) as f64 * share) as usize];
    println!("choose over HTTP, 50 clients: median {:?}, p99 {:?}, most {:?}", at(0.5), at(0.99), at(1.0));
    if let Ok(status) = std::fs::read_to_string("/proc/self/status") {
        println!("{}", status.lines().find(|l| l.starts_with("VmRSS")).unwrap_or_default());
    }
}

/// From a cold page to the first answer's name on screen, each time in a browser that has never seen it.
#[tokio::test(flavor = "multi_thread")]
#[ignore = "a benchmark; run by `cargo xtask bench`"]
async fn the_first_answer_is_on_screen() {
    let s = Server::demo().await;
    let watch = "const done = arguments[arguments.length - 1]; const look = () => document.querySelector('.answer.first h2') ? done(performance.now()) : setTimeout(look, 5); look()";
    for _ in 0..6 {
        let b = support::browser::Browser::open(1280, 800).await;
        // What is timed is the page, not the browser's own start.
        tokio::time::sleep(std::time::Duration::from_millis(1500)).await;
        b.driver.goto(s.url("/")).await.expect("the page opens");
        let took = b.driver.execute_async(watch, vec![]).await.expect("an answer is drawn");
        println!(
            "first answer on screen {:.0} ms after the page was asked for",
            took.json().as_f64().unwrap_or(f64::NAN)
        );
    }
}

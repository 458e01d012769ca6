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

/// Fifty clients choose without pause for thirty seconds: no error, and the memory it ends with.
#[tokio::test(flavor = "multi_thread")]
#[ignore = "a benchmark; run by `cargo xtask bench`"]
async fn fifty_clients_saturate_choosing() {
    let folder = tempfile::tempdir().expect("a folder");
    let server = support::process::Process::serve(&folder.path().join("data.db"), &["--demo"]);
    let client = reqwest::Client::new();
    let until = Instant::now() + Duration::from_secs(30);
    let clients = (0..50u64).map(|i| {
        let (client, url) = (client.clone(), server.url("/api/choose"));
        tokio::spawn(async move {
            let mut asked = 0u64;
            while Instant::now() < until {
                let size = 20 + (i * 37 + asked * 11) % 100;
                let draft = json!({ "task": "make-fast", "shape": "pipe", "size_mm": size, "cord": { "kind": "braid-polyester-12" }, "way": "along" });
                let r = client.post(&url).json(&draft).send().await.expect("an answer");
                assert!(r.status().is_success(), "{}", r.status());
                r.bytes().await.expect("the whole answer");
                asked += 1;
            }
            asked
        })
    });
    let mut all = 0;
    for c in clients.collect::<Vec<_>>() {
        all += c.await.expect("no error");
    }
    let status = std::fs::read_to_string(format!("/proc/{}/status", server.child.id())).unwrap_or_default();
    let memory = status.lines().find(|l| l.starts_with("VmRSS")).unwrap_or_default();
    println!("choose saturated by 50 clients for 30 s: {all} answers, no error, {memory}");
}

/// A job of 275 joints, read while twenty write to it: what one read and one write take.
#[tokio::test(flavor = "multi_thread")]
#[ignore = "a benchmark; run by `cargo xtask bench`"]
async fn a_long_job_is_read_and_written_by_twenty() {
    let s = Server::empty().await;
    let (_, job) = s.post("/api/jobs", &json!({ "name": "A long day" })).await;
    let path = format!("/api/jobs/{}", job["id"]);
    let knots = ["clove-hitch", "bowline", "round-turn-two-half-hitches", "timber-hitch"];
    let joint = |i: usize| json!({ "name": format!("joint {i}"), "knot": knots[i % 4], "situation": { "task": "make-fast", "shape": "post", "size_mm": 60 + i, "cord": { "kind": "paracord-iii" } } });
    let mut ids = Vec::new();
    for i in 0..275 {
        ids.push(s.post(&format!("{path}/joints"), &joint(i)).await.1["id"].clone());
    }
    let start = Instant::now();
    s.get(&path).await;
    println!("275 joints, first read {:?}", start.elapsed());
    let twenty = (0..20).map(|i| {
        let (client, read, write) = (s.client.clone(), s.url(&path), s.url(&format!("/api/joints/{}", ids[i * 13])));
        let mut body = joint(i * 13);
        tokio::spawn(async move {
            let mut took = [Vec::new(), Vec::new()];
            for round in 0..12 {
                body["note"] = json!(format!("round {round}"));
                body["version"] = json!(round + 1);
                let start = Instant::now();
                assert!(client.put(&write).json(&body).send().await.expect("an answer").status().is_success());
                took[0].push(start.elapsed());
                let start = Instant::now();
                let r = client.get(&read).send().await.expect("an answer");
                assert!(r.status().is_success());
                r.bytes().await.expect("the whole answer");
                took[1].push(start.elapsed());
            }
            took
        })
    });
    let mut all = [Vec::new(), Vec::new()];
    for t in twenty.collect::<Vec<_>>() {
        let took = t.await.expect("a client ends");
        all.iter_mut().zip(took).for_each(|(a, t)| a.extend(t));
    }
    for (what, mut took) in ["written", "read"].into_iter().zip(all) {
        took.sort_unstable();
        let at = |share: f64| took[((took.len() - 1) as f64 * share) as usize];
        println!("275 joints {what} by twenty at once: median {:?}, p99 {:?}", at(0.5), at(0.99));
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

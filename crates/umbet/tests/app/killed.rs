//! The installed form: started as a process, killed without warning, started again.

use crate::support::process::Process;
use serde_json::{Value, json};
use std::cell::Cell;
use std::path::Path;
use std::time::{Duration, Instant};

/// Kills the server so often while one writes without pause; every write that was answered is there afterwards.
async fn killed_while_writing(rounds: u32, data: &Path) {
    let client = reqwest::Client::new();
    let answered = Cell::new(0);
    for round in 0..rounds {
        let mut server = Process::serve(data, &[]);
        let before = answered.get();
        // Killed at another moment each time: every other one not before the first answer, however busy the machine is.
        let until = Instant::now() + Duration::from_millis(60 + u64::from(round * 67 % 600));
        let url = server.url("/api/jobs");
        let writing = async {
            loop {
                let name = format!("Job {}", answered.get());
                let sent = client.post(&url).json(&json!({ "name": name })).send().await;
                if !sent.is_ok_and(|r| r.status().is_success()) {
                    break;
                }
                answered.set(answered.get() + 1);
            }
        };
        let killing = async {
            tokio::time::sleep_until(until.into()).await;
            let latest = Instant::now() + Duration::from_secs(30);
            while round % 2 == 1 && answered.get() == before && Instant::now() < latest {
                tokio::time::sleep(Duration::from_millis(5)).await;
            }
            server.kill();
        };
        tokio::join!(writing, killing);
    }
    let answered = answered.get();
    let server = Process::serve(data, &[]);
    let jobs: Value = client.get(server.url("/api/jobs")).send().await.expect("answered").json().await.expect("JSON");
    let names: Vec<&str> = jobs.as_array().expect("a list").iter().filter_map(|j| j["name"].as_str()).collect();
    let lost = (0..answered).filter(|i| !names.contains(&format!("Job {i}").as_str())).count();
    println!("{rounds} kills, {answered} answered writes, {lost} lost");
    assert!(lost == 0 && answered >= rounds / 2);
}

#[tokio::test(flavor = "multi_thread", worker_threads = 2)]
async fn a_killed_process_loses_no_answered_write() {
    let folder = tempfile::tempdir().expect("a folder of its own");
    killed_while_writing(8, &folder.path().join("data.db")).await;
}

/// `cargo test -p umbet --test app killed -- --ignored --nocapture`; the figures of one run are in docs/benchmarks.md.
#[tokio::test(flavor = "multi_thread", worker_threads = 2)]
#[ignore = "minutes"]
async fn a_thousand_kills_lose_nothing() {
    let folder = tempfile::tempdir().expect("a folder of its own");
    killed_while_writing(1000, &folder.path().join("data.db")).await;
}

#[test]
fn the_demonstration_never_touches_the_users_file() {
    use clap::Parser as _;
    use umbet::config::{Cli, Command};
    let file = |args: &[&str]| match Cli::parse_from(args).command {
        Command::Serve(s) => s.data.file().expect("a place for data"),
        _ => unreachable!("serve was asked for"),
    };
    assert_ne!(file(&["umbet", "serve"]), file(&["umbet", "serve", "--demo"]));
    assert!(Cli::try_parse_from(["umbet", "serve", "--listen", "nowhere"]).is_err());
}

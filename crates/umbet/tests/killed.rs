//! The installed form: started as a process, killed without warning, started again.

use serde_json::{Value, json};
use std::io::{BufRead, BufReader};
use std::path::Path;
use std::process::{Child, Command, Stdio};

/// A process of `umbet serve`, and where it is.
fn start(data: &Path) -> (Child, String) {
    let mut child = Command::new(env!("CARGO_BIN_EXE_umbet"))
        .args(["serve", "--listen", "127.0.0.1:0", "--data"])
        .arg(data)
        .stdout(Stdio::piped())
        .stderr(Stdio::null())
        .spawn()
        .expect("umbet starts");
    let lines = BufReader::new(child.stdout.take().expect("its output")).lines();
    let address = lines
        .map_while(Result::ok)
        .find_map(|l| l.strip_prefix("Umbet is at ").map(ToOwned::to_owned))
        .expect("it says where it is");
    (child, address)
}

#[tokio::test]
async fn a_killed_process_loses_no_answered_write() {
    let folder = tempfile::tempdir().expect("a folder of its own");
    let data = folder.path().join("data.db");
    let client = reqwest::Client::new();
    let mut answered = Vec::new();
    for round in 0..3 {
        let (mut child, address) = start(&data);
        for i in 0..10 {
            let name = format!("Job {round}-{i}");
            let r = client
                .post(format!("{address}/api/jobs"))
                .json(&json!({ "name": name }))
                .send()
                .await
                .expect("an answer");
            assert!(r.status().is_success());
            answered.push(name);
        }
        child.kill().expect("it is killed");
        child.wait().expect("it is gone");
    }
    let (mut child, address) = start(&data);
    let jobs: Value =
        client.get(format!("{address}/api/jobs")).send().await.expect("an answer").json().await.expect("JSON");
    let names: Vec<&str> = jobs.as_array().expect("a list").iter().filter_map(|j| j["name"].as_str()).collect();
    assert_eq!(names, answered);
    child.kill().expect("it is killed");
    child.wait().expect("it is gone");
}

#[test]
fn the_demonstration_never_touches_the_users_file() {
    use clap::Parser as _;
    use umbet::config::{Cli, Command};
    let file = |args: &[&str]| match Cli::parse_from(args).command {
        Command::Serve(s) => s.file().expect("a place for data"),
        Command::Openapi => unreachable!("serve was asked for"),
    };
    assert_ne!(file(&["umbet", "serve"]), file(&["umbet", "serve", "--demo"]));
    assert!(Cli::try_parse_from(["umbet", "serve", "--listen", "nowhere"]).is_err());
}

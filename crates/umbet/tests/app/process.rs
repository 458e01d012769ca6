//! Starting, stopping, backing up and putting back, with the installed form.

use crate::support::process::{Process, refusal, said};
use reqwest::StatusCode;
use serde_json::{Value, json};
use sqlx::sqlite::SqliteConnectOptions;
use sqlx::{Connection, SqliteConnection};
use std::io::{Read, Write};
use std::net::TcpStream;
use std::path::{Path, PathBuf};
use std::time::{Duration, Instant};
use tempfile::TempDir;

struct Place(TempDir);

impl Place {
    fn new() -> Self {
        Self(tempfile::tempdir().expect("a folder of its own"))
    }

    fn file(&self, name: &str) -> PathBuf {
        self.0.path().join(name)
    }
}

/// Why `umbet serve` will not start with this file.
fn not_served(file: &Path) -> String {
    refusal(&["serve", "--listen", "127.0.0.1:0", "--data", &file.to_string_lossy()])
}

async fn open_file(file: &Path) -> SqliteConnection {
    let options = SqliteConnectOptions::new().filename(file).create_if_missing(true);
    SqliteConnection::connect_with(&options).await.expect("it opens")
}

async fn sqlite(file: &Path, statement: &'static str) {
    let mut c = open_file(file).await;
    sqlx::raw_sql(statement).execute(&mut c).await.expect("it runs");
    c.close().await.expect("it closes");
}

async fn names(server: &Process) -> Vec<String> {
    let jobs: Value = reqwest::get(server.url("/api/jobs")).await.expect("answered").json().await.expect("JSON");
    jobs.as_array().expect("a list").iter().map(|j| j["name"].as_str().expect("a name").to_owned()).collect()
}

async fn add(server: &Process, name: &str) {
    let sent = reqwest::Client::new().post(server.url("/api/jobs")).json(&json!({ "name": name })).send().await;
    assert_eq!(sent.expect("answered").status(), StatusCode::CREATED);
}

#[tokio::test(flavor = "multi_thread", worker_threads = 2)]
async fn what_cannot_be_opened_is_said_in_words_and_left_as_it_is() {
    let place = Place::new();
    let text = place.file("notes.txt");
    std::fs::write(&text, "This is a list of things to buy for the crew, and no database at all.\n".repeat(20))
        .expect("written");
    assert!(not_served(&text).contains("it is no database"), "{}", not_served(&text));
    assert!(std::fs::read_to_string(&text).expect("read").starts_with("This is a list"));

    let other = place.file("other.db");
    sqlite(&other, "create table page (id integer); pragma application_id = 42;").await;
    let before = std::fs::read(&other).expect("read");
    assert!(not_served(&other).contains("a database of another program"));
    assert_eq!(std::fs::read(&other).expect("read"), before);

    let newer = place.file("newer.db");
    Process::serve(&newer, &[]).kill();
    let later = "insert into _sqlx_migrations select 99990101000000, 'later', installed_on, 1, checksum, 0 from _sqlx_migrations limit 1;";
    sqlite(&newer, later).await;
    assert!(not_served(&newer).contains("written by a newer Umbet"), "{}", not_served(&newer));

    assert!(not_served(&text.join("x.db")).contains("name another place with --data"));

    // Ours, and damaged: that is another thing than no database.
    let spoiled = place.file("spoiled.db");
    sqlite(&spoiled, "create table job (id integer); pragma application_id = 1431126612;").await;
    let mut bytes = std::fs::read(&spoiled).expect("read");
    bytes[100..].fill(0x5a);
    std::fs::write(&spoiled, bytes).expect("written");
    assert!(not_served(&spoiled).contains("it is damaged"), "{}", not_served(&spoiled));
}

#[test]
fn a_second_server_on_one_file_says_so_and_stops() {
    let place = Place::new();
    let file = place.file("data.db");
    let first = Process::serve(&file, &[]);
    let why = not_served(&file);
    assert!(why.contains("another Umbet has the data file") && why.contains("data.db"), "{why}");
    let port = first.address.rsplit_once(':').expect("a port").1.to_owned();
    let why =
        refusal(&["serve", "--listen", &format!("127.0.0.1:{port}"), "--data", &place.file("b.db").to_string_lossy()]);
    assert!(why.contains(&format!("port {port} is taken")) && why.contains("--listen"), "{why}");
    drop(first);
    // Killed, it holds nothing any more.
    drop(Process::serve(&file, &[]));
}

#[tokio::test(flavor = "multi_thread", worker_threads = 2)]
async fn a_file_locked_by_another_program_is_waited_for_and_then_told() {
    let place = Place::new();
    let file = place.file("data.db");
    Process::serve(&file, &[]).kill();
    // A program in exclusive mode keeps its lock until it closes.
    let mut other = open_file(&file).await;
    sqlx::raw_sql("pragma locking_mode = exclusive; begin exclusive").execute(&mut other).await.expect("locked");
    let why = tokio::task::spawn_blocking(move || not_served(&file)).await.expect("it runs");
    assert!(why.contains("another program has it locked"), "{why}");
    other.close().await.expect("it closes");
}

/// A request that is being sent when the server is told to stop is answered; one that never ends is cut off; within 5 s.
#[tokio::test(flavor = "multi_thread", worker_threads = 2)]
async fn told_to_stop_it_answers_what_is_in_hand_and_ends() {
    let place = Place::new();
    let file = place.file("data.db");
    let mut server = Process::serve(&file, &[]);
    let host = server.address.trim_start_matches("http://").to_owned();
    let body = r#"{"name":"In hand"}"#;
    let head = format!(
        "POST /api/jobs HTTP/1.1\r\nhost: {host}\r\ncontent-type: application/json\r\ncontent-length: {}\r\nexpect: 100-continue\r\nconnection: close\r\n\r\n",
        body.len()
    );
    let mut slow = TcpStream::connect(&host).expect("it answers");
    slow.write_all(head.as_bytes()).expect("sent");
    // It is in hand once its body is asked for, however busy the machine is.
    let mut go_on = [0; 25];
    slow.read_exact(&mut go_on).expect("its body is asked for");
    assert_eq!(&go_on, b"HTTP/1.1 100 Continue\r\n\r\n");
    slow.write_all(&body.as_bytes()[..8]).expect("sent");
    let mut never = TcpStream::connect(&host).expect("it answers");
    never.write_all(head.as_bytes()).expect("sent");
    std::thread::sleep(Duration::from_millis(200));
    let told = Instant::now();
    server.terminate();
    std::thread::sleep(Duration::from_millis(300));
    slow.write_all(&body.as_bytes()[8..]).expect("sent");
    let mut answer = String::new();
    slow.read_to_string(&mut answer).expect("it is answered");
    assert!(answer.starts_with("HTTP/1.1 201"), "{answer}");
    while server.child.try_wait().expect("a state").is_none() {
        assert!(told.elapsed() < Duration::from_secs(5), "it ends whatever hangs");
        std::thread::sleep(Duration::from_millis(20));
    }
    assert_eq!(names(&Process::serve(&file, &[])).await, ["In hand"]);
}

#[tokio::test(flavor = "multi_thread", worker_threads = 2)]
async fn a_backup_made_while_it_runs_is_put_back_and_the_old_file_kept() {
    let place = Place::new();
    let (file, copy) = (place.file("data.db"), place.file("copy.db"));
    let args = |command: &str, with: &Path| {
        let words = [command, &with.to_string_lossy(), "--data", &file.to_string_lossy()].map(str::to_owned);
        words.to_vec()
    };
    let run = |args: Vec<String>| said(&args.iter().map(String::as_str).collect::<Vec<_>>());
    let server = Process::serve(&file, &[]);
    add(&server, "Before").await;
    let out = run(args("backup", &copy));
    assert!(out.status.success(), "{}", String::from_utf8_lossy(&out.stderr));
    // Never over something that is there, and never under a server's feet.
    let again = run(args("backup", &copy));
    assert!(String::from_utf8_lossy(&again.stderr).contains("is there already"));
    let running = run(args("restore", &copy));
    assert!(String::from_utf8_lossy(&running.stderr).contains("stop that one first"));
    // The download is the same kind of file.
    let download = reqwest::get(server.url("/api/backup")).await.expect("answered");
    let name = download.headers()["content-disposition"].to_str().expect("words").to_owned();
    assert!(name.starts_with("attachment; filename=\"umbet-20") && name.ends_with(".db\""), "{name}");
    let downloaded = place.file("download.db");
    std::fs::write(&downloaded, download.bytes().await.expect("a file")).expect("written");
    add(&server, "After").await;
    drop(server);

    let back = run(args("restore", &copy));
    let told = String::from_utf8_lossy(&back.stdout).into_owned();
    assert!(back.status.success() && told.contains("before-restore-1"), "{told}");
    assert_eq!(names(&Process::serve(&file, &[])).await, ["Before"]);
    let kept = place.file("data.db.before-restore-1");
    assert_eq!(names(&Process::serve(&kept, &[])).await, ["Before", "After"]);
    assert!(run(args("restore", &downloaded)).status.success());
    assert_eq!(names(&Process::serve(&file, &[])).await, ["Before"]);

    // A damaged backup is found out before anything is touched.
    let mut bytes = std::fs::read(&copy).expect("read");
    let middle = bytes.len() / 2;
    bytes[middle..middle + 3000].fill(0x5a);
    std::fs::write(&copy, bytes).expect("written");
    let damaged = run(args("restore", &copy));
    assert!(String::from_utf8_lossy(&damaged.stderr).contains("damaged"), "{damaged:?}");
    assert_eq!(names(&Process::serve(&file, &[])).await, ["Before"]);
    assert!(
        String::from_utf8_lossy(&run(args("restore", &place.file("none.db"))).stderr).contains("there is no backup")
    );
}

/// Killed while the demonstration is loaded, the file holds none of it or all of it, and the next start has it whole.
#[tokio::test(flavor = "multi_thread", worker_threads = 2)]
async fn the_demonstration_is_loaded_whole_or_not_at_all() {
    let place = Place::new();
    let whole = names(&Process::serve(&place.file("whole.db"), &["--demo"])).await;
    assert!(whole.len() >= 3);
    for (i, millis) in [5u64, 15, 25, 40, 60, 90].into_iter().enumerate() {
        let file = place.file(&format!("demo-{i}.db"));
        let mut child = std::process::Command::new(env!("CARGO_BIN_EXE_umbet"))
            .args(["serve", "--demo", "--listen", "127.0.0.1:0", "--data", &file.to_string_lossy()])
            .stdout(std::process::Stdio::null())
            .stderr(std::process::Stdio::null())
            .spawn()
            .expect("it starts");
        std::thread::sleep(Duration::from_millis(millis));
        child.kill().expect("killed");
        child.wait().expect("gone");
        let found = names(&Process::serve(&file, &[])).await;
        assert!(found.is_empty() || found == whole, "after {millis} ms: {found:?}");
        assert_eq!(names(&Process::serve(&file, &["--demo"])).await, whole);
    }
}

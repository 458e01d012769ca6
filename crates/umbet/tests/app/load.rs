//! Choosing over HTTP with fifty clients at once: `cargo xtask bench` prints the figures. Not a timed test.

use crate::support::Server;
use serde_json::json;
use std::time::{Duration, Instant};

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
    let server = crate::support::process::Process::serve(&folder.path().join("data.db"), &["--demo"]);
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
        let b = crate::support::browser::Browser::open(1280, 800).await;
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

/// A hundred learners and a year of tries, 200 000: opening the board and logging a try, one after the other; the class's record.
#[tokio::test(flavor = "multi_thread")]
#[ignore = "a benchmark; run by `cargo xtask bench`"]
async fn a_year_of_a_hundred_learners() {
    use chrono::{Duration as Days, Utc};
    use umbet::store::{self, KeptTry, TryInput};
    use umbet_core::teach::tries::Came;
    const KNOTS: [&str; 10] = [
        "clove-hitch",
        "bowline",
        "overhand",
        "sheet-bend",
        "rolling-hitch",
        "figure-eight",
        "reef",
        "half-hitch",
        "two-half-hitches",
        "timber-hitch",
    ];
    let folder = tempfile::tempdir().expect("a folder");
    let file = store::open(&folder.path().join("year.db")).await.expect("a data file");
    let s = Server::over(umbet::App::new(file.clone()).await.expect("the application"), folder).await;
    let draft =
        json!({ "lessons": 10, "minutes": 90, "class": 60, "wanted": KNOTS, "breadth": "few", "opening": "use" });
    let (_, course) =
        s.post("/api/courses", &json!({ "name": "A year", "first_at": "2026-01-06T18:30", "draft": draft })).await;
    let lines: String = (0..100).map(|n| format!("Learner {n}\n")).collect();
    let (_, learners) = s.post(&format!("/api/courses/{}/learners", course["id"]), &json!({ "lines": lines })).await;
    let ids: Vec<i64> = learners.as_array().expect("learners").iter().filter_map(|l| l["id"].as_i64()).collect();
    let (_, view) = s.get(&format!("/api/courses/{}", course["id"])).await;
    let lesson = view["lessons"][0]["id"].as_i64().expect("a lesson");
    s.post(&format!("/api/lessons/{lesson}/held"), &json!(null)).await;
    let whole = file.as_one().await.expect("one write");
    for n in 0..200_000usize {
        let knot = KNOTS[n / 100 % 10].to_owned();
        let came = if n % 7 == 0 { Came::Wrong(Some("A1".into())) } else { Came::Right };
        let input = TryInput {
            learner: ids[n % 100],
            knot,
            came,
            seconds: Some(12.0 + (n % 23) as f64),
            under: Vec::new(),
            way: None,
            key: format!("year-{n:08}"),
        };
        let at = Utc::now() - Days::minutes((200_000 - n) as i64 * 5 / 2);
        KeptTry::add(&whole, (n % 3 == 0).then_some(lesson), &input, at).await.expect("a try");
    }
    whole.keep().await.expect("kept");
    let mut took = [Vec::new(), Vec::new(), Vec::new()];
    for n in 0..60 {
        let knot = KNOTS[n % 10];
        let timed = Instant::now();
        let (status, _) = s.get(&format!("/api/lessons/{lesson}/board?knot={knot}")).await;
        took[0].push(timed.elapsed());
        assert!(status.is_success());
        let body =
            json!({ "learner": ids[n], "knot": knot, "came": "right", "seconds": 14, "key": format!("bench-{n:04}") });
        let timed = Instant::now();
        let (status, _) = s.post(&format!("/api/lessons/{lesson}/tries"), &body).await;
        took[1].push(timed.elapsed());
        assert!(status.is_success());
        if n % 6 == 0 {
            let timed = Instant::now();
            let (status, _) = s.get(&format!("/api/courses/{}/record", course["id"])).await;
            took[2].push(timed.elapsed());
            assert!(status.is_success());
        }
    }
    for (what, mut all) in ["board opened", "try logged", "class reviewed"].into_iter().zip(took) {
        all.sort_unstable();
        let at = |share: f64| all[((all.len() - 1) as f64 * share) as usize];
        println!("200 000 tries, {what}: median {:?}, p95 {:?}, most {:?}", at(0.5), at(0.95), at(1.0));
    }
}

/// Ten thousand pieces and a hundred thousand entries: the list, a search, and a plan, again and again; what 95 in 100 take.
#[tokio::test(flavor = "multi_thread")]
#[ignore = "a benchmark; run by `cargo xtask bench`"]
async fn ten_thousand_pieces() {
    let s = Server::demo().await;
    let file = s.file();
    let options = sqlx::sqlite::SqliteConnectOptions::new().filename(file);
    let pool = sqlx::SqlitePool::connect_with(options).await.expect("the file");
    let fill = "with recursive n(i) as (select 1 union all select i + 1 from n where i < 10000) insert into cord (name, kind, length_m, place) select 'Piece ' || i, case i % 4 when 0 then 'paracord-iii' when 1 then 'braid-polyester-6' when 2 then 'guy-polyester-3' else 'laid-manila-10' end, 1 + (i % 300) / 10.0, 'bag ' || (i % 200) from n";
    sqlx::query(fill).execute(&pool).await.expect("pieces");
    let entries =
        "insert into cord_entry (cord_id, what, change_m) select id, 'received', length_m from cord where id > 12";
    sqlx::query(entries).execute(&pool).await.expect("entries");
    for _ in 0..9 {
        let more =
            "insert into cord_entry (cord_id, what, about) select id, 'inspected', 'sound' from cord where id > 12";
        sqlx::query(more).execute(&pool).await.expect("entries");
    }
    pool.close().await;
    for (what, path) in [
        ("list", "/api/cords"),
        ("laid by bag", "/api/kit/laid?by=place"),
        ("search", "/api/kit/find?length=10&pull=300&work=strung"),
        ("history", "/api/cords/500/history"),
        ("plan", "/api/cutting?jobs=1,2&courses=1"),
    ] {
        let mut took = Vec::new();
        for _ in 0..60 {
            let start = Instant::now();
            let r = s.client.get(s.url(path)).send().await.expect("an answer");
            assert!(r.status().is_success());
            r.bytes().await.expect("the whole of it");
            took.push(start.elapsed());
        }
        took.sort_unstable();
        println!("10 000 pieces, {what}: median {:?}, p95 {:?}", took[30], took[57]);
    }
}

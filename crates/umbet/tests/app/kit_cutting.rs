//! Cut plans over HTTP and on the page: a week's cord, joins, two colours, the workbook, a class cut from two spools.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use crate::support::kit::received;
use axum::http::StatusCode;
use calamine::{Data, Reader as _, Xlsx};
use serde_json::{Value, json};
use std::io::Cursor;

/// A week's jobs and courses are cut as one plan: no piece is counted on twice, a bag alone gives only what lies in it.
#[tokio::test]
async fn a_week_is_cut_as_one() {
    let s = Server::demo().await;
    let all = s.get("/api/cutting?jobs=1,2&courses=1").await.1;
    let froms = |plan: &Value| -> Vec<String> {
        let pieces = plan["pieces"].as_array().cloned().unwrap_or_default();
        pieces.iter().filter(|p| p["new"] == false).filter_map(|p| p["from"].as_str().map(str::to_owned)).collect()
    };
    let mut named = froms(&all);
    let so_many = named.len();
    named.sort();
    named.dedup();
    assert!(so_many > 2 && named.len() == so_many, "{named:?}");
    let lines = |plan: &Value| -> usize {
        plan["pieces"].as_array().map_or(0, |p| p.iter().filter_map(|p| p["cuts"].as_array().map(Vec::len)).sum())
    };
    let alone = [
        s.get("/api/cutting?jobs=1").await.1,
        s.get("/api/cutting?jobs=2").await.1,
        s.get("/api/cutting?courses=1").await.1,
    ];
    assert_eq!(lines(&all), alone.iter().map(lines).sum::<usize>());
    let bag = s.get("/api/cutting?jobs=2&bag=shelter%20bag").await.1;
    let (_, kit) = s.get("/api/cords").await;
    for name in froms(&bag) {
        let of = kit.as_array().and_then(|k| k.iter().find(|c| c["name"] == name.as_str())).expect("in the kit");
        assert_eq!(of["place"], "shelter bag");
    }
    for long in [
        "/api/cutting?bag=",
        "/api/jobs/1/cutting?bag=",
        "/api/courses/1/cutting?colour=",
        "/api/courses/1/cutting?second_colour=",
    ] {
        for words in ["x".repeat(81), "%11".to_owned()] {
            assert_eq!(s.get(&format!("{long}{words}")).await.0, StatusCode::UNPROCESSABLE_ENTITY, "{long}");
        }
    }
    assert_eq!(s.get("/api/cutting").await.1["says"], "Nothing to cut.");
    assert_eq!(s.get("/api/cutting?jobs=99").await.0, StatusCode::NOT_FOUND);
    assert_eq!(s.get("/api/cutting?jobs=1;2").await.0, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(s.get("/api/cutting?jobs=1&spool_m=2").await.0, StatusCode::UNPROCESSABLE_ENTITY);
}

/// A line longer than any spool is told of; where parts may be joined, it is cut in parts, and told what the bend takes and keeps.
#[tokio::test]
async fn a_line_longer_than_a_spool_is_joined_where_it_may_be() {
    let s = Server::empty().await;
    let (_, job) = s.post("/api/jobs", &json!({ "name": "Long way" })).await;
    let draft = s.get("/api/rigs/hoist").await.1["draft"].clone();
    let mut long = draft.clone();
    long["high_m"] = json!(20);
    let kept = s.put(&format!("/api/jobs/{}/rigs/hoist", job["id"]), &json!({ "draft": long, "version": 0 })).await;
    assert!(kept.0.is_success(), "{}", kept.1);
    let at = format!("/api/jobs/{}/cutting?spool_m=30", job["id"]);
    let apart = s.get(&at).await.1;
    assert!(apart["cannot"].to_string().contains("longer than a spool"), "{apart}");
    let joined = s.get(&format!("{at}&join=true")).await.1;
    assert_eq!(joined["cannot"].as_array().map(Vec::len), Some(0), "{joined}");
    assert!(joined["pieces"].to_string().contains("part 1 of"), "{joined}");
    assert!(
        joined["cautions"][0].as_str().is_some_and(|c| c.contains("goes into each bend") && c.contains("est.")),
        "{joined}"
    );
}

/// A class's two cords of one kind in two colours: each is cut from its own; without colours they are told apart by their kind alone.
#[tokio::test]
async fn a_class_is_cut_in_two_colours_of_one_cord() {
    let s = Server::demo().await;
    for (name, colour) in [("Red spool", "red"), ("White spool", "white")] {
        let piece = json!({ "name": name, "kind": "braid-polyester-6", "length_m": 60, "colour": colour });
        assert_eq!(s.post("/api/cords", &piece).await.0, StatusCode::CREATED);
    }
    let one = "/api/courses/1/cutting?kind=braid-polyester-6&second=braid-polyester-6";
    let (status, problem) = s.get(one).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert!(problem.to_string().contains("two colours of it"), "{problem}");
    let (status, plan) = s.get(&format!("{one}&colour=red&second_colour=white")).await;
    assert_eq!(status, StatusCode::OK, "{plan}");
    // What is made in a lesson is of its own cord.
    let made = |piece: &&serde_json::Value| piece["cuts"].to_string().contains("Slip-loop bar");
    for piece in plan["pieces"].as_array().expect("pieces").iter().filter(|p| !made(p)) {
        let second = piece["cuts"].to_string().contains("another colour");
        assert_eq!(piece["from"], if second { "White spool" } else { "Red spool" }, "{piece}");
    }
    assert_eq!(plan["buy"].as_array().map(Vec::len), Some(0), "{plan}");
    assert_eq!(s.get(&format!("{one}&colour=red&second_colour=red")).await.0, StatusCode::UNPROCESSABLE_ENTITY);
}

/// The cut list as a workbook, read by a reader of workbooks: a row a cut, as many as the plan has.
#[tokio::test]
async fn the_cut_list_is_a_workbook() {
    let s = Server::demo().await;
    for path in ["/api/jobs/1/cutting", "/api/courses/1/cutting", "/api/cutting"] {
        let query = if path == "/api/cutting" { "?jobs=1,2" } else { "" };
        let plan = s.get(&format!("{path}{query}")).await.1;
        let cuts: usize =
            plan["pieces"].as_array().map_or(0, |p| p.iter().filter_map(|p| p["cuts"].as_array().map(Vec::len)).sum());
        let r = s.client.get(s.url(&format!("{path}.xlsx{query}"))).send().await.expect("an answer");
        assert!(r.status().is_success(), "{path}");
        let bytes = r.bytes().await.expect("a file").to_vec();
        let mut book: Xlsx<_> = Xlsx::new(Cursor::new(bytes)).expect("a workbook");
        let sheet = book.worksheet_range("Cut list").expect("its sheet");
        let rows = sheet.rows().skip(1).filter(|r| matches!(r[1], Data::Float(_) | Data::Int(_))).count();
        assert_eq!(rows, cuts, "{path}");
        assert_eq!(sheet.rows().next().map(|r| r[0].to_string()), Some("Line".into()));
    }
}

/// A class of twelve's cord: from two spools received for it, cut by the plan on the page, and the ledger right afterwards.
#[tokio::test(flavor = "multi_thread")]
async fn a_class_of_twelve_is_cut_from_two_spools() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 900).await);
    received(&s, "First spool", "braid-polyester-6", 50.0).await;
    received(&s, "Second spool", "braid-nylon-6", 30.0).await;
    b.driver.goto(s.url("/teach/1/cord")).await.expect("the page opens");
    b.see_words(".cut-piece", "First spool").await;
    let plan = async || s.get("/api/courses/1/cutting").await.1;
    let before = plan().await;
    assert_eq!(before["buy"].as_array().map(Vec::len), Some(0), "{before}");
    let pdf = s.client.get(s.url("/api/courses/1/cutting.pdf")).send().await.expect("an answer");
    assert!(pdf.bytes().await.expect("a file").starts_with(b"%PDF"));
    // Line by line, until nothing is left to cut.
    let to_cut = "return document.querySelectorAll('.cut-lines button').length";
    let left = async || b.driver.execute(to_cut, vec![]).await.map_or(99, |r| r.json().as_u64().unwrap_or(99));
    let mut presses = 0;
    while left().await > 0 {
        let now = left().await;
        b.press(".cut-lines button", "Cut").await;
        until("it is cut", async || left().await < now).await;
        presses += 1;
        assert!(presses < 12, "it ends");
    }
    let after = plan().await;
    let pieces = after["pieces"].as_array().expect("pieces");
    assert!(pieces.iter().all(|p| p["whole"] == true), "{after}");
    let (_, kit) = s.get("/api/cords").await;
    let practice = kit
        .as_array()
        .expect("pieces")
        .iter()
        .filter(|c| c["name"].as_str().is_some_and(|n| n.starts_with("Practice cord")))
        .count();
    assert!(practice >= 11, "{practice}");
    let (_, ledger) = s.text("/api/kit/ledger.csv").await;
    let mut reader = csv::Reader::from_reader(ledger.as_bytes());
    let of_spools: f64 = reader
        .records()
        .map(|r| r.expect("a row"))
        .filter(|r| r[1].ends_with(" spool") && !r[1].contains("Bank"))
        .map(|r| r[3].parse::<f64>().expect("metres"))
        .sum();
    let spools: f64 = kit
        .as_array()
        .expect("pieces")
        .iter()
        .filter(|c| c["name"].as_str().is_some_and(|n| n == "First spool" || n == "Second spool"))
        .filter_map(|c| c["length_m"].as_f64())
        .sum();
    assert!((of_spools - spools).abs() < 0.01, "{of_spools} {spools}");
    assert!(b.complaints().await.is_empty());
}

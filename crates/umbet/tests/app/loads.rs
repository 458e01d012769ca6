//! A load tied down, over the interface of the server and on the page.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use axum::http::StatusCode;
use serde_json::{Value, json};
use thirtyfour::{By, Key};

/// The draft a load begins with.
async fn usual(s: &Server) -> Value {
    s.get("/api/rigs/load").await.1["draft"].clone()
}

#[tokio::test]
async fn a_load_is_worked_out_drawn_and_refused_out_of_reason() {
    let s = Server::empty().await;
    let plan = async |draft: &Value| s.post("/api/rigs/load", &json!({ "draft": draft })).await;
    let draft = usual(&s).await;
    let (status, view) = plan(&draft).await;
    assert_eq!(status, StatusCode::OK, "{view}");
    assert_eq!(view["drawings"].as_array().map(Vec::len), Some(2));
    assert_eq!(view["own"]["first"], "First to go: the drum, sliding forward.");
    let mut heavy = draft.clone();
    heavy["items"][0]["mass_kg"] = json!(900);
    assert!(plan(&heavy).await.1["impossible"].as_str().is_some_and(|w| w.contains("may carry 200 kg")));
    for (pointer, value, says) in [
        ("/deck/rings/1/bears_n", json!(0), "Ring 2: say what it bears"),
        ("/items/1/size_m/0", json!(-1), "Length of drum"),
        ("/items/0/name", json!("  "), "Name each thing"),
        ("/passes/0/item", json!(7), "goes to a thing or a ring that is not there"),
    ] {
        let mut bad = draft.clone();
        *bad.pointer_mut(pointer).expect("a place") = value;
        let (status, problem) = plan(&bad).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(problem["faults"].to_string().contains(says), "{problem}");
    }
    // A mass is typed in the reader's own unit.
    let mut habits = s.get("/api/settings").await.1;
    habits["units"] = json!("imperial");
    s.put("/api/settings", &habits).await;
    let body = json!({ "draft": draft, "at": "/items/1/mass_kg", "text": "100" });
    let (_, typed) = s.post("/api/rigs/load/typed", &body).await;
    let kg = typed["draft"]["items"][1]["mass_kg"].as_f64().expect("a number");
    assert!((kg - 45.359_2).abs() < 1e-3, "{kg}");
}

/// The crew's hand cart: what is kept is read, a thing is put on, the smallest change made, undone, kept and printed.
#[tokio::test(flavor = "multi_thread")]
async fn a_hand_cart_is_loaded_at_fennick_point() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    b.driver.goto(s.url("/jobs/1")).await.expect("the page opens");
    b.press("a.btn", "Its load").await;
    b.see_words(".load-side h2", "What is kept").await;
    b.see_words(".hold-cord.short", "g").await;
    b.press(".make-so button", "Line 4 round the front of the drum").await;
    b.see_words(".load-lines", "Take line 4 off").await;
    let none_short = "return document.querySelectorAll('.hold-cord.short').length === 0";
    let holds = async || b.driver.execute(none_short, vec![]).await.is_ok_and(|r| r.json() == &json!(true));
    until("everything is kept", holds).await;
    b.press("button", "Put another thing on it").await;
    b.see_words(".load-things", "Take box 3 off").await;
    b.press("button", "Take box 3 off").await;
    let at = "/api/jobs/1/rigs/load";
    let size = |kept: &Value, of: &str| kept["draft"][of].as_array().map(Vec::len);
    until("it is kept as it stands", async || {
        let kept = s.get(at).await.1;
        (size(&kept, "passes"), size(&kept, "items")) == (Some(4), Some(2))
    })
    .await;
    let (_, kept) = s.get(at).await;
    let body = json!({ "draft": kept["draft"] });
    let sheet =
        reqwest::Client::new().post(s.url("/api/rigs/load/sheet.pdf")).json(&body).send().await.expect("an answer");
    assert!(sheet.status().is_success());
    assert!(sheet.bytes().await.expect("a file").starts_with(b"%PDF"));
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A haul begins with a timber hitch and a half hitch that leads; more people, and it goes.
#[tokio::test(flavor = "multi_thread")]
async fn a_stringer_is_hauled_up_the_bank() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    b.driver.goto(s.url("/rig/haul")).await.expect("the page opens");
    b.see_words(".line-change", "Four may move it. Seven surely do.").await;
    b.see_words(".drawn-side", "half hitch 0.50 m from the end").await;
    b.type_into("input[aria-label='How many pull']", "7").await;
    b.keys(Key::Tab).await;
    until("seven are enough", async || b.driver.find_all(By::Css(".line-change")).await.is_ok_and(|l| l.is_empty()))
        .await;
    b.see_words(".doings", "timber hitch").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A bar under the beam: a line more takes its share; a line moved inward is told to go back to the end.
#[tokio::test(flavor = "multi_thread")]
async fn a_bar_is_hung_level() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    b.driver.goto(s.url("/rig/hang")).await.expect("the page opens");
    b.see_words(".drawn-side", "110 N").await;
    b.press("button", "One more, spread evenly").await;
    b.see_words(".load-numbers", "line 4 at").await;
    b.see_words(".doings", "Lead four lines over it").await;
    b.type_into("input[aria-label='Line 1, from the left end, m']", "0.5").await;
    b.keys(Key::Tab).await;
    b.see_words(".line-change", "On the left the last line stands 0.50 m").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A job's rigs share the kit: one list, summed by cord, and what one line takes of a hank the next does not find there.
#[tokio::test]
async fn a_jobs_rigs_have_one_cut_list() {
    let s = Server::empty().await;
    let job = s.post("/api/jobs", &json!({ "name": "Ford" })).await.1["id"].clone();
    let hank = json!({ "name": "Only hank", "kind": "braid-polyester-12", "length_m": 5 });
    s.post("/api/cords", &hank).await;
    for kind in ["load", "hang"] {
        let draft = s.get(&format!("/api/rigs/{kind}")).await.1["draft"].clone();
        let (status, kept) = s.put(&format!("/api/jobs/{job}/rigs/{kind}"), &json!({ "draft": draft })).await;
        assert_eq!(status, StatusCode::OK, "{kept}");
    }
    let (_, all) = s.get(&format!("/api/jobs/{job}/cuts")).await;
    let rigs = all["rigs"].as_array().expect("a list");
    assert_eq!(rigs.len(), 2, "{all}");
    let cuts: Vec<&Value> = rigs.iter().flat_map(|r| r["cuts"].as_array().expect("lines")).collect();
    // 5 m serve one line of some 3 m, and no second one; the rest is bought, and every line is cut once.
    let (_, plan) = s.get(&format!("/api/jobs/{job}/cutting?spool_m=100")).await;
    let pieces = plan["pieces"].as_array().expect("pieces");
    let of_hank = pieces.iter().filter(|p| p["from"] == "Only hank").collect::<Vec<_>>();
    assert!(of_hank.len() == 1 && of_hank[0]["cuts"].as_array().is_some_and(|c| c.len() == 1), "{plan}");
    assert!(plan["buy"][0]["says"].as_str().is_some_and(|w| w.contains("the fewest there can be")), "{plan}");
    let cut: usize = pieces.iter().filter_map(|p| p["cuts"].as_array()).map(Vec::len).sum();
    assert_eq!(cut as u64, cuts.iter().filter_map(|c| c["times"].as_u64()).sum::<u64>());
    let (status, problem) = s.get(&format!("/api/jobs/{job}/cutting?spool_m=2")).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
    assert_eq!(s.get("/api/jobs/999/cutting").await.0, StatusCode::NOT_FOUND);
    let ticket = reqwest::get(s.url(&format!("/api/jobs/{job}/cutting.pdf"))).await.expect("an answer");
    assert!(ticket.status().is_success() && ticket.bytes().await.expect("a file").starts_with(b"%PDF"));
    let lines: u64 = all["totals"].as_array().expect("sums").iter().filter_map(|t| t["lines"].as_u64()).sum();
    assert_eq!(lines, cuts.iter().filter_map(|c| c["times"].as_u64()).sum::<u64>());
    assert_eq!(s.get("/api/jobs/999/cuts").await.0, StatusCode::NOT_FOUND);
}

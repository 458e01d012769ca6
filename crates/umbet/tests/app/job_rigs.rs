//! Several rigs of one job: what they are made fast to bears them together, in two windows and without the server.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use reqwest::StatusCode;
use serde_json::{Value, json};
use thirtyfour::prelude::*;

/// A shelter and a line of one job on one tree: the job adds up what they put on it, under whatever capitals; called otherwise in
/// the line's plan, nothing is shared any more.
#[tokio::test(flavor = "multi_thread")]
async fn what_several_rigs_hold_on_to_is_added_up() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 900).await);
    let (_, shelter) = s.get("/api/jobs/2/rigs/shelter").await;
    let tree = shelter.pointer("/draft/anchors/0/name").and_then(Value::as_str).expect("its anchor").to_owned();
    let (_, start) = s.get("/api/rigs/line").await;
    let mut draft = start["draft"].clone();
    draft["called"] = json!({ "near": tree.to_uppercase() });
    let kept = json!({ "version": 0, "draft": draft, "ticked": [] });
    assert_eq!(s.put("/api/jobs/2/rigs/line", &kept).await.0, StatusCode::OK);
    let (_, cuts) = s.get("/api/jobs/2/cuts").await;
    let shared = cuts["shared"].as_array().expect("a list");
    assert_eq!(shared.len(), 1, "{shared:?}");
    let pull = |at: &str| shared[0].pointer(at).and_then(Value::as_f64).expect("newtons");
    assert!(pull("/pull_n/low") < pull("/pull_n/high"));
    assert_eq!(cuts["rigs"].as_array().map_or(0, Vec::len), 2);
    b.driver.goto(s.url("/jobs/2")).await.expect("the page opens");
    b.see_words(".held-by-same", "in all, were they to pull the same way at once").await;
    b.driver.goto(s.url("/jobs/2/rig/line")).await.expect("the page opens");
    b.see(".held-by").await;
    b.driver.find(By::Css(".held-by summary")).await.expect("what it is made fast to").click().await.expect("opened");
    b.type_into(".held-by input", "the birch").await;
    b.keys(Key::Tab).await;
    b.see_words(".rig-below", "Fixed end, the birch").await;
    until("it is kept", async || s.get("/api/jobs/2/cuts").await.1["shared"] == json!([])).await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// One thin tree for both: the job says that it may give under the two, and does not once the line goes to another.
#[tokio::test(flavor = "multi_thread")]
async fn a_tree_too_thin_for_both_is_said_on_the_job() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 900).await);
    let (_, mut shelter) = s.get("/api/jobs/2/rigs/shelter").await;
    shelter["draft"]["anchors"][0]["size_mm"] = json!(120.0);
    assert_eq!(s.put("/api/jobs/2/rigs/shelter", &shelter).await.0, StatusCode::OK);
    let tree = shelter["draft"]["anchors"][0]["name"].clone();
    let (_, start) = s.get("/api/rigs/line").await;
    let line = |version: i64, near: &Value| {
        let mut draft = start["draft"].clone();
        draft["called"] = json!({ "near": near });
        json!({ "version": version, "draft": draft, "ticked": [] })
    };
    let (status, kept) = s.put("/api/jobs/2/rigs/line", &line(0, &tree)).await;
    assert_eq!(status, StatusCode::OK, "{kept}");
    let shared = s.get("/api/jobs/2/cuts").await.1["shared"][0].clone();
    assert_eq!(shared["may_give"], true, "{shared}");
    b.driver.goto(s.url("/jobs/2")).await.expect("the page opens");
    b.see_words(".held-by-same", "take another for one of them").await;
    let version = kept["version"].as_i64().expect("a version");
    let (status, other) = s.put("/api/jobs/2/rigs/line", &line(version, &json!("the old post"))).await;
    assert_eq!(status, StatusCode::OK, "{other}");
    assert_eq!(s.get("/api/jobs/2/cuts").await.1["shared"], json!([]));
    // A name that is none, or of nothing it is made fast to, is refused with its field; what was kept stays.
    for (called, field) in [(json!({ "near": "  " }), "called.near"), (json!({ "moon": "x" }), "called.moon")] {
        let mut draft = start["draft"].clone();
        draft["called"] = called;
        let (status, problem) = s.post("/api/rigs/line", &json!({ "draft": draft })).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
        assert!(problem.to_string().contains(field), "{problem}");
    }
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// On a whole row of loops: said on the page, drawn, its place on the slack line in the order of work and on the sheet.
#[tokio::test(flavor = "multi_thread")]
async fn gear_is_hung_on_loops_along_a_line() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 900).await);
    b.driver.goto(s.url("/rig/line")).await.expect("the page opens");
    b.see(".rig-draw svg").await;
    b.choose("select[aria-label='What it carries']", "loops").await;
    b.see_words(".rig-side", "Loop 4: tied").await;
    b.see_words(".rig-below", "tie four loops in it").await;
    b.type_into("input[aria-label='Loops']", "11").await;
    b.keys(Key::Tab).await;
    b.see_words(".trouble", "half a metre left at either end").await;
    b.press(".rig-tools .btn", "Undo").await;
    b.see_words(".rig-side", "Loop 4: tied").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

//! Things hoisted, over the interface of the server and on the page.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use axum::http::StatusCode;
use serde_json::{Value, json};

#[tokio::test]
async fn hoists_are_planned_and_refused_out_of_reason() {
    let s = Server::empty().await;
    let start = s.get("/api/rigs/hoist").await.1;
    let plan = async |draft: &Value| s.post("/api/rigs/hoist", &json!({ "draft": draft })).await;
    for usual in start["stock"]["usual"].as_array().expect("one of each") {
        let (status, view) = plan(usual).await;
        assert_eq!(status, StatusCode::OK, "{view}");
        assert!(view["impossible"].is_null() && view["own"]["wanted_n"]["high"].as_f64() > Some(1.0), "{view}");
    }
    for (field, value, says) in [
        ("balance_m", json!(7), "balances between its ends"),
        ("people", json!(0), "1 to 6"),
        ("high_m", json!(99), "How high it is to come: 1 to 30 m"),
    ] {
        let mut bad = start["draft"].clone();
        bad[field] = value;
        let (status, problem) = plan(&bad).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
        assert!(problem["faults"].to_string().contains(says), "{problem}");
    }
}

/// A plank for the footbridge: one alone does not bring it up, those asked for do; the knot is read, the sheet printed.
#[tokio::test(flavor = "multi_thread")]
async fn a_plank_is_hoisted() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    b.driver.goto(s.url("/jobs/1/rig/hoist")).await.expect("the page opens");
    b.see_words(".rig", "Clove and leading half hitch").await;
    b.see_words(".rig", "below the balance").await;
    let set = |label: &str, value: &str| {
        format!(
            "const i = document.querySelector('input[aria-label^=\"{label}\"]'); i.value = '{value}'; i.dispatchEvent(new Event('change'))"
        )
    };
    b.driver.execute(set("People", "1"), Vec::new()).await.expect("typed");
    b.see_words(".rig", "surely do").await;
    b.driver.execute(set("People", "5"), Vec::new()).await.expect("typed");
    let at = "/api/jobs/1/rigs/hoist";
    until("it is kept", async || s.get(at).await.1["draft"]["people"] == json!(5)).await;
    let page = async || b.driver.source().await.unwrap_or_default();
    until("five bring it up", async || !page().await.contains("surely do")).await;
    let body = json!({ "draft": s.get(at).await.1["draft"] });
    let sheet =
        reqwest::Client::new().post(s.url("/api/rigs/hoist/sheet.pdf")).json(&body).send().await.expect("an answer");
    assert!(sheet.status().is_success());
    assert!(sheet.bytes().await.expect("a file").starts_with(b"%PDF"));
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

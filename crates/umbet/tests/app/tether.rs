//! Things tethered, over the interface of the server and on the page.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use axum::http::StatusCode;
use serde_json::{Value, json};

#[tokio::test]
async fn tethers_are_planned_and_refused_out_of_reason() {
    let s = Server::empty().await;
    let start = s.get("/api/rigs/tether").await.1;
    let plan = async |draft: &Value| s.post("/api/rigs/tether", &json!({ "draft": draft })).await;
    for usual in start["stock"]["usual"].as_array().expect("one of each") {
        let (status, view) = plan(usual).await;
        assert_eq!(status, StatusCode::OK, "{view}");
        assert!(view["impossible"].is_null() && view["own"]["tug"]["worst_n"]["high"].as_f64() > Some(1.0), "{view}");
    }
    let draft = start["draft"].clone();
    let changed = |field: &str, value: Value| {
        let mut d = draft.clone();
        d[field] = value;
        d
    };
    let dry = plan(&changed("falls_m", json!(8))).await.1;
    assert!(dry["impossible"].as_str().is_some_and(|w| w.contains("hangs by its line")), "{dry}");
    for (field, value, says) in [
        ("eye", json!("neck"), "has a neck"),
        ("line_m", json!(0), "Line from tie to eye: 0.2 to 60 m"),
        ("beaufort", json!(12), "Beaufort number: 0 to 10"),
        ("link_turns", json!(9), "1 to 6"),
    ] {
        let (status, problem) = plan(&changed(field, value)).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
        assert!(problem["faults"].to_string().contains(says), "{problem}");
    }
}

/// The crew's punt on its ring: what stands near is warned of until the line is shorter; then an animal, its knots and its sheet.
#[tokio::test(flavor = "multi_thread")]
async fn a_boat_and_an_animal_are_tethered_on_the_page() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    b.driver.goto(s.url("/jobs/1")).await.expect("the page opens");
    b.press("a.btn", "Its tether").await;
    b.see_words(".rig", "It can wind itself round old pile").await;
    b.see_words(".rig", "round turn and two half hitches, at the tie").await;
    let line = "const i = document.querySelector('input[aria-label^=\"Line from tie\"]'); i.value = '2.94'; i.dispatchEvent(new Event('change'))";
    b.driver.execute(line, Vec::new()).await.expect("typed");
    let at = "/api/jobs/1/rigs/tether";
    until("the shorter line is kept", async || s.get(at).await.1["draft"]["line_m"] == json!(2.94)).await;
    let page = async || b.driver.source().await.unwrap_or_default();
    until("the pile is clear", async || !page().await.contains("wind itself round old pile")).await;
    let animal = "const p = document.querySelector('select[aria-label=\"What is tethered\"]'); p.value = 'animal'; p.dispatchEvent(new Event('change'))";
    b.driver.execute(animal, Vec::new()).await.expect("chosen");
    b.see_words(".rig", "Somebody stands by").await;
    b.see_words(".rig", "Tether hitch, chained").await;
    b.see_words(".rig", "sits on the eye itself").await;
    until("it is kept", async || s.get(at).await.1["draft"]["held"] == json!("animal")).await;
    let body = json!({ "draft": s.get(at).await.1["draft"] });
    let sheet =
        reqwest::Client::new().post(s.url("/api/rigs/tether/sheet.pdf")).json(&body).send().await.expect("an answer");
    assert!(sheet.status().is_success());
    assert!(sheet.bytes().await.expect("a file").starts_with(b"%PDF"));
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

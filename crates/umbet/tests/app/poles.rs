//! Lashings and what is built with them, over the interface of the server and on the page.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use axum::http::StatusCode;
use serde_json::{Value, json};
use thirtyfour::By;

#[tokio::test]
async fn a_lashing_is_told_drawn_and_found_by_its_names() {
    let s = Server::empty().await;
    let (_, all) = s.get("/api/lashings").await;
    let ids: Vec<&str> = all.as_array().expect("a list").iter().filter_map(|l| l["id"].as_str()).collect();
    assert!(ids.contains(&"square") && ids.contains(&"tripod"), "{ids:?}");
    let (status, told) = s.get("/api/lashings/square?turns=4&frapping=3").await;
    assert_eq!(status, StatusCode::OK);
    assert!(told["moves"].to_string().contains("Until there are four"), "{told}");
    assert!(told["moves"].to_string().contains("to the right") && !told["moves"].to_string().contains("to the left"));
    let (_, left) = s.get("/api/lashings/square?mirrored=true").await;
    assert!(left["moves"].to_string().contains("to the left") && !left["moves"].to_string().contains("to the right"));
    let last = told["moves"].as_array().expect("moves").len();
    for (query, status) in [
        (String::new(), StatusCode::OK),
        (format!("?step={last}&seen=turned&radius=9&laid=true"), StatusCode::OK),
        (format!("?turns=3&step={}", last + 1), StatusCode::UNPROCESSABLE_ENTITY),
        ("?turns=1".into(), StatusCode::UNPROCESSABLE_ENTITY),
        ("?frapping=7".into(), StatusCode::UNPROCESSABLE_ENTITY),
        ("?width=9000".into(), StatusCode::UNPROCESSABLE_ENTITY),
        ("?seen=above".into(), StatusCode::BAD_REQUEST),
    ] {
        assert_eq!(s.get(&format!("/api/lashings/square/figure.svg{query}")).await.0, status, "{query}");
    }
    assert_eq!(s.get("/api/lashings/bow/figure.svg").await.0, StatusCode::NOT_FOUND);
    assert_eq!(s.get("/api/lashings/bow").await.0, StatusCode::NOT_FOUND);
    for (words, first) in [("square lashing", "square"), ("sheer lashings", "shear"), ("gyn", "tripod")] {
        let (_, found) = s.get(&format!("/api/knots/find?words={words}")).await;
        assert_eq!(found["lashings"][0], first, "{words}: {found}");
    }
}

#[tokio::test]
async fn poles_are_planned_and_refused_out_of_reason() {
    let s = Server::empty().await;
    let draft = s.get("/api/rigs/poles").await.1["draft"].clone();
    let plan = async |draft: &Value| s.post("/api/rigs/poles", &json!({ "draft": draft })).await;
    let (status, view) = plan(&draft).await;
    assert_eq!(status, StatusCode::OK, "{view}");
    assert_eq!(view["own"]["first"], "a foot slides");
    let mut people = draft.clone();
    people["bears"] = json!("people");
    assert!(plan(&people).await.1["impossible"].as_str().is_some_and(|w| w.contains("no people")));
    for (field, value, says) in [
        ("lashing", json!("square"), "takes three poles"),
        ("pole_mm", json!(0), "Thickness of the poles: 20 to 250 mm"),
        ("turns", json!(99), "Turns: 2 to 12"),
        ("ground", json!("moon"), "Ground: take one of the list"),
    ] {
        let mut bad = draft.clone();
        bad[field] = value;
        let (status, problem) = plan(&bad).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
        assert!(problem["faults"].to_string().contains(says), "{problem}");
    }
}

/// The crew's wash stand: a tripod read move by move from every side, its feet held by a line, kept and printed.
#[tokio::test(flavor = "multi_thread")]
async fn a_tripod_is_lashed_and_read_step_by_step() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    b.driver.goto(s.url("/jobs/1")).await.expect("the page opens");
    b.press("a.btn", "Its poles").await;
    b.see_words(".lashing h2", "Tripod lashing, figure-of-eight turns").await;
    let moves = b.driver.find_all(By::Css(".lashing-strip li")).await.expect("moves").len() - 1;
    for n in 1..=moves {
        b.see_words(".lashing .said-step small", &format!("Move {n} of {moves}")).await;
        b.see(".lashing-figure svg .nxh").await;
        b.press(".lashing .said-step .next", "").await;
    }
    b.see_words(".lashing .said-step small", "Tied").await;
    b.press(".lashing .tabs button", "Turned").await;
    b.see(".lashing-figure svg[aria-label*=turned]").await;
    let turns = async || b.driver.find(By::Css("output[aria-label=Turns]")).await.ok()?.text().await.ok();
    assert_eq!(turns().await.as_deref(), Some("6"));
    b.driver
        .find(By::Css("button[aria-label='One turn more']"))
        .await
        .expect("a button")
        .click()
        .await
        .expect("pressed");
    until("one turn more", async || turns().await.as_deref() == Some("7")).await;
    b.press(".load-side button", "Lay a line from foot to foot").await;
    b.see_words(".rig-below", "line from foot to foot, 8 mm").await;
    let at = "/api/jobs/1/rigs/poles";
    until("it is kept as it stands", async || {
        let kept = s.get(at).await.1;
        kept["draft"]["spread_line"] == json!(true) && kept["draft"]["turns"] == json!(7)
    })
    .await;
    let body = json!({ "draft": s.get(at).await.1["draft"] });
    let sheet =
        reqwest::Client::new().post(s.url("/api/rigs/poles/sheet.pdf")).json(&body).send().await.expect("an answer");
    assert!(sheet.status().is_success());
    assert!(sheet.bytes().await.expect("a file").starts_with(b"%PDF"));
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A lashing is reached from the knots, by any of its names.
#[tokio::test(flavor = "multi_thread")]
async fn a_lashing_is_found_among_the_knots() {
    let (s, b) = (Server::empty().await, Browser::open(1280, 800).await);
    b.driver.goto(s.url("/knots")).await.expect("the page opens");
    b.type_into("input[type=search]", "sheer lashing").await;
    b.press(".knots a", "Shear lashing").await;
    b.see_words("h1", "Shear lashing").await;
    b.see_words("aside dl", "No frapping on legs").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

//! Things made of cord, over HTTP and on the page: what there is to make, sized, for a class, cut from the kit.

use crate::support::Server;
use crate::support::browser::Browser;
use axum::http::StatusCode;
use serde_json::{Value, json};
use thirtyfour::By;

/// Each is there with its form or its knot drawn; what is not there is missing, what is out of reason is told by its name.
#[tokio::test]
async fn each_project_says_what_it_takes() {
    let s = Server::empty().await;
    let (_, all) = s.get("/api/projects").await;
    let ids: Vec<&str> = all.as_array().expect("projects").iter().filter_map(|p| p["id"].as_str()).collect();
    assert!(ids.len() >= 8 && ids[0] == "chain", "{ids:?}");
    for id in ids {
        let (status, one) = s.get(&format!("/api/projects/{id}")).await;
        assert_eq!(status, StatusCode::OK, "{one}");
        assert!(one["svg"].as_str().is_some_and(|svg| svg.starts_with("<svg")), "{id} is drawn");
        assert!(one["plan"]["cords"].as_array().is_some_and(|c| !c.is_empty()), "{id}");
        assert!(one["knots"].as_array().is_some_and(|k| !k.is_empty()), "{id}");
    }
    assert_eq!(s.get("/api/projects/hammock").await.0, StatusCode::NOT_FOUND);
    for (query, says) in [
        ("size_0=9%20km", "Length of the bar: give a number"),
        ("size_0=50", "give between 0.03 m and 3 m"),
        ("kind=string", "No such cord"),
        ("kind=wire-2", "take supple cord"),
        ("kind=laid-manila-16&size_0=3%20cm", "fewer than 4 half knots"),
        ("size_1=20%20cm", "Cobra bar, one colour has no such size."),
        ("size_0=00000000000000000000000000000000000000000.2", "40 characters"),
    ] {
        let (status, problem) = s.get(&format!("/api/projects/cobra-bar?{query}")).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{query}");
        assert!(problem.to_string().contains(says), "{query}: {problem}");
    }
    let (status, _) = s.get("/api/projects/net/cutting?learners=61").await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
}

/// A class of six cuts its two colours from the kit: twelve cords, as long as one of each is said to be.
#[tokio::test]
async fn a_class_cuts_its_project_from_the_kit() {
    let s = Server::empty().await;
    let spool = json!({ "name": "Spool", "kind": "paracord-iii", "length": "100 m" });
    assert_eq!(s.post("/api/cords", &spool).await.0, StatusCode::CREATED);
    let query = "kind=paracord-iii&size_0=15%20cm";
    let (_, one) = s.get(&format!("/api/projects/cobra-bar-two-colours?{query}")).await;
    let (_, plan) = s.get(&format!("/api/projects/cobra-bar-two-colours/cutting?{query}&learners=6")).await;
    let told = plan["pieces"][0]["told"].as_array().expect("cuts").clone();
    let times: Vec<&Value> = told.iter().map(|t| &t["times"]).collect();
    assert_eq!(times, [&json!(6), &json!(6)], "{plan}");
    let wanted = one["plan"]["cords"][0]["length_m"].as_f64().expect("a length");
    let cut = told[0]["length_m"].as_f64().expect("a length");
    assert!((cut - wanted - 0.02).abs() < 1e-9, "with what sealing both ends takes: {cut} and {wanted}");
}

/// On the page: one is taken, sized in inches and feet or metres, its knot opened.
#[tokio::test(flavor = "multi_thread")]
async fn a_project_is_planned_on_the_page() {
    let s = Server::demo().await;
    let b = Browser::open(1280, 900).await;
    b.driver.goto(s.url("/teach")).await.expect("the page opens");
    b.press("main a", "Made of cord").await;
    b.press(".project-cols nav a", "Half-hitch spiral bar").await;
    b.see_words(".project h2", "Half-hitch spiral bar").await;
    b.see(".project > .project-drawn svg").await;
    b.see_words(".project-cords", "One cord: 1.9").await;
    b.type_into(".project-asked input", "40 cm\u{e007}").await;
    b.see_words(".project-cords", "One cord: 3.6").await;
    b.see_words(".project", "the working cord comes back").await;
    b.see(".cut-piece").await;
    b.type_into(".project-asked input", "a lot\u{e007}").await;
    b.see_words(".project-cols .trouble", "Length of the bar: give a number").await;
    assert_eq!(
        b.driver.find_all(By::Css(".project-cords li")).await.map(|l| l.len()).ok(),
        Some(0),
        "no plan of another size"
    );
    b.type_into(".project-asked input", "20 cm\u{e007}").await;
    b.press(".project a", "Half hitch").await;
    b.see_words("h1", "Half hitch").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

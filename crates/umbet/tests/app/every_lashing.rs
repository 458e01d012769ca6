//! Every lashing over the interface: told for each number of its turns, drawn after each of its moves from each side, refused beyond.

use crate::support::Server;
use crate::support::browser::Browser;
use axum::http::StatusCode;
use serde_json::Value;

async fn ids(s: &Server) -> Vec<String> {
    let (_, all) = s.get("/api/lashings").await;
    let all: Vec<String> =
        all.as_array().expect("a list").iter().filter_map(|l| l["id"].as_str().map(str::to_owned)).collect();
    assert!(all.len() >= 5, "{all:?}");
    all
}

fn words_of(lashing: &Value) -> Vec<String> {
    let moves = lashing["moves"].as_array().expect("moves");
    moves.iter().filter_map(|m| m["say"].as_str().map(str::to_owned)).collect()
}

/// Its words are whole: how its poles meet, what it is for, what it looks like, what goes wrong, each of its moves.
#[tokio::test]
async fn every_lashing_is_told() {
    let s = Server::empty().await;
    for id in ids(&s).await {
        let (status, l) = s.get(&format!("/api/lashings/{id}")).await;
        assert_eq!(status, StatusCode::OK, "{id}: {l}");
        for part in ["name", "meet", "say"] {
            assert!(l[part].as_str().is_some_and(|w| !w.is_empty()), "{id}: {part}");
        }
        assert!(l["look"].as_array().is_some_and(|w| !w.is_empty()), "{id}");
        assert!(l["wrong"].as_array().is_some_and(|w| w.iter().all(|p| p[0] != "" && p[1] != "")), "{id}");
        let moves = words_of(&l);
        assert!(moves.len() >= 2 && moves.iter().all(|m| m.ends_with('.')), "{id}: {moves:?}");
    }
    assert_eq!(s.get("/api/lashings/nobody").await.0, StatusCode::NOT_FOUND);
}

/// More turns are told as more turns; numbers beyond what a hand lays are refused with what would do, and nothing is drawn.
#[tokio::test]
async fn turns_are_numbers_within_reason() {
    let s = Server::empty().await;
    for id in ids(&s).await {
        let mut told = std::collections::BTreeSet::new();
        for turns in [3, 5, 8] {
            let (status, l) = s.get(&format!("/api/lashings/{id}?turns={turns}")).await;
            assert_eq!(status, StatusCode::OK, "{id} of {turns}: {l}");
            assert_eq!(l["counts"]["turns"], turns, "{id}");
            told.insert(words_of(&l).join(" "));
        }
        assert!(told.len() > 1, "{id} is told alike whatever its turns");
        for beyond in ["turns=1", "turns=13", "frapping=7", "turns=x"] {
            let (status, problem) = s.get(&format!("/api/lashings/{id}?{beyond}")).await;
            let refused = [StatusCode::UNPROCESSABLE_ENTITY, StatusCode::BAD_REQUEST].contains(&status);
            assert!(refused && problem["detail"].as_str().is_some_and(|d| !d.is_empty()), "{id} {beyond}: {status}");
            let (status, _) = s.text(&format!("/api/lashings/{id}/figure.svg?{beyond}")).await;
            assert!([StatusCode::UNPROCESSABLE_ENTITY, StatusCode::BAD_REQUEST].contains(&status), "{id} {beyond}");
        }
    }
}

/// Drawn after each of its moves, from the front, from behind and turned, for either hand, braided and laid; one move beyond the last is refused.
#[tokio::test]
async fn every_move_of_a_lashing_is_drawn() {
    let s = Server::empty().await;
    for id in ids(&s).await {
        let moves = words_of(&s.get(&format!("/api/lashings/{id}")).await.1).len();
        let mut pictures = std::collections::BTreeSet::new();
        for step in 1..=moves {
            for seen in ["front", "behind", "turned"] {
                let query = format!("step={step}&seen={seen}");
                let (status, svg) = s.text(&format!("/api/lashings/{id}/figure.svg?{query}")).await;
                assert!(status == StatusCode::OK && svg.ends_with("</svg>"), "{id} {query}");
                assert!(!svg.contains("NaN"), "{id} {query}");
                pictures.insert(svg);
            }
        }
        assert!(pictures.len() * 10 >= moves * 3 * 9, "{id}: {} pictures of {moves} moves", pictures.len());
        for query in ["mirrored=true", "laid=true", "radius=3", "radius=20", "width=300&height=200", "standalone=true"]
        {
            let (status, svg) = s.text(&format!("/api/lashings/{id}/figure.svg?{query}")).await;
            assert!(status == StatusCode::OK && !svg.contains("NaN"), "{id} {query}");
        }
        let (status, _) = s.text(&format!("/api/lashings/{id}/figure.svg?step={}", moves + 1)).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{id}");
    }
}

/// In space a lashing is one cord about its poles: more of it laid with every move worked with the long end, all of it at last, each
/// point outside every pole; it says how it is drawn tighter.
#[tokio::test]
async fn every_lashing_is_turned_and_drawn_tighter() {
    let s = Server::empty().await;
    for id in ids(&s).await {
        let (_, l) = s.get(&format!("/api/lashings/{id}")).await;
        let (status, model) = s.get(&format!("/api/lashings/{id}/model")).await;
        assert_eq!(status, StatusCode::OK, "{id}: {model}");
        let cord = &model["ropes"][0];
        let numbers = |v: &Value| v.as_array().expect("numbers").iter().filter_map(Value::as_f64).collect::<Vec<_>>();
        let (points, laid, from) = (numbers(&cord["points"]), numbers(&cord["laid"]), numbers(&cord["from"]));
        assert_eq!(laid.len(), words_of(&l).len() + 1, "{id}: before each move, and tied");
        assert_eq!(laid.last().map(|n| *n as usize), Some(points.len() / 3), "{id}: all of it at last");
        assert!(from.iter().zip(&laid).all(|(a, b)| a < b), "{id}: {from:?} {laid:?}");
        let bars = model["bars"].as_array().expect("poles");
        let poles = if id == "floor" { 6..=6 } else { 2..=3 };
        assert!(poles.contains(&bars.len()), "{id}");
        for bar in bars {
            let (way, at, radius) =
                (numbers(&bar["way"]), numbers(&bar["at"]), bar["radius"].as_f64().expect("a radius"));
            for p in points.chunks_exact(3) {
                let v: Vec<f64> = (0..3).map(|k| p[k] - at[k]).collect();
                let along: f64 = (0..3).map(|k| v[k] * way[k]).sum();
                let out = (0..3).map(|k| (v[k] - along * way[k]).powi(2)).sum::<f64>().sqrt();
                // Spread to be read, cord lies nearer than half its thickness where it is led from lane to lane.
                let least = 0.15;
                assert!(out > radius + least, "{id}: cord in a pole, {out:.2} from its axis of radius {radius}");
            }
        }
        let ways = l["tighten"].as_array().expect("ways");
        let expected = if id == "floor" || l["frapped"] == false { 1 } else { 2 };
        assert_eq!(ways.len(), expected, "{id}");
        assert!(ways.iter().all(|w| w["says"].as_str().is_some_and(|t| t.contains("est."))), "{id}: {ways:?}");
    }
    assert_eq!(s.get("/api/lashings/square/model?turns=99").await.0, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(s.get("/api/lashings/nobody/model").await.0, StatusCode::NOT_FOUND);
}

/// Turned by hand on its page, and back to the drawing.
#[tokio::test(flavor = "multi_thread")]
async fn a_lashing_is_turned_by_hand_on_its_page() {
    let (s, b) = (Server::empty().await, Browser::open(1280, 800).await);
    b.driver.goto(s.url("/lashings/square")).await.expect("the page opens");
    b.see(".lashing-figure svg").await;
    b.press(".lashing-head .btn", "By hand").await;
    b.see(".model canvas, .model .still").await;
    b.press(".said-step .btn", "Next move").await;
    b.see_words(".said-step small", "Move 2 of").await;
    b.press(".lashing-head .btn", "Front").await;
    b.see(".lashing-figure svg").await;
    b.settled().await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

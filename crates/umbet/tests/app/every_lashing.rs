//! Every lashing over the interface: told for each number of its turns, drawn after each of its moves from each side, refused beyond.

use crate::support::Server;
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
        for beyond in ["turns=1", "turns=13", "frapping=0", "frapping=7", "turns=x"] {
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

//! Every knot of the catalogue over the interface, from every side and for either hand: its words, its drawings, its files, what goes wrong
//! with it, and the way back from its files to its name.

use crate::support::Server;
use axum::http::StatusCode;
use serde_json::{Value, json};
use std::collections::BTreeSet;

async fn ids(s: &Server) -> Vec<String> {
    let (_, list) = s.get("/api/knots").await;
    let all: Vec<String> =
        list.as_array().expect("a list").iter().filter_map(|k| k["id"].as_str().map(str::to_owned)).collect();
    assert!(all.len() >= 70, "{}", all.len());
    all
}

async fn drawn(s: &Server, id: &str, query: &str) -> String {
    let (status, svg) = s.text(&format!("/api/knots/{id}/figure.svg?{query}")).await;
    assert_eq!(status, StatusCode::OK, "{id} {query}: {svg}");
    assert!(svg.starts_with("<svg") && svg.ends_with("</svg>"), "{id} {query}");
    assert!(!svg.contains("NaN") && !svg.contains("<script"), "{id} {query}");
    svg
}

/// From the front and from behind, for either hand, laid open and drawn up: each is a drawing, no two views are one, and the left hand's is as
/// large as the right's.
#[tokio::test]
async fn every_knot_is_drawn_from_every_side() {
    let s = Server::empty().await;
    for id in ids(&s).await {
        let mut seen = BTreeSet::new();
        for view in ["", "behind=true", "mirrored=true", "behind=true&mirrored=true"] {
            seen.insert(drawn(&s, &id, view).await);
        }
        assert!(seen.len() >= 2, "{id}: every side is one drawing");
        let [right, left] = [drawn(&s, &id, "").await, drawn(&s, &id, "mirrored=true").await];
        let strokes = |svg: &str| svg.matches("<path").count();
        assert_eq!(strokes(&right), strokes(&left), "{id}");
        // Its own dyes, so that it can be shown anywhere.
        assert!(drawn(&s, &id, "standalone=true").await.contains("<style"), "{id}");
    }
}

/// Drawn up it is another drawing than as it is laid, unless its file says why it is not drawn up; at the slider's end it is the tight one.
#[tokio::test]
async fn every_knot_is_drawn_up_or_says_why_not() {
    let s = Server::empty().await;
    let (mut up, mut not) = (0, Vec::new());
    for id in ids(&s).await {
        let (_, words) = s.get(&format!("/api/knots/{id}")).await;
        let [open, tight] = [drawn(&s, &id, "").await, drawn(&s, &id, "drawn_up=1").await];
        if open == tight {
            let says = words["not_drawn_up"].as_str().unwrap_or_default().to_owned();
            not.push((id, says));
        } else {
            up += 1;
        }
    }
    assert!(up >= 60, "{up} drawn up");
    assert!(not.len() <= 12, "{not:?}");
}

/// A thumbnail is the same knot in a small frame: nothing of it runs off, whatever its proportions.
#[tokio::test]
async fn every_knot_fits_any_frame() {
    let s = Server::empty().await;
    for id in ids(&s).await {
        for (width, height) in [(120, 80), (305, 158), (300, 600), (1200, 400)] {
            let svg = drawn(&s, &id, &format!("width={width}&height={height}")).await;
            let frame = svg.split("viewBox=\"").nth(1).and_then(|v| v.split('"').next()).expect("a frame");
            let sizes: Vec<f64> = frame.split(' ').filter_map(|n| n.parse().ok()).collect();
            assert!(sizes.len() == 4 && sizes[2] <= f64::from(width) + 0.5, "{id}: {frame} in {width} by {height}");
            assert!(sizes[3] <= f64::from(height) + 0.5, "{id}: {frame} in {width} by {height}");
        }
    }
}

/// Its files: the notation reads back as an own knot that is proved to be what it is; the model and the object file hold as many points as one
/// another; the code has each crossing twice.
#[tokio::test]
async fn every_knot_goes_out_as_files() {
    let s = Server::empty().await;
    for id in ids(&s).await {
        let (status, notation) = s.text(&format!("/api/knots/{id}/notation.txt")).await;
        assert_eq!(status, StatusCode::OK, "{id}");
        assert!(notation.contains("rope A"), "{id}: {notation}");
        let (status, obj) = s.text(&format!("/api/knots/{id}/model.obj")).await;
        assert_eq!(status, StatusCode::OK, "{id}");
        assert!(obj.lines().filter(|l| l.starts_with("v ")).count() > 20, "{id}");
        assert!(!obj.contains("NaN"), "{id}");
        let (status, model) = s.get(&format!("/api/knots/{id}/model")).await;
        assert_eq!(status, StatusCode::OK, "{id}: {model}");
        let (status, code) = s.text(&format!("/api/knots/{id}/code.txt")).await;
        assert_eq!(status, StatusCode::OK, "{id}: {code}");
    }
}

/// A dozen of them written out, kept as somebody's own, and proved to be the knot they came from; the own copies draw like the knot.
#[tokio::test]
async fn a_notation_reads_back_as_the_same_knot() {
    let s = Server::empty().await;
    for id in
        ["overhand", "figure-eight", "bowline", "clove-hitch", "sheet-bend", "reef", "constrictor", "zeppelin-bend"]
    {
        let (_, notation) = s.text(&format!("/api/knots/{id}/notation.txt")).await;
        let own = json!({ "name": format!("Copy of {id}"), "path": notation });
        let (status, kept) = s.post("/api/own-knots", &own).await;
        assert_eq!(status, StatusCode::CREATED, "{id}: {kept}");
        let (status, proof) = s.get(&format!("/api/own-knots/{}/proof", kept["id"])).await;
        assert_eq!(status, StatusCode::OK, "{id}: {proof}");
        assert!(proof.to_string().contains(id), "{id} is not named by its own path: {proof}");
        let (status, svg) = s.text(&format!("/api/own-knots/{}/figure.svg", kept["id"])).await;
        assert!(status == StatusCode::OK && svg.ends_with("</svg>"), "{id}");
    }
}

/// What goes wrong with each is told, made by a real action on its path, and drawn; a name nobody gave is refused.
#[tokio::test]
async fn every_misstep_is_drawn() {
    let s = Server::empty().await;
    let mut all = 0;
    for id in ids(&s).await {
        let (status, wrong) = s.get(&format!("/api/knots/{id}/missteps")).await;
        assert_eq!(status, StatusCode::OK, "{id}: {wrong}");
        let list = wrong.as_array().expect("a list").clone();
        let names: BTreeSet<&str> = list.iter().filter_map(|w| w["id"].as_str()).collect();
        assert_eq!(names.len(), list.len(), "{id}: one misstep twice");
        for w in list.iter().take(4) {
            let name = w["id"].as_str().expect("a name");
            assert!(w["done"].as_str().is_some_and(|d| !d.is_empty()), "{id} {name}");
            assert!(w["makes"].as_str().is_some_and(|m| !m.is_empty()), "{id} {name}");
            drawn(&s, &id, &format!("wrong={name}")).await;
            all += 1;
        }
        let (status, _) = s.text(&format!("/api/knots/{id}/figure.svg?wrong=Z99")).await;
        assert!(status == StatusCode::UNPROCESSABLE_ENTITY || status == StatusCode::NOT_FOUND, "{id}: {status}");
    }
    assert!(all > 200, "{all}");
}

/// For the left hand the words turn with the drawing: where a side is named, the other is; where none is, nothing changes.
#[tokio::test]
async fn words_turn_with_the_hand() {
    let s = Server::empty().await;
    let mut turned = 0;
    for id in ids(&s).await {
        let says = |words: &Value| -> Vec<String> {
            let steps = words["steps"].as_array().expect("moves");
            steps.iter().filter_map(|w| w["say"].as_str().map(str::to_owned)).collect()
        };
        let right = says(&s.get(&format!("/api/knots/{id}")).await.1);
        let left = says(&s.get(&format!("/api/knots/{id}?mirrored=true")).await.1);
        assert_eq!(right.len(), left.len(), "{id}");
        for (a, b) in right.iter().zip(&left) {
            let sides = |w: &str| {
                let flat = w.to_lowercase();
                let count = |side: &str| flat.split(|c: char| !c.is_alphabetic()).filter(|p| *p == side).count();
                [count("left"), count("right")]
            };
            let ([l, r], [ml, mr]) = (sides(a), sides(b));
            if l != r {
                assert_eq!([ml, mr], [r, l], "{id}: “{a}” and “{b}”");
                turned += 1;
            }
        }
    }
    assert!(turned > 30, "{turned}");
}

/// Found by its own name, in any case, with hyphens, spaces and a plural; the same by each other name it goes by.
#[tokio::test]
async fn every_knot_is_found_by_its_names() {
    let s = Server::empty().await;
    let (_, list) = s.get("/api/knots").await;
    for k in list.as_array().expect("a list") {
        let id = k["id"].as_str().expect("an id");
        let name = k["name"].as_str().expect("a name");
        for words in [name.to_owned(), name.to_uppercase(), name.replace(' ', "-"), id.replace('-', " ")] {
            let query: String = words.bytes().map(|b| format!("%{b:02x}")).collect();
            let (status, found) = s.get(&format!("/api/knots/find?words={query}")).await;
            assert_eq!(status, StatusCode::OK, "{words}");
            assert!(found.to_string().contains(&format!("\"{id}\"")), "“{words}” does not find {id}: {found}");
        }
    }
}

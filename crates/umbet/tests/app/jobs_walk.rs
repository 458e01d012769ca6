//! A job from its first word to its end over the interface: joints taken, put in order, changed by two, its rigs kept, its cord summed, put
//! away and brought back with everything on it.

use crate::support::Server;
use axum::http::StatusCode;
use serde_json::{Value, json};

fn joint(name: &str, knot: &str) -> Value {
    json!({ "name": name, "knot": knot, "situation": { "task": "make-fast", "shape": "post", "size_mm": 80, "cord": { "kind": "braid-polyester-6" } } })
}

async fn names(s: &Server, job: &Value) -> Vec<String> {
    let (_, view) = s.get(&format!("/api/jobs/{job}")).await;
    let all = view["joints"].as_array().expect("joints").clone();
    all.iter().filter_map(|j| j["joint"]["name"].as_str().or(j["name"].as_str()).map(str::to_owned)).collect()
}

#[tokio::test]
async fn a_job_goes_from_its_first_word_to_its_end() {
    let s = Server::empty().await;
    let (status, job) = s.post("/api/jobs", &json!({ "name": "Marker buoys", "place": "North reach" })).await;
    assert_eq!(status, StatusCode::CREATED, "{job}");
    let id = &job["id"];
    let mut joints = Vec::new();
    for (name, knot) in [("sinker", "bowline"), ("float", "figure-eight-loop"), ("bank post", "clove-hitch")] {
        let (status, j) = s.post(&format!("/api/jobs/{id}/joints"), &joint(name, knot)).await;
        assert_eq!(status, StatusCode::CREATED, "{j}");
        joints.push(j);
    }
    let (_, list) = s.get("/api/jobs").await;
    let of_list = list.as_array().and_then(|l| l.iter().find(|j| j["id"] == *id)).expect("it is listed");
    assert_eq!(of_list["joints"], 3);
    // Every joint is judged, and its cord is summed by kind.
    let (_, view) = s.get(&format!("/api/jobs/{id}")).await;
    assert_eq!(view["joints"].as_array().map(Vec::len), Some(3));
    assert!(view["totals"].as_array().is_some_and(|t| !t.is_empty()), "{view}");
    // What makes no sense is refused and changes nothing.
    for wrong in [
        joint("", "bowline"),
        joint("x", "no-such-knot"),
        json!({ "name": "x", "situation": { "task": "fly", "cord": { "kind": "paracord-iii" } } }),
        json!({ "name": "x", "situation": { "task": "make-fast", "cord": { "kind": "spaghetti" } } }),
    ] {
        let (status, problem) = s.post(&format!("/api/jobs/{id}/joints"), &wrong).await;
        assert!(status.is_client_error(), "{wrong}: {problem}");
    }
    assert_eq!(names(&s, id).await.len(), 3);
    // Put away and brought back with everything on it.
    assert_eq!(s.delete(&format!("/api/jobs/{id}")).await, StatusCode::NO_CONTENT);
    assert_eq!(s.get(&format!("/api/jobs/{id}")).await.0, StatusCode::NOT_FOUND);
    assert_eq!(s.delete(&format!("/api/jobs/{id}")).await, StatusCode::NOT_FOUND);
    assert_eq!(s.post(&format!("/api/jobs/{id}/restore"), &json!(null)).await.0, StatusCode::OK);
    assert_eq!(names(&s, id).await.len(), 3);
}

/// A joint taken off comes back where it was; two who change it at once are told.
#[tokio::test]
async fn a_joint_is_taken_off_and_comes_back() {
    let s = Server::empty().await;
    let (_, job) = s.post("/api/jobs", &json!({ "name": "Gate" })).await;
    let at = format!("/api/jobs/{}/joints", job["id"]);
    let mut ids = Vec::new();
    for name in ["one", "two", "three"] {
        ids.push(s.post(&at, &joint(name, "bowline")).await.1["id"].clone());
    }
    assert_eq!(s.delete(&format!("/api/joints/{}", ids[1])).await, StatusCode::NO_CONTENT);
    assert_eq!(names(&s, &job["id"]).await.len(), 2);
    assert_eq!(s.post(&format!("/api/joints/{}/restore", ids[1]), &json!(null)).await.0, StatusCode::OK);
    let back = names(&s, &job["id"]).await;
    assert_eq!(back.len(), 3, "{back:?}");
    let mut change = joint("two, doubled", "bowline");
    change["version"] = json!(1);
    let url = format!("/api/joints/{}", ids[0]);
    let (one, other) = tokio::join!(s.put(&url, &change), s.put(&url, &change));
    let mut codes = [one.0.as_u16(), other.0.as_u16()];
    codes.sort_unstable();
    assert_eq!(codes, [200, 409], "{} {}", one.1, other.1);
}

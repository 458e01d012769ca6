//! What the API's own document says, held against what the server does: every route, every bound, every body.

use crate::support::Server;
use crate::support::document::{Operation, operations};
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};

/// A refusal a person understands: problem details with a title, the status, and a sentence.
async fn refused(s: &Server, op: &Operation, at: &str, body: Option<String>) -> StatusCode {
    let mut request = s.client.request(op.method.clone(), s.url(at));
    if let Some(body) = body {
        request = request.header("content-type", "application/json").body(body);
    }
    let r = request.send().await.expect("an answer");
    let (status, kind) = (r.status(), r.headers().get("content-type").cloned());
    assert!(status.is_client_error(), "{} {at}: {status}", op.name());
    let kind = kind.and_then(|k| k.to_str().map(str::to_owned).ok()).unwrap_or_default();
    assert!(kind.starts_with("application/problem+json"), "{} {at}: {kind}", op.name());
    let problem: Value = r.json().await.expect("problem details");
    assert_eq!(problem["status"], status.as_u16(), "{} {at}", op.name());
    for field in ["type", "title", "detail"] {
        assert!(problem[field].as_str().is_some_and(|w| !w.is_empty()), "{} {at}: no {field}: {problem}", op.name());
    }
    status
}

/// Everything stored, as the API tells it.
async fn stored(s: &Server) -> Vec<Value> {
    let mut all = Vec::new();
    for at in ["/api/jobs", "/api/cords", "/api/own-knots", "/api/settings", "/api/drills"] {
        all.push(s.get(at).await.1);
    }
    all
}

/// Ids nobody has are not found, wherever an address has one, and the document says so.
#[tokio::test]
async fn what_is_not_there_is_not_found() {
    let s = Server::demo().await;
    let before = stored(&s).await;
    let mut asked = 0;
    for op in operations(&s).await.iter().filter(|o| o.path.contains("{id}") && !o.reads_a_body()) {
        let status = refused(&s, op, &op.at("999999"), None).await;
        assert_eq!(status, StatusCode::NOT_FOUND, "{}", op.name());
        assert!(op.codes().contains(&404), "{} does not say it", op.name());
        asked += 1;
    }
    assert!(asked > 15, "{asked}");
    assert_eq!(before, stored(&s).await);
}

/// Every body is read strictly: no JSON, JSON of another kind, a field nobody knows, an empty object where something
/// must be said. Nothing is stored.
#[tokio::test]
async fn bodies_that_cannot_be_read_change_nothing() {
    let s = Server::demo().await;
    let before = stored(&s).await;
    let mut asked = 0;
    for op in operations(&s).await.iter().filter(|o| o.reads_a_body()) {
        for body in ["", "{", "[]", "null", "7", "\"text\"", r#"{"no-such-field":1}"#, "{\"a\":1e999}", "[[[[[[[["] {
            refused(&s, op, &op.at("1"), Some(body.to_owned())).await;
            asked += 1;
        }
        let at = op.at("1");
        let request = s.client.request(op.method.clone(), s.url(&at)).header("content-type", "text/plain").body("{}");
        let status = request.send().await.expect("an answer").status();
        assert_eq!(status, StatusCode::UNSUPPORTED_MEDIA_TYPE, "{}", op.name());
        let most = match op.path.as_str() {
            "/api/gpx" => 17_000_000,
            "/api/courses/{id}/tries" | "/api/kit" | "/api/kit/deeds" => 5_000_000,
            _ => 2_000_000,
        };
        let large = format!("{{\"name\":\"{}\"}}", "x".repeat(most));
        assert_eq!(refused(&s, op, &at, Some(large)).await, StatusCode::PAYLOAD_TOO_LARGE, "{}", op.name());
    }
    assert!(asked > 100, "{asked}");
    assert_eq!(before, stored(&s).await);
}

/// Every number of a query has bounds in the document; one beyond each is refused, and each bound itself is not for
/// being out of reason.
#[tokio::test]
async fn bounds_of_the_document_are_those_of_the_server() {
    let s = Server::demo().await;
    let mut bounds = 0;
    for op in operations(&s).await.iter().filter(|o| o.method == Method::GET && o.path.starts_with("/api/knots/")) {
        for p in op.parameters("query") {
            let name = p["name"].as_str().expect("a name");
            for (key, beyond) in [("minimum", -1.0), ("maximum", 1.0)] {
                let Some(bound) = p["schema"][key].as_f64() else { continue };
                let at = |v: f64| format!("{}?{name}={v}", op.at(op.known_id()));
                refused(&s, op, &at(bound + beyond), None).await;
                let (_, answer) = s.text(&at(bound)).await;
                assert!(!answer.contains("between"), "{}: {name} at {bound}: {answer:.200}", op.name());
                bounds += 1;
            }
            if let Some(most) = p["schema"]["maxLength"].as_u64() {
                let at = format!("{}?{name}={}", op.at(op.known_id()), "x".repeat(most as usize + 1));
                refused(&s, op, &at, None).await;
                bounds += 1;
            }
        }
    }
    assert!(bounds > 20, "{bounds}");
}

/// A word nobody knows in a query is refused, not passed over: a slip of the pen shows.
#[tokio::test]
async fn unknown_words_in_a_query_are_refused() {
    let s = Server::empty().await;
    let mut asked = 0;
    for op in operations(&s).await.iter().filter(|o| !o.parameters("query").is_empty() && o.method == Method::GET) {
        refused(&s, op, &format!("{}?no_such_word=1", op.at(op.known_id())), None).await;
        asked += 1;
    }
    assert!(asked >= 4, "{asked}");
}

/// Methods the document does not name are refused where a path is known, and unknown paths under the API are not found.
#[tokio::test]
async fn other_methods_and_other_paths_are_refused() {
    let s = Server::empty().await;
    let all = operations(&s).await;
    let paths: std::collections::BTreeSet<&str> = all.iter().map(|o| o.path.as_str()).collect();
    for path in paths {
        for method in [Method::GET, Method::POST, Method::PUT, Method::DELETE, Method::PATCH] {
            if all.iter().any(|o| o.path == path && o.method == method) {
                continue;
            }
            let op = Operation { method, path: path.to_owned(), spec: json!({}) };
            let r = s.client.request(op.method.clone(), s.url(&op.at("1"))).send().await.expect("an answer");
            assert_eq!(r.status(), StatusCode::METHOD_NOT_ALLOWED, "{}", op.name());
        }
    }
    for path in ["/api/no-such-thing", "/api/knots/clove-hitch/no-such-thing", "/api/jobs/1/joints/2/3"] {
        let (status, problem) = s.get(path).await;
        assert_eq!(status, StatusCode::NOT_FOUND, "{path}: {problem}");
    }
}

/// The bounds the document gives for what is sent are the server's own: each end is taken, and what lies beyond it is refused.
#[tokio::test]
async fn bounds_of_bodies_are_kept_to_their_ends() {
    let s = Server::demo().await;
    let (_, document) = s.get("/api/openapi.json").await;
    let schemas = &document["components"]["schemas"];
    let shelter = s.get("/api/rigs/shelter").await.1["draft"].clone();
    let line = s.get("/api/rigs/line").await.1["draft"].clone();
    let cord = json!({ "name": "A hank", "kind": "paracord-iii", "length_m": 3.0 });
    let situation = json!({ "task": "make-fast", "cord": { "kind": "paracord-iii" } });
    let mut asked = 0;
    for (of, path, wrap, body) in [
        ("ShelterDraft", "/api/rigs/shelter", "draft", shelter),
        ("LineDraft", "/api/rigs/line", "draft", line),
        ("CordInput", "/api/cords", "", cord),
        ("Draft", "/api/choose", "", situation),
    ] {
        for (field, schema) in schemas[of]["properties"].as_object().expect("fields") {
            // What hangs on another field has the widest bounds here.
            let hangs = ["size_mm", "opening_mm", "version", "between", "span_m", "rise_m"].contains(&field.as_str());
            let (Some(least), Some(most)) = (schema["minimum"].as_f64(), schema["maximum"].as_f64()) else { continue };
            if hangs {
                continue;
            }
            for (value, taken) in [(least, true), (most, true), (least - 0.5, false), (most + 0.5, false)] {
                let mut body = body.clone();
                let whole = schema["type"] == "integer";
                body[field] = if whole && taken { json!(value as i64) } else { json!(value) };
                let sent = if wrap.is_empty() { body } else { json!({ wrap: body }) };
                let (status, answer) = s.post(path, &sent).await;
                assert_eq!(status.is_success(), taken, "{of}.{field} = {value}: {answer}");
                asked += 1;
            }
        }
    }
    assert!(asked >= 50, "{asked}");
    // Names are those of the lists.
    let pattern = schemas["CordDraft"]["properties"]["kind"]["pattern"].as_str().expect("a pattern");
    assert!(pattern.contains("paracord-iii|") && pattern.starts_with("^("));
}

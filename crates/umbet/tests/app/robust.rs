//! What must hold whatever is sent, and by however many: refusals that help, work that is bounded, judgements that are not old.

use crate::support::Server;
use reqwest::StatusCode;
use serde_json::{Value, json};
use std::time::{Duration, Instant};

fn make_fast() -> Value {
    json!({ "task": "make-fast", "shape": "post", "size_mm": 250, "cord": { "kind": "paracord-iii" } })
}

/// Whatever is kept with a version: a write to an old one is refused, and told what stands there now.
#[tokio::test]
async fn a_refused_change_carries_what_stands_there() {
    let s = Server::demo().await;
    let job = s.post("/api/jobs", &json!({ "name": "First" })).await.1;
    let id = job["id"].clone();
    let joint = json!({ "name": "One", "situation": make_fast() });
    let joint = s.post(&format!("/api/jobs/{id}/joints"), &joint).await.1;
    let cord = s.post("/api/cords", &json!({ "name": "A", "kind": "paracord-iii", "length_m": 5 })).await.1;
    let path = "rope A\n flat -9,0 9,0";
    let own = s.post("/api/own-knots", &json!({ "name": "Straight", "path": path })).await.1;
    let settings = s.get("/api/settings").await.1;
    let rig = json!({ "draft": s.get("/api/rigs/line").await.1["draft"], "ticked": [], "version": 0 });
    let kept = s.put(&format!("/api/jobs/{id}/rigs/line"), &rig).await.1;
    let fields =
        |v: &Value, names: &[&str]| Value::Object(names.iter().map(|n| ((*n).to_owned(), v[*n].clone())).collect());
    for (at, body, field, to) in [
        (format!("/api/jobs/{id}"), fields(&job, &["name", "place", "note", "version"]), "name", json!("Second")),
        (
            format!("/api/joints/{}", joint["id"]),
            fields(&joint, &["name", "situation", "knot", "note", "version"]),
            "note",
            json!("Said"),
        ),
        (
            format!("/api/cords/{}", cord["id"]),
            fields(&cord, &["name", "kind", "length_m", "diameter_mm", "note", "version"]),
            "length_m",
            json!(4.5),
        ),
        (
            format!("/api/own-knots/{}", own["id"]),
            fields(&own, &["name", "path", "note", "version"]),
            "name",
            json!("Plain"),
        ),
        ("/api/settings".into(), settings, "hand", json!("left")),
        (format!("/api/jobs/{id}/rigs/line"), kept, "ticked", json!([])),
    ] {
        let mut theirs = body.clone();
        theirs[field] = to.clone();
        let (status, now) = s.put(&at, &theirs).await;
        assert_eq!(status, StatusCode::OK, "{at}: {now}");
        let (status, problem) = s.put(&at, &body).await;
        assert_eq!(status, StatusCode::CONFLICT, "{at}: {problem}");
        assert_eq!(problem["newer"], now, "{at}");
        assert_eq!(problem["newer"][field], to, "{at}");
        // What it says is true: nothing of it was kept, and the next write goes on from there.
        let mut mine = body;
        mine["version"] = problem["newer"]["version"].clone();
        assert_eq!(s.put(&at, &mine).await.0, StatusCode::OK, "{at}");
    }
    let gone = s.put("/api/jobs/999999", &json!({ "name": "Nobody's", "version": 1 })).await;
    assert_eq!((gone.0, gone.1.get("newer")), (StatusCode::NOT_FOUND, None));
}

/// No character that cannot be shown gets in anywhere, written out or escaped; what can be shown does, of any script.
#[tokio::test]
async fn no_text_is_kept_that_cannot_be_shown() {
    let s = Server::empty().await;
    let named = |json_name: &str| format!("{{\"name\":{json_name}}}");
    for name in [r#""a\u0000b""#, r#""a\u001fb""#, r#""a\uFFFEb""#, "\"a\u{ffff}b\"", r#""\f""#] {
        let (status, problem) = s.raw("/api/jobs", "application/json", named(name)).await;
        assert_eq!(status, StatusCode::BAD_REQUEST, "{name}: {problem}");
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains("U+")), "{problem}");
    }
    assert_eq!(s.get("/api/jobs").await.1, json!([]));
    for name in ["Žižka's řeka", "Ξενία", "Съёмка", "מעגן", "مرساة", "錨", "🪢", "a\u{301}", "line\\nbreak"]
    {
        let (status, job) = s.raw("/api/jobs", "application/json", named(&format!("\"{name}\""))).await;
        assert_eq!(status, StatusCode::CREATED, "{job}");
        let rig = json!({ "draft": s.get("/api/rigs/line").await.1["draft"], "title": job["name"] });
        let pdf = s.client.post(s.url("/api/rigs/line/sheet.pdf")).json(&rig).send().await.expect("an answer");
        assert_eq!(pdf.status(), StatusCode::OK, "{name}");
    }
}

/// The paths that froze the server are refused at once, and what is accepted is answered while health is.
#[tokio::test(flavor = "multi_thread", worker_threads = 2)]
async fn heavy_paths_hold_nobody_up() {
    let s = Server::empty().await;
    for path in ["scale 1000\nrope A\n flat -900,0 900,0", "rope A\n flat -1000,0 1000,0 -1000,1 1000,1 -1000,2"] {
        let began = Instant::now();
        let (status, problem) = s.post("/api/own-knots", &json!({ "name": "Far", "path": path })).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains("4000 diameters at most")), "{problem}");
        assert!(began.elapsed() < Duration::from_secs(2));
    }
    // As long as is taken, and as many who ask at once as there are not places for.
    let long = format!(
        "rope A\n flat {}",
        (0..60).map(|i| format!("{},{}", i % 2 * 60 - 30, i * 3)).collect::<Vec<_>>().join(" ")
    );
    let (status, own) = s.post("/api/own-knots", &json!({ "name": "Long", "path": long })).await;
    assert_eq!(status, StatusCode::CREATED, "{own}");
    let at = s.url(&format!("/api/own-knots/{}/figure.svg?width=900&height=700", own["id"]));
    let many: Vec<_> = (0..24).map(|_| tokio::spawn(s.client.get(&at).send())).collect();
    let mut slowest = Duration::ZERO;
    for _ in 0..10 {
        let began = Instant::now();
        assert_eq!(s.text("/api/health").await.1, "well");
        slowest = slowest.max(began.elapsed());
        tokio::time::sleep(Duration::from_millis(20)).await;
    }
    for one in many {
        assert_eq!(one.await.expect("it runs").expect("answered").status(), StatusCode::OK);
    }
    // A hang is what this finds, not a slow machine.
    assert!(slowest < Duration::from_secs(3), "{slowest:?}");
}

/// A walk whose sides are not said may mean thousands of diagrams: it is answered, and bounded.
#[tokio::test]
async fn a_walk_of_many_meanings_is_answered() {
    let s = Server::empty().await;
    let kinks = |n: usize| (1..=n).map(|i| format!("o{i} u{i}")).collect::<Vec<_>>().join(" ");
    let began = Instant::now();
    let (status, found) = s.post("/api/identify", &json!({ "walk": { "along": kinks(14) } })).await;
    assert_eq!((status, &found["says"]), (StatusCode::OK, &json!("Nothing: it falls open.")));
    assert!(began.elapsed() < Duration::from_secs(10));
    let (status, problem) = s.post("/api/identify", &json!({ "walk": { "along": kinks(15) } })).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
    let (_, overhand) = s.post("/api/identify", &json!({ "walk": { "along": "o1 u2 o3 u1 o2 u3" } })).await;
    assert_eq!(overhand["knots"], json!(["overhand", "half-hitch"]));
}

/// What was judged is kept only while nothing it hangs on changes: the joint, the reader's measures, schools, knots, kit.
#[tokio::test]
async fn a_kept_judgement_is_never_an_old_one() {
    let s = Server::demo().await;
    let first = async || s.get("/api/jobs/1").await.1;
    let before = first().await;
    assert_eq!(first().await, before, "nothing has changed");
    let words = |job: &Value| job["joints"][0]["says"].as_str().unwrap_or_default().to_owned();

    let mut settings = s.get("/api/settings").await.1;
    settings["units"] = json!("imperial");
    settings = s.put("/api/settings", &settings).await.1;
    assert_ne!(words(&first().await), words(&before), "another reader's measures");
    settings["units"] = json!("metric");
    settings = s.put("/api/settings", &settings).await.1;
    assert_eq!(first().await, before);

    // Another knot known, another school: the answer that would be first may be another, and never is it the old one.
    let draft = before["joints"][0]["joint"]["situation"].clone();
    for knows in [json!(["two-half-hitches"]), json!(["buntline"]), json!([])] {
        settings["knows"] = knows;
        settings = s.put("/api/settings", &settings).await.1;
        let chosen = s.post("/api/choose", &draft).await.1;
        assert_eq!(first().await["joints"][0]["first"], chosen["answer"]["knots"][0]["name"]);
    }

    let joint = before["joints"][0]["joint"].clone();
    let mut changed = json!({ "name": joint["name"], "situation": joint["situation"], "knot": joint["knot"], "note": joint["note"], "version": joint["version"] });
    changed["situation"]["force_n"] = json!(2500.0);
    assert_eq!(s.put(&format!("/api/joints/{}", joint["id"]), &changed).await.0, StatusCode::OK);
    let after = first().await;
    assert_ne!(words(&after), words(&before));
    assert_eq!(after["joints"][1], before["joints"][1], "the others stand");
}

#[tokio::test]
async fn knots_are_found_by_any_name() {
    let s = Server::empty().await;
    let found = async |words: &str| {
        s.client.get(s.url("/api/knots/find")).query(&[("words", words)]).send().await.expect("an answer")
    };
    let read = async |words: &str| found(words).await.json::<Value>().await.expect("JSON");
    let taut = read("taut line").await;
    assert_eq!((&taut["knots"][0], taut["several"].as_array().map(Vec::len)), (&json!("taut-line"), Some(4)));
    assert_eq!(taut["several"][2]["knot"], "midshipmans");
    assert_eq!(read("prussik").await["knots"], json!(["prusik"]));
    assert_eq!(read("prussik").await["several"], json!([]));
    assert_eq!(read("no such thing").await["knots"], json!([]));
    assert_eq!(found(&"x".repeat(81)).await.status(), StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(s.get("/api/knots/find").await.0, StatusCode::BAD_REQUEST);
    // The old address of the bend is no knot any more; its own is.
    assert_eq!(s.get("/api/knots/fishermans-bend").await.0, StatusCode::NOT_FOUND);
    assert_eq!(s.get("/api/knots/fishermans-knot").await.1["name"], "Fisherman's knot");
}

/// Undo pressed in two windows: the second brings back what is back already, and nothing is changed or written twice.
#[tokio::test]
async fn what_is_back_already_is_answered_as_it_is() {
    let s = Server::demo().await;
    let (_, own) = s.post("/api/own-knots", &json!({ "name": "Mine", "path": "rope A\n flat -4,0 0,2 4,0\n" })).await;
    let mut all =
        vec!["/api/jobs/1".to_owned(), "/api/joints/1".into(), "/api/cords/1".into(), "/api/courses/1".into()];
    all.extend(["/api/learners/2".to_owned(), "/api/tries/3".into()]);
    all.extend(own["id"].as_i64().map(|id| format!("/api/own-knots/{id}")));
    for at in all {
        assert_eq!(s.delete(&at).await, StatusCode::NO_CONTENT, "{at}");
        let restore = format!("{at}/restore");
        let (first, once) = s.post(&restore, &json!(null)).await;
        let (second, again) = s.post(&restore, &json!(null)).await;
        assert_eq!((first, second), (StatusCode::OK, StatusCode::OK), "{at}");
        assert_eq!(once, again, "{at}");
        let nobodys = format!("{}/99999/restore", at.rsplit_once('/').expect("a number").0);
        assert_eq!(s.post(&nobodys, &json!(null)).await.0, StatusCode::NOT_FOUND, "{nobodys}");
    }
    let (_, history) = s.get("/api/cords/1/history").await;
    let put_back = history
        .as_array()
        .map_or(0, |h| h.iter().filter(|e| e["says"].as_str().is_some_and(|w| w == "Back in the kit.")).count());
    assert_eq!(put_back, 1, "written down once: {history}");
}

//! Stories over the real router and a data file of their own.

use crate::support::Server;
use reqwest::StatusCode;
use serde_json::{Value, json};

fn tree() -> Value {
    json!({ "task": "make-fast", "shape": "post", "size_mm": 250, "cord": { "kind": "paracord-iii" }, "off": "one-pull", "hands": "mittens" })
}

#[tokio::test]
async fn a_situation_is_answered_with_its_sentence_and_reasons() {
    let s = Server::empty().await;
    let (status, a) = s.post("/api/choose", &tree()).await;
    assert_eq!(status, StatusCode::OK);
    let first = &a["answer"]["knots"][0];
    assert_eq!((first["id"].as_str(), first["verdict"].as_str()), (Some("siberian-hitch"), Some("fits")));
    assert!(first["lead"]["says"].as_str().is_some_and(|w| w.ends_with('.')));
    assert_eq!(a["sentence"][1]["words"], "parachute cord");
    let (status, list) = s.post("/api/choose/options", &json!({ "draft": tree(), "part": "off" })).await;
    assert_eq!(status, StatusCode::OK);
    assert!(
        list.as_array()
            .is_some_and(|l| l.len() == 4 && l.iter().any(|o| o["on"] == true && o["leads"] == "Siberian hitch"))
    );
}

/// Two cords joined: each is reckoned under its own name, and both together are the knot's.
#[tokio::test]
async fn a_joint_of_two_cords_is_cut_from_both() {
    let s = Server::empty().await;
    let (_, job) = s.post("/api/jobs", &json!({ "name": "Tag line" })).await;
    let at = format!("/api/jobs/{}", job["id"]);
    let situation =
        json!({ "task": "join", "cord": { "kind": "paracord-iii" }, "second": { "kind": "kernmantle-11" } });
    let joint = json!({ "name": "Lengthen it", "situation": situation, "knot": "double-sheet-bend" });
    assert_eq!(s.post(&format!("{at}/joints"), &joint).await.0, StatusCode::CREATED);
    let (_, view) = s.get(&at).await;
    let totals = view["totals"].as_array().expect("totals");
    let m = |name: &str| totals.iter().find(|t| t["cord"] == name).and_then(|t| t["length_m"].as_f64()).expect(name);
    let (thin, thick) = (m("parachute cord"), m("11 mm stiff kernmantle"));
    assert!(thick > thin && totals.iter().all(|t| t["joints"] == 1), "{totals:?}");
    let whole = view["joints"][0]["taken"]["facts"]["cord_m"].as_f64().expect("a length");
    assert!((thin + thick - whole).abs() < 1e-9);
}

#[tokio::test]
async fn a_job_keeps_its_joints_through_changes_and_undo() {
    let s = Server::empty().await;
    let (status, job) = s.post("/api/jobs", &json!({ "name": "  Fennick Point  ", "place": "South landing" })).await;
    assert_eq!((status, job["name"].as_str()), (StatusCode::CREATED, Some("Fennick Point")));
    let at = format!("/api/jobs/{}", job["id"]);
    let joint = json!({ "name": "Ridge end", "situation": tree(), "knot": "siberian-hitch" });
    let (status, kept) = s.post(&format!("{at}/joints"), &joint).await;
    assert_eq!(status, StatusCode::CREATED);

    let (_, view) = s.get(&at).await;
    assert_eq!(view["joints"][0]["taken"]["name"], "Siberian hitch");
    assert!(view["totals"][0]["length_m"].as_f64().is_some_and(|m| m > 0.5));
    assert!(view["joints"][0]["says"].as_str().is_some_and(|w| w.starts_with("A length of parachute cord")));

    let mut changed = joint.clone();
    changed["name"] = json!("Ridge end, ash");
    changed["version"] = kept["version"].clone();
    let path = format!("/api/joints/{}", kept["id"]);
    let (status, now) = s.put(&path, &changed).await;
    assert_eq!((status, now["name"].as_str()), (StatusCode::OK, Some("Ridge end, ash")));

    // A second window still holds the old version: it is told, and nothing is overwritten.
    let (status, problem) = s.put(&path, &changed).await;
    assert_eq!((status, problem["type"].as_str()), (StatusCode::CONFLICT, Some("urn:umbet:stale")));

    assert_eq!(s.delete(&path).await, StatusCode::NO_CONTENT);
    assert_eq!(s.get(&at).await.1["joints"], json!([]));
    let (status, back) = s.post(&format!("{path}/restore"), &json!({})).await;
    assert_eq!((status, back["name"].as_str()), (StatusCode::OK, Some("Ridge end, ash")));
    assert_eq!(s.delete(&at).await, StatusCode::NO_CONTENT);
    assert_eq!(s.get(&at).await.0, StatusCode::NOT_FOUND);
    assert_eq!(s.post(&format!("{at}/restore"), &json!({})).await.0, StatusCode::OK);
    assert_eq!(s.get(&at).await.0, StatusCode::OK);
}

#[tokio::test]
async fn habits_change_words_and_survive() {
    let s = Server::empty().await;
    let (_, mut habits) = s.get("/api/settings").await;
    habits["units"] = json!("imperial");
    habits["schools"] = json!(["fixed-end-bowline"]);
    let (status, kept) = s.put("/api/settings", &habits).await;
    assert_eq!((status, kept["version"].as_i64()), (StatusCode::OK, Some(2)));
    let (_, a) = s
        .post("/api/choose", &json!({ "task": "make-fast", "cord": { "kind": "paracord-iii" }, "size_mm": 250 }))
        .await;
    assert_eq!(a["answer"]["knots"][0]["id"], "bowline", "the school's knot leads");
    assert!(a["answer"]["knots"][0]["facts"]["cord_words"].as_str().is_some_and(|w| w.contains("ft")));
    let (status, _) = s.put("/api/settings", &habits).await;
    assert_eq!(status, StatusCode::CONFLICT, "an older version does not overwrite");
    kept.as_object().expect("an object");
    let mut wild = kept;
    wild["body"]["arm_span_m"] = json!(40);
    wild["schools"] = json!(["no-such-school"]);
    let (status, problem) = s.put("/api/settings", &wild).await;
    assert_eq!((status, problem["faults"].as_array().map(Vec::len)), (StatusCode::UNPROCESSABLE_ENTITY, Some(2)));
}

#[tokio::test]
async fn cord_in_the_kit_is_added_changed_and_taken_out() {
    let s = Server::empty().await;
    let hank = json!({ "name": "Hank 1", "kind": "paracord-iii", "length_m": 30 });
    let (status, c) = s.post("/api/cords", &hank).await;
    assert_eq!(status, StatusCode::CREATED);
    let path = format!("/api/cords/{}", c["id"]);
    let (status, c) =
        s.put(&path, &json!({ "name": "Hank 1", "kind": "paracord-iii", "length_m": 12.5, "version": 1 })).await;
    assert_eq!((status, c["length_m"].as_f64()), (StatusCode::OK, Some(12.5)));
    assert_eq!(s.delete(&path).await, StatusCode::NO_CONTENT);
    assert_eq!(s.delete(&path).await, StatusCode::NOT_FOUND);
    assert_eq!(s.get("/api/cords").await.1, json!([]));
    assert_eq!(s.post(&format!("{path}/restore"), &json!({})).await.0, StatusCode::OK);
}

#[tokio::test]
async fn bad_input_is_refused_with_a_sentence_and_nothing_is_stored() {
    let s = Server::empty().await;
    let joint = |situation: Value| json!({ "name": "x", "situation": situation });
    let (_, job) = s.post("/api/jobs", &json!({ "name": "Job" })).await;
    let joints = format!("/api/jobs/{}/joints", job["id"]);
    let with = |field: &str, value: Value| {
        let mut t = tree();
        t[field] = value;
        t
    };
    let refused = [
        (with("size_mm", json!(-5)), 422),
        (with("size_mm", json!(0)), 422),
        (with("size_mm", json!(1e12)), 422),
        (with("force_n", json!(-1)), 422),
        (with("force_n", json!(1e300)), 422),
        (with("surface", json!("moon dust")), 422),
        (with("cord", json!({ "kind": "unobtainium" })), 422),
        (with("cord", json!({ "kind": "paracord-iii", "diameter_mm": 0 })), 422),
        (with("task", json!("fly")), 422),
        (with("shape", json!(7)), 400),
        (with("no_such_field", json!(1)), 422),
        (json!({ "cord": { "kind": "paracord-iii" } }), 422),
        (json!({ "task": "make-fast" }), 422),
        (json!([]), 422),
        (json!(null), 422),
    ];
    for (draft, expected) in refused {
        let (status, problem) = s.post("/api/choose", &draft).await;
        assert_eq!(status.as_u16(), expected, "{draft}: {problem}");
        assert!(problem["detail"].as_str().is_some_and(|d| d.len() > 10), "{draft}: {problem}");
        let (status, _) = s.post(&joints, &joint(draft.clone())).await;
        assert!(status.is_client_error(), "{draft}");
    }
    for (path, body) in [
        ("/api/jobs", json!({ "name": "" })),
        ("/api/jobs", json!({ "name": "   " })),
        ("/api/jobs", json!({ "name": "x".repeat(500) })),
        ("/api/cords", json!({ "name": "a", "kind": "paracord-iii", "length_m": -1 })),
        ("/api/cords", json!({ "name": "a", "kind": "string", "length_m": 1 })),
    ] {
        let (status, problem) = s.post(path, &body).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{body}");
        assert!(problem["faults"][0]["says"].as_str().is_some_and(|w| !w.is_empty()), "{problem}");
    }
    assert_eq!(s.get(&format!("/api/jobs/{}", job["id"])).await.1["joints"], json!([]));
    assert_eq!(s.get("/api/jobs").await.1.as_array().map(Vec::len), Some(1));
    assert_eq!(s.get("/api/cords").await.1, json!([]));
}

#[tokio::test]
async fn broken_requests_are_told_what_to_change() {
    let s = Server::empty().await;
    let nan = r#"{"task":"make-fast","cord":{"kind":"paracord-iii"},"force_n":NaN}"#;
    let (status, problem) = s.raw("/api/choose", "application/json", nan).await;
    assert_eq!(status, StatusCode::BAD_REQUEST);
    assert!(problem["detail"].as_str().is_some_and(|d| d.contains("line 1")), "{problem}");
    let (status, problem) = s.raw("/api/choose", "application/json", vec![b' '; 2_000_000]).await;
    assert_eq!(status, StatusCode::PAYLOAD_TOO_LARGE);
    assert!(problem["detail"].as_str().is_some_and(|d| d.contains("64 kB")), "{problem}");
    let (status, problem) = s.raw("/api/choose", "text/plain", "{}").await;
    assert_eq!(status, StatusCode::UNSUPPORTED_MEDIA_TYPE);
    assert!(problem["detail"].as_str().is_some_and(|d| d.contains("application/json")));
    for (method, path, expected) in [
        (reqwest::Method::DELETE, "/api/choose", 405),
        (reqwest::Method::PATCH, "/api/jobs", 405),
        (reqwest::Method::GET, "/api/nothing", 404),
        (reqwest::Method::POST, "/api/jobs/abc/joints", 400),
        (reqwest::Method::POST, "/", 405),
        (reqwest::Method::GET, "/api/knots/no-such-knot", 404),
        (reqwest::Method::GET, "/api/knots/clove-hitch/figure.svg?step=99", 422),
        (reqwest::Method::GET, "/api/knots/clove-hitch/figure.svg?width=9e9", 422),
        (reqwest::Method::GET, "/api/knots/clove-hitch/figure.svg?width=wide", 400),
        (reqwest::Method::GET, "/api/knots/clove-hitch/figure.svg?colour=red", 400),
    ] {
        let request =
            s.client.request(method.clone(), s.url(path)).header("content-type", "application/json").body("{}");
        let (status, problem) = crate::support::read(request.send().await.expect("an answer")).await;
        assert_eq!(status.as_u16(), expected, "{method} {path}: {problem}");
        assert!(problem["detail"].as_str().is_some_and(|d| !d.is_empty()), "{method} {path}: {problem}");
    }
}

#[tokio::test]
async fn hostile_text_stays_text() {
    let s = Server::empty().await;
    let name = "<script>alert(1)</script>\u{202e}'\"; drop table job; --";
    let (status, job) = s.post("/api/jobs", &json!({ "name": name })).await;
    assert_eq!((status, job["name"].as_str()), (StatusCode::CREATED, Some(name)));
    let pull = "%3Cscript%3Ealert(1)%3C/script%3E";
    let (status, svg) = s.text(&format!("/api/knots/clove-hitch/figure.svg?pull={pull}")).await;
    assert_eq!(status, StatusCode::OK);
    assert!(!svg.contains("<script>") && svg.contains("&lt;script&gt;"));
}

#[tokio::test]
async fn other_hosts_and_other_sites_are_kept_out() {
    let s = Server::empty().await;
    let strange = s.client.get(s.url("/api/jobs")).header("host", "umbet.example").send().await.expect("an answer");
    assert_eq!(strange.status(), StatusCode::FORBIDDEN);
    let from =
        |origin: &str| s.client.post(s.url("/api/jobs")).header("origin", origin).json(&json!({ "name": "x" })).send();
    assert_eq!(from("http://evil.example").await.expect("an answer").status(), StatusCode::FORBIDDEN);
    assert_eq!(from("null").await.expect("an answer").status(), StatusCode::FORBIDDEN);
    assert_eq!(from(&s.url("")).await.expect("an answer").status(), StatusCode::CREATED);
    let page = s.client.get(s.url("/api/jobs")).send().await.expect("an answer");
    for header in ["content-security-policy", "x-content-type-options", "referrer-policy", "permissions-policy"] {
        assert!(page.headers().contains_key(header), "{header}");
    }
}

#[tokio::test]
async fn a_drawing_stands_alone_or_is_dressed_by_the_page() {
    let s = Server::empty().await;
    let (status, svg) = s.text("/api/knots/siberian-hitch/figure.svg?standalone=true&size_mm=250&cord_mm=4&surface=bark-rough&dimensions=true").await;
    assert_eq!(status, StatusCode::OK);
    assert!(
        svg.starts_with("<svg")
            && svg.contains("<style>")
            && svg.contains("25 cm, drawn small")
            && svg.contains("tail 0.45 m")
    );
    let (_, bare) = s.text("/api/knots/siberian-hitch/figure.svg?step=2&mirrored=true").await;
    assert!(!bare.contains("<style>") && bare.contains("left-handed, move 2 of 6"));
}

#[tokio::test]
async fn the_demonstration_is_rich_and_all_of_it_fits() {
    let s = Server::demo().await;
    let (_, jobs) = s.get("/api/jobs").await;
    assert!(jobs.as_array().is_some_and(|j| j.len() >= 3));
    for job in jobs.as_array().expect("a list") {
        let (_, view) = s.get(&format!("/api/jobs/{}", job["id"])).await;
        for j in view["joints"].as_array().expect("a list") {
            let verdict = j["taken"]["verdict"].as_str().unwrap_or("none taken yet");
            assert_ne!(verdict, "does-not-fit", "{}: {}", j["joint"]["name"], j["taken"]["lead"]["says"]);
        }
    }
}

#[tokio::test]
async fn the_document_describes_every_address() {
    let s = Server::empty().await;
    let (status, document) = s.get("/api/openapi.json").await;
    assert_eq!(status, StatusCode::OK);
    let paths = document["paths"].as_object().expect("paths");
    assert!(paths.len() >= 14);
    let mut names: Vec<&str> = paths
        .values()
        .flat_map(|p| p.as_object().expect("methods").values())
        .filter_map(|m| m["operationId"].as_str())
        .collect();
    let all = names.len();
    names.sort_unstable();
    names.dedup();
    assert_eq!(names.len(), all, "operation names are unique");
    for (path, methods) in paths {
        for (method, m) in methods.as_object().expect("methods") {
            for (status, r) in m["responses"].as_object().expect("responses") {
                assert!(r["description"].as_str().is_some_and(|d| !d.is_empty()), "{method} {path} {status}");
            }
        }
    }
}

#[tokio::test]
async fn a_cords_stiffness_and_a_persons_hand_are_two_things_in_the_document() {
    let s = Server::empty().await;
    let (_, document) = s.get("/api/openapi.json").await;
    let schemas = &document["components"]["schemas"];
    assert_eq!(schemas["Hand"]["enum"], json!(["right", "left"]));
    assert_eq!(schemas["Stiffness"]["enum"], json!(["supple", "middling", "stiff"]));
    let refused = &document["paths"]["/api/jobs/{id}"]["get"]["responses"]["404"]["content"];
    assert!(refused["application/problem+json"].is_object(), "{refused}");
}

//! In feet and pounds nothing is said in metres, and in metres nothing in feet: every sentence of every answer, whatever it is about.

use crate::support::Server;
use axum::http::StatusCode;
use serde_json::{Value, json};

/// Every text of an answer with the name it goes by.
fn texts(name: &str, value: &Value, all: &mut Vec<(String, String)>) {
    match value {
        Value::String(words) => all.push((name.to_owned(), words.clone())),
        Value::Array(list) => list.iter().for_each(|v| texts(name, v, all)),
        Value::Object(map) => map.iter().for_each(|(k, v)| texts(k, v, all)),
        _ => {}
    }
}

/// Names under which something is kept as it was typed, is an id, or is given in each measure side by side.
const AS_IT_IS: [&str; 14] = [
    "id",
    "kind",
    "svg",
    "note",
    "name",
    "words",
    "source",
    "sources",
    "known_from",
    "at",
    "text",
    "unit",
    "draft",
    "file",
];

/// A number with a unit of these behind it.
fn with_unit(words: &str, units: &[&str]) -> Option<String> {
    let said: Vec<&str> = words.split_whitespace().collect();
    let number = |w: &str| {
        let bare = w.trim_start_matches('(');
        bare.starts_with(|c: char| c.is_ascii_digit()) && !bare.ends_with(['.', ',', ':', ';'])
    };
    let unit = |w: &str| units.contains(&w.trim_end_matches(|c: char| !c.is_alphanumeric() && c != '²'));
    said.windows(2).find(|w| number(w[0]) && unit(w[1])).map(|w| format!("{} {}", w[0], w[1]))
}

const METRIC: [&str; 9] = ["m", "cm", "mm", "N", "kN", "kg", "m²", "m/s", "km"];
const IMPERIAL: [&str; 6] = ["ft", "lbf", "lb", "ft²", "mph", "inches"];

/// Everything that answers in words, in this measure.
async fn answers(s: &Server) -> Vec<(String, Value)> {
    let mut all = Vec::new();
    for path in [
        "/api/cords",
        "/api/kit/laid?by=kind",
        "/api/projects/chain",
        "/api/projects/cobra-bar-two-colours",
        "/api/projects/lanyard",
        "/api/projects/pouch",
        "/api/jobs/1/cuts",
        "/api/jobs/1/cutting",
        "/api/cutting?jobs=1,2&courses=1",
        "/api/courses/1/cords",
        "/api/courses/1/cutting",
        "/api/cords/1/care",
        "/api/cords/6/care",
        "/api/cords/7/care",
        "/api/cords/8/history",
        "/api/kit/find?length=10&pull=400&work=strung",
        "/api/kit/find?length=4&pull=900&work=hauled",
        "/api/kit/wraps?turns=20&along=120%20mm",
        "/api/lashings/square",
        "/api/lashings/tripod",
        "/api/knots/prusik/cord",
        "/api/knots/clove-hitch/cord?size_mm=200",
    ] {
        let (status, answer) = s.get(path).await;
        assert_eq!(status, StatusCode::OK, "{path}: {answer}");
        all.push((path.to_owned(), answer));
    }
    for task in ["make-fast", "guy", "drag", "join", "end-loop", "hoist", "bind", "stow"] {
        let draft = json!({ "task": task, "cord": { "kind": "braid-polyester-6" } });
        let (status, answer) = s.post("/api/choose", &draft).await;
        assert_eq!(status, StatusCode::OK, "{task}: {answer}");
        all.push((format!("choose {task}"), answer));
    }
    let (_, kinds) = s.get("/api/rigs").await;
    for kind in kinds.as_array().expect("kinds").iter().filter_map(|k| k["kind"].as_str()) {
        let draft = s.get(&format!("/api/rigs/{kind}")).await.1["draft"].clone();
        let (status, view) = s.post(&format!("/api/rigs/{kind}"), &json!({ "draft": draft })).await;
        assert_eq!(status, StatusCode::OK, "{kind}: {view}");
        all.push((format!("rig {kind}"), view));
    }
    all
}

async fn strange(s: &Server, units: &str, foreign: &[&str]) -> Vec<String> {
    let mut habits = s.get("/api/settings").await.1;
    habits["units"] = json!(units);
    assert_eq!(s.put("/api/settings", &habits).await.0, StatusCode::OK);
    let mut wrong = Vec::new();
    for (path, answer) in answers(s).await {
        let mut all = Vec::new();
        texts("", &answer, &mut all);
        for (name, words) in all.iter().filter(|(name, _)| !AS_IT_IS.contains(&name.as_str())) {
            if let Some(found) = with_unit(words, foreign) {
                wrong.push(format!("{path}, {name}: “{found}” in: {words}"));
            }
        }
    }
    wrong
}

#[tokio::test]
async fn in_feet_nothing_is_said_in_metres() {
    let s = Server::demo().await;
    let wrong = strange(&s, "imperial", &METRIC).await;
    assert!(wrong.is_empty(), "{} sentences: {:#?}", wrong.len(), &wrong[..wrong.len().min(25)]);
}

#[tokio::test]
async fn in_metres_nothing_is_said_in_feet() {
    let s = Server::demo().await;
    let wrong = strange(&s, "metric", &IMPERIAL).await;
    assert!(wrong.is_empty(), "{} sentences: {:#?}", wrong.len(), &wrong[..wrong.len().min(25)]);
}

/// What this reads off sentences: a unit behind a number, whatever stands round them, and no word that only looks like one.
#[test]
fn a_unit_is_read_off_a_sentence() {
    for (words, found) in [
        ("It is 3.20 m long.", Some("3.20 m")),
        ("used to 400 N, est.", Some("400 N,")),
        ("(12 mm) thick", Some("(12 mm)")),
        ("Dry ground is 4.2 m², and two want 3.", Some("4.2 m²,")),
        ("6 ft of cord, 3 in thick", None),
        ("Line 2, M.", None),
        ("turns: 5. N stands for north", None),
    ] {
        assert_eq!(with_unit(words, &METRIC).as_deref(), found, "{words}");
    }
}

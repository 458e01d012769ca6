//! What is alike in every kind of rig, asked of each of them over the interface and on the page: begun, typed, dragged, kept, changed
//! by two, printed, ticked on site, and refused where it makes no sense.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use axum::http::StatusCode;
use serde_json::{Value, json};
use thirtyfour::By;

/// Kinds of rig, as the server lists them.
async fn kinds(s: &Server) -> Vec<String> {
    let (status, all) = s.get("/api/rigs").await;
    assert_eq!(status, StatusCode::OK);
    let all: Vec<String> =
        all.as_array().expect("a list").iter().filter_map(|k| k["kind"].as_str().map(str::to_owned)).collect();
    assert!(all.len() >= 8, "{all:?}");
    all
}

async fn begun(s: &Server, kind: &str) -> Value {
    s.get(&format!("/api/rigs/{kind}")).await.1["draft"].clone()
}

async fn plan(s: &Server, kind: &str, draft: &Value) -> (StatusCode, Value) {
    s.post(&format!("/api/rigs/{kind}"), &json!({ "draft": draft })).await
}

/// Each is begun with something that goes: a plan with its order, its drawings and its fields; the same at every asking.
#[tokio::test]
async fn each_is_begun_with_something_that_goes() {
    let s = Server::demo().await;
    for kind in kinds(&s).await {
        let draft = begun(&s, &kind).await;
        let (status, view) = plan(&s, &kind, &draft).await;
        assert_eq!(status, StatusCode::OK, "{kind}: {view}");
        assert!(view["impossible"].is_null(), "{kind}: {}", view["impossible"]);
        let count = |at: &str| view.pointer(at).and_then(Value::as_array).map_or(0, Vec::len);
        assert!(count("/drawings") > 0 && count("/fields") > 2 && count("/plan/cautions") > 0, "{kind}");
        assert!(count("/plan/order") > 3 && count("/plan/strike") > 1, "{kind}");
        for d in view["drawings"].as_array().expect("drawings") {
            let svg = d["svg"].as_str().expect("a drawing");
            assert!(svg.starts_with("<svg") && !svg.contains("NaN") && !svg.contains("<script"), "{kind}");
        }
        assert_eq!(plan(&s, &kind, &draft).await.1, view, "{kind}: asked again");
    }
}

/// Every number that can be typed is typed in words of the reader's own, and put at its own place; words that are no number are
/// refused with the field's name, and change nothing.
#[tokio::test]
async fn each_number_is_typed_at_its_place() {
    let s = Server::demo().await;
    for kind in kinds(&s).await {
        let draft = begun(&s, &kind).await;
        let (_, view) = plan(&s, &kind, &draft).await;
        for field in view["fields"].as_array().expect("fields") {
            let at = field["at"].as_str().expect("a place");
            let typed = async |text: &str| {
                s.post(&format!("/api/rigs/{kind}/typed"), &json!({ "draft": draft, "at": at, "text": text })).await
            };
            let (status, now) = typed(field["value"].as_str().expect("a value")).await;
            assert_eq!(status, StatusCode::OK, "{kind} {at}: {now}");
            let mut other = now["draft"].clone();
            *other.pointer_mut(at).expect("its place") = draft.pointer(at).expect("its place").clone();
            assert_eq!(other, draft, "{kind} {at}: nothing else is changed");
            let (status, problem) = typed("about so much").await;
            assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{kind} {at}");
            let says = problem["faults"][0]["says"].as_str().expect("words");
            assert!(says.contains("give a number") && says.ends_with('.'), "{kind} {at}: {says}");
        }
        let nowhere = json!({ "draft": draft, "at": "/nowhere", "text": "1" });
        assert_eq!(
            s.post(&format!("/api/rigs/{kind}/typed"), &nowhere).await.0,
            StatusCode::UNPROCESSABLE_ENTITY,
            "{kind}"
        );
    }
}

/// Kept with a job, changed by two at once: one is kept, the other is told and shown what stands there now.
#[tokio::test]
async fn each_is_kept_once_when_two_change_it() {
    let s = Server::demo().await;
    let (_, job) = s.post("/api/jobs", &json!({ "name": "Every rig" })).await;
    for kind in kinds(&s).await {
        let at = format!("/api/jobs/{}/rigs/{kind}", job["id"]);
        let draft = begun(&s, &kind).await;
        let (status, kept) = s.put(&at, &json!({ "draft": draft, "version": 0 })).await;
        assert!(status.is_success(), "{kind}: {kept}");
        let version = kept["version"].clone();
        let mine = json!({ "draft": draft, "ticked": [], "version": version });
        let (one, other) = tokio::join!(s.put(&at, &mine), s.put(&at, &mine));
        let mut codes = [one.0.as_u16(), other.0.as_u16()];
        codes.sort_unstable();
        assert_eq!(codes, [200, 409], "{kind}: {} {}", one.1, other.1);
        let refused = if one.0 == StatusCode::CONFLICT { one.1 } else { other.1 };
        assert_eq!(refused["newer"]["draft"], draft, "{kind}: {refused}");
        let read = s.get(&at).await.1;
        assert_eq!((&read["draft"], read["version"].as_i64()), (&draft, version.as_i64().map(|v| v + 1)), "{kind}");
    }
    // All of them in one cut list, and the kit shared between them.
    let (status, cuts) = s.get(&format!("/api/jobs/{}/cuts", job["id"])).await;
    assert_eq!(status, StatusCode::OK);
    let rigs = cuts["rigs"].as_array().expect("rigs");
    assert_eq!(rigs.len(), kinds(&s).await.len());
    assert!(rigs.iter().all(|r| r["impossible"].is_null()), "{cuts}");
    let lines: u64 = cuts["totals"].as_array().expect("sums").iter().filter_map(|t| t["lines"].as_u64()).sum();
    let each: u64 = rigs
        .iter()
        .flat_map(|r| r["cuts"].as_array().cloned().unwrap_or_default())
        .filter_map(|c| c["times"].as_u64())
        .sum();
    assert_eq!(lines, each);
}

/// Each prints: a PDF of a page or more, also where the reader measures in feet.
#[tokio::test]
async fn each_is_printed_in_both_measures() {
    let s = Server::demo().await;
    for units in ["metric", "imperial", "body"] {
        let mut habits = s.get("/api/settings").await.1;
        habits["units"] = json!(units);
        let (status, problem) = s.put("/api/settings", &habits).await;
        assert_eq!(status, StatusCode::OK, "{problem}");
        for kind in kinds(&s).await {
            let body = json!({ "draft": begun(&s, &kind).await });
            let url = s.url(&format!("/api/rigs/{kind}/sheet.pdf"));
            let r = s.client.post(url).json(&body).send().await.expect("an answer");
            assert_eq!(r.headers()["content-type"], "application/pdf", "{kind} in {units}");
            let pdf = r.bytes().await.expect("a file");
            assert!(pdf.starts_with(b"%PDF") && pdf.len() > 8_000, "{kind} in {units}: {} bytes", pdf.len());
        }
    }
}

/// What makes no sense is refused in words and stored nowhere: another kind's draft, none, a list, a word for a number, a number
/// beyond all reason, an unknown part, a kind nobody plans.
#[tokio::test]
async fn what_makes_no_sense_is_refused_and_stored_nowhere() {
    let s = Server::demo().await;
    let (_, job) = s.post("/api/jobs", &json!({ "name": "Nonsense" })).await;
    let all = kinds(&s).await;
    for (i, kind) in all.iter().enumerate() {
        let draft = begun(&s, kind).await;
        let other = begun(&s, &all[(i + 1) % all.len()]).await;
        let mut more = draft.clone();
        more["nobody_says_this"] = json!(true);
        let mut huge = draft.clone();
        let number = huge.as_object().expect("parts").iter().find(|(_, v)| v.is_f64()).map(|(k, _)| k.clone());
        if let Some(part) = number {
            huge[part.as_str()] = json!(1e12);
        } else {
            huge["cord"]["diameter_mm"] = json!(1e12);
            huge["ridge_cord"] = json!({ "kind": "paracord-iii", "diameter_mm": 1e12 });
        }
        for wrong in [other, json!(null), json!([]), json!("a rig"), more, huge] {
            for (what, answer) in [
                ("planned", plan(&s, kind, &wrong).await),
                (
                    "kept",
                    s.put(&format!("/api/jobs/{}/rigs/{kind}", job["id"]), &json!({ "draft": wrong, "version": 0 }))
                        .await,
                ),
            ] {
                let (status, problem) = answer;
                assert!(
                    status == StatusCode::UNPROCESSABLE_ENTITY || status == StatusCode::BAD_REQUEST,
                    "{kind} {what} {wrong}: {status}"
                );
                let says = problem["detail"].as_str().expect("words");
                assert!(!says.is_empty() && !says.contains("panicked"), "{kind}: {problem}");
            }
        }
        assert_eq!(s.get(&format!("/api/jobs/{}/rigs/{kind}", job["id"])).await.0, StatusCode::NOT_FOUND, "{kind}");
    }
    for path in ["/api/rigs/kite", "/api/jobs/1/rigs/kite", "/api/jobs/999/rigs/shelter"] {
        assert_eq!(s.get(path).await.0, StatusCode::NOT_FOUND, "{path}");
    }
    assert_eq!(plan(&s, "kite", &json!({})).await.0, StatusCode::NOT_FOUND);
}

/// Drawings are as wide as they are asked for, within reason, and no two of a plan are called the same.
#[tokio::test]
async fn drawings_are_as_wide_as_asked() {
    let s = Server::demo().await;
    for kind in kinds(&s).await {
        let draft = begun(&s, &kind).await;
        for gets in [400.0, 868.0, 1400.0] {
            let (status, view) = s.post(&format!("/api/rigs/{kind}"), &json!({ "draft": draft, "width": gets })).await;
            assert_eq!(status, StatusCode::OK, "{kind}: {view}");
            let drawings = view["drawings"].as_array().expect("drawings");
            let mut ids: Vec<&str> = drawings.iter().filter_map(|d| d["id"].as_str()).collect();
            let so_many = ids.len();
            ids.sort_unstable();
            ids.dedup();
            assert_eq!(ids.len(), so_many, "{kind}");
            for d in drawings {
                let svg = d["svg"].as_str().expect("a drawing");
                let wide = svg.split("viewBox=\"0 0 ").nth(1).and_then(|v| v.split(' ').next());
                let wide: f64 = wide.and_then(|w| w.parse().ok()).expect("a width");
                assert!(wide <= gets + 1.0, "{kind} {}: {wide} of {gets}", d["id"]);
            }
        }
    }
}

/// A drawing narrower or wider than any page is refused with what would do.
#[tokio::test]
async fn drawings_of_no_width_are_refused() {
    let s = Server::empty().await;
    for kind in kinds(&s).await {
        let draft = begun(&s, &kind).await;
        for width in [0.0, 10.0, -400.0, 9e9] {
            let body = json!({ "draft": draft, "width": width });
            let (status, problem) = s.post(&format!("/api/rigs/{kind}"), &body).await;
            assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{kind} {width}");
            assert!(problem["detail"].as_str().is_some_and(|d| d.contains("320 to 2000 pixels")), "{problem}");
        }
    }
}

/// On the page of each: its sentence, its drawing, its order of work; ticked on site and still ticked when it is opened again.
#[tokio::test(flavor = "multi_thread")]
async fn each_is_opened_ticked_on_site_and_opened_again() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 900).await);
    let (_, job) = s.post("/api/jobs", &json!({ "name": "Every rig" })).await;
    for kind in kinds(&s).await {
        b.driver.goto(s.url(&format!("/jobs/{}/rig/{kind}", job["id"]))).await.expect("the page opens");
        b.see(".rig .sentence").await;
        b.see(".rig svg").await;
        let title = b.driver.title().await.unwrap_or_default();
        assert!(title.contains("Umbet"), "{kind}: {title}");
        b.see_number("h1", 1).await;
        b.driver.goto(s.url(&format!("/jobs/{}/rig/{kind}/site", job["id"]))).await.expect("the page opens");
        b.see(".onsite-next").await;
        let at = format!("/api/jobs/{}/rigs/{kind}", job["id"]);
        let ticked = async || s.get(&at).await.1["ticked"].as_array().map_or(0, Vec::len);
        for n in 1..=2 {
            b.driver.find(By::Css(".onsite-next")).await.expect("what is next").click().await.expect("pressed");
            until("it is ticked", async || ticked().await == n).await;
        }
        b.driver.refresh().await.expect("opened again");
        b.see(".onsite-next").await;
        assert_eq!(ticked().await, 2, "{kind}");
    }
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

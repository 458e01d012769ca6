//! The kit's ledger: lengths add up whatever is done, what was written stays, and one piece is given out once.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use crate::support::kit::as_sent;
use axum::http::StatusCode;
use serde_json::{Value, json};
use std::collections::BTreeMap;

async fn received(s: &Server, name: &str, length_m: f64) -> Value {
    let body = json!({ "name": name, "kind": "braid-polyester-6", "length_m": length_m, "place": "blue bag" });
    let (status, piece) = s.post("/api/cords", &body).await;
    assert_eq!(status, StatusCode::CREATED, "{piece}");
    piece
}

async fn done(s: &Server, id: &Value, version: &Value, deed: Value) -> (StatusCode, Value) {
    let body = json!({ "deed": deed, "who": "Marit", "version": version });
    s.post(&format!("/api/cords/{id}/deeds"), &body).await
}

async fn history(s: &Server, id: &Value) -> Vec<Value> {
    let (_, all) = s.get(&format!("/api/cords/{id}/history")).await;
    all.as_array().expect("entries").clone()
}

fn sum(entries: &[Value]) -> f64 {
    entries.iter().filter_map(|e| e["change_m"].as_f64()).sum()
}

/// Hundreds of deeds in an order nobody planned: every piece is as long as its entries add up to, and nothing comes or goes but
/// by what was received and measured.
#[tokio::test]
async fn lengths_add_up_whatever_is_done() {
    let s = Server::empty().await;
    for (name, m) in [("A", 100.0), ("B", 30.0), ("C", 8.0)] {
        received(&s, name, m).await;
    }
    // A number to choose by: Knuth's multiplier, so that each run is the same.
    let mut chance = 1u64;
    let mut next = |n: u64| {
        chance = chance.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        (chance >> 33) % n
    };
    let (mut cuts, mut refused, mut measured) = (0, 0, 0.0);
    for n in 0..400 {
        let (_, kit) = s.get("/api/cords").await;
        let kit = kit.as_array().expect("pieces").clone();
        let piece = &kit[next(kit.len() as u64) as usize];
        let (id, version) = (&piece["id"], &piece["version"]);
        let metres = next(300) as f64 / 100.0;
        let deed = match next(12) {
            0..=5 => json!({ "what": "cut", "length_m": metres, "name": format!("Piece {n}") }),
            6 => json!({ "what": "issued", "to": "Bram" }),
            7 => json!({ "what": "returned", "place": "" }),
            8 => json!({ "what": "inspected", "worn": next(2) == 0 }),
            9 if next(25) == 0 => json!({ "what": "retired", "reason": "worn through" }),
            _ => {
                let now = piece["length_m"].as_f64().expect("a length");
                let then = (now + next(100) as f64 / 100.0 - 0.5).max(0.1);
                let mut body = as_sent(piece);
                body["length_m"] = json!(then);
                let (status, after) = s.put(&format!("/api/cords/{id}"), &body).await;
                let good = piece["retired"].is_null();
                assert_eq!(status == StatusCode::OK, good, "{after}");
                measured += if good { then - now } else { 0.0 };
                continue;
            }
        };
        let is_cut = deed["what"] == "cut";
        let (status, answer) = done(&s, id, version, deed).await;
        match status {
            StatusCode::OK => cuts += usize::from(is_cut),
            StatusCode::UNPROCESSABLE_ENTITY => refused += 1,
            other => panic!("{other}: {answer}"),
        }
    }
    assert!(cuts > 40 && refused > 40, "{cuts} cuts, {refused} refused");
    let (_, kit) = s.get("/api/cords").await;
    let mut total = 0.0;
    for piece in kit.as_array().expect("pieces") {
        let m = piece["length_m"].as_f64().expect("a length");
        let entries = history(&s, &piece["id"]).await;
        assert!((sum(&entries) - m).abs() < 1e-6, "{piece}: {entries:?}");
        assert!(m >= 0.05 - 1e-9, "{piece}");
        total += m;
    }
    assert!((total - 138.0 - measured).abs() < 1e-6, "{total}");
}

/// Two people give out the last piece in the same moment: one does, the other is told, and told why when they look again.
#[tokio::test]
async fn one_piece_is_given_out_once() {
    let s = Server::empty().await;
    let piece = received(&s, "Last one", 12.0).await;
    let (id, version) = (&piece["id"], &piece["version"]);
    let give = |to: &str| done(&s, id, version, json!({ "what": "issued", "to": to }));
    let (one, other) = tokio::join!(give("Bram"), give("Oda"));
    let mut answers = [one.0, other.0];
    answers.sort();
    assert_eq!(answers, [StatusCode::OK, StatusCode::CONFLICT], "{one:?} {other:?}");
    let (_, now) = s.get(&format!("/api/cords/{id}")).await;
    let (status, problem) = done(&s, id, &now["version"], json!({ "what": "issued", "to": "Kit" })).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert!(problem.to_string().contains("out already, with"), "{problem}");
    let given =
        history(&s, id).await.iter().filter(|e| e["says"].as_str().is_some_and(|w| w.starts_with("Out"))).count();
    assert_eq!(given, 1);
}

/// What is out or retired is offered to no cut; what is cut off is a piece of its own with raw ends.
#[tokio::test]
async fn only_what_is_there_is_cut_from() {
    let s = Server::empty().await;
    let long = received(&s, "Long", 40.0).await;
    let (_, cut) =
        done(&s, &long["id"], &long["version"], json!({ "what": "cut", "length_m": 12.5, "name": "Ridge" })).await;
    assert_eq!((cut["piece"]["length_m"].as_f64(), cut["cut_off"][0]["length_m"].as_f64()), (Some(27.5), Some(12.5)));
    assert_eq!((&cut["cut_off"][0]["ends"], &cut["cut_off"][0]["place"]), (&json!("raw"), &json!("blue bag")));
    let (_, job) = s.post("/api/jobs", &json!({ "name": "A line" })).await;
    let draft = s.get("/api/rigs/shelter").await.1["draft"].clone();
    let kept = s
        .put(&format!("/api/jobs/{}/rigs/shelter", job["id"]), &json!({ "draft": draft, "ticked": [], "version": 0 }))
        .await;
    assert!(kept.0.is_success(), "{}", kept.1);
    let names = async || {
        let (_, plan) = s.get(&format!("/api/jobs/{}/cutting", job["id"])).await;
        let pieces = plan["pieces"].as_array().expect("pieces").clone();
        pieces
            .into_iter()
            .filter(|p| p["new"] == false)
            .map(|p| p["from"].as_str().unwrap_or("").to_owned())
            .collect::<Vec<_>>()
    };
    assert_eq!(names().await, ["Ridge"], "the shorter of the two that serve");
    let off = &cut["cut_off"][0];
    let (_, worn) = done(&s, &off["id"], &off["version"], json!({ "what": "inspected", "worn": true })).await;
    assert_eq!(names().await, ["Long"], "what is worn serves no line reckoned with as sound");
    let off = &worn["piece"];
    let (status, retired) =
        done(&s, &off["id"], &off["version"], json!({ "what": "retired", "reason": "cut half through" })).await;
    assert_eq!(status, StatusCode::OK);
    assert_eq!(names().await, ["Long"]);
    let piece = &retired["piece"];
    let (status, problem) = done(&s, &piece["id"], &piece["version"], json!({ "what": "issued", "to": "Bram" })).await;
    assert!(
        status == StatusCode::UNPROCESSABLE_ENTITY && problem.to_string().contains("cut half through"),
        "{problem}"
    );
    let long = &cut["piece"];
    let (_, out) = done(&s, &long["id"], &long["version"], json!({ "what": "issued", "to": "Bram" })).await;
    let version = &out["piece"]["version"];
    for deed in
        [json!({ "what": "cut", "length_m": 1.0, "name": "Off" }), json!({ "what": "inspected", "worn": false })]
    {
        let (status, problem) = done(&s, &long["id"], version, deed).await;
        assert!(
            status == StatusCode::UNPROCESSABLE_ENTITY && problem.to_string().contains("out with Bram"),
            "{problem}"
        );
    }
    let (status, problem) = s.put(&format!("/api/cords/{}", piece["id"]), &as_sent(piece)).await;
    assert!(
        status == StatusCode::UNPROCESSABLE_ENTITY && problem.to_string().contains("cut half through"),
        "{problem}"
    );
    assert_eq!(names().await, Vec::<String>::new());
}

/// What is out of reason is refused in words, and nothing is written.
#[tokio::test]
async fn deeds_out_of_reason_are_refused() {
    let s = Server::empty().await;
    let piece = received(&s, "Short", 2.0).await;
    let (id, version) = (&piece["id"], &piece["version"]);
    for (deed, says) in [
        (json!({ "what": "cut", "length_m": 2.0, "name": "All" }), "1.95 m off"),
        (json!({ "what": "cut", "length_m": 1.0, "name": " " }), "Give it a name"),
        (json!({ "what": "issued", "to": "" }), "Give it a name"),
        (json!({ "what": "returned" }), "is not out"),
        (json!({ "what": "retired", "reason": "" }), "Give it a name"),
    ] {
        let (status, problem) = done(&s, id, version, deed).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
        assert!(problem.to_string().contains(says), "{problem}");
    }
    assert_eq!(history(&s, id).await.len(), 1);
    assert_eq!(s.get("/api/cords/99/history").await.0, StatusCode::NOT_FOUND);
    let care = s.get(&format!("/api/cords/{id}/care")).await.1;
    assert!(care["checks"].as_array().is_some_and(|c| c.len() >= 4), "{care}");
}

/// A class's cord is cut from the kit: one for each learner, a second of another colour where two are joined.
#[tokio::test]
async fn a_class_is_given_its_cord() {
    let s = Server::demo().await;
    let (_, says) = s.get("/api/courses/1/cords").await;
    assert!(says[0].as_str().is_some_and(|w| w.contains("× Practice cord")), "{says}");
    let (_, plan) = s.get("/api/courses/1/cutting?spool_m=50&kind=braid-polyester-6").await;
    let cuts: BTreeMap<String, usize> =
        plan["pieces"].as_array().expect("pieces").iter().flat_map(|p| p["cuts"].as_array()).flatten().fold(
            BTreeMap::new(),
            |mut all, c| {
                *all.entry(c["line"].as_str().unwrap_or("").to_owned()).or_default() += 1;
                all
            },
        );
    let class = s.get("/api/courses/1").await.1["course"]["draft"]["class"].as_u64().expect("a class") as usize;
    assert_eq!(cuts.get("Practice cord"), Some(&class), "{cuts:?}");
    assert_eq!(cuts.get("To show with"), Some(&1), "{cuts:?}");
    let seconds = plan["pieces"].as_array().into_iter().flatten().filter(|p| p.to_string().contains("another colour"));
    for piece in seconds {
        assert!(!piece["cord"].as_str().is_some_and(|c| c.contains("polyester")), "told from the first: {piece}");
    }
    let same = s.get("/api/courses/1/cutting?kind=paracord-iii&second=paracord-iii").await;
    assert!(
        same.0 == StatusCode::UNPROCESSABLE_ENTITY && same.1.to_string().contains("told from the first"),
        "{}",
        same.1
    );
    let (status, problem) = s.get("/api/courses/1/cutting?kind=string").await;
    assert!(status == StatusCode::UNPROCESSABLE_ENTITY && problem.to_string().contains("No such cord"), "{problem}");
    let ticket = reqwest::get(s.url("/api/courses/1/cutting.pdf")).await.expect("an answer");
    assert!(ticket.bytes().await.expect("a file").starts_with(b"%PDF"));
}

/// A piece is opened, cut, given out, taken back and looked over; the ledger beside it says so.
#[tokio::test(flavor = "multi_thread")]
async fn a_piece_is_cut_given_out_and_taken_back() {
    let (s, b) = (Server::empty().await, Browser::open(1280, 800).await);
    received(&s, "Hank 7", 20.0).await;
    b.driver.goto(s.url("/cord")).await.expect("the page opens");
    b.press(".hank-name a", "Hank 7").await;
    b.see_words(".piece h1", "Hank 7, 20.00 m").await;
    b.see_words(".piece", "figures of eight").await;
    b.type_into(".deeds form:nth-of-type(1) input", "2,5").await;
    b.type_into(".deeds form:nth-of-type(1) label:nth-of-type(3) input", "Prusik").await;
    b.press(".deeds .btn", "Cut it").await;
    b.see_words(".piece h1", "Hank 7, 17.50 m").await;
    b.type_into(".deeds form:nth-of-type(2) input", "Oda").await;
    b.press(".deeds .btn", "Give it out").await;
    b.see_words(".piece", "Out with Oda.").await;
    b.press(".deeds .btn", "Take it back").await;
    b.see_words(".piece", "At its place: blue bag").await;
    b.press(".deeds .btn", "It is worn").await;
    b.see_words(".ledger", "Looked over along its length: worn.").await;
    let at = "/api/cords/1/history";
    until("five entries", async || s.get(at).await.1.as_array().is_some_and(|e| e.len() == 5)).await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

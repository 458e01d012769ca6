//! The ledger through everything that can be done with a piece, in an order nobody planned, by many at once: lengths add up, nothing is in two
//! hands, nothing retired moves, and what is offered to a plan is what may be used.

use crate::support::Server;
use axum::http::StatusCode;
use serde_json::{Value, json};

/// Knuth's multiplier: chosen alike at each run.
struct Chance(u64);

impl Chance {
    fn next(&mut self, n: u64) -> u64 {
        self.0 = self.0.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        (self.0 >> 33) % n.max(1)
    }
}

async fn kit(s: &Server) -> Vec<Value> {
    s.get("/api/cords").await.1.as_array().expect("pieces").clone()
}

fn length(piece: &Value) -> f64 {
    piece["length_m"].as_f64().expect("a length")
}

/// Living metres: what is not retired.
fn living(kit: &[Value]) -> f64 {
    kit.iter().filter(|c| c["retired"].is_null()).map(length).sum()
}

async fn adds_up(s: &Server) {
    for piece in kit(s).await {
        let (_, entries) = s.get(&format!("/api/cords/{}/history", piece["id"])).await;
        let entries = entries.as_array().expect("entries").clone();
        let sum: f64 = entries.iter().filter_map(|e| e["change_m"].as_f64()).sum();
        assert!((sum - length(&piece)).abs() < 1e-6, "{piece}: {entries:?}");
        assert!(piece["retired"].is_null() || piece["held_by"].is_null(), "retired and out: {piece}");
    }
}

#[tokio::test]
async fn everything_is_done_in_no_order_and_adds_up() {
    let s = Server::empty().await;
    for (name, kind, m) in [
        ("A", "braid-polyester-6", 80.0),
        ("B", "braid-polyester-6", 30.0),
        ("C", "paracord-iii", 50.0),
        ("D", "paracord-iii", 12.0),
        ("E", "webbing-25", 9.0),
    ] {
        let (status, piece) = s.post("/api/cords", &json!({ "name": name, "kind": kind, "length_m": m })).await;
        assert_eq!(status, StatusCode::CREATED, "{piece}");
    }
    let mut chance = Chance(7);
    let (mut joined, mut done, mut refused) = (0, 0, 0);
    let mut into_bends = 0.0;
    for n in 0..260 {
        let all = kit(&s).await;
        let piece = all[chance.next(all.len() as u64) as usize].clone();
        let other = all[chance.next(all.len() as u64) as usize].clone();
        let deed = match chance.next(14) {
            0..=4 => {
                json!({ "what": "cut", "length_m": 0.2 + chance.next(200) as f64 / 100.0, "name": format!("Bit {n}"), "times": 1 + chance.next(3) })
            }
            5 | 6 => {
                json!({ "what": "joined", "with": other["id"], "with_version": other["version"], "knot": if piece["kind"] == "webbing-25" { "water-knot" } else { "double-fishermans" } })
            }
            7 => json!({ "what": "issued", "to": "Gwil" }),
            8 => json!({ "what": "returned", "place": "hook 2" }),
            9 | 10 => json!({ "what": "shaken" }),
            11 | 12 => json!({ "what": "inspected", "worn": chance.next(3) == 0 }),
            _ if chance.next(8) == 0 => json!({ "what": "retired", "reason": "chafed through" }),
            _ => continue,
        };
        let is_join = deed["what"] == "joined";
        let retires = deed["what"] == "retired";
        let before = living(&all);
        let body = json!({ "deed": deed, "version": piece["version"] });
        let (status, answer) = s.post(&format!("/api/cords/{}/deeds", piece["id"]), &body).await;
        let after = living(&kit(&s).await);
        match status {
            StatusCode::OK if is_join => {
                joined += 1;
                into_bends += before - after;
                assert!(before - after > 0.05 && before - after < 2.5, "a bend takes some cord: {}", before - after);
                assert!(answer["piece"]["joint"].is_string(), "{answer}");
            }
            StatusCode::OK if retires => done += 1,
            StatusCode::OK => {
                done += 1;
                assert!((before - after).abs() < 1e-6, "{}: {before} and {after}", body["deed"]);
            }
            StatusCode::UNPROCESSABLE_ENTITY => {
                refused += 1;
                assert!((before - after).abs() < 1e-9, "refused and done: {}", body["deed"]);
                assert!(answer["detail"].as_str().is_some_and(|d| d.ends_with('.')), "{answer}");
            }
            other => panic!("{other}: {answer}"),
        }
    }
    assert!(joined > 3 && done > 60 && refused > 20, "{joined} joined, {done} done, {refused} refused");
    assert!(into_bends > 0.0);
    adds_up(&s).await;
    // What is offered is what may be used.
    let (_, found) = s.get("/api/kit/find?length=0.1&pull=1&work=hung").await;
    for f in found.as_array().expect("pieces").iter().filter(|f| f["serves"] == true) {
        let p = &f["piece"];
        let free = p["held_by"].is_null() && p["retired"].is_null() && p["joint"].is_null() && p["shaken"] == false;
        assert!(free, "{f}");
    }
}

/// Twelve people cut, give out and take back at once: each answer is done or told; the ledger adds up at the end.
#[tokio::test(flavor = "multi_thread")]
async fn many_hands_at_once_lose_nothing() {
    let s = Server::empty().await;
    for i in 0..4 {
        let body = json!({ "name": format!("Spool {i}"), "kind": "braid-polyester-6", "length_m": 100 });
        assert_eq!(s.post("/api/cords", &body).await.0, StatusCode::CREATED);
    }
    let hands = (0..12u64).map(|i| {
        let (client, base) = (s.client.clone(), s.url(""));
        tokio::spawn(async move {
            let mut chance = Chance(i + 1);
            let mut codes = Vec::new();
            for n in 0..15 {
                let id = 1 + chance.next(4);
                let at = format!("{base}/api/cords/{id}");
                let piece: Value = client.get(&at).send().await.expect("an answer").json().await.expect("JSON");
                let deed = match chance.next(4) {
                    0 => json!({ "what": "issued", "to": format!("hand {i}") }),
                    1 => json!({ "what": "returned" }),
                    _ => json!({ "what": "cut", "length_m": 0.5, "name": format!("Bit {i} {n}"), "times": 2 }),
                };
                let body = json!({ "deed": deed, "version": piece["version"] });
                let sent = client.post(format!("{at}/deeds")).json(&body).send().await.expect("an answer");
                codes.push(sent.status().as_u16());
            }
            codes
        })
    });
    let mut codes = Vec::new();
    for hand in hands.collect::<Vec<_>>() {
        codes.extend(hand.await.expect("a hand ends"));
    }
    assert!(codes.iter().all(|c| [200, 409, 422].contains(c)), "{codes:?}");
    assert!(codes.iter().filter(|c| **c == 200).count() > 40, "{codes:?}");
    assert!((living(&kit(&s).await) - 400.0).abs() < 1e-6);
    adds_up(&s).await;
}

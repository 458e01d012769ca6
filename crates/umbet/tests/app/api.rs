//! The API at its edges: every knot, every bound, many at once.

use crate::support::Server;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};

fn tree() -> Value {
    json!({ "task": "make-fast", "shape": "post", "size_mm": 250, "cord": { "kind": "paracord-iii" } })
}

#[tokio::test]
async fn every_knot_has_words_and_every_move_a_drawing() {
    let s = Server::empty().await;
    let (_, list) = s.get("/api/knots").await;
    let list = list.as_array().expect("a list");
    assert!(list.len() >= 22);
    for k in list {
        let id = k["id"].as_str().expect("an id");
        let (status, words) = s.get(&format!("/api/knots/{id}")).await;
        assert_eq!(status, StatusCode::OK);
        for field in ["steps", "telltales", "mistakes"] {
            assert!(words[field].as_array().is_some_and(|l| !l.is_empty()), "{id}: {field}");
        }
        for field in ["about", "lets_go", "leaves", "confirmed", "strength_source"] {
            assert!(words[field].as_str().is_some_and(|w| !w.is_empty()), "{id}: {field}");
        }
        let steps = words["steps"].as_array().map_or(0, Vec::len);
        for step in 1..=steps {
            let (status, svg) = s.text(&format!("/api/knots/{id}/figure.svg?step={step}&labels=true")).await;
            assert!(status == StatusCode::OK && svg.ends_with("</svg>"), "{id} {step}");
        }
        let (status, _) = s.text(&format!("/api/knots/{id}/figure.svg?step={}", steps + 1)).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{id} has {steps} moves");
    }
}

/// Cord is reckoned on what the knot is tied to, by geometry, and never on something out of reason.
#[tokio::test]
async fn cord_taken_follows_object_and_cord() {
    let s = Server::empty().await;
    let taken = async |query: &str| s.get(&format!("/api/knots/prusik/cord?{query}")).await;
    let (status, usual) = taken("").await;
    assert_eq!((status, &usual["on"]), (StatusCode::OK, &json!("in 5 mm cord round 11 mm")));
    // Three and a half turns of 5 mm cord on an 11 mm rope, its bridge besides: 3.5·π·(11 + 5) mm.
    let turns = usual["items"][0]["length_m"].as_f64().expect("a length");
    assert!((turns - 3.5 * std::f64::consts::PI * 0.016).abs() < 1e-9, "{turns}");
    let sum: f64 = usual["items"].as_array().expect("items").iter().filter_map(|i| i["length_m"].as_f64()).sum();
    assert!((sum - usual["length_m"].as_f64().expect("a length")).abs() < 1e-9);
    let (_, thicker) = taken("size_mm=16").await;
    assert!(thicker["length_m"].as_f64() > usual["length_m"].as_f64());
    for nonsense in ["size_mm=0", "size_mm=2001", "cord_mm=0.1", "cord_mm=-3", "cord_mm=NaN"] {
        let (status, problem) = taken(nonsense).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{nonsense}: {problem}");
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains("between")), "{problem}");
    }
    // A bend has nothing to go round.
    let (_, bend) = s.get("/api/knots/zeppelin-bend/cord?cord_mm=8").await;
    assert_eq!(bend["on"], "in 8 mm cord");
}

/// Asked for on something it is not tied to, a knot is shown on what it is tied to.
#[tokio::test]
async fn a_knot_is_drawn_on_its_own_kind_of_object() {
    let s = Server::empty().await;
    let (_, on_a_tree) =
        s.text("/api/knots/prusik/figure.svg?shape=post&size_mm=250&cord_mm=4&surface=bark-rough").await;
    let (_, plain) = s.text("/api/knots/prusik/figure.svg?cord_mm=4").await;
    assert_eq!(on_a_tree, plain);
    assert!(plain.contains("ob laid") && !plain.contains("ob bark"));
    let (_, clove) =
        s.text("/api/knots/clove-hitch/figure.svg?shape=post&size_mm=40&cord_mm=4&surface=bark-rough").await;
    assert!(clove.contains("ob bark"));
}

/// Every move of every other way has a picture of its own words; beyond the last there is none.
#[tokio::test]
async fn other_ways_are_drawn_move_by_move() {
    let s = Server::empty().await;
    let mut pictures = 0;
    for knot in umbet_core::knot::catalogue().knots() {
        let (_, words) = s.get(&format!("/api/knots/{}", knot.id)).await;
        for (w, way) in (1..).zip(words["ways"].as_array().expect("ways")) {
            let says = way["moves"].as_array().expect("moves");
            for (p, say) in (1..).zip(says.iter().map(|m| &m["say"])) {
                let at = format!("/api/knots/{}/figure.svg?way={w}&pose={p}&width=800&height=600", knot.id);
                let (status, svg) = s.text(&at).await;
                assert!(status == StatusCode::OK && svg.contains(say.as_str().expect("a sentence")), "{at}");
                pictures += 1;
            }
            let at = format!("/api/knots/{}/figure.svg?way={w}&pose={}", knot.id, says.len() + 1);
            assert_eq!(s.text(&at).await.0, StatusCode::NOT_FOUND, "{at}");
        }
    }
    assert!(pictures >= 24, "{pictures}");
}

#[tokio::test]
async fn drawings_take_any_size_within_reason_and_no_other() {
    let s = Server::empty().await;
    let status = async |query: &str| s.text(&format!("/api/knots/clove-hitch/figure.svg?{query}")).await.0.as_u16();
    for good in [
        "width=60&height=60",
        "width=2000&height=2000",
        "size_mm=1&cord_mm=60",
        "size_mm=2000&cord_mm=0.5",
        "shape=square",
        "behind=true&mirrored=true",
    ] {
        assert_eq!(status(good).await, 200, "{good}");
    }
    for bad in [
        "width=59",
        "height=2001",
        "width=-1",
        "size_mm=0",
        "cord_mm=0",
        "cord_mm=61",
        "surface=lava",
        "width=NaN",
        "size_mm=inf",
        "step=0",
        "way=0",
        "way=1&pose=0",
        "pose=0",
        "pose=61",
    ] {
        assert_eq!(status(bad).await, 422, "{bad}");
    }
    for none in ["way=2", "way=1&pose=40"] {
        assert_eq!(status(none).await, 404, "{none}: this knot has no such way or move");
    }
    for unreadable in ["shape=blob", "step=-1", "step=two", "behind=perhaps", "width="] {
        assert_eq!(status(unreadable).await, 400, "{unreadable}");
    }
    let long = "x".repeat(41);
    assert_eq!(status(&format!("pull={long}")).await, 422);
}

#[tokio::test]
async fn names_nobody_knows_are_refused_wherever_they_stand() {
    let s = Server::empty().await;
    let (_, job) = s.post("/api/jobs", &json!({ "name": "Job" })).await;
    let joints = format!("/api/jobs/{}/joints", job["id"]);
    for (field, value) in [("schools", json!(["knot-theory"])), ("knows", json!(["gordian-knot"]))] {
        let mut draft = tree();
        draft[field] = value;
        let (status, problem) = s.post("/api/choose", &draft).await;
        assert_eq!((status, problem["faults"][0]["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some(field)));
        let (status, _) = s.post("/api/choose/options", &json!({ "draft": draft, "part": "off" })).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        let (status, _) = s.post(&joints, &json!({ "name": "x", "situation": draft })).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    }
    let (status, _) = s.post("/api/choose/options", &json!({ "draft": tree(), "part": "colour" })).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    let (status, _) = s.post(&joints, &json!({ "name": "x", "situation": tree(), "knot": "gordian-knot" })).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
}

#[tokio::test]
async fn every_part_of_the_sentence_can_be_asked_about() {
    let s = Server::empty().await;
    let (_, catalogue) = s.get("/api/catalogue").await;
    for task in catalogue["tasks"].as_array().expect("tasks") {
        let (_, a) = s.post("/api/choose", &task["usual"]).await;
        let parts: Vec<&str> =
            a["sentence"].as_array().expect("a sentence").iter().filter_map(|f| f["part"].as_str()).collect();
        assert!(parts.len() >= 9, "{}: {parts:?}", task["task"]);
        for part in parts {
            let (status, list) = s.post("/api/choose/options", &json!({ "draft": a["draft"], "part": part })).await;
            assert_eq!(status, StatusCode::OK, "{part}");
            for o in list.as_array().expect("a list") {
                let (status, _) = s.post("/api/choose", &o["draft"]).await;
                assert_eq!(status, StatusCode::OK, "{part}: {}", o["words"]);
            }
        }
    }
}

#[tokio::test]
async fn bounds_are_taken_and_one_step_beyond_is_not() {
    let s = Server::empty().await;
    let choose = async |field: &str, value: f64| {
        let mut d = tree();
        d[field] = json!(value);
        s.post("/api/choose", &d).await.0.as_u16()
    };
    for (field, least, most) in [("size_mm", 30.0, 1500.0), ("force_n", 1.0, 50_000.0)] {
        assert_eq!((choose(field, least).await, choose(field, most).await), (200, 200), "{field}");
        assert_eq!((choose(field, least * 0.99).await, choose(field, most * 1.01).await), (422, 422), "{field}");
    }
    let hank = async |length: f64, thick: f64| {
        let body = json!({ "name": "h", "kind": "paracord-iii", "length_m": length, "diameter_mm": thick });
        s.post("/api/cords", &body).await.0.as_u16()
    };
    assert_eq!((hank(0.05, 0.5).await, hank(2000.0, 60.0).await), (201, 201));
    assert_eq!((hank(0.04, 4.0).await, hank(2001.0, 4.0).await), (422, 422));
    assert_eq!((hank(1.0, 0.4).await, hank(1.0, 61.0).await), (422, 422));
}

#[tokio::test]
async fn names_and_notes_keep_any_script_and_their_length() {
    let s = Server::empty().await;
    for name in ["Ægir’s føre", "麻縄の束", "🪢 knot", "a\"b\\c", &"n".repeat(80)] {
        let (status, job) = s.post("/api/jobs", &json!({ "name": name })).await;
        assert_eq!((status, job["name"].as_str()), (StatusCode::CREATED, Some(name)));
    }
    let (status, _) = s.post("/api/jobs", &json!({ "name": "n".repeat(81) })).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    let (status, _) = s.post("/api/jobs", &json!({ "name": "n", "note": "n".repeat(2001) })).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
}

#[tokio::test]
async fn many_writers_at_once_lose_nothing() {
    let s = Server::empty().await;
    let (_, job) = s.post("/api/jobs", &json!({ "name": "Job" })).await;
    let at = format!("/api/jobs/{}", job["id"]);
    let adds = (0..40).map(|i| {
        let (client, url) = (s.client.clone(), s.url(&format!("{at}/joints")));
        tokio::spawn(async move {
            let body = json!({ "name": format!("Joint {i}"), "situation": tree() });
            client.post(url).json(&body).send().await.expect("an answer").status()
        })
    });
    for add in adds.collect::<Vec<_>>() {
        assert_eq!(add.await.expect("it ends"), StatusCode::CREATED);
    }
    let (_, view) = s.get(&at).await;
    let joints = view["joints"].as_array().expect("joints");
    let mut positions: Vec<i64> = joints.iter().filter_map(|j| j["joint"]["position"].as_i64()).collect();
    positions.dedup();
    assert_eq!((joints.len(), positions.len()), (40, 40), "each has a place of its own");
}

/// Of many changes to one version exactly one is kept.
#[tokio::test]
async fn one_of_many_changes_to_a_version_is_kept() {
    let s = Server::empty().await;
    let (_, job) = s.post("/api/jobs", &json!({ "name": "Job" })).await;
    let puts = (0..12).map(|i| {
        let (client, url) = (s.client.clone(), s.url(&format!("/api/jobs/{}", job["id"])));
        tokio::spawn(async move {
            let body = json!({ "name": format!("Name {i}"), "version": 1 });
            client.put(url).json(&body).send().await.expect("an answer").status()
        })
    });
    let mut kept = 0;
    for put in puts.collect::<Vec<_>>() {
        match put.await.expect("it ends") {
            StatusCode::OK => kept += 1,
            other => assert_eq!(other, StatusCode::CONFLICT),
        }
    }
    assert_eq!(kept, 1);
}

#[tokio::test]
async fn joints_are_put_in_another_order() {
    let s = Server::demo().await;
    let (_, view) = s.get("/api/jobs/1").await;
    let last = view["joints"].as_array().and_then(|j| j.last()).expect("a joint")["joint"].clone();
    let mut moved = json!({ "name": last["name"], "situation": last["situation"], "knot": last["knot"], "version": last["version"], "position": 1 });
    let (status, _) = s.put(&format!("/api/joints/{}", last["id"]), &moved).await;
    assert_eq!(status, StatusCode::OK);
    let (_, view) = s.get("/api/jobs/1").await;
    assert!(view["joints"].as_array().expect("joints")[..2].iter().any(|j| j["joint"]["id"] == last["id"]));
    moved["position"] = json!(0);
    assert_eq!(s.put(&format!("/api/joints/{}", last["id"]), &moved).await.0, StatusCode::UNPROCESSABLE_ENTITY);
}

#[tokio::test]
async fn what_is_gone_or_never_was_is_not_found() {
    let s = Server::empty().await;
    for (method, path) in [
        (Method::GET, "/api/jobs/7"),
        (Method::DELETE, "/api/jobs/7"),
        (Method::POST, "/api/jobs/7/restore"),
        (Method::DELETE, "/api/joints/7"),
        (Method::POST, "/api/joints/7/restore"),
        (Method::DELETE, "/api/cords/7"),
        (Method::POST, "/api/cords/7/restore"),
        (Method::GET, "/api/knots/x/figure.svg"),
        (Method::GET, "/assets/no-such-file.js"),
    ] {
        let r = s.client.request(method.clone(), s.url(path)).send().await.expect("an answer");
        assert_eq!(r.status(), StatusCode::NOT_FOUND, "{method} {path}");
        assert_eq!(r.headers()["content-type"], "application/problem+json", "{method} {path}");
    }
    let (status, _) = s.post("/api/jobs/7/joints", &json!({ "name": "x", "situation": tree() })).await;
    assert_eq!(status, StatusCode::NOT_FOUND);
}

/// The page itself, for any address of its own, is never kept by a cache; its named files are, for good.
#[tokio::test]
async fn the_page_is_served_for_its_own_addresses() {
    let s = Server::empty().await;
    for path in ["/", "/jobs/1", "/knots/bowline"] {
        let r = s.client.get(s.url(path)).send().await.expect("an answer");
        assert_eq!(
            (r.status(), r.headers()["cache-control"].to_str().ok()),
            (StatusCode::OK, Some("no-cache")),
            "{path}"
        );
        let html = r.text().await.expect("text");
        assert!(html.contains("<div id=\"app\">"), "{path}");
        if path == "/" {
            let script =
                html.split('"').find(|w| w.starts_with("/assets/") && w.ends_with(".js")).expect("a script").to_owned();
            let r = s.client.get(s.url(&script)).send().await.expect("an answer");
            assert!(r.headers()["cache-control"].to_str().is_ok_and(|c| c.contains("immutable")), "{script}");
        }
    }
    let head = s.client.head(s.url("/")).send().await.expect("an answer");
    assert_eq!(head.status(), StatusCode::OK);
}

/// A weak cord is refused once, with the kit's own that would do, and what is drawn is drawn in that.
#[tokio::test]
async fn a_weak_cord_is_refused_with_the_kits_own() {
    let s = Server::empty().await;
    let mut weak = tree();
    weak["force_n"] = json!(900);
    let (_, without) = s.post("/api/choose", &weak).await;
    assert_eq!(without["answer"]["cord_refused"]["of_the_kit"], false);
    let rope = json!({ "name": "Hut coil", "kind": "kernmantle-11", "length_m": 40 });
    let (status, added) = s.post("/api/cords", &rope).await;
    assert_eq!(status, StatusCode::CREATED, "{added}");
    let (_, with) = s.post("/api/choose", &weak).await;
    let refused = &with["answer"]["cord_refused"];
    assert_eq!((&refused["kind"], &refused["of_the_kit"]), (&json!("kernmantle-11"), &json!(true)));
    assert_eq!(with["drawn"]["cord_mm"], 11.0);
    assert_eq!(with["draft"]["cord"]["kind"], "paracord-iii", "what was said stays said");
}

/// Numbers are typed in the reader's unit; what is out of reason is refused in it, and habits get into no draft.
#[tokio::test]
async fn typed_numbers_and_habits_stay_the_readers() {
    let s = Server::empty().await;
    let (_, mut habits) = s.get("/api/settings").await;
    habits["units"] = json!("imperial");
    habits["schools"] = json!(["fixed-end-timber"]);
    let (status, _) = s.put("/api/settings", &habits).await;
    assert_eq!(status, StatusCode::OK);
    let typed = |value: f64, field: &str| json!({ "draft": tree(), "field": field, "value": value });
    let (status, draft) = s.post("/api/choose/typed", &typed(12.0, "size_mm")).await;
    assert_eq!((status, &draft["size_mm"]), (StatusCode::OK, &json!(304.8)));
    let (status, problem) = s.post("/api/choose/typed", &typed(1200.0, "size_mm")).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert!(problem["detail"].as_str().is_some_and(|d| d.contains("59.1 in")), "{problem}");
    let (status, _) = s.post("/api/choose/typed", &typed(1.0, "moon")).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    let (_, choice) = s.post("/api/choose", &tree()).await;
    assert_eq!(choice["answer"]["knots"][0]["id"], "timber-hitch", "the school holds");
    // The same joint has the same answer on its job.
    let (_, job) = s.post("/api/jobs", &json!({ "name": "Path" })).await;
    let joint = json!({ "name": "Ridge, far end", "situation": tree(), "knot": "bowline" });
    let (status, _) = s.post(&format!("/api/jobs/{}/joints", job["id"]), &joint).await;
    assert_eq!(status, StatusCode::CREATED);
    let (_, view) = s.get(&format!("/api/jobs/{}", job["id"])).await;
    assert_eq!(view["joints"][0]["first"], choice["answer"]["knots"][0]["name"]);
    let in_choose = choice["answer"]["knots"].as_array().and_then(|l| l.iter().find(|k| k["id"] == "bowline"));
    assert_eq!(Some(&view["joints"][0]["taken"]["facts"]), in_choose.map(|k| &k["facts"]));
    assert!(choice["draft"]["schools"].as_array().is_some_and(Vec::is_empty), "and is not kept in the joint");
}

/// A drawing shows the changes asked for, on the object and for the task; a change of no such name is refused.
#[tokio::test]
async fn drawings_show_what_was_answered() {
    let s = Server::empty().await;
    let drawn = async |query: &str| s.text(&format!("/api/knots/{query}")).await;
    let (_, plain) = drawn("clove-hitch/figure.svg?shape=pipe").await;
    let (status, slipped) = drawn("clove-hitch/figure.svg?shape=pipe&mends=slip-last").await;
    assert!(status == StatusCode::OK && slipped != plain);
    let (_, on_nothing) = drawn("bowline/figure.svg").await;
    let (_, on_a_ring) = drawn("bowline/figure.svg?shape=ring&size_mm=12&cord_mm=8").await;
    assert!(on_a_ring.contains("class=\"ob ") && !on_nothing.contains("class=\"ob "));
    let (_, bound) = drawn("reef/figure.svg?shape=bundle&task=bind").await;
    assert!(bound.contains("class=\"ob "));
    let (_, tail) = drawn("clove-hitch/figure.svg?dimensions=true&cord_mm=8&tail_mm=321").await;
    assert!(tail.contains("tail 0.32 m"), "{tail}");
    let (status, _) = drawn("clove-hitch/figure.svg?mends=glue").await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
}

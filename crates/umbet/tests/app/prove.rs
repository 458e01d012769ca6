//! What a path proves, over the real router: missteps, names, drills, own knots, files.

use crate::support::Server;
use reqwest::StatusCode;
use serde_json::{Value, json};

async fn knots(s: &Server) -> Vec<Value> {
    s.get("/api/knots").await.1.as_array().expect("a list").clone()
}

fn said<'a>(list: &'a Value, id: &str) -> &'a Value {
    list.as_array().and_then(|l| l.iter().find(|m| m["id"] == id)).unwrap_or_else(|| panic!("no {id} in {list:#}"))
}

#[tokio::test]
async fn missteps_are_named_and_drawn() {
    let s = Server::empty().await;
    let (_, reef) = s.get("/api/knots/reef/missteps").await;
    assert_eq!(said(&reef, "B1-3")["makes"], "Granny");
    assert_eq!(said(&reef, "B4-6")["done"], "Second half knot wound like the first");
    let (_, clove) = s.get("/api/knots/clove-hitch/missteps").await;
    assert_eq!(said(&clove, "A-turn-10")["knot"], "cow-hitch");
    assert_eq!(said(&clove, "A2")["makes"], "Plain turns: nothing locks them");
    let (_, bowline) = s.get("/api/knots/bowline/missteps").await;
    assert_eq!(said(&bowline, "A1,A7")["makes"], "Nothing: it falls open");
    let (status, svg) = s.text("/api/knots/reef/figure.svg?wrong=B4-6").await;
    assert_eq!(status, StatusCode::OK);
    assert!(svg.contains("makes Granny") && svg.matches("class=\"ring\"").count() == 3, "three crossings are ringed");
    let (right, _) = s.text("/api/knots/reef/figure.svg").await;
    assert_eq!(right, StatusCode::OK);
    for nonsense in ["B99", "Z1", "B3-1", "A-threaded", "B-turn-4", "", "%F0%9F%AA%A2"] {
        let (status, problem) = s.get(&format!("/api/knots/reef/figure.svg?wrong={nonsense}")).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{nonsense}");
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains("such as A3")), "{problem}");
    }
}

/// The missteps of every knot can be drawn, and none is the knot itself.
#[tokio::test]
async fn every_misstep_of_every_knot_draws() {
    let s = Server::empty().await;
    let mut drawn = 0;
    for k in knots(&s).await {
        let id = k["id"].as_str().expect("an id");
        let (_, all) = s.get(&format!("/api/knots/{id}/missteps")).await;
        for m in all.as_array().expect("a list") {
            let (status, svg) =
                s.text(&format!("/api/knots/{id}/figure.svg?wrong={}", m["id"].as_str().expect("an id"))).await;
            assert!(status == StatusCode::OK && !svg.contains("NaN"), "{id}: {m}");
            assert_ne!(m["knot"], k["id"], "{id}: {m}");
            drawn += 1;
        }
    }
    assert!(drawn > 200, "{drawn} missteps");
}

#[tokio::test]
async fn a_tie_is_named_however_it_is_told() {
    let s = Server::empty().await;
    let ask = async |body: Value| s.post("/api/identify", &body).await;
    let (_, walk) = ask(json!({ "walk": { "along": "u1 o2 u3 o1 u2 o3" } })).await;
    assert_eq!(
        (walk["says"].as_str(), walk["knots"][0].as_str()),
        (Some("Overhand knot; tied to something, Half hitch."), Some("overhand"))
    );
    // KnotInfo's code of 8_20, which the trade has no name for.
    let code = "4 2 5 1 8 4 9 3 5 12 6 13 13 16 14 1 9 14 10 15 15 10 16 11 11 6 12 7 2 8 3 7";
    let (status, table) = ask(json!({ "code": code })).await;
    assert_eq!(status, StatusCode::OK, "{table}");
    assert!(table["table"].is_string() && table["says"].as_str().is_some_and(|t| t.contains("no name")), "{table}");
    let (_, changed) = ask(json!({ "changed": { "knot": "figure-eight", "crossings": ["A3-4"] } })).await;
    assert_eq!(changed["knots"][0], "overhand");
    assert!(changed["near"][0]["differs"].as_str().is_some_and(|d| d.starts_with("Move ")));
    let (_, same) = ask(json!({ "changed": { "knot": "reef", "crossings": [] } })).await;
    assert_eq!(same["says"], "Reef knot, as it should be.");
    for (body, part) in [
        (json!({ "walk": { "along": "o1 u2 o1 u2" } }), "Crossing 1 must come twice"),
        (json!({ "walk": { "along": "over under" } }), "Word 1, `over`"),
        (json!({ "walk": { "along": "" } }), "Give 1 to 40 crossings"),
        (json!({ "walk": { "along": "o1 u2 u1 o2" } }), "cannot lie flat"),
        (json!({ "code": "1 2 3 4" }), "must come twice"),
        (json!({ "code": "[[1,2,3]]" }), "four edges"),
        (json!({ "changed": { "knot": "reef", "crossings": ["<b>"] } }), "Name crossings"),
    ] {
        let (status, problem) = ask(body).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains(part)), "{problem}");
    }
    assert_eq!(ask(json!({ "changed": { "knot": "gordian", "crossings": ["A1"] } })).await.0, StatusCode::NOT_FOUND);
    assert_eq!(ask(json!({ "smell": "tar" })).await.0, StatusCode::UNPROCESSABLE_ENTITY);
}

#[tokio::test]
async fn a_drill_hides_its_answer_marks_it_and_keeps_the_score() {
    let s = Server::empty().await;
    let mut right = 0;
    for seed in 0..12 {
        let at = format!("/api/drills/{seed}");
        let (_, q) = s.get(&at).await;
        assert!(q.get("name").is_none() && q.get("spot").is_none(), "the question does not say");
        let (_, svg) = s.text(&format!("{at}/figure.svg?width=400&height=300")).await;
        assert!(svg.contains("A tied knot") && !svg.contains(q["meant"].as_str().expect("a name")), "nor the drawing");
        // Answered once to learn the truth, then rightly.
        let (_, mark) = s.post(&at, &json!({ "name": 0, "spot": null })).await;
        let name =
            q["names"].as_array().and_then(|n| n.iter().position(|n| *n == mark["is"])).expect("one of the names");
        let (_, mark) = s.post(&at, &json!({ "name": name, "spot": mark["spot"] })).await;
        assert_eq!((&mark["name_right"], &mark["spot_right"]), (&json!(true), &json!(true)), "seed {seed}: {mark}");
        right += 1;
    }
    let (_, score) = s.get("/api/drills").await;
    let sum = |field: &str| score.as_array().map_or(0, |l| l.iter().filter_map(|k| k[field].as_i64()).sum::<i64>());
    assert_eq!(sum("asked"), 2 * right);
    assert!(sum("named") >= right && sum("spotted") >= right);
    assert_eq!(s.post("/api/drills/3", &json!({ "name": 9 })).await.0, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(s.post("/api/drills/3", &json!({ "name": 0, "spot": 40 })).await.0, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(s.get("/api/drills/three").await.0, StatusCode::BAD_REQUEST);
    assert_eq!(s.delete("/api/drills").await, StatusCode::NO_CONTENT);
    assert_eq!(s.get("/api/drills").await.1, json!([]));
}

#[tokio::test]
async fn an_own_knot_is_checked_drawn_named_and_kept() {
    let s = Server::empty().await;
    let path = s.text("/api/knots/overhand/notation.txt").await.1;
    let (status, own) = s.post("/api/own-knots", &json!({ "name": "Gran's <i>knot</i>", "path": path })).await;
    assert_eq!(status, StatusCode::CREATED, "{own}");
    let at = format!("/api/own-knots/{}", own["id"]);
    let (_, proof) = s.get(&format!("{at}/proof")).await;
    assert_eq!((&proof["is"], &proof["crossings"]), (&json!("Overhand knot"), &json!(3)));
    let (_, svg) = s.text(&format!("{at}/figure.svg?width=300&height=300")).await;
    assert!(svg.contains("Gran&#39;s &lt;i&gt;knot&lt;/i&gt;") && !svg.contains("<i>"), "a name is text");
    for (bad, part) in [
        ("rope A\n flat 0,0 x,1", "line 2"),
        ("rope A\n flat -9,0 9,0.5 9,5 0,5 0,-5", "letters but 1 meetings"),
        ("", "rope"),
        ("count 5\nrope A\n flat -9,0 9,0.5 9,5 0,5 o 0,-5", "`count` says 5"),
    ] {
        let (status, problem) = s.post("/api/own-knots", &json!({ "name": "Bad", "path": bad })).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains(part)), "{problem}");
    }
    assert_eq!(s.get("/api/own-knots").await.1.as_array().map(Vec::len), Some(1), "nothing bad is stored");
    let change = json!({ "name": "Gran's knot", "path": path, "version": own["version"] });
    assert_eq!(s.put(&at, &change).await.0, StatusCode::OK);
    assert_eq!(s.put(&at, &change).await.0, StatusCode::CONFLICT, "another window was first");
    assert_eq!(s.delete(&at).await, StatusCode::NO_CONTENT);
    assert_eq!(s.get(&format!("{at}/proof")).await.0, StatusCode::NOT_FOUND);
    assert_eq!(s.post(&format!("{at}/restore"), &json!({})).await.0, StatusCode::OK);
}

/// Waits until an own knot is no longer under way.
async fn drawn_up(s: &Server, at: &str) -> Value {
    let mut share = 0.0;
    loop {
        let (status, now) = s.get(at).await;
        assert_eq!(status, StatusCode::OK, "{now}");
        assert!(now["share"].as_f64() >= Some(share), "it does not go back: {now}");
        share = now["share"].as_f64().unwrap_or(0.0);
        if now["stage"] != "waiting" && now["stage"] != "working" {
            return now;
        }
        tokio::time::sleep(std::time::Duration::from_millis(50)).await;
    }
}

/// Drawn up once, in the background, and kept; stopped when nobody wants it; refused in words when it is no tie; of a changed
/// path begun anew.
#[tokio::test]
async fn an_own_knot_is_drawn_up_in_the_background() {
    let s = Server::empty().await;
    let path = s.text("/api/knots/overhand/notation.txt").await.1;
    let own = s.post("/api/own-knots", &json!({ "name": "Mine", "path": path })).await.1;
    let (knot, at) = (format!("/api/own-knots/{}", own["id"]), format!("/api/own-knots/{}/drawn-up", own["id"]));
    assert_eq!(s.get(&at).await.1["stage"], "not-begun");
    let open = s.text(&format!("{knot}/figure.svg?drawn_up=1")).await.1;
    assert_eq!(open, s.text(&format!("{knot}/figure.svg")).await.1, "not drawn up, it is shown as it is laid");
    let (status, begun) = s.post(&at, &json!({})).await;
    assert_eq!(status, StatusCode::ACCEPTED);
    assert!(["waiting", "working"].iter().any(|w| begun["stage"] == *w), "{begun}");
    assert_eq!(s.post(&at, &json!({})).await.0, StatusCode::ACCEPTED, "asked twice, worked once");
    assert_eq!(drawn_up(&s, &at).await["stage"], "done");
    let tight = s.text(&format!("{knot}/figure.svg?drawn_up=1")).await.1;
    assert!(tight != open && tight.contains("<svg"), "drawn up");
    assert_eq!(s.post(&at, &json!({})).await.1["stage"], "done", "it is kept");

    let eight = s.text("/api/knots/figure-eight/notation.txt").await.1;
    s.put(&knot, &json!({ "name": "Mine", "path": eight, "version": own["version"] })).await;
    assert_eq!(s.get(&at).await.1["stage"], "not-begun", "that was another path");
    s.post(&at, &json!({})).await;
    assert_eq!(s.delete(&at).await, StatusCode::OK);
    assert_eq!(drawn_up(&s, &at).await["stage"], "refused");
    s.post(&at, &json!({})).await;
    assert_eq!(drawn_up(&s, &at).await["stage"], "done", "and begun again");

    let long = json!({ "name": "Long", "path": "rope A\n flat -900,0 900,0" });
    let long = format!("/api/own-knots/{}/drawn-up", s.post("/api/own-knots", &long).await.1["id"]);
    s.post(&long, &json!({})).await;
    let refused = drawn_up(&s, &long).await;
    assert_eq!(
        refused["says"],
        "It cannot be drawn up: 900 diameters of rope at most are drawn up, and this is 1800 long."
    );
    assert_eq!(s.get("/api/own-knots/99/drawn-up").await.0, StatusCode::NOT_FOUND);
}

/// What is exported reads back to the same knot, for every knot of the catalogue.
#[tokio::test]
async fn files_read_back_to_the_same_knot() {
    let s = Server::empty().await;
    for k in knots(&s).await {
        let id = k["id"].as_str().expect("an id");
        let path = s.text(&format!("/api/knots/{id}/notation.txt")).await.1;
        let (status, own) = s.post("/api/own-knots", &json!({ "name": id, "path": path })).await;
        assert_eq!(status, StatusCode::CREATED, "{id}: {own}");
        let (_, proof) = s.get(&format!("/api/own-knots/{}/proof", own["id"])).await;
        let named = proof["knots"].as_array().is_some_and(|l| l.iter().any(|n| n == id));
        assert!(named, "{id}: {proof}");
        let (_, obj) = s.text(&format!("/api/knots/{id}/model.obj")).await;
        let corners = obj.lines().filter(|l| l.starts_with("v ")).count();
        let highest = obj
            .lines()
            .filter(|l| l.starts_with("f "))
            .flat_map(|l| l[2..].split(' '))
            .map(|n| n.parse::<usize>().expect("a corner"))
            .max();
        assert_eq!(highest, Some(corners), "{id}: faces use the corners there are");
        assert!(!obj.contains("NaN"), "{id}");
        let (_, sheet) = s.text(&format!("/api/knots/{id}/sheet.svg")).await;
        assert!(sheet.contains("<style>") && sheet.contains("Tied."), "{id}");
    }
    let code = s.text("/api/knots/stevedore/code.txt").await.1;
    let (_, found) = s.post("/api/identify", &json!({ "code": code })).await;
    assert_eq!(found["knots"], json!(["stevedore"]));
}

#[tokio::test]
async fn release_is_answered_from_the_path() {
    let s = Server::empty().await;
    let release = async |id: &str| s.get(&format!("/api/knots/{id}")).await.1["release"].clone();
    let halves = release("two-half-hitches").await;
    assert_eq!((&halves["clear"], &halves["stays"]), (&json!(false), &json!(["overhand", "overhand"])));
    let quick = release("siberian-hitch").await;
    assert_eq!(
        (&quick["clear"], quick["tail"].as_str()),
        (&json!(true), Some("It comes free; one plain turn runs off."))
    );
    let bowline = release("bowline").await;
    assert!(bowline["because"].as_str().is_some_and(|b| b.contains("6_3") && b.contains("8_20")));
    assert!(bowline["drawn"].as_str().is_some_and(|d| d.contains("6 crossings of 14")));
    // What one pull frees is never said to hold on; what stays after it is named.
    for k in umbet_core::knot::catalogue().knots().iter().filter(|k| k.entry.release.one_pull) {
        let tail = release(&k.id).await["tail"].as_str().unwrap_or_default().to_owned();
        assert!(tail.contains("free") || tail.contains("lets go"), "{}: {tail}", k.id);
    }
    let four = release("figure-of-four").await;
    assert_eq!(
        four["tail"].as_str(),
        Some("The bight comes out and it lets go; left in the line: two turns, to be drawn off by hand.")
    );
}

/// A knot as it lies in the hand, from open to tight; what is not drawn up says why, and is drawn as it is laid.
#[tokio::test]
async fn a_knot_is_shown_drawn_up() {
    let s = Server::empty().await;
    let figure = async |id: &str, query: &str| s.text(&format!("/api/knots/{id}/figure.svg?{query}")).await;
    let (_, tight) = figure("bowline", "drawn_up=1").await;
    let (_, open) = figure("bowline", "drawn_up=0").await;
    let (_, laid) = figure("bowline", "").await;
    assert!(tight.contains("drawn up") && tight.contains("class=\"rad\"") && tight != open);
    assert!(!laid.contains("class=\"rad\""));
    // A change that makes another path of it, or a move, is drawn as it is laid.
    for query in ["drawn_up=1&mends=stopper-on-tail", "drawn_up=1&step=2"] {
        let (status, other) = figure("bowline", query).await;
        assert!(status.is_success() && !other.contains("class=\"rad\""), "{query}");
    }
    // So is one on square stock seen end-on, and one on something much thinner than it was drawn up on.
    for (id, on) in
        [("siberian-hitch", "shape=square&size_mm=90&cord_mm=6"), ("clove-hitch", "shape=pipe&size_mm=12&cord_mm=12")]
    {
        let (_, other) = figure(id, &format!("drawn_up=1&{on}")).await;
        assert!(!other.contains("class=\"rad\""), "{id} on {on}");
        let (_, round) = figure(id, "drawn_up=1&shape=post&size_mm=90&cord_mm=6").await;
        assert!(round.contains("class=\"rad\""), "{id} on a post");
    }
    let (_, words) = s.get("/api/knots/highwaymans").await;
    assert!(words["drawn_up"] == false && words["not_drawn_up"].as_str().is_some_and(|w| w.len() > 30), "{words}");
    let (status, why) = s.get("/api/knots/bowline/figure.svg?drawn_up=1.5").await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert!(why["detail"].as_str().is_some_and(|d| d.contains("drawn_up")), "{why}");
    let (_, model) = s.get("/api/knots/bowline/model").await;
    assert_eq!(model["drawn_up"].as_array().map(Vec::len), Some(8));
}

/// What is said goes with the picture: in the left hand right is left.
#[tokio::test]
async fn words_of_side_are_turned_for_the_left_hand() {
    let s = Server::empty().await;
    let (_, right) = s.get("/api/knots/clove-hitch").await;
    let (_, left) = s.get("/api/knots/clove-hitch?mirrored=true").await;
    let said =
        |k: &Value| k["steps"].as_array().expect("steps").iter().map(|m| m["say"].to_string()).collect::<String>();
    assert!(said(&right).contains("to the right") && said(&left).contains("to the left"));
    assert_eq!(said(&right).replace("left", "@").replace("right", "left").replace('@', "right"), said(&left));
}

/// Every kind of question is asked, drawn and marked from its address alone, and the score is kept kind by kind.
#[tokio::test]
async fn questions_of_every_kind_are_asked_drawn_and_marked() {
    let s = Server::demo().await;
    let (_, kinds) = s.get("/api/questions").await;
    let kinds = kinds.as_array().expect("kinds").clone();
    assert_eq!(kinds.len(), 5);
    for (n, kind) in kinds.iter().enumerate() {
        let kind = kind["kind"].as_str().expect("a kind");
        let at = format!("/api/questions/{kind}/{}", 40 + n);
        let (status, asked) = s.get(&at).await;
        assert_eq!(status, StatusCode::OK, "{asked}");
        assert_eq!(asked, s.get(&at).await.1, "the same when asked again");
        assert!(asked["asks"].as_str().is_some_and(|w| !w.is_empty()));
        assert!(asked.get("right").is_none(), "the answer does not travel with the question");
        let answers = asked["answers"].as_array().expect("answers");
        let pictures = asked["picture"].is_u64() as usize + answers.iter().filter(|a| a["picture"].is_u64()).count();
        for p in 0..pictures {
            let (status, svg) = s.text(&format!("{at}/pictures/{p}?width=300&height=200")).await;
            assert!(status.is_success() && svg.starts_with("<svg"), "{kind} {p}");
        }
        let (status, _) = s.get(&format!("{at}/pictures/{pictures}")).await;
        assert_eq!(status, StatusCode::NOT_FOUND);
        let first = if asked["ordered"] == true { (0..answers.len()).collect() } else { vec![0] };
        let (status, marked) = s.post(&at, &json!({ "chosen": first })).await;
        assert_eq!(status, StatusCode::OK, "{marked}");
        assert_eq!(marked["right"], marked["answer"] == json!(first), "{marked}");
        let (status, right) = s.post(&at, &json!({ "chosen": marked["answer"] })).await;
        assert_eq!((status, &right["right"], &right["because"]), (StatusCode::OK, &json!(true), &json!("")));
        for none in [json!([]), json!([99]), json!([0, 0])] {
            let (status, problem) = s.post(&at, &json!({ "chosen": none })).await;
            assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{none}: {problem}");
            assert!(problem["detail"].as_str().is_some_and(|d| d.contains("from 0")), "{problem}");
        }
        let (_, score) = s.get("/api/questions").await;
        let of = |name: &str| score[n][name].as_i64().expect("a number");
        assert_eq!((of("asked"), of("right")), (2, 1 + i64::from(marked["right"] == true)), "{kind}");
    }
    assert_eq!(s.get("/api/questions/no-such-kind/1").await.0, StatusCode::BAD_REQUEST);
    assert_eq!(s.get("/api/questions/name/1?learner=9999").await.0, StatusCode::NOT_FOUND);
}

/// A learner is asked about the knots of the course; what is missed comes back among what is due, until it is tied right.
#[tokio::test]
async fn what_a_learner_misses_comes_back_as_practice() {
    let s = Server::empty().await;
    let draft =
        json!({ "lessons": 1, "minutes": 90, "class": 4, "wanted": ["bowline"], "breadth": "few", "opening": "use" });
    let course = json!({ "name": "Evenings", "draft": draft, "first_at": "2026-03-03T18:30" });
    let id = s.post("/api/courses", &course).await.1["id"].as_i64().expect("a course");
    let (_, class) = s.post(&format!("/api/courses/{id}/learners"), &json!({ "lines": "Anouk\nGwil" })).await;
    let ids: Vec<i64> = class.as_array().expect("a class").iter().filter_map(|l| l["id"].as_i64()).collect();
    let page = format!("/api/learners/{}", ids[0]);
    assert_eq!(s.get(&page).await.1["due"], Value::Null);

    let mut missed = Value::Null;
    for seed in 0..30 {
        let at = format!("/api/questions/next/{seed}");
        let (_, asked) = s.get(&format!("{at}?learner={}", ids[0])).await;
        let answers = asked["answers"].as_array().map_or(0, Vec::len);
        let (_, marked) = s.post(&at, &json!({ "learner": ids[0], "chosen": [seed % answers.max(1)] })).await;
        if marked["right"] == false {
            missed = marked;
            break;
        }
    }
    let knot = missed["knot"].as_str().expect("one was missed").to_owned();
    let (_, view) = s.get(&page).await;
    assert_eq!(view["due"]["knot"], knot.as_str(), "{view}");
    assert!(view["due"]["why"].as_str().is_some_and(|w| w.contains("What comes next?")), "{}", view["due"]);
    assert_eq!(s.get(&format!("/api/learners/{}", ids[1])).await.1["due"], Value::Null, "the other missed nothing");
    assert_eq!(s.get("/api/questions").await.1[2]["asked"], 0, "not among the instructor's own");

    let tied = json!({ "knot": knot, "came": "right", "seconds": 20, "under": ["eyes-shut"], "key": "tied-by-words" });
    assert_eq!(s.post(&format!("{page}/tries"), &tied).await.0, StatusCode::CREATED);
    let (_, view) = s.get(&page).await;
    let of = view["knots"].as_array().expect("knots").iter().find(|k| k["knot"] == knot.as_str()).expect("it").clone();
    assert_eq!(of["missed"], Value::Null, "tied right since");
    assert!(view["log"][0]["says"].as_str().is_some_and(|w| w.contains("eyes shut")), "{}", view["log"]);
}

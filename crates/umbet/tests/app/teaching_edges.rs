//! Teaching at its edges: what is stale, foolish, far away, strange or many is answered in words, and nothing is kept by halves.

use crate::support::Server;
use crate::support::process::Process;
use reqwest::StatusCode;
use serde_json::{Value, json};

fn draft(wanted: &[&str], lessons: u32) -> Value {
    json!({ "lessons": lessons, "minutes": 90, "class": 4, "wanted": wanted, "breadth": "few", "opening": "use" })
}

pub(crate) fn course(name: &str) -> Value {
    json!({ "name": name, "first_at": "2026-03-03T18:30", "draft": draft(&["bowline", "clove-hitch"], 2) })
}

/// A course with these learners; its number and theirs.
pub(crate) async fn with(s: &Server, lines: &str) -> (i64, Vec<i64>) {
    let (status, made) = s.post("/api/courses", &course("Harbour wall")).await;
    assert_eq!(status, StatusCode::CREATED, "{made}");
    let id = made["id"].as_i64().expect("a number");
    let (status, all) = s.post(&format!("/api/courses/{id}/learners"), &json!({ "lines": lines })).await;
    assert_eq!(status, StatusCode::CREATED, "{all}");
    (id, all.as_array().expect("learners").iter().filter_map(|l| l["id"].as_i64()).collect())
}

pub(crate) async fn lesson_of(s: &Server, course: i64, number: usize) -> i64 {
    let (_, view) = s.get(&format!("/api/courses/{course}")).await;
    view["lessons"][number - 1]["id"].as_i64().expect("a lesson")
}

fn detail(problem: &Value) -> &str {
    problem["detail"].as_str().unwrap_or_default()
}

#[tokio::test]
async fn a_course_that_cannot_be_is_refused_by_its_part_and_not_kept() {
    let s = Server::empty().await;
    let changed = |path: &[&str], value: Value| {
        let mut input = course("Harbour wall");
        let mut at = &mut input;
        for key in path {
            at = &mut at[*key];
        }
        *at = value;
        input
    };
    for (input, says) in [
        (changed(&["name"], json!("  ")), "Give it a name."),
        (changed(&["name"], json!("x".repeat(81))), "Keep it to 80 characters"),
        (changed(&["first_at"], json!("next Tuesday")), "2026-03-03T18:30"),
        (changed(&["first_at"], json!("2026-02-30T18:30")), "2026-03-03T18:30"),
        (changed(&["every_days"], json!(0)), "1 to 60 days"),
        (changed(&["draft", "lessons"], json!(0)), "1 to 24 lessons"),
        (changed(&["draft", "minutes"], json!(10)), "20 to 480 minutes"),
        (changed(&["draft", "class"], json!(0)), "1 to 60 learners"),
        (changed(&["draft", "wanted"], json!([])), "Choose a job"),
        (changed(&["draft", "wanted"], json!(["granny-smith"])), "no knot `granny-smith`"),
        (changed(&["jobs"], json!([4711])), "There is no job 4711."),
    ] {
        let (status, problem) = s.post("/api/courses", &input).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{says}: {problem}");
        assert!(detail(&problem).contains(says), "{problem}");
        assert!(problem["faults"][0]["field"].is_string());
    }
    let (_, list) = s.get("/api/courses").await;
    assert_eq!(list, json!([]), "nothing was kept");
    for (body, status) in [
        (json!({ "name": "x" }), StatusCode::UNPROCESSABLE_ENTITY),
        (json!([]), StatusCode::UNPROCESSABLE_ENTITY),
        (
            json!({ "name": "x", "first_at": "2026-03-03T18:30", "draft": draft(&["reef"], 1), "more": 1 }),
            StatusCode::UNPROCESSABLE_ENTITY,
        ),
    ] {
        let (answered, problem) = s.post("/api/courses", &body).await;
        assert_eq!(answered, status, "{problem}");
    }
}

#[tokio::test]
async fn two_windows_on_one_course_the_later_is_told_what_stands() {
    let s = Server::empty().await;
    let (id, _) = with(&s, "Anouk").await;
    let (_, view) = s.get(&format!("/api/courses/{id}")).await;
    let mut mine = view["course"].clone();
    mine.as_object_mut().expect("an object").remove("id");
    let mut theirs = mine.clone();
    theirs["name"] = json!("Renamed by the other");
    mine["name"] = json!("Renamed by me");
    let (status, _) = s.put(&format!("/api/courses/{id}"), &theirs).await;
    assert_eq!(status, StatusCode::OK);
    let (status, problem) = s.put(&format!("/api/courses/{id}"), &mine).await;
    assert_eq!(status, StatusCode::CONFLICT);
    assert_eq!(problem["newer"]["name"], "Renamed by the other");
    let (_, now) = s.get(&format!("/api/courses/{id}")).await;
    assert_eq!(now["course"]["name"], "Renamed by the other");
    mine["version"] = now["course"]["version"].clone();
    let (status, kept) = s.put(&format!("/api/courses/{id}"), &mine).await;
    assert_eq!((status, &kept["name"]), (StatusCode::OK, &json!("Renamed by me")));
}

#[tokio::test]
async fn a_learner_is_changed_marked_away_and_not_from_an_old_window() {
    let s = Server::empty().await;
    let (id, ids) = with(&s, "Anouk\nGwil").await;
    let path = format!("/api/learners/{}", ids[0]);
    let input =
        json!({ "name": "Anouk of the quay", "hand": "left", "away": true, "note": "thumb strapped", "version": 1 });
    let (status, changed) = s.put(&path, &input).await;
    assert_eq!(
        (status, &changed["name"], &changed["version"]),
        (StatusCode::OK, &json!("Anouk of the quay"), &json!(2))
    );
    let (status, problem) = s.put(&path, &input).await;
    assert_eq!((status, &problem["newer"]["version"]), (StatusCode::CONFLICT, &json!(2)));
    let lesson = lesson_of(&s, id, 1).await;
    let (_, board) = s.get(&format!("/api/lessons/{lesson}/board")).await;
    let tile = &board["tiles"][0];
    assert_eq!((&tile["says"], &tile["left"], &tile["away"]), (&json!("away today"), &json!(true), &json!(true)));
    assert_eq!(board["there"], 1, "who is away is not waited for");
    for (field, value, says) in [("name", json!(""), "name"), ("note", json!("n".repeat(2001)), "2000")] {
        let mut wrong = input.clone();
        wrong["version"] = json!(2);
        wrong[field] = value;
        let (status, problem) = s.put(&path, &wrong).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(detail(&problem).contains(says), "{problem}");
    }
}

#[tokio::test]
async fn what_is_not_there_is_said_by_name() {
    let s = Server::empty().await;
    for (path, what) in [
        ("/api/courses/9", "course"),
        ("/api/courses/9/ladder", "course"),
        ("/api/courses/9/record", "course"),
        ("/api/courses/9/record.csv", "course"),
        ("/api/courses/9/calendar.ics", "course"),
        ("/api/lessons/9/board", "lesson"),
        ("/api/lessons/9/doing", "lesson"),
        ("/api/learners/9", "learner"),
        ("/api/learners/9/record.json", "learner"),
        ("/api/learners/9/record.csv", "learner"),
        ("/api/learners/9/curves/bowline", "learner"),
    ] {
        let (status, problem) = s.get(path).await;
        assert_eq!(status, StatusCode::NOT_FOUND, "{path}");
        assert_eq!(detail(&problem), format!("There is no {what} with this number or name."), "{path}");
    }
    for path in ["/api/courses/9", "/api/learners/9", "/api/tries/9", "/api/lessons/9/held"] {
        assert_eq!(s.delete(path).await, StatusCode::NOT_FOUND, "{path}");
    }
    for path in [
        "/api/courses/9/restore",
        "/api/learners/9/restore",
        "/api/tries/9/restore",
        "/api/courses/9/lessons/anew",
        "/api/lessons/9/held",
    ] {
        let (status, _) = s.post(path, &Value::Null).await;
        assert_eq!(status, StatusCode::NOT_FOUND, "{path}");
    }
    let (id, _) = with(&s, "Anouk").await;
    let lesson = lesson_of(&s, id, 1).await;
    let (status, _) = s.get(&format!("/api/lessons/{lesson}/board?knot=no-such")).await;
    assert_eq!(status, StatusCode::NOT_FOUND);
    let (status, _) = s.get(&format!("/api/lessons/{lesson}/board?colour=red")).await;
    assert_eq!(status, StatusCode::BAD_REQUEST);
}

#[tokio::test]
async fn a_lesson_without_a_knot_and_a_course_without_learners_say_so() {
    let s = Server::empty().await;
    let (_, made) = s.post("/api/courses", &course("Harbour wall")).await;
    let id = made["id"].as_i64().expect("a number");
    let (_, view) = s.get(&format!("/api/courses/{id}")).await;
    let knots: Vec<Value> = view["lessons"]
        .as_array()
        .expect("lessons")
        .iter()
        .flat_map(|l| l["knots"].as_array().expect("knots").clone())
        .map(|k| k["knot"].clone())
        .collect();
    let all_in_one = json!({ "lessons": [knots, []], "version": view["course"]["version"] });
    let (status, _) = s.put(&format!("/api/courses/{id}/lessons"), &all_in_one).await;
    assert_eq!(status, StatusCode::OK);
    let second = lesson_of(&s, id, 2).await;
    let (status, board) = s.get(&format!("/api/lessons/{second}/board")).await;
    assert_eq!((status, &board["knot"], &board["tiles"]), (StatusCode::OK, &Value::Null, &json!([])));
    let (_, view) = s.get(&format!("/api/courses/{id}")).await;
    assert_eq!(
        (&view["lessons"][1]["says"], &view["lessons"][1]["total"]),
        (&json!("Nothing in it yet."), &json!(0.0))
    );
    let (_, record) = s.get(&format!("/api/courses/{id}/record")).await;
    assert_eq!((&record["next"], &record["learners"]), (&json!("No lesson was held yet."), &json!([])));
    let (_, ladder) = s.get(&format!("/api/courses/{id}/ladder")).await;
    assert!(ladder["rungs"].as_array().is_some_and(|r| !r.is_empty()), "the ladder stands without a class");
}

#[tokio::test]
async fn a_slow_right_try_is_said_to_be_slow() {
    let s = Server::empty().await;
    let (id, ids) = with(&s, "Anouk").await;
    let lesson = lesson_of(&s, id, 1).await;
    let body =
        json!({ "learner": ids[0], "knot": "bowline", "came": "right", "seconds": 44, "key": "a-slow-right-one" });
    let (_, logged) = s.post(&format!("/api/lessons/{lesson}/tries"), &body).await;
    assert!(logged["says"].as_str().is_some_and(|w| w.starts_with("Anouk: right, 44 s")), "{logged}");
    let (_, board) = s.get(&format!("/api/lessons/{lesson}/board?knot=bowline")).await;
    let tile = &board["tiles"][0];
    assert_eq!(tile["now"]["says"], "Right, 44 s, too slow");
    assert_eq!((&tile["run"], &tile["says"]), (&json!(0), &json!("0 of 3 · 44 s, too slow")));
    assert_eq!(board["last_name"], "Anouk");
}

#[tokio::test]
async fn the_sheet_of_habits_does_not_change_what_a_lesson_keeps() {
    let s = Server::empty().await;
    let (id, ids) = with(&s, "Anouk").await;
    let lesson = lesson_of(&s, id, 1).await;
    let under = json!(["gloves", "wet"]);
    let body =
        json!({ "learner": ids[0], "knot": "bowline", "came": "right", "under": under, "key": "in-gloves-and-wet" });
    s.post(&format!("/api/lessons/{lesson}/tries"), &body).await;
    let (_, record) = s.get(&format!("/api/learners/{}/record.json", ids[0])).await;
    assert_eq!(
        (&record[0]["under"], &record[0]["seconds"], &record[0]["witnessed"]),
        (&under, &Value::Null, &json!(true))
    );
    let mut twice = body.clone();
    twice["key"] = json!("an-unknown-condition");
    twice["under"] = json!(["asleep"]);
    let (status, problem) = s.post(&format!("/api/lessons/{lesson}/tries"), &twice).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
    assert!(detail(&problem).contains("asleep"), "{problem}");
}

/// Nonsense at every address that takes a body: an answer of the client's fault, and never one of ours.
#[tokio::test]
async fn nonsense_is_nobodys_fault_but_the_senders() {
    let s = Server::empty().await;
    let (id, ids) = with(&s, "Anouk").await;
    let lesson = lesson_of(&s, id, 1).await;
    let nonsense = [
        json!(null),
        json!(true),
        json!([1, 2]),
        json!({}),
        json!({ "": "" }),
        json!("x"),
        json!(1e300),
        json!({ "learner": -1, "knot": 7 }),
    ];
    for body in &nonsense {
        for path in [
            "/api/courses".to_owned(),
            format!("/api/courses/{id}/learners"),
            format!("/api/lessons/{lesson}/tries"),
            format!("/api/learners/{}/tries", ids[0]),
        ] {
            let (status, problem) = s.post(&path, body).await;
            assert!(status.is_client_error(), "{path} {body}: {status} {problem}");
            assert!(!detail(&problem).is_empty(), "{path}");
        }
        for path in
            [format!("/api/courses/{id}"), format!("/api/courses/{id}/lessons"), format!("/api/learners/{}", ids[0])]
        {
            let (status, problem) = s.put(&path, body).await;
            assert!(status.is_client_error(), "{path} {body}: {status} {problem}");
        }
        let (status, _) = s.put(&format!("/api/lessons/{lesson}/doing"), body).await;
        assert!(status.is_client_error(), "{body}: {status}");
    }
    let (_, record) = s.get(&format!("/api/learners/{}/record.json", ids[0])).await;
    assert_eq!(record, json!([]));
}

/// Killed in the middle of a lesson: every try that was answered is there, the clock too, and one sent again is kept once.
#[tokio::test(flavor = "multi_thread", worker_threads = 2)]
async fn a_lesson_stands_a_power_cut() {
    let folder = tempfile::tempdir().expect("a folder");
    let data = folder.path().join("data.db");
    let client = reqwest::Client::new();
    let mut server = Process::serve(&data, &["--demo"]);
    let view: Value =
        client.get(server.url("/api/courses/1")).send().await.expect("answered").json().await.expect("JSON");
    let (lesson, learner) = (view["lessons"][3]["id"].clone(), view["learners"][0]["id"].clone());
    let doing = json!({ "knot": "taut-line", "step": 2, "mirrored": false, "blank": false, "go_at": "2026-03-24T18:40:00Z", "running_since": "2026-03-24T18:40:00Z", "elapsed_s": 3.0 });
    let said = client.put(server.url(&format!("/api/lessons/{lesson}/doing"))).json(&doing).send().await;
    assert!(said.expect("answered").status().is_success());
    let body = |n: usize| json!({ "learner": learner, "knot": "taut-line", "came": "right", "seconds": 20, "key": format!("power-cut-{n:03}") });
    for n in 0..20 {
        let sent = client.post(server.url(&format!("/api/lessons/{lesson}/tries"))).json(&body(n)).send().await;
        assert_eq!(sent.expect("answered").status(), StatusCode::CREATED);
    }
    server.kill();
    let server = Process::serve(&data, &["--demo"]);
    let board: Value = client
        .get(server.url(&format!("/api/lessons/{lesson}/board")))
        .send()
        .await
        .expect("answered")
        .json()
        .await
        .expect("JSON");
    assert_eq!((&board["doing"]["knot"], &board["doing"]["step"]), (&json!("taut-line"), &json!(2)));
    assert_eq!(board["doing"]["running_since"], "2026-03-24T18:40:00Z");
    let again = client.post(server.url(&format!("/api/lessons/{lesson}/tries"))).json(&body(19)).send().await;
    assert!(again.expect("answered").status().is_success());
    let record: Value = client
        .get(server.url(&format!("/api/learners/{learner}/record.json")))
        .send()
        .await
        .expect("answered")
        .json()
        .await
        .expect("JSON");
    let kept = record.as_array().expect("tries").iter().filter(|t| t["knot"] == "taut-line").count();
    assert_eq!(kept, 20);
}

/// Characters that are none are refused wherever they are sent, and never sent back.
#[tokio::test]
async fn what_is_no_character_is_never_said_back() {
    let s = Server::demo().await;
    for at in [
        "/api/knots/find?a%01b=1",
        "/api/learners/%0B7",
        "/api/knots/clove-hitch/figure.svg?%08=1",
        "/api/lessons/1/board?%1f=2",
    ] {
        let (status, text) = s.text(at).await;
        assert!(status.is_client_error(), "{at}: {status}");
        let problem: Value = serde_json::from_str(&text).expect("problem details");
        let says = problem["detail"].as_str().expect("a sentence");
        assert!(says.chars().all(|c| !c.is_control()), "{at}: {says:?}");
    }
    for name in ["a\u{1}b", "\u{fffe}", "tab\u{b}", "\u{0}"] {
        let (status, problem) = s.post("/api/jobs", &json!({ "name": name })).await;
        assert_eq!(status, StatusCode::BAD_REQUEST, "{problem}");
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains("U+")), "{problem}");
    }
}

/// A try says under what it was made, wherever it is told; more conditions than there are cannot be given.
#[tokio::test]
async fn conditions_of_a_try_are_told_and_bounded() {
    let s = Server::demo().await;
    let (_, course) = s.get("/api/courses/1").await;
    let id = course["learners"][2]["id"].as_i64().expect("a learner");
    let at = format!("/api/learners/{id}/tries");
    let own = |under: Value, key: &str| json!({ "knot": "bowline", "came": "right", "seconds": 31, "under": under, "key": key });
    let (status, _) = s.post(&at, &own(json!(["gloves", "wet"]), "gloves-and-wet")).await;
    assert_eq!(status, StatusCode::CREATED);
    let (_, view) = s.get(&format!("/api/learners/{id}")).await;
    let says = view["log"][0]["says"].as_str().expect("words");
    assert!(says.starts_with("right, 31 s") && says.contains("in gloves") && says.contains("wet"), "{says}");
    let ten = json!(["wet", "wet", "wet", "wet", "wet", "wet", "wet", "wet", "wet", "wet"]);
    let (status, problem) = s.post(&at, &own(ten, "ten-times-wet")).await;
    assert_eq!((status, &problem["faults"][0]["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("under")));
    // Keys are counted in characters, not in bytes.
    let (status, _) = s.post(&at, &own(json!([]), &"ß".repeat(64))).await;
    assert_eq!(status, StatusCode::CREATED);
    // For somebody else it cannot be said at all: the address says whose it is.
    let mut other = own(json!([]), "for-somebody-else");
    other["learner"] = json!(1);
    let (status, problem) = s.post(&at, &other).await;
    assert!(status.is_client_error(), "{problem}");
    // One learner's own page says what to mend without counting lines; a roster counts them.
    let (status, problem) = s.put(&format!("/api/learners/{id}"), &json!({ "name": " ", "version": 1 })).await;
    assert_eq!((status, &problem["detail"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("Give it a name.")));
    let (_, problem) = s.post("/api/courses/1/learners", &json!({ "lines": "Ida\n\" \"" })).await;
    assert!(problem["detail"].as_str().is_some_and(|d| d.starts_with("Line 2")), "{problem}");
}

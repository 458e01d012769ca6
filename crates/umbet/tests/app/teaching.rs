//! Teaching over HTTP: courses, lessons, learners, tries, and what is told of them.

use crate::support::Server;
use reqwest::StatusCode;
use serde_json::{Value, json};

fn course(name: &str, wanted: &[&str]) -> Value {
    json!({
        "name": name, "first_at": "2026-03-03T18:30",
        "draft": { "lessons": 3, "minutes": 90, "class": 3, "wanted": wanted, "breadth": "few", "opening": "use" },
    })
}

/// A course with three learners; its number, theirs, and the first lesson's.
async fn small(s: &Server) -> (i64, Vec<i64>, i64) {
    let (status, made) =
        s.post("/api/courses", &course("Harbour wall", &["rolling-hitch", "bowline", "sheet-bend"])).await;
    assert_eq!(status, StatusCode::CREATED, "{made}");
    let id = made["id"].as_i64().expect("a number");
    let roster = json!({ "lines": "Anouk\nGwil, left\n\"Hale, the younger\", right, cold hands\n" });
    let (status, learners) = s.post(&format!("/api/courses/{id}/learners"), &roster).await;
    assert_eq!(status, StatusCode::CREATED, "{learners}");
    let ids = learners.as_array().expect("a list").iter().filter_map(|l| l["id"].as_i64()).collect();
    let (_, view) = s.get(&format!("/api/courses/{id}")).await;
    (id, ids, view["lessons"][0]["id"].as_i64().expect("a lesson"))
}

fn tried(learner: i64, knot: &str, came: Value, seconds: f64, key: &str) -> Value {
    json!({ "learner": learner, "knot": knot, "came": came, "seconds": seconds, "key": key })
}

async fn log(s: &Server, lesson: i64, body: &Value) -> Value {
    let (status, logged) = s.post(&format!("/api/lessons/{lesson}/tries"), body).await;
    assert_eq!(status, StatusCode::CREATED, "{logged}");
    logged
}

async fn tile(s: &Server, lesson: i64, knot: &str, learner: i64) -> Value {
    let (status, board) = s.get(&format!("/api/lessons/{lesson}/board?knot={knot}")).await;
    assert_eq!(status, StatusCode::OK, "{board}");
    let tiles = board["tiles"].as_array().expect("tiles").clone();
    tiles.into_iter().find(|t| t["learner"] == learner).expect("the learner's tile")
}

#[tokio::test]
async fn a_course_is_planned_from_jobs_and_climbs_its_ladder() {
    let s = Server::demo().await;
    let mut input = course("Six evenings", &[]);
    input["jobs"] = json!([1, 2, 3]);
    input["draft"]["lessons"] = json!(6);
    let (status, made) = s.post("/api/courses", &input).await;
    assert_eq!(status, StatusCode::CREATED, "{made}");
    let (_, view) = s.get(&format!("/api/courses/{}", made["id"])).await;
    let lessons = view["lessons"].as_array().expect("lessons");
    assert_eq!((lessons.len(), &view["gap"]), (6, &Value::Null));
    assert_eq!(view["jobs"].as_array().map(Vec::len), Some(3));
    let taught: Vec<&str> =
        lessons.iter().flat_map(|l| l["knots"].as_array().expect("knots")).filter_map(|k| k["knot"].as_str()).collect();
    for knot in ["timber-hitch", "siberian-hitch", "round-turn-two-half-hitches", "taut-line"] {
        assert!(taught.contains(&knot), "{knot} of the jobs is taught: {taught:?}");
    }
    let place = |k: &str| taught.iter().position(|t| *t == k);
    assert!(place("clove-hitch") < place("rolling-hitch") && place("rolling-hitch") < place("taut-line"));
    let sum: f64 = lessons[0]["knots"].as_array().expect("knots").iter().filter_map(|k| k["minutes"].as_f64()).sum();
    assert!(
        (sum + 10.0 - lessons[0]["total"].as_f64().expect("minutes")).abs() < 1e-6,
        "beginning, recap and striking besides"
    );
    assert_eq!(lessons[1]["day"], "10 Mar");

    let (_, ladder) = s.get(&format!("/api/courses/{}/ladder", made["id"])).await;
    let rungs: Vec<Vec<&str>> = ladder["rungs"]
        .as_array()
        .expect("rungs")
        .iter()
        .map(|r| r.as_array().expect("a rung").iter().filter_map(|k| k["knot"].as_str()).collect())
        .collect();
    let rung = |k: &str| rungs.iter().position(|r| r.contains(&k)).unwrap_or_else(|| panic!("{k} has no rung"));
    for strand in ladder["strands"].as_array().expect("strands") {
        assert!(
            rung(strand["below"].as_str().expect("an id")) < rung(strand["above"].as_str().expect("an id")),
            "{strand}"
        );
        assert!(!strand["laid"].as_bool().expect("a word"), "nothing is taught yet");
    }
}

#[tokio::test]
async fn a_knot_moved_below_what_it_builds_on_is_refused_with_the_reason() {
    let s = Server::empty().await;
    let (id, ..) = small(&s).await;
    let (_, view) = s.get(&format!("/api/courses/{id}")).await;
    let version = view["course"]["version"].clone();
    let upside_down =
        json!({ "lessons": [["rolling-hitch"], ["clove-hitch", "bowline"], ["sheet-bend"]], "version": version });
    let (status, problem) = s.put(&format!("/api/courses/{id}/lessons"), &upside_down).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    let detail = problem["detail"].as_str().expect("words");
    assert!(
        detail.contains("Rolling hitch in lesson 1 builds on the clove hitch, which comes in lesson 2"),
        "{detail}"
    );
    assert!(detail.ends_with("Nothing was changed."));
    let (_, still) = s.get(&format!("/api/courses/{id}")).await;
    assert_eq!(still["lessons"], view["lessons"]);

    let climbed =
        json!({ "lessons": [["clove-hitch"], ["rolling-hitch", "bowline"], ["sheet-bend"]], "version": version });
    let (status, _) = s.put(&format!("/api/courses/{id}/lessons"), &climbed).await;
    assert_eq!(status, StatusCode::OK);
    let (status, _) = s.put(&format!("/api/courses/{id}/lessons"), &climbed).await;
    assert_eq!(status, StatusCode::CONFLICT, "the version is the old one");
    for (lessons, word) in [(json!([["bowline"]]), "all 3 lessons"), (json!([["no-such"], [], []]), "no such knot")] {
        let (status, problem) =
            s.put(&format!("/api/courses/{id}/lessons"), &json!({ "lessons": lessons, "version": 2 })).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains(word)), "{problem}");
    }
}

#[tokio::test]
async fn a_roster_is_added_whole_or_not_at_all() {
    let s = Server::empty().await;
    let (id, ids, _) = small(&s).await;
    assert_eq!(ids.len(), 3);
    let (_, view) = s.get(&format!("/api/courses/{id}")).await;
    let names: Vec<&str> =
        view["learners"].as_array().expect("learners").iter().filter_map(|l| l["name"].as_str()).collect();
    assert_eq!(names, ["Anouk", "Gwil", "Hale, the younger"]);
    assert_eq!((&view["learners"][1]["hand"], &view["learners"][2]["note"]), (&json!("left"), &json!("cold hands")));
    for (lines, says) in [
        ("Una\nVesper, both\nWren", "Line 2: write left or right"),
        ("Una\n\"\", left", "Line 2: Give it a name."),
        ("", "Paste a list of names"),
    ] {
        let (status, problem) = s.post(&format!("/api/courses/{id}/learners"), &json!({ "lines": lines })).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{lines}");
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains(says)), "{problem}");
    }
    let (_, after) = s.get(&format!("/api/courses/{id}")).await;
    assert_eq!(after["learners"].as_array().map(Vec::len), Some(3), "nothing by halves");
    let many: String = (0..198).map(|n| format!("Learner {n}\n")).collect();
    let (status, problem) = s.post(&format!("/api/courses/{id}/learners"), &json!({ "lines": many })).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
}

#[tokio::test]
async fn taps_fill_the_tile_and_undo_empties_it_again() {
    let s = Server::empty().await;
    let (_, ids, lesson) = small(&s).await;
    let anouk = ids[0];
    assert_eq!(tile(&s, lesson, "clove-hitch", anouk).await["says"], "not yet tied");
    for n in 0..2 {
        log(&s, lesson, &tried(anouk, "clove-hitch", json!("right"), 17.0, &format!("tap-number-{n}"))).await;
    }
    let two = tile(&s, lesson, "clove-hitch", anouk).await;
    assert_eq!((&two["run"], &two["now"]["says"], &two["reached"]), (&json!(2), &json!("Right, 17 s"), &json!(false)));
    let third = log(&s, lesson, &tried(anouk, "clove-hitch", json!("right"), 16.0, "tap-number-2")).await;
    assert_eq!(tile(&s, lesson, "clove-hitch", anouk).await["reached"], true);
    let id = third["try"]["id"].clone();
    assert_eq!(s.delete(&format!("/api/tries/{id}")).await, StatusCode::NO_CONTENT);
    assert_eq!(tile(&s, lesson, "clove-hitch", anouk).await["run"], 2);
    assert_eq!(s.delete(&format!("/api/tries/{id}")).await, StatusCode::NOT_FOUND, "once is enough");
    let (status, _) = s.post(&format!("/api/tries/{id}/restore"), &Value::Null).await;
    assert_eq!(status, StatusCode::OK);
    assert_eq!(tile(&s, lesson, "clove-hitch", anouk).await["reached"], true);

    let slip = json!({ "wrong": "A-turn-10" });
    log(&s, lesson, &tried(ids[1], "clove-hitch", slip, 20.0, "a-slip-of-gwils")).await;
    let gwil = tile(&s, lesson, "clove-hitch", ids[1]).await;
    assert_eq!((&gwil["slipped"], &gwil["left"], &gwil["run"]), (&json!(true), &json!(true), &json!(0)));
    assert!(gwil["says"].as_str().is_some_and(|w| w.contains("second turn")), "{gwil}");
}

#[tokio::test]
async fn a_tap_sent_twice_is_kept_once_and_two_instructors_lose_nothing() {
    let s = Server::empty().await;
    let (_, ids, lesson) = small(&s).await;
    let body = tried(ids[0], "bowline", json!("right"), 20.0, "sent-twice-over");
    let (a, b) = tokio::join!(log(&s, lesson, &body), log(&s, lesson, &body));
    assert_eq!(a["try"]["id"], b["try"]["id"]);
    let both =
        (0..30).map(|n| {
            let s = &s;
            let learner = ids[0];
            async move {
                log(s, lesson, &tried(learner, "bowline", json!("right"), 20.0, &format!("instructor-{n:03}"))).await
            }
        });
    let logged = futures_all(both).await;
    assert_eq!(logged.len(), 30);
    let (_, record) = s.get(&format!("/api/learners/{}/record.json", ids[0])).await;
    assert_eq!(record.as_array().map(Vec::len), Some(31));
}

/// All at once, in their order.
async fn futures_all<F: Future<Output = Value>>(all: impl Iterator<Item = F>) -> Vec<Value> {
    let mut tasks: Vec<std::pin::Pin<Box<F>>> = all.map(Box::pin).collect();
    let mut done: Vec<Option<Value>> = tasks.iter().map(|_| None).collect();
    std::future::poll_fn(|cx| {
        for (task, slot) in tasks.iter_mut().zip(&mut done) {
            if slot.is_none()
                && let std::task::Poll::Ready(v) = task.as_mut().poll(cx)
            {
                *slot = Some(v);
            }
        }
        if done.iter().all(Option::is_some) { std::task::Poll::Ready(()) } else { std::task::Poll::Pending }
    })
    .await;
    done.into_iter().flatten().collect()
}

#[tokio::test]
async fn what_cannot_be_logged_is_refused_and_nothing_kept() {
    let s = Server::empty().await;
    let (_, ids, lesson) = small(&s).await;
    let (other, ..) = small(&s).await;
    let (_, theirs) = s.get(&format!("/api/courses/{other}")).await;
    let stranger = theirs["learners"][0]["id"].as_i64().expect("a number");
    let good = tried(ids[0], "bowline", json!("right"), 20.0, "a-good-try");
    for (field, value, says) in [
        ("knot", json!("no-such"), "No such knot"),
        ("seconds", json!(0.1), "0.5 to 3 600"),
        ("seconds", json!(4000), "0.5 to 3 600"),
        ("key", json!("short"), "8 to 64"),
        ("learner", json!(stranger), "not of this course"),
    ] {
        let mut body = good.clone();
        body[field] = value;
        let (status, problem) = s.post(&format!("/api/lessons/{lesson}/tries"), &body).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{field}: {problem}");
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains(says)), "{problem}");
    }
    let (status, _) = s.post("/api/lessons/999/tries", &good).await;
    assert_eq!(status, StatusCode::NOT_FOUND);
    let (_, record) = s.get(&format!("/api/learners/{}/record.json", ids[0])).await;
    assert_eq!(record, json!([]));
}

#[tokio::test]
async fn the_clock_is_a_moment_and_stands_a_reload() {
    let s = Server::empty().await;
    let (_, _, lesson) = small(&s).await;
    let began = "2026-03-03T18:40:00Z";
    let doing = json!({ "knot": "bowline", "step": 3, "mirrored": true, "blank": false, "go_at": began, "running_since": began, "elapsed_s": 12.5 });
    let (status, kept) = s.put(&format!("/api/lessons/{lesson}/doing"), &doing).await;
    assert_eq!((status, &kept), (StatusCode::OK, &doing));
    let (_, again) = s.get(&format!("/api/lessons/{lesson}/doing")).await;
    assert_eq!(again, doing);
    let (_, board) = s.get(&format!("/api/lessons/{lesson}/board")).await;
    assert_eq!(
        (&board["knot"]["knot"], &board["doing"]),
        (&json!("bowline"), &doing),
        "the board opens where it was left"
    );
    for (field, value) in [("knot", json!("no-such")), ("elapsed_s", json!(-1)), ("elapsed_s", json!(90_000))] {
        let mut wrong = doing.clone();
        wrong[field] = value;
        let (status, _) = s.put(&format!("/api/lessons/{lesson}/doing"), &wrong).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{field}");
    }
}

#[tokio::test]
async fn from_three_on_a_mistake_is_the_lessons_and_is_shown_once_more() {
    let s = Server::empty().await;
    let (_, ids, lesson) = small(&s).await;
    let slip = || json!({ "wrong": "A-turn-10" });
    for (n, id) in ids.iter().enumerate() {
        let (_, board) = s.get(&format!("/api/lessons/{lesson}/board?knot=clove-hitch")).await;
        assert_eq!(board["insight"], Value::Null, "after {n}");
        log(&s, lesson, &tried(*id, "clove-hitch", slip(), 20.0, &format!("slip-of-{id}"))).await;
    }
    let (_, board) = s.get(&format!("/api/lessons/{lesson}/board?knot=clove-hitch")).await;
    assert_eq!(board["insight"]["step"], 3);
    assert!(board["insight"]["title"].as_str().is_some_and(|t| t.starts_with("Three slipped in move 3")), "{board}");
    let says = board["insight"]["says"].as_str().expect("words");
    assert!(says.starts_with("Anouk, Gwil, Hale, the younger:") && says.ends_with("It makes: cow hitch."), "{says}");
    assert_eq!(board["mistakes"][0]["id"], "A-turn-10", "what this class does most is offered first");
    assert_eq!(board["mistakes"].as_array().map(Vec::len), Some(3));
}

#[tokio::test]
async fn what_a_learner_logs_alone_is_practice_and_is_told_apart() {
    let s = Server::empty().await;
    let (_, ids, lesson) = small(&s).await;
    for n in 0..3 {
        let mut own = tried(ids[0], "bowline", json!("right"), 15.0, &format!("at-home-{n}"));
        own.as_object_mut().expect("fields").remove("learner");
        let (status, kept) = s.post(&format!("/api/learners/{}/tries", ids[0]), &own).await;
        assert_eq!(
            (status, &kept["witnessed"], &kept["lesson_id"]),
            (StatusCode::CREATED, &json!(false), &Value::Null)
        );
    }
    assert_eq!(tile(&s, lesson, "bowline", ids[0]).await["says"], "not yet tied", "practice proves nothing");
    let (_, page) = s.get(&format!("/api/learners/{}", ids[0])).await;
    let bowline =
        page["knots"].as_array().expect("knots").iter().find(|k| k["knot"] == "bowline").expect("a bowline").clone();
    assert_eq!((&bowline["own"], &bowline["holds"]), (&json!(true), &json!("partly")));
    assert!(page["log"].as_array().expect("a log").iter().all(|l| l["witnessed"] == false));
    let for_another = tried(ids[1], "bowline", json!("right"), 15.0, "not-my-own-try");
    let (status, _) = s.post(&format!("/api/learners/{}/tries", ids[0]), &for_another).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
}

#[tokio::test]
async fn a_held_lesson_keeps_its_knots_and_teaches_the_pace() {
    let s = Server::demo().await;
    let (_, view) = s.get("/api/courses/1").await;
    assert!(view["pace"].as_str().is_some_and(|p| p.starts_with("From 11 knots you have taught")), "{}", view["pace"]);
    let held: Vec<bool> =
        view["lessons"].as_array().expect("lessons").iter().filter_map(|l| l["held"].as_bool()).collect();
    assert_eq!(held, [true, true, true, false, false]);
    let mut lessons: Vec<Vec<Value>> = view["lessons"]
        .as_array()
        .expect("lessons")
        .iter()
        .map(|l| l["knots"].as_array().expect("knots").iter().map(|k| k["knot"].clone()).collect())
        .collect();
    lessons[0].pop();
    let body = json!({ "lessons": lessons, "version": view["course"]["version"] });
    let (status, problem) = s.put("/api/courses/1/lessons", &body).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert!(problem["detail"].as_str().is_some_and(|d| d.starts_with("Lesson 1 was held")), "{problem}");

    let (status, anew) = s.post("/api/courses/1/lessons/anew", &Value::Null).await;
    assert_eq!(status, StatusCode::OK, "{anew}");
    let (_, after) = s.get("/api/courses/1").await;
    assert_eq!(after["lessons"][0]["knots"], view["lessons"][0]["knots"]);
    assert_eq!(after["gap"], Value::Null);
    let fourth = view["lessons"][3]["id"].as_i64().expect("a number");
    let (status, _) = s.post(&format!("/api/lessons/{fourth}/held"), &Value::Null).await;
    assert_eq!(status, StatusCode::NO_CONTENT);
    assert_eq!(s.delete(&format!("/api/lessons/{fourth}/held")).await, StatusCode::NO_CONTENT);
    let (_, again) = s.get("/api/courses/1").await;
    assert_eq!(again["lessons"][3]["held"], false);
}

#[tokio::test]
async fn the_record_says_who_can_tie_what_and_which_move_loses_people() {
    let s = Server::demo().await;
    let (status, record) = s.get("/api/courses/1/record").await;
    assert_eq!(status, StatusCode::OK);
    let knots = record["knots"].as_array().expect("knots");
    let clove = knots.iter().find(|k| k["knot"] == "clove-hitch").expect("a clove");
    assert_eq!(clove["wrong_by_move"], json!([0, 0, 7, 0, 2]), "the second turn reversed, as the story has it");
    assert_eq!(clove["moves"].as_array().map(Vec::len), Some(5));
    let learners = record["learners"].as_array().expect("learners");
    assert_eq!(learners.len(), 12);
    for knot in knots {
        let can = learners
            .iter()
            .filter(|l| {
                let cells = l["knots"].as_array().expect("cells");
                cells.iter().any(|c| c["knot"] == knot["knot"] && (c["holds"] == "taut" || c["holds"] == "sags"))
            })
            .count();
        assert_eq!(knot["can"], can, "{}", knot["name"]);
    }
    let ilse = learners.iter().find(|l| l["name"] == "Ilse").expect("Ilse");
    let hale = learners.iter().find(|l| l["name"] == "Hale").expect("Hale");
    assert!(ilse["can"].as_i64() > hale["can"].as_i64());
    assert!(record["next"].as_str().is_some_and(|n| n.starts_with("Begin with the ")));
    assert!(record["caution"].as_str().is_some_and(|c| c.contains("certifies nobody")));
    let held = record["held"].as_array().expect("lessons held");
    let told: Vec<&Value> = held.iter().flat_map(|h| h["knots"].as_array().expect("names")).collect();
    assert_eq!(held.len(), 3, "three lessons were held, two are to come");
    assert!(knots.iter().all(|k| told.contains(&&k["name"])), "what was taken up was shown on a day: {told:?}");
    assert!(held.iter().all(|h| h["day"].as_str().is_some_and(|d| d.split(' ').count() == 3)), "{held:?}");

    let (status, csv) = s.text("/api/courses/1/record.csv").await;
    assert_eq!(status, StatusCode::OK);
    let mut rows = csv.lines();
    assert_eq!(rows.next(), Some("learner,knot,at,result,misstep,seconds,conditions,seen,way"));
    let tries: usize = knots.iter().filter_map(|k| k["tries"].as_u64()).sum::<u64>() as usize;
    assert_eq!(rows.filter(|r| r.contains(",instructor,")).count(), tries);
    assert!(csv.contains("eyes shut") && csv.contains("in gloves") && csv.contains("own log"));
}

#[tokio::test]
async fn a_learners_page_says_what_is_due_and_draws_the_curve() {
    let s = Server::demo().await;
    let (_, view) = s.get("/api/courses/1").await;
    let id = view["learners"][0]["id"].as_i64().expect("a number");
    let (status, page) = s.get(&format!("/api/learners/{id}")).await;
    assert_eq!(status, StatusCode::OK);
    assert!(page["due"]["why"].as_str().is_some_and(|w| w.starts_with("Slack for")), "{}", page["due"]);
    let knots = page["knots"].as_array().expect("knots");
    let days: Vec<i64> = knots.iter().filter_map(|k| k["in_days"].as_i64()).collect();
    assert!(days.is_sorted(), "what is due first stands first: {days:?}");
    assert_eq!(knots.last().map(|k| &k["holds"]), Some(&json!("coming")));

    let (_, curve) = s.get(&format!("/api/learners/{id}/curves/clove-hitch")).await;
    let times = curve["times"].as_array().expect("times");
    assert!(times.len() >= 5 && curve["curve"]["exponent"].as_f64().is_some_and(|b| b > 0.0), "{curve}");
    for row in curve["drawn"].as_array().expect("a curve") {
        let [_, at, low, high] = [0, 1, 2, 3].map(|i| row[i].as_f64().expect("a number"));
        assert!(low <= at && at <= high);
    }
    let forgetting = curve["forgetting"].as_array().expect("a curve");
    assert!(forgetting.windows(2).all(|w| w[0][1].as_f64() > w[1][1].as_f64()));
    let (_, few) = s.get(&format!("/api/learners/{id}/curves/taut-line")).await;
    assert_eq!((few["curve"].is_null(), &few["says"]), (true, &json!("Five timed right tries draw a curve.")));
    let (status, _) = s.get(&format!("/api/learners/{id}/curves/no-such")).await;
    assert_eq!(status, StatusCode::NOT_FOUND);
}

/// RFC 5545: a calendar with an event a lesson, each with its own name, from its beginning to its end.
#[tokio::test]
async fn the_calendar_has_an_event_for_each_lesson() {
    let s = Server::empty().await;
    let (id, ..) = small(&s).await;
    let (status, ics) = s.text(&format!("/api/courses/{id}/calendar.ics")).await;
    assert_eq!(status, StatusCode::OK);
    assert!(ics.starts_with("BEGIN:VCALENDAR\r\n") && ics.trim_end().ends_with("END:VCALENDAR"));
    let has = |line: &str| ics.lines().filter(|l| l.starts_with(line)).count();
    assert_eq!((has("BEGIN:VEVENT"), has("DTSTART:20260303T183000"), has("DTEND:20260303T200000")), (3, 1, 1), "{ics}");
    assert_eq!(has("SUMMARY:Harbour wall\\, lesson 2"), 1);
    let mut uids: Vec<&str> = ics.lines().filter(|l| l.starts_with("UID:")).collect();
    uids.sort_unstable();
    uids.dedup();
    assert_eq!(uids.len(), 3);
}

#[tokio::test]
async fn courses_and_learners_put_away_come_back() {
    let s = Server::empty().await;
    let (id, ids, lesson) = small(&s).await;
    log(&s, lesson, &tried(ids[0], "bowline", json!("right"), 20.0, "before-she-left")).await;
    assert_eq!(s.delete(&format!("/api/learners/{}", ids[0])).await, StatusCode::NO_CONTENT);
    let (status, _) = s.get(&format!("/api/learners/{}", ids[0])).await;
    assert_eq!(status, StatusCode::NOT_FOUND);
    let (status, _) = s.post(&format!("/api/learners/{}/restore", ids[0]), &Value::Null).await;
    assert_eq!(status, StatusCode::OK);
    assert_eq!(tile(&s, lesson, "bowline", ids[0]).await["run"], 1, "her tries came back with her");

    assert_eq!(s.delete(&format!("/api/courses/{id}")).await, StatusCode::NO_CONTENT);
    for path in
        [format!("/api/courses/{id}"), format!("/api/lessons/{lesson}/board"), format!("/api/learners/{}", ids[1])]
    {
        let (status, _) = s.get(&path).await;
        assert_eq!(status, StatusCode::NOT_FOUND, "{path}");
    }
    let (status, _) = s.post(&format!("/api/courses/{id}/restore"), &Value::Null).await;
    assert_eq!(status, StatusCode::OK);
    let (_, list) = s.get("/api/courses").await;
    assert_eq!((&list[0]["lessons"], &list[0]["learners"]), (&json!(3), &json!(3)));
}

#[tokio::test]
async fn a_standard_set_anew_counts_from_then_on_and_a_foolish_one_is_refused() {
    let s = Server::empty().await;
    let (id, ids, lesson) = small(&s).await;
    log(&s, lesson, &tried(ids[0], "bowline", json!("right"), 25.0, "one-right-try")).await;
    let (_, view) = s.get(&format!("/api/courses/{id}")).await;
    let mut input = view["course"].clone();
    input.as_object_mut().expect("an object").remove("id");
    input["standard"] = json!({ "in_a_row": 1, "within_s": 30, "untied": false });
    let (status, changed) = s.put(&format!("/api/courses/{id}"), &input).await;
    assert_eq!(status, StatusCode::OK, "{changed}");
    let (_, view) = s.get(&format!("/api/courses/{id}")).await;
    assert_eq!(view["standard_says"], "Right once, under 30 s");
    assert_eq!(tile(&s, lesson, "bowline", ids[0]).await["reached"], true);
    input["version"] = view["course"]["version"].clone();
    for (standard, says) in [
        (json!({ "in_a_row": 0 }), "1 to 10"),
        (json!({ "in_a_row": 3, "within_s": 1 }), "3 to 600"),
        (json!({ "in_a_row": 3, "once": ["wet", "wet"] }), "once"),
    ] {
        input["standard"] = standard;
        let (status, problem) = s.put(&format!("/api/courses/{id}"), &input).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains(says)), "{problem}");
    }
}

#[tokio::test]
async fn fewer_lessons_leave_those_held_and_more_are_added_empty() {
    let s = Server::empty().await;
    let (id, _, lesson) = small(&s).await;
    s.post(&format!("/api/lessons/{lesson}/held"), &Value::Null).await;
    for (asked, there) in [(5, 5), (1, 1)] {
        let (_, view) = s.get(&format!("/api/courses/{id}")).await;
        let mut input = view["course"].clone();
        input.as_object_mut().expect("an object").remove("id");
        input["draft"]["lessons"] = json!(asked);
        let (status, changed) = s.put(&format!("/api/courses/{id}"), &input).await;
        assert_eq!(status, StatusCode::OK, "{changed}");
        let (_, view) = s.get(&format!("/api/courses/{id}")).await;
        assert_eq!(view["lessons"].as_array().map(Vec::len), Some(there));
        assert_eq!(view["lessons"][0]["held"], true);
    }
}

//! Schools side by side, lessons worked in their order, ways of tying, a test on a rig; what is kept at hand follows what is written.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use axum::http::StatusCode;
use serde_json::{Value, json};

fn asked(jobs: &[i64]) -> Value {
    let draft = json!({ "lessons": 6, "minutes": 90, "class": 10, "wanted": [], "breadth": "few", "opening": "use" });
    json!({ "name": "Autumn course", "first_at": "2026-09-08T18:30", "jobs": jobs, "draft": draft })
}

/// Three schools plan the same jobs: each says what it comes to, nothing is kept; what cannot be planned is refused.
#[tokio::test]
async fn schools_are_laid_side_by_side() {
    let s = Server::demo().await;
    let before = s.get("/api/courses").await.1;
    let (status, plans) = s.post("/api/courses/schools", &asked(&[1, 2])).await;
    assert_eq!(status, StatusCode::OK, "{plans}");
    let plans = plans.as_array().expect("plans");
    assert_eq!(
        plans.iter().map(|p| p["id"].as_str()).collect::<Vec<_>>(),
        [Some("few"), Some("family"), Some("object")]
    );
    for plan in plans {
        let lessons = plan["lessons"].as_array().expect("lessons");
        assert_eq!(lessons.len(), 6);
        let knots: usize = lessons.iter().map(|l| l["knots"].as_array().map_or(0, Vec::len)).sum();
        assert!(
            plan["comes_to"].as_str().is_some_and(|says| says.starts_with(&format!("{knots} knots in "))),
            "{plan}"
        );
    }
    assert_eq!(s.get("/api/courses").await.1, before, "nothing is kept");
    for (body, status) in [(asked(&[4711]), 422), (asked(&[]), 422)] {
        assert_eq!(s.post("/api/courses/schools", &body).await.0.as_u16(), status);
    }
    // One is taken: the course is arranged as it was shown.
    let mut body = asked(&[1, 2]);
    for part in ["breadth", "opening", "sorting"] {
        body["draft"][part] = plans[2][part].clone();
    }
    let (_, course) = s.post("/api/courses", &body).await;
    let (_, view) = s.get(&format!("/api/courses/{}", course["id"])).await;
    for (kept, shown) in
        view["lessons"].as_array().expect("lessons").iter().zip(plans[2]["lessons"].as_array().expect("lessons"))
    {
        let names: Vec<&Value> = kept["knots"].as_array().expect("knots").iter().map(|k| &k["name"]).collect();
        assert_eq!(names, shown["knots"].as_array().expect("names").iter().collect::<Vec<_>>());
        assert!(kept["work"].as_array().is_some_and(|w| w.is_empty() == names.is_empty()));
    }
    assert_eq!(view["lessons"][0]["work"][1]["doing"], "name", "object by object begins with the name");
}

/// The way of tying is logged, told in the record and on the learner's page, and goes out and comes back with the rows; a way that
/// the knot does not have is refused.
#[tokio::test]
async fn the_way_of_tying_is_kept() {
    let s = Server::demo().await;
    let tried = |way: Value, came: Value, n: u32| json!({ "learner": 1, "knot": "bowline", "came": came, "way": way, "key": format!("way-test-{n:04}") });
    let (status, problem) =
        s.post("/api/lessons/4/tries", &tried(json!("Standing on the head"), json!("right"), 0)).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert!(problem["faults"].to_string().contains("No such way of tying it"), "{problem}");
    for n in 1..=4 {
        let (status, logged) =
            s.post("/api/lessons/4/tries", &tried(json!("In one motion"), json!({ "wrong": null }), n)).await;
        assert_eq!((status, &logged["try"]["way"]), (StatusCode::CREATED, &json!("In one motion")));
    }
    let (_, learner) = s.get("/api/learners/1").await;
    let bowline =
        learner["knots"].as_array().and_then(|k| k.iter().find(|k| k["knot"] == "bowline")).expect("a bowline").clone();
    assert_eq!(bowline["miscarries"], "In one motion it miscarries, 0 of 4 right; along the rope it goes, 5 of 5.");
    assert_eq!(bowline["ways"], json!(["By a slip loop", "In one motion"]));
    let (_, record) = s.get("/api/courses/1/record").await;
    let knot = record["knots"]
        .as_array()
        .and_then(|k| k.iter().find(|k| k["knot"] == "bowline"))
        .expect("in the record")
        .clone();
    let ways: Vec<&Value> = knot["ways"].as_array().expect("ways").iter().map(|w| &w["way"]).collect();
    assert_eq!(ways, [&Value::Null, &json!("By a slip loop"), &json!("In one motion")]);
    let (_, rows) = s.text("/api/courses/1/record.csv").await;
    assert!(rows.lines().next().is_some_and(|l| l.ends_with(",seen,way")));
    assert_eq!(rows.lines().filter(|l| l.ends_with(",In one motion")).count(), 4);
    let bad = "learner,knot,at,result,way\nAnouk,bowline,2026-05-02T18:30,right,by magic\n";
    let (status, problem) = s.post("/api/courses/1/tries", &json!({ "lines": bad })).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert!(problem.to_string().contains("Line 2: the bowline has no way of tying “by magic”."), "{problem}");
    let good = "learner,knot,at,result,way\nAnouk,bowline,2026-05-02T18:30,right,by a slip loop\n";
    assert_eq!(s.post("/api/courses/1/tries", &json!({ "lines": good })).await.0, StatusCode::CREATED);
}

/// What was read once of a class follows every write: tries added, taken back, brought back, taken in out of order, a learner taken
/// off and brought back, a lesson put away. It says what a server says that never read it before.
#[tokio::test]
async fn what_is_at_hand_follows_what_is_written() {
    let s = Server::demo().await;
    let afresh = async || {
        // Another server's application over the same file, which has read nothing yet.
        let folder = tempfile::tempdir().expect("a folder");
        let copy = folder.path().join("copy.db");
        umbet::store::copy_file(&s.file(), &copy).await.expect("it is copied");
        let store = umbet::store::open(&copy).await.expect("the copy opens");
        Server::over(umbet::App::new(store).await.expect("an application"), folder).await
    };
    let all = [
        "/api/lessons/4/board?knot=bowline",
        "/api/courses/1/record",
        "/api/courses/1/ladder",
        "/api/learners/2",
        "/api/cords",
    ];
    let agree = async |what: &str| {
        let other = afresh().await;
        for path in all {
            let (mut here, mut there) = (s.get(path).await.1, other.get(path).await.1);
            for view in [&mut here, &mut there] {
                view.as_object_mut().map(|o| o.remove("now"));
            }
            assert_eq!(here, there, "{what}: {path}");
        }
    };
    agree("as it was").await;
    let tried = |n: u32| json!({ "learner": 2, "knot": "bowline", "came": "right", "seconds": 20, "key": format!("at-hand-{n:04}") });
    let (_, first) = s.post("/api/lessons/4/tries", &tried(1)).await;
    s.post("/api/lessons/4/tries", &tried(2)).await;
    agree("two tries more").await;
    s.delete(&format!("/api/tries/{}", first["try"]["id"])).await;
    agree("one taken back").await;
    s.post(&format!("/api/tries/{}/restore", first["try"]["id"]), &json!(null)).await;
    agree("and brought back").await;
    let rows = "learner,knot,at,result\nBettan,bowline,2025-05-02T18:30,wrong\nBettan,reef,2025-05-02T18:40,right\n";
    assert_eq!(s.post("/api/courses/1/tries", &json!({ "lines": rows })).await.0, StatusCode::CREATED);
    agree("older ones taken in").await;
    s.delete("/api/learners/3").await;
    agree("a learner taken off").await;
    s.post("/api/learners/3/restore", &json!(null)).await;
    agree("and brought back").await;
    let cord = json!({ "name": "A new hank", "kind": "paracord-iii", "length_m": 7 });
    let (_, piece) = s.post("/api/cords", &cord).await;
    agree("a piece more").await;
    let deed =
        json!({ "deed": { "what": "cut", "length_m": 2, "name": "Off it", "times": 2 }, "version": piece["version"] });
    assert_eq!(s.post(&format!("/api/cords/{}/deeds", piece["id"]), &deed).await.0, StatusCode::OK);
    agree("cut").await;
    s.delete(&format!("/api/cords/{}", piece["id"])).await;
    agree("taken out").await;
    s.post(&format!("/api/cords/{}/restore", piece["id"]), &json!(null)).await;
    agree("and put back").await;
}

/// A job is tested on its rig: joints with what to look for, tries logged on the rig, how far each learner is, a sheet to print.
#[tokio::test]
async fn a_rig_is_tested_joint_by_joint() {
    let s = Server::demo().await;
    let (status, test) = s.get("/api/courses/1/tests/1").await;
    assert_eq!(status, StatusCode::OK);
    let joints = test["joints"].as_array().expect("joints");
    let (_, job) = s.get("/api/jobs/1").await;
    let own = job["joints"].as_array().map_or(0, |j| j.iter().filter(|j| !j["joint"]["knot"].is_null()).count());
    assert!(own > 3 && joints.len() > own, "those of its rigs are there too: {} and {own}", joints.len());
    assert!(joints.iter().all(|j| j["look"].as_array().is_some_and(|l| !l.is_empty()) && j["mistakes"].is_array()));
    let lesson = test["lesson"].as_i64().expect("a lesson");
    assert!(test["learners"].as_array().expect("learners").iter().all(|l| l["right"] == json!([])));
    let log = async |came: Value, n: u32| {
        let body = json!({ "learner": 1, "knot": "rolling-hitch", "came": came, "under": ["on-the-rig"], "key": format!("on-rig-{n:04}") });
        s.post(&format!("/api/lessons/{lesson}/tries"), &body).await.0
    };
    assert_eq!(log(json!("right"), 1).await, StatusCode::CREATED);
    let anouk = async || s.get("/api/courses/1/tests/1").await.1["learners"][0].clone();
    let now = anouk().await;
    assert_eq!((&now["right"], &now["wrong"]), (&json!(["rolling-hitch"]), &json!([])));
    assert!(
        now["says"].as_str().is_some_and(|w| w.contains("1 of ") && w.contains("right on the rig so far")),
        "{now}"
    );
    assert_eq!(log(json!({ "wrong": null }), 2).await, StatusCode::CREATED);
    let now = anouk().await;
    assert_eq!((&now["right"], &now["wrong"]), (&json!([]), &json!(["rolling-hitch"])), "the last time counts");
    let (status, pdf) = s.text("/api/courses/1/tests/1/sheet.pdf").await;
    assert!(status.is_success() && pdf.starts_with("%PDF"));
    for path in ["/api/courses/1/tests/4711", "/api/courses/4711/tests/1", "/api/courses/4711/tests/1/sheet.pdf"] {
        assert_eq!(s.get(path).await.0, StatusCode::NOT_FOUND, "{path}");
    }
    let (_, empty) = s.post("/api/jobs", &json!({ "name": "Nothing yet" })).await;
    assert_eq!(s.get(&format!("/api/courses/1/tests/{}/sheet.pdf", empty["id"])).await.0, StatusCode::NOT_FOUND);
}

/// On the page: schools are compared and one is taken; the lesson's work is read; a knot is moved on the ladder and back.
#[tokio::test(flavor = "multi_thread")]
async fn a_school_is_taken_on_the_page() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 900).await);
    b.driver.goto(s.url("/teach")).await.expect("the page opens");
    b.type_into(".new-course input[maxlength='80']", "Autumn course").await;
    b.press(".tickline", "Fennick Point footbridge").await;
    b.driver.execute("const i = document.querySelector('.new-course input[type=datetime-local]'); i.value = '2026-09-08T18:30'; i.dispatchEvent(new Event('input', { bubbles: true }))", vec![]).await.expect("a day");
    b.press(".new-course .btn", "three schools").await;
    b.see_number(".school", 3).await;
    b.see_words(".school h3", "A whole family").await;
    b.press(".school:nth-of-type(3) .btn", "Plan it so").await;
    b.see_words(".course-says", "footbridge").await;
    let (_, courses) = s.get("/api/courses").await;
    assert_eq!(courses[1]["name"], "Autumn course");
    b.press(".lesson-work summary", "step by step").await;
    b.see_words(".lesson-work li", "It is called").await;
    b.see_words(".lesson-work li", "Recap").await;

    b.driver.goto(s.url("/teach/1/ladder")).await.expect("the page opens");
    b.press(".rung-knot", "Timber hitch").await;
    b.press(".ladder-side .btn", "A lesson later").await;
    until("it is in lesson 5", async || {
        s.get("/api/courses/1").await.1["lessons"][4]["knots"].to_string().contains("timber-hitch")
    })
    .await;
    b.press(".ladder-side .btn", "A lesson earlier").await;
    until("it is back", async || {
        s.get("/api/courses/1").await.1["lessons"][3]["knots"].to_string().contains("timber-hitch")
    })
    .await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// On the page: a learner's joints are looked at one by one; a tap is taken back.
#[tokio::test(flavor = "multi_thread")]
async fn a_test_is_taken_on_the_page() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 900).await);
    b.driver.goto(s.url("/teach/1")).await.expect("the page opens");
    b.press(".course-side a", "Fennick Point footbridge").await;
    b.see_words("h1", "Test on the rig").await;
    b.press(".tested > li:nth-child(2) .btn", "Right").await;
    b.see_words("[role=status]", "1 of ").await;
    b.see_words(".tested > li.right h2", "Tag line along the handrail").await;
    b.press(".test-said .btn", "Undo").await;
    b.see_number(".tested > li.right", 0).await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// What is shown to all is led from another page, as large as a hand wants it: the next move, the one before, mirrored, blank.
#[tokio::test(flavor = "multi_thread")]
async fn what_is_shown_is_led_from_the_hand() {
    let (s, b) = (Server::demo().await, Browser::open(390, 780).await);
    let doing = async || s.get("/api/lessons/4/doing").await.1;
    b.driver.goto(s.url("/teach/lessons/4")).await.expect("the page opens");
    b.press(".side-foot .btn", "By phone").await;
    b.see_words("h1", "Taut-line hitch").await;
    b.press(".remote-next", "Next").await;
    until("the second move is shown", async || doing().await["step"] == 2).await;
    b.see_words(".remote-move b", "2 of ").await;
    b.press(".remote-rest .btn", "The move before").await;
    until("the first again", async || doing().await["step"] == 1).await;
    b.press(".remote-rest .btn", "Mirrored").await;
    until("it is mirrored", async || doing().await["mirrored"] == true).await;
    b.press(".remote-rest .btn", "Blank").await;
    until("it is blank", async || doing().await["blank"] == true).await;
    b.press(".remote-rest .btn", "clock").await;
    until("the clock runs", async || !doing().await["running_since"].is_null()).await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

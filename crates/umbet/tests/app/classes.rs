//! A class, through the real page: a course planned, a lesson run to its end with the tab closed in the middle.

use crate::support::Server;
use crate::support::browser::{self, Browser};
use serde_json::{Value, json};
use thirtyfour::prelude::*;

const NAMES: [&str; 10] = ["Anouk", "Bettan", "Corrie", "Dace", "Edda", "Fia", "Gwil", "Hale", "Ilse", "Joss"];

async fn goto(b: &Browser, s: &Server, path: &str) {
    b.driver.goto(s.url(path)).await.expect("the page opens");
}

async fn run(b: &Browser, script: &str) -> Value {
    b.driver.execute(script, vec![]).await.expect("it runs").json().clone()
}

/// Waits until the page answers yes.
async fn until(b: &Browser, script: &str) {
    browser::until(script, async || run(b, script).await == json!(true)).await;
}

/// A course of six lessons for the crew, from its three jobs.
#[tokio::test(flavor = "multi_thread")]
async fn six_lessons_are_planned_from_three_jobs_and_a_knot_moved_among_them() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/").await;
    b.press(".aside a", "Teach").await;
    b.see_words("h1", "Courses").await;
    b.see_words(".courses a", "3 of 5 lessons held, 12 learners").await;
    b.type_into(".new-course input[maxlength='80']", "Autumn evenings").await;
    for job in ["Fennick Point footbridge", "Crew shelter", "Shore path signposts"] {
        b.press(".tickline", job).await;
    }
    run(&b, "const f = document.querySelector('input[type=datetime-local]'); f.value = '2026-09-08T18:30'; f.dispatchEvent(new Event('input')); return true").await;
    b.type_into(".new-course textarea", &NAMES.join("\n")).await;
    b.press(".new-course .btn", "Plan it").await;
    b.see_words(".lesson-no", "8 Sep").await;
    b.see_words(".lesson-no", "13 Oct").await;
    b.see_words(".course-says", "10 learners").await;
    assert_eq!(run(&b, "return document.querySelectorAll('.lessons > li').length").await, 6);
    b.see_number(".course-side .trouble", 0).await;

    // The first knot of the first lesson cannot go behind what builds on it; nothing is changed, and the page says why.
    let first = "return document.querySelector('.lessons > li:first-child .lesson-knot .name').textContent.trim()";
    let knot = run(&b, first).await;
    for _ in 0..6 {
        run(&b, "const k = document.querySelector('.lessons > li:first-child .lesson-knot button'); k.focus(); k.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', bubbles: true })); return true").await;
        tokio::time::sleep(std::time::Duration::from_millis(400)).await;
        if !b.driver.find_all(By::Css(".course-side .trouble")).await.expect("it looks").is_empty() {
            break;
        }
    }
    let says = b.see_words(".course-side .trouble", "builds on").await.text().await.expect("words");
    assert!(says.contains("Nothing was changed."), "{knot}: {says}");

    // The last knot of all may go where it likes behind what it builds on; undo brings it back.
    let taught = "return [...document.querySelectorAll('.lessons > li')].map(l => [...l.querySelectorAll('.name')].map(n => n.textContent.trim()).join()).join('|')";
    let before = run(&b, taught).await;
    run(&b, "const all = [...document.querySelectorAll('.lesson-knot button')]; const k = all.at(-1); k.focus(); k.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp', bubbles: true })); return true").await;
    until(&b, &format!("{} !== {before}", taught.replace("return ", "return (") + ")")).await;
    b.press(".course-side .btn", "Undo").await;
    until(&b, &format!("{} === {before}", taught.replace("return ", "return (") + ")")).await;

    b.press(".stages a", "Ladder").await;
    b.see_words("h1", "The ladder").await;
    b.press(".rung-knot", "Rolling hitch").await;
    b.see_words(".ladder-side li", "Clove hitch").await;
    b.settled().await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Ten learners, one lesson: tapped, closed in the middle, resumed, undone, shown, held, printed, exported.
#[tokio::test(flavor = "multi_thread")]
async fn a_lesson_is_run_with_ten_learners_and_the_tab_closed_in_the_middle() {
    let s = Server::empty().await;
    let draft = json!({ "lessons": 2, "minutes": 60, "class": 10, "wanted": ["clove-hitch", "bowline"], "breadth": "few", "opening": "use" });
    let course = json!({ "name": "Harbour wall", "first_at": "2026-03-03T18:30", "draft": draft });
    let (_, made) = s.post("/api/courses", &course).await;
    s.post(&format!("/api/courses/{}/learners", made["id"]), &json!({ "lines": NAMES.join("\n") })).await;
    let (_, view) = s.get(&format!("/api/courses/{}", made["id"])).await;
    let lesson = view["lessons"][0]["id"].as_i64().expect("a lesson");
    let b = Browser::open(1280, 800).await;
    goto(&b, &s, &format!("/teach/{}", made["id"])).await;
    b.press(".course-side .btn", "Run it").await;
    b.see_words(".tile", "Anouk").await;
    let knot = b.see(".board-side h1").await.text().await.expect("a name");
    // All ten tiles are on the screen at once, none smaller than a gloved finger.
    let seen = "return [...document.querySelectorAll('.tile')].every(t => { const r = t.getBoundingClientRect(); return r.top >= 0 && r.bottom <= innerHeight && r.height >= 60 && r.width >= 120 })";
    assert_eq!(run(&b, seen).await, true);

    b.press(".board-side .btn", "Start").await;
    b.see_words(".board-side .btn", "Stop").await;
    tokio::time::sleep(std::time::Duration::from_millis(1600)).await;
    b.press(".tile", "Anouk").await;
    b.see_words(".board-foot", "Logged: Anouk, Right, ").await;
    b.see_words(".tile.now", "Anouk").await;
    b.press(".tap", "3").await;
    b.press(".tile", "Bettan").await;
    b.see_words(".tile.now", "Bettan").await;
    b.see_words(".tap.on", "Right").await;

    // A closed lid: another tab, the same lesson, and the clock has gone on.
    b.driver.goto("about:blank").await.expect("the tab is left");
    goto(&b, &s, &format!("/teach/lessons/{lesson}")).await;
    b.see_words(".tile.now", "Anouk").await;
    b.see_words(".board-side .btn", "Stop").await;
    until(&b, "return Number(document.querySelector('.clock b').textContent.split(':')[1]) >= 2").await;
    assert_eq!(b.see(".board-side h1").await.text().await.expect("a name"), knot);

    b.press(".board-foot .btn", "Undo").await;
    b.see_words(".board-foot", "Logged: Anouk").await;
    for name in &NAMES[1..] {
        b.press(".conditions .btn", "in gloves").await;
        b.press(".tile", name).await;
        b.see_words(".board-foot", &format!("Logged: {name}, Right")).await;
        b.press(".conditions .btn", "in gloves").await;
    }
    until(&b, "return document.querySelector('.clock span').textContent.startsWith('10 in')").await;
    b.press(".board-side .btn", "Again").await;
    until(&b, "return document.querySelectorAll('.tile.now').length === 0").await;
    // Space is the clock's, also where the last tile still has the focus: it logs nothing.
    run(&b, "document.querySelector('.tile').focus(); return true").await;
    b.keys(Key::Space).await;
    b.see_words(".board-side .btn", "Start").await;
    b.see_number(".tile.now", 0).await;

    // What is shown to all follows the board's knot; a clicker turns it over.
    goto(&b, &s, &format!("/show/{lesson}")).await;
    b.see_words(".show-tight h2", &knot).await;
    b.keys(Key::PageDown).await;
    b.see_words(".show-move h2 i", "2").await;
    let small = "return [...document.querySelectorAll('.show-says p, .show-next span, .show-move h2')].every(e => parseFloat(getComputedStyle(e).fontSize) >= 34)";
    assert_eq!(run(&b, small).await, true, "readable at five metres");
    b.driver.action_chain().send_keys("m").perform().await.expect("a key is pressed");
    b.see_words(".show-mirrored", "copy what you see").await;
    let (_, doing) = s.get(&format!("/api/lessons/{lesson}/doing")).await;
    assert_eq!((&doing["step"], &doing["mirrored"]), (&json!(2), &json!(true)));

    goto(&b, &s, &format!("/teach/lessons/{lesson}")).await;
    b.press(".board-side .btn", "The lesson is held").await;
    b.see_words(".board-side .btn", "Not held after all").await;
    goto(&b, &s, &format!("/teach/lessons/{lesson}/sheet")).await;
    b.see_words(".handout-knot h2", &knot).await;
    b.settled().await;
    let printed = b.driver.cdp().send_raw("Page.printToPDF", json!({})).await.expect("it prints");
    assert!(printed["data"].as_str().is_some_and(|d| d.len() > 20_000), "a sheet with drawings");
    goto(&b, &s, &format!("/teach/{}", made["id"])).await;
    let calendar =
        b.see_words(".course-side a", "Calendar").await.attr("href").await.expect("an address").expect("one");
    let (status, ics) = s.text(calendar.trim_start_matches(&s.url(""))).await;
    assert!(status.is_success() && ics.matches("BEGIN:VEVENT").count() == 2);
    b.press(".stages a", "Record").await;
    b.see_words(".record tbody th", "Anouk").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Rigs stand on the ladder above the knots they are tied with: which lesson they wait for, which knot nobody teaches; a course for
/// a job is planned from what its rigs are tied with. Something made of cord comes into a lesson and goes out of it, on the page.
#[tokio::test(flavor = "multi_thread")]
async fn rigs_stand_on_the_ladder_and_something_is_made_of_cord() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    let (_, ladder) = s.get("/api/courses/1/ladder").await;
    let rigs = ladder["rigs"].as_array().expect("rigs");
    let rig = |name: &str| rigs.iter().find(|r| r["name"] == name).unwrap_or_else(|| panic!("no {name}: {rigs:?}"));
    let poles = rig("Poles lashed together");
    assert_eq!((&poles["knots"], &poles["taught"]), (&json!(["clove-hitch"]), &json!(true)), "lashings begin with it");
    let shelter = rig("A shelter on a ridgeline");
    assert_eq!(shelter["missing"], json!(["Two round turns, slipped"]));
    assert_eq!(shelter["says"], "a knot missing");

    let draft =
        json!({ "lessons": 4, "minutes": 120, "class": 6, "wanted": ["bowline"], "breadth": "few", "opening": "use" });
    let job = shelter["job"].clone();
    let course = json!({ "name": "Shelter evenings", "first_at": "2026-03-03T18:30", "draft": draft, "jobs": [job] });
    let (status, made) = s.post("/api/courses", &course).await;
    assert_eq!(status, 201, "{made}");
    let (_, own) = s.get(&format!("/api/courses/{}/ladder", made["id"])).await;
    assert_eq!(own["rigs"][0]["missing"], json!([]), "what its rig is tied with is taught");
    assert!(own["rigs"][0]["lesson"].as_i64().is_some_and(|l| (1..=4).contains(&l)), "{own}");

    goto(&b, &s, "/teach/1/ladder").await;
    b.press(".rung-rig", "A shelter on a ridgeline").await;
    b.see_words(".ladder-side .trouble", "no lesson teaches two round turns, slipped").await;
    b.press(".ladder-side li button", "Taut-line hitch").await;
    b.see_words(".ladder-side h2", "Taut-line hitch").await;

    let fourth = "document.querySelectorAll('.lesson-no')[3].click(); return true";
    goto(&b, &s, "/teach/1").await;
    b.see_words(".lesson-no b", "4").await;
    run(&b, fourth).await;
    b.see_words(".course-side h3", "Made of cord").await;
    let choose = "const s = document.querySelector('[aria-label=\"Something made of cord\"]'); s.value = 'chain'; s.dispatchEvent(new Event('change')); return true";
    run(&b, choose).await;
    b.see_words(".lessons > li:nth-child(4) .name", "Chain").await;
    let (_, view) = s.get("/api/courses/1").await;
    let lesson = &view["lessons"][3];
    assert_eq!(lesson["made"][0]["project"], "chain");
    let paper = format!("/api/lessons/{}/handout.pdf", lesson["id"]);
    assert!(s.client.get(s.url(&paper)).send().await.expect("an answer").status().is_success());
    goto(&b, &s, &format!("/teach/lessons/{}/sheet", lesson["id"])).await;
    b.see_words(".handout-knot h2", "Chain").await;
    goto(&b, &s, "/teach/1").await;
    b.see_words(".lesson-no b", "4").await;
    run(&b, fourth).await;
    b.press(".course-side .btn", "Leave out").await;
    until(&b, "return ![...document.querySelectorAll('.lessons > li:nth-child(4) .name')].some(n => n.textContent.includes('Chain'))").await;
    b.settled().await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A learner on a phone: what is due, tied, logged as their own word.
#[tokio::test(flavor = "multi_thread")]
async fn a_learner_ties_what_is_due_and_the_log_says_whose_word_it_is() {
    let (s, b) = (Server::demo().await, Browser::open(390, 844).await);
    let (_, view) = s.get("/api/courses/1").await;
    let id = view["learners"][4]["id"].as_i64().expect("a number");
    goto(&b, &s, &format!("/learners/{id}")).await;
    b.see_words("h1", "Edda").await;
    b.see_words(".learner-due h2", "Due today").await;
    b.settled().await;
    let wide = run(&b, "return document.documentElement.scrollWidth <= 390").await;
    assert_eq!(wide, true, "nothing runs over");
    let high = run(&b, "return document.querySelector('.btn.big').getBoundingClientRect().height").await;
    assert!(high.as_f64().is_some_and(|h| h >= 64.0));
    let before = run(&b, "return document.querySelectorAll('.log li').length").await;
    b.press(".btn.big", "Tie it").await;
    b.press(".tying .btn", "It is right").await;
    b.see_words(".log li:first-child", "own log").await;
    assert!(run(&b, "return document.querySelectorAll('.log li').length").await.as_i64() >= before.as_i64());
    b.press(".learner-knots li button", "Taut-line hitch").await;
    b.see_words(".learner-do h2", "Taut-line hitch").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Questions from a learner's own page: a wrong answer comes back among what is due; a knot tied by words alone is logged with
/// the eyes shut.
#[tokio::test(flavor = "multi_thread")]
async fn a_learner_is_asked_and_ties_by_words_alone() {
    let s = Server::empty().await;
    let draft =
        json!({ "lessons": 1, "minutes": 90, "class": 2, "wanted": ["bowline"], "breadth": "few", "opening": "use" });
    let course = json!({ "name": "Evenings", "first_at": "2026-03-03T18:30", "draft": draft });
    let (_, made) = s.post("/api/courses", &course).await;
    let (_, class) = s.post(&format!("/api/courses/{}/learners", made["id"]), &json!({ "lines": "Anouk" })).await;
    let id = class[0]["id"].as_i64().expect("a number");
    let b = Browser::open(390, 844).await;
    goto(&b, &s, &format!("/learners/{id}")).await;
    b.see_words("h1", "Anouk").await;
    b.press(".links a", "Questions").await;
    b.see_words(".drill-ask h1", "What is it?").await;
    b.see_words(".jobline .job b", "Evenings").await;
    // Answered wrong sooner or later; the page says what it was, and that it comes back.
    for _ in 0..12 {
        b.see(".answers button:enabled").await;
        b.press(".answers li:first-child button", "").await;
        b.press(".drill-ask > .btn", "Mark it").await;
        b.see(".drill-mark").await;
        if run(&b, "return document.querySelector('.drill-mark .no') !== null").await == json!(true) {
            break;
        }
        b.press(".drill-mark .btn", "Another").await;
    }
    b.see_words(".drill-mark", "It comes back among what is due").await;
    b.see(".answers button.right").await;
    b.press(".drill-foot a", "Back to my knots").await;
    b.see_words(".learner-do", "A question about it was missed").await;

    b.press(".links a", "By words alone").await;
    b.see_words(".by-words h1", "by words alone").await;
    b.see_number(".by-words svg", 0).await;
    while run(
        &b,
        "return [...document.querySelectorAll('.by-words .btn-tar')].some(e => /Next|Tied/.test(e.textContent))",
    )
    .await
        == json!(true)
    {
        run(&b, "document.querySelector('.by-words .btn-tar.big').click(); return true").await;
    }
    b.see_words(".by-words .move-no", "Feel it over").await;
    b.press(".by-words .btn", "It is right").await;
    b.see_words(".by-words .v", "eyes shut").await;
    b.press(".by-words a", "Back to my knots").await;
    b.see_words(".log li:first-child", "eyes shut").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Thirty learners at 1280 by 800, without scrolling, nothing over anything.
#[tokio::test(flavor = "multi_thread")]
async fn the_board_holds_thirty_on_one_screen() {
    let s = Server::empty().await;
    let draft = json!({ "lessons": 1, "minutes": 60, "class": 30, "wanted": ["overhand"], "breadth": "few", "opening": "name" });
    let (_, made) =
        s.post("/api/courses", &json!({ "name": "Thirty", "first_at": "2026-03-03T18:30", "draft": draft })).await;
    let lines: String = (1..=30).map(|n| format!("Learner {n}\n")).collect();
    s.post(&format!("/api/courses/{}/learners", made["id"]), &json!({ "lines": lines })).await;
    let (_, view) = s.get(&format!("/api/courses/{}", made["id"])).await;
    let b = Browser::open(1280, 800).await;
    goto(&b, &s, &format!("/teach/lessons/{}", view["lessons"][0]["id"])).await;
    b.see_words(".tile", "Learner 30").await;
    b.settled().await;
    let fits = "const g = document.querySelector('.tiles'); return document.querySelectorAll('.tile').length === 30 && g.scrollHeight <= g.clientHeight + 1 && document.documentElement.scrollHeight <= innerHeight";
    assert_eq!(run(&b, fits).await, true, "no scrolling");
    assert_eq!(b.covered().await, Vec::<String>::new());
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

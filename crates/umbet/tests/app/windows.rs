//! Two windows on one thing, and a server that is away: what was typed is never lost, never written over unasked, and sent once.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use crate::support::process::Process;
use serde_json::{Value, json};
use std::path::PathBuf;
use std::time::Duration;
use thirtyfour::prelude::*;

/// A window beside the first, at the same page; both have loaded it.
async fn second_window(b: &Browser, url: &str, ready: &str) -> [WindowHandle; 2] {
    b.driver.goto(url).await.expect("the page opens");
    b.see(ready).await;
    let first = b.driver.window().await.expect("a window");
    let second = b.driver.new_window().await.expect("another");
    b.driver.switch_to_window(second.clone()).await.expect("it is in front");
    b.size(1280, 800).await;
    b.driver.goto(url).await.expect("the page opens");
    b.see(ready).await;
    [first, second]
}

/// Types into a field and leaves it.
async fn put(b: &Browser, css: &str, words: &str) {
    b.type_into(css, words).await;
    b.keys(Key::Tab).await;
}

/// The second window changes one part, the first another and the same: the first sees both, keeps typing, and chooses.
#[tokio::test(flavor = "multi_thread")]
async fn two_windows_on_a_job() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    let [first, _] = second_window(&b, &s.url("/jobs/1"), "input.title").await;
    put(&b, "input.subtitle", "The far ramp").await;
    until("the second window's place is kept", async || s.get("/api/jobs/1").await.1["job"]["place"] == "The far ramp")
        .await;
    b.driver.switch_to_window(first).await.expect("it is in front");
    put(&b, "input.title", "The bridge, second day").await;
    b.see_words(".two-versions", "The far ramp").await;
    assert_eq!(b.value("input.title").await, "The bridge, second day", "what was typed stays in its field");
    assert_eq!(
        s.get("/api/jobs/1").await.1["job"]["name"],
        "Fennick Point footbridge",
        "and is not written over theirs"
    );
    // Mine in the one part, theirs in the other: marked so already.
    b.press(".two-versions button", "Keep what is marked").await;
    until("both parts are kept", async || {
        let job = &s.get("/api/jobs/1").await.1["job"];
        job["name"] == "The bridge, second day" && job["place"] == "The far ramp"
    })
    .await;
    until("both stand in the page", async || b.value("input.subtitle").await == "The far ramp").await;
    put(&b, "input.subtitle", "The near ramp").await;
    until("editing goes on", async || s.get("/api/jobs/1").await.1["job"]["place"] == "The near ramp").await;
    b.see_number(".two-versions", 0).await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

#[tokio::test(flavor = "multi_thread")]
async fn two_windows_on_a_joint() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    let joint = async || s.get("/api/jobs/1").await.1["joints"][0]["joint"].clone();
    let before = joint().await;
    let url = s.url(&format!("/jobs/1/joints/{}", before["id"]));
    let [first, _] = second_window(&b, &url, ".answer.first h2").await;
    b.press(".answer:nth-of-type(2) button, .rail > :nth-child(2) button", "Take").await;
    until("the second window's knot is kept", async || joint().await["knot"] != before["knot"]).await;
    let theirs = joint().await;
    b.driver.switch_to_window(first).await.expect("it is in front");
    b.press("[data-part]", "wet").await;
    b.press(".options button, .choices button, li button", "dry").await;
    b.see(".two-versions").await;
    assert_eq!(joint().await["situation"]["cord"]["wet"], true, "theirs is not written over");
    b.see_words(".sentence", "dry").await;
    // Both are said whole, and what is unlike in them stands out.
    b.see_words(".two-versions b", "dry").await;
    b.see_words(".two-versions b", "wet").await;
    b.press(".two-versions button", "Keep what is marked").await;
    until("both parts are kept", async || {
        let now = joint().await;
        now["situation"]["cord"]["wet"] == false && now["knot"] == theirs["knot"]
    })
    .await;
}

#[tokio::test(flavor = "multi_thread")]
async fn two_windows_on_a_shelter() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    let jobs = s.get("/api/jobs").await.1;
    let mut job = Value::Null;
    for j in jobs.as_array().expect("jobs") {
        if s.get(&format!("/api/jobs/{}/rigs/shelter", j["id"])).await.0.is_success() {
            job = j["id"].clone();
        }
    }
    let kept = async || s.get(&format!("/api/jobs/{job}/rigs/shelter")).await.1;
    let pull = ".number-part input[aria-label^='Your']";
    let [first, _] = second_window(&b, &s.url(&format!("/jobs/{job}/rig/shelter")), pull).await;
    put(&b, pull, "260").await;
    until("the second window's pull is kept", async || kept().await["draft"]["pull_n"] == 260.0).await;
    b.driver.switch_to_window(first).await.expect("it is in front");
    put(&b, pull, "240").await;
    b.see_words(".two-versions", "240").await;
    assert_eq!(kept().await["draft"]["pull_n"], 260.0);
    put(&b, pull, "230").await;
    b.see_words(".two-versions", "230").await;
    b.press(".two-versions button", "All of mine").await;
    until("mine is kept", async || kept().await["draft"]["pull_n"] == 230.0).await;
    put(&b, pull, "220").await;
    until("editing goes on", async || kept().await["draft"]["pull_n"] == 220.0).await;
}

#[tokio::test(flavor = "multi_thread")]
async fn two_windows_on_the_kit_and_on_habits() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    let length = async || s.get("/api/cords").await.1[0]["length_m"].as_f64().unwrap_or_default();
    let [first, second] = second_window(&b, &s.url("/cord"), ".hank-length input").await;
    put(&b, ".hank-length input", "21").await;
    until("the second window's length is kept", async || (length().await - 21.0).abs() < 1e-9).await;
    b.driver.switch_to_window(first.clone()).await.expect("it is in front");
    put(&b, ".hank-length input", "19.5").await;
    b.see_words(".two-versions", "19.5").await;
    assert_eq!(b.value(".hank-length input").await, "19.5");
    b.see_words(".two-versions td", "21 m").await;
    b.press(".two-versions button", "All of theirs").await;
    until("theirs stands in the field", async || b.value(".hank-length input").await == "21 m").await;
    put(&b, ".hank-length input", "18").await;
    until("editing goes on", async || (length().await - 18.0).abs() < 1e-9).await;

    for window in [&second, &first] {
        b.driver.switch_to_window(window.clone()).await.expect("it is in front");
        b.driver.goto(s.url("/habits")).await.expect("the page opens");
        b.see_words("button", "Left: mirror").await;
    }
    b.press("button", "Left: mirror").await;
    until("one window's hand is kept", async || s.get("/api/settings").await.1["hand"] == "left").await;
    b.driver.switch_to_window(second).await.expect("it is in front");
    b.press("button", "Night").await;
    b.see(".two-versions").await;
    b.press(".two-versions button", "Keep what is marked").await;
    until("both parts are kept", async || {
        let now = s.get("/api/settings").await.1;
        now["hand"] == "left" && now["light"] == "night"
    })
    .await;
}

/// A server that goes and comes back at one address.
struct Fitful {
    folder: tempfile::TempDir,
    running: Option<Process>,
    listen: String,
}

impl Fitful {
    fn new() -> Self {
        let folder = tempfile::tempdir().expect("a folder");
        let running = Process::serve(&folder.path().join("data.db"), &["--demo"]);
        let listen = running.address.trim_start_matches("http://").to_owned();
        Self { folder, running: Some(running), listen }
    }

    fn url(&self, path: &str) -> String {
        format!("http://{}{path}", self.listen)
    }

    fn data(&self) -> PathBuf {
        self.folder.path().join("data.db")
    }

    fn goes(&mut self) {
        self.running = None;
    }

    fn comes_back(&mut self) {
        self.running = Some(Process::serve_at(&self.listen, &self.data(), &["--demo"]));
    }

    async fn get(&self, path: &str) -> Value {
        reqwest::get(self.url(path)).await.expect("answered").json().await.expect("JSON")
    }
}

/// What the page failed with that nobody caught, and what the console has of other than the missing server.
async fn uncaught(b: &Browser) -> Vec<String> {
    let told = b.driver.find_all(By::Css(".away[role=alert]")).await.expect("looked").len();
    let mut all = b.complaints().await;
    // Refused, or cut off while it was under way: both are the server going.
    let going = [
        "ERR_CONNECTION_REFUSED",
        "ERR_CONNECTION_RESET",
        "ERR_SOCKET_NOT_CONNECTED",
        "ERR_EMPTY_RESPONSE",
        "Failed to fetch",
    ];
    all.retain(|m| !going.iter().any(|g| m.contains(g)));
    if told > 0 {
        all.push("something was told in the last resort".into());
    }
    all
}

/// Changes made while the server is away are kept, said to be, and there when it is back, once.
#[tokio::test(flavor = "multi_thread")]
async fn what_is_changed_while_the_server_is_away_is_sent_when_it_is_back() {
    let (mut s, b) = (Fitful::new(), Browser::open(1280, 800).await);
    b.driver.goto(s.url("/jobs/1")).await.expect("the page opens");
    b.see("input.subtitle").await;
    s.goes();
    put(&b, "input.subtitle", "Said while away").await;
    b.see_words(".away", "One change waits").await;
    put(&b, "input.title", "Named while away").await;
    assert_eq!(b.value("input.subtitle").await, "Said while away");
    s.comes_back();
    until("both changes are there", async || {
        let job = &s.get("/api/jobs/1").await["job"];
        job["place"] == "Said while away" && job["name"] == "Named while away"
    })
    .await;
    until("it is said no more", async || b.driver.find_all(By::Css(".away")).await.is_ok_and(|all| all.is_empty()))
        .await;
    // The page knows what was sent by itself: another change is no conflict.
    put(&b, "input.subtitle", "And on").await;
    until("editing goes on", async || s.get("/api/jobs/1").await["job"]["place"] == "And on").await;
    assert_eq!(s.get("/api/jobs/1").await["job"]["version"], 3, "two writes, each once");

    // A rig that belongs to no job: its number is typed in the reader's unit, which the server knows.
    let pull = ".number-part input[aria-label^='Your']";
    b.driver.goto(s.url("/rig/shelter")).await.expect("the page opens");
    b.see(pull).await;
    s.goes();
    put(&b, pull, "233").await;
    b.see_words(".trouble", "does not answer").await;
    assert_eq!(b.value(pull).await, "233");
    s.comes_back();
    until("it is planned", async || b.driver.find_all(By::Css(".trouble")).await.is_ok_and(|all| all.is_empty())).await;
    let kept = "return localStorage.getItem('umbet.rigs')?.includes('233') ?? false";
    until("it is kept", async || b.driver.execute(kept, vec![]).await.is_ok_and(|r| r.json() == &json!(true))).await;
    b.driver.refresh().await.expect("it loads again");
    until("it is kept in this browser", async || b.value(pull).await == "233").await;

    // Closed while it waits, another window takes it over.
    b.driver.goto(s.url("/cord")).await.expect("the page opens");
    b.see(".hank-length input").await;
    s.goes();
    put(&b, ".hank-length input", "23.5").await;
    b.see_words(".away", "One change waits").await;
    let old = b.driver.window().await.expect("a window");
    let fresh = b.driver.new_window().await.expect("another");
    b.driver.switch_to_window(old).await.expect("in front");
    b.driver.close_window().await.expect("closed");
    b.driver.switch_to_window(fresh).await.expect("in front");
    s.comes_back();
    b.driver.goto(s.url("/jobs")).await.expect("the page opens");
    until("the length is there", async || s.get("/api/cords").await[0]["length_m"] == 23.5).await;
}

/// On every page the server goes and whatever can be pressed is: it is said where it was asked, and nothing fails unheard.
#[tokio::test(flavor = "multi_thread")]
async fn the_server_goes_on_every_page() {
    let (mut s, b) = (Fitful::new(), Browser::open(1280, 800).await);
    for (path, ready, then) in [
        ("/", ".answer.first h2", "[data-part]"),
        ("/jobs", ".jobs li", ".inline-form button"),
        ("/jobs/1", "input.title", ".joint-do .btn-bare"),
        ("/knots", ".knots a, main a[href^='/knots/']", ".tabs button"),
        ("/knots/own", ".own-form", ".own-form .btn-bare"),
        ("/knots/clove-hitch", "h1", "main button"),
        ("/knots/clove-hitch/wrong", ".wrongs h1", "main li button, main li a"),
        ("/cord", ".hanks li", ".hanks .btn-bare"),
        ("/cord/8", ".piece h1", ".look-over .btn"),
        ("/cord/week", ".needs label", ".needs label"),
        ("/teach/1/cord", ".cutting figure", "main .btn-tab"),
        ("/teach/1/test/1", "h1", "main li button"),
        ("/teach/projects/net", ".cutting figure", ".cut-lines button"),
        ("/rig/shelter", ".rig .sentence", ".rig-tools .btn-tab:not(a)"),
        ("/rig/line", ".rig .sentence", ".rig-tools .btn-tab:not(a)"),
        ("/rig/load", ".rig .sentence", ".make-so button"),
        ("/rig/haul", ".rig .sentence", ".rig-tools .btn-tab:not(a)"),
        ("/rig/hang", ".rig .sentence", ".load-site button"),
        ("/rig/hoist", ".rig .sentence", ".rig-tools .btn-tab:not(a)"),
        ("/rig/larder", ".rig .sentence", ".rig-tools .btn-tab:not(a)"),
        ("/rig/poles", ".rig .sentence", ".lashing-strip button"),
        ("/rig/mast", ".rig .sentence", ".mast-levels button"),
        ("/rig/tether", ".rig .sentence", ".rig-tools .btn-tab:not(a)"),
        ("/rig/shelter/site", ".onsite-next", ".onsite-next"),
        ("/prove", "h1", "main button"),
        ("/prove/tied", "h1", "main button"),
        ("/prove/questions", "h1", "main button"),
        ("/prove/words/bowline", "h1", "main button"),
        ("/teach/1", ".lessons li", ".course-side .do button"),
        ("/teach/lessons/4", ".tile", ".tile"),
        ("/learners/5", ".learner-knots li", ".learner-knots li button"),
        ("/habits", ".habits-page .tabs", ".ways button"),
    ] {
        b.driver.goto(s.url(path)).await.expect("the page opens");
        b.see(ready).await;
        b.settled().await;
        s.goes();
        let press = "document.querySelectorAll(arguments[0]).forEach((b, i) => i < 3 && !b.disabled && b.click())";
        b.driver.execute(press, vec![json!(then)]).await.expect("pressed");
        // Going elsewhere shows that its parts do not come, or waits to go there.
        // From teaching the job's own pages are reached by way of the knots.
        for to in ["/cord", "/knots", "/cord", "/"] {
            let go =
                "document.querySelector(`nav a[href='${arguments[0]}'], header a[href='${arguments[0]}']`)?.click()";
            b.driver.execute(go, vec![json!(to)]).await.expect("pressed");
            tokio::time::sleep(Duration::from_millis(250)).await;
        }
        b.see(".away").await;
        s.comes_back();
        until("the page is whole again", async || {
            let gone = b.driver.find_all(By::Css(".away, .not-come, .figure-failed")).await;
            gone.is_ok_and(|all| all.is_empty())
        })
        .await;
        assert_eq!(uncaught(&b).await, Vec::<String>::new(), "{path}");
        // What waits belongs to this page alone.
        b.driver.execute("localStorage.clear()", vec![]).await.expect("cleared");
    }
}

//! Journeys through the real page in headless Chromium.

mod support;

use serde_json::Value;
use support::Server;
use support::browser::Browser;
use thirtyfour::prelude::*;

/// axe-core as it is installed for the front end.
const AXE: &str = "../../web/node_modules/axe-core/axe.min.js";

async fn goto(b: &Browser, s: &Server, path: &str) {
    b.driver.goto(s.url(path)).await.expect("the page opens");
}

async fn words(b: &Browser, css: &str) -> String {
    b.see(css).await.text().await.expect("text")
}

/// Choose, change a word, open the knot, step through, mirror, take it into a job, reload, find it there.
#[tokio::test(flavor = "multi_thread")]
async fn from_a_situation_to_a_knot_in_a_job() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/").await;
    assert_eq!(words(&b, ".answer.first h2").await, "Siberian hitch", "an answer stands before anything is typed");

    b.press(".part", "by one pull").await;
    b.press(".choices li button", "by hand").await;
    b.see_words(".part", "by hand").await;
    b.see_words(".answer.first h2", "Round turn").await;
    b.press(".speech .btn", "Undo").await;
    b.see_words(".answer.first h2", "Siberian hitch").await;

    b.press(".answer.first h2 a", "Siberian hitch").await;
    b.see_words(".said-step p", "Move 1 of 5").await;
    b.settled().await;
    let first = b.markup(".tie-figure svg").await;
    b.driver.action_chain().send_keys(Key::Right).perform().await.expect("a key is pressed");
    b.see_words(".said-step p", "Move 2 of 5").await;
    b.press(".said-step .next", "Next move").await;
    b.see_words(".said-step p", "Move 3 of 5").await;
    b.settled().await;
    let third = b.markup(".tie-figure svg").await;
    assert_ne!(first, third);
    b.press(".tie-tools .btn", "Left-handed").await;
    b.see_words(".tie-tools .btn.on", "Left-handed").await;
    b.see(".tie-figure svg[aria-label*='left-handed']").await;
    b.press(".tie-tools .btn", "Back").await;
    b.see(".tie-figure svg[aria-label*='from behind']").await;

    b.press(".stages a", "Choose").await;
    b.press(".answer.first .btn", "Take this one").await;
    let name = b.see("#take-name").await;
    name.clear().await.expect("it clears");
    name.send_keys("Ridge end, north <b>ash</b>").await.expect("it takes words");
    b.press(".take .btn", "Take it").await;
    b.see_words(".joint h2", "Ridge end, north <b>ash</b>").await;
    b.driver.refresh().await.expect("it loads again");
    let joint = b.see_words(".joint h2", "Ridge end, north <b>ash</b>").await;
    assert!(joint.find(By::Css("b")).await.is_err(), "a name is text, never markup");
    b.see_words(".joint-knot", "Siberian hitch").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A joint's sentence is kept by itself; putting away can be undone; two answers are compared.
#[tokio::test(flavor = "multi_thread")]
async fn nothing_is_lost() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/jobs/1/joints/1").await;
    b.see_words(".answer.first h2", "Round turn").await;
    b.press(".part", "pipe or rail").await;
    let typed = b.see(".typed input").await;
    typed.clear().await.expect("it clears");
    typed.send_keys("60").await.expect("it takes a number");
    b.press(".typed .btn", "Set").await;
    b.see_words(".part", "pipe or rail, 60 mm").await;
    let until = std::time::Instant::now() + std::time::Duration::from_secs(10);
    loop {
        let (_, view) = s.get("/api/jobs/1").await;
        if view["joints"][0]["joint"]["situation"]["size_mm"].as_f64() == Some(60.0) {
            break;
        }
        assert!(std::time::Instant::now() < until, "the change is not kept");
        tokio::time::sleep(std::time::Duration::from_millis(50)).await;
    }
    let typed = b.see(".typed input").await;
    typed.clear().await.expect("it clears");
    typed.send_keys("99999").await.expect("it takes a number");
    b.press(".typed .btn", "Set").await;
    b.see_words(".trouble", "out of reason").await;
    goto(&b, &s, "/jobs/1/joints/1").await;
    b.see_words(".part", "pipe or rail, 60 mm").await;
    b.press(".answer.first .btn", "Why").await;
    b.see_words(".reasons .number", "times the pull").await;
    b.press(".answer.first .btn", "Compare").await;
    b.press(".answer:nth-of-type(2) .btn", "Compare").await;
    b.see_words(".compare h2", " or ").await;
    b.see_words(".compare th", "Strength left").await;
    b.press(".ground .btn", "more, with why").await;
    b.see_words(".more h2", "Left on the ground, and why").await;

    goto(&b, &s, "/jobs/1").await;
    b.see_words(".joint h2", "Plank bundle").await;
    b.press(".joint:nth-child(5) .joint-do .btn-bare", "").await;
    b.press(".put-away .btn", "Undo").await;
    b.see_words(".joint h2", "Plank bundle").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// axe-core, WCAG 2.2 AA: no serious finding on any screen, in either light.
#[tokio::test(flavor = "multi_thread")]
async fn every_screen_can_be_used_by_everyone() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    let axe = std::fs::read_to_string(AXE).expect("axe-core is installed with the front end");
    let run = "const done = arguments[arguments.length - 1]; axe.run(document, { runOnly: ['wcag2a','wcag2aa','wcag21a','wcag21aa','wcag22aa'] }).then(r => done(r.violations), e => done([{ id: 'axe', impact: 'critical', help: String(e), nodes: [] }]))";
    for dark in [false, true] {
        b.light(dark).await;
        for path in [
            "/",
            "/jobs/1/joints/1",
            "/jobs",
            "/jobs/1",
            "/knots",
            "/knots/clove-hitch?step=9",
            "/knots/clove-hitch/sheet",
            "/cord",
            "/habits",
        ] {
            goto(&b, &s, path).await;
            b.see("main section, main .tie, main .choose").await;
            b.settled().await;
            b.driver.execute(axe.as_str(), vec![]).await.expect("axe loads");
            let found = b.driver.execute_async(run, vec![]).await.expect("axe runs");
            let serious: Vec<String> = found
                .json()
                .as_array()
                .expect("a list")
                .iter()
                .filter(|v| matches!(v["impact"].as_str(), Some("serious" | "critical")))
                .map(|v| format!("{}: {} {}", v["id"], v["help"], targets(v)))
                .collect();
            assert!(serious.is_empty(), "{path}, dark {dark}: {serious:#?}");
        }
    }
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

fn targets(violation: &Value) -> String {
    let nodes = violation["nodes"].as_array().cloned().unwrap_or_default();
    nodes.iter().take(4).map(|n| format!("{} {}", n["target"], n["failureSummary"])).collect::<Vec<_>>().join(" | ")
}

/// At 360 and 390 px nothing runs off the side, and the keys' list opens.
#[tokio::test(flavor = "multi_thread")]
async fn a_phone_is_enough() {
    let (s, b) = (Server::demo().await, Browser::open(360, 740).await);
    for path in ["/", "/jobs/1", "/knots", "/knots/bowline?step=3", "/knots/bowline/sheet", "/cord", "/habits", "/jobs"]
    {
        goto(&b, &s, path).await;
        b.see("main section, main .tie, main .choose").await;
        b.settled().await;
        let wide = b.driver.execute("return document.documentElement.scrollWidth", vec![]).await.expect("a number");
        assert!(wide.json().as_i64().is_some_and(|w| w <= 360), "{path} is {} px wide", wide.json());
    }
    goto(&b, &s, "/knots/bowline").await;
    b.press(".said-step .next", "Next move").await;
    b.see_words(".said-step p", "Move 2 of 5").await;
    b.driver.action_chain().send_keys("?").perform().await.expect("a key is pressed");
    b.see_words(".modal.show .keys", "Next move").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

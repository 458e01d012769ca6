//! Journeys through the real page in headless Chromium.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use serde_json::{Value, json};
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
    b.see_words(".said-step p", "Move 1 of 6").await;
    b.settled().await;
    let first = b.markup(".tie-figure svg").await;
    b.driver.action_chain().send_keys(Key::Right).perform().await.expect("a key is pressed");
    b.see_words(".said-step p", "Move 2 of 6").await;
    b.press(".said-step .next", "Next move").await;
    b.see_words(".said-step p", "Move 3 of 6").await;
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
    until("the change is kept", async || {
        let (_, view) = s.get("/api/jobs/1").await;
        view["joints"][0]["joint"]["situation"]["size_mm"].as_f64() == Some(60.0)
    })
    .await;
    let typed = b.see(".typed input").await;
    typed.clear().await.expect("it clears");
    typed.send_keys("99999").await.expect("it takes a number");
    b.press(".typed .btn", "Set").await;
    b.see_words(".trouble", "out of reason").await;
    goto(&b, &s, "/jobs/1/joints/1").await;
    b.see_words(".part", "pipe or rail, 60 mm").await;
    b.press(".answer.first .btn", "Why").await;
    b.see_words(".reasons .number", "bears").await;
    b.press(".answer.first .btn", "Compare").await;
    b.press(".answer:nth-of-type(2) .btn", "Compare").await;
    b.see_words(".compare h2", " or ").await;
    b.see_words(".compare th", "Strength left").await;
    b.press(".ground .btn", "more, with why").await;
    b.see_words(".more h2", "What does not fit, and why").await;

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
    let run = "const [only, done] = arguments; axe.run(document, { runOnly: only }).then(r => done(r.violations), e => done([{ id: 'axe', impact: 'critical', help: String(e), nodes: [] }]))";
    let everything = json!(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]);
    // By night the same markup has other colours, and nothing else is new.
    let colours = json!({ "type": "rule", "values": ["color-contrast"] });
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
            "/cord/week",
            "/teach/projects",
            "/teach/projects/cobra-bar",
            "/habits",
            "/knots?by=built&pair=clove-hitch,constrictor",
            "/knots/reef/wrong?wrong=B4-6",
            "/knots/own",
            "/prove",
            "/prove/tied",
            "/prove/questions",
            "/prove/words/bowline",
            "/knots/granny?step=9",
            "/teach",
            "/teach/1",
            "/teach/1/ladder",
            "/teach/1/record",
            "/teach/1/test/1",
            "/teach/lessons/3",
            "/show/4",
            "/learners/5",
            "/jobs/2/rig/shelter",
            "/jobs/2/rig/shelter/site",
            "/rig/line",
            "/rig/load",
            "/rig/haul",
            "/rig/hang",
            "/rig/poles",
            "/rig/hoist",
            "/rig/mast",
            "/rig/tether",
            "/lashings",
            "/lashings/tripod",
            "/knots/bowline?way=1&step=2",
        ] {
            goto(&b, &s, path).await;
            b.see("main section, main .tie, main .choose, main .drill, main .rig svg").await;
            b.settled().await;
            b.driver.execute(axe.as_str(), vec![]).await.expect("axe loads");
            let only = if dark { &colours } else { &everything };
            let found = b.driver.execute_async(run, vec![only.clone()]).await.expect("axe runs");
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
    for path in [
        "/",
        "/jobs/1",
        "/knots",
        "/knots?pair=reef,bowline",
        "/knots/bowline?step=3",
        "/knots/bowline/sheet",
        "/knots/reef/wrong",
        "/knots/own",
        "/prove",
        "/prove/tied",
        "/prove/questions?learner=5",
        "/prove/words/bowline",
        "/teach",
        "/teach/1",
        "/teach/1/ladder",
        "/teach/1/record",
        "/teach/1/test/1",
        "/teach/lessons/3",
        "/teach/lessons/3/sheet",
        "/learners/5",
        "/rig/shelter",
        "/rig/shelter/site",
        "/rig/line",
        "/rig/load",
        "/rig/haul",
        "/rig/hang",
        "/rig/poles",
        "/rig/hoist",
        "/rig/mast",
        "/rig/tether",
        "/lashings",
        "/lashings/square",
        "/knots/butterfly?way=2&step=2",
        "/cord",
        "/cord/8",
        "/cord/week",
        "/teach/1/cord",
        "/habits",
        "/jobs",
    ] {
        goto(&b, &s, path).await;
        b.see("main section, main .tie, main .choose, main .drill, main .rig svg").await;
        b.settled().await;
        let wide = b.driver.execute("return document.documentElement.scrollWidth", vec![]).await.expect("a number");
        assert!(wide.json().as_i64().is_some_and(|w| w <= 360), "{path} is {} px wide", wide.json());
        assert_eq!(b.covered().await, Vec::<String>::new(), "covered on {path}");
    }
    goto(&b, &s, "/knots/bowline").await;
    b.press(".said-step .next", "Next move").await;
    b.see_words(".said-step p", "Move 2 of 5").await;
    b.driver.action_chain().send_keys("?").perform().await.expect("a key is pressed");
    b.see_words(".modal.show .keys", "Next move").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Right beside wrong, crossings pressed one by one; a walk along the rope named; a drill answered and scored.
#[tokio::test(flavor = "multi_thread")]
async fn a_learner_finds_out_what_went_wrong() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/knots/reef").await;
    b.press(".tie-side .btn", "Right and wrong").await;
    b.press(".wrong-list button", "Second half knot wound like the first").await;
    b.see_words(".wrong-draw figcaption", "Granny").await;
    b.see(".wrong-draw svg[aria-label*='makes Granny'] .ring").await;
    goto(&b, &s, "/knots/overhand/wrong").await;
    b.see_words(".wrong-draw figcaption", "Nothing").await;
    for crossing in ["A1", "A2", "A3"] {
        let chosen = b.driver.execute("return new URL(location).searchParams.get('wrong') ?? ''", vec![]).await;
        let chosen = chosen.expect("the address").json().as_str().unwrap_or_default().to_owned();
        if !chosen.split(',').any(|c| c == crossing) {
            b.press_drawn(&format!(".wrong-draw .press[data-name='{crossing}']")).await;
            b.see(".wrong-draw svg[aria-label*='tied wrong']").await;
        }
    }
    // All three the other way: the mirror image, an overhand still.
    b.see_words(".wrong-draw figcaption", "Overhand knot").await;

    goto(&b, &s, "/prove/tied").await;
    for (css, words) in [
        (".btn-tar", "Under, crossing 1"),
        (".btn-tar", "Over, crossing 2"),
        (".btn-tar", "Under, crossing 3"),
        (".btn-tab", "Over, crossing 1"),
        (".btn-tab", "Under, crossing 2"),
        (".btn-tab", "Over, crossing 3"),
    ] {
        b.press(css, words).await;
    }
    b.see_words(".tied-answer h2", "Overhand knot").await;
    b.press(".tabs .btn", "planar-diagram").await;
    b.type_into("textarea", "[1,5,2,4] [3,1,4,6] [5,3,6,7]").await;
    b.press(".btn-tar", "Name it").await;
    b.see_words(".tied-answer [role=alert]", "must come twice").await;

    goto(&b, &s, "/prove").await;
    b.press(".drill-ask fieldset:nth-of-type(1) .btn", "").await;
    b.press(".drill-ask fieldset:nth-of-type(2) .btn", "Nowhere").await;
    b.press(".drill-ask > .btn-tar", "Mark it").await;
    b.see_words(".drill-mark", "Another").await;
    b.see_words(".drill-foot h2", "1 answered").await;
    b.driver.refresh().await.expect("it loads again");
    b.see_words(".drill-foot h2", "1 answered").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Found by job, laid side by side, turned in space or shown still, an own knot kept.
#[tokio::test(flavor = "multi_thread")]
async fn knots_are_found_compared_turned_and_added() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/knots?job=join").await;
    b.see_words(".knots b", "Zeppelin bend").await;
    assert!(b.driver.find_all(By::XPath("//b[text()='Clove hitch']")).await.expect("a list").is_empty(), "only bends");
    goto(&b, &s, "/knots?by=built").await;
    b.see_words("h2", "Built on the overhand knot").await;
    b.press(".knots li:nth-child(1) .beside", "Side by side").await;
    b.press(".knots li:nth-child(2) .beside", "Side by side").await;
    b.see_words(".compare h2", "Side by side").await;
    b.see_words(".compare th", "Object gone, ends pulled").await;

    goto(&b, &s, "/knots/clove-hitch?turned=1&step=6").await;
    b.see(".model canvas, .model .still").await;
    b.press(".tie-tools .btn", "Turn it").await;
    b.see(".tie-figure svg").await;

    goto(&b, &s, "/knots/own").await;
    b.press(".own-form .btn", "Fill in an example").await;
    b.press(".own-form .btn", "Check and keep").await;
    b.see_words(".own h2", "A turn and a half").await;
    b.driver.refresh().await.expect("it loads again");
    b.see_words(".own h2", "A turn and a half").await;
    b.type_into(".own-form input", "Broken").await;
    b.type_into(".own-form textarea", "rope A").await;
    b.press(".own-form .btn", "Check and keep").await;
    b.see_words(".own-form [role=alert]", "waypoints").await;
    b.press(".own .btn", "Take away").await;
    b.press(".put-away .btn", "Bring it back").await;
    b.see_words(".own h2", "A turn and a half").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A line between two trees: a word changed, the drawing follows; out of reason it says so; undone; kept over a reload.
#[tokio::test(flavor = "multi_thread")]
async fn a_line_follows_what_is_said_of_it() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/rig/line").await;
    b.see(".rig-draw svg[aria-label*='8.00 m']").await;
    b.type_into("input[aria-label='Span, m']", "12").await;
    b.keys(Key::Tab).await;
    b.see(".rig-draw svg[aria-label*='12.0']").await;
    b.type_into("input[aria-label='Span, m']", "900").await;
    b.keys(Key::Tab).await;
    b.see_words(".trouble", "Span: 1 to 60 m").await;
    b.press(".rig-tools .btn", "Undo").await;
    b.see(".rig-draw svg[aria-label*='12.0']").await;
    b.driver.refresh().await.expect("it loads again");
    b.see(".rig-draw svg[aria-label*='12.0']").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// The bowline by a slip loop: another way is taken, stepped through to the tied knot, and left again.
#[tokio::test(flavor = "multi_thread")]
async fn another_way_is_tied_move_by_move() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/knots/bowline").await;
    b.see_words(".said-step p", "Move 1 of 5").await;
    b.press(".of-ways .btn", "By a slip loop").await;
    b.see_words(".said-step p", "Move 1 of 3").await;
    b.see(".tie-figure svg[aria-label*='By a slip loop']").await;
    b.settled().await;
    let first = b.markup(".tie-figure svg").await;
    b.press(".said-step .next", "Next move").await;
    b.see_words(".said-step p", "up through the slip loop").await;
    b.settled().await;
    assert_ne!(first, b.markup(".tie-figure svg").await);
    b.press(".said-step .next", "Next move").await;
    b.see_words(".said-step p", "Move 3 of 3").await;
    b.press(".said-step .next", "See it tied").await;
    b.see_words(".said-step p", "Draw it up by its ends").await;
    b.press(".of-ways .btn", "Along the rope").await;
    b.see_words(".said-step p", "Move 1 of 5").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

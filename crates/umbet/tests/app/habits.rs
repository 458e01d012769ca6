//! Journeys beside the main one: habits, the kit, finding knots, two windows, the keyboard alone.

use crate::support::Server;
use crate::support::browser::{self, Browser};
use serde_json::json;
use thirtyfour::prelude::*;

async fn goto(b: &Browser, s: &Server, path: &str) {
    b.driver.goto(s.url(path)).await.expect("the page opens");
}

/// Waits until the server's own answer is as it should be.
async fn until(s: &Server, path: &str, pointer: &str, expected: &serde_json::Value) {
    let what = format!("{path} {pointer} is {expected}");
    browser::until(&what, async || s.get(path).await.1.pointer(pointer) == Some(expected)).await;
}

/// Units, hand and light are set once and followed everywhere, and are there after a reload.
#[tokio::test(flavor = "multi_thread")]
async fn habits_are_followed_everywhere() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/habits").await;
    b.press(".tabs .btn", "Feet and pounds").await;
    until(&s, "/api/settings", "/units", &json!("imperial")).await;
    b.press(".tabs .btn", "Left: mirror").await;
    until(&s, "/api/settings", "/hand", &json!("left")).await;
    b.press(".tabs .btn", "Night").await;
    until(&s, "/api/settings", "/light", &json!("night")).await;
    goto(&b, &s, "/jobs/1/joints/1").await;
    b.see_words(".part", "1 7/8 in").await;
    b.see_words(".facts dd", "ft").await;
    b.see(".answer.first svg[aria-label*='left-handed']").await;
    let theme = b.driver.execute("return document.documentElement.dataset.bsTheme", vec![]).await.expect("a theme");
    assert_eq!(theme.json().as_str(), Some("dark"));
    goto(&b, &s, "/habits").await;
    b.press(".tabs .btn", "Spans, hands").await;
    until(&s, "/api/settings", "/units", &json!("body")).await;
    goto(&b, &s, "/jobs/1").await;
    b.see_words(".joint-do", "forearm").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A school preferred puts its knot first among those that fit.
#[tokio::test(flavor = "multi_thread")]
async fn a_school_and_known_knots_move_the_answer() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/habits").await;
    b.press(".ways .way", "Bowline").await;
    until(&s, "/api/settings", "/schools", &json!(["fixed-end-bowline"])).await;
    b.press(".ways .btn", "Cow hitch").await;
    until(&s, "/api/settings", "/knows", &json!(["cow-hitch"])).await;
    let draft = json!({ "task": "make-fast", "size_mm": 250, "cord": { "kind": "paracord-iii" } });
    let (_, a) = s.post("/api/choose", &draft).await;
    assert_eq!(a["answer"]["knots"][0]["id"], "bowline");
    b.press(".ways .btn", "No preference").await;
    until(&s, "/api/settings", "/schools", &json!([])).await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// The kit: a hank is added, measured anew, taken out, and brought back; nonsense is refused in words.
#[tokio::test(flavor = "multi_thread")]
async fn the_kit_is_kept() {
    let (s, b) = (Server::empty().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/cord").await;
    b.see_words("main p", "No cord in the kit yet").await;
    b.type_into(".inline-form input", "Spare hank").await;
    b.type_into(".inline-form label:last-of-type input", "10").await;
    b.press(".inline-form .btn", "Add it").await;
    b.see_words(".hank-name", "Spare hank").await;
    b.type_into(".hank-length input", "7,5\u{e007}").await;
    until(&s, "/api/cords", "/0/length_m", &json!(7.5)).await;
    b.type_into(".hank-length input", "-3\u{e007}").await;
    b.see_words(".trouble", "Length: give between 0.05 m and 2000 m.").await;
    until(&s, "/api/cords", "/0/length_m", &json!(7.5)).await;
    b.press(".hanks .btn", "Take out").await;
    b.press(".put-away .btn", "Undo").await;
    b.see_words(".hank-name", "Spare hank").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Knots are found by any of their names, and a name nobody knows says what to do.
#[tokio::test(flavor = "multi_thread")]
async fn knots_are_found_by_any_name() {
    let (s, b) = (Server::empty().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/knots").await;
    b.type_into(".find-row input[type=search]", "lark").await;
    b.see_words(".knots b", "Cow hitch").await;
    b.see_number(".knots li", 1).await;
    b.type_into(".find-row input[type=search]", "zzz").await;
    b.see_words("main p", "No knot here goes by").await;
    goto(&b, &s, "/knots/no-such-knot").await;
    b.see_words("h1", "no knot").await;
    goto(&b, &s, "/nowhere/at/all").await;
    b.see_words("h1", "Nothing is tied here").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Two windows on one joint: the later change is refused in words, and neither loses what the other kept.
#[tokio::test(flavor = "multi_thread")]
async fn two_windows_do_not_overwrite_each_other() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/jobs/1/joints/1").await;
    b.see_words(".answer.first h2", "Round turn").await;
    let (_, view) = s.get("/api/jobs/1").await;
    let joint = &view["joints"][0]["joint"];
    let mut other = json!({ "name": "Renamed elsewhere", "situation": joint["situation"], "knot": joint["knot"], "version": joint["version"] });
    other["note"] = json!("");
    let (status, _) = s.put("/api/joints/1", &other).await;
    assert!(status.is_success());
    b.press(".part", "by hand").await;
    b.press(".choices li button", "stays for good").await;
    b.see_words(".two-versions", "Renamed elsewhere").await;
    until(&s, "/api/jobs/1", "/joints/0/joint/name", &json!("Renamed elsewhere")).await;
    until(&s, "/api/jobs/1", "/joints/0/joint/situation/off", &json!("by-hand")).await;
}

/// A job is begun, renamed in place, and put away and brought back.
#[tokio::test(flavor = "multi_thread")]
async fn a_job_is_begun_and_renamed() {
    let (s, b) = (Server::empty().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/jobs").await;
    b.see_words("main p", "No job yet").await;
    b.type_into(".inline-form input", "Ford steps").await;
    b.press(".inline-form .btn", "Begin it").await;
    b.see_words("main p", "No joint yet").await;
    b.type_into(".title", "Ford steps, north\u{e007}").await;
    until(&s, "/api/jobs/1", "/job/name", &json!("Ford steps, north")).await;
    b.type_into(".inline-form input", "Hand line").await;
    b.press(".inline-form .btn", "Choose for it").await;
    b.see_words(".jobline small", "Hand line").await;
    b.press(".answer.first .btn", "Take this one").await;
    b.see_words(".joint h2", "Hand line").await;
    b.press(".heads .btn", "Put the job away").await;
    b.press(".put-away .btn", "Undo").await;
    b.see_words(".joint h2", "Hand line").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Waits until the focus is where it should be.
async fn focused(b: &Browser, where_it_is: &str) {
    let script = format!("return Boolean({where_it_is})");
    let there =
        async || b.driver.execute(script.as_str(), vec![]).await.is_ok_and(|r| r.json().as_bool() == Some(true));
    browser::until(&format!("the focus is at {where_it_is}"), there).await;
}

/// By keyboard alone: a part opens, is left with Escape, and is changed with Enter; focus comes back.
#[tokio::test(flavor = "multi_thread")]
async fn the_keyboard_is_enough() {
    let (s, b) = (Server::empty().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/").await;
    b.see_words(".answer.first h2", "Siberian").await;
    let focus = "document.querySelector('[data-part=off]').focus()";
    b.driver.execute(focus, vec![]).await.expect("focus");
    b.keys(Key::Enter).await;
    b.see(".choices").await;
    b.keys(Key::Escape).await;
    focused(&b, "document.activeElement?.dataset?.part === 'off'").await;
    b.keys(Key::Enter).await;
    focused(&b, "document.activeElement?.closest('.choices li') && document.activeElement.ariaPressed === 'true'")
        .await;
    b.keys(Key::Tab).await;
    b.keys(Key::Enter).await;
    b.see_words(".answer.first h2", "Round turn").await;
    b.driver.action_chain().send_keys("z").perform().await.expect("a key");
    b.see_words(".answer.first h2", "Siberian").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// People on the line: declined, with nothing offered, and the word can be taken back.
#[tokio::test(flavor = "multi_thread")]
async fn people_are_declined() {
    let (s, b) = (Server::empty().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/").await;
    b.press(".part", "about 200 N").await;
    b.press(".choices li button", "with people").await;
    b.see_words(".declined p", "Not for people").await;
    assert!(b.driver.find(By::Css(".answer")).await.is_err(), "nothing is offered");
    b.press(".part", "with people").await;
    b.press(".choices li button", "about 150 N").await;
    b.see_words(".answer.first h2", "Siberian").await;
}

/// While a knot is learnt its object and cord can be made thicker or thinner, and the drawing follows.
#[tokio::test(flavor = "multi_thread")]
async fn the_object_and_the_cord_change_size() {
    let (s, b) = (Server::empty().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/knots/clove-hitch?step=9").await;
    b.see_words(".tie-figure text", "25 cm, drawn small").await;
    b.type_into(".sizes input", "60\u{e007}").await;
    b.see_words(".tie-figure text", "60 mm").await;
    b.type_into(".sizes label:nth-child(2) input", "16\u{e007}").await;
    b.see_words(".tie-figure text", "tail 192 mm").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// At night a screen is dimmed no lower than 70 %, on this device only, and second text takes the first's ink.
#[tokio::test(flavor = "multi_thread")]
async fn a_screen_is_dimmed_at_night() {
    let (s, b) = (Server::empty().await, Browser::open(1280, 800).await);
    goto(&b, &s, "/habits").await;
    b.press(".tabs .btn", "Night").await;
    until(&s, "/api/settings", "/light", &json!("night")).await;
    let slider = b.see(".dimmer input").await;
    slider.click().await.expect("it is pressed");
    slider.send_keys(Key::Home).await.expect("the least");
    b.see_words(".dimmer", "70 %").await;
    let filter = b.driver.execute("return document.body.style.filter", vec![]).await.expect("a style");
    assert_eq!(filter.json().as_str(), Some("brightness(70%)"));
    goto(&b, &s, "/").await;
    b.see(".answer.first").await;
    assert!(b.driver.find(By::Css("html[data-dimmed]")).await.is_ok());
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

//! The kit's pages as a person goes over them: laid out by bag, a piece found, joined, measured, marked, its words changed; a week.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use serde_json::{Value, json};
use std::time::Duration;
use thirtyfour::By;

async fn open(s: &Server, path: &str) -> Browser {
    let b = Browser::open(1280, 900).await;
    b.driver.goto(s.url(path)).await.expect("the page opens");
    b
}

/// A choice made in a list of them, as a person makes it.
async fn choose(b: &Browser, css: &str, value: &str) {
    let set = "const e = document.querySelector(arguments[0]); e.value = arguments[1]; e.dispatchEvent(new Event('change', { bubbles: true }))";
    b.see(css).await;
    b.driver.execute(set, vec![json!(css), json!(value)]).await.expect("chosen");
}

async fn texts(b: &Browser, css: &str) -> Vec<String> {
    let read = "return [...document.querySelectorAll(arguments[0])].map(e => e.innerText.trim())";
    let all = b.driver.execute(read, vec![json!(css)]).await.expect("read");
    serde_json::from_value(all.json().clone()).expect("words")
}

/// By bag, by kind and by what is free: every piece once each time, with how much there is under each head; kept for the next time.
#[tokio::test(flavor = "multi_thread")]
async fn the_kit_is_laid_out_four_ways() {
    let s = Server::demo().await;
    let b = open(&s, "/cord").await;
    b.see(".hanks li").await;
    let all = s.get("/api/cords").await.1.as_array().map_or(0, Vec::len);
    let pieces = async || texts(&b, ".hanks li .hank-name b").await.len();
    assert_eq!(pieces().await, all);
    for (way, head) in [("place", "shelter bag"), ("kind", "parachute cord"), ("free", "To be looked over")] {
        choose(&b, ".kit-tools select", way).await;
        b.see_words(".kit-group", head).await;
        assert_eq!(pieces().await, all, "{way}");
    }
    let out = texts(&b, ".kit-group").await;
    assert!(out.iter().any(|h| h.starts_with("Out") && h.contains("15.00 m")), "{out:?}");
    b.driver.refresh().await.expect("opened again");
    b.see_words(".kit-group", "To be looked over").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Found by what it must do, on the page: what serves is a link, what does not says why; nonsense is told beside its field.
#[tokio::test(flavor = "multi_thread")]
async fn a_piece_is_found_on_the_page() {
    let s = Server::demo().await;
    let b = open(&s, "/cord").await;
    b.press(".find-cord summary", "Find a piece").await;
    b.type_into(".find-cord label:nth-of-type(1) input", "10").await;
    b.type_into(".find-cord label:nth-of-type(2) input", "400 N").await;
    b.press(".find-cord button", "Find it").await;
    b.see_words(".found", "Ridge line").await;
    b.see_words(".find-cord", "that will not do").await;
    choose(&b, ".find-cord select", "hauled").await;
    b.type_into(".find-cord label:nth-of-type(2) input", "900").await;
    b.press(".find-cord button", "Find it").await;
    b.see_words(".found a", "Hut coil").await;
    b.type_into(".find-cord label:nth-of-type(1) input", "long").await;
    b.press(".find-cord button", "Find it").await;
    b.see_words(".find-cord .trouble", "Length: give a number, alone or with m").await;
    b.type_into(".find-cord label:nth-of-type(1) input", "1000").await;
    b.press(".find-cord button", "Find it").await;
    b.see_words(".find-cord", "Nothing in the kit does that.").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Two pieces joined on the page, one gone into the other; a jerk, and the look that frees it; retired, and then nothing more is done.
#[tokio::test(flavor = "multi_thread")]
async fn a_piece_goes_through_its_life() {
    let s = Server::empty().await;
    for (name, m) in [("Long", 12.0), ("Short", 6.0)] {
        s.post("/api/cords", &json!({ "name": name, "kind": "braid-polyester-6", "length_m": m })).await;
    }
    let b = open(&s, "/cord/1").await;
    b.see_words(".piece h1", "Long, 12.00 m").await;
    choose(&b, ".deeds form:nth-of-type(3) label:nth-of-type(1) select", "2").await;
    b.press(".deeds button", "Join them").await;
    b.see_words(".piece", "joined:").await;
    b.see_words(".ledger", "Short with").await;
    b.press(".deeds button", "It took a jerk").await;
    b.see_words(".piece", "look it over before it is used").await;
    b.press(".deeds button", "It is sound").await;
    b.see_words(".piece", "In the kit.").await;
    b.type_into(".deeds form:last-of-type input", "cut by a stone").await;
    b.press(".deeds form:last-of-type button", "Retire it").await;
    b.see_words(".piece", "Retired: cut by a stone.").await;
    assert!(b.driver.find(By::Css(".deeds")).await.is_err(), "nothing more is done with it");
    let entries = s.get("/api/cords/1/history").await.1;
    let says: Vec<&str> = entries.as_array().expect("entries").iter().filter_map(|e| e["says"].as_str()).collect();
    assert_eq!(says.len(), 5, "{says:?}");
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Measured by turns round a pencil, its words changed and kept; its mark told and drawn, its label there to be printed.
#[tokio::test(flavor = "multi_thread")]
async fn a_piece_is_measured_marked_and_changed() {
    let s = Server::demo().await;
    let b = open(&s, "/cord/3").await;
    b.see_words(".piece h1", "Ridge line").await;
    b.see_words(".piece", "bowline made in its end").await;
    b.see_words(".piece", "Rings: 1, 1, 4, 5.").await;
    let drawn = b.driver.find(By::Css(".hank-mark")).await.expect("its mark").attr("aria-label").await;
    assert!(drawn.ok().flatten().is_some_and(|says| says.contains("broad whipping")), "told to who does not see it");
    b.press(".take-in summary", "Change what it is").await;
    b.type_into(".wraps label:nth-of-type(2) input", "12.4 cm").await;
    b.press(".wraps button", "How thick is it?").await;
    b.see_words(".wraps", "6.2 mm thick").await;
    b.type_into(".take-in form:first-of-type label:nth-of-type(2) input", "green, a white fleck").await;
    b.press(".take-in form:first-of-type button", "Keep it so").await;
    b.see_words(".piece", "green, a white fleck").await;
    let kept = s.get("/api/cords/3").await.1;
    assert_eq!((&kept["diameter_mm"], &kept["made"]), (&json!(6.2), &json!("bowline")));
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A week: what is ticked is cut as one; a bag by itself lacks what it lacks; a line pressed as cut is there when one looks again.
#[tokio::test(flavor = "multi_thread")]
async fn a_week_is_ticked_and_cut() {
    let s = Server::demo().await;
    let b = open(&s, "/cord/week").await;
    b.press(".needs label", "Crew shelter").await;
    b.see(".cut-piece").await;
    b.press(".needs label", "Spring course").await;
    b.see_words(".cutting", "Practice cord, Spring course").await;
    b.see_words(".cut-lines", "arm span").await;
    choose(&b, ".cutting label:nth-of-type(2) select", "shelter bag").await;
    let only_bag = async || {
        let from = texts(&b, ".cut-piece figcaption").await;
        !from.is_empty() && !from.iter().any(|f| f.contains("Blue heap") || f.contains("Log dragger"))
    };
    until("only the bag is cut from", only_bag).await;
    let pieces = async || s.get("/api/cords").await.1.as_array().map_or(0, Vec::len);
    let before = pieces().await;
    b.press(".cut-lines button", "Cut").await;
    b.see_words(".cutting [role=status]", "written into the ledger").await;
    assert!(pieces().await > before);
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A plan that is long in coming is said to be on its way, and need not be waited for; asked again, it comes.
#[tokio::test(flavor = "multi_thread")]
async fn a_plan_need_not_be_waited_for() {
    let s = Server::demo().await;
    let b = open(&s, "/cord/week").await;
    b.see_words(".needs label", "Crew shelter").await;
    b.slow(Duration::from_secs(60)).await;
    b.press(".needs label", "Crew shelter").await;
    b.see_words(".cutting .working", "Being worked out").await;
    b.press(".cutting button", "Leave off").await;
    b.see_words(".cutting", "You left off.").await;
    b.slow(Duration::ZERO).await;
    b.press(".cutting button", "Ask again").await;
    b.see(".cut-piece").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Rows brought on the page: bad ones told by their line, good ones there at once; the kit goes out as a file.
#[tokio::test(flavor = "multi_thread")]
async fn rows_are_brought_on_the_page() {
    let s = Server::empty().await;
    let b = open(&s, "/cord").await;
    b.see_words("main", "No cord in the kit yet").await;
    b.press(".take-in summary", "Take pieces in").await;
    b.type_into(".take-in textarea", "name,kind,length m\nOne,nobody's cord,3").await;
    b.press(".take-in button", "Check and take in").await;
    b.see_words(".take-in .trouble", "Line 2: no cord is called").await;
    b.type_into(".take-in textarea", "name,kind,length m\nOne,paracord-iii,3\nTwo,paracord-iii,4").await;
    b.press(".take-in button", "Check and take in").await;
    b.see_words(".take-in", "2 pieces came in.").await;
    b.see_words(".hanks", "Two").await;
    let links: Vec<Value> = {
        let read = "return [...document.querySelectorAll('.kit-out a')].map(a => a.getAttribute('href'))";
        b.driver.execute(read, vec![]).await.expect("read").json().as_array().expect("links").clone()
    };
    for link in links {
        let path = link.as_str().expect("an address");
        assert!(s.client.get(s.url(path)).send().await.expect("an answer").status().is_success(), "{path}");
    }
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

//! Everyone can use it: by keyboard alone, by ear, on the narrowest screen, and with words one can read over any drawing.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use serde_json::json;
use std::collections::HashMap;
use thirtyfour::prelude::*;

async fn active(b: &Browser, what: &str) -> String {
    let script = format!("const a = document.activeElement; return String({what} ?? '')");
    b.driver.execute(script, vec![]).await.expect("the page answers").json().as_str().unwrap_or_default().to_owned()
}

/// Tabs on until what has the focus says these words.
async fn tab_to(b: &Browser, words: &str) {
    for _ in 0..160 {
        b.keys(Key::Tab).await;
        let says = active(
            b,
            "[a.labels?.[0]?.textContent, a.matches('button, a, summary') ? a.textContent : '', a.getAttribute('aria-label')].join('|')",
        )
        .await;
        if says.split('|').any(|part| part.trim() == words || words.len() > 4 && part.contains(words)) {
            return;
        }
    }
    panic!("“{words}” is never reached with the keyboard");
}

/// Choose, take, tie, rig: no pointer.
#[tokio::test(flavor = "multi_thread")]
async fn by_keyboard_alone_from_a_situation_to_a_rig() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    b.driver.goto(s.url("/")).await.expect("the page opens");
    b.see(".answer.first h2").await;
    tab_to(&b, "by one pull").await;
    b.keys(Key::Enter).await;
    b.see(".choices li button").await;
    tab_to(&b, "by hand").await;
    b.keys(Key::Space).await;
    b.see_words(".answer.first h2", "Round turn").await;
    b.see_words("[role=status]", "First: Round turn").await;
    tab_to(&b, "Take this one").await;
    b.keys(Key::Enter).await;
    b.see("#take-name").await;
    b.see_words("#take-job option:checked", "Fennick").await;
    // The dialog takes the focus once it has come to rest.
    let focused = async || active(&b, "a.closest('.modal')?.className").await.contains("show");
    until("the dialog has the focus", focused).await;
    tab_to(&b, "Where in the job").await;
    b.driver.action_chain().send_keys("Mooring, by keys").perform().await.expect("typed");
    b.keys(Key::Enter).await;
    b.see_words(".joint h2", "Mooring, by keys").await;
    assert_eq!(active(&b, "a.tagName").await, "H1", "another page has the focus at its heading");

    tab_to(&b, "How to tie the Round turn").await;
    b.keys(Key::Enter).await;
    b.see_words("h1", "Round turn").await;
    assert_eq!(b.driver.title().await.expect("a title"), "Round turn and two half hitches · Umbet");
    assert_eq!(active(&b, "a.tagName + ' ' + a.textContent").await, "H1 Round turn and two half hitches");
    b.keys(Key::Right).await;
    b.see_words(".said-step p", "Move 2").await;
    b.keys(Key::End).await;

    tab_to(&b, "Rig").await;
    b.keys(Key::Enter).await;
    b.see(".rig .sentence").await;
    tab_to(&b, "Your pull").await;
    b.keys(Key::End).await;
    for _ in 0..6 {
        b.keys(Key::Backspace).await;
    }
    b.driver.action_chain().send_keys("260").perform().await.expect("typed");
    b.keys(Key::Enter).await;
    b.see("main svg").await;
    tab_to(&b, "On site").await;
    b.keys(Key::Enter).await;
    b.see(".onsite-next").await;
    tab_to(&b, "Done. Next").await;
    b.keys(Key::Space).await;
    b.see_words(".onsite-back:not(:disabled)", "").await;
    let ticked = async || s.get("/api/jobs/1/rigs/shelter").await.1["ticked"].as_array().is_some_and(|t| !t.is_empty());
    until("the step is kept as done", ticked).await;
    let (_, kept) = s.get("/api/jobs/1/rigs/shelter").await;
    assert_eq!(kept["ticked"].as_array().map(Vec::len), Some(1), "pressed once, ticked once: {kept}");
    assert_eq!(kept["draft"]["pull_n"], 260.0);
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// One heading of the first rank a page, which names the window; at 320 px nothing runs over, however long a word.
#[tokio::test(flavor = "multi_thread")]
async fn every_page_is_named_and_narrow() {
    let (s, b) = (Server::demo().await, Browser::open(320, 640).await);
    let long = "Donaudampfschifffahrtsgesellschaftskapitaenskajuetentuerschluesselanhaenger";
    let job = s.post("/api/jobs", &json!({ "name": long, "place": long })).await.1["id"].clone();
    let joint = json!({ "name": long, "note": long, "knot": "clove-hitch", "situation": { "task": "make-fast", "cord": { "kind": "paracord-iii" } } });
    s.post(&format!("/api/jobs/{job}/joints"), &joint).await;
    s.post("/api/cords", &json!({ "name": long, "kind": "paracord-iii", "length_m": 10, "note": long })).await;
    let own = format!("/jobs/{job}");
    let own_rig = format!("/jobs/{job}/rig/shelter");
    for (path, title) in [
        ("/", "Choose a knot"),
        ("/jobs/1/joints/1", "Choose for Tag line to the rail"),
        ("/jobs", "Jobs"),
        (own.as_str(), long),
        (own_rig.as_str(), "A shelter on a ridgeline"),
        ("/knots", "Knots"),
        ("/knots/own", "Own knots"),
        ("/knots/truckers-clips", "Trucker's hitch on two clips"),
        ("/knots/clove-hitch/wrong", "Right and wrong: Clove hitch"),
        ("/knots/clove-hitch/sheet", "Clove hitch"),
        ("/cord", "Cord in the kit"),
        ("/cord/8", "Bank line spool, 84.00 m"),
        ("/cord/week", "Cord of a week"),
        ("/teach/projects", "Made of cord"),
        ("/teach/projects/net", "Made of cord"),
        ("/teach/1/cord", "Cord of the course"),
        ("/teach/1/test/1", "Test on the rig: Fennick Point footbridge"),
        ("/rig/line", "A line between two anchors"),
        ("/rig/load", "A load tied down"),
        ("/rig/haul", "A haul over the ground"),
        ("/rig/hang", "A bar hung level"),
        ("/rig/hoist", "A tool or spar hoisted"),
        ("/rig/poles", "Poles lashed together"),
        ("/rig/mast", "A mast on guys"),
        ("/rig/tether", "Something tethered"),
        ("/lashings", "Which lashing?"),
        ("/lashings/square", "Square lashing"),
        ("/rig/shelter/site", "A shelter on a ridgeline"),
        ("/prove", "Meant to be"),
        ("/prove/tied", "What have I tied?"),
        ("/prove/questions", "What is it?"),
        ("/prove/questions?learner=5", "What is it?"),
        ("/prove/words/bowline", "Bowline"),
        ("/teach", "Courses"),
        ("/teach/1", "Spring course"),
        ("/teach/1/ladder", "The ladder"),
        ("/teach/1/record", "Spring course: who can tie what"),
        ("/teach/lessons/3", "Clove hitch"),
        ("/teach/lessons/3/sheet", "Spring course, lesson 3"),
        ("/show/3", "Clove hitch"),
        ("/show/3/hand", "Clove hitch"),
        ("/learners/3", "Corrie"),
        ("/habits", "Habits"),
        ("/nowhere", "Nothing is tied here"),
    ] {
        b.driver.goto(s.url(path)).await.expect("the page opens");
        b.driver.execute("return document.fonts.ready", vec![]).await.expect("fonts");
        for _ in 0..100 {
            if b.driver.title().await.is_ok_and(|t| t.starts_with(title) && t.ends_with(" · Umbet") && t.len() > 10) {
                break;
            }
            tokio::time::sleep(std::time::Duration::from_millis(40)).await;
        }
        b.settled().await;
        let now = b.driver.title().await.expect("a title");
        assert!(now.starts_with(title), "{path}: {now}");
        let found = b
            .driver
            .execute("return [document.querySelectorAll('h1').length, document.documentElement.scrollWidth]", vec![])
            .await;
        assert_eq!(found.expect("measured").json(), &json!([1, 320]), "{path}: one heading, and as wide as the screen");
    }
}

/// Relative luminance and contrast: WCAG 2.2, the terms "relative luminance" and "contrast ratio".
fn contrast(a: &str, b: &str) -> f64 {
    let luminance = |hex: &str| {
        let channel = |i: usize| {
            let c = f64::from(u8::from_str_radix(&hex[1 + 2 * i..3 + 2 * i], 16).expect("a colour")) / 255.0;
            if c <= 0.04045 { c / 12.92 } else { ((c + 0.055) / 1.055).powf(2.4) }
        };
        0.2126 * channel(0) + 0.7152 * channel(1) + 0.0722 * channel(2)
    };
    let (a, b) = (luminance(a), luminance(b));
    (a.max(b) + 0.05) / (a.min(b) + 0.05)
}

/// The colours of a light, by name, from the page's own tokens.
fn colours(css: &str, light: &str) -> HashMap<String, String> {
    let block = css.split(light).nth(1).and_then(|rest| rest.split('}').next()).expect("its block");
    let read = |line: &str| {
        let (name, value) = line.trim().strip_prefix("--u-")?.split_once(": ")?;
        let hex = value.split([';', ' ']).next().filter(|v| v.starts_with('#') && v.len() == 7)?;
        Some((name.to_owned(), hex.to_owned()))
    };
    block.lines().filter_map(read).collect()
}

/// The fill of a class of words, as the style of drawings has it.
fn fill(css: &str, class: &str) -> String {
    let rules = css.split('}').filter_map(|r| r.split_once('{'));
    let of = |selectors: &str| selectors.split(',').any(|s| s.trim() == format!(".{class}"));
    let body = rules.filter(|(s, _)| of(s)).map(|(_, b)| b).find(|b| b.contains("fill: var(--u-")).expect("a fill");
    body.split("fill: var(--u-").nth(1).and_then(|r| r.split(')').next()).expect("a colour").to_owned()
}

/// Words over a drawing lie on their own halo of the cloth's colour; there and on the cloth itself they have 4.5 to 1, by day
/// and by night (WCAG 2.2, success criterion 1.4.3).
#[test]
fn words_over_drawings_can_be_read() {
    let styles = |file: &str| std::fs::read_to_string(format!("../../web/src/styles/{file}")).expect("the style");
    let (tokens, rope) = (styles("tokens.css"), styles("rope.css"));
    assert!(rope.contains("paint-order: stroke") && rope.contains("stroke: var(--u-cloth)"), "a halo of cloth");
    assert!((contrast("#000000", "#ffffff") - 21.0).abs() < 1e-9);
    for light in [":root", "[data-bs-theme='dark']"] {
        let colour = colours(&tokens, light);
        for class in ["lab", "labn", "dimt"] {
            let ratio = contrast(&colour[&fill(&rope, class)], &colour["cloth"]);
            assert!(ratio >= 4.5, "{class} in {light}: {ratio:.2}");
        }
    }
}

/// Every line of words of a drawing that may lie over something has its halo.
#[test]
fn words_over_drawings_have_a_halo() {
    use umbet_core::draw::{Figure, Item, draw};
    fn bare(items: &[Item]) -> Vec<&'static str> {
        let of = |i: &Item| match i {
            Item::Text { class, .. } if !class.contains("halo") && !class.contains("telln") => vec![*class],
            Item::Framed { items, .. } => bare(items),
            _ => Vec::new(),
        };
        items.iter().flat_map(of).collect()
    }
    for k in umbet_core::knot::catalogue().knots() {
        let scene = draw(k, &Figure { labels: true, ..Figure::default() }).expect("drawn");
        assert_eq!(bare(&scene.items), Vec::<&str>::new(), "{}", k.id);
    }
}

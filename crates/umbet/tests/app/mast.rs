//! A mast on guys, over the interface of the server and on the page; and what else a line alone can carry.

use crate::support::Server;
use crate::support::browser::Browser;
use axum::http::StatusCode;
use serde_json::{Value, json};

#[tokio::test]
async fn masts_are_planned_and_refused_out_of_reason() {
    let s = Server::empty().await;
    let start = s.get("/api/rigs/mast").await.1;
    let plan = async |draft: &Value| s.post("/api/rigs/mast", &json!({ "draft": draft })).await;
    for mast in start["stock"]["masts"].as_array().expect("kinds") {
        let (status, view) = plan(&mast["usual"]).await;
        assert_eq!(status, StatusCode::OK, "{view}");
        let levels = mast["usual"]["guys_m"].as_array().map_or(0, Vec::len);
        assert_eq!(view["own"]["guys_n"].as_array().map_or(0, Vec::len), levels, "{view}");
        assert_eq!(view["drawings"].as_array().map_or(0, Vec::len), 2, "from the side, and turned");
    }
    for (field, value, says) in [
        ("sides", json!(2), "three sides, or four"),
        ("guys_m", json!([]), "one level, two or three"),
        ("beaufort", json!(13), "Beaufort number"),
        ("mast", json!("gold"), "take one of the list"),
    ] {
        let mut draft = start["draft"].clone();
        draft[field] = value;
        let (status, problem) = plan(&draft).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
        assert!(problem["faults"].to_string().contains(says), "{problem}");
    }
}

/// A drawn-out mast, one level of guys more and fewer, a storm; and its sheet.
#[tokio::test(flavor = "multi_thread")]
async fn a_mast_is_put_up_on_the_page() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 900).await);
    b.driver.goto(s.url("/rig/mast")).await.expect("the page opens");
    b.see_words(".rig-below", "Guys at the stakes, 6 times").await;
    b.press(".mast-levels button", "Guy it at one level more").await;
    b.see_words(".rig-below", "Guys at the stakes, 9 times").await;
    b.press(".mast-levels button", "At one level fewer").await;
    b.see_words(".rig-below", "Guys at the stakes, 6 times").await;
    b.choose("select[aria-label='What it is made of']", "fibreglass-tube").await;
    b.see("input[aria-label='Thickness of the tube’s wall, mm']").await;
    b.type_into("input[aria-label='Beaufort number']", "9").await;
    b.keys(thirtyfour::Key::Tab).await;
    b.see_words("main", "The mast breaks between").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A line of wire shows the cord at its ends, and through a spreader it is planned; with a loop in it it is not.
#[tokio::test(flavor = "multi_thread")]
async fn a_wire_is_hung_with_a_spreader_on_the_page() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 900).await);
    b.driver.goto(s.url("/rig/line")).await.expect("the page opens");
    b.choose("select[aria-label='What it carries']", "gear").await;
    b.choose("select[aria-label='Cord']", "wire-2").await;
    b.see_words("main", "Wire takes no loop").await;
    b.choose("select[aria-label='What it carries']", "spreader").await;
    b.see_words(".rig-below", "Stoppers beside the spreader").await;
    b.see("input[aria-label='Thickness of the cord at its ends, mm']").await;
    b.choose("select[aria-label='What it carries']", "roll").await;
    b.see_words(".rig-below", "Last tie round the roll").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

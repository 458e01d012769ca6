//! The shelter: its API at the edges, and planned through the real page.

mod support;

use reqwest::StatusCode;
use serde_json::{Value, json};
use support::Server;
use support::browser::Browser;
use thirtyfour::prelude::*;

async fn usual(s: &Server) -> Value {
    s.get("/api/shelter/stock").await.1["usual"].clone()
}

#[tokio::test]
async fn a_shelter_is_worked_out_and_drawn() {
    let s = Server::demo().await;
    let (status, view) = s.post("/api/shelter", &json!({ "shelter": usual(&s).await })).await;
    assert_eq!(status, StatusCode::OK, "{view}");
    assert!(view["side"].as_str().is_some_and(|svg| svg.ends_with("</svg>") && svg.contains("the ash")));
    assert!(view["above"].as_str().is_some_and(|svg| svg.ends_with("</svg>") && svg.contains("the dead elm")));
    assert_eq!(view["plan"]["parts"][0]["gives"], "hitch");
    let hank = view["plan"]["cuts"][0]["hank"].as_str().unwrap_or_default();
    assert!(hank.starts_with("Ridge line serves"), "the kit's own hank: {hank}");
}

#[tokio::test]
async fn what_is_out_of_reason_is_refused_and_what_does_not_go_is_said() {
    let s = Server::empty().await;
    let ask = async |change: Value| {
        let mut shelter = usual(&s).await;
        shelter.as_object_mut().expect("a shelter").extend(change.as_object().expect("a change").clone());
        s.post("/api/shelter", &json!({ "shelter": shelter })).await
    };
    for bad in [
        json!({ "beaufort": 13 }),
        json!({ "people": 0 }),
        json!({ "anchors": [] }),
        json!({ "ground": "lava" }),
        json!({ "between": [0, 9] }),
        json!({ "pull_n": 1e9 }),
        json!({ "slope_across_percent": 41 }),
        json!({ "wind_from_deg": 361 }),
        json!({ "knots": { "guy-peg": "no-such-knot" } }),
    ] {
        let (status, problem) = ask(bad.clone()).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{bad}");
        assert!(problem["faults"][0]["says"].as_str().is_some_and(|f| f.len() > 10), "{problem}");
    }
    assert_eq!(ask(json!({ "pitch": "tepee" })).await.0, StatusCode::UNPROCESSABLE_ENTITY);
    let (status, view) = ask(json!({ "between": [0, 2] })).await;
    assert_eq!(status, StatusCode::OK);
    assert!(view["impossible"].as_str().is_some_and(|w| w.contains("Not sound")), "{view}");
}

#[tokio::test]
async fn a_shelter_is_kept_with_its_job_and_an_older_window_is_refused() {
    let s = Server::empty().await;
    let (_, job) = s.post("/api/jobs", &json!({ "name": "Night out" })).await;
    let at = format!("/api/jobs/{}/shelter", job["id"]);
    assert_eq!(s.get(&at).await.0, StatusCode::NOT_FOUND);
    let shelter = usual(&s).await;
    let put = async |ticked: Value, version: i64| {
        s.put(&at, &json!({ "shelter": shelter, "ticked": ticked, "version": version })).await
    };
    let (status, kept) = put(json!(["fixed"]), 0).await;
    assert_eq!((status, &kept["version"]), (StatusCode::OK, &json!(1)));
    assert_eq!(put(json!([]), 0).await.0, StatusCode::CONFLICT);
    assert_eq!(put(json!(["fixed", "lean"]), 1).await.1["version"], 2);
    assert_eq!(put(json!([]), 1).await.0, StatusCode::CONFLICT);
    assert_eq!(s.get(&at).await.1["ticked"], json!(["fixed", "lean"]));
    assert_eq!(s.put("/api/jobs/99/shelter", &json!({ "shelter": shelter })).await.0, StatusCode::NOT_FOUND);
}

#[tokio::test]
async fn the_sheet_is_a_pdf_of_two_pages_with_its_words_in_it() {
    let s = Server::demo().await;
    let body = json!({ "shelter": usual(&s).await, "title": "Night <b>shelter" });
    let r = reqwest::Client::new().post(s.url("/api/shelter/sheet.pdf")).json(&body).send().await.expect("an answer");
    assert_eq!(r.status(), StatusCode::OK);
    let pdf = r.bytes().await.expect("bytes");
    assert!(pdf.starts_with(b"%PDF-") && pdf.len() > 8_000, "{} bytes", pdf.len());
    let count = |what: &[u8]| pdf.windows(what.len()).filter(|w| w == &what).count();
    assert_eq!(count(b"/Type /Page\n") + count(b"/Type/Page/") + count(b"/Type /Page/"), 2, "two pages");
    assert!(count(b"AtkinsonHyperlegible") > 0, "the fonts that ship are in it");
}

/// Waypoints a degree of latitude apart are 111 195 m apart on the mean sphere (IUGG, 6 371.0088 km); east shrinks with the
/// cosine of the latitude.
#[tokio::test]
async fn waypoints_are_read_in_metres() {
    let s = Server::empty().await;
    let file = |points: &str| json!({ "gpx": format!("<?xml version=\"1.0\"?><gpx version=\"1.1\" creator=\"a\" xmlns=\"http://www.topografix.com/GPX/1/1\">{points}</gpx>") });
    let two = r#"<wpt lat="60.0" lon="5.0"><name>ash</name></wpt><wpt lat="60.0001" lon="5.0002"/>"#;
    let (status, points) = s.post("/api/shelter/gpx", &file(two)).await;
    assert_eq!(status, StatusCode::OK, "{points}");
    assert_eq!((&points[0]["name"], &points[1]["name"]), (&json!("ash"), &json!("waypoint 2")));
    let at = |i: usize| points[1]["at_m"][i].as_f64().expect("metres");
    assert!((at(0) - 11.12).abs() < 0.02 && (at(1) - 11.12).abs() < 0.02, "{points}");
    for bad in ["", r#"<wpt lat="60.0" lon="5.0"/>"#, r#"<wpt lat="60.0" lon="5.0"/><wpt lat="61.0" lon="5.0"/>"#] {
        assert_eq!(s.post("/api/shelter/gpx", &file(bad)).await.0, StatusCode::UNPROCESSABLE_ENTITY, "{bad}");
    }
    assert_eq!(s.post("/api/shelter/gpx", &json!({ "gpx": "not a file" })).await.0, StatusCode::UNPROCESSABLE_ENTITY);
    let (_, forecast) = s.get("/api/forecast").await;
    assert_eq!((forecast["simulated"].as_bool(), forecast["spells"].as_array().map(Vec::len)), (Some(true), Some(12)));
}

/// Change the sentence, see what gives, undo and do again, tick off, reload, find it there.
#[tokio::test(flavor = "multi_thread")]
async fn a_shelter_is_planned_on_the_page_and_nothing_is_lost() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 900).await);
    b.driver.goto(s.url("/jobs/2/rig")).await.expect("the page opens");
    b.see_words(".rig-side h2", "Guy hitch slips first").await;
    b.see(".rig-draw svg[aria-label*='6.40 m']").await;
    b.see(".doings .done").await;

    b.type_into("input[aria-label='Beaufort number']", "3").await;
    b.keys(Key::Tab).await;
    b.see_words(".rig-side .bar-key", "38 to 110 N").await;
    b.press(".rig-tools .btn", "Undo").await;
    b.see_words(".rig-side .bar-key", "150 to 440 N").await;
    b.press(".rig-tools .btn", "Again").await;
    b.see_words(".rig-side .bar-key", "38 to 110 N").await;
    b.press(".forecast li:nth-child(3) button", "").await;
    b.see(".forecast li:nth-child(3) button.on").await;

    b.press(".doings li:nth-child(3) label", "").await;
    b.see(".doings li:nth-child(3).done").await;
    b.settled().await;
    tokio::time::sleep(std::time::Duration::from_millis(400)).await;
    b.driver.refresh().await.expect("it loads again");
    b.see(".doings li:nth-child(3).done").await;
    b.see(".forecast li:nth-child(3) button.on").await;

    b.type_into("input[aria-label='Cover along the ridge, metres']", "9").await;
    b.keys(Key::Tab).await;
    b.see_words(".rig-not", "turn the cover").await;
    b.press(".rig-tools .btn", "Undo").await;
    b.see_words(".rig-side .bar-key", "N on the hardest guy").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Slope, heights and wind are said on the page: the drawings, the measures and what to mind follow.
#[tokio::test(flavor = "multi_thread")]
async fn the_lie_of_the_site_is_said_and_drawn() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 1400).await);
    b.driver.goto(s.url("/jobs/2/rig")).await.expect("the page opens");
    b.see_words(".jobline .job", "Crew shelter").await;
    b.see_words(".rig-side li", "it lies level").await;
    b.type_into("input[aria-label='Slope across the ridge, per cent']", "-12").await;
    b.keys(Key::Tab).await;
    b.see_words(".rig-say", "across it").await;

    b.press(".anchors summary", "").await;
    b.type_into("input[aria-label='Highest tie on the ash']", "0.95").await;
    b.keys(Key::Tab).await;
    b.see_words(".rig-side li", "high on the ash and").await;
    b.see_words(".rig-side li", "it lies sloping").await;
    b.see_words(".doings li", "0.95 m up").await;
    let smooth = "const s = document.querySelector(\"select[aria-label='Surface of the ash']\"); s.value = 'steel-smooth'; s.dispatchEvent(new Event('change', { bubbles: true }));";
    b.driver.execute(smooth, vec![]).await.expect("it is picked");
    b.see(".rig-joint:first-of-type svg .ob.steel").await;

    // From the south-west: along this ridge.
    let pick = "const s = document.querySelector(\"select[aria-label='Where the wind comes from']\"); s.value = '225'; s.dispatchEvent(new Event('change', { bubbles: true }));";
    b.driver.execute(pick, vec![]).await.expect("it is picked");
    b.see_words(".line-change li", "along the ridge").await;

    b.type_into("input[aria-label='Lowest tie on the larch']", "9").await;
    b.keys(Key::Tab).await;
    b.see_words(".trouble", "between 0 and 6 m").await;
    b.press(".rig-tools .btn", "Undo").await;
    b.see_words(".rig-side li", "it lies sloping").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A tree dragged on the drawing from above moves, and the span with it.
#[tokio::test(flavor = "multi_thread")]
async fn a_tree_is_dragged_where_it_stands() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 1400).await);
    b.driver.goto(s.url("/rig")).await.expect("the page opens");
    b.see(".rig-above svg[aria-label*='6.40 m']").await;
    b.settled().await;
    let drag = r#"
        const frame = document.querySelector('.rig-above'), trunks = frame.querySelectorAll('circle.ob');
        const box = trunks[1].getBoundingClientRect();
        const at = { bubbles: true, pointerId: 1, clientY: box.top + box.height / 2 };
        frame.setPointerCapture = () => {};
        frame.dispatchEvent(new PointerEvent('pointerdown', { ...at, clientX: box.left + box.width / 2 }));
        frame.dispatchEvent(new PointerEvent('pointerup', { ...at, clientX: box.left + box.width / 2 + 60 }));
    "#;
    b.driver.execute(drag, vec![]).await.expect("it is dragged");
    b.see(".rig-above svg:not([aria-label*='6.40 m'])").await;
    let input = b.driver.find(By::Css("input[aria-label='the larch, east']")).await.expect("its place is typed too");
    let east: f64 = input.value().await.expect("a value").unwrap_or_default().parse().expect("a number");
    assert!(east > 6.6, "{east}");
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

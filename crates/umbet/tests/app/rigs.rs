//! Rigs: their API at the edges, planned through the real page, and a kind of their own that a test brings along.

use crate::support::Server;
use crate::support::browser::{Browser, until};
use reqwest::StatusCode;
use serde_json::{Value, json};
use thirtyfour::prelude::*;

async fn usual(s: &Server) -> Value {
    s.get("/api/rigs/shelter").await.1["draft"].clone()
}

#[tokio::test]
async fn a_shelter_is_worked_out_and_drawn() {
    let s = Server::demo().await;
    let (status, view) = s.post("/api/rigs/shelter", &json!({ "draft": usual(&s).await })).await;
    assert_eq!(status, StatusCode::OK, "{view}");
    let svg = |i: usize| view["drawings"][i]["svg"].as_str().unwrap_or_default();
    assert!(svg(0).ends_with("</svg>") && svg(0).contains("the ash"));
    assert!(svg(1).ends_with("</svg>") && svg(1).contains("the dead elm"));
    assert_eq!(view["plan"]["parts"][0]["id"], "hitch");
    let hank = view["plan"]["cuts"][0]["hank"].as_str().unwrap_or_default();
    assert!(hank.starts_with("Ridge line serves"), "the kit's own hank: {hank}");
}

#[tokio::test]
async fn what_is_out_of_reason_is_refused_and_what_does_not_go_is_said() {
    let s = Server::empty().await;
    let ask = async |change: Value| {
        let mut shelter = usual(&s).await;
        shelter.as_object_mut().expect("a shelter").extend(change.as_object().expect("a change").clone());
        s.post("/api/rigs/shelter", &json!({ "draft": shelter })).await
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
        // What to change is named, not the field.
        assert!(
            problem["faults"].as_array().is_some_and(|f| f.iter().all(|f| !f["says"].to_string().contains('_'))),
            "{problem}"
        );
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
    let at = format!("/api/jobs/{}/rigs/shelter", job["id"]);
    assert_eq!(s.get(&at).await.0, StatusCode::NOT_FOUND);
    let shelter = usual(&s).await;
    let put = async |ticked: Value, version: i64| {
        s.put(&at, &json!({ "draft": shelter, "ticked": ticked, "version": version })).await
    };
    let (status, kept) = put(json!(["look"]), 0).await;
    assert_eq!((status, &kept["version"]), (StatusCode::OK, &json!(1)));
    assert_eq!(put(json!([]), 0).await.0, StatusCode::CONFLICT);
    assert_eq!(put(json!(["look", "pad"]), 1).await.1["version"], 2);
    assert_eq!(put(json!([]), 1).await.0, StatusCode::CONFLICT);
    assert_eq!(s.get(&at).await.1["ticked"], json!(["look", "pad"]));
    // Ticks are held to the order: what was skipped is not done, nor what comes after it.
    assert_eq!(put(json!(["look", "fixed", "s-corners"]), 2).await.1["ticked"], json!(["look", "s-corners"]));
    assert_eq!(s.get("/api/jobs/1/rigs/zeppelin").await.0, StatusCode::NOT_FOUND);
    assert_eq!(s.put("/api/jobs/99/rigs/shelter", &json!({ "draft": shelter })).await.0, StatusCode::NOT_FOUND);
}

#[tokio::test]
async fn the_sheet_is_a_pdf_with_its_words_in_it() {
    let s = Server::demo().await;
    let body = json!({ "draft": usual(&s).await, "title": "Night <b>shelter" });
    let r =
        reqwest::Client::new().post(s.url("/api/rigs/shelter/sheet.pdf")).json(&body).send().await.expect("an answer");
    assert_eq!(r.status(), StatusCode::OK);
    let pdf = r.bytes().await.expect("bytes");
    assert!(pdf.starts_with(b"%PDF-") && pdf.len() > 8_000, "{} bytes", pdf.len());
    let count = |what: &[u8]| pdf.windows(what.len()).filter(|w| w == &what).count();
    assert_eq!(
        count(b"/Type /Page\n") + count(b"/Type/Page/") + count(b"/Type /Page/"),
        4,
        "the site; cord; knots; the work"
    );
    assert!(count(b"AtkinsonHyperlegible") > 0, "the fonts that ship are in it");
}

/// Waypoints a degree of latitude apart are 111 195 m apart on the mean sphere (IUGG, 6 371.0088 km); east shrinks with the
/// cosine of the latitude.
#[tokio::test]
async fn waypoints_are_read_in_metres() {
    let s = Server::empty().await;
    let file = |points: &str| json!({ "gpx": format!("<?xml version=\"1.0\"?><gpx version=\"1.1\" creator=\"a\" xmlns=\"http://www.topografix.com/GPX/1/1\">{points}</gpx>") });
    let two = r#"<wpt lat="60.0" lon="5.0"><name>ash</name></wpt><wpt lat="60.0001" lon="5.0002"/>"#;
    let (status, points) = s.post("/api/gpx", &file(two)).await;
    assert_eq!(status, StatusCode::OK, "{points}");
    assert_eq!((&points[0]["name"], &points[1]["name"]), (&json!("ash"), &json!("waypoint 2")));
    let at = |i: usize| points[1]["at_m"][i].as_f64().expect("metres");
    assert!((at(0) - 11.12).abs() < 0.02 && (at(1) - 11.12).abs() < 0.02, "{points}");
    for bad in ["", r#"<wpt lat="60.0" lon="5.0"/>"#, "<trk><wpt/></trk>"] {
        assert_eq!(s.post("/api/gpx", &file(bad)).await.0, StatusCode::UNPROCESSABLE_ENTITY, "{bad}");
    }
    assert_eq!(s.post("/api/gpx", &json!({ "gpx": "not a file" })).await.0, StatusCode::UNPROCESSABLE_ENTITY);
    // A day's track, a point a second, is skipped; of many waypoints those chosen are answered, about the first of them.
    let track: String = (0..86_400)
        .map(|i| {
            format!("<trkpt lat=\"60.{i:05}\" lon=\"5.0\"><ele>12.0</ele><time>2026-05-01T00:00:00Z</time></trkpt>")
        })
        .collect();
    let many: String = (0..20).map(|i| format!("<wpt lat=\"6{}.0000\" lon=\"5.000{}\"/>", i / 10, i % 10)).collect();
    let long = file(&format!("{many}<trk><trkseg>{track}</trkseg></trk>"));
    assert!(long.to_string().len() > 6_000_000);
    let (status, all) = s.post("/api/gpx", &long).await;
    assert_eq!((status, all.as_array().map(Vec::len)), (StatusCode::OK, Some(20)), "{all}");
    assert_eq!((&all[9]["near"], &all[10]["near"]), (&json!(true), &json!(false)));
    let mut chosen = long.clone();
    chosen["take"] = json!([12, 14]);
    let (_, two) = s.post("/api/gpx", &chosen).await;
    assert_eq!(
        (&two[0]["name"], &two[0]["at_m"], &two[1]["near"]),
        (&json!("waypoint 13"), &json!([0.0, 0.0]), &json!(true))
    );
    // Two ten-thousandths of a degree east at 61° north.
    assert!((two[1]["at_m"][0].as_f64().expect("metres") - 22.238 * 61f64.to_radians().cos()).abs() < 0.02, "{two}");
    let (_, forecast) = s.get("/api/forecast").await;
    assert_eq!((forecast["simulated"].as_bool(), forecast["spells"].as_array().map(Vec::len)), (Some(true), Some(12)));
}

/// Common practice: a looped purchase over rope gives well under three to one, more than the hand alone; wind sags it more.
#[tokio::test]
async fn a_line_is_worked_out_drawn_and_refused_out_of_reason() {
    let s = Server::empty().await;
    let plan = async |draft: Value| s.post("/api/rigs/line", &json!({ "draft": draft })).await;
    let ask = |method: &str, beaufort: i64| {
        json!({ "span_m": 8, "cord": { "kind": "braid-polyester-6" }, "tighten": method, "pull_n": 250,
                "hung": { "cover": { "area_m2": 9, "beaufort": beaufort } } })
    };
    let (status, calm) = plan(ask("looped", 3)).await;
    assert_eq!(status, StatusCode::OK, "{calm}");
    let (_, blown) = plan(ask("looped", 7)).await;
    let most = |v: &Value, field: &str| v["own"][field]["high"].as_f64().expect("a number");
    assert!(most(&blown, "sag_m") > most(&calm, "sag_m") && most(&blown, "anchor_n") > most(&calm, "anchor_n"));
    assert!(
        blown["plan"]["change"][0]
            .as_str()
            .is_some_and(|c| c.contains("The line bears more than a fifth") || c.contains("part under it")),
        "{blown}"
    );
    let reach = &calm["own"]["reaches"];
    let times = |i: usize| reach[i]["set_n"]["high"].as_f64().expect("a number") / 250.0;
    assert!(times(0) < 1.0 && (1.2..2.4).contains(&times(1)), "{reach}");
    assert!(calm["drawings"][0]["svg"].as_str().is_some_and(|v| v.contains("to scale") && !v.contains("NaN")));
    let gear = json!({ "span_m": 6, "rise_m": 1.2, "cord": { "kind": "paracord-iii", "wet": true }, "tighten": "by-hand", "pull_n": 100,
                       "hung": { "gear": { "n": 60, "at": 0.3 } } });
    let (status, hung) = plan(gear).await;
    assert_eq!(status, StatusCode::OK);
    assert!(
        hung["plan"]["change"]
            .as_array()
            .is_some_and(|c| c.iter().any(|c| c == "Nylon stretches wet: tighten it again after the first rain."))
    );
    for (field, value) in [
        ("span_m", json!(0)),
        ("span_m", json!(1e9)),
        ("rise_m", json!(9.5)),
        ("pull_n", json!(-3)),
        ("cord.kind", json!("lace")),
    ] {
        let mut bad = ask("looped", 3);
        match field.split_once('.') {
            Some((of, part)) => bad[of][part] = value,
            None => bad[field] = value,
        }
        let (status, problem) = plan(bad).await;
        assert_eq!(
            (status, problem["faults"][0]["field"].as_str()),
            (StatusCode::UNPROCESSABLE_ENTITY, Some(field)),
            "{problem}"
        );
    }
    assert_eq!(plan(ask("looped", 13)).await.0, StatusCode::UNPROCESSABLE_ENTITY);
}

/// A kind of rig that only this test knows: a line with a bucket on it. Parts, joints, cuts, steps, sheet, route and store are
/// those of every rig.
mod bucket {
    use serde_json::{Value, json};
    use umbet_core::rig::joint::under;
    use umbet_core::rig::{
        Cut, FieldAt, Given, Impossible, Joint, JointAsk, LineWork, Part, Planned, Planner, Quantity, Rig, RigPlan,
        Step, cut, new_cord,
    };
    use umbet_core::situation::{Draft, Fault, Shape, Task, UsedCord};
    use umbet_core::units::Band;

    struct Bucket(f64);

    pub const PLANNER: Planner = Planner {
        kind: "bucket",
        name: "A line with a bucket",
        version: 2,
        begin: |_| json!({ "n": 120.0 }),
        stock: || Value::Null,
        read: |v| {
            let n = v["n"].as_f64().filter(|n| *n > 0.0);
            let fault = || vec![Fault { field: "n".into(), says: "Weight of the bucket: over 0 N.".into() }];
            n.map(|n| Box::new(Bucket(n)) as Box<dyn Rig>).ok_or_else(fault)
        },
        fields: |_| vec![FieldAt::new("/n", "Weight of the bucket", Quantity::Pull)],
        moved: |_, _, _| None,
        listed: |_, _, _| None,
        upgrade: |_, v| json!({ "n": v["weight"] }),
    };

    impl Rig for Bucket {
        fn lines(&self) -> Vec<(&UsedCord, LineWork)> {
            Vec::new()
        }

        fn worked_out(&self, given: &Given<'_>) -> Result<Planned, Impossible> {
            let reader = given.reader;
            let cord = new_cord("braid-polyester-6").ok_or_else(|| Impossible("No cord.".into()))?;
            let load = under(Task::MakeFast, &Draft::usual(Task::MakeFast).cord, self.0);
            let situation = Draft { shape: Some(Shape::Bundle), ..load };
            let ask = JointAsk { id: "handle", name: "The handle".into(), times: 1, situation, rather: None };
            let joints = vec![Joint::answered(ask, None, given.habits, reader)];
            let mut items = vec![cut::item("drop", 5.0, reader)];
            items.extend(cut::of_joint(&joints, "handle", "at the handle", reader));
            let pull = Band { low: self.0, high: 2.0 * self.0 };
            let plan = RigPlan {
                said: "A bucket on a line.".into(),
                parts: vec![Part::judged("line", "the line parts", cord.strength_n(), pull, "jerks put", "", reader)],
                cuts: vec![Cut::of("Line", 1, &cord, items, reader)],
                order: vec![
                    Step::new("tie", "Tie", "Tie the handle.").at("handle"),
                    Step::new("lower", "Lower", "Lower it."),
                ],
                joints,
                ..RigPlan::default()
            };
            Ok(Planned { plan, drawings: Vec::new(), own: Value::Null })
        }
    }
}

#[tokio::test]
async fn another_kind_of_rig_is_one_file_and_a_line() {
    static PLANNERS: &[umbet_core::rig::Planner] = &[bucket::PLANNER];
    let s = Server::with_planners(PLANNERS).await;
    assert_eq!(s.get("/api/rigs").await.1, json!([{ "kind": "bucket", "name": "A line with a bucket" }]));
    assert_eq!(s.get("/api/rigs/shelter").await.0, StatusCode::NOT_FOUND);
    let draft = s.get("/api/rigs/bucket").await.1["draft"].clone();
    let (status, view) = s.post("/api/rigs/bucket", &json!({ "draft": draft })).await;
    assert_eq!(status, StatusCode::OK, "{view}");
    assert!(view["plan"]["joints"][0]["knot"].as_str().is_some_and(|k| !k.is_empty()), "{view}");
    assert!(view["plan"]["cuts"][0]["each_m"].as_f64().is_some_and(|m| m > 5.0));
    assert!(view["plan"]["parts"][0]["says"].as_str().is_some_and(|p| p.contains("jerks put 120 to 240 N")), "{view}");
    assert_eq!(view["fields"][0]["label"], "Weight of the bucket, N");
    let typed = json!({ "draft": draft, "at": "/n", "text": "80,5" });
    assert_eq!(s.post("/api/rigs/bucket/typed", &typed).await.1["draft"]["n"], 80.5);
    let pdf =
        reqwest::Client::new().post(s.url("/api/rigs/bucket/sheet.pdf")).json(&json!({ "draft": draft })).send().await;
    assert_eq!(pdf.expect("an answer").status(), StatusCode::OK);
    let (_, job) = s.post("/api/jobs", &json!({ "name": "The well" })).await;
    let at = format!("/api/jobs/{}/rigs/bucket", job["id"]);
    assert_eq!(s.put(&at, &json!({ "draft": { "n": -1 } })).await.0, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(s.put(&at, &json!({ "draft": draft, "ticked": ["lower"] })).await.1["ticked"], json!([]));
    assert_eq!(s.get(&at).await.1["draft"]["n"], 120.0);
    let own = s.get(&format!("/api/jobs/{}", job["id"])).await.1;
    assert_eq!(own["rigs"], json!(["bucket"]));
}

/// Change the sentence, see what gives, undo and do again, tick off, reload, find it there.
#[tokio::test(flavor = "multi_thread")]
async fn a_shelter_is_planned_on_the_page_and_nothing_is_lost() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 900).await);
    b.driver.goto(s.url("/jobs/2/rig/shelter")).await.expect("the page opens");
    b.see_words(".rig-side h2", "Guy hitch slips first").await;
    b.see(".rig-draw svg[aria-label*='6.40 m']").await;
    b.see(".doings .done").await;

    b.type_into("input[aria-label='Beaufort number']", "3").await;
    b.keys(Key::Tab).await;
    b.see_words(".rig-side .bar-key", "on it, est.").await;
    b.press(".rig-tools .btn", "Undo").await;
    b.see_words(".rig-side .bar-key", "150 to 450 N").await;
    b.press(".rig-tools .btn", "Again").await;
    b.see_words(".rig-side .bar-key", "on it, est.").await;
    b.press(".forecast li:nth-child(3) button", "").await;
    b.see(".forecast li:nth-child(3) button.on").await;

    b.press(".doings li:nth-child(3) label", "").await;
    b.see(".doings li:nth-child(3).done").await;
    b.settled().await;
    let blows = b.value("input[aria-label='Beaufort number']").await;
    let kept = async || s.get("/api/jobs/2/rigs/shelter").await.1["draft"]["beaufort"].to_string();
    until("the wind is kept", async || kept().await == blows).await;
    b.driver.refresh().await.expect("it loads again");
    b.see(".doings li:nth-child(3).done").await;
    b.see(".forecast li:nth-child(3) button.on").await;

    b.type_into("input[aria-label='Cover along the ridge, m']", "9").await;
    b.keys(Key::Tab).await;
    b.see_words(".rig-not", "turn the cover").await;
    b.press(".rig-tools .btn", "Undo").await;
    b.see_words(".rig-side .bar-key", "on it, est.").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Slope, heights and wind are said on the page: the drawings, the measures and what to mind follow.
#[tokio::test(flavor = "multi_thread")]
async fn the_lie_of_the_site_is_said_and_drawn() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 1400).await);
    b.driver.goto(s.url("/jobs/2/rig/shelter")).await.expect("the page opens");
    b.see_words(".jobline .job", "Crew shelter").await;
    b.see_words(".rig-side li", "it lies level").await;
    b.type_into("input[aria-label='Slope across the ridge, %']", "-12").await;
    b.keys(Key::Tab).await;
    b.see_words(".rig-say", "across it").await;

    b.press(".anchors summary", "").await;
    b.type_into("input[aria-label='Highest tie on the ash, m']", "1.5").await;
    b.keys(Key::Tab).await;
    b.see_words(".rig-side li", "high on the ash and").await;
    b.see_words(".rig-side li", "it lies sloping").await;
    b.see_words(".doings li", "1.50 m up").await;
    b.choose("select[aria-label='Surface of the ash']", "steel-smooth").await;
    b.see(".rig-joint:first-of-type svg .ob.steel").await;

    // From the south-west: along this ridge.
    b.choose("select[aria-label='Where the wind comes from']", "225").await;
    b.see_words(".line-change li", "along the ridge").await;

    b.type_into("input[aria-label='Lowest tie on the larch, m']", "9").await;
    b.keys(Key::Tab).await;
    b.see_words(".trouble", "Lowest tie on the larch: 0 to 6 m").await;
    b.press(".rig-tools .btn", "Undo").await;
    b.see_words(".rig-side li", "it lies sloping").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// A tree dragged on the drawing from above moves, and the span with it.
#[tokio::test(flavor = "multi_thread")]
async fn a_tree_is_dragged_where_it_stands() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 1400).await);
    b.driver.goto(s.url("/rig/shelter")).await.expect("the page opens");
    b.see(".drawn-above svg[aria-label*='6.40 m']").await;
    b.settled().await;
    let drag = r#"
        const frame = document.querySelector('.drawn-above'), trunks = frame.querySelectorAll('circle.ob');
        const box = trunks[1].getBoundingClientRect();
        const at = { bubbles: true, pointerId: 1, clientY: box.top + box.height / 2 };
        frame.setPointerCapture = () => {};
        frame.dispatchEvent(new PointerEvent('pointerdown', { ...at, clientX: box.left + box.width / 2 }));
        frame.dispatchEvent(new PointerEvent('pointerup', { ...at, clientX: box.left + box.width / 2 + 60 }));
    "#;
    b.driver.execute(drag, vec![]).await.expect("it is dragged");
    b.see(".drawn-above svg:not([aria-label*='6.40 m'])").await;
    let input =
        b.driver.find(By::Css("input[aria-label='East of the larch, m']")).await.expect("its place is typed too");
    let east: f64 = input.value().await.expect("a value").unwrap_or_default().parse().expect("a number");
    assert!(east > 6.6, "{east}");
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// On site, on a phone: one step large, ticked in its order by the one button, taken back, and still so when the page comes again.
#[tokio::test(flavor = "multi_thread")]
async fn the_work_is_done_step_by_step_on_a_phone() {
    let (s, b) = (Server::demo().await, Browser::open(390, 844).await);
    b.driver.goto(s.url("/jobs/2/rig/shelter/site")).await.expect("the page opens");
    b.see_words(".onsite-say .sub", "Step 5 of 16").await;
    b.see_words(".onsite-say h2", "Run the line out").await;
    b.see(".onsite-cloth svg").await;
    b.press(".onsite-next", "Next").await;
    b.see_words(".onsite-say h2", "Two round turns").await;
    b.see_words(".onsite-figures", "300 to 350 N").await;
    b.press(".onsite-next", "Next").await;
    b.see_words(".onsite-figures", "leave").await;
    b.press(".onsite-back", "Step 6").await;
    b.see_words(".onsite-say .sub", "Step 6 of 16").await;
    b.settled().await;
    b.driver.refresh().await.expect("it loads again");
    b.see_words(".onsite-say .sub", "Step 6 of 16").await;
    // Space ticks too; all of it is one press away.
    b.driver.action_chain().send_keys(" ").perform().await.expect("a key is pressed");
    b.see_words(".onsite-say .sub", "Step 7 of 16").await;
    b.press(".onsite-all", "All 16").await;
    b.see(".rig-draw svg").await;
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// Two windows on one rig: the second to change it is shown what the first kept, and goes on from that, or keeps its own.
#[tokio::test(flavor = "multi_thread")]
async fn two_windows_on_one_rig_settle_it() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 900).await);
    b.driver.goto(s.url("/jobs/2/rig/shelter")).await.expect("the page opens");
    b.see(".rig-draw svg").await;
    let at = "/api/jobs/2/rigs/shelter";
    let theirs = async |beaufort: i64| {
        let mut kept = s.get(at).await.1;
        kept["draft"]["beaufort"] = json!(beaufort);
        assert_eq!(s.put(at, &kept).await.0, StatusCode::OK);
    };
    theirs(3).await;
    b.type_into("input[aria-label='How many sit under it']", "3").await;
    b.keys(Key::Tab).await;
    b.see_words(".two-versions h2", "Another window changed this rig").await;
    b.press(".two-versions .btn", "All of theirs").await;
    until("theirs stands in the page", async || b.value("input[aria-label='Beaufort number']").await == "3").await;

    theirs(4).await;
    b.type_into("input[aria-label='How many sit under it']", "4").await;
    b.keys(Key::Tab).await;
    b.press(".two-versions .btn", "All of mine").await;
    until("mine is kept", async || s.get(at).await.1["draft"]["people"] == 4).await;
    let kept = s.get(at).await.1;
    assert_eq!((&kept["draft"]["people"], &kept["draft"]["beaufort"]), (&json!(4), &json!(3)));
    assert_eq!(b.complaints().await, Vec::<String>::new());
}

/// One more and one less in the lists of a draft, of whatever rig: the server says what one more is; no list is refused in words.
#[tokio::test]
async fn lists_of_a_draft_grow_and_shrink() {
    let s = Server::empty().await;
    for (kind, list) in [
        ("load", "/items"),
        ("load", "/deck/rings"),
        ("load", "/passes"),
        ("hang", "/lines_m"),
        ("hang", "/things"),
        ("tether", "/around"),
        ("mast", "/guys_m"),
        ("shelter", "/anchors"),
    ] {
        let draft = s.get(&format!("/api/rigs/{kind}")).await.1["draft"].clone();
        let changed = async |draft: &Value, more: bool, at: usize| {
            s.post(
                &format!("/api/rigs/{kind}/listed"),
                &json!({ "draft": draft, "list": list, "more": more, "at": at }),
            )
            .await
        };
        let count = |draft: &Value| draft.pointer(list).and_then(Value::as_array).map_or(0, Vec::len);
        let (status, one_more) = changed(&draft, true, 0).await;
        assert_eq!(status, StatusCode::OK, "{kind} {list}: {one_more}");
        assert_eq!(count(&one_more["draft"]), count(&draft) + 1, "{kind} {list}");
        let (status, view) = s.post(&format!("/api/rigs/{kind}"), &json!({ "draft": one_more["draft"] })).await;
        assert_eq!(status, StatusCode::OK, "what is put in can be planned: {view}");
        let (_, back) = changed(&one_more["draft"], false, count(&draft)).await;
        assert_eq!(count(&back["draft"]), count(&draft), "{kind} {list}");
        let (status, problem) = changed(&draft, false, 99).await;
        let refused = status == StatusCode::UNPROCESSABLE_ENTITY && problem.to_string().contains("none to take");
        assert!(refused || list == "/lines_m", "{kind} {list}: {problem}");
    }
    let draft = s.get("/api/rigs/hang").await.1["draft"].clone();
    let (status, _) =
        s.post("/api/rigs/hang/listed", &json!({ "draft": draft, "list": "/cord", "more": true, "at": 0 })).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
}

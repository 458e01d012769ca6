//! The kit as a whole: joined, jerked and made-up pieces, what a piece is found by, rows in and out, labels, a week's cord.

use crate::support::Server;
use crate::support::kit::{done, piece, received, says};
use crate::support::process::Process;
use axum::http::StatusCode;
use serde_json::{Value, json};
use std::time::Duration;

/// Twelve of a length at once, numbered; the ledger of the spool tells each, and adds up.
#[tokio::test]
async fn several_are_cut_at_once() {
    let s = Server::empty().await;
    let spool = received(&s, "Spool", "braid-polyester-6", 50.0).await;
    let (status, answer) =
        done(&s, &spool, json!({ "what": "cut", "length_m": 3.0, "name": "Practice cord", "times": 12 })).await;
    assert_eq!(status, StatusCode::OK, "{answer}");
    let names: Vec<&str> =
        answer["cut_off"].as_array().expect("pieces").iter().filter_map(|c| c["name"].as_str()).collect();
    assert_eq!((names.len(), names[0], names[11]), (12, "Practice cord 1", "Practice cord 12"));
    assert_eq!(answer["piece"]["length_m"], 14.0);
    assert_eq!(says(&s, &spool["id"]).await.len(), 13);
    // All or none: the fifth would be too long.
    let (status, problem) =
        done(&s, &answer["piece"], json!({ "what": "cut", "length_m": 3.0, "name": "More", "times": 5 })).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
    assert_eq!(piece(&s, &spool["id"]).await["length_m"], 14.0);
    assert_eq!(s.get("/api/cords").await.1.as_array().map(Vec::len), Some(13));
    for times in [0, 61] {
        let (status, problem) =
            done(&s, &answer["piece"], json!({ "what": "cut", "length_m": 0.1, "name": "x", "times": times })).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(problem.to_string().contains("1 to 60"), "{problem}");
    }
}

/// Two pieces bent together are one, shorter by what the bend takes; it is offered to no plan, and not joined again.
#[tokio::test]
async fn two_pieces_are_joined_into_one() {
    let s = Server::empty().await;
    let long = received(&s, "Long", "braid-polyester-6", 12.0).await;
    let other = received(&s, "Other", "braid-polyester-6", 8.0).await;
    let third = received(&s, "Third", "paracord-iii", 8.0).await;
    let join = |with: &Value, knot: &str| json!({ "what": "joined", "with": with["id"], "with_version": with["version"], "knot": knot });
    for (with, knot, why) in [
        (&third, "double-fishermans", "another cord"),
        (&long, "double-fishermans", "another piece"),
        (&other, "clove-hitch", "a bend of the catalogue"),
    ] {
        let (status, problem) = done(&s, &long, join(with, knot)).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(problem.to_string().contains(why), "{problem}");
    }
    let (status, answer) = done(&s, &long, join(&other, "double-fishermans")).await;
    assert_eq!(status, StatusCode::OK, "{answer}");
    let joined = &answer["piece"];
    let m = joined["length_m"].as_f64().expect("a length");
    // The bend and both its tails: about half a metre of 6 mm cord.
    assert!((19.2..19.8).contains(&m), "{m}");
    assert!(
        joined["joint"].as_str().is_some_and(|j| j.contains("double fisherman’s") || j.contains("double fisherman's")),
        "{joined}"
    );
    let gone = piece(&s, &other["id"]).await;
    assert_eq!(gone["retired"], "joined to Long");
    assert!(says(&s, &long["id"]).await[1].contains("Other with"), "{:?}", says(&s, &long["id"]).await);
    assert!(says(&s, &other["id"]).await[1].contains("Bent on to Long"));
    let fourth = received(&s, "Fourth", "braid-polyester-6", 5.0).await;
    let (_, problem) = done(&s, joined, join(&fourth, "zeppelin-bend")).await;
    assert!(problem.to_string().contains("a bend in it already"), "{problem}");
    let (_, found) = s.get("/api/kit/find?length=15&pull=300&work=strung").await;
    let of_long =
        found.as_array().and_then(|all| all.iter().find(|f| f["piece"]["name"] == "Long")).expect("looked at");
    assert_eq!(of_long["serves"], false);
    assert!(of_long["says"].as_str().is_some_and(|w| w.contains("count on half")), "{of_long}");
}

/// What took a jerk is used for nothing before somebody looked it over.
#[tokio::test]
async fn a_jerk_is_looked_over_first() {
    let s = Server::empty().await;
    let line = received(&s, "Tag line", "braid-polyester-6", 30.0).await;
    let of_plan = async || s.get("/api/kit/find?length=10&pull=300&work=strung").await.1[0].clone();
    assert_eq!(of_plan().await["serves"], true);
    let (_, answer) = done(&s, &line, json!({ "what": "shaken" })).await;
    assert_eq!(answer["piece"]["shaken"], true);
    let looked = of_plan().await;
    assert_eq!(
        (&looked["serves"], looked["says"].as_str()),
        (&json!(false), Some("It took a jerk, and is looked over first."))
    );
    let (_, answer) = done(&s, &answer["piece"], json!({ "what": "inspected", "worn": true })).await;
    assert_eq!((&answer["piece"]["shaken"], &answer["piece"]["worn"]), (&json!(false), &json!(true)));
    assert_eq!(of_plan().await["serves"], true);
    assert_eq!(says(&s, &line["id"]).await[1], "Took a jerk: to be looked over before it is used.");
}

/// A piece with a loop in its end is kept as such; what is no loop and no stopper is refused.
#[tokio::test]
async fn what_is_made_in_an_end_is_kept() {
    let s = Server::empty().await;
    let body = |made: &str| json!({ "name": "Ridge", "kind": "braid-polyester-6", "length_m": 12, "made": made });
    let (status, kept) = s.post("/api/cords", &body("bowline")).await;
    assert_eq!((status, &kept["made"]), (StatusCode::CREATED, &json!("bowline")));
    for no in ["clove-hitch", "nothing-such"] {
        let (status, problem) = s.post("/api/cords", &body(no)).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(problem.to_string().contains("a loop or a stopper"), "{problem}");
    }
}

/// Lengths and thickness as they are typed, in the reader's measure or with a unit behind them; read back in the reader's own.
#[tokio::test]
async fn what_is_typed_is_read_in_the_readers_measure() {
    let s = Server::empty().await;
    let kept = async |body: Value| s.post("/api/cords", &body).await;
    let hank = |length: &str| json!({ "name": "Hank", "kind": "braid-polyester-6", "length": length });
    assert_eq!(kept(hank("12,5")).await.1["length_m"], 12.5);
    assert_eq!(kept(hank("3 arm spans")).await.1["length_m"], 5.1);
    for (bad, says) in [
        ("long", "Length: give a number, alone or with m"),
        ("3 km", "Length: give a number"),
        ("-1", "0.05 m and 2000 m"),
    ] {
        let (status, problem) = kept(hank(bad)).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(problem.to_string().contains(says), "{bad}: {problem}");
    }
    let mut habits = s.get("/api/settings").await.1;
    habits["units"] = json!("imperial");
    assert_eq!(s.put("/api/settings", &habits).await.0, StatusCode::OK);
    let (_, piece) = kept(hank("10")).await;
    assert_eq!((&piece["length_m"], &piece["length"]), (&json!(3.048), &json!("10 ft")));
    let thick = json!({ "name": "Hank", "kind": "braid-polyester-6", "length": piece["length"], "thickness": "0.25", "version": 1 });
    let (_, piece) = s.put("/api/cords/3", &thick).await;
    assert_eq!((&piece["diameter_mm"], &piece["thickness"]), (&json!(6.35), &json!("0.25 in")));
    let late = s.put("/api/cords/3", &thick).await;
    assert_eq!((late.0, &late.1["newer"]["length"]), (StatusCode::CONFLICT, &json!("10 ft")), "in the same words");
    let (_, cut) = done(&s, &piece, json!({ "what": "cut", "length": "2", "name": "Lanyard" })).await;
    assert_eq!(cut["cut_off"][0]["length"], "2 ft");
    assert_eq!(cut["piece"]["length"], "8 ft");
    let (_, laid) = s.get("/api/kit/laid?by=kind").await;
    assert_eq!(laid[0]["says"], "4 pieces, 67 ft 9 in", "41.01 and 16.73 and 8 and 2 feet");
}

/// Found by what it must do: those that serve come first, the shortest of them first; each of the others says why not.
#[tokio::test]
async fn a_piece_is_found_by_what_it_must_do() {
    let s = Server::demo().await;
    let (status, found) = s.get("/api/kit/find?length=10&pull=400&work=strung").await;
    assert_eq!(status, StatusCode::OK);
    let found = found.as_array().expect("pieces");
    let serving: Vec<&str> =
        found.iter().filter(|f| f["serves"] == true).filter_map(|f| f["piece"]["name"].as_str()).collect();
    assert_eq!(serving, ["Ridge line", "Log dragger", "Blue heap", "Hut coil"]);
    let why = |name: &str| {
        let of = found.iter().find(|f| f["piece"]["name"] == name).expect("looked at");
        of["says"].as_str().expect("words").to_owned()
    };
    assert!(why("Hand line").contains("out with Gwil") && why("Tag line").contains("took a jerk"));
    assert!(!found.iter().any(|f| f["piece"]["name"] == "Old sling"), "retired");
    for (bad, status) in [
        ("length=0&pull=400&work=strung", 422),
        ("length=10&pull=9e9&work=strung", 422),
        ("length=10&pull=400&work=worn", 400),
        ("length=x&pull=1&work=hung", 422),
    ] {
        assert_eq!(s.get(&format!("/api/kit/find?{bad}")).await.0.as_u16(), status, "{bad}");
    }
    let (_, wraps) = s.get("/api/kit/wraps?turns=20&along=120").await;
    assert_eq!(wraps["diameter_mm"], 6.0);
    assert_eq!(s.get("/api/kit/wraps?turns=0&along=120").await.0, StatusCode::UNPROCESSABLE_ENTITY);
}

/// The kit goes out as rows and comes back as rows, all or none, each bad one with its line; deeds likewise, in their order.
#[tokio::test]
async fn rows_go_out_and_come_in() {
    let s = Server::demo().await;
    let (status, out) = s.text("/api/kit.csv").await;
    assert_eq!(status, StatusCode::OK);
    assert!(
        out.starts_with("name,kind,length m,thickness mm,colour,place,ends,made in its end,note,worn,with,retired")
    );
    let there = s.get("/api/cords").await.1.as_array().map_or(0, Vec::len);
    assert_eq!(out.lines().count(), there + 1);
    let bad = "name,kind,length m\nNew one,6 mm polyester braid,12\nBad,hemp of old,3\nShort,paracord-iii,0\n,paracord-iii,2\n";
    let (status, problem) = s.post("/api/kit", &json!({ "lines": bad })).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    let told = problem["faults"].to_string();
    for line in ["Line 3: no cord is called “hemp of old”", "Line 4:", "Line 5:"] {
        assert!(told.contains(line), "{told}");
    }
    assert_eq!(s.get("/api/cords").await.1.as_array().map(Vec::len), Some(there), "nothing by halves");
    let good = "length m,name,kind,made in its end,place\n12,Ready ridge,6 mm polyester braid,Bowline,blue bag\n3.5,Sling,webbing-25,,\n";
    let (status, came) = s.post("/api/kit", &json!({ "lines": good })).await;
    assert_eq!((status, &came["rows"]), (StatusCode::CREATED, &json!(2)));
    let (_, kit) = s.get("/api/cords").await;
    let ridge = kit.as_array().and_then(|k| k.iter().find(|c| c["name"] == "Ready ridge")).expect("it came").clone();
    assert_eq!((&ridge["made"], &ridge["place"]), (&json!("bowline"), &json!("blue bag")));

    let deeds = "piece,deed,length m,about,who,note\nBlue heap,cut,5,Marker line,Oda,\nMarker line,issued,,Gwil,Oda,for the buoys\nReady ridge,jerk,,,,\n";
    let (status, came) = s.post("/api/kit/deeds", &json!({ "lines": deeds })).await;
    assert_eq!((status, &came["rows"]), (StatusCode::OK, &json!(3)), "{came}");
    let before = s.text("/api/kit/ledger.csv").await.1;
    assert!(before.contains("Marker line,issued,0.00,Gwil,Oda,for the buoys"), "{before}");
    let halves = "piece,deed,length m,about\nBlue heap,cut,2,Bit\nMarker line,cut,1,Another\n";
    let (status, problem) = s.post("/api/kit/deeds", &json!({ "lines": halves })).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert!(problem.to_string().contains("Line 3") && problem.to_string().contains("out with Gwil"), "{problem}");
    assert_eq!(s.text("/api/kit/ledger.csv").await.1, before, "nothing by halves");
    for (lines, says) in [
        ("piece,deed\nNobody's,issued\n", "no piece is called"),
        ("piece,deed\nBlue heap,burned\n", "is no deed"),
        ("piece,deed,times\nBlue heap,cut,2\n", "say how long"),
        ("piece\nBlue heap\n", "deed"),
    ] {
        let (_, problem) = s.post("/api/kit/deeds", &json!({ "lines": lines })).await;
        assert!(problem.to_string().contains(says), "{lines}: {problem}");
    }
}

/// What the ledger's rows tell adds up to what the kit's rows tell, piece by piece.
#[tokio::test]
async fn rows_of_ledger_and_kit_agree() {
    let s = Server::demo().await;
    let (kit, ledger) = (s.text("/api/kit.csv").await.1, s.text("/api/kit/ledger.csv").await.1);
    let rows = |text: &str| {
        let mut reader = csv::Reader::from_reader(text.as_bytes());
        reader.records().map(|r| r.expect("a row")).collect::<Vec<_>>()
    };
    let mut sums = std::collections::BTreeMap::<String, f64>::new();
    for row in rows(&ledger) {
        *sums.entry(row[1].to_owned()).or_default() += row[3].parse::<f64>().expect("metres");
    }
    for row in rows(&kit) {
        let m: f64 = row[2].parse().expect("metres");
        assert!((sums[&row[0]] - m).abs() < 0.01, "{}: {m}, {}", &row[0], sums[&row[0]]);
    }
}

/// Labels print, and the square of each is read by a reader of such squares as the address of its piece.
#[tokio::test]
async fn labels_open_their_piece() {
    let s = Server::demo().await;
    let r = s.client.get(s.url("/api/kit/labels.pdf")).send().await.expect("an answer");
    assert_eq!(r.headers()["content-type"], "application/pdf");
    assert!(r.bytes().await.expect("a file").starts_with(b"%PDF"));
    assert_eq!(s.get("/api/kit/labels.pdf?bag=nowhere").await.0, StatusCode::NOT_FOUND);
    for id in [1u32, 8, 124, 4096] {
        let address = format!("http://127.0.0.1:4717/cord/{id}");
        let square = umbet::export::square::square(&address).expect("a square");
        // Eight pixels a cell with the quiet border the standard asks for (ISO/IEC 18004: four cells).
        let (cell, edge) = (8, 4);
        let side = (square.len() + 2 * edge) * cell;
        let black = |x: usize, y: usize| {
            let at = |p: usize| (p / cell).checked_sub(edge).filter(|c| *c < square.len());
            at(x).zip(at(y)).is_some_and(|(c, r)| square[r][c])
        };
        let mut seen =
            rqrr::PreparedImage::prepare_from_greyscale(side, side, |x, y| if black(x, y) { 0 } else { 255 });
        let grids = seen.detect_grids();
        assert_eq!(grids.len(), 1);
        assert_eq!(grids[0].decode().expect("read").1, address);
    }
}

/// How a piece is kept is told in the reader's measures and for this piece: worn counts less, a longer one is made up otherwise, and each has
/// a mark of its own.
#[tokio::test]
async fn care_is_of_this_piece() {
    let s = Server::empty().await;
    let short = received(&s, "Short", "braid-nylon-6", 8.0).await;
    let long = received(&s, "Long", "braid-nylon-6", 90.0).await;
    let care = async |piece: &Value| s.get(&format!("/api/cords/{}/care", piece["id"])).await.1;
    let (a, b) = (care(&short).await, care(&long).await);
    assert_ne!(a["hank"]["says"], b["hank"]["says"]);
    assert_ne!(a["mark"], b["mark"]);
    assert_eq!(a["mark"].as_array().map(Vec::len), Some(4));
    assert_eq!(a["whipping"].as_array().map(Vec::len), Some(5));
    let sound = a["bears"][0].as_str().expect("words").to_owned();
    done(&s, &short, json!({ "what": "inspected", "worn": true })).await;
    let worn = care(&short).await["bears"][0].as_str().expect("words").to_owned();
    assert!(worn.starts_with("Worn, it counts three quarters.") && worn != sound, "{worn}");
    let mut habits = s.get("/api/settings").await.1;
    habits["units"] = json!("imperial");
    s.put("/api/settings", &habits).await;
    let feet = care(&long).await["bears"].to_string();
    assert!(feet.contains("lbf") && !feet.contains(" N "), "{feet}");
    // Drawn after each move, and no further.
    let mut pictures = std::collections::BTreeSet::new();
    for moves in 0..=5 {
        let (status, svg) = s.text(&format!("/api/whipping.svg?done={moves}")).await;
        assert!(status == StatusCode::OK && svg.ends_with("</svg>"), "{moves}");
        pictures.insert(svg);
    }
    assert_eq!(pictures.len(), 6, "each move has its own picture");
    assert_eq!(s.text("/api/whipping.svg?done=6").await.0, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(s.get("/api/cords/99/care").await.0, StatusCode::NOT_FOUND);
}

/// Killed in the middle of deeds at many moments: what was answered is there, and every piece is as long as its entries add up to.
#[tokio::test(flavor = "multi_thread", worker_threads = 2)]
async fn a_kill_in_the_middle_of_deeds_leaves_the_ledger_right() {
    let folder = tempfile::tempdir().expect("a folder of its own");
    let data = folder.path().join("kit.db");
    let client = reqwest::Client::new();
    let mut answered = 0;
    for round in 0..6u64 {
        let mut server = Process::serve(&data, &[]);
        if round == 0 {
            let spool = json!({ "name": "Spool", "kind": "paracord-iii", "length_m": 2000 });
            client.post(server.url("/api/cords")).json(&spool).send().await.expect("an answer");
        }
        let (at, deeds) = (server.url("/api/cords/1"), server.url("/api/cords/1/deeds"));
        let writing = async {
            loop {
                let Ok(r) = client.get(&at).send().await else { break };
                let Ok(spool) = r.json::<Value>().await else { break };
                let deed = json!({ "what": "cut", "length_m": 0.1, "name": format!("Piece {answered}"), "times": 3 });
                let body = json!({ "deed": deed, "version": spool["version"] });
                let sent = client.post(&deeds).json(&body).send().await;
                if !sent.is_ok_and(|r| r.status().is_success()) {
                    break;
                }
                answered += 1;
            }
        };
        let killing = async {
            tokio::time::sleep(Duration::from_millis(80 + round * 97)).await;
            server.kill();
        };
        tokio::join!(writing, killing);
    }
    let server = Process::serve(&data, &[]);
    let kit: Value = client.get(server.url("/api/cords")).send().await.expect("answered").json().await.expect("JSON");
    let kit = kit.as_array().expect("pieces");
    let total: f64 = kit.iter().filter_map(|c| c["length_m"].as_f64()).sum();
    assert!((total - 2000.0).abs() < 1e-6, "{total}");
    assert_eq!((kit.len() - 1) % 3, 0, "three at a time or none");
    assert!(kit.len() > 3 * answered, "{} pieces, {answered} answered", kit.len());
    for c in kit.iter().take(12) {
        let url = server.url(&format!("/api/cords/{}/history", c["id"]));
        let entries: Vec<Value> = client.get(url).send().await.expect("answered").json().await.expect("JSON");
        let sum: f64 = entries.iter().filter_map(|e| e["change_m"].as_f64()).sum();
        assert!((sum - c["length_m"].as_f64().expect("a length")).abs() < 1e-6, "{c}");
    }
}

/// Each piece says what it is and where it stands, in every state it can be in; under the heads all pieces are there once.
#[tokio::test]
async fn a_piece_stands_in_words() {
    let s = Server::demo().await;
    let (_, kit) = s.get("/api/cords").await;
    let kit = kit.as_array().expect("pieces");
    let stands = |name: &str| {
        let piece = kit.iter().find(|p| p["name"] == name).expect("it is there");
        (piece["says"].as_str().unwrap_or("").to_owned(), piece["stands"].as_str().unwrap_or("").to_owned())
    };
    assert_eq!(stands("Hand line").1, "Out with Gwil.");
    assert_eq!(stands("Old sling").1, "Retired: mildew in the lay.");
    assert_eq!(stands("Tag line").1, "It took a jerk: look it over before it is used.");
    assert_eq!(stands("Blue heap").1, "In the kit.");
    assert_eq!(stands("Guy set").1, "At its place: shelter bag.");
    assert!(stands("Ridge line").0.contains("green, bowline made in its end."), "{}", stands("Ridge line").0);
    for by in ["name", "place", "kind", "free"] {
        let (status, laid) = s.get(&format!("/api/kit/laid?by={by}")).await;
        assert_eq!(status, StatusCode::OK);
        let groups = laid.as_array().expect("groups");
        let mut names: Vec<&str> = groups
            .iter()
            .flat_map(|g| g["pieces"].as_array().expect("pieces").iter().filter_map(|p| p["name"].as_str()))
            .collect();
        names.sort_unstable();
        let mut all: Vec<&str> = kit.iter().filter_map(|p| p["name"].as_str()).collect();
        all.sort_unstable();
        assert_eq!(names, all, "{by}");
        let longest = groups.iter().flat_map(|g| g["pieces"].as_array().expect("pieces")).filter(|p| p["share"] == 1.0);
        assert_eq!(longest.count(), 1, "{by}");
    }
    let (_, by_place) = s.get("/api/kit/laid?by=place").await;
    let retired = by_place.as_array().expect("groups").iter().find(|g| g["head"] == "hut, bottom shelf");
    assert_eq!(retired.map(|g| g["says"].clone()), Some(json!("one piece, none of it in use")));
    assert_eq!(s.get("/api/kit/laid?by=colour").await.0, StatusCode::BAD_REQUEST);
}

//! What older versions stored is read today, and what cannot be read hurts nothing beside it.

use crate::support::Server;
use reqwest::StatusCode;
use serde_json::{Value, json};
use sqlx::SqlitePool;
use sqlx::migrate::Migrator;
use sqlx::sqlite::SqliteConnectOptions;
use std::path::Path;
use umbet::{App, store};
use umbet_core::rig::shelter::ShelterDraft;

async fn file(path: &Path) -> SqlitePool {
    let options = SqliteConnectOptions::new().filename(path).create_if_missing(true).foreign_keys(true);
    SqlitePool::connect_with(options).await.expect("the data file opens")
}

/// A data file as it was before this moment's migrations.
async fn file_before(moment: &str, path: &Path) -> SqlitePool {
    let all = Path::new(env!("CARGO_MANIFEST_DIR")).join("migrations");
    let some = tempfile::tempdir().expect("a folder");
    for entry in std::fs::read_dir(all).expect("the migrations") {
        let entry = entry.expect("a migration");
        let name = entry.file_name().to_string_lossy().into_owned();
        if name.as_str() < moment {
            std::fs::copy(entry.path(), some.path().join(name)).expect("it is copied");
        }
    }
    let pool = file(path).await;
    Migrator::new(some.path()).await.expect("they read").run(&pool).await.expect("they run");
    pool
}

/// A data file as it was before rigs of every kind had one table.
async fn old_file(path: &Path) {
    let pool = file_before("20261128200000", path).await;
    let asked = serde_json::to_string(&ShelterDraft::of_the_crew()).expect("it is written");
    sqlx::query("insert into job (name) values ('Night out')").execute(&pool).await.expect("a job");
    sqlx::query("insert into shelter (job_id, asked, ticked, version) values (1, ?1, '[\"look\"]', 4)")
        .bind(asked)
        .execute(&pool)
        .await
        .expect("a shelter");
    let joint = r#"{"task":"join","cord":{"kind":"paracord-iii"}}"#;
    sqlx::query(
        "insert into joint (job_id, name, situation, knot, position) values (1, 'Necklace', ?1, 'fishermans-bend', 1)",
    )
    .bind(joint)
    .execute(&pool)
    .await
    .expect("a joint");
    sqlx::query(r#"update setting set knows = '["reef","fishermans-bend"]'"#).execute(&pool).await.expect("habits");
    sqlx::query("insert into attempt (seed, knot, name_right, spot_right) values (1, 'reef', 1, 0)")
        .execute(&pool)
        .await
        .expect("an attempt");
    pool.close().await;
}

#[tokio::test]
async fn a_shelter_of_an_older_file_is_a_rig_today() {
    let folder = tempfile::tempdir().expect("a folder");
    let path = folder.path().join("old.db");
    old_file(&path).await;
    let store = store::open(&path).await.expect("it is brought up to date");
    let s = Server::over(App::new(store).await.expect("the application starts"), folder).await;
    let (status, kept) = s.get("/api/jobs/1/rigs/shelter").await;
    assert_eq!(status, StatusCode::OK, "{kept}");
    assert_eq!((&kept["version"], &kept["ticked"]), (&json!(4), &json!(["look"])));
    assert_eq!(kept["draft"]["anchors"][0]["name"], "the ash");
    // It is written on from there, and an older window is still refused.
    assert_eq!(s.put("/api/jobs/1/rigs/shelter", &kept).await.1["version"], 5);
    assert_eq!(s.put("/api/jobs/1/rigs/shelter", &kept).await.0, StatusCode::CONFLICT);
    assert_eq!(s.get("/api/drills").await.1[0]["asked"], 1);
    // The knot kept under an id that meant two things has its own now.
    assert_eq!(s.get("/api/jobs/1").await.1["joints"][0]["joint"]["knot"], "fishermans-knot");
    assert_eq!(s.get("/api/settings").await.1["knows"], json!(["reef", "fishermans-knot"]));
}

/// One joint that cannot be read does not make its job unreadable: it is named, with what to do, and can be put away.
#[tokio::test]
async fn an_unreadable_joint_stands_alone() {
    let s = Server::demo().await;
    let before = s.get("/api/jobs/1").await.1;
    let joints = before["joints"].as_array().expect("joints").len();
    let (one, two) = (&before["joints"][0]["joint"]["id"], &before["joints"][1]["joint"]["id"]);
    let pool = file(&s.file()).await;
    for (id, situation, version) in
        [(one, r#"{"task":"fly"}"#, 1), (two, r#"{"task":"make-fast","cord":{"kind":"paracord-iii"}}"#, 99)]
    {
        sqlx::query("update joint set situation = ?1, draft_version = ?2 where id = ?3")
            .bind(situation)
            .bind(version)
            .bind(id.as_i64().expect("a number"))
            .execute(&pool)
            .await
            .expect("it is spoiled");
    }
    let (status, job) = s.get("/api/jobs/1").await;
    assert_eq!(status, StatusCode::OK, "{job}");
    assert_eq!(job["joints"].as_array().map(Vec::len), Some(joints - 2));
    let says: Vec<&str> =
        job["unreadable"].as_array().into_iter().flatten().filter_map(|u| u["says"].as_str()).collect();
    assert!(says.len() == 2 && says.iter().all(|w| w.contains("say it afresh")), "{says:?}");
    assert!(says.iter().any(|w| w.contains("fly")) && says.iter().any(|w| w.contains("later Umbet")), "{says:?}");
    assert_eq!(s.delete(&format!("/api/joints/{one}")).await, StatusCode::NO_CONTENT);
    let after = s.get("/api/jobs/1").await.1;
    assert_eq!(after["unreadable"].as_array().map(Vec::len), Some(1));
    // What is out of reason today, though it reads, is one of them too.
    sqlx::query(r#"update joint set situation = '{"task":"make-fast","cord":{"kind":"lace"}}', draft_version = 1 where id = ?1"#)
        .bind(two.as_i64().expect("a number"))
        .execute(&pool)
        .await
        .expect("it is spoiled");
    let lace = s.get("/api/jobs/1").await.1;
    assert!(lace["unreadable"][0]["says"].as_str().is_some_and(|w| w.contains("lace")), "{}", lace["unreadable"]);
}

/// A score begun anew can be brought back; what was answered since stays.
#[tokio::test]
async fn a_score_begun_anew_is_brought_back() {
    let s = Server::empty().await;
    let answer = async |seed: u32| s.post(&format!("/api/drills/{seed}"), &json!({ "name": 0 })).await.0;
    let asked = async || {
        let score = s.get("/api/drills").await.1;
        score.as_array().into_iter().flatten().filter_map(|k| k["asked"].as_i64()).sum::<i64>()
    };
    assert_eq!((answer(1).await, answer(2).await), (StatusCode::OK, StatusCode::OK));
    assert_eq!(asked().await, 2);
    assert_eq!(s.delete("/api/drills").await, StatusCode::NO_CONTENT);
    assert_eq!(asked().await, 0);
    assert_eq!(answer(3).await, StatusCode::OK);
    let (status, score) = s.post("/api/drills/restore", &Value::Null).await;
    assert_eq!(status, StatusCode::OK, "{score}");
    assert_eq!(asked().await, 3);
    // There is nothing more to bring back, and nothing is lost by asking.
    s.post("/api/drills/restore", &Value::Null).await;
    assert_eq!(asked().await, 3);
}

/// Numbers are typed in the reader's own unit, and what was typed goes into the draft as it is stored (a foot is 0.3048 m, an inch
/// 25.4 mm: international yard and pound agreement, 1959).
#[tokio::test]
async fn numbers_of_a_rig_are_typed_in_the_readers_unit() {
    let s = Server::demo().await;
    let mut settings = s.get("/api/settings").await.1;
    settings["units"] = json!("imperial");
    assert_eq!(s.put("/api/settings", &settings).await.0, StatusCode::OK);
    let draft = s.get("/api/rigs/shelter").await.1["draft"].clone();
    let view = s.post("/api/rigs/shelter", &json!({ "draft": draft })).await.1;
    let field = |at: &str| {
        let fields = view["fields"].as_array().into_iter().flatten();
        fields.clone().find(|f| f["at"] == at).unwrap_or_else(|| panic!("no {at}")).clone()
    };
    assert_eq!((&field("/cover/length_m")["value"], &field("/cover/length_m")["unit"]), (&json!("9.84"), &json!("ft")));
    assert_eq!(field("/anchors/0/size_mm")["label"], "Thickness of the ash, in");
    assert_eq!(field("/ridge_cord/diameter_mm")["value"], "0.24");
    let typed = async |at: &str, text: &str| {
        s.post("/api/rigs/shelter/typed", &json!({ "draft": draft, "at": at, "text": text })).await
    };
    assert_eq!(typed("/cover/length_m", "10").await.1["draft"]["cover"]["length_m"], 3.048);
    assert_eq!(typed("/anchors/0/size_mm", "12").await.1["draft"]["anchors"][0]["size_mm"], 304.8);
    assert_eq!(typed("/people", "3").await.1["draft"]["people"], 3);
    for (at, text, says) in
        [("/people", "many", "give a number"), ("/wish", "3", "No such number"), ("/../x", "3", "No such")]
    {
        let (status, problem) = typed(at, text).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(problem["faults"][0]["says"].as_str().is_some_and(|w| w.contains(says)), "{problem}");
    }
}

/// What is dragged on the drawing from above is put where it was let go, on a grid of five centimetres; the air is not dragged.
#[tokio::test]
async fn an_anchor_is_moved_by_its_drawing() {
    let s = Server::demo().await;
    let draft = s.get("/api/rigs/shelter").await.1["draft"].clone();
    let view = s.post("/api/rigs/shelter", &json!({ "draft": draft, "width": 868 })).await.1;
    let on = &view["own"]["on_page"];
    let number = |v: &Value| v.as_f64().expect("a number");
    let (scale, along) =
        (number(&on["scale"]), [number(&on["bearing"]["along"][0]), number(&on["bearing"]["along"][1])]);
    let page = |east: f64, north: f64| {
        let [x, y] = [east - number(&on["bearing"]["from_m"][0]), north - number(&on["bearing"]["from_m"][1])];
        let local = [x * along[0] + y * along[1], x * along[1] - y * along[0]];
        [0, 1].map(|i| number(&on["origin"][i]) + local[i] * scale)
    };
    let moved = async |drawing: &str, from: [f64; 2], to: [f64; 2]| {
        let body = json!({ "draft": draft, "width": 868, "drawing": drawing, "from": from, "to": to });
        s.post("/api/rigs/shelter/moved", &body).await
    };
    let (status, changed) = moved("above", page(6.4, 1.9), page(7.013, 2.52)).await;
    assert_eq!(status, StatusCode::OK, "{changed}");
    assert_eq!(changed["draft"]["anchors"][1]["at_m"], json!([7.0, 2.5]));
    assert_eq!(changed["draft"]["anchors"][0], draft["anchors"][0]);
    assert_eq!(moved("above", page(2.0, 1.0), page(3.0, 1.0)).await.0, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(moved("side", page(6.4, 1.9), page(7.0, 2.5)).await.0, StatusCode::UNPROCESSABLE_ENTITY);
    let line = s.get("/api/rigs/line").await.1["draft"].clone();
    let body = json!({ "draft": line, "width": 868, "drawing": "side", "from": [0, 0], "to": [1, 1] });
    assert_eq!(s.post("/api/rigs/line/moved", &body).await.0, StatusCode::UNPROCESSABLE_ENTITY);
}

/// A ledger written before there were joins and jerks: every entry is there in its order, pieces are as long as they were, what was
/// written is still refused to be changed, and the new deeds are done.
#[tokio::test]
async fn a_ledger_of_an_older_file_goes_on() {
    let folder = tempfile::tempdir().expect("a folder");
    let path = folder.path().join("old.db");
    let pool = file_before("20261201000000", &path).await;
    for sql in [
        "insert into cord (name, kind, length_m, colour, place) values ('Spool', 'paracord-iii', 40, 'orange', 'hut')",
        "insert into cord (name, kind, length_m) values ('Bit', 'paracord-iii', 2.5)",
        "insert into cord_entry (cord_id, what, change_m, who) values (1, 'received', 42.5, 'Marit')",
        "insert into cord_entry (cord_id, what, change_m, about) values (1, 'cut', -2.5, 'Bit')",
        "insert into cord_entry (cord_id, what, change_m, about) values (2, 'cut-from', 2.5, 'Spool')",
        "update setting set arm_span_m = 1.64",
    ] {
        sqlx::query(sql).execute(&pool).await.expect(sql);
    }
    pool.close().await;
    let store = store::open(&path).await.expect("it is brought up to date");
    let s = Server::over(App::new(store).await.expect("the application starts"), folder).await;
    let (_, history) = s.get("/api/cords/1/history").await;
    let says: Vec<&str> = history.as_array().expect("entries").iter().filter_map(|e| e["says"].as_str()).collect();
    assert_eq!(says, ["Received, 42.50 m.", "2.50 m cut off: Bit."]);
    assert_eq!(history[0]["who"], "Marit");
    let (_, spool) = s.get("/api/cords/1").await;
    assert_eq!((&spool["length_m"], &spool["shaken"], &spool["made"]), (&json!(40.0), &json!(false), &json!("")));
    let body = json!({ "deed": { "what": "shaken" }, "version": spool["version"] });
    let (status, answer) = s.post("/api/cords/1/deeds", &body).await;
    assert_eq!(status, StatusCode::OK, "{answer}");
    // The body's measures kept their own, and have two more.
    let body = s.get("/api/settings").await.1["body"].clone();
    assert_eq!((&body["arm_span_m"], &body["pace_m"], &body["foot_mm"]), (&json!(1.64), &json!(0.75), &json!(270.0)));
    let pool = file(&path).await;
    for sql in ["update cord_entry set change_m = 0", "delete from cord_entry", "update cord_entry set what = 'burned'"]
    {
        let why = sqlx::query(sql).execute(&pool).await.expect_err(sql).to_string();
        assert!(why.contains("what was written in the ledger stays"), "{sql}: {why}");
    }
    let burned = "insert into cord_entry (cord_id, what) values (1, 'burned')";
    assert!(sqlx::query(burned).execute(&pool).await.is_err(), "a deed nobody knows");
}

/// Measures of foot and pace are kept within reason, and a length may be typed in them.
#[tokio::test]
async fn a_length_is_typed_in_boots_and_paces() {
    let s = Server::empty().await;
    let mut habits = s.get("/api/settings").await.1;
    habits["body"]["foot_mm"] = json!(300);
    habits["body"]["pace_m"] = json!(0.8);
    let (status, kept) = s.put("/api/settings", &habits).await;
    assert_eq!(status, StatusCode::OK, "{kept}");
    let draft = s.get("/api/rigs/line").await.1["draft"].clone();
    for (text, metres) in [("10 paces", 8.0), ("1 pace", 0.8), ("20 boots", 6.0), ("5 arm spans", 8.5), ("7", 7.0)] {
        let body = json!({ "draft": draft, "at": "/span_m", "text": text });
        let (status, typed) = s.post("/api/rigs/line/typed", &body).await;
        let span = typed["draft"]["span_m"].as_f64();
        if metres >= 1.0 {
            assert_eq!(status, StatusCode::OK, "{text}: {typed}");
            assert!(span.is_some_and(|m| (m - metres).abs() < 1e-9), "{text}: {typed}");
        }
    }
    for (field, value) in [("foot_mm", 20.0), ("foot_mm", 900.0), ("pace_m", 0.1), ("pace_m", 3.0)] {
        let mut wrong = s.get("/api/settings").await.1;
        wrong["body"][field] = json!(value);
        let (status, problem) = s.put("/api/settings", &wrong).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{field} {value}");
        assert!(problem["faults"][0]["says"].as_str().is_some_and(|w| w.contains("out of reason")), "{problem}");
    }
}

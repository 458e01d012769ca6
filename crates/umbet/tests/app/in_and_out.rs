//! Tries out and in: what is written out reads back elsewhere, a bad row is told with its line, nothing is kept by halves, and
//! the workbook opens in a reader that is not ours.

use crate::support::Server;
use calamine::{Data, Reader, Xlsx, open_workbook_from_rs};
use reqwest::StatusCode;
use serde_json::{Value, json};
use std::io::Cursor;

/// A course with these learners, in lines.
async fn course(s: &Server, lines: &str) -> String {
    let draft = json!({ "lessons": 2, "minutes": 90, "class": 4, "wanted": ["bowline", "clove-hitch"], "breadth": "few", "opening": "use" });
    let made =
        s.post("/api/courses", &json!({ "name": "Slip", "first_at": "2026-03-03T18:30", "draft": draft })).await.1;
    let at = format!("/api/courses/{}", made["id"]);
    assert_eq!(s.post(&format!("{at}/learners"), &json!({ "lines": lines })).await.0, StatusCode::CREATED);
    at
}

async fn take_in(s: &Server, course: &str, lines: &str) -> (StatusCode, Value) {
    s.post(&format!("{course}/tries"), &json!({ "lines": lines })).await
}

/// The demo's whole record taken into a course of the same learners elsewhere comes out as it went in; a second time adds nothing.
#[tokio::test]
async fn a_record_written_out_reads_back_elsewhere() {
    let (here, there) = (Server::demo().await, Server::empty().await);
    let csv = here.text("/api/courses/1/record.csv").await.1;
    let learners = here.get("/api/courses/1/record").await.1["learners"].clone();
    let names: Vec<&str> = learners.as_array().expect("learners").iter().filter_map(|l| l["name"].as_str()).collect();
    let other = course(&there, &names.join("\n")).await;
    let rows = csv.lines().count() - 1;
    let (status, taken) = take_in(&there, &other, &csv).await;
    assert_eq!((status, &taken["added"]), (StatusCode::CREATED, &json!(rows)), "{taken}");
    let sorted = |text: &str| {
        let mut lines: Vec<String> = text.lines().map(str::to_owned).collect();
        lines.sort();
        lines
    };
    assert_eq!(sorted(&there.text(&format!("{other}/record.csv")).await.1), sorted(&csv));
    let (_, again) = take_in(&there, &other, &csv).await;
    assert_eq!((&again["added"], &again["there"]), (&json!(0), &json!(rows)));
    let (_, back) = take_in(&here, "/api/courses/1", &csv).await;
    assert_eq!(back["says"], format!("0 tries taken in; {rows} tries there already."));
}

#[tokio::test]
async fn columns_come_in_any_order_and_names_as_people_write_them() {
    let s = Server::empty().await;
    let at = course(&s, "Anouk\n\"=Gwil\"").await;
    let lines = "Result,At,Knot,Learner,Conditions\nright,2026-03-03 18:40,Clove hitch,Anouk,in gloves; wet\n\
                 wrong,2026-03-03T18:41:00+01:00,bowline,'=Gwil,\n";
    let (status, taken) = take_in(&s, &at, lines).await;
    assert_eq!((status, &taken["says"]), (StatusCode::CREATED, &json!("2 tries taken in.")), "{taken}");
    let csv = s.text(&format!("{at}/record.csv")).await.1;
    assert!(csv.contains("Anouk,clove-hitch,2026-03-03T18:40:00+00:00,right,,,in gloves; wet,instructor"), "{csv}");
    assert!(csv.contains("'=Gwil,bowline,2026-03-03T17:41:00+00:00,wrong,,,,instructor"), "{csv}");
}

/// Every bad row is told with its line and reason, and the good ones beside it are not kept.
#[tokio::test]
async fn a_bad_row_is_told_with_its_line_and_nothing_is_kept() {
    let s = Server::empty().await;
    let at = course(&s, "Anouk\nGwil\nGwil").await;
    let good = "Anouk,bowline,2026-03-03T18:40,right,,12.5,,instructor";
    for (row, says) in [
        ("Nobody,bowline,2026-03-03T18:40,right,,,,", "no learner of this course is called “Nobody”"),
        ("Gwil,bowline,2026-03-03T18:40,right,,,,", "two learners of this course are called “Gwil”"),
        ("Anouk,bowlin,2026-03-03T18:40,right,,,,", "there is no knot “bowlin”"),
        ("Anouk,granny,2026-03-03T18:40,right,,,,", "there is no knot “granny”"),
        ("Anouk,bowline,yesterday,right,,,,", "“yesterday” is no time"),
        ("Anouk,bowline,2999-01-01T00:00,right,,,,", "in the future"),
        ("Anouk,bowline,2026-03-03T18:40,nearly,,,,", "write right or wrong"),
        ("Anouk,bowline,2026-03-03T18:40,wrong,A99,,,", "the bowline has no misstep “A99”"),
        ("Anouk,bowline,2026-03-03T18:40,right,,0,,", "0.5 to 3 600 seconds"),
        ("Anouk,bowline,2026-03-03T18:40,right,,NaN,,", "0.5 to 3 600 seconds"),
        ("Anouk,bowline,2026-03-03T18:40,right,,,on the moon,", "“on the moon” is no condition"),
        ("Anouk,bowline,2026-03-03T18:40,right,,,,a parrot", "write instructor or own log"),
    ] {
        let lines = format!("learner,knot,at,result,misstep,seconds,conditions,seen\n{good}\n{row}\n");
        let (status, problem) = take_in(&s, &at, &lines).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{row}");
        let detail = problem["detail"].as_str().unwrap_or_default();
        assert!(detail.contains("Line 3: ") && detail.contains(says), "{row}: {detail}");
    }
    for (lines, says) in [
        ("learner,knot,at,result\n", "no row below the first line"),
        ("learner,knot,result\nAnouk,bowline,right\n", "The column “at” is missing"),
        ("learner,knot,at,result,mood\n", "There is no column “mood”"),
    ] {
        let (status, problem) = take_in(&s, &at, lines).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{lines}");
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains(says)), "{problem}");
    }
    let many = "Anouk,bowline,never,right\n".repeat(30);
    let (_, problem) = take_in(&s, &at, &format!("learner,knot,at,result\n{many}")).await;
    assert!(problem["detail"].as_str().is_some_and(|d| d.contains("Line 21:") && d.contains("And 10 more lines.")));
    assert_eq!(s.text(&format!("{at}/record.csv")).await.1.lines().count(), 1, "only the names of the columns");
}

/// Read with calamine, a reader of workbooks from the registry.
#[tokio::test]
async fn the_workbook_says_what_the_record_says() {
    let s = Server::demo().await;
    let record = s.get("/api/courses/1/record").await.1;
    let answer = s.client.get(s.url("/api/courses/1/record.xlsx")).send().await.expect("an answer");
    assert!(answer.headers()["content-type"].to_str().is_ok_and(|t| t.ends_with("spreadsheetml.sheet")));
    let bytes = answer.bytes().await.expect("the whole file");
    let mut book: Xlsx<_> = open_workbook_from_rs(Cursor::new(bytes.to_vec())).expect("a workbook");
    assert_eq!(book.sheet_names(), ["Who can tie what", "Knots", "Lessons", "Tries"]);

    let who = book.worksheet_range("Who can tie what").expect("a sheet");
    let (learners, knots) = (record["learners"].as_array().expect("rows"), record["knots"].as_array().expect("knots"));
    for (row, l) in (1..).zip(learners) {
        assert_eq!(who.get((row, 0)), Some(&Data::String(l["name"].as_str().expect("a name").into())));
        assert_eq!(who.get((row, 1)).and_then(calamine::DataType::as_i64), l["can"].as_i64());
    }
    for (col, k) in (2..).zip(knots) {
        assert_eq!(who.get((0, col)), Some(&Data::String(k["name"].as_str().expect("a name").into())));
        let held =
            (1..=learners.len()).filter(|r| who.get((*r, col)).is_some_and(|c| c.to_string().starts_with("holds")));
        assert_eq!(Some(held.count() as u64), k["can"].as_u64(), "{}", k["name"]);
    }
    let told = who.rows().next_back().and_then(|r| r.first()).map(ToString::to_string).unwrap_or_default();
    assert!(told.contains("certifies nobody"), "{told}");

    let lessons = book.worksheet_range("Lessons").expect("a sheet");
    let held = record["held"].as_array().expect("lessons held");
    assert_eq!(lessons.get((1, 1)), Some(&Data::String(held[0]["day"].as_str().expect("a day").into())));
    assert!(
        lessons.rows().any(|r| r[0].to_string().contains("certifies nobody")),
        "the caution stands under what was shown"
    );

    let tries = book.worksheet_range("Tries").expect("a sheet");
    let csv = s.text("/api/courses/1/record.csv").await.1;
    assert_eq!(tries.height(), csv.lines().count());
    let formulas = book.worksheet_formula("Tries").expect("a sheet");
    assert!(formulas.is_empty(), "no name is a formula");
}

/// Standards go out, are changed by hand, and come back; a knot that is not named goes by the course's own.
#[tokio::test]
async fn standards_go_out_and_come_back() {
    let s = Server::demo().await;
    let heads = "knot,in a row,within seconds,once,tail fingers,untied,lapses days";
    let csv = s.text("/api/courses/1/standards.csv").await.1;
    assert!(csv.starts_with(&format!("{heads}\n,3,30,,4,yes,180\n")), "{csv}");
    let version = s.get("/api/courses/1").await.1["course"]["version"].clone();
    let put = async |lines: &str, version: &Value| {
        s.put("/api/courses/1/standards", &json!({ "lines": lines, "version": version })).await
    };
    let lines = format!("{heads}\n,2,,,,no,\nBowline,3,20,eyes shut; in gloves,4,yes,90\n");
    let (status, course) = put(&lines, &version).await;
    assert_eq!(status, StatusCode::OK, "{course}");
    assert_eq!(put(&lines, &version).await.0, StatusCode::CONFLICT, "another window was first");
    let view = s.get("/api/courses/1").await.1;
    assert_eq!(view["standard_says"], "Two right in a row");
    assert_eq!(
        view["own_standards"],
        json!([{ "knot": "bowline", "name": "Bowline", "says": "Three right in a row, each under 20 s, once in gloves, once eyes shut, a tail of four fingers, untied afterwards" }])
    );
    let after = s.text("/api/courses/1/standards.csv").await.1;
    assert_eq!(after, format!("{heads}\n,2,,,,no,\nbowline,3,20,in gloves; eyes shut,4,yes,90\n"));
    // Each knot is held to its own: the same tries reach the one and not the other.
    let record = s.get("/api/courses/1/record").await.1;
    let of = |knot: &str| {
        record["learners"][0]["knots"]
            .as_array()
            .expect("knots")
            .iter()
            .find(|k| k["knot"] == knot)
            .map(|k| k["of"].clone())
    };
    assert_eq!((of("bowline"), of("clove-hitch")), (Some(json!(3)), Some(json!(2))));

    let version = &view["course"]["version"];
    for (row, says) in [
        ("bowlin,3,,,,,", "Line 2: there is no knot “bowlin”"),
        ("granny,3,,,,,", "Line 2: there is no knot “granny”"),
        ("bowline,,,,,,", "Line 2: say how many"),
        ("bowline,2.5,,,,,", "Line 2: give a whole number"),
        ("bowline,30,,,,,", "Line 2: Ask for 1 to 10"),
        ("bowline,3,soon,,,,", "Line 2: “soon” is no number"),
        ("bowline,3,,,,perhaps,", "Line 2: write yes or no"),
        ("bowline,3,,,,,\nBowline,2,,,,,", "two rows for `bowline`"),
    ] {
        let (status, problem) = put(&format!("{heads}\n{row}\n"), version).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{row}");
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains(says)), "{row}: {problem}");
    }
    assert_eq!(s.text("/api/courses/1/standards.csv").await.1, after, "nothing bad was kept");
}

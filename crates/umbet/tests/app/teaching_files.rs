//! Teaching on paper and in files: rosters in, calendars, handouts and records out.

use super::teaching_edges::{course, lesson_of, with};
use crate::support::Server;
use reqwest::StatusCode;
use serde_json::json;

#[tokio::test]
async fn a_roster_from_a_spreadsheet_is_read_as_it_comes() {
    let s = Server::empty().await;
    let (_, ids) = with(&s, "  Anouk  ,LEFT\r\n\"O'Brien, Una\",right-handed,\"says \"\"splice\"\"\"\r\nŽofie\n").await;
    assert_eq!(ids.len(), 3);
    let mut found = Vec::new();
    for id in ids {
        let (_, page) = s.get(&format!("/api/learners/{id}")).await;
        let l = &page["learner"];
        found.push((l["name"].clone(), l["hand"].clone(), l["note"].clone()));
    }
    found.sort_by_key(|(name, ..)| name.to_string());
    assert_eq!(
        found,
        [
            (json!("Anouk"), json!("left"), json!("")),
            (json!("O'Brien, Una"), json!("right"), json!("says \"splice\"")),
            (json!("Žofie"), json!("right"), json!("")),
        ]
    );
}

/// What a spreadsheet would run, a name a browser would run, and a name of another script: all are text.
#[tokio::test]
async fn names_are_text_in_every_file_that_leaves() {
    let s = Server::empty().await;
    let (id, ids) = with(&s, "\"=HYPERLINK(\"\"x\"\")\"\n<b onclick=x>Bold</b>\nマル").await;
    let lesson = lesson_of(&s, id, 1).await;
    for (n, learner) in ids.iter().enumerate() {
        let body = json!({ "learner": learner, "knot": "bowline", "came": "right", "seconds": 20.25, "key": format!("names-{n}-text") });
        let (status, logged) = s.post(&format!("/api/lessons/{lesson}/tries"), &body).await;
        assert_eq!(status, StatusCode::CREATED, "{logged}");
    }
    let (_, csv) = s.text(&format!("/api/courses/{id}/record.csv")).await;
    assert!(csv.contains("\"'=HYPERLINK(\"\"x\"\")\""), "set apart from formulas: {csv}");
    assert!(csv.contains("<b onclick=x>Bold</b>") && csv.contains("マル"));
    assert_eq!(csv.lines().count(), 4);
    let (_, board) = s.get(&format!("/api/lessons/{lesson}/board")).await;
    assert!(board["tiles"].as_array().expect("tiles").iter().any(|t| t["name"] == "<b onclick=x>Bold</b>"));
}

/// RFC 5545, 3.1: lines are folded at 75 octets, and what is folded reads back whole.
#[tokio::test]
async fn a_calendar_with_a_long_name_is_folded_and_reads_back() {
    let s = Server::empty().await;
    let long = "Sheet bends, reefs; and the long way round the harbour wall, for beginners Ž";
    let (_, made) = s.post("/api/courses", &course(long)).await;
    let (_, ics) = s.text(&format!("/api/courses/{}/calendar.ics", made["id"])).await;
    assert!(ics.split("\r\n").all(|l| l.len() <= 75), "{ics}");
    let unfolded = ics.replace("\r\n ", "");
    let name = long.replace(',', "\\,").replace(';', "\\;");
    assert!(unfolded.contains(&format!("SUMMARY:{name}\\, lesson 1\r\n")), "{unfolded}");
    assert!(unfolded.contains("DTSTART:20260310T183000"), "a week later");
}

/// Reminders: a day an event, none in the past, every knot that was tied in one of them and no other.
#[tokio::test]
async fn what_is_to_be_tied_again_comes_as_a_calendar() {
    let s = Server::demo().await;
    let today = chrono::Utc::now().format("%Y%m%d").to_string();
    let (_, course) = s.get("/api/courses/1").await;
    let mut reminded = 0;
    for learner in course["learners"].as_array().expect("learners") {
        let id = learner["id"].as_i64().expect("a number");
        let (status, ics) = s.text(&format!("/api/learners/{id}/reminders.ics")).await;
        assert!(status.is_success() && ics.starts_with("BEGIN:VCALENDAR") && ics.trim_end().ends_with("END:VCALENDAR"));
        // Folded lines are one (RFC 5545, 3.1).
        let ics = ics.replace("\r\n ", "").replace("\r\n\t", "");
        let days: Vec<&str> = ics.lines().filter_map(|l| l.strip_prefix("DTSTART;VALUE=DATE:")).collect();
        assert!(days.iter().all(|d| *d >= today.as_str()), "{days:?} before {today}");
        assert!(days.windows(2).all(|d| d[0] < d[1]), "a day is one event: {days:?}");
        assert_eq!(ics.matches("BEGIN:VALARM").count(), days.len());
        let (_, view) = s.get(&format!("/api/learners/{id}")).await;
        for k in view["knots"].as_array().expect("knots") {
            let name = k["name"].as_str().expect("a name");
            let named = ics.lines().filter(|l| l.starts_with("SUMMARY:Tie: ") && l.contains(name)).count();
            let due = !k["in_days"].is_null();
            assert_eq!(named > 0, due, "{name} of {id}: {ics}");
        }
        reminded += days.len();
    }
    assert!(reminded > 10, "{reminded}");
    assert_eq!(s.get("/api/learners/999/reminders.ics").await.0, StatusCode::NOT_FOUND);
}

/// A lesson's paper: a handout and two-sided cards as PDF, for either hand; none where there is nothing to print.
#[tokio::test]
async fn a_lessons_paper_is_printed_for_either_hand() {
    let s = Server::demo().await;
    let (_, course) = s.get("/api/courses/1").await;
    let lesson = course["lessons"][1]["id"].as_i64().expect("a lesson");
    let get = async |at: String| {
        let r = s.client.get(s.url(&at)).send().await.expect("an answer");
        let named = r.headers().get("content-disposition").and_then(|v| v.to_str().ok()).unwrap_or_default().to_owned();
        (r.status(), named, r.bytes().await.expect("bytes"))
    };
    for name in ["handout", "cards"] {
        let mut files = Vec::new();
        for hand in ["", "?left_handed=true", "?left_handed=false"] {
            let (status, named, pdf) = get(format!("/api/lessons/{lesson}/{name}.pdf{hand}")).await;
            assert!(status.is_success() && pdf.starts_with(b"%PDF-") && pdf.len() > 20_000, "{name}{hand}: {status}");
            assert!(named.contains(&format!("{name}.pdf")), "{named}");
            files.push(pdf);
        }
        assert_ne!(files[1], files[2], "{name}: the left hand has its own drawings");
        assert_eq!(get(format!("/api/lessons/999/{name}.pdf")).await.0, StatusCode::NOT_FOUND);
        assert_eq!(get(format!("/api/lessons/{lesson}/{name}.pdf?hand=left")).await.0, StatusCode::BAD_REQUEST);
    }
    let empty = Server::empty().await;
    let draft =
        json!({ "lessons": 2, "minutes": 60, "class": 3, "wanted": ["overhand"], "breadth": "few", "opening": "name" });
    let (_, made) =
        empty.post("/api/courses", &json!({ "name": "Small", "first_at": "2026-03-03T18:30", "draft": draft })).await;
    let (_, view) = empty.get(&format!("/api/courses/{}", made["id"])).await;
    let bare = view["lessons"].as_array().expect("lessons").iter().find(|l| l["knots"] == json!([]));
    if let Some(bare) = bare {
        let (status, problem) = empty.get(&format!("/api/lessons/{}/cards.pdf", bare["id"])).await;
        assert_eq!(status, StatusCode::NOT_FOUND, "{problem}");
        assert!(problem["detail"].as_str().is_some_and(|d| d.contains("no paper")), "{problem}");
    }
}

/// What calendars are given is read back by a reader of the format: every lesson at its hour, every reminder on its day.
#[tokio::test]
async fn calendars_are_read_back_as_they_were_meant() {
    use icalendar::{Calendar, CalendarComponent, Component, DatePerhapsTime};
    let s = Server::demo().await;
    let events = |text: &str| -> Vec<icalendar::Event> {
        let read: Calendar = text.parse().expect("iCalendar");
        let event = |c: &CalendarComponent| if let CalendarComponent::Event(e) = c { Some(e.clone()) } else { None };
        read.components.iter().filter_map(event).collect()
    };
    let (_, course) = s.get("/api/courses/1").await;
    let lessons = events(&s.text("/api/courses/1/calendar.ics").await.1);
    assert_eq!(lessons.len(), course["lessons"].as_array().map_or(0, Vec::len));
    let minutes = course["course"]["draft"]["minutes"].as_i64().expect("minutes");
    for (n, e) in lessons.iter().enumerate() {
        let (Some(DatePerhapsTime::DateTime(from)), Some(DatePerhapsTime::DateTime(to))) = (e.get_start(), e.get_end())
        else {
            panic!("lesson {n} has no hours: {e:?}")
        };
        let long = match (from, to) {
            (icalendar::CalendarDateTime::Floating(a), icalendar::CalendarDateTime::Floating(b)) => b - a,
            other => panic!("local to where it is read: {other:?}"),
        };
        assert_eq!(long.num_minutes(), minutes, "lesson {n}");
        assert!(e.get_summary().is_some_and(|w| w.ends_with(&format!("lesson {}", n + 1))));
    }
    let ids: std::collections::BTreeSet<_> = lessons.iter().filter_map(|e| e.get_uid().map(str::to_owned)).collect();
    assert_eq!(ids.len(), lessons.len(), "each can be told from the others when it is sent again");

    let learner = course["learners"][0]["id"].as_i64().expect("a learner");
    let at = format!("/api/learners/{learner}/reminders.ics");
    let (first, second) = (s.text(&at).await.1, s.text(&at).await.1);
    let uids = |text: &str| events(text).iter().filter_map(|e| e.get_uid().map(str::to_owned)).collect::<Vec<_>>();
    assert_eq!(uids(&first), uids(&second), "sent again it is the same reminder");
    for e in events(&first) {
        assert!(matches!(e.get_start(), Some(DatePerhapsTime::Date(_))), "a day, no hour: {e:?}");
        let each = e.get_description().expect("how often");
        assert!(each.contains(" times") || each.contains(": once"), "{each}");
    }
}

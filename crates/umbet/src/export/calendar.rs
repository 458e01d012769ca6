//! Lessons as a calendar (iCalendar, RFC 5545). Times are local to wherever the calendar is read.

use crate::store::{Course, Lesson};
use chrono::{Duration, NaiveDate, NaiveDateTime};
use icalendar::{Alarm, Calendar, Component, Event, EventLike};
use std::collections::BTreeMap;
use umbet_core::knot::catalogue;

/// The lessons of a course, each with its knots.
pub fn of_course(course: &Course, lessons: &[Lesson]) -> String {
    let mut calendar = Calendar::new();
    calendar.name(&course.name);
    for lesson in lessons {
        let Some(begins) = course.begins(lesson.position).and_then(|b| b.to_string().parse::<NaiveDateTime>().ok())
        else {
            continue;
        };
        let ends = begins + Duration::minutes(course.draft.minutes.into());
        let names = lesson.knots.iter().filter_map(|id| catalogue().find(id)).map(|k| k.entry.name.as_str());
        let made = course.draft.projects_of(lesson.position as u32).into_iter().map(|p| p.name.as_str());
        let names: Vec<&str> = names.chain(made).collect();
        let event = Event::new()
            .uid(&format!("lesson-{}-of-course-{}@umbet", lesson.position, course.id))
            .summary(&format!("{}, lesson {}", course.name, lesson.position))
            .description(&names.join("; "))
            .starts(begins)
            .ends(ends)
            .done();
        calendar.push(event);
    }
    calendar.done().to_string()
}

/// A knot to be tied again.
pub struct Practice {
    /// The day.
    pub on: NaiveDate,
    /// Its name.
    pub name: String,
    /// So many times.
    pub times: u32,
}

/// Hour of the day at which a reminder is given.
const REMINDED_AT: i64 = 18;

/// What a learner is to tie again, a reminder a day.
pub fn of_practice(course: &Course, learner: i64, all: &[Practice]) -> String {
    let mut calendar = Calendar::new();
    calendar.name(&format!("{}, practice", course.name));
    let mut days: BTreeMap<NaiveDate, Vec<&Practice>> = BTreeMap::new();
    all.iter().for_each(|p| days.entry(p.on).or_default().push(p));
    for (day, due) in days {
        let names: Vec<&str> = due.iter().map(|p| p.name.as_str()).collect();
        let each: Vec<String> = due.iter().map(|p| format!("{}: {} times", p.name, p.times)).collect();
        let each = each.join("\n").replace(": 1 times", ": once");
        let summary = format!("Tie: {}", names.join("; "));
        let event = Event::new()
            .uid(&format!("practice-{day}-of-learner-{learner}@umbet"))
            .summary(&summary)
            .description(&each)
            .all_day(day)
            .alarm(Alarm::display(&summary, Duration::hours(REMINDED_AT)))
            .done();
        calendar.push(event);
    }
    calendar.done().to_string()
}

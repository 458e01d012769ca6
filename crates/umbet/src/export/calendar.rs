//! Lessons as a calendar (iCalendar, RFC 5545). Times are local to wherever the calendar is read.

use crate::store::{Course, Lesson};
use chrono::NaiveDateTime;
use icalendar::{Calendar, Component, Event, EventLike};
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
        let ends = begins + chrono::Duration::minutes(course.draft.minutes.into());
        let names = lesson.knots.iter().filter_map(|id| catalogue().find(id)).map(|k| k.entry.name.as_str());
        let names: Vec<&str> = names.collect();
        let event = Event::new()
            .uid(&format!("lesson-{}-of-course-{}@umbet", lesson.position, course.id))
            .summary(&format!("{}, lesson {}", course.name, lesson.position))
            .description(&names.join(", "))
            .starts(begins)
            .ends(ends)
            .done();
        calendar.push(event);
    }
    calendar.done().to_string()
}

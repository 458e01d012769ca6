select lesson.id as "id!", course_id, position, knots, held_at, taken, doing, lesson.version from lesson
join course on course.id = lesson.course_id and course.deleted_at is null
where lesson.id = ?

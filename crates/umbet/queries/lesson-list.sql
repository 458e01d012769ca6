select id as "id!", course_id, position, knots, held_at, taken, doing, version from lesson where course_id = ? order by position

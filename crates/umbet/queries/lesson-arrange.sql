update lesson set knots = ?1, version = version + 1 where course_id = ?2 and position = ?3 and held_at is null

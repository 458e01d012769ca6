delete from lesson where course_id = ? and position > ? and held_at is null

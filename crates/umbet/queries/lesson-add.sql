insert into lesson (course_id, position, knots) values (?, ?, ?)

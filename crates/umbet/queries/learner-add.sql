insert into learner (course_id, name, hand, note) values (?, ?, ?, ?)

select learner.id as "id!", course_id, learner.name, hand, away as "away: bool", note, learner.version from learner
join course on course.id = learner.course_id and course.deleted_at is null
where learner.id = ? and learner.deleted_at is null

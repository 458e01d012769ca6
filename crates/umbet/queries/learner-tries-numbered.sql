select id as "id!", tries_added, tries_undone from learner where course_id = ? and deleted_at is null

select course.id as "id!", course.name,
    (select count(*) from lesson where course_id = course.id) as "lessons!: i64",
    (select count(*) from lesson where course_id = course.id and held_at is not null) as "held!: i64",
    (select count(*) from learner where course_id = course.id and deleted_at is null) as "learners!: i64"
from course where deleted_at is null order by course.id

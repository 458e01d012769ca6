select try.id as "id!", learner_id, lesson_id, knot, came_right as "came_right: bool", misstep, seconds, conditions, witnessed as "witnessed: bool", at, way
from learner join try on try.learner_id = learner.id and try.taken_back_at is null
where learner.course_id = ? and learner.deleted_at is null order by try.at, try.id

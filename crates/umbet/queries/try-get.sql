select id as "id!", learner_id, lesson_id, knot, came_right as "came_right: bool", misstep, seconds, conditions, witnessed as "witnessed: bool", at, way
from try where id = ? and taken_back_at is null

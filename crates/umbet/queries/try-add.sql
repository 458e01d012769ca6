insert into try (learner_id, lesson_id, knot, came_right, misstep, seconds, conditions, witnessed, at, way, key)
values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict (key) do nothing

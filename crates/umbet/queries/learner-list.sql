select id as "id!", course_id, name, hand, away as "away: bool", note, version
from learner where course_id = ? and deleted_at is null order by name collate nocase, id

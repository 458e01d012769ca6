select id as "id!", name, draft, jobs, standard, standards, spread, first_at, every_days, version
from course where id = ? and deleted_at is null

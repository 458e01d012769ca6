insert into joint (job_id, position, name, situation, knot, note, draft_version)
values (?1, (select coalesce(max(position), 0) + 1 from joint where job_id = ?1), ?2, ?3, ?4, ?5, ?6)

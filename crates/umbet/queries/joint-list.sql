select id as "id!", job_id, position, name, situation, draft_version, knot, note, version from joint
where job_id = ?1 and deleted_at is null order by position, id

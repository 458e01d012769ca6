select id as "id!", job_id, position, name, situation, draft_version, knot, note, version from joint where id = ?1 and deleted_at is null

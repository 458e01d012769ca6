update shelter set asked = ?2, ticked = ?3, version = version + 1 where job_id = ?1 and version = ?4 and exists (select 1 from job where id = ?1 and deleted_at is null)

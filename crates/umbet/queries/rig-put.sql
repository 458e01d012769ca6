update rig set draft = ?3, draft_version = ?4, ticked = ?5, version = version + 1
where job_id = ?1 and kind = ?2 and version = ?6 and exists (select 1 from job where id = ?1 and deleted_at is null)

insert into rig (job_id, kind, draft, draft_version, ticked)
select id, ?2, ?3, ?4, ?5 from job where id = ?1 and deleted_at is null on conflict (job_id, kind) do nothing

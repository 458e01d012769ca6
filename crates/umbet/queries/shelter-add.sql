insert into shelter (job_id, asked, ticked) select id, ?2, ?3 from job where id = ?1 and deleted_at is null on conflict (job_id) do nothing

select kind, draft, draft_version, ticked, version from rig where job_id = ?1 and kind = ?2

select kind from rig where job_id = ?1 order by kind

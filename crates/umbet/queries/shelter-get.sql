select job_id as "job_id!", asked, ticked, version from shelter where job_id = ?1

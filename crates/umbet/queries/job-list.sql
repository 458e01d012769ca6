select job.id as "id!", job.name, job.place, job.note, job.version,
    (select count(*) from joint where joint.job_id = job.id and joint.deleted_at is null) as "joints!: i64",
    (select count(*) from joint where joint.job_id = job.id and joint.deleted_at is null and joint.knot is not null) as "taken!: i64"
from job where deleted_at is null order by job.id

select job.id as "id!", job.name, job.place, job.note, job.version,
    (select count(*) from joint where joint.job_id = job.id and joint.deleted_at is null) as "joints!: i64",
    (select group_concat(knot, ' ' order by position, id) from joint
        where joint.job_id = job.id and joint.deleted_at is null and knot is not null) as "knots?: String"
from job where deleted_at is null order by job.id

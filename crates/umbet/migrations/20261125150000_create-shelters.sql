-- A shelter planned for a job, and what is ticked off of its work. One a job.
create table shelter (
    job_id integer primary key references job (id) on delete cascade,
    -- The shelter as it was asked for, a JSON draft.
    asked text not null,
    -- Ids of what is done, a JSON list.
    ticked text not null default '[]',
    version integer not null default 1
) strict;

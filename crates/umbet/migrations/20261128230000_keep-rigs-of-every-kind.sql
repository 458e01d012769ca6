-- One table for rigs of every kind: what was asked as a JSON draft of its planner, with the draft's own version, so that an older
-- one is brought up when it is read. One of a kind a job.
create table rig (
    job_id integer not null references job (id) on delete cascade,
    kind text not null,
    draft text not null,
    draft_version integer not null,
    -- Ids of what is done, a JSON list.
    ticked text not null default '[]',
    version integer not null default 1,
    primary key (job_id, kind)
) strict;

insert into rig (job_id, kind, draft, draft_version, ticked, version)
select job_id, 'shelter', asked, 1, ticked, version from shelter;

drop table shelter;

-- A joint's situation is a JSON draft too, and says of which version.
alter table joint add column draft_version integer not null default 1;

-- The user's own data: one row of habits, the cord in the kit, and jobs made of named joints.
-- Deleting keeps the row with its time, so that it can be undone. `version` lets two tabs see each other.
create table setting (
    id integer primary key check (id = 1),
    units text not null default 'metric' check (units in ('metric', 'imperial', 'body')),
    hand text not null default 'right' check (hand in ('right', 'left')),
    light text not null default 'system' check (light in ('system', 'day', 'night')),
    arm_span_m real not null default 1.7,
    forearm_m real not null default 0.45,
    hand_span_mm real not null default 210,
    four_fingers_mm real not null default 75,
    schools text not null default '[]',
    knows text not null default '[]',
    version integer not null default 1
) strict;

insert into setting (id) values (1);

create table cord (
    id integer primary key autoincrement,
    name text not null,
    kind text not null,
    length_m real not null,
    diameter_mm real,
    note text not null default '',
    version integer not null default 1,
    deleted_at text
) strict;

create table job (
    id integer primary key autoincrement,
    name text not null,
    place text not null default '',
    note text not null default '',
    version integer not null default 1,
    deleted_at text
) strict;

create table joint (
    id integer primary key autoincrement,
    job_id integer not null references job (id) on delete cascade,
    position integer not null,
    name text not null,
    -- The situation as the person said it, a JSON draft.
    situation text not null,
    knot text,
    note text not null default '',
    version integer not null default 1,
    deleted_at text
) strict;

create index joint_of_job on joint (job_id, position);

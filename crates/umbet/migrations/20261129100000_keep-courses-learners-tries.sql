-- Teaching: courses of lessons, the learners of a course, and every try at a knot that was seen or told.
create table course (
    id integer primary key autoincrement,
    name text not null,
    -- What was asked for, a JSON draft of the planner.
    draft text not null,
    -- Numbers of the jobs it serves, a JSON list.
    jobs text not null default '[]',
    -- The standard for each of its knots, JSON.
    standard text not null,
    spread text not null default 'five-a-day',
    -- First lesson, as local date and time, and days from one to the next.
    first_at text not null,
    every_days integer not null default 7,
    version integer not null default 1,
    deleted_at text
) strict;

create table lesson (
    id integer primary key autoincrement,
    course_id integer not null references course (id) on delete cascade,
    position integer not null,
    -- Ids of its knots in order, a JSON list.
    knots text not null default '[]',
    held_at text,
    -- Minutes each knot took in it, JSON, reckoned when it was held.
    taken text not null default '{}',
    -- What is being done in it now, JSON: the knot, the move shown, when this go began and whether the clock runs.
    doing text not null default '{}',
    version integer not null default 1
) strict;

create index lesson_of_course on lesson (course_id, position);

create table learner (
    id integer primary key autoincrement,
    course_id integer not null references course (id) on delete cascade,
    name text not null,
    hand text not null default 'right' check (hand in ('right', 'left')),
    away integer not null default 0 check (away in (0, 1)),
    note text not null default '',
    version integer not null default 1,
    deleted_at text
) strict;

create index learner_of_course on learner (course_id, name);

create table try (
    id integer primary key autoincrement,
    learner_id integer not null references learner (id) on delete cascade,
    lesson_id integer references lesson (id) on delete set null,
    knot text not null,
    -- Right, or the misstep that was made; no misstep when none tells it.
    came_right integer not null check (came_right in (0, 1)),
    misstep text,
    seconds real,
    -- Conditions, a JSON list.
    conditions text not null default '[]',
    witnessed integer not null check (witnessed in (0, 1)),
    at text not null,
    -- Chosen by who sends it, so that a try sent twice is kept once.
    key text not null unique,
    taken_back_at text
) strict;

create index try_of_learner on try (learner_id, knot, at) where taken_back_at is null;
create index try_of_lesson on try (lesson_id, knot, at) where taken_back_at is null;

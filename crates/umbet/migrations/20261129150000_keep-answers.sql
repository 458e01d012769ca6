-- Questions answered. A question is made from its kind, its seed and the knots it may be about; only what was answered is kept.
create table answer (
    id integer primary key autoincrement,
    -- Whose; none on the instructor's own page.
    learner_id integer references learner (id) on delete cascade,
    kind text not null,
    seed integer not null,
    knot text not null,
    is_right integer not null check (is_right in (0, 1)),
    at text not null
) strict;

create index answer_of_learner on answer (learner_id, id);

-- Drills answered, and the user's own knots. A question is made from its seed; only what was answered is kept.
create table attempt (
    id integer primary key autoincrement,
    seed integer not null,
    knot text not null,
    name_right integer not null check (name_right in (0, 1)),
    spot_right integer not null check (spot_right in (0, 1)),
    at text not null default (strftime('%Y-%m-%dT%H:%M:%SZ', 'now'))
) strict;

create table own_knot (
    id integer primary key autoincrement,
    name text not null,
    -- The path in the notation, checked before it is kept.
    path text not null,
    note text not null default '',
    version integer not null default 1,
    deleted_at text
) strict;

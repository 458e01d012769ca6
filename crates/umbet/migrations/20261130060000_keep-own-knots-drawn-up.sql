-- Own knots drawn up. `of` is the mark of the path a form was computed from; one of another path is not shown.
create table own_form (
    own_knot_id integer primary key references own_knot (id) on delete cascade,
    of text not null,
    form text not null
) strict;

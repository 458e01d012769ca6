-- Standards for single knots of a course, by id, JSON; every other knot has the course's own.
alter table course add column standards text not null default '{}';

-- The way of tying that was used, by its name; the way drawn first where none is named.
alter table try add column way text;

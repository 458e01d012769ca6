-- So that who has read the kit once reads only the pieces that changed since: each carries the number of its last change.
alter table cord add column changed integer not null default 0;

create index cord_by_change on cord (changed);

create trigger cord_added after insert on cord begin
    update cord set changed = (select max(changed) from cord) + 1 where id = new.id;
end;

-- Every change of a piece counts its version up.
create trigger cord_changed after update of version on cord begin
    update cord set changed = (select max(changed) from cord) + 1 where id = new.id;
end;

-- Those that are there already, in the order they came.
update cord set changed = id;

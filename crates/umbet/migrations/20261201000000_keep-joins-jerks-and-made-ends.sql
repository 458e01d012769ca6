-- What is made in a piece's end (a loop or a stopper, by its knot), the bend in it, and a jerk it took and was not looked over since.
alter table cord add column made text not null default '';
alter table cord add column joint text;
alter table cord add column shaken integer not null default 0 check (shaken in (0, 1));

-- The ledger with more deeds: built anew with every entry as it was, since a check cannot be changed.
create table cord_entry_new (
    id integer primary key autoincrement,
    cord_id integer not null references cord (id),
    at text not null default (strftime('%Y-%m-%dT%H:%M:%SZ', 'now')),
    who text not null default '',
    what text not null check (
        what in (
            'received', 'measured', 'cut', 'cut-from', 'joined', 'joined-to', 'issued', 'returned', 'inspected', 'shaken',
            'retired', 'taken-out', 'put-back'
        )
    ),
    -- By how much the piece is longer for it, metres; less than nothing where it is shorter.
    change_m real not null default 0,
    -- The other piece, whom it was given to, where it was put, or why.
    about text not null default '',
    note text not null default ''
) strict;

insert into cord_entry_new (id, cord_id, at, who, what, change_m, about, note)
select id, cord_id, at, who, what, change_m, about, note from cord_entry;

drop table cord_entry;
alter table cord_entry_new rename to cord_entry;

create index entry_of_cord on cord_entry (cord_id, id);

create trigger cord_entry_is_not_changed before update on cord_entry
begin
    select raise(abort, 'what was written in the ledger stays');
end;

create trigger cord_entry_is_not_removed before delete on cord_entry
begin
    select raise(abort, 'what was written in the ledger stays');
end;

-- Two more measures of the body.
alter table setting add column foot_mm real not null default 270;
alter table setting add column pace_m real not null default 0.75;

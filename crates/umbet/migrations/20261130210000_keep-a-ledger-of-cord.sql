-- What is to be known of a piece of cord besides its length, and the ledger of what happened to it: written once, never changed.
-- A piece is as long as its entries add up to.
alter table cord add column colour text not null default '';
alter table cord add column place text not null default '';
alter table cord add column ends text not null default '' check (ends in ('', 'melted', 'whipped', 'taped', 'raw'));
alter table cord add column worn integer not null default 0 check (worn in (0, 1));
-- Whom or what it was given to; with nobody, it is in the bag.
alter table cord add column held_by text;
-- Why it is of no use any more.
alter table cord add column retired text;

create table cord_entry (
    id integer primary key autoincrement,
    cord_id integer not null references cord (id),
    at text not null default (strftime('%Y-%m-%dT%H:%M:%SZ', 'now')),
    who text not null default '',
    what text not null check (
        what in ('received', 'measured', 'cut', 'cut-from', 'issued', 'returned', 'inspected', 'retired', 'taken-out', 'put-back')
    ),
    -- By how much the piece is longer for it, metres; less than nothing where it is shorter.
    change_m real not null default 0,
    -- The other piece, whom it was given to, where it was put, or why.
    about text not null default '',
    note text not null default ''
) strict;

create index entry_of_cord on cord_entry (cord_id, id);

create trigger cord_entry_is_not_changed before update on cord_entry
begin
    select raise(abort, 'what was written in the ledger stays');
end;

create trigger cord_entry_is_not_removed before delete on cord_entry
begin
    select raise(abort, 'what was written in the ledger stays');
end;

insert into cord_entry (cord_id, what, change_m) select id, 'received', length_m from cord;

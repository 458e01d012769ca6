-- So that who has read a learner's tries once knows by two numbers whether there is more to read.
alter table learner add column tries_added integer not null default 0;
alter table learner add column tries_undone integer not null default 0;

create trigger try_added after insert on try begin
    update learner set tries_added = tries_added + 1 where id = new.learner_id;
end;

-- Taken back, brought back, or its lesson gone.
create trigger try_undone after update on try begin
    update learner set tries_undone = tries_undone + 1 where id = new.learner_id;
end;

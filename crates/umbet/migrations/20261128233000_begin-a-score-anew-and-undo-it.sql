-- Beginning the score anew keeps the rows with its time, so that it can be undone.
alter table attempt add column cleared_at text;

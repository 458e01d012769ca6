insert into course (name, draft, jobs, standard, spread, first_at, every_days) values (?, ?, ?, ?, ?, ?, ?)

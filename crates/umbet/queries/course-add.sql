insert into course (name, draft, jobs, standard, standards, spread, first_at, every_days) values (?, ?, ?, ?, ?, ?, ?, ?)

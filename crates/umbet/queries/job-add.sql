insert into job (name, place, note) values (?1, ?2, ?3)

insert into own_knot (name, path, note) values (?1, ?2, ?3)

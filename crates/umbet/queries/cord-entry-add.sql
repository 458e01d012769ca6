insert into cord_entry (cord_id, who, what, change_m, about, note) values (?1, ?2, ?3, ?4, ?5, ?6)

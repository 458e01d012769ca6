select at, who, what, change_m, about, note from cord_entry where cord_id = ?1 order by id

update cord set held_by = ?1, place = ?2, version = version + 1 where id = ?3 and version = ?4 and deleted_at is null

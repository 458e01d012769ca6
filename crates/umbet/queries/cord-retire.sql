update cord set retired = ?1, held_by = null, version = version + 1 where id = ?2 and version = ?3 and deleted_at is null

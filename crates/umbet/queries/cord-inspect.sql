update cord set worn = ?1, shaken = 0, version = version + 1 where id = ?2 and version = ?3 and deleted_at is null

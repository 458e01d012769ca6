update cord set shaken = 1, version = version + 1 where id = ?1 and version = ?2 and deleted_at is null

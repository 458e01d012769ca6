update cord set length_m = length_m - ?1, version = version + 1 where id = ?2 and version = ?3 and deleted_at is null

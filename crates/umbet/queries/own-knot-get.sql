select id as "id!", name, path, note, version from own_knot where id = ?1 and deleted_at is null

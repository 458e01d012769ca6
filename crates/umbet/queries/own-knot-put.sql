update own_knot set name = ?1, path = ?2, note = ?3, version = version + 1
where id = ?4 and version = ?5 and deleted_at is null

update own_knot set deleted_at = null, version = version + 1 where id = ?1 and deleted_at is not null

update own_knot set deleted_at = strftime('%Y-%m-%dT%H:%M:%SZ', 'now'), version = version + 1
where id = ?1 and deleted_at is null

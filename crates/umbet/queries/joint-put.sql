update joint set name = ?1, situation = ?2, knot = ?3, note = ?4, position = coalesce(?5, position), draft_version = ?8,
version = version + 1 where id = ?6 and version = ?7 and deleted_at is null

update lesson set held_at = ?1, taken = ?2, version = version + 1 where id = ?3

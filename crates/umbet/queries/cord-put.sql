update cord set name = ?1, kind = ?2, length_m = ?3, diameter_mm = ?4, note = ?5, version = version + 1
where id = ?6 and version = ?7 and deleted_at is null

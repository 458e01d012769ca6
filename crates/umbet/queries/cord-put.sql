update cord set name = ?1, kind = ?2, length_m = ?3, diameter_mm = ?4, note = ?5, colour = ?6, place = ?7, ends = ?8, made = ?9,
    version = version + 1
where id = ?10 and version = ?11 and deleted_at is null

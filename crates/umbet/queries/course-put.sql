update course set name = ?1, draft = ?2, jobs = ?3, standard = ?4, spread = ?5, first_at = ?6, every_days = ?7, version = version + 1
where id = ?8 and version = ?9 and deleted_at is null

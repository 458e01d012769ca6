update course set name = ?1, draft = ?2, jobs = ?3, standard = ?4, standards = ?5, spread = ?6, first_at = ?7, every_days = ?8, version = version + 1
where id = ?9 and version = ?10 and deleted_at is null

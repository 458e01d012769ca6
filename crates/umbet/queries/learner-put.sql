update learner set name = ?1, hand = ?2, away = ?3, note = ?4, version = version + 1
where id = ?5 and version = ?6 and deleted_at is null

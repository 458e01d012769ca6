select id as "id!", name, kind, length_m, diameter_mm, note, version from cord where id = ?1 and deleted_at is null

select id as "id!", name, kind, length_m, diameter_mm, note, version from cord where deleted_at is null order by name, id

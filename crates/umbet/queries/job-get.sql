select id as "id!", name, place, note, version from job where id = ?1 and deleted_at is null

select id as "id!", name, path, note, version from own_knot where deleted_at is null order by name, id

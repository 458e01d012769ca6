update cord set length_m = length_m + ?1, joint = ?2, worn = max(worn, ?3), version = version + 1
where id = ?4 and version = ?5 and deleted_at is null

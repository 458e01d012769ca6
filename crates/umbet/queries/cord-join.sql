update cord set length_m = length_m + ?1, joint = ?2, joint_m = ?3, worn = max(worn, ?4), version = version + 1
where id = ?5 and version = ?6 and deleted_at is null

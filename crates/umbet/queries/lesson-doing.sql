update lesson set doing = ?1, version = version + 1 where id = ?2

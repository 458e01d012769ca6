update course set version = version + 1 where id = ? and version = ? and deleted_at is null

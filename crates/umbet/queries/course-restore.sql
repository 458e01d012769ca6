update course set deleted_at = null where id = ? and deleted_at is not null

update try set taken_back_at = null where id = ? and taken_back_at is not null

update try set taken_back_at = strftime('%Y-%m-%dT%H:%M:%SZ', 'now') where id = ? and taken_back_at is null

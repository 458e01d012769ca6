update learner set deleted_at = strftime('%Y-%m-%dT%H:%M:%SZ', 'now') where id = ? and deleted_at is null

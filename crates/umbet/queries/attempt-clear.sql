update attempt set cleared_at = strftime('%Y-%m-%dT%H:%M:%fZ', 'now') where cleared_at is null

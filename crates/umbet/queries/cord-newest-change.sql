select coalesce(max(changed), 0) as "changed!: i64" from cord

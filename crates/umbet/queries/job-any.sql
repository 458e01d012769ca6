select exists (select 1 from job) as "any!: bool"

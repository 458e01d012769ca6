select knot, count(*) as "asked!: i64", sum(name_right) as "named!: i64", sum(spot_right) as "spotted!: i64"
from attempt
where cleared_at is null
group by knot
order by knot

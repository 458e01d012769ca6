select kind, count(*) as "asked!: i64", sum(is_right) as "right!: i64"
from answer
where learner_id is ?1
group by kind
order by kind

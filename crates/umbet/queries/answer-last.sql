select a.knot, a.kind, a.is_right as "is_right: bool", a.at
from answer a
join (select max(id) as id from answer where learner_id = ?1 group by knot) newest on newest.id = a.id
order by a.id

insert into answer (learner_id, kind, seed, knot, is_right, at) values (?1, ?2, ?3, ?4, ?5, ?6)

select form from own_form where own_knot_id = ?1 and of = ?2

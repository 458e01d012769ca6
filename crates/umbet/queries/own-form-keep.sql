insert into own_form (own_knot_id, of, form) values (?1, ?2, ?3)
on conflict (own_knot_id) do update set of = excluded.of, form = excluded.form

insert into attempt (seed, knot, name_right, spot_right) values (?1, ?2, ?3, ?4)

insert into cord (name, kind, length_m, diameter_mm, note) values (?1, ?2, ?3, ?4, ?5)

insert into cord (name, kind, length_m, diameter_mm, note, colour, place, ends, made) values (?1, ?2, ?3, ?4, ?5, ?6, ?7, ?8, ?9)

select c.name as "piece!", e.at as "at!", e.who as "who!", e.what as "what!", e.change_m as "change_m!", e.about as "about!", e.note as "note!"
from cord_entry e join cord c on c.id = e.cord_id order by e.id

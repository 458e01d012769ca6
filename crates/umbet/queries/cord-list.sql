select id as "id!", name, kind, length_m, diameter_mm, note, colour, place, ends, worn as "worn: bool",
    shaken as "shaken: bool", made, joint, held_by, retired, version
from cord where deleted_at is null order by retired is not null, name, id

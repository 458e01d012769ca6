select id as "id!", name, kind, length_m, diameter_mm, note, colour, place, ends, worn as "worn: bool",
    shaken as "shaken: bool", made, joint, joint_m, held_by, retired, version
from cord where deleted_at is null order by retired is not null, name, id

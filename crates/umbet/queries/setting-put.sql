update setting set units = ?1, hand = ?2, light = ?3, arm_span_m = ?4, forearm_m = ?5, hand_span_mm = ?6,
    four_fingers_mm = ?7, foot_mm = ?8, pace_m = ?9, schools = ?10, knows = ?11, version = version + 1
where id = 1 and version = ?12
